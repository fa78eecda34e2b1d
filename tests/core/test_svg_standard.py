"""SVG as the standard has it, a feature at a time, against resvg, an independent renderer; and by
hand where that renderer does not follow the standard.

Sources: SVG 2, CSS Masking 1, CSS Transforms 1, Media Queries 4, CSS Values 3 (W3C)."""

from __future__ import annotations

import gzip
from pathlib import Path

import pytest

from tests.core.random_svg import drawing
from tests.core.rendered import both_inks, common, overlap
from tests.core.test_logo import svg
from tinstamp.artwork.outline import bounds_of
from tinstamp.artwork.painted import LogoError
from tinstamp.artwork.svg.read import read_svg

RECT = '<rect x="20" y="20" width="50" height="40"/>'
FEATURES = dict(
    line.split("\t", 1)
    for line in (Path(__file__).parent / "data" / "svg_features.tsv").read_text().splitlines()
)
"""By name what stands in a drawing of 100 by 100, or a whole drawing."""


LITTLE_INK = 0.004
"""Part of a picture that is too little ink to judge by pixels."""
WORDS = 'font-family="Barlow" font-weight="bold" font-size="18"'
TEXTS = [
    f'<text x="10" y="40" {WORDS}>Fill</text>',
    f'<text x="50" y="40" text-anchor="middle" {WORDS}>to this</text>',
    f'<text x="90" y="40" text-anchor="end" {WORDS}>line <tspan font-size="10">here</tspan></text>',
    f'<text x="10" y="30" {WORDS}>two<tspan x="20" dy="25">lines</tspan> <tspan dy="-5">up</tspan>'
    "</text>",
    f'<g transform="rotate(20)"><text x="20" y="40" {WORDS} fill="none" stroke="#000">Oil</text>'
    "</g>",
    '<text x="5" y="50" style="font:bold 20px Nowhere, \'Barlow\', sans-serif">A\n   B  </text>',
    *(f'<text x="5" y="40" {WORDS} {how}>{words}</text>' for how, words in (
        ('letter-spacing="4"', "Fill up"), ('word-spacing="12"', "to it on"),
        ('dx="0 3 3 6 -2" dy="0 5 -5 5"', "AVATA"), ('rotate="20"', "Turn"),
        ('rotate="0 -30 45"', "Turn"), ('textLength="80"', "Long"), ('textLength="30"', "Longer"),
        ('textLength="80" lengthAdjust="spacingAndGlyphs"', "Long"),
        ('xml:space="preserve"', "  a   b"), ("", "  a  <tspan> b</tspan> <tspan>c  </tspan>"),
        ('font-variant="small-caps"', "Small"), ("", 'A<tspan x="40 60" y="60 70">BCD</tspan>E'),
        ("", 'H<tspan baseline-shift="sub" font-size="10">2</tspan>O'
             '<tspan baseline-shift="super" font-size="9">3</tspan>'),
        ("", 'H<tspan baseline-shift="5">2</tspan>O<tspan baseline-shift="-30%">3</tspan>'))),
    f'<text x="5 20 35 50 65 80" y="40" {WORDS}>A<tspan dy="10">BC</tspan>DEF</text>',
    f'<text x="50" y="40" {WORDS} text-anchor="middle" letter-spacing="5">corner</text>',
    *(f'<text x="10" y="50" {WORDS} dominant-baseline="{name}">Exg</text>' for name in (
        "middle", "central", "hanging", "mathematical", "text-before-edge", "text-after-edge")),
]  # fmt: skip
LARGE_WORDS = 'font-family="Barlow" font-weight="bold" font-size="180"'
ARCH = '<defs><path id="p" d="M100 600C200 100 800 100 900 600"/></defs>'
RING = '<defs><circle id="p" cx="500" cy="500" r="300" transform="rotate(-90 500 500)"/></defs>'
ON_PATHS = [
    (ARCH, "", "", "Round the top"),
    (ARCH, "", 'startOffset="50%" text-anchor="middle"', "Top"),
    (ARCH, 'text-anchor="end"', 'startOffset="900"', "Top"),
    (ARCH, 'letter-spacing="30"', 'startOffset="100"', "spaced"),
    (ARCH, 'dy="-40"', "", "lifted"),
    (ARCH, 'x="200"', "", "with x"),
    (ARCH, "", "", "Far too long for this path"),
    (ARCH, "", "", 'One <tspan font-size="100" dy="-30">two</tspan> six'),
    (RING, "", 'startOffset="100"', "on circle"),
]


@pytest.mark.parametrize("body", TEXTS)
def test_text_in_a_font_at_hand_is_drawn_as_a_renderer_draws_it(body: str) -> None:
    page = 'width="100" height="100" viewBox="0 0 100 100"'
    assert overlap(svg(body, page), 1024) >= 0.97


