"""Counters that stay behind on their face, and what stands on them."""

from __future__ import annotations

from collections.abc import Collection, Sequence

import numpy as np

from tinstamp.artwork.outline import Region, inside, nest

Island = tuple[int, int]
"""A counter that stays behind on the face: its region's index, and its own within it."""


def islands_of(regions: Sequence[Region]) -> list[Island | None]:
    """For each region the island it stands on, as the letter in ® does; None for those
    that stand on the face itself."""
    counters = [
        (i, c, counter) for i, r in enumerate(regions) for c, counter in enumerate(r.counters)
    ]
    if not counters:
        return [None] * len(regions)
    owners = np.array([i for i, _, _ in counters])
    low, high = np.split(np.array([counter.bounds for _, _, counter in counters]), 2, axis=1)
    found: list[Island | None] = []
    for i, region in enumerate(regions):
        box, start = region.bounds, region.outer.beziers[0, 0]
        within = (low <= box[:2]).all(axis=1) & (box[2:] <= high).all(axis=1) & (owners != i)
        around = [
            (abs(counters[k][2].area), counters[k][:2])
            for k in np.flatnonzero(within)
            if inside(start, counters[k][2].points(8))
        ]
        found.append(min(around)[1] if around else None)
    return found


def standing_on(regions: Sequence[Region], islands: Collection[Island]) -> tuple[Region, ...]:
    """What stands on islands: their outlines, with those of regions about them, as ink."""
    owners = islands_of(regions)
    bare = [
        outline
        for n, (region, owner) in enumerate(zip(regions, owners, strict=True))
        for c, outline in enumerate(region.outlines, -1)
        if (owner if c < 0 else (n, c)) in islands
    ]
    return tuple(nest(bare))
