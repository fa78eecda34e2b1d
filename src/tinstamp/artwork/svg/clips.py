"""Clips and masks of SVG as shapes.

Source: CSS Masking 1, 5 (clips), 6 (masks; luminance 6.1) and 6.2 (what a clip may hold).
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from tinstamp.artwork.outline import Array
from tinstamp.artwork.painted import LogoError
from tinstamp.artwork.svg.cascade import Cascade
from tinstamp.artwork.svg.colour import reference
from tinstamp.artwork.svg.layers import WHITE, Clip, Layer, box_runs
from tinstamp.artwork.svg.lengths import length
from tinstamp.artwork.svg.state import SEEN_FROM, State, local_name
from tinstamp.artwork.svg.style import START, Style, computed
from tinstamp.artwork.svg.transforms import scaling, shift, transform_of

SHADED = "masks with shades"
"""What is counted where a mask is neither light nor dark."""
MASK_SHADES = (0.05, 0.95)
"""Brightness of a mask between which it is a shade."""
_BOXES = ("fill-box", "stroke-box", "view-box", "border-box", "content-box", "padding-box")


@dataclass(frozen=True)
class Clips:
    """The clips and masks of a drawing, by their names.

    Attributes
    ----------
    children : walks what an element holds. bounds : the corners of what an element draws.
    under : the elements that the walk is in. tell : counts what has no shape.
    """

    by_id: Mapping[str, Any]
    declared: Cascade
    under: list[Any]
    tell: Callable[[str], None]
    children: Callable[[Any, State], Iterator[Layer]]
    bounds: Callable[[Any, State], tuple[Array, Array]]

    def clip(self, kind: str, text: str, element: Any, state: State) -> Clip | None:
        """The clip or mask that an element has, in its own coordinates."""
        if text in ("none", ""):
            return None
        target = reference(text)
        if target is None:
            if text not in _BOXES:
                self.tell("clips written as CSS shapes")
            return None
        found = self.by_id.get(target[0])
        if found is None or local_name(found) != {"clip-path": "clipPath", "mask": "mask"}[kind]:
            return None
        if found in self.under:
            raise LogoError(f"the drawing uses “{target[0]}” within itself")
        style = computed(found, START if kind == "mask" else state.style,
                         self.declared.get(found, ()))  # fmt: skip
        matrix = state.matrix
        if kind == "clip-path":
            own = transform_of(style["transform"], state.wide, state.high)
            matrix = matrix if own is None else matrix @ own
        units = found.get("clipPathUnits" if kind == "clip-path" else "maskContentUnits")
        if units == "objectBoundingBox":
            low, high = self.bounds(element, state)
            size = high - low
            if size.min() <= 0:
                return Clip(())
            matrix = matrix @ shift(*low) @ scaling(*size)
        start = style if kind == "mask" else replace(START, values=_clip_values(style))
        inner = State(matrix, start, state.wide, state.high, clipping=kind == "clip-path")
        self.under.append(found)
        try:
            clip = self.clip(kind, style[kind], element, replace(state, matrix=matrix))
            inner = replace(inner, clips=() if clip is None else (clip,))
            layers = list(self.children(found, inner))
        finally:
            self.under.pop()
        if kind == "clip-path":
            return Clip(tuple((layer, True) for layer in layers))
        return self._mask(found, style, layers, element, state)

    def _mask(
        self, found: Any, style: Style, layers: list[Layer], element: Any, state: State
    ) -> Clip:
        """A mask as a shape: it lets through where it is at least half light."""
        by_alpha = style["mask-type"] == "alpha"
        area = self._mask_area(found, element, state)
        parts = []
        for layer in layers:
            bright = layer.paint.opaque * (1.0 if by_alpha else layer.paint.light)
            if by_alpha and bright < SEEN_FROM:
                continue
            if not by_alpha and layer.paint.opaque < SEEN_FROM:
                continue
            if MASK_SHADES[0] < bright < MASK_SHADES[1]:
                self.tell(SHADED)
            kept = layer if area is None else replace(layer, clips=(*layer.clips, area))
            parts.append((kept, bright >= SEEN_FROM))
        return Clip(tuple(parts))

    def _mask_area(self, found: Any, element: Any, state: State) -> Clip | None:
        """The rectangle that a mask is cut to."""
        given = [found.get(k) for k in ("x", "y", "width", "height")]
        usual = ("-10%", "-10%", "120%", "120%")
        words = [usual[k] if g is None else g for k, g in enumerate(given)]
        if found.get("maskUnits") == "userSpaceOnUse":
            sizes = (state.wide, state.high) * 2
            values = [length(w, s) for w, s in zip(words, sizes, strict=True)]
            low, size = np.zeros(2), np.ones(2)
        else:
            values = [length(w, 1.0) for w in words]
            low, high = self.bounds(element, state)
            size = high - low
        if any(v is None for v in values):
            return None
        x, y, w, h = (float(v) for v in values if v is not None)
        if not np.isfinite([x, y, w, h]).all():
            return None
        box = box_runs(low[0] + x * size[0], low[1] + y * size[1], w * size[0], h * size[1])
        return Clip(((Layer(box, state.matrix, False, WHITE), True),))


def _clip_values(style: Style) -> dict[str, str]:
    return {**START.values, "clip-rule": style["clip-rule"], "visibility": "visible"}
