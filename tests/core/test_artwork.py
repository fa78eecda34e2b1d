"""Text to regions, against FreeType, fontTools and Shapely."""

from __future__ import annotations

import unicodedata
from io import BytesIO
from pathlib import Path

import freetype
import numpy as np
import pathops
import pytest
import shapely
import shapely.affinity
from fontTools.pens.areaPen import AreaPen
from fontTools.pens.basePen import BasePen
from fontTools.ttLib import TTFont

from tests.conftest import artwork, font
from tinstamp.artwork import fonts
from tinstamp.artwork.fonts import FontData, FontError
from tinstamp.artwork.outline import Outline, Region, area_of, line, nest, polygon
from tinstamp.artwork.shapes import circle, rectangle
from tinstamp.artwork.text import TextSpec, lay_text

EVERY = [(f.family, f.style) for f in fonts.shipped() if f.family != "Tin Line"]
"""All but the single-stroke one, whose outlines are made (see `test_scripts`)."""
SAMPLES = {"Noto Naskh Arabic": "فانوس ٧", "Frank Ruhl Libre": "פנס AB 12"}


def sample(family: str) -> str:
    return SAMPLES.get(family, "Lamp Oil & Ägir ß 0123456789")


def polygons(regions: tuple[Region, ...], steps: int = 400) -> list[shapely.Polygon]:
    return [
        shapely.Polygon(r.outer.points(steps), [c.points(steps) for c in r.counters])
        for r in regions
    ]


class FlatPen(BasePen):
    """Fine polygons of a TrueType glyph: outer contours clockwise, holes the other way."""

    def __init__(self, glyphs: object) -> None:
        super().__init__(glyphs)
        self.loops: list[list[tuple[float, float]]] = []

    def _moveTo(self, p):  # type: ignore[no-untyped-def]
        self.loops.append([p])

    def _lineTo(self, p):  # type: ignore[no-untyped-def]
        self.loops[-1].append(p)

    def _qCurveToOne(self, p1, p2):  # type: ignore[no-untyped-def]
        p0 = self.loops[-1][-1]
        for t in np.linspace(0, 1, 60)[1:]:
            a, b, c = (1 - t) ** 2, 2 * t * (1 - t), t * t
            self.loops[-1].append(
                tuple(a * u + b * v + c * w for u, v, w in zip(p0, p1, p2, strict=True))
            )

    def shape(self) -> shapely.Geometry:
        shapes = [(shapely.LinearRing(q), shapely.Polygon(q).buffer(0)) for q in self.loops]
        ink = shapely.union_all([s for ring, s in shapes if not ring.is_ccw])
        return ink.difference(shapely.union_all([s for ring, s in shapes if ring.is_ccw]))


def test_shipped_families_and_their_licences() -> None:
    assert len({face.family for face in fonts.shipped()}) >= 6
    for face in fonts.shipped():
        licence = (face.path.parent / "OFL.txt").read_text()
        assert "SIL OPEN FONT LICENSE Version 1.1" in licence
        # OpenType fsType: bit 1 forbids embedding; these may be put inside a job
        with TTFont(face.path) as opened:
            assert not opened["OS/2"].fsType & 0x0002


@pytest.mark.parametrize(("family", "style"), EVERY)
def test_regions_agree_with_shapely(family: str, style: str) -> None:
    drawn = artwork(sample(family), 6.0, family, style)
    shapes = polygons(drawn.regions)
    assert all(shape.is_valid for shape in shapes)
    assert drawn.area == pytest.approx(sum(s.area for s in shapes), rel=2e-5)
    whole = shapely.union_all(shapes)
    assert whole.area == pytest.approx(sum(s.area for s in shapes), rel=1e-9)  # no overlaps
    for region in drawn.regions:
        assert region.outer.area > 0
        assert all(counter.area < 0 for counter in region.counters)


