"""Lines with the section of a tool: V and round grooves, and beads.

Sources: frusta π h (R² + R r + r²) / 3, segments of a circle R² acos((R - h) / R) - (R - h)
√(2 R h - h²), caps of a ball π h² (3 R - h) / 3, Pappus (any handbook of mensuration); letters by
Shapely's offsets, summed over levels.
"""

from __future__ import annotations

import itertools
from dataclasses import replace
from pathlib import Path

import numpy as np
import pytest
import shapely

from tests.conftest import each_once
from tests.core.solids import change_made, told_to_fix, volume
from tests.core.test_artwork import polygons
from tests.core.test_fields_everywhere import FACES
from tests.core.test_pieces import hits, marked
from tinstamp.engine.build import Built, build
from tinstamp.engine.write import write_files
from tinstamp.job.archive import Document
from tinstamp.job.features import Ball, Cone, Plate, Tube
from tinstamp.job.model import Blank, Cast, FontRef, Job, Setting, Shape, Stamp, Text
from tinstamp.output.step import reads_back
from tinstamp.plan.groove import Groove, scaled
from tinstamp.relief import execute, grooved
from tinstamp.relief.asked import Asked
from tinstamp.relief.grooved import groove_stack
from tinstamp.relief.guard import fault
from tinstamp.relief.tool_guard import Tool

PLATE = Plate(name="p", length="80 mm", width="40 mm", thickness="8 mm")
AT = ("0 mm", "0 mm")
LINE = FontRef(family="Tin Line", style="Regular")
VEE = {"section": "vee", "vee": "60 deg", "tip": "0.1 mm"}
ROUND = {"section": "ball", "ball": "1 mm"}
SMALL = {"section": "ball", "ball": "0.6 mm"}


def letters(text: str, height: str = "6 mm") -> Text:
    return Text(text=text, font=LINE, height=height)


def vee_width(depth: float, angle: float = 60.0, tip: float = 0.1) -> float:
    return float(tip + 2.0 * depth * np.tan(np.radians(angle / 2)))


def chord(depth: float, diameter: float) -> float:
    return float(2.0 * np.sqrt(depth * (diameter - depth))) if depth < diameter / 2 else diameter


@pytest.mark.parametrize("make", ["engrave", "emboss"])
def test_a_ring_with_a_v_is_a_trapezium_turned(make: str) -> None:
    """An outline of a disc of 20 mm, its line within it: Pappus about the middle of the line."""
    ring = Shape(shape="circle", wide="20 mm", line="1 mm")
    built = marked(PLATE, "p.top", AT, ring, make=make, depth="0.5 mm", **VEE)
    wide = vee_width(0.5)
    section = (wide + 0.1) / 2 * 0.5
    assert abs(change_made(built)) == pytest.approx(2 * np.pi * (10 - wide / 2) * section, rel=1e-5)
    (report,) = built.report.stamps
    assert report.artwork_area == pytest.approx(np.pi * (100 - (10 - wide) ** 2), rel=1e-5)


@pytest.mark.parametrize("make", ["engrave", "emboss"])
@pytest.mark.parametrize("depth", [0.2, 0.5, 0.8])
def test_a_round_one_is_a_segment_turned(make: str, depth: float) -> None:
    """Deeper than half a ball its sides go straight up."""
    ring = Shape(shape="circle", wide="20 mm", line="1 mm")
    built = marked(PLATE, "p.top", AT, ring, make=make, depth=f"{depth} mm", **ROUND)
    wide, radius = chord(depth, 1.0), 0.5
    high = min(depth, radius)
    rest = radius - high
    section = radius**2 * np.arccos(rest / radius) - rest * np.sqrt(radius**2 - rest**2)
    section += (depth - high) * wide
    flat, off = 0.05, 0.5 - np.sqrt(0.25 - 0.025**2)  # the very bottom is flat
    section -= 0.25 * np.arcsin(flat) - flat / 2 * (0.5 - off)
    expected = 2 * np.pi * (10 - wide / 2) * section
    assert abs(change_made(built)) == pytest.approx(expected, rel=2e-5)


