"""Standards that a stamp says it holds to, as findings; and all of their demands side by side."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from tinstamp.plan.planned import Planned
from tinstamp.proofing.check import Numbers, Subject, check
from tinstamp.proofing.finding import Finding
from tinstamp.proofing.standards import known as known
from tinstamp.proofing.standards.clause import STANDARDS, Clause, Held, Standard


@dataclass(frozen=True)
class Demand:
    """A clause, and what a stamp has there; None where the clause does not speak of it."""

    standard: str
    clause: Clause
    held: Held | None


def demands(
    item: Planned, names: Sequence[str], found: Sequence[Finding] | None = None
) -> list[Demand]:
    """All clauses of standards, by name, beside what a stamp has. `found` is what the checks of the
    finished part told of it, where it was built."""
    told: list[Demand] = []
    for name in names:
        one: Standard | None = STANDARDS.get(name)
        for x in one.clauses if one else ():
            held = x.judge(item)
            if held is not None and x.check and found is not None:
                held = _as_measured(x.check, held, found)
            told.append(Demand(name, x, held))
    return told


def _as_measured(check: str, held: Held, found: Sequence[Finding]) -> Held:
    """What a check of the finished part says of a clause."""
    for finding in found:
        if finding.check == check:
            return Held(finding.message, False, finding.measured, finding.limit, finding.unit)
    return replace(held, has="enough, as measured on the finished part", met=True)


@check("standard", "fitted")
def standards(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """A standard that a stamp holds to and does not meet, by its clause."""
    names = it.planned.stamp.standards
    for name in names:
        if name not in STANDARDS:
            yield Finding(
                "look", "standard", it.stamp, f"no standard called “{name}” is known here"
            )
    for one in demands(it.planned, names):
        held = one.held
        if held is not None and held.met is False:
            told = (f"{one.standard}, {one.clause.number}: {one.clause.demands}; it has "
                    f"{held.has}")  # fmt: skip
            yield Finding("look", "standard", it.stamp, told, held.measured, held.limit, held.unit)
