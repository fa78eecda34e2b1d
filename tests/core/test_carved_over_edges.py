"""Ink carved to its middle over an edge of its face, and over other relief: by tools and the
general boolean, with the volume that lies under the roof where there is material.

Sources: the distance to the outline by shapely, Steiner's formula for parallel surfaces (any text
on convex geometry).
"""

from __future__ import annotations

import itertools
from typing import Any

import numpy as np
import pytest
import shapely

from tests.conftest import each_once, made
from tests.core.solids import sound, volume
from tests.core.test_fields_everywhere import FACES
from tests.core.test_pieces import polygons
from tinstamp.artwork.roof import roof_over
from tinstamp.chart.base import FaceChart
from tinstamp.engine.build import Built, build
from tinstamp.job.archive import Document
from tinstamp.job.model import Blank, Job, Relief, Setting, Shape, Stamp, Text
from tinstamp.output.step import sound_file
from tinstamp.relief.by_carving import carved_tool
from tinstamp.relief.carved_bent import Bend

TAN = float(np.tan(np.radians(30.0)))
PLAIN = ("plane", "cylinder", "cone")
STEP = 0.01
"""mm between the lines that volumes are summed along"""


def carved(face: str, up: float, make: str, depth: str, text: str = "E", *first: Stamp) -> Built:
    part, name, (across, _) = FACES[face]
    stamp = Stamp(
        name="m",
        artwork=Text(text=text, height="5 mm"),
        setting=Setting(face=name, across=across, up=f"{up:.6f} mm", rests_on="middle"),
        relief=Relief(make=make, section="carved", vee="60 deg", depth=depth),  # type: ignore[arg-type]
    )
    blank = Blank.model_validate({"features": [part.model_dump()]})
    return build(Document(Job(blank=blank, stamps=(*first, stamp))))


def chart_of(face: str) -> FaceChart:
    part, name, _ = FACES[face]
    return made(part).charts[name]


def under_the_roof(built: Built, sign: float, most: float, within: Any, floor: Any = None) -> float:
    """mm³ of the roof over places of the sheet within a shape, by the distance from the outline on
    a fine grid; no more than what is under `floor` mm there already."""
    item = built.planned["m"]
    chart = item.chart
    total = 0.0
    for ink in polygons(item.placed.regions, 80):
        low_x, low_y, high_x, high_y = ink.bounds
        x, y = (np.arange(a + STEP / 2, b, STEP) for a, b in ((low_x, high_x), (low_y, high_y)))
        xy = np.stack(np.meshgrid(x, y), axis=-1).reshape(-1, 2)
        inside = shapely.contains_xy(ink, *xy.T) & shapely.contains_xy(within, *xy.T)
        xy = xy[inside]
        away = shapely.distance(ink.boundary, shapely.points(xy))
        h = sign * np.minimum(away / TAN, most)
        mean, gauss = chart.bent_at(xy)
        grown = np.linalg.norm(np.cross(*np.moveaxis(chart.jacobian(xy), -1, 0)), axis=-1)

        def filled(d: np.ndarray, m: np.ndarray = mean, k: np.ndarray = gauss) -> np.ndarray:
            return np.asarray(d + m * d * d + k * d**3 / 3.0)

        gone = filled(h)
        if floor is not None:
            there = np.where(shapely.contains_xy(floor[0], *xy.T), floor[1], 0.0)
            gone = np.sign(sign) * np.maximum(np.abs(gone) - np.abs(filled(there)), 0.0)
        total += float((gone * grown).sum()) * STEP * STEP
    return total


def on_the_face(chart: FaceChart) -> Any:
    low_x, low_y, high_x, high_y = map(float, chart.bounds)
    return shapely.box(low_x, low_y, high_x, high_y)


