"""Caps that follow another face of the part, at a distance.

Sources: prisms; the volume under a cylinder over a strip, ∫ (√(R² - x²) - c) dx in closed form
(any handbook of mensuration), letters by Shapely's polygons; between two cylinders about one axis
w (R₂² - R₁²) / 2 R₁ for a width w on the inner one.
"""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import numpy as np
import pytest
import shapely
from OCP.BRepAdaptor import BRepAdaptor_Surface
from OCP.BRepTools import BRepTools
from OCP.GeomAbs import GeomAbs_SurfaceType

from tests.core.solids import change_made, told_to_fix, volume
from tests.core.test_artwork import polygons
from tinstamp.engine.build import Built, build
from tinstamp.engine.cache import Cache
from tinstamp.job.archive import Document
from tinstamp.job.feature import Position
from tinstamp.job.features import Plate, Tube
from tinstamp.job.model import Blank, Job, Relief, Setting, Shape, Stamp, Text
from tinstamp.job.rename import rename_feature
from tinstamp.relief.asked import Asked
from tinstamp.relief.follow_guard import OtherFace
from tinstamp.relief.guard import fault

LOW = Plate(name="low", length="60 mm", width="30 mm", thickness="4 mm")
STEP = Plate(name="step", length="60 mm", width="20 mm", thickness="5.2 mm",
             at=Position(y="25 mm"))  # fmt: skip


def job_of(features: tuple[Any, ...], face: str, other: str, beyond: str = "0 mm",
           make: str = "emboss", artwork: Any = None, at: tuple[str, str] = ("0 mm", "0 mm"),
           **relief: Any) -> Job:  # fmt: skip
    stamp = Stamp(
        name="m", artwork=artwork or Text(text="HB", height="6 mm"),
        setting=Setting(face=face, across=at[0], up=at[1], rests_on="middle"),
        relief=Relief(make=make, caps="other", level_with=other, beyond=beyond, **relief),
    )  # fmt: skip
    blank = Blank.model_validate({"features": [f.model_dump() for f in features]})
    return Job(blank=blank, stamps=(stamp,))


def built_of(*args: Any, **how: Any) -> Built:
    return build(Document(job_of(*args, **how)))


@pytest.mark.parametrize(("beyond", "high"), [("0 mm", 1.2), ("0.3 mm", 1.5), ("-0.4 mm", 0.8)])
def test_letters_level_with_a_step(beyond: str, high: float) -> None:
    built = built_of((LOW, STEP), "low.top", "step.top", beyond, at=("0 mm", "-5 mm"))
    (report,) = built.report.stamps
    assert report.built_by == "imprint" and report.depth == pytest.approx(high)
    ink = sum(p.area for p in polygons(built.planned["m"].placed.regions, 60))
    assert change_made(built) == pytest.approx(ink * high, rel=1e-5)
    for cap in built.bodies["part"].named("m/cap"):
        surface = BRepAdaptor_Surface(cap)
        assert surface.GetType() == GeomAbs_SurfaceType.GeomAbs_Plane
        u0, u1, v0, v1 = BRepTools.UVBounds_s(cap)
        assert surface.Value((u0 + u1) / 2, (v0 + v1) / 2).Z() == pytest.approx(4.0 + high)


def test_letters_sunk_to_the_level_of_a_lower_face() -> None:
    built = built_of((LOW, STEP), "step.top", "low.top", make="engrave", at=("0 mm", "5 mm"))
    ink = sum(p.area for p in polygons(built.planned["m"].placed.regions, 60))
    assert change_made(built) == pytest.approx(-ink * 1.2, rel=1e-5)


def test_the_wrong_way_is_told_and_says_what_would_do() -> None:
    built = built_of((LOW, STEP), "low.top", "step.top", make="engrave")
    (told,) = told_to_fix(built)
    assert "would lie 1.2 to 1.2 mm over their own face" in told and "emboss them" in told
    built = built_of((LOW, STEP), "low.top", "step.back")
    assert any("does not lie over the artwork" in told for told in told_to_fix(built))
    built = built_of((LOW, STEP), "low.top", "nowhere.top")
    assert any("no face “nowhere.top”" in told for told in told_to_fix(built))


