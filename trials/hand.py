"""A hand at the real window that counts its clicks and keys, and eyes that look for faults after
every step: fog, words cut off, widgets outside of their place or over one another, what is out of
date shown as true, what Tab does not reach or reaches against the order of a page.
"""

from __future__ import annotations

import time
import traceback
from collections.abc import Callable
from pathlib import Path

import numpy as np
from PySide6.QtCore import QPoint, QPointF, QRect, QSettings, Qt, QTimer
from PySide6.QtGui import QFontMetrics, QImage
from PySide6.QtTest import QTest
from PySide6.QtWidgets import (
    QAbstractButton,
    QAbstractScrollArea,
    QAbstractSpinBox,
    QApplication,
    QCheckBox,
    QComboBox,
    QFileDialog,
    QLabel,
    QLineEdit,
    QMenu,
    QPlainTextEdit,
    QRadioButton,
    QScrollArea,
    QStyle,
    QStyleOptionComboBox,
    QToolButton,
    QWidget,
)

from tinstamp.desk.look.short_box import ShortBox
from tinstamp.desk.window import Window

PATIENCE = 90.0
"""s until what is waited for has to be there"""
LIGHT_TO_DARK = 30.0
"""Of 255, between the darkest and the lightest twentieth of the part's picture; less is fog."""
LEFT, PLAIN = Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier


