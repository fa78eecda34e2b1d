"""What the hand waits for, in the real window on a virtual screen: from a key to the pixels.

A program of its own, since the rest of the benchmarks needs no screen; prints lines of a name and
seconds for `benchmarks.bench` to judge.
"""

from __future__ import annotations

import os
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable
from itertools import count, cycle
from pathlib import Path

from PySide6.QtCore import QEvent, QObject, QPointF, QSettings, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QLineEdit, QWidget

from benchmarks import pace
from benchmarks.cases import BENT, on_face
from benchmarks.pace import Turns
from benchmarks.parts import lens, lofted
from benchmarks.peers import write_step
from tinstamp.desk.app import make_app
from tinstamp.desk.window import Window
from tinstamp.desk.work.demo import DEMOS
from tinstamp.job.archive import Document, save_file
from tinstamp.job.features import Tube
from tinstamp.job.model import Blank, Job

KEYS, STARTS = "AEINOSTU", 8
LETTERS = "FILLTOTHISLINEABCDEF"
PATIENCE = 120.0
"""s until a benchmark is given up"""


class Painted(QObject):
    """Which of some widgets were painted since this was asked last."""

    def __init__(self, *widgets: QWidget) -> None:
        super().__init__()
        self.widgets, self._seen = widgets, set[QObject]()
        self.at = 0.0
        for widget in widgets:
            widget.installEventFilter(self)

    def forget(self, *widgets: QWidget) -> None:
        self._seen -= set(widgets or self.widgets)

    @property
    def all(self) -> bool:
        return len(self._seen) == len(self.widgets)

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        if event.type() != QEvent.Type.Paint:
            return False
        watched.event(event)  # painted here, so that the time is that of the pixels
        self._seen.add(watched)
        self.at = time.perf_counter()
        return True


