"""DXF a feature at a time, each with both line ends and as a binary file. Areas by hand; ezdxf
writes the files."""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import Any

import pytest
from ezdxf.enums import TextEntityAlignment

from tests.core.test_logo import dxf, svg
from tinstamp.artwork.dxf.opened import UNITS
from tinstamp.artwork.dxf.read import DxfDrawing, read_dxf
from tinstamp.artwork.fonts import shipped
from tinstamp.artwork.lettering import font_called, lettered
from tinstamp.artwork.outline import bounds_of
from tinstamp.artwork.painted import LogoError
from tinstamp.artwork.svg.read import read_svg

FORMS = ("\n", "\r\n", "binary")
Draw = Callable[[Any, Any], None]


def written(draw: Draw, form: str, unit: int = 4) -> bytes:
    """A drawing as a file of that form."""
    return dxf(draw, unit, form)


def read(data: bytes, stroke: float = 0.0) -> DxfDrawing:
    return read_dxf(data, 1.0, 0.01, stroke)


def area(drawing: DxfDrawing) -> float:
    return sum(region.area for region in drawing.regions)


def square(space: Any, x: float = 0.0, size: float = 10.0, **attribs: Any) -> None:
    corners = [(x, 0), (x + size, 0), (x + size, size), (x, size)]
    space.add_lwpolyline(corners, close=True, dxfattribs=attribs)


def on_layers(document: Any, space: Any) -> None:
    for name in ("off", "frozen", "unplotted", "seen"):
        document.layers.add(name)
    document.layers.get("off").off()
    document.layers.get("frozen").freeze()
    document.layers.get("unplotted").dxf.plot = 0
    for k, name in enumerate(("off", "frozen", "unplotted", "seen", "Defpoints")):
        square(space, 20.0 * k, layer=name)


def in_blocks(document: Any, space: Any) -> None:
    """What lies on layer 0 of a block takes its insert's layer; the rest keeps its own."""
    document.layers.add("off").off()
    document.layers.add("frozen").freeze()
    block = document.blocks.new("B")
    square(block, layer="0")
    square(block, 20.0, layer="own")
    space.add_blockref("B", (0, 100), dxfattribs={"layer": "off"})
    space.add_blockref("B", (0, 200), dxfattribs={"layer": "frozen"})


def unseen(document: Any, space: Any) -> None:
    square(space)
    square(space, 20.0, invisible=1)


def ring(document: Any, space: Any) -> None:
    """A donut: two half turns of radius 10 with a width of 4."""
    space.add_lwpolyline([(-10, 0, 4, 4, 1), (10, 0, 4, 4, 1)], close=True)


def wide(document: Any, space: Any) -> None:
    space.add_lwpolyline([(0, 0), (30, 0), (30, 20)], dxfattribs={"const_width": 2.0})


def tapering(document: Any, space: Any) -> None:
    """An arrow's head: from 6 wide to nothing."""
    space.add_lwpolyline([(0, 0, 6, 0, 0), (20, 0, 0, 0, 0)])


def old_wide(document: Any, space: Any) -> None:
    attribs = {"default_start_width": 3.0, "default_end_width": 3.0}
    space.add_polyline2d([(0, 0), (40, 0)], dxfattribs=attribs)


def hatched(style: int, solid: bool = True) -> Draw:
    def draw(document: Any, space: Any) -> None:
        made = space.add_hatch(color=1)
        if not solid:
            made.set_pattern_fill("ANSI31", scale=1.0)
        made.dxf.hatch_style = style
        for k, half in enumerate((20, 12, 6)):
            corners = [(-half, -half), (half, -half), (half, half), (-half, half)]
            made.paths.add_polyline_path(corners, is_closed=True, flags=1 if k == 0 else 16)

    return draw


def mirrored(document: Any, space: Any) -> None:
    space.add_lwpolyline([(0, 0, 4, 4), (10, 0, 4, 4)],
                         dxfattribs={"extrusion": (0, 0, -1)})  # fmt: skip


def double_line(document: Any, space: Any) -> None:
    space.add_mline([(0, 0), (30, 0), (30, 20), (0, 20)], close=True)


