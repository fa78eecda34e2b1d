"""The command line: make files and proof jobs without a window, or open the desk."""

from __future__ import annotations

import argparse
import json
import logging
import os
import sys
from collections.abc import Callable, Sequence
from pathlib import Path
from typing import TYPE_CHECKING

from tinstamp.engine.starting import Started, start

if TYPE_CHECKING:
    from tinstamp.output.outputs import Option

COMMANDS = ("make", "proof", "desk")


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
    return any(word in ("-h", "--help") for word in words)


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
    commands = parser.add_subparsers(dest="command")
    make = commands.add_parser("make", help="build a job and write files")
    make.add_argument("job", type=Path)
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
    proof = commands.add_parser("proof", help="build a job and tell what was found")
    proof.add_argument("job", type=Path)
    proof.add_argument("--json", action="store_true", help="print one JSON object")
    desk = commands.add_parser("desk", help="open the window (also without any command)")
    desk.add_argument("job", type=Path, nargs="?")
    return parser


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


def _make(options: argparse.Namespace) -> int:
    from tinstamp.engine.build import build
    from tinstamp.engine.write import check_folder, write_files
    from tinstamp.job.archive import ArchiveError, open_file, stem_of
    from tinstamp.output.outputs import all_options
    from tinstamp.output.result import OutputError

    try:
        document = open_file(options.job)
        check_folder(options.out)
        built = build(document)
        for finding in built.report.findings:
            who = f"{finding.stamp}: " if finding.stamp else ""
            _say(f"{finding.level}: {who}{finding.message}")
        if built.report.to_fix and not options.even_so:
            _say("nothing was written: something is to fix (--even-so writes all the same)")
            return 1
        figures = {o.name: getattr(options, o.name) for o in all_options()}
        written = write_files(built, options.out, stem_of(options.job), options.endings, figures)
    except (ArchiveError, OutputError) as error:
        return _complain(error)
    for path in written:
        print(str(path).encode("utf-8", "replace").decode())
    return 1 if built.report.to_fix else 0


def _say(words: str) -> None:
    print(" ".join(words.split()), file=sys.stderr)


def _proof(options: argparse.Namespace) -> int:
    from tinstamp.engine.build import build
    from tinstamp.job.archive import ArchiveError, open_file

    try:
        report = build(open_file(options.job)).report
    except ArchiveError as error:
        return _complain(error)
    if options.json:
        print(json.dumps(report.as_dict(), ensure_ascii=False, indent=1))
    else:
        _tell(report.as_dict())
    return 1 if report.to_fix else 0


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
