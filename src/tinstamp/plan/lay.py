"""Where a stamp's artwork lies on a sheet, from the fields of its setting."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from functools import cached_property
from typing import Literal

from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.outline import Array
from tinstamp.chart.base import Chart
from tinstamp.job.drawn import ProfileError, pieces
from tinstamp.job.formula import FormulaError
from tinstamp.job.model import Guide, Setting
from tinstamp.job.setting import WRAPS
from tinstamp.job.worked import Worked
from tinstamp.plan.art import ArtSpec, inks_of
from tinstamp.setting.along import AlongWay
from tinstamp.setting.place import Copies, Guided, Other, Placed, PlaceError, Spot, lay
from tinstamp.setting.way import Way, arc_way, edge_way, level_way, line_way, midline_way

TOWARDS = {
    "front": (0.0, 1.0, 0.0),
    "back": (0.0, -1.0, 0.0),
    "left": (1.0, 0.0, 0.0),
    "right": (-1.0, 0.0, 0.0),
    "above": (0.0, 0.0, -1.0),
    "below": (0.0, 0.0, 1.0),
}
"""Directions of a cast from a side of the part."""
Towards = tuple[float, float, float] | Literal["square", "patch"] | None
"""The direction of a cast, or square to the face; None and patch wrap."""
MOST_COPIES = 500
"""times that artwork is repeated"""


@dataclass(frozen=True)
class LaySpec:
    """All that decides where artwork lies on its sheet, but for the faces.

    Attributes
    ----------
    other : the stamp that its place is measured from, where that lies.
    """

    setting: Worked[Setting]
    other: Other | None = None

    @property
    def face(self) -> str:
        """Whose place it is."""
        return self.setting.given.face

    @cached_property
    def spot(self) -> Spot:
        """Its place on the sheet."""
        of, given = self.setting, self.setting.given
        return Spot(
            across=of("across"),
            up=of("up"),
            turn=of("turn"),
            rests_on=given.rests_on,
            round="across" in of.angles,
            across_from=given.across_from,
            up_from=given.up_from,
            held_by=given.held_by,
            other=self.other,
        )

    @property
    def guide(self) -> Guide | None:
        guide = self.setting.given.guide
        return None if guide.kind == "none" else guide

    @cached_property
    def copies(self) -> Copies | None:
        """Its repeats. Raises FormulaError, PlaceError."""
        of, repeat = self.setting, self.setting.given.repeat
        if repeat.kind == "none":
            return None
        if repeat.kind == "fit":
            return Copies(count=0, round=True, gap=of("repeat.gap"))
        count = of("repeat.count")
        if count != int(count) or not 1 <= count <= MOST_COPIES:
            raise FormulaError(
                f"{count:g} times cannot be made: give a whole number up to {MOST_COPIES}"
            )
        if repeat.kind == "round":
            return Copies(count=int(count), round=True)
        if repeat.kind == "guide":
            if self.guide is None:
                raise PlaceError("copies along a guide need a guide: choose one")
            return Copies(count=int(count), round=False, along=True)
        step = (of("repeat.step_across"), of("repeat.step_up"))
        return Copies(count=int(count), round=False, step=step)

    @cached_property
    def cast(self) -> Towards:
        """The direction of a projection; None for a wrap. Raises FormulaError."""
        way = self.setting.given.cast.way
        if way == "none":
            return None
        if way == "square" or way == "patch":
            return way
        if way != "vector":
            return TOWARDS[way]
        x, y, z = (self.setting(f"cast.{axis}") for axis in ("x", "y", "z"))
        if x == y == z == 0.0:
            raise FormulaError("a direction of three zeros leads nowhere")
        return x, y, z

    @property
    def side(self) -> Literal["near", "far", "both"]:
        """Of the face, that it is cast onto."""
        cast = self.setting.given.cast
        return "near" if cast.way in WRAPS else cast.side

    @property
    def over(self) -> bool:
        """It may run on over the faces beside."""
        return self.setting.given.over == "neighbours"

    @property
    def true_along(self) -> Literal["artwork", "lower", "upper", "height"]:
        """Where lengths round a turned face are true."""
        return self.setting.given.true_along

    @property
    def true_up(self) -> float:
        """The height of that, mm."""
        return self.setting("true_up", 0.0)


def place_on(spec: LaySpec, art: ArtSpec, artwork: Artwork, chart: Chart) -> Placed:
    """The artwork on its sheet (see `sheet_of`). Raises FormulaError, PlaceError."""
    guided = None
    if spec.guide is not None:
        guided = Guided(inks_of(art, artwork), _runner(spec, spec.guide, chart))
    return lay(artwork, spec.spot, chart, guided, spec.copies)


@dataclass(frozen=True)
class _Place:
    """What a way is made from: the guide, its numbers, the sheet, and where the artwork stands."""

    guide: Guide
    numbers: Mapping[str, float]
    chart: Chart
    origin: Array
    upright: float

    @property
    def round_to(self) -> float:
        """How far along a line level with the rim the setting's place is from its middle, mm."""
        chart = self.chart
        if chart.all_round is not None:
            across, _ = chart.place_of(self.origin, degrees=True)
            return chart.all_round.way_round(self.origin) * across / 360.0
        low_x, _, high_x, _ = map(float, chart.bounds)
        middle = (low_x + high_x) / 2
        return float(self.origin[0]) - middle if self.guide.at == "centre" else 0.0


