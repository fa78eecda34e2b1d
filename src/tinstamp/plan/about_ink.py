"""What a relief makes of artwork, whatever it shows: the field about it, a stencil's bridges, what
it is filled with, how much larger it is in a mould."""

from __future__ import annotations

from tinstamp.artwork.bridges import Bridges
from tinstamp.artwork.inverted import Field
from tinstamp.artwork.pattern import Texture
from tinstamp.job.formula import FormulaError
from tinstamp.job.pattern import Pattern
from tinstamp.job.relief import Relief
from tinstamp.job.relief_when import INVERTED, STENCIL
from tinstamp.job.worked import Worked

LEAST_SHRINKAGE, MOST_SHRINKAGE = -10.0, 30.0
"""per cent; ceramics shrink most, and what swells shrinks by less than nothing"""


def field_of(relief: Worked[Relief]) -> Field | None:
    """What is worked on about the ink, for the kinds that do so."""
    if relief.given.make not in INVERTED["make"]:
        return None
    given = relief.given
    return Field(margin=relief("margin"), corner=relief("corner", 0.0), shape=given.field)


def bridges_of(relief: Worked[Relief]) -> Bridges | None:
    """What holds the middles of a stencil's letters."""
    of = relief
    if of.given.make not in STENCIL["make"]:
        return None
    own = []
    for k, held in enumerate(of.given.own_bridges):
        wide, turn, shift = (of(f"own_bridges.{k}.{name}") for name in ("bridge", "turn", "shift"))
        own.append((held.middle, Bridges(wide, turn, shift, held.sides == "both")))
    both = of.given.bridge_sides == "both"
    return Bridges(of("bridge"), of("bridge_turn"), of("bridge_shift"), both, tuple(own))


def texture_of(pattern: Worked[Pattern]) -> Texture | None:
    """What the ink is filled with; None for plain ink."""
    of, kind = pattern, pattern.given.kind
    return None if kind == "plain" else Texture(kind, of("pitch"), of("line"), of("turn"))


def growth_of(relief: Worked[Relief]) -> float:
    """Times that a mould is larger than its casting. Raises FormulaError."""
    per_cent = relief("shrinkage", 0.0)
    if not LEAST_SHRINKAGE <= per_cent <= MOST_SHRINKAGE:
        raise FormulaError(
            f"a casting does not shrink by {per_cent:g} %: give {LEAST_SHRINKAGE:g} to "
            f"{MOST_SHRINKAGE:g}"
        )
    return 1.0 + per_cent / 100.0
