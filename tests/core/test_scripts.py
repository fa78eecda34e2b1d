"""Text in many fonts and scripts, against FreeType, Shapely and python-bidi."""

from __future__ import annotations

import random

import freetype
import numpy as np
import pytest
import shapely
import shapely.affinity
import shapely.ops
from bidi import get_display
from fontTools.pens.recordingPen import RecordingPen
from fontTools.ttLib import TTFont

from tests.conftest import font, made
from tests.core.packaged import LATIN_GREEK_CYRILLIC, MORE, packaged
from tests.core.plans import flat
from tinstamp.artwork import bidi, fonts
from tinstamp.artwork.fonts import FontData
from tinstamp.artwork.glyphs import typeface
from tinstamp.artwork.shaping import Style
from tinstamp.artwork.text import TextSpec, lay_text, letter_inks
from tinstamp.engine.build import build
from tinstamp.job.archive import Document
from tinstamp.job.features import Tube
from tinstamp.job.model import Blank, FontRef, Job, OwnLetter, Setting, Stamp, Text, TextStyle
from tinstamp.job.resolve import resolve
from tinstamp.job.retext import retexted
from tinstamp.plan.art import art_spec

LATIN, GREEK, CYRILLIC = "Ägéßø Åñ", "ΩμέγαΠλ", "ЖизньЙё"
LEFTWARDS = {"DejaVuSans.ttf": "פנס بيت", "DejaVuSans-Bold.ttf": "למד قلم"}
MARKS = "!\"#%&'()*+,-./:;=?@[]_"
EVERY = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789" + MARKS


def data(name: str) -> FontData:
    return fonts.read(packaged(name))


def freetype_ink(face: freetype.Face, glyph: int) -> tuple[shapely.Geometry, float]:
    """FreeType's outline of a glyph as fine polygons (non-zero rule), and its advance."""
    face.load_glyph(glyph, freetype.FT_LOAD_NO_SCALE)
    loops: list[list[tuple[float, float]]] = []
    t = np.linspace(0, 1, 40)[1:, None]

    def curve(*points: tuple[float, float]) -> None:
        rows = np.array([loops[-1][-1], *points], dtype=float)
        every = np.broadcast_to(rows, (len(t), *rows.shape))
        while every.shape[1] > 1:
            every = every[:, :-1] + t[:, None] * (every[:, 1:] - every[:, :-1])
        loops[-1] += [tuple(p) for p in every[:, 0]]

    face.glyph.outline.decompose(
        move_to=lambda p, _: loops.append([(p.x, p.y)]),
        line_to=lambda p, _: loops[-1].append((p.x, p.y)),
        conic_to=lambda a, p, _: curve((a.x, a.y), (p.x, p.y)),
        cubic_to=lambda a, b, p, _: curve((a.x, a.y), (b.x, b.y), (p.x, p.y)),
    )
    return _non_zero(loops), float(face.glyph.advance.x)


def _non_zero(loops: list[list[tuple[float, float]]]) -> shapely.Geometry:
    rings = [shapely.LinearRing(loop) for loop in loops if len(loop) > 2]
    if not rings:
        return shapely.Polygon()
    lines = shapely.union_all(rings)
    ink = []
    for piece in shapely.ops.polygonize(lines):
        at = np.array(piece.representative_point().coords[0])
        winding = 0.0
        for ring in rings:
            v = np.array(ring.coords) - at
            turn = np.diff(np.unwrap(np.arctan2(v[:, 1], v[:, 0])))
            winding += turn.sum() / (2 * np.pi)
        if abs(winding) > 0.5:
            ink.append(piece)
    return shapely.union_all(ink)


