"""In which order a ticket shows its cards, with headings between them. No Qt here."""

from __future__ import annotations

from collections.abc import Callable
from typing import Literal, get_args

from tinstamp.desk.work.session import BLANK
from tinstamp.job.face_name import owner_of
from tinstamp.job.model import Job, Stamp
from tinstamp.proofing.finding import ORDER, Finding

Order = Literal["made", "face", "worst"]
"""As they are made, by the face that they lie on, or the worst finding first."""
WORDS: dict[Order, str] = {
    "made": "In the order they are made",
    "face": "By face",
    "worst": "Worst first",
}
HEADINGS = {0: "To fix", 1: "To look at", 2: "Notes", 3: "Without findings"}
"""Over the cards of each level."""
DEEPEST = 3
"""steps that cards which lie on one another are drawn in, at the most"""


def rows(job: Job, order: Order, finding_of: Callable[[Stamp], Finding | None]) -> list[int | str]:
    """The rows of the ticket: the blank, then the index of each stamp, or a heading."""
    found: list[int | str] = [BLANK]
    if order == "made":
        return [*found, *range(len(job.stamps))]
    groups: dict[str, list[int]] = {}
    if order == "face":
        for i, stamp in enumerate(job.stamps):
            groups.setdefault(stamp.setting.face, []).append(i)
    else:
        by_level: dict[int, list[int]] = {}
        for i, stamp in enumerate(job.stamps):
            worst = finding_of(stamp) if stamp.on else None
            by_level.setdefault(ORDER[worst.level] if worst else len(ORDER), []).append(i)
        groups = {HEADINGS[level]: by_level[level] for level in sorted(by_level)}
    for title, stamps in groups.items():
        found += [f"{title} · {len(stamps)}", *stamps]
    return found


def steps_in(job: Job, index: int) -> int:
    """On how many other stamps one lies, one upon the other."""
    names = [stamp.name for stamp in job.stamps]
    at, steps = index, 0
    while steps < DEEPEST:
        owner = owner_of(job.stamps[at].setting.face, names)
        if owner is None or owner == at:
            return steps
        at, steps = owner, steps + 1
    return steps


def order_named(kept: object) -> Order:
    """What was kept of the choice; as they are made where nothing was."""
    return next((order for order in get_args(Order) if order == kept), "made")
