"""Profiles from DXF and SVG against known lengths and areas; renaming; lists of features."""

from __future__ import annotations

import math

import numpy as np
import pytest
from ezdxf import units

from tests.conftest import made, stamp
from tests.core.solids import sound, volume
from tests.core.test_dxf_features import FORMS
from tests.core.test_logo import dxf as in_form
from tinstamp.job import edit_features as edit
from tinstamp.job.changes import BETWEEN
from tinstamp.job.drawn import pieces
from tinstamp.job.feature import Position
from tinstamp.job.features import Extruded, Groove, Hole, Hollow, Plate, Soften, Tube
from tinstamp.job.model import Blank, Job
from tinstamp.job.profile import signed_area
from tinstamp.job.profile_file import ProfileFileError, Taken, read
from tinstamp.job.rename import rename_feature
from tinstamp.job.resolve import resolve


def dxf(draw, unit: int = units.MM) -> bytes:  # type: ignore[no-untyped-def]
    """A drawing as text with a line feed; it must read alike with both line ends and as binary."""
    plain, *others = (in_form(lambda _, space: draw(space), unit, form) for form in FORMS)

    def taken(data: bytes) -> object:
        try:
            return read(data, "a.dxf")
        except ProfileFileError as error:
            return str(error)

    assert all(taken(other) == taken(plain) for other in others)
    return plain


def svg(path: str, size: str = 'width="100mm" viewBox="0 0 100 100"') -> bytes:
    return f'<svg xmlns="http://www.w3.org/2000/svg" {size}>{path}</svg>'.encode()


def loop(taken: Taken):  # type: ignore[no-untyped-def]
    values = {}
    for i, k in enumerate(taken.knots):
        for axis in ("x", "y", "rise"):
            values[f"points.{i}.{axis}"] = float(getattr(k, axis).removesuffix(" mm"))
    return pieces(taken.knots, values, taken.closed)


def length(taken: Taken) -> float:
    return sum(piece.length for piece in loop(taken))


def test_lines_and_arcs_of_a_dxf_in_any_order() -> None:
    def draw(space) -> None:  # type: ignore[no-untyped-def]
        space.add_line((20, 10), (0, 10))
        space.add_arc((20, 5), 5, -90, 90)
        space.add_line((0, 0), (20, 0))
        space.add_arc((0, 5), 5, 90, 270)

    taken = read(dxf(draw), "slot.dxf")
    assert taken.closed and taken.note == ""
    assert length(taken) == pytest.approx(40 + 10 * math.pi, rel=1e-9)
    assert sorted(k.to for k in taken.knots) == ["arc", "arc", "line", "line"]
    bar = made(Extruded(points=taken.knots, height="3 mm"))
    assert volume(bar.solid.shape) == pytest.approx((200 + 25 * math.pi) * 3, rel=1e-9)


@pytest.mark.parametrize(("unit", "scale"), [(units.MM, 1.0), (units.IN, 25.4), (units.CM, 10.0)])
def test_units_of_a_dxf(unit: int, scale: float) -> None:
    def draw(space) -> None:  # type: ignore[no-untyped-def]
        space.add_lwpolyline([(0, 0, 0), (2, 0, 1), (2, 1, 0), (0, 1, 0)], format="xyb", close=True)

    taken = read(dxf(draw, unit), "p.dxf")
    assert length(taken) == pytest.approx((2 + 1 + 2 + math.pi / 2) * scale)
    unitless = read(dxf(draw, 0), "p.dxf")
    assert "names no unit" in unitless.note
    assert length(unitless) == pytest.approx(5 + math.pi / 2)


