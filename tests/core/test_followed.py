"""Surfaces and curves of the kernel that are no splines are followed to the last, and what they
bound is stamped like any other face. Held against points and normals of the surface that they stand
off, by the definition of an offset (do Carmo, Differential Geometry, 1976, 3-5).
"""

from __future__ import annotations

import hashlib
from pathlib import Path

import numpy as np
import pytest
from OCP.BRepAdaptor import BRepAdaptor_Surface
from OCP.BRepBuilderAPI import BRepBuilderAPI_MakeEdge, BRepBuilderAPI_MakeFace
from OCP.BRepPrimAPI import BRepPrimAPI_MakePrism
from OCP.Geom import (
    Geom_BSplineCurve,
    Geom_BSplineSurface,
    Geom_Curve,
    Geom_CylindricalSurface,
    Geom_Ellipse,
    Geom_OffsetCurve,
    Geom_OffsetSurface,
)
from OCP.GeomAdaptor import GeomAdaptor_Curve
from OCP.gp import gp_Ax2, gp_Ax3, gp_Dir, gp_Pnt, gp_Vec
from OCP.TColgp import TColgp_Array1OfPnt, TColgp_Array2OfPnt
from OCP.TColStd import TColStd_Array1OfInteger, TColStd_Array1OfReal
from OCP.TopoDS import TopoDS_Face

from tests.core.test_step_in import step
from tinstamp.blank.charts import chart_of
from tinstamp.blank.followed import curve_along, spline_along
from tinstamp.blank.kernel import faces
from tinstamp.chart.skin import SkinChart
from tinstamp.engine import messages as m
from tinstamp.engine.build import build
from tinstamp.engine.importing import imported
from tinstamp.job.archive import Document
from tinstamp.job.features import Imported
from tinstamp.job.model import Blank, Job, Relief, Setting, Stamp, Text


def knots(count: int, degree: int) -> tuple[TColStd_Array1OfReal, TColStd_Array1OfInteger]:
    """So many pieces, as smooth as can be."""
    places, times = TColStd_Array1OfReal(1, count + 1), TColStd_Array1OfInteger(1, count + 1)
    for k in range(count + 1):
        places.SetValue(k + 1, k / count)
        times.SetValue(k + 1, degree + 1 if k in (0, count) else 1)
    return places, times


def hilly(seed: int, degree: int, count: int = 4) -> Geom_BSplineSurface:
    """A random B-spline over 60 by 40 mm."""
    r, n = np.random.default_rng(seed), count + degree
    poles = TColgp_Array2OfPnt(1, n, 1, n)
    for i in range(n):
        for j in range(n):
            x, y = 60.0 * i / (n - 1), 40.0 * j / (n - 1)
            poles.SetValue(i + 1, j + 1, gp_Pnt(x, y, 0.5 * r.standard_normal()))
    own = knots(count, degree)
    return Geom_BSplineSurface(poles, own[0], own[0], own[1], own[1], degree, degree)


def bent_line(degree: int) -> Geom_BSplineCurve:
    points = ((-30, 0), (-20, 10), (-8, 3), (5, -6), (17, 4), (24, 12), (30, 5))
    poles = TColgp_Array1OfPnt(1, len(points))
    for k, (x, y) in enumerate(points):
        poles.SetValue(k + 1, gp_Pnt(x, y, 0.0))
    return Geom_BSplineCurve(poles, *knots(len(points) - degree, degree), degree)


def off_by(adaptor: BRepAdaptor_Surface, count: int = 2000) -> float:
    """mm that the spline is off a surface, at random places."""
    spline = spline_along(adaptor)
    at = spline.begin + spline.size * np.random.default_rng(5).random((count, 2))
    points = [adaptor.Value(u, v) for u, v in at.tolist()]
    there = np.array([(p.X(), p.Y(), p.Z()) for p in points])
    return float(np.linalg.norm(spline.at(at) - there, axis=-1).max())


@pytest.mark.parametrize("seed, degree", [(1, 2), (2, 2), (1, 3), (2, 3), (3, 3), (1, 5)])
def test_what_stands_off_a_spline_is_followed_and_its_normals_are_those_of_the_spline(
    seed: int, degree: int
) -> None:
    """Of degree 2 it has edges where the spline's bend jumps."""
    base, away = hilly(seed, degree), -1.25
    face = BRepBuilderAPI_MakeFace(Geom_OffsetSurface(base, away), 1e-6).Face()
    adaptor = BRepAdaptor_Surface(face, False)
    assert off_by(adaptor) < 3e-8
    spline = spline_along(adaptor)
    of_base = spline_along(BRepAdaptor_Surface(BRepBuilderAPI_MakeFace(base, 1e-6).Face(), False))
    at = np.random.default_rng(6).random((500, 2))
    normal = of_base.normal(at)
    assert np.abs(spline.at(at) - of_base.at(at) - away * normal).max() < 5e-8
    assert np.abs(spline.normal(at) - normal).max() < 1e-5


