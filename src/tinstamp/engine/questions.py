"""Questions to a build, and their answers. Plain values."""

from __future__ import annotations

from dataclasses import dataclass

from tinstamp.job.face_name import Role
from tinstamp.proofing.estimate import Estimate
from tinstamp.proofing.fields import Field, FieldKind
from tinstamp.proofing.finding import Finding
from tinstamp.proofing.room import Room


@dataclass(frozen=True)
class WantField:
    """A field all over a stamp, by its name."""

    stamp: str
    kind: FieldKind


@dataclass(frozen=True)
class WantSides:
    """The job's findings in each of several processes, by their names."""

    processes: tuple[str, ...]


@dataclass(frozen=True)
class WantEstimate:
    """What the marks take by a process; an hour costs so much, or what is usual."""

    process: str
    hourly: float | None = None


@dataclass(frozen=True)
class WantRoom:
    """The largest letters and the longest text of a stamp, by its name."""

    stamp: str


@dataclass(frozen=True)
class Sides:
    """Findings by process, those that want something done."""

    findings: tuple[tuple[str, tuple[Finding, ...]], ...]


@dataclass(frozen=True)
class Rooms:
    """What would fit of a stamp."""

    stamp: str
    largest: Room
    longest: Room


@dataclass(frozen=True)
class WantSection:
    """The figures of a section of a stamp, by its name, along the upright line of its sheet through
    a point, mm."""

    stamp: str
    at: tuple[float, float]


@dataclass(frozen=True)
class WantSide:
    """The wall or cap of a stamp, by its name, that is nearest to a point in space, mm."""

    stamp: str
    role: Role
    at: tuple[float, float, float]


@dataclass(frozen=True)
class SideName:
    """What a wall or cap of a stamp is called, for others to lie on it."""

    stamp: str
    face: str


@dataclass(frozen=True)
class Line:
    """A figure of a section, and the line in space that it was measured along, mm; none for an
    angle."""

    words: str
    value: float
    unit: str
    ends: tuple[tuple[float, float, float], ...] = ()

    @property
    def told(self) -> str:
        """In words, with its unit."""
        value = round(self.value, 2) + 0.0  # no minus before nothing
        figure = f"{round(value, 1) + 0.0:.1f}°" if self.unit == "°" else f"{value:.2f} {self.unit}"
        return f"{self.words} {figure}"


@dataclass(frozen=True)
class Section:
    """The figures of a section; none where it runs through no relief."""

    stamp: str
    lines: tuple[Line, ...]


Question = WantField | WantSides | WantEstimate | WantRoom | WantSection | WantSide
Answer = Field | Sides | Estimate | Rooms | Section | SideName
