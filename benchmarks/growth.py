"""How what the program takes grows: the same edit at 30, 100 and 300 letters, or 1,000."""

from __future__ import annotations

import math
import time

from benchmarks.cases import long_text
from tinstamp.engine.build import build
from tinstamp.engine.cache import Cache
from tinstamp.job.archive import Document
from tinstamp.job.model import changed

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


def exponent(counts: list[int], seconds: list[float]) -> float:
    """How time grows with the number over the last step: 1 is in proportion, 2 its square."""
    return math.log(seconds[-1] / seconds[-2]) / math.log(counts[-1] / counts[-2])