def test_curves_of_a_dxf_become_splines() -> None:
    """Circle by two arcs; an ellipse's girth by Ramanujan's second approximation, good to
    1e-9 here; an open spline through points."""

    def round_one(space) -> None:  # type: ignore[no-untyped-def]
        space.add_circle((5, 5), 4)

    assert length(read(dxf(round_one), "c.dxf")) == pytest.approx(8 * math.pi)

    def oval(space) -> None:  # type: ignore[no-untyped-def]
        space.add_ellipse((0, 0), (10, 0), 0.6, 0, math.pi)

    a, b = 10.0, 6.0
    h = ((a - b) / (a + b)) ** 2
    girth = math.pi * (a + b) * (1 + 3 * h / (10 + math.sqrt(4 - 3 * h)))
    taken = read(dxf(oval), "e.dxf")
    assert not taken.closed and taken.knots[0].to == "corner"
    assert length(taken) == pytest.approx(girth / 2, rel=1e-3)

    def curve(space) -> None:  # type: ignore[no-untyped-def]
        space.add_spline([(0, 0), (10, 4), (20, -3), (30, 0)])
        space.add_line((30, 0), (30, 9))

    taken = read(dxf(curve), "s.dxf")
    assert {k.to for k in taken.knots} >= {"corner", "spline", "line"}
    assert len(taken.knots) < 60


def test_shapes_of_an_svg() -> None:
    square = read(svg('<rect x="10" y="10" width="30" height="20"/>'), "r.svg")
    assert square.closed and abs(signed_area(loop(square))) == pytest.approx(600)
    inches = read(svg('<path d="M0 0 L2 0 L2 1 Z"/>', 'width="4in" viewBox="0 0 4 4"'), "t.svg")
    assert abs(signed_area(loop(inches))) == pytest.approx(25.4**2)
    disc = read(svg('<circle cx="50" cy="50" r="20"/>'), "c.svg")
    assert length(disc) == pytest.approx(40 * math.pi, rel=1e-3)
    plain = read(svg('<path d="M0 0 L96 0 L96 96"/>', ""), "p.svg")
    assert not plain.closed and "taken as an inch" in plain.note
    assert length(plain) == pytest.approx(50.8)
    moved = read(
        svg('<g transform="translate(5 5) rotate(30) scale(2)"><path d="M0 0 L3 0 L3 4 Z"/></g>'),
        "g.svg",
    )
    assert abs(signed_area(loop(moved))) == pytest.approx(24)
    heart = read(svg('<path d="M0 0 C10 20 30 20 40 0 L20 -30 Z"/>'), "h.svg")
    assert sound(made(Extruded(points=heart.knots)).solid.shape)


@pytest.mark.parametrize(
    ("data", "name", "words"),
    [
        (b"", "a.dxf", "cannot be read|no lines"),
        (b"0\nSECTION\n2\nENTITIES\n0\nLINE", "a.dxf", "cannot be read|no lines|faulty"),
        (dxf(lambda space: space.add_text("words")), "a.dxf", "no lines, arcs or curves"),
        (b"<svg", "a.svg", "not sound XML"),
        (svg("<text>words</text>"), "a.svg", "no lines, arcs or curves"),
        (svg('<path d="M0 0 L"/>'), "a.svg", "cannot be read|no lines"),
        (b'<!DOCTYPE svg [<!ENTITY a "b">]><svg/>', "a.svg", "not an SVG drawing|no lines"),
        (b"x", "a.png", "neither DXF nor SVG"),
        (bytes(9 * 2**20), "a.dxf", "larger than"),
    ],
)
def test_bad_drawings_are_told(data: bytes, name: str, words: str) -> None:
    with pytest.raises(ProfileFileError, match=words):
        read(data, name)


def test_mutated_drawings_never_do_more_than_tell() -> None:
    def draw(space) -> None:  # type: ignore[no-untyped-def]
        space.add_lwpolyline([(0, 0, 0.3), (20, 0, 0), (20, 10, 0)], format="xyb", close=True)
        space.add_spline([(0, 0), (10, 4), (20, -3)])

    random = np.random.default_rng(3)
    for name, whole in (
        ("a.dxf", dxf(draw)),
        ("a.svg", svg('<path d="M0 0 C10 20 30 20 40 0 Z"/>')),
    ):
        for _ in range(60):
            broken = bytearray(whole)
            for _ in range(int(random.integers(1, 20))):
                broken[int(random.integers(len(broken)))] = int(random.integers(32, 127))
            try:
                assert read(bytes(broken), name).knots
            except ProfileFileError as error:
                assert str(error)


