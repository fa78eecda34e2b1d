"""`check`: what an independent reading of a written STEP file finds."""

from __future__ import annotations

import argparse
import json
from typing import Any

from tinstamp.cli.telling import complain, show

AGREE = 1e-6
"""Relative difference in volume between a file and its job."""


def run(options: argparse.Namespace) -> int:
    """Tell what the files hold; the exit code."""
    wanted = None
    if options.against is not None:
        from tinstamp.engine.build import build
        from tinstamp.job.archive import ArchiveError, open_file

        try:
            wanted = build(open_file(options.against)).report.volume
        except ArchiveError as error:
            return complain(error)
    code, records = 0, []
    for path in options.files:
        from tinstamp.blank.step_in import ImportTrouble
        from tinstamp.engine.read_back import read_back

        try:
            found = read_back(path.read_bytes())
        except OSError as error:
            code = complain(ValueError(f"{path.name} cannot be read: {error.strerror}"))
            continue
        except ImportTrouble as error:
            code = complain(ValueError(f"{path.name}: {error}"))
            continue
        record: dict[str, Any] = {"file": path.name, **found.as_dict()}
        good = found.sound
        if wanted is not None:
            record["volume_of_job"] = wanted
            record["agrees"] = abs(found.volume - wanted) <= AGREE * abs(wanted)
            good = good and record["agrees"]
        records.append(record)
        code = max(code, int(not good))
        if not options.json:
            _tell(record)
    if options.json and records:
        show(json.dumps(records if len(options.files) > 1 else records[0], indent=1))
    return code


def _tell(record: dict[str, Any]) -> None:
    state = "closed and valid" if record["sound"] else "NOT SOUND"
    show(f"{record['file']}: {state}, {record['solids']} solids, {record['faces']} faces")
    show(f"  volume {record['volume']:.4f} mm³, area {record['area']:.4f} mm², in {record['unit']}")
    show(f"  names: {', '.join(record['names']) or 'none'}")
    show(f"  layers: {', '.join(record['layers']) or 'none'}")
    show(f"  colours: {', '.join(record['colours']) or 'none'}")
    show(f"  largest tolerance {record['tolerance']:.2e} mm, made by {record['program'] or '?'}")
    for words in record["faults"]:
        show(f"  fault: {words}")
    if "agrees" in record:
        word = "agrees" if record["agrees"] else "DOES NOT AGREE"
        show(f"  {word} with the job's {record['volume_of_job']:.4f} mm³")
