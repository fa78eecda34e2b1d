"""`proof`: build jobs and tell what was found."""

from __future__ import annotations

import argparse
import json
from typing import TYPE_CHECKING, Any

from tinstamp.cli.jobs import read, spelled_out
from tinstamp.cli.rows_asked import SeriesError, rows_asked, wants_rows
from tinstamp.cli.telling import complain, progress, show

if TYPE_CHECKING:
    from tinstamp.job.archive import Document

EVERY = "every"
"""Asks for all processes."""


def run(options: argparse.Namespace) -> int:
    """Tell what was found; the exit code."""
    if options.processes and wants_rows(options):
        return complain(ValueError("--process is for jobs as they are: leave the series out"))
    if options.processes:
        return _by_processes(options)
    from tinstamp.engine.build import build
    from tinstamp.engine.cache import Cache
    from tinstamp.engine.record import record_of

    try:
        parts, code = _rows(options) if wants_rows(options) else _jobs(options)
    except SeriesError as error:
        return complain(error)
    several = wants_rows(options) or len(spelled_out(options.jobs)) > 1
    records = []
    cache = Cache()
    for name, document in parts:
        watched = progress(name)
        built = build(document, cache, progress=watched)
        watched("", 0.0)
        code = max(code, int(built.report.to_fix))
        records.append(record_of(name, built))
        if not options.json:
            if several:
                show(f"{name}:")
            _tell(records[-1])
    if options.json and records:
        show(json.dumps(records if several else records[0], ensure_ascii=False, indent=1))
    return code


def _jobs(options: argparse.Namespace) -> tuple[list[tuple[str, Document]], int]:
    jobs, code = read(options)
    return [(job.path.name, job.document) for job in jobs], code


def _rows(options: argparse.Namespace) -> tuple[list[tuple[str, Document]], int]:
    """The rows that can be made, by name; what is wrong with the others is told."""
    found, code = [], 0
    for row in rows_asked(options):
        if row.wrong:
            code = complain(ValueError(f"row {row.number}: {row.wrong}"))
        else:
            found.append((row.name, row.document))
    return found, code


def _by_processes(options: argparse.Namespace) -> int:
    """What is found by each of some processes; the exit code."""
    from tinstamp.engine.asking import sides
    from tinstamp.engine.cache import Cache
    from tinstamp.proofing.processes import PROCESSES

    jobs, code = read(options)
    records = []
    for job in jobs:
        own = [process.name for process in job.document.job.processes]
        known = [*(name for name in PROCESSES if name), *own]
        asked = known if EVERY in options.processes else options.processes
        if strange := [name for name in asked if name not in known]:
            told = f"there is no process “{strange[0]}”; there are: {', '.join(known)}"
            code = complain(ValueError(f"{job.path.name}: {told}"))
            continue
        found = sides(job.document, tuple(asked), Cache()).findings
        code = max(code, int(any(f.level == "fix" for _, findings in found for f in findings)))
        records += [{"job": job.path.name, "process": name,
                     "findings": [f.as_dict() for f in findings]}
                    for name, findings in found]  # fmt: skip
    if options.json:
        show(json.dumps(records, ensure_ascii=False, indent=1))
        return code
    for record in records:
        _tell_process(record)
    return code


def _tell_process(record: dict[str, Any]) -> None:
    findings = record["findings"]
    fix = sum(f["level"] == "fix" for f in findings)
    show(f"{record['job']} by {record['process']}: {fix} to fix, {len(findings) - fix} to look at")
    for finding in findings:
        show(f"  {finding['level']}: {finding['stamp']}: {finding['message']}")


def _tell(record: dict[str, Any]) -> None:
    state = "valid" if record["valid"] else "not valid"
    volume = "none" if record["volume"] is None else f"{record['volume']:.3f} mm³"
    show(f"solid: {state}, volume {volume}")
    for stamp in record["stamps"]:
        show(
            f"{stamp['name']} on {stamp['face']}: {stamp['artwork_area']:.3f} mm² of artwork, "
            f"{stamp['relief_volume']:+.3f} mm³, by {stamp['built_by'] or 'nothing'}"
        )
    for finding in record["findings"]:
        who = f"{finding['stamp']}: " if finding["stamp"] else ""
        show(f"{finding['level']}: {who}{finding['message']}")
        for remedy in finding["remedies"]:
            show(f"  change it: {remedy}")
