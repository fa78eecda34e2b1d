"""Kinds of relief, from outlines to a verified solid, against the general boolean."""

from __future__ import annotations

import statistics
from collections.abc import Sequence
from dataclasses import dataclass

from benchmarks.cases import BENT, TWENTY, on_face
from benchmarks.lines import timed, told
from benchmarks.peers import carved_tools, general_boolean
from tinstamp.blank.kernel import volume
from tinstamp.blank.solid import NamedSolid
from tinstamp.engine.build import build
from tinstamp.guarded.beside import stop_all
from tinstamp.job.archive import Document
from tinstamp.job.features import Plate
from tinstamp.job.model import Blank, FontRef, Job, Relief, Text
from tinstamp.relief.boolean import Tool
from tinstamp.relief.by_stacks import stacked_tools
from tinstamp.relief.by_tools import tools_of
from tinstamp.relief.carved import forget_roofs
from tinstamp.relief.execute import execute, stacked
from tinstamp.relief.kept_blocks import KEPT_BLOCKS
from tinstamp.relief.kinds import operations
from tinstamp.relief.operation import Operation, on_and_on
from tinstamp.setting.fit import fit

PLATE = Plate(name="p", length="120 mm", width="40 mm", thickness="6 mm")
WALL = (6.0, 6.0)
"""mm behind the relief, least and greatest, as the operations are told"""
STRAY = 2e-3
"""part of a relief's volume that the boolean's may be off by"""


@dataclass(frozen=True)
class Kind:
    """A kind of relief.

    Attributes
    ----------
    words : for it. relief : its fields. lines : with letters of single strokes. deep : mm on a
        plate, where that is another depth. own_way : also held against the program's own way by
        the boolean, with the tools to be made and the same guards at the end.
    """

    words: str
    relief: Relief
    lines: bool = False
    deep: str | None = None
    own_way: bool = False

    def on(self, name: str) -> Relief:
        deep = self.deep if name == "plate" else None
        return self.relief if deep is None else self.relief.model_copy(update={"depth": deep})


KINDS = (
    Kind("20 letters with draft", Relief(depth="0.4 mm", draft="5 deg"), own_way=True),
    Kind("a field with 20 letters standing",
         Relief(make="field", depth="0.4 mm", margin="1 mm"), own_way=True),
    Kind("20 letters whose caps rise", Relief(depth="0.4 mm", rises="0.3 deg"), own_way=True),
    Kind("20 letters carved to their middle",
         Relief(depth="1 mm", section="carved", vee="60 deg"), deep="3 mm", own_way=True),
    Kind("20 letters of V grooves",
         Relief(depth="0.2 mm", section="vee"), lines=True, own_way=True),
    Kind("20 letters of round grooves",
         Relief(depth="0.2 mm", section="ball"), lines=True, own_way=True),
    Kind("20 letters with chamfered caps",
         Relief(depth="0.3 mm", cap_edge="chamfer", cap_edge_size="0.1 mm"), own_way=True),
    Kind("20 letters with rounded caps",
         Relief(depth="0.3 mm", cap_edge="round", cap_edge_size="0.1 mm"), own_way=True),
)  # fmt: skip
"""Those that are held against the general boolean."""


def of_a_kind(name: str, kind: Kind, turns: int) -> bool:
    """A kind of relief on a plate or a bent face, against the general boolean with the same tools,
    which are there already, and where it says so against the whole of that way."""
    part, face, place, _ = (PLATE, "p.top", ("0 mm", "0 mm"), 0) if name == "plate" else BENT[name]
    stamp = on_face(TWENTY, face, place).model_copy(update={"relief": kind.on(name)})
    if kind.lines:
        line = Text(text=TWENTY, height="4 mm", font=FontRef(family="Tin Line", style="Regular"))
        stamp = stamp.model_copy(update={"artwork": line})
    built = build(Document(Job(blank=Blank(features=(part,)), stamps=(stamp,))))
    assert built.report.valid and built.blank is not None
    item, solid = built.planned["m"], built.blank.solid
    (op,) = operations(item, fit(item.placed, item.chart), WALL)
    what = f"{kind.words} on a {name}"
    good = against_boolean(what, solid, op, tools_for(op), turns)
    return against_own_way(what, solid, op, turns) and good if kind.own_way else good


def tools_for(op: Operation) -> Sequence[Tool]:
    """What the boolean cuts with."""
    if op.walls.carve is not None:
        return carved_tools(op)
    return (
        stacked_tools(op, stacked(op), on_and_on) if op.walls.softened else tools_of(op, on_and_on)
    )


def anew() -> None:
    """Forget what an earlier turn made: all of it is made in every turn. What a process beside this
    one still looks at, for the last check, is no part of a turn, and would slow the next."""
    stop_all()
    KEPT_BLOCKS.clear()
    forget_roofs()


def directly(solid: NamedSolid, op: Operation, turns: int) -> tuple[float, float]:
    """Seconds that it takes to put an operation in directly, and what that changes, mm³."""
    ours = []
    for _ in range(turns):
        anew()
        seconds, made = timed(lambda: execute(solid, op))
        assert made.built_by == "imprint"
        ours.append(seconds)
    return statistics.median(ours), made.relief_volume


def against_boolean(
    what: str,
    solid: NamedSolid,
    op: Operation,
    tools: Sequence[Tool],
    turns: int,
    asked: float = 10.0,
) -> bool:
    """An operation that is put in directly, against the general boolean with such tools, of which
    nothing is verified."""
    ours, wanted = directly(solid, op, turns)
    before = volume(solid.shape)
    seconds, part = timed(lambda: general_boolean(solid, tools))
    assert abs(volume(part.shape) - before - wanted) < STRAY * abs(wanted)
    return told(what, ours, "general boolean", seconds, asked)


def against_own_way(
    what: str, solid: NamedSolid, op: Operation, turns: int, asked: float = 10.0
) -> bool:
    """The same against all of that way: from outlines to a verified solid too."""
    ours, wanted = directly(solid, op, turns)
    anew()
    seconds, made = timed(lambda: execute(solid, op, direct=False))
    assert made.built_by == "boolean"
    assert abs(made.relief_volume - wanted) < STRAY * abs(wanted)
    return told(what, ours, "all its way", seconds, asked)