def test_the_ends_of_a_line_are_as_the_tool_leaves_them() -> None:
    """The letter l of the font is one stroke: a prism and, at its two ends, the two halves of what
    the tool cuts where it goes in."""
    for how, wide, section, end in (
        (VEE, vee_width(0.4), (vee_width(0.4) + 0.1) / 2 * 0.4,
         np.pi * 0.4 * ((w := vee_width(0.4) / 2) ** 2 + w * 0.05 + 0.05**2) / 3),
        (ROUND, chord(0.4, 1.0),
         0.25 * np.arccos(0.1 / 0.5) - 0.1 * np.sqrt(0.25 - 0.01),
         np.pi * 0.4**2 * (1.5 - 0.4) / 3),
    ):  # fmt: skip
        built = marked(PLATE, "p.top", AT, letters("I"), make="engrave", depth="0.4 mm", **how)
        low, high = built.planned["m"].placed.bounds[1::2]
        assert built.planned["m"].placed.bounds[2] - built.planned["m"].placed.bounds[0] == (
            pytest.approx(wide, rel=1e-4)
        )
        long = float(high - low) - wide
        assert abs(change_made(built)) == pytest.approx(long * section + end, rel=5e-4)


@pytest.mark.parametrize("how", [VEE, ROUND], ids=["vee", "round"])
def test_letters_on_a_plate_against_offsets(how: dict[str, str]) -> None:
    """At every level the ink drawn in by what the tool is narrower there; corners where lines meet
    stay sharp, since both are cut there."""
    built = marked(PLATE, "p.top", AT, letters("TIN 47", "9 mm"), make="engrave", depth="0.4 mm",
                   **how)  # fmt: skip
    ink = shapely.union_all(polygons(built.planned["m"].placed.regions, 60))
    nodes, weights = np.polynomial.legendre.leggauss(24)
    total = 0.0
    for part, weight in zip((nodes + 1) / 2, weights / 2, strict=True):
        level = 0.4 * part
        if how is VEE:
            by = level * np.tan(np.radians(30))
        else:
            by = chord(0.4, 1.0) / 2 - np.sqrt(0.25 - (level + 0.1) ** 2)
        area = ink.buffer(-by, join_style="mitre", mitre_limit=20).area
        total += weight * 0.4 * area
    assert abs(change_made(built)) == pytest.approx(total, rel=4e-3)


@pytest.mark.parametrize("face", FACES)
@pytest.mark.parametrize("how", [VEE, SMALL], ids=["vee", "round"])
def test_on_every_kind_of_face(face: str, how: dict[str, str]) -> None:
    part, name, at = FACES[face]
    built = marked(part, name, at, letters("TIN", "4 mm"), make="engrave", depth="0.3 mm", **how)
    if how is SMALL and face in ("dome", "turned"):  # whose sheets are stretched by 15 and 8 %
        assert any("take a smaller ball, or a V" in told for told in told_to_fix(built))
        return
    found = abs(change_made(built))
    (report,) = built.report.stamps
    assert abs(report.relief_volume) == pytest.approx(found, rel=1e-5)
    wide = vee_width(0.3) if how is VEE else chord(0.3, 0.6)
    mean = (wide + 0.1) / 2 / wide if how is VEE else np.pi / 4
    assert found == pytest.approx(0.3 * mean * report.artwork_area, rel=0.08)


