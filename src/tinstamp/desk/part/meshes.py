"""Triangles as VTK takes them, and the borders of faces as lines. No Qt here."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray
from vtkmodules.util.numpy_support import numpy_to_vtk, numpy_to_vtkIdTypeArray, vtk_to_numpy
from vtkmodules.vtkCommonCore import vtkPoints
from vtkmodules.vtkCommonDataModel import vtkCellArray, vtkPolyData
from vtkmodules.vtkFiltersCore import vtkFeatureEdges

from tinstamp.engine.triangles import Mesh

Array = NDArray[np.float64]
ALONG = 1.2e-3
"""Part of the part's size within which a line runs along triangles: a little more than a drawing
strays."""
Patch = tuple[Array, NDArray[np.int64], Array]
"""A piece of a face: points (n, 3) mm, triangles, and outward normals at the points."""
Coloured = tuple[Array, NDArray[np.int64], NDArray[np.uint8]]
"""Points (n, 3) mm, triangles, and a colour for each of these."""


def cells(triangles: NDArray[np.int64] | NDArray[np.int32]) -> vtkCellArray:
    """Triangles, (n, 3) numbers of points."""
    made = vtkCellArray()
    flat = np.ascontiguousarray(triangles, dtype=np.int64).reshape(-1)
    offsets = np.arange(0, len(flat) + 1, 3, dtype=np.int64)
    made.SetData(
        numpy_to_vtkIdTypeArray(offsets, deep=True), numpy_to_vtkIdTypeArray(flat, deep=True)
    )
    return made


def with_normals(mesh: Mesh) -> vtkPolyData:
    """The mesh with point normals: faces do not share points, so edges stay sharp."""
    data = vtkPolyData()
    holder = vtkPoints()
    holder.SetData(numpy_to_vtk(mesh.points, deep=True))
    data.SetPoints(holder)
    data.SetPolys(cells(mesh.triangles))
    corners = mesh.points[mesh.triangles].astype(np.float64)
    flat = np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0])
    normals = np.zeros((len(mesh.points), 3))
    for k in range(3):
        np.add.at(normals, mesh.triangles[:, k], flat)
    length = np.linalg.norm(normals, axis=1, keepdims=True)
    normals = normals / np.where(length > 0, length, 1.0)
    data.GetPointData().SetNormals(numpy_to_vtk(normals.astype(np.float32), deep=True))
    return data


def coloured(found: Coloured) -> vtkPolyData:
    """Triangles in colours; by corner, since colours of triangles are drawn much slower without a
    graphics card."""
    points, triangles, colours = found
    data, holder = vtkPolyData(), vtkPoints()
    corners = np.ascontiguousarray(points[triangles].reshape(-1, 3), dtype=np.float32)
    holder.SetData(numpy_to_vtk(corners, deep=True))
    data.SetPoints(holder)
    data.SetPolys(cells(np.arange(len(corners)).reshape(-1, 3)))
    shades = np.ascontiguousarray(np.repeat(colours, 3, axis=0))
    data.GetPointData().SetScalars(numpy_to_vtk(shades, deep=True))
    return data


def edges_of(data: vtkPolyData, without: vtkPolyData | None = None) -> vtkPolyData:
    """Borders of faces as lines; those along the borders of triangles `without` are left out,
    whatever points either has there."""
    found = _borders(data)
    if without is None or not found.GetNumberOfLines():
        return found
    near = ALONG * data.GetLength()
    gone = _near_to(vtk_to_numpy(found.GetPoints().GetData()), _borders(without), near)
    lines = vtk_to_numpy(found.GetLines().GetConnectivityArray()).reshape(-1, 2)
    lines = lines[~(gone[lines[:, 0]] & gone[lines[:, 1]])]
    kept = vtkPolyData()
    kept.SetPoints(found.GetPoints())
    made = vtkCellArray()
    made.SetData(
        numpy_to_vtkIdTypeArray(np.arange(0, lines.size + 1, 2, dtype=np.int64), deep=True),
        numpy_to_vtkIdTypeArray(np.ascontiguousarray(lines, np.int64).reshape(-1), deep=True),
    )
    kept.SetLines(made)
    return kept


def _borders(data: vtkPolyData) -> vtkPolyData:
    """Edges that one triangle alone has."""
    edges = vtkFeatureEdges()
    edges.SetInputData(data)
    edges.BoundaryEdgesOn()
    edges.FeatureEdgesOff()
    edges.ManifoldEdgesOff()
    edges.NonManifoldEdgesOff()
    edges.ColoringOff()
    edges.Update()
    return edges.GetOutput()


def _near_to(points: Array, lines: vtkPolyData, near: float) -> NDArray[np.bool_]:
    """Which points, (n, 3), lie within so many mm of lines, or hardly more."""
    from scipy.spatial import cKDTree  # not before something is changed

    if not lines.GetNumberOfLines():
        return np.zeros(len(points), dtype=bool)
    ends = vtk_to_numpy(lines.GetPoints().GetData()).astype(float)
    ends = ends[vtk_to_numpy(lines.GetLines().GetConnectivityArray()).reshape(-1, 2)]
    start, run = ends[:, 0], ends[:, 1] - ends[:, 0]
    pieces = np.maximum(np.ceil(np.linalg.norm(run, axis=1) / near), 1).astype(int)
    which = np.repeat(np.arange(len(start)), pieces + 1)
    first = np.repeat(np.cumsum(pieces + 1) - pieces - 1, pieces + 1)
    part = (np.arange(len(which)) - first) / pieces[which]
    spots = start[which] + part[:, None] * run[which]
    away, _ = cKDTree(spots).query(points, distance_upper_bound=2.0 * near)
    return np.asarray(away <= np.sqrt(1.25) * near)  # a spot is half a piece off at most


def joined(parts: Sequence[Patch]) -> Patch:
    """Several patches as one."""
    starts = np.cumsum([0, *(len(points) for points, _, _ in parts)])
    return (
        np.concatenate([points for points, _, _ in parts]),
        np.concatenate([t + start for (_, t, _), start in zip(parts, starts[:-1], strict=True)]),
        np.concatenate([normals for _, _, normals in parts]),
    )
