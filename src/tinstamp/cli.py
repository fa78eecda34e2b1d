"""The command line: make files and proof jobs without a window, or open the desk."""

from __future__ import annotations

import argparse
import json
import sys
from collections.abc import Sequence
from pathlib import Path


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one command; the exit code: 0 well, 1 something to fix, 2 not readable."""
    options = _parser().parse_args(arguments)
    if options.command == "make":
        return _make(options)
    if options.command == "proof":
        return _proof(options)
    from tinstamp.desk.app import run_desk

    return run_desk(getattr(options, "job", None))


def _parser() -> argparse.ArgumentParser:
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
        help="what to write: step, stl, dxf, with commas between (default: step)",
    )
    make.add_argument(
        "--chord", type=float, default=0.01, help="chord tolerance of the STL, mm (default 0.01)"
    )
    proof = commands.add_parser("proof", help="build a job and tell what was found")
    proof.add_argument("job", type=Path)
    proof.add_argument("--json", action="store_true", help="print one JSON object")
    desk = commands.add_parser("desk", help="open the window (also without any command)")
    desk.add_argument("job", type=Path, nargs="?")
    return parser


def _endings(text: str) -> tuple[str, ...]:
    from tinstamp.output.kinds import ENDINGS

    wanted = tuple(part.strip().lower() for part in text.split(",") if part.strip())
    for ending in wanted:
        if ending not in ENDINGS:
            raise argparse.ArgumentTypeError(f"“{ending}” is not one of {', '.join(ENDINGS)}")
    return wanted or ("step",)


def _make(options: argparse.Namespace) -> int:
    from tinstamp.engine.build import build
    from tinstamp.engine.write import write_files
    from tinstamp.job.archive import ArchiveError, open_file
    from tinstamp.output.step import OutputError

    try:
        built = build(open_file(options.job))
        written = write_files(built, options.out, options.job.stem, options.endings, options.chord)
    except (ArchiveError, OutputError) as error:
        return _complain(error)
    for path in written:
        print(path)
    for finding in built.report.findings:
        who = f"{finding.stamp}: " if finding.stamp else ""
        print(f"{finding.level}: {who}{finding.message}", file=sys.stderr)
    return 1 if built.report.to_fix else 0


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


def _complain(error: Exception) -> int:
    print(" ".join(str(error).split()), file=sys.stderr)
    return 2
