"""Walls with draft, a section or softened edges that run over straight joints, where the shares of
both faces meet in a mitre.

Source: level by level, a share ends in the plane midway between both faces, so that at z from them
it is shorter, or longer, by z times the tangent of half their angle (any text on carpentry); the
ink of a level by shapely.
"""

from __future__ import annotations

import itertools
import math
import random
from collections.abc import Callable

import numpy as np
import pytest
import shapely
from OCP.BRepAdaptor import BRepAdaptor_Surface
from OCP.BRepLProp import BRepLProp_SLProps
from OCP.BRepTools import BRepTools

from tests.conftest import each_once
from tests.core.solids import sound
from tests.core.test_runs import DEPTH, HALVES, change, over, panels
from tinstamp.artwork.outline import evaluate
from tinstamp.blank.kernel import area
from tinstamp.chart.run import RunChart
from tinstamp.engine.build import Built, build
from tinstamp.job.archive import Document
from tinstamp.job.drawn import knot
from tinstamp.job.features import BaseFeature, Soften, Tube, TurnedProfile
from tinstamp.job.model import Blank, Job, Relief, Setting, Shape, Stamp, Text
from tinstamp.output.step import sound_file
from tinstamp.relief.leaning import run_carried_on
from tinstamp.setting.fit import ink

WALLS = {
    "draft": {"draft": "8 deg"},
    "carved": {"section": "carved", "vee": "60 deg"},
    "chamfer": {"cap_edge": "chamfer", "cap_edge_size": "0.1 mm"},
}
LEANS: dict[str, Callable[[float], float]] = {
    "draft": lambda z: z * math.tan(math.radians(8.0)),
    "carved": lambda z: z * math.tan(math.radians(30.0)),
    "chamfer": lambda z: max(0.0, z - (DEPTH - 0.1)),
}


def by_levels(
    built: Built, lean: Callable[[float], float], bend: float, sign: float, radius: float = math.inf
) -> float:
    """mm³ that walls which lean so enclose on both sides of joints of such an angle, degrees."""
    item = built.planned["m"]
    assert isinstance(item.chart, RunChart)
    joints = sorted({round(float(m.cut[..., 0].mean()), 9) for m in item.chart.members
                     if m.parent >= 0})  # fmt: skip
    half = math.tan(math.radians(bend / 2.0))
    whole = shapely.union_all(ink(item.placed.regions, 60))

    def level(z: float) -> float:
        there = whole.buffer(-lean(z), join_style="mitre", mitre_limit=20.0)
        found = 0.0
        for low, high in zip([-1e3, *joints], [*joints, 1e3], strict=True):
            more = sign * z * half  # longer outwards where the part is convex
            found += there.intersection(shapely.box(low - more, -1e3, high + more, 1e3)).area
        return found * (1.0 + sign * z / radius)

    at, weights = np.polynomial.legendre.leggauss(32)
    parts = [0.0, DEPTH - 0.1, DEPTH]  # a chamfer begins there
    return sign * sum(
        w * level(a + (t + 1.0) * (b - a) / 2.0) * (b - a) / 2.0
        for a, b in itertools.pairwise(parts)
        for t, w in zip(at, weights, strict=True)
    )


@pytest.mark.parametrize(
    ("walls", "make", "bend"),
    each_once(itertools.product(WALLS, ("engrave", "emboss")), [12.0, -8.0, 0.0]),
)
def test_letters_over_a_joint_meet_in_a_mitre(walls: str, make: str, bend: float) -> None:
    built = over(panels(bend), "x.b", "IOI", make, across="10 mm", height="5 mm", **WALLS[walls])
    found = change(built)
    (report,) = built.report.stamps
    assert report.built_by == "boolean"
    assert built.solid is not None and sound_file(built.solid)
    expected = by_levels(built, LEANS[walls], bend, -1.0 if make == "engrave" else 1.0)
    assert found == pytest.approx(expected, rel=1e-3)
    assert {str(n) for n in built.solid.names if "/" in n} <= {"m/cap", "m/wall"}


