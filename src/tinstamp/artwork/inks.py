"""Which colours of a drawing are ink, which are cut out of what lies under them, and which are
left out: what a file suggests, and what comes of a choice.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Literal

import numpy as np
import pyclipper
from numpy.typing import NDArray
from PIL import Image, ImageDraw

Use = Literal["ink", "cut", "out"]
"""What a colour is taken as."""
Uses = tuple[tuple[str, Use], ...]
"""A choice: what some colours are taken as; the others as the file suggests."""
Tone = Literal["guess", "dark", "light"]
"""What of a picture is ink; a guess is told."""
Ring = NDArray[np.int64]
Rings = tuple[Ring, ...]
"""Closed polygons, (n, 2) each, in parts of the drawing's size; holes run the other way."""

RING_UNITS = 2**20
"""Whole numbers for the largest side of a drawing."""
PIXELS = 320
"""Pixels to the larger side of the picture that areas are counted on."""
SEEN_FROM = 0.5
"""How opaque a colour is at least that is there."""
PAGE = 0.97
"""Part of the drawing that its lowest layer covers at least to be its page."""
FAR_APART = 0.4
"""Distance of two colours in red, green and blue, 0 to 1 each, that no one takes for one."""
WHITE_FROM, BLACK_TO = 0.92, 0.10
"""Luminance of what counts as white, and as black."""
TOUCHING = 0.004
"""Part of the picture's pixels on edges between colours, from which on they lie on one another."""


@dataclass(frozen=True)
class Wash:
    """One layer of paint: the name of its colour, what it looks like, where it is.

    Attributes
    ----------
    rgb : 0 to 1 each. opaque : 0 to 1. light : luminance, 0 to 1.
    """

    colour: str
    rgb: tuple[float, float, float]
    opaque: float
    light: float
    rings: Rings


@dataclass(frozen=True)
class Ink:
    """One colour of a drawing: its name, its looks, the part of the drawing's box that it is
    seen on, in how many layers, and what it is suggested to be."""

    colour: str
    rgb: tuple[float, float, float]
    opaque: float
    share: float
    layers: int
    suggested: Use


@dataclass(frozen=True)
class Study:
    """A drawing by its colours, to choose by.

    Attributes
    ----------
    washes : from the lowest to the uppermost.
    low, size : mm; where the drawing begins (left, bottom) and its largest side.
    page : width and height of the drawing in parts of its size.
    given : what the file's reader suggests, where it knows better than colours tell.
    """

    washes: tuple[Wash, ...]
    low: tuple[float, float]
    size: float
    page: tuple[float, float]
    given: Uses = ()

    @cached_property
    def inks(self) -> tuple[Ink, ...]:
        """Its colours, the largest first."""
        picture = self.seen
        layers = [(w.colour, w.opaque, w.light) for w in self.washes]
        suggested = {**dict(suggest(layers, self.paged)), **dict(self.given)}
        found = []
        for k, name in enumerate(self.names):
            of = [w for w in self.washes if w.colour == name]
            share = float((picture == k + 1).mean())
            found.append(Ink(name, of[0].rgb, of[0].opaque, share, len(of), suggested[name]))
        return tuple(sorted(found, key=lambda ink: -ink.share))

    @cached_property
    def names(self) -> tuple[str, ...]:
        return tuple(dict.fromkeys(w.colour for w in self.washes))

    @property
    def differs(self) -> bool:
        """True when its colours tell different things: not all are ink, or they are far apart."""
        return self.far_apart or any(ink.suggested != "ink" for ink in self.inks)

    @property
    def far_apart(self) -> bool:
        """True when some of its inks are colours that no one takes for one."""
        return far_apart([ink.rgb for ink in self.inks if ink.suggested == "ink"])

    @property
    def paged(self) -> bool:
        """True when the lowest layer covers the drawing like a page."""
        return bool(self.washes) and covers(self.washes[0], self.page)

    @property
    def touching(self) -> bool:
        """True when colours that are suggested to be ink lie on one another or side by side, so
        that the line between them is lost."""
        picture = self.seen
        ink = {ink.colour for ink in self.inks if ink.suggested == "ink"}
        inked = np.isin(picture, [k + 1 for k, name in enumerate(self.names) if name in ink])
        edges = 0
        for axis in (0, 1):
            one, other = np.moveaxis(picture, axis, 0)[:-1], np.moveaxis(picture, axis, 0)[1:]
            both = np.moveaxis(inked, axis, 0)
            edges += int(((one != other) & both[:-1] & both[1:]).sum())
        return edges > TOUCHING * max(1, int(inked.sum()))

    @cached_property
    def seen(self) -> NDArray[np.int32]:
        """Which colour is seen where, by its number from 1; 0 is bare."""
        per = PIXELS / RING_UNITS
        wide, high = (max(1, round(PIXELS * v)) for v in self.page)
        number = {name: k + 1 for k, name in enumerate(self.names)}
        picture = Image.new("I", (wide, high))
        for wash in self.washes:
            if wash.opaque < SEEN_FROM and wash.opaque < self._most_opaque:
                continue
            mask = Image.new("1", (wide, high))
            pen = ImageDraw.Draw(mask)
            for ring in sorted(wash.rings, key=lambda r: -abs(_area(r))):
                flat = [(x * per - 0.5, high - y * per - 0.5) for x, y in ring.tolist()]
                pen.polygon(flat, fill=int(_area(ring) > 0))
            picture.paste(number[wash.colour], (0, 0), mask)
        return np.asarray(picture, dtype=np.int32)

    @cached_property
    def _most_opaque(self) -> float:
        return max((w.opaque for w in self.washes), default=1.0)

    def taken(self, uses: Mapping[str, Use]) -> Rings:
        """What is ink under a choice, layer upon layer."""
        so_far: list[list[list[int]]] = []
        for use, rings in _runs(self.washes, uses):
            kind = pyclipper.CT_UNION if use == "ink" else pyclipper.CT_DIFFERENCE
            so_far = _combined(kind, so_far, rings)
        return tuple(np.array(ring) for ring in so_far)

    def across(self, uses: Mapping[str, Use]) -> tuple[float, float] | None:
        """Width and height, mm, of what is ink under a choice; None when nothing is."""
        rings = self.taken(uses)
        if not rings:
            return None
        size = np.ptp(np.concatenate(rings), axis=0) * self.size / RING_UNITS
        return float(size[0]), float(size[1])


