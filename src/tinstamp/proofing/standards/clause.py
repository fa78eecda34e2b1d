"""A clause of a standard as a question to a stamp, and the list of standards.

A standard is a file here: it declares itself, and its clauses, which are functions.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field

from tinstamp.plan.planned import Planned


@dataclass(frozen=True)
class Held:
    """What a stamp has, beside what a clause demands.

    Attributes
    ----------
    has : in words, with figures and units. met : None where it cannot be told from the part.
    measured, limit : the figures that decide, in `unit`.
    """

    has: str
    met: bool | None
    measured: float | None = None
    limit: float | None = None
    unit: str = ""


Judge = Callable[[Planned], Held | None]
"""What a stamp has; None where the clause does not speak of such a stamp."""


@dataclass(frozen=True)
class Clause:
    """One demand. `number` is as the standard counts it; `check` is the check that measures it on
    the finished part, where the plan alone does not tell."""

    number: str
    demands: str
    judge: Judge
    check: str = ""


@dataclass
class Standard:
    """A standard by number and edition, with the clauses that can be held against a mark.

    Attributes
    ----------
    name : by which jobs keep it. source : where the figures come from.
    """

    name: str
    title: str
    edition: str
    source: str = "from memory"
    clauses: list[Clause] = field(default_factory=list)

    def clause(self, number: str, demands: str, check: str = "") -> Callable[[Judge], Judge]:
        """Declare a clause."""

        def keep(judge: Judge) -> Judge:
            self.clauses.append(Clause(number, demands, judge, check))
            return judge

        return keep


STANDARDS: dict[str, Standard] = {}
"""By name, in the order of the list."""


def standard(name: str, title: str, edition: str) -> Standard:
    """Declare one. Raises ValueError for a name that is taken."""
    if name in STANDARDS:
        raise ValueError(f"there are two standards called “{name}”")
    STANDARDS[name] = Standard(name, title, edition)
    return STANDARDS[name]


def at_least(what: str, value: float, least: float, unit: str = "mm") -> Held:
    """A figure that must not be below another."""
    return Held(f"{what} {value:.2f} {unit}".rstrip(), value >= least * (1 - 1e-6), value, least,
                unit)  # fmt: skip


def between(what: str, value: float, least: float, most: float, unit: str = "mm") -> Held:
    """A figure that must lie between two others."""
    met = least * (1 - 1e-6) <= value <= most * (1 + 1e-6)
    limit = most if value > most else least
    return Held(f"{what} {value:.2f} {unit}".rstrip(), met, value, limit, unit)
