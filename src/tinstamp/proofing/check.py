"""What a check is, and the list of all of them.

A check is a function that declares itself: its name, the stage of a build at which it runs, and
the limits that it measures against. Everything else reads the list: the build, the limits'
fields, the command line, the documents.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field, replace
from typing import Literal

import numpy as np

from tinstamp.artwork.outline import Array
from tinstamp.job.limit import Limit
from tinstamp.job.model import dotted
from tinstamp.job.resolve import Resolved, limit_path
from tinstamp.plan.planned import Planned
from tinstamp.proofing.finding import Finding
from tinstamp.proofing.mark_view import Surface
from tinstamp.proofing.skin import Skin
from tinstamp.setting.fit import Fit

Stage = Literal["artwork", "placed", "fitted", "measured", "made", "finished"]
"""When it runs: on the artwork as drawn; as placed on its sheet; with its fit beside others known;
with the wall behind it measured on the solid; on the finished relief; on the finished part."""
Numbers = Mapping[str, float]
"""The limits of a check by name, worked out, in their units."""


@dataclass(frozen=True)
class Near:
    """A face that comes near to something: how near, mm, and its name."""

    distance: float
    face: str


@dataclass(frozen=True)
class Subject:
    """A stamp as far as it has come.

    Attributes
    ----------
    wall : least and greatest material behind it, mm, as measured.
    loose : volumes of what came loose when it was made, mm³.
    depths : least and greatest length of its walls, mm, where they are not all the same.
    floor : it has a floor, or a cap, on the part.
    lean, step : degrees by which they are off the normal where faces meet, and mm that they are
        set off from one another there.
    comes_to : faces that what it made ends at, though it does not lie on them.
    behind : the face that comes nearest to its floors.
    near : stamps made before it whose ink comes near.
    finished : the part with all that is on it, where a check looks at that.
    skin : what it made of the part, for the draft.
    pull : unit direction in which its half of a mould leaves it; pulled : that in words.
    """

    planned: Planned
    fit: Fit | None = None
    wall: tuple[float, float] | None = None
    loose: tuple[float, ...] = ()
    depths: tuple[float, float] | None = None
    lean: float = 0.0
    step: float = 0.0
    floor: bool = False
    comes_to: tuple[str, ...] = ()
    behind: Near | None = None
    near: tuple[Planned, ...] = ()
    finished: Surface | None = None
    skin: Skin | None = None
    pull: Array = field(default_factory=lambda: np.array([0.0, 0.0, 1.0]), compare=False)
    pulled: str = ""

    @property
    def stamp(self) -> str:
        """The stamp's name."""
        return self.planned.name


Looks = Callable[[Subject, Numbers], Iterable[Finding]]


@dataclass(frozen=True)
class Check:
    """An entry of the list."""

    name: str
    stage: Stage
    limits: tuple[Limit, ...]
    run: Looks

    @property
    def purpose(self) -> str:
        """What it looks for, in a line."""
        return (self.run.__doc__ or "").strip().splitlines()[0]


CHECKS: dict[str, Check] = {}
"""By name, in the order that they are told."""


def check(name: str, stage: Stage, *limits: Limit) -> Callable[[Looks], Looks]:
    """Declare a check. Raises ValueError for a name that is taken."""

    def keep(run: Looks) -> Looks:
        if name in CHECKS:
            raise ValueError(f"there are two checks called “{name}”")
        CHECKS[name] = Check(name, stage, limits, run)
        return run

    return keep


MEETS = 1e-6
"""Part of a limit by which a figure may miss it and still meet it: both are of tenths."""


def short_of(measured: float, limit: float) -> bool:
    """True for a figure that is less than a limit, and not just as much."""
    return measured < limit * (1.0 - MEETS)


def limits_of(checks: Iterable[Check]) -> dict[str, Limit]:
    """Their limits by name; two checks may share one."""
    return {limit.name: limit for each in checks for limit in each.limits}


def checked(stage: Stage, subject: Subject, resolved: Resolved) -> tuple[Finding, ...]:
    """What the checks of a stage find. One whose limit has an error is left out: the limit's
    field tells that."""
    found: list[Finding] = []
    for each in CHECKS.values():
        if each.stage != stage:
            continue
        numbers = numbers_of(each, resolved, subject.planned.stamp.process)
        if numbers is not None:
            found += each.run(subject, numbers)
    path = ("stamps", subject.planned.index)
    return tuple(replace(f, path=f.path or path) for f in found)


def numbers_of(each: Check, resolved: Resolved, process: str = "") -> dict[str, float] | None:
    """The limits of a check, worked out, in a stamp's own process or the job's; None when one has
    an error."""
    paths = {limit.name: limit_path(process, limit.name) for limit in each.limits}
    if any(dotted(path) in resolved.errors for path in paths.values()):
        return None
    return {name: resolved.of(*path) for name, path in paths.items()}


def key_of_limits(resolved: Resolved) -> tuple[tuple[str, float], ...]:
    """All limits that have a value: what findings of checks depend on beside their subject."""
    heads = ("limits.", "in.")
    return tuple((key, value) for key, value in resolved.values.items() if key.startswith(heads))
