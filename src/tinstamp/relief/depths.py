"""How long the walls of a relief are, from its foot to its cap."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from tinstamp.artwork.outline import Region
from tinstamp.chart.bent import spread_over
from tinstamp.relief.heads import Head
from tinstamp.relief.surfaces import ReliefError

LEAST_OVER_FACE = 0.02
"""mm; a flat cap that comes nearer to the face than that is refused."""
NOWHERE = 50.0
"""times as long as asked for: a wall that all but misses its cap, whose length tells nobody
anything"""


def depths_of(head: Head, regions: Sequence[Region], lift: float) -> tuple[float, float]:
    """Least and greatest length of the walls, mm, positive where they run the right way.

    Raises ReliefError where a flat cap comes out of the face, or a wall does not end.
    """
    points = np.concatenate(
        [*(o.points(6) for r in regions for o in r.outlines), spread_over(regions)[0][:, 0]]
    )
    heights = head.heights(points) * np.sign(lift)
    if not np.isfinite(heights).all():
        raise ReliefError("the walls do not meet the face's parallel everywhere")
    least, greatest = float(heights.min()), float(heights.max())
    if least >= LEAST_OVER_FACE:
        return least, greatest
    if max(-least, greatest) > NOWHERE * abs(lift):
        raise ReliefError(
            "the cap comes out of the face, and walls far from its middle do not come to it: make "
            "the artwork shorter, or let the cap follow the face more closely"
        )
    raise ReliefError(
        f"the cap comes out of the face: its depth would be from {least:.3f} to "
        f"{greatest:.3f} mm; make it deeper, or let the cap follow the face more closely"
    )
