"""The command line, as a program of its own."""

from __future__ import annotations

import json
import logging
import math
import subprocess
import sys
from pathlib import Path

import pytest

from tests.conftest import ROOT, document, environment, stamp
from tinstamp.cli import main
from tinstamp.job.archive import open_file, save_file
from tinstamp.job.state import log_file

DEMO = ROOT / "demo" / "tank.tinstamp"


def tinstamp(*words: object) -> subprocess.CompletedProcess[str]:
    return subprocess.run(
        [sys.executable, "-m", "tinstamp", *map(str, words)],
        capture_output=True, text=True, env=environment(), timeout=120, check=False,
    )  # fmt: skip


def test_proof_of_the_demo() -> None:
    run = tinstamp("proof", DEMO, "--json")
    assert run.returncode == 0, run.stderr
    record = json.loads(run.stdout)
    assert record["valid"] is True
    assert set(record) == {
        "format", "program", "version", "units", "job", "serial", "valid", "volume",
        "blank_volume", "bodies", "stamps", "findings", "values", "dimensions", "files",
    }  # fmt: skip
    assert [b["name"] for b in record["bodies"]] == ["part"]
    assert [s["name"] for s in record["stamps"]] == ["Filling line", "Caution"]
    for made in record["stamps"]:
        assert set(made) == {
            "name", "face", "artwork_area", "depth", "relief_volume", "built_by", "seconds"
        }  # fmt: skip
        assert made["built_by"] == "imprint"
        bend = 1 + (0.5 if made["depth"] == 0.5 else -0.4) / 84
        assert abs(made["relief_volume"]) == pytest.approx(
            made["artwork_area"] * made["depth"] * bend, rel=1e-4
        )
    change = sum(s["relief_volume"] for s in record["stamps"])
    assert record["volume"] == pytest.approx(record["blank_volume"] + change, rel=1e-9)
    caution = open_file(DEMO).job.stamps[1].artwork.text
    assert len(caution.replace(" ", "")) >= 40


def test_something_to_fix_gives_one(tmp_path: Path) -> None:
    path = tmp_path / "deep.tinstamp"
    save_file(document(stamp(text="I", depth="2 mm")), path)
    run = tinstamp("proof", path, "--json")
    assert run.returncode == 1
    finding = next(f for f in json.loads(run.stdout)["findings"] if f["check"] == "cut through")
    assert set(finding) == {
        "level",
        "check",
        "stamp",
        "message",
        "measured",
        "limit",
        "unit",
        "path",
        "accepted",
        "remedies",
    }
    assert finding["remedies"] == ["depth 0.80 mm instead of 2.00"]
    assert finding["path"] == "stamps.0"
    assert (finding["measured"], finding["unit"]) == (2.0, "mm")
    assert finding["limit"] == pytest.approx(1.6, abs=1e-9)
    words = tinstamp("proof", path)
    assert words.returncode == 1 and "cut through" in words.stdout
    assert "  change it: depth 0.80 mm instead of 2.00\n" in words.stdout


def test_what_cannot_be_read_gives_two_and_one_line(tmp_path: Path) -> None:
    bad = tmp_path / "bad.tinstamp"
    bad.write_bytes(DEMO.read_bytes()[:5000])
    for path in (bad, tmp_path / "none.tinstamp"):
        for words in (("proof", path, "--json"), ("make", path, "--out", tmp_path / "out")):
            run = tinstamp(*words)
            assert run.returncode == 2
            assert len(run.stderr.strip().splitlines()) == 1
            assert path.name in run.stderr
            assert run.stdout == ""
    assert not (tmp_path / "out").exists()


def test_make_writes_the_files_that_were_asked_for(tmp_path: Path) -> None:
    run = tinstamp("make", DEMO, "--out", tmp_path / "new" / "out", "--as", "step,stl,dxf")
    assert run.returncode == 0, run.stderr
    written = sorted(p.name for p in (tmp_path / "new" / "out").iterdir())
    assert written == ["tank.dxf", "tank.step", "tank.stl"]
    assert run.stdout.split() == [
        str(tmp_path / "new" / "out" / f"tank.{e}") for e in ("step", "stl", "dxf")
    ]
    assert tinstamp("make", DEMO, "--out", tmp_path, "--as", "jpeg").returncode == 2


def test_no_window_is_ever_loaded() -> None:
    code = (
        "import sys; from tinstamp.cli import main; main(['proof', sys.argv[1], '--json']);"
        "window = {'PySide6', 'vtkmodules', 'shiboken6'};"
        "sys.exit(any(n.split('.')[0] in window for n in sys.modules))"
    )
    run = subprocess.run(
        [sys.executable, "-c", code, str(DEMO)], env=environment(), capture_output=True, check=False
    )
    assert run.returncode == 0


