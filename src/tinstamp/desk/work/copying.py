"""A stamp that comes to a face: a copy, one that is pasted, a new one. It lies where no ink lies on
ink, so that it is seen, and cuts nothing through."""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Sequence
from dataclasses import replace

import numpy as np

from tinstamp.artwork.outline import Array
from tinstamp.desk.work.held import Carried
from tinstamp.desk.work.preview import Preview, preview
from tinstamp.desk.work.session import Session
from tinstamp.desk.work.stamp_drag import StampDrag
from tinstamp.job.archive import Document
from tinstamp.job.edit_stamps import free_name
from tinstamp.job.model import Job, Stamp
from tinstamp.job.resolve import resolve
from tinstamp.proofing.checks import LIMITS
from tinstamp.setting.fit import Fit, fit

GAP = 0.4
"""part of the lesser side of a stamp's box that it stays off others"""
ROUND = 0.1
"""mm; it is moved by a round figure, which is read in its fields"""
FAR = 4
"""places in a row that are tried to each side"""
MOST_LAID = 6
"""places at which it is really laid out"""
SIDES = ((0.0, -1.0), (0.0, 1.0), (1.0, 0.0), (-1.0, 0.0))
"""Below, above, to the right, to the left."""


def with_copy(session: Session, drag: StampDrag, index: int) -> Job:
    """The job with a second stamp like one of its own after it, clear of others."""
    stamp = session.job.stamps[index]
    twin = stamp.model_copy(update={"name": free_name(session.job, stamp.name), "alike": ""})
    return with_stamp(session.document, drag, twin, index + 1)


def with_stamp(document: Document, drag: StampDrag, stamp: Stamp, at: int | None = None) -> Job:
    """The job of a document with one stamp more, the last unless its place is given: where that
    would touch others on its face at the nearest place near it where it lies on the face and
    touches none; where it is when there is no such place."""
    stamps = document.job.stamps
    at = len(stamps) if at is None else at
    job = document.job.model_copy(update={"stamps": (*stamps[:at], stamp, *stamps[at:])})
    others = drag.others_on(stamp.setting.face)
    come = _Come(document, drag, at, others)
    shown = come.laid(job) if others else None
    if shown is None or not shown.placed.regions:
        return job
    found = come.fit(shown)
    if not found.touches and not found.nested:
        return job
    carried = Carried.of(resolve(job, LIMITS), at, shown)
    boxes = [drag.previews.on_sheet(other, shown.chart).placed.bounds for other in others]
    for by in itertools.islice(places(shown.placed.bounds, boxes), MOST_LAID):
        try:
            moved = carried.moved(job, by)
        except ValueError:  # a cast that does not reach the face there
            continue
        there = come.laid(moved, shown)
        if there is None:
            continue
        found = come.fit(there)
        if found.wholly_inside and found.too_long <= 0.0:
            return moved
    return job


class _Come:
    """A stamp that comes to a face with others on it."""

    def __init__(
        self, document: Document, drag: StampDrag, at: int, others: Sequence[Preview]
    ) -> None:
        self.document, self.drag, self.at, self.others = document, drag, at, others

    def laid(self, job: Job, like: Preview | None = None) -> Preview | None:
        """As it would lie in a job; None where it cannot be laid out yet."""
        known = None if like is None else like.plan
        document, charts = replace(self.document, job=job), self.drag.session.charts
        return preview(document, resolve(job, LIMITS), self.at, charts, known)

    def fit(self, shown: Preview) -> Fit:
        """How it sits there, beside the others on that very sheet."""
        sheets = [self.drag.previews.on_sheet(other, shown.chart) for other in self.others]
        return fit(shown.placed, shown.chart, [(one.plan.name, one.placed) for one in sheets])


def places(box: Array, others: Sequence[Array]) -> Iterator[Array]:
    """By how much a box on a sheet may be moved so that it meets neither itself nor the others,
    mm, (2,) each, the nearest first."""
    size = box[2:] - box[:2]
    gap = GAP * float(min(size))
    steps = np.ceil((size + gap) / ROUND) * ROUND
    taken = np.array([box, *others])
    for far, side in itertools.product(range(1, FAR + 1), SIDES):
        by = far * np.array(side) * steps
        low, high = box[:2] + by, box[2:] + by
        apart = (low >= taken[:, 2:] + gap / 2.0) | (high <= taken[:, :2] - gap / 2.0)
        if apart.any(axis=1).all():
            yield by
