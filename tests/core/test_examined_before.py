"""What was examined of a part with many faces stands while they do; what is new, or was made anew
with a fault, is looked at. Volumes of prisms by closed forms (any handbook).
"""

from __future__ import annotations

import gc
import math
import weakref

import pytest
from OCP.BRepAlgoAPI import BRepAlgoAPI_Cut
from OCP.BRepBuilderAPI import BRepBuilderAPI_MakeFace, BRepBuilderAPI_MakePolygon
from OCP.BRepPrimAPI import BRepPrimAPI_MakeCylinder, BRepPrimAPI_MakePrism
from OCP.gp import gp_Ax2, gp_Dir, gp_Pnt, gp_Vec
from OCP.TopoDS import TopoDS_Face, TopoDS_Shape

from tinstamp.artwork.kept import Late
from tinstamp.blank.boxes import boxes_of
from tinstamp.blank.kernel import extent_of, faces, solid_of, volume
from tinstamp.blank.solid import NamedFace, NamedSolid
from tinstamp.blank.true_volume import MANY_FACES, true_volume
from tinstamp.relief import verify
from tinstamp.relief.soundness import is_valid

SIDES, RADIUS, HIGH = 300, 50.0, 12.0
PRISM = SIDES / 2 * RADIUS**2 * math.sin(2 * math.pi / SIDES) * HIGH


def polygon(points: list[tuple[float, float, float]]) -> TopoDS_Face:
    wire = BRepBuilderAPI_MakePolygon()
    for x, y, z in points:
        wire.Add(gp_Pnt(x, y, z))
    wire.Close()
    return BRepBuilderAPI_MakeFace(wire.Wire(), True).Face()


def prism(away: float = 0.0) -> TopoDS_Shape:
    turns = [2 * math.pi * (k + 0.3) / SIDES for k in range(SIDES)]
    ring = [(away + RADIUS * math.cos(a), RADIUS * math.sin(a), 3.0) for a in turns]
    return BRepPrimAPI_MakePrism(polygon(ring), gp_Vec(0, 0, HIGH)).Shape()


def drilled(shape: TopoDS_Shape, x: float, radius: float) -> TopoDS_Shape:
    axis = gp_Ax2(gp_Pnt(x, 4.0, -5.0), gp_Dir(0, 0, 1))
    return BRepAlgoAPI_Cut(shape, BRepPrimAPI_MakeCylinder(axis, radius, 40.0).Shape()).Shape()


def named(shape: TopoDS_Shape) -> NamedSolid:
    return NamedSolid(shape, tuple(NamedFace(f"f{k}", f) for k, f in enumerate(faces(shape))))


@pytest.fixture
def looked(monkeypatch: pytest.MonkeyPatch) -> list[int]:
    """How many faces the kernel was asked about, each time."""
    asked: list[int] = []

    def counted(shape: TopoDS_Shape) -> bool:
        asked.append(len(faces(shape)))
        return is_valid(shape)

    monkeypatch.setattr(verify, "is_valid", counted)
    monkeypatch.setattr(verify, "_SOUND", Late(verify.MOST_SOUND))
    monkeypatch.setattr("os.sched_getaffinity", lambda _: {0})  # in this process
    return asked


@pytest.mark.parametrize("away", [0.0, 900.0])
def test_each_state_of_a_part_is_examined_where_it_is_new(looked: list[int], away: float) -> None:
    shape, expected = prism(away), PRISM
    for hole in range(4):
        verdict = verify.examine(named(shape))
        assert verdict.sound and verdict.volume == pytest.approx(expected, rel=1e-9)
        assert true_volume(shape.Reversed()) == pytest.approx(-expected, rel=1e-9)
        radius = 2.0 + 0.5 * hole
        shape = drilled(shape, away + 9.0 * hole - 20.0, radius)
        expected -= math.pi * radius**2 * HIGH
    assert looked[0] == SIDES + 2 > MANY_FACES and max(looked[1:]) < 10


def test_a_fault_in_what_is_new_is_found(looked: list[int]) -> None:
    shape = prism()
    assert verify.examine(named(shape)).sound
    first, *others = faces(shape)
    twisted = polygon([(0, 0, 0), (10, 10, 0), (10, 0, 0), (0, 10, 0)])
    assert not is_valid(twisted)
    for wrong in (twisted, first.Reversed()):
        verdict = verify.examine(named(solid_of([wrong, *others])))
        assert not verdict.valid
    assert verify.examine(named(shape)).sound
    assert looked[-1] == 0  # of the sound one all is known still


def test_of_a_part_with_few_faces_all_is_looked_at_each_time(looked: list[int]) -> None:
    few = named(BRepPrimAPI_MakeCylinder(5.0, 8.0).Shape())
    for _ in range(2):
        assert verify.examine(few).volume == pytest.approx(math.pi * 200.0, rel=1e-9)
    assert looked == [3, 3]


def test_volumes_with_and_without_what_is_known_are_the_kernels() -> None:
    shape = drilled(prism(120.0), 100.0, 7.0)
    assert [true_volume(shape) for _ in range(2)] == [pytest.approx(volume(shape), rel=1e-9)] * 2


def test_a_solid_is_as_long_as_its_box() -> None:
    solid = named(prism())
    assert solid.extent == pytest.approx(extent_of(solid.shape), rel=1e-6)
    assert len(boxes_of([f.face for f in solid.faces])) == SIDES + 2


class Thing:
    pass


def test_what_is_asked_for_stays_and_all_else_goes() -> None:
    kept: Late[int] = Late(10)
    mine = [Thing() for _ in range(50)]
    found = [kept.get(thing, lambda k=k: k, len(mine)) for k, thing in enumerate(mine)]
    assert found == list(range(50))
    for _ in range(5):  # others come and go, fewer than there is room for twice
        for _ in range(15):
            kept.get(Thing(), lambda: -1)
        assert [kept.find(thing) for thing in mine] == found
    gone = [weakref.ref(thing) for thing in mine]
    del mine
    for _ in range(200):
        kept.get(Thing(), lambda: -1)
    gc.collect()
    assert not any(ref() for ref in gone)
