"""Twelve tasks of the trade, done with real mouse and keys in the real window: a picture after
every step as the hand left it, looked at for faults, and the clicks and keys that each task takes.

Needs a screen; `trials/on_a_screen python -m trials.tasks FOLDER` puts the pictures into a folder
and prints the table. Words after the folder are the tasks to do, by their numbers.
At another size: `QT_SCALE_FACTOR=1.5 TINSTAMP_SCREEN=1920x1200 trials/on_a_screen …`.
"""

from __future__ import annotations

import faulthandler
import sys
import tempfile
import traceback
from collections.abc import Callable
from pathlib import Path

from PySide6.QtCore import QMimeData, QPointF, Qt, QUrl
from PySide6.QtGui import QDragEnterEvent, QDropEvent
from PySide6.QtWidgets import QLineEdit, QSpinBox, QTableWidget

from tinstamp.desk.app import make_app
from tinstamp.desk.sheet.sheet_paint import handles
from tinstamp.job.archive import save_file
from trials.hand import Hand
from trials.made_up import bracket, wobbly

LOGO = Path(__file__).parents[1] / "demo" / "lamp.svg"


def new(hand: Hand, *blank: str) -> None:
    """A new job from the shelf."""
    hand.menu(hand.button("New"), *blank)
    hand.rest()


def add(hand: Hand, face: str, words: str, height: str = "", high: float = 0.5) -> None:
    """A text on a face that is clicked."""
    hand.pick(face, high)
    hand.press("+ Stamp")
    hand.until(lambda: hand.window.session.selected >= 0, "a new stamp")
    hand.rest()
    hand.put("artwork.text", words)
    if height:
        hand.put("artwork.height", height)


def written(hand: Hand, *endings: str) -> None:
    """All files that are ticked, and these, into the folder; each has to stand there."""
    folder = hand.folder / hand.task
    folder.mkdir(exist_ok=True)

    def work() -> bool:
        asking = hand.app.activeModalWidget()
        if asking is None:
            return False
        for line in asking.findChildren(QLineEdit):
            if line.accessibleName() == "Folder":
                line.selectAll()
                hand.type(str(folder), line)
        hand.wait(0.3)
        hand.look("files to write")
        to_fix = hand.window.session.report is not None and hand.window.session.report.to_fix
        hand.press("Write them even so" if to_fix else "Write files", asking)
        hand.until(lambda: not asking.isVisible() or any(folder.iterdir()), "files")
        hand.wait(1.0)
        if asking.isVisible():
            hand.press("Close", asking)
        return True

    hand.soon(work)
    hand.press("Write files")
    hand.until(lambda: any(folder.iterdir()), "files")
    hand.wait(0.5)
    assert not endings or all(any(folder.glob(f"*.{e}")) for e in endings), list(folder.iterdir())


def dropped(hand: Hand, path: Path) -> None:
    """A file from elsewhere, let go over the part."""
    mime = QMimeData()
    mime.setUrls([QUrl.fromLocalFile(str(path))])
    part = hand.window.part
    at = QPointF(part.mapTo(hand.window, part.rect().center()))
    act, button, none = Qt.DropAction.CopyAction, Qt.MouseButton.LeftButton, Qt.KeyboardModifier
    enter = QDragEnterEvent(at.toPoint(), act, mime, button, none.NoModifier)
    hand.app.sendEvent(hand.window, enter)
    hand.clicks += 1
    hand.app.sendEvent(hand.window, QDropEvent(at, act, mime, button, none.NoModifier))
    hand.wait(0.5)


# -- the tasks


def plate(hand: Hand) -> None:
    """A plate: one line over its edge, one on an arc, one on a drawn curve, caps white."""
    new(hand, "name plate")
    hand.put("blank.features.0.length", "120 mm")
    hand.put("blank.features.0.width", "70 mm")
    hand.rest()
    hand.look("the plate")
    add(hand, "plate.top", "PELLWICK LANTERN WORKS", "6 mm")
    hand.put("setting.across", "12 mm + 18 mm")
    hand.put("setting.up", "20 mm")
    hand.choose("relief.make", "Mark only")
    hand.rest()
    hand.look("a line over the edge")
    assert hand.window.session.report and hand.window.session.report.findings
    add(hand, "plate.top", "ON AN ARC", "5 mm", 0.2)
    hand.choose("setting.guide.kind", "an arc or circle")
    hand.put("setting.guide.radius", "25 mm")
    hand.put("setting.guide.span", "140 deg")
    hand.rest()
    hand.look("an arc")
    add(hand, "plate.top", "ON A CURVE", "5 mm", 0.1)
    hand.choose("setting.guide.kind", "a drawn line")
    hand.put("setting.up", "-25 mm")
    hand.rest()
    hand.look("a drawn curve")
    for row in (1, 2, 3):
        hand.card(row)
        hand.soon(hand_colour(hand, "#FFFFFF"))
        hand.click(hand.field("relief.colour"))
    hand.rest()
    hand.look("white caps")
    hand.card(1)
    hand.drag(hand.window.sheet, middle_of(hand), middle_of(hand) + QPointF(-60, 0), "dragged back")
    hand.rest()
    hand.look("back on the plate")
    written(hand)


