"""Features of the blank in the window: list, fields, profile, measures, files."""

from __future__ import annotations

from pathlib import Path

import numpy as np
import pytest
from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtGui import QGuiApplication
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QFileDialog, QInputDialog, QPushButton

from tests.conftest import stamp
from tests.desk.conftest import Hand
from tinstamp.desk.part.scene import Hit
from tinstamp.desk.ticket.card_painter import FEATURE, FEATURES_FROM
from tinstamp.desk.work.session import BLANK
from tinstamp.engine.build import build
from tinstamp.engine.write import write_files
from tinstamp.job import shelf
from tinstamp.job.archive import Document
from tinstamp.job.drawn import knot
from tinstamp.job.features import Cone, Extruded, Groove, Hole, Plate, Soften, TurnedProfile
from tinstamp.job.model import Blank, Dimension, Job


def begin(hand: Hand, *features, stamps=()) -> Hand:  # type: ignore[no-untyped-def]
    job = Job(blank=Blank(features=features), stamps=stamps)
    hand.window.session.begin(Document(job), None)
    hand.until_built()
    hand.window.session.select_feature(0)
    return hand


def features(hand: Hand):  # type: ignore[no-untyped-def]
    return hand.window.session.job.blank.features


def test_features_are_added_switched_moved_and_deleted(hand: Hand) -> None:
    begin(hand, Plate(name="plate", thickness="10 mm"))
    window, session = hand.window, hand.window.session
    volume = session.report.volume
    session.pick_face("plate.top")
    window.fields.page.features.add_body("tube", "cut")
    assert [f.name for f in features(hand)] == ["plate", "pocket"]
    assert features(hand)[1].at.face == "plate.top" and session.feature == 1
    hand.until_built()
    assert session.report.volume == pytest.approx(volume - np.pi * 16 * 4)
    session.pick_face("plate.top")
    window.fields.page.features.add_change("hole")
    hand.until_built()
    hand.write(hand.field("blank.features.2.across"), "20 mm")
    both = volume - np.pi * 16 * 4 - np.pi * 9 * 10
    hand.until(lambda: session.report.volume == pytest.approx(both))
    rows = window.fields.page.features.rows
    rows.item(1).setCheckState(Qt.CheckState.Unchecked)
    hand.until_built()
    assert not features(hand)[1].on
    assert session.report.volume == pytest.approx(volume - np.pi * 9 * 10)
    window.fields.page.features.up.click()
    assert [f.name for f in features(hand)] == ["plate", "hole", "pocket"]
    assert session.feature == 1
    window.fields.page.features.up.click()  # a hole cannot be first
    assert [f.name for f in features(hand)] == ["plate", "hole", "pocket"]
    window.fields.page.features.remove.click()
    assert [f.name for f in features(hand)] == ["plate", "pocket"]
    for _ in range(7):
        session.undo()
    hand.until_built()
    assert session.report.volume == pytest.approx(volume) and len(features(hand)) == 1


def test_the_blanks_card_shows_and_switches_features(hand: Hand) -> None:
    begin(hand, Plate(name="plate"), Hole(name="hole", face="plate.top"))
    cards = hand.window.ticket.list
    box = cards.visualItemRect(cards.item(0))
    assert box.height() > FEATURES_FROM + 2 * FEATURE
    row = box.top() + FEATURES_FROM + FEATURE + FEATURE // 2
    QTest.mouseClick(cards.viewport(), Qt.MouseButton.LeftButton, pos=QPoint(box.left() + 90, row))
    assert hand.window.session.feature == 1 and hand.window.session.selected == BLANK
    QTest.mouseClick(cards.viewport(), Qt.MouseButton.LeftButton, pos=QPoint(box.left() + 18, row))
    assert not features(hand)[1].on
    hand.until_built()
    assert "hole.wall" not in hand.window.session.kinds


