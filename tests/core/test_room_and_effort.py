"""The largest letters and the longest text that fit, by closed forms; time and cost by hand."""

from __future__ import annotations

import math

import pytest

from tests.core.test_known_faults import PLATE, part, raised, sunk, text, tube
from tinstamp.engine.asking import answered
from tinstamp.engine.build import build
from tinstamp.engine.cache import Cache
from tinstamp.engine.questions import Rooms, WantRoom
from tinstamp.job.archive import Document
from tinstamp.job.model import Guide, Setting, Shape, Stamp, changed
from tinstamp.proofing.estimate import RATES, Estimate, Work, estimate
from tinstamp.proofing.processes import PROCESSES


def rooms(document: Document, name: str) -> Rooms:
    cache = Cache()
    found = answered(WantRoom(name), document, build(document, cache), cache)
    assert isinstance(found, Rooms)
    return found


def square(face: str, body: object, up: str = "0 mm", wide: str = "5 mm") -> Document:
    across = "0 mm" if face.startswith("p.") else "0 deg"
    shape = Shape(shape="rectangle", wide=wide, high="5 mm")
    return part(Stamp(name="S", artwork=shape, relief=sunk(),
                      setting=Setting(face=face, across=across, up=up)), body=body)  # fmt: skip


def test_the_largest_square_on_a_plate_is_as_high_as_the_plate_less_its_margins() -> None:
    """It stands on the middle: 40 mm are left above it, of which 1 mm is kept."""
    found = rooms(square("p.top", PLATE), "S").largest
    assert found.size == pytest.approx(39.0, rel=2e-3) and found.size <= 39.0
    assert "edge of the face" in found.held_by


def test_the_longest_strip_on_a_tube_is_its_girth() -> None:
    """20 mm across: 62.83 mm round; 10 times as wide as high, low enough for the rims."""
    document = square("t.outer", tube(20), "20 mm", wide="50 mm")
    found = rooms(document, "S").largest
    assert found.size == pytest.approx(math.pi * 20, rel=2e-3) and found.size <= math.pi * 20
    assert found.held_by == "the way round the face"


def test_what_is_told_to_fit_fits_and_a_little_more_does_not() -> None:
    document = part(text("KEEP UPRIGHT", "t.outer"), body=tube(40))
    found = rooms(document, "T").largest
    assert found.remedy is not None and found.size is not None
    ((path, size),) = found.remedy.changes
    for factor, fits in ((1.0, True), (1.01, False)):
        job = changed(document.job, path, f"{size * factor} mm")
        report = build(Document(job, {}, {}, {})).report
        placed = [f for f in report.findings if f.check in (
            "longer than the girth", "over the edge", "near the edge")]  # fmt: skip
        assert bool(placed) != fits


def test_letters_along_a_guide_are_no_longer_than_it() -> None:
    guide = Guide(kind="arc", radius="20 mm")
    document = part(text("KEEP", setting=Setting(face="p.top", across="0 mm", up="0 mm",
                                                 guide=guide)))  # fmt: skip
    found = rooms(document, "T")
    assert found.largest.size is not None and found.largest.size > 6.0
    assert found.longest.size is not None and found.longest.size >= 4


def test_what_is_too_large_is_told_smaller() -> None:
    document = part(text("KEEP UPRIGHT ALWAYS", height="30 mm"))
    found = rooms(document, "T").largest
    assert found.size is not None and found.size < 30


def test_other_ink_is_in_the_way() -> None:
    other = Stamp(name="O", artwork=Shape(shape="rectangle", wide="60 mm", high="4 mm"),
                  relief=sunk(),
                  setting=Setting(face="p.top", across="0 mm", up="12 mm"))  # fmt: skip
    found = rooms(part(text("KEEP"), other), "T").largest
    assert found.held_by == "the ink of “O”" and found.size is not None and found.size < 12.0


def test_the_longest_text_fits_and_a_letter_more_does_not() -> None:
    document = part(text("LAMP", "t.outer", height="5 mm"), body=tube(30))
    found = rooms(document, "T").longest
    assert found.size == len(found.text) or found.text.endswith("P") or found.size is not None
    job = changed(document.job, ("stamps", 0, "artwork", "text"), found.text)
    assert not [f for f in build(Document(job, {}, {}, {})).report.findings if f.level == "fix"]
    more = changed(job, ("stamps", 0, "artwork", "text"), found.text + " LAM")
    assert [f for f in build(Document(more, {}, {}, {})).report.findings if f.level == "fix"]


# -- time and cost


def of(document: Document, process: str, hourly: float | None = None) -> Estimate:
    built = build(document)
    volumes = {report.name: report.relief_volume for report in built.report.stamps}
    found = estimate(process, [(x, volumes[n]) for n, x in built.planned.items()], hourly)
    assert found is not None
    return found


def test_a_square_is_milled_in_the_time_that_its_lines_take() -> None:
    """20 mm round and 25 mm² in 2 passes of 0.25 mm at 300 mm a minute, lines 0.25 mm apart; a
    plunge of 3 s a pass, 10 minutes about it."""
    document = square("p.top", PLATE)
    document = Document(
        changed(document.job, ("stamps", 0, "relief", "depth"), "0.5 mm"), {}, {}, {}
    )
    found = of(document, "milling")
    expected = (20 * 2 + 25 / 0.25 * 2) / 300 + 2 * 3 / 60 + 10
    assert found.minutes == pytest.approx(expected, rel=1e-6)
    assert found.cost == pytest.approx(expected, rel=1e-6)
    assert of(document, "milling", 120.0).cost == pytest.approx(2 * expected, rel=1e-6)


def test_a_laser_takes_as_long_as_its_lines() -> None:
    """25 mm² at 0.3 mm: 30 layers of lines 0.025 mm apart at 1000 mm a second."""
    found = of(square("p.top", PLATE), "laser")
    assert found.parts[0].minutes == pytest.approx(25 / 0.025 * 30 / 1000 / 60, rel=1e-6)


def test_printed_letters_take_as_long_as_their_volume() -> None:
    document = part(text("HB8", relief=raised(0.6)))
    built = build(document)
    volume = built.report.stamps[0].relief_volume
    found = of(document, "filament")
    assert found.parts[0].minutes == pytest.approx(volume / 300, rel=1e-9)
    assert found.parts[2].amount == "3"


def test_every_process_can_be_reckoned_and_says_what_it_assumes() -> None:
    document = part(text("HB8"))
    for name in PROCESSES:
        if name:
            found = of(document, name)
            assert found.assumed and found.minutes >= 0 and found.parts
    assert set(RATES) == set(PROCESSES) - {""}
    assert estimate("laser", []) is None and estimate("magic", []) is None


def test_work_is_the_sum_of_its_stamps() -> None:
    built = build(part(text("HB8"), Stamp(name="O", artwork=Shape(shape="circle", wide="4 mm"),
                       relief=sunk(0.5), setting=Setting(face="p.top", across="40 mm",
                                                         up="0 mm"))))  # fmt: skip
    items = [(item, 1.0) for item in built.planned.values()]
    whole, parts = Work.of(items), [Work.of([one]) for one in items]
    assert whole.length == pytest.approx(sum(x.length for x in parts))
    assert whole.area == pytest.approx(sum(x.area for x in parts))
    assert whole.depth == 0.5 and whole.pieces == 4
    assert parts[1].length == pytest.approx(4 * math.pi, rel=1e-3)
