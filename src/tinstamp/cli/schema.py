"""`schema`: the JSON Schemas that are published."""

from __future__ import annotations

import argparse
import json

from tinstamp.cli.telling import show


def run(options: argparse.Namespace) -> int:
    """Print one; the exit code."""
    if options.of == "job":
        from tinstamp.job.model import Job as Model
    else:
        from tinstamp.engine.record import Record as Model  # type: ignore[assignment]
    show(json.dumps(Model.model_json_schema(), indent=1, ensure_ascii=False))
    return 0
