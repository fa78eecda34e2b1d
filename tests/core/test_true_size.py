"""The size of a part, told by few faces, is that of the kernel's close box of all of it."""

from __future__ import annotations

import pytest
from benchmarks.parts import lofted
from OCP.Bnd import Bnd_Box
from OCP.BRepBndLib import BRepBndLib

from tinstamp.blank import true_size as sizing
from tinstamp.blank.kernel import faces
from tinstamp.blank.true_size import true_size
from tinstamp.engine.build import build
from tinstamp.engine.mesh import for_picture
from tinstamp.job.archive import Document
from tinstamp.job.features import Ball, BaseFeature, Cone, FreeformSkin
from tinstamp.job.model import Blank, Job


def close_box(shape) -> tuple[float, ...]:  # type: ignore[no-untyped-def]
    box = Bnd_Box()
    BRepBndLib.AddOptimal_s(shape, box, False, False)
    low, high = box.CornerMin(), box.CornerMax()
    return high.X() - low.X(), high.Y() - low.Y(), high.Z() - low.Z()


@pytest.mark.parametrize(("sides", "seed"), [(5, 0), (8, 1), (16, 3), (24, 7)])
def test_of_freeform_parts(sides: int, seed: int, monkeypatch: pytest.MonkeyPatch) -> None:
    shape = lofted(sides, seed)
    wanted = close_box(shape)
    asked: list[object] = []

    class Counted(BRepBndLib):
        @staticmethod
        def AddOptimal_s(face, box, *rest):  # type: ignore[no-untyped-def]
            asked.append(face)
            BRepBndLib.AddOptimal_s(face, box, *rest)

    monkeypatch.setattr(sizing, "BRepBndLib", Counted)
    assert true_size(shape, for_picture(shape)) == pytest.approx(wanted, abs=2e-5)
    assert sides < 16 or len(asked) < 0.7 * len(faces(shape))


@pytest.mark.parametrize(
    "part",
    [
        Ball(name="b", diameter="37 mm"),
        Cone(name="b", base_diameter="60 mm", top_diameter="40 mm", height="30 mm"),
        FreeformSkin(name="b"),
    ],
)
def test_of_ready_parts(part: BaseFeature) -> None:
    built = build(Document(Job(blank=Blank(features=(part,)))))  # type: ignore[arg-type]
    assert built.solid is not None
    shape = built.solid.shape
    assert true_size(shape, for_picture(shape)) == pytest.approx(close_box(shape), abs=2e-5)