@pytest.mark.parametrize(("beyond", "radius"), [("0 mm", 20.0), ("0.5 mm", 20.5)])
def test_letters_on_a_plate_go_on_in_a_round_beside_it(beyond: str, radius: float) -> None:
    """A round lies along a plate's side; its top is 3 mm over it. Letters by strips under it."""
    rod = Tube(name="rod", outer_diameter="40 mm", given="wall", wall="0 mm", height="10 mm",
               at=Position(x="-35 mm", y="0 mm", z="-13 mm", points="right"))  # fmt: skip
    built = built_of((LOW, rod), "low.top", "rod.outer", beyond)
    assert built.report.valid, built.report.findings
    ink = shapely.union_all(polygons(built.planned["m"].placed.regions, 40))
    low, high = ink.bounds[1], ink.bounds[3]
    axis = -13.0  # of the round, which runs along x
    ys, widths = _strips(ink, low, high)
    heights = np.sqrt(radius**2 - ys**2) + axis - 4.0
    expected = float((widths * heights).sum() * (ys[1] - ys[0]))
    assert change_made(built) == pytest.approx(expected, rel=2e-4)


def _strips(ink: Any, low: float, high: float) -> tuple[Any, Any]:
    count = 4000
    ys = low + (np.arange(count) + 0.5) * (high - low) / count
    lines = shapely.linestrings([[[-100.0, y], [100.0, y]] for y in ys])
    return ys, shapely.length(shapely.intersection(ink, lines))


def test_letters_on_a_tube_follow_another_about_the_same_axis() -> None:
    inner = Tube(name="inner", outer_diameter="40 mm", given="wall", wall="4 mm", height="40 mm")
    collar = Tube(name="collar", outer_diameter="44 mm", given="wall", wall="6 mm", height="12 mm",
                  at=Position(z="28 mm"))  # fmt: skip
    mark = Shape(shape="rectangle", wide="10 mm", high="5 mm")
    built = built_of((inner, collar), "inner.outer", "collar.outer", artwork=mark,
                     at=("0 deg", "12 mm"))  # fmt: skip
    assert change_made(built) == pytest.approx(50.0 / 20.0 * (22.0**2 - 20.0**2) / 2.0, rel=1e-5)


def test_what_is_followed_moves_and_the_letters_with_it() -> None:
    """The same cache, the step made higher: nothing is kept that hung on it."""
    cache = Cache()
    first = job_of((LOW, STEP), "low.top", "step.top", at=("0 mm", "-5 mm"))
    assert build(Document(first), cache).report.stamps[0].depth == pytest.approx(1.2)
    taller = STEP.model_copy(update={"thickness": "6 mm"})
    second = job_of((LOW, taller), "low.top", "step.top", at=("0 mm", "-5 mm"))
    built = build(Document(second), cache)
    assert built.report.stamps[0].depth == pytest.approx(2.0)
    ink = sum(p.area for p in polygons(built.planned["m"].placed.regions, 60))
    assert change_made(built) == pytest.approx(ink * 2.0, rel=1e-5)


def test_a_renamed_feature_is_still_followed() -> None:
    job = rename_feature(job_of((LOW, STEP), "low.top", "step.top"), 1, "ledge")
    assert job.stamps[0].relief.level_with == "ledge.top"


def test_the_guard_refuses_another_height() -> None:
    rod = Tube(name="rod", outer_diameter="40 mm", given="wall", wall="0 mm", height="10 mm",
               at=Position(x="-35 mm", y="0 mm", z="-13 mm", points="right"))  # fmt: skip
    built = built_of((LOW, rod), "low.top", "rod.outer")
    item, before, after = built.planned["m"], built.blank.solid, built.bodies["part"]
    assert item.level is not None
    moved = volume(after.shape) - volume(before.shape)
    asked = Asked(item.chart, item.placed.regions, item.depth, True, clean=True,
                  followed=OtherFace(item.level.chart, 0.0))  # fmt: skip
    assert fault(before, after, moved, asked) is None
    for wrong in (-0.02, 0.02):
        assert fault(
            before, after, moved, replace(asked, followed=OtherFace(item.level.chart, wrong))
        )


def test_what_does_not_go_with_it_is_told() -> None:
    built = built_of((LOW, STEP), "low.top", "step.top", walls="cast", at=("0 mm", "-5 mm"))
    assert any("square walls" in told for told in told_to_fix(built))
