"""The checks on a stamp, each with its stage and its limits: from measurements to findings."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from itertools import pairwise

import numpy as np

from tinstamp.artwork.fonts import embedding_of
from tinstamp.artwork.letter_forms import forms_for, name_of
from tinstamp.artwork.outline import Region
from tinstamp.artwork.text import lay_text
from tinstamp.chart.stretch import letter_stretches, per_cent, stretch_at
from tinstamp.job.face_name import StampFace
from tinstamp.job.limit import Limit
from tinstamp.job.model import Braille, Text
from tinstamp.job.relief_when import STENCIL
from tinstamp.plan.art import text_spec
from tinstamp.plan.heights import Heights
from tinstamp.plan.pins import pins_of
from tinstamp.proofing import edge_checks as edge_checks
from tinstamp.proofing import mark_checks as mark_checks
from tinstamp.proofing import process_checks as process_checks
from tinstamp.proofing import standard_checks as standard_checks
from tinstamp.proofing import width_checks as width_checks
from tinstamp.proofing.check import CHECKS, Check, Numbers, Subject, check, limits_of, short_of
from tinstamp.proofing.finding import Finding, Level, Remedy
from tinstamp.proofing.processes import with_processes
from tinstamp.proofing.remedies import depth_of, field_of, larger, moved_in

SIDES = ("left edge", "right edge", "lower edge", "upper edge")
ROUND_SIDES = ("left edge", "right edge", "lower rim", "upper rim")
TOLD, STRETCHED = 0.5, 5.0
"""Per cent that a letter may be wider or taller before it is told, and before it wants a look
(common practice, no source)."""
TOLD_SKEW = 0.5
"""Degrees off a right angle that a letter is skewed by before it is told."""
TOLD_STEP = 0.02
"""mm; walls that are set off more from one another are told."""
TOLD_LEAN = 0.1
"""Degrees; walls that lean more are told."""
TOLD_FLANK = 0.5
"""Degrees by which walls of a carving may differ from its V before it is told."""
LEAST_WALL = Limit("least_wall", "Wall left", "0.8 mm", reason="a thinner wall dents or breaks")
EDGE_MARGIN = Limit(
    "edge_margin", "To the edge", "1 mm", reason="nearer to an edge, walls break out"
)
FITS_ROUND = 0.98
"""Part of the way round that artwork which was too long is made to take."""
DEPTHS_AGREE = 1e-3
"""mm; depths that differ by no more are told as one."""


@check("missing letter", "artwork")
def missing_letters(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """A character that the font lacks."""
    drawn = it.planned.stamp.artwork
    if isinstance(drawn, Braille):
        for letter in it.planned.artwork.missing:
            told = f"there is no braille letter by letter for “{letter}”: it is left out"
            yield Finding("fix", "missing letter", it.stamp, told, 1.0, 0.0, "times")
    if not isinstance(drawn, Text):
        return
    font = f"{drawn.font.family} {drawn.font.style}"
    for letter in it.planned.artwork.missing:
        yield Finding(
            "fix",
            "missing letter",
            it.stamp,
            f"{font} has no “{letter}” (U+{ord(letter):04X}): an empty box stands in for it",
            measured=float(drawn.text.count(letter)),
            limit=0.0,
            unit="times",
        )


@check("letters run together", "placed")
def letters_run_together(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Letters that touch though their font sets them apart, as by spacing or on a tight bend."""
    if not isinstance(it.planned.stamp.artwork, Text):
        return
    spec = text_spec(it.planned.art)
    found = joined_letters(it.planned.placed.regions)
    found -= joined_letters(lay_text(replace(spec, spacing=0.0, word_spacing=0.0)).regions)
    if found:
        pairs = ", ".join(f"“{spec.text[a]}{spec.text[b]}”" for a, b in sorted(found)[:4])
        count = len(found)
        told = f"letters run together at {count} {'place' if count == 1 else 'places'}: {pairs}"
        tight = it.planned.art.artwork("spacing") < 0
        wider = field_of(it, "spacing", "letter spacing", 0.0) if tight else ()
        yield Finding("look", "letters run together", it.stamp, told, float(count), 0.0, "places",
                      remedies=wider)  # fmt: skip


