"""Triangles as VTK takes them, and the borders of faces as lines. No Qt here."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray
from vtkmodules.util.numpy_support import numpy_to_vtk, numpy_to_vtkIdTypeArray, vtk_to_numpy
from vtkmodules.vtkCommonCore import vtkDoubleArray, vtkPoints
from vtkmodules.vtkCommonDataModel import vtkCellArray, vtkPolyData
from vtkmodules.vtkFiltersCore import vtkFeatureEdges, vtkImplicitPolyDataDistance

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


def edges_of(data: vtkPolyData, without: vtkPolyData | None = None) -> vtkPolyData:
    """Borders of faces as lines; those along triangles `without` are left out, whatever points
    either has there."""
    edges = vtkFeatureEdges()
    edges.SetInputData(data)
    edges.BoundaryEdgesOn()
    edges.FeatureEdgesOff()
    edges.ManifoldEdgesOff()
    edges.NonManifoldEdgesOff()
    edges.ColoringOff()
    edges.Update()
    found = edges.GetOutput()
    if without is None or not found.GetNumberOfLines():
        return found
    away = vtkImplicitPolyDataDistance()
    away.SetInput(without)
    distances = vtkDoubleArray()
    away.FunctionValue(found.GetPoints().GetData(), distances)
    near = ALONG * data.GetLength()
    gone = np.abs(vtk_to_numpy(distances)) < near
    lines = vtk_to_numpy(found.GetLines().GetConnectivityArray()).reshape(-1, 2)
    kept = vtkPolyData()
    kept.SetPoints(found.GetPoints())
    made = vtkCellArray()
    for a, b in lines[~(gone[lines[:, 0]] & gone[lines[:, 1]])]:
        made.InsertNextCell(2)
        made.InsertCellPoint(int(a))
        made.InsertCellPoint(int(b))
    kept.SetLines(made)
    return kept


def joined(parts: Sequence[Patch]) -> Patch:
    """Several patches as one."""
    starts = np.cumsum([0, *(len(points) for points, _, _ in parts)])
    return (
        np.concatenate([points for points, _, _ in parts]),
        np.concatenate([t + start for (_, t, _), start in zip(parts, starts[:-1], strict=True)]),
        np.concatenate([normals for _, _, normals in parts]),
    )
