"""A series under way: the program that makes it, and what it tells."""

from __future__ import annotations

import json
import pickle
import sys
import tempfile
from pathlib import Path
from typing import Any

from PySide6.QtCore import QObject, QProcess, Signal

from tinstamp.series.asked import Asked

ENDS_WITHIN = 5000
"""ms that it has to end when its window closes"""


class SeriesWork(QObject):
    """Runs one series at a time.

    Attributes
    ----------
    row : what became of a row, as its record has it, and whether its files stood already.
    over : how it ended, in words; nothing when all rows were made.
    """

    row = Signal(dict, bool)
    over = Signal(str)

    def __init__(self, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._process: QProcess | None = None
        self._rest = b""
        self._wrong = ""
        self._place = tempfile.TemporaryDirectory(prefix="tinstamp-series-")

    @property
    def running(self) -> bool:
        return self._process is not None

    @property
    def pictures(self) -> Path:
        """The folder of the rows' pictures, by their numbers."""
        return Path(self._place.name)

    def begin(self, asked: Asked) -> None:
        """Start; the rows come by `row`."""
        self._rest, self._wrong = b"", ""
        process = QProcess(self)
        process.readyReadStandardOutput.connect(self._heard)
        process.finished.connect(self._ended)
        process.errorOccurred.connect(self._failed)
        self._process = process
        process.start(sys.executable, ["-m", "tinstamp.cli.series_process"])
        process.write(pickle.dumps(asked))
        process.closeWriteChannel()

    def stop(self) -> None:
        """Have it end after the rows that it is at; what was made by then stands, and is
        recorded."""
        if self._process is not None:
            self._wrong = "stopped: what was made stands, and the same series goes on from there"
            self._process.terminate()

    def close(self) -> None:
        """End whatever runs, and forget the pictures."""
        self.stop()
        if self._process is not None and not self._process.waitForFinished(ENDS_WITHIN):
            self._process.kill()
            self._process.waitForFinished(ENDS_WITHIN)
        self._place.cleanup()

    def _heard(self) -> None:
        assert self._process is not None
        come = self._process.readAllStandardOutput().data()
        *lines, self._rest = (self._rest + come).split(b"\n")
        for line in lines:
            try:
                news: dict[str, Any] = json.loads(line)
            except ValueError:
                continue  # a library's own word
            if "row" in news:
                self.row.emit(news["row"], news["stood"])
            elif "wrong" in news:
                self._wrong = news["wrong"]

    def _failed(self, error: QProcess.ProcessError) -> None:
        if error == QProcess.ProcessError.FailedToStart:
            self._process = None
            self.over.emit("it could not be started")

    def _ended(self, code: int, status: QProcess.ExitStatus) -> None:
        self._heard()  # what it said last
        self._process = None
        broken = status != QProcess.ExitStatus.NormalExit or code not in (0, 2)
        self.over.emit(self._wrong or ("it broke off: the log tells more" if broken else ""))
