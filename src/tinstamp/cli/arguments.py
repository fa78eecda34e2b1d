"""The words that the command line takes."""

from __future__ import annotations

import argparse
import os
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from importlib import import_module
from pathlib import Path
from typing import TYPE_CHECKING

from tinstamp.version import VERSION
from tinstamp.words.sentence import sentence

if TYPE_CHECKING:
    from tinstamp.job.override import Override
    from tinstamp.output.outputs import Option

CODES = "Ends with 0: all is well; 1: something is to fix; 2: something could not be done."


@dataclass(frozen=True)
class Command:
    """One command.

    Attributes
    ----------
    what : it does, in a line. examples : of its use. runs : `module:function`, called with what was
        asked for; it gives the exit code. arguments : adds what it takes.
    """

    what: str
    examples: tuple[str, ...]
    runs: str
    arguments: Callable[[argparse.ArgumentParser], None]

    def run(self) -> Callable[[argparse.Namespace], int]:
        """Its function, loaded now."""
        module, _, name = self.runs.partition(":")
        found: Callable[[argparse.Namespace], int] = getattr(import_module(module), name)
        return found


def parser() -> argparse.ArgumentParser:
    """Of the whole command line."""
    whole = argparse.ArgumentParser(
        prog="tinstamp",
        description="Text and logos on the faces of a part, as exact solids. A job alone is opened "
        "in the window.",
    )
    whole.add_argument("--version", action="version", version=f"tinstamp {VERSION}")
    commands = whole.add_subparsers(dest="command", metavar="COMMAND")
    for name, command in COMMANDS.items():
        own = commands.add_parser(
            name,
            help=command.what,
            description=sentence(command.what) + ".",
            epilog="\n".join(["examples:", *(f"  {e}" for e in command.examples), "", CODES]),
            formatter_class=argparse.RawDescriptionHelpFormatter,
            allow_abbrev=False,
        )
        command.arguments(own)
    return whole


# -- what more than one of them takes


def _jobs(parser: argparse.ArgumentParser) -> None:
    parser.add_argument(
        "jobs", type=Path, nargs="+", metavar="JOB", help="a job, or several by a pattern with *"
    )
    parser.add_argument(
        "--set", dest="dimensions", type=_override, action="append", default=[],
        metavar="NAME=FORMULA", help="a dimension of the jobs, such as diameter=90mm",
    )  # fmt: skip
    parser.add_argument(
        "--text", dest="texts", type=_override, action="append", default=[],
        metavar="STAMP=TEXT", help="the text of a stamp",
    )  # fmt: skip


def _out(parser: argparse.ArgumentParser) -> None:
    parser.add_argument("--out", type=Path, required=True, help="folder to write to")
    parser.add_argument(
        "--name", default="{job}", help="what files are called, from {job} and {serial}"
    )
    parser.add_argument("--even-so", action="store_true", help="write although something is to fix")


def _json(parser: argparse.ArgumentParser) -> None:
    parser.add_argument(
        "--json", action="store_true",
        help="print one JSON object, or a list of them for several; `tinstamp schema` describes it",
    )  # fmt: skip


def _override(words: str) -> Override:
    from tinstamp.job.override import OverrideError, parsed

    try:
        return parsed(words)
    except OverrideError as error:
        raise argparse.ArgumentTypeError(str(error)) from error


# -- make


def _make(make: argparse.ArgumentParser) -> None:
    from tinstamp.output.outputs import OUTPUTS, all_options

    _jobs(make)
    _out(make)
    make.add_argument(
        "--as", dest="endings", type=_endings, default="step",
        help=f"what to write: {', '.join(OUTPUTS)}, with commas between (default: step)",
    )  # fmt: skip
    for option in all_options():
        _option(make, option)
    _json(make)
    _series(make)