def test_the_demo_is_what_its_script_builds(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    from scripts import make_demo

    assert make_demo.tank().job == open_file(DEMO).job


def test_nothing_is_written_when_something_is_to_fix(tmp_path: Path) -> None:
    path = tmp_path / "far.tinstamp"
    save_file(document(stamp(face="tank.gone")), path)
    out = tmp_path / "out"
    run = tinstamp("make", path, "--out", out, "--as", "step,stl")
    assert run.returncode == 1 and run.stdout == ""
    assert "not there any more" in run.stderr and "nothing was written" in run.stderr
    assert list(out.iterdir()) == []
    run = tinstamp("make", path, "--out", out, "--as", "step", "--even-so")
    assert run.returncode == 1 and [p.name for p in out.iterdir()] == ["far.step"]


@pytest.mark.parametrize(
    ("words", "told"),
    [
        (("--as", "jpeg"), "is not one of"),
        (("--chord", "nought"), "no length"),
        (("--chord", "nan"), "chord tolerance"),
        (("--chord", "-1"), "chord tolerance"),
        (("--chord", "99"), "chord tolerance"),
    ],
)
def test_options_are_checked_before_anything_is_built(
    words: tuple[str, str], told: str, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    with pytest.raises(SystemExit) as ended:
        main(["make", str(tmp_path / "none.tinstamp"), "--out", str(tmp_path), *words])
    assert ended.value.code == 2 and told in capsys.readouterr().err


def test_a_folder_that_cannot_be_written_is_told_first(
    monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    monkeypatch.setattr("tinstamp.engine.build.build", lambda *a: pytest.fail("it was built"))
    assert main(["make", str(DEMO), "--out", "/proc/none"]) == 2
    assert len(capsys.readouterr().err.strip().splitlines()) == 1


def test_whatever_goes_wrong_is_one_line_and_two(
    monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    def broken(*_: object, **__: object) -> None:
        raise ZeroDivisionError("nobody\nthought of that")

    monkeypatch.setattr("tinstamp.engine.build.build", broken)
    root = logging.getLogger("tinstamp")
    monkeypatch.setattr(root, "handlers", [])  # as in a process of its own
    for command in (["proof", str(DEMO)], ["make", str(DEMO), "--out", "."]):
        assert main(command) == 2
        told = capsys.readouterr().err.strip().splitlines()
        assert len(told) == 1 and "thought of that" in told[0]
    assert "ZeroDivisionError" in log_file().read_text()
    for handler in root.handlers:
        handler.close()


def test_any_librarys_error_becomes_its_stamps_finding(monkeypatch: pytest.MonkeyPatch) -> None:
    """The other stamp is built."""
    from tinstamp.engine import build as module
    from tinstamp.plan import planned

    lay = planned.place_on

    def broken(where, spec, artwork, chart):  # type: ignore[no-untyped-def]
        if len(artwork.regions) == 1:
            raise RuntimeError("some library")
        return lay(where, spec, artwork, chart)

    monkeypatch.setattr(planned, "place_on", broken)
    two = document(stamp("one", "I"), stamp("two", "HB", across="90 deg"))
    report = module.build(two).report
    assert [r.name for r in report.stamps if r.built_by] == ["two"] and report.valid
    (told,) = [f for f in report.findings if f.level == "fix"]
    assert told.stamp == "one" and "not foreseen" in told.message
    monkeypatch.setattr(module, "steps_of", broken)
    assert "not foreseen" in module.build(two).report.findings[0].message


class First:
    """An engine that was started before the window."""

    def __init__(self) -> None:
        self.ended = 0

    def end(self) -> None:
        self.ended += 1


@pytest.mark.parametrize(
    ("words", "job"),
    [([], None), (["desk"], None), (["desk", str(DEMO)], DEMO), ([str(DEMO)], DEMO)],
)
def test_the_engine_starts_before_the_window_and_ends_with_it(
    monkeypatch: pytest.MonkeyPatch, words: list[str], job: Path | None
) -> None:
    from tinstamp import cli
    from tinstamp.desk import app

    first, seen = First(), []
    monkeypatch.setattr(cli, "start", lambda: first)
    monkeypatch.setattr(app, "run_desk", lambda *given: seen.append(given) or 0)
    assert main(words) == 0
    assert seen == [(job, first)] and first.ended == 1


def test_no_engine_is_started_for_what_opens_no_window(
    monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    from tinstamp import cli

    monkeypatch.setattr(cli, "start", lambda: pytest.fail("an engine was started"))
    assert main(["proof", str(DEMO)]) == 0
    for words in (["desk", "--help"], ["nothing like it"], ["--help"]):
        with pytest.raises(SystemExit):
            main(words)
    assert "usage" in capsys.readouterr().out


def test_several_jobs_at_once_with_figures_and_texts_set(tmp_path: Path) -> None:
    """Two tanks of one file's kind, made larger and given another word; files by a pattern."""
    for name, words in (("a", "HB8"), ("b", "HOT")):
        save_file(document(stamp(text=words)), tmp_path / f"{name}.tinstamp")
    jobs = (tmp_path / "a.tinstamp", tmp_path / "b.tinstamp")
    out = tmp_path / "out"
    run = tinstamp("make", *jobs, "--out", out, "--as", "svg", "--set", "diameter=100 mm",
                   "--text", "Mark=No {serial}", "--name", "{job}-{serial}")  # fmt: skip
    assert run.returncode == 0, run.stderr
    assert sorted(path.name for path in out.iterdir()) == ["a-001.svg", "b-001.svg"]
    told = tinstamp("proof", *jobs, "--json", "--set", "diameter=100 mm", "--text", "Mark=I")
    first, second = json.loads(told.stdout)
    assert [first["job"], second["job"]] == ["a.tinstamp", "b.tinstamp"]
    assert first["blank_volume"] == second["blank_volume"]
    wanted = math.pi / 4 * (100**2 - (100 - 2 * 1.6) ** 2) * 46
    assert first["blank_volume"] == pytest.approx(wanted, rel=1e-9)
    assert first["stamps"][0]["artwork_area"] == second["stamps"][0]["artwork_area"]


@pytest.mark.parametrize(
    ("words", "told", "code"),
    [
        (("--set", "girht=2 mm"), "no dimension called “girht”: there are diameter", 2),
        (("--set", "diameter"), "write name=value", 2),
        (("--set", "diameter=2 mm +"), "", 1),
        (("--text", "Nobody=X"), "no stamp with a text called “Nobody”: there are Mark", 2),
        (("--text", "Mark=" + "x" * 6000), "the text of “Mark”", 2),
        (("--name", "{row}"), "is not made of {job} and {serial}", 2),
        (("--name", "../{job}"), "cannot be called", 2),
        (("--name", "all"), "two jobs would write “all”", 2),
    ],
)
def test_what_is_wrong_with_several_jobs_is_told_and_nothing_written(
    words: tuple[str, ...], told: str, code: int, tmp_path: Path,
    capsys: pytest.CaptureFixture[str],
) -> None:  # fmt: skip
    for name in ("a", "b"):
        save_file(document(stamp()), tmp_path / f"{name}.tinstamp")
    jobs = [str(tmp_path / f"{name}.tinstamp") for name in ("a", "b")]
    try:
        found = main(["make", *jobs, "--out", str(tmp_path / "out"), "--as", "svg", *words])
    except SystemExit as stopped:
        found = int(stopped.code or 0)
    assert found == code
    assert told in capsys.readouterr().err
    assert not list((tmp_path / "out").glob("*")) if (tmp_path / "out").exists() else True


def test_one_job_that_cannot_be_read_leaves_the_others(tmp_path: Path) -> None:
    save_file(document(stamp()), tmp_path / "good.tinstamp")
    (tmp_path / "bad.tinstamp").write_bytes(b"nothing")
    run = tinstamp("make", tmp_path / "bad.tinstamp", tmp_path / "good.tinstamp",
                   "--out", tmp_path / "out", "--as", "svg")  # fmt: skip
    assert run.returncode == 2 and run.stderr.count("bad.tinstamp") == 1
    assert (tmp_path / "out" / "good.svg").exists()


def test_the_version_is_told_without_anything_being_started() -> None:
    run = tinstamp("--version")
    assert run.returncode == 0 and run.stdout.startswith("tinstamp 0.")


def test_a_proof_by_other_processes_is_told_side_by_side() -> None:
    done = tinstamp("proof", DEMO, "--process", "every")
    assert done.returncode == 1 and "tank.tinstamp by laser: 0 to fix, 0 to look at" in done.stdout
    done = tinstamp("proof", DEMO, "--process", "laser", "--process", "sand", "--json")
    records = json.loads(done.stdout)
    assert [(r["process"], bool(r["findings"])) for r in records] == [
        ("laser", False),
        ("sand", True),
    ]
    done = tinstamp("proof", DEMO, "--process", "magic")
    assert done.returncode == 2 and "there is no process “magic”; there are: milling" in done.stderr
