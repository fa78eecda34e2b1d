"""What a build tells as JSON: one object, whose schema is published (`docs/report.schema.json`)."""

from __future__ import annotations

import hashlib
from collections.abc import Sequence
from pathlib import Path
from typing import Any, Literal

from pydantic import BaseModel, ConfigDict, Field

from tinstamp.engine.build import Built
from tinstamp.version import VERSION


class _Part(BaseModel):
    model_config = ConfigDict(extra="forbid")


class Units(_Part):
    """In which all figures are."""

    length: Literal["mm"] = "mm"
    angle: Literal["deg"] = "deg"
    area: Literal["mm²"] = "mm²"
    volume: Literal["mm³"] = "mm³"


class BodyRecord(_Part):
    """A body of the part; `before` is its volume without any stamp."""

    name: str
    valid: bool
    volume: float
    before: float


class StampRecord(_Part):
    """A stamp; `built_by` is "imprint", "boolean", or nothing when it was not built; `seconds` the
    time that it took."""

    name: str
    face: str
    artwork_area: float
    depth: float
    relief_volume: float
    built_by: str
    seconds: float


class FindingRecord(_Part):
    """One thing that was found: "fix" must be put right, "look" wants a decision, "note" is good to
    know. `path` is the field that it is about, `accepted` whose word stands for it."""

    level: Literal["fix", "look", "note"]
    check: str
    stamp: str
    message: str
    measured: float | None
    limit: float | None
    unit: str
    path: str
    remedies: list[str]
    accepted: str


class FileRecord(_Part):
    """A file that was written."""

    path: str
    sha256: str
    bytes: int


class Record(_Part):
    """A job as it was built. `values` are all numbers of the job, worked out, by the paths of
    their fields; `names` those of dimensions and faces that formulas may use."""

    format: Literal[1] = 1
    program: Literal["Tin Stamp"] = "Tin Stamp"
    version: str = VERSION
    units: Units = Field(default_factory=Units)
    job: str
    serial: str
    valid: bool
    volume: float | None
    blank_volume: float | None
    bodies: list[BodyRecord]
    stamps: list[StampRecord]
    findings: list[FindingRecord]
    values: dict[str, float]
    dimensions: dict[str, float]
    files: list[FileRecord] = Field(default_factory=list)


def record_of(job: str, built: Built) -> dict[str, Any]:
    """The record of a build, `job` being its file's name."""
    report = built.report
    names = report.resolved.names
    made = Record(
        job=job,
        serial=built.job.serial.text,
        values=dict(report.resolved.values),
        dimensions={d.name: names[d.name].value for d in built.job.dimensions if d.name in names},
        **report.as_dict(),
    )
    return made.model_dump()


def files_of(paths: Sequence[Path]) -> list[dict[str, Any]]:
    """What was written, with digests."""
    found = []
    for path in paths:
        data = path.read_bytes()
        digest = hashlib.sha256(data).hexdigest()
        found.append(FileRecord(path=str(path), sha256=digest, bytes=len(data)).model_dump())
    return found
