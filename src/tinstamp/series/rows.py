"""The rows of a series as jobs: what each cell sets, and what its files are called."""

from __future__ import annotations

import hashlib
import re
from collections.abc import Sequence
from dataclasses import dataclass, replace
from pathlib import Path

from pydantic import ValidationError

from tinstamp.job.archive import Document
from tinstamp.job.model import Job, Logo, Serial, changed
from tinstamp.job.override import OverrideError, overridden
from tinstamp.job.wording import first_problem
from tinstamp.series.table import Table, TableError

SERIAL, FILE = "serial", "file"
"""Heads of the columns of the serial, and of what the row's files are called."""
ON, LOGO = " on", " logo"
"""What the head of a column ends with, behind a stamp's name, that turns it on or off, or gives the
file of its logo."""
YES, NO = ("yes", "y", "1", "true", "on", "x"), ("no", "n", "0", "false", "off", "-")
"""What a cell says that turns a stamp on, and off."""
MOST_SERIALS = 100_000
"""parts of a series of serials"""
DIGITS = re.compile(r"(\D*)(\d+)(\D*)")


@dataclass(frozen=True)
class Row:
    """One part of a series.

    Attributes
    ----------
    number : of its row. name : what its files are called. values : its cells by their heads.
    document : the job with what they set. wrong : in words, why it cannot be made.
    """

    number: int
    name: str
    values: tuple[tuple[str, str], ...]
    document: Document
    wrong: str = ""


def rows_of(document: Document, table: Table, pattern: str, stem: str, folder: Path) -> list[Row]:
    """A row of a table as a job each; logos are looked for from `folder` on. Raises TableError for
    what is wrong with the table as a whole; what is wrong with a row stands in it."""
    for head in table.heads:
        _known(document.job, head)
    found = []
    for number, cells in table.rows:
        values = tuple(zip(table.heads, cells, strict=True))
        made, wrong = document, ""
        try:
            for head, cell in values:
                if cell:
                    made = _set(made, head, cell, folder)
        except (OverrideError, TableError) as error:
            wrong = str(error)
        name = _called(made, dict(values), pattern, stem, number)
        found.append(Row(number, name, values, made, wrong))
    return _parted(found)


def serial_rows(document: Document, span: str, pattern: str, stem: str) -> list[Row]:
    """A row for each serial from one to another, such as `1-200`. Raises TableError."""
    match = re.fullmatch(r"\s*(\d+)\s*(?:-|–|\.\.)\s*(\d+)\s*", span)
    if match is None:
        raise TableError(f"“{span}” are no serials: write from-to, such as 1-200")
    first, last = int(match[1]), int(match[2])
    if not first <= last <= 10**9 or last - first >= MOST_SERIALS:
        raise TableError(f"from {first} to {last} is no series of 1 to {MOST_SERIALS} parts")
    found = []
    for number in range(first, last + 1):
        serial = document.job.serial.model_copy(update={"next": number})
        made = replace(document, job=document.job.model_copy(update={"serial": serial}))
        values = ((SERIAL, serial.text),)
        name = _called(made, dict(values), pattern, stem, number)
        found.append(Row(number, name, values, made))
    return _parted(found)


def next_rows(document: Document, count: int, pattern: str, stem: str) -> list[Row]:
    """A row for each of so many serials, from the job's next one on. Raises TableError."""
    first = document.job.serial.next
    return serial_rows(document, f"{first}-{first + count - 1}", pattern, stem)


def moved_on(document: Document, rows: Sequence[Row]) -> Document:
    """The job with its next serial past those of some rows; never back."""
    serial = document.job.serial
    following = max([serial.next, *(row.document.job.serial.next + 1 for row in rows)])
    update = serial.model_copy(update={"next": following})
    return replace(document, job=document.job.model_copy(update={"serial": update}))


def _parted(rows: Sequence[Row]) -> list[Row]:
    """The rows, when no two of them would write the same files. Raises TableError."""
    seen: dict[str, int] = {}
    for row in rows:
        if row.name.casefold() in seen:
            raise TableError(
                f"rows {seen[row.name.casefold()]} and {row.number} would both write "
                f"“{row.name}”: part them by --name, or by a column headed “{FILE}”"
            )
        seen[row.name.casefold()] = row.number
    return list(rows)


