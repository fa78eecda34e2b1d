"""What a build tells: plain values, safe to send to another process."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from tinstamp.chart.base import Chart
from tinstamp.job.resolve import Resolved
from tinstamp.proof.finding import Finding, worst


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
class Report:
    """The whole build.

    Attributes
    ----------
    valid : the solid is closed and valid.
    volume, blank_volume : mm³; None when there is no solid.
    charts : of the blank's faces that can be laid out, by name.
    kinds : the shape of every face of the blank in a word.
    blank_errors : what was wrong with a feature, by the path of its field.
    seconds : time of the build.
    """

    resolved: Resolved
    valid: bool
    volume: float | None
    blank_volume: float | None
    stamps: tuple[StampReport, ...]
    findings: tuple[Finding, ...]
    charts: Mapping[str, Chart]
    kinds: Mapping[str, str]
    blank_errors: Mapping[str, str]
    seconds: float

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
            "stamps": [stamp.as_dict() for stamp in self.stamps],
            "findings": [finding.as_dict() for finding in self.findings],
        }
