"""What each kind of relief asks to be done to which body."""

from __future__ import annotations

from dataclasses import replace

from tinstamp.job.relief import VERBS
from tinstamp.plan.planned import Planned
from tinstamp.relief.heads import Walls
from tinstamp.relief.operation import Operation
from tinstamp.setting.fit import Fit

Wall = tuple[float, float]
"""Least and greatest material behind a stamp, mm, as measured."""


def operations(item: Planned, fit: Fit, wall: Wall) -> list[Operation]:
    """What a stamp asks to be done, in order: its regions, an operation for each depth."""
    given = item.relief.given
    draft = item.relief("draft", 0.0)
    walls = Walls(given.walls == "cast", given.caps == "plane", draft, item.outline_at_cap)
    found = []
    for depth, placed in item.by_depth():
        if draft and depth:
            placed = replace(placed, regions=item.sharpened(depth, placed).regions)
        found.append(
            Operation(
                stamp=item.name,
                face=item.lay.face,
                chart=item.chart,
                placed=placed,
                fit=fit,
                verb=VERBS[given.make],
                depth=depth,
                wall=wall,
                walls=walls,
                over=item.lay.over,
            )
        )
    return found
