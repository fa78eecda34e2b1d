"""Colours of a drawing as ink, cut out or left out. Areas by hand; the picture of a choice against
resvg, an independent renderer."""

from __future__ import annotations

import random

import numpy as np
import pytest

from tests.core.rendered import both_inks, common
from tests.core.test_logo import spec, svg
from tinstamp.artwork.inks import Study, Use
from tinstamp.artwork.logo import draw_logo, looked_at
from tinstamp.artwork.svg.read import read_svg, study_svg
from tinstamp.job.artwork import InkUse
from tinstamp.job.edit_stamps import each_ink
from tinstamp.job.features import Plate
from tinstamp.job.model import Blank, Job, Logo, Setting, Stamp

PAGE = '<rect width="100" height="100" fill="{page}"/>'
MARK = '<rect x="20" y="20" width="60" height="60" fill="{mark}"/>'
MIDDLE = '<rect x="40" y="40" width="20" height="20" fill="{middle}"/>'
SHADE = '<rect x="10" y="70" width="80" height="20" fill="#000" opacity=".3"/>'


def drawn(page: str, mark: str, middle: str, more: str = "") -> bytes:
    body = (PAGE + MARK + MIDDLE).format(page=page, mark=mark, middle=middle)
    return svg(more + body if more.startswith("!") else body + more)


def area(data: bytes, *uses: tuple[str, Use]) -> float:
    return sum(region.area for region in read_svg(data, uses).regions)


@pytest.mark.parametrize(
    ("colours", "suggested", "true"),
    [
        (("#ffffff", "#204080", "#ffffff"), {"#ffffff": "cut", "#204080": "ink"}, 3200.0),
        (("#000000", "#ffffff", "#000000"), {"#000000": "cut", "#ffffff": "ink"}, 3200.0),
        (("#204080", "#ffffff", "#d02020"),
         {"#204080": "ink", "#ffffff": "ink", "#d02020": "ink"}, 1e4),
    ],
)  # fmt: skip
def test_what_a_file_suggests(
    colours: tuple[str, str, str], suggested: dict[str, Use], true: float
) -> None:
    data = drawn(*colours)
    study = study_svg(data)
    assert {ink.colour: ink.suggested for ink in study.inks} == suggested
    assert area(data) == pytest.approx(true)
    notes = read_svg(data).notes
    assert any("see the colours" in note for note in notes)


def test_a_mark_without_a_page_is_all_ink_and_what_shines_through_is_none() -> None:
    data = svg(MARK.format(mark="#333") + MIDDLE.format(middle="#222") + SHADE)
    study = study_svg(data)
    assert [(i.colour, i.suggested) for i in study.inks if i.suggested == "out"] == [
        ("#000000 30 %", "out")
    ]
    assert area(data) == pytest.approx(3600.0)
    assert area(data, ("#000000 30 %", "ink")) == pytest.approx(3600.0 + 1000.0)
    assert not any("touch" in note for note in read_svg(data).notes), "one dark is like another"
    left_out = "what can be seen through was left out (once)"
    assert left_out in read_svg(data).notes
    assert left_out not in read_svg(data, (("#000000 30 %", "ink"),)).notes


def test_a_choice_is_followed_layer_upon_layer() -> None:
    data = drawn("#ffffff", "#204080", "#d02020")
    white, blue, red = "#ffffff", "#204080", "#d02020"
    assert area(data, (white, "cut"), (blue, "ink"), (red, "cut")) == pytest.approx(3200.0)
    assert area(data, (white, "out"), (blue, "cut"), (red, "ink")) == pytest.approx(400.0)
    assert area(data, (white, "ink"), (blue, "cut"), (red, "out")) == pytest.approx(6400.0)
    assert area(data, (white, "ink"), (blue, "cut"), (red, "ink")) == pytest.approx(6800.0)
    shares = {ink.colour: ink.share for ink in study_svg(data).inks}
    assert shares == pytest.approx({white: 0.64, blue: 0.32, red: 0.04}, abs=0.01)


