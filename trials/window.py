"""Random clicks, keys, drags and dialogs in the real window. Every traceback, every stop of
more than 2 s, and every dead end counts.

Needs a screen; `trials/on_a_screen COMMAND` gives a virtual one.
"""

from __future__ import annotations

import faulthandler
import random
import sys
import tempfile
import threading
import time
import traceback
from collections import Counter
from pathlib import Path

from PySide6.QtCore import QPoint, QSettings, Qt, QTimer
from PySide6.QtTest import QTest
from PySide6.QtWidgets import (
    QAbstractButton,
    QApplication,
    QComboBox,
    QDialog,
    QFileDialog,
    QLineEdit,
    QMenu,
    QMessageBox,
    QPlainTextEdit,
    QWidget,
)
from shiboken6 import isValid

from tinstamp.desk.app import make_app
from tinstamp.desk.sheet import sheet_paint
from tinstamp.desk.window import Window
from tinstamp.desk.work.demo import DEMOS
from trials.record import tried

FROZEN = 2.0
"""s without a beat of the window's thread that count as a stop"""
KEYS = (Qt.Key.Key_Up, Qt.Key.Key_Down, Qt.Key.Key_Left, Qt.Key.Key_Right, Qt.Key.Key_Tab,
        Qt.Key.Key_Backtab, Qt.Key.Key_Return, Qt.Key.Key_Escape, Qt.Key.Key_Delete,
        Qt.Key.Key_Space, Qt.Key.Key_Plus, Qt.Key.Key_Minus)  # fmt: skip
SHORTCUTS = "ZZZZYYT1234456MSB890"
WHILE_DRAGGED = ("7", "12,5", "-3", ".")
ENDS = (Qt.Key.Key_Tab, Qt.Key.Key_Backspace, Qt.Key.Key_Return, Qt.Key.Key_Escape)
"""Figures typed with a stamp in the hand, and what goes on to the next one or ends it"""
TYPED = ("3", "12 mm", "0", "-4", "1e999", "diameter/3", "((", "HB8", "0.4 mm", "90 deg", "",
         "é☃ Ø", "tank.height - 6 mm", "girth/4")  # fmt: skip


class Beat:
    """A heart in the window's thread, watched from another."""

    def __init__(self) -> None:
        self.last = time.monotonic()
        self.stops: list[str] = []
        self._timer = QTimer()
        self._timer.timeout.connect(self.strike)
        self._timer.start(50)
        self._main = threading.main_thread().ident
        self._over = False
        threading.Thread(target=self._watch, daemon=True).start()

    def strike(self) -> None:
        self.last = time.monotonic()

    def _watch(self) -> None:
        told = False
        while not self._over:
            time.sleep(0.2)
            late = time.monotonic() - self.last
            if late > FROZEN and not told:
                told = True
                frame = sys._current_frames().get(self._main or 0)
                where = "".join(traceback.format_stack(frame)[-6:]) if frame else ""
                self.stops.append(f"no beat for {late:.1f} s\n{where}")
            elif late < FROZEN:
                told = False

    def end(self) -> None:
        self._over = True
        self._timer.stop()