def hand_colour(hand: Hand, colour: str) -> Callable[[], bool]:
    """Type a colour into the next colour dialog."""

    def work() -> bool:
        asking = hand.app.activeModalWidget()
        if asking is None:
            return False
        for line in asking.findChildren(QLineEdit):
            if line.text().startswith("#"):
                line.selectAll()
                hand.type(colour, line)
        hand.wait(0.2)
        hand.look("colours")
        hand.strokes += 1
        hand.key(Qt.Key.Key_Return)
        return True

    return work


def middle_of(hand: Hand) -> QPointF:
    """Where the chosen stamp's ink is on the sheet."""
    drag, sheet = hand.window.drag, hand.window.sheet
    preview = drag.preview
    assert preview is not None
    region = max(preview.placed.regions, key=lambda region: region.area)
    x, y = region.outer.points(1)[0].tolist()
    assert sheet.scale is not None
    return sheet.scale.to_pixel(x, y)


def corner_of(hand: Hand) -> QPointF:
    """Where the chosen stamp can be taken hold of to make it larger: its upper right corner."""
    drag, sheet = hand.window.drag, hand.window.sheet
    assert drag.preview is not None and sheet.scale is not None
    corners = handles(drag.preview, sheet.scale).corners
    return max(corners, key=lambda corner: corner.x() - corner.y())


def in_the_middle(hand: Hand, down: float = 0.5) -> str:
    """The face that is seen in the middle of the part's picture, so far down."""
    part = hand.window.part
    found = part.hit(QPointF(part.width() / 2, part.height() * down))
    assert found is not None, "nothing is there"
    return str(found.face)


def head(hand: Hand) -> None:
    """A ring's head along a rail: a text in a sunk field; the bare one kept for next time."""
    new(hand, "oval head")
    hand.look("the head")
    add(hand, in_the_middle(hand, 0.7), "PELLWICK", "3 mm")
    hand.choose("relief.make", "Field")
    hand.put("relief.depth", "0.3 mm")
    hand.rest()
    hand.look("a sunk field")
    hand.soon(hand.named("signet"))
    hand.menu(hand.button("Save"), "Put the blank on the shelf …")
    hand.wait(0.5)
    hand.soon(hand.answer("Discard"))
    hand.menu(hand.button("New"), "signet")
    hand.rest()
    hand.look("the bare head again")
    assert not hand.window.session.job.stamps


def cone(hand: Hand) -> None:
    """A hollow cone with a word and a logo, a ring on it; does it fit a 200 mm printer?"""
    new(hand, "cone")
    hand.put("blank.features.0.wall", "2 mm")
    hand.put("blank.features.0.base_diameter", "120 mm")
    hand.put("blank.features.0.top_diameter", "70 mm")
    hand.put("blank.features.0.height", "90 mm")
    hand.rest()
    hand.look("a hollow cone")
    add(hand, "cone.outer", "LAMP OIL", "12 mm")
    hand.rest()
    hand.soon(hand.file(LOGO))
    hand.soon(hand.answer("Use these"))
    hand.pick("cone.outer", 0.3)
    hand.menu(hand.button("Logo, sign …"), "Logo from a file …")
    hand.rest()
    hand.look("a logo")
    hand.put("setting.up", "60 mm")
    hand.rest()
    hand.card(0)
    hand.menu(hand.button("+ Feature"), "Join a body", "Torus")
    hand.rest()
    hand.look("a ring on it")
    shop(hand)


def shop(hand: Hand) -> None:
    """The shop's window, looked at and closed."""
    seen = []

    def work() -> bool:
        asking = hand.app.activeModalWidget()
        if asking is None:
            return False
        hand.wait(1.0)
        hand.look("the shop")
        seen.append(True)
        hand.press("Close", asking)
        return True

    hand.soon(work)
    hand.shortcut(Qt.Key.Key_P, Qt.KeyboardModifier.ShiftModifier)
    hand.wait(0.5)
    assert seen, "the shop did not open"


