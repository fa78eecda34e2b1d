"""Ink that lies on other ink, united: held against Shapely's union of fine lines (GEOS), which
shares nothing with either library that makes it."""

from __future__ import annotations

import numpy as np
import pathops
import pytest
import shapely
from shapely.geometry.base import BaseGeometry

from tests.conftest import artwork, font
from tinstamp.artwork import agreed, clip, fonts
from tinstamp.artwork.clip import within
from tinstamp.artwork.glyphs import typeface
from tinstamp.artwork.outline import Region, evaluate
from tinstamp.artwork.text import TextSpec, lay_text
from tinstamp.artwork.unite import UnionError, closed, contour_of
from tinstamp.setting.along import together

STEPS = 32
"""lines to a piece in what unions are held against"""
AREA = 1e-3
"""part of the ink that a union may be off"""
WORDS = ("PELLWICK LANTERN", "OB8%&@", "Fill to this line", "ÄÖÜß8&g", "lamp oil only")


def shape_of(region: Region) -> BaseGeometry:
    """A region in fine lines."""
    holes = [counter.points(STEPS) for counter in region.counters]
    return shapely.make_valid(shapely.Polygon(region.outer.points(STEPS), holes))


def off(found: list[Region], wanted: BaseGeometry) -> float:
    """Part of the ink in which regions and what was wanted differ."""
    covered = shapely.union_all([shape_of(region) for region in found])
    return float(covered.symmetric_difference(wanted).area / wanted.area)


def copies(seed: int) -> list[list[Region]]:
    """A word several times, its copies over one another: in line, turned a little, or anyhow."""
    random = np.random.default_rng(seed)
    base = artwork(str(random.choice(WORDS)), height=float(10 ** random.uniform(-0.3, 1.0)))
    corner = np.max([region.bounds[2:] for region in base.regions], axis=0)
    most = random.choice([0.0, 5.0, 180.0])
    groups = []
    for _ in range(random.integers(2, 5)):
        angle = np.radians(random.uniform(-most, most))
        turn = np.array([[np.cos(angle), -np.sin(angle)], [np.sin(angle), np.cos(angle)]])
        near = np.array([random.choice([0.02, 0.2, 1.0]), random.choice([0.0, 0.05, 1.0])])
        shift = random.uniform(0.0, 1.0, 2) * corner * near
        groups.append([region.transformed(turn, shift) for region in base.regions])
    return groups


@pytest.mark.parametrize("seed", range(40))
def test_copies_over_one_another_lose_nothing(seed: int) -> None:
    groups = copies(seed)
    wanted = shapely.union_all([shape_of(region) for group in groups for region in group])
    assert off([region for region, _ in together(groups)], wanted) < AREA


def wound(rings: list[np.ndarray]) -> BaseGeometry:
    """What rings wind round (non-zero rule): the faces between all of their lines, by the angles
    under which a place in each sees them go round."""
    lines = shapely.union_all([shapely.LineString(np.vstack([r, r[:1]])) for r in rings])
    faces = shapely.get_parts(shapely.polygonize([lines]))
    inked = []
    for face in faces:
        spot, turns = np.array(face.representative_point().coords[0]), 0.0
        for ring in rings:
            a, b = ring - spot, np.roll(ring, -1, axis=0) - spot
            cross = a[:, 0] * b[:, 1] - a[:, 1] * b[:, 0]
            turns += float(np.arctan2(cross, (a * b).sum(axis=1)).sum())
        if round(turns / (2 * np.pi)):
            inked.append(face)
    return shapely.union_all(inked)


@pytest.mark.parametrize(
    ("family", "style"),
    [("Noto Naskh Arabic", "Regular"), ("Frank Ruhl Libre", "Regular"), ("Oswald", "Medium"),
     ("Courier Prime", "Regular"), ("Pacifico", "Regular")],
)  # fmt: skip
def test_glyphs_cover_what_their_contours_wind_round(family: str, style: str) -> None:
    face, error = typeface(font(family, style)), 1 / 40_000
    t, looked = np.linspace(0.0, 1.0, STEPS, endpoint=False), 0
    for glyph in range(0, face.hb_font.face.glyph_count, 13):
        contours = face.contours(glyph, 0.0)
        rings = [evaluate(closed(contour), t).reshape(-1, 2) for contour in contours]
        if rings:
            wanted = wound(rings)
            moved = error * face.units * wanted.length / wanted.area
            assert off(list(face.regions(glyph, error, 0.0)), wanted) < AREA + moved, glyph
            looked += 1
    assert looked > 20


