"""The chain and its cache; the engine's process: newer jobs, stops, crashes."""

from __future__ import annotations

import os
import signal
import time
from collections.abc import Iterator

import numpy as np
import pytest

from tests.conftest import document, stamp, tank
from tests.core.solids import sound
from tinstamp.engine import messages as m
from tinstamp.engine.build import Stopped, build
from tinstamp.engine.cache import Cache
from tinstamp.engine.client import EngineClient
from tinstamp.job.archive import Document
from tinstamp.job.model import Job, changed


def checks_of(job: Job) -> dict[str, list[str]]:
    found: dict[str, list[str]] = {}
    for finding in build(Document(job)).report.findings:
        found.setdefault(finding.check, []).append(f"{finding.level} {finding.message}")
    return found


def test_a_build_sums_up() -> None:
    built = build(document(stamp("A", "HB8"), stamp("B", "HOT", up="8 mm", make="emboss")))
    report = built.report
    assert report.valid and not report.to_fix
    assert built.solid is not None and sound(built.solid.shape)
    assert report.blank_volume == pytest.approx(np.pi / 4 * (84**2 - 80.8**2) * 46)
    change = sum(s.relief_volume for s in report.stamps)
    assert report.volume == pytest.approx(report.blank_volume + change, rel=1e-9)
    assert [s.built_by for s in report.stamps] == ["imprint", "imprint"]
    assert report.stamps[0].relief_volume < 0 < report.stamps[1].relief_volume


def test_only_what_depends_is_run_again() -> None:
    cache = Cache()
    job = tank(stamp("A", "HB8"), stamp("B", "HOT", up="8 mm"))
    build(Document(job), cache)
    first = dict(cache.made)
    build(Document(job), cache)
    assert dict(cache.made) == first
    job = changed(job, ("stamps", 1, "relief", "depth"), "0.5 mm")
    build(Document(job), cache)
    again = {k: cache.made[k] - first[k] for k in first}
    assert again == {
        "body": 0, "feature": 0, "blank": 0, "plan": 0, "ink box": 0, "fit": 0,
        "fitted": 1, "wall": 0, "imprint": 1, "artwork": 1, "placed": 1, "holes": 0, "behind": 1,
        "face boxes": 0, "together": 1, "examine": 1, "base examined": 0,
    }  # fmt: skip
    job = changed(job, ("stamps", 0, "relief", "colour"), "#112233")
    count = sum(cache.made.values())
    build(Document(job), cache)
    assert sum(cache.made.values()) == count


def test_the_tank_grows_and_the_letters_follow() -> None:
    """30 mm outside and 22 mm inside, marked, then 32 mm outside."""
    results = []
    for outer in ("30 mm", "32 mm"):
        job = tank(stamp(text="HB8", depth="0.4 mm"), outer=outer, wall="(diameter - 22 mm) / 2")
        results.append(build(Document(job)))
    small, large = (b.report.stamps[0] for b in results)
    assert small.artwork_area == large.artwork_area
    for made, radius in ((small, 15.0), (large, 16.0)):
        wanted = -made.artwork_area * 0.4 * (1 - 0.4 / (2 * radius))
        assert made.relief_volume == pytest.approx(wanted, rel=1e-6)


def test_findings_tell_what_was_measured() -> None:
    assert checks_of(tank(stamp(text="☃", height="8 mm")))["missing letter"][0].startswith(
        "fix Barlow SemiBold has no “☃”"
    )
    long = checks_of(tank(stamp(text="M" * 60)))["longer than the girth"][0]
    assert "263.894" in long and "too long" in long
    assert "over the upper rim" in checks_of(tank(stamp(up="43 mm")))["over the edge"][0]
    assert "1.600 mm" in checks_of(tank(stamp(depth="2 mm")))["cut through"][0]
    assert "3 pieces fall" in checks_of(tank(stamp(depth="2 mm", text="BO")))["loose piece"][0]
    assert "wall left 0.60 mm" in checks_of(tank(stamp(depth="1 mm")))["wall left"][0]
    assert "thinnest stroke" in checks_of(tank(stamp(height="1 mm")))["thin stroke"][0]
    assert (
        "0.50 mm to the edge" in checks_of(tank(stamp(text="I", up="0.5 mm")))["near the edge"][0]
    )
    two = tank(stamp("A", "HH"), stamp("B", "OO", up="22 mm"))
    assert "touches that of “A”" in checks_of(two)["touches another stamp"][0]
    gone = checks_of(tank(stamp(face="tank.ouder")))["not built"][0]
    assert "“tank.ouder” is not there any more; nearest to it: “tank.outer” or" in gone
    assert "no ink" in checks_of(tank(stamp(text=" ")))["nothing to make"][0]
    gone = changed(tank(stamp()), ("stamps", 0, "artwork", "font", "family"), "Gone Sans")
    assert "Gone Sans" in checks_of(gone)["not built"][0]
    assert "wall" in checks_of(tank(wall="50 mm"))["wrong field"][0]
    assert "Depth: nothing here is called" in checks_of(tank(stamp(depth="dept")))["wrong field"][0]


