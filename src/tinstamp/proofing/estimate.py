"""What a mark takes to make, by process: an estimate with its assumptions told.

Every figure follows from the artwork as placed and the relief as built; the rates are rules of the
trade without a source, and stand beside the result.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from tinstamp.artwork.outline import Outline
from tinstamp.plan.planned import Planned


@dataclass(frozen=True)
class Work:
    """What there is to do, for one stamp or several.

    Attributes
    ----------
    length : of all outlines, mm. area : of the ink, mm². volume : of the relief, mm³.
    pieces : of ink. depth : the greatest, mm.
    """

    length: float
    area: float
    volume: float
    pieces: int
    depth: float

    @classmethod
    def of(cls, items: Sequence[tuple[Planned, float]]) -> Work:
        """Of stamps with the volumes of their reliefs, mm³."""
        return cls(
            length=sum(_length(o) for x, _ in items for r in x.placed.regions for o in r.outlines),
            area=sum(item.placed.area for item, _ in items),
            volume=sum(abs(volume) for _, volume in items),
            pieces=sum(len(item.placed.regions) for item, _ in items),
            depth=max((d for item, _ in items for d, _ in item.by_depth()), default=0.0),
        )


def _length(outline: Outline) -> float:
    """mm."""
    points = outline.points()
    return float(np.linalg.norm(np.roll(points, -1, axis=0) - points, axis=1).sum())


@dataclass(frozen=True)
class Part:
    """One part of an estimate: what it is, how much there is of it, and the minutes it takes."""

    what: str
    amount: str
    minutes: float


@dataclass(frozen=True)
class Estimate:
    """The time and cost of a mark by one process.

    Attributes
    ----------
    assumed : the rates that it rests on, in words. cost : in the currency of the hourly rate.
    """

    process: str
    parts: tuple[Part, ...]
    assumed: tuple[str, ...]
    hourly: float

    @property
    def minutes(self) -> float:
        """In all."""
        return sum(part.minutes for part in self.parts)

    @property
    def cost(self) -> float:
        """For that time."""
        return self.minutes / 60.0 * self.hourly


Rates = Callable[[Work], tuple[tuple[Part, ...], tuple[str, ...]]]


def _passes(depth: float, each: float) -> int:
    return max(1, math.ceil(depth / each - 1e-9))


def cutter(name: str, wide: float, feed: float, each: float, setup: float) -> Rates:
    """A cutter so many mm wide at `feed` mm a minute, `each` mm deep in one pass."""

    def work(it: Work) -> tuple[tuple[Part, ...], tuple[str, ...]]:
        passes = _passes(it.depth, each)
        outlines, clearing = it.length * passes, it.area / (0.5 * wide) * passes
        plunges = it.pieces * passes
        parts = (
            Part("outlines", f"{outlines:.0f} mm in {passes} passes", outlines / feed),
            Part("clearing within", f"{clearing:.0f} mm", clearing / feed),
            Part("plunges", f"{plunges}", plunges * 3.0 / 60.0),
            Part("setting up", "once", setup),
        )
        assumed = (f"{name} {wide:g} mm wide, {feed:g} mm a minute", f"{each:g} mm deep a pass",
                   "half its width from line to line", "3 s a plunge")  # fmt: skip
        return parts, assumed

    return work


def beam(spot: float, speed: float, each: float, setup: float) -> Rates:
    """A beam that runs line by line at `speed` mm a second and takes `each` mm away."""

    def work(it: Work) -> tuple[tuple[Part, ...], tuple[str, ...]]:
        layers = _passes(it.depth, each)
        lines = it.area / (0.5 * spot) * layers
        parts = (
            Part("lines", f"{lines:.0f} mm in {layers} layers", lines / speed / 60.0),
            Part("jumps", f"{it.pieces * layers}", it.pieces * layers * 0.01 / 60.0),
            Part("setting up", "once", setup),
        )
        return parts, (f"spot {spot:g} mm, lines half of that apart", f"{speed:g} mm a second",
                       f"{each:g} mm a layer", "10 ms a jump")  # fmt: skip

    return work


def printed(layer: float, rate: float, a_layer: float) -> Rates:
    """Layers so many mm high at `rate` mm³ a minute, with `a_layer` s for each."""

    def work(it: Work) -> tuple[tuple[Part, ...], tuple[str, ...]]:
        layers = _passes(it.depth, layer)
        parts = (
            Part("material", f"{it.volume:.1f} mm³", it.volume / rate),
            Part("edges", f"{it.length * layers:.0f} mm", it.length * layers / 30.0 / 60.0),
            Part("layers", f"{layers}", layers * a_layer / 60.0),
        )
        return parts, (f"layers of {layer:g} mm", f"{rate:g} mm³ a minute",
                       "edges at 30 mm a second", f"{a_layer:g} s a layer",
                       "the mark alone, without the part")  # fmt: skip

    return work


def flat(a_part: float, words: str) -> Rates:
    """So many minutes whatever is on it."""

    def work(it: Work) -> tuple[tuple[Part, ...], tuple[str, ...]]:
        return (Part("one part", f"{it.area:.1f} mm² of ink", a_part),), (words,)

    return work


def etched(rate: float) -> Rates:
    """So many mm of depth a minute, whatever the area."""

    def work(it: Work) -> tuple[tuple[Part, ...], tuple[str, ...]]:
        parts = (Part("etching", f"{it.depth:.2f} mm deep", it.depth / rate),
                 Part("covering and cleaning", "once", 10.0))  # fmt: skip
        return parts, (f"{rate:g} mm a minute, all of it at once", "10 min about it")

    return work


def cut_out(speed: float) -> Rates:
    """Outlines at `speed` mm a minute."""

    def work(it: Work) -> tuple[tuple[Part, ...], tuple[str, ...]]:
        parts = (Part("outlines", f"{it.length:.0f} mm", it.length / speed),
                 Part("piercings", f"{it.pieces}", it.pieces * 0.5 / 60.0),
                 Part("setting up", "once", 3.0))  # fmt: skip
        return parts, (f"{speed:g} mm a minute", "0.5 s a piercing")

    return work


RATES: Mapping[str, tuple[Rates, float]] = {
    "milling": (cutter("cutter", 0.5, 300.0, 0.25, 10.0), 60.0),
    "v_engraving": (cutter("point", 0.2, 400.0, 0.2, 10.0), 60.0),
    "rotary": (cutter("cutter", 0.2, 200.0, 0.1, 15.0), 60.0),
    "laser": (beam(0.05, 1000.0, 0.01, 3.0), 50.0),
    "etching": (etched(0.025), 40.0),
    "stamping": (flat(0.2, "one blow, the die made before"), 40.0),
    "sand": (flat(0.0, "comes with the casting; the pattern bears the mark"), 40.0),
    "die": (flat(0.0, "comes with the casting; the die bears the mark"), 60.0),
    "injection": (flat(0.0, "comes with the part; the mould bears the mark"), 50.0),
    "sheet": (cut_out(1500.0), 60.0),
    "filament": (printed(0.2, 300.0, 1.0), 5.0),
    "resin": (printed(0.05, 1000.0, 8.0), 8.0),
    "powder": (printed(0.1, 2000.0, 15.0), 30.0),
    "silkscreen": (flat(0.5, "one stroke, the screen made before"), 40.0),
}
"""By process: how it is reckoned, and what an hour costs."""


def estimate(
    process: str, items: Sequence[tuple[Planned, float]], hourly: float | None = None
) -> Estimate | None:
    """The time of stamps, with the volumes of their reliefs, mm³, by a process; None where nothing
    is known of it. `hourly` is what an hour costs, where it is not what is usual."""
    if process not in RATES or not items:
        return None
    rates, usual = RATES[process]
    parts, assumed = rates(Work.of(items))
    rate = usual if hourly is None else hourly
    return Estimate(process, parts, (*assumed, f"an hour costs {rate:g}"), rate)