def test_a_size_that_cannot_be_made_is_told_at_its_field(hand: Hand) -> None:
    begin(hand, Plate(name="plate", thickness="10 mm"), Soften(name="soft", edges=("plate.top",)))
    session = hand.window.session
    session.select_feature(1)
    before = session.report.volume
    hand.write(hand.field("blank.features.1.size"), "30 mm")
    hand.until_settled()
    hand.until(lambda: bool(session.report.blank_errors))
    note = hand.window.fields.page.by_path["blank.features.1.size"].note
    assert "cannot be rounded by 30 mm" in note.text()
    assert session.report.valid and session.report.volume > before  # made without it
    session.select(BLANK)
    hand.window.show_finding(session.report.findings[0])
    assert session.feature == 1
    hand.write(hand.field("blank.features.1.size"), "1 mm")
    hand.until(lambda: session.report.volume == pytest.approx(before))
    hand.write(hand.field("blank.features.1.name"), "rim")
    assert features(hand)[1].name == "rim"
    session.select_feature(0)
    hand.write(hand.field("blank.features.0.name"), "base")
    assert features(hand)[1].edges == ("base.top",)


def test_faces_are_chosen_by_clicking_the_part(hand: Hand) -> None:
    begin(hand, Plate(name="plate", thickness="10 mm"), Soften(name="soft", edges=("plate.top",)))
    hand.window.session.select_feature(1)
    hand.window.face_clicked("plate.front")
    page = hand.window.fields.page
    holder = page.by_path["blank.features.1.edges"]
    add = next(b for b in holder.findChildren(QPushButton) if b.text() == "Add")
    add.click()
    assert features(hand)[1].edges == ("plate.top", "plate.front")
    hand.window.fields.page.features.add_change("hollow")
    assert features(hand)[2].open_faces == ("plate.front",)
    hand.window.fields.page.features.add_change("groove")
    hand.window.face_clicked("plate.top")
    taken = hand.window.fields.page.by_path["blank.features.3.face.picked"]
    assert taken.text() == "Take plate.top"
    taken.click()
    assert features(hand)[3].face == "plate.top"


POT = (
    knot("a", 20, 0, "spline"),
    knot("b", 26, 12, "spline"),
    knot("c", 18, 26),
    knot("d", 18, 32),
)


def test_a_profile_is_drawn_by_hand_and_in_figures(hand: Hand) -> None:
    begin(hand, TurnedProfile(name="pot", points=POT))
    window, session = hand.window, hand.window.session
    view = window.profile
    assert window.below.currentWidget() is view and view.isVisible()
    neck = Dimension(name="neck", formula="18 mm")
    session.edit(("dimensions",), (neck,), "a dimension")
    hand.write(hand.field("blank.features.0.points.3.x"), "neck")
    found, scale = view.drawing, view.scale
    at = scale.to_pixel(*found.spots[3])
    hand.drag(view, at, at + QPointF(2 * scale.per_mm, -3 * scale.per_mm))
    assert features(hand)[0].points[3].x.startswith("neck + ")
    hand.until_built()
    assert session.resolved.of("blank", "features", 0, "points", 3, "y") == pytest.approx(
        35, abs=0.3
    )
    view.setFocus()
    QTest.keyClick(view, Qt.Key.Key_Up, Qt.KeyboardModifier.ControlModifier)
    moved = session.resolved.of("blank", "features", 0, "points", 3, "y")
    middle = view.scale.to_pixel(*((view.drawing.spots[2] + view.drawing.spots[3]) / 2))
    QTest.mouseDClick(view, Qt.MouseButton.LeftButton, pos=middle.toPoint())
    names = [k.name for k in features(hand)[0].points]
    assert names == ["a", "b", "c", "e", "d"] and view.point == 3
    QTest.keyClick(view, Qt.Key.Key_Delete)
    assert [k.name for k in features(hand)[0].points] == ["a", "b", "c", "d"]
    assert session.resolved.of("blank", "features", 0, "points", 3, "y") == moved
    hand.write(hand.field("blank.features.0.points.1.x"), "-5 mm")
    hand.until_settled()
    assert "passes the axis" in session.error_at("blank.features.0.points.0.x")
    assert session.mesh is not None
    view.grab()
    session.undo()
    hand.until_built()
    window.face_clicked("pot.c")
    assert window.below.currentWidget() is window.sheet


