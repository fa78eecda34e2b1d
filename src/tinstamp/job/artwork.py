"""A stamp's artwork in the job: text, logo, plain shape, machine-read mark, and the border."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from tinstamp.job.field import Shown
from tinstamp.job.values import Angle, Factor, Length, Name, Size, Thickness, Value

LONGEST_TEXT = 5000
"""characters of a text, its fields worked out"""
PICTURES = ("png", "jpg")
"""Formats whose outlines are traced."""


class FontRef(Value):
    """A font by name, and by the digest of its bytes once it has been read."""

    family: Name
    style: Name = "Regular"
    digest: str = Field(default="", pattern=r"^([0-9a-f]{64})?$")
    index: int = Field(default=0, ge=0, le=200)
    axes: dict[str, float] = Field(default_factory=dict, max_length=32)


class OwnLetter(Value):
    """A letter with a place and a depth of its own.

    Attributes
    ----------
    index : of the character in the text. own_depth : False keeps the stamp's.
    """

    index: Annotated[int, Shown("Letter", control="none")] = Field(ge=0, le=4999)
    across: Annotated[Length, Shown("Across", step=0.1)] = "0 mm"
    up: Annotated[Length, Shown("Up", step=0.1)] = "0 mm"
    own_depth: Annotated[bool, Shown("Own depth")] = False
    depth: Annotated[Size, Shown("Depth", step=0.1, when={"own_depth": (True,)})] = "0.4 mm"


class TextStyle(Value):
    """Characters [start, end) of a text in a font of their own, or `size` times as large."""

    start: Annotated[int, Shown("From", control="none")] = Field(ge=0, le=4999)
    end: Annotated[int, Shown("To", control="none")] = Field(ge=1, le=5000)
    font: Annotated[FontRef | None, Shown("Font", control="font")] = None
    size: Annotated[Factor, Shown("Times as large", unit="×", step=0.1)] = "1"


WORDS = Shown(
    "Text",
    "{serial}, or any dimension in braces such as {diameter:.1}, is worked out",
    control="text",
)
MIRRORED = Shown("Mirrored", "As in a mirror: for dies and moulds")
UPSIDE_DOWN = Shown("Upside down", "To be read from the other side")


class Text(Value):
    """Text as artwork; a line feed starts a new line.

    `height` is the capitals' height, the font size, or the widest line's width, as `sizing`
    says; `cutter` is the width of a single-stroke font's lines. What stands in braces is
    worked out: `{serial}`, `{diameter}`, `{diameter:.1}`.
    """

    kind: Literal["text"] = "text"
    text: Annotated[
        str,
        WORDS,
    ] = Field(default="TEXT", max_length=LONGEST_TEXT)
    font: Annotated[FontRef, Shown("Font", control="font and file")] = FontRef(
        family="Barlow", style="SemiBold"
    )
    cutter: Annotated[
        Size,
        Shown("Cutter", "Width of the lines of this font", step=0.1, offered="single stroke"),
    ] = "0.5 mm"
    height: Annotated[Size, Shown("Letter height", "Also in inches or points: 1/4 in, 12 pt")] = (
        "6 mm"
    )
    sizing: Annotated[
        Literal["capitals", "em", "width"],
        Shown("Measured as", words={"capitals": "Capitals", "em": "Font", "width": "Width"}),
    ] = "capitals"
    spacing: Annotated[Length, Shown("Letter spacing", "Added after each letter", step=0.1)] = (
        "0 mm"
    )
    word_spacing: Annotated[Length, Shown("Word spacing", "Added after each space", step=0.1)] = (
        "0 mm"
    )
    align: Annotated[
        Literal["start", "centre", "end"],
        Shown("Lines", words={"start": "Start", "centre": "Centre", "end": "End"}),
    ] = "centre"
    line_spacing: Annotated[Factor, Shown("Line spacing", unit="×", step=0.1)] = "1"
    slant: Annotated[
        Angle,
        Shown("Slant", "Letters lean to the right by this, −60° to 60°", step=1.0),
    ] = "0 deg"
    styles: Annotated[tuple[TextStyle, ...], Shown("Some words", control="styled words")] = Field(
        default=(), max_length=200
    )
    letters: Annotated[tuple[OwnLetter, ...], Shown("One letter", control="letters")] = Field(
        default=(), max_length=200
    )
    ligatures: Annotated[bool, Shown("Ligatures")] = True
    mirrored: Annotated[bool, MIRRORED] = False
    upside_down: Annotated[bool, UPSIDE_DOWN] = False

    @property
    def fonts(self) -> tuple[FontRef, ...]:
        """The common font and those of parts."""
        return (self.font, *(style.font for style in self.styles if style.font is not None))


class InkUse(Value):
    """What a colour of a drawing is taken as: ink, cut out of what lies under it, or left out."""

    colour: Annotated[str, Shown("Colour", control="none")] = Field(
        pattern=r"^#[0-9a-f]{6}( [0-9]{1,2} %)?$"
    )
    use: Annotated[
        Literal["ink", "cut", "out"],
        Shown("Taken as", words={"ink": "ink", "cut": "cut out", "out": "left out"}),
    ] = "ink"


class Logo(Value):
    """Outlines from a file, which is kept within the job.

    Attributes
    ----------
    unit : of a DXF that names none. join, speck, reduce : of the clean-up.
    stroke : width of a DXF's open lines. threshold : of a picture, a part of white.
    inks : of an SVG; a colour that is not among them is what the file suggests.
    """

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
            "Join ends", "Ends nearer than this are joined", step=0.01, when={"format": ("dxf",)}
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
            when={"format": PICTURES},
        ),
    ] = "0.5"
    tone: Annotated[
        Literal["guess", "dark", "light"],
        Shown(
            "Ink is",
            "What of the picture is ink",
            words={"guess": "as it seems", "dark": "the dark", "light": "the light"},
            when={"format": PICTURES},
        ),
    ] = "guess"
    inks: Annotated[
        tuple[InkUse, ...],
        Shown("Colours", "Which colours of the file are ink", control="inks",
              when={"format": ("svg",)}),
    ] = Field(default=(), max_length=200)  # fmt: skip
    framed: Annotated[
        bool,
        Shown(
            "Size of",
            "What the size and the place are those of",
            words={False: "The ink", True: "All colours"},
            when=lambda logo: bool(logo.inks) and logo.format == "svg",
        ),
    ] = False
    speck: Annotated[
        Thickness, Shown("Drop specks", "Outlines smaller than this are left out", step=0.01)
    ] = "0.05 mm"
    reduce: Annotated[
        Thickness,
        Shown("Fewer points", "How far outlines may move to need fewer points", step=0.01),
    ] = "0 mm"
    mirrored: Annotated[bool, MIRRORED] = False
    upside_down: Annotated[bool, UPSIDE_DOWN] = False


class Shape(Value):
    """A plain shape; `line` 0 fills it."""

    kind: Literal["shape"] = "shape"
    shape: Annotated[
        Literal["line", "rectangle", "circle", "polygon"],
        Shown(
            "Shape",
            words={
                "line": "line",
                "rectangle": "rectangle",
                "circle": "circle",
                "polygon": "polygon",
            },
        ),
    ] = "rectangle"
    wide: Annotated[Size, Shown("Width")] = "20 mm"
    high: Annotated[Size, Shown("Height", when={"shape": ("line", "rectangle")})] = "10 mm"
    corner: Annotated[Thickness, Shown("Corners", when={"shape": ("rectangle",)})] = "0 mm"
    sides: Annotated[Factor, Shown("Sides", when={"shape": ("polygon",)})] = "6"
    line: Annotated[
        Thickness,
        Shown("Line", "Width of the outline; 0 fills the shape", unless={"shape": ("line",)}),
    ] = "0 mm"


class Code(Value):
    """A mark that machines read. What stands in braces is worked out, as in a text."""

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


Drawn = Annotated[Text | Logo | Shape | Code, Field(discriminator="kind")]


class Border(Value):
    """A line round the artwork."""

    on: Annotated[bool, Shown("Border", "A line round the artwork")] = False
    gap: Annotated[Thickness, Shown("Gap", when={"on": (True,)})] = "2 mm"
    line: Annotated[Size, Shown("Line", when={"on": (True,)})] = "0.5 mm"
    corner: Annotated[Thickness, Shown("Corners", when={"on": (True,)})] = "1 mm"
