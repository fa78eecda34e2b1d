"""Starting the desk."""

from __future__ import annotations

import logging
import signal
from pathlib import Path

from tinstamp.desk.work.before_qt import load_the_rest  # isort: skip  (before Qt)
from PySide6.QtCore import QSettings, QTimer
from PySide6.QtGui import QIcon
from PySide6.QtWidgets import QApplication, QMessageBox

from tinstamp.desk.look import palette as p
from tinstamp.desk.look.scaling import scaled_app
from tinstamp.desk.look.shades import dress
from tinstamp.desk.look.style import load_family, type_at
from tinstamp.desk.window import Window
from tinstamp.desk.words.say import chosen, say, speak
from tinstamp.desk.work.autosave import left_behind
from tinstamp.desk.work.demo import DEMOS
from tinstamp.desk.work.mishaps import Mishaps
from tinstamp.engine.starting import Started
from tinstamp.job.archive import ArchiveError, stem_of
from tinstamp.job.state import keep_log

LOG = logging.getLogger("tinstamp.desk")


def make_app() -> QApplication:
    """The application in the desk's own look."""
    existing = QApplication.instance()
    settings = QSettings("tinstamp", "desk")
    app = existing if isinstance(existing, QApplication) else scaled_app(settings)
    app.setApplicationName("Tin Stamp")
    app.setDesktopFileName("tinstamp")
    app.setWindowIcon(QIcon(str(Path(__file__).parent / "icons" / "tinstamp.svg")))
    load_family()
    speak(app, chosen(settings))
    app.setStyle("Fusion")
    app.setFont(type_at(p.BODY))
    dress(app, "desktop")
    return app


def run_desk(job: Path | None, first: Started | None = None) -> int:
    """Open the window on a job, on work left behind, or on the demo; `first` is an engine that
    was started already."""
    keep_log("desk")
    app = make_app()
    window = Window(first=first)
    Mishaps(window.session, window.complain).watch()
    window.show()
    QTimer.singleShot(0, lambda: first_job(window, job))
    QTimer.singleShot(0, load_the_rest)
    signal.signal(signal.SIGINT, signal.SIG_DFL)
    return app.exec()


def first_job(window: Window, job: Path | None) -> None:
    """What the window starts with."""
    if offer_left_work(window):
        return
    session, demo = window.session, DEMOS["fuel tank"]

    def build_what_stands() -> None:
        if session.report is None and not session.building:
            session.build_now()

    QTimer.singleShot(0, build_what_stands)  # while a complaint about the job is read, too
    if job is not None:
        window.files.open(job)
    elif demo.exists():
        window.files.open_demo(demo)
        window.files.show_start()


def offer_left_work(window: Window) -> bool:
    """Offer what killed programs left; True when one of them was taken up. What cannot be read
    is put aside, never thrown away."""
    waiting = left_behind()
    taken = False
    while waiting and not taken:
        left = waiting.pop(0)
        name = stem_of(left.original) if left.original else "a new job"
        buttons = QMessageBox.StandardButton
        answer = QMessageBox.question(
            window,
            say("Unsaved work was found"),
            say(f"Tin Stamp ended without saving changes to “{name}”. Take them up again?"),
            buttons.Yes | buttons.No,
            buttons.Yes,
        )
        if answer == buttons.No:
            left.discard()
            continue
        try:
            window.session.recover(left)
            taken = True
        except Exception as error:  # whatever is wrong with the copy, the program starts
            LOG.exception("a copy of unsaved work cannot be taken up")
            words = error if isinstance(error, ArchiveError) else "it cannot be worked out"
            aside = left.put_aside()
            told = ArchiveError(f"{words}. The copy was put aside as {aside}")
            window.complain("The copy cannot be read", told)
    for left in waiting:
        left.leave()
    return taken