@pytest.mark.parametrize(("family", "style"), EVERY)
def test_area_agrees_with_an_area_pen(family: str, style: str) -> None:
    """fontTools' AreaPen on each glyph's outlines, united by themselves."""
    drawn = artwork(sample(family), 6.0, family, style)
    with TTFont(BytesIO(font(family, style).data)) as opened:
        glyphs, order = opened.getGlyphSet(), opened.getGlyphOrder()
        total = 0.0
        for letter in drawn.letters:
            path = pathops.Path()
            glyphs[order[letter.glyph]].draw(path.getPen(glyphSet=glyphs))
            path.simplify(fix_winding=True)
            pen = AreaPen()
            path.draw(pen)
            total += abs(pen.value)
    em = _scale(family, style)
    if family in ("Pacifico", "Noto Naskh Arabic"):
        assert drawn.area < total * em**2  # joined letters: the overlap counts once
    else:
        assert drawn.area == pytest.approx(total * em**2, rel=1e-4)


def _scale(family: str, style: str) -> float:
    """mm per font unit, from the font's own capital height (or that of its first letter)."""
    with TTFont(BytesIO(font(family, style).data)) as opened:
        cap = getattr(opened["OS/2"], "sCapHeight", 0)
        if not cap:
            cmap = opened.getBestCmap()
            name = cmap.get(ord("H"), cmap[ord("ا")])
            cap = opened["glyf"][name].yMax
    return 6.0 / cap


@pytest.mark.parametrize(("family", "style"), EVERY)
def test_advances_and_outlines_agree_with_freetype(family: str, style: str) -> None:
    face = freetype.Face(BytesIO(font(family, style).data))
    scale = _scale(family, style)
    for character in "HOgn8" if family not in SAMPLES else sample(family)[:3]:
        drawn = artwork(character, 6.0, family, style)
        corners = []
        for letter in drawn.letters:  # an Arabic letter and its dots are glyphs of their own
            face.load_glyph(letter.glyph, freetype.FT_LOAD_NO_SCALE)
            if len(drawn.letters) == 1:
                wide = face.glyph.advance.x * scale
                assert letter.advance == pytest.approx(wide, abs=1e-9)
            box = face.glyph.outline.get_bbox()
            corners += [
                (letter.x + box.xMin * scale, letter.y + box.yMin * scale),
                (letter.x + box.xMax * scale, letter.y + box.yMax * scale),
            ]
        wanted = [*np.min(corners, axis=0), *np.max(corners, axis=0)]
        np.testing.assert_allclose(drawn.bounds, wanted, atol=scale)  # its box is in whole units


def test_kerning_draws_pairs_together() -> None:
    """The GPOS table of the font says how far: read with fontTools."""
    both, alone = artwork("AV"), [artwork("A"), artwork("V")]
    loose = sum(a.letters[0].advance for a in alone)
    with TTFont(BytesIO(font().data)) as opened:
        kern = _pair_adjustment(opened, "A", "V")
    assert kern < 0
    assert both.width - loose == pytest.approx(kern * _scale("Barlow", "SemiBold"), abs=1e-9)


def _pair_adjustment(opened: TTFont, left: str, right: str) -> int:
    table = opened["GPOS"].table
    wanted = {
        i
        for f in table.FeatureList.FeatureRecord
        if f.FeatureTag == "kern"
        for i in f.Feature.LookupListIndex
    }
    for index in sorted(wanted):
        for sub in table.LookupList.Lookup[index].SubTable:
            sub = getattr(sub, "ExtSubTable", sub)
            if left not in sub.Coverage.glyphs:
                continue
            if sub.Format == 1:
                pairs = sub.PairSet[sub.Coverage.glyphs.index(left)].PairValueRecord
                for pair in pairs:
                    if pair.SecondGlyph == right:
                        return int(pair.Value1.XAdvance)
            else:
                first = sub.ClassDef1.classDefs.get(left, 0)
                second = sub.ClassDef2.classDefs.get(right, 0)
                value = sub.Class1Record[first].Class2Record[second].Value1
                return int(getattr(value, "XAdvance", 0) or 0) if value else 0
    return 0


def test_letter_height_as_capitals_em_and_points() -> None:
    tall = lay_text(TextSpec("H", font(), 6.0))
    assert tall.bounds[3] - tall.bounds[1] == pytest.approx(6.0, abs=1e-6)
    em = lay_text(TextSpec("H", font(), 12 * 25.4 / 72, "em"))
    with TTFont(BytesIO(font().data)) as opened:
        share = opened["OS/2"].sCapHeight / opened["head"].unitsPerEm
    assert em.bounds[3] == pytest.approx(12 * 25.4 / 72 * share, abs=1e-6)


