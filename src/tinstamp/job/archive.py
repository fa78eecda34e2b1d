"""The `.tinstamp` file: a zip of one JSON document, the fonts that the job uses, and the
STEP files that its blank was imported from.

Reading trusts nothing: names, sizes and digests are checked before anything is used.
Saving reads back what it will write, writes beside the file, syncs, and renames (`job.disk`);
the version before stays as `NAME (previous).tinstamp`.
"""

from __future__ import annotations

import hashlib
import json
import lzma
import re
import struct
import zipfile
import zlib
from collections.abc import Mapping
from dataclasses import dataclass, field
from io import BytesIO
from pathlib import Path
from typing import Any

from pydantic import ValidationError

from tinstamp.job.disk import Seen, previous, seen, write_atomically
from tinstamp.job.features import Imported
from tinstamp.job.model import FORMAT, Job, Logo
from tinstamp.job.sound import written_with
from tinstamp.job.wording import first_problem

ENDING = ".tinstamp"
DOCUMENT = "job.json"
_FONT = re.compile(r"fonts/([0-9a-f]{64})\.font")
_LOGO = re.compile(r"logos/([0-9a-f]{64})\.file")
_PART = re.compile(r"parts/([0-9a-f]{64})\.step")
_KEPT = ((_FONT, "a font"), (_PART, "an imported part"), (_LOGO, "a logo"))
MOST_MEMBERS = 300
"""files in a job"""
MOST_BYTES = 320 * 1024 * 1024
"""bytes of a job, unpacked"""
LARGE_FILE = 4 * 1024 * 1024
"""bytes of a kept file that is packed quickly rather than tightly"""
MOST_JSON = 32 * 1024 * 1024
"""bytes of a job's own document"""
DAMAGE = (
    zipfile.BadZipFile,
    zlib.error,
    lzma.LZMAError,
    struct.error,
    EOFError,
    NotImplementedError,
    RuntimeError,
    ValueError,
    LookupError,
    OverflowError,
    OSError,
)
"""What the standard library raises on zip files that are damaged or hostile."""


class ArchiveError(ValueError):
    """A file that cannot be read or written; the message is for the designer."""


class ChangedSince(ArchiveError):
    """A file that is not as it was when it was last read or written here."""


@dataclass(frozen=True)
class Document:
    """A job with the bytes of the fonts, imported parts and logos it uses, by digest."""

    job: Job
    fonts: Mapping[str, bytes] = field(default_factory=dict)
    parts: Mapping[str, bytes] = field(default_factory=dict)
    logos: Mapping[str, bytes] = field(default_factory=dict)

    def trimmed(self) -> Document:
        """Only the files that the job still uses."""
        drawn = [stamp.artwork for stamp in self.job.stamps]
        fonts = {f.digest for a in drawn for f in a.fonts_at.values()}
        logos = {a.digest for a in drawn if isinstance(a, Logo)}
        logos |= {stamp.relief.picture.digest for stamp in self.job.stamps}
        parts = {f.digest for f in self.job.blank.features if isinstance(f, Imported)}
        return Document(
            self.job,
            {d: b for d, b in self.fonts.items() if d in fonts},
            {d: b for d, b in self.parts.items() if d in parts},
            {d: b for d, b in self.logos.items() if d in logos},
        )

    def without_files(self) -> Document:
        """The job with the digests of its files alone."""
        empty = [dict.fromkeys(kept, b"") for kept in (self.fonts, self.parts, self.logos)]
        return Document(self.job, *empty)

    def with_files(self, held: Mapping[str, bytes]) -> Document:
        """The job with the bytes that its digests stand for. Raises KeyError."""
        full = [{d: held[d] for d in kept} for kept in (self.fonts, self.parts, self.logos)]
        return Document(self.job, *full)


def check(document: Document) -> None:
    """Hold a document against all that a file must hold to be read again.

    Raises ArchiveError in words. Whatever passes can be saved and opened.
    """
    try:
        text = written_with(document.job)
    except ValidationError:
        try:  # told with its place in the whole
            Job.model_validate(document.job.model_dump())
        except ValidationError as error:
            raise ArchiveError(first_problem(error)) from error
        raise
    trimmed = document.trimmed()
    files = [*trimmed.fonts.values(), *trimmed.parts.values(), *trimmed.logos.values()]
    if len(files) + 1 > MOST_MEMBERS:
        raise ArchiveError(f"a job may keep at most {MOST_MEMBERS - 1} fonts, logos and parts")
    if text > MOST_JSON or sum(map(len, files)) + text > MOST_BYTES:
        raise ArchiveError(
            f"the fonts, logos and parts of a job may have {MOST_BYTES // 2**20} MB together"
        )


def _text(job: Job) -> bytes:
    return job.model_dump_json(indent=1).encode()


def dump(document: Document) -> bytes:
    """The file's bytes; the same document always gives the same bytes."""
    document = document.trimmed()
    out = BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr(_entry(DOCUMENT), _text(document.job))
        for digest, data in sorted(document.fonts.items()):
            archive.writestr(_entry(f"fonts/{digest}.font"), data)
        for digest, data in sorted(document.parts.items()):
            quickly = 1 if len(data) > LARGE_FILE else None
            archive.writestr(_entry(f"parts/{digest}.step"), data, compresslevel=quickly)
        for digest, data in sorted(document.logos.items()):
            archive.writestr(_entry(f"logos/{digest}.file"), data)
    return out.getvalue()


