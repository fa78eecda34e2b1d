"""Files of logos that are watched: one that changes on disk is read again and offered anew."""

from __future__ import annotations

import hashlib
import logging
from collections.abc import Callable
from concurrent.futures import Future
from dataclasses import dataclass
from pathlib import Path

from PySide6.QtCore import QFileSystemWatcher, QObject, QTimer, Signal

from tinstamp.artwork.logo import LOGO_LIMITS, FileKind, Looked, looked_at
from tinstamp.guarded.work import guarded
from tinstamp.job.archive import MOST_BYTES

LOG = logging.getLogger("tinstamp.desk")
SETTLES = 400
"""ms after its last change that a file is taken as written"""

Begin = Callable[[Callable[[], None]], Future[None]]
"""Leaves work to another thread."""


@dataclass(frozen=True)
class Newer:
    """A logo's file as it is now on disk: its bytes, and what changed, in words."""

    path: Path
    digest: str
    data: bytes
    told: str


class LiveFiles(QObject):
    """Watches the files that logos came from.

    Attributes
    ----------
    changed : a file is there anew, by the digest of what was taken in; with words.
    """

    changed = Signal(str, str)
    _read = Signal(str, object)

    def __init__(self, begin: Begin, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._begin = begin
        self._watcher = QFileSystemWatcher(self)
        self._watcher.fileChanged.connect(self._stir)
        self._taken: dict[str, tuple[Path, FileKind, Looked | None]] = {}
        self._newer: dict[str, Newer] = {}
        self._waiting: set[str] = set()
        self._rest = QTimer(self)
        self._rest.setSingleShot(True)
        self._rest.setInterval(SETTLES)
        self._rest.timeout.connect(self._look)
        self._read.connect(self._come)

    def watch(self, digest: str, path: Path, kind: FileKind, looked: Looked | None = None) -> None:
        """Watch the file that a logo was taken in from; `looked` is what was known of it."""
        self._taken[digest] = (path.absolute(), kind, looked)
        self._watcher.addPath(str(path.absolute()))

    def newer(self, digest: str) -> Newer | None:
        """The file that a logo came from as it is now, where it changed."""
        return self._newer.get(digest)

    def stop(self) -> None:
        """Watch no longer."""
        self._rest.stop()
        if self._watcher.files():
            self._watcher.removePaths(self._watcher.files())

    def _stir(self, path: str) -> None:
        """A file changed; programs write in several goes, and put a new file in its place."""
        self._waiting.add(path)
        self._rest.start()

    def _look(self) -> None:
        waiting, self._waiting = self._waiting, set()
        for path in waiting:
            if Path(path).exists():
                self._watcher.addPath(path)
            for digest, (own, kind, looked) in self._taken.items():
                if str(own) == path:
                    self._begin(self._reading(digest, own, kind, looked))

    def _reading(
        self, digest: str, path: Path, kind: FileKind, looked: Looked | None
    ) -> Callable[[], None]:
        """In the disk's thread."""

        def work() -> None:
            try:
                if path.stat().st_size > MOST_BYTES:
                    return
                data = path.read_bytes()
                now = hashlib.sha256(data).hexdigest()
                told = ""
                if now != digest:
                    told = _told(looked, guarded(LOGO_LIMITS, looked_at, data, kind))
            except (OSError, ValueError) as error:  # half written, or no logo any more
                LOG.info("%s changed and cannot be read: %s", path.name, error)
                return
            self._read.emit(digest, Newer(path, now, data, told))

        return work

    def _come(self, digest: str, newer: Newer) -> None:
        if newer.digest == digest:  # as it was
            if self._newer.pop(digest, None) is not None:
                self.changed.emit(digest, "")
            return
        self._newer[digest] = newer
        self.changed.emit(digest, newer.told)


def _told(before: Looked | None, now: Looked) -> str:
    """What changed in a file."""
    if now.natural is None:
        return ""
    size = f"now {now.natural[0]:.2f} × {now.natural[1]:.2f} mm"
    if before is not None and before.natural is not None:
        size += f", before {before.natural[0]:.2f} × {before.natural[1]:.2f} mm"
    colours = 0 if now.study is None else len(now.study.names)
    return f"{size}; {colours} colours" if colours else size