def covers(wash: Wash, page: tuple[float, float]) -> bool:
    """True when a layer covers a page, as wide and high as that in parts of its size."""
    covered = abs(sum(_area(ring) for ring in wash.rings))
    return covered >= PAGE * page[0] * page[1] * RING_UNITS**2


def far_apart(colours: Sequence[tuple[float, float, float]]) -> bool:
    """True when there are two of red, green and blue, 0 to 1 each, that no one takes for one."""
    rgb = np.array(colours, dtype=float).reshape(-1, 3)
    if len(rgb) < 2:
        return False
    return bool(np.linalg.norm(rgb[:, None] - rgb, axis=-1).max() > FAR_APART)


def _runs(washes: Sequence[Wash], uses: Mapping[str, Use]) -> list[tuple[Use, list[Ring]]]:
    """Layers that are used alike, one after the other, together."""
    found: list[tuple[Use, list[Ring]]] = []
    for wash in washes:
        use = uses.get(wash.colour, "out")
        if use == "out":
            continue
        if not found or found[-1][0] != use:
            found.append((use, []))
        found[-1][1].extend(wash.rings)
    return found


def _combined(kind: int, subject: list[list[list[int]]], clip: list[Ring]) -> list[list[list[int]]]:
    work = pyclipper.Pyclipper()
    added = False
    for rings, role in ((subject, pyclipper.PT_SUBJECT), (clip, pyclipper.PT_CLIP)):
        for ring in rings:
            try:
                work.AddPath([[int(x), int(y)] for x, y in ring], role, True)
                added = True
            except pyclipper.ClipperException:
                continue  # fewer than three points apart: no area
    if not added:
        return []
    return list(work.Execute(kind, pyclipper.PFT_NONZERO, pyclipper.PFT_NONZERO))


def _area(ring: Ring) -> float:
    x, y = ring[:, 0].astype(float), ring[:, 1].astype(float)
    return float(x @ np.roll(y, -1) - y @ np.roll(x, -1)) / 2


def suggest(layers: Sequence[tuple[str, float, float]], paged: bool) -> Uses:
    """What the colours of layers are, from the lowest: (name, opacity, luminance) each.

    What can be seen through is left out. Where the lowest layer is a page: on a white one all
    else is ink and white is cut out of it; on a black one that bears white, white is ink and
    black is cut. Common practice, no source.
    """
    opaque: dict[str, float] = {}
    light: dict[str, float] = {}
    for name, how, bright in layers:
        opaque.setdefault(name, how)
        light.setdefault(name, bright)
    found: dict[str, Use] = {n: "ink" if o >= SEEN_FROM else "out" for n, o in opaque.items()}
    inked = [name for name, use in found.items() if use == "ink"]
    if paged and len(inked) > 1 and found[layers[0][0]] == "ink":
        page = layers[0][0]
        white_ones = [n for n in inked if n != page and light[n] >= WHITE_FROM]
        if light[page] >= WHITE_FROM or (light[page] <= BLACK_TO and white_ones):
            found[page] = "cut"
    return tuple(found.items())
