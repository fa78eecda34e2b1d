"""The way out: a general boolean with one tool solid per region.

Taken when outlines cross an edge or the seam, cut through, or touch other relief.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from OCP.TopoDS import TopoDS, TopoDS_Solid

from tinstamp.artwork.outline import Region
from tinstamp.blank.history import fused, renamed
from tinstamp.blank.kernel import face_on, solid_of, solids, volume
from tinstamp.blank.solid import NamedFace, NamedSolid
from tinstamp.chart.base import FaceChart
from tinstamp.job.face_name import StampFace
from tinstamp.relief.face_curves import CurveError, extent, face_loops
from tinstamp.relief.heads import Head
from tinstamp.relief.surfaces import ReliefError, own_surface, parallel, round_frame
from tinstamp.relief.walls import Waller


@dataclass(frozen=True)
class Tool:
    """A region as a solid of its own.

    Attributes
    ----------
    faces : its faces, named `cap` (the side at the depth) or `wall`.
    """

    solid: TopoDS_Solid
    faces: tuple[NamedFace, ...]


@dataclass(frozen=True)
class Cut:
    """What a boolean gave.

    Attributes
    ----------
    solid : the part.
    loose : volumes of what came loose, mm³, largest first.
    """

    solid: NamedSolid
    loose: tuple[float, ...]


def tool(
    region: Region,
    chart: FaceChart,
    low: float,
    high: float,
    cap_is_high: bool,
    ends: Callable[[FaceChart], tuple[Head, Head]] | None = None,
) -> Tool:
    """The region as a solid between two lifts, mm; `ends` gives the two heads that its walls
    run between where those are not along the normals. Raises ReliefError."""
    named = hull(region, chart, low, high, cap_is_high, ends).faces
    return Tool(solid_of([f.face for f in named]), tuple(named))


@dataclass(frozen=True)
class Hull:
    """The faces that bound a region between two lifts.

    Attributes
    ----------
    walls : of each outline, one after the other; source : for each wall the number of the
        outline's piece that it stands on.
    tolerance : that its edges need, mm.
    """

    ends: tuple[NamedFace, NamedFace]
    walls: tuple[tuple[NamedFace, ...], ...]
    source: tuple[NDArray[np.int_], ...]
    tolerance: float

    @property
    def faces(self) -> list[NamedFace]:
        return [*self.ends, *(wall for ring in self.walls for wall in ring)]


def hull(
    region: Region,
    chart: FaceChart,
    low: float,
    high: float,
    cap_is_high: bool,
    ends: Callable[[FaceChart], tuple[Head, Head]] | None = None,
) -> Hull:
    """See `tool`. Raises ReliefError."""
    chart = chart.on_own_surface((region.bounds[:2] + region.bounds[2:]) / 2)
    low_end, high_end = (None, None) if ends is None else ends(chart)
    try:
        (loops,) = face_loops([region], chart, low, high, (0.0, None), low_end, high_end)
    except CurveError as error:
        raise ReliefError(f"an outline cannot be laid on the face: {error}") from error
    plain = own_surface(chart.ground)
    if low_end is None or high_end is None:
        box = extent(loops)
        foot, rough = parallel(plain, chart, low, box)
        head, rougher = parallel(plain, chart, high, box)
        flips = (chart.mirrored, chart.mirrored)
    else:
        foot, rough = low_end.surface(extent(loops), plain)
        head, rougher = high_end.surface(extent(loops, head=True), plain)
        flips = (low_end.flipped, high_end.flipped)
    rough = max(rough, rougher, 2.0 * chart.fineness)
    waller = Waller(foot, head, round_frame(chart), high - low, rough)
    ring = [waller.walled(loop) for loop in loops]
    top = face_on(head, [r.head for r in ring], flips[1])
    under = [TopoDS.Wire_s(r.foot.Reversed()) for r in ring]
    bottom = TopoDS.Face_s(face_on(foot, under, not flips[0]))
    return Hull(
        (
            NamedFace("cap" if cap_is_high else "end", top),
            NamedFace("end" if cap_is_high else "cap", bottom),
        ),
        tuple(tuple(NamedFace("wall", wall) for wall in r.walls) for r in ring),
        tuple(loop.source for loop in loops),
        rough,
    )


def combine(
    solid: NamedSolid, tools: Sequence[Tool], add: bool, stamp: str, near: float = 0.0
) -> Cut:
    """Cut the tools from the solid, or join them to it, keeping the names of faces; what is as
    `near` as that, mm, is taken to be in one place.

    Raises ReliefError when the kernel gives up or nothing is left.
    """
    operation = fused([solid.shape], [t.solid for t in tools], add, near)
    if operation is None:
        raise ReliefError("the outlines and the part could not be combined")
    wall = StampFace(stamp, "wall")
    ours = {"cap": StampFace(stamp, "cap"), "wall": wall, "end": wall}
    before = [*solid.faces, *(NamedFace(ours[f.name], f.face) for t in tools for f in t.faces)]
    parts = sorted(solids(operation.Shape()), key=volume, reverse=True)
    count = len(solids(solid.shape))
    if not parts:
        raise ReliefError("nothing is left of the part")
    kept, loose = parts[:count], parts[count:]
    marked = renamed(operation, kept, before, wall)
    return Cut(marked, tuple(volume(s) for s in loose))
