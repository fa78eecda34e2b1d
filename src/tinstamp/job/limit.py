"""A limit that a check measures against; the checks declare them (`proof.check`)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from tinstamp.job.field import UNITS, Wants

WALL_LIKE = Wants("length", at_least=0.0)
"""A length that may be 0."""


@dataclass(frozen=True)
class Default:
    """A limit of one process: its formula, what it is for, and where it comes from."""

    formula: str
    reason: str
    source: str = "common practice, no source"


@dataclass(frozen=True)
class Limit:
    """One limit of the proof, a formula in the job.

    Attributes
    ----------
    name : by which the job's `limits` keep it. default : the formula when the job has none.
    reason : what it is for. source : where the default comes from.
    processes : what it is in those that have one of their own, by their names.
    """

    name: str
    label: str
    default: str
    wants: Wants = WALL_LIKE
    step: float = 0.05
    reason: str = ""
    source: str = "common practice, no source"
    processes: Mapping[str, Default] = field(default_factory=dict, hash=False)

    def of(self, process: str) -> Default:
        """What it is in a process that the program knows, or in none in particular."""
        return self.processes.get(process, Default(self.default, self.reason, self.source))

    @property
    def unit(self) -> str:
        return UNITS[self.wants.kind]

    @property
    def tip(self) -> str:
        """Why there is such a limit, and where its default comes from."""
        return self.told("")

    def told(self, process: str) -> str:
        """Why a process has such a limit, and where it comes from."""
        known = self.of(process)
        return f"{known.reason[:1].upper()}{known.reason[1:]} ({known.source})"