@pytest.mark.parametrize("walls", ["draft", "chamfer"])
@pytest.mark.parametrize("make", ["engrave", "emboss"])
def test_on_two_halves_of_a_rod(make: str, walls: str) -> None:
    """They go on from one another without an angle; levels grow and shrink with the radius."""
    built = over(HALVES, "x.a", "OBO", make, across="31.416 mm", up="15 mm", height="5 mm",
                 **WALLS[walls])  # fmt: skip
    found = change(built)
    sign = -1.0 if make == "engrave" else 1.0
    assert len(built.planned["m"].faces) == 2
    assert found == pytest.approx(by_levels(built, LEANS[walls], 0.0, sign, 20.0), rel=4e-3)


def ring_over(bend: float, make: str, **relief: str) -> Built:
    """A circle drawn with a tool, over the edge between two panels."""
    mark = Stamp(
        name="m",
        artwork=Shape(shape="circle", wide="7 mm", line="0.6 mm"),
        setting=Setting(
            face="x.b", across="10 mm", up="0 mm", rests_on="middle", over="neighbours"
        ),
        relief=Relief(make=make, depth="0.3 mm", **relief),  # type: ignore[arg-type]
    )
    return build(Document(Job(blank=Blank(features=(panels(bend),)), stamps=(mark,))))


@pytest.mark.parametrize("make", ["engrave", "emboss"])
@pytest.mark.parametrize("bend", [10.0, -10.0])
def test_a_line_cut_by_a_tool_goes_on_over_a_joint(bend: float, make: str) -> None:
    """A ring with a round section: Pappus on either side, and what the mitre takes or adds."""
    built = ring_over(bend, make, section="ball", ball="1 mm")
    found = change(built)
    assert built.solid is not None and sound(built.solid.shape) and sound_file(built.solid)
    outside = float(
        np.abs(built.planned["m"].placed.bounds[2] - built.planned["m"].placed.bounds[0])
    )
    radius, high = 0.5, 0.3
    rest = radius - high
    wide = 2.0 * math.sqrt(radius**2 - rest**2)
    section = radius**2 * math.acos(rest / radius) - rest * wide / 2.0
    ring = 2.0 * math.pi * (outside / 2.0 - wide / 2.0) * section
    middle = 2.0 / 3.0 * (wide / 2.0) ** 3 / section - rest  # how deep its centre of area lies
    sign = -1.0 if make == "engrave" else 1.0
    # the line crosses the joint twice, square to it, and both shares end in the mitre
    mitre = 4.0 * sign * section * middle * math.tan(math.radians(bend / 2.0))
    assert abs(found) == pytest.approx(ring + mitre, rel=3e-3)


def shoulder(bend: float) -> TurnedProfile:
    """A cup whose wall goes on as a cone at 20 mm, leaning in by so many degrees."""
    lean = 20.0 * math.tan(math.radians(bend))
    corners = [(26.0, 0.0), (30.0, 0.0), (30.0, 20.0), (30.0 - lean, 40.0), (26.0 - lean, 40.0)]
    knots = tuple(knot("abcde"[k], x, y) for k, (x, y) in enumerate(corners))
    return TurnedProfile(name="p", points=knots, closed="itself")


TUBE = Tube(name="p", outer_diameter="60 mm", wall="6 mm", height="40 mm")
RIM = Soften(name="s", size="4 mm", edges=("p.outer & p.top",))
ROUND: dict[str, tuple[tuple[BaseFeature, ...], str, str, float]] = {
    "convex": ((shoulder(8.0),), "p.b", "20 mm", 8.0),
    "concave": ((shoulder(-8.0),), "p.b", "20 mm", -8.0),
    "rim": ((TUBE, RIM), "p.outer", "36 mm", 0.0),
}
"""Faces that meet along a circle: the features, a face, how far up the joint is, and the bend."""


def over_round(name: str, text: str, make: str, **relief: str) -> Built:
    """A letter over one of those joints."""
    features, face, up, _ = ROUND[name]
    mark = Stamp(
        name="m",
        artwork=Text(text=text, height="8 mm"),
        setting=Setting(face=face, across="0 deg", up=up, rests_on="middle", over="neighbours"),
        relief=Relief(make=make, depth="0.4 mm", **relief),  # type: ignore[arg-type]
    )
    return build(Document(Job(blank=Blank(features=features), stamps=(mark,))))


INK_GRID = 501
"""points to a side of a letter's box that its faces are looked at"""


