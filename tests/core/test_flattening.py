"""A sheet's polynomials are those of numpy, and the way back from it is that way."""

from __future__ import annotations

import numpy as np
import pytest
from numpy.polynomial import chebyshev
from scipy.optimize import minimize

from tinstamp.chart import flattening
from tinstamp.chart.flattening import DEGREE, Flattening, flatten_patch
from tinstamp.chart.skin import SkinChart
from tinstamp.chart.surface import SplineSurface
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


def patch(seed: int) -> SplineSurface:
    """A wild one, a bent strip or a long one, as an imported part may have them."""
    r = np.random.default_rng(seed)
    n, m = r.integers(5, 9, size=2)
    x, y = np.meshgrid(np.linspace(-1, 1, n), np.linspace(-1, 1, m), indexing="ij")
    turn, wide, rough = x * np.pi * r.uniform(0.3, 0.9), 1 + 0.2 * y, r.normal(size=x.shape)
    poles = [
        (20 * x, 15 * y, 5 * rough),
        (15 * wide * np.sin(turn), 20 * y, 15 * wide * np.cos(turn) + 0.5 * rough),
        (40 * x, 3 * y, 8 * (x**2 - 0.1 * y**2) + 0.3 * rough),
    ][seed % 3]  # fmt: skip
    u, v = (np.r_[[0.0] * 4, np.linspace(0, 1, k - 2)[1:-1], [1.0] * 4] for k in (n, m))
    return SplineSurface(u, v, np.stack(poles, axis=-1))


@pytest.mark.parametrize("seed", range(9))
def test_no_sheet_of_such_polynomials_stretches_less(seed: int) -> None:
    """SciPy's L-BFGS finds nothing better from there; the stretches are NumPy's singular values."""
    surface = patch(seed)
    flat = flatten_patch(surface, np.zeros(2), np.ones(2), 1.0, np.array([0.0, 1.0, 0.1]))
    node, share = np.polynomial.legendre.leggauss(40)
    u, v = (w.ravel() for w in np.meshgrid(node, node, indexing="ij"))
    _, du, dv = surface.first((np.stack([u, v], axis=-1) + 1) / 2)
    frame = np.linalg.inv(np.linalg.qr(np.stack([du, dv], axis=-1) / 2)[1])
    weights = np.outer(share, share).ravel() * np.linalg.norm(np.cross(du, dv), axis=1)
    weights /= weights.sum()
    eye = np.eye(DEGREE + 1)
    values = chebyshev.chebvander(node, DEGREE)
    slopes = np.stack([chebyshev.chebval(node, chebyshev.chebder(e)) for e in eye], axis=1)

    def stretch(flat_table: np.ndarray) -> tuple[float, np.ndarray]:
        """Of all tables of coefficients, and how it changes with each."""
        table = flat_table.reshape(DEGREE + 1, DEGREE + 1, 2)
        by = [np.einsum("ia,abx,jb->ijx", a, table, b).reshape(-1, 2)
              for a, b in ((slopes, values), (values, slopes))]  # fmt: skip
        map_of = np.stack(by, axis=-1) @ frame
        a, sigma, b = np.linalg.svd(map_of)
        off = (map_of - a @ b) @ frame.transpose(0, 2, 1) * weights[:, None, None]
        off = off.reshape(len(node), len(node), 2, 2)
        down = np.einsum("ijx,ia,jb->abx", off[..., 0], slopes, values)
        down += np.einsum("ijx,ia,jb->abx", off[..., 1], values, slopes)
        return float(weights @ ((sigma - 1) ** 2).sum(axis=1)), 2 * down.ravel()

    found, _ = stretch(flat.there.ravel())
    best = minimize(stretch, flat.there.ravel(), jac=True, method="L-BFGS-B",
                    options={"maxiter": 400, "ftol": 1e-15, "gtol": 1e-12})  # fmt: skip
    assert best.fun <= found <= best.fun * (1 + 2e-5) + 1e-12
    assert found > 0.0
