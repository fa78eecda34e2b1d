"""Widths by touching circles where there are very many points."""

from __future__ import annotations

import tracemalloc

import numpy as np
import pytest

from tinstamp.proofing import strokes


@pytest.mark.parametrize("pairs", [500, 3_000, 10**9])
def test_strokes_are_the_same_in_portions_of_any_size(
    pairs: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    r = np.random.default_rng(5)
    points, normals = r.random((300, 2)), r.normal(size=(300, 2))
    normals /= np.linalg.norm(normals, axis=1)[:, None]
    whole = strokes._circles(points, normals)
    monkeypatch.setattr(strokes, "AT_ONCE", pairs)
    for one, other in zip(whole, strokes._circles(points, normals), strict=True):
        assert len(one.wide) > 2
        for of in ("one", "other", "wide"):
            assert np.array_equal(getattr(one, of), getattr(other, of))


def test_strokes_of_one_piece_with_thousands_of_corners_take_little_room() -> None:
    """A pattern that copies of a word share is one outline of thousands of lines: pairs of all its
    points at once took 760 MB an array (a random case: the check was given up)."""
    r = np.random.default_rng(6)
    points, normals = r.random((4000, 2)), r.normal(size=(4000, 2))
    normals /= np.linalg.norm(normals, axis=1)[:, None]
    tracemalloc.start()
    strokes._circles(points, normals)
    _, most = tracemalloc.get_traced_memory()
    tracemalloc.stop()
    assert most < 150 * 2**20