FEATURES: dict[str, tuple[Draw, float]] = {
    "layers": (on_layers, 100.0),
    "layers within blocks": (in_blocks, 100.0),
    "invisible": (unseen, 100.0),
    "donut": (ring, math.pi * (12**2 - 8**2)),
    "a width": (wide, 31 * 2 + 19 * 2),
    "a width that tapers": (tapering, 60.0),
    "a width of old": (old_wide, 120.0),
    "hatch, every second hole": (hatched(0), 1600 - 576 + 144),
    "hatch, outermost": (hatched(1), 1600 - 576),
    "hatch, no hole": (hatched(2), 1600.0),
    "hatch of lines": (hatched(0, False), 1600 - 576 + 144),
    "seen from below": (mirrored, 40.0),
}


@pytest.mark.parametrize("form", FORMS)
@pytest.mark.parametrize("feature", FEATURES)
def test_a_feature(feature: str, form: str) -> None:
    draw, true = FEATURES[feature]
    assert area(read(written(draw, form))) == pytest.approx(true, rel=5e-4)


def test_where_things_stand() -> None:
    found = read(written(mirrored, "\n"))
    assert bounds_of(found.regions) == pytest.approx((-10, -2, 0, 2), abs=1e-6)
    taper = read(written(tapering, "\n"))
    assert bounds_of(taper.regions) == pytest.approx((0, -3, 20, 3), abs=1e-6)
    assert area(read(written(double_line, "\n"))) > 0


FACE = [(0, 0), (1, 0), (1, 1), (0, 1)]


def left_out(document: Any, space: Any) -> None:
    space.add_3dface(FACE)
    space.add_point((0, 0))
    space.add_point((1, 0))
    space.add_ray((0, 0), (1, 0))
    space.add_linear_dim(base=(0, 2), p1=(0, 0), p2=(3, 0)).render()
    space.add_text("words", dxfattribs={"style": "Standard"})
    space.add_polymesh((3, 3))


@pytest.mark.parametrize("form", FORMS)
def test_what_is_left_out_is_counted_by_name(form: str) -> None:
    def with_square(document: Any, space: Any) -> None:
        square(space)
        left_out(document, space)

    words = ("1 × 3D faces", "1 × meshes", "2 × points", "1 × endless lines", "1 × dimensions",
             "1 × text in the font “txt”")  # fmt: skip
    notes = read(written(with_square, form)).notes
    assert all(any(word in note for note in notes) for word in words), notes
    with pytest.raises(LogoError, match="1 × meshes left out") as told:
        read(written(left_out, form))
    assert all(word in str(told.value) for word in words)


def test_layers_that_hide_are_told_and_hatches_of_lines() -> None:
    notes = read(written(on_layers, "\n")).notes
    assert "4 × things on layers that are off, frozen or not plotted left out" in notes
    assert "1 × invisible things left out" in read(written(unseen, "\n")).notes
    assert any("taken as filled" in n for n in read(written(hatched(0, False), "\n")).notes)


def test_a_drawing_on_its_paper_alone_says_so() -> None:
    def draw(document: Any, space: Any) -> None:
        square(document.layout("Layout1"))

    with pytest.raises(LogoError, match="1 things on its paper sheets alone"):
        read(written(draw, "\n"))


@pytest.mark.parametrize("code", sorted(UNITS))
def test_every_unit_has_its_length(code: int) -> None:
    """SI prefixes and NIST SP 811, appendix B.8 (inch 25.4 mm; survey foot 1200 / 3937 m); light
    year and parsec by the IAU. From memory."""
    true = {
        1: 25.4, 2: 304.8, 3: 1609344.0, 6: 1e3, 8: 2.54e-5, 9: 0.0254, 10: 914.4, 12: 1e-6,
        14: 100.0, 16: 1e5, 18: 149597870700e3, 21: 304.800609601, 24: 1609347.218694,
    }  # fmt: skip
    if code in true:
        assert UNITS[code] == pytest.approx(true[code], rel=1e-10)
    data = written(lambda d, s: square(s, size=10.0 / UNITS[code]), "\n", unit=code)
    if 10.0 / UNITS[code] > 1e7 or UNITS[code] > 1e7:
        return  # nothing that could be drawn
    drawing = read(data)
    assert drawing.unit == UNITS[code]
    assert area(drawing) == pytest.approx(100.0, rel=1e-3)


