"""Logos from pictures: what is darker than a threshold, or lighter, or of some colours, traced to
outlines.

Pillow reads the picture, contourpy follows the threshold between pixels; the outlines are then
followed by lines, arcs and curves as closely as the pixels tell (`tidy`).
"""

from __future__ import annotations

import numpy as np
import shapely
from PIL import Image, ImageFilter

from tinstamp.artwork.drawing import Drawing
from tinstamp.artwork.inks import Tone, Uses
from tinstamp.artwork.outline import Array, Outline, line, nest, polygon
from tinstamp.artwork.painted import LogoError
from tinstamp.artwork.picture import Picture, read_picture, rings_at
from tinstamp.artwork.picture_inks import ink_of
from tinstamp.artwork.tidy import reduced

MOST_OUTLINES = 2000
"""outlines that a picture may give"""
PIXELS_TELL = (0.6, 0.9, 1.2)
"""Pixels that an outline may be moved, tried in turn: how far the steps of pixels are from the edge
that they show, with soft edges and with hard ones."""
CORNERS_OVER = 4.0
"""Pixels to both sides that a corner is seen over."""
CORNER_CUT = 2.5
"""Pixels of the piece that stands for a corner, at most."""
SLIGHT_BEND = 0.2
"""radians between two lines that do not make a corner"""
CLEAR_FROM = 0.02
"""Part of a picture that can be seen through, from which on that tells something."""
MOSTLY = 0.9
"""Part of what is opaque, or of the border, that decides what is ink."""
GRAINS = 60
"""Outlines of a few pixels, from which on a picture is taken as noisy."""
GRAIN = 12.0
"""square pixels of the largest grain"""


def trace(data: bytes, threshold: float, tone: Tone = "guess", inks: Uses = ()) -> Drawing:
    """Outlines of the ink of a PNG or JPEG, a pixel a mm, y upwards.

    `threshold` is the part of white, 0 to 1, below which a place is ink; what can be seen
    through counts as bare. With `inks` the colours tell instead. Raises LogoError.
    """
    picture = read_picture(data)
    notes: list[str] = []
    nothing = "no pixel of the picture has a colour that is ink"
    if inks:
        ink, level = ink_of(picture, inks), 0.5
    else:
        ink, level, told = _by_light(picture, threshold, tone)
        notes += [told] if told else []
        lighter = "lighter" if tone == "light" or told in (CLEAR, LIGHT) else "darker"
        nothing = f"nothing in the picture is {lighter} than the threshold"
    rings, grains = _calm(ink, level)
    if grains:
        notes.append(f"{grains} specks of noise were smoothed away")
    if not rings:
        raise LogoError(nothing)
    if len(rings) > MOST_OUTLINES:
        raise LogoError(f"the picture gives more than {MOST_OUTLINES} outlines: it is no logo")
    height = ink.shape[0] + 2
    loops = [polygon(np.column_stack([r[:, 0], height - r[:, 1]]).tolist()) for r in rings]
    outlines = [_followed(loop) for loop in loops]
    lines = tuple(o.points(1) for o in loops)
    closed = tuple(np.vstack([o, o[:1]]) for o in lines)
    high, wide = ink.shape
    box = (0.5, 1.5, wide + 0.5, high + 1.5) if inks else None
    return Drawing(tuple(nest(outlines)), tuple(notes), closed, box=box)


def _by_light(picture: Picture, threshold: float, tone: Tone) -> tuple[Array, float, str]:
    """How much of each pixel is ink by how dark or light it is, from what on it counts, and what
    to say of a guess."""
    told = ""
    if tone == "guess":
        tone, told = _toned(picture, threshold)
    if told == CLEAR:
        return picture.opaque, 0.5, told
    if tone == "light":
        return (1.0 - picture.dark) * picture.opaque, threshold, told
    return picture.dark * picture.opaque, 1.0 - threshold, told


def _calm(ink: Array, level: float) -> tuple[list[Array], int]:
    """Edges of ink (see `rings_at`), and how many specks of noise were smoothed away."""
    rings = rings_at(ink, level)
    grains = sum(1 for ring in rings if shapely.Polygon(ring).area <= GRAIN)
    if grains < GRAINS or 2 * grains <= len(rings):
        return rings, 0
    pixels = Image.fromarray(np.round(ink * 255).astype(np.uint8))
    smooth = np.asarray(pixels.filter(ImageFilter.MedianFilter(3)), dtype=float) / 255.0
    return [r for r in rings_at(smooth, level) if shapely.Polygon(r).area > GRAIN], grains


def _followed(loop: Outline) -> Outline:
    """A loop of pixels' edges in as few pieces as the pixels tell."""
    best = loop
    for allowed in PIXELS_TELL:
        found, _ = reduced(loop, allowed, CORNERS_OVER)
        if 2 * len(found) < len(best):
            best = found
    return _sharpened(best)


def _sharpened(outline: Outline) -> Outline:
    """Lines run on to the corner that the pixels cut off between them."""
    ends = outline.beziers[:, [0, 3]]
    run = ends[:, 1] - ends[:, 0]
    lengths = np.linalg.norm(run, axis=1)
    count = len(ends)
    short = outline.straight & (lengths < CORNER_CUT)
    keep = np.ones(count, dtype=bool)
    corners = ends.copy()
    for k in np.flatnonzero(short).tolist():
        before, after = (k - 1) % count, (k + 1) % count
        if (
            not (outline.straight[before] and outline.straight[after])
            or short[before]
            or short[after]
        ):
            continue
        turn = run[before, 0] * run[after, 1] - run[before, 1] * run[after, 0]
        if abs(turn) < SLIGHT_BEND * lengths[before] * lengths[after]:
            continue
        gap = ends[after, 0] - ends[before, 0]
        share = (gap[0] * run[after, 1] - gap[1] * run[after, 0]) / turn
        spot = ends[before, 0] + share * run[before]
        if np.linalg.norm(spot - ends[k].mean(axis=0)) <= CORNER_CUT:
            corners[before, 1] = corners[after, 0] = spot
            keep[k] = False
    if keep.all() or keep.sum() < 3:
        return outline
    beziers = outline.beziers.copy()
    for k in np.flatnonzero(outline.straight).tolist():
        beziers[k] = line(corners[k, 0], corners[k, 1])
    return Outline(beziers[keep], outline.straight[keep])


CLEAR = "light on a clear ground: what is opaque is taken as ink"
LIGHT = "light on a dark ground: what is light is taken as ink"
"""What is said of a guess."""


def _toned(seen: Picture, threshold: float) -> tuple[Tone, str]:
    """What of a picture is ink, and what to say of it. Common practice, no source."""
    there = seen.opaque > 0.5
    dark = seen.dark > 1.0 - threshold
    if (~there).mean() > CLEAR_FROM:
        if there.any() and (there & ~dark).sum() >= MOSTLY * there.sum():
            return "light", CLEAR
        return "dark", ""
    border = np.concatenate([dark[0], dark[-1], dark[:, 0], dark[:, -1]])
    if border.mean() >= MOSTLY and (~dark).any():
        return "light", LIGHT
    return "dark", ""