def random_drawing(seed: int) -> tuple[bytes, list[str]]:
    """Overlapping circles and rectangles in four colours."""
    r = random.Random(seed)
    colours = ["#ff0000", "#00a000", "#0000ff", "#ffc000"]
    body = ""
    for _ in range(14):
        x, y, s = r.uniform(5, 80), r.uniform(5, 80), r.uniform(6, 35)
        fill = r.choice(colours)
        body += r.choice(
            [f'<circle cx="{x:.2f}" cy="{y:.2f}" r="{s / 2:.2f}" fill="{fill}"/>',
             f'<rect x="{x:.2f}" y="{y:.2f}" width="{s:.2f}" height="{s / 2:.2f}" fill="{fill}" '
             f'transform="rotate({r.uniform(-30, 30):.1f})"/>']
        )  # fmt: skip
    return svg(body), colours


@pytest.mark.parametrize("seed", range(6))
def test_random_choices_are_what_a_renderer_shows(seed: int) -> None:
    """A cut colour is painted as a hole by masking: here each pixel's uppermost colour decides."""
    data, colours = random_drawing(seed)
    r = random.Random(seed)
    uses: list[tuple[str, Use]] = [(c, r.choice(["ink", "cut"])) for c in colours]
    if not any(use == "ink" for _, use in uses):
        uses[0] = (colours[0], "ink")
    theirs = np.zeros((1, 1), dtype=bool)
    text = data.decode()
    for colour, use in uses:  # the renderer paints the cuts in nothing: white in a mask
        text = text.replace(f'fill="{colour}"', f'fill="{"#fff" if use == "ink" else "#000"}"')
    body = text.split(">", 1)[1].removesuffix("</svg>")
    masked = svg(f'<mask id="m">{body}</mask><rect width="100" height="100" mask="url(#m)"/>')
    theirs, _ = both_inks(masked, 800)
    _, ours = both_inks(data, 800, read_svg(data, tuple(uses)))
    assert common(theirs, ours) > 0.985
    study = study_svg(data)
    known = {name: use for name, use in uses if name in study.names}
    rings = study.taken(known)
    told = abs(sum(np.cross(q, np.roll(q, -1, 0)).sum() / 2 for q in map(flat, rings)))
    per = study.size / 2**20
    assert told * per**2 == pytest.approx(area(data, *uses), rel=2e-3)


def flat(ring: np.ndarray) -> np.ndarray:
    return ring.astype(float)


def test_each_ink_a_stamp_in_one_place() -> None:
    """Their outlines side by side cover the drawing once, each where it was in the whole."""
    data = drawn("#ffffff", "#204080", "#d02020")
    uses = tuple(
        InkUse(colour=c, use=u)  # type: ignore[arg-type]
        for c, u in (("#ffffff", "out"), ("#204080", "ink"), ("#d02020", "ink"))
    )
    logo = Logo(file="m.svg", digest="0" * 64, inks=uses)
    stamp = Stamp(name="Mark", artwork=logo, setting=Setting(face="plate.top"))
    job = each_ink(Job(blank=Blank(features=(Plate(name="plate"),)), stamps=(stamp,)), 0, uses)
    assert [s.name for s in job.stamps] == ["Mark", "Mark 2"]
    assert [s.relief.colour for s in job.stamps] == ["#204080", "#d02020"]
    areas = []
    for one in job.stamps:
        assert isinstance(one.artwork, Logo) and one.artwork.framed
        chosen = tuple((ink.colour, ink.use) for ink in one.artwork.inks)
        art = draw_logo(spec(data, given="width", size=50.0, inks=chosen,
                             framed=True))  # fmt: skip
        assert art.width == pytest.approx(50.0)
        areas.append(sum(r.area for r in art.regions))
        low_x, _, high_x, _ = np.array([r.bounds for r in art.regions]).T
        assert (low_x.min() + high_x.max()) / 2 == pytest.approx(0.0, abs=1e-6)
    assert areas == pytest.approx([800.0, 100.0])


def test_what_is_known_before_a_file_is_taken_in() -> None:
    plain = looked_at(svg(MARK.format(mark="#123")), "svg")
    assert plain.study is None and plain.natural == pytest.approx((60.0, 60.0))
    several = looked_at(drawn("#ffffff", "#204080", "#ffffff"), "svg")
    assert isinstance(several.study, Study) and several.study.paged
    assert several.study.across({"#ffffff": "cut", "#204080": "ink"}) == pytest.approx((60, 60))
