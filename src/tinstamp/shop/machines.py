"""The machines of the shop, a list; each runs as a program of its own: `python -m
tinstamp.shop.machines printer FOLDER`."""

from __future__ import annotations

import argparse
import sys
from collections.abc import Mapping, Sequence
from importlib import import_module
from pathlib import Path
from typing import Any

from tinstamp.shop.machine import Machine, parent_lives, serve
from tinstamp.shop.made import Made


def _work(module: str) -> Any:
    """What a machine does, loaded when it first does it."""

    def work(path: Path, wishes: Mapping[str, Any]) -> Made:
        made: Made = import_module(f"tinstamp.shop.{module}").work(path, wishes)
        return made

    return work


MACHINES: Mapping[str, Machine] = {
    machine.name: machine
    for machine in (
        Machine(
            "printer", "Filament printer", ("3mf", "stl"), _work("printer"),
            {"layer": 0.2, "nozzle": 0.4, "speed": 60.0},
        ),
        Machine(
            "laser", "Engraving laser", ("svg", "dxf"), _work("laser"),
            {"spot": 0.1, "speed": 300.0, "lines": 10.0},
        ),
        Machine(
            "engraver", "Engraver with a rotary axis", ("nc",), _work("engraver"),
            {"cutter": 0.0, "vee": 0.0, "diameter": 0.0, "taper": 0.0},
        ),
        Machine(
            "press", "Marking press", ("svg", "dxf"), _work("press"),
            {"dots": 600.0, "copies": 1.0},
        ),
    )
}  # fmt: skip
"""By name, in the order that they are offered."""


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one machine until it is told to stop, or whoever started it has gone."""
    parser = argparse.ArgumentParser(prog="tinstamp shop", description="A stand-in for a machine.")
    parser.add_argument("machine", choices=sorted(MACHINES))
    parser.add_argument("folder", type=Path)
    parser.add_argument("--pace", type=float, default=60.0, help="times as fast as its model")
    parser.add_argument(
        "--with-parent", action="store_true", help="stop when whoever started it has gone"
    )
    options = parser.parse_args(arguments)
    until = parent_lives() if options.with_parent else lambda: False
    try:
        serve(MACHINES[options.machine], options.folder, options.pace, until)
    except KeyboardInterrupt:
        return 0
    except OSError as error:
        print(f"{options.folder}: {error.strerror}", file=sys.stderr)
        return 2
    return 0


if __name__ == "__main__":
    raise SystemExit(main())
