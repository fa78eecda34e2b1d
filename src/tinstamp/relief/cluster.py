"""A region with all that stands on its islands, as they are laid on a face: what is made, kept and
moved as one. NumPy only.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from tinstamp.artwork.outline import Outline, Region
from tinstamp.relief.face_curves import FaceLoop
from tinstamp.relief.islands import Island

Laid = Sequence[FaceLoop]
"""The loops of one region, the outer one first."""


@dataclass(frozen=True, eq=False)
class Cluster:
    """A region that stands on the face itself, and those on its islands, on theirs, and so on.

    Attributes
    ----------
    regions : their numbers, the first that of the one on the face. outlines, loops : of all of
        them, one after the other, each outer one first. parts : which outline is which: its
        region's number, and its own there, 0 for the outer one.
    tops : for each outline mm over the face of the island in it, None where that is the face, and
        where there is none.
    """

    regions: tuple[int, ...]
    outlines: tuple[Outline, ...]
    loops: Laid
    parts: tuple[tuple[int, int], ...]
    tops: tuple[float | None, ...]


def clusters_of(
    regions: Sequence[Region],
    laid: Sequence[Laid],
    owners: Sequence[Island | None],
    heights: Mapping[Island, float],
) -> list[Cluster]:
    """All regions in their clusters; `owners` are the islands that they stand on, `heights` those
    of islands that are not the face, mm over it."""
    on: dict[int, list[int]] = {}
    for n, owner in enumerate(owners):
        if owner is not None:
            on.setdefault(owner[0], []).append(n)
    found = []
    for first in (n for n, owner in enumerate(owners) if owner is None):
        members, new = [], [first]
        while new:
            members += new
            new = [m for n in new for m in on.get(n, ())]
        parts = [(n, c) for n in members for c in range(len(regions[n].outlines))]
        found.append(Cluster(
            tuple(members),
            tuple(outline for n in members for outline in regions[n].outlines),
            [loop for n in members for loop in laid[n]],
            tuple(parts),
            tuple(heights.get((n, c - 1)) for n, c in parts),
        ))  # fmt: skip
    return found
