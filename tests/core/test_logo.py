"""Logos: icons against an independent renderer, every DXF entity, pictures, clean-up."""

from __future__ import annotations

import io
import math
import tempfile
import zipfile
from importlib.resources import files
from io import BytesIO, StringIO
from pathlib import Path

import ezdxf
import numpy as np
import pytest
import resvg_py
import shapely
from ezdxf import units
from PIL import Image, ImageDraw

from tests.conftest import ROOT
from tinstamp.artwork.drawn import Frame, flip_of, flipped, framed
from tinstamp.artwork.dxf.read import read_dxf
from tinstamp.artwork.logo import FileData, LogoSpec, draw_logo
from tinstamp.artwork.outline import Region, nest, polygon
from tinstamp.artwork.painted import LogoError
from tinstamp.artwork.plain import ShapeSpec, draw_shape
from tinstamp.artwork.shapes import circle
from tinstamp.artwork.svg.read import read_svg
from tinstamp.artwork.tidy import tidy
from tinstamp.artwork.trace import trace


def icons() -> list[tuple[str, bytes]]:
    """Every ninth of one package's strokes and every fourth of another's fills."""
    found = []
    for package, keep, step in (("lucide", "", 8), ("heroicons", "solid/", 2)):
        data = files(package).joinpath(f"{package}.zip").read_bytes()
        with zipfile.ZipFile(io.BytesIO(data)) as archive:
            names = [n for n in sorted(archive.namelist()) if n.endswith(".svg") and keep in n]
            found += [(f"{package}/{n}", archive.read(n)) for n in names[::step]]
    return found


ICONS = icons()


def raster_area(data: bytes, size: int = 600) -> float:
    """The part of the box that is covered, by resvg, an independent renderer."""
    text = data.decode().replace("currentColor", "#000000")
    png = bytes(resvg_py.svg_to_bytes(svg_string=text, width=size, height=size))
    with Image.open(BytesIO(png)) as picture:
        alpha = np.asarray(picture.convert("RGBA"), dtype=float)[..., 3]
    return float(alpha.sum() / 255.0 / size**2)


def test_there_are_enough_icons() -> None:
    assert len(ICONS) >= 300


@pytest.mark.parametrize("part", range(10))
def test_icons_cover_what_a_renderer_covers(part: int) -> None:
    """Within 1 % of the icon's box, without a failure: every third; `trials/logos.py` takes all."""
    for name, data in ICONS[part::30]:
        drawing = read_svg(data)
        box = 24.0 * 25.4 / 96 if b'width="24"' in data or b'viewBox="0 0 24 24"' in data else 0.0
        root_box = box or _box(data)
        area = sum(region.area for region in drawing.regions) / root_box**2
        assert area == pytest.approx(raster_area(data), abs=0.01), name


def _box(data: bytes) -> float:
    text = data.decode()
    return float(text.split('viewBox="')[1].split('"')[0].split()[2]) * 25.4 / 96


def svg(body: str, size: str = 'width="100mm" height="100mm" viewBox="0 0 100 100"') -> bytes:
    return f'<svg xmlns="http://www.w3.org/2000/svg" {size}>{body}</svg>'.encode()


def area(data: bytes) -> float:
    return sum(region.area for region in read_svg(data).regions)


