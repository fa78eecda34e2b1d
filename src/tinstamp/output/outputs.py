"""The list of files that can be written: each entry says all that anybody needs to know of it.

The window, the command line and the documents read this list; it loads no kernel. A writer is
named by its place and looked up when something is written.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from importlib import import_module
from pathlib import Path
from typing import TYPE_CHECKING

from tinstamp.job.field import UNITS, Wants
from tinstamp.job.formula import FormulaError, Quantity, evaluate
from tinstamp.words.languages import LANGUAGES

if TYPE_CHECKING:
    from tinstamp.output.result import Result

Options = Mapping[str, float]
"""Every option by name, worked out, in its unit."""


class OutputError(ValueError):
    """A file that cannot be written; the message is for the designer."""


@dataclass(frozen=True)
class Option:
    """A figure that a file is written with.

    Attributes
    ----------
    name : in `Options`, and on the command line behind two dashes.
    label : at its field. what : in a sentence. default : a formula.
    least, most : the range of its value. switch : it is “yes” or “no”, 1 or 0. choices : what it
        is one of, with its words; the value is its place among them.
    """

    name: str
    label: str
    what: str
    default: str
    wants: Wants
    least: float
    most: float
    tip: str = ""
    switch: bool = False
    choices: Mapping[str, str] = field(default_factory=dict)

    @property
    def unit(self) -> str:
        return "" if self.switch or self.choices else UNITS[self.wants.kind]

    def value(self, text: str) -> float:
        """What was typed, in the option's unit. Raises FormulaError."""
        if self.switch:
            if text not in ("yes", "no"):
                raise FormulaError(f"{self.what}: “{text}” is neither yes nor no")
            return float(text == "yes")
        if self.choices:
            if text not in self.choices:
                raise FormulaError(f"{self.what}: “{text}” is not one of {', '.join(self.choices)}")
            return float(list(self.choices).index(text))

        def nothing(name: str) -> Quantity:
            raise FormulaError(f"give a {self.wants.kind}, not “{name}”")

        try:
            value = evaluate(text, self.wants.kind, nothing).value
        except FormulaError as error:
            raise FormulaError(
                f"the {self.what}: “{text}” is no {self.wants.kind}: {error}"
            ) from error
        if not self.least <= value <= self.most:
            unit = f" {self.unit}" if self.unit else ""
            raise FormulaError(
                f"the {self.what} must lie between {self.least:g}{unit} and {self.most:g}{unit}"
            )
        return value


@dataclass(frozen=True)
class Output:
    """A kind of file.

    Attributes
    ----------
    ending : of the file's name. word : what it is called. purpose : what for, in a line.
    writer : `module:function`, called with the result, the path and the options.
    """

    ending: str
    word: str
    purpose: str
    writer: str
    options: tuple[Option, ...] = ()

    def option(self, name: str) -> Option:
        """One of its options, by name."""
        return next(option for option in self.options if option.name == name)

    def write(self, result: Result, path: Path, options: Options) -> None:
        """Write the file. Raises OutputError, OSError."""
        if PIECES in self.options and options.get(PIECES.name):
            result = result.pieces_alone()
        module, _, name = self.writer.partition(":")
        write: Callable[[Result, Path, Options], None] = getattr(import_module(module), name)
        write(result, path, options)


CHORD = Option(
    "chord",
    "Triangles within",
    "chord tolerance",
    "0.01 mm",
    Wants("length", above=0.0),
    1e-4,
    10.0,
    "How far a triangle may stray from the true surface",
)

PIECES = Option(
    "pieces",
    "Pieces alone",
    "pieces alone",
    "no",
    Wants("number"),
    0.0,
    1.0,
    "The pieces of inlays and loose letters without the part",
    switch=True,
)

LINE = Option(
    "line",
    "SVG lines",
    "line width of the SVG",
    "0 mm",
    Wants("length", at_least=0.0),
    0.0,
    5.0,
    "How wide outlines are drawn; 0 fills the artwork instead",
)

ARCS = Option(
    "arcs",
    "Arcs within",
    "tolerance of arcs",
    "0 mm",
    Wants("length", at_least=0.0),
    0.0,
    1.0,
    "Curves as lines and arcs within this, for machines that know no others; 0 keeps them as they "
    "are",
)

KERF = Option(
    "kerf",
    "Kerf",
    "kerf",
    "0 mm",
    Wants("length"),
    -5.0,
    5.0,
    "What the beam takes: lines are moved into the ink by half of it; less than 0 moves them out "
    "of it, for letters that are kept",
)

FIBRE = Option(
    "fibre",
    "Fibre beneath",
    "depth of the fibre",
    "0 mm",
    Wants("length", at_least=0.0),
    0.0,
    100.0,
    "How deep beneath a round face the sheet is taken that the wall is rolled from: half the "
    "thickness for the neutral fibre, all of it for the inner one",
)

