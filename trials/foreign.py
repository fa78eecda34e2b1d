"""Parts that were not made here: lofts, sweeps, blends, turned and extruded splines, hollowed and
squeezed ones, as the kernel makes them by its own means, read from their STEP files; stamped and
examined as in `trials.solids`.
"""

from __future__ import annotations

import hashlib
import math
import random
import tempfile
from collections.abc import Sequence
from itertools import pairwise
from pathlib import Path
from typing import Any

from trials.solids import stamped, told_of


def _point(p: Sequence[float]) -> Any:
    from OCP.gp import gp_Pnt

    return gp_Pnt(*p)


def _polygon(points: Sequence[Sequence[float]]) -> Any:
    from OCP.BRepBuilderAPI import BRepBuilderAPI_MakePolygon

    made = BRepBuilderAPI_MakePolygon()
    for p in points:
        made.Add(_point(p))
    made.Close()
    return made.Wire()


def _ring(z: float, wide: float, high: float) -> Any:
    """A circle or an ellipse about the z axis."""
    from OCP.BRepBuilderAPI import BRepBuilderAPI_MakeEdge, BRepBuilderAPI_MakeWire
    from OCP.gp import gp_Ax2, gp_Dir, gp_Elips

    axes = gp_Ax2(_point((0.0, 0.0, z)), gp_Dir(0, 0, 1))
    edge = BRepBuilderAPI_MakeEdge(gp_Elips(axes, max(wide, high), min(wide, high))).Edge()
    return BRepBuilderAPI_MakeWire(edge).Wire()


def _through(points: Sequence[Sequence[float]]) -> Any:
    """A smooth edge through points."""
    from OCP.BRepBuilderAPI import BRepBuilderAPI_MakeEdge
    from OCP.GeomAPI import GeomAPI_PointsToBSpline
    from OCP.TColgp import TColgp_Array1OfPnt

    held = TColgp_Array1OfPnt(1, len(points))
    for k, p in enumerate(points, 1):
        held.SetValue(k, _point(p))
    return BRepBuilderAPI_MakeEdge(GeomAPI_PointsToBSpline(held).Curve()).Edge()


def _bounded(edge: Any, corners: Sequence[Sequence[float]]) -> Any:
    """The flat face between an edge and lines from corner to corner, the first where it ends."""
    from OCP.BRepBuilderAPI import (
        BRepBuilderAPI_MakeEdge,
        BRepBuilderAPI_MakeFace,
        BRepBuilderAPI_MakeWire,
    )

    made = BRepBuilderAPI_MakeWire()
    made.Add(edge)
    for a, b in pairwise(corners):
        made.Add(BRepBuilderAPI_MakeEdge(_point(a), _point(b)).Edge())
    return BRepBuilderAPI_MakeFace(made.Wire()).Face()


def loft(r: random.Random) -> Any:
    from OCP.BRepOffsetAPI import BRepOffsetAPI_ThruSections

    made = BRepOffsetAPI_ThruSections(True, r.random() < 0.3)
    for k in range(r.choice((2, 3))):
        made.AddWire(_ring(22.0 * k, r.uniform(14, 26), r.uniform(12, 22)))
    made.Build()
    return made.Shape()


def cornered_loft(r: random.Random) -> Any:
    from OCP.BRepOffsetAPI import BRepOffsetAPI_ThruSections

    a, b, turn = r.uniform(14, 24), r.uniform(12, 20), r.uniform(-0.4, 0.4)
    foot = [(-a, -b), (a, -b), (a, b), (-a, b)]
    cos, sin = math.cos(turn), math.sin(turn)
    head = [(0.8 * (x * cos - y * sin), 0.8 * (x * sin + y * cos)) for x, y in foot]
    made = BRepOffsetAPI_ThruSections(True, False)
    for z, corners in ((0.0, foot), (r.uniform(25, 40), head)):
        made.AddWire(_polygon([(x, y, z) for x, y in corners]))
    made.Build()
    return made.Shape()


def sweep(r: random.Random) -> Any:
    from OCP.BRepBuilderAPI import BRepBuilderAPI_MakeFace, BRepBuilderAPI_MakeWire
    from OCP.BRepOffsetAPI import BRepOffsetAPI_MakePipe

    bend = r.uniform(10, 30)
    spine = _through([(0, 0, 0), (0, 0, 30), (bend, 0, 60), (3 * bend, 0, 75)])
    section = _ring(0.0, r.uniform(8, 12), r.uniform(8, 12))
    face = BRepBuilderAPI_MakeFace(section).Face()
    return BRepOffsetAPI_MakePipe(BRepBuilderAPI_MakeWire(spine).Wire(), face).Shape()


def turned(r: random.Random) -> Any:
    from OCP.BRepPrimAPI import BRepPrimAPI_MakeRevol
    from OCP.gp import gp_Ax1, gp_Dir

    wide = [r.uniform(12, 24) for _ in range(4)]
    edge = _through([(x, 0.0, 13.0 * k) for k, x in enumerate(wide)])
    face = _bounded(edge, [(wide[-1], 0, 39), (0, 0, 39), (0, 0, 0), (wide[0], 0, 0)])
    return BRepPrimAPI_MakeRevol(face, gp_Ax1(_point((0, 0, 0)), gp_Dir(0, 0, 1))).Shape()


