"""A field over several faces with letters that end above or below them.

The field is made without those letters; each is put then into the floor of the face that it stands
over, as far up as it is to end. Letters that end level with their face stay islands of the field.
"""

from __future__ import annotations

import time
from collections.abc import Callable, Sequence
from dataclasses import replace

import numpy as np
import shapely
from OCP.BRep import BRep_Tool
from OCP.BRepExtrema import BRepExtrema_DistShapeShape
from OCP.TopoDS import TopoDS_Face

from tinstamp.artwork.outline import Region
from tinstamp.artwork.split import SplitError
from tinstamp.blank.kernel import compound, vertex_at
from tinstamp.blank.solid import NamedSolid
from tinstamp.chart.base import FaceChart
from tinstamp.chart.cast import CastChart
from tinstamp.chart.run import Member, RunChart
from tinstamp.job.face_name import StampFace
from tinstamp.relief.by_rounds import wrong_with
from tinstamp.relief.checking import asked_of
from tinstamp.relief.face_curves import CurveError
from tinstamp.relief.imprint import Imprint, Stand, imprint, together
from tinstamp.relief.islands import islands_of
from tinstamp.relief.operation import Made, Operation
from tinstamp.relief.soundness import is_valid
from tinstamp.relief.surfaces import ReliefError, own_surface
from tinstamp.relief.verify import change_of
from tinstamp.setting.fit import ink
from tinstamp.setting.place import on_member

ON_FLOOR = 1e-4
"""mm that a place of a floor may lie off it"""
ONE_LETTER = (
    "letters of a field that end above or below their faces stand on one of them each, clear of "
    "where two meet: move them, or let them end level there"
)


def field_over_run(
    solid: NamedSolid, chart: RunChart, op: Operation, over: Callable[[Operation], Made]
) -> Made:
    """The body with it, checked; `over` makes a field whose letters end level. Raises
    ReliefError."""
    start = time.perf_counter()
    bare = over(_without_tops(op))
    floors = _Floors(bare.solid, op)
    try:
        made: list[Imprint] = []
        more = 0.0
        for top in op.tops:
            for k, regions in _by_member(chart, top.letters).items():
                member = chart.members[k]
                there = on_member(member, regions, op.placed.origin).regions
                made.append(floors.stood(member, there, top.height))
                own = member.chart
                more += own.relief_volume(there, top.height) - own.relief_volume(there, op.signed)
        changed = sum(change_of(one) for one in made)
        caps = [f for one in made for b in one.blocks for f in (b.cap, b.removed, *b.walls)]
        if not is_valid(compound(caps)):
            raise ReliefError("the letters do not stand on the floor")
        after = floors.renamed(together(floors.solid, made))
    except CurveError as error:
        raise ReliefError(f"the letters cannot be put into the floor: {error}") from error
    asked = asked_of(chart, op.placed, op, False)
    if bare.expected is None:
        raise ReliefError("letters end above or below a field that lies all on its faces")
    volumes = (bare.relief_volume + changed, bare.expected + more)
    told = wrong_with(solid, after, op, chart.faces, volumes, asked)
    if told is not None:
        raise ReliefError(f"it was refused, since it would come out wrong: {told}")
    taken = time.perf_counter() - start
    return Made(after, bare.built_by, volumes[0], volumes[1], bare.loose, taken, None, bare.lean)


def _without_tops(op: Operation) -> Operation:
    """The field, and the letters that end level with the face."""
    regions, owners = op.placed.regions, islands_of(op.placed.regions)
    filled = {at for top in op.tops for at in top.islands}
    left = tuple(
        Region(region.outer, tuple(
            counter for c, counter in enumerate(region.counters) if (n, c) not in filled))
        for n, (region, owner) in enumerate(zip(regions, owners, strict=True))
        if owner not in filled
    )  # fmt: skip
    return replace(op, placed=replace(op.placed, regions=left), tops=())


def _by_member(chart: RunChart, letters: Sequence[Region]) -> dict[int, list[Region]]:
    """Letters by the face that each stands over, on the run's sheet. Raises ReliefError."""
    try:
        parts = chart.parted(letters)
    except SplitError as error:
        raise ReliefError(str(error)) from error
    found: dict[int, list[Region]] = {}
    for k, own in enumerate(parts):
        for part in own:
            if not part.whole:
                raise ReliefError(ONE_LETTER)
            found.setdefault(k, []).append(part.region)
    return found


class _Floors:
    """The floors of a field, each by the face that it lies under.

    Attributes
    ----------
    solid : with floors that bear names of their own.
    """

    def __init__(self, solid: NamedSolid, op: Operation) -> None:
        self.solid, self.op = solid, op
        self._names: dict[str, StampFace] = {}

    def stood(self, member: Member, regions: Sequence[Region], height: float) -> Imprint:
        """Letters put into the floor under a face. Raises ReliefError, CurveError."""
        op = self.op
        if isinstance(member.chart, CastChart) or member.chart.own_surface:
            raise ReliefError(ONE_LETTER)
        (shape, *_) = ink(regions)
        spot = np.array(shapely.point_on_surface(shape).coords[0])
        name, floor = self._under(member, spot)
        chart = self._fitting(member.chart, floor, spot)
        role = StampFace(op.stamp, "wall") if height else member.face
        stand = Stand(op.signed, own_surface(chart.ground), role)
        return imprint(self.solid, name, chart, regions, height, op.stamp, stand=stand)

    def _under(self, member: Member, spot: np.ndarray) -> tuple[str, TopoDS_Face]:
        """The floor's name, which is its own from here on."""
        point = vertex_at(member.chart.to_space(spot, self.op.signed))
        cap = StampFace(self.op.stamp, "cap")
        for at, named in enumerate(self.solid.faces):
            if named.name != cap and named.name not in self._names:
                continue
            apart = BRepExtrema_DistShapeShape(point, named.face)
            if apart.IsDone() and apart.Value() < ON_FLOOR:
                if named.name == cap:
                    name = StampFace(self.op.stamp, "cap", f"floor{len(self._names) + 1}")
                    self._names[name] = cap
                    faces = list(self.solid.faces)
                    faces[at] = replace(named, name=name)
                    self.solid = replace(self.solid, faces=tuple(faces))
                    return name, named.face
                return named.name, named.face
        raise ReliefError("a letter has no floor to stand on")

    def _fitting(self, chart: FaceChart, floor: TopoDS_Face, spot: np.ndarray) -> FaceChart:
        """The chart of the face whose (u, v) are those of its floor too. Raises ReliefError."""
        surface = BRep_Tool.Surface_s(floor)
        for own in (chart, chart.on_own_surface(spot)):
            p = surface.Value(*map(float, own.to_uv(spot)))
            off = np.array([p.X(), p.Y(), p.Z()]) - own.to_space(spot, self.op.signed)
            if np.linalg.norm(off) < ON_FLOOR:
                return own
        raise ReliefError("the floor of the field does not follow its face")

    def renamed(self, solid: NamedSolid) -> NamedSolid:
        """A solid whose floors are caps of the stamp again."""
        faces = [replace(f, name=self._names.get(f.name, f.name)) for f in solid.faces]
        return replace(solid, faces=tuple(faces))
