"""The flat part of a stamp, without the kernel: artwork drawn and laid on a sheet.

The engine and the desk's preview both go this way.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from typing import Any

from tinstamp.artwork import fonts
from tinstamp.artwork.drawn import (
    Artwork,
    Frame,
    Shifts,
    flip_of,
    flipped,
    framed,
    shifted_letters,
)
from tinstamp.artwork.fonts import FontData
from tinstamp.artwork.kept import Kept
from tinstamp.artwork.logo import FileData, LogoSpec, draw_logo
from tinstamp.artwork.outline import Array
from tinstamp.artwork.painted import LogoError
from tinstamp.artwork.plain import ShapeSpec, draw_shape
from tinstamp.artwork.shaping import Style
from tinstamp.artwork.text import LetterInk, TextSpec, lay_text, letter_inks
from tinstamp.chart.base import Chart
from tinstamp.chart.joint import Faces
from tinstamp.engine.sheets import LaySpec, seen_from_behind, sheet_of, way_of
from tinstamp.job.archive import Document
from tinstamp.job.drawn import ProfileError, pieces
from tinstamp.job.formula import LENGTHS, FormulaError
from tinstamp.job.model import FontRef, Guide, Job, Logo, Shape, Text
from tinstamp.job.resolve import Resolved
from tinstamp.job.text_fields import filled
from tinstamp.setting.along import Run
from tinstamp.setting.place import (
    Copies,
    Guided,
    Other,
    Placed,
    PlaceError,
    Spot,
    lay,
)
from tinstamp.setting.way import Way, arc_way, edge_way, level_way, line_way, midline_way


@dataclass(frozen=True)
class ArtSpec:
    """All that decides the shape of a stamp's artwork."""

    drawn: TextSpec | LogoSpec | ShapeSpec
    mirrored: bool
    upside_down: bool
    frame: Frame | None
    shifts: Shifts = ()


def font_data(ref: FontRef, embedded: Mapping[str, bytes]) -> FontData:
    """The font's bytes: those within the job first, then by name from the library.

    Raises FontError.
    """
    axes = tuple(sorted(ref.axes.items()))
    if ref.digest in embedded:
        return FontData(embedded[ref.digest], ref.index, axes)
    face = fonts.find(ref.family, ref.style)
    return replace(fonts.read(face.path, face.index), axes=axes)


def art_spec(document: Document, resolved: Resolved, index: int) -> ArtSpec:
    """Of stamp `index`. Raises FontError, FormulaError, LogoError."""
    stamp = document.job.stamps[index]
    frame = None
    if stamp.border.on:
        base = ("stamps", index, "border")
        frame = Frame(*(resolved.of(*base, name) for name in ("gap", "line", "corner")))
    mirrored = getattr(stamp.artwork, "mirrored", False) != seen_from_behind(stamp.setting.cast)
    upside_down = getattr(stamp.artwork, "upside_down", False)
    shifts: Shifts = ()
    if isinstance(stamp.artwork, Text):
        own_base = ("stamps", index, "artwork", "letters")
        shifts = tuple(
            (own.index, resolved.of(*own_base, k, "across"), resolved.of(*own_base, k, "up"))
            for k, own in enumerate(stamp.artwork.letters)
        )
    return ArtSpec(_drawn_spec(document, resolved, index), mirrored, upside_down, frame, shifts)


def letter_depths(job: Job, resolved: Resolved, index: int) -> dict[int, float]:
    """Depths of letters that have their own, by the character's index, mm."""
    drawn = job.stamps[index].artwork
    if not isinstance(drawn, Text):
        return {}
    base = ("stamps", index, "artwork", "letters")
    return {
        own.index: resolved.of(*base, k, "depth")
        for k, own in enumerate(drawn.letters)
        if own.own_depth
    }


def _drawn_spec(
    document: Document, resolved: Resolved, index: int
) -> TextSpec | LogoSpec | ShapeSpec:
    drawn = document.job.stamps[index].artwork
    base = ("stamps", index, "artwork")

    def of(name: str, otherwise: float = 0.0) -> float:
        return otherwise if name in getattr(drawn, "idle", ()) else resolved.of(*base, name)

    if isinstance(drawn, Text):
        return TextSpec(
            filled(drawn.text, document.job, resolved, of("height")),
            font_data(drawn.font, document.fonts),
            of("height"),
            drawn.sizing,
            of("spacing"),
            of("word_spacing"),
            drawn.ligatures,
            drawn.align,
            of("line_spacing"),
            tuple(
                Style(
                    style.start,
                    style.end,
                    font_data(style.font or drawn.font, document.fonts),
                    resolved.of(*base, "styles", k, "size"),
                )
                for k, style in enumerate(drawn.styles)
            ),
            of("cutter"),
        )
    if isinstance(drawn, Logo):
        if drawn.digest not in document.logos:
            raise LogoError(
                f"the logo “{drawn.file}” is not within the job" if drawn.file else
                "no logo has been taken in yet: choose a file"
            )  # fmt: skip
        threshold = of("threshold", 0.5)
        if not 0 < threshold < 1:
            raise FormulaError("the threshold is a part of white, between 0 and 1")
        return LogoSpec(
            FileData(document.logos[drawn.digest], drawn.format),
            drawn.given,
            of("size", 1.0),
            LENGTHS[drawn.unit],
            of("join"),
            of("speck"),
            of("reduce"),
            of("stroke"),
            threshold,
        )
    return _shape_spec(drawn, of)


