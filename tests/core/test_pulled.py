"""Walls along the way that a mould is pulled off.

Sources: what lies between two circles about one axis, ∫ √(R₂² - y²) - √(R₁² - y²) dy by its
antiderivative (y √(R² - y²) + R² asin(y / R)) / 2 (any table of integrals); with draft the same for
every level, summed; normals of finished faces by the kernel.
"""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from OCP.BRepTools import BRepTools

from tests.core.solids import change_made, normal_at, told_to_fix
from tests.core.test_pieces import marked
from tests.core.test_round_others import built_of
from tinstamp.job.features import Ball, Cone, Plate, Tube
from tinstamp.job.model import Setting, Shape, Stamp, Text

TUBE = Tube(name="p", outer_diameter="40 mm", wall="5 mm", height="30 mm")
MARK = Shape(shape="rectangle", wide="6 mm", high="5 mm")


def under(radius: float, y: Any) -> Any:
    return (y * np.sqrt(radius**2 - y**2) + radius**2 * np.arcsin(y / radius)) / 2.0


@pytest.mark.parametrize("make", ["engrave", "emboss"])
@pytest.mark.parametrize("across", [0.0, 12.0, 25.0])
def test_beside_the_middle_of_a_round(across: float, make: str) -> None:
    """The front is at 0°: a rectangle of 6 mm of girth further round, pulled off to the front."""
    built = marked(TUBE, "p.outer", (f"{across} deg", "15 mm"), MARK, make=make, depth="0.4 mm",
                   walls="pull", pull="front")  # fmt: skip
    sides = np.radians(across) + np.array([-3.0, 3.0]) / 20.0
    low, high = 20.0 * np.sin(sides)
    end = 20.4 if make == "emboss" else 19.6
    layer = [under(radius, high) - under(radius, low) for radius in (20.0, end)]
    assert change_made(built) == pytest.approx(5.0 * (layer[1] - layer[0]), rel=1e-5)


@pytest.mark.parametrize(("part", "face", "at"), [
    (TUBE, "p.outer", ("20 deg", "15 mm")),
    (Cone(name="p"), "p.outer", ("15 deg", "15 mm")),
    (Ball(name="p", diameter="50 mm"), "p.outer", ("10 deg", "38 mm")),
])  # fmt: skip
@pytest.mark.parametrize("make", ["engrave", "emboss"])
def test_every_wall_of_letters_runs_along_the_pull(
    part: Any, face: str, at: Any, make: str
) -> None:
    """Their normals are square to it: the mould comes off without an undercut."""
    built = marked(part, face, at, Text(text="HB8", height="4 mm"), make=make, depth="0.4 mm",
                   walls="pull", pull="front")  # fmt: skip
    change_made(built)
    for wall in built.bodies["part"].named("m/wall"):
        u0, u1, v0, v1 = BRepTools.UVBounds_s(wall)
        for u, v in ((0.2, 0.3), (0.5, 0.5), (0.8, 0.7)):
            normal = normal_at(wall, u0 + u * (u1 - u0), v0 + v * (v1 - v0))
            assert abs(normal[1]) < 2e-3


@pytest.mark.parametrize("degrees", [3.0, 8.0])
def test_draft_is_off_the_pull(degrees: float) -> None:
    """Walls of a raised rectangle lean by so much off the way that the mould is pulled."""
    built = marked(TUBE, "p.outer", ("15 deg", "15 mm"), MARK, make="emboss", depth="0.5 mm",
                   walls="pull", pull="front", draft=f"{degrees} deg")  # fmt: skip
    change_made(built)
    for wall in built.bodies["part"].named("m/wall"):
        u0, u1, v0, v1 = BRepTools.UVBounds_s(wall)
        normal = normal_at(wall, (u0 + u1) / 2, (v0 + v1) / 2)
        lean = np.degrees(np.arcsin(abs(float(normal[1]))))
        assert lean == pytest.approx(degrees, abs=0.1)


def test_a_plate_is_pulled_off_upwards_and_not_to_a_side() -> None:
    plate = Plate(name="p", length="40 mm", width="30 mm", thickness="5 mm")
    at = ("0 mm", "0 mm")
    up = marked(plate, "p.top", at, MARK, make="emboss", depth="1 mm", walls="pull", pull="above")
    assert change_made(up) == pytest.approx(30.0, rel=1e-9)
    side = marked(plate, "p.top", at, MARK, make="emboss", depth="1 mm", walls="pull", pull="front")
    assert any("grazes" in told for told in told_to_fix(side))
    far = marked(TUBE, "p.outer", ("85 deg", "15 mm"), MARK, make="emboss", depth="0.4 mm",
                 walls="pull", pull="front")  # fmt: skip
    assert told_to_fix(far)


def test_projected_artwork_has_walls_along_its_projection() -> None:
    setting = Setting.model_validate({"face": "p.outer", "across": "0 deg", "up": "15 mm",
                                      "rests_on": "middle", "cast": {"way": "front"}})  # fmt: skip
    assert setting.cast.way == "front"
    stamp = Stamp.model_validate({"name": "m", "artwork": MARK, "setting": setting,
                                  "relief": {"walls": "pull", "depth": "0.4 mm"}})  # fmt: skip
    assert any("along the projection" in told for told in told_to_fix(built_of((TUBE,), stamp)))