def test_what_stands_off_a_cylinder_is_a_wider_one() -> None:
    base = Geom_CylindricalSurface(gp_Ax3(gp_Pnt(1, 2, 3), gp_Dir(0, 0, 1)), 20.0)
    face = BRepBuilderAPI_MakeFace(Geom_OffsetSurface(base, 2.5), 0.0, 2.0, 0.0, 30.0, 1e-6).Face()
    spline = spline_along(BRepAdaptor_Surface(face, False))
    at = spline.at(spline.begin + spline.size * np.random.default_rng(7).random((400, 2)))
    assert np.hypot(at[:, 0] - 1.0, at[:, 1] - 2.0) == pytest.approx(22.5, abs=2e-8)


def test_what_folds_over_is_refused() -> None:
    """Further off than it is bent, where it has no normal."""
    face = BRepBuilderAPI_MakeFace(Geom_OffsetSurface(hilly(4, 3, 12), 40.0), 1e-6).Face()
    assert chart_of(face) is None
    base = Geom_CylindricalSurface(gp_Ax3(gp_Pnt(0, 0, 0), gp_Dir(0, 0, 1)), 20.0)
    inside = Geom_OffsetSurface(base, -20.0)  # a line
    with np.errstate(all="ignore"):
        assert chart_of(BRepBuilderAPI_MakeFace(inside, 0.0, 2.0, 0.0, 30.0, 1e-6).Face()) is None


@pytest.mark.parametrize(
    "curve, low, high",
    [
        (Geom_Ellipse(gp_Ax2(gp_Pnt(0, 0, 0), gp_Dir(0, 0, 1)), 40.0, 15.0), 0.1, 2.9),
        (Geom_OffsetCurve(bent_line(2), 1.5, gp_Dir(0, 0, 1)), 0.02, 0.98),
        (Geom_OffsetCurve(bent_line(3), -1.0, gp_Dir(0, 0, 1)), 0.0, 1.0),
    ],
    ids=["ellipse", "off a line of degree 2", "off a line of degree 3"],
)
def test_curves_are_followed_and_what_is_extruded_from_them_too(
    curve: Geom_Curve, low: float, high: float
) -> None:
    adaptor = GeomAdaptor_Curve(curve, low, high)
    found = curve_along(adaptor, low, high)
    t = np.random.default_rng(8).uniform(low, high, 3000)
    points = [adaptor.Value(x) for x in t.tolist()]
    there = np.array([(p.X(), p.Y(), p.Z()) for p in points])
    assert np.linalg.norm(found.at(t) - there, axis=-1).max() < 1e-10
    assert np.isfinite(found.at(t, 2)).all()
    edge = BRepBuilderAPI_MakeEdge(curve, low, high).Edge()
    (face,) = faces(BRepPrimAPI_MakePrism(edge, gp_Vec(2, 1, 20)).Shape())
    chart = chart_of(face)
    assert chart is not None
    xy = chart.bounds[:2] + (chart.bounds[2:] - chart.bounds[:2]) * 0.5
    assert np.isfinite(chart.to_space(xy)).all()


def standing_off(thick: float) -> TopoDS_Face:
    """A body between a spline and what stands off it, as the kernel sweeps the one to the other."""
    return BRepBuilderAPI_MakeFace(Geom_OffsetSurface(hilly(2, 3), thick), 1e-6).Face()


@pytest.mark.parametrize("make", ["engrave", "emboss"])
def test_letters_on_a_face_that_stands_off_another(make: str, tmp_path: Path) -> None:
    body = BRepPrimAPI_MakePrism(standing_off(2.0), gp_Vec(0, 0, -12)).Shape()
    data = step(body, tmp_path)
    found = imported(m.Import(1, "part.step", data, ())).solids[0].faces
    digest = hashlib.sha256(data).hexdigest()
    part = Imported(name="part", file="part.step", digest=digest, faces=found)
    top = max(found, key=lambda face: face.centre[2])
    stamp = Stamp(
        name="T",
        artwork=Text(text="R27", height="6 mm"),
        setting=Setting(face=f"part.{top.name}", across="0 mm", up="0 mm", up_from="middle",
                        rests_on="middle", held_by="middle"),
        relief=Relief(make=make, depth="0.4 mm"),  # type: ignore[arg-type]
    )  # fmt: skip
    job = Job(blank=Blank(features=(part,)), stamps=(stamp,))
    built = build(Document(job, {}, {digest: data}))
    assert built.blank is not None
    chart = built.blank.charts[f"part.{top.name}"]
    assert isinstance(chart, SkinChart)
    (report,) = built.report.stamps
    assert built.report.valid and report.built_by == "imprint"
    ink = sum(region.area for region in built.planned["T"].placed.regions)
    assert abs(report.relief_volume) == pytest.approx(0.4 * ink, rel=0.05)