def steiner(built: Built, bend: float, sign: float, degrees: float, chamfer: float = 0.0) -> float:
    """mm³ by Steiner's formula over the ink, from the charts of both faces: A d ± H d² + K d³ / 3,
    along the joint what the mitre adds or takes, L d² tan(bend / 2), and, where walls lean, for a
    mm of outline (d² / 2 ∓ k d³ / 3) tan(lean), k the bend of the face along it; where they have a
    chamfer of c at the cap, c² / 2 and its moment there."""
    item = built.planned["m"]
    depth = item.depth
    assert isinstance(item.chart, RunChart)
    chart = run_carried_on(item.chart)  # a joint's line is off a freeform face's edge by a hair
    slope, total = math.tan(math.radians(degrees)), 0.0
    takes = slope * depth**2 / 2.0 + chamfer**2 / 2.0
    moment = slope * depth**3 / 3.0 + chamfer**2 / 2.0 * (depth - chamfer) + chamfer**3 / 3.0
    for shape in ink(item.placed.regions, 60):
        low_x, low_y, high_x, high_y = shape.bounds
        x, y = np.meshgrid(
            np.linspace(low_x, high_x, INK_GRID), np.linspace(low_y, high_y, INK_GRID)
        )
        xy = np.column_stack([x.ravel(), y.ravel()])
        xy = xy[shapely.contains_xy(shape, *xy.T)]
        jacobian = chart.jacobian(xy)
        grown = np.linalg.norm(np.cross(jacobian[..., 0], jacobian[..., 1]), axis=-1)
        mean, gauss = chart.bent_at(xy)
        high = depth + sign * mean * depth**2 + gauss * depth**3 / 3.0
        total += float((grown * high).mean()) * shape.area
        joint = shapely.LineString(
            evaluate(chart.members[1].cut, np.linspace(0, 1, 9)).reshape(-1, 2)
        )
        along = shapely.intersection(joint, shape).length
        total += sign * along * depth**2 * math.tan(math.radians(bend / 2.0))
        for ring in (shape.exterior, *shape.interiors):
            flat = shapely.get_coordinates(ring.segmentize(0.02))
            space, normal = chart.to_space(flat), chart.normal(flat)
            run, turn = np.diff(space, axis=0), np.diff(normal, axis=0)
            long = np.linalg.norm(run, axis=1)
            bent = (turn * run).sum(axis=1) / np.maximum(long, 1e-9) ** 2
            bent = np.where(np.abs(bent) < 0.5, bent, 0.0)  # not over the joint itself
            total -= float((long * (takes + sign * bent * moment)).sum())
    return sign * total


@pytest.mark.parametrize(("name", "make"), each_once(ROUND, ["engrave", "emboss"]))
def test_plain_letters_over_a_round_joint(name: str, make: str) -> None:
    """A shoulder of a bottle: refused before, or with seven tenths of its volume, since the far end
    of the joint was laid out too, where the sheet says nothing."""
    sign = -1.0 if make == "engrave" else 1.0
    for text in ("I", "O", "B"):
        built = over_round(name, text, make)
        assert built.report.stamps[0].built_by == "imprint", built.report.findings
        assert change(built) == pytest.approx(steiner(built, ROUND[name][3], sign, 0.0), rel=2e-3)


@pytest.mark.parametrize(("name", "make"), each_once(ROUND, ["emboss", "engrave"]))
def test_draft_over_a_round_joint(name: str, make: str) -> None:
    """Both shares end in the cone midway; a round letter, and straight ones, where they come to be:
    the kernel's boolean does not make all."""
    sign = -1.0 if make == "engrave" else 1.0
    made = 0
    for text in ("O", "S", "B"):
        built = over_round(name, text, make, draft="5 deg")
        assert built.report.valid
        if not built.report.stamps[0].built_by:
            assert any(f.level == "fix" for f in built.report.findings)
            continue
        made += 1
        assert change(built) == pytest.approx(steiner(built, ROUND[name][3], sign, 5.0), rel=4e-3)
        assert built.solid is not None and sound_file(built.solid)
    assert made >= 2


