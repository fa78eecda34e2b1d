"""Where markers stand on a line and how they are turned.

Source: SVG 2, 13.7.4 (vertices; the direction at a vertex is half way between that of the pieces
before and after it).
"""

from __future__ import annotations

import math
from collections.abc import Iterator

from tinstamp.artwork.svg.path_data import Point, Run


def vertices(runs: list[Run]) -> Iterator[tuple[str, Point, float]]:
    """For every vertex which marker stands there (`start`, `mid`, `end`), its place and its
    direction in degrees."""
    places: list[tuple[Point, float | None, float | None]] = []
    for run in runs:
        places += _of_run(run)
    for k, (point, into, out) in enumerate(places):
        kind = "start" if k == 0 else "end" if k == len(places) - 1 else "mid"
        yield kind, point, _between(into, out)
        if len(places) == 1:
            yield "end", point, _between(into, out)


def _of_run(run: Run) -> list[tuple[Point, float | None, float | None]]:
    start = run.commands[0][1][0]
    at = start
    points, into, out = [at], [None], [None]  # type: list[Point], list[float | None], list[float | None]
    pieces = [ps for _, ps in run.commands[1:]]
    if run.closed:
        pieces.append((start,))
    for piece in pieces:
        controls = (at, *piece)
        leaves = _direction(controls)
        comes = _direction(controls[::-1])
        out[-1] = leaves
        points.append(piece[-1])
        into.append(None if comes is None else (comes + 180.0) % 360.0)
        out.append(None)
        at = piece[-1]
    if run.closed and len(points) > 1:
        out[-1], into[0] = out[0], into[-1]
    return list(zip(points, into, out, strict=True))


def _direction(controls: tuple[Point, ...]) -> float | None:
    first = controls[0]
    for other in controls[1:]:
        if other != first:
            return math.degrees(math.atan2(other[1] - first[1], other[0] - first[0]))
    return None


def _between(into: float | None, out: float | None) -> float:
    if into is None or out is None:
        return out if into is None and out is not None else into if into is not None else 0.0
    apart = (out - into + 180.0) % 360.0 - 180.0
    return into + apart / 2
