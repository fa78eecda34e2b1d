"""A word over joints, from an edit to the checked part, against a limit."""

from __future__ import annotations

import hashlib
import statistics
import tempfile
from pathlib import Path

from benchmarks.lines import timed, told
from benchmarks.parts import lens
from benchmarks.peers import write_step
from tinstamp.engine import messages as m
from tinstamp.engine.build import build
from tinstamp.engine.cache import Cache
from tinstamp.engine.importing import imported
from tinstamp.job.archive import Document
from tinstamp.job.features import Imported, Prism, Soften
from tinstamp.job.model import Blank, Job, Relief, Setting, Stamp, Text

WORD, TURNS = "LAMP OIL", 5
HEXAGON = Blank(
    features=(
        Prism(name="p", across_flats="40 mm", height="20 mm"),
        Soften(name="s", size="8 mm",
               edges=tuple(f"p.side_{a} & p.side_{a % 6 + 1}" for a in range(1, 7))),
    )
)  # fmt: skip
"""Six flats with round corners between them."""
PLAIN, FREEFORM = 1.0, 2.0
"""s that a word may take on each."""


def split(side: int) -> tuple[Blank, str, dict[str, bytes]]:
    """A freeform part of 2 · side² faces as it is read from its file, a face near its middle, and
    the file."""
    with tempfile.TemporaryDirectory() as folder:
        file = Path(folder) / "part.step"
        write_step(lens(side), file)
        data = file.read_bytes()
    faces = imported(m.Import(1, "part.step", data, ())).solids[0].faces
    digest = hashlib.sha256(data).hexdigest()
    part = Imported(name="part", file="part.step", digest=digest, faces=faces)
    top = max(faces, key=lambda face: face.centre[2])
    return Blank(features=(part,)), f"part.{top.name}", {digest: data}


def over_joints(
    what: str, blank: Blank, face: str, up: str, limit: float, parts: dict[str, bytes]
) -> bool:
    """A word over joints: the first time, when faces beside it are laid out as well, and with other
    depths; the part itself is there."""
    cache = Cache()
    build(Document(Job(blank=blank), {}, parts), cache)

    def once(depth: float) -> float:
        stamp = Stamp(
            name="m",
            artwork=Text(text=WORD, height="4 mm"),
            setting=Setting(face=face, across="0 mm", up=up, up_from="middle", rests_on="middle",
                            held_by="middle", over="neighbours"),
            relief=Relief(depth=f"{depth:g} mm"),
        )  # fmt: skip
        job = Job(blank=blank, stamps=(stamp,))
        seconds, built = timed(lambda: build(Document(job, {}, parts), cache))
        assert built.report.valid and built.report.stamps[0].built_by == "imprint"
        return seconds

    first, *later = (once(0.3 + 0.02 * k) for k in range(TURNS))
    good = told(f"a word over joints of {what}", statistics.median(later), "limit", limit, 1.0)
    return told("  for the first time", first, "limit", limit, 1.0) and good


def words_over_joints() -> bool:
    """On plain faces, on freeform ones, and on such that are small beside the word."""
    good = [over_joints("a hexagon", HEXAGON, "p.side_2", "0 mm", PLAIN, {})]
    for side in (5, 16):
        blank, face, parts = split(side)
        what = f"{2 * side * side} freeform faces"
        good.append(over_joints(what, blank, face, "0.6 mm", FREEFORM, parts))
    return all(good)
