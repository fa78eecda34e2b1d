"""Which sheet a stamp's artwork is laid on: its face's own, one made for the artwork where the
face must stretch, a projection, or a run over the faces beside."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import shapely

from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.outline import Array
from tinstamp.chart.base import Chart, FaceChart, SheetError
from tinstamp.chart.belt import BeltChart
from tinstamp.chart.bent import BentChart
from tinstamp.chart.cast import CastChart, cast_chart, far_place
from tinstamp.chart.joint import Faces
from tinstamp.chart.patch import patch_of
from tinstamp.chart.run import Member
from tinstamp.chart.run_making import cast_members, flattened, run_of, unrolled
from tinstamp.chart.skin import Footprint, SkinChart
from tinstamp.chart.turns import Motion
from tinstamp.plan.lay import LaySpec
from tinstamp.setting.place import PlaceError, middle_of, where
from tinstamp.setting.way import rims

SEAM_NEAR = 2.0
"""mm beside artwork within which a seam is avoided by another sheet"""
LAID_OUT_TO = 2.2
"""How far a run is laid out, in half extents of the artwork, and a little more."""
LAID_OUT_BESIDES = 10.0
"""mm, the little more."""


def sheet_of(
    spec: LaySpec, chart: FaceChart, artwork: Artwork, faces: Faces | None = None
) -> Chart:
    """The chart that the artwork is laid on, `chart` being that of its face and `faces` those
    of the part.

    Raises PlaceError when the cast does not meet the face at the artwork's place.
    """
    part = faces if faces is not None else Faces({spec.face: chart})
    faces = part if spec.over else Faces({spec.face: chart})
    try:
        if spec.cast is None:
            return _wrapped(spec, chart, artwork, faces)
        if spec.cast == "patch":
            return _patch(spec, chart, artwork)
        return _cast_on(spec, chart, faces, part, artwork)
    except SheetError as error:
        raise PlaceError(str(error)) from error


def _wrapped(spec: LaySpec, chart: FaceChart, artwork: Artwork, faces: Faces) -> Chart:
    at, turn = where(spec.spot, chart)
    if faces.meeting(spec.face) and not _within_rims(spec, chart, artwork):
        run = None
        if chart.exact:
            run = unrolled(faces, spec.face, at, LAID_OUT_TO * _half(artwork) + LAID_OUT_BESIDES)
        if run is None:
            middle, covered = _covered(spec, chart, artwork)
            run = flattened(faces, spec.face, middle, lambda q: _upright(chart, q, turn), covered)
        if run is not None:
            return run
    return _about(spec, chart, artwork) if isinstance(chart, BentChart) else chart


def _within_rims(spec: LaySpec, chart: FaceChart, artwork: Artwork) -> bool:
    """True for what need not leave a closed face: it lies between its rims, or follows them."""
    around = chart.all_round
    if around is None:
        return False
    if spec.guide is not None or spec.copies is not None or not artwork.regions:
        return True
    middle, covered = _covered(spec, chart, artwork)
    low, high = rims(chart)
    up = float(around.unrolled(middle)[1])
    turn = np.radians(covered.turn)
    half = covered.tall * abs(np.cos(turn)) + covered.wide * abs(np.sin(turn))
    return bool(low < up - half and up + half < high)


def _patch(spec: LaySpec, chart: FaceChart, artwork: Artwork) -> FaceChart:
    if not isinstance(chart, BeltChart):
        raise PlaceError("only a turned face, a ball or a dome is laid out as a patch")
    return patch_of(chart, where(spec.spot, chart)[0], _half(artwork))


def _cast_on(spec: LaySpec, chart: FaceChart, faces: Faces, part: Faces, artwork: Artwork) -> Chart:
    """A projection onto one side or both, on one face or a run; to both it may come out of
    another face of the part than it went in."""
    at, turn = where(spec.spot, chart)
    if isinstance(chart, SkinChart) and chart.to_seam(at) < 2.0 * _half(artwork) + SEAM_NEAR:
        chart = chart.towards(at)  # all round the place, wherever the face's seam is
    towards = -chart.normal(at) if spec.cast == "square" else np.array(spec.cast)
    near = far = None
    if spec.side != "far":
        near = cast_chart(chart, at, towards, _upright(chart, at, turn))
    out = spec.face
    if spec.side == "far":
        there = far_place(chart, chart.to_space(at), towards)
        round_place = chart.turns is not None
        turn = chart.spot(*chart.place_of(there, round_place), round_place)[1]
        upright = _upright(chart, there, turn)
        far = replace(cast_chart(chart, there, -towards, upright), behind=True)
    elif near is not None and spec.side == "both":
        out, there = _way_out(part, spec.face, chart.to_space(at), towards)
        far = cast_chart(part[out], there, -towards, near.frame.axes[1])
    roots = [(f, root) for f, root in ((spec.face, near), (out, far)) if root is not None]
    members: list[Member] = []
    for face, root in roots:
        box = None
        if spec.guide is None and spec.copies is None:  # else it may lie anywhere about
            reach = 2.0 * LAID_OUT_TO * _half(artwork) + LAID_OUT_BESIDES
            box = shapely.box(*(np.array(root.pin) - reach), *(np.array(root.pin) + reach))
        run = faces if face in faces else Faces({face: part[face]})
        found = cast_members(run, face, root, len(members), box)
        into = _through(roots[0][1], root) if members else None
        members += found if into is None else [_seen(member, into) for member in found]
    return run_of(members, "projected") if len(members) > 1 else roots[0][1]


def _way_out(part: Faces, face: str, origin: Array, towards: Array) -> tuple[str, Array]:
    """The face that a ray through a point of a face comes out of, the same one if it does, else
    the last of all; and the place on its sheet. Raises SheetError."""
    found: list[tuple[float, str, Array]] = []
    for name in (face, *part):
        try:
            at = far_place(part[name], origin, towards)
        except SheetError:
            continue  # the ray does not come out of that one
        if name == face:
            return name, at
        found.append((float((part[name].to_space(at) - origin) @ towards), name, at))
    if not found:
        raise SheetError("the cast does not come out of the part again")
    _, name, at = max(found, key=lambda x: x[0])
    return name, at


def _through(near: CastChart, far: CastChart) -> Motion:
    """From the near side's sheet to that of the far side, which is looked at from behind."""
    mirror = np.diag([-1.0, 1.0])
    return Motion(mirror, np.array(far.pin) - mirror @ np.array(near.pin))


