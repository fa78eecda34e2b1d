"""Artwork along a guide: letters turn with it and keep their shape."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
import shapely

from tinstamp.artwork.outline import Region
from tinstamp.artwork.text import LetterInk
from tinstamp.artwork.unite import contour_of, unite_mm
from tinstamp.setting.way import Way


@dataclass(frozen=True)
class Run:
    """How artwork lies along a way.

    Attributes
    ----------
    at : which end of the artwork stands at which part of the way.
    shift : along the way, mm. above : from the way, to its left, mm.
    fill : what makes it as long as the way.
    joint : the filled length closes on itself, so the last gap counts too.
    """

    way: Way
    at: Literal["start", "centre", "end"] = "centre"
    shift: float = 0.0
    above: float = 0.0
    fill: Literal["no", "space", "scale"] = "no"
    joint: bool = False


@dataclass(frozen=True)
class Along:
    """What came of it.

    Attributes
    ----------
    regions : on the sheet, those that touch united. overrun : mm beyond the way.
    """

    regions: tuple[Region, ...]
    overrun: float
    size: float


def run_along(letters: Sequence[LetterInk], rest: float, run: Run) -> Along:
    """Letters along a way, standing on it by the height `rest` of the artwork, mm."""
    if not letters:
        return Along((), 0.0, 1.0)
    low = min(x.x for x in letters)
    width = max(x.x + x.advance for x in letters) - low
    length = run.way.length
    scale, gap = 1.0, 0.0
    count = len({round(x.x, 6) for x in letters})
    if run.fill == "scale" and width > 0:
        scale = length / width
    elif run.fill == "space":
        parts = count if run.joint else count - 1
        gap = (length - width) / parts if parts > 0 else 0.0
    total = width * scale + gap * (count - 1)
    start = {"start": 0.0, "centre": (length - total) / 2, "end": length - total}[run.at]
    if run.fill == "space" and run.joint:
        start = gap / 2
    start += run.shift
    order = {x: k for k, x in enumerate(sorted({round(letter.x, 6) for letter in letters}))}
    placed: list[list[Region]] = []
    for letter in letters:
        middle = letter.x + letter.advance / 2
        s = start + (middle - low) * scale + gap * order[round(letter.x, 6)]
        point, turn = run.way.at(s)
        angle = np.radians(turn)
        matrix = scale * np.array([[np.cos(angle), -np.sin(angle)], [np.sin(angle), np.cos(angle)]])
        left = run.above * np.array([-np.sin(angle), np.cos(angle)])
        shift = point + left - matrix @ np.array([middle, rest])
        placed.append([region.transformed(matrix, shift) for region in letter.regions])
    overrun = 0.0 if run.way.closed else max(0.0, -start, start + total - length)
    return Along(tuple(united(placed)), overrun, scale)


def united(groups: Sequence[Sequence[Region]]) -> list[Region]:
    """All regions, those of different groups that overlap made one."""
    from tinstamp.artwork.text import touching

    flat = [(k, region) for k, group in enumerate(groups) for region in group]
    if not flat:
        return []
    boxes = np.array([region.bounds for _, region in flat])
    found: list[Region] = []
    for near in touching(boxes):
        if len({flat[i][0] for i in near}) == 1:
            found += [flat[i][1] for i in near]
            continue
        for members in _meeting([flat[i][1] for i in near]):
            regions = [flat[near[k]][1] for k in members]
            if len({flat[near[k]][0] for k in members}) == 1:
                found += regions
                continue
            letters = tuple(sorted({x for region in regions for x in region.letters}))
            found += unite_mm([contour_of(o) for r in regions for o in r.outlines], letters)
    return found


def _meeting(regions: Sequence[Region]) -> list[list[int]]:
    """Indices of regions whose ink meets, directly or through others."""
    from scipy.sparse import coo_array
    from scipy.sparse.csgraph import connected_components

    polygons = [
        shapely.Polygon(r.outer.points(12), [c.points(12) for c in r.counters]) for r in regions
    ]
    tree = shapely.STRtree(polygons)
    pairs = tree.query(polygons, predicate="dwithin", distance=1e-6)
    graph = coo_array((np.ones(pairs.shape[1]), pairs), shape=(len(regions), len(regions)))
    _, label = connected_components(graph, directed=False)
    return [np.flatnonzero(label == k).tolist() for k in range(label.max() + 1)]