def test_a_round_groove_about_a_tube_is_a_segment_turned() -> None:
    """A band along the upper edge goes all the way round: it has no section, which is told; a ring
    round a spot of a ball is one, and its volume is told by the kernel as by the sum."""
    tube = Tube(name="p", outer_diameter="40 mm", wall="4 mm", height="30 mm")
    band = Shape(shape="band", wide="1 mm", away="4 mm")
    built = marked(tube, "p.outer", ("0 deg", "15 mm"), band, make="engrave", depth="0.3 mm",
                   **ROUND)  # fmt: skip
    assert any("no section" in told for told in told_to_fix(built))
    ball = Ball(name="p", diameter="50 mm")
    built = marked(ball, "p.outer", ("0 deg", "38 mm"), Shape(shape="circle", wide="10 mm",
                   line="1 mm"), make="emboss", depth="0.4 mm", **ROUND)  # fmt: skip
    assert change_made(built) > 0


def test_a_band_along_the_edges_of_a_plate_is_as_wide_as_its_tool() -> None:
    built = marked(PLATE, "p.top", AT, Shape(shape="band", wide="3 mm", away="4 mm"),
                   make="engrave", depth="0.5 mm", **VEE)  # fmt: skip
    wide = vee_width(0.5)
    (report,) = built.report.stamps
    assert report.built_by == "imprint"
    near, far = 4.0, 4.0 + wide
    area = (80 - 2 * near) * (40 - 2 * near) - (80 - 2 * far) * (40 - 2 * far)
    assert report.artwork_area == pytest.approx(area, rel=1e-2)  # corners may be rounded
    levels = np.linspace(0, 0.5, 4001)
    by = levels * np.tan(np.radians(30))
    near, far = near + by, far - by
    areas = (80 - 2 * near) * (40 - 2 * near) - (80 - 2 * far) * (40 - 2 * far)
    assert abs(change_made(built)) == pytest.approx(np.trapezoid(areas, levels), rel=1e-2)


def test_ink_that_the_tool_does_not_fit_into_is_told() -> None:
    built = marked(PLATE, "p.top", AT, Text(text="HB", height="5 mm"), make="engrave",
                   depth="0.9 mm", **VEE)  # fmt: skip
    assert any("does not fit into all of the artwork" in told for told in told_to_fix(built))
    built = marked(PLATE, "p.top", AT, letters("I"), make="engrave", depth="0.3 mm",
                   section="vee", tip="0 mm")  # fmt: skip
    assert any("never quite sharp" in told for told in told_to_fix(built))


@pytest.mark.parametrize("ball", [0.3, 5.0, 20.0])
def test_small_and_large_balls_on_a_plate(ball: float) -> None:
    """The bottom is less deep than the ball by a thousandth of a mm at most, or a hair more for the
    smallest; too small a one, and a depth at which a large one leaves nothing, are told."""
    groove = Groove("ball", 0.1, 0.04, radius=ball / 2)
    ring = Shape(shape="circle", wide="30 mm", line="1 mm")
    built = marked(PLATE, "p.top", AT, ring, make="engrave", depth="0.1 mm", section="ball",
                   ball=f"{ball} mm")  # fmt: skip
    rest, wide = ball / 2 - 0.1, chord(0.1, ball)
    segment = (ball / 2) ** 2 * np.arccos(2 * rest / ball) - rest * wide / 2
    found = abs(change_made(built))
    assert found == pytest.approx(2 * np.pi * (15 - wide / 2) * segment, rel=5e-3)
    assert groove.width == pytest.approx(wide)
    for bad, depth, told in ((0.1, "0.05 mm", "too small"), (20.0, "0.002 mm", "next to nothing")):
        built = marked(PLATE, "p.top", AT, ring, make="engrave", depth=depth, section="ball",
                       ball=f"{bad} mm")  # fmt: skip
        assert any(told in words for words in told_to_fix(built))


def test_wide_ink_gets_a_floor() -> None:
    """A disc of 12 mm cut by a V of 90°: a frustum."""
    built = marked(PLATE, "p.top", AT, Shape(shape="circle", wide="12 mm"), make="engrave",
                   depth="1 mm", section="vee", vee="90 deg")  # fmt: skip
    expected = np.pi * (36 + 6 * (5.0) + 25) / 3
    assert abs(change_made(built)) == pytest.approx(expected, rel=1e-5)