def test_what_an_svg_may_hold() -> None:
    assert area(svg('<rect width="10" height="20"/>')) == pytest.approx(200, rel=1e-6)
    line = '<path d="M0 50 H100" stroke="#000" stroke-width="4"/>'
    assert area(svg(line)) == pytest.approx(400, rel=1e-4)
    sheet = "<style>.a{fill:none;stroke:red;stroke-width:2} #b{fill:none}</style>"
    styled = sheet + '<path class="a" d="M0 9 H50"/><rect id="b" width="9" height="9"/>'
    assert area(svg(styled)) == pytest.approx(100, rel=1e-4)
    group = '<g transform="translate(20 20) rotate(30) scale(2 3)"><rect width="5" height="5"/></g>'
    assert area(svg(group)) == pytest.approx(150, rel=1e-5)
    use = '<defs><rect id="r" width="4" height="4"/></defs><use href="#r"/><use href="#r" x="20"/>'
    assert area(svg(use)) == pytest.approx(32, rel=1e-5)
    clip = '<clipPath id="c"><rect width="5" height="50"/></clipPath>'
    clip += '<rect clip-path="url(#c)" width="20" height="20"/>'
    assert area(svg(clip)) == pytest.approx(100, rel=1e-5)
    rings = "M0 0 H30 V30 H0 Z M10 10 H20 V20 H10 Z"
    assert area(svg(f'<path fill-rule="evenodd" d="{rings}"/>')) == pytest.approx(800, rel=1e-5)
    assert area(svg(f'<path d="{rings}"/>')) == pytest.approx(900, rel=1e-5)
    over = '<rect width="20" height="10"/><rect x="10" width="20" height="10"/>'
    assert area(svg(over)) == pytest.approx(300, rel=1e-5)
    inches = svg('<rect width="2" height="2"/>', 'width="4in" height="4in" viewBox="0 0 4 4"')
    assert area(inches) == pytest.approx(4 * 25.4**2, rel=1e-6)
    (note,) = read_svg(svg('<rect width="9" height="9"/><text>words</text>')).notes
    assert "text without a font in the file left out" in note
    assert "96 units" in read_svg(svg('<rect width="9" height="9"/>', "")).notes[0]


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (b"", "not sound XML"),
        (b"<svg", "not sound XML"),
        (b"<html/>", "not an SVG"),
        (b'<!DOCTYPE s [<!ENTITY a SYSTEM "file:///etc/hostname">]><svg>&a;</svg>', "XML|nothing"),
        (svg('<use href="http://example.org/a.svg#b"/>'), "other files"),
        (svg('<use href="file:///etc/passwd"/>'), "other files"),
        (svg('<path d="M0 0 L"/>'), "paints nothing|cannot be read"),
        (svg('<text x="4" y="9">only words</text>'), "paints nothing"),
        (svg("<g>" * 20001 + "</g>" * 20001), "elements|sound XML"),
        (bytes(9 * 2**20), "larger than"),
    ],
)
def test_bad_svgs_are_told(data: bytes, words: str) -> None:
    with pytest.raises(LogoError, match=words):
        read_svg(data)


def dxf(draw, unit: int = units.MM, form: str = "\n") -> bytes:  # type: ignore[no-untyped-def]
    """A drawing with either line end, or as a binary file."""
    document = ezdxf.new("R2010")
    document.units = unit
    draw(document, document.modelspace())
    if form == "binary":
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "a.dxf"
            document.saveas(path, fmt="bin")
            return path.read_bytes()
    out = StringIO()
    document.write(out)
    return out.getvalue().replace("\r\n", "\n").replace("\n", form).encode()


def inked(data: bytes, **fields: float) -> float:
    given = {"unit": 1.0, "join": 0.01, "stroke": 0.0} | fields
    return sum(region.area for region in read_dxf(data, **given).regions)


def polyline(_, space) -> None:  # type: ignore[no-untyped-def]
    space.add_lwpolyline([(0, 0, 0), (20, 0, 1), (20, 10, 0), (0, 10, 0)], format="xyb", close=True)


def loose(_, space) -> None:  # type: ignore[no-untyped-def]
    space.add_line((0, 0), (20, 0))
    space.add_arc((20, 5), 5, -90, 90)
    space.add_line((0, 10.004), (20, 10))
    space.add_line((0, 10), (0, 0))


def block(document, space) -> None:  # type: ignore[no-untyped-def]
    inner = document.blocks.new("INNER")
    inner.add_circle((0, 0), 2)
    outer = document.blocks.new("OUTER")
    outer.add_blockref("INNER", (10, 0))
    outer.add_blockref("INNER", (20, 0), dxfattribs={"xscale": 2, "yscale": 2})
    space.add_blockref("OUTER", (100, 50), dxfattribs={"rotation": 30})


def hatch(_, space) -> None:  # type: ignore[no-untyped-def]
    made = space.add_hatch()
    made.paths.add_polyline_path([(0, 0), (30, 0), (30, 20), (0, 20)], is_closed=True)


def nested(_, space) -> None:  # type: ignore[no-untyped-def]
    for radius in (10, 6, 3):
        space.add_circle((0, 0), radius)


