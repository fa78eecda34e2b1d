"""What a trial found, kept as one row of docs/trials.md."""

from __future__ import annotations

import argparse
import datetime
from collections.abc import Callable
from pathlib import Path

PAGE = Path(__file__).resolve().parents[1] / "docs" / "trials.md"
HEAD = """# Trials

Random runs outside the suite, each from a seed; `python -m trials.NAME COUNT --seed S` writes its
row anew. A short run of each is part of the suite.

| trial | count | seed | found | on |
| --- | --- | --- | --- | --- |
"""


def options(about: str, count: int, parted: bool = False) -> argparse.Namespace:
    """The command line of a trial: how many, and the seed; of one that may be done in parts, where
    to go on."""
    parser = argparse.ArgumentParser(description=about)
    parser.add_argument("count", type=int, nargs="?", default=count)
    parser.add_argument("--seed", type=int, default=1)
    parser.add_argument("--workers", type=int, default=2, help="cases at the same time")
    if parted:
        parser.add_argument("--first", type=int, default=0, help="cases that were done before")
    parser.add_argument("--quiet", action="store_true", help="leave docs/trials.md as it is")
    return parser.parse_args()


def record(name: str, given: argparse.Namespace, figures: dict[str, object]) -> None:
    """Print the figures and put them into the page."""
    told = ", ".join(f"{what}: {value}" for what, value in figures.items())
    print(f"{name}: {told}")
    if given.quiet:
        return
    text = PAGE.read_text() if PAGE.exists() else HEAD
    rows = [line for line in text.splitlines() if not line.startswith(f"| {name} |")]
    today = datetime.date.today().isoformat()
    rows.append(f"| {name} | {given.count} | {given.seed} | {told} | {today} |")
    PAGE.write_text("\n".join(rows) + "\n")


def tried(
    name: str,
    about: str,
    count: int,
    run: Callable[[int, int, int], tuple[dict[str, object], list[str]]],
) -> None:
    """A trial from the command line."""
    given = options(about, count)
    figures, wrong = run(given.count, given.seed, given.workers)
    for told in wrong:
        print(told, flush=True)
    record(name, given, figures)
