"""The tree of an SVG drawing walked as a renderer does: what it paints, layer upon layer.

Source: SVG 2, chapters 5 (structure, `use`, `switch`), 7 and 8 (coordinates, viewports), 13
(painting, markers) and CSS Masking 1 (clips and masks, as shapes).
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field, replace
from typing import Any

import numpy as np

from tinstamp.artwork.outline import Array
from tinstamp.artwork.painted import LogoError
from tinstamp.artwork.svg.cascade import Cascade
from tinstamp.artwork.svg.characters import About
from tinstamp.artwork.svg.clips import Clips
from tinstamp.artwork.svg.colour import Colour, reference
from tinstamp.artwork.svg.figures import FIGURES, figure
from tinstamp.artwork.svg.layers import WHITE, Clip, Layer, Stroke, box_runs, points_of
from tinstamp.artwork.svg.lengths import length, view_box
from tinstamp.artwork.svg.markers import vertices
from tinstamp.artwork.svg.path_data import Run
from tinstamp.artwork.svg.servers import Servers
from tinstamp.artwork.svg.state import State, local_name, target_name
from tinstamp.artwork.svg.strokes import run_length
from tinstamp.artwork.svg.style import START, Style, computed
from tinstamp.artwork.svg.transforms import fitted, origin_of, scaling, shift, transform_of, turn
from tinstamp.artwork.svg.word_path import WordPath, word_path
from tinstamp.artwork.svg.words import text_runs
from tinstamp.artwork.unite import mapped, polyline

MOST_ELEMENTS = 20_000
"""elements of a drawing, those that are used again counted each time"""
DEEPEST = 200
"""Elements within one another, uses unfolded."""
TOLD = {"image": "pictures", "foreignObject": "foreign content", "video": "pictures"}
"""Elements that have no shape, and what they are called."""


@dataclass
class Walk:
    """A walk over a drawing; `told` counts what was left out, by name."""

    root: Any
    declared: Cascade
    told: dict[str, int] = field(default_factory=dict)
    _visited: int = 0
    _under: list[Any] = field(default_factory=list)

    def __post_init__(self) -> None:
        self._by_id: dict[str, Any] = {}
        for element in self.root.iter():
            if element.get("id") and element.get("id") not in self._by_id:
                self._by_id[element.get("id")] = element
            if local_name(element) == "font":
                self.tell("fonts drawn")
        self._servers = Servers(self._by_id, self.declared, self.tell)
        self._clips = Clips(
            self._by_id, self.declared, self._under, self.tell, self._children, self._bounds
        )

    def tell(self, what: str) -> None:
        """Count one thing that was left out."""
        self.told[what] = self.told.get(what, 0) + 1

    def page(self, wide: float, high: float) -> list[Layer]:
        """All layers of the drawing, whose page has that size, px. Raises LogoError."""
        return list(self._element(self.root, State(np.eye(3), START, wide, high)))

    def _element(self, element: Any, above: State) -> Iterator[Layer]:
        name = local_name(element)
        if not name or name in _NOT_DRAWN:
            return
        self._visited += 1
        if self._visited > MOST_ELEMENTS:
            raise LogoError(f"the drawing has more than {MOST_ELEMENTS} elements, with all its "
                            "uses unfolded")  # fmt: skip
        if len(self._under) >= DEEPEST:
            raise LogoError("the drawing's elements lie too deep in one another")
        style = computed(element, above.style, self.declared.get(element, ()))
        if style["display"] == "none" or not _wanted(element):
            return
        self._under.append(element)
        try:
            yield from self._within(element, name, self._stepped(element, style, above))
        finally:
            self._under.pop()

    def _stepped(self, element: Any, style: Style, above: State) -> State:
        """The state within an element."""
        matrix = above.matrix
        own = transform_of(style["transform"], above.wide, above.high)
        if own is not None and style["transform"] != "none":
            at = np.zeros(2)
            if style["transform-origin"]:
                box = ((0.0, 0.0), (above.wide, above.high))
                if style["transform-box"] in ("fill-box", "content-box"):
                    low, high = self._bounds(element, above)
                    box = ((low[0], low[1]), (high[0] - low[0], high[1] - low[1]))
                at = origin_of(style["transform-origin"], *box)
            matrix = matrix @ shift(*at) @ own @ shift(*-at)
        if local_name(element) == "use":  # its place is part of its transform: SVG 2, 5.6
            given = {**element.attrib, **style.sizes}
            x = length(given.get("x"), above.wide, style.font) or 0.0
            y = length(given.get("y"), above.high, style.font) or 0.0
            matrix = matrix @ shift(x, y)
        opacity = above.opacity * style.share("opacity")
        state = replace(above, matrix=matrix, style=style, opacity=opacity)
        clips = list(above.clips)
        for kind in ("clip-path", "mask"):
            found = self._clips.clip(kind, style[kind], element, state)
            if found is not None:
                clips.append(found)
        if style["filter"] not in ("none", ""):
            self.tell("filters")
        return replace(state, clips=tuple(clips))

    def _within(self, element: Any, name: str, state: State) -> Iterator[Layer]:
        if state.clipping and name not in (*FIGURES, "use", "text"):
            return  # a clip is made of shapes alone (CSS Masking 1, 6.2)
        if name in FIGURES:
            yield from self._figure(element, name, state)
        elif name in ("g", "a"):
            yield from self._children(element, state)
        elif name == "svg":
            yield from self._viewport(element, state, {})
        elif name == "switch":
            for child in element:
                if local_name(child) and _wanted(child):
                    yield from self._element(child, state)
                    break
        elif name == "use":
            yield from self._use(element, state)
        elif name == "text":
            yield from self._text(element, state)
        elif name in TOLD and not state.clipping:
            self.tell(TOLD[name])

    def _children(self, element: Any, state: State) -> Iterator[Layer]:
        for child in element:
            yield from self._element(child, state)

    def _target(self, element: Any) -> Any:
        """What an element refers to within the file; None when there is no such thing."""
        name = target_name(element)
        if name and not name.startswith("#"):
            self.tell("things from other files")
        found = self._by_id.get(name[1:])
        if found is not None and (found in self._under or found is element):
            raise LogoError(f"the drawing uses “{name[1:]}” within itself")
        return found

    def _use(self, element: Any, state: State) -> Iterator[Layer]:
        target = self._target(element)
        if target is None:
            return
        given = {**element.attrib, **state.style.sizes}
        name = local_name(target)
        if name not in ("svg", "symbol"):
            if not state.clipping or name in (*FIGURES, "text"):
                yield from self._element(target, state)
            return
        if state.clipping:
            return
        style = computed(target, state.style, self.declared.get(target, ()))
        if style["display"] == "none":
            return
        sizes = {k: v for k in ("width", "height") if (v := given.get(k)) is not None}
        self._under.append(target)
        try:
            yield from self._viewport(target, self._stepped(target, style, state), sizes)
        finally:
            self._under.pop()

    def _viewport(self, element: Any, state: State, sizes: dict[str, Any]) -> Iterator[Layer]:
        """What a nested svg or a symbol holds; the page's own edges cut like any other's."""
        given = {**element.attrib, **state.style.sizes, **sizes}
        outermost = element is self.root
        wide, high, x, y = state.wide, state.high, 0.0, 0.0
        if not outermost:
            font = state.style.font
            found = length(given.get("width"), wide, font), length(given.get("height"), high, font)
            x = length(given.get("x"), wide, font) or 0.0
            y = length(given.get("y"), high, font) or 0.0
            wide, high = (w if f is None else f for w, f in zip((wide, high), found, strict=True))
            if wide <= 0 or high <= 0:
                return
        matrix = state.matrix @ shift(x, y)
        clips = state.clips
        if state.style["overflow"] not in ("visible", "auto") and np.isfinite(wide + high):
            page = Layer(box_runs(0.0, 0.0, wide, high), matrix, False, WHITE)
            clips = (*clips, Clip(((page, True),)))
        box = view_box(element)
        if box is not None and np.isfinite(wide + high):
            fit = fitted(box, wide, high, element.get("preserveAspectRatio"))
            matrix, wide, high = matrix @ fit, box[2], box[3]
        yield from self._children(
            element, replace(state, matrix=matrix, clips=clips, wide=wide, high=high)
        )

    def _runs(self, given: Mapping[str, str], name: str, state: State) -> list[Run]:
        wide, high = (v if np.isfinite(v) else 0.0 for v in (state.wide, state.high))
        return figure(name, given, wide, high, state.style.font)

    def _figure(self, element: Any, name: str, state: State) -> Iterator[Layer]:
        runs = tuple(self._runs({**element.attrib, **state.style.sizes}, name, state))
        if not runs:
            return
        if state.style["visibility"] == "visible":
            yield from self._filled(element, runs, state)
        if name in ("path", "line", "polyline", "polygon") and not state.clipping:
            yield from self._marked(runs, state)

    def _text(self, element: Any, state: State) -> Iterator[Layer]:
        def styled(inner: Any, above: Style) -> Style:
            return computed(inner, above, self.declared.get(inner, ()))

        about = About(styled, lambda inner: self._word_path(inner, state), self.tell)
        for runs, style in text_runs(element, state.style, about):
            yield from self._filled(element, runs, replace(state, style=style))

    def _word_path(self, element: Any, state: State) -> WordPath | None:
        """What a textPath runs along, in the text's own coordinates (SVG 2, 11.8.1)."""
        if element.get("path"):
            runs, matrix = self._runs({"d": element.get("path")}, "path", state), np.eye(3)
        else:
            target = self._target(element)
            name = local_name(target)
            if name not in FIGURES:
                return None
            style = computed(target, state.style, self.declared.get(target, ()))
            own = self._stepped(target, style, replace(state, matrix=np.eye(3), clips=()))
            runs, matrix = self._runs({**target.attrib, **style.sizes}, name, own), own.matrix
        path = word_path(runs, matrix)
        if path is None:
            return None
        told = length(element.get("startOffset"), path.length, state.style.font) or 0.0
        return replace(path, offset=told)

    def _filled(self, element: Any, runs: tuple[Run, ...], state: State) -> Iterator[Layer]:
        """The fill of runs, then their stroke."""
        style = state.style
        if state.clipping:
            yield Layer(runs, state.matrix, style["clip-rule"] == "evenodd", WHITE,
                        clips=state.clips)  # fmt: skip
            return
        fill = self._paint("fill", runs, state)
        if fill is not None:
            rule = style["fill-rule"] == "evenodd"
            yield Layer(runs, state.matrix, rule, fill, clips=state.clips)
        yield from self._stroked(element, runs, state)

    def _stroked(self, element: Any, runs: tuple[Run, ...], state: State) -> Iterator[Layer]:
        paint = self._paint("stroke", runs, state)
        diagonal = ((state.wide**2 + state.high**2) / 2) ** 0.5
        diagonal = diagonal if np.isfinite(diagonal) else 0.0
        style = state.style
        width = length(style["stroke-width"], diagonal, style.font) or 0.0
        if paint is None or width <= 0:
            return
        dash = _dashes(style, diagonal)
        offset = length(style["stroke-dashoffset"], diagonal, style.font) or 0.0
        told = length(element.get("pathLength"))
        if dash and told is not None and told > 0:
            per = sum(map(run_length, runs)) / told
            dash, offset = tuple(d * per for d in dash), offset * per
        matrix = state.matrix
        if style["vector-effect"] == "non-scaling-stroke":
            runs = tuple(Run(mapped(run.commands, matrix[:2]), run.closed) for run in runs)
            matrix = np.eye(3)
        miter = length(style["stroke-miterlimit"]) or 4.0
        how = Stroke(width, style["stroke-linecap"], style["stroke-linejoin"], miter, dash, offset)
        yield Layer(runs, matrix, False, paint, how, state.clips)

    def _paint(self, kind: str, runs: tuple[Run, ...], state: State) -> Colour | None:
        """What a fill or stroke is painted with, its opacity included; None for nothing."""
        style = state.style
        found = self._servers.paint(style[kind], style, runs)
        if found is None:
            return None
        opaque = found.opaque * style.share(f"{kind}-opacity") * state.opacity
        return replace(found, opaque=opaque)

    def _bounds(self, element: Any, state: State) -> tuple[Array, Array]:
        """The corners of what an element draws, strokes and clips not counted, in its own
        coordinates (SVG 2, 8.10)."""
        told = dict(self.told)
        flat = replace(state, matrix=np.eye(3), clips=(), clipping=False)
        name = local_name(element)
        if element in self._under:
            layers = list(self._within(element, name, flat))
        else:
            layers = list(self._measured(element, name, flat))
        self.told = told
        points = [points_of(_flat(layer.runs), layer.matrix) for layer in layers]
        every = np.concatenate([p for p in points if len(p)] or [np.zeros((1, 2))])
        return every.min(axis=0), every.max(axis=0)

    def _measured(self, element: Any, name: str, state: State) -> Iterator[Layer]:
        self._under.append(element)
        try:
            yield from self._within(element, name, state)
        finally:
            self._under.pop()

    def _marked(self, runs: tuple[Run, ...], state: State) -> Iterator[Layer]:
        names = {k: reference(state.style[f"marker-{k}"]) for k in ("start", "mid", "end")}
        if not any(names.values()):
            return
        width = length(state.style["stroke-width"], 0.0, state.style.font) or 0.0
        for kind, place, angle in vertices(list(runs)):
            target = names[kind]
            marker = self._by_id.get(target[0]) if target else None
            if marker is None or local_name(marker) != "marker" or marker in self._under:
                continue
            yield from self._marker(marker, kind, place, angle, width, state)

    def _marker(
        self, marker: Any, kind: str, place: Any, angle: float, width: float, state: State
    ) -> Iterator[Layer]:
        given = marker.attrib
        wide = length(given.get("markerWidth", "3"), state.wide)
        high = length(given.get("markerHeight", "3"), state.high)
        if wide is None or high is None or wide <= 0 or high <= 0:
            return
        orient = given.get("orient", "0")
        if orient == "auto-start-reverse":
            angle = angle + 180.0 if kind == "start" else angle
        elif orient != "auto":
            own = transform_of(f"rotate({orient})")
            angle = 0.0
            if own is not None:
                angle = float(np.degrees(np.arctan2(own[1, 0], own[0, 0])))
        per = 1.0 if given.get("markerUnits") == "userSpaceOnUse" else width
        at = state.matrix @ shift(*place) @ turn(angle) @ scaling(per, per)
        box, fit = view_box(marker), np.eye(3)
        if box is not None:
            fit = fitted(box, wide, high, given.get("preserveAspectRatio"))
        ref = fit @ np.array([length(given.get("refX"), wide) or 0.0,
                              length(given.get("refY"), high) or 0.0, 1.0])  # fmt: skip
        at = at @ shift(-ref[0], -ref[1])
        style = computed(marker, START, self.declared.get(marker, ()))
        clips = state.clips
        if style["overflow"] not in ("visible", "auto"):
            clips = (*clips, Clip(((Layer(box_runs(0, 0, wide, high), at, False, WHITE), True),)))
        inner = State(at @ fit, style, box[2] if box else wide, box[3] if box else high,
                      state.opacity, clips)  # fmt: skip
        self._under.append(marker)
        try:
            yield from self._children(marker, inner)
        finally:
            self._under.pop()