def _option(make: argparse.ArgumentParser, option: Option) -> None:
    if option.switch:
        make.add_argument(
            f"--{option.name}", action="store_const", const=1.0, default=0.0, help=option.tip
        )
        return
    if option.choices:
        make.add_argument(
            f"--{option.name}", type=_value_of(option), default=option.default,
            metavar=f"{{{','.join(option.choices)}}}",
            help=f"{option.tip[:1].lower()}{option.tip[1:]} (default {option.default})",
        )  # fmt: skip
        return
    unit = f", {option.unit}" if option.unit else ""
    make.add_argument(
        f"--{option.name}", type=_value_of(option), default=option.default, metavar="VALUE",
        help=f"{option.what}{unit} (default {option.default})".replace("%", "%%"),
    )  # fmt: skip


def _rows(
    parser: argparse.ArgumentParser, what: str
) -> argparse._MutuallyExclusiveGroup:  # it has no public name
    """What the rows of a series come from."""
    series = parser.add_mutually_exclusive_group()
    series.add_argument(
        "--table", type=Path, metavar="FILE",
        help=f"{what} one job for every row of a CSV or XLSX file; columns are headed by a "
        "dimension, a stamp (its text), “STAMP on”, “STAMP logo”, “serial” or “file”",
    )  # fmt: skip
    series.add_argument("--serials", metavar="FROM-TO", help=f"{what} one job for every serial")
    return series


def _series(make: argparse.ArgumentParser) -> None:
    series = _rows(make, "make")
    series.add_argument(
        "--next", type=_count, metavar="HOW-MANY",
        help="make so many jobs from the job's next serial on, which then moves on in its file",
    )  # fmt: skip
    make.add_argument(
        "--workers", type=_workers, default=os.cpu_count() or 1,
        help="processes of a series (default: one for each core)",
    )  # fmt: skip
    make.add_argument(
        "--cluster", metavar="ADDRESS",
        help="make a series on a cluster of Dask, by its scheduler's address",
    )  # fmt: skip


def _count(words: str) -> int:
    if not words.isdecimal() or not 1 <= int(words) <= 100_000:
        raise argparse.ArgumentTypeError(f"“{words}” is no number of parts from 1 to 100000")
    return int(words)


def _workers(words: str) -> int:
    if not words.isdecimal() or not 1 <= int(words) <= 256:
        raise argparse.ArgumentTypeError(f"“{words}” is no number of processes from 1 to 256")
    return int(words)


def _endings(text: str) -> tuple[str, ...]:
    from tinstamp.output.outputs import OUTPUTS

    wanted = tuple(part.strip().lower() for part in text.split(",") if part.strip())
    for ending in wanted:
        if ending not in OUTPUTS:
            raise argparse.ArgumentTypeError(f"“{ending}” is not one of {', '.join(OUTPUTS)}")
    return wanted or ("step",)


def _value_of(option: Option) -> Callable[[str], float]:
    from tinstamp.job.formula import FormulaError

    def value(text: str) -> float:
        try:
            return option.value(text)
        except FormulaError as error:
            raise argparse.ArgumentTypeError(str(error)) from error

    return value


# -- the others


def _proof(proof: argparse.ArgumentParser) -> None:
    _jobs(proof)
    _json(proof)
    _rows(proof, "look at")
    proof.add_argument(
        "--process", dest="processes", action="append", default=[], metavar="NAME",
        help="what is found if all of the job is made by this process, such as laser; “every” for "
        "all of them, side by side",
    )  # fmt: skip


def _sheet(sheet: argparse.ArgumentParser) -> None:
    from tinstamp.output.outputs import OUTPUTS

    _jobs(sheet)
    _out(sheet)
    for option in OUTPUTS["pdf"].options:
        _option(sheet, option)


VIEWS = ("whole", "front", "back", "left", "right", "above", "below", "square", "end", "section")


def _render(render: argparse.ArgumentParser) -> None:
    _jobs(render)
    _out(render)
    render.add_argument("--view", choices=VIEWS, default="whole", help="from where it is seen")
    render.add_argument("--stamp", default="", help="whose, for square, end and section")
    render.add_argument("--size", type=_size, default=(1280, 800), metavar="WIDTHxHEIGHT",
                        help="pixels (default 1280x800)")  # fmt: skip


