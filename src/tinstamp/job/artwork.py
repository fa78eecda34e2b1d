"""A stamp's artwork in the job: logo, shape, sign, scale, machine-read mark, and the border."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, ClassVar, Literal

from pydantic import Field

from tinstamp.job.field import Shown
from tinstamp.job.lettered import (
    LONGEST_TEXT,
    MIRRORED,
    UPSIDE_DOWN,
    WORDS,
    Drawable,
    FontRef,
    Text,
)
from tinstamp.job.values import Factor, Number, Size, Thickness, Value

CLEAN_UP = "Clean-up"
MARKS = "Marks and numerals"
PICTURES = ("png", "jpg")
"""Formats whose outlines are traced."""


class InkUse(Value):
    """What a colour of a drawing is taken as: ink, cut out of what lies under it, or left out."""

    colour: Annotated[str, Shown("Colour", control="none")] = Field(
        pattern=r"^#[0-9a-f]{6}( [0-9]{1,2} %)?$"
    )
    use: Annotated[
        Literal["ink", "cut", "out"],
        Shown("Taken as", words={"ink": "ink", "cut": "cut out", "out": "left out"}),
    ] = "ink"


def _by_light(logo: object) -> bool:
    """True for a picture that is read by how light it is, not by its colours."""
    return isinstance(logo, Logo) and logo.format in PICTURES and not logo.inks


class Logo(Drawable):
    """Outlines from a file, which is kept within the job.

    Attributes
    ----------
    unit : of a DXF that names none. join, speck, reduce : of the clean-up.
    stroke : width of a DXF's open lines. threshold : of a picture, a part of white.
    inks : a colour that is not among them is what the file suggests; a picture goes by light and
        dark as long as there are none.
    """

    sizes: ClassVar[tuple[str, ...]] = ("size",)
    kind: Literal["logo"] = "logo"
    file: Annotated[str, Shown("File", control="logo file", built=False)] = Field(
        default="", max_length=200
    )
    digest: str = Field(default="", pattern=r"^([0-9a-f]{64})?$")
    format: Annotated[Literal["svg", "dxf", "png", "jpg"], Shown("Format", control="none")] = "svg"
    given: Annotated[
        Literal["file", "width", "height"],
        Shown("Size from", words={"file": "File", "width": "Width", "height": "Height"}),
    ] = "width"
    size: Annotated[Size, Shown("Size", unless={"given": ("file",)})] = "20 mm"
    unit: Annotated[
        Literal["mm", "cm", "m", "in", "ft"],
        Shown("Unit", control="units", when={"format": ("dxf",)}),
    ] = "mm"
    join: Annotated[
        Thickness,
        Shown(
            "Join ends",
            "Ends nearer than this are joined",
            step=0.01,
            when={"format": ("dxf",)},
            group=CLEAN_UP,
        ),
    ] = "0.05 mm"
    stroke: Annotated[
        Thickness,
        Shown(
            "Open lines",
            "The width that open lines get; 0 leaves them out",
            step=0.1,
            when={"format": ("dxf",)},
        ),
    ] = "0 mm"
    threshold: Annotated[
        Factor,
        Shown(
            "Threshold",
            "What is darker than this part of white is ink",
            step=0.05,
            when=_by_light,
        ),
    ] = "0.5"
    tone: Annotated[
        Literal["guess", "dark", "light"],
        Shown(
            "Ink is",
            "What of the picture is ink",
            words={"guess": "Suggested", "dark": "Dark", "light": "Light"},
            when=_by_light,
        ),
    ] = "guess"
    inks: Annotated[
        tuple[InkUse, ...],
        Shown("Colours", "Which colours of the file are ink", control="inks"),
    ] = Field(default=(), max_length=200)  # fmt: skip
    framed: Annotated[
        bool,
        Shown(
            "Size of",
            "What the size and the place are those of",
            words={False: "The ink", True: "All colours"},
            when=lambda logo: bool(logo.inks),
        ),
    ] = False
    speck: Annotated[
        Thickness,
        Shown("Drop specks", "Outlines smaller than this are left out", step=0.01, group=CLEAN_UP),
    ] = "0.05 mm"
    reduce: Annotated[
        Thickness,
        Shown(
            "Fewer points",
            "How far outlines may move to need fewer points",
            step=0.01,
            group=CLEAN_UP,
        ),
    ] = "0 mm"
    mirrored: Annotated[bool, MIRRORED] = False
    upside_down: Annotated[bool, UPSIDE_DOWN] = False


BAND = {"shape": ("band",)}


class Shape(Drawable):
    """A plain shape; `line` 0 fills it. A band runs along the edges of its face."""

    sizes: ClassVar[tuple[str, ...]] = ("wide", "high")
    kind: Literal["shape"] = "shape"
    shape: Annotated[
        Literal["line", "rectangle", "circle", "polygon", "band"],
        Shown(
            "Shape",
            words={
                "line": "line",
                "rectangle": "rectangle",
                "circle": "circle",
                "polygon": "polygon",
                "band": "band along edges",
            },
        ),
    ] = "rectangle"
    wide: Annotated[Size, Shown("Width")] = "20 mm"
    high: Annotated[Size, Shown("Height", when={"shape": ("line", "rectangle")})] = "10 mm"
    corner: Annotated[Thickness, Shown("Corners", when={"shape": ("rectangle",)})] = "0 mm"
    sides: Annotated[Factor, Shown("Sides", when={"shape": ("polygon",)})] = "6"
    line: Annotated[
        Thickness,
        Shown(
            "Line",
            "Width of the outline; 0 fills the shape",
            when={"shape": ("rectangle", "circle", "polygon")},
        ),
    ] = "0 mm"
    away: Annotated[
        Thickness, Shown("From the edge", "Measured along the face", step=0.2, when=BAND)
    ] = "2 mm"
    edges: Annotated[
        Literal["all", "outer", "inner"],
        Shown(
            "Along",
            "Of a face that closes, its lower or its upper rim",
            words={"all": "All edges", "outer": "Outer, lower", "inner": "Inner, upper"},
            control="list",
            when=BAND,
        ),
    ] = "all"
    corners: Annotated[
        Literal["sharp", "round"],
        Shown(
            "Corners",
            "Where an edge juts in",
            words={"sharp": "Sharp", "round": "Round"},
            when=BAND,
        ),
    ] = "sharp"


class Code(Drawable):
    """A mark that machines read. What stands in braces is worked out, as in a text."""

    sizes: ClassVar[tuple[str, ...]] = ("cell", "bars")
    kind: Literal["code"] = "code"
    symbol: Annotated[
        Literal["data_matrix", "qr", "code_128"],
        Shown(
            "Symbol",
            "Data Matrix: ISO/IEC 16022, QR: ISO/IEC 18004, Code 128: ISO/IEC 15417",
            words={"data_matrix": "Data Matrix", "qr": "QR", "code_128": "Code 128"},
            control="list",
        ),
    ] = "data_matrix"
    text: Annotated[
        str,
        WORDS,
    ] = Field(default="{serial}", max_length=LONGEST_TEXT)
    cell: Annotated[
        Size, Shown("Cell", "Side of a cell, or width of the narrowest bar", step=0.05)
    ] = "0.5 mm"
    bars: Annotated[Size, Shown("Bar height", when={"symbol": ("code_128",)})] = "8 mm"
    light: Annotated[
        bool,
        Shown(
            "Ink is",
            "The light cells come with the quiet zone round the mark",
            words={False: "Dark cells", True: "Light cells"},
        ),
    ] = False
    mirrored: Annotated[bool, MIRRORED] = False
    upside_down: Annotated[bool, UPSIDE_DOWN] = False


class Sign(Drawable):
    """A plain sign of the trade, by its name (see `artwork.sign`)."""

    sizes: ClassVar[tuple[str, ...]] = ("height",)
    kind: Literal["sign"] = "sign"
    sign: Annotated[str, Shown("Sign", control="signs")] = Field(
        default="arrow", pattern=r"^[a-z_]{1,40}$"
    )
    height: Annotated[Size, Shown("Height")] = "8 mm"
    inside: Annotated[
        str, Shown("In it", "The number of the plastic", when={"sign": ("resin",)})
    ] = Field(default="05", max_length=8)
    below: Annotated[
        str, Shown("Below it", "The plastic's letters, such as PP", when={"sign": ("resin",)})
    ] = Field(default="PP", max_length=8)
    mirrored: Annotated[bool, MIRRORED] = False
    upside_down: Annotated[bool, UPSIDE_DOWN] = False


class Scale(Drawable):
    """The marks of a ruler or a dial, with numerals. Along a guide each mark stands square to it.

    `spread` says whether `apart` is from mark to mark, or `whole` from the first to the last.
    """

    sizes: ClassVar[tuple[str, ...]] = ("apart", "whole", "short", "long", "height")
    kind: Literal["scale"] = "scale"
    first: Annotated[Number, Shown("From")] = "0"
    last: Annotated[Number, Shown("To")] = "50"
    step: Annotated[Number, Shown("Step", "What one mark stands for")] = "1"
    spread: Annotated[
        Literal["apart", "whole"],
        Shown("Spread by", words={"apart": "Each mark", "whole": "The whole"}),
    ] = "apart"
    apart: Annotated[Size, Shown("Mark to mark", step=0.1, when={"spread": ("apart",)})] = "1 mm"
    whole: Annotated[
        Size,
        Shown("First to last", "All the way round it is the face's girth, such as tank.outer.girth",
              when={"spread": ("whole",)}),
    ] = "50 mm"  # fmt: skip
    ends: Annotated[
        bool,
        Shown(
            "Last mark",
            "All the way round, the last mark falls on the first and is left out",
            words={True: "Made", False: "Left out"},
        ),
    ] = True
    longer: Annotated[
        Factor, Shown("Long, one in", "Every so many marks is a long one", group=MARKS)
    ] = "5"
    numbered: Annotated[
        Number, Shown("Numeral every", "Every so many marks has one; 0: none", group=MARKS)
    ] = "10"
    short: Annotated[Size, Shown("Short marks", step=0.1, group=MARKS)] = "2 mm"
    long: Annotated[Size, Shown("Long marks", step=0.1, group=MARKS)] = "3.5 mm"
    line: Annotated[Size, Shown("Mark width", step=0.05, group=MARKS)] = "0.3 mm"
    height: Annotated[Size, Shown("Numeral size", "Height of its figures", step=0.1)] = "2.5 mm"
    gap: Annotated[Thickness, Shown("Gap to marks", step=0.1, group=MARKS)] = "0.8 mm"
    font: Annotated[FontRef, Shown("Font", control="font", group=MARKS)] = FontRef(
        family="Barlow", style="SemiBold"
    )
    below: Annotated[
        bool, Shown("Numerals", words={False: "Above", True: "Below"}, group=MARKS)
    ] = False
    comma: Annotated[
        bool, Shown("Decimals with", words={False: "Point", True: "Comma"}, group=MARKS)
    ] = False
    mirrored: Annotated[bool, MIRRORED] = False
    upside_down: Annotated[bool, UPSIDE_DOWN] = False

    @property
    def fonts_at(self) -> Mapping[tuple[str | int, ...], FontRef]:
        """That of the numerals."""
        return {("font",): self.font}


class Braille(Drawable):
    """Words as braille. Sizes are those of signs to be felt, and do not grow with a drag."""

    usual_relief: ClassVar[Mapping[str, str]] = {
        "make": "emboss", "depth": "0.7 mm", "cap_edge": "round", "cap_edge_size": "0.6 mm",
    }  # fmt: skip
    kind: Literal["braille"] = "braille"
    text: Annotated[str, WORDS] = Field(default="PUSH", max_length=LONGEST_TEXT)
    by: Annotated[
        Literal["letters", "english", "german", "german_full", "french", "spanish"],
        Shown(
            "Written",
            "Contracted, and in other languages, by the rules of liblouis where that is installed",
            words={
                "letters": "Letter by letter",
                "english": "English, contracted",
                "german": "German, contracted",
                "german_full": "German, in full",
                "french": "French, contracted",
                "spanish": "Spanish",
            },
            control="list",
        ),
    ] = "letters"
    dot: Annotated[Size, Shown("Dot", "Across its base", step=0.05)] = "1.6 mm"
    apart: Annotated[Size, Shown("Dot to dot", "Within a cell", step=0.1)] = "2.5 mm"
    cell: Annotated[Size, Shown("Cell to cell", step=0.1)] = "6.2 mm"
    line: Annotated[Size, Shown("Line to line", step=0.1)] = "10 mm"
    mirrored: Annotated[bool, MIRRORED] = False
    upside_down: Annotated[bool, UPSIDE_DOWN] = False


Drawn = Annotated[Text | Logo | Shape | Code | Sign | Scale | Braille, Field(discriminator="kind")]


class Border(Value):
    """A line round the artwork."""

    on: Annotated[bool, Shown("Border", "A line round the artwork")] = False
    gap: Annotated[Thickness, Shown("Gap", when={"on": (True,)})] = "2 mm"
    line: Annotated[Size, Shown("Line", when={"on": (True,)})] = "0.5 mm"
    corner: Annotated[Thickness, Shown("Corners", when={"on": (True,)})] = "1 mm"