@pytest.mark.parametrize("name", [*LATIN_GREEK_CYRILLIC, *LEFTWARDS])
def test_shaped_text_agrees_with_freetype_and_shapely(name: str) -> None:
    face = freetype.Face(str(packaged(name)))
    opened = typeface(data(name))
    texts = [LEFTWARDS[name]] if name in LEFTWARDS else []
    texts += [LATIN, GREEK, CYRILLIC] if name in LATIN_GREEK_CYRILLIC else [LATIN]
    for text in texts:
        drawn = lay_text(TextSpec(text, data(name), 10.0, "em"))
        assert drawn.missing == ()
        scale = 10.0 / opened.units
        shapes = []
        for letter in drawn.letters:
            ink, advance = freetype_ink(face, letter.glyph)
            shapes.append(
                shapely.affinity.affine_transform(ink, [scale, 0, 0, scale, letter.x, letter.y])
            )
            kerned = letter.advance / scale - advance
            assert abs(kerned - round(kerned)) < 1e-6  # kerning is in whole units
            assert abs(kerned) < 0.2 * opened.units or advance == 0 or letter.advance == 0
        whole = shapely.union_all(shapes)
        ours = shapely.union_all(
            [shapely.Polygon(r.outer.points(60), [c.points(60) for c in r.counters])
             for r in drawn.regions]
        )  # fmt: skip
        assert drawn.area == pytest.approx(whole.area, rel=1e-3)
        assert whole.symmetric_difference(ours).area < 2e-3 * whole.area


@pytest.mark.parametrize("name", [n for n in LATIN_GREEK_CYRILLIC if n.startswith("DejaVuS")])
def test_kerning_agrees_with_freetype(name: str) -> None:
    """FreeType reads the font's own kern table, HarfBuzz its GPOS."""
    face = freetype.Face(str(packaged(name)))
    units = typeface(data(name)).units
    found = 0
    for pair in ("AV", "To", "Te", "LT", "VA", "P.", "AY", "FA", "Yo"):
        kern = face.get_kerning(*pair, freetype.FT_KERNING_UNSCALED).x
        drawn = lay_text(TextSpec(pair, data(name), float(units), "em"))
        if kern == 0:  # what only the GPOS table kerns
            continue
        face.load_char(pair[0], freetype.FT_LOAD_NO_SCALE)
        assert drawn.letters[1].x - drawn.letters[0].x == pytest.approx(
            face.glyph.advance.x + kern, abs=0.01
        )
        found += 1
    assert found or "Mono" in name


def test_direction_agrees_with_python_bidi() -> None:
    """Random lines of Latin, Hebrew, Arabic, digits and spaces (UAX #9 by python-bidi)."""
    pick = random.Random(7)
    letters = "abcאבגدجب 12٣,.-+%/ "
    for _ in range(400):
        text = "".join(pick.choice(letters) for _ in range(pick.randint(1, 14)))
        if not any(c.isalpha() for c in text):
            continue
        ours = "".join(
            text[a:b][::-1] if leftwards else text[a:b] for a, b, leftwards in bidi.runs(text)
        )
        assert ours.strip() == get_display(text).strip(), text


BRACKETS = "()[]{}<>⟨⟩"


def test_brackets_agree_with_python_bidi() -> None:
    """Rule N0 of UAX #9: 4,000 random lines with brackets, digits, marks and both directions."""
    pick = random.Random(9)
    letters = f"ab 12אבעجد.,-+%٣\u0301\u05b0{BRACKETS}"
    hidden = str.maketrans(
        dict.fromkeys(BRACKETS, "*")
    )  # it mirrors them, we leave that to shaping
    for _ in range(4000):
        text = "".join(pick.choice(letters) for _ in range(pick.randint(1, 14))).strip()
        ours = "".join(
            text[a:b][::-1] if leftwards else text[a:b] for a, b, leftwards in bidi.runs(text)
        )
        assert ours.translate(hidden) == get_display(text).translate(hidden), ascii(text)


def test_brackets_are_paired_as_the_standard_pairs_them() -> None:
    """Some of BidiBrackets.txt, Unicode 15.1, those with odd partners among them."""
    pairs = {chr(c): p for c in range(0x110000) if (p := bidi._partner(chr(c))) is not None}
    assert len(pairs) == 64
    for a, b in ((0x28, 0x29), (0x5B, 0x5D), (0x0F3A, 0x0F3B), (0x169B, 0x169C), (0x298D, 0x2990),
                 (0x298F, 0x298E), (0x3008, 0x3009), (0xFF5F, 0xFF60)):  # fmt: skip
        assert pairs[chr(a)] == chr(b)


