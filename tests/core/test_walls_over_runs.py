"""Walls with draft, sections and softened edges over several faces."""

from __future__ import annotations

import math

import numpy as np
import pytest

from tests.core.test_runs import DEPTH, change, over, panels
from tinstamp.setting.fit import ink


@pytest.mark.parametrize(
    "walls",
    [{"draft": "8 deg"}, {"section": "carved", "vee": "60 deg"}, {"cap_edge": "chamfer",
                                                                 "cap_edge_size": "0.2 mm"}],
    ids=["draft", "carved", "chamfer"],
)  # fmt: skip
@pytest.mark.parametrize("make", ["engrave", "emboss"])
def test_walls_of_a_kind_over_several_faces(make: str, walls: dict[str, str]) -> None:
    """What keeps clear of the joints has them, whatever else runs over: the volume by levels of the
    letters drawn in, by Shapely."""
    built = over(panels(12.0), "x.b", "I I", make, across="10 mm", height="5 mm", **walls)
    found = change(built)
    letters = list(ink(built.planned["m"].placed.regions, 60))
    assert len(letters) == 2

    def level(z: float) -> float:
        by = {"draft": z * math.tan(math.radians(8.0)), "section": z * math.tan(math.radians(30)),
              "cap_edge": max(0.0, z - 0.3)}[next(iter(walls))]  # fmt: skip
        return sum(p.buffer(-by, join_style="mitre").area for p in letters)

    at, weights = np.polynomial.legendre.leggauss(24)
    layer = sum(
        w * level((t + 1.0) * DEPTH / 2.0) for t, w in zip(at, weights, strict=True)
    ) * DEPTH / 2.0  # fmt: skip
    assert abs(found) == pytest.approx(layer, rel=2e-3)
