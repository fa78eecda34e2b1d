"""Fonts from files: web fonts, variable fonts with their axes, collections; exact places."""

from __future__ import annotations

import hashlib
from io import BytesIO
from pathlib import Path

import numpy as np
import pytest
from fontTools.fontBuilder import FontBuilder
from fontTools.pens.ttGlyphPen import TTGlyphPen
from fontTools.ttLib import TTCollection, TTFont
from fontTools.ttLib.tables.TupleVariation import TupleVariation

from tests.conftest import artwork, font, plate, stamp, tank
from tinstamp.artwork import fonts
from tinstamp.artwork.font_file import checked, faces_in
from tinstamp.artwork.fonts import FontData, FontError, FontFace, axes_of, embedding_of, read
from tinstamp.artwork.text import TextSpec, lay_text
from tinstamp.blank.round_solid import tube
from tinstamp.desk.work.placing import moved
from tinstamp.engine.build import build
from tinstamp.job.archive import Document
from tinstamp.job.model import FontRef, changed
from tinstamp.job.resolve import resolve
from tinstamp.setting.place import PlaceError, Spot, place

PLATE = plate("p", 80, 40, 3).charts["p.top"]


def from_file(path: Path) -> list[FontFace]:
    """The faces of a file, the first of them tried out."""
    data, ending = path.read_bytes(), path.suffix
    checked(data, path.name, ending)
    return [face for face, _ in faces_in(data, path.name, ending)]


@pytest.mark.parametrize("flavor", ["woff", "woff2"])
def test_web_fonts_give_the_same_letters(flavor: str, tmp_path: Path) -> None:
    packed = TTFont(BytesIO(font().data))
    packed.flavor = flavor
    path = tmp_path / f"barlow.{flavor}"
    packed.save(path)
    assert path.read_bytes()[:3] == b"wOF"
    (face,) = from_file(path)
    ours = lay_text(TextSpec("Rag8&", read(path, face.index), 6.0))
    plain = artwork("Rag8&")
    assert ours.area == pytest.approx(plain.area, rel=1e-6)
    assert ours.width == pytest.approx(plain.width, rel=1e-9)
    path.write_bytes(path.read_bytes()[:900])
    with pytest.raises(FontError, match="damaged"):
        from_file(path)
    with pytest.raises(FontError):
        fonts.read.__wrapped__(path)


def test_a_collection_lists_its_faces(tmp_path: Path) -> None:
    two = TTCollection()
    two.fonts = [TTFont(BytesIO(font().data)), TTFont(BytesIO(font("Oswald", "Medium").data))]
    path = tmp_path / "two.ttc"
    two.save(path)
    faces = from_file(path)
    assert [face.family for face in faces] == ["Barlow", "Oswald"]
    widths = [lay_text(TextSpec("HOT", read(path, f.index), 6.0)).width for f in faces]
    assert widths[1] == pytest.approx(artwork("HOT", 6.0, "Oswald", "Medium").width)
    assert widths[0] != pytest.approx(widths[1])


def variable() -> bytes:
    """A font of one letter: a block 400 wide that grows to 800 along its weight."""
    build = FontBuilder(1000, isTTF=True)
    build.setupGlyphOrder([".notdef", "A"])
    build.setupCharacterMap({65: "A"})
    pen = TTGlyphPen(None)
    for k, point in enumerate([(0, 0), (0, 700), (400, 700), (400, 0)]):
        (pen.moveTo if k == 0 else pen.lineTo)(point)
    pen.closePath()
    empty = TTGlyphPen(None).glyph()
    build.setupGlyf({".notdef": empty, "A": pen.glyph()})
    build.setupHorizontalMetrics({".notdef": (500, 0), "A": (500, 0)})
    build.setupHorizontalHeader(ascent=800, descent=-200)
    build.setupOS2(sCapHeight=700)
    build.setupPost()
    build.setupNameTable({"familyName": "Blocks", "styleName": "Regular"})
    build.setupFvar([("wght", 100, 100, 900, "Weight")], [])
    grown = [(0, 0), (0, 0), (400, 0), (400, 0), (0, 0), (400, 0), (0, 0), (0, 0)]
    build.setupGvar({"A": [TupleVariation({"wght": (0, 1, 1)}, grown)]})
    out = BytesIO()
    build.save(out)
    return out.getvalue()


def test_a_variable_font_stands_where_its_axes_say() -> None:
    data = variable()
    (axis,) = axes_of(FontData(data))
    assert (axis.tag, axis.name, axis.least, axis.most) == ("wght", "Weight", 100, 900)
    assert axes_of(font()) == ()
    areas = [
        lay_text(TextSpec("A", FontData(data, 0, axes), 7.0)).area
        for axes in ((), (("wght", 500.0),), (("wght", 900.0),))
    ]
    assert areas == pytest.approx([28, 42, 56], rel=1e-3)


def test_bad_font_files_are_told(tmp_path: Path) -> None:
    for name, data in (("a.ttf", b"no font"), ("a.woff2", b"wOF2junk"), ("a.png", b"x")):
        path = tmp_path / name
        path.write_bytes(data)
        with pytest.raises(FontError):
            from_file(path)
    with pytest.raises(FontError):
        axes_of(FontData(b"junk"))