@pytest.mark.parametrize("make", ["engrave", "emboss"])
@pytest.mark.parametrize(
    ("face", "upper"),
    [("plane", True), ("cylinder", True), ("cylinder", False), ("bore", True), ("cone", False)],
)
def test_over_an_edge_of_its_face(face: str, upper: bool, make: str) -> None:
    chart = chart_of(face)
    up = float(chart.bounds[3]) - 1.0 if upper else float(chart.bounds[1]) + 1.0
    most = 2.0 if make == "engrave" else 0.4
    built = carved(face, up, make, f"{most} mm")
    (report,) = built.report.stamps
    assert report.built_by == "boolean" and built.report.valid
    body = built.bodies["part"]
    assert sound(body.shape) and sound_file(body)
    assert any("over the" in f.message for f in built.report.findings)
    sign = -1.0 if make == "engrave" else 1.0
    if make == "engrave":
        expected = under_the_roof(built, sign, most, on_the_face(chart))
    else:  # what is raised stands out beyond the edge, level with the face
        expected = under_the_roof(built, sign, most, shapely.box(-1e3, -1e3, 1e3, 1e3))
    # a cone's rim is an arc of its sheet, and its base does not stand square to it
    assert report.relief_volume == pytest.approx(expected, rel=0.02 if face == "cone" else 2e-3)


@pytest.mark.parametrize("face", ["plane", "cylinder", "cone", "dome", "ball", "skin"])
def test_over_other_relief(face: str) -> None:
    """A bar 0.3 mm deep lies across the letter: what is gone there is gone already."""
    _, name, (across, up) = FACES[face]
    at = float(up.split()[0])
    bar = Stamp(
        name="bar",
        artwork=Shape(shape="rectangle", wide="9 mm", high="1 mm"),
        setting=Setting(face=name, across=across, up=up, rests_on="middle"),
        relief=Relief(make="engrave", depth="0.3 mm"),
    )
    built = carved(face, at, "engrave", "2 mm", "E", bar)
    report = built.report.stamps[-1]
    assert [f.message for f in built.report.findings if f.check == "not built"] == []
    assert report.built_by == "boolean" and built.report.valid
    body = built.bodies["part"]
    assert sound(body.shape) and sound_file(body)
    item, under = built.planned["m"], built.planned["bar"]
    cut = [item.chart.from_space(under.chart.to_space(np.array(p.exterior.coords)))
           for p in polygons(under.placed.regions, 20)]  # fmt: skip
    floor = (shapely.union_all([shapely.Polygon(ring) for ring in cut]), -0.3)
    expected = under_the_roof(built, -1.0, 2.0, shapely.box(-1e3, -1e3, 1e3, 1e3), floor)
    assert report.relief_volume == pytest.approx(expected, rel=4e-3)


@pytest.mark.parametrize(
    ("face", "sign", "over"),
    each_once(
        itertools.product(["plane", "cylinder", "cone", "dome", "ball", "skin"], [-1.0, 1.0]),
        [0.0, 0.3, 0.3],
    ),
)
def test_a_tool_is_a_sound_solid(face: str, sign: float, over: float) -> None:
    """Closed, turned outwards; as large as the roof, and what goes on beyond the face (Steiner)."""
    built = carved(face, float(FACES[face][2][1].split()[0]), "engrave", "0.8 mm", "8")
    item = built.planned["m"]
    bend = Bend(item.chart, TAN, sign)
    for region in item.placed.regions:
        roof = roof_over(region, 0.8 * TAN)
        tool = carved_tool(roof, bend, over)
        assert sound(tool.solid)
        mean, gauss = map(float, item.chart.bent_at(region.outer.points(2).mean(axis=0)))
        slab = -sign * over
        beyond = abs(slab + mean * slab**2 + gauss * slab**3 / 3.0) * region.area
        whole = abs(bend.volume(roof)) + beyond
        assert volume(tool.solid) == pytest.approx(whole, rel=1e-3 if face in PLAIN else 5e-3)
        roles = {f.name for f in tool.faces}
        assert roles == ({"wall", "cap", "end"} if roof.flats else {"wall", "end"})


def test_what_is_cut_through_is_told() -> None:
    built = carved("plane", float(chart_of("plane").bounds[3]) - 1.0, "engrave", "40 mm")
    assert built.report.valid  # the V ends before that: it is as deep as the letter is wide
    assert built.report.stamps[0].built_by == "boolean"
