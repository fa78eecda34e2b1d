"""A program of G-code read as a control reads it: word by word, to the moves of a tool.

Source of the words: ISO 6983-1 (from memory): G0 and G1 moves, G2 and G3 arcs, G17 plane, G20/G21
units, G90/G91 absolute or not, G93/G94 feeds as inverse time or per minute, M0 stop, M3/M5 spindle,
M30 end.
"""

from __future__ import annotations

import re
from dataclasses import dataclass, field
from itertools import pairwise
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from tinstamp.shop.made import ShopError

Array = NDArray[np.float64]
WORD = re.compile(r"([A-Z])\s*([-+]?(?:\d+\.?\d*|\.\d+))")
COMMENT = re.compile(r"\(([^)]*)\)|;.*")
KNOWN_G = {0, 1, 2, 3, 17, 20, 21, 90, 91, 93, 94}
KNOWN_M = {0, 3, 5, 30}
RAPID = 3000.0
"""mm or degrees a minute that the machine crosses at"""
AXES = "XYZA"
INCH = 25.4
"""mm"""
ARC_STEP = 5.0
"""degrees of an arc to a move"""


@dataclass(frozen=True)
class Move:
    """From one place to another: (4,) X, Y, Z in mm and A in degrees.

    Attributes
    ----------
    minutes : that it takes. cutting : with a feed, not crossing. setup : how often the program had
        stopped for another face before.
    """

    start: Array
    end: Array
    minutes: float
    cutting: bool
    setup: int


@dataclass
class Program:
    """A program's moves, and what it says in comments."""

    moves: list[Move] = field(default_factory=list)
    comments: list[str] = field(default_factory=list)
    setups: int = 1


@dataclass
class _Control:
    at: Array = field(default_factory=lambda: np.zeros(4))
    motion: int = 0
    unit: float = 1.0
    absolute: bool = True
    inverse: bool = False
    feed: float = 0.0
    spindle: bool = False


def read(path: Path) -> Program:
    """The moves of a program. Raises ShopError at the line that a control would stop at."""
    program, control = Program(), _Control()
    for number, line in enumerate(path.read_text("ascii", "replace").splitlines(), 1):
        program.comments += [c for c in COMMENT.findall(line) if c]
        bare = COMMENT.sub("", line).strip().upper()
        if not bare or bare == "%":
            continue
        words = WORD.findall(bare)
        if WORD.sub("", bare).strip():
            raise ShopError(f"line {number}: “{line.strip()}” is not made of words")
        try:
            if _obey(program, control, [(k, float(v)) for k, v in words]):
                return program
        except ShopError as error:
            raise ShopError(f"line {number}: {error}") from error
    raise ShopError("the program has no end (M30)")


def _obey(program: Program, control: _Control, words: list[tuple[str, float]]) -> bool:
    """One line; True at the program's end. Raises ShopError."""
    given = {k: v for k, v in words if k not in "GM"}
    inverse_time = control.inverse
    for letter, value in words:
        if letter == "G":
            _mode(control, value)
        elif letter == "F":
            control.feed = value
        elif letter not in "MXYZAIJS":
            raise ShopError(f"it does not know the word {letter}")
    for code in (int(v) for k, v in words if k == "M"):
        if code not in KNOWN_M:
            raise ShopError(f"it does not know M{code}")
        if code == 0:
            program.setups += 1
        if code in (3, 5):
            control.spindle = code == 3
        if code == 30:
            return True
    if any(axis in given for axis in AXES):
        if (control.inverse or inverse_time) and control.motion and "F" not in given:
            raise ShopError("with inverse time every move needs its own F")
        _move(program, control, given)
    return False


def _mode(control: _Control, value: float) -> None:
    code = int(value)
    if code != value or code not in KNOWN_G:
        raise ShopError(f"it does not know G{value:g}")
    if code in (0, 1, 2, 3):
        control.motion = code
    elif code in (20, 21):
        control.unit = INCH if code == 20 else 1.0
    elif code in (90, 91):
        control.absolute = code == 90
    elif code in (93, 94):
        control.inverse = code == 93


def _move(program: Program, control: _Control, given: dict[str, float]) -> None:
    end = control.at.copy()
    for k, axis in enumerate(AXES):
        if axis in given:
            value = given[axis] * (control.unit if axis != "A" else 1.0)
            end[k] = value if control.absolute else control.at[k] + value
    cutting = control.motion != 0
    if cutting and not control.spindle:
        raise ShopError("the cutter stands still")
    if cutting and control.feed <= 0:
        raise ShopError("no feed was given")
    places = [control.at, end]
    if control.motion in (2, 3):
        places = _arc(control, end, given)
    length = sum(float(np.linalg.norm(b - a)) for a, b in pairwise(places))
    for a, b in pairwise(places):
        share = float(np.linalg.norm(b - a)) / length if length else 0.0
        minutes = share * length / RAPID
        if cutting:
            whole = 1 / control.feed if control.inverse else length / (control.feed * control.unit)
            minutes = share * whole
        program.moves.append(Move(a, b, minutes, cutting, program.setups - 1))
    control.at = end


def _arc(control: _Control, end: Array, given: dict[str, float]) -> list[Array]:
    """Places along an arc in the plane of X and Y."""
    if "I" not in given and "J" not in given:
        raise ShopError("an arc needs I and J")
    centre = control.at[:2] + np.array([given.get("I", 0.0), given.get("J", 0.0)]) * control.unit
    one, other = control.at[:2] - centre, end[:2] - centre
    if abs(np.hypot(*one) - np.hypot(*other)) > 0.01:
        raise ShopError("the ends of the arc are not equally far from its middle")
    turn = float(np.arctan2(one[0] * other[1] - one[1] * other[0], one @ other))
    if control.motion == 3 and turn <= 1e-9:
        turn += 2 * np.pi
    if control.motion == 2 and turn >= -1e-9:
        turn -= 2 * np.pi
    count = max(1, int(np.ceil(abs(np.degrees(turn)) / ARC_STEP)))
    places = [control.at]
    for k in range(1, count + 1):
        part = k / count
        c, s = np.cos(turn * part), np.sin(turn * part)
        place = control.at + (end - control.at) * part
        place[:2] = centre + np.array([c * one[0] - s * one[1], s * one[0] + c * one[1]])
        places.append(place)
    places[-1] = end
    return places
