"""Faces parted along outlines: what lies between two of them without any area."""

from __future__ import annotations

import numpy as np
import pytest
from OCP.BRepBuilderAPI import BRepBuilderAPI_MakeFace, BRepBuilderAPI_MakePolygon
from OCP.gp import gp_Dir, gp_Pln, gp_Pnt
from OCP.TopoDS import TopoDS_Face

from tinstamp.relief.surfaces import ReliefError
from tinstamp.relief.tracing import _within


def flat(*corners: tuple[float, float]) -> TopoDS_Face:
    polygon = BRepBuilderAPI_MakePolygon()
    for x, y in corners:
        polygon.Add(gp_Pnt(x, y, 0.0))
    polygon.Close()
    return BRepBuilderAPI_MakeFace(gp_Pln(gp_Pnt(0, 0, 0), gp_Dir(0, 0, 1)), polygon.Wire()).Face()


def test_a_sliver_without_area_is_told() -> None:
    with pytest.raises(ReliefError, match="do not combine"):
        _within(flat((0, 0), (5, 0), (10, 0)))


@pytest.mark.parametrize("high", [10.0, 1e-3, 1e-6])
def test_a_point_of_a_face_is_within_it(high: float) -> None:
    x, y, z = _within(flat((0, 0), (10, 0), (10, high), (0, high)))
    assert 0 < x < 10 and 0 < y < high and np.isclose(z, 0)