def test_mixed_directions_stand_in_order() -> None:
    drawn = lay_text(TextSpec("AB פנס 12", data("DejaVuSans.ttf"), 6.0))
    x = {letter.index: letter.x for letter in drawn.letters}
    assert x[0] < x[1] < x[7] < x[8] < x[5] < x[4] < x[3]


# -- single strokes


def test_a_single_stroke_font_is_as_wide_as_its_cutter() -> None:
    face = fonts.find("Tin Line", "Regular")
    with TTFont(face.path) as opened:
        glyphs, cmap = opened.getGlyphSet(), opened.getBestCmap()
        scale = 10.0 / opened["OS/2"].sCapHeight
        for letter in "ABGMRSWagkß&25§"[:13]:
            pen = RecordingPen()
            glyphs[cmap[ord(letter)]].draw(pen)
            lines = [shapely.LineString(run[: len(run) // 2 + 1]) for run in _followed(pen.value)]
            for cutter in (0.3, 0.9):
                drawn = lay_text(TextSpec(letter, font("Tin Line", "Regular"), 10.0, cutter=cutter))
                wanted = shapely.union_all(lines).buffer(cutter / scale / 2, quad_segs=16)
                assert drawn.area == pytest.approx(wanted.area * scale**2, rel=2e-3), letter
    assert typeface(font("Tin Line", "Regular")).single_stroke
    assert not any(typeface(data(n)).single_stroke for n in ("Roboto-Thin.ttf", "DejaVuSans.ttf"))


def _followed(value):  # type: ignore[no-untyped-def]
    t = np.linspace(0, 1, 24)[1:, None]
    runs = []
    for verb, points in value:
        if verb == "moveTo":
            runs.append([points[0]])
        elif verb == "lineTo":
            runs[-1].append(points[0])
        elif verb == "qCurveTo":
            whole = list(points)
            for k in range(len(whole) - 1):
                a = np.array(runs[-1][-1], dtype=float)
                b = np.array(whole[k], dtype=float)
                last = k == len(whole) - 2
                c = np.array(whole[k + 1] if last else (b + whole[k + 1]) / 2, dtype=float)
                runs[-1] += [tuple(p) for p in (1 - t) ** 2 * a + 2 * t * (1 - t) * b + t * t * c]
    return runs


# -- parts with a style of their own, upside down


def test_words_in_a_font_and_size_of_their_own() -> None:
    plain = TextSpec("PELL WICK", font(), 6.0, align="start")
    bold = font("Oswald", "Medium")
    styled = lay_text(TextSpec(**{**vars(plain), "styles": (Style(5, 9, bold, 2.0),)}))
    first, second = lay_text(plain), lay_text(TextSpec("WICK", bold, 12.0, align="start"))
    assert [x.x for x in styled.letters[:5]] == pytest.approx([x.x for x in first.letters[:5]])
    at = styled.letters[5].x
    assert [x.x - at for x in styled.letters[5:]] == pytest.approx([x.x for x in second.letters])
    head = sum(r.area for r in first.regions if max(r.letters) < 4)
    assert styled.area == pytest.approx(head + second.area, rel=1e-6)
    assert len(letter_inks(TextSpec(**{**vars(plain), "styles": (Style(5, 9, bold, 2.0),)}))) == 9
    wide = lay_text(TextSpec("PELL WICK", font(), 80.0, "width", styles=(Style(5, 9, bold, 2.0),)))
    assert wide.width == pytest.approx(80.0)


def test_styles_and_letters_stay_with_their_characters() -> None:
    drawn = Text(
        text="AB CD EF",
        letters=(OwnLetter(index=3), OwnLetter(index=6)),
        styles=(TextStyle(start=3, end=5, size="2"),),
    )
    longer = retexted(drawn, "AB xy CD EF")
    assert [own.index for own in longer.letters] == [6, 9]
    assert (longer.styles[0].start, longer.styles[0].end) == (6, 8)
    inside = retexted(drawn, "AB CxD EF")
    assert (inside.styles[0].start, inside.styles[0].end) == (3, 6)
    gone = retexted(drawn, "AB EF")
    assert gone.styles == () and [own.index for own in gone.letters] == [3]


def test_upside_down_keeps_the_place_and_the_letters_on_a_guide() -> None:
    def placed(**more: object):  # type: ignore[no-untyped-def]
        mark = Stamp(
            name="m", artwork=Text(text="AVL", **more), setting=Setting(face="t.outer", up="20 mm")
        )
        job = Job(blank=Blank(features=(Tube(name="t"),)), stamps=(mark,))
        return flat(Document(job), resolve(job), 0, made(Tube(name="t")).charts["t.outer"])

    upright, over = placed(), placed(upside_down=True)
    np.testing.assert_allclose(upright.bounds, over.bounds, atol=1e-9)
    middle = (upright.bounds[:2] + upright.bounds[2:]) / 2
    a = upright.regions[0].outer.beziers[:, 0]
    assert (
        min(
            np.abs(2 * middle - a - r.outer.beziers[:, 0]).max()
            for r in over.regions
            if len(r.outer) == len(a)
        )
        < 1e-9
    )
    both = placed(upside_down=True, mirrored=True)
    assert both.area == pytest.approx(upright.area)


# -- every letter becomes solid


@pytest.mark.parametrize("name", [*LATIN_GREEK_CYRILLIC, *MORE])
def test_every_letter_of_packaged_fonts_is_solid_on_a_tube(name: str) -> None:
    face = data(name)
    lines = "\n".join(EVERY[i : i + 21] for i in range(0, len(EVERY), 21))
    mark = Stamp(
        name="all",
        artwork=Text(text=lines, spacing="0.3 mm", font=FontRef(family=name, digest=face.digest)),
        setting=Setting(face="t.outer", up="70 mm"),
    )
    part = Tube(name="t", outer_diameter="90 mm", wall="4 mm", height="110 mm")
    job = Job(blank=Blank(features=(part,)), stamps=(mark,))
    report = build(Document(job, {face.digest: face.data})).report
    assert report.valid and report.stamps[0].built_by == "imprint"
    fine = ("thin stroke", "tight gap")  # what the font has at 6 mm is told, and made
    assert not [f for f in report.findings if f.level == "fix" and f.check not in fine]


def test_mutated_fonts_give_letters_or_words() -> None:
    """Bytes of TrueType and OpenType fonts changed or cut off: always letters, or FontError."""
    pick = np.random.default_rng(11)
    told = drawn = 0
    for name in ("SourceSerifPro-Light.otf", "Caladea-Regular.ttf"):
        whole = packaged(name).read_bytes()
        for _ in range(60):
            broken = bytearray(whole)
            if pick.random() < 0.2:
                del broken[int(pick.integers(50, len(broken))) :]
            for _ in range(int(pick.integers(1, 40))):
                at = int(pick.integers(0, len(broken) if pick.random() < 0.5 else 2000))
                broken[at % len(broken)] = int(pick.integers(0, 256))
            try:
                made = lay_text(TextSpec("Rag & 28", FontData(bytes(broken)), 6.0))
                fonts.axes_of(FontData(bytes(broken)))
            except fonts.FontError as error:
                assert str(error)
                told += 1
            else:
                assert all(np.isfinite(r.outer.beziers).all() for r in made.regions)
                drawn += 1
    assert told > 5 and drawn > 5


def test_the_letters_height_can_be_a_field() -> None:
    mark = Stamp(name="m", artwork=Text(text="{size:.1} MM", height="1/4 in"),
                 setting=Setting(face="t.outer"))  # fmt: skip
    job = Job(blank=Blank(features=(Tube(name="t"),)), stamps=(mark,))
    assert art_spec(Document(job), resolve(job), 0).text == "6.3 MM"