def _shape_spec(shape: Shape, of: Callable[[str], float]) -> ShapeSpec:
    sides = of("sides") if shape.shape == "polygon" else 0.0
    if sides and (sides != int(sides) or not 3 <= sides <= 60):
        raise FormulaError(f"{sides:g} sides cannot be drawn: give a whole number from 3 to 60")
    return ShapeSpec(
        shape.shape,
        of("wide"),
        of("high"),
        of("corner"),
        int(sides),
        of("line"),
    )


def draw(spec: ArtSpec) -> Artwork:
    """The artwork. Raises FontError, FormulaError, LogoError."""
    if isinstance(spec.drawn, TextSpec):
        art = lay_text(spec.drawn)
    elif isinstance(spec.drawn, LogoSpec):
        art = draw_logo(spec.drawn)
    else:
        try:
            art = draw_shape(spec.drawn)
        except ValueError as error:
            raise FormulaError(str(error)) from error
    if spec.shifts:
        art = _shifted(art, spec.shifts)
    if spec.mirrored or spec.upside_down:
        art = _flipped(art, spec.mirrored, spec.upside_down)
    return art if spec.frame is None else _framed(art, spec.frame)


_kept: Kept[Artwork] = Kept(64)


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


def lay_spec(
    document: Document,
    resolved: Resolved,
    index: int,
    chart: Chart,
    faces: Faces | None = None,
    asked: tuple[int, ...] = (),
) -> LaySpec:
    """Of stamp `index`, on the sheet of its face. Raises what `flat` does.

    `faces` are the part's; `asked` are the stamps that are measured from this one.
    """
    job = document.job
    setting = job.stamps[index].setting
    base = ("stamps", index, "setting")
    spot = Spot(
        resolved.of(*base, "across"),
        resolved.of(*base, "up"),
        resolved.of(*base, "turn"),
        setting.rests_on,
        f"stamps.{index}.setting.across" in resolved.angles,
        setting.across_from,
        setting.up_from,
        setting.held_by,
        _other(document, resolved, index, chart, faces, asked) if setting.from_stamp else None,
    )
    copies = None
    if setting.repeat.kind != "none":
        copies = _copies(job, resolved, index)
    cast = way_of(setting.cast, resolved, base)
    how: dict[str, Any] = {
        "face": setting.face,
        "cast": cast,
        "side": setting.cast.side if cast not in (None, "patch") else "near",
        "over": setting.over == "neighbours",
        "true_along": setting.true_along,
        "true_up": resolved.of(*base, "true_up") if setting.true_along == "height" else 0.0,
    }
    if setting.guide.kind == "none":
        return LaySpec(spot, None, (), copies, **how)
    start = f"stamps.{index}.setting.guide."
    values = {k[len(start) :]: v for k, v in resolved.values.items() if k.startswith(start)}
    error = resolved.error_under(*base, "guide")
    if error is not None:
        raise FormulaError(error)
    return LaySpec(spot, setting.guide, tuple(values.items()), copies, **how)


def _other(
    document: Document,
    resolved: Resolved,
    index: int,
    chart: Chart,
    faces: Faces | None,
    asked: tuple[int, ...],
) -> Other:
    """The stamp that stamp `index` is measured from, where it lies."""
    stamps = document.job.stamps
    setting = stamps[index].setting
    name = setting.from_stamp
    at = next((i for i, stamp in enumerate(stamps) if stamp.name == name), None)
    if at is None:
        raise PlaceError(f"the stamp “{name}” that it is measured from is not there any more")
    if stamps[at].setting.face != setting.face:
        raise PlaceError(f"“{name}”, which it is measured from, lies on another face")
    if at in (*asked, index):
        raise PlaceError(f"it is measured from “{name}”, and that from it: this goes in a circle")
    if resolved.error_under("stamps", at) is not None:
        raise PlaceError(f"“{name}”, which it is measured from, has a field to fix")
    art = art_spec(document, resolved, at)
    where_ = lay_spec(document, resolved, at, chart, faces, (*asked, index))
    artwork = draw(art)
    placed = place_flat(where_, art, artwork, sheet_of(where_, chart, artwork, faces))
    if not placed.regions:
        raise PlaceError(f"“{name}”, which it is measured from, has no ink")
    low_x, low_y, high_x, high_y = map(float, placed.bounds)
    return Other((low_x, low_y, high_x, high_y), placed.origin)