def joined_letters(regions: Sequence[Region]) -> set[tuple[int, int]]:
    """Neighbours that are one region, by their numbers."""
    return {pair for region in regions for pair in pairwise(sorted(set(region.letters)))}


@check("letter form", "artwork")
def letter_forms_without_effect(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """A form of letters that was chosen and that the font does not have for them."""
    if not isinstance(it.planned.stamp.artwork, Text):
        return
    spec = text_spec(it.planned.art)
    parts = [(spec.forms, spec.font, spec.text)]
    parts += [(s.forms, s.font, spec.text[s.start : s.end]) for s in spec.styles]
    for forms, font, words in parts:
        offered = forms_for(font, words) if forms else ()
        for tag in forms:
            if tag not in offered:
                told = f"the font has no “{name_of(tag).lower()}” for “{words[:20]}”"
                yield Finding("look", "letter form", it.stamp, told)


@check("font's licence", "artwork")
def fonts_that_may_not_be_kept(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """A font that is kept within the job though its maker speaks against it."""
    for ref, font in it.planned.art.fonts_by_name.items():
        if said := embedding_of(font):
            told = f"{ref} is kept within the job: {said}"
            yield Finding("look", "font's licence", it.stamp, told)


@check("logo", "artwork")
def notes_of_logo(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """What was left out of a logo's file."""
    for note in it.planned.artwork.notes:
        yield Finding("look", "logo", it.stamp, note)


@check("open end", "artwork")
def open_ends(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Ends of lines that meet no other."""
    marks = it.planned.artwork.marks
    for x, y in marks[:1]:
        count = len(marks)
        told = f"{count} ends of lines meet no other: the first at {x:.2f}, {y:.2f} mm"
        yield Finding("look", "open end", it.stamp, told, float(count), 0.0, "ends")


@check("crossing", "artwork")
def crossings(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Outlines of a drawing that cross themselves."""
    mended = it.planned.artwork.mended
    for x, y in mended.crossings[:1] if mended else ():
        count = len(mended.crossings) if mended else 0
        told = f"outlines cross themselves in {count} places, the first at {x:.2f}, {y:.2f} mm"
        yield Finding("look", "crossing", it.stamp, told, float(count), 0.0, "places")


@check("stretch", "fitted")
def stretch(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """How much letters stretch on a face that cannot be laid out without it."""
    chart, placed = it.planned.chart, it.planned.placed
    if chart.exact or it.planned.art.along_edges:
        return
    letters = placed.regions
    if it.planned.art.to_edges:  # the field about them is no letter
        letters = tuple(Region(c.reversed()) for region in letters for c in region.counters)
    found = letter_stretches(chart, letters)
    if not found or not all(np.isfinite([s.wide + s.tall for s in found])):
        return
    across, up = [100 * s.across for s in found], [100 * s.up for s in found]
    most = max(map(abs, (*across, *up)))
    if most < TOLD:
        return
    k = int(np.argmax([max(abs(a), abs(b)) for a, b in zip(across, up, strict=True)]))
    bounds = letters[k].bounds
    told = (
        f"letters are {per_cent([s.across for s in found])} wide and "
        f"{per_cent([s.up for s in found])} tall on the face"
    )
    boxes = np.array([letter.bounds for letter in letters])
    leans = np.abs(stretch_at(chart, (boxes[:, :2] + boxes[:, 2:]) / 2, "angle"))
    if float(np.nanmax(leans, initial=0.0)) > TOLD_SKEW:
        told += f", and lean by up to {float(np.nanmax(leans)):.1f}°"
    where = (float(bounds[0] + bounds[2]) / 2, float(bounds[1] + bounds[3]) / 2)
    level: Level = "look" if most > STRETCHED else "note"
    yield Finding(level, "stretch", it.stamp, told, most, STRETCHED, "%", (where,))


@check("depth varies", "made")
def depth_varies(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Least and greatest depth where walls are not all as long."""
    depths = it.depths
    if depths is not None and depths[1] - depths[0] > DEPTHS_AGREE:
        least, greatest = depths
        told = f"the depth runs from {least:.3f} to {greatest:.3f} mm along the walls"
        yield Finding("note", "depth varies", it.stamp, told, least, greatest, "mm")


@check("picture", "fitted")
def picture(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """How finely a picture that caps follow is resolved, and what depths come of it."""
    heights = it.planned.level
    if isinstance(heights, Heights):
        asked = it.planned.relief("picture.detail")
        yield Finding("note", "picture", it.stamp, heights.told, heights.cell, asked, "mm")


@check("closes at", "fitted")
def closes_at(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Ink that is carved to its middle, less deep than asked."""
    item = it.planned
    asked = item.relief("depth", 0.0)
    if item.carve is not None and asked - item.depth > DEPTHS_AGREE:
        told = f"its walls meet {item.depth:.2f} mm from the face, before the {asked:g} mm asked"
        yield Finding("note", "closes at", it.stamp, told, item.depth, asked, "mm")


@check("flank angle", "fitted")
def flank_angle(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Walls of ink carved on a bent face that differ from its V, as the face bends."""
    # depth goes by the distance along the face: off by what that turns from edge to middle
    item = it.planned
    if item.carve is None:
        return
    mean, gauss = (float(v) for v in item.chart.bent_at(np.array(item.placed.origin)))
    apart = float(np.sqrt(max(mean * mean - gauss, 0.0)))
    most = mean + apart if mean >= 0.0 else mean - apart
    turns = float(np.degrees(most * item.depth * item.carve))
    if abs(turns) > TOLD_FLANK:
        off, vee = abs(turns), item.relief("vee")
        told = (
            f"as the face bends, its walls are up to {off:.1f}° flatter at the face than a V of "
            f"{vee:g}° leaves them in a flat one"
            if (turns > 0.0) != item.raised
            else f"as the face bends, its walls are up to {off:.1f}° steeper at the face than a V "
            f"of {vee:g}° leaves them in a flat one"
        )
        yield Finding("note", "flank angle", it.stamp, told, abs(turns), TOLD_FLANK, "°")


@check("walls lean", "made")
def walls_lean(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Walls that are not square to their face where two faces meet at an angle."""
    if it.lean > TOLD_LEAN:
        told = f"within a millimetre of where faces meet its walls lean by up to {it.lean:.1f}°"
        yield Finding("note", "walls lean", it.stamp, told, it.lean, 0.0, "°")


@check("walls set off", "made")
def walls_set_off(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Walls of two faces that do not quite meet where they run askew over a joint."""
    if it.step > TOLD_STEP:
        told = f"where it runs askew over an edge its walls are set off by up to {it.step:.2f} mm"
        yield Finding("note", "walls set off", it.stamp, told, it.step, 0.0, "mm")


@check("longer than its guide", "placed")
def along_guide(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Artwork longer than its guide is laid out whole, and told by how much."""
    placed = it.planned.placed
    if placed.overrun > 1e-6:
        yield Finding(
            "fix",
            "longer than its guide",
            it.stamp,
            f"the artwork is {placed.overrun:.3f} mm longer than its guide on one side",
            placed.overrun,
            0.0,
            "mm",
        )


@check("longer than the girth", "fitted")
def longer_than_girth(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Artwork that is longer than its way round the face."""
    fit = it.fit
    assert fit is not None
    if fit.too_long > 0 and not it.planned.prisms:
        yield Finding(
            "fix",
            "longer than the girth",
            it.stamp,
            f"the artwork is {fit.ink_width:.3f} mm long, the girth {fit.round_here:.3f} mm: "
            f"{fit.too_long:.3f} mm too long",
            fit.ink_width,
            fit.round_here,
            "mm",
            remedies=larger(it, FITS_ROUND * fit.round_here / fit.ink_width),
        )


def _on_its_face(it: Subject) -> bool:
    """True where the face's edges mean something to the artwork."""
    return it.fit is not None and it.fit.too_long <= 0 and not it.planned.prisms


@check("misses the face", "fitted")
def misses_the_face(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """What a cast does not reach."""
    fit = it.fit
    assert fit is not None
    cast = it.planned.chart.projected and fit.off_area > 0
    if _on_its_face(it) and fit.edge is None and cast:
        told = (
            f"{fit.off_area:.2f} mm² of the artwork miss the face: what the cast does not "
            f"reach is left out"
        )
        yield Finding("fix", "misses the face", it.stamp, told, fit.off_area, 0.0, "mm²")


def _beyond(it: Subject) -> tuple[int, float] | None:
    """The side that ink reaches furthest beyond, and how far, mm; None where it is all on the
    face, or a cast tells what it misses."""
    fit, chart = it.fit, it.planned.chart
    assert fit is not None
    if not _on_its_face(it) or fit.edge is not None or (chart.projected and fit.off_area > 0):
        return None
    side = max(range(4), key=lambda k: fit.over[k])
    return side, fit.over[side]


@check("off the face", "fitted")
def off_the_face(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Ink over a hole of the face, or past an edge that is not straight."""
    beyond, fit = _beyond(it), it.fit
    assert fit is not None
    if beyond is not None and beyond[1] <= 0 and fit.off_area > 0:
        told = f"{fit.off_area:.2f} mm² of it lie over a hole or past the edge"
        yield Finding("fix", "off the face", it.stamp, told, fit.off_area, 0.0, "mm²")


@check("over the edge", "fitted", EDGE_MARGIN)
def over_the_edge(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Ink that reaches an edge of the face, or past it."""
    beyond, fit = _beyond(it), it.fit
    assert fit is not None
    if beyond is None or (beyond[1] <= 0 and fit.off_area > 0):
        return
    side, reach = beyond
    sides = ROUND_SIDES if it.planned.chart.closed else SIDES
    where = f"reaches {reach:.3f} mm over the {sides[side]}"
    told = where if reach > 0 else "touches the edge of the face"
    back = moved_in(it, side, max(reach, 0.0) + limits["edge_margin"])
    yield Finding("fix", "over the edge", it.stamp, f"the artwork {told}", reach, 0.0, "mm",
                  remedies=back)  # fmt: skip


@check("near the edge", "fitted", EDGE_MARGIN)
def near_the_edge(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Ink that comes near an edge of the face."""
    fit, margin = it.fit, limits["edge_margin"]
    assert fit is not None
    if _on_its_face(it) and fit.edge is not None and short_of(fit.edge, margin):
        told = f"only {fit.edge:.2f} mm to the edge of the face, limit {margin:.2f} mm"
        yield Finding("look", "near the edge", it.stamp, told, fit.edge, margin, "mm")


@check("touches another stamp", "fitted")
def touches_another(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Ink that touches another stamp's."""
    assert it.fit is not None
    for other in it.fit.touches if _on_its_face(it) else ():
        told = (
            f"the ink touches that of “{other}”; to lie on that one, its face is to be "
            f"“{StampFace(other, 'cap')}”"
        )
        yield Finding("look", "touches another stamp", it.stamp, told)


def _cut(it: Subject) -> tuple[float, float] | None:
    """The greatest depth and the thinnest wall behind an engraving, mm; None for anything else."""
    wall = it.wall
    if it.planned.raised or not it.planned.depth or wall is None or wall[0] == float("inf"):
        return None
    return max([depth for depth, _ in it.planned.by_depth()] or [it.planned.depth]), wall[0]


@check("cut through", "measured", LEAST_WALL)
def cut_through(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """An engraving as deep as the wall behind it."""
    if (cut := _cut(it)) is not None and cut[1] <= cut[0]:
        depth, wall = cut
        told = (
            f"the depth of {depth:.3f} mm is not less than the wall, {wall:.3f} mm "
            f"thick here: the letters are cut through"
        )
        yield Finding("fix", "cut through", it.stamp, told, depth, wall, "mm",
                      remedies=depth_of(it, wall - limits["least_wall"]))  # fmt: skip


@check("wall left", "measured", LEAST_WALL)
def wall_left(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Little material left behind an engraving."""
    if (cut := _cut(it)) is None:
        return
    left, least = cut[1] - cut[0], limits["least_wall"]
    if left > 0 and short_of(left, least):
        told = f"wall left {left:.2f} mm, limit {least:.2f} mm"
        yield Finding("look", "wall left", it.stamp, told, left, least, "mm",
                      remedies=depth_of(it, cut[1] - least))  # fmt: skip


@check("wall beside", "finished", LEAST_WALL)
def wall_beside(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Little material between an engraving's floor and another face, in any direction."""
    cut, found, least = _cut(it), it.behind, limits["least_wall"]
    if cut is None or found is None or not short_of(found.distance, least):
        return
    left = cut[1] - cut[0]
    edge = it.fit.edge if it.fit is not None else None
    if edge is None and found.distance <= DEPTHS_AGREE:
        return  # over the edge its floor ends at the next face
    told_already = min(left, edge if edge is not None else left)
    if found.distance < told_already - DEPTHS_AGREE:
        told = (f"{found.distance:.2f} mm from its floor to “{found.face}”, limit {least:.2f} mm; "
                f"square to the face {left:.2f} mm are left")  # fmt: skip
        yield Finding("look", "wall beside", it.stamp, told, found.distance, least, "mm")


@check("loose piece", "made")
def loose_pieces(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Middles of letters that fall out of a through-cut."""
    loose = it.loose
    if not loose:
        return
    count = len(loose)
    what = "a piece falls" if count == 1 else f"{count} pieces fall"
    told = f"{what} out, the largest of {loose[0]:.2f} mm³"
    bridged: tuple[Remedy, ...] = ()
    if it.planned.relief.given.make == "engrave":
        told += ": a stencil font, or bridges, hold such middles"
        bridged = (Remedy("cut through with bridges", put=(
            (("stamps", it.planned.index, "relief", "make"), "stencil"),)),)  # fmt: skip
    elif it.planned.raised:
        told += ": it hangs on nothing"
    yield Finding("fix", "loose piece", it.stamp, told, float(count), 0.0, "pieces",
                  remedies=bridged)  # fmt: skip


@check("not through", "made")
def not_through(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """A stencil that leaves a floor somewhere, where the part is thicker than between."""
    if it.planned.relief.given.make in STENCIL["make"] and it.floor:
        told = "it is not cut through everywhere: somewhere the part is thicker than was measured"
        yield Finding("fix", "not through", it.stamp, told)


@check("nothing to cut through", "measured")
def nothing_behind(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """A stencil with no material behind it that could be measured."""
    if it.planned.relief.given.make in STENCIL["make"] and it.wall and not np.isfinite(it.wall[1]):
        told = "there is no material behind it that it could cut through"
        yield Finding("fix", "nothing to cut through", it.stamp, told)


@check("pins", "measured", LEAST_WALL)
def pins(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Loose letters too narrow for their pins, and holes for pins that leave little wall."""
    places = pins_of(it.planned)
    bare = [region for region, own in zip(it.planned.placed.regions, places, strict=False)
            if not own]  # fmt: skip
    if bare:
        count, of = len(bare), it.planned.relief("pins")
        x, y = ((bare[0].bounds[:2] + bare[0].bounds[2:]) / 2).tolist()
        yield Finding("look", "pins", it.stamp, f"{count} of {len(places)} pieces are too narrow "
                      f"for pins of {of:g} mm and have none", float(count), 0.0, "pieces",
                      ((x, y),))  # fmt: skip
    if not any(places) or it.wall is None or not np.isfinite(it.wall[0]):
        return
    left = it.wall[0] - it.planned.relief("pin_length") - it.planned.relief("pin_clearance")
    if short_of(left, limits["least_wall"]):
        told = f"the holes for pins leave a wall of {max(left, 0.0):.2f} mm" if left > 0 else (
            "the holes for pins go through the wall")  # fmt: skip
        yield Finding("look" if left > 0 else "fix", "pins", it.stamp, told, left,
                      limits["least_wall"], "mm")  # fmt: skip


_MODULES = [edge_checks, mark_checks, process_checks, standard_checks, width_checks]
_RANKS = [module.__name__ for module in _MODULES]


def _rank(each: Check) -> int:
    """Checks of a module together, in one order whichever of them was imported first."""
    module = each.run.__module__
    return _RANKS.index(module) if module in _RANKS else len(_RANKS)


_ordered = sorted(CHECKS.values(), key=_rank)
CHECKS.clear()
CHECKS.update({each.name: each for each in _ordered})
LIMITS = with_processes(limits_of(CHECKS.values()))
"""All limits by name, for `resolve`."""
