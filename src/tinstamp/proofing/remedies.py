"""What to change so that a finding is met: computed from its figures, for one undo to take back."""

from __future__ import annotations

import math
from dataclasses import replace

from tinstamp.artwork.fonts import read, shipped
from tinstamp.artwork.glyphs import typeface
from tinstamp.artwork.text import TextSpec, lay_text
from tinstamp.job.model import FontRef, Text
from tinstamp.plan.art import text_spec
from tinstamp.proofing.check import Subject
from tinstamp.proofing.finding import Remedy
from tinstamp.proofing.strokes import Width, strokes_of, widths_of

SURE = 1.005
"""Times as large as what would just do."""
STEP = 0.01
"""mm; what a depth is rounded down to."""
LEAST_DEPTH = 0.05
"""mm; a depth below this is no relief any more."""
MOST_GROWN = 5.0
"""Times as large that artwork is asked to become at most."""


def larger(it: Subject, factor: float, letters: bool = False) -> tuple[Remedy, ...]:
    """Artwork made larger, or smaller, by a factor; nothing where it has no size of its own, or
    where some of its widths do not grow with that: of `letters` what lies between may stay."""
    factor *= SURE if factor > 1 else 1.0
    of, drawn = it.planned.art.artwork, it.planned.art.artwork.given
    names = [name for name in drawn.sizes if name not in drawn.idle]
    if not names or not 0 < factor <= MOST_GROWN or not _grows_evenly(it, letters):
        return ()
    base = ("stamps", it.planned.index, "artwork")
    changes = tuple(((*base, name), of(name) * factor) for name in names)
    new, old = changes[0][1], of(names[0])
    if drawn.kind == "text" and drawn.sizing != "width":
        words = f"letters {new:.2f} mm instead of {old:.2f}"
    else:
        words = f"{factor:.2f} times as large"
    return (Remedy(words, changes),)


def _grows_evenly(it: Subject, letters: bool) -> bool:
    """True where every stroke and gap of a stamp grows with its size: no line of a set width, no
    spacing, no copies a set step apart, no guide that it fills. Between `letters` all may be."""
    art, setting = it.planned.art, it.planned.lay.setting.given
    drawn, of = art.artwork.given, art.artwork
    if art.frame is not None or art.about is not None:
        return False
    if it.planned.lay.copies is not None and not letters:
        return False
    if art.texture is not None or art.bridges is not None:
        return False
    if it.planned.lay.guide is not None and not (letters and setting.guide.fill == "no"):
        return False  # along a bend letters come together
    if drawn.kind == "text":
        lines = any(typeface(font).single_stroke for _, font in art.fonts)
        return not lines and (letters or (of("spacing") <= 0 and not art.shifts))
    if drawn.kind == "logo":
        return bool(drawn.given != "file" and not of("stroke", 0.0))
    return drawn.kind == "sign" or (drawn.kind == "shape" and not of("line", 0.0))


def depth_of(it: Subject, most: float) -> tuple[Remedy, ...]:
    """A depth that is no greater than so many mm; nothing where that is none, or where letters have
    depths of their own."""
    depth = math.floor(most / STEP + 1e-6) * STEP
    idle = "depth" in it.planned.relief.given.idle  # caps follow another face
    if depth < LEAST_DEPTH or it.planned.depths or idle:
        return ()
    path = ("stamps", it.planned.index, "relief", "depth")
    return (Remedy(f"depth {depth:.2f} mm instead of {it.planned.depth:.2f}", ((path, depth),)),)


def heavier(it: Subject, stroke: Width, least: float) -> tuple[Remedy, ...]:
    """The text in a style of its font, as it is shipped, whose strokes are broad enough: laid out
    and measured, not guessed. Nothing for other artwork, where words have fonts of their own, or
    where something is made of the letters."""
    drawn = it.planned.stamp.artwork
    made_of = (it.planned.art.frame, it.planned.art.about, it.planned.art.texture)
    if not isinstance(drawn, Text) or drawn.styles or any(x is not None for x in made_of):
        return ()
    spec, found = text_spec(it.planned.art), []
    for face in shipped():
        if face.family != drawn.font.family or face.style == drawn.font.style:
            continue
        wide = _stroke(replace(spec, font=read(face.path, face.index)), stroke, least)
        if wide is not None:
            found.append((wide, face))
    if not found:
        return ()
    wide, face = min(found, key=lambda one: one[0])
    path = ("stamps", it.planned.index, "artwork", "font")
    new = FontRef(family=face.family, style=face.style)
    return (Remedy(f"{face.family} {face.style}: {wide:.2f} mm", put=((path, new),)),)