def test_the_guard_refuses_another_section() -> None:
    """A built groove held against other tools, and other lines against this one."""
    built = marked(PLATE, "p.top", AT, letters("TIN"), make="engrave", depth="0.4 mm", **VEE)
    item, before, after = built.planned["m"], built.blank.solid, built.bodies["part"]
    moved = volume(after.shape) - volume(before.shape)
    right = Tool(0.4, 0.0, 0.1, float(np.tan(np.radians(30))))
    asked = Asked(item.chart, item.placed.regions, 0.4, False, clean=True, leans=0.25, tool=right)
    assert fault(before, after, moved, asked) is None
    slope = float(np.tan(np.radians(30)))
    for wrong in (Tool(0.4, 0.0, 0.1, 0.4), Tool(0.4, 1.0, 0.05, 0.0), Tool(0.3, 0.0, 0.1, slope)):
        assert fault(before, after, moved, replace(asked, tool=wrong)) is not None, wrong


def test_a_section_has_the_tools_figures() -> None:
    ball = Groove("ball", 0.4, 0.05, radius=0.5)
    assert ball.width == pytest.approx(chord(0.4, 1.0))
    assert scaled(ball, 2.0).width == pytest.approx(2.0 * ball.width)
    stack = groove_stack(None, ball, -1.0)  # type: ignore[arg-type]
    low, corner, high = stack.rings
    assert (low.height, low.inwards) == (0.0, 0.0) and corner.control
    assert high.inwards == pytest.approx(ball.width / 2 - 0.025)
    # the corner lies on the tangent of the circle at the edge: square to the radius there
    out = np.array([ball.width / 2, -ball.middle])
    to = np.array([ball.width / 2 - corner.inwards, corner.height]) - [ball.width / 2, 0.0]
    assert out @ to == pytest.approx(0.0, abs=1e-9)


def test_depths_of_letters_and_sections_do_not_go_together() -> None:
    text = Text.model_validate(
        {
            **letters("AB").model_dump(),
            "letters": [
                {"index": 0, "across": "0 mm", "up": "0 mm", "own_depth": True, "depth": "0.2 mm"}
            ],
        }
    )
    built = marked(PLATE, "p.top", AT, text, make="engrave", depth="0.4 mm", **VEE)
    assert any("all of one depth" in told for told in told_to_fix(built))


@pytest.mark.parametrize("face", FACES)
@pytest.mark.parametrize("degrees", ["20 deg", "30 deg"])
def test_walls_that_lean_far_on_bent_faces_are_built_directly(face: str, degrees: str) -> None:
    """Narrow lines, whose walls take most of their volume: such walls run straight in space, which
    the sum that they are held against has to know. Against the kernel's own sum."""
    if (face, degrees) == ("turned", "30 deg"):  # its sheet is stretched: the walls would meet
        return
    part, name, at = FACES[face]
    text = Text(text="TIN", height="4 mm", font=LINE, cutter="0.45 mm")
    built = marked(part, name, at, text, make="engrave", depth="0.3 mm", draft=degrees)
    (report,) = built.report.stamps
    assert built.report.valid and report.built_by == "imprint"
    found = volume(built.bodies["part"].shape) - volume(built.blank.solid.shape)
    assert report.relief_volume == pytest.approx(found, rel=1e-5)


# -- dovetails


def dove_floor(depth: float, neck: float = 0.6, flank: float = 15.0) -> float:
    return float(neck + 2.0 * depth * np.tan(np.radians(flank)))


DOVE = {"section": "dovetail", "neck": "0.6 mm", "flank": "15 deg"}


