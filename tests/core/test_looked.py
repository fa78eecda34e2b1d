"""What the kernel finds on many new faces is the same, whether one process looks or two."""

from __future__ import annotations

from dataclasses import replace

import pytest
from OCP.BRepBuilderAPI import BRepBuilderAPI_MakeFace, BRepBuilderAPI_MakePolygon
from OCP.gp import gp_Pnt
from OCP.TopoDS import TopoDS_Face

from tests.conftest import stamp
from tinstamp.engine.build import build
from tinstamp.job.archive import Document
from tinstamp.job.features import Ball, BaseFeature, FreeformSkin, Tube
from tinstamp.job.model import Blank, Job
from tinstamp.relief import by_imprint, looked, soundness
from tinstamp.relief.blocks import Block
from tinstamp.relief.execute import imprinted
from tinstamp.relief.imprint import Imprint
from tinstamp.relief.kinds import operations
from tinstamp.relief.looked import Looked
from tinstamp.relief.surfaces import ReliefError
from tinstamp.setting.fit import fit

FACES: dict[str, tuple[BaseFeature, str, str]] = {
    "tube": (Tube(name="p", outer_diameter="60 mm", wall="4 mm"), "p.outer", "12 mm"),
    "ball": (Ball(name="p", diameter="60 mm"), "p.outer", "38 mm"),
    "skin": (FreeformSkin(name="p", length="110 mm", width="60 mm", thickness="5 mm"), "p.top",
             "0 mm"),
}  # fmt: skip


def letters(face: str, make: str) -> Imprint:
    part, name, up = FACES[face]
    across = "0 mm" if face == "skin" else "0 deg"
    mark = stamp("m", "ABCDEFGHIJKLMNO", face=name, across=across, up=up, height="3 mm",
                 depth="0.3 mm", make=make)  # fmt: skip
    built = build(Document(Job(blank=Blank(features=(part,)), stamps=(mark,))))  # type: ignore[arg-type]
    assert built.blank is not None
    item = built.planned["m"]
    (op,) = operations(item, fit(item.placed, item.chart), (3.0, 3.0))
    found = imprinted(built.blank.solid, op)
    assert found is not None, built.report.findings
    return found[0]


def crossed() -> TopoDS_Face:
    """A face whose outline crosses itself."""
    outline = BRepBuilderAPI_MakePolygon()
    for x, y in ((0.0, 0.0), (2.0, 1.0), (2.0, 0.0), (0.0, 1.0)):
        outline.Add(gp_Pnt(x, y, 0.0))
    outline.Close()
    return BRepBuilderAPI_MakeFace(outline.Wire(), True).Face()


def said(made: Imprint) -> tuple[bool, list[float], bool]:
    look = Looked(made)
    words, volume = look.begin(lambda: "it strays", lambda: 2.5)
    assert (words(), volume(), words()) == ("it strays", 2.5, "it strays")
    return look.caps_valid(), look.changes(), look.others_valid()


@pytest.mark.parametrize("make", ["engrave", "emboss", "mark"])
@pytest.mark.parametrize("face", FACES)
def test_both_ways_say_the_same(face: str, make: str, monkeypatch: pytest.MonkeyPatch) -> None:
    made = letters(face, make)
    alone = said(made)
    assert alone[0] and alone[2] and len(alone[1]) == len(made.blocks)
    monkeypatch.setattr(looked, "MANY_FACES", 0)
    monkeypatch.setattr(soundness, "AT_ONCE", 2)
    together = said(made)
    assert together[0] and together[2]
    assert together[1] == pytest.approx(alone[1], rel=1e-12, abs=1e-12)


@pytest.mark.parametrize("many", [0, 10**6])
@pytest.mark.parametrize("at", [0, 7, -1])
def test_a_fault_is_found_wherever_it_is(
    at: int, many: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(looked, "MANY_FACES", many)
    monkeypatch.setattr(soundness, "AT_ONCE", 2)
    made = letters("tube", "engrave")

    def with_fault(**new: object) -> Imprint:
        blocks: list[Block] = list(made.blocks)
        blocks[at] = replace(blocks[at], **new)  # type: ignore[arg-type]
        return replace(made, blocks=tuple(blocks))

    caps = Looked(with_fault(cap=crossed()))
    assert not caps.caps_valid() and caps.others_valid()
    walls = Looked(with_fault(walls=(*made.blocks[at].walls, crossed())))
    assert walls.caps_valid() and not walls.others_valid()


@pytest.mark.parametrize("many", [0, 10**6])
def test_what_the_guard_finds_is_heard_from_the_copy(
    many: int, monkeypatch: pytest.MonkeyPatch, caplog: pytest.LogCaptureFixture
) -> None:
    monkeypatch.setattr(looked, "MANY_FACES", many)
    monkeypatch.setattr(by_imprint, "stray", lambda before, after, asked: "a wall is missing")
    part, name, up = FACES["tube"]
    mark = stamp("m", "AB", face=name, up=up, depth="0.3 mm")
    build(Document(Job(blank=Blank(features=(part,)), stamps=(mark,))))  # type: ignore[arg-type]
    assert "the guard sends m the long way: a wall is missing" in caplog.text


@pytest.mark.parametrize("many", [0, 10**6])
def test_a_volume_that_there_is_not_is_told_from_the_copy(
    many: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    made = letters("tube", "engrave")
    monkeypatch.setattr(looked, "MANY_FACES", many)

    def none() -> float:
        raise ReliefError("more than the radius")

    (volume,) = Looked(made).begin(none)
    with pytest.raises(ReliefError, match="more than the radius"):
        volume()
