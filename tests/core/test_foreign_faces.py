"""Faces as other programs write them: lofts, repeated and nearly repeated knots, periodic ones,
corners (C0), poles, a hundred poles, mirrored placements. Each stamp is built, and then as
deep as asked, or refused in words that were foreseen."""

from __future__ import annotations

import hashlib
import math
from collections.abc import Callable
from pathlib import Path

import numpy as np
import pytest
from OCP.BRepBuilderAPI import (
    BRepBuilderAPI_MakeEdge,
    BRepBuilderAPI_MakeFace,
    BRepBuilderAPI_MakeWire,
    BRepBuilderAPI_Transform,
)
from OCP.BRepOffsetAPI import BRepOffsetAPI_ThruSections
from OCP.BRepPrimAPI import BRepPrimAPI_MakePrism
from OCP.GC import GC_MakeArcOfCircle
from OCP.GeomAbs import GeomAbs_Shape
from OCP.GeomAPI import GeomAPI_PointsToBSplineSurface
from OCP.gp import gp_Ax2, gp_Dir, gp_Pnt, gp_Trsf, gp_Vec
from OCP.STEPControl import STEPControl_StepModelType, STEPControl_Writer
from OCP.TColgp import TColgp_Array2OfPnt
from OCP.TopoDS import TopoDS_Shape

from tests.conftest import stamp
from tests.core.solids import sound
from tinstamp.chart.parallel import parallel_surface, stray
from tinstamp.chart.surface import SplineSurface
from tinstamp.engine import messages as m
from tinstamp.engine.build import build
from tinstamp.engine.importing import imported
from tinstamp.job.archive import Document
from tinstamp.job.features import Imported
from tinstamp.job.model import Blank, Job


def arcs(a: float, b: float, z: float):  # type: ignore[no-untyped-def]
    """A closed section of two arcs."""
    work = BRepBuilderAPI_MakeWire()
    for way in (1.0, -1.0):
        ends = gp_Pnt(-way * a, 0, z), gp_Pnt(0, way * b, z), gp_Pnt(way * a, 0, z)
        work.Add(BRepBuilderAPI_MakeEdge(GC_MakeArcOfCircle(*ends).Value()).Edge())
    return work.Wire()


def rounded(w: float, h: float, r: float, z: float):  # type: ignore[no-untyped-def]
    """A rectangle with round corners: lines and arcs."""
    work = BRepBuilderAPI_MakeWire()
    corners = [(w / 2 - r, -h / 2 + r, -90), (w / 2 - r, h / 2 - r, 0), (-w / 2 + r, h / 2 - r, 90),
               (-w / 2 + r, -h / 2 + r, 180)]  # fmt: skip

    def at(x: float, y: float, degrees: float) -> gp_Pnt:
        turn = math.radians(degrees)
        return gp_Pnt(x + r * math.cos(turn), y + r * math.sin(turn), z)

    last = at(*corners[-1][:2], corners[-1][2] + 90)
    for x, y, start in corners:
        first = at(x, y, start)
        work.Add(BRepBuilderAPI_MakeEdge(last, first).Edge())
        middle, last = at(x, y, start + 45), at(x, y, start + 90)
        work.Add(BRepBuilderAPI_MakeEdge(GC_MakeArcOfCircle(first, middle, last).Value()).Edge())
    return work.Wire()


def loft(*sections: object) -> TopoDS_Shape:
    work = BRepOffsetAPI_ThruSections(True, False, 1e-6)
    for section in sections:
        work.AddWire(section)
    work.Build()
    return work.Shape()


def bottle() -> TopoDS_Shape:
    return loft(arcs(30, 20, 0), arcs(34, 22, 20), arcs(26, 18, 60), arcs(14, 12, 80))


def box_bottle() -> TopoDS_Shape:
    return loft(rounded(60, 40, 8, 0), rounded(66, 44, 9, 25), rounded(50, 34, 7, 70))


def mirrored() -> TopoDS_Shape:
    place = gp_Trsf()
    place.SetMirror(gp_Ax2(gp_Pnt(0, 0, 0), gp_Dir(1, 0, 0)))
    return BRepBuilderAPI_Transform(bottle(), place, True).Shape()


