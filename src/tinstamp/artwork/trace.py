"""Logos from pictures: what is darker than a threshold, or lighter, traced to outlines.

Pillow reads the picture, contourpy follows the threshold between pixels; the outlines are then
followed by lines, arcs and curves as closely as the pixels tell (`tidy`).
"""

from __future__ import annotations

from dataclasses import dataclass
from io import BytesIO
from typing import Literal

import numpy as np
import shapely
from contourpy import contour_generator
from PIL import Image, ImageFilter, ImageOps, UnidentifiedImageError

from tinstamp.artwork.drawing import MOST_BYTES, Drawing
from tinstamp.artwork.outline import Array, Outline, line, nest, polygon
from tinstamp.artwork.painted import LogoError
from tinstamp.artwork.tidy import reduced

Tone = Literal["guess", "dark", "light"]
"""What of a picture is ink; a guess is told."""

MOST_PIXELS = 16_000_000
"""pixels of a picture that is read"""
PIXELS_TRACED = 1600
"""Pixels along the longer side that are traced at most; larger pictures are made smaller."""
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


@dataclass(frozen=True)
class _Seen:
    """A picture: how dark and how opaque each pixel is, 0 to 1."""

    dark: Array
    opaque: Array


def trace(data: bytes, threshold: float, tone: Tone = "guess") -> Drawing:
    """Outlines of the ink of a PNG or JPEG, a pixel a mm, y upwards.

    `threshold` is the part of white, 0 to 1, below which a place is ink; what can be seen
    through counts as bare. Raises LogoError.
    """
    seen = _read(data)
    tone, told = _toned(seen, threshold) if tone == "guess" else (tone, "")
    notes = [told] if told else []
    level = threshold
    if tone == "light":
        ink, level = (1.0 - seen.dark) * seen.opaque, 1.0 - threshold
        if told == CLEAR:
            ink, level = seen.opaque, 0.5
    else:
        ink = seen.dark * seen.opaque
    rings = _rings(ink, 1.0 - level)
    grains = sum(1 for ring in rings if shapely.Polygon(ring).area <= GRAIN)
    if grains >= GRAINS and 2 * grains > len(rings):
        smooth = Image.fromarray(np.round(ink * 255).astype(np.uint8)).filter(
            ImageFilter.MedianFilter(3)
        )
        rings = _rings(np.asarray(smooth, dtype=float) / 255.0, 1.0 - level)
        rings = [ring for ring in rings if shapely.Polygon(ring).area > GRAIN]
        notes.append(f"{grains} specks of noise were smoothed away")
    if not rings:
        lighter = "lighter" if tone == "light" else "darker"
        raise LogoError(f"nothing in the picture is {lighter} than the threshold")
    if len(rings) > MOST_OUTLINES:
        raise LogoError(f"the picture gives more than {MOST_OUTLINES} outlines: it is no logo")
    height = ink.shape[0] + 2
    loops = [polygon(np.column_stack([r[:, 0], height - r[:, 1]]).tolist()) for r in rings]
    outlines = [_followed(loop) for loop in loops]
    lines = tuple(o.points(1) for o in loops)
    closed = tuple(np.vstack([o, o[:1]]) for o in lines)
    return Drawing(tuple(nest(outlines)), tuple(notes), closed)


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


def _read(data: bytes) -> _Seen:
    """A picture as its camera saw it, upright, in any depth. Raises LogoError."""
    if len(data) > MOST_BYTES:
        raise LogoError(f"the picture is larger than {MOST_BYTES // 2**20} MB")
    try:
        with Image.open(BytesIO(data), formats=("PNG", "JPEG")) as picture:
            if picture.width * picture.height > MOST_PIXELS:
                raise LogoError("the picture has more than 16 million pixels")
            upright = ImageOps.exif_transpose(picture)
            if upright.mode.startswith(("I", "F")):  # 16 bit: Pillow would cut it off at 255
                values = np.asarray(upright, dtype=float) / 257.0
                upright = Image.fromarray(np.clip(values, 0, 255).astype(np.uint8))
            if max(upright.size) > PIXELS_TRACED:
                upright = upright.copy()
                upright.thumbnail((PIXELS_TRACED, PIXELS_TRACED))
            colours = upright.convert("RGBA")
            grey = np.asarray(colours.convert("RGB").convert("L"), dtype=float)
            opaque = np.asarray(colours, dtype=float)[..., 3]
    except LogoError:
        raise
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, EOFError, TypeError,
            Image.DecompressionBombError) as error:  # fmt: skip
        raise LogoError("the file is not a sound PNG or JPEG picture") from error
    return _Seen(1.0 - grey / 255.0, opaque / 255.0)


CLEAR = "light on a clear ground: what is opaque is taken as ink"
LIGHT = "light on a dark ground: what is light is taken as ink"
"""What is said of a guess."""


def _toned(seen: _Seen, threshold: float) -> tuple[Tone, str]:
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


def _rings(ink: Array, level: float) -> list[Array]:
    """Edges of ink, (n, 2) each, in pixels from a corner one pixel outside."""
    framed = np.pad(ink, 1)  # ink at the border closes there
    lines = contour_generator(z=framed).lines(level)
    rings = [np.asarray(edge)[:-1] for edge in lines if len(edge) > 4]
    return [ring for ring in rings if shapely.Polygon(ring).area > 0.5]
