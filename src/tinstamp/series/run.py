"""A series made: each row in one of several processes, recorded as soon as its files stand, so that
what was stopped can be taken up again.
"""

from __future__ import annotations

import csv
import hashlib
import io
import json
import multiprocessing
import threading
import time
from collections.abc import Callable, Iterator, Mapping, Sequence
from concurrent.futures import FIRST_COMPLETED, Executor, Future, ProcessPoolExecutor, wait
from concurrent.futures.process import BrokenProcessPool
from contextlib import suppress
from dataclasses import asdict, dataclass, replace
from pathlib import Path
from typing import Any, Literal

from tinstamp.engine.build import Built, build
from tinstamp.engine.cache import Cache
from tinstamp.engine.write import write_files
from tinstamp.job.archive import dump
from tinstamp.job.disk import write_atomically
from tinstamp.output.result import OutputError
from tinstamp.series.rows import Row
from tinstamp.version import VERSION

State = Literal["written", "to fix", "not done"]
RECORD = "series.json"
"""The file beside a series' files that says what was made."""
SUMMARY = "series.csv"
"""The same as a table."""
KEPT_EVERY = 1.0
"""s between two writings of the record: what is made again after a loss of power"""
AT_ONCE = 2
"""Rows that wait in a process's queue, times the processes."""


@dataclass(frozen=True)
class Order:
    """What is written of each row: where, which files, with which figures, and whether although
    something is to fix."""

    folder: Path
    endings: tuple[str, ...]
    figures: Mapping[str, float]
    even_so: bool = False


@dataclass(frozen=True)
class Outcome:
    """What became of a row.

    Attributes
    ----------
    key : all that its files depend on. told : findings and errors, in words.
    files : their digests (SHA-256) by name.
    """

    number: int
    name: str
    values: dict[str, str]
    state: State
    key: str
    told: tuple[str, ...]
    files: dict[str, str]
    seconds: float


def key_of(row: Row, order: Order) -> str:
    """A digest of all that a row's files depend on."""
    told = json.dumps([VERSION, row.name, order.endings, dict(order.figures), order.even_so])
    return hashlib.sha256(dump(row.document) + told.encode()).hexdigest()


_CACHE, _ONE_AT_A_TIME = Cache(), threading.Lock()
"""What a process keeps from row to row; the kernel works for one thread of a process."""


def make(row: Row, order: Order) -> Outcome:
    """Build and write one row; whatever is wrong with it is told in what is given back."""
    with _ONE_AT_A_TIME:
        return _make(row, order)


def built_again(row: Row) -> Built:
    """A row's build, which this process keeps since it made it."""
    with _ONE_AT_A_TIME:
        return build(row.document, _CACHE)


def _make(row: Row, order: Order) -> Outcome:
    start = time.perf_counter()

    def ended(state: State, told: Sequence[str], files: dict[str, str]) -> Outcome:
        taken = round(time.perf_counter() - start, 3)
        return Outcome(row.number, row.name, dict(row.values), state, key_of(row, order),
                       tuple(told), files, taken)  # fmt: skip

    if row.wrong:
        return ended("not done", [row.wrong], {})
    try:
        built = build(row.document, _CACHE)
        told = [
            f"{f.level}: {f.stamp + ': ' if f.stamp else ''}{f.message}"
            for f in built.report.findings
        ]
        if built.report.to_fix and not order.even_so:
            return ended("to fix", told, {})
        paths = write_files(built, order.folder, row.name, order.endings, order.figures)
    except OutputError as error:
        return ended("not done", [str(error)], {})
    except Exception as error:  # this row alone is lost, and says so
        return ended("not done", [f"this could not be done ({type(error).__name__}: {error})"], {})
    files = {path.name: _digest(path) for path in paths}
    return ended("to fix" if built.report.to_fix else "written", told, files)


def _digest(path: Path) -> str:
    return hashlib.sha256(path.read_bytes()).hexdigest()


def recorded(folder: Path) -> dict[str, Outcome]:
    """What a record in a folder says was written before, by its key; nothing where there is none
    that can be read."""
    try:
        told = json.loads((folder / RECORD).read_text("utf-8"))
        found = [Outcome(**{**row, "told": tuple(row["told"])}) for row in told["rows"]]
    except (OSError, ValueError, KeyError, TypeError):
        return {}
    return {outcome.key: outcome for outcome in found if outcome.files}


def stands(outcome: Outcome, folder: Path) -> bool:
    """True when all files of an outcome are there as they were written."""
    try:
        return all(_digest(folder / name) == sha for name, sha in outcome.files.items())
    except OSError:
        return False


class ClusterError(ValueError):
    """A cluster that cannot be used; the message is for the designer."""


Heard = Callable[[Outcome, bool], None]
"""Told of each row as it ends, and True where its files stood already."""
Work = Callable[[Row, Order], Outcome]
"""What makes a row, in a process of its own."""


def run(
    rows: Sequence[Row], order: Order, workers: int, heard: Heard, work: Work | None = None
) -> list[Outcome]:
    """Make a series in processes of this machine; `work` makes one row. Raises OSError when the
    record cannot be written; KeyboardInterrupt, or whatever `heard` raises, leaves the record of
    what was made."""
    making = work or make
    return _recorded(rows, order, lambda left: made_apart(left, order, workers, making), heard)