def test_crossing_pieces_are_shown_where_they_cross(hand: Hand) -> None:
    square = (knot("a", 0, 0), knot("b", 20, 0), knot("c", 20, 10), knot("d", 0, 10))
    begin(hand, Extruded(name="bar", points=square))
    for axis, value in (("x", "10 mm"), ("y", "-5 mm")):
        hand.write(hand.field(f"blank.features.0.points.3.{axis}"), value)
    hand.until_settled()
    found = hand.window.profile.drawing
    assert "crosses" in found.problem and found.at is not None
    hand.window.profile.grab()
    box = hand.window.fields.page.by_path["blank.features.0.points.0.to"]
    hand.window.session.undo()
    hand.window.session.undo()
    box = hand.window.fields.page.by_path["blank.features.0.points.1.to"]
    box.activated.emit(1)
    assert features(hand)[0].points[1].to == "arc"
    assert hand.window.session.resolved.of("blank", "features", 0, "points", 1, "rise") > 0
    hand.until_built()
    assert hand.window.session.kinds["bar.b"] == "cylinder"


def test_a_grooves_path_lies_on_its_face(hand: Hand) -> None:
    way = Groove(
        name="line", face="plate.top", path="drawn", points=(knot("a", -10, 0), knot("b", 10, 0))
    )
    begin(hand, Plate(name="plate", thickness="10 mm"), way)
    hand.window.session.select_feature(1)
    assert hand.window.below.currentWidget() is hand.window.profile
    hand.window.profile.grab()
    choice = hand.window.fields.page.by_path["blank.features.1.path"]
    choice.group.button(0).click()
    hand.until_settled()
    assert "no way all round" in hand.window.session.error_at("blank.features.1.path")


def test_measures_of_edges_faces_and_between(hand: Hand) -> None:
    begin(hand, Cone(name="c", base_diameter="60 mm", top_diameter="30 mm", wall="2 mm"))
    part = hand.window.part
    part.measure.click()
    heard = []
    hand.window.session.probed.connect(heard.append)

    def pick(face: str, *at: float):  # type: ignore[no-untyped-def]
        count = len(heard)
        part.pick(Hit(face, np.array(at)))
        hand.until(lambda: len(heard) > count, "measured")
        return {r.what: r for r in heard[-1].readings}

    side = pick("c.outer", 0.0, -22.5, 20.0)
    assert side["girth here"].value == pytest.approx(45 * np.pi)
    assert side["wall behind the point"].value == pytest.approx(2)
    assert side["least radius here"].value == pytest.approx(22.5 * np.hypot(15, 40) / 40, rel=1e-4)
    assert side["area"].value == pytest.approx(np.pi * np.hypot(15, 40) * 45)
    both = pick("c.bottom", 0.0, -29.0, 0.0)
    assert both["between the picks"].value == pytest.approx(np.hypot(6.5, 20))
    assert both["shortest distance"].value == pytest.approx(0, abs=1e-6)
    rim = pick("c.top", 0.0, -15.0, 40.0)  # a third pick begins anew
    assert rim["girth"].value == pytest.approx(30 * np.pi)
    assert rim["diameter"].unit == "mm" and "c.outer" in heard[-1].title
    level = pick("c.bottom", 0.0, -29.0, 0.0)
    assert level["angle"].value == pytest.approx(0, abs=1e-6)
    next(
        b for b in part.measures.findChildren(QPushButton) if b.text() == "Copy" and b.isVisible()
    ).click()
    assert QGuiApplication.clipboard().text().endswith(" mm")
    gone = []
    hand.window.session.failed.connect(gone.append)
    part.measure.click()
    part.measure.click()
    part.pick(Hit("c.lid", np.zeros(3)))
    hand.until(lambda: bool(gone))
    assert "no face “c.lid”" in part.measures.title.text()
    part.measure.click()
    assert not part.measures.isVisible()


