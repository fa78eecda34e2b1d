"""Checks on one stamp: from measurements to findings.

Default limits are common practice, no source.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np

from tinstamp.artwork.drawn import Artwork
from tinstamp.chart.base import Chart
from tinstamp.chart.stretch import letter_stretches, per_cent
from tinstamp.proof.finding import Finding, Level
from tinstamp.proof.strokes import thinnest_stroke, tightest_gap
from tinstamp.setting.fit import Fit
from tinstamp.setting.place import Placed

SIDES = ("left edge", "right edge", "lower edge", "upper edge")
ROUND_SIDES = ("left edge", "right edge", "lower rim", "upper rim")


@dataclass(frozen=True)
class Limits:
    """What is measured against, mm."""

    least_wall: float
    edge_margin: float
    least_stroke: float
    least_gap: float


TOLD, STRETCHED = 0.5, 5.0
"""Per cent that a letter may be wider or taller before it is told, and before it wants a look
(common practice, no source)."""
EVEN = 1e-3
"""mm; depths that differ by no more are told as one."""


def missing_letters(stamp: str, artwork: Artwork, text: str, font: str) -> Iterator[Finding]:
    """A finding per character that the font lacks."""
    for letter in artwork.missing:
        yield Finding(
            "fix",
            "missing letter",
            stamp,
            f"{font} has no “{letter}” (U+{ord(letter):04X}): an empty box stands in for it",
            measured=float(text.count(letter)),
            limit=0.0,
            unit="times",
        )


def drawing(stamp: str, artwork: Artwork) -> Iterator[Finding]:
    """What was left out of a logo's file, and ends that stay open."""
    for note in artwork.notes:
        yield Finding("look", "logo", stamp, note)
    for x, y in artwork.marks[:1]:
        count = len(artwork.marks)
        told = f"{count} ends of lines meet no other: the first at {x:.2f}, {y:.2f} mm"
        yield Finding("look", "open end", stamp, told, float(count), 0.0, "ends")
    for x, y in artwork.mended.crossings[:1] if artwork.mended else ():
        count = len(artwork.mended.crossings) if artwork.mended else 0
        told = f"outlines cross themselves in {count} places, the first at {x:.2f}, {y:.2f} mm"
        yield Finding("look", "crossing", stamp, told, float(count), 0.0, "places")


def stretch(stamp: str, chart: Chart, placed: Placed, limits: Limits) -> Iterator[Finding]:
    """How much letters stretch on a face that cannot be laid out without it."""
    if chart.exact:
        return
    found = letter_stretches(chart, placed.regions)
    if not found or not all(np.isfinite([s.wide + s.tall for s in found])):
        return
    across, up = [100 * s.across for s in found], [100 * s.up for s in found]
    most = max(map(abs, (*across, *up)))
    if most < TOLD:
        return
    k = int(np.argmax([max(abs(a), abs(b)) for a, b in zip(across, up, strict=True)]))
    bounds = placed.regions[k].bounds
    told = (
        f"letters are {per_cent([s.across for s in found])} wide and "
        f"{per_cent([s.up for s in found])} tall on the face"
    )
    where = (float(bounds[0] + bounds[2]) / 2, float(bounds[1] + bounds[3]) / 2)
    level: Level = "look" if most > STRETCHED else "note"
    yield Finding(level, "stretch", stamp, told, most, STRETCHED, "%", (where,))


def depth_varies(stamp: str, depths: tuple[float, float] | None) -> Iterator[Finding]:
    """Least and greatest depth where walls are not all as long."""
    if depths is not None and depths[1] - depths[0] > EVEN:
        least, greatest = depths
        told = f"the depth runs from {least:.3f} to {greatest:.3f} mm along the walls"
        yield Finding("note", "depth varies", stamp, told, least, greatest, "mm")


def along_guide(stamp: str, placed: Placed) -> Iterator[Finding]:
    """Artwork longer than its guide is laid out whole, and told by how much."""
    if placed.overrun > 1e-6:
        yield Finding(
            "fix",
            "longer than its guide",
            stamp,
            f"the artwork is {placed.overrun:.3f} mm longer than its guide on one side",
            placed.overrun,
            0.0,
            "mm",
        )


