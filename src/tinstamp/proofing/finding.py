"""Findings: what the proof has to say about a job."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import asdict, dataclass
from typing import Any, Literal

from tinstamp.job.model import Path, dotted

Level = Literal["fix", "look", "note"]
ORDER: dict[Level, int] = {"fix": 0, "look": 1, "note": 2}


@dataclass(frozen=True)
class Remedy:
    """What to change, in words.

    Attributes
    ----------
    changes : figures of fields, in `unit`, by their paths. put : what else is put where, such as a
        font.
    """

    words: str
    changes: tuple[tuple[Path, float], ...] = ()
    unit: Literal["mm", "deg"] = "mm"
    put: tuple[tuple[Path, Any], ...] = ()


@dataclass(frozen=True)
class Finding:
    """One thing that was found.

    Attributes
    ----------
    level : "fix" must be put right, "look" wants a decision, "note" is good to know.
    check : the name of the check.
    stamp : the stamp's name; empty when it concerns the blank or the whole job.
    path : what it is about in the job, such as ("stamps", 2) or ("limits", "least_gap"); empty
        for the whole.
    message : in words for the designer, with the figures.
    measured, limit : the figures, in `unit`; None where there is no figure.
    where : sheet points (mm) on the stamp's face to look at. span : from where to where on the
        sheet the figure was measured; nothing where it is no distance there.
    remedies : changes each of which meets the limit. accepted : whose word stands for it.
    """

    level: Level
    check: str
    stamp: str
    message: str
    measured: float | None = None
    limit: float | None = None
    unit: str = ""
    where: tuple[tuple[float, float], ...] = ()
    path: Path = ()
    remedies: tuple[Remedy, ...] = ()
    accepted: str = ""
    span: tuple[tuple[float, float], ...] = ()

    @property
    def short(self) -> str:
        """A few words for a card."""
        if self.measured is None or self.unit not in ("mm", "mm²"):
            return self.check
        return f"{self.check} {self.measured:.2f} {self.unit}"

    def as_dict(self) -> dict[str, Any]:
        """For JSON: all but the places; of remedies the words."""
        record = asdict(self)
        record.pop("where")
        record.pop("span")
        record["remedies"] = [remedy.words for remedy in self.remedies]
        return {**record, "path": dotted(self.path)}


def sorted_findings(findings: Iterable[Finding]) -> tuple[Finding, ...]:
    """Worst first, otherwise in the order given."""
    return tuple(sorted(findings, key=lambda f: ORDER[f.level]))


def worst(findings: Sequence[Finding]) -> Finding | None:
    """The first of the worst level."""
    return min(findings, key=lambda f: ORDER[f.level], default=None)
