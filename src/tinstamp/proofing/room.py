"""How large a stamp's letters can be, and how long its text, within the limits of its proof.

Asked of the plan alone: what is tried is laid on its face as ever, and held against the face's
edges, the way round it, its guide, and the stamps about it.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

from tinstamp.chart.base import FaceChart
from tinstamp.job.archive import Document
from tinstamp.job.model import Job, Text, changed
from tinstamp.job.resolve import Resolved, limit_path, resolve
from tinstamp.plan.planned import PLAN_ERRORS, Planned, plan
from tinstamp.proofing.checks import LIMITS
from tinstamp.proofing.finding import Remedy

CLOSE_ENOUGH = 1e-3
"""Part of a size to which the largest that fits is found."""
LARGEST, SMALLEST = 64.0, 1.0 / 64.0
"""Times as large, and as small, as it is that artwork is tried at."""
LONGEST = 400
"""letters up to which a longer text is tried"""


@dataclass(frozen=True)
class Room:
    """What fits.

    Attributes
    ----------
    words : the answer, in words. remedy : what makes it so; None where nothing fits, or nothing
        can be changed to it.
    size : mm, or a count of letters; None where nothing fits. text : for a longer text, what fits.
    held_by : what is in the way of more, in words.
    """

    words: str
    size: float | None
    held_by: str = ""
    remedy: Remedy | None = None
    text: str = ""


@dataclass(frozen=True)
class Asked:
    """A stamp of a job on the faces that the job has."""

    document: Document
    faces: Mapping[str, FaceChart]
    index: int
    before: Sequence[Planned]

    def tried(self, job: Job) -> tuple[Planned | None, str]:
        """The plan with a job in its place, and what is wrong with it: "" where it fits."""
        resolved = resolve(job, LIMITS)
        if resolved.error_under("stamps", self.index) is not None:
            return None, "its fields"
        document = Document(job, self.document.fonts, self.document.parts, self.document.logos)
        try:
            item = plan(document, resolved, self.faces, self.index)
            return item, self._trouble(item, resolved)
        except PLAN_ERRORS as error:
            return None, str(error)

    def _trouble(self, item: Planned, resolved: Resolved) -> str:
        if not item.placed.regions:
            return "nothing to make"
        found = item.fit(self.before)
        path = limit_path(item.stamp.process, "edge_margin")
        margin = resolved.values.get(".".join(map(str, path)), 0.0)
        if found.too_long > 0:
            return "the way round the face"
        if item.placed.overrun > 1e-6:
            return "the length of its guide"
        if found.touches:
            return f"the ink of “{found.touches[0]}”"
        if found.edge is None or found.edge < margin * (1 - 1e-9):
            return f"the edge of the face, less {margin:g} mm"
        return ""


def largest(asked: Asked) -> Room:
    """The largest size of a stamp's artwork that fits, its place and its text as they are."""
    job, index = asked.document.job, asked.index
    stamp = job.stamps[index]
    item, _ = asked.tried(job)
    names = [n for n in stamp.artwork.sizes if n not in stamp.artwork.idle]
    if not names or item is None:
        return Room("its artwork has no size of its own", None)
    of = {name: item.art.artwork(name) for name in names}

    def at(factor: float) -> tuple[Job, str]:
        new = job
        for name, value in of.items():
            path = ("stamps", index, "artwork", name)
            new = changed(new, path, f"{value * factor:.6f} mm")
        return new, asked.tried(new)[1]

    factor, held_by = _greatest(lambda f: at(f)[1])
    if factor is None:
        return Room(f"nothing fits: {held_by} is in the way", None, held_by)
    size = of[names[0]] * factor
    base = ("stamps", index, "artwork")
    changes = tuple(((*base, name), _down(value * factor)) for name, value in of.items())
    what = "letters" if isinstance(stamp.artwork, Text) else "artwork"
    words = f"{what} {_down(size):.2f} mm instead of {of[names[0]]:.2f}"
    return Room(words, _down(size), held_by, Remedy(words, changes))


def _down(value: float) -> float:
    """Rounded down to what is written, so that it fits for certain."""
    return int(value * (1 - CLOSE_ENOUGH) * 100) / 100


def _greatest(trouble: Callable[[float], str]) -> tuple[float | None, str]:
    """The greatest factor without trouble, and what the trouble beyond it is."""
    good, bad, held_by = 1.0, 1.0, trouble(1.0)
    while held_by and good > SMALLEST:
        bad, good = good, good / 2
        beyond, held_by = held_by, trouble(good)
        if not held_by:
            held_by = beyond
            break
    else:
        if held_by:
            return None, held_by
        while not held_by and bad < LARGEST:
            good, bad = bad, bad * 2
            held_by = trouble(bad)
        if not held_by:
            return bad, "nothing"
    while bad / good > 1 + CLOSE_ENOUGH:
        middle = (good * bad) ** 0.5
        told = trouble(middle)
        if told:
            bad, held_by = middle, told
        else:
            good = middle
    return good, held_by


def longest(asked: Asked) -> Room:
    """The longest text of such letters that fits, at the size and place of the stamp: its own text,
    cut short or said again."""
    job, index = asked.document.job, asked.index
    drawn = job.stamps[index].artwork
    if not isinstance(drawn, Text) or not drawn.text.strip() or drawn.styles or drawn.letters:
        return Room("only for plain text", None)
    line = max(drawn.text.split("\n"), key=len).strip() + " "
    base = ("stamps", index, "artwork", "text")

    def of(count: int) -> str:
        return (line * (count // len(line) + 1))[:count].strip() or line[0]

    def trouble(count: int) -> str:
        return asked.tried(changed(job, base, of(count)))[1]

    held_by = trouble(1)
    if held_by:
        return Room(f"no letter fits: {held_by} is in the way", None, held_by)
    good, bad = 1, 2
    while bad <= LONGEST and not (held_by := trouble(bad)):
        good, bad = bad, bad * 2
    if bad > LONGEST:
        return Room(f"more than {good} letters", float(good), "nothing", text=of(good))
    while bad - good > 1:
        middle = (good + bad) // 2
        told = trouble(middle)
        good, bad, held_by = (good, middle, told) if told else (middle, bad, held_by)
    return Room(f"{good} letters like these in a line", float(good), held_by, text=of(good))
