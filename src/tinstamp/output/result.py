"""What a writer is given: the bodies of a finished build and the flat artwork on their faces."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from tinstamp.artwork.outline import Outline, Region
from tinstamp.blank.solid import NamedSolid


class OutputError(ValueError):
    """A file that cannot be written; the message is for the designer."""


@dataclass(frozen=True)
class Inked:
    """A stamp's artwork on a sheet, mm, with its colour `#RRGGBB`."""

    stamp: str
    regions: tuple[Region, ...]
    colour: str


@dataclass(frozen=True)
class FlatSheet:
    """One face laid out flat, mm, with what is stamped on it.

    Attributes
    ----------
    face : its name, and that of the stamp where the sheet was made for one.
    """

    face: str
    outline: tuple[Outline, ...]
    inked: tuple[Inked, ...]


@dataclass(frozen=True)
class Result:
    """A finished build.

    Attributes
    ----------
    name : of the job. bodies : by name. colours : `#RRGGBB` by face name.
    sheets : the marked faces, laid out flat.
    """

    name: str
    bodies: Mapping[str, NamedSolid]
    colours: Mapping[str, str]
    sheets: tuple[FlatSheet, ...]
