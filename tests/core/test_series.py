"""Series: what tables say, what is made of each row, what is taken up again after a stop."""

from __future__ import annotations

import csv
import hashlib
import json
import os
import signal
import subprocess
import sys
import time
from dataclasses import replace
from pathlib import Path

import openpyxl
import pytest

from tests.conftest import environment
from tinstamp.cli import main
from tinstamp.job.archive import Document, dump, open_file
from tinstamp.job.features import Plate
from tinstamp.job.model import Blank, Dimension, Job, Relief, Serial, Setting, Stamp, Text
from tinstamp.output.outputs import options_from
from tinstamp.series.rows import Row, rows_of, serial_rows
from tinstamp.series.run import (
    RECORD,
    SUMMARY,
    Order,
    keep,
    key_of,
    make,
    recorded,
    run,
    stands,
)
from tinstamp.series.table import TableError, read_table

HERE = Path()


def plate() -> Document:
    """A plate as wide as a dimension says, with a number and a name."""
    at = Setting(face="p.top", across="0 mm", up="0 mm")
    low = Setting(face="p.top", across="0 mm", up="-10 mm")
    stamps = (
        Stamp(name="No", artwork=Text(text="No {serial}", height="5 mm"), setting=at,
              relief=Relief(depth="0.3 mm")),
        Stamp(name="Who", artwork=Text(text="Works", height="4 mm"), setting=low,
              relief=Relief(depth="0.3 mm")),
    )  # fmt: skip
    body = Plate(name="p", length="wide", width="40 mm", thickness="4 mm")
    job = Job(
        serial=Serial(before="PL-", next=7, digits=3),
        dimensions=(Dimension(name="wide", formula="60 mm"),),
        blank=Blank(features=(body,)),
        stamps=stamps,
    )
    return Document(job, {}, {}, {})


def table(tmp_path: Path, text: str, name: str = "rows.csv") -> Path:
    path = tmp_path / name
    path.write_text(text, "utf-8")
    return path


def rows(tmp_path: Path, text: str, pattern: str = "{job}-{serial}") -> list[Row]:
    return rows_of(plate(), read_table(table(tmp_path, text)), pattern, "plate", tmp_path)


@pytest.mark.parametrize(
    "text",
    ["wide,Who,serial\n70 mm,Anna,12\n80 mm,\"B, C\",PX-0013.a\n",
     "wide;Who;serial\n70 mm;Anna;12\n\n80 mm;B, C;PX-0013.a\n;;\n",
     "\ufeffwide\tWho\tserial\r\n70 mm\tAnna\t12\r\n80 mm\tB, C\tPX-0013.a\r\n"],
    ids=["commas", "semicolons and empty rows", "tabs, a mark and line ends"],
)  # fmt: skip
def test_cells_set_dimensions_texts_and_serials(tmp_path: Path, text: str) -> None:
    one, two = rows(tmp_path, text)
    assert [d.formula for d in one.document.job.dimensions] == ["70 mm"]
    assert one.document.job.stamps[1].artwork.text == "Anna"  # type: ignore[union-attr]
    assert one.document.job.serial.text == "PL-012" and one.name == "plate-PL-012"
    assert two.document.job.stamps[1].artwork.text == "B, C"  # type: ignore[union-attr]
    assert two.document.job.serial.text == "PX-0013.a"
    assert (not one.wrong and not two.wrong) or "/" in two.name


def test_a_sheet_of_a_workbook_says_the_same(tmp_path: Path) -> None:
    book = openpyxl.Workbook()
    for cells in (
        ("serial", "Who", "Who on", "file"),
        (12, "Anna", "yes", "a"),
        (13.0, 5, "no", "b"),
    ):
        book.active.append(cells)
    book.save(tmp_path / "rows.xlsx")
    found = rows_of(plate(), read_table(tmp_path / "rows.xlsx"), "{job}", "plate", tmp_path)
    assert [row.document.job.serial.text for row in found] == ["PL-012", "PL-013"]
    assert [row.document.job.stamps[1].on for row in found] == [True, False]
    assert [row.name for row in found] == ["a", "b"] and [row.number for row in found] == [2, 3]
    assert found[1].document.job.stamps[1].artwork.text == "5"  # type: ignore[union-attr]


