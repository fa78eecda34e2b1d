"""A stamp's artwork, from the fields of the job."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from functools import partial
from typing import Any

import numpy as np

from tinstamp.artwork import fonts
from tinstamp.artwork.braille import BrailleError, BrailleSpec, draw_braille
from tinstamp.artwork.bridges import BridgeError, Bridges, bridged
from tinstamp.artwork.drawn import (
    Artwork,
    Frame,
    Shifts,
    flip_of,
    flipped,
    framed,
    grown,
    scaled,
    shifted_letters,
)
from tinstamp.artwork.fonts import FontData
from tinstamp.artwork.inverted import Field, inverted
from tinstamp.artwork.kept import Kept
from tinstamp.artwork.logo import FileData, LogoSpec, draw_logo
from tinstamp.artwork.machine_mark import MarkError, MarkSpec, draw_mark
from tinstamp.artwork.outline import Region
from tinstamp.artwork.painted import LogoError
from tinstamp.artwork.pattern import PatternError, Texture
from tinstamp.artwork.pattern import filled as filled_in
from tinstamp.artwork.plain import ShapeSpec, draw_shape
from tinstamp.artwork.scale import (
    MOST_MARKS,
    ScaleError,
    ScaleSpec,
    draw_scale,
    marks_of,
    scale_inks,
)
from tinstamp.artwork.shaping import Style
from tinstamp.artwork.sign import SignError, SignSpec, draw_sign
from tinstamp.artwork.text import LetterInk, TextSpec, lay_text, letter_inks
from tinstamp.job.archive import Document
from tinstamp.job.formula import LENGTHS, FormulaError
from tinstamp.job.model import Border, Braille, Code, Drawn, FontRef, Logo, Text
from tinstamp.job.resolve import Resolved
from tinstamp.job.setting import WRAPS, Cast
from tinstamp.job.text_fields import filled
from tinstamp.job.worked import Worked, worked
from tinstamp.plan.about_ink import bridges_of, field_of, growth_of, texture_of
from tinstamp.plan.groove import groove_of

_kept: Kept[Artwork] = Kept(64)
MOST_SLANT = 60.0
"""degrees"""


@dataclass(frozen=True)
class ArtSpec:
    """All that decides the shape of a stamp's artwork.

    Attributes
    ----------
    about : a field about the ink, which is worked on instead of it. bridges : of a stencil.
    texture : what the ink is filled with. mould : it is the mould of what shows the artwork, whose
        casting is `growth` times as small.
    text : with its fields worked out. fonts : by where they stand in the artwork's fields.
    file : of a logo. behind : it is read from the other side.
    lines : besides its ink, the lines of single-stroke text (`artwork.text.TextSpec`).
    line : how wide its lines are where a tool decides that, mm.
    """

    artwork: Worked[Any]
    border: Worked[Border]
    behind: bool
    about: Field | None = None
    bridges: Bridges | None = None
    texture: Texture | None = None
    mould: bool = False
    growth: float = 1.0
    text: str = ""
    fonts: tuple[tuple[tuple[str | int, ...], FontData], ...] = ()
    file: FileData | None = None
    lines: bool = False
    line: float | None = None

    def line_or(self, own: float) -> float:
        """How wide lines are that are `own` mm wide unless a tool decides that."""
        return own if self.line is None else self.line

    @property
    def mirrored(self) -> bool:
        """Left and right change places."""
        turned = bool(getattr(self.artwork.given, "mirrored", False))
        return turned ^ self.behind ^ self.mould

    @property
    def upside_down(self) -> bool:
        return bool(getattr(self.artwork.given, "upside_down", False))

    @property
    def fonts_by_name(self) -> Mapping[str, FontData]:
        """The fonts by their families' and styles' names."""
        refs = self.artwork.given.fonts_at
        return {f"{refs[at].family} {refs[at].style}": font for at, font in self.fonts}

    def font(self, *place: str | int) -> FontData:
        """That of a field of the artwork, else the common one."""
        held = dict(self.fonts)
        return held.get(place, held["font",])

    @property
    def to_edges(self) -> bool:
        """The field about it goes as far as the edges of its face."""
        return self.about is not None and self.about.shape == "edges"

    @property
    def along_edges(self) -> bool:
        """It runs along the edges of its face, wherever those are."""
        return getattr(self.artwork.given, "shape", "") == "band"

    @property
    def frame(self) -> Frame | None:
        """The border, mm."""
        if not self.border.given.on:
            return None
        of = self.border
        return Frame(gap=of("gap"), line=of("line"), corner=of("corner"))

    @property
    def shifts(self) -> Shifts:
        """How letters with a place of their own are moved, mm."""
        of, letters = self.artwork, getattr(self.artwork.given, "letters", ())
        return tuple(
            (own.index, of(f"letters.{k}.across"), of(f"letters.{k}.up"))
            for k, own in enumerate(letters)
        )


def font_data(ref: FontRef, embedded: Mapping[str, bytes]) -> FontData:
    """The font's bytes: those within the job first, then by name from the library.

    Raises FontError.
    """
    axes = tuple(sorted(ref.axes.items()))
    if ref.digest in embedded:
        return FontData(embedded[ref.digest], ref.index, axes)
    face = fonts.find(ref.family, ref.style)
    return replace(fonts.read(face.path, face.index), axes=axes)


def seen_from_behind(cast: Cast) -> bool:
    """True when artwork is cast onto the far side alone, to be read from there."""
    return cast.side == "far" and cast.way not in WRAPS


def art_spec(document: Document, resolved: Resolved, index: int) -> ArtSpec:
    """Of stamp `index`. Raises FontError, FormulaError, LogoError."""
    stamp, base = document.job.stamps[index], ("stamps", index)
    drawn = stamp.artwork
    artwork: Worked[Any] = worked(drawn, resolved, (*base, "artwork"))
    relief = worked(stamp.relief, resolved, (*base, "relief"))
    spec = ArtSpec(
        artwork,
        worked(stamp.border, resolved, (*base, "border")),
        seen_from_behind(stamp.setting.cast),
        field_of(relief),
        bridges_of(relief),
        texture_of(worked(stamp.pattern, resolved, (*base, "pattern"))),
        relief.given.shown_by == "mould",
        growth_of(relief),
    )
    groove = groove_of(relief)
    spec = replace(
        spec,
        line=None if groove is None else groove.width,
        fonts=tuple((at, font_data(ref, document.fonts)) for at, ref in drawn.fonts_at.items()),
    )
    if isinstance(drawn, Text):
        return replace(spec, text=filled(drawn.text, document.job, resolved, artwork("height")))
    if isinstance(drawn, Logo):
        return replace(spec, file=_file(drawn, document))
    if isinstance(drawn, Code | Braille):
        return replace(spec, text=filled(drawn.text, document.job, resolved))
    return spec


def _file(logo: Logo, document: Document) -> FileData:
    if logo.digest not in document.logos:
        raise LogoError(
            f"the logo “{logo.file}” is not within the job" if logo.file else
            "no logo has been taken in yet: choose a file"
        )  # fmt: skip
    return FileData(document.logos[logo.digest], logo.format)


def text_spec(spec: ArtSpec) -> TextSpec:
    """Of a text."""
    of, text = spec.artwork, spec.artwork.given
    return TextSpec(
        text=spec.text,
        font=spec.font(),
        height=of("height"),
        sizing=text.sizing,
        spacing=of("spacing"),
        word_spacing=of("word_spacing"),
        ligatures=text.ligatures,
        forms=text.forms,
        align=text.align,
        line_spacing=of("line_spacing"),
        cutter=spec.line_or(of("cutter")),
        lines=spec.lines,
        styles=tuple(
            Style(
                start=style.start,
                end=style.end,
                font=spec.font("styles", k, "font"),
                size=of(f"styles.{k}.size"),
                forms=style.forms,
            )
            for k, style in enumerate(text.styles)
        ),
    )


def _draw_text(spec: ArtSpec) -> Artwork:
    art = lay_text(text_spec(spec))
    slant = spec.artwork("slant")
    if not slant:
        return art
    if abs(slant) > MOST_SLANT:
        raise FormulaError(f"letters lean by at most {MOST_SLANT:g}°, not {slant:g}°")
    return _kept.get(art, slant, lambda: replace(art, regions=_slanted(art.regions, slant)))


def _slanted(regions: tuple[Region, ...], slant: float) -> tuple[Region, ...]:
    """Regions sheared about the baseline, degrees to the right."""
    matrix = np.array([[1.0, np.tan(np.radians(slant))], [0.0, 1.0]])
    return tuple(region.transformed(matrix, np.zeros(2)) for region in regions)


def _draw_logo(spec: ArtSpec) -> Artwork:
    of, logo = spec.artwork, spec.artwork.given
    assert spec.file is not None
    threshold = of("threshold", 0.5)
    if not 0 < threshold < 1:
        raise FormulaError("the threshold is a part of white, between 0 and 1")
    return draw_logo(
        LogoSpec(
            file=spec.file,
            given=logo.given,
            size=of("size", 1.0),
            unit=LENGTHS[logo.unit],
            join=of("join", 0.0),
            speck=of("speck"),
            reduce=of("reduce"),
            stroke=spec.line_or(of("stroke", 0.0)),
            threshold=threshold,
            inks=tuple((ink.colour, ink.use) for ink in logo.inks),
            tone=logo.tone,
            framed=bool(logo.inks) and logo.framed,
        )
    )


def _draw_shape(spec: ArtSpec) -> Artwork:
    of, shape = spec.artwork, spec.artwork.given
    if spec.along_edges:  # drawn where its face is known
        return Artwork(())
    sides, line = of("sides", 0.0), of("line", 0.0)
    if sides and (sides != int(sides) or not 3 <= sides <= 60):
        raise FormulaError(f"{sides:g} sides cannot be drawn: give a whole number from 3 to 60")
    try:
        return draw_shape(
            ShapeSpec(
                shape=shape.shape,
                width=of("wide"),
                height=of("high", 0.0),
                corner=of("corner", 0.0),
                sides=int(sides),
                line=spec.line_or(line) if line else 0.0,
            )
        )
    except ValueError as error:
        raise FormulaError(str(error)) from error


def mark_spec(spec: ArtSpec) -> MarkSpec:
    """A machine-read mark as it is drawn, before anything is made of it."""
    of, code = spec.artwork, spec.artwork.given
    return MarkSpec(code.symbol, spec.text, of("cell"), of("bars", 1.0), code.light)


def _draw_code(spec: ArtSpec) -> Artwork:
    try:
        return draw_mark(mark_spec(spec))
    except MarkError as error:
        raise FormulaError(str(error)) from error


def _draw_sign(spec: ArtSpec) -> Artwork:
    sign = spec.artwork.given
    try:
        return draw_sign(SignSpec(sign.sign, spec.artwork("height"), sign.inside, sign.below))
    except SignError as error:
        raise FormulaError(str(error)) from error


def _draw_braille(spec: ArtSpec) -> Artwork:
    of, sizes = spec.artwork, ("dot", "apart", "cell", "line")
    numbers = {name: of(name) for name in sizes}
    try:
        return draw_braille(BrailleSpec(spec.text, of.given.by, **numbers))
    except BrailleError as error:
        raise FormulaError(str(error)) from error


def scale_spec(spec: ArtSpec) -> ScaleSpec:
    """Of a scale. Raises FormulaError."""
    of, scale = spec.artwork, spec.artwork.given
    numbers = {name: of(name) for name in ("first", "last", "step")}
    apart = of("apart", 0.0)
    if scale.spread == "whole":
        apart = of("whole") / (marks_of(**numbers) - 1)
    return ScaleSpec(
        **numbers,
        apart=apart,
        ends=scale.ends,
        longer=_whole("long marks", of("longer"), 1),
        numbered=_whole("numerals", of("numbered"), 0),
        **{name: of(name) for name in ("short", "long", "line", "height", "gap")},
        font=spec.font(),
        below=scale.below,
        comma=scale.comma,
    )


def _whole(what: str, value: float, least: int) -> int:
    """A count of marks. Raises FormulaError."""
    if value != int(value) or not least <= value <= MOST_MARKS:
        raise FormulaError(f"{what} every {value:g} marks: give a whole number from {least}")
    return int(value)


def _draw_scale(spec: ArtSpec) -> Artwork:
    try:
        return draw_scale(scale_spec(spec))
    except ScaleError as error:
        raise FormulaError(str(error)) from error


DRAWS: Mapping[str, Callable[[ArtSpec], Artwork]] = {
    "text": _draw_text,
    "logo": _draw_logo,
    "shape": _draw_shape,
    "code": _draw_code,
    "sign": _draw_sign,
    "scale": _draw_scale,
    "braille": _draw_braille,
}
"""By the kind of artwork."""


def draw(spec: ArtSpec) -> Artwork:
    """The artwork. Raises FontError, FormulaError, LogoError."""
    return _worked_over(draw_bare(spec), spec)


def draw_bare(spec: ArtSpec) -> Artwork:
    """The artwork before a relief makes something of it. Raises FontError, FormulaError,
    LogoError."""
    drawn: Drawn = spec.artwork.given
    art = DRAWS[drawn.kind](spec)
    if spec.shifts:
        art = _shifted(art, spec.shifts)
    if spec.mirrored or spec.upside_down:
        art = _flipped(art, spec.mirrored, spec.upside_down)
    return art if spec.frame is None else _framed(art, spec.frame)


def _worked_over(art: Artwork, spec: ArtSpec) -> Artwork:
    """What is made of drawn artwork, whatever it shows: the field about it, a stencil's bridges, a
    pattern, the larger size of a mould."""
    steps: tuple[tuple[Any, Callable[[Artwork, Any], Artwork]], ...] = (
        (spec.about, inverted),
        (spec.bridges and (spec.bridges, spec.text), _held),
        (None if spec.to_edges or spec.along_edges else spec.texture, filled_with),
        (None if spec.growth == 1.0 else spec.growth, grown),
    )
    for given, work in steps:
        if given is not None:
            art = _kept.get(art, given, partial(work, art, given), whether=_is_there)
    return art


def _is_there(art: Artwork) -> bool:
    """It does not stand in for what is still being drawn."""
    return not art.waits


def _held(art: Artwork, given: tuple[Bridges, str]) -> Artwork:
    """A stencil's artwork with its bridges. Raises FormulaError."""
    try:
        return bridged(art, *given)
    except BridgeError as error:
        raise FormulaError(str(error)) from error


