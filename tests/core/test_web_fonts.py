"""Web fonts unpacked here beside fontTools, which packed them: every glyph, bearing and table; and
damaged ones, which are told."""

from __future__ import annotations

import random
from io import BytesIO
from pathlib import Path

import pytest
from fontTools.ttLib import TTFont
from fontTools.ttLib.tables._g_l_y_f import Glyph, flagOverlapSimple

from tinstamp.artwork.fonts import FontError, shipped, unpacked

FACES = [face.path for face in shipped()]


def packed(font: TTFont) -> bytes:
    font.flavor = "woff2"
    out = BytesIO()
    font.save(out)
    return out.getvalue()


@pytest.mark.parametrize("path", FACES, ids=[path.stem for path in FACES])
def test_a_font_comes_back_as_it_was_packed(path: Path) -> None:
    data = packed(TTFont(path))
    ours, plain = TTFont(BytesIO(unpacked(data, path.name))), TTFont(path)
    assert ours["hmtx"].metrics == plain["hmtx"].metrics
    assert ours.getGlyphOrder() == plain.getGlyphOrder()
    there, here = plain["glyf"], ours["glyf"]
    for name in plain.getGlyphOrder():
        assert fields(here[name], here) == fields(there[name], there), name
    theirs = TTFont(BytesIO(data)).reader
    for tag in set(plain.keys()) - {"glyf", "loca", "head", "hmtx", "GlyphOrder", "DSIG"}:
        assert ours.reader[tag] == theirs[tag], tag


def fields(glyph: Glyph, table: object) -> dict[str, object]:
    glyph.expand(table)
    return {k: v for k, v in vars(glyph).items() if k != "data"}


def test_overlapping_outlines_stay_marked() -> None:
    font = TTFont(FACES[0])
    glyph = font["glyf"]["A"]
    glyph.flags[0] |= flagOverlapSimple
    back = TTFont(BytesIO(unpacked(packed(font), "a.woff2")))
    assert back["glyf"]["A"].flags[0] & flagOverlapSimple
    assert not back["glyf"]["B"].flags[0] & flagOverlapSimple


@pytest.mark.parametrize("seed", range(30))
def test_a_damaged_font_is_told(seed: int) -> None:
    r = random.Random(seed)
    data = bytearray(packed(TTFont(r.choice(FACES))))
    if seed % 3 == 0:
        del data[r.randrange(20, len(data)) :]
    else:
        for _ in range(r.randint(1, 20)):
            data[r.randrange(len(data) if seed % 3 == 1 else 200)] = r.randrange(256)
    try:
        found = unpacked(bytes(data), "a.woff2")
    except FontError as error:
        assert "a.woff2 is damaged" in str(error)
    else:
        assert found[:4] != b"wOF2"
