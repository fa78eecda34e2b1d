"""Programs for engravers, run by the shop's own reader of them, which shares nothing with what
writes them; depths of a V against closed forms."""

from __future__ import annotations

import re
from pathlib import Path
from typing import Any

import numpy as np
import pytest
import shapely

from tests.core.test_flat_files import made
from tests.core.test_grooves import letters
from tests.core.test_pieces import marked
from tinstamp.engine.build import Built
from tinstamp.engine.write import write_files
from tinstamp.job.features import Ball, Cone, Plate, Tube
from tinstamp.job.lettered import FontRef
from tinstamp.job.model import Relief, Setting, Shape, Stamp, Text
from tinstamp.output.result import OutputError
from tinstamp.output.toolpath import Cutter, area_of_ink, clearing, v_carving
from tinstamp.shop import program
from tinstamp.shop.engraver import work
from tinstamp.shop.machines import MACHINES
from tinstamp.shop.made import ShopError

PLATE = Plate(name="p", length="60 mm", width="40 mm", thickness="5 mm")


def word(face: str, up: str, make: str = "engrave", text: str = "TIN 84") -> Stamp:
    return Stamp(
        name="Word",
        artwork=Text(text=text, height="6 mm"),
        setting=Setting(
            face=face, up=up, rests_on="middle", across="0 mm" if face[0] == "p" else "0 deg"
        ),
        relief=Relief(make=make, depth="0.4 mm"),  # type: ignore[arg-type]
    )


def written(built: Built, tmp_path: Path, **options: float) -> Path:
    return write_files(built, tmp_path, "job", ("nc",), options)[0]


def run(path: Path, built: Built, **wishes: float) -> float:
    """The part by which what the engraver makes is off the artwork's area."""
    area = sum(s.artwork_area for s in built.report.stamps)
    compared = work(path, {**MACHINES["engraver"].wishes, "area": area, **wishes}).compared
    return compared[0].off


def test_a_plate_is_engraved_to_its_artwork(tmp_path: Path) -> None:
    built = made(PLATE, word("p.top", "0 mm"))
    off = [run(written(built, tmp_path, cutter=c), built) for c in (0.5, 0.25, 0.1)]
    assert all(-0.03 < o < 1e-3 for o in off)
    assert abs(off[2]) < abs(off[0]) and abs(off[2]) < 2e-3  # a finer cutter reaches more
    item = built.planned["Word"]
    ink = area_of_ink(item.placed.regions)
    for c, o in zip((0.5, 0.25, 0.1), off, strict=True):
        reached = ink.buffer(-c / 2, 64).buffer(c / 2, 64).area / ink.area - 1
        assert o == pytest.approx(reached, abs=3e-3)


@pytest.mark.parametrize(
    ("part", "face", "wishes"),
    [
        (Tube(name="t", outer_diameter="50 mm", height="30 mm", wall="4 mm"), "t.outer",
         {"diameter": 50.0}),
        (Cone(name="c", base_diameter="60 mm", top_diameter="40 mm", height="30 mm", wall="4 mm"),
         "c.outer", {"diameter": 60.0, "taper": -2 * 10.0 / float(np.hypot(30, 10))}),
    ],
)  # fmt: skip
def test_a_round_part_is_engraved_on_the_rotary_axis(
    part: object, face: str, wishes: dict[str, float], tmp_path: Path
) -> None:
    built = made(part, word(face, "15 mm"))
    path = written(built, tmp_path, cutter=0.2)
    assert abs(run(path, built, **wishes)) < 0.01
    text = path.read_text()
    assert " A" in text and " Y" not in text.replace("(", "\n(").split("G21")[1]
    tilted = re.search(r"tilted by ([\d.]+) degrees", text)
    assert (tilted is not None) == isinstance(part, Cone)
    if tilted:
        assert float(tilted[1]) == pytest.approx(np.degrees(np.arctan2(10, 30)), abs=1e-3)


def test_the_feed_over_a_round_face_is_the_one_asked_for(tmp_path: Path) -> None:
    """Inverse time (G93): minutes are those of the way on the face, whatever the diameter."""
    for diameter in (20.0, 80.0):
        tube = Tube(name="t", outer_diameter=f"{diameter} mm", height="30 mm", wall="4 mm")
        built = made(tube, word("t.outer", "15 mm", text="I-I"))
        moves = program.read(written(built, tmp_path, cutter=0.5, feed=240.0)).moves
        cutting = [m for m in moves if m.cutting and abs(m.end[2] - m.start[2]) < 1e-9]
        way = sum(
            np.hypot(m.end[0] - m.start[0], np.radians(m.end[3] - m.start[3]) * diameter / 2)
            for m in cutting
        )
        assert way / sum(m.minutes for m in cutting) == pytest.approx(240.0, rel=0.01)


