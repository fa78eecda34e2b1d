"""Starting the desk."""

from __future__ import annotations

import signal
import sys
from pathlib import Path

from PySide6.QtCore import QTimer
from PySide6.QtGui import QIcon
from PySide6.QtWidgets import QApplication, QMessageBox

from tinstamp.desk import palette as p
from tinstamp.desk.autosave import left_behind
from tinstamp.desk.demo import DEMOS
from tinstamp.desk.style import colours, load_family, stylesheet, type_at
from tinstamp.desk.window import Window
from tinstamp.job.archive import ArchiveError


def make_app() -> QApplication:
    """The application in the desk's own look."""
    existing = QApplication.instance()
    app = existing if isinstance(existing, QApplication) else QApplication(sys.argv[:1])
    app.setApplicationName("Tin Stamp")
    app.setDesktopFileName("tinstamp")
    app.setWindowIcon(QIcon(str(Path(__file__).parent / "icons" / "tinstamp.svg")))
    load_family()
    app.setStyle("Fusion")
    app.setFont(type_at(p.BODY))
    app.setPalette(colours())
    app.setStyleSheet(stylesheet())
    return app


def run_desk(job: Path | None) -> int:
    """Open the window on a job, on work left behind, or on the demo."""
    app = make_app()
    window = Window()
    window.show()
    QTimer.singleShot(0, lambda: first_job(window, job))
    signal.signal(signal.SIGINT, signal.SIG_DFL)
    return app.exec()


def first_job(window: Window, job: Path | None) -> None:
    """What the window starts with."""
    if offer_left_work(window):
        return
    if job is not None and window.open(job):
        return
    demo = DEMOS["fuel tank"]
    if job is None and demo.exists():
        window.open_demo(demo)
        window.show_start()
    else:
        window.session.build_now()


def offer_left_work(window: Window) -> bool:
    """Offer what a killed program left; True when it was taken up."""
    for left in left_behind():
        name = left.original.stem if left.original else "a new job"
        buttons = QMessageBox.StandardButton
        answer = QMessageBox.question(
            window,
            "Unsaved work was found",
            f"Tin Stamp ended without saving changes to “{name}”. Take them up again?",
            buttons.Yes | buttons.No,
            buttons.Yes,
        )
        if answer == buttons.No:
            left.discard()
            continue
        try:
            window.session.recover(left)
        except ArchiveError as error:
            window.complain("The copy cannot be read", error)
            left.discard()
            continue
        return True
    return False
