"""`proof`: build jobs and tell what was found."""

from __future__ import annotations

import argparse
import json
from typing import Any

from tinstamp.cli.jobs import read, spelled_out
from tinstamp.cli.telling import progress, show


def run(options: argparse.Namespace) -> int:
    """Tell what was found; the exit code."""
    from tinstamp.engine.build import build
    from tinstamp.engine.record import record_of

    jobs, code = read(options)
    several = len(spelled_out(options.jobs)) > 1
    records = []
    for job in jobs:
        watched = progress(job.path.name)
        built = build(job.document, progress=watched)
        watched("", 0.0)
        code = max(code, int(built.report.to_fix))
        records.append(record_of(job.path.name, built))
        if not options.json:
            if several:
                show(f"{job.path.name}:")
            _tell(records[-1])
    if options.json and records:
        show(json.dumps(records if several else records[0], ensure_ascii=False, indent=1))
    return code


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
