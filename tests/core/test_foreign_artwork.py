"""Artwork that others made: overlaps, style sheets, line ends, sizes, hostile files. Areas by
hand, by Clipper and by resvg, an independent renderer."""

from __future__ import annotations

import io
import math
import random
import time

import ezdxf
import numpy as np
import pyclipper
import pytest
import resvg_py
from PIL import Image

from tests.core.test_logo import spec, svg
from tinstamp.artwork import painted
from tinstamp.artwork.dxf.read import read_dxf
from tinstamp.artwork.logo import FileData, Reading, draw_logo, read_guarded
from tinstamp.artwork.painted import LogoError, Painted, whole
from tinstamp.artwork.svg.read import read_svg
from tinstamp.job import profile_file


def area(body: str) -> float:
    drawing = read_svg(svg(body))
    assert not any("united" in note for note in drawing.notes)
    return sum(region.area for region in drawing.regions)


def rendered(data: bytes, size: int = 500) -> float:
    """mm² that resvg covers of a drawing of 100 by 100 mm."""
    png = bytes(resvg_py.svg_to_bytes(svg_string=data.decode(), width=size, height=size))
    with Image.open(io.BytesIO(png)) as picture:
        alpha = np.asarray(picture.convert("RGBA"), dtype=float)[..., 3]
    return float(alpha.sum() / 255.0 / size**2) * 100.0**2


@pytest.mark.parametrize(
    ("body", "true"),
    [
        ('<path d="M0 0H60V60H0Z"/><path d="M40 20V80H100V20Z"/>', 6400.0),
        ('<path d="M0 0H60V60H0Z"/><path d="M40 20H100V80H40Z"/>', 6400.0),
        ('<path d="M0 0H60V60H0ZM20 20H40V40H20Z"/>', 3600.0),
        ('<path d="M0 0H60V60H0ZM20 20V40H40V20Z"/>', 3200.0),
        ('<path fill-rule="evenodd" d="M0 0H60V60H0ZM20 20H40V40H20Z"/>', 3200.0),
        ('<path fill-rule="evenodd" d="M0 0H60V60H0ZM20 20H40V40H20Z"/><rect x="25" y="25" '
         'width="10" height="10"/>', 3300.0),
        ('<rect width="50" height="50"/><path d="M25 25V75H75V25Z"/>'
         '<path d="M0 0V50H50V0Z"/>', 4375.0),
    ],
)  # fmt: skip
def test_each_path_by_its_own_rule_then_all_together(body: str, true: float) -> None:
    assert area(body) == pytest.approx(true, rel=1e-4)


@pytest.mark.parametrize("seed", range(12))
def test_random_paths_cover_what_a_renderer_covers(seed: int) -> None:
    r = random.Random(seed)
    body = ""
    for _ in range(r.randint(2, 6)):
        points = [f"{r.uniform(5, 95):.2f} {r.uniform(5, 95):.2f}" for _ in range(r.randint(3, 7))]
        curve = f"C{r.uniform(5, 95):.1f} {r.uniform(5, 95):.1f} {points[-1]} {points[0]}"
        rule = r.choice(("evenodd", "nonzero"))
        body += f'<path fill-rule="{rule}" d="M{" L".join(points)}{r.choice(("", curve))}Z"/>'
    data = svg(body)
    drawing = read_svg(data)
    pixels = rendered(svg(body, 'width="500" height="500" viewBox="0 0 100 100"'))
    assert sum(x.area for x in drawing.regions) == pytest.approx(pixels, rel=5e-3, abs=8)


def test_a_union_that_goes_wrong_is_seen_and_followed_in_lines(
    monkeypatch: pytest.MonkeyPatch,
) -> None:
    square = [("M", ((0.0, 0.0),)), ("L", ((10.0, 0.0),)), ("L", ((10.0, 10.0),)),
              ("L", ((0.0, 10.0),))]  # fmt: skip
    monkeypatch.setattr(painted, "_united", lambda *a: [])
    regions, told = whole([Painted((square,))])
    assert sum(r.area for r in regions) == pytest.approx(100.0) and "fine lines" in told