@pytest.mark.parametrize("make", ["engrave", "emboss"])
def test_a_dovetail_ring_is_a_trapezium_turned(make: str) -> None:
    """Wider at its floor: Pappus about the middle of the line."""
    ring = Shape(shape="circle", wide="20 mm", line="1 mm")
    built = marked(PLATE, "p.top", AT, ring, make=make, depth="0.8 mm", **DOVE)
    section = (0.6 + dove_floor(0.8)) / 2 * 0.8
    found = change_made(built)
    assert abs(found) == pytest.approx(2 * np.pi * (10 - 0.3) * section, rel=1e-5)
    assert (found > 0) == (make == "emboss")
    ink = np.pi * (100 - 9.4**2)
    assert built.report.stamps[0].artwork_area == pytest.approx(ink, rel=1e-5)


@pytest.mark.parametrize("make", ["engrave", "emboss"])
@pytest.mark.parametrize("face", FACES)
def test_dovetails_on_every_kind_of_face(face: str, make: str) -> None:
    """Directly, of the volume that the kernel sums itself; its flanks lean by their angle to the
    wrong side of the normal at the face, within 0.1 degrees."""
    part, name, at = FACES[face]
    built = marked(part, name, at, letters("I", "4 mm"), make=make, depth="0.4 mm", **DOVE)
    (report,) = built.report.stamps
    assert built.report.valid and report.built_by == "imprint", told_to_fix(built)
    body, bare = built.bodies["part"], built.blank.solid
    found = volume(body.shape) - volume(bare.shape)
    assert report.relief_volume == pytest.approx(found, rel=2e-5)
    item = built.planned["m"]
    _, low_y, high_x, high_y = item.placed.bounds
    sign, mid = (1.0 if make == "emboss" else -1.0), (low_y + high_y) / 2
    walls = [f.face for f in body.faces if str(f.name).endswith("/wall")]
    chart = item.chart
    foot = np.array([high_x, mid])
    across = chart.jacobian(foot)[:, 0] / np.linalg.norm(chart.jacobian(foot)[:, 0])
    met = []
    for out in (0.02, 0.05):  # beside the line, under the face or under the cap
        start = chart.to_space(foot) + out * across
        way = chart.normal(foot)
        hit = [h for wall in walls for h in hits(wall, start, way) if 0 < sign * h < 0.39]
        assert len(hit) == 1
        met.append((out, abs(hit[0])))
    lean = np.degrees(np.arctan2(met[1][0] - met[0][0], met[1][1] - met[0][1]))
    assert lean == pytest.approx(15.0, abs=0.1 + np.degrees(0.05 * 0.05))


def test_its_cutter_has_to_get_in() -> None:
    """Told for a line alone; not where it is as wide as its floor, nor for a rib."""
    line = marked(PLATE, "p.top", AT, letters("I"), make="engrave", depth="0.8 mm", **DOVE)
    (told,) = [f for f in line.report.findings if f.check == "no way in"]
    assert told.limit == pytest.approx(dove_floor(0.8), rel=1e-6) and told.where
    assert told.measured == pytest.approx(0.6, abs=5e-3)
    disc = Shape(shape="circle", wide="3 mm", line="0 mm")
    wide = marked(PLATE, "p.top", AT, disc, make="engrave", depth="0.8 mm", **DOVE)
    assert not [f for f in wide.report.findings if f.check == "no way in"]
    rib = marked(PLATE, "p.top", AT, letters("I"), make="emboss", depth="0.8 mm", **DOVE)
    assert not [f for f in rib.report.findings if f.check == "no way in"]


def test_gaps_between_dovetails_are_told_where_they_are_narrow() -> None:
    """Two lines 1 mm apart come nearer under the face by what both spread."""
    ring = Shape(shape="rectangle", wide="8 mm", high="2.2 mm", line="0.6 mm", corner="0.3 mm")
    built = marked(PLATE, "p.top", AT, ring, make="engrave", depth="0.8 mm", **DOVE)
    (told,) = [f for f in built.report.findings if f.check == "tight gap"] or [None]
    gap = 1.0 - (dove_floor(0.8) - 0.6)
    assert told is None and gap > 0.2 and built.report.stamps[0].built_by == "imprint"
    deeper = marked(PLATE, "p.top", AT, ring, make="engrave", depth="1.6 mm", **DOVE)
    (told,) = [f for f in deeper.report.findings if f.check == "tight gap"]
    assert told.measured == pytest.approx(1.0 - (dove_floor(1.6) - 0.6), abs=2e-3)


