"""One thing to do to a body of the part, and what comes of it."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

from tinstamp.artwork.outline import Region
from tinstamp.blank.solid import NamedSolid
from tinstamp.chart.base import Chart, FaceChart
from tinstamp.relief.heads import PLAIN, Walls
from tinstamp.relief.islands import Island
from tinstamp.setting.fit import TOUCHING, Fit
from tinstamp.setting.place import Placed

SPREAD_STRETCH = 1.2
"""Times what walls spread in space that it may be on the sheet."""
PART = "part"
"""The body that a blank makes."""
Verb = Literal["add", "cut", "mark"]
Halt = Callable[[], None]
"""Called between steps; raises to give up."""


def on_and_on() -> None:
    """Never gives up."""


@dataclass(frozen=True)
class Tops:
    """Letters that stand within the counters of a field, and end off the face.

    Attributes
    ----------
    height : over the face, mm; less than 0 below it. islands : the counters.
    letters : what stands there.
    """

    height: float
    islands: frozenset[Island]
    letters: tuple[Region, ...]


@dataclass(frozen=True)
class Operation:
    """Regions on a sheet, with the depth to which something is done to a body under them.

    Attributes
    ----------
    stamp : whose faces are named after it. face : whose sheet the regions lie on.
    verb : add material, cut it, or mark the face without depth. body : which one.
    depth : mm, positive; 0 for a mark.
    wall : least and greatest material behind the regions, mm, as measured.
    walls : how its walls run and its caps lie. over : a cast may run over the faces beside.
    all_round : it goes all the way round its face, without ends.
    fit : how the regions lie on the face and beside others.
    tops : what stands within the counters of a field and does not end level with the face.
    """

    stamp: str
    face: str
    chart: Chart
    placed: Placed
    fit: Fit
    verb: Verb
    depth: float
    wall: tuple[float, float] = (float("inf"), float("inf"))
    walls: Walls = PLAIN
    over: bool = False
    all_round: bool = False
    body: str = PART
    tops: tuple[Tops, ...] = ()

    @property
    def raised(self) -> bool:
        return self.verb == "add"

    @property
    def face_chart(self) -> FaceChart:
        """The chart of the one face that it lies on. Raises TypeError over several."""
        if not isinstance(self.chart, FaceChart):
            raise TypeError("this lies on several faces")
        return self.chart

    @property
    def signed(self) -> float:
        """Outwards from the face, mm."""
        return self.depth if self.raised else -self.depth

    @property
    def through(self) -> bool:
        """A cut as deep as the material or deeper."""
        return self.verb == "cut" and self.depth >= self.wall[0]

    @property
    def closed_form(self) -> bool:
        """Its volume is known beforehand: it lies inside one face, on material; it may go round
        other relief, or lie within it."""
        it = self.fit
        alone = it.edge is not None and not (it.touches or it.crowded)
        return alone and not self.through and self._spread_inside

    @property
    def _spread_inside(self) -> bool:
        """True when what walls with draft spread at the face stays clear of its edges."""
        leans = self.walls.slope * self.depth if self.walls.at_cap else 0.0
        spread = SPREAD_STRETCH * (leans + self.walls.spread)
        return not spread or (self.fit.edge is not None and self.fit.edge > spread + TOUCHING)


@dataclass(frozen=True)
class Made:
    """A body with the relief on it.

    Attributes
    ----------
    built_by : "imprint" or "boolean".
    relief_volume : measured change of volume, mm³, signed.
    expected : the computed change, mm³; None where there is no closed form.
    loose : volumes of what came loose in a through-cut, mm³.
    seconds : time taken, checks included.
    depths : least and greatest length of the walls, mm, where they are not all the same.
    lean : degrees by which walls are off the normal where faces meet at an angle.
    step : mm that walls which run askew over a joint are set off from one another there.
    """

    solid: NamedSolid
    built_by: Literal["imprint", "boolean"]
    relief_volume: float
    expected: float | None
    loose: tuple[float, ...]
    seconds: float
    depths: tuple[float, float] | None = None
    lean: float = 0.0
    step: float = 0.0

    def followed_by(self, later: Made) -> Made:
        """Both, when `later` was made on this one's solid."""
        known = self.expected is not None and later.expected is not None
        return Made(
            solid=later.solid,
            built_by="imprint" if self.built_by == later.built_by == "imprint" else "boolean",
            relief_volume=self.relief_volume + later.relief_volume,
            expected=(self.expected or 0.0) + (later.expected or 0.0) if known else None,
            loose=(*self.loose, *later.loose),
            seconds=self.seconds + later.seconds,
            depths=self.depths or later.depths,
            lean=max(self.lean, later.lean),
            step=max(self.step, later.step),
        )