def extruded(r: random.Random) -> Any:
    from OCP.BRepPrimAPI import BRepPrimAPI_MakePrism
    from OCP.gp import gp_Vec

    high = [r.uniform(-8, 12) for _ in range(4)]
    edge = _through([(20.0 * k - 30.0, y, 0.0) for k, y in enumerate(high)])
    face = _bounded(edge, [(30, high[-1], 0), (30, -25, 0), (-30, -25, 0), (-30, high[0], 0)])
    return BRepPrimAPI_MakePrism(face, gp_Vec(r.uniform(-4, 4), r.uniform(-4, 4), 25)).Shape()


def blended(r: random.Random) -> Any:
    from OCP.BRepFilletAPI import BRepFilletAPI_MakeFillet
    from OCP.BRepPrimAPI import BRepPrimAPI_MakeBox

    from tinstamp.blank.kernel import edges

    made = BRepPrimAPI_MakeBox(60.0, 40.0, 25.0).Shape()
    work = BRepFilletAPI_MakeFillet(made)
    along = edges(made)
    if r.random() < 0.5:
        size = r.uniform(3, 10)
        for edge in along:
            work.Add(size, edge)
    else:
        work.Add(r.uniform(2, 5), r.uniform(6, 9), along[0])
    work.Build()
    return work.Shape()


def hilly(r: random.Random) -> Any:
    from OCP.BRepBuilderAPI import BRepBuilderAPI_MakeFace
    from OCP.BRepPrimAPI import BRepPrimAPI_MakePrism
    from OCP.GeomAPI import GeomAPI_PointsToBSplineSurface
    from OCP.gp import gp_Vec
    from OCP.TColgp import TColgp_Array2OfPnt

    bend, wave = r.uniform(-0.012, 0.012), r.uniform(0, 2)
    held = TColgp_Array2OfPnt(1, 9, 1, 9)
    for i in range(9):
        for j in range(9):
            x, y = 8.0 * (i - 4), 6.0 * (j - 4)
            held.SetValue(i + 1, j + 1, _point((x, y, bend * x * y + wave * math.sin(x / 9))))
    face = BRepBuilderAPI_MakeFace(GeomAPI_PointsToBSplineSurface(held).Surface(), 1e-6).Face()
    return BRepPrimAPI_MakePrism(face, gp_Vec(0, 0, -r.uniform(8, 15))).Shape()


KINDS = (loft, cornered_loft, sweep, turned, extruded, blended, hilly)


def hollowed(r: random.Random, shape: Any) -> Any:
    """Open at one of its faces, its walls in or out; as it was where the kernel cannot."""
    from OCP.BRepOffsetAPI import BRepOffsetAPI_MakeThickSolid
    from OCP.TopTools import TopTools_ListOfShape

    from tinstamp.blank.kernel import faces, of_kernel

    away = TopTools_ListOfShape()
    away.Append(r.choice(faces(shape)))
    work = BRepOffsetAPI_MakeThickSolid()
    try:
        work.MakeThickSolidByJoin(shape, away, r.choice((-2.0, -1.2, 1.5)), 1e-4)
    except Exception as error:
        if not of_kernel(error):
            raise
        return shape
    return work.Shape() if work.IsDone() else shape


def squeezed(r: random.Random, shape: Any) -> Any:
    """By other measures along each axis, at times mirrored, so that nothing stays round."""
    from OCP.BRepBuilderAPI import BRepBuilderAPI_GTransform
    from OCP.gp import gp_GTrsf

    from tinstamp.blank.kernel import of_kernel

    way = gp_GTrsf()
    for k in (1, 2, 3):
        way.SetValue(k, k, r.choice((1, -1)) * r.uniform(0.8, 1.4))
    try:
        return BRepBuilderAPI_GTransform(shape, way, True).Shape()
    except Exception as error:  # as of a face without end
        if not of_kernel(error):
            raise
        return shape


def made(r: random.Random) -> Any:
    """A random part, sound by the kernel's own check."""
    from OCP.BRepCheck import BRepCheck_Analyzer

    from tinstamp.blank.kernel import rough_volume

    while True:
        shape = r.choice(KINDS)(r)
        if r.random() < 0.4:
            shape = hollowed(r, shape)
        if r.random() < 0.2:
            shape = squeezed(r, shape)
        if BRepCheck_Analyzer(shape).IsValid() and rough_volume(shape) > 1.0:
            return shape


def written(shape: Any) -> bytes:
    """Its STEP file, as the kernel's own writer makes it."""
    from benchmarks.peers import write_step

    with tempfile.TemporaryDirectory() as folder:
        file = Path(folder) / "part.step"
        write_step(shape, file)
        return file.read_bytes()


def case(seed: int, number: int) -> tuple[str, str, str]:
    """A random part stamped at random: "sound", "told", or "wrong", what it was, and why."""
    from tinstamp.blank.kernel import quiet
    from tinstamp.engine.importing import imported
    from tinstamp.engine.messages import Import
    from tinstamp.job.archive import Document
    from tinstamp.job.features import Imported
    from tinstamp.job.model import Blank, Job

    quiet()
    r = random.Random(f"foreign {seed}-{number}")
    data = written(made(r))
    digest = hashlib.sha256(data).hexdigest()
    found = imported(Import(1, "part.step", data, ())).solids[0].faces
    part = Imported(name="part", file="part.step", digest=digest, faces=found)
    bare = Document(Job(blank=Blank(features=(part,))), parts={digest: data})
    return stamped(r, bare, seed, number)


def main() -> None:
    from trials import foreign  # by its own name, so that the cases' processes find it

    told_of("parts of others", __doc__ or "", 200, foreign.case)


if __name__ == "__main__":
    main()
