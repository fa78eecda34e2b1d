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

from tests.core.solids import sound
from tests.core.test_runs import DEPTH, HALVES, change, over, panels
from tinstamp.chart.run import RunChart
from tinstamp.engine.build import Built, build
from tinstamp.job.archive import Document
from tinstamp.job.features import Soften, Tube
from tinstamp.job.model import Blank, Job, Relief, Setting, Shape, Stamp, Text
from tinstamp.output.step import sound_file
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


@pytest.mark.parametrize("bend", [12.0, -8.0, 0.0])
@pytest.mark.parametrize("make", ["engrave", "emboss"])
@pytest.mark.parametrize("walls", WALLS)
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


def test_along_a_curved_joint_it_is_told() -> None:
    """The rounded rim of a tube: what keeps clear of it has draft, what runs over it is told."""
    tube = Tube(name="t", outer_diameter="60 mm", wall="6 mm", height="40 mm")
    rim = Soften(name="s", size="4 mm", edges=("t.outer & t.top",))
    mark = Stamp(
        name="m",
        artwork=Text(text="I", height="8 mm"),
        setting=Setting(
            face="t.outer", across="0 deg", up="36 mm", rests_on="middle", over="neighbours"
        ),
        relief=Relief(make="engrave", depth="0.4 mm", draft="5 deg"),
    )
    built = build(Document(Job(blank=Blank(features=(tube, rim)), stamps=(mark,))))
    (told,) = [f.message for f in built.report.findings if f.check == "not built"]
    assert "along a curve" in told and built.report.valid
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