class Monkey:
    """One random user."""

    def __init__(self, seed: int, folder: Path) -> None:
        self.r = random.Random(seed)
        self.app = make_app()
        self.folder = folder
        self.window = Window(QSettings(str(folder / "desk.ini"), QSettings.Format.IniFormat))
        self.window.resize(1280, 800)
        self.window.show()
        self.faults: list[str] = []
        sys.excepthook = self._caught
        self.done: Counter[str] = Counter()
        self.now = ""
        self.last: list[str] = []
        self._told: list[str] = []
        self._closer = QTimer()
        self._closer.timeout.connect(self._answer)
        self._closer.start(150)
        self.beat = Beat()
        self.window.files.open_demo(DEMOS["fuel tank"])

    def _caught(self, kind, error, trace) -> None:  # type: ignore[no-untyped-def]
        told = "".join(traceback.format_exception(kind, error, trace))
        self.faults.append(f"after {self.last[-4:]}:\n{told}")

    def _answer(self) -> None:
        """Whatever asks for an answer gets one, as by a hand."""
        asking = self.app.activeModalWidget() or self.app.activePopupWidget()
        if asking is None or asking is self.window:
            return
        if isinstance(asking, QMenu):
            actions = [a for a in asking.actions() if a.isEnabled() and not a.isSeparator()]
            if actions and self.r.random() < 0.3 and not any("…" in a.text() for a in actions[:1]):
                chosen = self.r.choice(actions)  # not in here: what it asks is to be answered
                QTimer.singleShot(0, lambda: chosen.trigger() if isValid(chosen) else None)
            asking.close()
        elif isinstance(asking, QFileDialog | QMessageBox):
            buttons = [b for b in asking.findChildren(QAbstractButton) if b.isEnabled()]
            if isinstance(asking, QMessageBox) and buttons:
                QTest.mouseClick(self.r.choice(buttons), Qt.MouseButton.LeftButton)
            else:
                asking.reject()
        elif isinstance(asking, QDialog):
            fields = [f for f in asking.findChildren(QLineEdit) if f.isVisible()]
            if fields and self.r.random() < 0.5:
                QTest.keyClicks(self.r.choice(fields), self.r.choice(TYPED[:8]))
            if self.r.random() < 0.4:
                asking.reject()

    def fresh(self) -> list[str]:
        """What was found since this was asked last."""
        found = [*self.faults, *self.beat.stops]
        new = [one for one in found if one not in self._told]
        self._told = found
        return new

    # -- what a hand does

    def _widgets(self, kind: type[QWidget]) -> list[QWidget]:
        return [
            w for w in self.window.findChildren(kind)
            if w.isVisible() and w.isEnabled() and w.width() > 2 and w.height() > 2
        ]  # fmt: skip

    def _spot(self, widget: QWidget) -> QPoint:
        return QPoint(
            self.r.randrange(max(1, widget.width())), self.r.randrange(max(1, widget.height()))
        )

    def click(self) -> None:
        if self.app.activeModalWidget() or self.app.activePopupWidget():
            return
        self._press(self.r.choice(self._widgets(QWidget)))

    def _press(self, widget: QWidget) -> None:
        """A click, unless the press takes the widget away."""
        button, plain = Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier
        spot = self._spot(widget)
        self.last.append(_told(widget))
        QTest.mousePress(widget, button, plain, spot)
        if isValid(widget) and widget.isVisible():
            QTest.mouseRelease(widget, button, plain, spot)

    def press_button(self) -> None:
        buttons = self._widgets(QAbstractButton)
        if buttons:
            self._press(self.r.choice(buttons))

    def type_text(self) -> None:
        fields = [*self._widgets(QLineEdit), *self._widgets(QPlainTextEdit)]
        if fields:
            field = self.r.choice(fields)
            field.setFocus()
            if self.r.random() < 0.7:
                field.selectAll()  # type: ignore[attr-defined]
            text = self.r.choice(TYPED)
            if text.isascii():
                QTest.keyClicks(field, text)
            else:  # not on this keyboard: as from the clipboard
                self.app.clipboard().setText(text)
                field.paste()  # type: ignore[attr-defined]
            if self.r.random() < 0.3 and isValid(field) and field.isVisible():
                QTest.keyClick(field, Qt.Key.Key_Return)

    def choose(self) -> None:
        boxes = [b for b in self._widgets(QComboBox) if b.count()]  # type: ignore[attr-defined]
        if boxes:
            box = self.r.choice(boxes)
            at = self.r.randrange(box.count())  # type: ignore[attr-defined]
            box.setCurrentIndex(at)  # type: ignore[attr-defined]
            box.activated.emit(at)  # type: ignore[attr-defined]

    def key(self) -> None:
        target = self.app.focusWidget() or self.window
        change = self.r.choice((Qt.KeyboardModifier.NoModifier, Qt.KeyboardModifier.ShiftModifier))
        QTest.keyClick(target, self.r.choice(KEYS), change)

    def shortcut(self) -> None:
        letter = self.r.choice(SHORTCUTS)
        QTest.keyClick(self.window, letter, Qt.KeyboardModifier.ControlModifier)

    def drag(self) -> None:
        seen = [w for w in (self.window.part, self.window.below.currentWidget())
                if w.isVisible() and w.width() > 2 and w.height() > 2]  # fmt: skip
        if not seen or self.app.activeModalWidget() or self.app.activePopupWidget():
            return
        widget = self.r.choice(seen)
        button, plain = Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier
        held = Qt.KeyboardModifier.ShiftModifier if self.r.random() < 0.25 else plain
        start = self._held_by(widget) if self.r.random() < 0.6 else self._spot(widget)
        QTest.mousePress(widget, button, held, start)
        for _ in range(self.r.randint(1, 8)):
            QTest.mouseMove(widget, self._spot(widget))
            self.app.processEvents()
            if self.r.random() < 0.15:
                self._type_while_dragging(widget)
        if isValid(widget) and widget.isVisible():
            QTest.mouseRelease(widget, button, held, self._spot(widget))

    def _held_by(self, widget: QWidget) -> QPoint:
        """A place of the sheet that can be taken hold of: a stamp, a handle, a guide, the cut."""
        sheet = self.window.sheet
        if widget is not sheet or sheet.scale is None:
            return self._spot(widget)
        spots = [sheet.scale.to_pixel(*spot.at) for spot in sheet.guide_spots()]
        shown, knob = self.window.drag.preview, sheet_paint.cut_knob(sheet)
        if knob is not None:
            spots.append(knob)
        if shown is not None and shown.placed.regions:
            marks = sheet_paint.handles(shown, sheet.scale)
            spots += [*marks.corners, marks.turn, sheet.scale.to_pixel(*shown.placed.origin)]
        return self.r.choice(spots).toPoint() if spots else self._spot(widget)

    def _type_while_dragging(self, widget: QWidget) -> None:
        """Figures, and keys that end or give up the drag."""
        QTest.keyClicks(widget, self.r.choice(WHILE_DRAGGED))
        if self.r.random() < 0.5:
            QTest.keyClick(widget, self.r.choice(ENDS))

    def several(self) -> None:
        """Stamps chosen at once, by the cards or all of a face, and something done with them."""
        stamps, drag = self.window.session.job.stamps, self.window.drag
        if not stamps or self.app.activeModalWidget() or self.app.activePopupWidget():
            return
        if self.r.random() < 0.4:
            self.window.actions_by_name["choose all"].trigger()
        else:
            drag.choice.toggle(self.r.randrange(len(stamps)))
        bar = self.window.sheet.bar
        if bar.isVisible():
            button = self.r.choice((bar.lines, bar.gaps))
            self.r.choice([a for a in button.menu().actions() if a.text()]).trigger()
        if self.r.random() < 0.3:
            drag.nudge(self.r.uniform(-3, 3), self.r.uniform(-3, 3))

    def demo(self) -> None:
        self.window.session.saved = self.window.session.document
        self.window.files.open_demo(self.r.choice(list(DEMOS.values())))

    def step(self) -> None:
        """One thing."""
        works = (self.click, self.press_button, self.type_text, self.choose, self.key,
                 self.shortcut, self.drag, self.drag, self.several, self.demo)  # fmt: skip
        weights = (5, 4, 5, 3, 3, 2, 3, 3, 1, 0.3)
        (work,) = self.r.choices(works, weights)
        self.last.append(work.__name__)
        self.done[work.__name__] += 1
        try:
            work()
        except RuntimeError as error:
            if "already deleted" not in str(error):  # a widget that its own click took away
                self._caught(type(error), error, error.__traceback__)
        except Exception as error:  # a trial counts whatever comes
            self._caught(type(error), error, error.__traceback__)
        end = time.monotonic() + self.r.choice((0.0, 0.02, 0.1, 0.3))
        self.app.processEvents()
        while time.monotonic() < end:
            self.app.processEvents()
            time.sleep(0.005)

    def stuck(self) -> str:
        """Does the window come to rest, and can it still be worked with?"""
        session = self.window.session
        end = time.monotonic() + 120
        while session.building and time.monotonic() < end:
            self.app.processEvents()
            time.sleep(0.01)
        if session.building:
            return "it builds for ever"
        before, told = session.job, list[str]()
        session.failed.connect(told.append)
        self.window.add_stamp()
        end = time.monotonic() + 60  # its part may still have to be made, its face laid out
        while session.job == before and time.monotonic() < end:
            self.app.processEvents()
            time.sleep(0.01)
        session.failed.disconnect(told.append)
        silent = bool(session.charts) or not told
        if session.job == before and silent and len(before.stamps) < 200:
            return f"no stamp can be added any more on {session.face!r}: {told}"
        return ""


