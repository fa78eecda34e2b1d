"""Letters over any joint of a turned part: two pieces of its wall, lines or arcs, that meet at any
angle; against Steiner's formula over the ink (see `test_mitred.steiner`)."""

from __future__ import annotations

import math
import random

import pytest

from tests.core.solids import sound
from tests.core.test_mitred import steiner
from tinstamp.chart.run import RunChart
from tinstamp.engine.build import build
from tinstamp.job.archive import Document
from tinstamp.job.drawn import To, knot
from tinstamp.job.features import TurnedProfile
from tinstamp.job.model import Blank, Job, Relief, Setting, Stamp, Text

WALL = 3.0
"""mm"""


def wall(r: random.Random) -> tuple[TurnedProfile, float]:
    """A wall of two pieces, and how high they meet, mm."""
    joint, top = r.uniform(14.0, 24.0), r.uniform(34.0, 44.0)
    lean = r.uniform(-15.0, 15.0)
    further = lean + r.choice((0.0, r.uniform(-13.0, 13.0)))
    out = r.uniform(18.0, 40.0)
    low = out + math.tan(math.radians(lean)) * joint
    high = out - math.tan(math.radians(further)) * (top - joint)
    kinds: list[To] = [r.choice(("line", "arc")) for _ in range(2)]
    rises = [r.uniform(-0.08, 0.08) * long if kind == "arc" else 0.0
             for kind, long in zip(kinds, (joint, top - joint), strict=True)]  # fmt: skip
    knots = (
        knot("a", low - WALL, 0.0), knot("b", low, 0.0, kinds[0], rises[0]),
        knot("c", out, joint, kinds[1], rises[1]), knot("d", high, top),
        knot("e", high - WALL, top),
    )  # fmt: skip
    return TurnedProfile(name="p", points=knots, closed="itself"), joint


@pytest.mark.parametrize("seed", [2, 4, 5, 9, 13])
def test_any_letters_over_any_round_joint(seed: int) -> None:
    r = random.Random(seed)
    part, joint = wall(r)
    text = "".join(r.choice("ABDEHIKLMNORSTVWXZ08&") for _ in range(r.randint(1, 2)))
    make = r.choice(("engrave", "emboss"))
    draft = r.choice((0.0, 0.0, 5.0))
    mark = Stamp(
        name="m",
        artwork=Text(text=text, height=f"{r.uniform(5.0, 8.0):.2f} mm"),
        setting=Setting(
            face="p.b", across="0 deg", up=f"{joint + r.uniform(-2.0, 2.0):.2f} mm",
            rests_on="middle", over="neighbours", turn=f"{r.uniform(-20.0, 20.0):.1f} deg",
        ),
        relief=Relief(make=make, depth="0.4 mm", draft=f"{draft} deg"),  # type: ignore[arg-type]
    )  # fmt: skip
    built = build(Document(Job(blank=Blank(features=(part,)), stamps=(mark,))))
    (report,) = built.report.stamps
    if not report.built_by:
        assert any(f.level == "fix" for f in built.report.findings)
        return
    chart = built.planned["m"].chart
    assert built.report.valid and built.solid is not None and sound(built.solid.shape)
    if isinstance(chart, RunChart):
        sign = -1.0 if make == "engrave" else 1.0
        expected = steiner(built, chart.members[1].bend, sign, draft)
        assert report.relief_volume == pytest.approx(expected, rel=3e-3)