def _size(words: str) -> tuple[int, int]:
    wide, x, high = words.lower().partition("x")
    if not (x and wide.isdecimal() and high.isdecimal()):
        raise argparse.ArgumentTypeError(f"“{words}” is no size: write it as 1280x800")
    if not (16 <= int(wide) <= 8192 and 16 <= int(high) <= 8192):
        raise argparse.ArgumentTypeError("a picture is from 16 to 8192 pixels wide and high")
    return int(wide), int(high)


def _check(check: argparse.ArgumentParser) -> None:
    check.add_argument("files", type=Path, nargs="+", metavar="FILE.step")
    check.add_argument("--against", type=Path, metavar="JOB", help="the job that it was made from")
    _json(check)


def _schema(schema: argparse.ArgumentParser) -> None:
    schema.add_argument("of", choices=("job", "report"), help="of a job's file, or of --json")


def _shop(shop: argparse.ArgumentParser) -> None:
    shop.add_argument("machine", choices=("printer", "laser", "engraver", "press"))
    shop.add_argument("folder", type=Path, help="by which it is spoken to")
    shop.add_argument("--pace", type=float, default=60.0, help="times as fast as its model")


def _install(install: argparse.ArgumentParser) -> None:
    install.add_argument("--remove", action="store_true", help="take it out again")
    install.add_argument("--prefix", type=Path, help="where to (default: the user's own folders)")


def _desk(desk: argparse.ArgumentParser) -> None:
    desk.add_argument("job", type=Path, nargs="?")


COMMANDS: Mapping[str, Command] = {
    "make": Command(
        "build jobs and write files",
        (
            "tinstamp make tank.tinstamp cap.tinstamp --out files --set diameter=90mm",
            "tinstamp make 'parts/*.tinstamp' --out files --as step,3mf,dxf",
            "tinstamp make tank.tinstamp --out files --table rows.csv --name {job}-{serial}",
            "tinstamp make tank.tinstamp --out files --as nc --cutter 0.4mm --vee 60deg",
        ),
        "tinstamp.cli.make:run",
        _make,
    ),
    "proof": Command(
        "build jobs and tell what was found",
        (
            "tinstamp proof tank.tinstamp",
            "tinstamp proof *.tinstamp --json",
            "tinstamp proof tank.tinstamp --process every",
            "tinstamp proof tank.tinstamp --table rows.csv --json",
        ),
        "tinstamp.cli.proof:run",
        _proof,
    ),
    "sheet": Command(
        "write the proof sheet of jobs as PDF, to be signed",
        (
            "tinstamp sheet tank.tinstamp --out files",
            "tinstamp sheet *.tinstamp --out f --letter --language de",
        ),
        "tinstamp.cli.make:run_sheet",
        _sheet,
    ),
    "render": Command(
        "write a picture of jobs as PNG",
        (
            "tinstamp render tank.tinstamp --out files",
            "tinstamp render tank.tinstamp --out files --view square --stamp Caution",
        ),
        "tinstamp.cli.render:run",
        _render,
    ),
    "check": Command(
        "tell what an independent reading of a written STEP file finds",
        ("tinstamp check tank.step", "tinstamp check tank.step --against tank.tinstamp"),
        "tinstamp.cli.check:run",
        _check,
    ),
    "schema": Command(
        "print the JSON Schema of a job's file or of what --json prints",
        ("tinstamp schema report",),
        "tinstamp.cli.schema:run",
        _schema,
    ),
    "shop": Command(
        "stand in for a machine: print, burn, engrave or press what is put into a folder",
        ("tinstamp shop laser shop/laser", "tinstamp shop printer shop/printer --pace 600"),
        "tinstamp.cli.shop:run",
        _shop,
    ),
    "install": Command(
        "give the user's desktop the program's entry, icons, file type, page of the manual and "
        "completion of words",
        ("tinstamp install", "tinstamp install --remove"),
        "tinstamp.cli.install:run",
        _install,
    ),
    "desk": Command(
        "open the window (also without any command)",
        ("tinstamp desk tank.tinstamp",),
        "tinstamp.cli.desk:run",
        _desk,
    ),
}
"""By name, in the order that help lists them."""