def test_a_joined_word_has_one_outline() -> None:
    word = artwork("lampwork", 6.0, "Pacifico", "Regular")
    assert len(word.regions) == 1
    scale = _scale("Pacifico", "Regular")
    apart = []
    with TTFont(BytesIO(font("Pacifico", "Regular").data)) as opened:
        glyphs, order = opened.getGlyphSet(), opened.getGlyphOrder()
        for letter in word.letters:
            pen = FlatPen(glyphs)
            glyphs[order[letter.glyph]].draw(pen)
            apart.append(
                shapely.affinity.affine_transform(
                    pen.shape(), [scale, 0, 0, scale, letter.x, letter.y]
                )
            )
    whole = shapely.union_all(apart)
    assert word.area == pytest.approx(whole.area, rel=1e-4)
    assert len(word.regions[0].counters) == len(whole.interiors)


def test_right_to_left_joins_and_runs_leftwards() -> None:
    word = artwork("فانوس", 6.0, "Noto Naskh Arabic", "Regular")
    assert [letter.index for letter in word.letters] == sorted(
        (letter.index for letter in word.letters), reverse=True
    )
    assert unicodedata.bidirectional("ف") == "AL"
    alone = sum(artwork(c, 6.0, "Noto Naskh Arabic", "Regular").width for c in "فانوس")
    assert word.width < alone  # joining forms are narrower than letters by themselves


def test_lines_spacing_and_alignment() -> None:
    spec = TextSpec("AAA\nA", font(), 6.0, align="start")
    start = lay_text(spec)
    ends = lay_text(TextSpec("AAA\nA", font(), 6.0, align="end"))
    assert start.letters[-1].x == pytest.approx(start.letters[0].x)
    right = [drawn.x + drawn.advance for drawn in (ends.letters[2], ends.letters[3])]
    assert right[0] == pytest.approx(right[1]) == pytest.approx(0.0)
    drop = start.letters[0].y - start.letters[-1].y
    double = lay_text(TextSpec("AAA\nA", font(), 6.0, line_spacing=2.0))
    assert double.letters[0].y - double.letters[-1].y == pytest.approx(2 * drop)
    wide = lay_text(TextSpec("AAA", font(), 6.0, spacing=0.5))
    assert wide.width - lay_text(TextSpec("AAA", font(), 6.0)).width == pytest.approx(1.0)


def test_missing_letters_are_named_once() -> None:
    assert artwork("A☃B☃", 6.0).missing == ("☃",)
    assert artwork("", 6.0).regions == ()


def test_fonts_that_are_none() -> None:
    with pytest.raises(FontError):
        fonts.find("No Such Family", "Regular")
    with pytest.raises(FontError):
        lay_text(TextSpec("A", FontData(b"not a font"), 6.0))
    with pytest.raises(FontError):
        fonts.read(Path("/nowhere/at/all.ttf"))


def test_area_by_greens_theorem() -> None:
    assert rectangle(3, 2).area == pytest.approx(6.0)
    assert circle(5).area == pytest.approx(np.pi * 25, rel=1e-7)
    assert circle(5, clockwise=True).area == pytest.approx(-np.pi * 25, rel=1e-7)
    # a parabola's segment: two thirds of base times height (Archimedes)
    arch = np.array([[0, 0], [4 / 3, 2], [8 / 3, 2], [4, 0]], dtype=float)
    assert area_of(np.stack([line((0, 0), (0, 0)), arch[::-1]])) == pytest.approx(4.0, rel=1e-12)


def test_nesting_by_depth() -> None:
    rings = [rectangle(10, 10), rectangle(8, 8).reversed(), rectangle(6, 6), rectangle(4, 4)]
    regions = nest(rings)
    assert sorted(round(r.area) for r in regions) == [20, 36]
    mirrored = regions[0].transformed(np.diag([-1.0, 1.0]), np.zeros(2))
    assert mirrored.outer.area > 0 > mirrored.counters[0].area


def test_outlines_know_their_bounds() -> None:
    shape: Outline = polygon([(0, 0), (2, 0), (1, 3)])
    np.testing.assert_allclose(shape.bounds, [0, 0, 2, 3])
