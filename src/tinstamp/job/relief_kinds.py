"""The kinds of relief."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal


@dataclass(frozen=True)
class Kind:
    """What a kind of relief is.

    Attributes
    ----------
    word : what it goes by. tip : what it makes. told : of a stamp that was made so, in a sentence.
    verb : what it does to the part. index : the colour (1 to 255, as DXF has them) by which a
        machine tells it apart in a flat file.
    """

    word: str
    tip: str
    told: str
    verb: Literal["add", "cut", "mark"]
    index: int


KINDS: Mapping[str, Kind] = {
    "engrave": Kind("Engrave", "Sunk into the face", "engraved", "cut", 5),
    "emboss": Kind("Emboss", "Standing out of the face", "raised", "add", 3),
    "field": Kind("Field", "Sunk round letters left standing", "sunk field", "cut", 4),
    "panel": Kind("Panel", "Raised, with letters sunk in it", "raised panel", "add", 6),
    "inlay": Kind("Inlay", "A pocket, and pieces that fit it", "inlaid", "cut", 9),
    "loose": Kind("Loose", "Bodies of their own, to glue on", "letters apart", "add", 30),
    "stencil": Kind("Stencil", "Cut through, bridges hold the middles", "cut through", "cut", 10),
    "mark": Kind("Mark only", "Parts the face, without depth", "marked", "mark", 1),
}
"""All kinds, in the order that they are offered."""
FROM_MOULD: Mapping[str, str] = {
    "engrave": "emboss",
    "emboss": "engrave",
    "field": "panel",
    "panel": "field",
}
"""What is made in a mould of what its casting shows."""
