"""Guides of every kind, copies along them, places from other stamps, snapping, equal gaps,
and what is told of a drawing's faults."""

from __future__ import annotations

import io
import math
from itertools import pairwise

import ezdxf
import numpy as np
import pytest
import shapely
from scipy.special import ellipe

from tests.conftest import made, plate, stamp, tank
from tests.core.plans import flat
from tinstamp.artwork.crossing import crossings, doubles
from tinstamp.artwork.dxf.read import read_dxf
from tinstamp.chart.base import Chart
from tinstamp.desk.work.placing import Standing, copied_to, moved, spread
from tinstamp.engine.build import build
from tinstamp.job.archive import Document
from tinstamp.job.features import Plate, Tube
from tinstamp.job.model import Blank, Guide, Job, Repeat, Setting, Stamp, Text, changed
from tinstamp.job.rename import rename_stamp
from tinstamp.job.resolve import resolve
from tinstamp.plan.planned import plan
from tinstamp.setting.place import Placed, PlaceError
from tinstamp.setting.snap import Shape, free_around, marks_of, snapped
from tinstamp.setting.way import edge_way, line_way, midline_way

DISC = made(Tube(name="d", outer_diameter="80 mm", wall="0 mm", height="4 mm"))
BOARD = plate("p", 100, 60, 3)


def mark(name: str, face: str, text: str = "H", **setting: object) -> Stamp:
    words = Text(text=text, height="4 mm")
    return Stamp(name=name, artwork=words, setting=Setting(face=face, **setting))  # type: ignore[arg-type]


def laid(chart: Chart, *stamps: Stamp, at: int = -1) -> Placed:
    part = Plate(name="p", length="100 mm", width="60 mm", thickness="3 mm")
    if stamps[0].setting.face.startswith("d."):
        part = Tube(name="d", outer_diameter="80 mm", wall="0 mm", height="4 mm")  # type: ignore[assignment]
    if stamps[0].setting.face.startswith("tank."):
        part = Tube(name="tank", outer_diameter="84 mm", wall="1.6 mm", height="46 mm")  # type: ignore[assignment]
    job = Job(blank=Blank(features=(part,)), stamps=stamps)
    found = resolve(job)
    assert not found.errors
    return flat(Document(job), found, at % len(stamps), chart)


def middle(placed: Placed) -> np.ndarray:
    return (placed.bounds[:2] + placed.bounds[2:]) / 2


def test_a_straight_guide_runs_from_its_place() -> None:
    way = line_way(np.array([10.0, 5.0]), 30.0, 40.0, "start")
    point, turn = way.at(20.0)
    np.testing.assert_allclose(point, [10 + 20 * math.cos(math.pi / 6), 15.0])
    assert turn == pytest.approx(30.0) and way.length == pytest.approx(40.0)
    guide = Guide(kind="line", direction="90 deg", length="30 mm")
    up = laid(BOARD.charts["p.top"], mark("m", "p.top", "HHHH", across="0 mm", up="0 mm",
                                          guide=guide))  # fmt: skip
    wide = up.bounds[2] - up.bounds[0]
    assert wide == pytest.approx(4.0, abs=1e-6)  # capitals stand to the left of the line
    long = laid(BOARD.charts["p.top"], mark("m", "p.top", "HHHHHHHHHHHHH", across="0 mm", up="0 mm",
                                            guide=guide))  # fmt: skip
    assert long.overrun > 0


