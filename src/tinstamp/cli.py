"""The command line: make files and proof jobs without a window, or open the desk."""

from __future__ import annotations

import argparse
import json
import logging
import os
import sys
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from pathlib import Path
from typing import TYPE_CHECKING

from tinstamp.engine.starting import Started, start
from tinstamp.version import VERSION

if TYPE_CHECKING:
    from tinstamp.job.archive import Document
    from tinstamp.job.override import Override
    from tinstamp.output.outputs import Option

COMMANDS = ("make", "proof", "desk")
SERIES_NAME = "{job}-{serial}"
"""What the files of a series are called if nothing is said."""


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one command; the exit code: 0 well, 1 something to fix, 2 not done, which one line
    on standard error tells."""
    words = list(sys.argv[1:] if arguments is None else arguments)
    if words and words[0] not in COMMANDS and Path(words[0]).is_file():
        words = ["desk", *words]  # a job alone is opened
    first = start() if words[:1] in ([], ["desk"]) and not _asks_for_help(words) else None
    try:
        return _run(words, first)
    finally:
        if first is not None:
            first.end()


def _asks_for_help(words: Sequence[str]) -> bool:
    return any(word in ("-h", "--help", "--version") for word in words)


def _run(words: Sequence[str], first: Started | None) -> int:
    from tinstamp.job.state import keep_log

    options = _parser().parse_args(words)
    try:
        if options.command == "make":
            return _make(options)
        if options.command == "proof":
            return _proof(options)
    except BrokenPipeError:  # whoever was reading has seen enough
        sys.stdout = Path(os.devnull).open("w")  # noqa: SIM115
        return 1
    except Exception as error:  # told in one line; the log holds the rest
        keep_log("command")
        logging.getLogger("tinstamp.cli").exception("the command failed")
        return _complain(error)
    from tinstamp.desk.app import run_desk

    return run_desk(getattr(options, "job", None), first)


def _parser() -> argparse.ArgumentParser:
    from tinstamp.output.outputs import OUTPUTS, all_options

    parser = argparse.ArgumentParser(
        prog="tinstamp", description="Text and logos on the faces of a part, as exact solids."
    )
    parser.add_argument("--version", action="version", version=f"tinstamp {VERSION}")
    commands = parser.add_subparsers(dest="command")
    make = commands.add_parser(
        "make", help="build jobs and write files",
        epilog="0: all written; 1: something is to fix; 2: something could not be done. "
        "Examples: tinstamp make tank.tinstamp cap.tinstamp --out files --set diameter=90mm; "
        "tinstamp make tank.tinstamp --out files --table rows.csv --name {job}-{serial}",
    )  # fmt: skip
    _add_jobs(make)
    make.add_argument(
        "--name", default="{job}", help="what files are called, from {job} and {serial}"
    )
    make.add_argument("--out", type=Path, required=True, help="folder to write to")
    make.add_argument(
        "--as",
        dest="endings",
        type=_endings,
        default="step",
        help=f"what to write: {', '.join(OUTPUTS)}, with commas between (default: step)",
    )
    for option in all_options():
        make.add_argument(
            f"--{option.name}",
            type=_value_of(option),
            default=option.default,
            help=f"{option.what}, {option.unit} (default {option.default})",
        )
    make.add_argument(
        "--even-so", action="store_true", help="write files although something is to fix"
    )
    _add_series(make)
    proof = commands.add_parser(
        "proof", help="build jobs and tell what was found",
        epilog="0: nothing is to fix; 1: something is; 2: something could not be done",
    )  # fmt: skip
    _add_jobs(proof)
    proof.add_argument(
        "--json", action="store_true", help="print one JSON object, or a list of them for several"
    )
    desk = commands.add_parser("desk", help="open the window (also without any command)")
    desk.add_argument("job", type=Path, nargs="?")
    return parser


def _add_jobs(parser: argparse.ArgumentParser) -> None:
    parser.add_argument("jobs", type=Path, nargs="+", metavar="JOB")
    parser.add_argument(
        "--set", dest="dimensions", type=_override, action="append", default=[],
        metavar="NAME=FORMULA", help="a dimension of the jobs, such as diameter=90mm",
    )  # fmt: skip
    parser.add_argument(
        "--text", dest="texts", type=_override, action="append", default=[],
        metavar="STAMP=TEXT", help="the text of a stamp",
    )  # fmt: skip


def _add_series(make: argparse.ArgumentParser) -> None:
    series = make.add_mutually_exclusive_group()
    series.add_argument(
        "--table", type=Path, metavar="FILE",
        help="make one job for every row of a CSV or XLSX file; columns are headed by a dimension, "
        "a stamp (its text), “STAMP on”, “STAMP logo”, “serial” or “file”",
    )  # fmt: skip
    series.add_argument("--serials", metavar="FROM-TO", help="make one job for every serial")
    make.add_argument(
        "--workers", type=_workers, default=os.cpu_count() or 1,
        help="processes of a series (default: one for each core)",
    )  # fmt: skip


def _workers(words: str) -> int:
    if not words.isdecimal() or not 1 <= int(words) <= 256:
        raise argparse.ArgumentTypeError(f"“{words}” is no number of processes from 1 to 256")
    return int(words)


def _override(words: str) -> Override:
    from tinstamp.job.override import OverrideError, parsed

    try:
        return parsed(words)
    except OverrideError as error:
        raise argparse.ArgumentTypeError(str(error)) from error


def _endings(text: str) -> tuple[str, ...]:
    from tinstamp.output.outputs import OUTPUTS

    wanted = tuple(part.strip().lower() for part in text.split(",") if part.strip())
    for ending in wanted:
        if ending not in OUTPUTS:
            raise argparse.ArgumentTypeError(f"“{ending}” is not one of {', '.join(OUTPUTS)}")
    return wanted or ("step",)


def _value_of(option: Option) -> Callable[[str], float]:
    from tinstamp.job.formula import FormulaError

    def value(text: str) -> float:
        try:
            return option.value(text)
        except FormulaError as error:
            raise argparse.ArgumentTypeError(str(error)) from error

    return value


@dataclass(frozen=True)
class _Read:
    """A job as it was read: its path, what its files are called, and its document."""

    path: Path
    name: str
    document: Document


def _read(options: argparse.Namespace) -> tuple[list[_Read], int]:
    """The jobs that can be read, with what was set; the exit code so far. What is wrong with the
    command is found before anything is built. Raises OutputError."""
    from tinstamp.job.archive import ArchiveError, open_file, stem_of
    from tinstamp.job.override import OverrideError, overridden
    from tinstamp.output.result import OutputError

    found: list[_Read] = []
    code = 0
    pattern = getattr(options, "name", "{job}")
    for path in options.jobs:
        try:
            document = overridden(open_file(path), options.dimensions, options.texts)
        except (ArchiveError, OverrideError) as error:
            words = str(error) if path.name in str(error) else f"{path.name}: {error}"
            code = _complain(ValueError(words))
            continue
        try:
            name = pattern.format(job=stem_of(path), serial=document.job.serial.text)
        except (LookupError, ValueError, AttributeError) as error:
            raise OutputError(
                f"--name “{pattern}” is not made of {{job}} and {{serial}}"
            ) from error
        if not name or "/" in name or name in (".", ".."):
            raise OutputError(f"a file cannot be called “{name}”")
        if hasattr(options, "name") and name in [other.name for other in found]:
            raise OutputError(f"two jobs would write “{name}”: part them by --name")
        found.append(_Read(path, name, document))
    return found, code


def _make(options: argparse.Namespace) -> int:
    from tinstamp.engine.write import check_folder
    from tinstamp.output.result import OutputError

    if options.table is not None or options.serials is not None:
        return _series(options)
    try:
        jobs, code = _read(options)
        if not jobs:
            return code
        check_folder(options.out)
    except OutputError as error:
        return _complain(error)
    return max([code, *(_made(job, options, len(options.jobs) > 1) for job in jobs)])


def _series(options: argparse.Namespace) -> int:
    """One job for every row of a table, or every serial."""
    from tinstamp.engine.write import check_folder
    from tinstamp.job.archive import ArchiveError, open_file, stem_of
    from tinstamp.job.override import OverrideError, overridden
    from tinstamp.output.outputs import all_options
    from tinstamp.output.result import OutputError
    from tinstamp.series.rows import rows_of, serial_rows
    from tinstamp.series.run import Order, Outcome, run
    from tinstamp.series.table import TableError, read_table

    if len(options.jobs) != 1:
        return _complain(ValueError("a series is made of one job"))
    path = options.jobs[0]
    pattern = SERIES_NAME if options.name == "{job}" else options.name
    try:
        document = overridden(open_file(path), options.dimensions, options.texts)
        if options.table is not None:
            table = read_table(options.table)
            rows = rows_of(document, table, pattern, stem_of(path), options.table.parent)
        else:
            rows = serial_rows(document, options.serials, pattern, stem_of(path))
        check_folder(options.out)
    except (ArchiveError, OverrideError, TableError, OutputError) as error:
        return _complain(error)
    counted = 0

    def heard(outcome: Outcome, stood: bool) -> None:
        nonlocal counted
        counted += 1
        state = "stood already" if stood else outcome.state
        _say(f"{counted} of {len(rows)}: {outcome.name}: {state}")
        for told in () if stood else outcome.told:
            _say(f"  row {outcome.number}: {told}")
        for name in outcome.files:
            print(str(options.out / name).encode("utf-8", "replace").decode())

    figures = {o.name: getattr(options, o.name) for o in all_options()}
    order = Order(options.out, options.endings, figures, options.even_so)
    try:
        outcomes = run(rows, order, options.workers, heard)
    except OSError as error:
        return _complain(ValueError(f"the record of the series cannot be written: {error}"))
    except KeyboardInterrupt:
        return _complain(
            ValueError(f"stopped after {counted} of {len(rows)}: the same command goes on")
        )
    return max({"written": 0, "to fix": 1, "not done": 2}[o.state] for o in outcomes)


def _made(job: _Read, options: argparse.Namespace, several: bool) -> int:
    """Build and write one job; its exit code."""
    from tinstamp.engine.build import build
    from tinstamp.engine.write import write_files
    from tinstamp.output.outputs import all_options
    from tinstamp.output.result import OutputError

    whose = f"{job.path.name}: " if several else ""
    built = build(job.document)
    for finding in built.report.findings:
        who = f"{finding.stamp}: " if finding.stamp else ""
        _say(f"{whose}{finding.level}: {who}{finding.message}")
    if built.report.to_fix and not options.even_so:
        _say(f"{whose}nothing was written: something is to fix (--even-so writes all the same)")
        return 1
    figures = {o.name: getattr(options, o.name) for o in all_options()}
    try:
        written = write_files(built, options.out, job.name, options.endings, figures)
    except OutputError as error:
        return _complain(ValueError(f"{whose}{error}"))
    for path in written:
        print(str(path).encode("utf-8", "replace").decode())
    return 1 if built.report.to_fix else 0


def _say(words: str) -> None:
    print(" ".join(words.split()), file=sys.stderr)


def _proof(options: argparse.Namespace) -> int:
    from tinstamp.engine.build import build

    jobs, code = _read(options)
    several = len(options.jobs) > 1
    records = []
    for job in jobs:
        report = build(job.document).report
        code = max(code, int(report.to_fix))
        records.append({"job": job.path.name, **report.as_dict()})
        if not options.json:
            if several:
                print(f"{job.path.name}:")
            _tell(report.as_dict())
    if options.json and several:
        print(json.dumps(records, ensure_ascii=False, indent=1))
    elif options.json and records:
        alone = {key: value for key, value in records[0].items() if key != "job"}
        print(json.dumps(alone, ensure_ascii=False, indent=1))
    return code


def _tell(record: dict) -> None:  # type: ignore[type-arg]
    state = "valid" if record["valid"] else "not valid"
    volume = "none" if record["volume"] is None else f"{record['volume']:.3f} mm³"
    print(f"solid: {state}, volume {volume}")
    for stamp in record["stamps"]:
        print(
            f"{stamp['name']} on {stamp['face']}: {stamp['artwork_area']:.3f} mm² of artwork, "
            f"{stamp['relief_volume']:+.3f} mm³, by {stamp['built_by'] or 'nothing'}"
        )
    for finding in record["findings"]:
        who = f"{finding['stamp']}: " if finding["stamp"] else ""
        print(f"{finding['level']}: {who}{finding['message']}")
        for remedy in finding["remedies"]:
            print(f"  change it: {remedy}")


def _complain(error: Exception) -> int:
    words = " ".join(str(error).split())
    if not isinstance(error, ValueError):
        words = f"this could not be done ({type(error).__name__}: {words}); the log tells more"
    print(words.encode("utf-8", "replace").decode(), file=sys.stderr)
    return 2
