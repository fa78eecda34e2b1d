"""Questions to the last build, beside its report: fields over a stamp, other processes, what a mark
takes to make, what would fit."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import replace

import numpy as np

from tinstamp.blank.solid import NamedSolid
from tinstamp.engine.build import Built, build
from tinstamp.engine.cache import Cache
from tinstamp.engine.fields import field_of
from tinstamp.engine.messages import Answered, Ask
from tinstamp.engine.questions import (
    Answer,
    Question,
    Rooms,
    SideName,
    Sides,
    WantEstimate,
    WantField,
    WantRoom,
    WantSection,
    WantSide,
    WantSides,
)
from tinstamp.engine.section import section_of
from tinstamp.engine.seen import pull_of
from tinstamp.engine.sides import side_at
from tinstamp.job.archive import Document
from tinstamp.job.model import Job
from tinstamp.job.process import like_of
from tinstamp.plan.planned import Planned
from tinstamp.proofing.estimate import Estimate, estimate
from tinstamp.proofing.fields import Field
from tinstamp.proofing.processes import PROCESSES
from tinstamp.proofing.room import Asked, largest, longest


class AskError(ValueError):
    """A question cannot be answered; the message is for the designer."""


def answered(
    question: Question,
    document: Document,
    built: Built,
    cache: Cache,
    stopped: Callable[[], None] = lambda: None,
) -> Answer:
    """The answer to a question about a job and its build. Raises AskError; Stopped."""
    if isinstance(question, WantField):
        return _field(question, built, stopped)
    if isinstance(question, WantSides):
        return sides(document, question.processes, cache, stopped)
    if isinstance(question, WantEstimate):
        return _estimate(question, built)
    if isinstance(question, WantSection):
        item, body = _built(question.stamp, built)
        return section_of(item, body, question.at)
    if isinstance(question, WantSide):
        item, body = _built(question.stamp, built)
        face = side_at(body, item, question.role, np.array(question.at))
        if face is None:
            raise AskError(f"“{question.stamp}” has nothing there that a stamp could lie on")
        return SideName(question.stamp, str(face))
    return _rooms(question, document, built)


def answer_to(
    request: Ask, files: Mapping[str, bytes], cache: Cache, stopped: Callable[[], None]
) -> Answered:
    """The answer to a request of the desk, whose document bears the digests of its files alone.
    Raises AskError; Stopped."""
    document = request.document.with_files(files)
    built = build(document, cache, stopped=stopped)
    found = answered(request.question, document, built, cache, stopped)
    return Answered(request.number, request.question, found)


def _field(question: WantField, built: Built, stopped: Callable[[], None]) -> Field:
    item, body = _built(question.stamp, built)
    pull, _ = pull_of(item, built.job.pull)
    return field_of(item, question.kind, body, pull, built.report.resolved, stopped)


def _built(stamp: str, built: Built) -> tuple[Planned, NamedSolid]:
    """A stamp's plan and the finished part. Raises AskError."""
    item, body = built.planned.get(stamp), built.solid
    if item is None or body is None:
        raise AskError(f"“{stamp}” is not built: there is nothing to measure")
    return item, body


def sides(
    document: Document,
    processes: Sequence[str],
    cache: Cache,
    stopped: Callable[[], None] = lambda: None,
) -> Sides:
    """What is found when all of a job is made by each of several processes, with its limits as they
    are. What is solid is made once."""
    found = []
    for name in processes:
        stopped()
        job = by_process(document.job, name)
        report = build(replace(document, job=job), cache, stopped=stopped).report
        found.append((name, tuple(f for f in report.findings if f.level != "note")))
    return Sides(tuple(found))


def by_process(job: Job, name: str) -> Job:
    """A job that is all made by one process."""
    stamps = tuple(stamp.model_copy(update={"process": ""}) for stamp in job.stamps)
    return job.model_copy(update={"process": name, "limits": {}, "stamps": stamps, "accepted": ()})


def _estimate(question: WantEstimate, built: Built) -> Estimate:
    process = like_of(built.job.processes, question.process)
    volumes = {report.name: report.relief_volume for report in built.report.stamps}
    items = [(item, volumes[name]) for name, item in built.planned.items() if name in volumes]
    found = estimate(process, items, question.hourly)
    if found is None:
        what = PROCESSES[process].title if process in PROCESSES else process
        raise AskError(f"{what}: choose a process, then its time and cost can be reckoned"
                       if items else "no stamp is built: there is nothing to reckon")  # fmt: skip
    return found


def _rooms(question: WantRoom, document: Document, built: Built) -> Rooms:
    names = [stamp.name for stamp in document.job.stamps]
    if question.stamp not in built.planned or built.blank is None:
        raise AskError(f"“{question.stamp}” cannot be laid out as it is")
    item = built.planned[question.stamp]
    before = [x for x in built.planned.values()
              if x.index != item.index and set(x.faces) & set(item.faces)]  # fmt: skip
    asked = Asked(document, built.blank.charts, names.index(question.stamp), before)
    return Rooms(question.stamp, largest(asked), longest(asked))
