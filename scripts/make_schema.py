"""Write the JSON Schema of the job document to `docs/job.schema.json`."""

from __future__ import annotations

import json
from pathlib import Path

from tinstamp.job.model import Job

TARGET = Path(__file__).resolve().parents[1] / "docs" / "job.schema.json"


if __name__ == "__main__":
    TARGET.write_text(json.dumps(Job.model_json_schema(), indent=1, ensure_ascii=False) + "\n")
    print(TARGET.name)
