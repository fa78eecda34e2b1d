"""The edges in which the caps of two shares meet above a joint of faces."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from OCP.TopoDS import TopoDS, TopoDS_Edge, TopoDS_Vertex

from tinstamp.blank.kernel import BUILDER, Array, bezier, bezier2d, edge_on
from tinstamp.chart.fitting import DEGREES, fit_dense
from tinstamp.relief.face_curves import CurveError
from tinstamp.relief.heads import Head
from tinstamp.relief.walls import HERE, Waller

SHARES_APART = 2e-5
"""mm; both shares of a region may be that far apart at a joint."""
CAPS_APART = 1e-6
"""mm; an edge between two caps that is no further off both fits well enough."""


@dataclass(frozen=True, eq=False)
class CapSide:
    """One of two caps that meet.

    Attributes
    ----------
    lap : from the head's own (u, v) to those of the turn that the cap lies on, (2,).
    """

    head: Head
    waller: Waller
    lap: Array


Sides = tuple[CapSide, CapSide]


@dataclass(frozen=True, eq=False)
class CapCurve:
    """Where two caps meet above a piece of a joint.

    Attributes
    ----------
    poles : (p + 1, 3). traces : the same in the (u, v) of both heads, (p + 1, 2) each.
    off : how far they lie off one another and off both caps at most, mm.
    """

    poles: Array
    traces: tuple[Array, Array]
    off: float


def cap_curves(sides: Sides, on: tuple[Array, Array]) -> list[CapCurve]:
    """The curves in which two caps meet above pieces of a joint, each of the least degree that
    keeps to both.

    Parameters
    ----------
    on : the pieces' places at DENSE, (n, 25, 2), on each side's own sheet.

    Raises CurveError where the caps do not meet.
    """
    (space, first), (there, second) = (
        side.head.both(xy) for side, xy in zip(sides, on, strict=True)
    )
    uv = first + sides[0].lap, second + sides[1].lap
    apart = np.linalg.norm(space - there, axis=-1).max(axis=1)
    found: dict[int, CapCurve] = {}
    left = np.arange(len(space))
    for p in DEGREES:
        poles, curve, off = fit_dense(space[left], p)
        traces = [fit_dense(own[left], p) for own in uv]
        for side, (_, flat, _) in zip(sides, traces, strict=True):
            stray = np.linalg.norm(side.head.at(flat) - curve, axis=-1)
            off = np.maximum(off, np.nan_to_num(stray, nan=np.inf).max(axis=1))
        off = np.maximum(off, apart[left])
        for i, k in enumerate(left):
            found[int(k)] = CapCurve(poles[i], (traces[0][0][i], traces[1][0][i]), float(off[i]))
        left = left[~(off < np.maximum(1.5 * apart[left], CAPS_APART))]
        if not len(left):
            break
    worst = max(cap.off for cap in found.values())
    if not worst < SHARES_APART:
        raise CurveError(f"the caps of both faces are {worst:.6f} mm apart at the joint")
    return [found[k] for k in range(len(space))]


def cap_edge(sides: Sides, cap: CapCurve, start: TopoDS_Vertex, end: TopoDS_Vertex) -> TopoDS_Edge:
    """The edge in which two caps meet, from one vertex to another."""
    edge = edge_on(bezier(cap.poles.tolist()), start, TopoDS.Vertex_s(end.Reversed()), 1.0)
    tolerance = max(2.0 * cap.off, *(side.waller.tolerance for side in sides))
    for side, trace in zip(sides, cap.traces, strict=True):
        BUILDER.UpdateEdge(edge, bezier2d(trace.tolist()), side.waller.head, HERE, tolerance)
    return edge
