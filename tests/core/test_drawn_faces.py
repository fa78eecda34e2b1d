"""Every face that a general boolean makes can be drawn in triangles: the kernel calls some valid
that it finds none for."""

from __future__ import annotations

from OCP.BRepBuilderAPI import BRepBuilderAPI_MakeFace, BRepBuilderAPI_MakePolygon
from OCP.BRepPrimAPI import BRepPrimAPI_MakeBox, BRepPrimAPI_MakeCylinder, BRepPrimAPI_MakeTorus
from OCP.gp import gp_Pnt
from OCP.TopoDS import TopoDS, TopoDS_Face, TopoDS_Wire
from trials.solids import case

from tinstamp.blank.kernel import faces
from tinstamp.relief.verify import can_be_drawn


def ring(*corners: tuple[float, float]) -> TopoDS_Wire:
    made = BRepBuilderAPI_MakePolygon()
    for x, y in corners:
        made.Add(gp_Pnt(x, y, 0.0))
    made.Close()
    return made.Wire()


def with_hole(*corners: tuple[float, float]) -> TopoDS_Face:
    """A square of 10 mm with a hole."""
    made = BRepBuilderAPI_MakeFace(ring((0, 0), (10, 0), (10, 10), (0, 10)), True)
    made.Add(TopoDS.Wire_s(ring(*corners).Reversed()))
    return made.Face()


def test_sound_faces_can_be_drawn_however_coarsely() -> None:
    for shape in (BRepPrimAPI_MakeBox(3.0, 4.0, 5.0), BRepPrimAPI_MakeCylinder(4.0, 9.0),
                  BRepPrimAPI_MakeTorus(20.0, 3.0)):  # fmt: skip
        for chord in (0.05, 1.0):
            assert can_be_drawn(faces(shape.Shape()), chord)
    assert can_be_drawn([with_hole((2, 2), (4, 2), (4, 4), (2, 4))], 0.01)
    assert can_be_drawn([], 0.1)


def test_a_face_whose_hole_leaves_it_cannot() -> None:
    assert not can_be_drawn([with_hole((-1, 4), (11, 4), (11, 6), (-1, 6))], 0.01)


def test_a_ring_cut_through_a_thin_rim_is_told() -> None:
    """Its outlines all but met where a dome ends: the base was valid, and had no triangles, so that
    the part's file had a hole. A case that the trial of random solids found."""
    how, words, told = case(1601, 552)
    assert how == "told", (words, told)