@pytest.mark.parametrize(
    ("text", "told"),
    [
        ("", "holds no rows"),
        ("wide,Who\n", "holds no rows"),
        ("wide,,Who\n1,2,3\n", "column 2 has no head"),
        ("wide,wide\n1,2\n", "two columns are headed “wide”"),
        ("colour\nred\n", "the column “colour” sets nothing"),
        ("wide\n1 mm,2 mm\n", "row 2: there are more cells than columns"),
        ('wide\n"1 mm\n', "no sound CSV"),
        ("Who\nAnna\nBert\n", "rows 2 and 3 would both write “plate-PL-007”"),
        ("serial,file\n1,a\n2,A\n", "rows 2 and 3 would both write “A”"),
        ("file\na/b\n", "a file cannot be called “a/b”"),
        ("file\n..\n", "a file cannot be called"),
    ],
)
def test_a_table_that_cannot_be_used_is_told(tmp_path: Path, text: str, told: str) -> None:
    with pytest.raises(TableError, match=told.replace("(", r"\(")):
        rows(tmp_path, text)


def test_files_that_are_no_tables_are_told(tmp_path: Path) -> None:
    for name, data, told in (
        ("a.csv", b"\xff\xfe\x00w", "not UTF-8"),
        ("b.xlsx", b"PK\3\4no", "XLSX"),
        ("none.csv", None, "cannot be read"),
    ):
        if data is not None:
            (tmp_path / name).write_bytes(data)
        with pytest.raises(TableError, match=told):
            read_table(tmp_path / name)


@pytest.mark.parametrize(
    ("head", "cell", "told"),
    [
        ("serial", "none", "is no serial"),
        ("serial", "1-2-3", "is no serial"),
        ("serial", "99999999999", "the serial “99999999999”"),
        ("wide", "7" * 2000, "the dimension “wide”"),
        ("Who on", "perhaps", "neither yes nor no"),
        ("Who logo", "a.svg", "cannot be the logo of “Who”"),
    ],
)
def test_a_cell_that_is_wrong_stops_its_row_alone(
    tmp_path: Path, head: str, cell: str, told: str
) -> None:
    bad, good = rows(tmp_path, f"file,{head}\nbad,{cell}\ngood,\n")
    assert told in bad.wrong and not good.wrong
    order = Order(tmp_path / "out", ("svg",), options_from({}))
    (tmp_path / "out").mkdir()
    outcome = make(bad, order)
    assert outcome.state == "not done" and told in outcome.told[0] and not outcome.files
    assert make(good, order).state == "written"


def test_a_name_that_names_nothing_is_told(tmp_path: Path) -> None:
    for pattern in ("{colour}", "{job", "{0}", "{job.x}"):
        with pytest.raises(TableError, match="is not made of"):
            rows(tmp_path, "serial\n1\n", pattern)
    (one,) = rows(tmp_path, "serial,Who\n1,Anna\n", "{row}-{Who}-{serial}")
    assert one.name == "2-Anna-PL-001"


@pytest.mark.parametrize("span", ["", "5", "9-3", "a-b", "1-999999999", "-3-4"])
def test_serials_that_are_none_are_told(span: str) -> None:
    with pytest.raises(TableError, match=r"serials|series"):
        serial_rows(plate(), span, "{serial}", "plate")


def test_serials_from_to() -> None:
    found = serial_rows(plate(), "8 - 10", "{job}-{serial}", "plate")
    assert [row.name for row in found] == ["plate-PL-008", "plate-PL-009", "plate-PL-010"]


def test_the_key_holds_all_that_a_row_depends_on(tmp_path: Path) -> None:
    row = serial_rows(plate(), "1-1", "{serial}", "plate")[0]
    order = Order(tmp_path, ("svg",), options_from({}))
    keys = {
        key_of(row, order),
        key_of(replace(row, name="other"), order),
        key_of(replace(row, document=plate()), order),
        key_of(row, replace(order, endings=("svg", "dxf"))),
        key_of(row, replace(order, figures={**order.figures, "chord": 0.2})),
        key_of(row, replace(order, even_so=True)),
    }
    assert len(keys) == 6 and key_of(row, order) == key_of(row, replace(order, folder=HERE))


def digests(folder: Path) -> dict[str, str]:
    return {p.name: hashlib.sha256(p.read_bytes()).hexdigest() for p in folder.iterdir()}


