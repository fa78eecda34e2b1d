"""`make` and `sheet`: build jobs and write files."""

from __future__ import annotations

import argparse
import json
from pathlib import Path
from typing import TYPE_CHECKING, Any

from tinstamp.cli.jobs import Given, read_to_write, spelled_out
from tinstamp.cli.rows_asked import SeriesError, rows_asked, wants_rows
from tinstamp.cli.telling import complain, progress, say, show
from tinstamp.output.outputs import OUTPUTS, OutputError, all_options, options_from

if TYPE_CHECKING:
    from tinstamp.series.rows import Row


def run(options: argparse.Namespace) -> int:
    """Write the files of jobs, or of a series; the exit code."""
    if wants_rows(options):
        return _series(options)
    if options.cluster is not None:
        return complain(ValueError("--cluster is for a series: give --table, --serials or --next"))
    figures = {o.name: getattr(options, o.name) for o in all_options()}
    return _jobs(options, options.endings, figures)


def run_sheet(options: argparse.Namespace) -> int:
    """Write the proof sheets of jobs; the exit code."""
    own = {o.name: getattr(options, o.name) for o in OUTPUTS["pdf"].options}
    return _jobs(options, ("pdf",), {**options_from({}), **own})


def _jobs(options: argparse.Namespace, endings: tuple[str, ...], figures: dict[str, float]) -> int:
    try:
        jobs, code = read_to_write(options)
    except OutputError as error:
        return complain(error)
    if not jobs:
        return code
    records: list[dict[str, Any]] = []
    several = len(spelled_out(options.jobs)) > 1
    for job in jobs:
        code = max(code, _made(job, options, endings, figures, several, records))
    if getattr(options, "json", False):
        show(json.dumps(records if several else records[0], ensure_ascii=False, indent=1))
    return code


def _made(
    job: Given,
    options: argparse.Namespace,
    endings: tuple[str, ...],
    figures: dict[str, float],
    several: bool,
    records: list[dict[str, Any]],
) -> int:
    """Build and write one job; its exit code. What is told of it goes to `records`."""
    from tinstamp.engine.build import build
    from tinstamp.engine.record import files_of, record_of
    from tinstamp.engine.write import write_files

    whose = f"{job.path.name}: " if several else ""
    watched = progress(job.path.name)
    built = build(job.document, progress=watched)
    watched("", 0.0)
    record = record_of(job.path.name, built)
    records.append(record)
    for finding in built.report.findings:
        who = f"{finding.stamp}: " if finding.stamp else ""
        say(f"{whose}{finding.level}: {who}{finding.message}")
    if built.report.to_fix and not options.even_so:
        say(f"{whose}nothing was written: something is to fix (--even-so writes all the same)")
        return 1
    try:
        written = write_files(built, options.out, job.name, endings, figures)
    except OutputError as error:
        return complain(ValueError(f"{whose}{error}"))
    record["files"] = files_of(written)
    if not getattr(options, "json", False):
        for path in written:
            show(str(path))
    return 1 if built.report.to_fix else 0


def _series(options: argparse.Namespace) -> int:
    """One job for every row of a table, or every serial."""
    from tinstamp.engine.write import check_folder

    try:
        rows = rows_asked(options)
        check_folder(options.out)
    except (SeriesError, OutputError) as error:
        return complain(error)
    code = _run(options, rows)
    if options.next is not None and code == 0:
        return _moved_on(spelled_out(options.jobs)[0], rows)
    return code


def _run(options: argparse.Namespace, rows: list[Row]) -> int:
    """Make the rows; the exit code."""
    from tinstamp.series.run import ClusterError, Order, Outcome, on_cluster, run

    counted = 0

    def heard(outcome: Outcome, stood: bool) -> None:
        nonlocal counted
        counted += 1
        state = "stood already" if stood else outcome.state
        say(f"{counted} of {len(rows)}: {outcome.name}: {state}")
        for told in () if stood else outcome.told:
            say(f"  row {outcome.number}: {told}")
        for name in () if options.json else outcome.files:
            show(str(options.out / name))

    figures = {o.name: getattr(options, o.name) for o in all_options()}
    order = Order(options.out.resolve(), options.endings, figures, options.even_so)
    try:
        if options.cluster is not None:
            outcomes = on_cluster(rows, order, options.cluster, heard)
        else:
            outcomes = run(rows, order, options.workers, heard)
    except ClusterError as error:
        return complain(error)
    except OSError as error:
        return complain(ValueError(f"the record of the series cannot be written: {error}"))
    except KeyboardInterrupt:
        return complain(
            ValueError(f"stopped after {counted} of {len(rows)}: the same command goes on")
        )
    if options.json:
        show((options.out / "series.json").read_text("utf-8"))
    return max({"written": 0, "to fix": 1, "not done": 2}[o.state] for o in outcomes)


def _moved_on(path: Path, rows: list[Row]) -> int:
    """The job's file with its next serial moved on past what was made; the exit code."""
    from tinstamp.job.archive import ArchiveError, open_file, save_file
    from tinstamp.series.rows import moved_on

    try:
        save_file(moved_on(open_file(path), rows), path)
    except ArchiveError as error:
        return complain(ValueError(f"all was made, but the job's serial stays: {error}"))
    say(f"{path.name}: its next serial is {open_file(path).job.serial.text}")
    return 0