def spaced_out(it: Subject, gap: Width, least: float) -> tuple[Remedy, ...]:
    """Letters set apart as far as their gaps need: laid out and measured. Nothing where that does
    not help, as within a letter."""
    if not isinstance(it.planned.stamp.artwork, Text) or not _plain_text(it):
        return ()
    spec, more = (
        text_spec(it.planned.art),
        0.01 * math.ceil(100 * (least - gap.least) * SURE + 1e-6),
    )
    wide = _gap(replace(spec, spacing=spec.spacing + more), gap)
    if wide is None or wide < least:
        return ()
    path = ("stamps", it.planned.index, "artwork", "spacing")
    return (Remedy(f"letter spacing +{more:.2f} mm", ((path, spec.spacing + more),)),)


def _plain_text(it: Subject) -> bool:
    """True for letters that are laid out as they are: without a guide or copies, a size of their
    own or anything made of them."""
    art, lay = it.planned.art, it.planned.lay
    made_of = (art.frame, art.about, art.texture, art.bridges)
    plain = all(each is None for each in made_of) and not art.shifts and art.growth == 1.0
    styles = it.planned.stamp.artwork.styles  # type: ignore[union-attr]
    return plain and lay.guide is None and lay.copies is None and not styles


def _stroke(spec: TextSpec, now: Width, least: float) -> float | None:
    """The least stroke of a text, mm, as much narrower at its cap or floor as it is now; None where
    one is below the least wanted, at the first such letter."""
    narrowest = math.inf
    for region in lay_text(spec).regions:
        found = strokes_of((region,)).narrowest(None)
        if found is not None:
            narrowest = min(narrowest, found.width * now.least / max(now.width, 1e-9))
        if narrowest < least:
            return None
    return narrowest if math.isfinite(narrowest) else None


def _gap(spec: TextSpec, now: Width) -> float | None:
    """The least gap of a text, mm, as much narrower at its cap or floor as it is now; None without
    any."""
    found = widths_of(lay_text(spec).regions)[1].narrowest(None)
    return None if found is None else found.width * now.least / max(now.width, 1e-9)


def field_of(it: Subject, name: str, label: str, value: float) -> tuple[Remedy, ...]:
    """A field of the artwork at another value, mm."""
    path = ("stamps", it.planned.index, "artwork", name)
    return (Remedy(f"{label} {value:.2f} mm", ((path, value),)),)


def moved_in(it: Subject, side: int, by: float) -> tuple[Remedy, ...]:
    """The stamp moved so many mm away from the left, right, lower or upper edge (0 to 3); nothing
    where its place is an angle, another stamp's or a guide's, or turns on its sheet, and where it
    would then reach the opposite edge."""
    setting = it.planned.lay.setting
    low, high = it.planned.placed.bounds[:2], it.planned.placed.bounds[2:]
    edges, k = it.planned.chart.bounds, side // 2
    room = edges[2 + k] - high[k] if side % 2 == 0 else low[k] - edges[k]
    if by > float(room) and not (side < 2 and it.planned.chart.closed):
        return ()
    name = "across" if side < 2 else "up"
    held = setting.given.from_stamp or it.planned.lay.guide is not None
    if held or name in setting.angles or not it.planned.chart.affine:
        return ()
    way = 1.0 if side in (0, 2) else -1.0
    given = setting.given
    if (name == "across" and given.across_from == "right") or (
        name == "up" and given.up_from == "upper"
    ):
        way = -way  # measured inwards from that edge
    words = ("to the right", "to the left", "up", "down")[side]
    path = ("stamps", it.planned.index, "setting", name)
    return (Remedy(f"{by:.2f} mm {words}", ((path, setting(name) + way * by),)),)
