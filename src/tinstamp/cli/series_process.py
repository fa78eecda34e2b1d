"""A series for a window: the program that makes it, row by row, apart from the window.

On its standard input it is given one pickled `Asked`; on its standard output it tells a line of
JSON for each row as it ends, and in the end that it is over.
"""

from __future__ import annotations

import json
import pickle
import signal
import sys
from dataclasses import asdict
from functools import partial
from pathlib import Path

from tinstamp.cli.pictures import picture_of_build
from tinstamp.job.archive import load
from tinstamp.series.asked import Asked
from tinstamp.series.rows import Row, rows_of
from tinstamp.series.run import Order, Outcome, built_again, make, run
from tinstamp.series.table import TableError

PICTURE = (224, 140)
"""pixels of a row's picture"""


def with_picture(folder: Path, row: Row, order: Order) -> Outcome:
    """Make a row, and leave a picture of it in a folder."""
    outcome = make(row, order)
    if not row.wrong:
        built = built_again(row)
        if built.bodies:
            image = picture_of_build(built, "whole", "", PICTURE)
            beside = folder / f".{row.number}.png"
            image.save(beside)
            beside.replace(folder / f"{row.number}.png")
    return outcome


def main() -> int:
    """Make what is asked for on the standard input; a signal to end it lets the rows end that are
    being made, and leaves the record of them."""
    signal.signal(signal.SIGTERM, _stopped)
    asked: Asked = pickle.load(sys.stdin.buffer)
    try:
        document = load(asked.document, asked.stem)
        rows = rows_of(document, asked.table, asked.pattern, asked.stem, Path(asked.logos))
    except (TableError, ValueError) as error:
        _tell(wrong=str(error))
        return 2
    order = Order(Path(asked.folder), asked.endings, asked.figures, asked.even_so)

    def heard(outcome: Outcome, stood: bool) -> None:
        _tell(row=asdict(outcome), stood=stood)

    try:
        run(rows, order, asked.workers, heard, partial(with_picture, Path(asked.pictures)))
    except KeyboardInterrupt:
        return 0
    except OSError as error:
        _tell(wrong=f"the record of the series cannot be written: {error}")
        return 2
    _tell(over=True)
    return 0


def _stopped(*_: object) -> None:
    raise KeyboardInterrupt


def _tell(**news: object) -> None:
    print(json.dumps(news, ensure_ascii=False), flush=True)


if __name__ == "__main__":
    raise SystemExit(main())