def cover(hand: Hand) -> None:
    """A cover: a word three times round, a third of the girth each, lines between, a logo below."""
    new(hand, "base disc")
    side = next(f for f, c in hand.window.session.charts.items() if c.kind == "cylinder")
    add(hand, side, "PELLWICK", "3 mm")
    hand.choose("setting.repeat.kind", "all round")
    hand.put("setting.repeat.count", "3")
    hand.rest()
    hand.look("three times round")
    hand.pick(side)
    hand.menu(hand.button("Logo, sign …"), "Line")
    hand.rest()
    hand.put("setting.across", "60 deg")
    hand.choose("setting.repeat.kind", "all round")
    hand.put("setting.repeat.count", "3")
    hand.rest()
    hand.look("lines between")
    hand.drag(hand.window.part, QPointF(200, 200), QPointF(210, 20), "turned over")
    hand.rest()
    face = hand.window.part.hit(QPointF(hand.window.part.width() / 2, 230))
    assert face is not None
    hand.soon(hand.file(LOGO))
    hand.soon(hand.answer("Use these"))
    hand.pick(face.face)
    hand.menu(hand.button("Logo, sign …"), "Logo from a file …")
    hand.rest()
    hand.look("a logo on the other side")


def grip(hand: Hand) -> None:
    """A word six times round a grip; walls compared from the end, square and parallel."""
    new(hand, "wick knob")
    side = next(f for f, c in hand.window.session.charts.items() if c.kind == "cylinder")
    add(hand, side, "OIL", "3 mm")
    hand.choose("setting.repeat.kind", "all round")
    hand.put("setting.repeat.count", "6")
    hand.put("relief.depth", "1 mm")
    hand.choose("relief.make", "Emboss")
    hand.rest()
    hand.press("End on")
    hand.rest()
    hand.look("square walls")
    hand.choose("relief.walls", "Parallel")
    hand.rest()
    hand.look("parallel walls")


def cup(hand: Hand) -> None:
    """A cup: a word cast from the front, the same wrapped, another on the inside."""
    new(hand, "fuel tank")
    add(hand, "tank.outer", "LAMP", "8 mm")
    hand.choose("setting.cast.way", "cast from the front")
    hand.rest()
    hand.look("cast")
    hand.shortcut(Qt.Key.Key_C)
    hand.press("Copy")
    hand.rest()
    hand.put("setting.up", "10 mm")
    hand.choose("setting.cast.way", "wrapped round")
    hand.rest()
    hand.look("wrapped below")
    add(hand, "tank.inner", "INSIDE", "5 mm", 0.8)
    hand.rest()
    hand.look("on the inside")


def skin(hand: Hand) -> None:
    """A mark over three faces that run into one another, made larger by the hand."""
    new(hand, "name plate")
    hand.put("blank.features.0.thickness", "14 mm")
    hand.put("blank.features.0.length", "30 mm")
    hand.put("blank.features.0.corner_radius", "8 mm")
    hand.rest()
    add(hand, "plate.front", "PELLWICK", "4 mm")
    hand.choose("setting.over", "Those beside")
    hand.rest()
    hand.look("over its neighbours")
    hand.press("Undo")
    hand.rest()
    hand.press("Redo")
    hand.rest()
    start = corner_of(hand)
    hand.drag(hand.window.sheet, start, start + QPointF(26, -8), "made larger")
    hand.rest()
    hand.look("larger")


def name_plate(hand: Hand) -> None:
    """A name plate with leaning letters that stand proud of it, and then bend over to be read."""
    new(hand, "name plate")
    add(hand, "plate.top", "Lantern", "9 mm")
    hand.choose("relief.make", "Emboss")
    hand.put("relief.depth", "3 mm")
    hand.choose("relief.stands", "Leaning")
    hand.put("relief.leans", "20 deg")
    hand.rest()
    hand.look("leaning letters")
    hand.choose("relief.stands", "Bent over")
    hand.rest()
    hand.look("bent over")
    hand.press("Section")
    hand.rest()
    hand.look("their section")


def stencil(hand: Hand) -> None:
    """A word cut out of sheet with bridges, and the same as loose letters."""
    new(hand, "name plate")
    add(hand, "plate.top", "ROAD", "10 mm")
    hand.choose("relief.make", "Stencil")
    hand.rest()
    hand.look("a stencil")
    hand.choose("relief.make", "Loose")
    hand.rest()
    hand.look("loose letters")
    written(hand)


def handwriting(hand: Hand) -> None:
    """Handwriting from a picture, cleaned up and raised."""
    path = hand.folder / "written by hand.png"
    wobbly(path)
    new(hand, "name plate")
    dropped(hand, path)
    hand.soon(hand.answer("Use these"))
    hand.wait(2.0)
    hand.rest()
    hand.look("handwriting")
    hand.choose("relief.make", "Emboss")
    hand.rest()
    hand.look("raised")