def test_a_guide_along_an_edge_keeps_its_distance() -> None:
    """A circle 40 mm in radius, 6 mm in from its edge, is one of 34 mm."""
    chart = DISC.charts["d.top"]
    way = edge_way(chart, 0, 6.0, np.array([0.0, 40.0]))
    assert way.length == pytest.approx(2 * math.pi * 34, rel=1e-5)
    for s in np.linspace(0, way.length, 37):
        point, turn = way.at(float(s))
        assert np.hypot(*point) == pytest.approx(34.0, abs=1e-3)
        outwards = np.array([-math.sin(math.radians(turn)), math.cos(math.radians(turn))])
        assert outwards @ point / 34.0 == pytest.approx(1.0, abs=1e-4)
    assert way.at(way.length / 2)[0] == pytest.approx([0.0, 34.0], abs=1e-2)
    board = edge_way(BOARD.charts["p.top"], 0, 5.0, np.array([0.0, 30.0]))
    assert board.length == pytest.approx(2 * (90 + 50))
    with pytest.raises(ValueError, match="there is no edge 3"):
        edge_way(chart, 2, 1.0, np.zeros(2))
    with pytest.raises(ValueError, match="nothing is left"):
        edge_way(chart, 0, 45.0, np.zeros(2))
    tube = made(Tube(name="t", height="46 mm")).charts["t.outer"]
    low = edge_way(tube, 0, 6.0, np.zeros(2))
    high = edge_way(tube, 1, 6.0, np.zeros(2))
    assert (low.at(0)[0][1], high.at(0)[0][1]) == pytest.approx((6.0, 40.0))


def test_midlines() -> None:
    chart = BOARD.charts["p.top"]
    assert midline_way(chart, True).at(0.0)[0][1] == pytest.approx(0.0)
    upright = midline_way(chart, False)
    assert upright.at(10.0)[0][0] == pytest.approx(0.0) and upright.at(10.0)[1] == pytest.approx(90)
    tube = made(Tube(name="t", height="46 mm")).charts["t.outer"]
    assert midline_way(tube, True).at(0.0)[0][1] == pytest.approx(23.0)
    with pytest.raises(ValueError, match="no left and right"):
        midline_way(tube, False)


def test_copies_along_a_closed_guide_are_even() -> None:
    """Five times round an ellipse that is drawn as arcs' spline: a fifth of its perimeter,
    4 a E(m), apart (complete elliptic integral, SciPy)."""
    guide = Guide(kind="edge", inset="6 mm")
    placed = laid(
        DISC.charts["d.top"],
        mark("m", "d.top", across="0 mm", up="40 mm", guide=guide,
             repeat=Repeat(kind="guide", count="5")),
    )  # fmt: skip
    assert len(placed.regions) == 5
    at = np.array([r.outer.points(8).mean(axis=0) for r in placed.regions])
    angles = np.sort(np.degrees(np.arctan2(at[:, 1], at[:, 0])))
    np.testing.assert_allclose(np.diff(angles), 72.0, atol=1e-3)
    assert 4 * 1.0 * ellipe(0.0) == pytest.approx(2 * math.pi)  # the circle is its case m = 0


def test_copies_along_an_open_guide_reach_both_ends() -> None:
    guide = Guide(kind="line", length="60 mm")
    placed = laid(
        BOARD.charts["p.top"],
        mark("m", "p.top", across="0 mm", up="0 mm", guide=guide,
             repeat=Repeat(kind="guide", count="4")),
    )  # fmt: skip
    at = sorted(float(r.bounds[0]) for r in placed.regions)
    np.testing.assert_allclose(np.diff(at), (at[3] - at[0]) / 3, atol=1e-9)
    ink = [min(at), max(float(r.bounds[2]) for r in placed.regions)]
    assert ink[0] == pytest.approx(-ink[1], abs=0.1) and -30 < ink[0] < -29
    with pytest.raises(PlaceError, match="need a guide"):
        laid(BOARD.charts["p.top"], mark("m", "p.top", across="0 mm", up="0 mm",
                                         repeat=Repeat(kind="guide")))  # fmt: skip


def test_a_place_from_another_stamp_follows_it() -> None:
    chart = BOARD.charts["p.top"]
    first = mark("first", "p.top", "HHH", across="-10 mm", up="3 mm")
    beside = mark("second", "p.top", across="2 mm", up="0 mm", held_by="left",
                  across_from="right", from_stamp="first")  # fmt: skip
    a = laid(chart, first, beside, at=0)
    b = laid(chart, first, beside, at=1)
    assert b.bounds[0] - a.bounds[2] == pytest.approx(2.0)
    assert b.bounds[1] == pytest.approx(a.bounds[1])  # on one line
    shifted = laid(chart, changed(first, ("setting", "across"), "5 mm"), beside)
    np.testing.assert_allclose(shifted.bounds - b.bounds, [15, 0, 15, 0], atol=1e-9)
    circle = [changed(first, ("setting", "from_stamp"), "second"), beside]
    with pytest.raises(PlaceError, match="circle"):
        laid(chart, *circle)
    with pytest.raises(PlaceError, match="not there any more"):
        laid(chart, beside)