_NOT_DRAWN = {"defs", "symbol", "clipPath", "mask", "marker", "pattern", "linearGradient",
              "radialGradient", "style", "script", "title", "desc", "metadata", "filter", "font",
              "view", "cursor", "color-profile", "animate", "animateTransform", "animateMotion",
              "animateColor", "set"}  # fmt: skip


def _flat(runs: tuple[Run, ...]) -> tuple[Run, ...]:
    """Runs in fine lines, whose points bound them tightly."""
    return tuple(
        Run([("L", ((float(x), float(y)),)) for x, y in polyline(run.commands, 16)], run.closed)
        for run in runs
    )


def _dashes(style: Style, diagonal: float) -> tuple[float, ...]:
    text = style["stroke-dasharray"]
    if text == "none":
        return ()
    words = text.replace(",", " ").split()
    values = [length(w, diagonal, style.font) for w in words]
    found = tuple(float(v) for v in values if v is not None)
    if len(found) != len(words) or sum(found) <= 0:
        return ()
    return found if len(found) % 2 == 0 else found * 2


LANGUAGES = ("en",)
"""Languages that `switch` chooses by."""


def _wanted(element: Any) -> bool:
    """False when an element asks for a language or an extension that is not there (SVG 2, 5.8)."""
    if element.get("requiredExtensions"):
        return False
    if element.get("requiredExtensions") == "" or element.get("systemLanguage") == "":
        return False
    languages = element.get("systemLanguage")
    if languages is None:
        return True
    wanted = [w.strip().lower() for w in languages.split(",")]
    return any(w.split("-")[0] in LANGUAGES for w in wanted)