def _called(
    document: Document, values: dict[str, str], pattern: str, stem: str, number: int
) -> str:
    """What a row's files are called. Raises TableError."""
    named = values.get(FILE, "")
    if not named:
        fields = {**values, "job": stem, "serial": document.job.serial.text, "row": str(number)}
        try:
            named = pattern.format_map(fields)
        except (LookupError, ValueError, AttributeError, TypeError) as error:
            raise TableError(
                f"--name “{pattern}” is not made of {{job}}, {{serial}}, {{row}} and heads of "
                "columns"
            ) from error
    if not named or "/" in named or "\0" in named or named in (".", "..") or len(named) > 200:
        raise TableError(f"row {number}: a file cannot be called “{named}”")
    return named


def _known(job: Job, head: str) -> None:
    """Raises TableError for a head that sets nothing."""
    stamps = [stamp.name for stamp in job.stamps]
    sets = [d.name for d in job.dimensions] + stamps + [SERIAL, FILE]
    ends = [stamp + end for stamp in stamps for end in (ON, LOGO)]
    if head not in sets and head not in ends:
        raise TableError(
            f"the column “{head}” sets nothing: its head is none of {', '.join(sets)}, nor a stamp "
            f"followed by “{ON.strip()}” or “{LOGO.strip()}”"
        )


def _set(document: Document, head: str, cell: str, folder: Path) -> Document:
    """The document with what a cell says. Raises OverrideError, TableError."""
    job = document.job
    if head == FILE:
        return document
    if head == SERIAL:
        return replace(document, job=_with_serial(job, cell))
    if head in [dimension.name for dimension in job.dimensions]:
        return overridden(document, [(head, cell)], [])
    names = [stamp.name for stamp in job.stamps]
    if head in names:
        return overridden(document, [], [(head, cell)])
    end = ON if head.endswith(ON) else LOGO
    index = names.index(head.removesuffix(end))
    if end == LOGO:
        return _with_logo(document, index, cell, folder)
    word = cell.casefold()
    if word not in (*YES, *NO):
        raise TableError(f"“{cell}” under “{head}” is neither yes nor no")
    return replace(document, job=changed(job, ("stamps", index, "on"), word in YES))


def _with_serial(job: Job, cell: str) -> Job:
    """With a number, or with a serial whose digits are the number."""
    if cell.isdecimal() and cell.isascii():
        update: dict[str, object] = {"next": int(cell)}
    else:
        match = DIGITS.fullmatch(cell)
        if match is None:
            raise TableError(f"“{cell}” is no serial: it holds no number, or several")
        before, digits, after = match.groups()
        update = {"before": before, "next": int(digits), "digits": len(digits), "after": after}
    try:
        serial = Serial.model_validate({**job.serial.model_dump(), **update})
    except ValidationError as error:
        raise TableError(f"the serial “{cell}”: {first_problem(error)}") from error
    return job.model_copy(update={"serial": serial})


def _with_logo(document: Document, index: int, cell: str, folder: Path) -> Document:
    stamp = document.job.stamps[index]
    ending = cell.rpartition(".")[2].lower()
    kind = {"svg": "svg", "dxf": "dxf", "png": "png", "jpg": "jpg", "jpeg": "jpg"}.get(ending)
    if not isinstance(stamp.artwork, Logo) or kind is None:
        raise TableError(f"“{cell}” cannot be the logo of “{stamp.name}”")
    try:
        data = (folder / cell).read_bytes()
    except OSError as error:
        raise TableError(f"the logo {cell} cannot be read: {error.strerror}") from error
    digest = hashlib.sha256(data).hexdigest()
    logo = stamp.artwork.model_copy(
        update={"file": Path(cell).name, "digest": digest, "format": kind, "inks": ()}
    )
    job = changed(document.job, ("stamps", index, "artwork"), logo)
    return replace(document, job=job, logos={**document.logos, digest: data})