def oval(_, space) -> None:  # type: ignore[no-untyped-def]
    space.add_ellipse((5, 5), (8, 0), 0.5)


def spline(_, space) -> None:  # type: ignore[no-untyped-def]
    space.add_spline([(10, 0), (0, 10), (-10, 0), (0, -10), (10, 0)])


CASES = [
    (polyline, 200 + 12.5 * math.pi),
    (loose, 200 + 12.5 * math.pi),
    (block, 4 * math.pi + 16 * math.pi),
    (hatch, 600.0),
    (nested, math.pi * (100 - 36 + 9)),
    (oval, math.pi * 8 * 4),
]


@pytest.mark.parametrize("form", ["\n", "\r\n", "binary"])
@pytest.mark.parametrize(("draw", "true"), CASES)
@pytest.mark.parametrize(("unit", "scale"), [(units.MM, 1.0), (units.IN, 25.4), (0, 1.0)])
def test_dxf_entities(  # type: ignore[no-untyped-def]
    draw, true: float, unit: int, scale: float, form: str
) -> None:
    """Areas by hand, at mm, at inches and without a unit."""
    data = dxf(draw, unit, form)
    assert inked(data, join=0.01 * scale) == pytest.approx(true * scale**2, rel=5e-4)
    drawing = read_dxf(data, 25.4, 0.25, 0.0)
    if unit == 0:
        assert any("names no unit" in note for note in drawing.notes)
        assert sum(r.area for r in drawing.regions) == pytest.approx(true * 25.4**2, rel=5e-4)
    else:
        assert drawing.unit == pytest.approx(scale)


def test_a_closed_spline_and_lines_with_a_width() -> None:
    bulge = read_dxf(dxf(spline), 1.0, 0.01, 0.0)
    assert len(bulge.regions) == 1 and 100 < bulge.regions[0].area < 330

    def tee(_, space) -> None:  # type: ignore[no-untyped-def]
        space.add_line((0, 0), (30, 0))

    told = read_dxf(dxf(tee), 1.0, 0.01, 0.0)
    assert told.regions == () and len(told.open_ends) == 2 and "does not close" in told.notes[0]
    assert inked(dxf(tee), stroke=2.0) == pytest.approx(60 + math.pi, rel=1e-3)


@pytest.mark.parametrize("data", [b"", b"0\nSECTION\n2\nENTITIES\n0\nLINE", bytes(9 * 2**20)])
def test_bad_dxfs_are_told(data: bytes) -> None:
    with pytest.raises(LogoError):
        read_dxf(data, 1.0, 0.05, 0.0)


def picture(size: int = 900) -> bytes:
    """A ring and a bar, drawn four times as large and made smaller: smooth edges."""
    big = Image.new("L", (size * 4, size * 4), 255)
    draw = ImageDraw.Draw(big)
    k = size * 4 / 900
    draw.ellipse((100 * k, 100 * k, 700 * k, 700 * k), fill=0)
    draw.ellipse((300 * k, 300 * k, 500 * k, 500 * k), fill=255)
    draw.rectangle((740 * k, 100 * k, 840 * k, 800 * k), fill=0)
    out = BytesIO()
    big.resize((size, size), Image.Resampling.LANCZOS).save(out, "PNG")
    return out.getvalue()


def test_a_picture_is_traced_and_needs_few_points() -> None:
    """Thousands of points to a tenth or fewer within 0.02 mm, the deviation measured by
    Shapely's Hausdorff distance."""
    drawing = trace(picture(), 0.5)
    ring = math.pi * (300**2 - 100**2)
    assert sum(r.area for r in drawing.regions) == pytest.approx(ring + 100 * 700, rel=2e-3)
    assert sum(len(o) for r in drawing.regions for o in r.outlines) <= 24
    pixels = nest([polygon(edge[:-1] * 0.03) for edge in drawing.lines])
    true = sorted(pixels, key=lambda r: len(r.counters))
    made = tidy(true, 0.1, 0.02)
    assert made.before > 2000 and made.after <= made.before / 10
    assert 0 < made.deviation <= 0.02
    for before, after in zip(true, made.regions, strict=True):
        for a, b in zip(before.outlines, after.outlines, strict=True):
            one, two = shapely.LinearRing(a.points(4)), shapely.LinearRing(b.points(64))
            assert shapely.hausdorff_distance(one, two, densify=0.5) <= 0.021
    corners = [r for r in made.regions if not r.counters]
    assert len(corners[0].outer) <= 8  # the sides of the bar are lines again


