"""The checks that follow from how a mark is made: letters too small for it, relief too shallow or
too deep, corners too sharp, and walls that do not come out of a mould.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import pairwise

import numpy as np
import shapely

from tinstamp.artwork.outline import Array, Region
from tinstamp.job.field import Wants
from tinstamp.job.limit import Limit
from tinstamp.job.model import Shape, Text
from tinstamp.proofing.check import Numbers, Subject, check, short_of
from tinstamp.proofing.finding import Finding, Remedy
from tinstamp.proofing.remedies import depth_of, field_of, larger
from tinstamp.proofing.standards.lettering import capitals
from tinstamp.setting.fit import ink

KINK = 20.0
"""Degrees between two pieces of an outline from which on they meet at a corner; curves drawn as
short lines turn by less at each."""
AS_ROUND = 0.999
"""Part of a radius that one drawn as a curve has: cubics are circles to a few parts in 10,000."""
BENT = 10.0
"""Degrees that a piece turns by from which on it has a radius to speak of."""
UNEVEN = 0.12
"""Part of the capitals' height by which a space may differ from its neighbours' (common practice,
no source)."""
MEANT_ROUND = 4.0
"""Times the space between words that is left at most where a text is meant to go all round."""
UNLIKE = 0.25
"""Part of the space between words by which that between the text's ends may differ."""
SEEN_IN = 0.15
"""Part of the capitals' height up to which the eye looks into an open letter."""
SCAN_LINES = 32
"""levels at which a space is measured"""
STEEP = 0.05
"""Degrees to which a wall's draft is told."""
UNDERCUT = Limit(
    "least_draft",
    "Draft",
    "0 deg",
    Wants("angle", at_least=0.0, at_most=60.0),
    0.5,
    "0 where nothing is drawn out of a mould; walls with less stick in it",
)


