"""Names of faces: what owns a face, and which part of that it is.

A blank's face is named as the job names it, `tank.outer`: a feature's name is an identifier, so
that is read one way only. A stamp's name may hold anything, so what it makes says by itself
whose it is.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

Role = Literal["cap", "wall"]


class StampFace(str):
    """A face that a stamp made: its owner and its role. In words it is `Filling line/cap`."""

    __slots__ = ("role", "stamp")
    stamp: str
    role: Role

    def __new__(cls, stamp: str, role: Role) -> StampFace:
        made = super().__new__(cls, f"{stamp}/{role}")
        made.stamp, made.role = stamp, role
        return made

    def __getnewargs__(self) -> tuple[str, Role]:  # type: ignore[override]
        return self.stamp, self.role


def owner_of(face: str, stamps: Sequence[str]) -> int | None:
    """Which of the stamps, by their names, has a face as its cap; None for a face of the blank."""
    for i, name in enumerate(stamps):
        if face == StampFace(name, "cap"):
            return i
    return None


def feature_of(face: str) -> str:
    """The feature that made a face of the blank; nothing for a stamp's."""
    return "" if isinstance(face, StampFace) or "/" in face else face.partition(".")[0]