def _told(widget: QWidget) -> str:
    """A widget in words, for whoever reads what went before a fault."""
    text = widget.text() if isinstance(widget, QAbstractButton) else ""
    return f"{type(widget).__name__} {widget.objectName() or widget.accessibleName()} {text}"


def run(count: int, seed: int, _workers: int = 1) -> tuple[dict[str, object], list[str]]:
    """That many actions, one after the other; the figures, and what was found."""
    faulthandler.enable()
    app = QApplication.instance() or make_app()
    assert app is not None
    with tempfile.TemporaryDirectory() as folder:
        monkey = Monkey(seed, Path(folder))
        dead: list[str] = []
        for k in range(count):
            monkey.step()
            if k % 250 == 249:
                if why := monkey.stuck():
                    dead.append(f"after {k + 1}: {why}")
                told_on_the_way = (
                    f"{k + 1} actions: {len(monkey.faults)} tracebacks, "
                    f"{len(monkey.beat.stops)} stops, {len(dead)} dead ends"
                )
                print(told_on_the_way, *monkey.fresh(), sep="\n", file=sys.stderr, flush=True)
        if why := monkey.stuck():
            dead.append(f"at the end: {why}")
        monkey.beat.end()
        monkey._closer.stop()
        window = monkey.window
        window.session.saved = window.session.document
        window.close()
        for _ in range(20):
            app.processEvents()
    sys.excepthook = sys.__excepthook__
    found = [*monkey.faults, *monkey.beat.stops, *dead]
    figures = {"tracebacks": len(monkey.faults), "stops over 2 s": len(monkey.beat.stops),
               "dead ends": len(dead)}  # fmt: skip
    return figures, found


if __name__ == "__main__":
    tried("window", __doc__ or "", 3000, run)
