"""A roof over ink in parts, where edges or facets run over lines between which the face is smooth:
one polynomial does not go over them."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from tinstamp.artwork.outline import line
from tinstamp.artwork.roof import Roof
from tinstamp.chart.base import FaceChart
from tinstamp.relief.creases import crossings

Ring = tuple[int, ...]


def parted_at_breaks(roof: Roof, chart: FaceChart) -> Roof:
    """The same roof with edges that end at such lines, and facets along them."""
    if not any(len(lines) for lines in chart.ground.breaks):
        return roof
    pairs = sorted({(min(p), max(p)) for ring in rings_of(roof) for p in pairs_of(ring)})
    ends = roof.nodes[np.array(pairs)]
    cuts = crossings(np.stack([line(a, b) for a, b in ends[..., :2]]), chart, chart.ground.breaks)
    if not cuts:
        return roof
    nodes, new = list(roof.nodes), set[int]()
    between: dict[tuple[int, int], list[int]] = {}
    for k, at in sorted(cuts.items()):
        a, b = pairs[k]
        own = []
        for t in sorted(at):
            own.append(len(nodes))
            nodes.append(ends[k, 0] + t * (ends[k, 1] - ends[k, 0]))
        between[a, b], between[b, a] = own, own[::-1]
        new.update(own)

    def longer(ring: Sequence[int]) -> Ring:
        found: list[int] = []
        for a, b in pairs_of(ring):
            found += [a, *between.get((a, b), ())]
        return tuple(found)

    points = np.array(nodes)
    on = [(axis, at) for axis, lines in enumerate(chart.ground.breaks) for at in lines]
    facets = [longer(ring) for ring in roof.facets]
    uv = chart.to_uv(points[:, :2])
    for axis, at in on:
        beyond = uv[:, axis] - at
        near = {n for n in new if abs(beyond[n]) < ON_LINE * max(1.0, abs(at))}
        facets = [part for ring in facets for part in _halves(ring, near, beyond.tolist())]
    return Roof(
        points,
        tuple(facets),
        tuple(tuple(map(longer, own)) for own in roof.flats),
        tuple(map(longer, roof.outline)),
    )


ON_LINE = 1e-7
"""Part of its place, in u or v, that a point on such a line may be off it"""


def _halves(ring: Ring, on: set[int], beyond: Sequence[float]) -> list[Ring]:
    """A ring in two where two of its corners are on a line, with something on both its sides."""
    met = [k for k, n in enumerate(ring) if n in on]
    if len(met) != 2:
        return [ring]
    i, j = met
    first, second = ring[i : j + 1], ring[j:] + ring[: i + 1]
    if len(first) < 3 or len(second) < 3:
        return [ring]
    return [first, second]


def rings_of(roof: Roof) -> list[Ring]:
    """All rings that bound something of a roof."""
    return [*roof.facets, *(ring for own in roof.flats for ring in own), *roof.outline]


def pairs_of(ring: Sequence[int]) -> list[tuple[int, int]]:
    """The edges of a ring, from a corner to the next."""
    return list(zip(ring, (*ring[1:], ring[0]), strict=True))
