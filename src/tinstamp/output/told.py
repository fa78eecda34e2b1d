"""What a build tells of itself on paper: plain words and figures."""

from __future__ import annotations

from dataclasses import dataclass

from tinstamp.artwork.outline import Region
from tinstamp.chart.base import Chart


@dataclass(frozen=True)
class StampTold:
    """A stamp in words and figures.

    Attributes
    ----------
    artwork : what it shows. fonts : by name. place : where it lies, in words.
    turn : degrees. make : what becomes of it. depth, draft : mm and degrees.
    area, volume : mm², mm³, signed.
    wall : least material behind it, mm; None where there is none. way : how it was built.
    regions, chart : its ink on its sheet.
    """

    name: str
    artwork: str
    fonts: tuple[str, ...]
    face: str
    kind: str
    place: tuple[str, ...]
    turn: float
    make: str
    depth: float
    draft: float
    area: float
    volume: float
    wall: float | None
    way: str
    regions: tuple[Region, ...]
    chart: Chart

    @property
    def raised(self) -> bool:
        return self.volume > 0


@dataclass(frozen=True)
class FindingTold:
    """A finding in words, with its figures where it has some."""

    level: str
    check: str
    stamp: str
    message: str
    measured: str
    limit: str


@dataclass(frozen=True)
class FontTold:
    """A font, its licence as its file says, or nothing where that says none, and what its maker
    says against keeping it in files."""

    name: str
    licence: str
    against: str


@dataclass(frozen=True)
class Told:
    """All that a proof sheet says besides pictures.

    Attributes
    ----------
    revision : a short digest of all that the part is made from. serial : of this part.
    dimensions : name and value. bodies : name, volume in mm³ and whether it is sound.
    made_by : the processes whose limits it was held against, each in words.
    standards : what stamps say that they hold to.
    """

    revision: str
    serial: str
    dimensions: tuple[tuple[str, str], ...]
    bodies: tuple[tuple[str, float, bool], ...]
    stamps: tuple[StampTold, ...]
    findings: tuple[FindingTold, ...]
    fonts: tuple[FontTold, ...]
    made_by: tuple[str, ...] = ()
    standards: tuple[str, ...] = ()
