"""`make` and `sheet`: build jobs and write files."""

from __future__ import annotations

import argparse
import json
from typing import Any

from tinstamp.cli.jobs import Given, read_to_write, spelled_out
from tinstamp.cli.telling import complain, progress, say, show
from tinstamp.output.outputs import OutputError, all_options, options_from

SERIES_NAME = "{job}-{serial}"
"""What the files of a series are called if nothing is said."""


def run(options: argparse.Namespace) -> int:
    """Write the files of jobs, or of a series; the exit code."""
    if options.table is not None or options.serials is not None or options.next is not None:
        return _series(options)
    if options.cluster is not None:
        return complain(ValueError("--cluster is for a series: give --table, --serials or --next"))
    figures = {o.name: getattr(options, o.name) for o in all_options()}
    return _jobs(options, options.endings, figures)


def run_sheet(options: argparse.Namespace) -> int:
    """Write the proof sheets of jobs; the exit code."""
    return _jobs(options, ("pdf",), {**options_from({}), "letter": options.letter})


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
    from tinstamp.job.archive import ArchiveError, open_file, stem_of
    from tinstamp.job.override import OverrideError, overridden
    from tinstamp.series.rows import Row, next_rows, rows_of, serial_rows
    from tinstamp.series.table import TableError, read_table

    paths = spelled_out(options.jobs)
    if len(paths) != 1:
        return complain(ValueError("a series is made of one job"))
    path = paths[0]
    pattern = SERIES_NAME if options.name == "{job}" else options.name
    rows: list[Row]
    try:
        document = overridden(open_file(path), options.dimensions, options.texts)
        if options.table is not None:
            table = read_table(options.table)
            rows = rows_of(document, table, pattern, stem_of(path), options.table.parent)
        elif options.next is not None:
            rows = next_rows(document, options.next, pattern, stem_of(path))
        else:
            rows = serial_rows(document, options.serials, pattern, stem_of(path))
        from tinstamp.engine.write import check_folder

        check_folder(options.out)
    except (ArchiveError, OverrideError, TableError, OutputError) as error:
        return complain(error)
    code = _run(options, rows)
    if options.next is not None and code == 0:
        return _moved_on(options, path, rows)
    return code


def _run(options: argparse.Namespace, rows: list[Any]) -> int:
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


def _moved_on(options: argparse.Namespace, path: Any, rows: list[Any]) -> int:
    """The job's file with its next serial moved on past what was made; the exit code."""
    from tinstamp.job.archive import ArchiveError, open_file, save_file
    from tinstamp.series.rows import moved_on

    try:
        save_file(moved_on(open_file(path), rows), path)
    except ArchiveError as error:
        return complain(ValueError(f"all was made, but the job's serial stays: {error}"))
    say(f"{path.name}: its next serial is {open_file(path).job.serial.text}")
    return 0
