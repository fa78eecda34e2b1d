"""What a job says of how it is made: processes with limits of their own, standards that stamps hold
to, findings that somebody has accepted."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Annotated, Literal

from pydantic import Field

from tinstamp.job.field import Shown
from tinstamp.job.limit import Limit
from tinstamp.job.values import FORMULA, Name, Value

LimitName = Annotated[str, Field(pattern=r"^[a-z][a-z_]{0,39}$")]
LimitFormula = Annotated[str, FORMULA]
Pull = Literal["face", "x", "y", "z"]
"""The way in which halves of a mould part: square to the face at a stamp's middle, or an axis."""
ProcessName = Annotated[str, Field(max_length=40)]
"""Of one that the program knows, or that the job brings; empty for none in particular."""


class OwnProcess(Value):
    """A process that a job brings: the limits of another, by its name, with changes."""

    name: Annotated[Name, Shown("Name")]
    like: Annotated[ProcessName, Shown("Copied from")] = ""
    limits: Annotated[dict[LimitName, LimitFormula], Shown("Limits")] = Field(
        default_factory=dict, max_length=100
    )
    reason: Annotated[str, Shown("Why")] = Field(default="", max_length=500)


class Accepted(Value):
    """A finding that stands with somebody's word for it, until its figure gets worse.

    Attributes
    ----------
    check, stamp : of the finding. by, reason : whose word, and why.
    measured : the figure that was accepted, in the finding's unit; None where it has none.
    """

    check: Name
    stamp: Annotated[str, Field(max_length=80)] = ""
    by: Annotated[str, Field(min_length=1, max_length=80)]
    reason: Annotated[str, Field(min_length=1, max_length=500)]
    measured: float | None = None


def like_of(processes: Sequence[OwnProcess], name: str) -> str:
    """The program's process that one is, or was copied from."""
    own = own_process(processes, name)
    return own[1].like if own is not None else name


def usual_formula(processes: Sequence[OwnProcess], name: str, limit: Limit) -> str:
    """The formula of a limit in a process, a job's own or one that the program knows."""
    own = own_process(processes, name)
    held = own[1].limits if own is not None else {}
    return held.get(limit.name, limit.of(like_of(processes, name)).formula)


def own_process(processes: Sequence[OwnProcess], name: str) -> tuple[int, OwnProcess] | None:
    """The one of that name among a job's own, and its place; None for any other."""
    return next(((k, own) for k, own in enumerate(processes) if own.name == name), None)
