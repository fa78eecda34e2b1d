"""The `.tinstamp` file: a zip of one JSON document, the fonts that the job uses, and the
STEP files that its blank was imported from.

Reading trusts nothing: names, sizes and digests are checked before anything is used.
Saving writes beside the file, syncs, and renames; the version before stays as
`NAME (previous).tinstamp`.
"""

from __future__ import annotations

import hashlib
import json
import lzma
import os
import re
import struct
import tempfile
import zipfile
import zlib
from collections.abc import Mapping
from dataclasses import dataclass, field
from io import BytesIO
from pathlib import Path
from typing import Any

from pydantic import ValidationError

from tinstamp.job.features import Imported
from tinstamp.job.model import FORMAT, Job, Logo, Text

ENDING = ".tinstamp"
DOCUMENT = "job.json"
_FONT = re.compile(r"fonts/([0-9a-f]{64})\.font")
_LOGO = re.compile(r"logos/([0-9a-f]{64})\.file")
_PART = re.compile(r"parts/([0-9a-f]{64})\.step")
_KEPT = ((_FONT, "a font"), (_PART, "an imported part"), (_LOGO, "a logo"))
MOST_MEMBERS = 300
MOST_BYTES = 96 * 1024 * 1024
MOST_JSON = 8 * 1024 * 1024
_DAMAGE = (
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
        fonts = {f.digest for a in drawn if isinstance(a, Text) for f in a.fonts}
        logos = {a.digest for a in drawn if isinstance(a, Logo)}
        parts = {f.digest for f in self.job.blank.features if isinstance(f, Imported)}
        return Document(
            self.job,
            {d: b for d, b in self.fonts.items() if d in fonts},
            {d: b for d, b in self.parts.items() if d in parts},
            {d: b for d, b in self.logos.items() if d in logos},
        )


def dump(document: Document) -> bytes:
    """The file's bytes; the same document always gives the same bytes."""
    document = document.trimmed()
    text = json.dumps(document.job.model_dump(mode="json"), indent=1, ensure_ascii=False)
    out = BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr(_entry(DOCUMENT), text)
        for digest, data in sorted(document.fonts.items()):
            archive.writestr(_entry(f"fonts/{digest}.font"), data)
        for digest, data in sorted(document.parts.items()):
            archive.writestr(_entry(f"parts/{digest}.step"), data)
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
    except _DAMAGE as error:
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
    problem = error.errors(include_url=False)[0]
    where = ".".join(map(str, problem["loc"])) or "job"
    return f"{where}: {problem['msg']}"


def open_file(path: Path) -> Document:
    """Read a job file. Raises ArchiveError."""
    try:
        if path.stat().st_size > MOST_BYTES:
            raise ArchiveError(f"{path.name} is too large to be a job")
        data = path.read_bytes()
    except OSError as error:
        raise ArchiveError(f"{path.name} cannot be read: {error.strerror}") from error
    return load(data, path.name)


def save_file(document: Document, path: Path) -> None:
    """Write a job file atomically, keeping the version before. Raises ArchiveError."""
    try:
        write_atomically(path, dump(document), keep=previous(path))
    except OSError as error:
        raise ArchiveError(f"{path.name} cannot be written: {error.strerror}") from error


def previous(path: Path) -> Path:
    """Where the version before is kept."""
    return path.with_name(f"{path.stem} (previous){path.suffix}")


def write_atomically(path: Path, data: bytes, keep: Path | None = None) -> None:
    """Write, sync, rename; `keep` gets what stood there before. Raises OSError."""
    handle, temporary = tempfile.mkstemp(dir=path.parent, prefix=f".{path.name}.")
    try:
        with os.fdopen(handle, "wb") as stream:
            stream.write(data)
            stream.flush()
            os.fsync(stream.fileno())
        mask = os.umask(0)
        os.umask(mask)
        Path(temporary).chmod(0o666 & ~mask)
        if keep is not None and path.exists():
            spare = f"{temporary}.keep"
            os.link(path, spare)
            Path(spare).replace(keep)
        Path(temporary).replace(path)
    except BaseException:
        Path(temporary).unlink(missing_ok=True)
        raise
    folder = os.open(path.parent, os.O_RDONLY)
    try:
        os.fsync(folder)
    finally:
        os.close(folder)