def _line(p: _Place) -> tuple[Way, float]:
    of = p.numbers
    return line_way(p.origin, of["direction"] + p.upright, of["length"], p.guide.at), 0.0


def _arc(p: _Place) -> tuple[Way, float]:
    of, over = p.numbers, p.guide.bend == "over"
    return arc_way(p.origin, of["radius"], over, p.upright, of["span"]), 0.0


def _level(p: _Place) -> tuple[Way, float]:
    _, up = p.chart.place_of(p.origin, degrees=p.chart.turns is not None)
    return level_way(p.chart, up), p.round_to


def _midline(p: _Place) -> tuple[Way, float]:
    between_rims = p.guide.between == "rims"
    return midline_way(p.chart, between_rims), p.round_to if between_rims else 0.0


def _edge(p: _Place) -> tuple[Way, float]:
    way = edge_way(p.chart, p.guide.edge, p.numbers["inset"], p.origin)
    return way, p.round_to if p.chart.closed else 0.0


def _drawn(p: _Place) -> tuple[Way, float]:
    return Way(pieces(p.guide.points, p.numbers, p.guide.closed), p.guide.closed), 0.0


WAYS: Mapping[str, Callable[[_Place], tuple[Way, float]]] = {
    "line": _line,
    "arc": _arc,
    "level": _level,
    "midline": _midline,
    "edge": _edge,
    "drawn": _drawn,
}
"""The way of each kind of guide, and how far along it the setting's place is, mm."""


def _closes(guide: Guide, way: Way, chart: Chart) -> bool:
    """True where the ends of a way meet on the face."""
    level = guide.kind in ("level", "edge")
    level = level or (guide.kind == "midline" and guide.between == "rims")
    return way.closed or (chart.closed and level)


def _runner(spec: LaySpec, guide: Guide, chart: Chart) -> Callable[[Array, float], AlongWay]:
    numbers = spec.setting.under("guide")

    def along(origin: Array, upright: float) -> AlongWay:
        try:
            way, shift = WAYS[guide.kind](_Place(guide, numbers, chart, origin, upright))
        except (ProfileError, ValueError) as error:
            raise PlaceError(str(error)) from error
        if guide.other_way:
            way = way.reversed()
        return AlongWay(
            way=way,
            at=guide.at,
            shift=numbers["shift"] + shift,
            above=numbers["above"],
            fill=guide.fill,
            joint=_closes(guide, way, chart),
        )

    return along
