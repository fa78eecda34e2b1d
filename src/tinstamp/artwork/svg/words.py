"""Text of an SVG as outlines, where its font is at hand: letter by letter, with its places, gaps,
turns and lengths, straight on or along a path.

Source: SVG 2, 11.4 (places, anchors), 11.5 (lengths), 11.6 (baselines), 11.8 (on a path); CSS
Text 3, 8 (gaps of letters and words). Text that runs downwards, and text whose font is not at
hand, is told.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, field
from itertools import groupby
from typing import Any

import uharfbuzz as hb

from tinstamp.artwork.fonts import FontData, FontError
from tinstamp.artwork.glyphs import Typeface, typeface
from tinstamp.artwork.outline import Array
from tinstamp.artwork.shaping import Glyph, Make, shape_line
from tinstamp.artwork.svg.characters import (
    DOWNWARDS,
    About,
    Character,
    Fit,
    characters,
    families,
)
from tinstamp.artwork.svg.lengths import length
from tinstamp.artwork.svg.path_data import Run
from tinstamp.artwork.svg.style import Style
from tinstamp.artwork.svg.transforms import scaling, shift, turn
from tinstamp.artwork.unite import mapped

SINGLE_STROKE = 0.5
"""px that the lines of a single-stroke font are wide."""
WORD_ENDS = " \u00a0\u2009"
"""Characters that a gap between words follows."""
ANCHORS = {"middle": 0.5, "end": 1.0}
"""Part of a text's length that lies before the place that anchors it."""
OFF_ITS_PATH = "letters beyond the end of their path"
Words = list[tuple[tuple[Run, ...], Style]]


@dataclass
class _Cluster:
    """What stands for a character, or for several that are joined: px.

    Attributes
    ----------
    wide : its advance. gap : after it. glyphs : with their places from its own begin.
    grown : how much wider its letters are made.
    """

    character: Character
    wide: float
    glyphs: list[tuple[Glyph, float, float]]
    gap: float = 0.0
    dx: float = 0.0
    dy: float = 0.0
    grown: float = 1.0
    fit: Fit | None = field(default=None)


def text_runs(element: Any, style: Style, about: About) -> Iterator[tuple[tuple[Run, ...], Style]]:
    """The outlines of a text element, a piece of one style at a time."""
    every = characters(element, style, about)
    found: Words = []
    x = y = 0.0
    for chunk in _chunks(every):
        first = chunk[0]
        if first.style["writing-mode"] in DOWNWARDS:
            about.tell("text that runs downwards")
            continue
        x = x if first.x is None else first.x
        y = y if first.y is None else first.y
        x, y = _set(chunk, x, y, about.tell, found)
    yield from found


def _chunks(every: Sequence[Character]) -> Iterator[list[Character]]:
    """Characters that are anchored together (SVG 2, 11.4.1)."""
    chunk: list[Character] = []
    for one in every:
        placed = one.x is not None or one.y is not None
        if chunk and (placed or one.path is not chunk[-1].path):
            yield chunk
            chunk = []
        chunk.append(one)
    if chunk:
        yield chunk


def _set(
    chunk: Sequence[Character], x: float, y: float, tell: Callable[[str], None], found: Words
) -> tuple[float, float]:
    """Sets characters that are anchored together from a place on; gives where they end."""
    clusters = _clusters(chunk, tell)
    if not clusters:
        return x, y
    clusters[-1].gap = 0.0
    _fitted(clusters)
    total = sum(c.dx + c.wide + c.gap for c in clusters)
    start = ANCHORS.get(chunk[0].style["text-anchor"], 0.0) * total
    path = chunk[0].path
    at = path.offset - start if path else x - start
    if path is not None and chunk[0].x is not None:
        at += chunk[0].x
    up = 0.0 if path else y
    for style, same in groupby(clusters, key=lambda c: c.character.style):
        runs: list[Run] = []
        for cluster in same:
            at, up = at + cluster.dx, up + cluster.dy
            if style["visibility"] == "visible":
                place = _place(cluster, at, up)
                if place is None:
                    tell(OFF_ITS_PATH)
                else:
                    runs += _outlines(cluster, place)
            at += cluster.wide + cluster.gap
        if runs:
            found.append((tuple(runs), style))
    return path.end if path else (at, up)


def _place(cluster: _Cluster, at: float, up: float) -> Array | None:
    """(3, 3) to px from a cluster's own begin on its baseline, y downwards; None off its path."""
    one = cluster.character
    if one.path is None:
        matrix = shift(at, up - _lifted(one))
    else:
        spot = one.path.at(at + cluster.wide / 2)
        if spot is None:
            return None
        x, y, angle = spot
        matrix = shift(x, y) @ turn(angle) @ shift(-cluster.wide / 2, up - _lifted(one))
    return matrix @ turn(one.turn) @ scaling(cluster.grown, 1.0)


def _clusters(chunk: Sequence[Character], tell: Callable[[str], None]) -> list[_Cluster]:
    """Characters shaped: those of one font and size together."""
    found: list[_Cluster] = []
    for (font, _), same in groupby(chunk, key=lambda c: (c.font, _manner(c.style))):
        part = list(same)
        if font is None:
            tell(_called(part[0].style))
            continue
        try:
            found += _shaped(part, font)
        except FontError:
            tell(_called(part[0].style))
    return found


