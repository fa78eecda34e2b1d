"""A copy of a stamp, laid beside it: where it is seen, and where no ink lies on ink."""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Sequence
from dataclasses import replace

import numpy as np

from tinstamp.artwork.outline import Array
from tinstamp.desk.work.preview import Preview, preview
from tinstamp.desk.work.session import Session
from tinstamp.desk.work.stamp_drag import StampDrag
from tinstamp.job.edit_stamps import free_name
from tinstamp.job.model import Job
from tinstamp.job.resolve import resolve
from tinstamp.proofing.checks import LIMITS
from tinstamp.setting.fit import fit
from tinstamp.setting.place import Placed

GAP = 0.4
"""part of the lesser side of a stamp's box that a copy stays off it"""
ROUND = 0.1
"""mm; a copy is moved by a round figure, which is read in its fields"""
FAR = 4
"""places in a row that are tried to each side"""
MOST_LAID = 6
"""places at which a copy is really laid out"""
SIDES = ((0.0, -1.0), (0.0, 1.0), (1.0, 0.0), (-1.0, 0.0))
"""Below it, above it, to the right, to the left."""


def with_copy(session: Session, drag: StampDrag, index: int) -> Job:
    """The job with a second stamp like one of its own after it: clear of all that lies on that
    face, or where the first lies when the face has no such place near it."""
    job, stamp = session.job, session.job.stamps[index]
    twin = stamp.model_copy(update={"name": free_name(job, stamp.name), "alike": ""})
    at = index + 1
    job = job.model_copy(update={"stamps": (*job.stamps[:at], twin, *job.stamps[at:])})
    shown = drag.of(index)
    if shown is None or not shown.placed.regions:
        return job
    lying = {name: drag.previews.on_sheet(other, shown.chart).placed
             for name, other in drag.others_on(index, (index,))}  # fmt: skip
    carried = replace(drag.carried(index, shown), index=at)
    boxes = [placed.bounds for placed in lying.values()]
    for by in itertools.islice(places(shown.placed.bounds, boxes), MOST_LAID):
        try:
            moved = carried.moved(job, by)
        except ValueError:  # a cast that does not reach the face there
            continue
        if _clear(session, moved, at, {stamp.name: shown.placed, **lying}, shown):
            return moved
    return job


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


def _clear(session: Session, job: Job, at: int, lying: dict[str, Placed], like: Preview) -> bool:
    """The copy as it would really lie is on the face, and touches nothing."""
    document = replace(session.document, job=job)
    laid = preview(document, resolve(job, LIMITS), at, session.charts, like.plan)
    if laid is None:
        return False
    found = fit(laid.placed, laid.chart, list(lying.items()))
    return found.wholly_inside and found.too_long <= 0.0
