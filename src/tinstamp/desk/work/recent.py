"""The jobs that were last opened or saved."""

from __future__ import annotations

import os
from pathlib import Path
from urllib.parse import quote, unquote_to_bytes

from PySide6.QtCore import QSettings

MOST_RECENT = 8
"""files in the list of recent ones"""


class RecentFiles:
    """Their paths, the last one first, kept in the settings."""

    def __init__(self, settings: QSettings) -> None:
        self.settings = settings

    def paths(self) -> list[Path]:
        """Those that are still there."""
        kept = self.settings.value("recent", [])
        texts = [kept] if isinstance(kept, str) else kept if isinstance(kept, list) else []
        return [path for text in texts if (path := Path(_path(text))).exists()]

    def remember(self, path: Path) -> None:
        """Put a path first."""
        path = path.resolve()
        rest = [other for other in self.paths() if other != path]
        self._keep([path, *rest][:MOST_RECENT])

    def forget(self, path: Path) -> None:
        """Take a path out."""
        self._keep([other for other in self.paths() if other != path.resolve()])

    def _keep(self, paths: list[Path]) -> None:
        self.settings.setValue("recent", [_text(path) for path in paths])


def _text(path: Path) -> str:
    """A path as plain text, whatever its bytes are."""
    text = str(path)
    return text if text.isprintable() else "file:" + quote(os.fsencode(path))


def _path(text: str) -> str:
    return os.fsdecode(unquote_to_bytes(text[5:])) if text.startswith("file:") else text