def test_opposite_another_stamp() -> None:
    job = tank(stamp("a", "HB8", across="70 deg"), stamp("b", "HB8", across="180 deg", up="0 mm"))
    job = changed(job, ("stamps", 1, "setting", "held_by"), "middle")
    job = changed(job, ("stamps", 1, "setting", "from_stamp"), "a")
    result = build(Document(job))
    assert result.report.valid and not result.report.to_fix
    chart = result.report.charts["tank.outer"]
    one, two = (flat(Document(job), resolve(job), i, chart) for i in (0, 1))
    apart = float(chart.degrees(middle(two)) - chart.degrees(middle(one)))
    assert apart % 360 == pytest.approx(180.0, abs=1e-6)
    assert middle(two)[1] == pytest.approx(middle(one)[1])
    renamed = rename_stamp(job, 0, "other")
    assert renamed.stamps[1].setting.from_stamp == "other"
    spec = plan(Document(job), resolve(job), result.report.charts, 1).lay
    assert spec.spot.other is not None


def test_a_drag_of_a_stamp_that_is_placed_from_another() -> None:
    chart = BOARD.charts["p.top"]
    first = mark("first", "p.top", across="0 mm", up="0 mm")
    second = mark("second", "p.top", across="9 mm", up="4 mm", from_stamp="first",
                  across_from="right", up_from="upper")  # fmt: skip
    part = Plate(name="p", length="100 mm", width="60 mm", thickness="3 mm")
    job = Job(blank=Blank(features=(part,)), stamps=(first, second))
    before = flat(Document(job), resolve(job), 1, chart)
    by = np.array([3.0, -2.0])
    after_job = moved(job, 1, chart, np.array(before.origin), by, False, 9.0, 4.0)
    after = flat(Document(after_job), resolve(after_job), 1, chart)
    np.testing.assert_allclose(np.subtract(after.origin, before.origin), by, atol=1e-9)


def test_snapping_takes_the_nearest_line() -> None:
    chart = BOARD.charts["p.top"]
    other = Shape((10.0, -4.0, 20.0, 4.0), -2.0)
    marks = marks_of(chart, [("other", other)])
    by, hits = snapped(Shape((-6.3, -2.1, 5.7, 1.9), -1.6), marks, 0.5)
    np.testing.assert_allclose(by, [0.3, 0.1], atol=1e-9)
    assert [hit.word for hit in hits] == ["middle of the face", "middle of the face"]
    by, hits = snapped(Shape((20.2, 6.0, 30.0, 9.0), 6.5), marks, 0.3)
    np.testing.assert_allclose(by, [-0.2, 0.0], atol=1e-9)
    assert hits[0].word == "right side of “other”"
    assert snapped(Shape((1.0, 1.0, 7.0, 2.0), 1.2), marks, 0.01)[1] == ()
    free = free_around(Shape((-10.0, -1.0, 0.0, 1.0), 0.0), chart, [("other", other)])
    lengths = [float(np.linalg.norm(b - a)) for a, b in free]
    assert lengths == pytest.approx([40.0, 10.0, 29.0, 29.0])


def standing(job: Job, chart: Chart) -> list[Standing]:
    found = resolve(job)
    stands = []
    for i in range(len(job.stamps)):
        placed = flat(Document(job), found, i, chart)
        box = tuple(map(float, placed.bounds))
        base = ("stamps", i, "setting")
        key = f"stamps.{i}.setting.across"
        stands.append(
            Standing(i, box, placed.origin, key in found.angles,  # type: ignore[arg-type]
                     found.of(*base, "across"), found.of(*base, "up"))
        )  # fmt: skip
    return stands