def test_a_dovetail_needs_room_under_the_face() -> None:
    wide = {**DOVE, "flank": "40 deg"}
    built = marked(PLATE, "p.top", AT, letters("8", "5 mm"), make="engrave", depth="2.5 mm", **wide)
    assert built.report.valid and built.report.stamps[0].built_by == ""
    assert "spreads" in " ".join(told_to_fix(built))
    # beside an edge it opens the side of the part, which is cut and told
    near = marked(PLATE, "p.top", ("39.55 mm", "0 mm"), letters("I"), make="engrave",
                  depth="2.5 mm", **wide)  # fmt: skip
    assert near.report.valid and near.report.stamps[0].built_by == "boolean"
    told = {f.check for f in near.report.findings}
    assert {"near the edge", "wall beside"} <= told


def test_the_guard_sees_other_flanks(monkeypatch: pytest.MonkeyPatch) -> None:
    """Less of an angle than asked, or more, or none."""
    true = grooved.groove_stack
    for by in (0.7, 1.4, 0.0):
        monkeypatch.setattr(
            execute, "groove_stack",
            lambda chart, groove, sign, by=by: true(
                chart, replace(groove, flat=groove.width + by * (groove.flat - groove.width),
                               slope=by * groove.slope), sign),
        )  # fmt: skip
        built = marked(PLATE, "p.top", AT, letters("I"), make="engrave", depth="0.8 mm", **DOVE)
        assert told_to_fix(built) and built.report.stamps[0].built_by == ""


def test_where_a_projection_turns_away_lines_have_no_section() -> None:
    """Found by a trial: where a cast grazes there is no parallel, and the build broke off."""
    ball = Ball(name="p", diameter="20 mm")
    setting = Setting(face="p.outer", across="0 mm", up="0 mm", up_from="middle",
                      cast=Cast(way="front"))  # fmt: skip
    for height in ("6 mm", "30 mm"):
        stamp = Stamp.model_validate(
            {"name": "m", "artwork": letters("M8", height), "setting": setting,
             "relief": {"make": "engrave", "depth": "0.4 mm", **ROUND}}
        )  # fmt: skip
        job = Job(blank=Blank.model_validate({"features": [ball.model_dump()]}), stamps=(stamp,))
        built = build(Document(job))
        assert not any("not foreseen" in f.message for f in built.report.findings)
        assert built.report.stamps[0].built_by or told_to_fix(built)


# -- over an edge, and over other relief


def across(how: dict[str, str], make: str = "engrave", depth: float = 0.5) -> Built:
    """A straight line right across the plate of 80 mm, and out over both its edges."""
    return marked(PLATE, "p.top", AT, letters("I", "100 mm"),
                  make=make, depth=f"{depth} mm", **how)  # fmt: skip


SECTIONS = {
    "vee": (VEE, (vee_width(0.5) + 0.1) / 2 * 0.5),
    "dove": (DOVE, (0.6 + dove_floor(0.5)) / 2 * 0.5),
}


@pytest.mark.parametrize("how", SECTIONS)
@pytest.mark.parametrize("make", ["engrave", "emboss"])
def test_a_line_that_runs_out_over_both_edges(how: str, make: str) -> None:
    """Up the plate of 40 mm: its section times that; raised it goes on as long as it is drawn."""
    given, section = SECTIONS[how]
    built = across(given, make)
    (report,) = built.report.stamps
    assert built.report.valid and report.built_by == "boolean", told_to_fix(built)
    if make == "engrave":
        assert change_of(built) == pytest.approx(-section * 40.0, rel=1e-5)
    else:
        assert change_of(built) > section * 99.0
    assert not [f for f in built.report.findings if f.check == "no way in"]


