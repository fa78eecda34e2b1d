"""Fonts: the ones that ship with the program, the system's, and those inside a job.

A font is known by its file's bytes; `digest` (SHA-256) names them. The library lists
faces without reading outlines.
"""

from __future__ import annotations

import hashlib
import os
import struct
import zlib
from collections.abc import Iterator
from dataclasses import dataclass
from functools import cache, lru_cache
from io import BytesIO
from pathlib import Path

import brotli
from fontTools.ttLib import TTCollection, TTFont, TTLibError

from tinstamp.artwork.web_font import unpacked_woff2

SHIPPED = Path(__file__).parent / "fonts"
ENDINGS = {".ttf", ".otf", ".ttc", ".otc", ".woff", ".woff2"}


DAMAGE = (TTLibError, LookupError, AssertionError, ValueError, AttributeError, TypeError,
           struct.error, zlib.error, brotli.error)  # fmt: skip
"""What fontTools raises on font files that are damaged."""


class FontError(ValueError):
    """A font that cannot be found or read; the message is for the designer."""


@dataclass(frozen=True, order=True)
class FontFace:
    """One face of a font file: what a list of fonts shows."""

    family: str
    style: str
    path: Path
    index: int = 0
    shipped: bool = False

    @property
    def name(self) -> str:
        return f"{self.family} {self.style}"


@dataclass(frozen=True)
class Axis:
    """What a variable font lets vary, such as its weight."""

    tag: str
    name: str
    least: float
    usual: float
    most: float


@dataclass(frozen=True)
class FontData:
    """The bytes of a font file and the face within it. Values, safe to pickle.

    Attributes
    ----------
    axes : where a variable font stands on its axes, by tag.
    """

    data: bytes
    index: int = 0
    axes: tuple[tuple[str, float], ...] = ()

    @property
    def digest(self) -> str:
        return _digest(self.data)


@lru_cache(maxsize=64)
def _digest(data: bytes) -> str:
    return hashlib.sha256(data).hexdigest()


@lru_cache(maxsize=128)
def read(path: Path, index: int = 0) -> FontData:
    """The font file's bytes. Raises FontError when it cannot be read."""
    try:
        data = path.read_bytes()
    except OSError as error:
        raise FontError(f"the font file {path.name} cannot be read: {error.strerror}") from error
    return FontData(unpacked(data, path.name), index)


def unpacked(data: bytes, name: str) -> bytes:
    """A web font (WOFF, WOFF2) as the plain font that it packs; others as they are."""
    if data[:4] not in (b"wOFF", b"wOF2"):
        return data
    try:
        if data[:4] == b"wOF2":
            return unpacked_woff2(data)
        font = TTFont(BytesIO(data))
        font.flavor = None
        out = BytesIO()
        font.save(out)
    except (*DAMAGE, OSError) as error:
        raise FontError(f"the font file {name} is damaged") from error
    return out.getvalue()


NO_EMBEDDING, PREVIEW_AND_PRINT = 0x0002, 0x0004
"""Bits of fsType: OpenType specification 1.9, OS/2 table."""


@lru_cache(maxsize=64)
def embedding_of(font: FontData) -> str:
    """What a font's maker says against keeping it in files, in words; "" for nothing. Raises
    FontError."""
    try:
        with TTFont(BytesIO(font.data), fontNumber=font.index, lazy=True) as opened:
            bits = int(opened["OS/2"].fsType) if "OS/2" in opened else 0
    except (*DAMAGE, OSError) as error:
        raise FontError("the font file is damaged") from error
    if bits & 0x000F == NO_EMBEDDING:
        return "its maker does not allow it to be kept in files"
    if bits & 0x000F == PREVIEW_AND_PRINT:
        return "its maker allows it to be kept in files for viewing and printing alone"
    return ""


LICENCE, LICENCE_ADDRESS = 13, 14
"""Names in a font: OpenType specification 1.9, name table."""


@lru_cache(maxsize=64)
def licence_of(font: FontData) -> str:
    """What a font's file says of its licence, in a line; "" where it says nothing. Raises
    FontError."""
    try:
        with TTFont(BytesIO(font.data), fontNumber=font.index, lazy=True) as opened:
            said = [opened["name"].getDebugName(k) for k in (LICENCE, LICENCE_ADDRESS)]
    except (*DAMAGE, OSError, KeyError) as error:
        raise FontError("the font file is damaged") from error
    words, address = (" ".join((each or "").split()) for each in said)
    return words if not address or address in words else f"{words} {address}".strip()


@lru_cache(maxsize=64)
def axes_of(font: FontData) -> tuple[Axis, ...]:
    """What a font lets vary; nothing for a plain one. Raises FontError."""
    try:
        with TTFont(BytesIO(font.data), fontNumber=font.index, lazy=True) as opened:
            if "fvar" not in opened:
                return ()
            names = opened["name"]
            return tuple(
                Axis(
                    axis.axisTag,
                    names.getDebugName(axis.axisNameID) or axis.axisTag,
                    axis.minValue,
                    axis.defaultValue,
                    axis.maxValue,
                )
                for axis in opened["fvar"].axes
            )
    except (*DAMAGE, OSError) as error:
        raise FontError("the font file is damaged") from error


@cache
def shipped() -> tuple[FontFace, ...]:
    """The faces that come with the program."""
    return tuple(sorted(_scan(SHIPPED, True)))


@cache
def system() -> tuple[FontFace, ...]:
    """The faces installed on this machine (in the usual XDG font folders)."""
    found: dict[str, FontFace] = {}
    for folder in _system_folders():
        for face in _scan(folder, False):
            found.setdefault(face.name, face)
    return tuple(sorted(found.values()))


def find(family: str, style: str) -> FontFace:
    """The face of that family and style: shipped ones first, then the system's.

    Raises FontError naming the font when there is none.
    """
    for faces in (shipped, system):
        for face in faces():
            if face.family == family and face.style == style:
                return face
    raise FontError(f"the font “{family} {style}” is not on this machine")


def _system_folders() -> list[Path]:
    data = os.environ.get("XDG_DATA_HOME") or str(Path.home() / ".local" / "share")
    shared = (os.environ.get("XDG_DATA_DIRS") or "/usr/local/share:/usr/share").split(":")
    folders = [Path(data) / "fonts", Path.home() / ".fonts"]
    folders += [Path(base) / "fonts" for base in shared]
    return [folder for folder in folders if folder.is_dir()]


def _scan(folder: Path, ours: bool) -> Iterator[FontFace]:
    for path in sorted(folder.rglob("*")):
        if path.suffix.lower() not in ENDINGS:
            continue
        try:
            yield from _faces(path, ours)
        except (TTLibError, OSError, KeyError, AssertionError, UnicodeDecodeError):
            continue  # not a font that text can be set in: it is left off the list


def _faces(path: Path, ours: bool) -> Iterator[FontFace]:
    if path.suffix.lower() in {".ttc", ".otc"}:
        with TTCollection(str(path), lazy=True) as collection:
            for index, font in enumerate(collection.fonts):
                yield named(font, path, index, ours)
    else:
        with TTFont(str(path), lazy=True) as font:
            yield named(font, path, 0, ours)


def named(font: TTFont, path: Path, index: int, ours: bool) -> FontFace:
    """A font's face by the names in it."""
    names = font["name"]
    family = names.getDebugName(16) or names.getDebugName(1) or path.stem
    style = names.getDebugName(17) or names.getDebugName(2) or "Regular"
    return FontFace(family, style, path, index, ours)
