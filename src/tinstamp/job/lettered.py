"""Text of a job: its characters, fonts, and what words and letters have of their own."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, ClassVar, Literal

from pydantic import Field

from tinstamp.job.field import Shown
from tinstamp.job.values import Angle, Factor, Length, Name, Size, Value

LONGEST_TEXT = 5000
"""characters of a text, its fields worked out"""
FormTag = Annotated[str, Field(pattern=r"^[a-z][a-z0-9]{3}$")]
"""A form of letters that a font has, by its tag in the OpenType specification, such as smcp."""
LETTERS = "Letters and lines"
OWN_DEPTH = Shown(
    "Depth",
    "In a field how high it stands over the floor, in a panel how deep it goes from the cap",
    step=0.1,
    when={"own_depth": (True,)},
)
FORMS = Shown(
    "Letter forms",
    "Small capitals, superscript, fractions and other forms that the font has for these letters",
    control="letter forms",
    group=LETTERS,
)


class FontRef(Value):
    """A font by name, and by the digest of its bytes once it has been read."""

    family: Name
    style: Name = "Regular"
    digest: str = Field(default="", pattern=r"^([0-9a-f]{64})?$")
    index: int = Field(default=0, ge=0, le=200)
    axes: dict[str, float] = Field(default_factory=dict, max_length=32)


class Drawable(Value):
    """Base of all that a stamp can draw. `sizes` names the fields that make it larger;
    `usual_relief` has the relief's fields that a new stamp with it begins with."""

    sizes: ClassVar[tuple[str, ...]] = ()
    usual_relief: ClassVar[Mapping[str, str]] = {}

    @property
    def fonts_at(self) -> Mapping[tuple[str | int, ...], FontRef]:
        """The fonts that it is set in, by where they stand in it: its common one first."""
        return {}


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
    depth: Annotated[Size, OWN_DEPTH] = "0.4 mm"


class TextStyle(Value):
    """Characters [start, end) of a text in a font of their own, `size` times as large, or with a
    depth of their own; a letter's own goes before."""

    start: Annotated[int, Shown("From", control="none")] = Field(ge=0, le=4999)
    end: Annotated[int, Shown("To", control="none")] = Field(ge=1, le=5000)
    font: Annotated[FontRef | None, Shown("Font", control="font")] = None
    size: Annotated[Factor, Shown("Times as large", unit="×", step=0.1)] = "1"
    forms: Annotated[tuple[FormTag, ...], FORMS] = Field(default=(), max_length=40)
    own_depth: Annotated[bool, Shown("Own depth")] = False
    depth: Annotated[Size, OWN_DEPTH] = "0.4 mm"


WORDS = Shown(
    "Text",
    "{serial}, or any dimension in braces such as {diameter:.1}, is worked out",
    control="text",
)
TURNED_OVER = "Mirror, border, pattern"
MIRRORED = Shown("Mirrored", "As in a mirror: for dies and moulds", group=TURNED_OVER)
UPSIDE_DOWN = Shown("Upside down", "To be read from the other side", group=TURNED_OVER)


class Text(Drawable):
    """Text as artwork; a line feed starts a new line.

    `height` is the capitals' height, the font size, or the widest line's width, as `sizing`
    says; `cutter` is the width of a single-stroke font's lines. What stands in braces is
    worked out: `{serial}`, `{diameter}`, `{diameter:.1}`.
    """

    sizes: ClassVar[tuple[str, ...]] = ("height",)
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
        Shown(
            "Cutter",
            "Width of this font's lines; with a V or round section it follows from the depth",
            step=0.1,
            offered="single stroke",
        ),
    ] = "0.5 mm"
    height: Annotated[Size, Shown("Letter height", "Also in inches or points: 1/4 in, 12 pt")] = (
        "6 mm"
    )
    sizing: Annotated[
        Literal["capitals", "em", "width"],
        Shown(
            "Measured as",
            words={"capitals": "Capitals", "em": "Font", "width": "Width"},
            group=LETTERS,
        ),
    ] = "capitals"
    spacing: Annotated[
        Length, Shown("Letter spacing", "Added after each letter", step=0.1, group=LETTERS)
    ] = "0 mm"
    word_spacing: Annotated[
        Length, Shown("Word spacing", "Added after each space", step=0.1, group=LETTERS)
    ] = "0 mm"
    align: Annotated[
        Literal["start", "centre", "end"],
        Shown("Lines", words={"start": "Start", "centre": "Centre", "end": "End"}, group=LETTERS),
    ] = "centre"
    line_spacing: Annotated[Factor, Shown("Line spacing", unit="×", step=0.1, group=LETTERS)] = "1"
    slant: Annotated[
        Angle,
        Shown("Slant", "Letters lean to the right by this, −60° to 60°", step=1.0, group=LETTERS),
    ] = "0 deg"
    styles: Annotated[
        tuple[TextStyle, ...], Shown("Some words", control="styled words", group=LETTERS)
    ] = Field(default=(), max_length=200)
    letters: Annotated[
        tuple[OwnLetter, ...], Shown("One letter", control="letters", group=LETTERS)
    ] = Field(default=(), max_length=200)
    ligatures: Annotated[bool, Shown("Ligatures", group=LETTERS)] = True
    forms: Annotated[tuple[FormTag, ...], FORMS] = Field(default=(), max_length=40)
    mirrored: Annotated[bool, MIRRORED] = False
    upside_down: Annotated[bool, UPSIDE_DOWN] = False

    @property
    def fonts_at(self) -> Mapping[tuple[str | int, ...], FontRef]:
        """The common font and those of parts, by where they stand."""
        own: dict[tuple[str | int, ...], FontRef] = {
            ("styles", k, "font"): style.font
            for k, style in enumerate(self.styles)
            if style.font is not None
        }
        return {("font",): self.font, **own}
