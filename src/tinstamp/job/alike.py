"""Stamps that are kept alike: one artwork, many settings. Each holds all of it, so a file needs
nothing besides, and an edit of one is an edit of all."""

from __future__ import annotations

from tinstamp.job.model import Job, Stamp

SHARED = ("artwork", "border", "pattern", "relief")
"""What stamps that are kept alike have in common."""


def kept_with(job: Job, index: int) -> list[int]:
    """The other stamps that are kept alike with one."""
    group = job.stamps[index].alike
    return [i for i, s in enumerate(job.stamps) if group and s.alike == group and i != index]


def bound(job: Job, index: int, other: int) -> Job:
    """Two stamps kept alike from now on, as the first one is."""
    group = job.stamps[index].alike or _free(job)
    first = job.stamps[index]
    shared = {name: getattr(first, name) for name in SHARED}
    new = {
        index: first.model_copy(update={"alike": group}),
        other: job.stamps[other].model_copy(update={"alike": group, **shared}),
    }
    return _with(job, new)


def let_go(job: Job, index: int) -> Job:
    """A stamp by itself from now on; one that is left alone is so too."""
    others = kept_with(job, index)
    alone = [index, *others] if len(others) == 1 else [index]
    return _with(job, {i: job.stamps[i].model_copy(update={"alike": ""}) for i in alone})


def followed(before: Job, after: Job) -> Job:
    """A job after an edit, with what was edited in a stamp done to those that are kept alike with
    it."""
    if not any(stamp.alike for stamp in after.stamps):
        return after
    was = {stamp.name: stamp for stamp in before.stamps}
    if [s.name for s in before.stamps] != [s.name for s in after.stamps]:
        return after
    new: dict[int, Stamp] = {}
    for i, stamp in enumerate(after.stamps):
        old = was[stamp.name]
        if not stamp.alike or old.alike != stamp.alike:
            continue
        edited = {
            name: getattr(stamp, name)
            for name in SHARED
            if getattr(stamp, name) is not getattr(old, name)
            and getattr(stamp, name) != getattr(old, name)
        }
        for other in kept_with(after, i) if edited else ():
            new[other] = new.get(other, after.stamps[other]).model_copy(update=edited)
    return _with(after, new) if new else after


def _with(job: Job, new: dict[int, Stamp]) -> Job:
    stamps = tuple(new.get(i, stamp) for i, stamp in enumerate(job.stamps))
    return job.model_copy(update={"stamps": stamps})


def _free(job: Job) -> str:
    """A name of a group that is not taken."""
    taken = {stamp.alike for stamp in job.stamps}
    return next(f"alike {k}" for k in range(1, len(job.stamps) + 2) if f"alike {k}" not in taken)
