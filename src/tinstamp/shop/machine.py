"""The loop of a machine: it takes what is handed in, one order after the other, and makes it at the
pace of the model, or faster."""

from __future__ import annotations

import json
import os
import time
from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from pathlib import Path
from typing import Any

from tinstamp.shop import folder as f
from tinstamp.shop.made import Made, ShopError

LOOK = 0.05
"""s between two looks at the folder"""
LONGEST = 20.0
"""s that any order takes at the usual pace, however long the machine would be at it"""


@dataclass(frozen=True)
class Machine:
    """A kind of machine.

    Attributes
    ----------
    name : by which it is started. word : what it is called. takes : endings of its files.
    work : what it makes of a file with some wishes; raises ShopError.
    wishes : what it can be told with an order, with the usual value.
    """

    name: str
    word: str
    takes: tuple[str, ...]
    work: Callable[[Path, Mapping[str, Any]], Made]
    wishes: Mapping[str, float | str]


def serve(machine: Machine, folder: Path, pace: float, until: Callable[[], bool]) -> None:
    """Be that machine in a folder until told to stop; `pace` times as fast as its model."""
    for name in (f.INBOX, f.ASKED, f.MADE):
        (folder / name).mkdir(parents=True, exist_ok=True)
    before = f.state_of(folder)
    orders = {o.number: o for o in before.orders} if before is not None else {}
    for number, order in orders.items():
        if order.phase in ("at work", "stopped"):  # it was switched off meanwhile
            orders[number] = replace(order, phase="waiting", part=0.0)
    work = _Work(machine, folder, pace, orders)
    work.tell()
    while not until() and not f.asked(folder, "stop"):
        work.look()
        time.sleep(LOOK)
    f.tell(folder, f.State(machine.name, False, work.fault, tuple(work.orders.values())))


class _Work:
    def __init__(
        self, machine: Machine, folder: Path, pace: float, orders: dict[int, f.Order]
    ) -> None:
        self.machine, self.folder, self.pace, self.orders = machine, folder, pace, orders
        self.fault = ""
        self.made: Made | None = None
        self.since = 0.0
        self.gone = 0.0

    def tell(self) -> None:
        running = f.State(self.machine.name, True, self.fault, tuple(self.orders.values()))
        f.tell(self.folder, running)

    def look(self) -> None:
        """One look at the folder, and a step of the work."""
        self._take_in()
        self._hear()
        at = next((o for o in self.orders.values() if o.phase in ("at work", "stopped")), None)
        if at is not None:
            self._go_on(at)
            return
        waiting = next((o for o in self.orders.values() if o.phase == "waiting"), None)
        if waiting is not None:
            self._begin(waiting)

    def _take_in(self) -> None:
        for path in sorted((self.folder / f.INBOX).iterdir()):
            number = f.number_of(path)
            if number and path.suffix != ".json" and number not in self.orders:
                self.orders[number] = f.Order(number, path.name[5:])
                self.tell()

    def _hear(self) -> None:
        for number, order in list(self.orders.items()):
            if f.asked(self.folder, f"cancel-{number:04d}"):
                if order.phase in ("at work", "stopped", "waiting"):
                    self.orders[number] = replace(order, phase="given up")
                if order.phase == "stopped":
                    self.fault = ""
                self.tell()
        if f.asked(self.folder, "mended") and self.fault:
            self.fault = ""
            for number, order in list(self.orders.items()):
                if order.phase == "stopped":
                    self.orders[number] = replace(order, phase="at work", told="")
            self.since = time.monotonic()
            self.tell()
        fault = self.folder / f.ASKED / "fault"
        if fault.exists():  # somebody lets it have one, to see what happens
            self.fault = fault.read_text("utf-8").strip() or "the lid is open"
            fault.unlink()
            for number, order in list(self.orders.items()):
                if order.phase == "at work":
                    self.gone += time.monotonic() - self.since
                    self.orders[number] = replace(order, phase="stopped", told=self.fault)
            self.tell()

    def _begin(self, order: f.Order) -> None:
        path = self.folder / f.INBOX / f"{order.number:04d}-{order.name}"
        order = self.orders[order.number] = replace(order, phase="at work")
        self.tell()
        try:
            wishes = json.loads((path.parent / f"{order.number:04d}.json").read_text("utf-8"))
            if path.suffix[1:].lower() not in self.machine.takes:
                raise ShopError(
                    f"{order.name} is nothing for it: it takes {', '.join(self.machine.takes)}"
                )
            self.made = self.machine.work(path, {**self.machine.wishes, **wishes["wishes"]})
        except ShopError as error:
            self.orders[order.number] = replace(order, phase="refused", told=str(error))
            self.tell()
            return
        except Exception as error:  # a file that its reader cannot deal with stops no machine
            told = f"{order.name} cannot be read ({type(error).__name__}: {error})"
            self.orders[order.number] = replace(order, phase="refused", told=told)
            self.tell()
            return
        self.since, self.gone = time.monotonic(), 0.0

    def _go_on(self, order: f.Order) -> None:
        if order.phase == "stopped" or self.made is None:
            return
        whole = min(self.made.seconds, LONGEST) / self.pace
        gone = self.gone + time.monotonic() - self.since
        part = min(1.0, gone / whole) if whole > 0 else 1.0
        if part < 1.0:
            if part - order.part > 0.01:
                self.orders[order.number] = replace(order, part=part)
                self._show(order.number, part)
                self.tell()
            return
        place = self.folder / f.MADE / f"{order.number:04d}"
        place.mkdir(exist_ok=True)
        self.made.picture.save(place / ".picture.png")
        (place / ".picture.png").replace(place / "picture.png")
        record = {"machine": self.machine.name, "name": order.name, **self.made.record()}
        f.put(place / "record.json", json.dumps(record, indent=1))
        self.orders[order.number] = replace(order, phase="made", part=1.0)
        self.made = None
        self.tell()

    def _show(self, number: int, part: float) -> None:
        """The picture of what is made by now."""
        assert self.made is not None
        stages = self.made.stages
        stage = stages[min(int(part * len(stages)), len(stages) - 1)]
        place = self.folder / f.MADE / f"{number:04d}"
        place.mkdir(exist_ok=True)
        stage.save(place / ".picture.png")
        (place / ".picture.png").replace(place / "picture.png")


def parent_lives() -> Callable[[], bool]:
    """A question that is answered yes once whoever started this process has gone."""
    parent = os.getppid()
    return lambda: os.getppid() != parent
