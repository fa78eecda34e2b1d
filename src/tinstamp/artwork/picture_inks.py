"""The colours of a picture: which there are, and where those that are ink lie.

A pixel on an edge is a blend of the colours that meet there; how much of it is ink is the place of
its colour between them, so that edges are found within parts of a pixel, and no third colour is
seen between two.
"""

from __future__ import annotations

from itertools import combinations

import numpy as np
from numpy.typing import NDArray
from PIL import Image, ImageFilter

from tinstamp.artwork.inks import RING_UNITS, Study, Use, Uses, Wash
from tinstamp.artwork.outline import Array
from tinstamp.artwork.painted import LogoError
from tinstamp.artwork.picture import Picture, read_picture, rings_at
from tinstamp.artwork.svg.colour import Colour, colour

MOST_COLOURS = 12
"""Colours of a picture that are told apart."""
TRIED_COLOURS = 64
"""Colours that a picture is first brought to."""
ONE_COLOUR = 0.18
"""Distance of two colours in red, green and blue, 0 to 1 each, that are taken as one."""
LEAST_SHARE = 8e-4
"""Part of the picture's pixels of the smallest colour."""
FLAT = 0.1
"""Spread of red, green and blue about a pixel that lies in a field of one colour, each."""
CORE = 5
"""Of a pixel and its eight neighbours, how many are of a colour where it has a field."""
BLEND_SQUARE = 5
"""Pixels to the side of the square in which a pixel's blend is looked for."""
BLENDS_WITHIN = 0.12
"""Distance of a colour from the line between two others that it may be a blend of."""
BORDER_PAGE = 0.6
"""Part of the border's pixels of the colour that is the page."""
OPAQUE_FROM = 0.5
"""How opaque a pixel is at least that has a colour."""


def study_picture(data: bytes) -> Study | None:
    """The colours of a picture, to choose by; None when it shows one only. Raises LogoError."""
    picture = read_picture(data)
    colours = colours_of(picture)
    if len(colours) < 2 and bool((picture.opaque > OPAQUE_FROM).all()):
        return None
    labels = _labels(picture, colours)
    page = _page(labels, len(colours))
    order = [k for k in (page,) if k is not None] + [k for k in range(len(colours)) if k != page]
    high, wide = labels.shape
    size = float(max(high, wide))
    washes = []
    for k in order:
        mask = np.ones_like(labels, dtype=float) if k == page else (labels == k).astype(float)
        paint = Colour(*colours[k].tolist())
        rgb = (paint.red, paint.green, paint.blue)
        washes.append(Wash(paint.name, rgb, 1.0, paint.light, _rings(mask, size)))
    return Study(tuple(washes), (0.5, 1.5), size, (wide / size, high / size))


def ink_of(picture: Picture, uses: Uses) -> Array:
    """(rows, columns) how much of each pixel is ink, 0 to 1, under a choice that names all colours
    that are told apart. Raises LogoError."""
    paints = [colour(name.split()[0]) for name, _ in uses]
    colours = np.array([(p.red, p.green, p.blue) for p in paints if p]).reshape(-1, 3)
    use: list[Use] = [u for _, u in uses]
    if "ink" not in use:
        raise LogoError("no colour of the picture is ink")
    labels = _labels(picture, colours)
    page = _page(labels, len(colours))
    left_out = "ink" if page is not None and use[page] == "ink" else "cut"
    inked = np.array([(left_out if u == "out" else u) == "ink" for u in use])
    return _blended(picture, colours, labels, inked) * picture.opaque


def colours_of(picture: Picture) -> Array:
    """(n, 3) the colours of a picture's fields, the largest first."""
    there = picture.opaque > OPAQUE_FROM
    pixels = Image.fromarray(np.round(picture.colours * 255).astype(np.uint8))
    low, high = (np.asarray(pixels.filter(f(3)), dtype=float) / 255.0
                 for f in (ImageFilter.MinFilter, ImageFilter.MaxFilter))  # fmt: skip
    smooth = np.asarray(pixels.filter(ImageFilter.MedianFilter(3)))
    flat = ((high - low).max(axis=-1) <= FLAT) & there
    taken = smooth[flat if flat.sum() > LEAST_SHARE * flat.size else there]
    if not len(taken):
        return np.zeros((0, 3))
    row = Image.fromarray(np.ascontiguousarray(taken[None]))
    few = row.quantize(TRIED_COLOURS, method=Image.Quantize.MEDIANCUT, dither=Image.Dither.NONE)
    number = np.asarray(few).ravel()
    counts = np.bincount(number, minlength=TRIED_COLOURS).astype(float)
    sums = np.array([np.bincount(number, taken[:, c], TRIED_COLOURS) for c in range(3)]).T
    found = _merged(sums / 255.0, counts)
    return found[:MOST_COLOURS]