@pytest.mark.parametrize(("defined", "how", "on", "words"), ON_PATHS)
def test_text_on_a_path_is_drawn_as_a_renderer_draws_it(
    defined: str, how: str, on: str, words: str
) -> None:
    """On a large page: the renderer measures its way along a path to half a px."""
    page = 'width="1000" height="1000" viewBox="0 0 1000 1000"'
    text = f'<text {LARGE_WORDS} {how}><textPath href="#p" {on}>{words}</textPath></text>'
    assert overlap(svg(defined + text, page), 1024) >= 0.97


def test_where_words_stand_that_the_renderer_places_otherwise() -> None:
    """SVG 2, 11.4.1: what is anchored is as long as its shifts make it. CSS Text 3, 8.2: spaced
    letters are not joined. SVG 2, 11.8.3: after a path words go on at its end, and letters off its
    ends are not drawn."""

    def bounds(body: str) -> tuple[float, float]:
        low, _, high, _ = bounds_of(
            read_svg(svg(body, 'width="100mm" height="100mm" viewBox="0 0 100 100"')).regions
        )
        return float(low), float(high)

    low, high = bounds(f'<text x="50" y="40" {WORDS} text-anchor="middle">H<tspan dx="20">H'
                       "</tspan></text>")  # fmt: skip
    assert low + high == pytest.approx(100.0, abs=0.2)  # the letter's two bearings differ
    apart = bounds(f'<text y="40" {WORDS} letter-spacing="9">ffi</text>')
    whole = bounds(f'<text y="40" {WORDS}>f\u200cf\u200ci</text>')
    assert apart[1] == pytest.approx(whole[1] + 18.0, abs=1e-3)
    line = '<defs><path id="p" d="M0 50H30"/></defs>'
    on = f'<text {WORDS}><textPath href="#p">I</textPath><tspan>I</tspan></text>'
    alone = bounds(f'<text y="50" {WORDS}>I</text>')
    assert bounds(line + on)[1] == pytest.approx(30.0 + alone[1], abs=1e-3)
    off = f'{line}<text {WORDS}><textPath href="#p" startOffset="22">IH</textPath></text>'
    notes = read_svg(svg(off + RECT)).notes
    assert any("letters beyond the end of their path in the file left out (once)" in n
               for n in notes)  # fmt: skip


@pytest.mark.parametrize("feature", FEATURES)
def test_a_feature_is_drawn_as_a_renderer_draws_it(feature: str) -> None:
    body = FEATURES[feature]
    if "<svg xmlns" not in body:
        links = 'xmlns:xlink="http://www.w3.org/1999/xlink"'
        body = (
            f'<svg xmlns="http://www.w3.org/2000/svg" {links} width="100" height="100" '
            f'viewBox="0 0 100 100">{body}</svg>'
        )
    assert overlap(body.encode()) >= 0.98


def area(body: str) -> float:
    return sum(region.area for region in read_svg(svg(body)).regions)


LINE = 'd="M10 50H90" fill="none" stroke="#000" stroke-width="6"'


@pytest.mark.parametrize(
    ("body", "true"),
    [
        # Media Queries 4, 3: sheets for a screen apply, those for paper do not
        ("<style>@media screen{rect{display:none}}</style><circle r='9'/>" + RECT, 63.617),
        ("<style>@media print{rect{display:none}}</style>" + RECT, 2000.0),
        ("<style>@media (max-width:9px){rect{display:none}}</style>" + RECT, 2000.0),
        ("<style>@media (min-width:9px) and (max-width:9999px){rect{width:10px}}</style>" + RECT,
         400.0),
        # CSS 2.1, 4.2: a value that is not allowed is as if it were not there
        ('<g fill="none"><rect width="60" height="60" fill="bogus"/></g><circle cx="50" cy="50" '
         'r="10"/>', 314.159),
        # SVG 2, 9.6.1 pathLength: five dashes of a tenth each
        (f'<path {LINE} pathLength="10" stroke-dasharray="1 1"/>', 240.0),
        # SVG 2, 8.11 non-scaling-stroke: as wide across as along
        (f'<g transform="scale(1 5) translate(0 -40)"><path {LINE} '
         'vector-effect="non-scaling-stroke"/></g>', 80 * 6 * 25.4 / 96),
        # CSS Transforms 1, 8: a property with units, about the middle of the view box
        ('<rect x="40" y="20" width="20" height="60" '
         'style="transform:rotate(.25turn);transform-origin:50% 50%"/>', 1200.0),
        # SVG 2, 9.5.2: a path is drawn up to its fault
        ('<path d="M10 10H50V50H10Z M60 60 H70 V70 oops"/>', 1650.0),
        # what can be seen through is no ink
        ('<rect width="10" height="10"/><g opacity=".4"><rect x="50" width="40" height="40"/></g>',
         100.0),
    ],
)  # fmt: skip
def test_where_the_standard_alone_decides(body: str, true: float) -> None:
    assert area(body) == pytest.approx(true, rel=2e-4)


