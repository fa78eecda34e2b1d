"""A day's work in the window without losing an hour or a job: real keys and clicks, and the
picture as the hand left it."""

from __future__ import annotations

import sys
import time
from pathlib import Path

import numpy as np
import pytest
from PySide6.QtCore import QPointF, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QFileDialog, QMessageBox
from vtkmodules.util.numpy_support import vtk_to_numpy

from tests.conftest import document, stamp
from tests.desk.conftest import Hand
from tinstamp.desk.app import offer_left_work
from tinstamp.desk.work import mishaps, session
from tinstamp.desk.work.autosave import Autosave, left_behind
from tinstamp.desk.work.demo import DEMOS
from tinstamp.desk.work.documents import with_places_told
from tinstamp.desk.work.mishaps import Mishaps
from tinstamp.job.archive import ArchiveError, open_file, save_file
from tinstamp.job.model import Dimension, changed
from tinstamp.job.state import log_file

SVG = b'<svg xmlns="http://www.w3.org/2000/svg">'


def pixels(hand: Hand) -> np.ndarray:
    """The part as it is on the screen, (rows, columns, 3)."""
    image = (
        hand.window.part.grab()
        .toImage()
        .convertToFormat(hand.window.part.grab().toImage().Format.Format_RGB888)
    )
    rows = np.frombuffer(image.constBits(), np.uint8).reshape(image.height(), -1)
    return rows[:, : 3 * image.width()].reshape(image.height(), image.width(), 3).astype(int)


def middle(hand: Hand) -> QPointF:
    part = hand.window.part
    return QPointF(part.width() / 2, part.height() / 2)


def test_a_click_in_the_part_puts_no_fog_over_it(opened: Hand) -> None:
    part = opened.window.part
    opened.window.ticket.list.setFocus()
    opened.app.processEvents()
    before = pixels(opened)
    QTest.mouseClick(part, Qt.MouseButton.LeftButton, pos=middle(opened).toPoint())
    opened.until(lambda: not part._draw_soon.isActive() and not part._fine_soon.isActive())
    assert part.hasFocus()
    after = pixels(opened)
    inner = (slice(40, -4), slice(4, -4))
    darkest = [np.percentile(p[inner].mean(axis=2), 2) for p in (before, after)]
    assert darkest[1] == pytest.approx(darkest[0], abs=6)  # ink is as dark as before
    framed = np.abs(after[-1, 20:-20] - after[-3, 20:-20]).mean()
    assert framed > 2  # and the focus can still be seen, as a frame


def test_no_fog_during_a_drag_either(opened: Hand) -> None:
    part = opened.window.part
    before = pixels(opened)
    QTest.mousePress(part, Qt.MouseButton.LeftButton, pos=QPointF(40, 300).toPoint())
    QTest.mouseMove(part, QPointF(60, 305).toPoint())
    opened.until(lambda: not part._draw_soon.isActive())
    during = pixels(opened)
    QTest.mouseRelease(part, Qt.MouseButton.LeftButton, pos=QPointF(60, 305).toPoint())
    inner = (slice(40, -4), slice(4, -4))
    dark = [np.percentile(p[inner].mean(axis=2), 2) for p in (before, during)]
    assert dark[1] == pytest.approx(dark[0], abs=10)


def red(hand: Hand) -> int:
    rows = pixels(hand)
    return int(((rows[..., 0] > 120) & (rows[..., 0] > rows[..., 1] + 60)).sum())


def test_the_old_word_is_gone_while_a_new_one_is_typed(opened: Hand) -> None:
    window = opened.window
    window.show_view("square")
    opened.until(lambda: not window.part._draw_soon.isActive())
    opened.hold_engine()  # it does not answer meanwhile
    opened.write(opened.field("stamps.0.artwork.text"), "I")
    opened.until(lambda: window.session.job.stamps[0].artwork.text == "I")
    opened.until(lambda: not window.part._draw_soon.isActive())
    window.part._draw()
    assert window.part.veiled == {"Filling line/cap", "Filling line/wall"}
    assert 0 < red(opened) < 2000  # the new letter
    veiled = pixels(opened)
    window.part.scene.veil(frozenset())
    window.part._draw()
    bare = np.abs(pixels(opened) - veiled).max(axis=2) > 40
    assert bare.sum() > 100  # what would stand beside it
    assert window.proof.worst.text().startswith("before the change")
    opened.let_engine()
    window.session.build_now()
    opened.until_built()
    assert window.part.veiled == set()
    assert not window.proof.worst.text().startswith("before")