def _entry(name: str) -> zipfile.ZipInfo:
    entry = zipfile.ZipInfo(name, (2026, 1, 1, 0, 0, 0))
    entry.compress_type = zipfile.ZIP_DEFLATED
    return entry


def load(data: bytes, name: str = "the file") -> Document:
    """Read a file's bytes. Raises ArchiveError saying what is wrong with it."""
    try:
        with zipfile.ZipFile(BytesIO(data)) as archive:
            return _read(archive, name)
    except ArchiveError:
        raise
    except DAMAGE as error:
        raise ArchiveError(f"{name} is damaged or not a Tin Stamp job") from error


def _read(archive: zipfile.ZipFile, name: str) -> Document:
    members = archive.infolist()
    if len(members) > MOST_MEMBERS or sum(m.file_size for m in members) > MOST_BYTES:
        raise ArchiveError(f"{name} is refused: it unpacks to more than a job may hold")
    names = [member.filename for member in members]
    if len(set(names)) != len(names):
        raise ArchiveError(f"{name} is refused: it holds the same part twice")
    for member in members:
        known = any(pattern.fullmatch(member.filename) for pattern, _ in _KEPT)
        if member.filename != DOCUMENT and not known:
            raise ArchiveError(f"{name} is refused: it holds an unknown part “{member.filename}”")
    if DOCUMENT not in names:
        raise ArchiveError(f"{name} holds no job")
    job = _job(_bytes(archive, DOCUMENT, MOST_JSON, name), name)
    held: dict[str, dict[str, bytes]] = {what: {} for _, what in _KEPT}
    for pattern, what in _KEPT:
        for member in members:
            if match := pattern.fullmatch(member.filename):
                content = _bytes(archive, member.filename, MOST_BYTES, name)
                if hashlib.sha256(content).hexdigest() != match[1]:
                    raise ArchiveError(f"{what} inside {name} is damaged")
                held[what][match[1]] = content
    return Document(job, *held.values())


def _bytes(archive: zipfile.ZipFile, member: str, most: int, name: str) -> bytes:
    with archive.open(member) as stream:
        data = stream.read(most + 1)
    if len(data) > most:
        raise ArchiveError(f"{name} is refused: it unpacks to more than a job may hold")
    return data


def _job(data: bytes, name: str) -> Job:
    try:
        raw = json.loads(data)
    except (ValueError, RecursionError) as error:
        raise ArchiveError(f"the job inside {name} is damaged") from error
    if not isinstance(raw, dict):
        raise ArchiveError(f"the job inside {name} is damaged")
    version = raw.get("format")
    if isinstance(version, int) and version > FORMAT:
        raise ArchiveError(
            f"{name} was made by a newer version of Tin Stamp (format {version}, "
            f"this one reads up to {FORMAT})"
        )
    if version in (1, 2):
        _raised(raw)
    try:
        return Job.model_validate(raw)
    except (ValidationError, RecursionError) as error:
        raise ArchiveError(f"the job inside {name} is not valid: {_first(error)}") from error


def _raised(raw: dict[str, Any]) -> None:
    """Bring a job of an earlier format to this one: what a stamp runs over was told with its
    cast. What is not as it should be is left for the model to refuse."""
    raw["format"] = FORMAT
    stamps = raw.get("stamps")
    for stamp in stamps if isinstance(stamps, list) else []:
        setting = stamp.get("setting") if isinstance(stamp, dict) else None
        cast = setting.get("cast") if isinstance(setting, dict) else None
        if isinstance(setting, dict) and isinstance(cast, dict) and "over" in cast:
            setting["over"] = cast.pop("over")


def _first(error: Exception) -> str:
    if not isinstance(error, ValidationError):
        return "it is nested too deeply"
    return first_problem(error)


def open_file(path: Path) -> Document:
    """Read a job file. Raises ArchiveError."""
    try:
        if path.stat().st_size > MOST_BYTES:
            raise ArchiveError(f"{shown(path)} is too large to be a job")
        data = path.read_bytes()
    except OSError as error:
        raise ArchiveError(f"{shown(path)} cannot be read: {error.strerror}") from error
    return load(data, shown(path))


def shown(path: Path) -> str:
    """A file's name as it can be shown and kept, whatever its bytes are."""
    return path.name.encode("utf-8", "replace").decode()


def stem_of(path: Path) -> str:
    """The same without its ending: a job's name."""
    return shown(path).removesuffix(path.suffix)


def save_file(document: Document, path: Path, last: Seen | None = None) -> Seen | None:
    """Write a job file atomically, keeping the version before; the file as it then is.

    What will be written is read first, as it would be opened. `last` is the file as it was
    when it was last read or written here. Raises ArchiveError, and ChangedSince when the
    file is not as it was then.
    """
    name = shown(path)
    try:
        data = dump(document)
        back = load(data, name)
    except (ArchiveError, ValueError) as error:
        raise ArchiveError(f"{name} would not open again: {error}") from error
    if back != document.trimmed():
        raise ArchiveError(f"{name} would not hold the job as it is: nothing was written")
    try:
        if last is not None and seen(path) not in (last, None):
            raise ChangedSince(f"{name} has been changed by another program since")
        write_atomically(path, data, keep=previous(path))
        return seen(path)
    except OSError as error:
        raise ArchiveError(f"{name} cannot be written: {error.strerror}") from error