@check(
    "small letters",
    "fitted",
    Limit("least_letter", "Capitals", "0 mm", reason="smaller letters cannot be read or made"),
)
def small_letters(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Capitals lower than the process makes or a reader reads."""
    least = limits["least_letter"]
    if not least or not isinstance(it.planned.stamp.artwork, Text):
        return
    high = capitals(it.planned)
    if short_of(high, least):
        told = f"capitals {high:.2f} mm high, limit {least:.2f} mm"
        yield Finding("look", "small letters", it.stamp, told, high, least, "mm",
                      remedies=larger(it, least / high, letters=True))  # fmt: skip


@check(
    "shallow relief",
    "fitted",
    Limit("least_depth", "Least relief", "0 mm", reason="less does not show"),
)
def shallow_relief(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Relief that is too low or shallow to show, or to be made."""
    least = limits["least_depth"]
    depths = [depth for depth, _ in it.planned.by_depth() if depth > 0]
    if least and depths and short_of(min(depths), least):
        told = f"its relief is {min(depths):.2f} mm, at least {least:.2f} mm are to be made"
        path = ("stamps", it.planned.index, "relief", "depth")
        grow = np.ceil(least / it.planned.art.growth * 100 - 1e-6) / 100  # as it is written
        remedy = (Remedy(f"depth {grow:.2f} mm", ((path, grow),)),) if len(depths) == 1 else ()
        yield Finding("look", "shallow relief", it.stamp, told, min(depths), least, "mm",
                      remedies=remedy)  # fmt: skip


@check(
    "deep relief",
    "fitted",
    Limit("most_depth", "Most relief", "0 mm", reason="0 where there is no such limit"),
)
def deep_relief(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Relief higher or deeper than the process makes."""
    most = limits["most_depth"]
    deepest = max((depth for depth, _ in it.planned.by_depth()), default=0.0)
    if most and short_of(most, deepest):
        told = f"its relief is {deepest:.2f} mm, at most {most:.2f} mm can be made"
        yield Finding("fix", "deep relief", it.stamp, told, deepest, most, "mm",
                      remedies=depth_of(it, most))  # fmt: skip


@check(
    "not cut through",
    "measured",
    Limit(
        "through",
        "Only cut through",
        "0",
        Wants("number", at_least=0.0, at_most=1.0),
        1.0,
        "1 where the process cuts all the way through and nothing else",
    ),
)
def not_cut_through(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Relief that ends within the material, where the process only cuts through it."""
    if limits["through"] < 1 or it.planned.relief.given.make in ("stencil", "loose"):
        return
    wall = it.wall[1] if it.wall is not None else np.inf
    if it.planned.raised or it.planned.depth < wall:
        what = "stands on" if it.planned.raised else "ends within"
        told = f"its relief {what} the material, which can only be cut through here"
        yield Finding("fix", "not cut through", it.stamp, told)


@check(
    "sharp corner",
    "fitted",
    Limit(
        "least_corner", "Corner radius", "0 mm", reason="0 where corners of outlines may be sharp"
    ),
)
def sharp_corners(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Corners of outlines, seen from above, with less than a radius."""
    least = limits["least_corner"]
    if not least or not it.planned.depth:
        return
    found = [corner for region in it.planned.placed.regions for corner in corners_of(region)]
    sharp = [(radius, at) for radius, at in found if short_of(radius, least * AS_ROUND)]
    if not sharp:
        return
    radius, at = min(sharp)
    many = "one corner has" if len(sharp) == 1 else f"{len(sharp)} corners have"
    told = f"{many} a radius below {least:.2f} mm, the sharpest {radius:.2f} mm"
    remedies = field_of(it, "corner", "corners rounded by", round_by) if (
        round_by := _rounding(it, least)) else ()  # fmt: skip
    yield Finding("look", "sharp corner", it.stamp, told, radius, least, "mm", (at,),
                  remedies=remedies)  # fmt: skip


@check(
    "sharp foot",
    "fitted",
    Limit(
        "least_foot", "Foot radius", "0 mm", reason="0 where walls may meet face or floor sharply"
    ),
)
def sharp_feet(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Inside corners where walls meet the floor, or the face, with less than a radius."""
    least, given = limits["least_foot"], it.planned.relief.given
    if not least or not it.planned.depth:
        return
    name = "face_edge" if it.planned.raised else "cap_edge"
    if getattr(given, name) == "round":
        radius = it.planned.relief(f"{name}_size", 0.0) * it.planned.art.growth
    else:
        radius = 0.0
    if short_of(radius, least):
        where = "the face" if it.planned.raised else "its floor"
        told = f"its walls meet {where} with a radius of {radius:.2f} mm, limit {least:.2f} mm"
        yield Finding("look", "sharp foot", it.stamp, told, radius, least, "mm",
                      remedies=_rounded_foot(it, name, least))  # fmt: skip


def _rounded_foot(it: Subject, name: str, least: float) -> tuple[Remedy, ...]:
    """Walls that are rounded there; nothing where they are not high enough for it."""
    if name in it.planned.relief.given.idle or it.planned.depth < 2 * least:
        return ()
    base = ("stamps", it.planned.index, "relief")
    size = f"{np.ceil(least / it.planned.art.growth * 100 - 1e-6) / 100:g} mm"
    put = (((*base, name), "round"), ((*base, f"{name}_size"), size))
    return (Remedy(f"rounded by {size}", put=put),)


def _rounding(it: Subject, least: float) -> float:
    """mm by which the corners of a plain rectangle are to be rounded for all of them to have that
    radius, those within its line too; nothing for any other artwork, and where that is too much."""
    drawn, art = it.planned.stamp.artwork, it.planned.art
    if not isinstance(drawn, Shape) or drawn.shape != "rectangle":
        return 0.0
    if art.frame is not None or art.about is not None or art.texture is not None:
        return 0.0
    by = least + art.artwork("line", 0.0)
    return by if 2 * by <= min(art.artwork("wide"), art.artwork("high")) else 0.0


def corners_of(region: Region) -> list[tuple[float, tuple[float, float]]]:
    """Radii, mm, and places of all corners and bends of a region's outlines: 0 where two pieces
    meet at an angle, else a piece's length to its turn."""
    found: list[tuple[float, tuple[float, float]]] = []
    for outline in region.outlines:
        b = outline.beziers
        first, last = _way(b), _way(b[:, ::-1])
        kinks = np.degrees(_angle(-last, np.roll(first, -1, axis=0)))
        ends = b[kinks > KINK, 3].tolist()
        found += [(0.0, (x, y)) for x, y in ends]
        turns = _angle(first, -last)
        lengths = lengths_of(b)
        for k in np.flatnonzero(np.degrees(turns) > BENT).tolist():
            x, y = ((b[k, 0] + 3 * b[k, 1] + 3 * b[k, 2] + b[k, 3]) / 8).tolist()
            found.append((float(lengths[k] / turns[k]), (x, y)))
    return found


def lengths_of(b: Array) -> Array:
    """(n,) mm, of cubics, (n, 4, 2): their speed summed by Gauss's rule."""
    nodes, weights = np.polynomial.legendre.leggauss(8)
    t = (nodes + 1.0) / 2.0
    s = 1.0 - t
    basis = np.stack([s * s, 2 * s * t, t * t], axis=1)
    speed = np.linalg.norm(np.einsum("jk,nkl->njl", basis, 3 * np.diff(b, axis=1)), axis=2)
    return np.asarray(speed @ weights / 2.0)


def _way(b: Array) -> Array:
    """(n, 2) directions in which cubics begin; a point that lies on the first is passed over."""
    steps = b[:, 1:] - b[:, :1]
    sizes = np.linalg.norm(steps, axis=2)
    longest = np.maximum(sizes.max(axis=1), 1e-12)
    k = (sizes > 1e-6 * longest[:, None]).argmax(axis=1)
    chosen = steps[np.arange(len(b)), k]
    return np.asarray(chosen / np.maximum(np.linalg.norm(chosen, axis=1), 1e-12)[:, None])


def _angle(one: Array, other: Array) -> Array:
    """Radians between directions, (n, 2) each."""
    cross = one[:, 0] * other[:, 1] - one[:, 1] * other[:, 0]
    return np.asarray(np.abs(np.arctan2(cross, np.einsum("nk,nk->n", one, other))))


@check("uneven spaces", "artwork")
def uneven_spaces(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """A space between two letters of a line that looks wider or narrower than the others."""
    drawn = it.planned.stamp.artwork
    if not isinstance(drawn, Text) or it.planned.art.about is not None:
        return
    high = it.planned.artwork.cap_height
    spaces = spaces_between(it.planned.artwork.regions, it.planned.art.text, high)
    if len(spaces) < 2 or not high:
        return
    usual = float(np.median([wide for _, wide in spaces]))
    (a, b), wide = max(spaces, key=lambda one: abs(one[1] - usual))
    if abs(wide - usual) > UNEVEN * high:
        text = it.planned.art.text
        how = "wider" if wide > usual else "narrower"
        told = (f"the space between “{text[a]}” and “{text[b]}” looks {abs(wide - usual):.2f} mm "
                f"{how} than the others, {usual:.2f} mm")  # fmt: skip
        yield Finding("note", "uneven spaces", it.stamp, told, wide, usual, "mm")


def spaces_between(
    regions: Sequence[Region], text: str, high: float
) -> list[tuple[tuple[int, int], float]]:
    """The bare width between neighbours of a line as the eye takes it, mm: the mean over the height
    of capitals, open letters looked into a little. Where a space parts them they are none."""
    boxes: dict[int, list[Array]] = {}
    joined = {letter for region in regions if len(set(region.letters)) > 1
              for letter in region.letters}  # fmt: skip
    for region, polygon in zip(regions, ink(regions, 8), strict=False):
        for letter in region.letters:
            boxes.setdefault(letter, []).append(shapely.get_coordinates(polygon.exterior))
    found = []
    for a, b in pairwise(sorted(boxes)):
        if {a, b} & joined or b != a + 1 or not (text[a].isalnum() and text[b].isalnum()):
            continue
        wide = _space(np.concatenate(boxes[a]), np.concatenate(boxes[b]), high)
        if wide is not None:
            found.append(((a, b), wide))
    return found


def _space(left: Array, right: Array, high: float) -> float | None:
    """The mean bare width between two outlines, mm; None where they stand on two lines."""
    if left[:, 0].mean() > right[:, 0].mean() or left[:, 1].max() < right[:, 1].min():
        return None
    low = min(left[:, 1].min(), right[:, 1].min())
    levels = low + high * (np.arange(SCAN_LINES) + 0.5) / SCAN_LINES
    into = SEEN_IN * high
    end = np.maximum(_reach(left, levels), left[:, 0].max() - into)
    begin = np.minimum(-_reach(right * [-1, 1], levels), right[:, 0].min() + into)
    return float((begin - end).mean())


def _reach(points: Array, levels: Array) -> Array:
    """How far to the right a closed ring of points comes at each level; nowhere: -inf."""
    ends = np.roll(points, -1, axis=0)
    y0, y1 = points[:, 1][:, None], ends[:, 1][:, None]
    with np.errstate(divide="ignore", invalid="ignore"):
        part = (levels[None] - y0) / (y1 - y0)
        x = points[:, 0][:, None] + part * (ends[:, 0] - points[:, 0])[:, None]
    crossed = (part >= 0) & (part <= 1) & np.isfinite(x)
    return np.asarray(np.where(crossed, x, -np.inf).max(axis=0))


@check("ends of the text", "fitted")
def ends_of_the_text(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Text nearly all the way round whose ends are not as far apart as its words."""
    fit, text = it.fit, it.planned.art.text
    if fit is None or not isinstance(it.planned.stamp.artwork, Text) or fit.too_long > 0:
        return
    gap = fit.round_here - fit.ink_width
    words = word_gaps(it.planned.placed.regions, text) if fit.round_here else []
    if not words or it.planned.lay.copies is not None:
        return
    usual = float(np.median(words))
    if gap < MEANT_ROUND * usual and abs(gap - usual) > UNLIKE * usual:
        told = (f"between its end and its beginning are {gap:.2f} mm, between its words "
                f"{usual:.2f} mm")  # fmt: skip
        yield Finding("note", "ends of the text", it.stamp, told, gap, usual, "mm")


def word_gaps(regions: Sequence[Region], text: str) -> list[float]:
    """Bare widths between the words of a line, mm, along the sheet."""
    ends: dict[int, tuple[float, float]] = {}
    for region in regions:
        low, _, high, _ = region.bounds.tolist()
        for letter in region.letters:
            held = ends.get(letter, (low, high))
            ends[letter] = (min(held[0], low), max(held[1], high))
    return [ends[b][0] - ends[a][1] for a, b in pairwise(sorted(ends))
            if any(c.isspace() for c in text[a + 1 : b]) and "\n" not in text[a:b]
            and ends[b][0] > ends[a][1]]  # fmt: skip


@check("draft", "finished", UNDERCUT)
def too_little_draft(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Walls that lean less than what comes out of a mould needs, on the finished part."""
    least, skin = limits["least_draft"], it.skin
    if not least or skin is None or not len(skin.areas):
        return
    drafts = skin.drafts(it.pull)
    worst = float(drafts.min())
    if worst >= least - STEEP or worst < -STEEP:
        return  # none, or an undercut, which is told by itself
    own = it.planned.relief("draft", 0.0)
    told = f"its walls have {max(worst, 0.0):.1f}° of draft, limit {least:.3g}°"
    more = _drafted(it, own + least - max(worst, 0.0))
    at = _on_sheet(it, skin.points[int(drafts.argmin())])
    yield Finding("fix", "draft", it.stamp, told, max(worst, 0.0), least, "°", (at,),
                  remedies=more)  # fmt: skip


def _drafted(it: Subject, draft: float) -> tuple[Remedy, ...]:
    """Walls with so much draft; nothing where strokes would close up, or there is no such field."""
    if draft > 45.0 or "draft" in it.planned.relief.given.idle:
        return ()
    path = ("stamps", it.planned.index, "relief", "draft")
    draft = float(np.ceil(draft * 10 - 1e-6) / 10)
    return (Remedy(f"{draft:.3g}° of draft", ((path, draft),), "deg"),)


@check("undercut", "finished", UNDERCUT)
def undercuts(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Walls, caps and floors behind which a mould is caught when it is pulled."""
    skin = it.skin
    if not limits["least_draft"] or skin is None:
        return
    drafts = skin.drafts(it.pull)
    caught = drafts < -STEEP
    if caught.any():
        area, worst = float(skin.areas[caught].sum()), float(-drafts.min())
        at = _on_sheet(it, skin.points[int(drafts.argmin())])
        told = (f"{area:.2f} mm² of it catch behind the mould, up to {worst:.1f}°, when that is "
                f"pulled {it.pulled}")  # fmt: skip
        yield Finding("fix", "undercut", it.stamp, told, area, 0.0, "mm²", (at,))


def _on_sheet(it: Subject, point: Array) -> tuple[float, float]:
    """The point of a stamp's outlines, on its sheet, that lies nearest to a point in space, mm."""
    flat = np.concatenate([o.points(4) for r in it.planned.placed.regions for o in r.outlines])
    away = np.linalg.norm(np.asarray(it.planned.chart.to_space(flat), dtype=float) - point, axis=1)
    x, y = flat[int(np.nanargmin(away))].tolist()
    return x, y
