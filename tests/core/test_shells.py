"""Shells of blocks beside other faces: told by patches or by the kernel's distance, as the kernel
alone says."""

from __future__ import annotations

import numpy as np
import pytest
from OCP.BRepClass3d import BRepClass3d_SolidClassifier
from OCP.BRepExtrema import BRepExtrema_DistShapeShape
from OCP.BRepPrimAPI import (
    BRepPrimAPI_MakeBox,
    BRepPrimAPI_MakeCylinder,
    BRepPrimAPI_MakeSphere,
    BRepPrimAPI_MakeTorus,
)
from OCP.gp import gp_Ax2, gp_Dir, gp_Pnt
from OCP.TopAbs import TopAbs_State
from OCP.TopoDS import TopoDS_Shape

from tinstamp.blank.kernel import compound, faces
from tinstamp.blank.patches import Trimmed
from tinstamp.relief.shells import KEPT_CLEAR, Shell


def body(random: np.random.Generator) -> TopoDS_Shape:
    """A box, a drum or a ring of 2 to 6 mm about the origin, anyhow turned."""
    way = gp_Dir(*map(float, random.normal(size=3)))
    a, b, c = map(float, random.uniform(2.0, 6.0, 3))
    axes = gp_Ax2(gp_Pnt(*map(float, random.uniform(-1, 1, 3))), way)
    made = random.integers(3)
    if made == 0:
        return BRepPrimAPI_MakeBox(axes, a, b, c).Shape()
    if made == 1:
        return BRepPrimAPI_MakeCylinder(axes, a / 2, b).Shape()
    return BRepPrimAPI_MakeTorus(axes, a, min(a, b) / 3).Shape()


@pytest.mark.parametrize("seed", range(4))
def test_as_the_kernel_says(seed: int) -> None:
    """60 random bodies each with a ball beside, on or within them: whether they meet by the
    kernel's distance over all faces, whether it lies within by the kernel's classifier."""
    random = np.random.default_rng(seed)
    seen = set()
    for _ in range(60):
        solid = body(random)
        own = faces(solid)
        at, radius = random.uniform(-2.5, 2.5, 3), float(random.uniform(0.05, 0.6))
        (ball,) = faces(BRepPrimAPI_MakeSphere(gp_Pnt(*map(float, at)), radius).Shape())
        shell, other = Shell(own[:-1] or own, own[-1]), Trimmed(ball)
        apart = BRepExtrema_DistShapeShape(compound(own), ball).Value()
        classifier = BRepClass3d_SolidClassifier(solid, gp_Pnt(*map(float, at)), 1e-7)
        inside = bool(classifier.State() == TopAbs_State.TopAbs_IN)
        if len(own) > 1 or apart > KEPT_CLEAR:
            whole = Shell(own, own[-1])
            assert whole.touches(other) == (apart < KEPT_CLEAR), (at, radius, apart)
        if apart > 0.01 and len(own) > 1:
            assert shell.holds(other.first) == inside, (at, radius, apart)
            seen.add((False, inside))
        elif apart < KEPT_CLEAR:
            seen.add((True, inside))
    assert {(False, True), (False, False)} <= seen and any(meets for meets, _ in seen)
