"""A run of lines and curves of a DXF drawing, in its units."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import numpy as np

from tinstamp.artwork.outline import Array
from tinstamp.artwork.painted import LogoError

LINES_STRAY = 0.005
"""mm; how far a curve may stray when it is followed by lines to see where ends meet."""
FARTHEST_POINT = 1e7
"""Units of the drawing; what lies further out was never meant to be drawn."""


@dataclass(frozen=True)
class DxfRun:
    """A run of lines and cubics in drawing units.

    Attributes
    ----------
    points : fine polyline, (n, 2). commands : as contour commands, the first a move.
    ink : the number of the hatch that it bounds, which is filled by itself; 0 for a line.
    colour : #rrggbb.
    """

    points: Array
    commands: tuple[Any, ...]
    ink: int
    colour: str = "#000000"

    @property
    def closed(self) -> bool:
        return bool(np.linalg.norm(self.points[0] - self.points[-1]) < 1e-9)


def run_of(path: Any, ink: int, colour: str = "#000000") -> DxfRun:
    """A path of ezdxf's as a run. Raises LogoError when it has no size."""
    from ezdxf.path import Command

    def xy(v: Any) -> tuple[float, float]:
        return float(v.x), float(v.y)

    commands: list[Any] = [("M", (xy(path.start),))]
    for command in path.commands():
        if command.type == Command.LINE_TO:
            commands.append(("L", (xy(command.end),)))
        elif command.type == Command.CURVE3_TO:
            commands.append(("Q", (xy(command.ctrl), xy(command.end))))
        elif command.type == Command.CURVE4_TO:
            commands.append(("C", (xy(command.ctrl1), xy(command.ctrl2), xy(command.end))))
    corners = np.array([point for _, ps in commands for point in ps])
    if not np.isfinite(corners).all() or np.abs(corners).max() > FARTHEST_POINT:
        far = float(np.nan_to_num(np.abs(corners), nan=np.inf).max())
        raise LogoError(f"a line of the drawing runs to {far:.3g} units: it has no size to stamp")
    points = np.array([xy(p) for p in path.flattening(LINES_STRAY, segments=4)])
    return DxfRun(points, tuple(commands), ink, colour)