class Desk:
    """A window with an engine, and a hand."""

    def __init__(self, app: QApplication, folder: Path) -> None:
        self.app, self.folder = app, folder
        settings = QSettings(str(folder / "desk.ini"), QSettings.Format.IniFormat)
        self.window = Window(settings)
        self.window.resize(1280, 800)
        self.window.show()
        QTest.qWaitForWindowExposed(self.window)

    def until(self, seen: Callable[[], bool]) -> None:
        end = time.perf_counter() + PATIENCE
        while not seen():
            if time.perf_counter() > end:
                raise TimeoutError("the window did not come to rest")
            self.app.processEvents()
            time.sleep(0.0001)  # as little of what is measured as may be

    def rest(self) -> None:
        s = self.window.session
        self.until(lambda: not s.building and s.report is not None and not s.stale)

    def open(self, path: Path) -> None:
        self.window.session.open(path)
        self.rest()
        self.window.session.select(0)
        self.rest()

    def seen_after(self, hand: Callable[[], None]) -> float:
        """Seconds from what the hand does to the pixels of the part as it is then."""
        part, session = self.window.part, self.window.session
        before, start = session.mesh, time.perf_counter()
        hand()
        self.until(lambda: session.mesh is not before and not session.stale)
        drawn = part.image
        self.until(lambda: part.image is not drawn)
        part.repaint()
        return time.perf_counter() - start

    def depths(self) -> Turns:
        """A digit typed into the depth of the first stamp, so often."""
        page = self.window.fields.page
        assert page is not None
        widget = page.by_path["stamps.0.relief.depth"]
        field = getattr(widget, "line", widget)
        assert isinstance(field, QLineEdit)
        before, digits = "0.", iter("345")
        found = Turns()
        while not found.enough:
            field.setFocus()
            field.selectAll()
            digit = next(digits, "")
            if not digit:  # what was built before is known, and comes faster
                before = "0.3" if before == "0." else "0.4"
                digits = iter("123456789")
                digit = next(digits)
            QTest.keyClicks(field, before)
            self.until(lambda: not self.window.session._rest.isActive())
            self.rest() if self.window.session.building else None
            found.add(self.seen_after(lambda digit=digit: QTest.keyClick(field, digit)))
            self.rest()
        return found

    def taken_in(self, file: Path) -> float:
        """Seconds from a STEP file that is opened to the pixels of its part."""
        files, part = self.window.part_files, self.window.part
        seen: list[float] = []

        def look() -> None:
            part._draw()
            part.repaint()
            seen.append(time.perf_counter())

        files.glimpsed.connect(look)
        start = time.perf_counter()
        files.open(file, "new")
        files.glimpsed.disconnect(look)
        self.rest()
        return seen[0] - start

    def undone(self) -> Turns:
        found = Turns()
        while not found.enough:
            found.add(self.seen_after(self.window.session.undo))
            self.rest()
            found.add(self.seen_after(self.window.session.redo))
            self.rest()
        return found

    def dragged(self) -> Turns:
        """New pictures of sheet and part while a stamp is pulled along the part, s each."""
        part, drag = self.window.part, self.window.drag
        self.window.show_view("square")
        self.until(lambda: not part._draw_soon.isActive())
        preview = drag.preview
        assert preview is not None
        middle = (preview.placed.bounds[:2] + preview.placed.bounds[2:]) / 2
        space = preview.chart.to_space(middle[None])[0]
        spots = [QPointF(x, y) for x in range(20, part.width(), 20)
                 for y in range(20, part.height(), 20)]  # fmt: skip
        hits = [(s, h) for s in spots if (h := part.hit(s)) is not None]
        at = min(hits, key=lambda pair: float(abs(pair[1].point - space).sum()))[0]
        button = Qt.MouseButton.LeftButton
        QTest.mousePress(part, button, pos=at.toPoint())
        found = Turns(30, 90)
        painted = Painted(part, self.window.sheet)
        for k in count(1):
            if found.enough:
                break
            k = k if k < 40 else 80 - k  # there and back
            start, drawn = time.perf_counter(), part.image
            painted.forget()
            QTest.mouseMove(part, (at + QPointF(6 + k, k / 3)).toPoint())
            self.until(lambda drawn=drawn: part.image is not drawn)  # type: ignore[misc]
            painted.forget(part)
            self.until(lambda: painted.all)
            found.add(time.perf_counter() - start)
        QTest.mouseRelease(part, button, pos=at.toPoint())
        self.rest()
        return found

    def typed(self) -> tuple[Turns, Turns]:
        """Seconds from a key in a stamp's text to the sheet's pixels, and to the part's, which show
        the relief as it will be."""
        page, part = self.window.fields.page, self.window.part
        assert page is not None
        box = page.by_path["stamps.0.artwork.text"]
        box.setFocus()
        on_sheet, on_part = Turns(8, 30), Turns(8, 30)
        painted = Painted(self.window.sheet)
        for number, letter in enumerate(cycle(KEYS)):
            if on_part.enough:
                break
            drawn = part.image
            painted.forget()
            start = time.perf_counter()
            if number % 8 < 4:
                QTest.keyClicks(box, letter)
            else:  # no longer than a few letters more, which touch nothing
                QTest.keyClick(box, Qt.Key.Key_Backspace)
            self.until(lambda: painted.all)
            to_sheet = painted.at - start
            self.until(lambda drawn=drawn: part.image is not drawn)  # type: ignore[misc]
            part.repaint()
            to_part = time.perf_counter() - start
            on_part.add(to_part)
            on_sheet.add(to_sheet)
            self.until(lambda: not self.window.session._rest.isActive())
        self.rest()
        return on_sheet, on_part


def twenty_stamps() -> Job:
    """Twenty lines of a few words on a tube."""
    part = Tube(name="b", outer_diameter="84 mm", wall="2 mm", height="90 mm")
    stamps = tuple(
        on_face("HOT WHEN LIT", "b.outer", (f"{72 * (k % 5)} deg", f"{12 + 20 * (k // 5)} mm"))
        .model_copy(update={"name": f"line {k}"})
        for k in range(20)
    )  # fmt: skip
    return Job(blank=Blank(features=(part,)), stamps=stamps)


def told(name: str, turns: Turns, peer: float | None = None) -> None:
    beside = "" if peer is None else f"\t{peer:.4f}"
    seconds, slow = turns.typical
    print(f"{name}\t{seconds:.4f}\t{slow:.2f}{beside}", flush=True)


KERNEL = """
import sys, time
from benchmarks.peers import read_and_meshed
print(read_and_meshed(sys.argv[1]))
"""


def taken_in(desk: Desk, file: Path, what: str) -> None:
    """A STEP file of such faces, against the kernel's reading and meshing of it in a process of
    its own."""
    command = [sys.executable, "-c", KERNEL, str(file)]
    peer = float(subprocess.run(command, capture_output=True, text=True, check=True).stdout)
    taken = Turns(1, 1)
    taken.add(desk.taken_in(file))
    told(f"a part of {what}, its picture", taken, peer)


