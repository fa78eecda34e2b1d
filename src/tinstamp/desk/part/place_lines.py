"""A place of a stamp's sheet as lines on the part."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from tinstamp.desk.work.preview import Preview

PLACE_RING = 1.2
"""mm; radius of the ring about a place that is pointed at"""


def place_lines(
    preview: Preview,
    spot: tuple[float, float],
    span: Sequence[tuple[float, float]],
    lift: float,
) -> list[list[list[float]]]:
    """A ring about a sheet point, and the line that was measured there, mm, `lift` above the face
    or the cap; without what misses the face."""
    turns = np.linspace(0.0, 2.0 * np.pi, 33)
    ring = np.array(spot) + PLACE_RING * np.stack([np.cos(turns), np.sin(turns)], axis=1)
    flat = [ring, *([np.array(span)] if len(span) == 2 else [])]
    lift += preview.plan.depth if preview.plan.raised else 0.0
    lines = [np.asarray(preview.chart.to_space(line, lift), dtype=float) for line in flat]
    return [line.tolist() for line in lines if np.isfinite(line).all()]
