"""Artwork along a guide: letters turn with it and keep their shape."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
import shapely

from tinstamp.artwork.agreed import united_mm
from tinstamp.artwork.outline import Region
from tinstamp.artwork.text import LetterInk
from tinstamp.artwork.unite import contour_of
from tinstamp.chart.turns import Motion
from tinstamp.setting.way import Way


@dataclass(frozen=True)
class AlongWay:
    """How artwork lies along a way.

    Attributes
    ----------
    at : which end of the artwork stands at which part of the way.
    shift : along the way, mm. above : from the way, to its left, mm.
    fill : what makes it as long as the way.
    joint : the way closes on itself, so the last gap counts too.
    times : how often the artwork is there, at even steps.
    """

    way: Way
    at: Literal["start", "centre", "end"] = "centre"
    shift: float = 0.0
    above: float = 0.0
    fill: Literal["no", "space", "scale"] = "no"
    joint: bool = False
    times: int = 1


@dataclass(frozen=True)
class Followed:
    """What came of it.

    Attributes
    ----------
    regions : on the sheet, those that touch united. overrun : mm beyond the way.
    stood : how each came there from the artwork; of what is united that in its middle.
    """

    regions: tuple[Region, ...]
    overrun: float
    size: float
    stood: tuple[Motion, ...] = ()


def follow(letters: Sequence[LetterInk], rest: float, along: AlongWay) -> Followed:
    """Letters along a way, standing on it by the height `rest` of the artwork, mm."""
    if not letters:
        return Followed((), 0.0, 1.0)
    low = min(x.x for x in letters)
    width = max(x.x + x.advance for x in letters) - low
    part = along.way.length / along.times
    order = {x: k for k, x in enumerate(sorted({round(letter.x, 6) for letter in letters}))}
    scale, gap = 1.0, 0.0
    if along.fill == "scale" and width > 0:
        scale = part / width
    elif along.fill == "space":
        gaps = len(order) if along.joint or along.times > 1 else len(order) - 1
        gap = (part - width) / gaps if gaps > 0 else 0.0
    total = width * scale + gap * (len(order) - 1)
    starts = _starts(along, total, gap)
    placed: list[list[Region]] = []
    motions: list[Motion] = []
    for start in starts:
        for letter in letters:
            middle = letter.x + letter.advance / 2
            s = start + (middle - low) * scale + gap * order[round(letter.x, 6)]
            by = _stood(middle, rest, scale, along, s)
            placed.append([r.transformed(by.matrix, by.shift) for r in letter.regions])
            motions += [by] * len(letter.regions)
    ends = (min(starts), max(starts) + total)
    overrun = max(0.0, -ends[0], ends[1] - along.way.length)
    if along.joint:
        overrun = max(0.0, along.times * total - along.way.length)
    elif along.times > 1:
        overrun = max(overrun, along.times * total - along.way.length)
    found = together(placed)
    stood = tuple(motions[own[len(own) // 2]] for _, own in found)
    return Followed(tuple(region for region, _ in found), overrun, scale, stood)


def _starts(along: AlongWay, total: float, gap: float) -> list[float]:
    """Where each time of artwork of that length begins along the way, mm."""
    length = along.way.length
    part = length / along.times
    first = {"start": 0.0, "centre": (length - total) / 2, "end": length - total}[along.at]
    if along.times == 1:
        first = gap / 2 if along.fill == "space" and along.joint else first
        return [first + along.shift]
    if along.joint:
        return [first + along.shift + k * part for k in range(along.times)]
    if along.fill == "space":  # each in its part of the way, half a gap to both sides
        return [along.shift + k * part + gap / 2 for k in range(along.times)]
    step = (length - total) / (along.times - 1)
    return [along.shift + k * step for k in range(along.times)]


def _stood(middle: float, rest: float, scale: float, along: AlongWay, s: float) -> Motion:
    """How a letter comes to stand with its middle at a distance along the way, turned with it."""
    point, turn = along.way.at(s)
    angle = np.radians(turn)
    matrix = scale * np.array([[np.cos(angle), -np.sin(angle)], [np.sin(angle), np.cos(angle)]])
    left = along.above * np.array([-np.sin(angle), np.cos(angle)])
    return Motion(matrix, point + left - matrix @ np.array([middle, rest]))


def together(groups: Sequence[Sequence[Region]]) -> list[tuple[Region, tuple[int, ...]]]:
    """All regions, those of different groups that overlap made one; each with the numbers of those
    that it was made of, counted through all groups."""
    from tinstamp.artwork.text import touching

    flat = [(k, region) for k, group in enumerate(groups) for region in group]
    if not flat:
        return []
    boxes = np.array([region.bounds for _, region in flat])
    found: list[tuple[Region, tuple[int, ...]]] = []
    for near in touching(boxes):
        if len({flat[i][0] for i in near}) == 1:
            found += [(flat[i][1], (i,)) for i in near]
            continue
        for members in _meeting([flat[i][1] for i in near]):
            own = tuple(near[k] for k in members)
            if len({flat[i][0] for i in own}) == 1:
                found += [(flat[i][1], (i,)) for i in own]
                continue
            regions = [flat[i][1] for i in own]
            letters = tuple(sorted({x for region in regions for x in region.letters}))
            whole = united_mm([contour_of(o) for r in regions for o in r.outlines], letters)
            found += [(region, own) for region in whole]
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