def test_a_series_is_recorded_and_what_stands_is_not_made_again(tmp_path: Path) -> None:
    found = serial_rows(plate(), "1-5", "{serial}", "plate")
    order = Order(tmp_path / "out", ("svg", "dxf"), options_from({}))
    order.folder.mkdir()
    stood: list[bool] = []
    outcomes = run(found, order, 2, lambda outcome, before: stood.append(before))
    assert [o.state for o in outcomes] == ["written"] * 5 and stood == [False] * 5
    files = digests(order.folder)
    assert len(files) == 12
    for outcome in outcomes:
        assert all(files[name] == sha for name, sha in outcome.files.items())
        assert stands(outcome, order.folder)
    told = json.loads((order.folder / RECORD).read_text("utf-8"))
    assert [row["values"]["serial"] for row in told["rows"]] == [f"PL-00{k}" for k in range(1, 6)]
    lines = list(csv.DictReader((order.folder / SUMMARY).read_text("utf-8-sig").splitlines()))
    assert (
        len(lines) == 10
        and {line["file"]: line["sha256"] for line in lines}.items() <= files.items()
    )
    (order.folder / "PL-003.svg").write_text("spoiled")
    (order.folder / "PL-005.dxf").unlink()
    stood.clear()
    run(found, order, 2, lambda outcome, before: stood.append(before))
    assert sorted(stood) == [False] * 2 + [True] * 3
    assert {k: v for k, v in digests(order.folder).items() if k[:2] == "PL"} == {
        k: v for k, v in files.items() if k[:2] == "PL"
    }


def test_a_row_that_moved_in_its_table_is_recorded_where_it_is_now(tmp_path: Path) -> None:
    """What is above a row goes: it stands, under its new number, and none hides another."""
    order = Order(tmp_path, ("svg",), options_from({}))
    first, second = serial_rows(plate(), "1-2", "{serial}", "plate")
    made = make(replace(second, number=3), order)
    keep(tmp_path, [made])
    moved = replace(second, number=1)
    (found,) = run([moved], order, 1, lambda outcome, before: None)
    assert found.number == 1 and found.files == made.files
    told = json.loads((tmp_path / RECORD).read_text("utf-8"))
    assert [row["number"] for row in told["rows"]] == [1] and first.name != second.name


def test_a_record_that_cannot_be_read_is_as_none(tmp_path: Path) -> None:
    for text in ("", "[]", '{"rows": [1]}', '{"rows": [{"told": []}]}', "\x00"):
        (tmp_path / RECORD).write_text(text)
        assert recorded(tmp_path) == {}


def command(job: Path, out: Path, *more: str) -> list[str]:
    return [sys.executable, "-m", "tinstamp", "make", str(job), "--out", str(out), "--as", "svg",
            "--serials", "1-10", "--workers", "2", *more]  # fmt: skip


def test_a_series_killed_in_the_middle_is_taken_up_again(tmp_path: Path) -> None:
    """No file missing, none half, no serial twice."""
    job, out = tmp_path / "plate.tinstamp", tmp_path / "out"
    job.write_bytes(dump(plate()))
    first = subprocess.Popen(command(job, out), env=environment(), start_new_session=True,
                             stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)  # fmt: skip
    until = time.monotonic() + 100
    while time.monotonic() < until and (not out.is_dir() or len(list(out.glob("*.svg"))) < 3):
        time.sleep(0.02)
    os.killpg(first.pid, signal.SIGKILL)
    first.wait()
    there = {p.name for p in out.glob("*.svg")}
    assert 3 <= len(there) < 10
    again = subprocess.run(command(job, out), env=environment(), capture_output=True, text=True,
                           timeout=300, check=False)  # fmt: skip
    assert again.returncode == 0, again.stderr
    names = [f"plate-PL-{k:03d}.svg" for k in range(1, 11)]
    assert sorted(p.name for p in out.glob("*.svg")) == names
    assert sorted(Path(line).name for line in again.stdout.split()) == names
    assert not [p.name for p in out.iterdir() if p.name.startswith(".")]  # nothing half is left
    for path in out.glob("*.svg"):
        assert path.read_text().rstrip().endswith("</svg>")
    told = json.loads((out / RECORD).read_text("utf-8"))
    assert [row["name"] for row in told["rows"]] == [name[:-4] for name in names]
    assert len({row["files"][row["name"] + ".svg"] for row in told["rows"]}) == 10


