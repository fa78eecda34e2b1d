"""Seams of closed faces of other programs' parts moved out of the way of ink: on cylinders, cones,
balls, drilled tubes and closed freeform faces. What is compared with: the kernel's own analysis and
volume, and the same part begun elsewhere."""

from __future__ import annotations

import math
from pathlib import Path

import numpy as np
import pytest
from OCP.BRepAlgoAPI import BRepAlgoAPI_Cut
from OCP.BRepBuilderAPI import BRepBuilderAPI_MakeEdge, BRepBuilderAPI_MakeWire
from OCP.BRepCheck import BRepCheck_Analyzer
from OCP.BRepOffsetAPI import BRepOffsetAPI_ThruSections
from OCP.BRepPrimAPI import (
    BRepPrimAPI_MakeCone,
    BRepPrimAPI_MakeCylinder,
    BRepPrimAPI_MakeSphere,
    BRepPrimAPI_MakeTorus,
)
from OCP.GeomAPI import GeomAPI_Interpolate
from OCP.gp import gp_Ax2, gp_Dir, gp_Pnt
from OCP.TColgp import TColgp_HArray1OfPnt
from OCP.TopoDS import TopoDS_Shape

from tests.conftest import stamp
from tests.core.solids import sound
from tests.core.test_step_in import document, step, taken
from tinstamp.blank.kernel import faces, solids
from tinstamp.blank.reseam import SeamError, reseamed
from tinstamp.blank.solid import NamedSolid
from tinstamp.blank.true_volume import true_volume
from tinstamp.engine.build import build
from tinstamp.job.model import Cast
from tinstamp.relief.verify import is_closed


def drilled(turn: float = 0.2) -> TopoDS_Shape:
    """A rod with a hole through it, near its seam."""
    hole = BRepPrimAPI_MakeCylinder(gp_Ax2(gp_Pnt(0, 0, 25), gp_Dir(1, turn, 0)), 5, 60).Shape()
    return BRepAlgoAPI_Cut(BRepPrimAPI_MakeCylinder(30, 50).Shape(), hole).Shape()


def bottle(begun: float = 0.0, radii: tuple[float, ...] = (30, 34, 30, 24, 22)) -> TopoDS_Shape:
    """A loft through closed smooth sections that begin `begun` degrees round it."""
    work = BRepOffsetAPI_ThruSections(True, False, 1e-6)
    for z, radius in zip(range(0, 100, 20), radii, strict=True):
        points = TColgp_HArray1OfPnt(1, 24)
        for k in range(24):
            a = 2 * math.pi * k / 24 + math.radians(begun)
            r = radius * (1 + 0.06 * math.cos(2 * a) + 0.03 * math.sin(3 * a))
            points.SetValue(k + 1, gp_Pnt(r * math.cos(a), r * math.sin(a), z))
        curve = GeomAPI_Interpolate(points, True, 1e-7)
        curve.Perform()
        edge = BRepBuilderAPI_MakeEdge(curve.Curve()).Edge()
        work.AddWire(BRepBuilderAPI_MakeWire(edge).Wire())
    work.Build()
    return work.Shape()


PARTS = {
    "cylinder": (lambda: BRepPrimAPI_MakeCylinder(30, 50).Shape(), 0),
    "cone": (lambda: BRepPrimAPI_MakeCone(30, 20, 50).Shape(), 0),
    "cone to its tip": (lambda: BRepPrimAPI_MakeCone(30, 0, 50).Shape(), 0),
    "ball": (lambda: BRepPrimAPI_MakeSphere(30).Shape(), 0),
    "drilled rod": (drilled, 0),
    "its hole": (drilled, 3),
    "hole over the seam": (lambda: drilled(0.0), 0),
    "bottle": (bottle, 0),
}


