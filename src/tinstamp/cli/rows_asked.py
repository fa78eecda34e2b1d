"""The rows of a series that a command is given: those of a table, or one for every serial."""

from __future__ import annotations

import argparse
from typing import TYPE_CHECKING

from tinstamp.cli.jobs import spelled_out

if TYPE_CHECKING:
    from tinstamp.series.rows import Row

SERIES_NAME = "{job}-{serial}"
"""What the files of a series are called if nothing is said."""


class SeriesError(ValueError):
    """A series that cannot be made; the message is for the designer."""


def wants_rows(options: argparse.Namespace) -> bool:
    """True where a command is given a series."""
    return any(getattr(options, name, None) is not None for name in ("table", "serials", "next"))


def rows_asked(options: argparse.Namespace) -> list[Row]:
    """The rows, with what was set. Raises SeriesError."""
    from tinstamp.job.archive import ArchiveError, open_file, stem_of
    from tinstamp.job.override import OverrideError, overridden
    from tinstamp.series.rows import next_rows, rows_of, serial_rows
    from tinstamp.series.table import TableError, read_table

    paths = spelled_out(options.jobs)
    if len(paths) != 1:
        raise SeriesError("a series is made of one job")
    path = paths[0]
    pattern = getattr(options, "name", "{job}")
    pattern = SERIES_NAME if pattern == "{job}" else pattern
    try:
        document = overridden(open_file(path), options.dimensions, options.texts)
        if options.table is not None:
            table = read_table(options.table)
            return rows_of(document, table, pattern, stem_of(path), options.table.parent)
        if getattr(options, "next", None) is not None:
            return next_rows(document, options.next, pattern, stem_of(path))
        return serial_rows(document, options.serials, pattern, stem_of(path))
    except (ArchiveError, OverrideError, TableError) as error:
        raise SeriesError(str(error)) from error