@pytest.mark.parametrize("text", ["FILL TO 08", "FILL TO THIS LINE AND NO FURTHER"])
def test_no_outline_of_the_old_word_stays_on_the_part(hand: Hand, text: str) -> None:
    """With few letters the kernel fills the face about them, with many we do; lines of its borders
    need not begin and end where those of the letters do."""
    window = hand.window
    long = document(stamp("s", text, up="tank.height - 20 mm"))
    window.session.begin(long, None)
    hand.until_built()
    window.session.select(0)
    shown = window.drag.preview
    assert shown is not None
    low_x, low_y, high_x, high_y = map(float, shown.placed.bounds)

    def lines_there() -> int:
        found = window.part.scene._edges.GetMapper().GetInput()
        ends = vtk_to_numpy(found.GetLines().GetConnectivityArray())
        xy = shown.chart.from_space(vtk_to_numpy(found.GetPoints().GetData())[ends])
        on = np.linalg.norm(shown.chart.to_space(xy) - vtk_to_numpy(
            found.GetPoints().GetData())[ends], axis=1) < 1.0  # fmt: skip
        within = (xy > [low_x - 0.2, low_y - 0.2]) & (xy < [high_x + 0.2, high_y + 0.2])
        return int((within.all(axis=1) & on).sum())

    assert lines_there() > 100
    hand.hold_engine()
    window.session.edit(("stamps", 0, "setting", "across"), "150 deg", "move")
    assert window.part.veiled == {"s/cap", "s/wall"}
    assert lines_there() == 0
    hand.let_engine()


def test_the_old_relief_is_told_by_name_when_the_order_has_changed(hand: Hand) -> None:
    """The first of two stamps is deleted: that of the second, now first, is the one in hand."""
    window = hand.window
    window.session.begin(document(stamp("one"), stamp("two", across="90 deg")), None)
    window.session.edit(("stamps", 1, "relief", "depth"), "0.45 mm", "deepen")  # fonts are known
    hand.until_built()
    hand.hold_engine()
    window.session.select(0)
    window.ticket.delete_stamp()
    assert window.part.veiled == {"one/cap", "one/wall"}
    window.session.select(0)
    window.session.edit(("stamps", 0, "relief", "depth"), "0.3 mm", "deepen")
    assert window.part.veiled == {"one/cap", "one/wall", "two/cap", "two/wall"}
    hand.let_engine()


def test_a_fault_within_an_edit_is_not_taken_for_a_late_one(opened: Hand) -> None:
    page = opened.window.fields.page

    def broken(job, new):  # type: ignore[no-untyped-def]
        raise TypeError("a fault of the program")

    with pytest.raises(TypeError):
        page.put(("stamps", 0, "name"), "new", "name", through=broken)


def test_a_views_button_goes_out_when_the_part_is_turned(opened: Hand) -> None:
    window = opened.window
    window.show_view("square")
    assert window.views.button(1).isChecked()
    opened.drag(window.part, QPointF(30, 320), QPointF(90, 330))
    assert not any(b.isChecked() for b in window.views.buttons())
    window.show_view("end")
    assert window.views.button(2).isChecked()


def test_a_copy_is_kept_in_steady_work(opened: Hand, monkeypatch: pytest.MonkeyPatch) -> None:
    """Edits without a pause: each used to put the copy off."""
    s = opened.window.session
    s._keep.setInterval(600)
    kept: list[float] = []
    keep = Autosave.keep
    monkeypatch.setattr(
        Autosave, "keep", lambda self, *a: (keep(self, *a), kept.append(time.monotonic()))
    )
    start = time.monotonic()
    count = 0
    while time.monotonic() - start < 3.0:
        count += 1
        s.edit(("stamps", 0, "artwork", "text"), f"N{count}", "type", "typing")
        opened.app.processEvents()
        time.sleep(0.05)  # as fast as hands type
    assert len(kept) >= 2
    assert session.COPY_AFTER <= 10_000


def test_work_is_only_given_up_when_its_new_copy_stands(
    hand: Hand, monkeypatch: pytest.MonkeyPatch
) -> None:
    lost = Autosave()
    lost.keep(document(stamp(text="MINE")), None)
    lost._hold.let_go()
    monkeypatch.setattr(QMessageBox, "question", lambda *a, **k: QMessageBox.StandardButton.Yes)

    def full(self: Autosave, *_: object) -> None:
        raise ArchiveError("no copy could be kept: No space left on device")

    with monkeypatch.context() as broken:
        broken.setattr(Autosave, "keep", full)
        assert not offer_left_work(hand.window)
    assert any("damaged-" in f.name for f in lost.file.parent.iterdir())  # still there