def strokes(stamp: str, placed: Placed, limits: Limits) -> Iterator[Finding]:
    """Strokes and gaps that are too narrow to make."""
    stroke = thinnest_stroke(placed.regions)
    if stroke is not None and stroke.width < limits.least_stroke:
        yield Finding(
            "fix",
            "thin stroke",
            stamp,
            f"thinnest stroke {stroke.width:.2f} mm, limit {limits.least_stroke:.2f} mm",
            stroke.width,
            limits.least_stroke,
            "mm",
            (stroke.at,),
        )
    gap = tightest_gap(placed.regions)
    if gap is not None and gap.width < limits.least_gap:
        yield Finding(
            "look",
            "tight gap",
            stamp,
            f"tightest gap {gap.width:.2f} mm, limit {limits.least_gap:.2f} mm",
            gap.width,
            limits.least_gap,
            "mm",
            (gap.at,),
        )


def on_the_face(stamp: str, fit: Fit, chart: Chart, limits: Limits) -> Iterator[Finding]:
    """Length against girth, edges, and other stamps' ink."""
    if fit.too_long > 0:
        yield Finding(
            "fix",
            "longer than the girth",
            stamp,
            f"the artwork is {fit.ink_width:.3f} mm long, the girth {fit.round_here:.3f} mm: "
            f"{fit.too_long:.3f} mm too long",
            fit.ink_width,
            fit.round_here,
            "mm",
        )
        return
    if fit.edge is None and chart.projected and fit.off_area > 0:
        told = (
            f"{fit.off_area:.2f} mm² of the artwork miss the face: what the cast does not "
            f"reach is left out"
        )
        yield Finding("fix", "misses the face", stamp, told, fit.off_area, 0.0, "mm²")
    elif fit.edge is None:
        sides = ROUND_SIDES if chart.closed else SIDES
        beyond = max(range(4), key=lambda k: fit.over[k])
        reach = fit.over[beyond]
        if reach <= 0 and fit.off_area > 0:
            told = f"{fit.off_area:.2f} mm² of it lie over a hole or past the edge"
            yield Finding("fix", "off the face", stamp, told, fit.off_area, 0.0, "mm²")
        else:
            told = (
                f"reaches {reach:.3f} mm over the {sides[beyond]}"
                if reach > 0
                else "touches the edge of the face"
            )
            yield Finding("fix", "over the edge", stamp, f"the artwork {told}", reach, 0.0, "mm")
    elif fit.edge < limits.edge_margin:
        yield Finding(
            "look",
            "near the edge",
            stamp,
            f"only {fit.edge:.2f} mm to the edge of the face, limit {limits.edge_margin:.2f} mm",
            fit.edge,
            limits.edge_margin,
            "mm",
        )
    for other in fit.touches:
        yield Finding("look", "touches another stamp", stamp, f"the ink touches that of “{other}”")


def walls(
    stamp: str, depth: float, emboss: bool, thickness: tuple[float, float], limits: Limits
) -> Iterator[Finding]:
    """Material left behind an engraving; `thickness` as measured, least and greatest."""
    if emboss or thickness[0] == float("inf"):
        return
    left = thickness[0] - depth
    if left <= 0:
        yield Finding(
            "fix",
            "cut through",
            stamp,
            f"the depth of {depth:.3f} mm is not less than the wall, {thickness[0]:.3f} mm "
            f"thick here: the letters are cut through",
            depth,
            thickness[0],
            "mm",
        )
    elif left < limits.least_wall:
        yield Finding(
            "look",
            "wall left",
            stamp,
            f"wall left {left:.2f} mm, limit {limits.least_wall:.2f} mm",
            left,
            limits.least_wall,
            "mm",
        )


def loose_pieces(stamp: str, pieces: tuple[float, ...]) -> Iterator[Finding]:
    """Middles of letters that fall out of a through-cut."""
    if pieces:
        count = len(pieces)
        what = "a piece falls" if count == 1 else f"{count} pieces fall"
        yield Finding(
            "fix",
            "loose piece",
            stamp,
            f"{what} out, the largest of {pieces[0]:.2f} mm³: a stencil font holds its middles",
            float(count),
            0.0,
            "pieces",
        )
