"""A mark used again on another part from the shelf of stamps, names offered while a formula is
typed, a stamp as a drawing for other programs, the sheet on paper, recent jobs by their pictures;
with real keys."""

from __future__ import annotations

import re
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

import numpy as np
import pypdf
import pytest
import shapely
from PySide6.QtCore import Qt
from PySide6.QtGui import QGuiApplication, QImage
from PySide6.QtPrintSupport import QPrinter
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QInputDialog, QLineEdit, QMenu

from tests.core.rendered import overlap
from tests.desk.conftest import Hand
from tinstamp.artwork.outline import Region, polygon
from tinstamp.artwork.svg.read import read_svg
from tinstamp.artwork.svg_out import as_svg
from tinstamp.desk.dialogs.sheet_dialog import SheetDialog
from tinstamp.desk.pages.completing import Completing, names_in
from tinstamp.desk.work import recent_pictures
from tinstamp.job import stamp_shelf
from tinstamp.job.archive import ArchiveError, Document, save_file
from tinstamp.job.features import Tube
from tinstamp.job.model import Blank, Dimension, Job, Setting, Stamp, Text


@pytest.fixture(autouse=True)
def own_folder(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(stamp_shelf, "folder", lambda: tmp_path / "stamps")


def entries(hand: Hand) -> QMenu:
    """What the shelf's menu lists now."""
    menu = QMenu(hand.window)
    hand.window.arrivals.fill_shelf(menu)
    return menu


def test_a_stamp_of_the_shelf_is_marked_on_another_part(
    opened: Hand, monkeypatch: pytest.MonkeyPatch
) -> None:
    window, session = opened.window, opened.window.session
    sized = Stamp(
        name="Mark", artwork=Text(text="HB8", height="tall"),
        setting=Setting(face="tank.outer", up="20 mm", turn="10 deg"),
    )  # fmt: skip
    job = session.job
    formulas = {"half": "3 mm", "tall": "2 * half", "unused": "9 mm"}
    dimensions = tuple(Dimension(name=name, formula=f) for name, f in formulas.items())
    with_mark = job.model_copy(
        update={"stamps": (sized,), "dimensions": (*job.dimensions, *dimensions)}
    )
    session.begin(Document(with_mark), None)
    opened.until_built()
    (empty,) = entries(opened).actions()
    assert empty.text() == "The shelf is empty" and not empty.isEnabled()
    session.select(0)
    monkeypatch.setattr(QInputDialog, "getText", lambda *a, **k: ("Maker's mark", True))
    window.actions_by_name["shelve stamp"].trigger()
    part = Tube(name="cup", outer_diameter="60 mm", wall="2 mm", height="50 mm")
    session.begin(Document(Job(blank=Blank(features=(part,)))), None)
    opened.until_built()
    assert not window.actions_by_name["shelve stamp"].isEnabled()
    window.face_clicked("cup.outer")
    (action,) = entries(opened).actions()
    assert action.text() == "Maker's mark"
    action.trigger()
    opened.until_built()
    (stamp,) = session.job.stamps
    assert stamp.artwork.text == "HB8" and stamp.setting.face == "cup.outer"  # type: ignore[union-attr]
    assert stamp.setting.turn == "10 deg"
    assert [d.name for d in session.job.dimensions] == ["half", "tall"]
    assert session.report is not None and session.report.valid and session.report.stamps[0].built_by
    session.undo()
    assert not session.job.stamps and not session.job.dimensions


def test_what_is_wrong_with_a_shelf_is_told(tmp_path: Path, opened: Hand) -> None:
    alone = stamp_shelf.stamp_alone(opened.window.session.document, 0)
    for name in ("", "a/b", ".hidden", "x" * 90):
        with pytest.raises(ArchiveError, match="needs a name"):
            stamp_shelf.put(alone, name)
    path = stamp_shelf.put(alone, "whole")
    assert stamp_shelf.kept() == ["whole"]
    path.write_bytes(path.read_bytes()[:-200])
    heard: list[str] = []
    opened.window.session.failed.connect(heard.append)
    before = opened.window.session.job
    opened.window.arrivals.from_shelf("whole")
    assert heard and opened.window.session.job is before
    bare = Document(alone.job.model_copy(update={"stamps": ()}))
    stamp_shelf.put(bare, "bare")
    opened.window.arrivals.from_shelf("bare")
    assert heard[-1].endswith("holds no stamp")


def test_names_are_offered_while_a_formula_is_typed(opened: Hand) -> None:
    window, session = opened.window, opened.window.session
    session.select(0)
    known = names_in(session)
    assert {"diameter", "tank.height", "girth", "tank.outer.girth", "min("} <= set(known)
    field = opened.field("stamps.0.artwork.height")
    line = getattr(field, "line", field)
    assert isinstance(line, QLineEdit)
    (offering,) = line.findChildren(Completing)
    line.setFocus()
    line.selectAll()
    QTest.keyClicks(line, "ta")
    opened.until(offering.popup.isVisible, "what is offered")
    rows = offering.box.completionModel()
    offered = [rows.index(k, 0).data() for k in range(rows.rowCount())]
    assert "tank.height" in offered and all("ta" in name.lower() for name in offered)
    at = offered.index("tank.height")
    for _ in range(at + 1):
        QTest.keyClick(offering.popup, Qt.Key.Key_Down)
    QTest.keyClick(offering.popup, Qt.Key.Key_Return)
    opened.until(lambda: line.text() == "tank.height", "the name")
    QTest.keyClicks(line, " / 8")
    opened.until(
        lambda: session.job.stamps[0].artwork.height == "tank.height / 8",  # type: ignore[union-attr]
        "the formula",
    )
    assert not offering.popup.isVisible()
    line.setText("2 * diam + 1")
    line.setCursorPosition(len("2 * diam"))
    offering.take("diameter")
    assert line.text() == "2 * diameter + 1" and line.cursorPosition() == len("2 * diameter")
    window.session.settle()


def test_a_copied_stamp_is_a_drawing_for_other_programs(opened: Hand) -> None:
    """What an independent renderer (resvg) paints of it, and its area."""
    opened.window.session.select(0)
    opened.until(lambda: opened.window.drag.preview is not None)
    opened.window.arrivals.copy()
    mime = QGuiApplication.clipboard().mimeData()
    data = bytes(mime.data("image/svg+xml").data())
    preview = opened.window.drag.preview
    assert preview is not None and preview.artwork.regions
    large = re.sub(rb'(width|height)="([\d.]+)mm"',
                   lambda m: b'%s="%.3fmm"' % (m[1], 40 * float(m[2])), data)  # fmt: skip
    assert overlap(large) > 0.98  # a renderer's page is of whole pixels
    area = sum(r.area for r in preview.artwork.regions)
    again = read_svg(data)
    assert sum(r.area for r in again.regions) == pytest.approx(area, rel=1e-4)
    assert as_svg(preview.artwork.regions).encode() == data


@pytest.mark.parametrize("seed", range(5))
def test_any_regions_are_the_same_read_back(seed: int) -> None:
    rng = np.random.default_rng(seed)
    blobs = [shapely.Point(*rng.uniform(-20, 20, 2)).buffer(rng.uniform(2, 6), 5) for _ in range(4)]
    holes = shapely.union_all([shapely.Point(*rng.uniform(-20, 20, 2)).buffer(1.0, 4)
                               for _ in range(6)])  # fmt: skip
    ink = shapely.union_all(blobs).difference(holes)
    regions = [
        Region(polygon(part.exterior.coords[:-1]),
               tuple(polygon(ring.coords[:-1]) for ring in part.interiors))
        for part in shapely.get_parts(ink)
    ]  # fmt: skip
    again = read_svg(as_svg(regions).encode())
    assert sum(r.area for r in again.regions) == pytest.approx(ink.area, rel=1e-4)
    assert len(again.regions) == len(regions)


def test_the_sheet_is_printed_at_its_size(opened: Hand, tmp_path: Path) -> None:
    dialog = SheetDialog(opened.window.session, tmp_path, opened.window)
    assert not dialog.printed.isEnabled()
    opened.until(lambda: dialog.printed.isEnabled(), "the pages")
    pages = dialog.pages.count()
    printer = QPrinter(QPrinter.PrinterMode.HighResolution)
    printer.setOutputFormat(QPrinter.OutputFormat.PdfFormat)
    printer.setOutputFileName(str(tmp_path / "printed.pdf"))
    dialog.print_on(printer)
    opened.until(lambda: dialog.note.text().startswith("Printed"), "the paper")
    made = pypdf.PdfReader(tmp_path / "printed.pdf")
    assert len(made.pages) == pages
    box = made.pages[0].mediabox
    assert [float(box.width), float(box.height)] == pytest.approx([595.3, 841.9], abs=1.5)  # A4
    dialog.reject()


def test_recent_jobs_are_known_by_their_pictures(
    hand: Hand, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    """A picture that shows the part as it was seen last; that of a job off the list goes."""
    folder = tmp_path / "recent"
    monkeypatch.setattr(recent_pictures, "picture_folder", lambda: folder)
    files = hand.window.files
    paths = [tmp_path / "first.tinstamp", tmp_path / "second.tinstamp"]
    for path, size in zip(paths, ("60 mm", "20 mm"), strict=True):
        part = Tube(name="cup", outer_diameter=size, wall="2 mm", height="50 mm")
        save_file(Document(Job(blank=Blank(features=(part,)))), path)
        assert files.open(path)
        hand.until_built()
        hand.until(lambda p=path: recent_pictures.picture_file(p).exists(), "its picture")  # type: ignore[misc]
    shown = [recent_pictures.icon_of(path).pixmap(84, 84).toImage() for path in paths]
    for image in shown:
        grey = image.convertToFormat(QImage.Format.Format_Grayscale8)
        tones = np.frombuffer(grey.constBits(), np.uint8)
        assert (
            image.width() == 84 and float(np.quantile(tones, 0.95) - np.quantile(tones, 0.05)) > 40
        )
    assert shown[0] != shown[1]
    menu = QMenu(hand.window)
    files.fill_recent(menu, hand.window.actions_by_name)
    with_picture = [a.text() for a in menu.actions() if not a.icon().isNull()]
    assert with_picture == ["second", "first"]
    files.recent.forget(paths[0])
    recent_pictures.keep(shown[1], paths[1], files.recent.paths())
    assert not recent_pictures.picture_file(paths[0]).exists()
    assert recent_pictures.icon_of(paths[0]).isNull()
    monkeypatch.setattr(recent_pictures, "picture_folder", lambda: Path("/proc/nowhere"))
    recent_pictures.keep(shown[1], paths[1], ())  # told in the log, nothing else


def test_a_small_picture_is_never_seen_half_written(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Read over and over while it is written over and over: always one of the two, whole."""
    monkeypatch.setattr(recent_pictures, "picture_folder", lambda: tmp_path / "recent")
    job = tmp_path / "job.tinstamp"
    noise = np.random.default_rng(5).integers(0, 255, (2, 84, 84, 4), np.uint8)
    pictures = [QImage(n.tobytes(), 84, 84, QImage.Format.Format_RGB32).copy() for n in noise]
    recent_pictures.keep(pictures[0], job, ())
    file = str(recent_pictures.picture_file(job))
    whole = []
    for image in pictures:
        recent_pictures.keep(image, job, ())
        whole.append(QImage(file))
    with ThreadPoolExecutor(1) as pool:
        writing = pool.submit(
            lambda: [recent_pictures.keep(pictures[k % 2], job, ()) for k in range(100)]
        )
        looked = 0
        while not writing.done():
            assert QImage(file) in whole
            looked += 1
        writing.result()
    assert looked > 10
