"""What goes to the maker, from the window: the proof sheet, a series, the shop, a picture; with
real keys and clicks."""

from __future__ import annotations

import json
from pathlib import Path

import pypdf
import pytest
from PIL import Image
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QInputDialog, QPushButton

from tests.desk.conftest import Hand
from tinstamp.desk.dialogs.series_dialog import SeriesDialog
from tinstamp.desk.dialogs.sheet_dialog import SheetDialog
from tinstamp.desk.dialogs.shop_dialog import ShopDialog
from tinstamp.job.archive import Document
from tinstamp.job.features import Plate
from tinstamp.job.model import Blank, Job, Relief, Setting, Stamp, Text
from tinstamp.shop import folder as f
from tinstamp.shop.machines import MACHINES


@pytest.fixture
def plate(hand: Hand) -> Hand:
    """A small part with a numbered text."""
    part = Plate(name="p", length="60 mm", width="30 mm", thickness="3 mm")
    stamp = Stamp(
        name="Label", artwork=Text(text="N{serial}", height="6 mm"),
        setting=Setting(face="p.top", across="0 mm", up="0 mm", rests_on="middle"),
        relief=Relief(depth="0.3 mm"),
    )  # fmt: skip
    job = Job(blank=Blank(features=(part,)), stamps=(stamp,))
    hand.window.session.begin(Document(job), None)
    hand.until_built()
    return hand


def click(button: QPushButton) -> None:
    assert button.isEnabled()
    QTest.mouseClick(button, Qt.MouseButton.LeftButton)


def button(dialog: object, words: str) -> QPushButton:
    return next(b for b in dialog.findChildren(QPushButton) if b.text() == words)  # type: ignore[attr-defined]


def test_the_proof_sheet_is_shown_and_saved(opened: Hand, tmp_path: Path) -> None:
    dialog = SheetDialog(opened.window.session, tmp_path, opened.window)
    opened.until(lambda: dialog.save.isEnabled(), "the pages")
    pages = dialog.pages.count()
    assert pages >= 1 and f"{pages} page" in dialog.note.text()
    assert "exact solid" in opened.window.proof.state.text()  # no longer “writing”
    dialog.save_as(tmp_path / "signed")
    saved = pypdf.PdfReader(tmp_path / "signed.pdf")
    assert len(saved.pages) == pages
    a4 = saved.pages[0].mediabox.height
    dialog.letter.click()
    opened.until(lambda: dialog.save.isEnabled(), "the pages on Letter")
    dialog.save_as(tmp_path / "letter.pdf")
    assert pypdf.PdfReader(tmp_path / "letter.pdf").pages[0].mediabox.height < a4
    dialog.save_as(tmp_path / "nowhere" / "x.pdf")
    assert "cannot be written" in dialog.note.text()
    dialog.reject()
    assert not Path(dialog.place.name).exists()


def test_a_sheet_that_was_closed_while_it_was_written_says_nothing_more(
    opened: Hand, tmp_path: Path, told: list[str]
) -> None:
    session = opened.window.session
    dialog = SheetDialog(session, tmp_path, opened.window)
    ended: list[object] = []
    session.wrote.connect(ended.append)
    session.failed.connect(ended.append)
    dialog.reject()
    opened.until(lambda: bool(ended), "the sheet that nobody waits for")
    assert dialog.file is None and not told


def series(opened: Hand, tmp_path: Path) -> SeriesDialog:
    dialog = SeriesDialog(opened.window.session, tmp_path, opened.window)
    dialog.folder.setText(str(tmp_path / "out"))
    return dialog


def test_serials_are_looked_at_and_made_and_the_job_moves_on(plate: Hand, tmp_path: Path) -> None:
    session = plate.window.session
    dialog = series(plate, tmp_path)
    assert not dialog.make.isEnabled() and "rows" in dialog.note.text()
    dialog.first.setValue(7)
    dialog.last.setValue(8)
    click(button(dialog, "Fill"))
    click(dialog.look)
    plate.until(lambda: not dialog.work.running, "all looked at")
    assert [dialog._found(row) for row in (0, 1)] == ["nothing to fix"] * 2
    assert not (tmp_path / "out").exists()
    shown = dialog.grid.item(0, 0)
    assert shown is not None and not shown.icon().isNull()
    before = session.job.serial.next
    click(dialog.make)
    plate.until(lambda: not dialog.work.running, "all made")
    names = sorted(path.name for path in (tmp_path / "out").iterdir())
    assert [n.partition("-")[2] for n in names if n.endswith(".step")] == ["007.step", "008.step"]
    assert before < session.job.serial.next == 9
    record = json.loads((tmp_path / "out" / "series.json").read_text())
    assert all(row["state"] == "written" for row in record["rows"])
    click(dialog.make)  # the files stand: nothing is made again
    plate.until(lambda: not dialog.work.running, "seen again")
    assert dialog._found(0).startswith("stood already")
    dialog.reject()