def test_letters_set_tight_are_one_piece_that_covers_them() -> None:
    loose = artwork("OOOO", height=8.0)
    face = fonts.find("Barlow", "SemiBold")
    tight = lay_text(TextSpec("OOOO", fonts.read(face.path), 8.0, spacing=-2.0))
    assert len(loose.regions) == 4 and len(tight.regions) == 1
    ring, (left, low, right, _) = shape_of(loose.regions[0]), tight.regions[0].bounds
    step = (right - left - (ring.bounds[2] - ring.bounds[0])) / 3
    first = shapely.affinity.translate(ring, left - ring.bounds[0], low - ring.bounds[1])
    wanted = shapely.union_all([shapely.affinity.translate(first, k * step) for k in range(4)])
    assert off(list(tight.regions), wanted) < AREA


def test_a_piece_that_was_lost_is_noticed(monkeypatch: pytest.MonkeyPatch) -> None:
    contours = [contour_of(o) for r in artwork("OB8").regions for o in r.outlines]
    wanted = shapely.union_all([shape_of(region) for region in artwork("OB8").regions])
    unite = agreed.unite
    monkeypatch.setattr(agreed, "unite", lambda *args: unite(*args)[:-1])
    assert off(agreed.united_mm(contours), wanted) < AREA


def test_what_one_library_gives_up_is_united(monkeypatch: pytest.MonkeyPatch) -> None:
    def gives_up(*args: object) -> list[Region]:
        raise UnionError("its outlines cannot be united")

    groups = copies(3)
    wanted = shapely.union_all([shape_of(region) for group in groups for region in group])
    monkeypatch.setattr(agreed, "unite", gives_up)
    assert off([region for region, _ in together(groups)], wanted) < AREA


@pytest.mark.parametrize("seed", range(30))
def test_what_lies_within_an_area_loses_nothing(seed: int) -> None:
    random = np.random.default_rng(seed)
    regions = artwork(
        str(random.choice(WORDS)), height=float(10 ** random.uniform(-0.3, 1.0))
    ).regions
    box = shapely.union_all([shape_of(region) for region in regions]).bounds
    low, high = np.array(box[:2]), np.array(box[2:])
    spots = low + (high - low) * random.random((4, 2))
    sizes = (high - low).min() * random.uniform(0.2, 2.0, 4)
    area = shapely.union_all(shapely.buffer(shapely.points(spots), sizes))
    if seed % 2:
        area = shapely.box(*box).difference(area)
    wanted = shapely.union_all([shape_of(region) for region in regions]).intersection(area)
    found = within(regions, area)
    if wanted.area > 1e-3:
        assert off(found, wanted) < AREA


def test_what_is_cut_wrong_in_curves_is_cut_in_lines(monkeypatch: pytest.MonkeyPatch) -> None:
    regions = artwork("O").regions
    area = shapely.box(0.0, 0.0, 2.0, 10.0)
    wanted = shape_of(regions[0]).intersection(area)
    assert off(within(regions, area), wanted) < AREA
    op = pathops.op

    def loses(*args: object, **how: object) -> pathops.Path:
        path = op(*args, **how)
        kept = pathops.Path()
        for contour in list(path.contours)[:-1]:
            kept.addPath(contour)
        return kept

    monkeypatch.setattr(clip.pathops, "op", loses)
    assert off(within(regions, area), wanted) < AREA

    def gives_up(*args: object, **how: object) -> pathops.Path:
        raise pathops.PathOpsError("operation did not succeed")

    monkeypatch.setattr(clip.pathops, "op", gives_up)
    assert off(within(regions, area), wanted) < AREA