def test_a_gone_face_offers_the_nearest(hand: Hand) -> None:
    mark = stamp(face="plate.lid", across="0 mm", up="0 mm")
    begin(hand, Plate(name="plate"), stamps=(mark,))
    hand.window.session.select(0)
    holder = hand.window.fields.page.by_path["nearest"]
    first = next(b for b in holder.findChildren(QPushButton) if b.property("face"))
    assert holder.isVisible() and first.text().startswith("Lay it on plate.")
    face = first.property("face")
    first.click()
    assert hand.window.session.job.stamps[0].setting.face == face
    hand.until_built()
    assert not hand.window.fields.page.by_path["nearest"].isVisible()


def test_a_step_part_is_taken_in_and_renewed(
    hand: Hand, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    session = hand.window.session
    paths = []
    for name, job in (("old", shelf.SHIPPED["wick knob"]), ("new", shelf.SHIPPED["base disc"])):
        (path,) = write_files(build(Document(job)), tmp_path, name, ("step",))
        paths.append(path)
    chosen = {"path": paths[0]}
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *a, **k: (str(chosen["path"]), ""))
    hand.window.files.new_from_step()
    hand.until(lambda: features(hand)[0].kind == "imported")
    hand.until_built()
    assert session.report.valid and "old.round" in session.charts
    assert session.document.parts
    chosen["path"] = paths[1]
    session.select_feature(0)
    session.wants_file.emit("renew")
    hand.until(lambda: features(hand)[0].file == "new.step")
    hand.until_built()
    names = {f.name for f in features(hand)[0].faces}
    assert {"round", "top", "bottom"} < names
    assert any("found again" in n for n in features(hand)[0].notes)
    session.undo()
    hand.until_built()
    assert features(hand)[0].file == "old.step" and session.report.valid
    saved = tmp_path / "own.tinstamp"
    session.save(saved)
    session.open(saved)
    hand.until_built()
    assert session.report.valid
    bad = tmp_path / "bad.step"
    bad.write_text("ISO-10303-21;\nnonsense")
    chosen["path"] = bad
    heard: list[str] = []
    session.failed.connect(heard.append)
    session.wants_file.emit("join")
    hand.until(lambda: bool(heard))
    assert "STEP" in heard[0] or "no geometry" in heard[0] or "broke" in heard[0]
    assert len(features(hand)) == 1


def test_one_of_several_solids_is_asked_for(
    hand: Hand, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    from tinstamp.engine import messages as m

    asked: list[list[str]] = []

    def choose(parent, title, label, words, *rest):  # type: ignore[no-untyped-def]
        asked.append(words)
        return words[1], True

    monkeypatch.setattr(QInputDialog, "getItem", choose)
    solids = tuple(m.FoundSolid((), (x, 2.0, 3.0), ()) for x in (4.0, 1.0))
    found = m.Imported(0, "two parts.step", b"x", solids)
    begin(hand, Plate(name="plate"))
    hand.window.part_files._wanted = ("join", 0)
    hand.window.part_files.take(found)
    assert asked[0][1].startswith("solid 2:  1.00 × 2.00 × 3.00 mm")
    assert features(hand)[1].which == 1 and features(hand)[1].name == "two_parts"
    hand.until_settled()


def test_a_profile_comes_from_a_drawing(hand: Hand, tmp_path: Path) -> None:
    begin(hand, Extruded(name="bar"))
    path = tmp_path / "bar.svg"
    path.write_text(
        '<svg xmlns="http://www.w3.org/2000/svg" width="40mm" height="20mm" viewBox="0 0 40 20">'
        '<path d="M0 0 H40 V20 H0 Z"/></svg>'
    )
    hand.window.part_files.open(path, "points")
    hand.until_built()
    assert hand.window.session.report.volume == pytest.approx(40 * 20 * 20)
    heard: list[str] = []
    hand.window.session.failed.connect(heard.append)
    path.write_text("<svg")
    hand.window.part_files.open(path, "points")
    assert heard == ["bar.svg: the file is not sound XML"]
