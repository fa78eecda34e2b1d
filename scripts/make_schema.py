"""Write the JSON Schemas of the job document and of what `--json` prints to `docs/`."""

from __future__ import annotations

import json
from pathlib import Path

from tinstamp.engine.record import Record
from tinstamp.job.model import Job

DOCS = Path(__file__).resolve().parents[1] / "docs"


if __name__ == "__main__":
    for name, model in (("job", Job), ("report", Record)):
        target = DOCS / f"{name}.schema.json"
        schema = json.dumps(model.model_json_schema(), indent=1, ensure_ascii=False)
        target.write_text(schema + "\n")
        print(target.name)