def _merged(sums: Array, counts: Array) -> Array:
    """Sums of colours with their counts brought together where they are alike; those that are too
    few are left out."""
    held: list[tuple[Array, float]] = []
    for k in np.argsort(-counts, kind="stable").tolist():
        if not counts[k]:
            break
        mean = sums[k] / counts[k]
        for i, (total, count) in enumerate(held):
            if np.linalg.norm(total / count - mean) < ONE_COLOUR:
                held[i] = total + sums[k], count + counts[k]
                break
        else:
            held.append((sums[k], float(counts[k])))
    least = LEAST_SHARE * counts.sum()
    held = sorted((one for one in held if one[1] >= least), key=lambda one: -one[1])
    return np.array([total / count for total, count in held]).reshape(-1, 3)


def _labels(picture: Picture, colours: Array) -> NDArray[np.int64]:
    """Which colour each pixel is nearest to; -1 where it is clear."""
    if not len(colours):
        return np.full(picture.dark.shape, -1)
    best = np.argmin(_apart(picture, colours), axis=0)
    return np.where(picture.opaque > OPAQUE_FROM, best, -1)


def _apart(picture: Picture, colours: Array) -> NDArray[np.float32]:
    """(n, rows, columns) how far each pixel is from each colour."""
    pixels = picture.colours.astype(np.float32)
    return np.stack([np.linalg.norm(pixels - c.astype(np.float32), axis=-1) for c in colours])


def _page(labels: NDArray[np.int64], count: int) -> int | None:
    """The colour that the picture's border shows."""
    border = np.concatenate([labels[0], labels[-1], labels[:, 0], labels[:, -1]])
    shown = np.bincount(border[border >= 0], minlength=max(count, 1))
    most = int(np.argmax(shown))
    return most if shown[most] >= BORDER_PAGE * len(border) else None


def _blended(
    picture: Picture, colours: Array, labels: NDArray[np.int64], inked: NDArray[np.bool_]
) -> Array:
    """How much of each pixel's colour is ink: its place between the nearest colour that is and the
    nearest that is not, of those that have a field about it."""
    from scipy.ndimage import maximum_filter, uniform_filter

    apart = _apart(picture, colours)
    masks = [(labels == k).astype(np.float32) for k in range(len(colours))]
    cores = [uniform_filter(mask, 3) * 9 >= CORE - 0.5 for mask in masks]
    fields = np.stack([maximum_filter(core, BLEND_SQUARE) for core in cores])
    alone = ~_explained(picture, colours, apart, fields)
    usable = np.where(fields | alone, apart, np.float32(np.inf))
    none = np.full(labels.shape, np.inf, dtype=np.float32)
    near = usable[inked].min(axis=0, initial=np.inf) if inked.any() else none
    far = usable[~inked].min(axis=0, initial=np.inf) if not inked.all() else none
    with np.errstate(invalid="ignore"):
        part = np.where(np.isinf(far), 1.0, np.where(np.isinf(near), 0.0, far / (near + far)))
    return np.nan_to_num(part, nan=0.5).astype(float)


def _explained(
    picture: Picture, colours: Array, apart: NDArray[np.float32], fields: NDArray[np.bool_]
) -> NDArray[np.bool_]:
    """Which pixels are a colour of the fields about them, or a blend of two of those."""
    told = np.asarray((np.where(fields, apart, np.inf) <= BLENDS_WITHIN).any(axis=0))
    for a, b in combinations(range(len(colours)), 2):
        asked = ~told & fields[a] & fields[b]
        if not asked.any():
            continue
        line = colours[b] - colours[a]
        off = picture.colours[asked] - colours[a]
        part = np.clip(off @ line / max(float(line @ line), 1e-12), 0.0, 1.0)
        told[asked] = np.linalg.norm(off - part[:, None] * line, axis=-1) <= BLENDS_WITHIN
    return told


def _rings(mask: Array, size: float) -> tuple[NDArray[np.int64], ...]:
    """A mask's outlines in parts of a drawing's size, y upwards, holes the other way round."""
    high = mask.shape[0]
    rings = []
    for ring in rings_at(mask, 0.5):
        flat = np.column_stack([ring[:, 0] - 0.5, high + 0.5 - ring[:, 1]])
        rings.append(np.round(flat * (RING_UNITS / size)).astype(np.int64))
    total = sum(_twice_area(ring) for ring in rings)
    return tuple(ring if total > 0 else ring[::-1] for ring in rings)


def _twice_area(ring: NDArray[np.int64]) -> float:
    x, y = ring.astype(float).T
    return float(x @ np.roll(y, -1) - y @ np.roll(x, -1))


def several(study: Study) -> bool:
    """True when a picture shows more than one colour on its page, or on a clear ground."""
    return len(study.names) - study.paged > 1
