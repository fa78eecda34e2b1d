"""Which faces come nearest to one that is gone, by their names."""

from __future__ import annotations

import difflib
from collections.abc import Iterable

MOST_SLIPS = 3
"""letters by which a name may differ from the one that was meant"""


def nearest_faces(gone: str, faces: Iterable[str]) -> list[str]:
    """The faces whose names are most like it, those of the same feature first."""
    head, _, role = gone.rpartition(".")

    def likeness(face: str) -> float:
        other, _, other_role = face.rpartition(".")
        alike = difflib.SequenceMatcher(None, role, other_role).ratio()
        return alike + (1.0 if other == head else 0.0)

    return sorted(faces, key=likeness, reverse=True)[:MOST_SLIPS]
