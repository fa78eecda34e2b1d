"""The sheet as it is looked at: turned, fitted, with the artwork near and its face's edges in
sight; figures typed while one drags. By hand and by the inverse of a matrix."""

from __future__ import annotations

import numpy as np
import pytest
from PySide6.QtCore import QPointF

from tinstamp.desk.sheet.sheet_scale import Room, Scale, about_ink, fitted, turned_box
from tinstamp.desk.work.typed import Typed

PANE = Room(740, 320, 56, 84, 44)


@pytest.mark.parametrize("turn", [0.0, 90.0, -90.0, 180.0, 33.0, -127.5])
def test_pixels_and_sheet_are_each_others_inverse(turn: float) -> None:
    scale = Scale(3.7, 120.0, 90.0, turn)
    rng = np.random.default_rng(5)
    for x, y in rng.uniform(-50, 50, (20, 2)):
        spot = scale.to_pixel(x, y)
        assert scale.to_sheet(spot) == pytest.approx([x, y], abs=1e-9)
        assert scale.pixels(np.array([x, y])) == pytest.approx([spot.x(), spot.y()])
    back = np.linalg.inv(scale.matrix)
    assert scale.on_sheet(np.array([1.0, 0.0])) == pytest.approx(back @ [3.7, 0.0])


def test_turned_by_ninety_degrees_right_is_up() -> None:
    scale = Scale(2.0, 0.0, 0.0, 90.0)
    assert scale.to_pixel(5.0, 0.0) == QPointF(0.0, -10.0)
    assert turned_box(np.array([0.0, 0.0, 4.0, 1.0]), 90.0) == pytest.approx([-1, 0, 0, 4])


def test_zooming_keeps_the_place_under_the_pointer() -> None:
    scale = Scale(2.0, 30.0, 40.0, 20.0)
    at = QPointF(111.0, 77.0)
    assert scale.zoomed(at, 3.0).to_sheet(at) == pytest.approx(scale.to_sheet(at))


def within(scale: Scale, box: np.ndarray) -> bool:
    corners = box[[[0, 1], [2, 1], [2, 3], [0, 3]]]
    x, y = scale.pixels(corners).T
    low, high = PANE.middle - PANE.inner / 2 - 1e-6, PANE.middle + PANE.inner / 2 + 1e-6
    return bool(
        x.min() >= low[0] and x.max() <= high[0] and y.min() >= low[1] and y.max() <= high[1]
    )


@pytest.mark.parametrize("seed", range(40))
def test_all_of_the_artwork_is_in_sight_and_no_more_of_the_face_than_needed(seed: int) -> None:
    rng = np.random.default_rng(seed)
    face = np.concatenate([[0.0, 0.0], rng.uniform(2, 300, 2)])
    low = rng.uniform(0, 1, 2) * face[2:] * 0.9
    ink = np.concatenate([low, np.minimum(low + rng.uniform(0.5, 80, 2), face[2:] * 1.2)])
    turn = float(rng.choice([0.0, 90.0, 25.0]))
    scale = about_ink(ink, face, PANE, turn)
    assert within(scale, ink)
    whole = fitted(face, PANE, turn)
    both = fitted(np.concatenate([np.minimum(ink[:2], face[:2]), np.maximum(ink[2:], face[2:])]),
                  PANE, turn)  # fmt: skip
    assert within(whole, face)
    assert scale.per_mm >= both.per_mm * (1 - 1e-9)  # never further off than needed for all


def test_a_narrow_tall_face_is_not_a_thin_strip() -> None:
    """A strip 10 mm wide and 120 high with a line on it: its width fills the pane."""
    face, ink = np.array([-5.0, 0.0, 5.0, 120.0]), np.array([-4.0, 58.0, 4.0, 61.0])
    scale, before = about_ink(ink, face, PANE), fitted(face, PANE)
    assert scale.per_mm > 5 * before.per_mm
    wide = scale.per_mm * 10.0
    assert wide == pytest.approx(min(PANE.inner[0], wide))


def test_typed_figures() -> None:
    typed = Typed()
    assert [typed.key(c) for c in "1,5x"] == [True, True, True, False]
    assert typed.value(0) == 1.5 and typed.value(1) is None
    typed.next(2)
    typed.key("-")
    assert typed.value(1) is None and typed.begun
    typed.key("2")
    assert typed.value(1) == -2.0
    typed.back()
    typed.back()
    typed.back()
    assert typed.texts[1] == ""
