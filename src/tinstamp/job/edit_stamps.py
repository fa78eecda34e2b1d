"""Stamps added, named and parted."""

from __future__ import annotations

from tinstamp.job.artwork import InkUse, Logo
from tinstamp.job.model import Job, Stamp
from tinstamp.job.values import LONGEST_LABEL


def free_name(job: Job, wish: str) -> str:
    """A stamp name that is not taken: the wish, or the wish with a number, as long as a name
    may be."""
    taken = {stamp.name for stamp in job.stamps}
    base, _, number = wish.rpartition(" ")
    if not number.isdigit():
        base = wish
    name, count = wish[:LONGEST_LABEL], 2
    while name in taken:
        name, count = f"{base[: LONGEST_LABEL - 6]} {count}", count + 1
    return name


def each_ink(job: Job, index: int, uses: tuple[InkUse, ...]) -> Job:
    """A job in which the stamp of a logo becomes one for each ink, all in one place, each with a
    cap of its colour. What is another's ink is cut out where it lies above."""
    first = job.stamps[index]
    found: list[Stamp] = []
    for ink in (use.colour for use in uses if use.use == "ink"):
        so_far = job.model_copy(update={"stamps": (*job.stamps, *found)})
        name = free_name(so_far, first.name) if found else first.name
        inks = tuple(
            use.model_copy(update={"use": "ink" if use.colour == ink else "cut"})
            if use.use != "out"
            else use
            for use in uses
        )
        artwork = first.artwork.model_copy(update={"inks": inks, "framed": True})
        relief = first.relief.model_copy(update={"colour": ink.split()[0]})
        found.append(first.model_copy(update={"name": name, "artwork": artwork, "relief": relief}))
    stamps = (*job.stamps[:index], *found, *job.stamps[index + 1 :])
    return job.model_copy(update={"stamps": stamps})


def with_file(job: Job, old: str, new: str) -> Job:
    """A job whose logos of one file are those of another, all else as it was."""
    stamps = tuple(
        stamp.model_copy(update={"artwork": stamp.artwork.model_copy(update={"digest": new})})
        if isinstance(stamp.artwork, Logo) and stamp.artwork.digest == old
        else stamp
        for stamp in job.stamps
    )
    return job.model_copy(update={"stamps": stamps})
