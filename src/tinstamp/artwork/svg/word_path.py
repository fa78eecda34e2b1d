"""The path that words of a drawing run along, by arc length.

Source: SVG 2, 11.8.3 (text on a path layout): sub-paths follow one another without a gap; text
goes on round a path of one closed part.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from tinstamp.artwork.outline import Array
from tinstamp.artwork.svg.path_data import Run
from tinstamp.artwork.unite import fine_polylines

PATH_OFF = 2e-6
"""Part of its size by which the lines that stand for a path stray from it."""


@dataclass(frozen=True, eq=False)
class WordPath:
    """A path as short lines: starts and steps (n, 2), px, and where each begins along it.

    Attributes
    ----------
    begins : (n + 1,) px. closed : one part that ends where it begins. offset : where its text
        starts, px.
    """

    starts: Array
    steps: Array
    begins: Array
    closed: bool
    offset: float = 0.0

    @property
    def length(self) -> float:
        """px."""
        return float(self.begins[-1])

    @property
    def end(self) -> tuple[float, float]:
        """Where words go on after it (SVG 2, 11.8.3)."""
        x, y = (self.starts[-1] + self.steps[-1]).tolist()
        return x, y

    def at(self, s: float) -> tuple[float, float, float] | None:
        """The place at a distance along it and its direction, degrees; None off its ends."""
        if self.closed:
            if abs(s - self.offset) > self.length:
                return None
            s = s % self.length
        elif not 0.0 <= s <= self.length:
            return None
        k = min(int(np.searchsorted(self.begins, s, side="right")) - 1, len(self.steps) - 1)
        step = self.steps[k]
        along = float(np.hypot(*step))
        x, y = (self.starts[k] + step * (s - self.begins[k]) / along).tolist()
        return x, y, float(np.degrees(np.arctan2(step[1], step[0])))


def word_path(runs: Sequence[Run], matrix: Array) -> WordPath | None:
    """The path of an element's runs as a (3, 3) matrix places it; None when it has no length."""
    starts, steps = [], []
    for run in runs:
        size = max((abs(v) for _, ps in run.commands for p in ps for v in p), default=0.0)
        line = fine_polylines([run.commands], PATH_OFF * max(size, 1e-6))[0]
        if run.closed:
            line = np.vstack([line, line[:1]])
        line = line @ matrix[:2, :2].T + matrix[:2, 2]
        step = np.diff(line, axis=0)
        real = np.hypot(*step.T) > 0
        starts.append(line[:-1][real])
        steps.append(step[real])
    every = np.concatenate(steps) if steps else np.zeros((0, 2))
    if not len(every):
        return None
    begins = np.concatenate([[0.0], np.cumsum(np.hypot(*every.T))])
    if not np.isfinite(begins[-1]):
        return None
    return WordPath(np.concatenate(starts), every, begins, len(runs) == 1 and runs[0].closed)