def _manner(style: Style) -> tuple[str, ...]:
    return tuple(style[k] for k in ("font-size", "letter-spacing", "word-spacing", "font-variant"))


def _shaped(part: Sequence[Character], font: FontData) -> list[_Cluster]:
    """Clusters in the order in which they are seen. Raises FontError."""
    style = part[0].style
    gap = _gap(style, "letter-spacing")
    forms = ("smcp",) if "small-caps" in style["font-variant"] else ()
    joined = gap == 0.0 and not any(c.dx or c.turn for c in part)
    make = Make(font, (), style.font, False, 0.0, 0.0, joined, forms)
    line = shape_line(make, "".join(c.text for c in part), 0)
    if line.missing:
        raise FontError(f"the font lacks {', '.join(line.missing)}")
    found: list[_Cluster] = []
    at = 0.0
    for index, group in groupby(line.glyphs, key=lambda g: g.letter.index):
        glyphs = list(group)
        one = part[index]
        held = []
        wide = 0.0
        for glyph in glyphs:
            held.append((glyph, glyph.letter.x - at, glyph.letter.y))
            wide += glyph.letter.advance
        cluster = _Cluster(one, wide, held, gap, fit=one.fit)
        if one.text in WORD_ENDS:
            cluster.gap += _gap(style, "word-spacing")
        found.append(cluster)
        at += wide
    starts = sorted(c.letter.index for c in line.glyphs)
    for cluster in found:
        _carried(cluster, part, starts)
    return found


def _carried(cluster: _Cluster, part: Sequence[Character], starts: Sequence[int]) -> None:
    """Adds what moves a cluster: the shifts of all characters that it stands for."""
    low = part.index(cluster.character)
    high = min((k for k in starts if k > low), default=len(part))
    cluster.dx = sum(c.dx for c in part[low:high])
    cluster.dy = sum(c.dy for c in part[low:high])


def _gap(style: Style, name: str) -> float:
    return length(style[name], style.font, style.font) or 0.0


def _fitted(clusters: Sequence[_Cluster]) -> None:
    """Makes what asks for a length as long as that."""
    for fit, same in groupby(clusters, key=lambda c: c.fit):
        part = list(same)
        if fit is None:
            continue
        now = sum(c.dx + c.wide + c.gap for c in part)
        if part[-1] is not clusters[-1]:
            now -= part[-1].gap
        if fit.letters and now > 0:
            for one in part:
                one.grown = fit.length / now
                one.wide, one.gap, one.dx = (v * one.grown for v in (one.wide, one.gap, one.dx))
        elif len(part) > 1:
            for one in part[:-1]:
                one.gap += (fit.length - now) / (len(part) - 1)


def _lifted(one: Character) -> float:
    """How far its baseline is raised, px."""
    font = one.font
    if font is None:
        return 0.0
    face, size = typeface(font), one.style.font
    raised = sum(_raise(word, about, face) for word, about in one.lifts)
    return raised - _baseline(one.style["dominant-baseline"], face) * size / face.units


def _raise(word: str, size: float, face: Typeface) -> float:
    """A shift of a baseline, px, upwards (SVG 2, 11.6.4)."""
    known = {"sub": (hb.OTMetricsTag.SUBSCRIPT_EM_Y_OFFSET, -1.0),
             "super": (hb.OTMetricsTag.SUPERSCRIPT_EM_Y_OFFSET, 1.0)}  # fmt: skip
    if word in known:
        tag, sense = known[word]
        return sense * float(face.hb_font.get_metric_position(tag) or 0.0) * size / face.units
    return length(word, size, size) or 0.0


def _baseline(name: str, face: Typeface) -> float:
    """Height of a baseline above that of the alphabet, font units, by what the font says of
    itself. The hanging and the mathematical one: common practice, no source."""
    if name == "middle":
        return float(face.hb_font.get_metric_position(hb.OTMetricsTag.X_HEIGHT) or 0.0) / 2
    return {
        "central": (face.ascent + face.descent) / 2,
        "hanging": 0.8 * face.ascent,
        "mathematical": 0.5 * face.ascent,
        "text-before-edge": face.ascent, "text-top": face.ascent, "before-edge": face.ascent,
        "text-after-edge": face.descent, "text-bottom": face.descent, "after-edge": face.descent,
        "ideographic": face.descent,
    }.get(name, 0.0)  # fmt: skip


def _called(style: Style) -> str:
    found = families(style)
    return f"text in the font “{found[0]}”" if found else "text without a font"


def _outlines(cluster: _Cluster, place: Array) -> list[Run]:
    """A cluster's outlines where it stands."""
    found: list[Run] = []
    for glyph, dx, dy in cluster.glyphs:
        matrix = (place @ shift(dx, -dy) @ scaling(glyph.scale, -glyph.scale))[:2]
        contours = glyph.face.contours(glyph.letter.glyph, SINGLE_STROKE / glyph.scale)
        found += [Run(mapped(contour, matrix), True) for contour in contours]
    return found
