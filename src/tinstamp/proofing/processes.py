"""The processes that marks are made by: a set of limits each, with the reason of every limit.

Figures are rules of the trade without a source, but where one is named; those from handbooks are
from memory. What a process does not say is as for no process in particular.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from tinstamp.job.limit import Default, Limit

CASTERS = "NADCA Product Specification Standards for Die Castings, lettering; from memory"


@dataclass(frozen=True)
class Process:
    """A way of making marks.

    Attributes
    ----------
    name : by which jobs keep it. title : in words. told : what it is, in a line.
    limits : by name, where they are not as for any process.
    """

    name: str
    title: str
    told: str
    limits: Mapping[str, Default]


def _process(name: str, title: str, told: str, **limits: tuple[str, ...]) -> Process:
    return Process(name, title, told, {key: Default(*given) for key, given in limits.items()})


ANY = Process("", "Any process", "limits that most ways of making can keep", {})
_LIST: Sequence[Process] = (
    _process(
        "milling", "Milling", "a round cutter runs along the outlines and clears what lies within",
        least_stroke=("0.6 mm", "the smallest cutter that lasts is 0.5 mm wide"),
        least_gap=("0.4 mm", "thinner ribs bend away from the cutter"),
        cutter=("0.5 mm", "the smallest cutter in common use"),
        most_deep=("3", "a cutter as slender as that breaks"),
        least_depth=("0.1 mm", "less is lost in the height of the clamped part"),
    ),
    _process(
        "v_engraving", "V-engraving", "a pointed cutter whose width follows from its depth",
        least_stroke=("0.15 mm", "the flat at the point of the cutter"),
        least_gap=("0.15 mm", "the sides of neighbouring cuts meet above a thinner rib"),
        most_deep=("1.2", "a point of 40° is as deep as 1.4 times its width"),
        most_depth=("1 mm", "the point breaks at more"),
        least_depth=("0.05 mm", "less is lost in the height of the clamped part"),
    ),
    _process(
        "rotary", "Rotary engraving", "a turning cutter while the part turns below it",
        least_stroke=("0.25 mm", "the width of the finest cutter"),
        least_gap=("0.2 mm", "thinner ribs break away"),
        cutter=("0.2 mm", "the finest cutter"),
        most_deep=("2", "a longer cutter breaks"),
        most_depth=("1 mm", "a fine cutter is no longer"),
        least_depth=("0.05 mm", "the part runs out by as much"),
    ),
    _process(
        "laser", "Laser engraving", "a beam takes the ink away layer by layer",
        least_stroke=("0.08 mm", "the beam is about 0.05 mm wide"),
        least_gap=("0.08 mm", "what is narrower melts"),
        most_deep=("3", "the beam is shaded by the walls"),
        most_depth=("0.5 mm", "more takes hours"),
        least_depth=("0.01 mm", "less is a change of colour only"),
        edge_margin=("0.3 mm", "the edge itself burns"),
        least_letter=("0.6 mm", "smaller ones are not read by eye"),
    ),
    _process(
        "etching", "Etching", "what is not covered is dissolved, also sideways",
        least_stroke=("0.15 mm", "the cover is not opened any finer"),
        least_gap=("0.2 mm", "the acid eats below the cover from both sides"),
        most_deep=("0.5", "the acid goes sideways about as far as down"),
        most_depth=("0.3 mm", "the cover does not hold any longer"),
        least_depth=("0.01 mm", "less is not felt"),
    ),
    _process(
        "stamping", "Stamping", "a die is pressed into the part",
        least_stroke=("0.2 mm", "a finer edge of the die breaks"),
        least_gap=("0.3 mm", "between them the metal has no place to flow"),
        most_deep=("1", "a die that is higher than wide bends"),
        most_slender=("1", "the metal does not rise into what is narrow"),
        most_depth=("0.5 mm", "more bends the part"),
        least_draft=("10 deg", "a die with steeper walls sticks"),
        least_wall=("1.5 mm", "the back bulges at less"),
        edge_margin=("1.5 mm", "the edge bulges"),
        least_corner=("0.1 mm", "a die cracks from sharp corners"),
    ),
    _process(
        "sand", "Sand casting", "a pattern is drawn out of sand that is poured full of metal",
        least_stroke=("1.5 mm", "the metal does not run into what is narrower"),
        least_gap=("2 mm", "thinner ribs of sand break off"),
        most_slender=("1", "the metal freezes before it fills what is higher than wide"),
        most_deep=("1", "a rib of sand that is higher than wide breaks off"),
        least_depth=("0.8 mm", "less is lost in the grain of the sand"),
        least_letter=("6 mm", "smaller ones are lost in the grain of the sand"),
        least_draft=("3 deg", "sand tears along steeper walls"),
        least_corner=("0.3 mm", "sharp corners of sand are washed away"),
        least_foot=("0.2 mm", "the metal tears at sharp inside corners as it shrinks"),
        least_wall=("3 mm", "thinner walls do not fill"),
        edge_margin=("2 mm", "the edges of the mould crumble"),
    ),
    _process(
        "die", "Die casting", "metal is shot into a steel die that opens",
        least_stroke=("0.25 mm", "the metal does not fill what is narrower", CASTERS),
        least_gap=("0.4 mm", "thinner ribs of the die break off"),
        most_slender=("1", "raised letters are no higher than their strokes are wide", CASTERS),
        most_deep=("1", "ribs of the die break off"),
        least_draft=("10 deg", "the casting sticks to steeper walls", CASTERS),
        least_corner=("0.1 mm", "the die cracks from sharp corners"),
        least_foot=("0.1 mm", "the die wears at sharp edges, and the metal tears there"),
        least_wall=("1 mm", "thinner walls do not fill"),
    ),
    _process(
        "injection", "Injection moulding", "plastic is pressed into a mould that opens",
        least_stroke=("0.25 mm", "the mould is not cut any finer"),
        least_gap=("0.25 mm", "thinner ribs of the mould break off"),
        most_slender=("1.5", "higher ones stay in the mould"),
        most_deep=("2", "ribs of the mould bend"),
        most_depth=("0.8 mm", "deeper ones show as sinks on the other side"),
        least_depth=("0.1 mm", "less does not show"),
        least_draft=("1 deg", "plastic shrinks onto steeper walls"),
        least_wall=("0.8 mm", "thinner walls do not fill"),
        least_corner=("0.05 mm", "the cutter of the mould leaves as much"),
    ),
    _process(
        "sheet", "Sheet, cut through", "a beam or a jet cuts the outlines out",
        least_stroke=("0.4 mm", "the cut itself is about 0.2 mm wide"),
        least_gap=("1 mm", "narrower bridges warp and break"),
        most_slender=("1000", "no more than the sheet is thick"),
        most_deep=("2", "a cut narrower than half the sheet welds shut"),
        edge_margin=("2 mm", "a narrower border warps"),
        least_corner=("0.1 mm", "the beam has half its width for a radius"),
        least_wall=("0 mm", "it goes through"),
        through=("1", "a beam or a jet does not end within the sheet"),
    ),
    _process(
        "filament", "Filament printing", "a nozzle of 0.4 mm lays down line by line",
        least_stroke=("0.8 mm", "two lines beside each other"),
        least_gap=("0.5 mm", "lines run together over less"),
        most_slender=("6", "higher ones are torn off by the nozzle"),
        least_depth=("0.4 mm", "two layers of 0.2 mm"),
        least_letter=("5 mm", "smaller ones lose their form"),
        least_wall=("0.8 mm", "two lines beside each other"),
    ),
    _process(
        "resin", "Resin printing", "light hardens resin layer by layer",
        least_stroke=("0.2 mm", "about four pixels of the light"),
        least_gap=("0.3 mm", "resin stays in narrower ones and hardens"),
        most_slender=("8", "higher ones bend when the layer is lifted"),
        most_deep=("5", "resin does not run out of deeper ones"),
        least_depth=("0.15 mm", "three layers of 0.05 mm"),
        least_letter=("1.5 mm", "smaller ones lose their form"),
        least_wall=("0.6 mm", "thinner walls warp"),
    ),
    _process(
        "powder", "Powder printing", "a beam melts powder layer by layer",
        least_stroke=("0.5 mm", "the beam is about 0.4 mm wide"),
        least_gap=("0.5 mm", "powder bakes together in narrower ones"),
        most_slender=("5", "higher ones break when the part is blasted clean"),
        most_deep=("2", "powder is not got out of deeper ones"),
        least_depth=("0.4 mm", "four layers of 0.1 mm"),
        least_letter=("3 mm", "smaller ones lose their form"),
        least_wall=("0.8 mm", "thinner walls warp"),
    ),
    _process(
        "silkscreen", "Silkscreen", "ink is pressed through a fabric; nothing is sunk or raised",
        least_stroke=("0.15 mm", "about two threads of the fabric"),
        least_gap=("0.2 mm", "the ink runs together over less"),
        most_depth=("0.05 mm", "the ink itself is not any higher"),
        least_letter=("1.2 mm", "smaller ones run full"),
        edge_margin=("2 mm", "the screen does not lie down at an edge"),
    ),
)  # fmt: skip
PROCESSES: Mapping[str, Process] = {each.name: each for each in (ANY, *_LIST)}
"""By name, in the order of the list."""


def with_processes(limits: Mapping[str, Limit]) -> dict[str, Limit]:
    """Limits that know what they are in every process. Raises ValueError where a process names one
    that there is not."""
    strange = {name for each in _LIST for name in each.limits} - set(limits)
    if strange:
        raise ValueError(f"no check has a limit called {', '.join(sorted(strange))}")
    return {
        name: replace(limit, processes={each.name: each.limits.get(name, limit.of(""))
                                        for each in _LIST})
        for name, limit in limits.items()
    }  # fmt: skip
