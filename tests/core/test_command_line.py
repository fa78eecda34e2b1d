"""The command line's newer words: records, proof sheets, pictures, checks, and what it makes of
misuse. The JSON is held against its published schema by jsonschema."""

from __future__ import annotations

import hashlib
import json
import subprocess
import sys
from pathlib import Path

import jsonschema
import pytest
from PIL import Image

from tests.conftest import ROOT
from tinstamp.cli import main
from tinstamp.cli.arguments import COMMANDS
from tinstamp.cli.manual import completion, manual

KNOB = ROOT / "demo" / "knob.tinstamp"


def test_make_tells_what_it_made_as_json(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    words = ["make", str(KNOB), "--out", str(tmp_path), "--as", "step,svg", "--json"]
    assert main(words) == 0
    record = json.loads(capsys.readouterr().out)
    schema = json.loads((ROOT / "docs" / "report.schema.json").read_text())
    jsonschema.validate(record, schema)
    assert record["units"]["length"] == "mm" and record["version"]
    assert record["values"]["stamps.0.relief.depth"] == pytest.approx(0.3)
    for told in record["files"]:
        data = Path(told["path"]).read_bytes()
        assert told["sha256"] == hashlib.sha256(data).hexdigest() and told["bytes"] == len(data)


def test_the_rows_of_a_table_are_looked_at_without_writing(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    """One that is wrong is told, and the others are built; the ink is that of the row's text."""
    table = tmp_path / "rows.csv"
    table.write_text("serial,Numerals\n7,WICK 8\nx,WICK\n9,W\n", "utf-8")
    code = main(["proof", str(KNOB), "--table", str(table), "--json"])
    heard = capsys.readouterr()
    told = json.loads(heard.out)
    assert code == 2 and "row 3" in heard.err and "“x” is no serial" in heard.err
    assert [one["serial"][-1] for one in told] == ["7", "9"]
    areas = [next(s for s in one["stamps"] if s["name"] == "Numerals") for one in told]
    assert areas[0]["artwork_area"] > areas[1]["artwork_area"] * 2
    assert [p.name for p in tmp_path.iterdir()] == ["rows.csv"]


def test_the_schemas_are_those_that_are_published(capsys: pytest.CaptureFixture[str]) -> None:
    for of in ("job", "report"):
        assert main(["schema", of]) == 0
        published = (ROOT / "docs" / f"{of}.schema.json").read_text()
        assert json.loads(capsys.readouterr().out) == json.loads(published)


def test_a_pattern_stands_for_the_jobs_that_it_matches(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    for name in ("a", "b"):
        (tmp_path / f"{name}.tinstamp").write_bytes(KNOB.read_bytes())
    assert main(["proof", str(tmp_path / "*.tinstamp"), "--json"]) == 0
    assert [r["job"] for r in json.loads(capsys.readouterr().out)] == ["a.tinstamp", "b.tinstamp"]


@pytest.mark.parametrize(
    ("view", "stamp"),
    [("whole", ""), ("above", ""), ("square", "Numerals"), ("section", "Numerals")],
)
def test_a_picture_without_a_window(view: str, stamp: str, tmp_path: Path) -> None:
    words = ["render", str(KNOB), "--out", str(tmp_path), "--view", view, "--size", "320x200"]
    assert main([*words, *(["--stamp", stamp] if stamp else [])]) == 0
    image = Image.open(tmp_path / "knob.png").convert("RGB")
    assert image.size == (320, 200)
    assert len(image.getcolors(64000) or []) > 5  # the part, not an empty ground


def test_what_was_written_is_checked_by_reading_it(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    assert main(["make", str(KNOB), "--out", str(tmp_path)]) == 0
    capsys.readouterr()
    step = tmp_path / "knob.step"
    assert main(["check", str(step), "--against", str(KNOB), "--json"]) == 0
    record = json.loads(capsys.readouterr().out)
    assert record["sound"] and record["agrees"] and record["unit"] == "mm"
    assert "Numerals/cap" in record["names"] and record["layers"] == ["Numerals"]
    assert "#C2452D" in record["colours"] and record["program"].startswith("Tin Stamp")
    tank = ROOT / "demo" / "tank.tinstamp"
    assert main(["check", str(step), "--against", str(tank)]) == 1
    assert "DOES NOT AGREE" in capsys.readouterr().out
    cut = tmp_path / "cut.step"
    cut.write_bytes(step.read_bytes()[:40_000])
    assert main(["check", str(cut)]) == 2


def test_a_face_taken_out_of_a_file_is_found(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    import re

    assert main(["make", str(KNOB), "--out", str(tmp_path)]) == 0
    text = (tmp_path / "knob.step").read_text()
    shell = re.search(r"CLOSED_SHELL\('',\((#\d+),", text)
    assert shell is not None
    (tmp_path / "open.step").write_text(text.replace(shell[0], "CLOSED_SHELL('',(", 1))
    capsys.readouterr()
    assert main(["check", str(tmp_path / "open.step")]) == 1
    assert "fault: " in capsys.readouterr().out


def test_every_command_has_its_function() -> None:
    for command in COMMANDS.values():
        assert callable(command.run())


def test_every_command_is_in_help_manual_and_completion(
    capsys: pytest.CaptureFixture[str],
) -> None:
    page, script = manual(), completion()
    for name, command in COMMANDS.items():
        assert f".SS {name}" in page and f"{name}) words=" in script
        with pytest.raises(SystemExit) as ended:
            main([name, "--help"])
        assert ended.value.code == 0
        told = capsys.readouterr().out
        assert "examples:" in told and "Ends with 0" in told
        assert all(example in told for example in command.examples)
    assert "\\-\\-cutter" in page and "--cutter" in script


JOB, OUT = str(KNOB), "{out}"
MISUSE: list[tuple[list[str], str]] = [
    (["make"], "required"),
    (["make", JOB], "--out"),
    (["make", "no.tinstamp", "--out", OUT], "no.tinstamp"),
    (["make", str(ROOT / "README.md"), "--out", OUT], "README.md"),
    (["make", str(ROOT / "demo"), "--out", OUT], "demo"),
    (["make", JOB, "--out", OUT, "--as", "doc"], "“doc” is not one of"),
    (["make", JOB, "--out", OUT, "--as", "step,,x"], "“x” is not one of"),
    (["make", JOB, "--out", OUT, "--chord", "blue"], "chord tolerance"),
    (["make", JOB, "--out", OUT, "--chord", "0 mm"], "between"),
    (["make", JOB, "--out", OUT, "--chord", "-1 mm"], "chord"),
    (["make", JOB, "--out", OUT, "--chord", "5 deg"], "chord"),
    (["make", JOB, "--out", OUT, "--line", "99 mm"], "line width"),
    (["make", JOB, "--out", OUT, "--kerf", "9 mm"], "kerf"),
    (["make", JOB, "--out", OUT, "--arcs", "2 m"], "arcs"),
    (["make", JOB, "--out", OUT, "--fibre", "-1mm"], "fibre"),
    (["make", JOB, "--out", OUT, "--cutter", "0mm"], "cutter"),
    (["make", JOB, "--out", OUT, "--vee", "170deg"], "V"),
    (["make", JOB, "--out", OUT, "--feed", "0"], "feed"),
    (["make", JOB, "--out", OUT, "--spindle", "fast"], "spindle"),
    (["make", JOB, "--out", OUT, "--set", "bore"], "bore"),
    (["make", JOB, "--out", OUT, "--set", "nothing=3mm"], "nothing"),
    (["make", JOB, "--out", OUT, "--set", "=3mm"], "=3mm"),
    (["make", JOB, "--out", OUT, "--text", "Nobody=A"], "Nobody"),
    (["make", JOB, "--out", OUT, "--name", "{who}"], "--name"),
    (["make", JOB, "--out", OUT, "--name", "a/b"], "a/b"),
    (["make", JOB, JOB.replace("knob", "tank"), "--out", OUT, "--name", "same"], "two jobs"),
    (["make", JOB, "--out", OUT, "--table", "no.csv"], "no.csv"),
    (["make", JOB, "--out", OUT, "--table", JOB], "knob.tinstamp"),
    (["make", JOB, "--out", OUT, "--serials", "9-1"], "9 to 1"),
    (["make", JOB, "--out", OUT, "--serials", "all"], "no serials"),
    (["make", JOB, "--out", OUT, "--serials", "1-999999"], "no series"),
    (["make", JOB, "--out", OUT, "--serials", "1-2", "--table", "a.csv"], "not allowed"),
    (["make", JOB, "--out", OUT, "--next", "0"], "no number of parts"),
    (["make", JOB, "--out", OUT, "--workers", "0"], "number of processes"),
    (["make", JOB, JOB, "--out", OUT, "--cluster", "here"], "--cluster"),
    (["make", JOB, JOB.replace("knob", "tank"), "--out", OUT, "--serials", "1-2"], "one job"),
    (["make", JOB, "--out", OUT, "--serials", "1-2", "--name", "same"], "would both write"),
    (["make", JOB, "--out", OUT, "--colour", "red"], "unrecognized"),
    (["make", JOB, "--out", "/proc/nowhere"], "cannot be written"),
    (["proof"], "required"),
    (["proof", "no.tinstamp"], "no.tinstamp"),
    (["proof", JOB, "--out", OUT], "unrecognized"),
    (["proof", JOB, "--table", "no.csv"], "no.csv"),
    (["proof", JOB, JOB.replace("knob", "tank"), "--serials", "1-2"], "one job"),
    (["proof", JOB, "--serials", "1-2", "--process", "laser"], "leave the series out"),
    (["make", JOB, "--out", OUT, "--language", "fr"], "“fr” is not one of en, de"),
    (["sheet", JOB, "--out", OUT, "--language", ""], "is not one of"),
    (["sheet", JOB], "--out"),
    (["render", JOB, "--out", OUT, "--view", "sideways"], "invalid choice"),
    (["render", JOB, "--out", OUT, "--view", "square"], "--stamp"),
    (["render", JOB, "--out", OUT, "--view", "square", "--stamp", "No"], "there is no stamp"),
    (["render", JOB, "--out", OUT, "--size", "large"], "no size"),
    (["render", JOB, "--out", OUT, "--size", "1x99999"], "pixels"),
    (["check"], "required"),
    (["check", "no.step"], "no.step"),
    (["check", JOB], "not a STEP file"),
    (["check", JOB, "--json"], "not a STEP file"),
    (["check", JOB, "--against", "no.tinstamp"], "no.tinstamp"),
    (["schema"], "required"),
    (["schema", "part"], "invalid choice"),
    (["shop", "oven", OUT], "invalid choice"),
    (["shop", "laser", OUT, "--pace", "0"], "pace"),
    (["paint", JOB], "invalid choice"),
]  # fmt: skip


@pytest.mark.parametrize(
    ("words", "told"), MISUSE, ids=lambda x: " ".join(x)[-40:] if isinstance(x, list) else ""
)
def test_misuse_is_told_with_code_two_and_nothing_is_written(
    words: list[str], told: str, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    out = tmp_path / "out"
    try:
        code = main([word.replace(OUT, str(out)) for word in words])
    except SystemExit as ended:
        code = int(ended.code or 0)
    heard = capsys.readouterr()
    assert code == 2
    assert told in heard.err and "Traceback" not in heard.err
    assert heard.out == ""
    assert not out.exists() or not any(out.iterdir())


def test_what_is_wrong_with_the_words_is_told_before_the_kernel_is_loaded() -> None:
    code = (
        "import sys; from tinstamp.cli import main\n"
        "try: main(sys.argv[1:])\n"
        "except SystemExit: pass\n"
        "print(any(n.split('.')[0] in ('OCP', 'vtkmodules', 'PySide6') for n in sys.modules))"
    )
    for words in (["make", JOB, "--out", "x", "--chord", "blue"],
                  ["make", "no.tinstamp", "--out", "x"],
                  ["render", JOB, "--out", "x", "--view", "end"], ["--version"]):  # fmt: skip
        ran = subprocess.run(
            [sys.executable, "-c", code, *words], capture_output=True, text=True, check=True
        )
        assert ran.stdout.split()[-1] == "False", words
