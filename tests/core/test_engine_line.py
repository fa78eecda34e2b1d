"""The desk's end of the engine never waits, whatever the engine does."""

from __future__ import annotations

import os
import random
import select
import signal
import subprocess
import sys
import time
from pathlib import Path

import pytest

from tests.conftest import ROOT, document, environment, font, stamp
from tinstamp.engine import client as client_module
from tinstamp.engine import messages as m
from tinstamp.engine.client import EngineClient
from tinstamp.job.archive import Document, open_file
from tinstamp.job.model import FontRef, changed


def until(client: EngineClient, kind: type, seconds: float = 60.0):  # type: ignore[no-untyped-def]
    end = time.monotonic() + seconds
    while time.monotonic() < end:
        for event in client.poll():
            if isinstance(event, kind):
                return event
        select.select([client.fileno()], [], [], 0.05)
    raise AssertionError(f"no {kind.__name__} came")


@pytest.fixture
def client():  # type: ignore[no-untyped-def]
    made = EngineClient()
    yield made
    made.close()


def gone(pid: int) -> bool:
    try:
        return Path(f"/proc/{pid}/stat").read_text().rpartition(")")[2].split()[0] == "Z"
    except OSError:
        return True


def with_own_font(megabytes: int) -> Document:
    data = font().data + bytes(megabytes * 2**20)
    job = document(stamp()).job
    ref = FontRef(family="Barlow", style="SemiBold", digest="a" * 64)
    return Document(changed(job, ("stamps", 0, "artwork", "font"), ref), {"a" * 64: data})


def test_a_stopped_engine_does_not_stop_the_desk(client: EngineClient) -> None:
    """Megabytes of jobs for a process that reads nothing: every call comes back at once."""
    until(client, m.Ready)
    os.kill(client.pid, signal.SIGSTOP)
    start = time.monotonic()
    for _ in range(20):
        client.build(with_own_font(4))
        client.stop()
    assert client.busy and time.monotonic() - start < 5.0
    old = client.pid
    client.restart()
    assert gone(old) and client.pid != old
    client.build(document(stamp()))
    assert until(client, m.Done).report.valid


def test_files_go_once_and_jobs_that_wait_are_replaced(client: EngineClient) -> None:
    until(client, m.Ready)
    sent: list[object] = []
    line = client._line
    assert line is not None
    put = line.put
    line.put = lambda message, *a: (sent.append(message), put(message, *a))[1]  # type: ignore[method-assign]
    for _ in range(3):
        client.build(with_own_font(0))
    kept = [s for s in sent if isinstance(s, m.Keep)]
    builds = [s for s in sent if isinstance(s, m.Build)]
    assert len(kept) == 1 and len(builds) == 3
    assert all(data == b"" for b in builds for data in b.document.fonts.values())
    assert until(client, m.Done).report.stamps[0].built_by == "imprint"


def test_a_stuck_engine_is_replaced(client: EngineClient, monkeypatch: pytest.MonkeyPatch) -> None:
    until(client, m.Ready)
    monkeypatch.setattr(client_module, "SILENCE", 0.3)
    client.build(document(stamp()))
    os.kill(client.pid, signal.SIGSTOP)
    client.build(document(stamp(text="NEW")))
    time.sleep(0.5)  # the engine keeps its silence for longer than is borne
    client.poll()
    assert client.stuck
    assert client.replace_stuck().again
    assert until(client, m.Done).report.valid


def test_edits_at_random_while_pictures_come(client: EngineClient) -> None:
    """The shipped grip, its depth typed again and again: every edit is taken, the last is built."""
    grip = open_file(ROOT / "demo" / "grip.tinstamp")
    r = random.Random(4)
    longest, pictures, done = 0.0, 0, None
    for k in range(40):
        job = changed(grip.job, ("stamps", 0, "relief", "depth"), f"0.{r.randint(2, 6)}{k % 10} mm")
        start = time.monotonic()
        number = client.build(Document(job, grip.fonts, grip.parts, grip.logos))
        longest = max(longest, time.monotonic() - start)
        end = time.monotonic() + r.uniform(0.0, 0.4)
        while time.monotonic() < end:
            select.select([client.fileno()], [], [], 0.02)
            for event in client.poll():
                pictures += isinstance(event, m.Picture)
                done = event.number if isinstance(event, m.Done) else done
    if done != number:  # it may be there already
        done = until(client, m.Done).number
    assert done == number
    assert longest < 1.0


def test_the_engine_ends_with_its_desk() -> None:
    """Killed in the first moment, and killed at work."""
    code = (
        "import sys, time; from tinstamp.engine.client import EngineClient; c = EngineClient();"
        "print(c.pid, flush=True); time.sleep(60)"
    )
    for wait in (0.0, 2.0):
        desk = subprocess.Popen(
            [sys.executable, "-c", code], env=environment(), stdout=subprocess.PIPE
        )
        assert desk.stdout is not None
        engine = int(desk.stdout.readline())
        time.sleep(wait)  # how far the engine has come when its desk is killed
        desk.kill()
        desk.wait()
        desk.stdout.close()
        end = time.monotonic() + 2.0
        while not gone(engine):
            assert time.monotonic() < end, "the engine is still there"
            time.sleep(0.02)