def test_single_stroke_text_is_run_along_once_a_pass(tmp_path: Path) -> None:
    stamp = Stamp(
        name="Thin", artwork=Text(text="L7", height="6 mm", font=FontRef(family="Tin Line")),
        setting=Setting(face="p.top", across="0 mm"), relief=Relief(depth="0.4 mm"),
    )  # fmt: skip
    built = made(PLATE, stamp)
    once = program.read(written(built, tmp_path, **{"pass": 0.4}))
    twice = program.read(written(built, tmp_path, **{"pass": 0.2}))

    def way(p: program.Program) -> float:
        return sum(float(np.linalg.norm((m.end - m.start)[:2])) for m in p.moves if m.cutting)

    assert way(twice) == pytest.approx(2 * way(once), rel=1e-6)
    assert way(once) < 40
    lowest = {round(float(m.end[2]), 4) for m in twice.moves if m.cutting}
    assert lowest == {-0.2, -0.4}


def test_a_v_goes_as_deep_as_a_stroke_is_wide() -> None:
    """A bar of width w under a V of the whole angle a: w / 2 / tan(a / 2) deep along its middle,
    and up at 45 degrees of plan into each corner (plain geometry)."""
    from tinstamp.artwork.outline import Region, polygon

    w, long, angle = 1.2, 9.0, 60.0
    bar = Region(polygon([(0, 0), (long, 0), (long, w), (0, w)]))
    ways = v_carving(area_of_ink([bar]), 5.0, Cutter(10.0, angle))
    points = np.concatenate([way.points for way in ways])
    half = np.tan(np.radians(angle / 2))
    assert -points[:, 2].min() == pytest.approx(w / 2 / half, rel=1e-3)
    middle = points[(points[:, 0] > w) & (points[:, 0] < long - w)]
    np.testing.assert_allclose(middle[:, 1], w / 2, atol=1e-3)
    corners = shapely.MultiPoint([(0, 0), (long, 0), (long, w), (0, w)])
    up = shapely.points(points[points[:, 2] > -1e-9, :2])
    assert len(up) == 4 and shapely.distance(up, corners).max() < 1e-9
    # everywhere the V's edges just touch the stroke's: its depth is the nearest edge's distance
    near = shapely.distance(shapely.points(points[:, :2]), bar_ring(long, w))
    np.testing.assert_allclose(-points[:, 2] * half, near, atol=2e-3)
    flat = v_carving(area_of_ink([bar]), 0.5, Cutter(10.0, angle))
    assert -np.concatenate([x.points for x in flat])[:, 2].min() == pytest.approx(0.5)


def bar_ring(long: float, w: float) -> shapely.LineString:
    return shapely.LineString([(0, 0), (long, 0), (long, w), (0, w), (0, 0)])


def test_a_v_carves_the_corners_that_a_round_cutter_leaves(tmp_path: Path) -> None:
    built = made(PLATE, word("p.top", "0 mm", text="AEX"))
    path = written(built, tmp_path, cutter=6.0, vee=60.0)
    assert abs(run(path, built)) < 0.01
    assert "V of 60 degrees" in path.read_text()


@pytest.mark.parametrize("seed", range(4))
def test_no_way_leaves_the_artwork(seed: int) -> None:
    """Random blobs: what a flat cutter or a V takes at the face lies within the area."""
    rng = np.random.default_rng(seed)
    blob = shapely.union_all(
        [shapely.Point(*rng.uniform(0, 8, 2)).buffer(rng.uniform(0.4, 2.0)) for _ in range(9)]
    ).difference(shapely.Point(4, 4).buffer(0.7))
    cutter = Cutter(0.4)
    for way in clearing(blob, 0.3, cutter):
        assert blob.buffer(0.004).covers(shapely.LineString(way.points[:, :2]).buffer(0.2))
    vee = Cutter(5.0, 90.0)
    for way in v_carving(blob, 0.6, vee):
        for x, y, z in way.points:
            assert blob.buffer(0.01).covers(shapely.Point(x, y).buffer(max(-z, 1e-6)))


def test_edges_alone_are_run_round_once_with_the_radius_allowed_for(tmp_path: Path) -> None:
    """The way is as long as the outlines a radius further in (Shapely's offsets)."""
    built = made(PLATE, word("p.top", "0 mm", text="HOE"))
    path = written(built, tmp_path, cutter=0.3, edges=1.0)
    moves = [m for m in program.read(path).moves if m.cutting]
    way = sum(float(np.hypot(*(m.end - m.start)[:2])) for m in moves)
    ink = area_of_ink(built.planned["Word"].placed.regions)
    assert way == pytest.approx(ink.buffer(-0.15, quad_segs=32).length, rel=2e-3)
    whole = [m for m in program.read(written(built, tmp_path, cutter=0.3)).moves if m.cutting]
    assert len(whole) > len(moves)


