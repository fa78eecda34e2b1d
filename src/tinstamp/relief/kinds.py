"""Kinds of relief: what each asks to be done to which body."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence

from tinstamp.plan.planned import Planned
from tinstamp.relief.heads import Walls
from tinstamp.relief.operation import Operation, Verb
from tinstamp.setting.fit import Fit

Wall = tuple[float, float]
"""Least and greatest material behind a stamp, mm, as measured."""
Compile = Callable[[Planned, Fit, Wall], Sequence[Operation]]


def _under_ink(item: Planned, fit: Fit, wall: Wall, verb: Verb) -> list[Operation]:
    """The ink itself, an operation for each depth."""
    given = item.relief.given
    return [
        Operation(
            stamp=item.name,
            face=item.lay.face,
            chart=item.chart,
            placed=placed,
            fit=fit,
            verb=verb,
            depth=depth,
            wall=wall,
            walls=Walls(given.walls == "cast", given.caps == "plane"),
            over=item.lay.over,
        )
        for depth, placed in item.by_depth()
    ]


KINDS: Mapping[str, Compile] = {
    "engrave": lambda item, fit, wall: _under_ink(item, fit, wall, "cut"),
    "emboss": lambda item, fit, wall: _under_ink(item, fit, wall, "add"),
    "mark": lambda item, fit, wall: _under_ink(item, fit, wall, "mark"),
}
"""By the word in the job."""


def operations(item: Planned, fit: Fit, wall: Wall) -> Sequence[Operation]:
    """What a stamp asks to be done, in order."""
    return KINDS[item.relief.given.make](item, fit, wall)