def parts_taken_in(desk: Desk, sides: tuple[int, ...]) -> None:
    """A loft with 16 freeform faces; STEP files of so many faces to each side of a lens, and a
    stamp on such a part, typed into."""
    loft = desk.folder / "loft.step"
    write_step(lofted(16, 1, 12, 12), loft)  # 3.5 MB, some 0.4 s of the kernel
    taken_in(desk, loft, "18 fine faces")
    for side in sides:
        file, count = desk.folder / f"lens{side}.step", 2 * side * side
        write_step(lens(side), file)
        taken_in(desk, file, f"{count} faces")
        session = desk.window.session
        faces = session.job.blank.features[0].faces  # type: ignore[union-attr]
        face = max(faces, key=lambda f: f.centre[2]).name
        desk.window.face_clicked(f"lens{side}.{face}")
        desk.rest()
        desk.window.add_stamp()
        desk.until(lambda: bool(desk.window.session.job.stamps))
        desk.rest()
        told(f"depth, a part of {count} faces", desk.depths())


def main() -> None:
    for flag in sys.argv[1:]:
        if flag == "--quick":
            pace.hurry()
        if flag.startswith("--best="):
            pace.known(float(flag.partition("=")[2]))
    with tempfile.TemporaryDirectory() as name:
        folder = Path(name)
        for word in ("STATE", "DATA", "CONFIG", "CACHE"):
            os.environ[f"XDG_{word}_HOME"] = str(folder / word.lower())
        desk = Desk(make_app(), folder)
        for word, path in DEMOS.items():
            desk.open(path)
            told(f"depth, demo {word}", desk.depths())
        parts = {"tube": (Tube(name="b", outer_diameter="84 mm", wall="2 mm"), "b.outer",
                          ("0 deg", "20 mm"))}  # fmt: skip
        parts |= {word: (part, face, place) for word, (part, face, place, _) in BENT.items()}
        for word, (part, face, place) in parts.items():
            file = folder / f"{word}.tinstamp"
            stamp = on_face(LETTERS, face, place)
            job = Job(blank=Blank(features=(part,)), stamps=(stamp,))  # type: ignore[arg-type]
            save_file(Document(job), file)
            desk.open(file)
            told(f"depth, 20 letters, {word}", desk.depths())
            if word in ("tube", "freeform B-spline"):
                told(f"undo, 20 letters, {word}", desk.undone())
                told(f"a picture of a drag, 20 letters, {word}", desk.dragged())
        file = folder / "twenty.tinstamp"
        save_file(Document(twenty_stamps()), file)
        desk.open(file)
        for word, seconds in zip(("sheet", "part"), desk.typed(), strict=True):
            told(f"a key, 20 stamps, to the {word}", seconds)
        parts_taken_in(desk, (3, 12) if "--quick" in sys.argv[1:] else (3, 12, 32, 100))
        desk.window.session.close()
        started(folder)


STARTING = """
import sys, time
from tinstamp.engine.starting import start
first = start()
from pathlib import Path
from PySide6.QtCore import QTimer
from tinstamp.desk.app import make_app
from tinstamp.desk.window import Window
app = make_app()
window = Window(first=first)
window.show()
app.processEvents()
begun = float(sys.argv[1])
print("window", time.time() - begun, flush=True)
session = window.session
def seen():
    app.processEvents()
    last = session.only_seen
    print("known part" if last else "part", time.time() - begun, flush=True)
    if not last:
        QTimer.singleShot(0, lambda: session.report is None or app.quit())
session.pictured.connect(seen)
session.report_changed.connect(lambda: session.report is not None and app.quit())
QTimer.singleShot(0, lambda: window.files.open(Path(sys.argv[2])))
app.exec()
"""


def started(folder: Path) -> None:
    """The program started on the tank, for the first time and again."""
    found: dict[str, Turns] = {}
    for _ in range(STARTS):
        if found and all(turns.enough for turns in found.values()):
            break
        command = [sys.executable, "-c", STARTING, str(time.time()), str(DEMOS["fuel tank"])]
        out = subprocess.run(command, capture_output=True, text=True, check=True, cwd=folder)
        for line in out.stdout.splitlines():
            word, seconds = line.rsplit(" ", 1)
            found.setdefault(word, Turns()).add(float(seconds))
    for word, seconds in found.items():
        told(f"start to the {word}", seconds)


if __name__ == "__main__":
    main()