def test_a_process_that_dies_costs_its_own_row_alone(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    """A row that ends its process is left out, and told; the others are made."""
    found = serial_rows(plate(), "1-3", "{serial}", "plate")
    deadly = replace(found[1], name="deadly")
    monkeypatch.setattr("tinstamp.series.run.make", dying)
    order = Order(tmp_path, ("svg",), options_from({}))
    outcomes = run([found[0], deadly, found[2]], order, 2, lambda outcome, before: None)
    assert [o.state for o in outcomes] == ["written", "not done", "written"]
    assert "ended without a word" in outcomes[1].told[0]


def dying(row: Row, order: Order):  # type: ignore[no-untyped-def]
    if row.name == "deadly":
        os._exit(3)
    from tinstamp.series import run as module

    return module.make(row, order)


def test_the_command_says_what_is_wrong_before_anything_is_built(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    job = tmp_path / "plate.tinstamp"
    job.write_bytes(dump(plate()))
    rows_file = table(tmp_path, "colour\nred\n")
    out = str(tmp_path / "out")
    cases = [
        (["make", str(job), str(job), "--out", out, "--serials", "1-2"], "made of one job"),
        (["make", str(job), "--out", out, "--serials", "2-1"], "no series"),
        (["make", str(job), "--out", out, "--table", str(rows_file)], "sets nothing"),
        (["make", str(job), "--out", out, "--table", "none.csv"], "cannot be read"),
        (["make", str(job), "--out", out, "--serials", "1-2", "--name", "x"], "both write"),
        (["make", str(job), "--out", out, "--serials", "1-2", "--set", "no=1"], "no dimension"),
    ]
    for words, told in cases:
        assert main(words) == 2
        assert told in capsys.readouterr().err
    with pytest.raises(SystemExit):
        main(["make", str(job), "--out", out, "--serials", "1-2", "--workers", "0"])
    with pytest.raises(SystemExit):
        main(["make", str(job), "--out", out, "--serials", "1-2", "--table", "rows.csv"])
    assert not (tmp_path / "out").exists() or not list((tmp_path / "out").iterdir())


def test_so_many_from_the_next_serial_on_and_the_job_moves_on_when_they_stand(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    job = tmp_path / "plate.tinstamp"
    job.write_bytes(dump(plate()))
    first = open_file(job).job.serial.next
    out = tmp_path / "out"
    words = ["make", str(job), "--out", str(out), "--next", "2", "--as", "svg", "--workers", "1"]
    assert main(words) == 0
    assert open_file(job).job.serial.next == first + 2
    assert "next serial" in capsys.readouterr().err
    assert len(list(out.glob("*.svg"))) == 2
    assert main([*words, "--name", "same"]) == 2  # two of one name: nothing moves
    assert open_file(job).job.serial.next == first + 2
    broken = ["make", str(job), "--out", str(out), "--next", "2", "--set", "nothing=1"]
    assert main(broken) == 2
    assert open_file(job).job.serial.next == first + 2


def test_a_series_on_a_cluster_is_as_one_on_this_machine(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    """By Dask's executor on a local cluster of two workers, each with one thread."""
    from distributed import LocalCluster

    job = tmp_path / "plate.tinstamp"
    job.write_bytes(dump(plate()))
    here, there = tmp_path / "here", tmp_path / "there"
    words = ["make", str(job), "--serials", "1-6", "--as", "svg"]
    assert main([*words, "--out", str(here), "--workers", "1"]) == 0
    with LocalCluster(
        n_workers=2, threads_per_worker=1, dashboard_address=None, processes=True
    ) as cluster:
        address = cluster.scheduler_address
        assert main([*words, "--out", str(there), "--cluster", address]) == 0
        assert main([*words, "--out", str(there), "--cluster", address]) == 0
        assert capsys.readouterr().err.count("stood already") == 6
    made = {path.name: path.read_bytes() for path in here.glob("*.svg")}
    assert len(made) == 6
    assert made == {path.name: path.read_bytes() for path in there.glob("*.svg")}


def test_a_cluster_that_is_not_there_is_told(
    tmp_path: Path, capsys: pytest.CaptureFixture[str], monkeypatch: pytest.MonkeyPatch
) -> None:
    from tinstamp.series import run as series

    monkeypatch.setattr(series, "CLUSTER_ANSWERS_WITHIN", 1)
    job = tmp_path / "plate.tinstamp"
    job.write_bytes(dump(plate()))
    words = ["make", str(job), "--serials", "1-2", "--out", str(tmp_path / "out")]
    assert main([*words, "--cluster", "tcp://127.0.0.1:1"]) == 2
    assert "no cluster answers at tcp://127.0.0.1:1" in capsys.readouterr().err
