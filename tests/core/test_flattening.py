"""A sheet's polynomials are those of numpy, and the way back from it is that way."""

from __future__ import annotations

import numpy as np
import pytest
from numpy.polynomial import chebyshev

from tinstamp.chart import flattening
from tinstamp.chart.flattening import DEGREE, Flattening
from tinstamp.chart.skin import SkinChart
from tinstamp.engine.build import build
from tinstamp.job.archive import Document
from tinstamp.job.features import FreeformSkin
from tinstamp.job.model import Blank, Job


@pytest.fixture(scope="module")
def flat() -> Flattening:
    part = FreeformSkin(name="p", length="110 mm", width="60 mm", thickness="5 mm")
    built = build(Document(Job(blank=Blank(features=(part,)))))
    assert built.blank is not None
    chart = built.blank.charts["p.top"]
    assert isinstance(chart, SkinChart)
    return chart.flat


def inside(flat: Flattening, shape: tuple[int, ...]) -> np.ndarray:
    at = np.random.default_rng(5).uniform(0.02, 0.98, (*shape, 2))
    return np.asarray(flat.low + at * (flat.high - flat.low))


@pytest.mark.parametrize("shape", [(40,), (5, 8), (1,), ()])
def test_values_and_slopes_are_those_of_numpy(flat: Flattening, shape: tuple[int, ...]) -> None:
    # numpy.polynomial.chebyshev: chebval2d and chebder
    uv = inside(flat, shape)
    unit = 2.0 * (uv - flat.low) / (flat.high - flat.low) - 1.0
    x, y = unit[..., 0], unit[..., 1]
    scale = 2.0 / (flat.high - flat.low)
    slopes, sheet = flat.slopes(uv), flat.sheet(uv)
    assert slopes.shape == (*shape, 2, 2) and sheet.shape == (*shape, 2)
    for k in range(2):
        table = flat.there[:, k].reshape(DEGREE + 1, DEGREE + 1)
        assert sheet[..., k] == pytest.approx(chebyshev.chebval2d(x, y, table), abs=1e-10)
        for axis in range(2):
            by = chebyshev.chebval2d(x, y, chebyshev.chebder(table, axis=axis)) * scale[axis]
            assert slopes[..., k, axis] == pytest.approx(by, abs=1e-9)


@pytest.mark.parametrize("shape", [(300,), (20, 15), ()])
def test_the_way_back_ends_where_it_began(flat: Flattening, shape: tuple[int, ...]) -> None:
    uv = inside(flat, shape)
    assert flat.uv(flat.sheet(uv)) == pytest.approx(uv, abs=1e-11)


def test_the_way_back_needs_no_good_guess(flat: Flattening) -> None:
    """A step that is small enough to be the last leaves nothing that counts, wherever it began."""
    uv = inside(flat, (200,))
    rough = Flattening(flat.low, flat.high, flat.there, flat.back * 0.97, flat.box)
    assert rough.uv(flat.sheet(uv)) == pytest.approx(uv, abs=1e-11)


def test_slopes_on_a_grid_are_those_of_the_explicit_products() -> None:
    """NumPy's own Chebyshev derivatives, every product written out."""
    random = np.random.default_rng(41)
    node = np.polynomial.legendre.leggauss(7)[0]
    count = flattening.DEGREE + 1
    inverse, weights = random.normal(size=(49, 2, 2)), random.random(49)
    there = random.normal(size=(count**2, 2))
    maps = flattening._Slopes.on(node, inverse)
    u, v = (w.ravel() for w in np.meshgrid(node, node, indexing="ij"))
    by = np.empty((49, 2, count**2))
    for k in range(count**2):
        table = np.zeros((count, count))
        table[k // count, k % count] = 1.0
        for d in range(2):
            by[:, d, k] = chebyshev.chebval2d(u, v, chebyshev.chebder(table, axis=d))
    rows = np.einsum("ndk,ndc->nkc", inverse, by)
    assert maps.of(there) == pytest.approx(rows @ there, abs=1e-9)
    wanted = random.normal(size=(49, 2, 2))
    back = np.einsum("n,nkc,nkx->cx", weights, rows, wanted)
    assert maps.back(weights, wanted) == pytest.approx(back, abs=1e-9)
    normal = np.einsum("n,nkc,nkd->cd", weights, rows, rows)
    assert maps.normal(weights) == pytest.approx(normal, rel=1e-12, abs=1e-9)
