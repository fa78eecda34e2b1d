"""A field all the way round a face, with letters that stand in it.

What goes round has no end and no seam of its own, so it is made by a boolean, which is quick while
it holds no letters; they are put into its floor directly then, as far up as each is to end.
"""

from __future__ import annotations

import time
from collections.abc import Sequence
from dataclasses import replace

from OCP.BRep import BRep_Tool

from tinstamp.artwork.outline import Region
from tinstamp.blank.kernel import compound
from tinstamp.blank.solid import NamedSolid
from tinstamp.chart.plain_surface import Conical, Cylindrical
from tinstamp.job.face_name import StampFace
from tinstamp.relief.asked import Asked
from tinstamp.relief.by_tools import by_tools
from tinstamp.relief.checking import LOG, asked_of
from tinstamp.relief.clear import met_by
from tinstamp.relief.face_curves import CurveError
from tinstamp.relief.guard import fault
from tinstamp.relief.imprint import Stand, imprint, together
from tinstamp.relief.islands import islands_of, standing_on
from tinstamp.relief.operation import Halt, Made, Operation, Tops
from tinstamp.relief.soundness import is_valid
from tinstamp.relief.surfaces import ReliefError
from tinstamp.relief.verify import agrees, change_of, examine_change


def by_rounds(
    solid: NamedSolid, op: Operation, expected: float, asked: Asked, stopped: Halt
) -> Made | None:
    """The body with it, checked; None where it is not for this way, or does not pass."""
    start = time.perf_counter()
    letters = _letters(op)
    if not letters:
        return None
    try:
        bare = _without(op)
        cut, change = by_tools(
            solid, bare, op.face_chart.relief_volume(bare.placed.regions, op.signed),
            asked_of(op.chart, bare.placed, bare, asked.clean), stopped,
        )  # fmt: skip
        stopped()
        after, more = _stood(solid, cut.solid, op, letters)
    except (CurveError, ReliefError) as error:
        LOG.info("%s goes round the long way: %s", op.stamp, error)
        return None
    whole = change + more
    told = wrong_with(solid, after, op, (op.face,), (whole, expected), asked)
    if told is not None:
        LOG.warning("%s goes round the long way: %s", op.stamp, told)
        return None
    return Made(after, "imprint", whole, expected, cut.loose, time.perf_counter() - start)


def wrong_with(
    before: NamedSolid,
    after: NamedSolid,
    op: Operation,
    faces: Sequence[str],
    volumes: tuple[float, float],
    asked: Asked,
) -> str | None:
    """What is wrong with a field whose letters were put into its floor; None when nothing is.
    `faces` are those that it lies on, `volumes` what is changed and what is to be, mm³."""
    whole, expected = volumes
    if not agrees(whole, expected):
        return f"{whole:.4f} mm³ would change where {expected:.4f} mm³ are asked"
    verdict = examine_change(before, after)
    if not (verdict.closed and verdict.valid):
        return "the letters and the floor are not a sound solid"
    new = [f.face for f in after.faces
           if isinstance(f.name, StampFace) and f.name.stamp == op.stamp]  # fmt: skip
    return fault(before, after, whole, asked) or met_by(before, new, faces)


def _letters(op: Operation) -> list[Tops]:
    """What stands in a field that goes all the way round, by where it ends; nothing for others."""
    if not (op.all_round and op.closed_form and op.walls.plain and op.depth):
        return []
    regions = op.placed.regions
    chart = op.face_chart
    plain = isinstance(chart.ground.form[0], Cylindrical | Conical) and not chart.own_surface
    if not plain or not any(region.counters for region in regions):
        return []
    known = {at for top in op.tops for at in top.islands}
    level = frozenset(
        (n, c) for n, r in enumerate(regions) for c in range(len(r.counters))
    ) - known  # fmt: skip
    rest = standing_on(regions, level)
    return [*op.tops, *([Tops(0.0, level, rest)] if rest else [])]


def _without(op: Operation) -> Operation:
    """The field alone."""
    owners = islands_of(op.placed.regions)
    regions = tuple(
        Region(region.outer)
        for region, owner in zip(op.placed.regions, owners, strict=True)
        if owner is None
    )
    return replace(op, placed=replace(op.placed, regions=regions), tops=())


def _stood(
    before: NamedSolid, grooved: NamedSolid, op: Operation, letters: Sequence[Tops]
) -> tuple[NamedSolid, float]:
    """Letters put into the floor of a field, and what they change, mm³. Raises CurveError,
    ReliefError."""
    floor, wall = StampFace(op.stamp, "cap"), StampFace(op.stamp, "wall")
    own = BRep_Tool.Surface_s(before.named(op.face)[0])
    made = [
        imprint(grooved, floor, op.face_chart, top.letters, top.height, op.stamp,
                stand=Stand(op.signed, own, wall if top.height else op.face))
        for top in letters
    ]  # fmt: skip
    caps = [face for one in made for b in one.blocks for face in (b.cap, b.removed, *b.walls)]
    if not is_valid(compound(caps)):
        raise ReliefError("the letters do not stand on the floor")
    return together(grooved, made), sum(change_of(one) for one in made)