class Hand:
    """Mouse and keys, counted; and how often the wheel has to be turned for a field."""

    def __init__(self, app: QApplication, folder: Path, pictures: Path) -> None:
        self.app, self.folder, self.pictures = app, folder, pictures
        self.window = Window(QSettings(str(folder / "desk.ini"), QSettings.Format.IniFormat))
        self.window.move(0, 0)
        self.window.resize(1280, 800)
        self.window.show()
        QTest.qWaitForWindowExposed(self.window)
        self.window.activateWindow()
        self.clicks = self.strokes = self.turns = 0
        self.faults: list[str] = []
        self.task, self.step = "", 0

    # -- waiting

    def until(self, seen: Callable[[], bool], what: str) -> None:
        """Go on when that is so. Raises TimeoutError."""
        end = time.monotonic() + PATIENCE
        while not seen():
            if time.monotonic() > end:
                raise TimeoutError(f"{self.task}: {what} did not come")
            self.app.processEvents()
            time.sleep(0.004)

    def wait(self, seconds: float) -> None:
        end = time.monotonic() + seconds
        while time.monotonic() < end:
            self.app.processEvents()
            time.sleep(0.004)

    def rest(self) -> None:
        """Built, or found impossible."""
        session = self.window.session
        self.wait(0.25)
        self.until(lambda: not session._rest.isActive() and not session.building, "a built part")
        self.wait(0.35)

    # -- mouse and keys

    def click(self, widget: QWidget, spot: QPoint | None = None) -> None:
        """A click where the widget is, brought into sight first."""
        self.show(widget)
        assert widget.isVisible() and widget.isEnabled(), (
            f"{self.task}: {told(widget)} is not there"
        )
        self.clicks += 1
        if not self.app.activePopupWidget():  # as a window manager would
            widget.window().activateWindow()
        QTest.mouseClick(widget, LEFT, PLAIN, spot or widget.rect().center())

    def type(self, text: str, into: QWidget | None = None) -> None:
        target = into or self.app.focusWidget() or self.window
        self.strokes += len(text)
        QTest.keyClicks(target, text)

    def key(self, key: Qt.Key, change: Qt.KeyboardModifier = PLAIN) -> None:
        self.strokes += 1
        QTest.keyClick(self.app.focusWidget() or self.window, key, change)

    def shortcut(self, key: Qt.Key, *more: Qt.KeyboardModifier) -> None:
        """Keys of the window, whatever field has the others."""
        change = Qt.KeyboardModifier.ControlModifier
        for one in more:
            change |= one
        self.strokes += 1
        self.window.activateWindow()  # a screen without a window manager gives it to nobody
        self.wait(0.2)
        QTest.keyClick(self.window, key, change)

    def drag(self, widget: QWidget, start: QPointF, end: QPointF, look: str = "") -> None:
        """Press, move and let go; with a look before that, when it has a name."""
        self.clicks += 1
        QTest.mousePress(widget, LEFT, PLAIN, start.toPoint())
        for k in range(1, 11):
            QTest.mouseMove(widget, (start + (end - start) * (k / 10)).toPoint())
            self.app.processEvents()
        if look:
            self.wait(0.3)
            self.look(look)
        QTest.mouseRelease(widget, LEFT, PLAIN, end.toPoint())

    def show(self, widget: QWidget) -> None:
        """Scroll to it, as with the wheel, which is counted where it is not in sight."""
        area = self.window.fields.area
        if area.widget() is not None and area.widget().isAncestorOf(widget):
            middle = widget.mapTo(area.viewport(), widget.rect().center())
            self.turns += not area.viewport().rect().contains(middle)
            area.ensureWidgetVisible(widget)
            self.app.processEvents()

    # -- fields and buttons

    def field(self, path: str) -> QWidget:
        """A field of the chosen card by the end of its path; its group is opened if need be."""
        page = self.window.fields.page
        assert page is not None
        found = [name for name in page.by_path if name == path or name.endswith("." + path)]
        assert found, f"{self.task}: there is no field {path}: {sorted(page.by_path)}"
        widget = page.by_path[found[0]]
        if not widget.isVisible():
            for name, heading in page.by_path.items():
                if name.startswith("fold ") and not widget.isVisible():
                    assert isinstance(heading, QToolButton)
                    if not heading.isChecked():
                        before = widget.isVisible()
                        heading.click()
                        self.app.processEvents()
                        if widget.isVisible() and not before:
                            self.clicks += 1
                        else:
                            heading.click()
        return widget

    def put(self, path: str, text: str) -> None:
        """Click into a field, choose all of it, type, and leave it by Tab."""
        widget = self.field(path)
        line = getattr(widget, "line", widget)
        self.click(line)
        self.key(Qt.Key.Key_A, Qt.KeyboardModifier.ControlModifier)
        self.type(text, line)
        self.key(Qt.Key.Key_Tab)
        self.wait(0.2)

    def choose(self, path: str, word: str) -> None:
        """One of several words, from a list or side by side."""
        widget = self.field(path)
        if isinstance(widget, QComboBox):
            at = widget.findText(word, Qt.MatchFlag.MatchContains)
            assert at >= 0, [widget.itemText(k) for k in range(widget.count())]
            self.soon(lambda: self._from_list(widget, at))
            self.click(widget, QPoint(widget.width() - 12, widget.height() // 2))
            self.until(lambda: widget.currentIndex() == at, f"{word} in {path}")
        else:
            buttons = [widget, *widget.findChildren(QAbstractButton)]
            for button in buttons:
                if isinstance(button, QAbstractButton) and word in (
                    button.text(), button.accessibleName().split(": ")[-1]
                ):  # fmt: skip
                    self.click(button)
                    break
            else:
                raise AssertionError(f"{path} has no {word}: {[told(b) for b in buttons]}")
        self.wait(0.2)

    def _from_list(self, box: QComboBox, at: int) -> bool:
        view = box.view()
        if not view.isVisible():
            return False
        view.setCurrentIndex(box.model().index(at, box.modelColumn()))
        self.strokes += 1
        QTest.keyClick(view, Qt.Key.Key_Return)
        return True

    def button(self, words: str, within: QWidget | None = None) -> QAbstractButton:
        """By its words, or its name for readers of the screen."""
        place = within or self.app.activeModalWidget() or self.window
        for button in place.findChildren(QAbstractButton):
            names = (button.text().replace("&", ""), button.accessibleName())
            if button.isVisible() and words in names:
                return button
        known = [told(b) for b in place.findChildren(QAbstractButton) if b.isVisible()]
        raise AssertionError(f"{self.task}: no button “{words}” among {known}")

    def press(self, words: str, within: QWidget | None = None) -> None:
        self.click(self.button(words, within))
        self.wait(0.15)

    def menu(self, button: QWidget, *words: str) -> None:
        """Open a button's menu, and go down in it by its words."""
        self.soon(lambda: self.down(list(words)))
        arrow = isinstance(button, QToolButton) and (
            button.popupMode() == QToolButton.ToolButtonPopupMode.MenuButtonPopup
        )
        spot = QPoint(button.width() - 8, button.height() // 2) if arrow else None
        self.click(button, spot)
        self.wait(0.3)

    def down(self, words: list[str]) -> bool:
        """Go down in the menu that is open; False while there is none."""
        menu = self.app.activePopupWidget()
        if not isinstance(menu, QMenu):
            return False
        word = words.pop(0)
        for action in menu.actions():
            if word == action.text().replace("&", ""):
                if words:
                    self.soon(lambda: self.down(words))
                self.clicks += 1
                QTest.mouseClick(menu, LEFT, PLAIN, menu.actionGeometry(action).center())
                return True
        known = [action.text() for action in menu.actions()]
        menu.close()
        self.faults.append(f"{self.task}: no “{word}” in the menu {known}")
        return True

    def soon(self, work: Callable[[], bool]) -> None:
        """Do that as soon as it can be done, also while a menu or a question waits."""
        tries = iter(range(400))

        def go() -> None:
            try:
                done = work()
            except Exception:  # whatever waits is closed, so that the task goes on
                self.faults.append(f"{self.task}: {traceback.format_exc(limit=-3)}")
                print(self.faults[-1], flush=True)
                for waiting in (self.app.activePopupWidget(), self.app.activeModalWidget()):
                    if waiting is not None and waiting is not self.window:
                        waiting.close()
                return
            if not done and next(tries, None) is not None:
                QTimer.singleShot(30, go)

        QTimer.singleShot(60, go)

    def answer(self, words: str) -> Callable[[], bool]:
        """Press a button of the next question."""

        def work() -> bool:
            asking = self.app.activeModalWidget()
            if asking is None or not any(
                words == b.text().replace("&", "") and b.isVisible()
                for b in asking.findChildren(QAbstractButton)
            ):
                return False
            self.wait(0.3)
            self.look(words)
            self.press(words, asking)
            return True

        return work

    def named(self, words: str) -> Callable[[], bool]:
        """Type a name into the next question."""

        def work() -> bool:
            asking = self.app.activeModalWidget()
            if asking is None or not asking.findChildren(QLineEdit):
                return False
            (line,) = asking.findChildren(QLineEdit)
            line.selectAll()
            self.type(words, line)
            self.strokes += 1
            QTest.keyClick(line, Qt.Key.Key_Return)
            return True

        return work

    def file(self, path: Path) -> Callable[[], bool]:
        """Give the next file dialog a path."""

        def work() -> bool:
            asking = self.app.activeModalWidget()
            if not isinstance(asking, QFileDialog):
                return False
            self.strokes += len(path.name) + 1
            asking.setDirectory(str(path.parent))
            (line,) = asking.findChildren(QLineEdit, "fileNameEdit")
            line.setText(str(path))
            asking.accept()
            return True

        return work

    def card(self, row: int) -> None:
        """Click a card of the ticket; 0 is the blank."""
        rows = self.window.ticket.list
        rows.scrollToItem(rows.item(row))
        self.click(rows.viewport(), rows.visualItemRect(rows.item(row)).center())
        self.wait(0.2)

    def on_part(self, face: str, high: float = 0.5) -> QPoint:
        """Where a face is seen on the part; of all such places the one nearest to its middle, or
        `high` of the way up its picture."""
        part, spots = self.window.part, []
        for x in range(20, part.width() - 20, 12):
            for y in range(40, part.height() - 20, 12):
                found = part.hit(QPointF(x, y))
                if found is not None and found.face == face:
                    spots.append((x, y))
        assert spots, f"{self.task}: {face} is not seen"
        at = np.array(spots, dtype=float)
        low, top = at[:, 1].max(), at[:, 1].min()
        wish = np.array([at[:, 0].mean(), low + (top - low) * high])
        x, y = at[int(np.argmin(np.linalg.norm(at - wish, axis=1)))]
        return QPoint(int(x), int(y))

    def pick(self, face: str, high: float = 0.5) -> None:
        """Click a face of the part."""
        self.click(self.window.part, self.on_part(face, high))
        self.wait(0.2)

    # -- eyes

    def look(self, what: str) -> None:
        """A picture as the hand left the window, and every fault in it that can be told."""
        self.step += 1
        name = f"{self.task}-{self.step:02d}-{what.replace(' ', '-')[:40]}"
        screen = self.window.screen().grabWindow(0)
        screen.save(str(self.pictures / f"{name}.png"))
        shown = self.app.activeModalWidget() or self.window
        print(name, flush=True)
        self.faults += [f"{name}: {fault}" for fault in (*foggy(self.window), *stale(self.window),
                        *cut_off(shown), *misplaced(shown), *untabbed(shown))]  # fmt: skip


def told(widget: QWidget) -> str:
    """A widget in words."""
    words = widget.text() if isinstance(widget, QAbstractButton | QLabel) else ""
    return f"{type(widget).__name__} “{words or widget.accessibleName()}”"


def foggy(window: Window) -> list[str]:
    """A part whose picture has no contrast any more."""
    part = window.part
    if not part.isVisible() or part.height() < 80 or window.session.mesh is None:
        return []
    image = part.grab().toImage().convertToFormat(QImage.Format.Format_Grayscale8)
    grey = np.frombuffer(image.constBits(), np.uint8).reshape(image.height(), -1)
    dark, light = np.quantile(grey, (0.02, 0.98))
    if light - dark < LIGHT_TO_DARK:
        return [f"fog: the part's picture goes from {dark:.0f} to {light:.0f} of 255"]
    return []


def stale(window: Window) -> list[str]:
    """Findings of an older job that do not look so."""
    session, worst = window.session, window.proof.worst
    if session.report is None or not session.stale_report or not worst.text():
        return []
    old = worst.text().startswith("before the change") and worst.property("old")
    return [] if old else [f"out of date, but shown as true: “{worst.text()}”"]


def cut_off(shown: QWidget) -> list[str]:
    """Words that are wider than the place they stand in."""
    found = []
    for widget in shown.findChildren(QWidget):
        if not widget.isVisible() or widget.visibleRegion().isEmpty():
            continue
        words, room = _words_and_room(widget)
        if not words:
            continue
        metrics = QFontMetrics(widget.font())
        wide = max(metrics.horizontalAdvance(line) for line in words.split("\n"))
        if wide > room + 1:
            found.append(f"cut off: {told(widget)} “{words[:40]}” {wide} px in {room}")
    return found


def _words_and_room(widget: QWidget) -> tuple[str, int]:
    if isinstance(widget, QLabel) and not widget.wordWrap() and "<" not in widget.text():
        return widget.text().replace("&", ""), widget.contentsRect().width()
    if isinstance(widget, QComboBox) and not isinstance(widget, ShortBox):
        option = QStyleOptionComboBox()
        widget.initStyleOption(option)
        part = QStyle.SubControl.SC_ComboBoxEditField
        box = widget.style().subControlRect(QStyle.ComplexControl.CC_ComboBox, option, part, widget)
        return widget.currentText(), box.width()
    if isinstance(widget, QAbstractButton) and not isinstance(widget, QCheckBox | QRadioButton):
        icon = widget.iconSize().width() + 4 if not widget.icon().isNull() else 0
        fills = isinstance(widget, QToolButton) and (
            widget.toolButtonStyle() == Qt.ToolButtonStyle.ToolButtonIconOnly and icon
        )
        if fills or widget.property("worst"):  # shortened on purpose, with a tip
            return "", 0
        return widget.text().replace("&", ""), widget.width() - icon
    return "", 0


def misplaced(shown: QWidget) -> list[str]:
    """Widgets that reach out of their parent, and words over words."""
    found, boxes = [], []
    if isinstance(shown, Window) and shown.fields.area.horizontalScrollBar().maximum() > 0:
        found.append("outside: the fields are wider than their column")
    for widget in shown.findChildren(QWidget):
        parent = widget.parentWidget()
        if not widget.isVisible() or parent is None or widget.isWindow():
            continue
        scrolled = isinstance(parent, QAbstractScrollArea) or isinstance(
            parent.parentWidget(), QScrollArea | QAbstractScrollArea
        )
        if not scrolled and not parent.rect().adjusted(-1, -1, 1, 1).contains(widget.geometry()):
            found.append(f"outside: {told(widget)} reaches out of {told(parent)}")
        text = widget.text() if isinstance(widget, QLabel | QAbstractButton) else ""
        if text and not widget.visibleRegion().isEmpty():
            boxes.append((widget, QRect(widget.mapToGlobal(QPoint(0, 0)), widget.size())))
    for k, (one, here) in enumerate(boxes):
        for other, there in boxes[k + 1 :]:
            apart = not one.isAncestorOf(other) and not other.isAncestorOf(one)
            both = here.intersected(there)
            if apart and both.width() > 2 and both.height() > 2 and _same_layer(one, other):
                found.append(f"over one another: {told(one)} and {told(other)}")
    return found


def untabbed(shown: QWidget) -> list[str]:
    """What can be clicked or typed into and is not reached by Tab, and jumps of Tab against the
    order of a page."""
    found = []
    for widget in shown.findChildren(QWidget):
        worked = isinstance(widget, QAbstractButton | QLineEdit | QComboBox | QPlainTextEdit)
        if not worked or not widget.isEnabled() or not widget.isVisibleTo(shown):
            continue
        if isinstance(widget.parentWidget(), QComboBox | QAbstractSpinBox | QAbstractScrollArea):
            continue  # a part of what is reached
        group = widget.group() if isinstance(widget, QAbstractButton) else None
        if group is not None and group.exclusive() and group.checkedButton() is not None:
            continue  # reached by the arrows from the one that is pressed
        if not widget.focusPolicy() & Qt.FocusPolicy.TabFocus and widget.window() is shown:
            found.append(f"not by Tab: {told(widget)}")
    if isinstance(shown, Window) and shown.fields.page is not None:
        page, here = shown.fields.page, []
        widget = page.nextInFocusChain()
        while page.isAncestorOf(widget):
            if widget.isVisibleTo(page) and widget.focusPolicy() & Qt.FocusPolicy.TabFocus:
                here.append(widget)
            widget = widget.nextInFocusChain()
        tops = [w.mapTo(page, QPoint(0, 0)).y() for w in here]
        for one, other, high, low in zip(here, here[1:], tops, tops[1:], strict=False):
            if low < high - one.height():
                found.append(f"Tab goes up from {told(one)} to {told(other)}")
    return found


def _same_layer(one: QWidget, other: QWidget) -> bool:
    """False for what floats over a view on purpose, and for what has scrolled out of sight."""
    seen = [not w.visibleRegion().isEmpty() for w in (one, other)]
    return all(seen) and one.window() is other.window() and one.parent() is other.parent()
