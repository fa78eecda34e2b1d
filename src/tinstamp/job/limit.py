"""A limit that a check measures against; the checks declare them (`proof.check`)."""

from __future__ import annotations

from dataclasses import dataclass

from tinstamp.job.field import UNITS, Wants

WALL_LIKE = Wants("length", at_least=0.0)
"""A length that may be 0."""


@dataclass(frozen=True)
class Limit:
    """One limit of the proof, a formula in the job.

    Attributes
    ----------
    name : by which the job's `limits` keep it. default : the formula when the job has none.
    reason : what it is for. source : where the default comes from.
    """

    name: str
    label: str
    default: str
    wants: Wants = WALL_LIKE
    step: float = 0.05
    reason: str = ""
    source: str = "common practice, no source"

    @property
    def unit(self) -> str:
        return UNITS[self.wants.kind]

    @property
    def tip(self) -> str:
        """Why there is such a limit, and where its default comes from."""
        return f"{self.reason[:1].upper()}{self.reason[1:]} ({self.source})"
