"""What the benchmarks measure against: the kernel's general boolean, a mesh boolean."""

from __future__ import annotations

from collections.abc import Sequence

import manifold3d
import numpy as np

from tinstamp.artwork.outline import Region
from tinstamp.blank.solid import NamedSolid
from tinstamp.chart.cylinder import CylinderChart
from tinstamp.relief.boolean import Tool, combine, tool

CHORD = 0.005
"""mm, of the mesh boolean"""


def prebuilt_tools(regions: Sequence[Region], chart: CylinderChart, depth: float) -> list[Tool]:
    """A tool solid per region, reaching 0.5 mm out of the face."""
    return [tool(region, chart, -depth, 0.5, cap_is_high=False) for region in regions]


def general_boolean(solid: NamedSolid, tools: Sequence[Tool]) -> NamedSolid:
    """The kernel's boolean, on tools that are there already; nothing is verified."""
    return combine(solid, tools, add=False, stamp="peer").solid


def mesh_boolean(
    outer: float, inner: float, height: float, regions: Sequence[Region], depth: float
) -> manifold3d.Manifold:
    """The same engraving with meshes, from outlines to the result, within CHORD."""
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
