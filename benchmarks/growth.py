"""How what the program takes grows: the same edit at 30, 100 and 300 letters, or 1,000."""

from __future__ import annotations

import math
import statistics
import time

from benchmarks.cases import long_text
from tinstamp.engine.build import build
from tinstamp.engine.cache import Cache
from tinstamp.job.archive import Document
from tinstamp.job.model import changed
from tinstamp.relief.kept_blocks import KEPT_BLOCKS

CHECKED = {"tube": (1.5, 5.0), "plate": (1.5, 5.0), "ball": (3.0, 10.0), "skin": (3.0, 10.0)}
"""s that 300 and 1,000 letters may take from an edit to the checked part"""


def edited(face: str, count: int) -> tuple[float, float]:
    """Seconds from a changed depth to the picture, and to the checked part."""
    job = long_text(count, face)
    cache = Cache()
    built = build(Document(job), cache)
    assert built.report.valid and not built.report.to_fix, built.report.findings
    seen: list[float] = []
    job = changed(job, ("stamps", 0, "relief", "depth"), "0.3 mm")
    start = time.perf_counter()
    built = build(Document(job), cache, lambda meshes, blank: seen.append(time.perf_counter()))
    assert built.report.valid
    return seen[0] - start, time.perf_counter() - start


def moved(face: str, count: int, turns: int) -> tuple[float, float]:
    """Seconds from a moved word to the checked part, and the same with nothing kept of what was
    made of its letters before: the middle of so many turns each."""
    job, cache = long_text(count, face), Cache()
    build(Document(job), cache)
    unit = "mm" if face == "plate" else "deg"
    taken: dict[bool, list[float]] = {True: [], False: []}
    for k in range(2 * turns + 2):
        job = changed(job, ("stamps", 0, "setting", "across"), f"{1.0 + 0.37 * k:.2f} {unit}")
        if k % 2:
            KEPT_BLOCKS.clear()
        start = time.perf_counter()
        assert build(Document(job), cache).report.valid
        taken[k % 2 == 0].append(time.perf_counter() - start)
    return statistics.median(taken[True][1:]), statistics.median(taken[False][1:])


def exponent(counts: list[int], seconds: list[float]) -> float:
    """How time grows with the number over the last step: 1 is in proportion, 2 its square."""
    return math.log(seconds[-1] / seconds[-2]) / math.log(counts[-1] / counts[-2])