@pytest.mark.parametrize("broken", [pyclipper.CT_XOR, pyclipper.CT_UNION])
def test_a_check_that_fails_is_no_agreement(broken: int, monkeypatch: pytest.MonkeyPatch) -> None:
    """Clipper gives up: what Skia made is not taken on trust, nor does the logo vanish."""
    square = [("M", ((0.0, 0.0),)), ("L", ((10.0, 0.0),)), ("L", ((10.0, 10.0),)),
              ("L", ((0.0, 10.0),))]  # fmt: skip

    real = pyclipper.Pyclipper

    class Faulty:
        def __init__(self) -> None:
            self.work = real()
            self.AddPath = self.work.AddPath

        def Execute(self, kind: int, *rules: int) -> object:
            if kind == broken:
                raise pyclipper.ClipperException("gave up")
            return self.work.Execute(kind, *rules)

    monkeypatch.setattr(painted.pyclipper, "Pyclipper", Faulty)
    if broken == pyclipper.CT_UNION:
        with pytest.raises(LogoError, match="cannot be united"):
            whole([Painted((square,))])
    else:
        regions, told = whole([Painted((square,))])
        assert sum(r.area for r in regions) == pytest.approx(100.0) and "fine lines" in told


@pytest.mark.parametrize(
    ("sheet", "painted_area"),
    [
        ("g > path.a { fill: none }", 100),
        ("path + path { fill: none }", 100),
        ("path:first-child { fill: none }", 100),
        ('path[id="b"] { fill: none }', 100),
        ("path { fill: none } #b { fill: red }", 100),
        ("#b { fill: red } path { fill: none }", 100),
        ("path { fill: none !important } #b { fill: red }", 0),
        ("@media print { path { fill: none } }", 200),
        ("@media screen { .a { fill: none } }", 100),
        ("/* path { fill: none } */ .a, .c { fill: none }", 100),
        ("path:nth-child(2) { display: none }", 100),
        ("path { broken ; fill: none }", 0),
        ("p!th { fill: none }", 200),
    ],
)
def test_style_sheets_as_the_standard_says(sheet: str, painted_area: float) -> None:
    body = (
        f'<style>{sheet.replace(">", "&gt;")}</style><g><path class="a" d="M0 0H10V10H0Z"/>'
        '<path id="b" d="M20 0H30V10H20Z"/></g>'
    )
    if not painted_area:
        with pytest.raises(LogoError, match="paints nothing"):
            read_svg(svg(body))
        return
    assert area(body) == pytest.approx(painted_area, rel=1e-4)


def test_an_own_style_goes_before_a_rule() -> None:
    body = '<style>path{fill:none}</style><path style="fill:red" d="M0 0H10V10H0Z"/>'
    assert area(body) == pytest.approx(100, rel=1e-4)


@pytest.mark.parametrize("end", [b"\n", b"\r\n", b"\r"])
def test_dxf_with_every_line_end(end: bytes) -> None:
    document = ezdxf.new(units=4)
    space = document.modelspace()
    space.add_circle((0, 0), 5)
    space.add_lwpolyline([(20, 0), (30, 0), (30, 10), (20, 10)], close=True)
    out = io.StringIO()
    document.write(out)
    data = out.getvalue().encode().replace(b"\r\n", b"\n").replace(b"\n", end)
    drawing = read_dxf(data, 1.0, 0.05, 0.0)
    assert sum(r.area for r in drawing.regions) == pytest.approx(25 * math.pi + 100, rel=1e-4)
    assert profile_file.read(data, "a.dxf").closed


def drawn(draw, unit: int = 4) -> bytes:  # type: ignore[no-untyped-def]
    document = ezdxf.new(units=unit)
    draw(document)
    out = io.StringIO()
    document.write(out)
    return out.getvalue().encode()


def test_hatches_that_overlap_both_stay() -> None:
    def draw(document) -> None:  # type: ignore[no-untyped-def]
        for points in ([(0, 0), (60, 0), (60, 60), (0, 60)],
                       [(40, 20), (40, 80), (100, 80), (100, 20)]):  # fmt: skip
            document.modelspace().add_hatch().paths.add_polyline_path(points, is_closed=True)

    drawing = read_dxf(drawn(draw), 1.0, 0.05, 0.0)
    assert sum(r.area for r in drawing.regions) == pytest.approx(6400, rel=1e-4)


def blocks(document) -> None:  # type: ignore[no-untyped-def]
    for k in range(8):
        block = document.blocks.new(f"B{k}")
        for _ in range(10):
            block.add_blockref(f"B{k + 1}", (0, 0)) if k < 7 else block.add_line((0, 0), (1, 1))
    document.modelspace().add_blockref("B0", (0, 0))


def itself(document) -> None:  # type: ignore[no-untyped-def]
    block = document.blocks.new("B")
    block.add_line((0, 0), (1, 1))
    block.add_blockref("B", (1, 0))
    document.modelspace().add_blockref("B", (0, 0))