def gaps(job: Job, chart: Chart) -> list[float]:
    boxes = sorted(s.box for s in standing(job, chart))
    return [b[0] - a[2] for a, b in pairwise(boxes)]


def test_equal_gaps_among_stamps() -> None:
    part = Plate(name="p", length="100 mm", width="60 mm", thickness="3 mm")
    stamps = [
        mark("a", "p.top", "HHH", across="-30 mm", up="0 mm"),
        mark("b", "p.top", "H", across="5 mm", up="0 mm"),
        mark("c", "p.top", "HHHH", across="10 mm", up="0 mm", across_from="right"),
    ]
    job = Job(blank=Blank(features=(part,)), stamps=tuple(stamps))
    chart = BOARD.charts["p.top"]
    even = spread(job, chart, standing(job, chart), 0)
    found = gaps(even, chart)
    assert found[0] == pytest.approx(found[1], abs=1e-3)
    with pytest.raises(ValueError, match="three stamps"):
        spread(job, chart, standing(job, chart)[:2], 0)
    round_job = tank(stamp("a", across="0 deg"), stamp("b", "WWW", across="50 deg"))
    tube = made(
        Tube(name="tank", outer_diameter="84 mm", wall="1.6 mm", height="46 mm")
    ).charts["tank.outer"]  # fmt: skip
    ring = spread(round_job, tube, standing(round_job, tube), 0)
    boxes = [s.box for s in standing(ring, tube)]
    between = (boxes[1][0] - boxes[0][2]) % (math.pi * 84)
    around = (boxes[0][0] - boxes[1][2]) % (math.pi * 84)
    assert between == pytest.approx(around, abs=1e-3)


def test_a_copy_on_another_face_finds_a_place() -> None:
    job = tank(stamp("a", across="40 deg"))
    twin = copied_to(job, 0, "tank.top", "a 2")
    assert [s.name for s in twin.stamps] == ["a", "a 2"]
    assert twin.stamps[1].setting.face == "tank.top"
    inside = copied_to(job, 0, "tank.inner", "a 2")
    assert inside.stamps[1].setting.across == "40 deg" and not resolve(inside).errors


# -- faults of a drawing


def dxf(draw) -> bytes:  # type: ignore[no-untyped-def]
    document = ezdxf.new(units=4)
    draw(document.modelspace())
    out = io.StringIO()
    document.write(out)
    return out.getvalue().encode()


def test_lines_drawn_twice_count_once() -> None:
    def circles(space) -> None:  # type: ignore[no-untyped-def]
        space.add_circle((0, 0), 10)
        space.add_circle((0, 0), 10)
        space.add_line((20, 0), (30, 0))
        space.add_line((30, 0), (30, 10))
        space.add_line((30, 10), (20, 0))
        space.add_line((30, 10), (30, 0))

    drawing = read_dxf(dxf(circles), 1.0, 0.05, 0.0)
    assert drawing.doubles == 2 and drawing.open_ends == ()
    assert sum(r.area for r in drawing.regions) == pytest.approx(math.pi * 100 + 50, rel=1e-4)
    assert drawing.joined == 2 and len(drawing.lines) == 6
    ring = shapely.Point(0, 0).buffer(5).exterior
    line = np.array(ring.coords)
    assert doubles([line, line[::-1], line + 0.5], 0.001) == [1]


def test_a_line_that_crosses_itself_is_parted_and_told() -> None:
    bow = np.array([[0, 0], [10, 10], [10, 0], [0, 10], [0, 0]], dtype=float)
    assert crossings([bow]) == [(5.0, 5.0)]
    assert crossings([np.array([[0, 0], [9, 0], [9, 9], [0, 9], [0, 0]], dtype=float)]) == []
    drawing = read_dxf(
        dxf(lambda space: space.add_lwpolyline(bow[:-1].tolist(), close=True)), 1.0, 0.05, 0.0
    )
    assert sum(r.area for r in drawing.regions) == pytest.approx(50.0, rel=1e-6)
    assert len(drawing.regions) == 2 or len(drawing.regions[0].outer) == 6
