"""The machines of the shop as the window sees them: started when first asked for, watched by their
folders."""

from __future__ import annotations

import sys
from pathlib import Path

from PySide6.QtCore import QObject, QProcess, QTimer, Signal

from tinstamp.job.state import state_folder
from tinstamp.shop import folder as f

LOOK = 150
"""ms between two looks at the folders"""
STOPS_WITHIN = 1500
"""ms that a machine has to stop"""
PACE = "30"
"""Times as fast as its model that a machine works for the window."""


class ShopFloor(QObject):
    """All machines.

    Attributes
    ----------
    changed : a machine has something new to say; its name.
    """

    changed = Signal(str)

    def __init__(self, parent: QObject | None = None, place: Path | None = None) -> None:
        super().__init__(parent)
        self.place = place or state_folder() / "shop"
        self._processes: dict[str, QProcess] = {}
        self._seen: dict[str, int] = {}
        self._timer = QTimer(self)
        self._timer.setInterval(LOOK)
        self._timer.timeout.connect(self._look)

    def folder(self, machine: str) -> Path:
        """By which a machine is spoken to."""
        return self.place / machine

    def state(self, machine: str) -> f.State | None:
        """What it says of itself; None before it was ever started."""
        return f.state_of(self.folder(machine))

    def running(self, machine: str) -> bool:
        return machine in self._processes

    def start(self, machine: str) -> None:
        """Switch a machine on."""
        if machine in self._processes:
            return
        self.folder(machine).mkdir(parents=True, exist_ok=True)
        process = QProcess(self)
        process.finished.connect(lambda *_: self._gone(machine))
        words = ["-m", "tinstamp.shop.machines", machine, str(self.folder(machine))]
        process.start(sys.executable, [*words, "--pace", PACE, "--with-parent"])
        self._processes[machine] = process
        self._timer.start()

    def _gone(self, machine: str) -> None:
        self._processes.pop(machine, None)
        self.changed.emit(machine)

    def cancel(self, machine: str, number: int) -> None:
        """Give an order up."""
        f.ask(self.folder(machine), f"cancel-{number:04d}")

    def mend(self, machine: str) -> None:
        """See to a fault."""
        f.ask(self.folder(machine), "mended")

    def _look(self) -> None:
        for machine in list(self._processes):
            try:
                stamp = (self.folder(machine) / f.STATE).stat().st_mtime_ns
            except OSError:
                continue
            if self._seen.get(machine) != stamp:
                self._seen[machine] = stamp
                self.changed.emit(machine)

    def close(self) -> None:
        """Switch all machines off."""
        self._timer.stop()
        for machine in list(self._processes):
            f.ask(self.folder(machine), "stop")
        for process in list(self._processes.values()):
            if not process.waitForFinished(STOPS_WITHIN):
                process.kill()
                process.waitForFinished(STOPS_WITHIN)