@pytest.mark.parametrize("name", PARTS)
def test_a_seam_goes_anywhere(name: str) -> None:
    make, index = PARTS[name]
    solid = solids(make())[0]
    before, count = true_volume(solid), len(faces(solid))
    moved = 0
    for at in np.random.default_rng(5).uniform(-7.0, 14.0, size=12):
        span = 1.0 if name == "bottle" else 2.0 * math.pi
        try:
            made, touched = reseamed(solid, index, 0, float(at) % span)
        except SeamError:
            assert "hole" in name or "drilled" in name  # a hole may lie there
            continue
        moved += 1
        assert BRepCheck_Analyzer(made).IsValid()
        assert is_closed(NamedSolid(made, ()))
        assert true_volume(made) == pytest.approx(before, rel=1e-8)
        assert len(faces(made)) == count and 1 <= len(touched) <= 3
    assert moved >= 8


@pytest.mark.parametrize("shape", [
    lambda: BRepPrimAPI_MakeCylinder(30, 50).Shape(), lambda: BRepPrimAPI_MakeTorus(30, 8).Shape(),
])  # fmt: skip
def test_what_has_no_such_seam_is_told(shape) -> None:  # type: ignore[no-untyped-def]
    solid = solids(shape())[0]
    last = len(faces(solid)) - 1  # flat, or a ring
    with pytest.raises(SeamError):
        reseamed(solid, last, 0, 1.0)


@pytest.mark.parametrize("make", ["engrave", "emboss"])
@pytest.mark.parametrize("name", ["cylinder", "cone", "ball", "drilled rod"])
def test_ink_over_the_seam_of_a_round_face_is_built_directly(
    name: str, make: str, tmp_path: Path
) -> None:
    """Where the seam is must not be seen: the same text elsewhere gives the same volume."""
    data = step(PARTS[name][0](), tmp_path)
    feature, _ = taken(data)
    face = f"part.{feature.faces[PARTS[name][1]].name}"
    volumes = []
    for across in ("90 deg", "-90 deg"):  # the kernel's seam is there, and opposite
        up = "10 mm" if name != "ball" else "50 mm"
        mark = stamp(text="OVER", face=face, across=across, up=up, make=make, depth="0.4 mm")
        built = build(document(feature, data, mark))
        assert built.report.valid and not built.report.to_fix, built.report.findings
        assert built.report.stamps[0].built_by == "imprint"
        assert sound(built.bodies["part"].shape)
        volumes.append(built.report.bodies[0].volume)
    assert volumes[0] == pytest.approx(volumes[1], rel=1e-7)


def test_ink_cast_over_the_seam_of_a_freeform_face(tmp_path: Path) -> None:
    """The same bottle begun elsewhere, and the same cast: the same relief."""
    gained = []
    for begun in (0.0, 120.0):
        data = step(bottle(begun, (30, 31, 31.5, 31, 30)), tmp_path)
        feature, _ = taken(data)
        bare = build(document(feature, data))
        assert bare.blank is not None
        chart = bare.blank.charts["part.skin"]
        place = chart.from_space(np.array([40.0, 0.0, 40.0]))
        across, up = (f"{x} mm" for x in place)
        mark = stamp(
            text="OVER", face="part.skin", across=across, up=up, make="emboss", depth="0.4 mm"
        )
        setting = mark.setting.model_copy(update={"cast": Cast(way="right")})
        mark = mark.model_copy(update={"setting": setting})
        built = build(document(feature, data, mark))
        assert built.report.valid and not built.report.to_fix, built.report.findings
        assert built.report.stamps[0].built_by == "imprint"
        gained.append(built.report.bodies[0].volume - bare.report.bodies[0].volume)
    assert gained[0] == pytest.approx(gained[1], rel=2e-3)


def test_ink_over_both_seams_of_an_imported_torus_leaves_the_part(tmp_path: Path) -> None:
    """Its seams cannot be moved: the part is made all the same, and the stamp is sound or told."""
    data = step(BRepPrimAPI_MakeTorus(30, 8).Shape(), tmp_path)
    feature, _ = taken(data)
    (face,) = feature.faces
    for up in ("2 mm", "25 mm"):
        mark = stamp(text="OVER", face=f"part.{face.name}", across="90 deg", up=up, height="4 mm")
        built = build(document(feature, data, mark))
        assert built.blank is not None and built.report.valid
        assert not built.report.blank_errors
        assert built.report.stamps[0].built_by or built.report.to_fix