def _seen(member: Member, into: Motion) -> Member:
    """A member of the far side on the near one's sheet."""
    seen = replace(member, into=into)
    return replace(seen, cut=seen.out(member.cut)) if len(member.cut) else seen


def _upright(chart: FaceChart, at: Array, turn: float) -> Array:
    """What is upright at a place of a face, in space, (3,)."""
    angle = np.radians(turn)
    slopes = chart.jacobian(at)
    return np.asarray(slopes @ np.array([-np.sin(angle), np.cos(angle)]), dtype=float)


def _half(artwork: Artwork) -> float:
    """About half of the artwork's extent, mm."""
    if not artwork.regions:
        return 5.0
    low_x, low_y, high_x, high_y = map(float, artwork.bounds)
    return max(1.0, 0.5 * float(np.hypot(high_x - low_x, high_y - low_y)))


def _about(spec: LaySpec, chart: FaceChart, artwork: Artwork) -> FaceChart:
    """The chart with the least stretch in the middle of the artwork's height, or true along
    the parallel that was chosen."""
    at, _ = where(spec.spot, chart)
    if spec.true_along != "artwork":
        found = chart.towards(np.array([at[0], _true_height(spec, chart)]))
    elif not artwork.regions:
        found = chart.towards(at)
    elif isinstance(chart, SkinChart):
        return chart.about(*_covered(spec, chart, artwork))
    else:
        found = chart.towards(_middle(spec, chart, artwork, 0.0))
    return _round_the_bar(spec, found, artwork)


def _round_the_bar(spec: LaySpec, chart: FaceChart, artwork: Artwork) -> FaceChart:
    """Of a torus the sheet that has the artwork in its middle, where its usual one ends there."""
    if not isinstance(chart, BeltChart) or not chart.ring:
        return chart
    middle, covered = _covered(spec, chart, artwork)
    turn = np.radians(covered.turn)
    half = covered.tall * abs(np.cos(turn)) + covered.wide * abs(np.sin(turn))
    whole = chart.length.whole
    if half <= middle[1] <= whole - half:
        return chart
    return chart.about_height(float(middle[1]) - whole / 2)


def _covered(spec: LaySpec, chart: FaceChart, artwork: Artwork) -> tuple[Array, Footprint]:
    """The middle of what artwork covers on the face's own sheet, and its extents there."""
    at, turn = where(spec.spot, chart)
    half = _half(artwork)
    if spec.guide is not None or spec.copies is not None or not artwork.regions:
        return at, Footprint(2.0 * half, 2.0 * half, 0.0)  # it may lie anywhere about
    low_x, low_y, high_x, high_y = map(float, artwork.bounds)
    covered = Footprint((high_x - low_x) / 2, (high_y - low_y) / 2, turn + spec.spot.turn)
    return _middle(spec, chart, artwork), covered


def _middle(spec: LaySpec, chart: FaceChart, artwork: Artwork, across: float = 1.0) -> Array:
    """The middle of the artwork on the face's own sheet; with `across` 0 straight above or
    below the place that it is laid by."""
    at, turn = where(spec.spot, chart)
    angle = np.radians(turn + spec.spot.turn)
    c, s = np.cos(angle), np.sin(angle)
    return np.asarray(
        at + np.array([[c, -s], [s, c]]) @ (middle_of(artwork, spec.spot) * [across, 1.0])
    )


def _true_height(spec: LaySpec, chart: FaceChart) -> float:
    """The height on a belt's sheet along which lengths are to be true. Raises PlaceError."""
    if not isinstance(chart, BeltChart):
        raise PlaceError("lengths are true along a rim or at a height on a turned face alone")
    low, high = rims(chart)
    height = {"lower": low, "upper": high}.get(spec.true_along, low + spec.true_up)
    if not low - 1e-9 <= height <= high + 1e-9:
        raise PlaceError(
            f"the height where lengths are to be true, {spec.true_up:.3f} mm, is not on the "
            f"face, which is {high - low:.3f} mm high along itself"
        )
    if float(chart.reach_at(np.array(height))) < 1e-6:
        raise PlaceError("lengths cannot be true round a point: choose another height")
    return height
