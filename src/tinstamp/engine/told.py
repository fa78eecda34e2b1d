"""What is told of a build: of a stamp that was made, and where in the job a field is."""

from __future__ import annotations

from collections.abc import Mapping

from tinstamp.engine.report import StampReport
from tinstamp.job.field import label_of
from tinstamp.job.model import Job, Path, Stamp
from tinstamp.plan.planned import Planned
from tinstamp.proofing.checks import LIMITS
from tinstamp.proofing.finding import Finding
from tinstamp.relief.operation import Made
from tinstamp.relief.verify import Verdict


def stamp_report(item: Planned, done: Mapping[str, Made] | None) -> StampReport:
    """Of a stamp, with what it made of each body."""
    ways = {m.built_by for m in done.values()} if done else set()
    return StampReport(
        name=item.name,
        face=item.lay.face,
        artwork_area=item.placed.area,
        depth=item.depth,
        relief_volume=sum(m.relief_volume for m in done.values()) if done else 0.0,
        built_by="boolean" if "boolean" in ways else "imprint" if ways else "",
        seconds=sum(m.seconds for m in done.values()) if done else 0.0,
    )


def unsound(body: str, verdict: Verdict, expected: float) -> Finding:
    """Why a finished body is not given out; `expected` is its volume as the stamps' sum, mm³."""
    told = f"the {body} is not sound after marking"
    if not verdict.closed:
        told += ": it does not close"
    elif not verdict.valid:
        told += ": the kernel's own check finds a fault in it"
    else:
        off = verdict.volume - expected
        told += f": its volume is {off:+.4f} mm³ off the sum of what the stamps add and take"
    return Finding("fix", "not sound", "", told + "; move a stamp a little, or leave one out")


def field_in_words(job: Job, path: Path) -> tuple[str, str]:
    """The stamp that a field belongs to and the field's name in words."""
    if path[0] == "stamps" and isinstance(path[1], int):
        stamp: Stamp = job.stamps[path[1]]
        return stamp.name, label_of(stamp, path[2:])
    if path[0] == "dimensions" and isinstance(path[1], int):
        return "", f"dimension {job.dimensions[path[1]].name}"
    if path[0] == "blank" and isinstance(path[2], int):
        feature = job.blank.features[path[2]]
        return "", f"{feature.name}, {label_of(feature, path[3:])}"
    limit = LIMITS.get(str(path[-1]))
    return "", limit.label if limit else str(path[-1])


def is_off(job: Job, path: Path) -> bool:
    """True for a field of a feature or stamp that is switched off."""
    if path[:2] == ("blank", "features") and isinstance(path[2], int):
        return not job.blank.features[path[2]].on
    return path[0] == "stamps" and isinstance(path[1], int) and not job.stamps[path[1]].on
