"""Writing to disk so that nothing is ever lost, and knowing who else is at a file."""

from __future__ import annotations

import contextlib
import fcntl
import hashlib
import os
import platform
import re
import shutil
import stat
import tempfile
import time
from dataclasses import dataclass
from pathlib import Path

LONGEST_NAME = 255
"""bytes of a file's name, NAME_MAX of Linux' file systems"""
PREFIX, SUFFIX = ".tinstamp-", ".part"
"""Names of files that are being written."""
LEFT_BEHIND_AFTER = 600.0
"""s after which such a file was left by a program that is gone."""


@dataclass(frozen=True)
class Seen:
    """A file as it was when it was read or written: what tells that it has changed since."""

    device: int
    inode: int
    size: int
    changed_ns: int


def seen(path: Path) -> Seen | None:
    """The file as it is now; None when it is not there. Raises OSError."""
    try:
        found = path.stat()
    except FileNotFoundError:
        return None
    return Seen(found.st_dev, found.st_ino, found.st_size, found.st_mtime_ns)


def previous(path: Path) -> Path:
    """Where the version before is kept."""
    mark = f" (previous){path.suffix}"
    room = LONGEST_NAME - len(os.fsencode(mark))
    stem = os.fsencode(path.stem)
    if len(stem) > room:
        cut = stem[:room].decode("utf-8", "ignore")
        short = hashlib.sha256(stem).hexdigest()[:8]
        stem = os.fsencode(os.fsencode(cut)[: room - 9].decode("utf-8", "ignore") + "-" + short)
    return path.with_name(os.fsdecode(stem) + mark)


def write_atomically(path: Path, data: bytes, keep: Path | None = None) -> None:
    """Write, sync, read back, rename; `keep` gets what stood there before.

    A symbolic link stays one, a file that is there keeps its mode. Raises OSError.
    """
    path = path.resolve()
    before = seen(path)
    handle, name = tempfile.mkstemp(dir=path.parent, prefix=PREFIX, suffix=SUFFIX)
    temporary = Path(name)
    try:
        with os.fdopen(handle, "wb") as stream:
            stream.write(data)
            stream.flush()
            os.fsync(stream.fileno())
        if temporary.read_bytes() != data:
            raise OSError(5, "what was written does not read back the same")
        temporary.chmod(_mode_for(path, before))
        if keep is not None and before is not None:
            _kept(path, path.with_name(keep.name))
        temporary.replace(path)
    except BaseException:
        temporary.unlink(missing_ok=True)
        raise
    _synced(path.parent)
    clear_stale(path.parent)


def _mode_for(path: Path, before: Seen | None) -> int:
    if before is not None:
        return stat.S_IMODE(path.stat().st_mode)
    mask = os.umask(0)
    os.umask(mask)
    return 0o666 & ~mask


def _kept(path: Path, keep: Path) -> None:
    """The file under another name too: by a hard link, or as a copy where there are none."""
    handle, name = tempfile.mkstemp(dir=path.parent, prefix=PREFIX, suffix=SUFFIX)
    os.close(handle)
    spare = Path(name)
    try:
        spare.unlink()
        try:
            os.link(path, spare)
        except OSError:  # a file system without them, or a file that may not be linked
            shutil.copy2(path, spare)
        spare.replace(keep)
    finally:
        spare.unlink(missing_ok=True)


def _synced(folder: Path) -> None:
    with contextlib.suppress(OSError):  # some file systems sync no folders; the file is synced
        at = os.open(folder, os.O_RDONLY)
        try:
            os.fsync(at)
        finally:
            os.close(at)


def being_written(folder: Path, ending: str) -> Path:
    """What a file is called while this process writes it: beside its place, with our machine and
    process in its name, and the ending that says what it is."""
    return folder / f"{PREFIX}{_machine()}-{os.getpid()}{SUFFIX}.{ending}"


def clear_stale(folder: Path) -> None:
    """Take away what programs that were killed while writing left in a folder: at once where the
    name tells that they are gone, else after a while."""
    old = time.time() - LEFT_BEHIND_AFTER
    with contextlib.suppress(OSError):
        for file in folder.glob(f"{PREFIX}*{SUFFIX}*"):
            with contextlib.suppress(OSError):
                if file.stat().st_mtime < old or _orphaned(file.name):
                    file.unlink()


def _machine() -> str:
    return re.sub(r"\W", "_", platform.node()) or "here"


def _orphaned(name: str) -> bool:
    """True for a file that a process of this machine wrote which is gone."""
    found = re.match(rf"{re.escape(PREFIX)}{_machine()}-(\d+){re.escape(SUFFIX)}", name)
    return found is not None and not Path(f"/proc/{found[1]}").exists()


class Hold:
    """A lock on a name, held until it is let go or the process ends, however that ends."""

    def __init__(self, file: Path) -> None:
        self.file = file
        self._handle: int | None = None

    def take(self) -> bool:
        """True when it is ours now; False when another process holds it. Raises OSError."""
        if self._handle is not None:
            return True
        handle = os.open(self.file, os.O_RDWR | os.O_CREAT | os.O_CLOEXEC, 0o600)
        try:
            fcntl.flock(handle, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except OSError as error:
            os.close(handle)
            if isinstance(error, BlockingIOError):
                return False
            raise
        self._handle = handle
        return True

    def let_go(self, away: bool = True) -> None:
        """Let it go; `away` removes its file as well."""
        if self._handle is None:
            return
        if away:
            self.file.unlink(missing_ok=True)
        os.close(self._handle)
        self._handle = None


def hold_of(folder: Path, path: Path) -> Hold:
    """The lock that says who has a file open, among this user's programs."""
    name = hashlib.sha256(os.fsencode(path.resolve())).hexdigest()[:32]
    return Hold(folder / f"open-{name}.lock")
