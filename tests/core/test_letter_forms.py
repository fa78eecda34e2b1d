"""Forms of letters beside what fontTools reads in the fonts' own tables."""

from __future__ import annotations

from io import BytesIO

import pytest
import uharfbuzz as hb
from fontTools.ttLib import TTFont

from tests.conftest import document, font, stamp
from tinstamp.artwork.fonts import FontData
from tinstamp.artwork.glyphs import typeface
from tinstamp.artwork.letter_forms import forms_for, forms_in, known, name_of
from tinstamp.artwork.shaping import Style
from tinstamp.artwork.text import TextSpec, lay_text
from tinstamp.engine.build import build
from tinstamp.job.model import Text, TextStyle

FACES = [("Barlow", "SemiBold"), ("Zilla Slab", "Regular"), ("Pacifico", "Regular"),
         ("Frank Ruhl Libre", "Regular"), ("Saira Stencil One", "Regular")]  # fmt: skip


def single(data: FontData, tag: str) -> dict[str, str]:
    """What a form puts in place of single glyphs, by the font's table (GSUB lookup type 1)."""
    opened = TTFont(BytesIO(data.data))
    table = opened["GSUB"].table
    found: dict[str, str] = {}
    for record in table.FeatureList.FeatureRecord:
        if record.FeatureTag != tag:
            continue
        for index in record.Feature.LookupListIndex:
            for sub in table.LookupList.Lookup[index].SubTable:
                sub = getattr(sub, "ExtSubTable", sub)
                found.update(getattr(sub, "mapping", {}))
    return found


@pytest.mark.parametrize("name", FACES)
def test_the_forms_of_a_font_are_those_in_its_table(name: tuple[str, str]) -> None:
    data = font(*name)
    records = TTFont(BytesIO(data.data))["GSUB"].table.FeatureList.FeatureRecord
    theirs = {record.FeatureTag for record in records}
    assert set(forms_in(data)) == {tag for tag in theirs if known(tag)}
    assert all(len(name_of(tag)) > 2 for tag in forms_in(data))


@pytest.mark.parametrize("tag", ["smcp", "c2sc", "sups", "tnum"])
@pytest.mark.parametrize("name", FACES[:2])
def test_a_form_draws_the_glyphs_that_the_table_names(name: tuple[str, str], tag: str) -> None:
    data, text = font(*name), "Max 1278"
    opened = TTFont(BytesIO(data.data))
    usual = [opened.getBestCmap()[ord(c)] for c in text]
    swap = single(data, tag)
    wanted = [swap.get(glyph, glyph) for glyph in usual]
    assert wanted != usual, "the table changes something"
    art = lay_text(TextSpec(text, data, 6.0, forms=(tag,)))
    order = opened.getGlyphOrder()
    assert [order[letter.glyph] for letter in art.letters] == wanted
    assert tag in forms_for(data, text)


def test_a_form_of_some_words_leaves_the_others() -> None:
    data = font()
    plain = lay_text(TextSpec("m2 m2", data, 6.0))
    raised = lay_text(TextSpec("m2 m2", data, 6.0, styles=(Style(1, 2, data, forms=("sups",)),)))
    same = [a.glyph == b.glyph for a, b in zip(plain.letters, raised.letters, strict=True)]
    assert same == [True, False, True, True, True]


def test_a_fraction_is_the_fonts_own() -> None:
    """1/2 is set as numerator, fraction bar and denominator, narrower than its figures; HarfBuzz
    by itself gives the advance."""
    data = font()
    art = lay_text(TextSpec("1/2", data, 6.0, forms=("frac",)))
    buffer = hb.Buffer()
    buffer.add_str("1/2")
    buffer.guess_segment_properties()
    face = typeface(data)
    hb.shape(face.hb_font, buffer, {"frac": True})
    units = sum(p.x_advance for p in buffer.glyph_positions)
    assert art.width == pytest.approx(units * 6.0 / face.cap_height)
    assert art.width < lay_text(TextSpec("1/2", data, 6.0)).width


def test_a_form_that_the_font_has_not_is_told() -> None:
    text = Text(text="Max 12", forms=("smcp", "ss07"),
                styles=(TextStyle(start=4, end=6, forms=("sups",)),))  # fmt: skip
    mark = stamp().model_copy(update={"artwork": text})
    found = [f for f in build(document(mark)).report.findings if f.check == "letter form"]
    assert [f.message for f in found] == ["the font has no “set 7” for “Max 12”"]
