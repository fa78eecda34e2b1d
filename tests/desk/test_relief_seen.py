"""The relief in hand before it is made, against figures by hand and rays by trimesh; turning and
zooming about the pointer; gestures of a touchpad."""

from __future__ import annotations

import numpy as np
import pytest
import shapely
import trimesh
from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtGui import QNativeGestureEvent, QPointingDevice
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication

from tests.conftest import stamp, tank
from tests.desk.conftest import Hand
from tests.desk.test_several import begin, plate
from tinstamp.artwork.outline import Array
from tinstamp.desk.part.relief_seen import in_hand, relief_seen, seen_aside
from tinstamp.job.archive import Document
from tinstamp.job.artwork import Shape
from tinstamp.job.features import Plate
from tinstamp.job.model import Blank, Job, Setting, changed

CAP, WALL = (194, 69, 45), (117, 121, 124)
FAR = 1e5
"""mm away, where all rays of an eye run alike"""


def seen_from(hand: Hand, height: float, eye: Array) -> tuple[Array, Array]:
    """Areas of caps and of walls, mm²."""
    points, triangles, colours = relief_seen(hand.window.drag.preview, height, CAP, WALL, eye)
    corners = points[triangles]
    across = np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0])
    areas = np.linalg.norm(across, axis=1) / 2
    cap = (colours == CAP).all(axis=1)
    return areas[cap].sum(), areas[~cap].sum()


def bar() -> Job:
    """A plate with a plain rectangle, 20 mm by 4 mm."""
    job = plate((0.0, 0.0))
    drawn = Shape(shape="rectangle", wide="20 mm", high="4 mm", line="0 mm")
    return changed(job, ("stamps", 0, "artwork"), drawn)


@pytest.mark.parametrize("degrees", [0.0, 20.0, 45.0, 60.0])
@pytest.mark.parametrize("depth", [0.5, 1.5])
def test_the_floor_of_a_slot_is_seen_as_far_as_its_wall_lets_one(
    hand: Hand, degrees: float, depth: float
) -> None:
    """By hand: looked at from the side under an angle, d tan a of a slot's width shows its wall."""
    begin(hand, bar())
    angle = np.radians(degrees)
    middle = hand.window.drag.preview.chart.to_space(np.array(
        hand.window.drag.preview.placed.bounds).reshape(2, 2).mean(axis=0))  # fmt: skip
    eye = middle + FAR * np.array([np.sin(angle), 0.0, np.cos(angle)])
    cap, wall = seen_from(hand, -depth, eye)
    hidden = min(depth * np.tan(angle), 20.0)
    assert cap == pytest.approx(4.0 * (20.0 - hidden), abs=4.0 * depth / 12)  # in steps of depth
    assert cap + wall == pytest.approx(80.0, rel=1e-3)


def first_met(triangles: Array, starts: Array, way: Array) -> Array:
    """Where rays first meet triangles, (n, 3): Möller and Trumbore (1997)."""
    a, ab, ac = (
        triangles[:, 0],
        triangles[:, 1] - triangles[:, 0],
        triangles[:, 2] - triangles[:, 0],
    )
    p = np.cross(way, ac)
    with np.errstate(divide="ignore", invalid="ignore"):
        over = 1.0 / (ab * p).sum(axis=1)
        to = starts[:, None] - a
        u = (to * p).sum(axis=-1) * over
        q = np.cross(to, ab)
        v = (q @ way) * over
        t = (q * ac).sum(axis=-1) * over
    t = np.where((u >= 0) & (v >= 0) & (u + v <= 1) & (t > 1e-9), t, np.inf)
    return starts + t.min(axis=1)[:, None] * way


@pytest.mark.parametrize("seed", range(4))
def test_what_is_seen_through_letters_is_what_rays_meet(hand: Hand, seed: int) -> None:
    """A solid of the letters' hollows by trimesh; rays from an eye through points of the face."""
    begin(hand, plate((0.0, 0.0)))
    preview = hand.window.drag.preview
    rng = np.random.default_rng(seed)
    towards = np.array([*rng.uniform(-0.7, 0.7, 2), 1.0])
    top = float(preview.chart.to_space(np.zeros(2))[2])
    eye = np.array([0.0, 0.0, top]) + towards / np.linalg.norm(towards) * FAR
    depth = 1.2
    region = preview.placed.regions[0]
    ink = shapely.Polygon(region.outer.points(5), [c.points(5) for c in region.counters])
    hollow = trimesh.creation.extrude_polygon(ink, depth)
    hollow.apply_translation([0, 0, top - depth])
    points, triangles, colours = relief_seen(preview, -depth, CAP, WALL, eye)
    corners = points[triangles][..., :2]
    middles = corners.mean(axis=1)
    size = np.abs(np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0])) / 2
    rays = np.column_stack([middles, np.full(len(middles), top - 1e-4)])
    way = -towards / np.linalg.norm(towards)
    end = first_met(hollow.triangles, rays, way)[:, 2]
    floor = end < top - depth + 1e-3
    told = (colours == CAP).all(axis=1)
    wrong = size[floor != told].sum() / size.sum()
    assert wrong < 0.12, wrong  # the floor is moved in twelfths of its depth
    assert 0.05 < size[told].sum() / size.sum() < 0.99


