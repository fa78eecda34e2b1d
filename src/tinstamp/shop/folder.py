"""How a machine is spoken to: a folder with what is handed in, its state, and what it has made.

    inbox/0007-tank.stl    a file handed in, with 0007.json beside it: its name and wishes
    asked/cancel-0007      an order that is to be given up; asked/mended: a fault was seen to
    state.json             what the machine is at: see `State`
    made/0007/             record.json and pictures of what was made

Every file is written beside its place and renamed, so that nobody reads half of one.
"""

from __future__ import annotations

import json
import os
import shutil
from collections.abc import Mapping
from dataclasses import asdict, dataclass, field
from pathlib import Path
from typing import Any, Literal

from tinstamp.shop.made import ShopError

INBOX, ASKED, MADE, STATE = "inbox", "asked", "made", "state.json"
Phase = Literal["waiting", "at work", "stopped", "made", "given up", "refused"]


@dataclass(frozen=True)
class Order:
    """One file handed in.

    Attributes
    ----------
    part : of the work that is done, 0 to 1. told : why it was refused or stopped.
    """

    number: int
    name: str
    phase: Phase = "waiting"
    part: float = 0.0
    told: str = ""


@dataclass(frozen=True)
class State:
    """A machine's state: which it is, whether it runs, what is wrong with it, and its orders."""

    machine: str
    running: bool = True
    fault: str = ""
    orders: tuple[Order, ...] = field(default=())


def hand_in(folder: Path, file: Path, wishes: Mapping[str, Any]) -> int:
    """Put a file into a machine's inbox; its order's number. Raises ShopError."""
    inbox = folder / INBOX
    try:
        inbox.mkdir(parents=True, exist_ok=True)
        number = 1 + max([0, *(number_of(p) for p in inbox.iterdir())])
        for done in (folder / MADE,):
            if done.is_dir():
                number = max([number, *(1 + number_of(p) for p in done.iterdir())])
        put(inbox / f"{number:04d}.json", json.dumps({"name": file.name, "wishes": dict(wishes)}))
        part = inbox / f".{number:04d}"
        shutil.copyfile(file, part)
        part.replace(inbox / f"{number:04d}-{file.name}")
    except OSError as error:
        raise ShopError(f"{file.name} cannot be handed in: {error.strerror}") from error
    return number


def number_of(path: Path) -> int:
    """An order's number from a file's name; 0 for none."""
    digits = path.name[:4]
    return int(digits) if digits.isdigit() else 0


def ask(folder: Path, what: str) -> None:
    """Ask a machine for something: `cancel-0007`, `mended`, `stop`."""
    (folder / ASKED).mkdir(parents=True, exist_ok=True)
    put(folder / ASKED / what, "")


def asked(folder: Path, what: str) -> bool:
    """True when that was asked for; it is taken as heard."""
    path = folder / ASKED / what
    found = path.exists()
    path.unlink(missing_ok=True)
    return found


def put(path: Path, text: str) -> None:
    """Write a small file whole."""
    beside = path.with_name(f".{path.name}.{os.getpid()}")
    beside.write_text(text, "utf-8")
    beside.replace(path)


def tell(folder: Path, state: State) -> None:
    """Write a machine's state."""
    put(folder / STATE, json.dumps(asdict(state), indent=1))


def state_of(folder: Path) -> State | None:
    """What a machine says of itself; None where it has said nothing that can be read."""
    try:
        told = json.loads((folder / STATE).read_text("utf-8"))
        orders = tuple(Order(**order) for order in told.pop("orders"))
        return State(**told, orders=orders)
    except (OSError, ValueError, TypeError, KeyError):
        return None