def bulge(document) -> None:  # type: ignore[no-untyped-def]
    document.modelspace().add_lwpolyline([(0, 0, 1e30), (9, 0, 0)], format="xyb", close=True)


@pytest.mark.parametrize(
    ("draw", "words"),
    [
        (blocks, "more than 100000 entities"),
        (itself, "holds itself"),
        (lambda d: d.modelspace().add_circle((0, 0), 1e30), "no size to stamp|faulty"),
        (bulge, "."),
    ],
)
def test_hostile_dxfs_are_told_at_once(draw, words: str) -> None:  # type: ignore[no-untyped-def]
    start = time.monotonic()
    with pytest.raises(LogoError, match=words):
        read_dxf(drawn(draw), 1.0, 0.05, 0.0)
    assert time.monotonic() - start < 10


@pytest.mark.parametrize("unit", [0, 1, 4, 5, 6, 8, 9, 20, 999])
def test_every_unit_code_is_taken_or_told(unit: int) -> None:
    data = drawn(lambda d: d.modelspace().add_circle((0, 0), 5))
    data = data.replace(b"$INSUNITS\n 70\n4\n", f"$INSUNITS\n 70\n{unit}\n".encode())
    if unit == 20:  # parsecs
        with pytest.raises(LogoError, match="no size"):
            read_dxf(data, 1.0, 0.05, 0.0)
        return
    drawing = read_dxf(data, 1.0, 0.05, 0.0)
    assert drawing.regions and all(r.area > 0 for r in drawing.regions)


def uses(*levels: str) -> bytes:
    return svg("".join(levels))


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (uses('<g id="a"><use href="#a"/></g>'), "within itself"),
        (uses('<g id="a"><use href="#b"/></g>', '<g id="b"><use href="#a"/></g>'), "within itself"),
        (uses(*(f'<g id="l{k}">' + f'<use href="#l{k + 1}"/>' * 10 + "</g>" for k in range(8)),
              '<g id="l8"><rect width="1" height="1"/></g>'), "more than 20000 elements"),
    ],
)  # fmt: skip
def test_uses_are_counted_before_they_are_unfolded(data: bytes, words: str) -> None:
    start = time.monotonic()
    with pytest.raises(LogoError, match=words):
        read_svg(data)
    assert time.monotonic() - start < 10


def test_what_takes_for_ever_is_given_up(monkeypatch: pytest.MonkeyPatch) -> None:
    """A star of 3,000 points, each line across all others."""
    from tinstamp.artwork import logo

    monkeypatch.setattr(logo, "READING_SECONDS", 1.0)
    turn = 2 * math.pi * 1499 / 3000
    star = " ".join(f"{50 + 50 * math.cos(turn * k):.4f},{50 + 50 * math.sin(turn * k):.4f}"
                    for k in range(3000))  # fmt: skip
    data = svg(f'<polygon points="{star}"/>')
    start = time.monotonic()
    with pytest.raises(LogoError, match="given up"):
        read_guarded(Reading(FileData(data, "svg"), 1.0, 0.0, 0.0, 0.5))
    assert time.monotonic() - start < 20


def test_a_size_is_that_of_what_is_left() -> None:
    """A square of 20 with a speck of 0.5 far to its right: 40 mm wide are 40 mm."""
    data = svg('<rect width="20" height="20"/><rect x="60" y="3" width="0.5" height="0.5"/>')
    drawn_ = draw_logo(spec(data, size=40.0, speck=0.8))
    low_x, low_y, high_x, _ = map(float, drawn_.bounds)
    assert high_x - low_x == pytest.approx(40.0, rel=1e-6) == drawn_.width
    assert low_x + high_x == pytest.approx(0.0, abs=1e-6) and low_y == pytest.approx(0, abs=1e-6)
    assert drawn_.mended is not None and drawn_.mended.specks == 1


def test_outlines_within_outlines_by_the_thousand() -> None:
    def draw(document) -> None:  # type: ignore[no-untyped-def]
        for k in range(1500):
            x, y = 10 * (k % 40), 10 * (k // 40)
            document.modelspace().add_lwpolyline(
                [(x, y), (x + 8, y), (x + 8, y + 8), (x, y + 8)], close=True
            )
            document.modelspace().add_circle((x + 4, y + 4), 2)

    drawing = read_dxf(drawn(draw), 1.0, 0.05, 0.0)
    true = 1500 * (64 - 4 * math.pi)
    assert sum(r.area for r in drawing.regions) == pytest.approx(true, rel=1e-3)
