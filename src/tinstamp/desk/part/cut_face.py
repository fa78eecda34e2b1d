"""What a plane cuts of a part's triangles, as triangles of its own. No VTK here."""

from __future__ import annotations

import numpy as np
import shapely
from numpy.typing import NDArray

from tinstamp.artwork.outline import Array

WELDED = 1e-4
"""mm within which corners of triangles are one: faces that share an edge share its points"""
OFF_PLANE = 1e-6
"""mm by which corners are held off the plane, so that it cuts a triangle cleanly or not at all"""
BRIDGED = 0.5
"""mm that two loose ends may be apart which belong together"""
SNAPPED = 1e-5
"""mm to which lines are snapped where they cross"""
NOTHING_CUT = (np.zeros((0, 3)), np.zeros((0, 3), dtype=np.int64))


def cut_face(
    points: Array, triangles: NDArray[np.int64] | NDArray[np.int32], origin: Array, normal: Array
) -> tuple[Array, NDArray[np.int64]]:
    """The face where a plane cuts closed triangles: points (n, 3) mm and triangles. What is hollow
    stays open: a place is material where a ray in the plane leaves an odd number of outlines."""
    normal = normal / np.linalg.norm(normal)
    number = _welded(points)
    at = np.zeros((int(number.max(initial=-1)) + 1, 3))
    at[number] = points
    away = (at - origin) @ normal
    away = np.where(np.abs(away) < OFF_PLANE, OFF_PLANE, away)
    corners = number[triangles]
    side = away[corners] > 0
    corners = corners[side.any(axis=1) & ~side.all(axis=1)]
    if not len(corners):
        return NOTHING_CUT
    x_way, y_way = axes_of(normal)
    ends, pairs = _crossings(at, away, corners)
    flat = np.stack([(ends - origin) @ x_way, (ends - origin) @ y_way], axis=-1)
    pairs = pairs[pairs[:, 0] != pairs[:, 1]]
    material = _material(flat[np.concatenate([pairs, _bridges(flat, pairs)])])
    pieces = shapely.get_parts(shapely.constrained_delaunay_triangles(material))
    if not len(pieces):
        return NOTHING_CUT
    rings = shapely.get_coordinates(pieces).reshape(-1, 4, 2)[:, :3].reshape(-1, 2)
    space = origin + rings[:, :1] * x_way + rings[:, 1:] * y_way
    return space, np.arange(len(rings), dtype=np.int64).reshape(-1, 3)


def _welded(points: Array) -> NDArray[np.int64]:
    """A number for each point, one for all that lie at one place."""
    from scipy.sparse import coo_array
    from scipy.sparse.csgraph import connected_components
    from scipy.spatial import cKDTree

    pairs = cKDTree(points).query_pairs(WELDED, output_type="ndarray")
    count = len(points)
    graph = coo_array((np.ones(len(pairs)), (pairs[:, 0], pairs[:, 1])), shape=(count, count))
    return np.asarray(connected_components(graph, directed=False)[1], dtype=np.int64)


def axes_of(normal: Array) -> tuple[Array, Array]:
    """Two unit directions within a plane, square to each other."""
    x_way = np.cross(normal, np.eye(3)[int(np.abs(normal).argmin())])
    x_way /= np.linalg.norm(x_way)
    return x_way, np.cross(normal, x_way)


def _crossings(
    at: Array, away: Array, corners: NDArray[np.int64]
) -> tuple[Array, NDArray[np.int64]]:
    """Points (n, 3), mm, where edges are cut, and the two of them, (m, 2), that each triangle is
    cut between; an edge is cut at one point whichever of its triangles asks."""
    edges = np.sort(np.stack([corners, np.roll(corners, -1, axis=1)], axis=-1), axis=-1)
    cut = (away[edges[..., 0]] > 0) != (away[edges[..., 1]] > 0)  # two of three
    known, number = np.unique(edges[cut], axis=0, return_inverse=True)
    a, b = known[:, 0], known[:, 1]
    part = away[a] / (away[a] - away[b])
    return at[a] + part[:, None] * (at[b] - at[a]), number.reshape(-1, 2)


def _bridges(flat: Array, pairs: NDArray[np.int64]) -> NDArray[np.int64]:
    """Pairs of loose ends, (k, 2), that belong together: along an outline the triangles of a face
    and those of a wall follow its curve by chords of their own."""
    loose = np.flatnonzero(np.bincount(pairs.ravel(), minlength=len(flat)) % 2)
    if len(loose) < 2:
        return np.zeros((0, 2), dtype=np.int64)
    from scipy.spatial import cKDTree

    near = cKDTree(flat[loose]).query_pairs(BRIDGED, output_type="ndarray")
    away = np.linalg.norm(flat[loose[near[:, 0]]] - flat[loose[near[:, 1]]], axis=1)
    taken: set[int] = set()
    found = []
    for a, b in near[np.argsort(away, kind="stable")].tolist():
        if not taken & {a, b}:
            taken |= {a, b}
            found.append((loose[a], loose[b]))
    return np.array(found, dtype=np.int64).reshape(-1, 2)


def _material(segments: Array) -> Array:
    """The areas, as polygons, that segments, (n, 2, 2) mm, bound and that are material."""
    noded = shapely.get_parts(shapely.union_all(shapely.linestrings(segments), grid_size=SNAPPED))
    found = shapely.get_parts(shapely.polygonize(list(noded)))
    if not len(found):
        return found
    inner = shapely.get_coordinates(shapely.point_on_surface(found))
    x0, y0, x1, y1 = segments[:, 0, 0], segments[:, 0, 1], segments[:, 1, 0], segments[:, 1, 1]
    odd = []
    for x, y in inner.tolist():
        level = (y0 > y) != (y1 > y)
        with np.errstate(divide="ignore", invalid="ignore"):
            meets = x0 + (y - y0) / (y1 - y0) * (x1 - x0)
        odd.append(bool(np.count_nonzero(level & (meets > x)) % 2))
    return np.asarray(found[np.array(odd)])
