"""What a build tells: plain values, safe to send to another process."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any

from tinstamp.chart.base import FaceChart
from tinstamp.job.resolve import Resolved
from tinstamp.proofing.finding import Finding, worst


@dataclass(frozen=True)
class StampReport:
    """One stamp of the build.

    Attributes
    ----------
    artwork_area : mm². depth : mm, positive. relief_volume : mm³, signed.
    built_by : "imprint", "boolean", or "" when it was not built.
    """

    name: str
    face: str
    artwork_area: float
    depth: float
    relief_volume: float
    built_by: str
    seconds: float

    def as_dict(self) -> dict[str, Any]:
        return dict(vars(self))


@dataclass(frozen=True)
class BodyReport:
    """One body of the part.

    Attributes
    ----------
    valid : closed and valid. volume : mm³. before : the volume without any stamp, mm³.
    """

    name: str
    valid: bool
    volume: float
    before: float

    def as_dict(self) -> dict[str, Any]:
        return dict(vars(self))


@dataclass(frozen=True)
class Report:
    """The whole build.

    Attributes
    ----------
    bodies : what there is; none when nothing could be built.
    charts : of the blank's faces that can be laid out, by name.
    kinds : the shape of every face of the blank in a word.
    blank_errors : what was wrong with a feature, by the path of its field.
    seconds : time of the build.
    sides : the walls of stamps that have few, by the names that others may lie on them with.
    """

    resolved: Resolved
    bodies: tuple[BodyReport, ...]
    stamps: tuple[StampReport, ...]
    findings: tuple[Finding, ...]
    charts: Mapping[str, FaceChart]
    kinds: Mapping[str, str]
    blank_errors: Mapping[str, str]
    seconds: float
    sides: Mapping[str, tuple[str, ...]] = field(default_factory=dict)

    @property
    def valid(self) -> bool:
        """There is a part, and all its bodies are closed and valid."""
        return bool(self.bodies) and all(body.valid for body in self.bodies)

    @property
    def volume(self) -> float | None:
        """Of all bodies, mm³."""
        return sum(body.volume for body in self.bodies) if self.bodies else None

    @property
    def blank_volume(self) -> float | None:
        """Of all bodies before any stamp, mm³."""
        return sum(body.before for body in self.bodies) if self.bodies else None

    @property
    def to_fix(self) -> bool:
        found = worst(self.findings)
        return found is not None and found.level == "fix"

    def as_dict(self) -> dict[str, Any]:
        """The JSON object of the command line's proof."""
        return {
            "valid": self.valid,
            "volume": self.volume,
            "blank_volume": self.blank_volume,
            "bodies": [body.as_dict() for body in self.bodies],
            "stamps": [stamp.as_dict() for stamp in self.stamps],
            "findings": [finding.as_dict() for finding in self.findings],
        }