def hundred_poles() -> TopoDS_Shape:
    """A cushion through 40 by 40 points, down to a flat bottom."""
    held = TColgp_Array2OfPnt(1, 40, 1, 40)
    for i in range(40):
        for j in range(40):
            x, y = 60 * i / 39 - 30, 40 * j / 39 - 20
            held.SetValue(i + 1, j + 1, gp_Pnt(x, y, 12 + 3 * math.cos(x / 14) * math.cos(y / 11)))
    surface = GeomAPI_PointsToBSplineSurface(held, 3, 8, GeomAbs_Shape.GeomAbs_C2, 1e-4).Surface()
    face = BRepBuilderAPI_MakeFace(surface, 1e-6).Face()
    return BRepPrimAPI_MakePrism(face, gp_Vec(0, 0, -5)).Shape()


SHAPES: dict[str, Callable[[], TopoDS_Shape]] = {
    "bottle": bottle,
    "box bottle": box_bottle,
    "mirrored": mirrored,
    "hundred poles": hundred_poles,
}


@pytest.mark.parametrize("name", SHAPES)
def test_foreign_freeform_faces(name: str, tmp_path: Path) -> None:
    file = tmp_path / "part.step"
    writer = STEPControl_Writer()
    writer.Transfer(SHAPES[name](), STEPControl_StepModelType.STEPControl_AsIs)
    writer.Write(str(file))
    data = file.read_bytes()
    found = imported(m.Import(1, "part.step", data, ()))
    digest = hashlib.sha256(data).hexdigest()
    part = Imported(name="b", file="part.step", digest=digest, faces=found.solids[0].faces)
    face = next(f.name for f in part.faces if f.kind == "freeform")
    built_directly = 0
    for up, height, text, make in (
        ("0 mm", "5 mm", "ABC", "engrave"),
        ("0 mm", "5 mm", "ABC", "emboss"),
        ("12 mm", "9 mm", "OVER", "engrave"),
    ):
        mark = stamp("m", text, face=f"b.{face}", across="0 mm", up=up, height=height,
                     depth="0.3 mm", make=make)  # fmt: skip
        job = Job(blank=Blank(features=(part,)), stamps=(mark,))
        built = build(Document(job, {}, {digest: data}))
        (report,) = built.report.stamps
        told = [f.message for f in built.report.findings if f.check == "not built"]
        assert built.report.valid and (report.built_by or told)
        assert not any("not foreseen" in words for words in told), told
        built_directly += report.built_by == "imprint"
        if report.built_by:
            assert sound(built.solid.shape)  # type: ignore[union-attr]
            full = report.artwork_area * 0.3
            assert 0 < abs(report.relief_volume) < 1.1 * full
    assert built_directly >= 1


def surface(u_knots: list[float], count: int) -> SplineSurface:
    """A bump over those knots, cubic both ways."""
    v_knots = [0.0] * 4 + [1.0] * 4
    u = np.linspace(0, 30, count)
    poles = np.array(
        [[(x, y, 2 * math.sin(x / 9) + y * y / 40) for y in (0, 7, 13, 20)] for x in u]
    )
    return SplineSurface(np.array(u_knots), np.array(v_knots), poles)


@pytest.mark.parametrize(
    "inner",
    [[0.5], [0.5, 0.5], [0.5, 0.5 + 1e-13], [0.25, 0.5, 0.5 + 1e-9, 0.75], [1e-12, 0.5],
     [0.5, 1 - 1e-11], np.linspace(0.01, 0.99, 97).tolist()],
)  # fmt: skip
def test_parallels_over_knots_of_every_kind(inner: list[float]) -> None:
    """Within 1 µm of the true parallel, as is asked of every cap."""
    knots = [0.0] * 4 + inner + [1.0] * 4
    given = surface(knots, len(knots) - 4)
    whole = (np.array([0.05, 0.05]), np.array([0.95, 0.95]))
    moved = parallel_surface(given, 0.3, whole)
    r = np.random.default_rng(2)
    assert stray(given, moved, 0.3, 0.1 + 0.8 * r.random((200, 2))) < 1e-3


def test_a_parallel_past_the_end_of_a_face_is_told() -> None:
    given = surface([0.0] * 4 + [0.5] + [1.0] * 4, 5)
    with pytest.raises(ValueError, match="past the end"):
        parallel_surface(given, 0.3, (np.array([1.2, 0.1]), np.array([1.4, 0.5])))