def test_one_bad_stamp_leaves_the_others() -> None:
    report = build(document(stamp("Bad", face="none"), stamp("Good"))).report
    assert report.valid and report.to_fix
    assert [s.name for s in report.stamps] == ["Good"]
    off = stamp("Off").model_copy(update={"on": False})
    assert build(document(off)).report.stamps == ()


def test_the_seam_leaves_the_letters_by_itself() -> None:
    report = build(document(stamp(text="OOO", across="180 deg"))).report
    assert report.stamps[0].built_by == "imprint"
    both = build(document(stamp("A", "OOO", across="180 deg"), stamp("B", "HOT", up="8 mm")))
    assert [s.built_by for s in both.report.stamps] == ["imprint", "imprint"]


@pytest.mark.parametrize("outer_first", [True, False])
def test_a_stamp_within_a_letter_of_another(outer_first: bool) -> None:
    ring = stamp("Ring", "O", height="20 mm", up="12 mm")
    within = stamp("Within", "i", height="4 mm", up="20 mm")
    report = build(document(*((ring, within) if outer_first else (within, ring)))).report
    assert report.valid and not report.to_fix
    assert [s.built_by for s in report.stamps] == ["imprint", "imprint"]
    for made in report.stamps:
        wanted = -made.artwork_area * 0.4 * (1 - 0.4 / 84)
        assert made.relief_volume == pytest.approx(wanted, rel=1e-4)


def test_an_imprint_that_fails_its_last_check(monkeypatch: pytest.MonkeyPatch) -> None:
    """A wrong imprint that passes its own checks is caught on the whole solid."""
    from tinstamp.engine import layer

    monkeypatch.setattr(layer, "is_valid", lambda shape: False)
    report = build(document(stamp(text="I"))).report
    assert report.valid and report.stamps[0].built_by == "boolean"
    assert any("did not pass its last check" in f.message for f in report.findings)


def test_a_build_can_be_stopped() -> None:
    def stop() -> None:
        raise Stopped

    with pytest.raises(Stopped):
        build(document(stamp()), stopped=stop)


# -- the process


@pytest.fixture
def engine() -> Iterator[EngineClient]:
    client = EngineClient()
    yield client
    client.close()


def until(engine: EngineClient, wanted: type, number: int, seconds: float = 60) -> list[m.Event]:
    """All events up to the wanted one."""
    events: list[m.Event] = []
    end = time.monotonic() + seconds
    while time.monotonic() < end:
        for event in engine.poll():
            events.append(event)
            if isinstance(event, wanted) and event.number == number:
                return events
        time.sleep(0.005)  # waiting for another process
    raise AssertionError(f"{wanted.__name__} did not come: {events}")


def test_progress_picture_and_report(engine: EngineClient) -> None:
    number = engine.build(document(stamp()))
    events = until(engine, m.Done, number)
    told = [event.what for event in events if isinstance(event, m.Progress)]
    assert told[0] == "blank" and "stamp “Mark”" in told
    picture = next(event for event in events if isinstance(event, m.Picture))
    assert list(picture.meshes) == ["part"] and "Mark/cap" in picture.meshes["part"].names
    assert len(picture.meshes["part"].triangles) > 100
    assert isinstance(events[-1], m.Done) and events[-1].report.valid
    assert not engine.busy


def test_newer_jobs_supersede_and_stop_stops(engine: EngineClient) -> None:
    for depth in range(1, 6):
        last = engine.build(document(stamp(depth=f"0.{depth} mm")))
    events = until(engine, m.Done, last)
    done = [event.number for event in events if isinstance(event, m.Done)]
    assert done == [last]
    stopped = engine.build(document(stamp(text="LAMP OIL ONLY " * 3, height="4 mm")))
    engine.stop()
    assert until(engine, m.Stopped, stopped)


def test_a_killed_engine_goes_on(engine: EngineClient) -> None:
    number = engine.build(document(stamp(text="KEEP UPRIGHT", height="5 mm")))
    until(engine, m.Progress, number)
    before = engine.pid
    os.kill(before, signal.SIGKILL)
    events = until(engine, m.Done, number)
    died = next(event for event in events if isinstance(event, m.Died))
    assert died.again and engine.pid != before
    assert isinstance(events[-1], m.Done) and events[-1].report.valid


def test_twice_dead_over_one_job_and_it_is_left(engine: EngineClient) -> None:
    number = engine.build(document(stamp()))
    for _ in range(2):
        until(engine, m.Progress, number)
        os.kill(engine.pid, signal.SIGKILL)
        events = until(engine, m.Died, number)
    assert isinstance(events[-1], m.Died) and not events[-1].again
    assert not engine.busy
    number = engine.build(document(stamp(depth="0.3 mm")))
    assert until(engine, m.Done, number)


def test_writing_and_failing_to(engine: EngineClient, tmp_path) -> None:  # type: ignore[no-untyped-def]
    number = engine.write(document(stamp()), str(tmp_path), "tank", ("dxf",), {})
    events = until(engine, m.Wrote, number)
    assert events[-1] == m.Wrote(number, (str(tmp_path / "tank.dxf"),))
    number = engine.write(document(wall="50 mm"), str(tmp_path), "tank", ("stl",), {})
    failed = until(engine, m.Failed, number)[-1]
    assert isinstance(failed, m.Failed) and "no sound part" in failed.message
    engine.restart()
    assert until(engine, m.Done, engine.build(document()))