def _copies(job: Job, resolved: Resolved, index: int) -> Copies:
    repeat = job.stamps[index].setting.repeat
    base = ("stamps", index, "setting", "repeat")
    if repeat.kind == "fit":
        return Copies(0, True, gap=resolved.of(*base, "gap"))
    count = resolved.of(*base, "count")
    if count != int(count) or not 1 <= count <= 500:
        raise FormulaError(f"{count:g} times cannot be made: give a whole number up to 500")
    if repeat.kind == "round":
        return Copies(int(count), True)
    if repeat.kind == "guide":
        if job.stamps[index].setting.guide.kind == "none":
            raise PlaceError("copies along a guide need a guide: choose one")
        return Copies(int(count), False, along=True)
    step = (resolved.of(*base, "step_across"), resolved.of(*base, "step_up"))
    return Copies(int(count), False, step)


def place_flat(spec: LaySpec, art: ArtSpec, artwork: Artwork, chart: Chart) -> Placed:
    """The artwork on its sheet (see `sheet_of`). Raises PlaceError."""
    guided = None
    if spec.guide is not None:
        guided = Guided(_inks(art, artwork), _runner(spec, chart))
    return lay(artwork, spec.spot, chart, guided, spec.copies)


def _inks(art: ArtSpec, artwork: Artwork) -> tuple[LetterInk, ...]:
    """What turns with a guide by itself: letters of a text, all of other artwork at once."""
    if isinstance(art.drawn, TextSpec) and art.frame is None:
        inks = letter_inks(art.drawn)
        if art.shifts:
            inks = tuple(
                replace(ink, regions=shifted_letters(ink.regions, art.shifts)) for ink in inks
            )
        if (art.mirrored or art.upside_down) and artwork.regions:
            upright = _shifted(lay_text(art.drawn), art.shifts)
            flip = flip_of(upright, art.mirrored, art.upside_down)
            inks = tuple(
                LetterInk(flip.start(x.x, x.advance), x.advance, flip.regions(x.regions))
                for x in inks
            )
        return inks
    if not artwork.regions:
        return ()
    low_x, _, high_x, _ = map(float, artwork.bounds)
    return (LetterInk(low_x, high_x - low_x, artwork.regions),)


def _runner(spec: LaySpec, chart: Chart) -> Callable[[Array, float], Run]:
    guide, values = spec.guide, dict(spec.values)
    assert guide is not None

    def run(origin: Array, upright: float) -> Run:
        shift = values["shift"]
        try:
            if guide.kind == "line":
                way = line_way(origin, values["direction"] + upright, values["length"], guide.at)
            elif guide.kind == "arc":
                way = arc_way(
                    origin, values["radius"], guide.bend == "over", upright, values["span"]
                )
            elif guide.kind == "level":
                _, up = chart.place_of(origin, degrees=chart.round)
                way = level_way(chart, up)
                shift += _round_to(origin, chart, guide)
            elif guide.kind == "midline":
                way = midline_way(chart, guide.between == "rims")
                if guide.between == "rims":
                    shift += _round_to(origin, chart, guide)
            elif guide.kind == "edge":
                way = edge_way(chart, guide.edge, values["inset"], origin)
                shift += _round_to(origin, chart, guide) if chart.closed else 0.0
            else:
                way = Way(pieces(guide.points, values, guide.closed), guide.closed)
        except (ProfileError, ValueError) as error:
            raise PlaceError(str(error)) from error
        if guide.other_way:
            way = way.reversed()
        joint = (
            way.closed
            or (chart.closed and guide.kind in ("level", "edge"))
            or (chart.closed and guide.kind == "midline" and guide.between == "rims")
        )
        return Run(way, guide.at, shift, values["above"], guide.fill, joint)

    return run


def _round_to(origin: Array, chart: Chart, guide: Guide) -> float:
    """How far along a line level with the rim the setting's place is from its middle, mm."""
    if chart.closed:
        across, _ = chart.place_of(origin, degrees=True)
        return chart.way_round(origin) * across / 360.0
    low_x, _, high_x, _ = map(float, chart.bounds)
    return float(origin[0]) - (low_x + high_x) / 2 if guide.at == "centre" else 0.0


def flat_artwork(document: Document, resolved: Resolved, index: int) -> Artwork:
    """Stamp `index`'s artwork. Raises FontError, FormulaError, LogoError."""
    return draw(art_spec(document, resolved, index))


def flat(
    document: Document, resolved: Resolved, index: int, chart: Chart, faces: Faces | None = None
) -> Placed:
    """Stamp `index` on its sheet. Raises FontError, FormulaError, LogoError, PlaceError."""
    art = art_spec(document, resolved, index)
    where_ = lay_spec(document, resolved, index, chart, faces)
    artwork = draw(art)
    return place_flat(where_, art, artwork, sheet_of(where_, chart, artwork, faces))
