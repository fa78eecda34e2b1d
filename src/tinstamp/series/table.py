"""Tables of a series: CSV with commas, semicolons or tabs, and XLSX; each cell a text."""

from __future__ import annotations

import csv
import io
import zipfile
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from pathlib import Path

MOST_BYTES = 64 * 2**20
"""bytes of a table that is read"""
MOST_ROWS = 100_000
"""rows of a table"""
DELIMITERS = ",;\t"
"""What may stand between cells."""


class TableError(ValueError):
    """A table that cannot be used; the message is for the designer."""


@dataclass(frozen=True)
class Table:
    """The heads of the columns, and the cells of each row with its number in the file."""

    heads: tuple[str, ...]
    rows: tuple[tuple[int, tuple[str, ...]], ...]


def read_table(path: Path) -> Table:
    """The table in a file, without rows that are empty. Raises TableError."""
    try:
        data = path.read_bytes()
    except OSError as error:
        raise TableError(f"{path.name} cannot be read: {error.strerror}") from error
    if len(data) > MOST_BYTES:
        raise TableError(f"{path.name} is larger than {MOST_BYTES // 2**20} MB")
    lines = _sheet(data, path.name) if data[:2] == b"PK" else _lines(data, path.name)
    heads: tuple[str, ...] | None = None
    rows: list[tuple[int, tuple[str, ...]]] = []
    for number, cells in enumerate(lines, 1):
        texts = tuple(" ".join(cell.split()) if heads is None else cell.strip() for cell in cells)
        if not any(texts):
            continue
        if heads is None:
            while texts and not texts[-1]:
                texts = texts[:-1]
            heads = texts
            continue
        if len(rows) >= MOST_ROWS:
            raise TableError(f"{path.name} has more than {MOST_ROWS} rows")
        if any(texts[len(heads) :]):
            raise TableError(f"{path.name}, row {number}: there are more cells than columns")
        rows.append((number, (*texts, *[""] * (len(heads) - len(texts)))[: len(heads)]))
    if heads is None or not rows:
        raise TableError(f"{path.name} holds no rows under a line of heads")
    if not all(heads):
        raise TableError(f"{path.name}: column {heads.index('') + 1} has no head")
    for k, head in enumerate(heads):
        if head in heads[:k]:
            raise TableError(f"{path.name}: two columns are headed “{head}”")
    return Table(heads, tuple(rows))


def _lines(data: bytes, name: str) -> Iterable[Sequence[str]]:
    try:
        text = data.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise TableError(f"{name} is not UTF-8 text") from error
    first = text.split("\n", 1)[0]
    between = max(DELIMITERS, key=first.count)
    try:
        return list(csv.reader(io.StringIO(text, newline=""), delimiter=between, strict=True))
    except csv.Error as error:
        raise TableError(f"{name} is no sound CSV: {error}") from error


def _sheet(data: bytes, name: str) -> Iterable[Sequence[str]]:
    import openpyxl

    try:
        book = openpyxl.load_workbook(io.BytesIO(data), read_only=True, data_only=True)
        sheet = book.worksheets[0]
        return [[_text(cell) for cell in row] for row in sheet.iter_rows(values_only=True)]
    except (zipfile.BadZipFile, ValueError, KeyError, IndexError, OSError, TypeError) as error:
        raise TableError(f"{name} is no sound XLSX") from error


def _text(cell: object) -> str:
    """A cell as it is read: whole numbers without a point."""
    if cell is None:
        return ""
    if isinstance(cell, float) and cell.is_integer():
        return str(int(cell))
    return str(cell)
