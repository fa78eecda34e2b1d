"""The bodies of a part while stamps are put into them."""

from __future__ import annotations

from collections.abc import Hashable
from dataclasses import dataclass, field

from tinstamp.blank.solid import NamedSolid
from tinstamp.chart.joint import Faces
from tinstamp.engine.cache import Cache
from tinstamp.engine.layer import Layer
from tinstamp.engine.report import StampReport
from tinstamp.plan.planned import Planned


@dataclass
class Marked:
    """The bodies so far as layers, what was told of each stamp, and how volumes changed, mm³.

    Attributes
    ----------
    items : stamps as they were planned. caps : charts of those caps and walls that
        others lie on.
    """

    layers: dict[str, Layer]
    items: list[Planned] = field(default_factory=list)
    caps: Faces = field(default_factory=Faces)
    reports: list[StampReport] = field(default_factory=list)
    changed: dict[str, float] = field(default_factory=dict)

    def bodies(self, cache: Cache) -> dict[str, NamedSolid]:
        """Every body with all that was put into it so far."""
        return {name: layer.body(cache) for name, layer in self.layers.items()}

    @property
    def whole_key(self) -> Hashable:
        """All that the bodies depend on."""
        return tuple((name, layer.whole_key) for name, layer in self.layers.items())

    @property
    def direct(self) -> bool:
        """True when a stamp was built by a direct imprint."""
        return any(report.built_by == "imprint" for report in self.reports)