def test_what_stands_out_has_its_caps_at_the_height(hand: Hand) -> None:
    begin(hand, tank(stamp(text="OIL", depth="0.4 mm")))
    preview = hand.window.drag.preview
    points, triangles, colours = relief_seen(preview, 0.6, CAP, WALL, np.array([0.0, -500.0, 0.0]))
    radius = np.linalg.norm(points[:, :2], axis=1)
    caps = np.unique(triangles[(colours == CAP).all(axis=1)])
    walls = np.unique(triangles[(colours == WALL).all(axis=1)])
    assert radius[caps] == pytest.approx(np.full(len(caps), 42.6), abs=1e-3)
    assert radius[walls].min() == pytest.approx(42.0, abs=1e-3)
    corners = points[triangles[(colours == WALL).all(axis=1)]]
    area = np.linalg.norm(np.cross(corners[:, 1] - corners[:, 0],
                                   corners[:, 2] - corners[:, 0]), axis=1).sum() / 2  # fmt: skip
    rounds = [np.diff(np.vstack([o.points(5), o.points(5)[:1]]), axis=0)
              for r in preview.placed.regions for o in r.outlines]  # fmt: skip
    girth = sum(float(np.linalg.norm(steps, axis=1).sum()) for steps in rounds)
    assert area == pytest.approx(0.6 * girth, rel=0.02)


@pytest.mark.parametrize("make", ["engrave", "emboss", "field", "panel", "inlay", "loose", "mark"])
def test_every_kind_of_relief_is_seen_in_hand(hand: Hand, make: str) -> None:
    begin(hand, changed(plate((0.0, 0.0)), ("stamps", 0, "relief", "make"), make))
    session = hand.window.session
    points, triangles, _ = in_hand(session.job, session.resolved, 0, hand.window.drag.preview,
                                   np.array([0.0, 0.0, 300.0]))  # fmt: skip
    assert len(triangles) and np.isfinite(points).all()
    top = 4.0 if abs(points[:, 2].max() - 4.0) < 3 else points[:, 2].min()
    out = points[:, 2].max() - top
    assert (out > 0.3) == (make in ("emboss", "panel", "loose"))


def test_a_face_that_is_grazed_or_turned_away_shows_walls_alone(hand: Hand) -> None:
    begin(hand, tank(stamp(text="OIL")))
    chart = hand.window.drag.preview.chart
    front, behind = np.array([[0.0, 20.0]]), np.array([[np.pi * 42.0, 20.0]])
    eye = np.array([0.0, -500.0, 20.0])
    assert np.isfinite(seen_aside(chart, front, 0.5, eye)).all()
    assert np.isnan(seen_aside(chart, behind, 0.5, eye)).all()


def spot_of(hand: Hand, point: Array) -> Array:
    part = hand.window.part
    return np.array(part.scene.on_screen(point, part.width(), part.height()))


