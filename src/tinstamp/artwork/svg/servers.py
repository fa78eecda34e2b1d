"""Paint servers of SVG: what gradients stand for, and patterns told.

Source: SVG 2, 13.2 and chapter 14.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any

import numpy as np

from tinstamp.artwork.svg.cascade import Cascade
from tinstamp.artwork.svg.colour import Colour, colour, reference
from tinstamp.artwork.svg.layers import points_of
from tinstamp.artwork.svg.path_data import Run
from tinstamp.artwork.svg.state import SEEN_FROM, local_name, target_name
from tinstamp.artwork.svg.style import START, Style, computed

FADING = "gradients that fade out"
"""What is counted where a gradient is there at one end only."""
MOST_LINKS = 50
"""gradients that one takes its stops from, one after the other"""


@dataclass(frozen=True)
class Servers:
    """The gradients of a drawing, by their names; `tell` counts what has no shape."""

    by_id: Mapping[str, Any]
    declared: Cascade
    tell: Callable[[str], None]

    def paint(self, text: str, style: Style, runs: tuple[Run, ...]) -> Colour | None:
        target = reference(text)
        if target is None:
            word = text.strip().lower()
            if word in ("context-fill", "context-stroke"):
                return colour("black")
            return colour(style["color"]) if word == "currentcolor" else colour(text)
        name, otherwise = target
        server = self.by_id.get(name)
        kind = local_name(server)
        if kind == "pattern":
            self.tell("patterns")
            return None
        if kind not in ("linearGradient", "radialGradient"):
            return self.paint(otherwise, style, runs) if otherwise else None
        assert server is not None
        if server.get("gradientUnits") != "userSpaceOnUse" and runs:
            size = np.ptp(points_of(runs, np.eye(3)), axis=0)
            if size.min() <= 0:
                return self.paint(otherwise, style, runs) if otherwise else None
        return self._gradient(server)

    def _gradient(self, server: Any) -> Colour | None:
        """The mean colour of a gradient's stops; None when it has none."""
        seen: list[Any] = []
        while server is not None and server not in seen and len(seen) < MOST_LINKS:
            seen.append(server)
            stops = [s for s in server if local_name(s) == "stop"]
            if stops:
                break
            server = self.by_id.get(target_name(server)[1:])
        else:
            return None
        found = []
        for stop in stops:
            style = computed(stop, START, self.declared.get(stop, ()))
            text = style["stop-color"]
            one = colour(style["color"] if text.lower() == "currentcolor" else text)
            if one is not None:
                found.append(
                    (one.red, one.green, one.blue, one.opaque * style.share("stop-opacity"))
                )
        if not found:
            return None
        opaque = [f[3] for f in found]
        if min(opaque) < SEEN_FROM <= max(opaque):
            self.tell(FADING)
        red, green, blue, mean = np.mean(found, axis=0).tolist()
        return Colour(red, green, blue, mean)