def test_a_finding_stops_its_row_alone_and_cells_are_typed(
    plate: Hand, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    dialog = series(plate, tmp_path)
    dialog.fill([["1"], ["2"]], ["serial"])
    name = plate.window.session.job.stamps[0].name
    monkeypatch.setattr(
        QInputDialog, "getItem", lambda *_, **__: (name, name in dialog.possible_heads())
    )
    click(button(dialog, "Add column …"))
    assert dialog.heads == ["serial", name]
    cell = dialog.grid.item(1, 2)
    assert cell is not None
    cell.setText("A TEXT THAT IS FAR TOO LONG FOR ANY PLACE ON THIS PART")
    click(dialog.make)
    plate.until(lambda: not dialog.work.running, "made")
    assert dialog._found(0).startswith("written")
    assert dialog._found(1).startswith("to fix") and "over the left edge" in dialog._found(1)
    assert "1 of 2" in dialog.note.text()
    assert plate.window.session.job.serial.next == 1  # not all of them stand
    cell.setText("OIL")
    assert dialog._found(1) == ""  # what was found is out of date
    dialog.reject()


def test_a_table_fills_the_grid_and_what_is_wrong_is_told(plate: Hand, tmp_path: Path) -> None:
    dialog = series(plate, tmp_path)
    path = tmp_path / "rows.csv"
    path.write_text("serial,file\n1,first\n2,second\n")
    dialog.take_table(path)
    assert dialog.grid.rowCount() == 2 and dialog.heads == ["serial", "file"]
    path.write_text("colour\nred\n")
    dialog.take_table(path)
    assert "sets nothing" in dialog.note.text() and not dialog.make.isEnabled()
    path.write_bytes(b"PK nonsense")
    dialog.take_table(path)
    assert "no sound XLSX" in dialog.note.text()
    dialog.pattern.setText("{job}-{serial}")
    dialog.fill([["1"], ["1"]], ["serial"])
    assert "both write" in dialog.note.text() and not dialog.look.isEnabled()
    click(button(dialog, "Add row"))
    dialog.grid.setCurrentCell(2, 1)
    click(button(dialog, "Remove row"))
    assert dialog.grid.rowCount() == 2
    dialog.reject()


def test_a_series_can_be_stopped_and_taken_up(plate: Hand, tmp_path: Path) -> None:
    dialog = series(plate, tmp_path)
    dialog.fill([[str(n)] for n in range(1, 6)], ["serial"])
    click(dialog.make)
    plate.until(lambda: dialog.count >= 1, "one row")
    click(dialog.stop)
    plate.until(lambda: not dialog.work.running, "stopped")
    assert "stopped" in dialog.note.text()
    stood = {p.name for p in (tmp_path / "out").glob("*.step")}
    assert not list((tmp_path / "out").glob(".*")) and len(stood) >= 1
    click(dialog.make)
    plate.until(lambda: not dialog.work.running, "taken up", 120)
    assert "5 of 5 rows stand" in dialog.note.text()
    dialog.reject()


def test_a_part_goes_through_the_shop(opened: Hand, tmp_path: Path) -> None:
    dialog = ShopDialog(opened.window.session, opened.window)
    dialog.floor.place = tmp_path
    for row, machine in enumerate(MACHINES):
        dialog.machines.setCurrentRow(row)
        assert dialog.machine == machine and "Nothing was sent" in dialog.picture.text()
        click(dialog.send)

        def ended() -> bool:
            order = dialog._order()
            return order is not None and order.phase in ("made", "refused")

        opened.until(ended, f"what the {machine} makes")
        opened.until(lambda: bool(dialog.told.text()), "what came of it")
        order = dialog._order()
        assert order is not None and order.phase == "made", order
        assert "✓" in dialog.told.text() and "✗" not in dialog.told.text()
        assert not dialog.picture.pixmap().isNull()
    dialog.reject()
    assert not dialog.floor._processes
    for machine in MACHINES:
        state = f.state_of(tmp_path / machine)
        assert state is not None and not state.running


def test_a_fault_is_seen_to_and_an_order_given_up(opened: Hand, tmp_path: Path) -> None:
    dialog = ShopDialog(opened.window.session, opened.window)
    dialog.floor.place = tmp_path
    dialog.machines.setCurrentRow(0)
    click(dialog.send)
    opened.until(lambda: (o := dialog._order()) is not None and o.part > 0.1, "at work")
    f.ask(tmp_path / "printer", "fault")
    opened.until(lambda: dialog.state.text().startswith("Stopped"), "the fault")
    assert "the lid is open" in dialog.state.text()
    click(dialog.mend)
    opened.until(lambda: (o := dialog._order()) is not None and o.phase == "at work", "on again")
    click(dialog.cancel)
    opened.until(lambda: (o := dialog._order()) is not None and o.phase == "given up", "given up")
    dialog.wishes["layer"].setText("thin")
    click(dialog.send)
    assert "numbers" in dialog.note.text()
    dialog.reject()


def test_a_picture_is_saved_as_the_part_is_seen(opened: Hand, tmp_path: Path) -> None:
    window = opened.window
    window.files.save_picture(tmp_path / "part")
    with Image.open(tmp_path / "part.png") as image:
        size = image.size
    assert size == (2 * window.part.width(), 2 * window.part.height())
    told: list[str] = []
    window.session.failed.connect(told.append)
    window.files.save_picture(tmp_path / "nowhere" / "x.png")
    assert told == ["x.png cannot be written: No such file or directory"]