def filled_with(art: Artwork, texture: Texture) -> Artwork:
    """Artwork with a pattern instead of plain ink. Raises FormulaError."""
    try:
        return filled_in(art, texture)
    except PatternError as error:
        raise FormulaError(str(error)) from error


def _shifted(art: Artwork, shifts: Shifts) -> Artwork:
    def work() -> Artwork:
        return replace(art, regions=shifted_letters(art.regions, shifts))

    return _kept.get(art, shifts, work)


def _flipped(art: Artwork, mirrored: bool, upside_down: bool) -> Artwork:
    def work() -> Artwork:
        return flipped(art, flip_of(art, mirrored, upside_down))

    return _kept.get(art, (mirrored, upside_down), work) if art.regions else art


def _framed(art: Artwork, frame: Frame) -> Artwork:
    return _kept.get(art, frame, lambda: framed(art, frame))


def inks_of(spec: ArtSpec, artwork: Artwork) -> tuple[LetterInk, ...]:
    """What turns with a guide by itself: letters of a text, marks of a scale, all of other artwork
    at once."""
    alone = spec.frame is None and (spec.about is None or spec.to_edges)
    alone = alone and spec.bridges is None and spec.texture is None
    if alone and spec.artwork.given.kind in PARTED:
        upright, inks = PARTED[spec.artwork.given.kind](spec)
        if (spec.mirrored or spec.upside_down) and artwork.regions:
            flip = flip_of(upright, spec.mirrored, spec.upside_down)
            inks = tuple(
                LetterInk(flip.start(x.x, x.advance), x.advance, flip.regions(x.regions))
                for x in inks
            )
        if spec.growth != 1.0:
            by = spec.growth
            inks = tuple(LetterInk(x.x * by, x.advance * by, scaled(x.regions, by)) for x in inks)
        return inks
    if not artwork.regions:
        return ()
    low_x, _, high_x, _ = map(float, artwork.bounds)
    return (LetterInk(low_x, high_x - low_x, artwork.regions),)


def _text_parted(spec: ArtSpec) -> tuple[Artwork, tuple[LetterInk, ...]]:
    shifts, inks = spec.shifts, letter_inks(text_spec(spec))
    if slant := spec.artwork("slant"):
        inks = tuple(replace(x, regions=_slanted(x.regions, slant)) for x in inks)
    if shifts:
        inks = tuple(replace(ink, regions=shifted_letters(ink.regions, shifts)) for ink in inks)
    return _shifted(_draw_text(spec), shifts), inks


def _scale_parted(spec: ArtSpec) -> tuple[Artwork, tuple[LetterInk, ...]]:
    return _draw_scale(spec), scale_inks(scale_spec(spec))


PARTED: Mapping[str, Callable[[ArtSpec], tuple[Artwork, tuple[LetterInk, ...]]]] = {
    "text": _text_parted,
    "scale": _scale_parted,
}
"""The artwork before it is turned over and its parts that turn by themselves, by kind."""
