"""What a writer is given: the bodies of a finished build and the flat artwork on their faces."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from tinstamp.artwork.outline import Array, Outline, Region
from tinstamp.blank.solid import NamedSolid
from tinstamp.chart.base import Chart
from tinstamp.output.outputs import OutputError
from tinstamp.output.told import Told
from tinstamp.relief.operation import PART

__all__ = ["FlatSheet", "Inked", "OutputError", "Result"]


@dataclass(frozen=True)
class Inked:
    """A stamp's artwork on a sheet, mm.

    Attributes
    ----------
    colour : `#RRGGBB`. operation : what its relief does. depth : of that, mm; 0 for a mark.
    lines : of single-stroke text, each cubics (n, 4, 2), mm.
    even : its walls are square and its depth is one. section : of its lines, where those have one,
        and the degrees of a V.
    """

    stamp: str
    regions: tuple[Region, ...]
    colour: str
    operation: str = "mark"
    depth: float = 0.0
    lines: tuple[Array, ...] = ()
    even: bool = True
    section: tuple[str, float] | None = None


@dataclass(frozen=True)
class FlatSheet:
    """One face laid out flat, mm, with what is stamped on it.

    Attributes
    ----------
    face : its name, and that of the stamp where the sheet was made for one.
    chart : between the sheet and the face.
    """

    face: str
    outline: tuple[Outline, ...]
    inked: tuple[Inked, ...]
    chart: Chart


@dataclass(frozen=True)
class Result:
    """A finished build.

    Attributes
    ----------
    name : of the job. bodies : by name. colours : `#RRGGBB` by face name.
    sheets : the marked faces, laid out flat. told : what a proof sheet says besides.
    plain : the part before it was marked.
    """

    name: str
    bodies: Mapping[str, NamedSolid]
    colours: Mapping[str, str]
    sheets: tuple[FlatSheet, ...]
    told: Told | None = None
    plain: NamedSolid | None = None

    def pieces_alone(self) -> Result:
        """The same without the part itself. Raises OutputError where nothing is left."""
        bodies = {name: body for name, body in self.bodies.items() if name != PART}
        if not bodies:
            raise OutputError("no stamp makes pieces of its own: an inlay or loose letters would")
        return replace(self, bodies=bodies)