def on_cluster(rows: Sequence[Row], order: Order, address: str, heard: Heard) -> list[Outcome]:
    """Make a series on a cluster of Dask, whose workers have this program and the folder. Raises
    ClusterError where none answers, else what `run` does."""
    try:
        from distributed import Client
    except ImportError as error:
        raise ClusterError("a cluster needs the extra “cluster” of this program") from error
    try:
        found = Client(address, timeout=CLUSTER_ANSWERS_WITHIN, set_as_default=False)
    except (OSError, ValueError) as error:
        raise ClusterError(f"no cluster answers at {address}") from error
    with found as client:
        # what is recorded is enough: nothing needs to be made again on a worker that was lost
        pool = client.get_executor(pure=False, retries=CLUSTER_RETRIES)
        return _recorded(rows, order, lambda left: _spread(left, order, pool), heard)


CLUSTER_ANSWERS_WITHIN = 10
"""s"""
CLUSTER_RETRIES = 1
"""times that a row is made again whose worker was lost"""
ON_CLUSTER_AT_ONCE = 1000
"""Rows that wait on a cluster."""


def _spread(rows: Sequence[Row], order: Order, pool: Executor) -> Iterator[Outcome]:
    """Rows as they end, on any executor; one whose process is lost is told as not done."""
    left = list(rows)
    running: dict[Future[Outcome], Row] = {}
    while left or running:
        while left and len(running) < ON_CLUSTER_AT_ONCE:
            row = left.pop(0)
            running[pool.submit(make, row, order)] = row
        ended, _ = wait(running, return_when=FIRST_COMPLETED)
        for future in ended:
            row = running.pop(future)
            error = future.exception()
            yield future.result() if error is None else _lost(row, order)


def _recorded(
    rows: Sequence[Row],
    order: Order,
    making: Callable[[Sequence[Row]], Iterator[Outcome]],
    heard: Heard,
) -> list[Outcome]:
    """Rows that stand are left; the others are made, and recorded as they end."""
    before = recorded(order.folder)
    done: dict[int, Outcome] = {}
    left: list[Row] = []
    for row in rows:
        known = before.get(key_of(row, order))
        if known is not None and known.name == row.name and stands(known, order.folder):
            there = replace(known, number=row.number, values=dict(row.values))
            done[row.number] = there
            heard(there, True)
        else:
            left.append(row)
    kept = time.monotonic()
    try:
        for outcome in making(left):
            done[outcome.number] = outcome
            heard(outcome, False)
            if time.monotonic() - kept > KEPT_EVERY:
                keep(order.folder, [done[k] for k in sorted(done)])
                kept = time.monotonic()
    finally:
        keep(order.folder, [done[k] for k in sorted(done)])
    return [done[row.number] for row in rows]


def made_apart(rows: Sequence[Row], order: Order, workers: int, work: Work) -> Iterator[Outcome]:
    """Rows as they end. A process that dies takes the rows with it that it might have been at:
    those are made again one by one, each in a process of its own."""
    left = list(rows)
    while left:
        suspects: list[Row] = []
        with ProcessPoolExecutor(min(workers, len(left)), _context()) as pool:
            running: dict[Future[Outcome], Row] = {}
            try:
                while left or running:
                    while left and len(running) < AT_ONCE * workers:
                        running[pool.submit(work, left[0], order)] = left[0]
                        left.pop(0)
                    ended, _ = wait(running, return_when=FIRST_COMPLETED)
                    for future in ended:
                        outcome = future.result()
                        del running[future]
                        yield outcome
            except BrokenProcessPool:
                suspects = list(running.values())
            except BaseException:
                pool.shutdown(wait=False, cancel_futures=True)
                raise
        for row in suspects:
            yield _alone(row, order, work)


def _alone(row: Row, order: Order, work: Work) -> Outcome:
    with suppress(BrokenProcessPool), ProcessPoolExecutor(1, _context()) as pool:
        return pool.submit(work, row, order).result()
    return _lost(row, order)


def _lost(row: Row, order: Order) -> Outcome:
    told = "the process that made it ended without a word: it is left out"
    return Outcome(row.number, row.name, dict(row.values), "not done", key_of(row, order), (told,),
                   {}, 0.0)  # fmt: skip


def _context() -> multiprocessing.context.BaseContext:
    return multiprocessing.get_context("spawn")


def keep(folder: Path, outcomes: Sequence[Outcome]) -> None:
    """Write the record and the summary of what was made so far. Raises OSError."""
    told: dict[str, Any] = {"format": 1, "version": VERSION, "rows": [asdict(o) for o in outcomes]}
    write_atomically(folder / RECORD, json.dumps(told, ensure_ascii=False, indent=1).encode())
    heads = list(dict.fromkeys(head for o in outcomes for head in o.values))
    out = io.StringIO(newline="")
    table = csv.writer(out)
    table.writerow(["row", "name", *heads, "state", "seconds", "told", "file", "sha256"])
    for one in outcomes:
        first = [one.number, one.name, *(one.values.get(head, "") for head in heads), one.state,
                 one.seconds, "; ".join(one.told)]  # fmt: skip
        for name, digest in one.files.items() or [("", "")]:
            table.writerow([*first, name, digest])
    write_atomically(folder / SUMMARY, out.getvalue().encode("utf-8-sig"))
