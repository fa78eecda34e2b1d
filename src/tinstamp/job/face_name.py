"""Names of faces: what owns a face, and which part of that it is.

A blank's face is named as the job names it, `tank.outer`: a feature's name is an identifier, so
that is read one way only. A stamp's name may hold anything, so what it makes says by itself
whose it is.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from typing import Literal

Role = Literal["cap", "wall"]
_SIDE = re.compile(r"(?P<role>cap)(?: (?P<which>\d+))?|wall (?P<side>\d{1,3}°(?: \d+)?)")
"""What stands behind the stamp's name where a stamp may lie on it."""


class StampFace(str):
    """A face that a stamp made: its owner and its role. In words it is `Filling line/cap`.

    Of walls that others lie on each has its own name: `side` is the way it looks on its stamp's
    artwork and, of several, which one, `Panel/wall 90°`; of several caps it is the number, from
    left to right, `Panel/cap 2`. Without a side it is any wall, and the cap in the middle.
    """

    __slots__ = ("role", "side", "stamp")
    stamp: str
    role: Role
    side: str

    def __new__(cls, stamp: str, role: Role, side: str = "") -> StampFace:
        made = super().__new__(cls, f"{stamp}/{role}" + (f" {side}" if side else ""))
        made.stamp, made.role, made.side = stamp, role, side
        return made

    def __getnewargs__(self) -> tuple[str, Role, str]:  # type: ignore[override]
        return self.stamp, self.role, self.side

    @property
    def any_side(self) -> StampFace:
        """The same without its side."""
        return StampFace(self.stamp, self.role) if self.side else self


def any_side(face: str) -> str:
    """A name without the side of a wall; of other faces as it is."""
    return face.any_side if isinstance(face, StampFace) else face


def stamp_face(face: str, stamps: Sequence[str]) -> StampFace | None:
    """A face that one of the stamps, by their names, has for others to lie on; None for a face of
    the blank."""
    for name in stamps if "/" in face else ():
        if face.startswith(f"{name}/") and (end := _SIDE.fullmatch(face[len(name) + 1 :])):
            cap = end["role"] is not None
            return StampFace(name, "cap" if cap else "wall", end["which" if cap else "side"] or "")
    return None


def owner_of(face: str, stamps: Sequence[str]) -> int | None:
    """Which of the stamps, by their names, has a face; None for a face of the blank."""
    found = stamp_face(face, stamps)
    return None if found is None else stamps.index(found.stamp)


def feature_of(face: str) -> str:
    """The feature that made a face of the blank; nothing for a stamp's."""
    return "" if isinstance(face, StampFace) or "/" in face else face.partition(".")[0]
