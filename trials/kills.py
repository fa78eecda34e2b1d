"""The desk killed while it works, in the middle of edits and of saving, and its engine killed
under it: no job is lost, and little work.

Needs a screen, as `trials/window.py` does.
"""

from __future__ import annotations

import json
import os
import random
import signal
import subprocess
import sys
import tempfile
import time
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

from tinstamp.job.archive import ArchiveError, open_file, save_file
from trials.record import tried

ROOT = Path(__file__).resolve().parents[1]
MOST_LOST = 12.0
"""s of work that a kill may cost"""
GONE = 2.0
"""s after which the engine of a killed desk must be gone"""
DESK = """
import json, os, sys, time
from pathlib import Path
from tinstamp.desk.app import make_app, offer_left_work
from tinstamp.desk.window import Window
from PySide6.QtWidgets import QMessageBox
app = make_app()
QMessageBox.question = staticmethod(lambda *a, **k: QMessageBox.StandardButton.Yes)
told = []
Window.complain = lambda self, title, error: told.append(f"{title}: {error}")
job, log = Path(sys.argv[1]), open(sys.argv[2], "a")
take_up, saving = sys.argv[3], sys.argv[4] == "s"
window = Window()
window.show()
def say(**what):
    log.write(json.dumps({**what, "at": time.time()}) + "\\n")
    log.flush()
    os.fsync(log.fileno())
if take_up == "take up":
    taken = offer_left_work(window)
    say(taken=taken, text=window.session.job.stamps[0].artwork.text if window.session.job.stamps
        else "", told=told)
    window.session.saved = window.session.document
    window.close()
    sys.exit(0)
window.session.open(job)
say(engine=window.session.engine.client.pid)
count = 0
path = ("stamps", 0, "artwork", "text")
while True:
    count += 1
    window.session.edit(path, f"N{count}", "type", "typing")
    say(made=f"N{count}")
    end = time.monotonic() + 0.15
    while time.monotonic() < end:
        app.processEvents()
        time.sleep(0.01)
    if saving and count % 4 == 0:
        window.session.save(job)
        say(saved=f"N{count}")
"""


def _lines(log: Path) -> list[dict]:  # type: ignore[type-arg]
    return [json.loads(line) for line in log.read_text().splitlines() if line.endswith("}")]


def _runs(pid: int) -> bool:
    try:
        return "Z" not in Path(f"/proc/{pid}/stat").read_text().rpartition(")")[2].split()[0]
    except OSError:
        return False


def one(seed: int, number: int) -> tuple[str, float]:
    """One kill: what went wrong (nothing when all is well), and the work lost, s."""
    r = random.Random(f"{seed}-{number}")
    what = ("desk", "desk while saving", "engine")[number % 3]
    with tempfile.TemporaryDirectory() as place:
        folder = Path(place)
        job, log = folder / "job.tinstamp", folder / "log"
        save_file(open_file(ROOT / "demo" / "tank.tinstamp"), job)
        log.touch()
        home = {"HOME": place, "XDG_STATE_HOME": f"{place}/state", "XDG_CONFIG_HOME": f"{place}/c"}
        environment = {**os.environ, **home, "PYTHONPATH": str(ROOT / "src")}
        saving = "s" if what == "desk while saving" else "-"

        def desk(take_up: str) -> subprocess.Popen[bytes]:
            words = [sys.executable, "-c", DESK, str(job), str(log), take_up, saving]
            return subprocess.Popen(words, env=environment, cwd=place)

        running = desk("work")
        try:
            end = time.monotonic() + 60
            while not any("made" in line for line in _lines(log)):
                if time.monotonic() > end or running.poll() is not None:
                    return f"{what}: the desk did not start", 0.0
                time.sleep(0.1)
            (engine,) = [line["engine"] for line in _lines(log) if "engine" in line]
            if what == "engine":
                return _engine_killed(running, engine, log, r), 0.0
            time.sleep(r.uniform(1.0, 16.0) if what == "desk" else r.uniform(0.5, 5.0))
            killed = time.time()
            running.kill()
            running.wait()
            end = time.monotonic() + GONE
            while _runs(engine) and time.monotonic() < end:
                time.sleep(0.02)
            if _runs(engine):
                return f"{what}: its engine is still there", 0.0
        finally:
            running.kill()
            running.wait()
        try:
            stands = open_file(job).job.stamps[0].artwork.text
        except ArchiveError as error:
            return f"{what}: the job is lost: {error}", 0.0
        lines = _lines(log)
        saved = [line["saved"] for line in lines if "saved" in line]
        again = desk("take up")
        again.wait(120)
        found = next((line for line in _lines(log)[::-1] if "taken" in line), None)
        if found is None or found["told"]:
            return f"{what}: the work cannot be taken up: {found}", 0.0
        last = found["text"] if found["taken"] else stands
        made = {line["made"]: line["at"] for line in lines if "made" in line}
        if saved and not found["taken"] and int(stands[1:]) < int(saved[-1][1:]):
            return f"{what}: what was saved is lost", 0.0
        return "", killed - made.get(last, min(made.values()))


def _engine_killed(desk, engine: int, log: Path, r: random.Random) -> str:  # type: ignore[no-untyped-def]
    """The engine dies under a desk that works on."""
    time.sleep(r.uniform(0.3, 4.0))
    os.kill(engine, signal.SIGKILL)
    before = len(_lines(log))
    time.sleep(3.0)
    if desk.poll() is not None:
        return "engine: the desk ended with it"
    return "" if len(_lines(log)) > before + 5 else "engine: the desk stands still without it"


def run(count: int, seed: int, workers: int = 3) -> tuple[dict[str, object], list[str]]:
    """That many kills; the figures, and what went wrong."""
    found = []
    with ThreadPoolExecutor(workers) as pool:
        for number, (why, lost) in enumerate(pool.map(lambda n: one(seed, n), range(count))):
            found.append((why, lost))
            if why:
                print(f"{seed}-{number} {why}", flush=True)
    wrong = [why for why, _ in found if why]
    most = max((lost for _, lost in found), default=0.0)
    wrong += [f"{lost:.1f} s of work lost" for _, lost in found if lost > MOST_LOST]
    return {"went wrong": len(wrong), "most work lost": f"{most:.1f} s"}, wrong


if __name__ == "__main__":
    tried("kills", __doc__ or "", 200, run)
