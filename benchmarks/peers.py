"""What the benchmarks measure against: the kernel's general boolean, a mesh boolean."""

from __future__ import annotations

import time
from collections.abc import Sequence
from pathlib import Path

import manifold3d
import numpy as np
from OCP.BRepBuilderAPI import BRepBuilderAPI_Copy
from OCP.BRepMesh import BRepMesh_IncrementalMesh
from OCP.STEPControl import (
    STEPControl_Reader,
    STEPControl_StepModelType,
    STEPControl_Writer,
)
from OCP.TopoDS import TopoDS_Shape

from tinstamp.artwork.outline import Region
from tinstamp.blank.kernel import extent_of, faces, quiet
from tinstamp.blank.solid import NamedFace, NamedSolid
from tinstamp.chart.base import Chart
from tinstamp.engine.mesh import COARSENESS, mesh_of
from tinstamp.relief.boolean import Tool, combine, tool
from tinstamp.relief.by_carving import carved_tool
from tinstamp.relief.carved import Carving
from tinstamp.relief.facets import FACET_TURN
from tinstamp.relief.operation import Operation

CHORD = 0.005
"""mm, of the mesh boolean"""


def prebuilt_tools(regions: Sequence[Region], chart: Chart, depth: float) -> list[Tool]:
    """A tool solid per region, reaching 0.5 mm out of the face."""
    return [tool(region, chart, -depth, 0.5, cap_is_high=False) for region in regions]


def carved_tools(op: Operation) -> list[Tool]:
    """Of what is carved to its middle a tool for each region, reaching 0.5 mm out of the face."""
    assert op.walls.carve is not None
    carving = Carving.of(op.face_chart, op.placed.regions, op.depth, op.walls.carve, -1.0)
    return [carved_tool(roof, carving.bend, 0.5) for roof in carving.roofs]


def general_boolean(solid: NamedSolid, tools: Sequence[Tool]) -> NamedSolid:
    """The kernel's boolean, on tools that are there already; nothing is verified."""
    return combine(solid, tools, add=False, stamp="peer").solid


def meshed_boolean(
    solid: NamedSolid, tools: Sequence[Tool], chord: float = CHORD
) -> manifold3d.Manifold:
    """The same engraving with meshes of the part and of the prebuilt tools, made by the
    kernel within the chord: how a program with exact parts would come by its meshes."""
    part = _manifold(solid.shape, chord)
    cutters = [_manifold(t.solid, chord) for t in tools]
    return manifold3d.Manifold.batch_boolean([part, *cutters], manifold3d.OpType.Subtract)


def _manifold(shape: TopoDS_Shape, chord: float) -> manifold3d.Manifold:
    shape = BRepBuilderAPI_Copy(shape).Shape()  # without triangles from before
    named = NamedSolid(shape, tuple(NamedFace("", face) for face in faces(shape)))
    mesh = mesh_of(named, chord)
    points, merged = np.unique(np.round(mesh.points, 5), axis=0, return_inverse=True)
    corners = merged.reshape(-1)[mesh.triangles]
    a, b, c = corners.T
    corners = corners[(a != b) & (b != c) & (c != a)]
    return manifold3d.Manifold(
        manifold3d.Mesh(points.astype(np.float32), corners.astype(np.uint32))
    )


def warped_boolean(
    outer: float, inner: float, height: float, regions: Sequence[Region], depth: float
) -> manifold3d.Manifold:
    """The same with triangles all along: outlines extruded flat, bent round, cut. The
    quickest there can be, and no solid comes of it."""
    radius = outer / 2
    sides = int(np.ceil(np.pi / np.arccos(1 - CHORD / radius)))
    tube = manifold3d.Manifold.cylinder(height, radius, radius, sides)
    if inner:
        bore = manifold3d.Manifold.cylinder(height, inner / 2, inner / 2, sides)
        tube = tube - bore
    loops = [outline.points(_steps(outline.beziers)) for r in regions for outline in r.outlines]
    flat = manifold3d.CrossSection(loops, manifold3d.FillRule.EvenOdd)
    raised = manifold3d.Manifold.extrude(flat, depth + 0.5)
    raised = raised.refine_to_length(float(np.sqrt(8 * radius * CHORD)))

    def wrap(points: np.ndarray) -> np.ndarray:
        angle = points[:, 0] / radius - np.pi / 2
        reach = radius - depth + points[:, 2]
        return np.stack([reach * np.cos(angle), reach * np.sin(angle), points[:, 1]], axis=1)

    return tube - raised.warp_batch(wrap)


def _steps(beziers: np.ndarray) -> int:
    """Points a piece so that chords stray at most CHORD: sagitta of a cubic's bend."""
    bend = np.linalg.norm(np.diff(beziers, 2, axis=1), axis=2).max()
    return max(2, int(np.ceil(np.sqrt(6 * bend / (8 * CHORD)))))


def write_step(shape: TopoDS_Shape, file: Path) -> None:
    """A shape as the kernel's own writer puts it into a file."""
    writer = STEPControl_Writer()
    writer.Transfer(shape, STEPControl_StepModelType.STEPControl_AsIs)
    writer.Write(str(file))


def read_and_meshed(file: str) -> float:
    """Seconds that the kernel takes to read a STEP file and to mesh what it holds."""
    quiet()
    start = time.perf_counter()
    reader = STEPControl_Reader()
    reader.ReadFile(file)
    reader.TransferRoots()
    shape = reader.OneShape()
    BRepMesh_IncrementalMesh(shape, COARSENESS * extent_of(shape), False, FACET_TURN, True)
    return time.perf_counter() - start