def test_specks_go_and_counters_stay() -> None:
    speck = Region(circle(0.02))
    big = Region(circle(5), (circle(2, clockwise=True), circle(0.01, clockwise=True)))
    made = tidy([speck, big], 0.1, 0.0)
    assert made.specks == 2 and len(made.regions) == 1 and len(made.regions[0].counters) == 1


def spec(data: bytes, kind: str = "svg", **fields: object) -> LogoSpec:
    given = {"given": "width", "size": 30.0, "unit": 1.0, "join": 0.05, "speck": 0.0,
             "reduce": 0.0, "stroke": 0.0, "threshold": 0.5} | fields  # fmt: skip
    return LogoSpec(FileData(data, kind), **given)  # type: ignore[arg-type]


def test_the_emblem_at_its_size() -> None:
    data = (ROOT / "demo" / "emblem.svg").read_bytes()
    art = draw_logo(spec(data))
    low_x, low_y, high_x, high_y = art.bounds
    assert (high_x - low_x, low_y, (low_x + high_x) / 2) == pytest.approx((30, 0, 0), abs=1e-3)
    whole = draw_logo(spec(data, given="file"))
    assert whole.mended is not None and whole.mended.natural == pytest.approx((23, 23), abs=0.01)
    tall = draw_logo(spec(data, given="height", size=11.5))
    assert tall.area == pytest.approx(whole.area / 4, rel=1e-3)
    turned = flipped(art, flip_of(art, True, False))
    assert turned.area == pytest.approx(art.area)
    np.testing.assert_allclose(turned.bounds, [-high_x, low_y, -low_x, high_y], atol=1e-9)
    with pytest.raises(LogoError, match="no size of its own"):
        draw_logo(spec(picture(200), "png", given="file"))


@pytest.mark.parametrize(
    ("shape", "fields", "true"),
    [
        ("rectangle", {}, 200.0),
        ("rectangle", {"corner": 2.0}, 200 - (4 - math.pi) * 4),
        ("rectangle", {"line": 1.0}, 200 - 18 * 8),
        ("circle", {"line": 2.0}, math.pi * (100 - 64)),
        ("polygon", {}, 6 * 20**2 * math.tan(math.pi / 6) / 4),
        ("line", {"high": 0.5}, 10.0),
    ],
)
def test_plain_shapes(shape: str, fields: dict[str, float], true: float) -> None:
    given = {"width": 20.0, "height": fields.pop("high", 10.0), "corner": 0.0, "sides": 6,
             "line": 0.0} | fields  # fmt: skip
    art = draw_shape(ShapeSpec(shape, **given))  # type: ignore[arg-type]
    assert art.area == pytest.approx(true, rel=1e-6)
    assert art.bounds[1] == pytest.approx(0, abs=1e-9)
    ring = framed(art, Frame(2.0, 0.5, 1.0))
    width, height = art.bounds[2] - art.bounds[0] + 4, art.bounds[3] - art.bounds[1] + 4
    outer = (width + 1) * (height + 1) - (4 - math.pi) * 1.5**2
    assert ring.area - art.area == pytest.approx(outer - width * height + (4 - math.pi), rel=1e-6)


def test_a_shape_without_an_inside_is_told() -> None:
    with pytest.raises(ValueError, match="fills the shape"):
        draw_shape(ShapeSpec("circle", 10, 0, 0, 0, 5.0))


def test_mutated_files_never_do_more_than_tell() -> None:
    random = np.random.default_rng(11)
    emblem = (ROOT / "demo" / "emblem.svg").read_bytes()
    for kind, whole in (("svg", emblem), ("dxf", dxf(block)), ("png", picture(60))):
        for _ in range(40):
            broken = bytearray(whole)
            if random.random() < 0.3:
                del broken[int(random.integers(10, len(broken))) :]
            for _ in range(int(random.integers(1, 25))):
                broken[int(random.integers(len(broken)))] = int(random.integers(256))
            try:
                draw_logo(spec(bytes(broken), kind))
            except LogoError as error:
                assert str(error)