def change_of(built: Built) -> float:
    return volume(built.bodies["part"].shape) - volume(built.blank.solid.shape)


@pytest.mark.parametrize(
    ("face", "how", "make"),
    each_once(
        itertools.product(["plane", "cylinder", "cone"], [
            VEE, SMALL, DOVE, {"cap_edge": "chamfer", "cap_edge_size": "0.1 mm"},
            {"face_edge": "round", "face_edge_size": "0.1 mm"},
        ]),
        ["engrave", "emboss"],
    ),
)  # fmt: skip
def test_what_hangs_over_a_rim_is_told_and_made(
    face: str, how: dict[str, str], make: str, tmp_path: Path
) -> None:
    """By tools and the general boolean, with the same guard; the file reads back as one solid."""
    part, name, place = {
        "plane": (PLATE, "p.top", ("38.5 mm", "0 mm")),
        "cylinder": (FACES["cylinder"][0], "p.outer", ("0 deg", "1 mm")),
        "cone": (Cone(name="p", wall="4 mm"), "p.outer", ("0 deg", "1 mm")),
    }[face]
    lined = "section" in how
    art = letters("TI", "5 mm") if lined else Text(text="H", height="5 mm")
    built = marked(part, name, place, art, make=make, depth="0.3 mm", **how)
    (report,) = built.report.stamps
    assert built.report.valid and report.built_by, told_to_fix(built)
    assert any(f.check == "over the edge" for f in built.report.findings)
    (path,) = write_files(built, tmp_path, "m", ("step",))
    assert reads_back(path, built.bodies.values())


def test_letters_with_softened_edges_over_a_line() -> None:
    """What two stamps both take away is taken once: by the common volume of their bodies alone."""

    def built(*names: str) -> Built:
        line = Stamp.model_validate(
            {"name": "line", "artwork": Shape(shape="rectangle", wide="30 mm", high="1 mm"),
             "relief": {"make": "engrave", "depth": "0.2 mm"},
             "setting": Setting(face="p.top", across="0 mm", up="0 mm", rests_on="middle")}
        )  # fmt: skip
        word = Stamp.model_validate(
            {"name": "word", "artwork": Text(text="HI", height="6 mm"),
             "relief": {"make": "engrave", "depth": "0.5 mm", "cap_edge": "chamfer",
                        "cap_edge_size": "0.1 mm"},
             "setting": Setting(face="p.top", across="0 mm", up="0 mm", rests_on="middle")}
        )  # fmt: skip
        stamps = tuple(s for s in (line, word) if s.name in names)
        blank = Blank.model_validate({"features": [PLATE.model_dump()]})
        return build(Document(Job(blank=blank, stamps=stamps)))

    both = built("line", "word")
    assert both.report.valid and both.report.stamps[1].built_by == "boolean", told_to_fix(both)
    alone = change_of(built("line")) + change_of(built("word"))
    ink = shapely.union_all(polygons(both.planned["word"].placed.regions, 60))
    shared = ink.intersection(shapely.box(-15, -0.5, 15, 0.5)).area * 0.2
    assert change_of(both) == pytest.approx(alone + shared, rel=1e-4)


def test_the_guard_sees_what_tools_do_wrong(monkeypatch: pytest.MonkeyPatch) -> None:
    """A tool whose floor is wider than its section says, by a general boolean too."""
    true = grooved.groove_stack
    monkeypatch.setattr(
        execute, "groove_stack",
        lambda chart, groove, sign: true(
            chart, replace(groove, flat=1.5 * groove.flat, slope=0.6 * groove.slope), sign),
    )  # fmt: skip
    built = across(VEE)
    assert told_to_fix(built) and built.report.stamps[0].built_by == ""
