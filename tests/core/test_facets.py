"""Triangles of what regions become, held against the kernel's solid."""

from __future__ import annotations

import numpy as np
import pytest
import shapely

from tests.core.solids import area
from tests.core.test_alike import FACES, made_of
from tinstamp.blank.kernel import compound
from tinstamp.chart.base import FaceChart
from tinstamp.engine.build import Built, build
from tinstamp.engine.cache import Cache
from tinstamp.engine.layer import Layer, Put
from tinstamp.job.archive import Document
from tinstamp.job.features import BaseFeature, FreeformSkin, Tube
from tinstamp.job.model import Blank, Job, Relief, Setting, Shape, Stamp, Text
from tinstamp.relief.facets import Facets, facets

CHORD = 0.1
SKIN: tuple[BaseFeature, str, str, str] = (
    FreeformSkin(name="b", length="110 mm", width="60 mm", thickness="5 mm"), "b.top",
    "0 mm", "0 mm",
)  # fmt: skip
ALL = {**FACES, "skin": SKIN}


def marked(case: tuple[BaseFeature, str, str, str], make: str, text: str, height: str) -> Built:
    part, face, across, up = case
    setting = Setting(face=face, across=across, up=up, up_from="middle", rests_on="middle")
    stamp = Stamp(
        name="s",
        artwork=Text(text=text, height=height),
        setting=setting,
        relief=Relief.model_validate({"make": make, "depth": "0.4 mm"}),
    )
    built = build(Document(Job(blank=Blank(features=(part,)), stamps=(stamp,))))
    assert built.report.valid, built.report.findings
    return built


def area_of(points: np.ndarray, corners: np.ndarray) -> float:  # type: ignore[type-arg]
    a, b, c = (points[corners[:, k]] for k in range(3))
    return float(np.linalg.norm(np.cross(b - a, c - a), axis=1).sum() / 2.0)


@pytest.mark.parametrize("name", list(ALL))
@pytest.mark.parametrize("make", ["engrave", "emboss"])
def test_they_are_as_large_as_the_kernels_faces_and_lie_on_them(name: str, make: str) -> None:
    built = marked(ALL[name], make, "OL8S", "5 mm")
    item = built.planned["s"]
    assert isinstance(item.chart, FaceChart)
    once, _ = made_of(built)
    found = facets([block.loops for block in once.blocks], CHORD, once.flipped)
    lift = 0.4 if make == "emboss" else -0.4
    for block, own in zip(once.blocks, found, strict=True):
        assert own is not None
        assert area_of(*own.cap) == pytest.approx(area(block.cap), rel=0.02)
        assert area_of(*own.walls) == pytest.approx(area(compound(block.walls)), rel=0.02)
        if block.islands:
            assert area_of(*own.islands) == pytest.approx(area(compound(block.islands)), rel=0.02)
        assert lies_on(item.chart, own.cap[0], lift) < 1e-5
        middles = own.cap[0][own.cap[1]].mean(axis=1)
        assert lies_on(item.chart, middles, lift) < CHORD
        assert looks_out(item.chart, own, make == "emboss")


def lies_on(chart: FaceChart, points: np.ndarray, lift: float) -> float:  # type: ignore[type-arg]
    """How far points are off the face's parallel, mm, by the chart's own map."""
    xy = chart.from_space(points)
    return float(
        np.abs(((points - chart.to_space(xy)) * chart.normal(xy)).sum(axis=1) - lift).max()
    )


def looks_out(chart: FaceChart, own: Facets, raised: bool) -> bool:
    """Caps look along the face's normal; walls away from the ink when it is raised."""
    points, corners = own.cap
    a, b, c = (points[corners[:, k]] for k in range(3))
    out = chart.normal(chart.from_space((a + b + c) / 3.0))
    caps = bool(((np.cross(b - a, c - a) * out).sum(axis=1) > 0).all())
    points, corners = own.walls
    a, b, c = (points[corners[:, k]] for k in range(3))
    way = np.cross(b - a, c - a)
    long = np.linalg.norm(way, axis=1, keepdims=True)
    middle = (a + b + c) / 3.0
    beside = chart.from_space(middle + 0.02 * way / np.where(long > 0, long, 1.0))
    triangles = shapely.polygons(chart.from_space(own.cap[0])[own.cap[1]])
    ink = shapely.union_all(shapely.buffer(triangles, 1e-6))
    inked = shapely.contains_xy(ink, beside[:, 0], beside[:, 1])
    steep = long[:, 0] > 1e-3
    share = float(inked[steep].mean())
    return caps and (share < 0.05 if raised else share > 0.95)


def test_walls_are_parted_at_corners_and_nowhere_else() -> None:
    counts = []
    for shape in ("rectangle", "circle"):
        stamp = Stamp(
            name="s",
            artwork=Shape.model_validate({"shape": shape}),
            setting=Setting(face="b.top", across="0 mm", up="0 mm"),
        )
        built = build(Document(Job(blank=Blank(features=(FACES["plate"][0],)), stamps=(stamp,))))
        once, _ = made_of(built)
        (own,) = facets([b.loops for b in once.blocks], CHORD, once.flipped)
        assert own is not None
        places = np.unique(np.round(own.walls[0], 6), axis=0)
        counts.append(len(own.walls[0]) - len(places))
    assert counts == [2 * 4, 0]  # four corners, at foot and head


def test_a_cap_that_bends_too_much_is_left_to_the_kernel() -> None:
    part = Tube(name="b", outer_diameter="30 mm", wall="4 mm", height="40 mm")
    built = marked((part, "b.outer", "0 deg", "0 mm"), "emboss", "O", "25 mm")
    once, _ = made_of(built)
    assert facets([b.loops for b in once.blocks], CHORD, once.flipped) == [None]
    assert facets([b.loops for b in once.blocks], 5.0, once.flipped) == [None]  # turns too far
    assert built.blank is not None
    mesh = Layer(built.blank.solid, [Put("key", (once,))]).mesh(Cache())
    corners = mesh.points[mesh.triangles].astype(float)
    volume = float((np.cross(corners[:, 0], corners[:, 1]) * corners[:, 2]).sum() / 6.0)
    assert volume == pytest.approx(built.report.volume or 0.0, rel=2e-3)


def test_nothing_laid_is_nothing() -> None:
    assert facets([], CHORD, False) == []
    assert facets([(), ()], CHORD, False) == [None, None]