@pytest.mark.parametrize(
    ("body", "told"),
    [
        ('<image href="a.png" width="9" height="9"/>', "pictures in the file left out (once)"),
        ("<text>words</text><text>more</text>", "text without a font in the file left out (2"),
        ('<text font-family="Nowhere">words</text>', "text in the font “Nowhere” in the file left"),
        ('<text font-family="Barlow" font-weight="bold" writing-mode="tb">w</text>',
         "text that runs downwards in the file left out"),
        ('<text font-family="Barlow" font-weight="bold" text-decoration="underline">w</text>',
         "lines at words in the file left out"),
        ('<filter id="f"/><g filter="url(#f)"><circle r="9"/></g>', "filters in the file left out"),
        ('<pattern id="p"/><circle r="9" fill="url(#p)"/>', "patterns in the file left out"),
        ("<foreignObject><p/></foreignObject>", "foreign content in the file left out"),
        ('<defs><font><glyph d="M0 0H5V5"/></font></defs>', "fonts drawn in the file left out"),
        ('<circle r="9" clip-path="circle(4px)"/>', "clips written as CSS shapes"),
        ('<use href="other.svg#a"/>', "things from other files"),
        ('<circle r="9" fill-opacity=".2"/>', "what can be seen through was left out (once)"),
        ('<linearGradient id="g"><stop stop-opacity="0"/><stop offset="1"/></linearGradient>'
         '<rect width="9" height="9" fill="url(#g)"/>', "gradients that fade out"),
        ('<mask id="m"><rect width="99" height="99" fill="#777"/></mask>'
         '<rect width="9" height="9" mask="url(#m)"/>', "masks with shades"),
    ],
)  # fmt: skip
def test_what_has_no_shape_is_told_by_name_and_count(body: str, told: str) -> None:
    assert any(told in note for note in read_svg(svg(body + RECT)).notes)


@pytest.mark.parametrize(
    "body",
    [
        '<mask id="m" mask="url(#m)"><rect width="9" height="9"/></mask><g mask="url(#m)">' + RECT
        + "</g>",
        '<clipPath id="m" clip-path="url(#m)">' + RECT + '</clipPath><g clip-path="url(#m)">' + RECT
        + "</g>",
        '<clipPath id="m"><rect clip-path="url(#m)" width="9" height="9"/></clipPath>'
        '<g clip-path="url(#m)">' + RECT + "</g>",
        "<g>" * 240 + RECT + "</g>" * 240,
        "".join(f'<mask id="m{k}" mask="url(#m{k + 1})"><g mask="url(#m{k + 1})">{RECT}</g></mask>'
                for k in range(30)) + f'<g mask="url(#m0)">{RECT}</g>',
    ],
    ids=["mask of itself", "clip of itself", "clip in itself", "deep", "masks by the billion"],
)  # fmt: skip
def test_what_would_never_end_is_told(body: str) -> None:
    with pytest.raises(LogoError, match=r"itself|deep|elements"):
        read_svg(svg(body))


def test_a_packed_file_and_one_with_entities_of_its_own() -> None:
    plain = svg(RECT)
    assert read_svg(gzip.compress(plain)).regions[0].area == pytest.approx(2000.0)
    own = b'<!DOCTYPE svg [<!ENTITY w "50">]>' + plain.replace(b'width="50"', b'width="&w;"')
    assert read_svg(own).regions[0].area == pytest.approx(2000.0)
    with pytest.raises(LogoError, match="damaged"):
        read_svg(gzip.compress(plain)[:-20])


def test_a_thousand_hatches_and_what_lies_under_a_flag() -> None:
    """What is hidden adds no outline; lines that cross a field are united with it."""
    lines = "".join(f'<path d="M0 {k / 10}H100" stroke="#000" stroke-width=".06"/>'
                    for k in range(1, 1000))  # fmt: skip
    drawing = read_svg(svg(lines))
    assert len(drawing.regions) == 999
    assert sum(r.area for r in drawing.regions) == pytest.approx(999 * 6.0, rel=1e-3)
    (region,) = read_svg(svg(f'<rect width="100" height="100" fill="#ccc"/>{lines}')).regions
    assert region.area == pytest.approx(1e4) and len(region.outer) == 4


@pytest.mark.parametrize("seed", range(20))
def test_drawings_at_random_are_read_as_a_renderer_draws_them(seed: int) -> None:
    """Clips on uses, strokes in slanted groups, viewports in clips: what no list has together."""
    data = drawing(seed)
    theirs, ours = both_inks(data, 700)
    if theirs.mean() < LITTLE_INK:
        assert ours.mean() < 2 * LITTLE_INK
        return
    found = common(theirs, ours)
    assert found >= 0.98 or common(*both_inks(data, 2400)) >= 0.98
