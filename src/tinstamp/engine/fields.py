"""Fields that are measured on the finished solid: wall left, depth, draft."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
import shapely
from numpy.typing import NDArray
from OCP.BRepAdaptor import BRepAdaptor_Surface
from OCP.BRepTools import BRepTools
from OCP.gp import gp_Pnt, gp_Vec
from OCP.TopAbs import TopAbs_Orientation
from OCP.TopoDS import TopoDS_Face
from scipy.spatial import Delaunay, cKDTree

from tinstamp.blank.boxes import boxes_of, crossed
from tinstamp.blank.kernel import Array
from tinstamp.blank.solid import NamedSolid
from tinstamp.engine.skin import ALONG_OUTLINE, UP_WALL
from tinstamp.job.resolve import Resolved
from tinstamp.plan.planned import Planned
from tinstamp.proofing.fields import Field, FieldKind, filled, flat_field, kept, limit_of
from tinstamp.relief.crossable import Crossable
from tinstamp.setting.fit import ink

ABOVE = 1.2
"""Times its height above the face that a line begins over raised ink."""
OFF_FACE = 0.01
"""mm above the face that a line begins over sunk ink"""
MERGED = 1e-6
"""mm within which two crossings of a line are one, as at an edge"""
ASKED_EVERY = 32
"""lines between two looks whether the answer is still wanted"""
MOST_LINES = 500
"""lines that are run through the solid"""


def field_of(
    item: Planned,
    kind: FieldKind,
    body: NamedSolid,
    pull: Array,
    resolved: Resolved,
    stopped: Callable[[], None] = lambda: None,
) -> Field:
    """A field of a stamp on its finished body. Raises only what `stopped` does."""
    if kind in ("stroke", "gap"):
        return flat_field(item, kind, resolved)
    limit = limit_of(item, kind, resolved)
    if kind == "draft":
        return _draft(item, body, pull, limit)
    return _along_lines(item, kind, body, limit, stopped)


def _along_lines(
    item: Planned,
    kind: FieldKind,
    body: NamedSolid,
    limit: float | None,
    stopped: Callable[[], None],
) -> Field:
    shape = shapely.union_all(ink(item.placed.regions))
    inner = shape.buffer(-1e-3)  # off the walls themselves
    points, triangles = filled(shape if inner.is_empty else inner)
    if len(points) > MOST_LINES:
        points, triangles = _fewer(points)
        middles = points[triangles].mean(axis=1)
        triangles = triangles[shapely.contains_xy(shape, middles[:, 0], middles[:, 1])]
    start = item.depth * ABOVE + OFF_FACE if item.raised else OFF_FACE
    feet = np.asarray(item.chart.to_space(points), dtype=float)
    normals = np.asarray(item.chart.normal(points), dtype=float)
    there = np.isfinite(feet).all(axis=1) & np.isfinite(normals).all(axis=1)
    ends = np.full((len(points), 2), np.nan)
    begin = feet[there] + start * normals[there]
    ends[there] = crossings(body, begin, normals[there], stopped)
    depth = start - ends[:, 0] if item.raised else ends[:, 0] - start
    values = depth if kind == "depth" else ends[:, 1] - ends[:, 0]
    space = feet + (depth if item.raised else -depth)[:, None] * normals
    known = np.isfinite(values)
    sheet, between, values = kept(points, triangles, values, known)
    return Field(item.name, kind, limit, sheet, space[known], between, values)


def _fewer(points: Array) -> tuple[Array, NDArray[np.int64]]:
    """Every so many points, and triangles between them."""
    few = points[:: len(points) // MOST_LINES + 1]
    return few, Delaunay(few).simplices.astype(np.int64)


def crossings(
    body: NamedSolid,
    starts: Array,
    normals: Array,
    stopped: Callable[[], None] = lambda: None,
) -> Array:
    """(n, 2) mm along lines against normals, from their starts: where each comes into the solid,
    and where it next leaves it; no number where it meets nothing. Only the faces that a line comes
    near are asked."""
    faces = [named.face for named in body.faces]
    far = 2.0 * body.extent
    near = crossed(boxes_of(faces), starts, starts - far * normals)
    known = {k: Crossable(faces[k]) for k in np.flatnonzero(near.any(axis=1)).tolist()}
    found = np.full((len(starts), 2), np.nan)
    for k, (p, n) in enumerate(zip(starts, normals, strict=True)):
        if k % ASKED_EVERY == 0:
            stopped()
        met = [
            t for i in np.flatnonzero(near[:, k]).tolist() for t in known[i].crossings(p, n, far)
        ]
        ways = np.sort([t for t in met if t > 0])
        ways = ways[np.diff(ways, prepend=-1.0) > MERGED]
        found[k, : min(2, len(ways))] = ways[:2]
    return found


def _draft(item: Planned, body: NamedSolid, pull: Array, limit: float | None) -> Field:
    """The lean of walls towards the pull, on a net over each."""
    points, values, triangles = [], [], []
    count = 0
    for named in body.made_by(item.name, "wall"):
        at, lean = _net(named.face, pull)
        points.append(at)
        values.append(lean)
        triangles.append(_NET + count)
        count += len(at)
    if not points:
        empty = np.zeros((0, 3))
        return Field(item.name, "draft", limit, empty[:, :2], empty, _NET[:0], empty[:, 0])
    space = np.concatenate(points)
    flat = np.concatenate([o.points(4) for r in item.placed.regions for o in r.outlines])
    outlines = np.asarray(item.chart.to_space(flat), dtype=float)
    nearest = np.asarray(cKDTree(outlines).query(space)[1], dtype=np.int64)
    return Field(item.name, "draft", limit, flat[nearest], space, np.concatenate(triangles),
                 np.concatenate(values))  # fmt: skip


def _net_triangles() -> NDArray[np.int64]:
    k = np.arange((ALONG_OUTLINE + 1) * (UP_WALL + 1)).reshape(ALONG_OUTLINE + 1, UP_WALL + 1)
    a, b, c, d = k[:-1, :-1], k[1:, :-1], k[1:, 1:], k[:-1, 1:]
    return np.concatenate([np.stack([a, b, c], -1).reshape(-1, 3),
                           np.stack([a, c, d], -1).reshape(-1, 3)]).astype(np.int64)  # fmt: skip


_NET = _net_triangles()


def _net(face: TopoDS_Face, pull: Array) -> tuple[Array, Array]:
    """Points of a wall on a net over its (u, v), (n, 3) mm, and their lean in degrees."""
    surface = BRepAdaptor_Surface(face)
    u0, u1, v0, v1 = BRepTools.UVBounds_s(face)
    outwards = 1.0 if face.Orientation() == TopAbs_Orientation.TopAbs_FORWARD else -1.0
    p, du, dv = gp_Pnt(), gp_Vec(), gp_Vec()
    rows = []
    for u in np.linspace(u0, u1, ALONG_OUTLINE + 1).tolist():
        for v in np.linspace(v0, v1, UP_WALL + 1).tolist():
            surface.D1(u, v, p, du, dv)
            n = du.Crossed(dv)
            by = outwards / max(n.Magnitude(), 1e-300)
            lean = by * (n.X() * pull[0] + n.Y() * pull[1] + n.Z() * pull[2])
            rows.append((p.X(), p.Y(), p.Z(), lean))
    net = np.array(rows, dtype=float)
    return net[:, :3], np.degrees(np.arcsin(np.clip(net[:, 3], -1.0, 1.0)))