def test_the_part_turns_about_the_point_under_the_pointer(opened: Hand) -> None:
    part = opened.window.part
    middle = QPoint(part.width() // 2 + 60, part.height() // 2 + 30)
    found = part.hit(QPointF(middle))
    assert found is not None
    part.setFocus()
    opened.window.session.select(-1)
    QTest.mousePress(part, Qt.MouseButton.LeftButton, pos=middle)
    assert part._mode == "turn", "the spot has to be free of stamps"
    for k in range(1, 6):
        QTest.mouseMove(part, middle + QPoint(7 * k, 4 * k))
        assert spot_of(opened, found.point) == pytest.approx([middle.x(), middle.y()], abs=0.7)
    QTest.mouseRelease(part, Qt.MouseButton.LeftButton, pos=middle)


def gesture(widget, kind: Qt.NativeGestureType, value: float, at: QPointF) -> None:  # type: ignore[no-untyped-def]
    event = QNativeGestureEvent(kind, QPointingDevice.primaryPointingDevice(), 2, at, at, at, value,
                                QPointF(5.0, 3.0))  # fmt: skip
    QApplication.sendEvent(widget, event)


def test_pinching_brings_what_is_under_the_pointer_nearer(opened: Hand) -> None:
    part, sheet = opened.window.part, opened.window.sheet
    at = QPointF(part.width() / 2 + 40, part.height() / 2 + 20)
    found = part.hit(at)
    assert found is not None
    before = part.scene.mm_per_pixel(found.point, part.height())
    gesture(part, Qt.NativeGestureType.ZoomNativeGesture, 0.25, at)
    after = part.scene.mm_per_pixel(found.point, part.height())
    assert after < before * 0.9
    assert spot_of(opened, found.point) == pytest.approx([at.x(), at.y()], abs=14)
    scale = sheet.scale
    gesture(sheet, Qt.NativeGestureType.ZoomNativeGesture, 0.5, QPointF(200, 150))
    assert sheet.scale.per_mm == pytest.approx(scale.per_mm * 1.5)
    assert sheet.scale.to_sheet(QPointF(200, 150)) == pytest.approx(
        scale.to_sheet(QPointF(200, 150))
    )
    gesture(sheet, Qt.NativeGestureType.PanNativeGesture, 0.0, QPointF(200, 150))
    assert sheet.scale.x0 == pytest.approx(scale.zoomed(QPointF(200, 150), 1.5).x0 + 5.0)
    turned = part.scene.looking
    gesture(part, Qt.NativeGestureType.RotateNativeGesture, 12.0, at)
    assert part.scene.looking != turned


def drawn(hand: Hand) -> Array:
    scene = hand.window.part.scene
    return scene.picture(400, 300).astype(float)


def test_the_part_is_seen_through_without_edges_or_lit_from_the_side(opened: Hand) -> None:
    part = opened.window.part
    part.show_view("whole")
    usual = drawn(opened)
    through, edges, side = part.look.menu().actions()
    through.trigger()
    seen = drawn(opened)
    ground = usual[2, 2]
    inside = np.abs(usual - ground).sum(axis=2) > 60
    assert np.abs(seen - ground)[inside].mean() < 0.7 * np.abs(usual - ground)[inside].mean()
    through.trigger()
    assert np.abs(drawn(opened) - usual).max() < 3
    edges.trigger()
    bare = drawn(opened)
    assert 0 < (np.abs(bare - usual).sum(axis=2) > 20).sum() < 0.05 * usual[..., 0].size
    part.take_mesh()  # a new part is drawn as the one before
    assert np.abs(drawn(opened) - bare).max() < 3
    edges.trigger()
    side.trigger()
    lit = drawn(opened)
    low, half = 170, usual.shape[1] // 2  # the outside alone
    outside = inside[low:]

    def slope(picture: Array) -> float:
        """How much lighter the left of the part is."""
        below = picture[low:]
        left, right = below[:, :half][outside[:, :half]], below[:, half:][outside[:, half:]]
        return float(left.mean() - right.mean())

    assert slope(lit) > slope(usual) + 10


@pytest.mark.parametrize("up", ["0 mm", "13 mm", "40 mm"])
def test_what_was_over_an_edge_leaves_nothing_beside_the_part(hand: Hand, up: str) -> None:
    """The face is closed by the old ink that lay on it, and by no more."""
    part = Plate(name="p", length="60 mm", width="30 mm", thickness="3 mm")
    word = stamp(text="HB8").model_copy(
        update={"setting": Setting(face="p.top", across="24 mm", up=up)}
    )
    hand.window.session.begin(Document(Job(blank=Blank(features=(part,)), stamps=(word,))), None)
    hand.until_built()
    hand.window.session.select(0)
    found = hand.window.drag.of(0)
    assert found is not None and found.placed.bounds[2] > 30.0
    points, triangles = found.on_its_face().in_space(0.0) if up != "40 mm" else (None, None)
    if points is None:
        assert not found.on_its_face().placed.regions
        return
    assert (np.abs(points[:, 0]) <= 30.0 + 1e-6).all() and (np.abs(points[:, 1]) <= 15 + 1e-6).all()
    a, b, c = (points[triangles[:, k]] for k in range(3))
    covered = np.linalg.norm(np.cross(b - a, c - a), axis=1).sum() / 2
    ink = shapely.union_all([shapely.Polygon(r.outer.fine(1e-3), [c.fine(1e-3) for c in r.counters])
                             for r in found.placed.regions])  # fmt: skip
    on_face = ink.intersection(shapely.box(-30, -15, 30, 15)).area
    assert covered == pytest.approx(on_face, rel=2e-3)