def test_the_flanks_over_a_round_joint_have_their_draft() -> None:
    """Along the finished walls: at most 0.1° off what was asked, against the face's own normal."""
    built = over_round("convex", "O", "engrave", draft="5 deg")
    assert built.solid is not None
    chart = built.planned["m"].chart
    seen = 0
    for wall in built.solid.made_by("m", "wall"):
        if area(wall.face) < 1e-3:  # where the shares meet
            continue
        surface, (u0, u1, v0, v1) = BRepAdaptor_Surface(wall.face), BRepTools.UVBounds_s(wall.face)
        props = BRepLProp_SLProps(surface, (u0 + u1) / 2, (v0 + v1) / 2, 1, 1e-9)
        at, n = props.Value(), props.Normal()
        there = chart.from_space(np.array([[at.X(), at.Y(), at.Z()]]))
        up = chart.normal(there)[0]
        lean = math.degrees(math.asin(abs(float(up @ [n.X(), n.Y(), n.Z()]))))
        assert lean == pytest.approx(5.0, abs=0.1)
        seen += 1
    assert seen > 8


@pytest.mark.parametrize("turn", [0.0, 20.0, 45.0])
def test_how_far_walls_are_set_off_is_told(turn: float) -> None:
    """A line over an edge of 12°, so many degrees off square to it: 2 d tan(6°) tan(turn)."""
    mark = Stamp(
        name="m",
        artwork=Shape(shape="rectangle", wide="6 mm", high="1 mm"),
        setting=Setting(
            face="x.b", across="10 mm", up="0 mm", rests_on="middle", up_from="middle",
            over="neighbours", turn=f"{turn} deg",
        ),
        relief=Relief(make="engrave", depth="0.5 mm", draft="5 deg"),
    )  # fmt: skip
    built = build(Document(Job(blank=Blank(features=(panels(12.0),)), stamps=(mark,))))
    assert built.report.valid and built.report.stamps[0].built_by == "boolean"
    told = [f.measured for f in built.report.findings if f.check == "walls set off"]
    expected = 2.0 * 0.5 * math.tan(math.radians(6.0)) * math.tan(math.radians(turn))
    assert told == ([] if turn == 0.0 else [pytest.approx(expected, rel=1e-3)])


@pytest.mark.parametrize(
    ("name", "make", "degrees", "chamfer"),
    [("convex", "emboss", 0.0, 0.1), ("rim", "engrave", 0.0, 0.1),
     ("concave", "engrave", 30.0, 0.0)],
)  # fmt: skip
def test_sections_and_softened_edges_over_a_round_joint(
    name: str, make: str, degrees: float, chamfer: float
) -> None:
    """They end in what is ruled along the circle; carved ink is a letter with walls that lean by
    half of its tool's angle."""
    walls = {"cap_edge": "chamfer", "cap_edge_size": f"{chamfer} mm"}
    if degrees:
        walls = {"section": "carved", "vee": f"{2.0 * degrees} deg"}
    built = over_round(name, "O", make, **walls)
    (report,) = built.report.stamps
    assert built.report.valid and report.built_by == "boolean", built.report.findings
    sign = -1.0 if make == "engrave" else 1.0
    wanted = steiner(built, ROUND[name][3], sign, degrees, chamfer)
    assert change(built) == pytest.approx(wanted, rel=4e-3)
    assert built.solid is not None and sound_file(built.solid)


def test_draft_in_a_projection_over_several_faces_is_told() -> None:
    cast = over(panels(12.0), "x.b", "IOI", way="square", across="10 mm", height="5 mm",
                draft="5 deg")  # fmt: skip
    told = " ".join(f.message for f in cast.report.findings if f.level == "fix")
    assert "a projection casts over" in told


@pytest.mark.parametrize("seed", range(8))
def test_any_letters_over_any_panels(seed: int) -> None:
    """At random: angles, letters, places, walls; made as reckoned, or told."""
    r = random.Random(seed)
    bend = r.uniform(-14.0, 14.0)
    walls = r.choice(sorted(WALLS))
    make = r.choice(("engrave", "emboss"))
    text = "".join(r.choice("ABDEHIKLMNORSTVWXZ08&") for _ in range(r.randint(1, 3)))
    built = over(panels(bend), "x.b", text, make, across=f"{r.uniform(6.0, 14.0):.3f} mm",
                 up=f"{r.uniform(-3.0, 3.0):.3f} mm", height=f"{r.uniform(4.0, 7.0):.3f} mm",
                 **WALLS[walls])  # fmt: skip
    (report,) = built.report.stamps
    if not report.built_by:
        assert any(f.level == "fix" for f in built.report.findings)
        return
    found = change(built)
    assert built.solid is not None and sound_file(built.solid)
    expected = by_levels(built, LEANS[walls], bend, -1.0 if make == "engrave" else 1.0)
    assert found == pytest.approx(expected, rel=3e-3)
