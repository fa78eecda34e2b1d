"""A stamp that the hand has hold of, with those that go along: what a drag makes of the job.

No Qt here.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from tinstamp.artwork.outline import Array
from tinstamp.chart.base import Chart
from tinstamp.desk.work.placing import moved, sized, turned
from tinstamp.desk.work.preview import Preview
from tinstamp.job.model import Job, dotted
from tinstamp.job.resolve import Resolved
from tinstamp.setting.place import home
from tinstamp.setting.snap import Shape

Mode = Literal["move", "turn", "size"]
NO_ARM = 1e-6
"""mm from a stamp's place at which a hand cannot turn or size it"""


@dataclass(frozen=True)
class Carried:
    """A stamp as it lay when it was taken hold of.

    Attributes
    ----------
    origin : (2,) its placing point on the sheet of `chart`, mm. angle : it is placed across by an
        angle. across, up : the values of the two fields, degrees when `angle`, mm.
    """

    index: int
    chart: Chart
    origin: Array
    angle: bool
    across: float
    up: float

    @classmethod
    def of(cls, resolved: Resolved, index: int, shown: Preview) -> Carried:
        """A stamp as it is shown now."""
        across, up = (dotted(("stamps", index, "setting", name)) for name in ("across", "up"))
        origin, angle = np.array(shown.placed.origin), across in resolved.angles
        values = resolved.values
        return cls(index, shown.chart, origin, angle, values[across], values[up])

    def moved(self, job: Job, by: Array) -> Job:
        """The job with it moved on its sheet by (2,) mm. Raises ValueError where a cast does not
        reach the face."""
        return moved(job, self.index, self.chart, self.origin, by, self.angle, self.across, self.up)


@dataclass(frozen=True)
class Held:
    """What a drag began with.

    Attributes
    ----------
    job : then. start : (2,) where the hand took hold, sheet mm. values : the selected stamp's
        sizes and turn. shape : its box. others : stamps that it can be drawn to. along : stamps
        that move with it.
    """

    mode: Mode
    job: Job
    stamp: Carried
    start: Array
    turn: float
    sizes: dict[str, float]
    shape: Shape
    others: Sequence[tuple[str, Shape]]
    along: Sequence[Carried]

    def way(self, at: Array) -> Array:
        """(2,) mm from where it was taken hold of to where the hand is, the shorter way round."""
        by = np.array(at) - self.start
        return home(self.stamp.origin + by, self.stamp.chart) - self.stamp.origin

    def moved(self, by: Array) -> Job:
        """All of them moved by (2,) mm on the sheet; on a face that goes round they go on as far
        round it and up. Raises ValueError where a cast does not reach the face."""
        job = self.stamp.moved(self.job, by)
        for other in self.along:
            job = other.moved(job, alike(self.stamp, by, other))
        return job

    def angle_to(self, at: Array) -> float:
        """Degrees that the hand has gone about the stamp's place."""
        a, b = self.start - self.stamp.origin, np.array(at) - self.stamp.origin
        return float(np.degrees(np.arctan2(b[1], b[0]) - np.arctan2(a[1], a[0])))

    def turned(self, by: float) -> Job:
        return turned(self.job, self.stamp.index, by, self.turn)

    def factor_to(self, at: Array) -> float:
        """How many times as far from the stamp's place the hand is as where it took hold."""
        a, b = self.start - self.stamp.origin, np.array(at) - self.stamp.origin
        return float(np.linalg.norm(b)) / max(float(np.linalg.norm(a)), NO_ARM)

    def sized(self, factor: float) -> Job:
        return sized(self.job, self.stamp.index, factor, self.sizes)

    @property
    def main_size(self) -> float | None:
        """The first of its sizes, mm: what a figure that is typed sets; None without any."""
        return next(iter(self.sizes.values()), None)


def alike(led: Carried, by: Array, other: Carried) -> Array:
    """The move (2,) mm of another stamp that goes with one that is moved by `by`."""
    turns = led.chart.all_round
    theirs = other.chart.all_round
    if turns is None or theirs is None or led.chart.affine:
        return by
    ends = turns.unrolled(np.stack([led.origin, led.origin + by]))
    there = theirs.unrolled(other.origin) + ends[1] - ends[0]
    return np.asarray(theirs.rolled(there)) - other.origin