def test_places_from_edges_and_what_the_artwork_is_held_by() -> None:
    drawn = artwork("HI", 6.0)
    left = Spot(5.0, 4.0, rests_on="top", across_from="left", up_from="upper", held_by="left")
    placed = place(drawn, left, PLATE)
    assert placed.bounds[0] == pytest.approx(-40 + 5, abs=1e-6)
    assert placed.bounds[3] == pytest.approx(20 - 4, abs=1e-6)
    right = Spot(3.0, 2.0, rests_on="bottom", across_from="right", up_from="lower", held_by="right")
    placed = place(drawn, right, PLATE)
    assert placed.bounds[2] == pytest.approx(40 - 3, abs=1e-6)
    assert placed.bounds[1] == pytest.approx(-20 + 2, abs=1e-6)
    middle = place(drawn, Spot(0, 0, rests_on="middle", held_by="middle"), PLATE)
    np.testing.assert_allclose(middle.bounds[:2] + middle.bounds[2:], 0, atol=1e-6)
    side = tube("t", 40, 0, 30, {}).charts["t.outer"]
    below = place(drawn, Spot(0.0, 3.0, rests_on="top", up_from="upper"), side)
    assert below.bounds[3] == pytest.approx(27, abs=1e-6)
    with pytest.raises(PlaceError, match="no left or right edge"):
        place(drawn, Spot(0.0, 3.0, across_from="left"), side)


def test_dragging_keeps_what_is_measured_from_an_edge() -> None:
    job = tank(stamp())
    path = ("stamps", 0, "setting")
    for field, value in (("up_from", "upper"), ("up", "10 mm"), ("across", "0 mm")):
        job = changed(job, (*path, field), value)
    side = tube("tank", 84, 80.8, 46, {}).charts["tank.outer"]
    values = resolve(job)
    across, up = (values.of(*path, name) for name in ("across", "up"))
    start = np.array([0.0, 36.0])
    after = moved(job, 0, side, start, np.array([2.0, 3.0]), False, across, up)
    assert after.stamps[0].setting.up == "7 mm" and after.stamps[0].setting.across == "2 mm"


def test_a_font_of_very_many_glyphs_is_tried_in_part(monkeypatch: pytest.MonkeyPatch) -> None:
    from tinstamp.artwork import font_file
    from tinstamp.artwork.glyphs import Typeface

    tried: list[int] = []
    drawn = Typeface.drawn
    monkeypatch.setattr(Typeface, "drawn", lambda self, g: (tried.append(g), drawn(self, g))[1])
    monkeypatch.setattr(font_file, "MOST_TRIED", 50)
    checked(font().data, "a.ttf", ".ttf")
    assert 25 <= len(tried) <= 50 and max(tried) > 10 * len(tried) / 2


def changed_font(work, family: str = "Barlow", style: str = "SemiBold") -> bytes:  # type: ignore[no-untyped-def]
    """A font of ours with something changed in it."""
    opened = TTFont(BytesIO(font(family, style).data))
    work(opened)
    out = BytesIO()
    opened.save(out)
    return out.getvalue()


def test_a_font_of_coloured_pictures_alone_is_told() -> None:
    def bare(opened: TTFont) -> None:
        for name in opened.getGlyphOrder():
            opened["glyf"][name] = type(opened["glyf"][name])()

    with pytest.raises(FontError, match="coloured pictures"):
        checked(changed_font(bare), "a.ttf", ".ttf")


@pytest.mark.parametrize(
    ("bits", "words"), [(0, ""), (2, "does not allow"), (4, "viewing and printing"), (8, "")]
)
def test_what_a_maker_says_against_embedding_is_told(bits: int, words: str) -> None:
    """OpenType 1.9, OS/2: 0 installable, 2 restricted, 4 preview and print, 8 editable."""

    def say(opened: TTFont) -> None:
        opened["OS/2"].fsType = bits

    data = changed_font(say)
    said = embedding_of(FontData(data))
    assert (words in said) if words else said == ""
    digest = hashlib.sha256(data).hexdigest()
    job = changed(
        tank(stamp()),
        ("stamps", 0, "artwork", "font"),
        FontRef(family="Own", style="Bold", digest=digest),
    )
    findings = build(Document(job, {digest: data})).report.findings
    found = [f for f in findings if f.check == "font's licence"]
    assert len(found) == bool(words) and all("Own Bold" in f.message for f in found)


@pytest.mark.parametrize(
    ("text", "like"),
    [("A\u2028B", "A\nB"), ("A\u2029B", "A\nB"), ("A\x0bB", "A\nB"), ("A\tB", "A\u2003B"),
     ("A\u2011B", "A-B"), ("A\u2010B", "A-B"), ("A\u00a0B", "A B")],
)  # fmt: skip
@pytest.mark.parametrize("family", ["Barlow", "Pacifico"])
def test_blanks_line_ends_and_hyphens(text: str, like: str, family: str) -> None:
    style = {"Barlow": "SemiBold"}.get(family, "Regular")
    one, other = (
        artwork(text, family=family, style=style),
        artwork(like, family=family, style=style),
    )
    assert not one.missing and one.area == pytest.approx(other.area, rel=2e-2)
    assert len(one.regions) == len(other.regions)


@pytest.mark.parametrize(
    ("family", "text", "spacing", "pairs"),
    [
        ("Barlow", "LAMP OIL", "0 mm", 0),
        ("Barlow", "LAMP OIL", "-0.2 mm", 0),
        ("Barlow", "HIHO", "-2 mm", 3),
        ("Pacifico", "lamp", "0 mm", 0),
    ],
)
def test_letters_that_are_set_too_close_are_told(
    family: str, text: str, spacing: str, pairs: int
) -> None:
    job = changed(tank(stamp()), ("stamps", 0, "artwork", "text"), text)
    style = "Regular" if family == "Pacifico" else "SemiBold"
    job = changed(job, ("stamps", 0, "artwork", "font"), FontRef(family=family, style=style))
    job = changed(job, ("stamps", 0, "artwork", "spacing"), spacing)
    findings = build(Document(job)).report.findings
    found = [f for f in findings if f.check == "letters run together"]
    assert [f.measured for f in found] == ([float(pairs)] if pairs else [])