def test_a_copy_that_cannot_be_worked_out_does_not_end_the_start(
    hand: Hand, monkeypatch: pytest.MonkeyPatch, told: list[str]
) -> None:
    left = Autosave()
    left.keep(document(stamp()), None)
    left._hold.let_go()
    monkeypatch.setattr(QMessageBox, "question", lambda *a, **k: QMessageBox.StandardButton.Yes)
    monkeypatch.setattr(
        type(hand.window.session), "begin", lambda *a: (_ for _ in ()).throw(OverflowError("inf"))
    )
    assert not offer_left_work(hand.window)
    assert "put aside" in told[-1] and left_behind() == []


def test_a_job_that_is_open_elsewhere_or_changed_is_told(
    opened: Hand, job_file: Path, told: list[str], monkeypatch: pytest.MonkeyPatch
) -> None:
    window = opened.window
    window.session.edit(("stamps", 0, "artwork", "text"), "OURS", "type")
    time.sleep(0.01)  # another mtime on coarse clocks
    save_file(document(stamp(text="THEIRS")), job_file)
    chosen: list[str] = []

    def answer(box: QMessageBox) -> int:
        chosen.append(box.text())
        (button,) = [b for b in box.buttons() if "not save" in b.text()]
        button.click()
        return 0

    monkeypatch.setattr(QMessageBox, "exec", answer)
    assert not window.files.save()
    assert "changed by another program" in chosen[0]
    assert open_file(job_file).job.stamps[0].artwork.text == "THEIRS"
    window.session.save(job_file, even_so=True)
    assert open_file(job_file).job.stamps[0].artwork.text == "OURS"
    window.session.file.elsewhere = True
    monkeypatch.setattr(type(window.session), "open", lambda self, path: None)
    assert window.files.open(job_file) and "open elsewhere" in told[-1]


def test_limits_hold_at_every_edit(opened: Hand) -> None:
    s, window = opened.window.session, opened.window
    said: list[str] = []
    s.failed.connect(said.append)
    full = tuple(stamp(f"s{k}") for k in range(200))
    opened.hold_engine()
    assert s.replace(s.job.model_copy(update={"stamps": full}), "fill")
    assert not window.add_stamp() and "at most 200" in said[-1]
    window.ticket.copy_stamp()
    assert len(s.job.stamps) == 200
    many = tuple(Dimension(name=f"d{k}", formula="1 mm") for k in range(500))
    assert s.replace(s.job.model_copy(update={"dimensions": many}), "fill")
    assert not s.replace(
        s.job.model_copy(update={"dimensions": (*many, Dimension(name="x", formula="1"))}), "add"
    )
    assert "at most 500" in said[-1] and len(s.job.dimensions) == 500
    s.undo()
    s.undo()
    assert len(s.job.stamps) == 1


def test_an_error_that_nobody_caught_is_told_logged_and_the_work_kept(
    opened: Hand, told: list[str]
) -> None:
    window = opened.window
    watch = Mishaps(window.session, window.complain)
    before = sys.excepthook
    from tinstamp.job.state import keep_log

    keep_log("test")
    try:
        watch.watch()
        window.session.edit(("stamps", 0, "artwork", "text"), "UNSAVED", "type")
        try:
            raise ZeroDivisionError("nobody thought of that")
        except ZeroDivisionError:
            sys.excepthook(*sys.exc_info())  # type: ignore[arg-type]
        opened.until(lambda: bool(watch.told))
        opened.until(lambda: window.session.autosave.file.exists(), "kept")
    finally:
        sys.excepthook = before
    assert "not foreseen" in told[-1] and str(log_file()) in told[-1]
    assert open_file(window.session.autosave.file).job.stamps[0].artwork.text == "UNSAVED"
    assert mishaps.ONE_BOX_WITHIN > 0


def test_a_field_typed_into_while_its_kind_changes(hand: Hand) -> None:
    """What was typed comes after its field is gone: it is left out, and nothing breaks."""
    window = hand.window
    page = window.fields.page
    window.session.select(-1)
    hand.until_settled()
    page = window.fields.page
    field = page.by_path["blank.features.0.wall"]
    field.line.setFocus()
    QTest.keyClicks(field.line, "9")
    page_before = window.fields.page
    feature = window.session.job.blank.features[0]
    from tinstamp.job.features import Ball

    ball = Ball(name=feature.name, diameter="30 mm")
    assert window.session.replace(
        changed(window.session.job, ("blank", "features", 0), ball), "change"
    )
    before = window.session.document
    assert page_before.put(("blank", "features", 0, "wall"), "3 mm", "wall") is None
    assert window.session.document == before
    field.edited.emit("4 mm")
    hand.until_settled()
    assert window.session.job.blank.features[0].kind == "ball"


