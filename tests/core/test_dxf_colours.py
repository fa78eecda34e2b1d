"""Colours of a DXF as inks: where they come from, what a choice makes of them. Areas by hand; ezdxf
writes the files and names the colours of its own table."""

from __future__ import annotations

import math
from typing import Any

import pytest
from ezdxf.colors import aci2rgb

from tests.core.test_dxf_features import FORMS, area, square, written
from tinstamp.artwork.dxf.read import read_dxf, study_dxf
from tinstamp.artwork.inks import Uses
from tinstamp.artwork.logo import FileData, LogoSpec, draw_logo, looked_at, read_file, read_with
from tinstamp.artwork.outline import bounds_of
from tinstamp.artwork.painted import LogoError

RED, BLUE, GREEN = "#ff0000", "#0000ff", "#00ff00"


def emblem(document: Any, space: Any) -> None:
    """A red square of 10 with a blue one of 4 in it, a green disc of radius 1 in that, filled, and
    an open blue line beside them."""
    square(space, color=1)
    corners = [(3, 3), (7, 3), (7, 7), (3, 7)]
    space.add_lwpolyline(corners, close=True, dxfattribs={"color": 5})
    disc = space.add_hatch(color=3)
    disc.paths.add_edge_path().add_arc((5, 5), 1.0, 0, 360)
    space.add_line((12, 0), (12, 10), dxfattribs={"color": 5})


def read(data: bytes, uses: Uses = (), stroke: float = 0.0) -> float:
    return area(read_dxf(data, 1.0, 0.01, stroke, uses))


@pytest.mark.parametrize("form", FORMS)
def test_choices_are_followed(form: str) -> None:
    data = written(emblem, form)
    disc = math.pi
    assert read(data) == pytest.approx(100 - 16 + disc, rel=1e-6), "without a choice: a hole"
    study = study_dxf(data, 1.0, 0.01)
    assert {ink.colour: ink.suggested for ink in study.inks} == {
        RED: "ink", BLUE: "cut", GREEN: "ink"
    }  # fmt: skip
    assert study.differs
    suggested = tuple((ink.colour, ink.suggested) for ink in study.inks)
    assert read(data, suggested) == pytest.approx(100 - 16 + disc, rel=1e-6)
    assert read(data, ((BLUE, "ink"),)) == pytest.approx(100, rel=1e-6)
    assert read(data, ((BLUE, "out"), (GREEN, "cut"))) == pytest.approx(100 - disc, rel=1e-6)
    assert read(data, ((RED, "out"), (GREEN, "cut"))) == pytest.approx(16 - disc, rel=1e-6)
    assert read(data, ((RED, "out"), (GREEN, "out")), 0.5) == pytest.approx(16 + 5, rel=2e-2)
    with pytest.raises(LogoError, match="no colour of the file is ink"):
        read(data, ((RED, "cut"), (GREEN, "out"), (BLUE, "out")))


@pytest.mark.parametrize("form", FORMS)
def test_what_is_shown_of_a_choice_is_what_is_made(form: str) -> None:
    """The picture's polygons and the outlines have the same area."""
    data = written(emblem, form)
    study = study_dxf(data, 1.0, 0.01)
    for uses in ({RED: "ink", BLUE: "cut", GREEN: "ink"}, {RED: "ink", BLUE: "out", GREEN: "cut"}):
        rings = study.taken(uses)  # type: ignore[arg-type]
        shown = sum(
            float((r[:, 0] * ((r[:, 1] - 2**19).take(range(1, len(r) + 1), mode="wrap"))).sum()
                  - (r[:, 1] - 2**19) @ r[:, 0].take(range(1, len(r) + 1), mode="wrap")) / 2
            for r in (ring.astype(float) for ring in rings)
        ) * (study.size / 2**20) ** 2  # fmt: skip
        line = 0.004 * 12 * 10 if uses[BLUE] == "ink" else 0.0
        made = read(data, tuple(uses.items()))  # type: ignore[arg-type]
        assert shown == pytest.approx(made + line, rel=5e-3)


@pytest.mark.parametrize("form", FORMS)
def test_a_colour_is_an_entitys_own_its_layers_or_its_blocks(form: str) -> None:
    def draw(document: Any, space: Any) -> None:
        document.layers.add("painted", color=30)
        document.layers.add("true").rgb = (18, 52, 86)
        square(space, 0.0, color=4)
        square(space, 20.0, layer="painted")
        square(space, 40.0, layer="true")
        square(space, 60.0, color=7)
        square(space, 80.0, layer="not in the table")
        block = document.blocks.new("B")
        square(block, 0.0, color=0)
        square(block, 20.0, color=256, layer="0")
        square(block, 40.0, color=6)
        space.add_blockref("B", (100, 0), dxfattribs={"color": 2, "layer": "painted"})
        own = space.add_lwpolyline([(200, 0), (210, 0), (210, 10)], close=True)
        own.rgb = (1, 2, 3)

    data = written(draw, form)
    study = study_dxf(data, 1.0, 0.01)

    def named(number: int) -> str:
        red, green, blue = aci2rgb(number)
        return f"#{red:02x}{green:02x}{blue:02x}"

    assert {ink.colour: ink.layers for ink in study.inks} == dict.fromkeys(
        [named(4), named(30), "#123456", "#000000", named(2), named(6), "#010203"], 1
    )
    assert read(data, ((named(30), "ink"), *((c, "out") for c in study.names if c != named(30)))) \
        == pytest.approx(200.0)  # fmt: skip


@pytest.mark.parametrize("form", FORMS)
def test_a_logo_takes_its_choice_along(form: str) -> None:
    data = written(emblem, form)
    assert looked_at(data, "dxf").study is not None
    read_with(read_file)
    uses: Uses = ((RED, "out"), (BLUE, "ink"), (GREEN, "out"))
    usual = {"given": "width", "size": 20.0, "unit": 1.0, "join": 0.01, "speck": 0.0,
             "reduce": 0.0, "stroke": 0.0, "threshold": 0.5}  # fmt: skip
    alone = draw_logo(LogoSpec(FileData(data, "dxf"), **usual, inks=uses))  # type: ignore[arg-type]
    assert bounds_of(alone.regions)[2] == pytest.approx(10.0), "as large as the ink"
    framed = draw_logo(LogoSpec(FileData(data, "dxf"), **usual, inks=uses, framed=True))  # type: ignore[arg-type]
    wide = bounds_of(framed.regions)
    assert wide[2] - wide[0] == pytest.approx(4.0 * 20.0 / 12.0, rel=1e-2), "in its place"