def test_what_cannot_be_engraved_is_told(tmp_path: Path) -> None:
    raised = made(PLATE, word("p.top", "0 mm", "emboss"))
    with pytest.raises(OutputError, match="nothing of it is engraved"):
        written(raised, tmp_path)
    with pytest.raises(OutputError, match="fits nowhere into “Word”"):
        written(made(PLATE, word("p.top", "0 mm")), tmp_path, cutter=5.0)
    ball = made(Ball(name="b", diameter="40 mm"), word("b.outer", "20 mm", text="A"))
    with pytest.raises(OutputError, match="neither flat nor the outside"):
        written(ball, tmp_path)
    both = made(
        PLATE,
        word("p.top", "0 mm"),
        Stamp(name="Dot", artwork=Shape(shape="circle", wide="3 mm"),
              setting=Setting(face="p.bottom", across="0 mm"), relief=Relief(depth="0.2 mm")),
        Stamp(name="High", artwork=Shape(shape="circle", wide="3 mm"),
              setting=Setting(face="p.top", across="0 mm", up="12 mm"),
              relief=Relief(make="emboss")),
    )  # fmt: skip
    path = written(both, tmp_path, cutter=0.3)
    ran = program.read(path)
    assert ran.setups == 2 and "(High is not engraved: left out)" in path.read_text()


@pytest.mark.parametrize(
    ("lines", "words"),
    [
        ("G1 X5 F100", "stands still"),
        ("M3\nG1 X5", "no feed"),
        ("M3\nG77 X1", "does not know G77"),
        ("M3\nQ5", "does not know the word Q"),
        ("M3\nM8", "does not know M8"),
        ("hello", "not made of words"),
        ("M3\nG2 X5 F10", "needs I and J"),
        ("M3\nG2 X5 I1 F10", "equally far"),
        ("M3\nG93\nG1 X1 F1\nG1 X2", "needs its own F"),
        ("G0 X1", "no end"),
    ],
)
def test_the_reader_stops_where_a_control_would(tmp_path: Path, lines: str, words: str) -> None:
    path = tmp_path / "a.nc"
    path.write_text(lines + ("" if words == "no end" else "\nM30"))
    with pytest.raises(ShopError, match=words):
        program.read(path)


def test_arcs_units_and_relative_moves_are_read(tmp_path: Path) -> None:
    path = tmp_path / "a.nc"
    path.write_text("G20 G91 M3\nG1 X1 F10\nG21 G90\nG3 X25.4 Y0 I-5 F100\nM30")
    moves = program.read(path).moves
    assert moves[0].end[0] == pytest.approx(25.4)
    around = moves[1:]
    way = sum(float(np.hypot(*(m.end - m.start)[:2])) for m in around)
    assert way == pytest.approx(2 * np.pi * 5, rel=2e-3)
    assert sum(m.minutes for m in around) == pytest.approx(way / 100, rel=1e-6)


def test_a_crossing_through_the_part_is_refused(tmp_path: Path) -> None:
    path = tmp_path / "a.nc"
    path.write_text("(cutter 1 mm)\nM3\nG1 Z-1 F50\nG0 X9\nM5\nM30")
    with pytest.raises(ShopError, match="cross through the part"):
        work(path, MACHINES["engraver"].wishes)


def test_walls_that_a_cutter_does_not_leave_are_refused(tmp_path: Path) -> None:
    """A V is cut by a V of that angle, round single strokes by a ball along them; draft,
    softened edges and floors that rise are told, not cut square."""

    def written(text: Any, options: dict[str, float], **relief: Any) -> str:
        built = marked(PLATE, "p.top", ("0 mm", "0 mm"), text, make="engrave", **relief)
        (path,) = write_files(built, tmp_path, "part", ("nc",), options)
        return path.read_text()

    vee = {"section": "vee", "vee": "60 deg", "depth": "0.4 mm"}
    assert "G1" in written(letters("TIN"), {"vee": 60.0}, **vee)
    for options in ({}, {"vee": 90.0}):
        with pytest.raises(OutputError, match="a cutter of that angle"):
            written(letters("TIN"), options, **vee)
    round_one = {"section": "ball", "ball": "0.6 mm", "depth": "0.3 mm"}
    assert "G1" in written(letters("TIN"), {"cutter": 0.6}, **round_one)
    frame = Shape(shape="circle", wide="20 mm", line="1 mm")
    disc = Shape(shape="circle", wide="12 mm")
    for what, relief in (
        (frame, round_one),
        (disc, {"depth": "1 mm", "draft": "10 deg"}),
        (disc, {"depth": "1 mm", "face_edge": "chamfer"}),
        (disc, {"depth": "1 mm", "rises": "2 deg"}),
    ):
        with pytest.raises(OutputError, match="does not leave"):
            written(what, {}, **relief)
    assert "G1" in written(disc, {}, depth="1 mm", walls="cast", caps="plane")