@pytest.mark.parametrize(
    ("name", "content", "words"),
    [
        ("n" * 180 + ".svg", b"<svg", "not sound XML"),
        ("logo.svg", SVG + b'<g id="a"><use href="#a"/></g></svg>', "within itself"),
        ("logo.dxf", b"0\r\nSECTION\r\n", "DXF|nothing"),
        ("logo.png", b"\x89PNG\r\n\x1a\nbroken", "not a sound"),
        ("font.ttf", b"\0\1\0\0broken", "damaged|font"),
        ("part.step", b"ISO-10303-21;\nbroken", "STEP|geometry"),
        ("profile.svg", b"<svg/>", "holds no lines|profile"),
    ],
)  # fmt: skip
def test_bad_files_taken_in_are_told_and_change_nothing(
    opened: Hand, name: str, content: bytes, words: str, tmp_path: Path
) -> None:
    import re

    path = tmp_path / name
    path.write_bytes(content)
    window = opened.window
    said: list[str] = []
    window.session.failed.connect(said.append)
    before = window.session.document
    purpose = {"ttf": "font", "step": "join"}.get(path.suffix[1:], "new logo")
    window.part_files.open(path, "points" if name.startswith("profile") else purpose)
    opened.until(lambda: bool(said))
    assert re.search(words, said[-1]), said
    assert window.session.document == before


def test_reading_can_be_given_up(opened: Hand, tmp_path: Path, monkeypatch) -> None:  # type: ignore[no-untyped-def]
    """A file that takes for ever: the window stays alive, the box gives it up."""
    import math

    from PySide6.QtCore import QTimer
    from PySide6.QtWidgets import QProgressDialog

    turn = 2 * math.pi * 1499 / 3000
    star = " ".join(f"{50 + 50 * math.cos(turn * k):.4f},{50 + 50 * math.sin(turn * k):.4f}"
                    for k in range(3000))  # fmt: skip
    path = tmp_path / "star.svg"
    path.write_text(f'<svg xmlns="http://www.w3.org/2000/svg"><polygon points="{star}"/></svg>')
    window = opened.window
    said: list[str] = []
    window.session.failed.connect(said.append)
    beats: list[float] = []
    timer = QTimer()
    timer.timeout.connect(lambda: beats.append(time.monotonic()))
    timer.start(50)

    def cancel() -> None:
        for box in window.findChildren(QProgressDialog):
            box.cancel()

    QTimer.singleShot(1500, cancel)
    window.part_files.open(path, "new logo")
    timer.stop()
    assert "not taken in" in said[-1]
    assert max(np.diff(beats)) < 1.0


def test_places_say_what_they_count_from_once_the_part_is_known(
    opened: Hand, job_file: Path
) -> None:
    s = opened.window.session
    assert s.job.stamps[0].setting.up_from == "lower" and not s.unsaved
    assert s.history.undo_label is None
    assert open_file(job_file).job.stamps[0].setting.up_from == "usual"
    told_ = with_places_told(open_file(job_file).job, s.charts)
    assert told_ == s.job
    window = opened.window
    window.session.pick_face("tank.top")
    assert window.add_stamp()
    assert s.job.stamps[-1].setting.up_from == "middle"


def test_the_demo_is_kept_when_saved_as_a_file_of_ones_own(
    hand: Hand, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    window = hand.window
    window.files.open_demo(DEMOS["fuel tank"])
    hand.until_built()
    path = tmp_path / "own.tinstamp"
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *a, **k: (str(path), ""))
    assert window.files.save() and path.exists() and window.session.path == path


def test_a_file_whose_name_is_no_unicode(opened: Hand, tmp_path: Path, job_file: Path) -> None:
    """Latin-1 in the name, as on old disks: opened, shown, remembered and saved."""
    import os

    path = tmp_path / os.fsdecode(b"caf\xe9.tinstamp")
    path.write_bytes(job_file.read_bytes())
    window = opened.window
    assert window.files.open(path)
    opened.until_built()
    assert window.session.name.startswith("caf")
    assert window.files.recent.paths()[0] == path.resolve()
    window.recent.aboutToShow.emit()
    window.session.edit(("stamps", 0, "artwork", "text"), "CAFE", "type")
    window.session.keep_now()
    opened.until(lambda: window.session._kept is not None and window.session._kept.done())
    assert window.session.autosave.file.exists()
    assert window.files.save()
    assert open_file(path).job.stamps[0].artwork.text == "CAFE"
    logo = tmp_path / os.fsdecode(b"logo-\xe9.svg")
    logo.write_bytes(SVG + b'<rect width="9" height="9"/></svg>')
    window.part_files.open(logo, "new logo")
    opened.until_settled()
    assert window.session.job.stamps[-1].artwork.file.endswith(".svg")
    window.session.save(path)
    assert open_file(path).job == window.session.job
