"""Patches of faces: what they say two faces are apart at least is never more than what the kernel
measures (BRepExtrema, which has no part in them), and tells far ones from near ones."""

from __future__ import annotations

import math

import numpy as np
import pytest
from OCP.BRep import BRep_Tool
from OCP.BRepAdaptor import BRepAdaptor_Surface
from OCP.BRepBuilderAPI import BRepBuilderAPI_MakeFace
from OCP.BRepExtrema import BRepExtrema_DistShapeShape
from OCP.BRepMesh import BRepMesh_IncrementalMesh
from OCP.Geom import Geom_BezierSurface, Geom_CylindricalSurface, Geom_Plane, Geom_SphericalSurface
from OCP.GeomAbs import GeomAbs_SurfaceType
from OCP.GeomConvert import GeomConvert
from OCP.gp import gp_Ax3, gp_Dir, gp_Pnt
from OCP.TColgp import TColgp_Array2OfPnt
from OCP.TopoDS import TopoDS_Face

from tinstamp.blank.boxes import boxes_of
from tinstamp.blank.kernel import triangles_of
from tinstamp.blank.patches import FLOOR_SIDE, Trimmed, close_to, within_reach

SEEDS = range(60)


def random_face(rng: np.random.Generator, near: float) -> TopoDS_Face:
    """A piece of a plane, cylinder, ball or Bézier surface, a few mm to a few cm large."""
    place = gp_Ax3(gp_Pnt(*rng.uniform(-near, near, 3)), gp_Dir(*rng.normal(size=3)))
    low, size = rng.uniform(-3, 0), rng.uniform(1, 30)
    kind = rng.integers(4)
    if kind == 0:
        return BRepBuilderAPI_MakeFace(
            Geom_Plane(place), low, low + size, low, low + 4, 1e-6
        ).Face()
    if kind == 1:
        round_ = Geom_CylindricalSurface(place, rng.uniform(1, 40))
        return BRepBuilderAPI_MakeFace(
            round_, 0.0, rng.uniform(0.1, 6), low, low + size, 1e-6
        ).Face()
    if kind == 2:
        ball = Geom_SphericalSurface(place, rng.uniform(1, 40))
        top = rng.uniform(-1.0, 1.4)
        return BRepBuilderAPI_MakeFace(ball, 0.0, rng.uniform(0.1, 6), -1.5, top, 1e-6).Face()
    poles = TColgp_Array2OfPnt(1, 4, 1, 4)
    bent = rng.uniform(0, size / 3)
    middle = rng.uniform(-near, near, 3)
    for i in range(4):
        for j in range(4):
            at = middle + [i * size / 3, j * size / 3, rng.uniform(-bent, bent)]
            poles.SetValue(i + 1, j + 1, gp_Pnt(*map(float, at)))
    return BRepBuilderAPI_MakeFace(Geom_BezierSurface(poles), 1e-6).Face()


def reached(one: TopoDS_Face, other: TopoDS_Face, limit: float) -> dict[int, float]:
    trimmed = Trimmed(one)
    return within_reach(trimmed.patches(0, FLOOR_SIDE), [trimmed], Trimmed(other), limit)


@pytest.mark.parametrize("seed", SEEDS)
def test_nothing_is_nearer_than_it_is_said_to_be(seed: int) -> None:
    rng = np.random.default_rng(seed)
    for _ in range(4):
        one, other = random_face(rng, 25), random_face(rng, 25)
        limit = float(rng.uniform(0.5, 20))
        true = BRepExtrema_DistShapeShape(one, other).Value()
        found = reached(one, other, limit)
        if true < limit - 1e-6:
            assert found[0] <= true + 1e-6
        assert set(found) <= {0}


@pytest.mark.parametrize("seed", SEEDS)
def test_what_is_near_is_never_left_out_by_boxes(seed: int) -> None:
    """By the kernel's own distances, and its mesh of a face within the box about that."""
    rng = np.random.default_rng(1000 + seed)
    faces = [random_face(rng, 25) for _ in range(4)]
    boxes = np.array([Trimmed(face).box for face in faces])
    for face, box in zip(faces, boxes, strict=True):
        BRepMesh_IncrementalMesh(face, 0.05)
        points, _ = triangles_of(face)
        assert (points > box[0] - 1e-6).all() and (points < box[1] + 1e-6).all()
    other, limit = random_face(rng, 25), float(rng.uniform(0.5, 10))
    found = close_to(boxes, Trimmed(other).first, limit).tolist()
    for k, face in enumerate(faces):
        if BRepExtrema_DistShapeShape(face, other).Value() < limit - 1e-6:
            assert k in found


def test_the_box_of_a_small_piece_of_a_large_spline_is_small() -> None:
    """The kernel's own takes in the whole of the spline."""
    rng = np.random.default_rng(4)
    large = random_face(rng, 0.0)
    while BRepAdaptor_Surface(large).GetType() != GeomAbs_SurfaceType.GeomAbs_BezierSurface:
        large = random_face(rng, 0.0)
    spline = GeomConvert.SurfaceToBSplineSurface_s(BRep_Tool.Surface_s(large))
    piece = BRepBuilderAPI_MakeFace(spline, 0.5, 0.55, 0.5, 0.55, 1e-6).Face()
    size = np.ptp(Trimmed(large).box, axis=0).max()
    assert np.ptp(Trimmed(piece).box, axis=0).max() < 0.15 * size
    assert np.ptp(boxes_of([piece])[0], axis=0).max() > 0.5 * size


def test_a_floor_over_a_bore_is_told_apart_from_it() -> None:
    """Two cylinders about one axis are as far apart as their radii differ, everywhere: no patch of
    them needs the kernel unless that is within reach."""
    place = gp_Ax3(gp_Pnt(0, 0, 0), gp_Dir(0, 0, 1))
    bore = BRepBuilderAPI_MakeFace(Geom_CylindricalSurface(place, 30), 0.0, math.tau, 0, 40, 1e-6)
    floor = BRepBuilderAPI_MakeFace(Geom_CylindricalSurface(place, 32.6), 1.0, 1.2, 5, 11, 1e-6)
    assert reached(floor.Face(), bore.Face(), 2.4) == {}
    assert reached(floor.Face(), bore.Face(), 2.7)[0] == pytest.approx(2.6, abs=0.1)
