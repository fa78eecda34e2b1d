"""What a window asks of the program that makes its series. Plain values."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from tinstamp.series.table import Table


@dataclass(frozen=True)
class Asked:
    """A series to make.

    Attributes
    ----------
    document : the job's file. stem : what it is called. table : its rows. pattern : of the files'
        names. logos : the folder that logos are looked for from. folder, endings, figures, even_so
        : what is written (`run.Order`); without endings the rows are only looked at. pictures : the
        folder that each row's picture goes to. workers : processes.
    """

    document: bytes
    stem: str
    table: Table
    pattern: str
    logos: str
    folder: str
    endings: tuple[str, ...]
    figures: Mapping[str, float]
    even_so: bool
    pictures: str
    workers: int
