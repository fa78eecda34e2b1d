"""Strokes as outlines (Skia), with caps, joins and dashes."""

from __future__ import annotations

import numpy as np
import pathops

from tinstamp.artwork.outline import Array
from tinstamp.artwork.svg.layers import Stroke
from tinstamp.artwork.svg.path_data import Run
from tinstamp.artwork.unite import Contour, contours_of, feed, polyline

CONICS_STRAY = 0.02
"""Units that round caps and joins may be off; a drawing is thousands of them large."""
MOST_DASHES = 20_000
"""dashes of one line"""
_CAPS = {"butt": pathops.LineCap.BUTT_CAP, "round": pathops.LineCap.ROUND_CAP,
         "square": pathops.LineCap.SQUARE_CAP}  # fmt: skip
_JOINS = {"miter": pathops.LineJoin.MITER_JOIN, "round": pathops.LineJoin.ROUND_JOIN,
          "bevel": pathops.LineJoin.BEVEL_JOIN}  # fmt: skip


def run_length(run: Run) -> float:
    """How long a run is, in its own units."""
    points = polyline(run.commands, 32)
    if run.closed:
        points = np.vstack([points, points[:1]])
    return float(np.linalg.norm(np.diff(points, axis=0), axis=1).sum())


def outlined(runs: tuple[Run, ...], how: Stroke, grow: float) -> list[Contour]:
    """The outlines of a stroke in the units of its runs, filled where they wind; worked out
    `grow` times as large, near the origin. Raises pathops.PathOpsError."""
    flat = np.array([p for run in runs for _, ps in run.commands for p in ps])
    centre: Array = (flat.min(axis=0) + flat.max(axis=0)) / 2
    found: list[Contour] = []
    dash = [d * grow for d in how.dash]
    for run in runs:
        if how.dash and run_length(run) > MOST_DASHES * sum(how.dash) / len(how.dash):
            dash = []
        path = pathops.Path()
        commands = run.commands
        if len(commands) == 1:
            if not run.closed:
                continue
            commands = [*commands, ("L", commands[0][1])]
        larger = [(verb, tuple(((x - centre[0]) * grow, (y - centre[1]) * grow) for x, y in ps))
                  for verb, ps in commands]  # fmt: skip
        feed(path, larger, np.zeros(2), close=run.closed and len(run.commands) > 1)
        path.stroke(how.width * grow, _CAPS[how.cap], _JOINS.get(how.join, _JOINS["miter"]),
                    how.miter, dash or None, how.offset * grow)  # fmt: skip
        path.convertConicsToQuads(CONICS_STRAY)
        found += [_back(contour, centre, grow) for contour in contours_of(path)]
    return found


def _back(contour: Contour, centre: Array, grow: float) -> Contour:
    x, y = centre.tolist()
    return [(verb, tuple((px / grow + x, py / grow + y) for px, py in ps)) for verb, ps in contour]