MIRROR = Option(
    "mirror",
    "Mirrored",
    "mirrored",
    "no",
    Wants("number"),
    0.0,
    1.0,
    "As it is seen from behind, for films",
    switch=True,
)

REGISTRATION = Option(
    "registration",
    "Registration marks",
    "registration marks",
    "no",
    Wants("number"),
    0.0,
    1.0,
    "A circle with a cross at each corner, to lay films on one another",
    switch=True,
)

FLAT = (ARCS, KERF, FIBRE, MIRROR, REGISTRATION)
"""Of all flat artwork."""

CUTTER = Option(
    "cutter",
    "Cutter",
    "diameter of the cutter",
    "0.5 mm",
    Wants("length", above=0.0),
    0.01,
    50.0,
    "Of a flat cutter, or of a V where it is widest",
)

VEE = Option(
    "vee",
    "V of the cutter",
    "angle of the cutter's V",
    "0 deg",
    Wants("angle", at_least=0.0),
    0.0,
    150.0,
    "The whole angle of a V, which goes as deep as a stroke is wide; 0 for a flat end",
)

PASS = Option(
    "pass",
    "Depth of a pass",
    "depth of a pass",
    "0.5 mm",
    Wants("length", above=0.0),
    0.005,
    50.0,
    "How deep the cutter goes at once, at most",
)

EDGES = Option(
    "edges",
    "Edges alone",
    "edges alone",
    "no",
    Wants("number"),
    0.0,
    1.0,
    "A flat cutter runs once round inside the edges, with its radius allowed for, and leaves the "
    "middle",
    switch=True,
)

FEED = Option(
    "feed",
    "Feed",
    "feed",
    "300",
    Wants("number", above=0.0),
    1.0,
    20000.0,
    "Over the face, mm a minute",
)

PLUNGE = Option(
    "plunge",
    "Feed downwards",
    "feed downwards",
    "100",
    Wants("number", above=0.0),
    1.0,
    20000.0,
    "Into the face, mm a minute",
)

SAFE = Option(
    "safe",
    "Safe height",
    "safe height",
    "5 mm",
    Wants("length", above=0.0),
    0.1,
    500.0,
    "Above the face, where the cutter crosses",
)

SPINDLE = Option(
    "spindle",
    "Spindle",
    "speed of the spindle",
    "12000",
    Wants("number", above=0.0),
    1.0,
    200000.0,
    "Turns a minute",
)

LETTER = Option(
    "letter",
    "Letter paper",
    "letter paper",
    "no",
    Wants("number"),
    0.0,
    1.0,
    "The proof sheet on Letter instead of A4",
    switch=True,
)

LANGUAGE = Option(
    "language",
    "Language of the sheet",
    "language of the sheet",
    "en",
    Wants("number"),
    0.0,
    float(len(LANGUAGES) - 1),
    "What the proof sheet is written in",
    choices=LANGUAGES,
)

OUTPUTS: Mapping[str, Output] = {
    output.ending: output
    for output in (
        Output(
            "step",
            "STEP",
            "exact solid for machining, with names and cap colours",
            "tinstamp.output.step:write",
            (PIECES,),
        ),
        Output(
            "stl",
            "STL",
            "triangles for printing, in mm",
            "tinstamp.output.stl:write",
            (CHORD, PIECES),
        ),
        Output(
            "3mf",
            "3MF",
            "triangles for printing, with bodies and colours, in mm",
            "tinstamp.output.threemf:write",
            (CHORD, PIECES),
        ),
        Output(
            "glb",
            "glTF",
            "the coloured part for looking at and for the web",
            "tinstamp.output.gltf:write",
            (CHORD, PIECES),
        ),
        Output(
            "dxf",
            "DXF",
            "the flat artwork for laser, silkscreen or foil, in mm",
            "tinstamp.output.dxf:write",
            FLAT,
        ),
        Output(
            "svg",
            "SVG",
            "the flat artwork as vectors at true size, in mm",
            "tinstamp.output.svg:write",
            (LINE, *FLAT),
        ),
        Output(
            "pdf",
            "Proof sheet",
            "views, sheets, sections and findings on paper, to sign",
            "tinstamp.output.proof_sheet.sheet:write",
            (LETTER, LANGUAGE),
        ),
        Output(
            "nc",
            "G-code",
            "engraving of flat, cylindrical and conical faces, in mm",
            "tinstamp.output.gcode:write",
            (CUTTER, VEE, PASS, EDGES, FEED, PLUNGE, SAFE, SPINDLE),
        ),
    )
}
"""By ending, in the order that they are offered."""


def all_options() -> tuple[Option, ...]:
    """Of all outputs, each once."""
    return tuple({o.name: o for output in OUTPUTS.values() for o in output.options}.values())


def options_from(texts: Mapping[str, str]) -> dict[str, float]:
    """Every option worked out, those not given at their defaults. Raises FormulaError."""
    return {o.name: o.value(texts.get(o.name, o.default)) for o in all_options()}
