"""Pictures traced: what is ink, how many pieces it needs, how near it is. Shapes drawn by Pillow,
areas by hand."""

from __future__ import annotations

import io
import math

import numpy as np
import pytest
import shapely
from PIL import Image, ImageDraw

from tinstamp.artwork.outline import Region
from tinstamp.artwork.trace import CLEAR, LIGHT, trace

SIZE = 400
"""Pixels of a picture's side."""
TRUE = math.pi * (26**2 - 12.5**2) + 800.0 + 0.5 * 50 * 30 + 13 * 30 - (4 - math.pi) * 9
"""In hundredths of the side, squared: a ring, a bar, a triangle, a rounded rectangle."""


def drawn(hard: bool = False) -> Image.Image:
    """Ink 0 on 255, with soft edges or of whole pixels."""
    grown = 1 if hard else 8
    k = SIZE * grown / 100
    picture = Image.new("L", (SIZE * grown, SIZE * grown), 255)
    pen = ImageDraw.Draw(picture)
    pen.ellipse((8 * k, 8 * k, 60 * k, 60 * k), fill=0)
    pen.ellipse((21.5 * k, 21.5 * k, 46.5 * k, 46.5 * k), fill=255)
    pen.rectangle((70 * k, 10 * k, 80 * k - 1, 90 * k - 1), fill=0)
    pen.polygon([(10 * k, 95 * k), (35 * k, 65 * k), (60 * k, 95 * k)], fill=0)
    pen.rounded_rectangle((84 * k, 40 * k, 97 * k - 1, 70 * k - 1), 3 * k, fill=0)
    return picture.resize((SIZE, SIZE), Image.Resampling.BOX)


def png(picture: Image.Image, **more: object) -> bytes:
    out = io.BytesIO()
    picture.save(out, "PNG", **more)
    return out.getvalue()


def area(regions: tuple[Region, ...]) -> float:
    return sum(r.area for r in regions) / (SIZE / 100) ** 2


def pieces(regions: tuple[Region, ...]) -> list[int]:
    return sorted(len(o) for r in regions for o in r.outlines)


@pytest.mark.parametrize("hard", [False, True])
def test_lines_and_arcs_are_found_again(hard: bool) -> None:
    """A bar has four sides, a triangle three or nearly, circles eight eighths."""
    found = trace(png(drawn(hard)), 0.5).regions
    assert area(found) == pytest.approx(TRUE, rel=8e-3)
    assert sum(pieces(found)) <= 40 and pieces(found)[0] <= 4
    bar = next(r for r in found if len(r.outer) == 4)
    assert bar.outer.straight.all()
    sides = np.linalg.norm(np.diff(bar.outer.beziers[:, [0, 3]], axis=1), axis=-1).ravel()
    assert sorted(sides / (SIZE / 100)) == pytest.approx([10, 10, 80, 80], abs=0.3)
    rings = [r for r in found if r.counters]
    assert len(rings) == 1
    edge = rings[0].outer.fine(0.01) - (34 * SIZE / 100, (100 - 34) * SIZE / 100)
    radius = np.hypot(*(edge - (1.0, 1.0)).T) / (SIZE / 100)
    assert np.abs(radius - 26).max() < 0.3


def test_curves_that_are_no_arcs_are_followed_closely() -> None:
    """A wavy ring by its equation: within a pixel, in few pieces."""
    t = np.linspace(0, 2 * np.pi, 2000, endpoint=False)
    radius = 130 + 30 * np.cos(3 * t) + 8 * np.sin(5 * t)
    at = np.column_stack([np.cos(t), -np.sin(t)]) * radius[:, None] + SIZE / 2
    big = Image.new("L", (SIZE * 4, SIZE * 4), 255)
    ImageDraw.Draw(big).polygon([tuple(p) for p in (at * 4).tolist()], fill=0)
    (wave,) = trace(png(big.resize((SIZE, SIZE), Image.Resampling.BOX)), 0.5).regions
    assert len(wave.outer) < 60
    true = shapely.LinearRing(np.column_stack([at[:, 0] + 0.5, SIZE + 2 - at[:, 1] - 0.5]))
    found = shapely.LinearRing(wave.outer.fine(0.01))
    assert shapely.hausdorff_distance(true, found, densify=0.05) < 1.0


def with_alpha(colour: int) -> Image.Image:
    """The ink in one grey on a ground that can be seen through."""
    ink = drawn()
    picture = Image.new("LA", ink.size, (colour, 0))
    picture.putalpha(ink.point(lambda v: 255 - v))
    return picture


def sixteen() -> Image.Image:
    values = np.asarray(drawn(), dtype=np.uint16) * 257
    return Image.fromarray(values)


def noisy() -> Image.Image:
    """Grains all over, dark on light and light on dark."""
    values = np.asarray(drawn(), dtype=float)
    half = np.random.default_rng(5).random((SIZE // 2, SIZE // 2)) < 0.004
    hit = half.repeat(2, axis=0).repeat(2, axis=1)
    return Image.fromarray(np.where(hit, 255 - values, values).astype(np.uint8))


@pytest.mark.parametrize(
    ("data", "told"),
    [
        (png(with_alpha(0)), ""),
        (png(with_alpha(255)), CLEAR),
        (png(drawn().point(lambda v: 255 - v)), LIGHT),
        (png(sixteen()), ""),
        (png(drawn().convert("P")), ""),
        (png(noisy()), "smoothed away"),
    ],
    ids=["black on clear", "white on clear", "white on black", "16 bit", "palette", "noise"],
)
def test_what_is_ink_is_seen_and_a_guess_is_told(data: bytes, told: str) -> None:
    drawing = trace(data, 0.5)
    assert area(drawing.regions) == pytest.approx(TRUE, rel=1.5e-2)
    assert not told or any(told in note for note in drawing.notes)
    assert told or not drawing.notes


def test_a_guess_can_be_overruled() -> None:
    light = trace(png(drawn()), 0.5, "light")
    assert area(light.regions) == pytest.approx(1e4 - TRUE, rel=6e-3)
    dark = trace(png(drawn().point(lambda v: 255 - v)), 0.5, "dark")
    assert area(dark.regions) == pytest.approx(1e4 - TRUE, rel=6e-3)


@pytest.mark.parametrize("turn", range(1, 9))
def test_a_camera_held_aslant_does_not_turn_the_logo(turn: int) -> None:
    """Exif 2.3, tag 0112h Orientation: 1 to 8."""
    picture = drawn().crop((0, 0, SIZE, SIZE // 2))
    undo = {2: [0], 3: [3], 4: [1], 5: [5], 6: [2], 7: [6], 8: [4]}
    stored = picture
    for step in undo.get(turn, []):
        stored = stored.transpose(list(Image.Transpose)[step])
    exif = Image.Exif()
    exif[0x0112] = turn
    out = io.BytesIO()
    stored.save(out, "JPEG", quality=95, exif=exif)
    regions = trace(out.getvalue(), 0.5).regions
    upright = trace(png(picture), 0.5).regions
    assert sum(r.area for r in regions) == pytest.approx(sum(r.area for r in upright), rel=5e-3)
    one = np.sort([r.bounds for r in regions], axis=0)
    other = np.sort([r.bounds for r in upright], axis=0)
    np.testing.assert_allclose(one, other, atol=1.5)