FONT = next(face for face in shipped() if "Bold" in face.path.stem)


def in_our_font(document: Any) -> str:
    document.styles.add("Ours", font=FONT.path.name)
    return "Ours"


@pytest.mark.parametrize("form", FORMS)
@pytest.mark.parametrize(
    ("align", "left", "low"),
    [("LEFT", 0.0, 0.0), ("MIDDLE_CENTER", -0.5, -0.5), ("TOP_RIGHT", -1.0, -1.0)],
)
def test_text_in_a_font_at_hand_has_its_outlines(
    form: str, align: str, left: float, low: float
) -> None:
    """The same letters as the program sets them, at the height of capitals, where they are held."""

    def draw(document: Any, space: Any) -> None:
        text = space.add_text("HTI", height=5.0, dxfattribs={"style": in_our_font(document)})
        text.set_placement((100, 50), align=TextEntityAlignment[align])

    font = font_called(FONT.path.name)
    assert font is not None
    alone = lettered("HTI", font, 5.0)
    drawing = read(written(draw, form))
    found = bounds_of(drawing.regions)
    assert found[3] - found[1] == pytest.approx(5.0, rel=1e-2)
    assert found[1] == pytest.approx(50 + 5.0 * low, abs=0.05)
    bare = min(x for c in alone.contours for _, ps in c for x, _ in ps)
    assert found[0] == pytest.approx(100 + left * alone.width + bare, abs=0.01)


def test_text_turned_widened_fitted_and_in_several_lines() -> None:
    def plain(document: Any, space: Any) -> None:
        space.add_text("HTI", height=5.0, dxfattribs={"style": in_our_font(document)})

    def wider(document: Any, space: Any) -> None:
        attribs = {"style": in_our_font(document), "width": 2.0, "rotation": 90.0}
        space.add_text("HTI", height=5.0, dxfattribs=attribs)

    def fitted(document: Any, space: Any) -> None:
        text = space.add_text("HTI", height=5.0, dxfattribs={"style": in_our_font(document)})
        text.set_placement((0, 0), (60, 0), align=TextEntityAlignment.FIT)

    def lines(document: Any, space: Any) -> None:
        attribs = {"style": in_our_font(document), "char_height": 5.0, "attachment_point": 1}
        space.add_mtext("HTI\\PHTI", dxfattribs=attribs)

    def broken(document: Any, space: Any) -> None:
        square(space)
        attribs = {"style": in_our_font(document), "char_height": 5.0, "width": 6.0}
        space.add_mtext("HTI HTI", dxfattribs=attribs)

    one = read(written(plain, "\n"))
    assert area(read(written(wider, "\n"))) == pytest.approx(2 * area(one), rel=1e-3)
    low_x, low_y, high_x, high_y = bounds_of(read(written(wider, "\n")).regions)
    assert high_y - low_y > 2 * (high_x - low_x) and high_x == pytest.approx(0.0, abs=0.05)
    font = font_called(FONT.path.name)
    assert font is not None
    grown = 60.0 / lettered("HTI", font, 5.0).width
    assert area(read(written(fitted, "\n"))) == pytest.approx(grown * area(one), rel=1e-3)
    two = read(written(lines, "\n"))
    assert area(two) == pytest.approx(2 * area(one), rel=1e-3)
    assert bounds_of(two.regions)[3] == pytest.approx(0.0, abs=0.05)
    told = read(written(broken, "\n")).notes
    assert any("broken into lines" in note for note in told)


def test_the_same_drawing_as_svg() -> None:
    """A circle less a square, as both formats have it."""

    def draw(document: Any, space: Any) -> None:
        space.add_circle((20, 20), 15)
        space.add_lwpolyline([(15, 15), (25, 15), (25, 25), (15, 25)], close=True)

    data = svg(
        '<path fill-rule="evenodd" d="M5 20a15 15 0 1 1 30 0a15 15 0 1 1 -30 0z'
        'M15 15h10v10h-10z"/>',
        'width="40mm" height="40mm" viewBox="0 0 40 40"',
    )
    true = sum(region.area for region in read_svg(data).regions)
    assert area(read(written(draw, "\n"))) == pytest.approx(true, rel=1e-4)