def newer_part(hand: Hand) -> None:
    """A STEP part dropped on the window, marked, changed for its newer version."""
    old, newer = bracket(hand.folder, "bracket", 60.0), bracket(hand.folder, "bracket b", 66.0)
    hand.soon(lambda: hand.down(["As a new job"]))
    dropped(hand, old)
    hand.until(lambda: bool(hand.window.session.charts), "the part's faces")
    hand.rest()
    hand.wait(1.0)
    hand.look("the part")
    face = hand.window.part.hit(QPointF(hand.window.part.width() / 2, 200))
    assert face is not None
    add(hand, face.face, "No 42", "6 mm")
    hand.rest()
    hand.look("marked")
    hand.card(0)
    hand.soon(hand.file(newer))
    hand.press("Take a newer file …")
    hand.rest()
    hand.wait(1.0)
    hand.look("its newer version")
    assert hand.window.session.report and hand.window.session.report.stamps[0].built_by


def serials(hand: Hand) -> None:
    """Twenty serial plates, the proof sheet to sign, the files to the shop."""
    new(hand, "name plate")
    add(hand, "plate.top", "No {serial}", "8 mm")
    hand.rest()
    hand.look("a serial")
    save_file(hand.window.session.document, hand.folder / "plates.tinstamp")
    out = hand.folder / "plates"
    out.mkdir()
    hand.soon(lambda: series(hand, out))
    hand.shortcut(Qt.Key.Key_E, Qt.KeyboardModifier.ShiftModifier)
    hand.until(lambda: len(list(out.glob("*.step"))) == 20, "twenty files")
    hand.wait(0.5)

    seen = []

    def sheet() -> bool:
        asking = hand.app.activeModalWidget()
        if asking is None:
            return False
        hand.wait(6.0)
        hand.look("the proof sheet")
        seen.append(True)
        hand.press("Close", asking)
        return True

    hand.soon(sheet)
    hand.shortcut(Qt.Key.Key_P)
    hand.wait(0.5)
    assert seen, "the proof sheet did not open"
    shop(hand)


def series(hand: Hand, out: Path) -> bool:
    asking = hand.app.activeModalWidget()
    if asking is None:
        return False
    first, last = (box for box in asking.findChildren(QSpinBox) if "serial" in box.accessibleName())
    for box, number in ((first, 1), (last, 20)):
        box.selectAll()
        hand.type(str(number), box)
    hand.press("Fill", asking)
    hand.until(lambda: asking.findChildren(QTableWidget)[0].rowCount() == 20, "twenty rows")
    for line in asking.findChildren(QLineEdit):
        if line.accessibleName() == "Folder":
            line.selectAll()
            hand.type(str(out), line)
    hand.look("rows")
    hand.press("Make files", asking)
    hand.until(lambda: len(list(out.glob("*.step"))) == 20, "twenty files")
    hand.wait(1.0)
    hand.look("made")
    hand.press("Close", asking)
    return True


TASKS: dict[str, Callable[[Hand], None]] = {
    "1": plate, "2": head, "3": cone, "4": cover, "5": grip, "6": cup, "7": skin, "8": name_plate,
    "9": stencil, "10": handwriting, "11": newer_part, "12": serials,
}  # fmt: skip


def main() -> int:
    faulthandler.dump_traceback_later(45, repeat=True)
    pictures, wanted = Path(sys.argv[1]), sys.argv[2:] or list(TASKS)
    pictures.mkdir(parents=True, exist_ok=True)
    app = make_app()
    rows, faults = [], []
    for number in wanted:
        work = TASKS[number]
        with tempfile.TemporaryDirectory() as name:
            hand = Hand(app, Path(name), pictures)
            hand.task = number
            hand.window.session.build_now()
            try:
                hand.rest()
                work(hand)
            except Exception:  # a task that cannot be done is what is looked for
                hand.look("broken off")
                hand.faults.append(f"{number}: {traceback.format_exc(limit=-4)}")
            what = (work.__doc__ or "").strip().splitlines()[0]
            rows.append((number, what, hand.clicks, hand.strokes, hand.turns))
            faults += hand.faults
            hand.window.session.saved = hand.window.session.document
            hand.window.close()
            hand.wait(0.3)
    print("| | task | clicks | keys | wheel |\n| --- | --- | --- | --- | --- |")
    for number, what, clicks, strokes, turns in rows:
        print(f"| {number} | {what} | {clicks} | {strokes} | {turns} |")
    for fault in dict.fromkeys(faults):
        print(fault)
    print(f"{len(rows)} tasks, {len(faults)} faults")
    return 1 if faults else 0


if __name__ == "__main__":
    raise SystemExit(main())