def test_renaming_follows_everywhere() -> None:
    features = (
        Plate(name="plate", thickness="12 mm"),
        Tube(
            name="boss",
            wall="0 mm",
            outer_diameter="plate.width / 4",
            at=Position(face="plate.top"),
        ),
        Hole(name="h", face="plate.front"),
        Groove(name="g", face="plate.top", path="drawn"),
        Soften(name="s", edges=(f"plate.top{BETWEEN}boss.outer", "plate.left")),
        Hollow(name="hollow", open_faces=("plate.bottom",)),
    )
    marks = (
        stamp("A", face="plate.right", up="plate.thickness / 2"),
        stamp("B", face="hollow.plate_left"),
        stamp("C", face="s.boss_outer_plate_top"),
    )
    job = rename_feature(Job(blank=Blank(features=features), stamps=marks), 0, "base")
    named = job.blank.features
    assert named[1].at.face == "base.top" and named[1].outer_diameter == "base.width / 4"  # type: ignore[union-attr]
    assert named[2].face == "base.front" and named[3].face == "base.top"  # type: ignore[union-attr]
    assert named[4].edges == ("base.top & boss.outer", "base.left")  # type: ignore[union-attr]
    assert named[5].open_faces == ("base.bottom",)  # type: ignore[union-attr]
    assert [s.setting.face for s in job.stamps] == [
        "base.right", "hollow.base_left", "s.boss_outer_base_top"
    ]  # fmt: skip
    assert job.stamps[0].setting.up == "base.thickness / 2"
    assert not resolve(job).errors


def test_lists_of_features() -> None:
    job = Job(blank=Blank(features=(Plate(name="plate"),)))
    boss = edit.new_body(job, "tube", "join", "plate.top")
    two = edit.added(job, boss)
    assert two.blank.features[1].name == "boss"
    assert edit.new_body(two, "tube", "join", "").name == "boss_2"
    hole = edit.new_change(two, "hole", "plate.top")
    three = edit.added(two, hole)
    assert [f.name for f in edit.moved(three, 2, 1).blank.features] == ["plate", "hole", "boss"]
    with pytest.raises(ValueError, match="must be a body"):
        edit.moved(three, 2, 0)
    with pytest.raises(ValueError, match="at least one body"):
        edit.deleted(job, 0)
    with pytest.raises(ValueError, match="two features are called"):
        edit.added(two, boss)
    knots = Extruded().points
    more = edit.with_point(knots, 1, 3.0, 4.0)
    assert [k.name for k in more] == ["a", "b", "e", "c", "d"]
    assert edit.without_point(more, 2) == knots
    with pytest.raises(ValueError, match="at least two"):
        edit.without_point(knots[:2], 0)


def test_what_a_drawing_hides_or_uses_again_is_read_as_in_a_logo() -> None:
    """Blocks are unfolded and hidden layers left out; `use`, nested sheets and style sheets count;
    a shape that is filled and drawn round is one line."""

    def blocks(space) -> None:  # type: ignore[no-untyped-def]
        document = space.doc
        document.layers.add("off").off()
        square = [(0, 0), (4, 0), (4, 4), (0, 4)]
        space.add_lwpolyline([(0, 0), (90, 0), (90, 90)], close=True, dxfattribs={"layer": "off"})
        document.blocks.new("B").add_lwpolyline(square, close=True)
        space.add_blockref("B", (7, 3), dxfattribs={"xscale": 2, "yscale": 2})

    taken = read(dxf(blocks), "b.dxf")
    assert taken.closed and abs(signed_area(loop(taken))) == pytest.approx(64)
    again = read(
        svg('<style>.a{fill:none;stroke:red;stroke-width:3}</style><defs><path id="p" '
            'd="M0 0H6V6H0Z"/></defs><use href="#p" x="20" y="5"/>'
            '<path class="a" d="M0 0H6V6H0Z" transform="translate(20 5)"/>'),
        "u.svg",
    )  # fmt: skip
    assert again.closed and abs(signed_area(loop(again))) == pytest.approx(36)
    assert len(again.knots) == 4
