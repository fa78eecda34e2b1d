"""What a machine has made of a file: figures, a picture, and how it compares with what was sent."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import asdict, dataclass
from typing import Any

from PIL import Image


class ShopError(ValueError):
    """A file that a machine cannot work; the message is for the designer."""


@dataclass(frozen=True)
class Figure:
    """One figure of a piece of work, with its unit; words instead of a number where it is none."""

    what: str
    value: float | str
    unit: str = ""

    def told(self) -> str:
        """In words."""
        if isinstance(self.value, str):
            return f"{self.what}: {self.value}"
        return f"{self.what}: {self.value:,.2f} {self.unit}".rstrip()


@dataclass(frozen=True)
class Compared:
    """What was sent beside what came of it.

    Attributes
    ----------
    allowed : part of what was sent by which the other may differ unremarked.
    """

    what: str
    sent: float
    made: float
    unit: str
    allowed: float

    @property
    def off(self) -> float:
        """The difference as a part of what was sent."""
        return (self.made - self.sent) / self.sent if self.sent else float(self.made != 0)

    @property
    def agrees(self) -> bool:
        return abs(self.off) <= self.allowed

    def told(self) -> str:
        """In words."""
        words = f"{self.what}: {self.made:,.2f} {self.unit} for {self.sent:,.2f} sent"
        return f"{words}, {100 * self.off:+.1f} %"


@dataclass(frozen=True, eq=False)
class Made:
    """A piece of work.

    Attributes
    ----------
    seconds : that the machine would take. told : remarks for whoever sent it.
    picture : of what was made. stages : the same while it is made, the last one whole.
    """

    figures: tuple[Figure, ...]
    compared: tuple[Compared, ...]
    seconds: float
    told: tuple[str, ...]
    stages: tuple[Image.Image, ...]

    @property
    def picture(self) -> Image.Image:
        return self.stages[-1]

    def record(self) -> Mapping[str, Any]:
        """All but the pictures as plain values."""
        return {
            "figures": [asdict(figure) for figure in self.figures],
            "compared": [asdict(each) for each in self.compared],
            "seconds": self.seconds,
            "told": list(self.told),
        }


def figures_from(record: Mapping[str, Any]) -> tuple[list[Figure], list[Compared]]:
    """Figures and comparisons from a record. Raises KeyError, TypeError."""
    return (
        [Figure(**each) for each in record["figures"]],
        [Compared(**each) for each in record["compared"]],
    )
