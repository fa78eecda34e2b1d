"""Fields over a stamp against other ways of measuring: widths and gaps against a distance transform
on a fine raster (scipy.ndimage), walls and depths against rays through the triangles of the file
that was written and read again, drafts against closed forms."""

from __future__ import annotations

import math
from pathlib import Path

import numpy as np
import pytest
import shapely
from scipy.ndimage import distance_transform_edt

from tests.core.test_known_faults import FLAT, PLATE, drawn, part, raised, sunk, text, tube
from tinstamp.artwork.outline import Array
from tinstamp.engine.asking import AskError, answered
from tinstamp.engine.build import Built, build
from tinstamp.engine.cache import Cache
from tinstamp.engine.questions import WantEstimate, WantField, WantRoom
from tinstamp.engine.write import write_files
from tinstamp.job.archive import Document
from tinstamp.job.features import Hole
from tinstamp.job.model import Relief, Setting, Shape, Stamp
from tinstamp.output.outputs import options_from
from tinstamp.proofing.fields import Field, FieldKind, flat_field
from tinstamp.setting.fit import ink

PIXEL = 0.02
"""mm a pixel of the raster"""


def field(document: Document, kind: FieldKind, stamp: str = "T") -> tuple[Field, Built]:
    cache = Cache()
    built = build(document, cache)
    found = answered(WantField(stamp, kind), document, built, cache)
    assert isinstance(found, Field)
    return found, built


def raster(shape: shapely.Geometry, room: float) -> tuple[Array, Array]:
    """Pixels of a shape, true within, and the least corner, mm."""
    low_x, low_y, high_x, high_y = shape.bounds
    x = np.arange(low_x - room, high_x + room, PIXEL)
    y = np.arange(low_y - room, high_y + room, PIXEL)
    shapely.prepare(shape)
    at = np.stack(np.meshgrid(x, y), axis=-1)
    return shapely.contains_xy(shape, at[..., 0], at[..., 1]), np.array([x[0], y[0]])


def thickness(inside: Array, at: Array, corner: Array) -> Array:
    """Across the largest ball of a raster that holds each place, mm, by the distance transform."""
    away = distance_transform_edt(inside) * PIXEL
    rows, columns = np.nonzero(away > 0.4 * away.max())
    middles = np.stack([columns, rows], axis=1) * PIXEL + corner
    radii = away[rows, columns]
    held = np.linalg.norm(at[:, None] - middles[None], axis=2) <= radii[None] + 1e-9
    return np.where(held, 2 * radii[None], 0.0).max(axis=1)


@pytest.mark.parametrize("words", ["HB8", "Docht", "QMS"])
def test_strokes_are_as_wide_as_a_raster_says(words: str) -> None:
    found, built = field(part(text(words, height="8 mm")), "stroke")
    shape = shapely.union_all(ink(built.planned["T"].placed.regions, 40))
    inside, corner = raster(shape, 0.5)
    chosen = np.random.default_rng(3).choice(len(found.values), 150, replace=False)
    expected = thickness(inside, found.sheet[chosen], corner)
    told = found.values[chosen]
    # where the raster has a ball; where strokes meet, and in corners, it finds larger and smaller
    # ones, which touch no two sides that run alongside
    sure = expected > 0
    assert sure.mean() > 0.6
    assert np.median(np.abs(told - expected)[sure]) < 2 * PIXEL
    assert np.mean(np.abs(told - expected)[sure] < 3 * PIXEL) > 0.7


def test_gaps_are_as_wide_as_a_raster_says() -> None:
    bars = "M0 0H4V20H0ZM4.6 0H8V20H4.6ZM9.4 0H12V20H9.4Z"
    found, built = field(part((drawn(bars), FLAT, sunk(0.1))), "gap", "S0")
    shape = shapely.union_all(ink(built.planned["S0"].placed.regions, 40))
    low_x, low_y, high_x, high_y = shape.bounds
    bare = shapely.box(low_x, low_y, high_x, high_y).difference(shape)
    away = distance_transform_edt(raster(bare, 0.5)[0]) * PIXEL
    assert 2 * away.max() == pytest.approx(1.4, abs=2 * PIXEL)
    middle = np.abs(found.sheet[:, 1] - (low_y + high_y) / 2) < 6.0
    x = found.sheet[middle, 0] - low_x
    expected = np.where((x > 3.9) & (x < 4.7), 0.6, 1.4)
    assert found.values[middle] == pytest.approx(expected, rel=1e-3)
    assert found.limit == 0.2 and found.worst is not None


def rays(triangles: Array, starts: Array, ways: Array) -> list[Array]:
    """Where lines meet triangles, (n, 3, 3) mm, sorted (Möller and Trumbore, 1997)."""
    found = []
    a = triangles[:, 1] - triangles[:, 0]
    b = triangles[:, 2] - triangles[:, 0]
    for start, way in zip(starts, ways, strict=True):
        h = np.cross(way, b)
        det = np.einsum("ij,ij->i", a, h)
        sure = np.abs(det) > 1e-12
        f = np.where(sure, 1.0, 0.0) / np.where(sure, det, 1.0)
        s = start - triangles[:, 0]
        u = f * np.einsum("ij,ij->i", s, h)
        q = np.cross(s, a)
        v = f * (q @ way)
        t = f * np.einsum("ij,ij->i", b, q)
        hit = sure & (u >= 0) & (v >= 0) & (u + v <= 1) & (t > 0)
        met = np.sort(t[hit])
        found.append(met[np.concatenate([[True], np.diff(met) > 1e-6])] if len(met) else met)
    return found


def read_again(built: Built, folder: Path) -> Array:
    """The triangles of the STL file that is written, as its bytes say."""
    (path,) = write_files(built, folder, "part", ("stl",), options_from({}))
    data = Path(path).read_bytes()
    count = int.from_bytes(data[80:84], "little")
    rows = np.frombuffer(data[84:], dtype=np.dtype([("n", "<f4", 3), ("p", "<f4", (3, 3)),
                                                    ("x", "<u2")]), count=count)  # fmt: skip
    return rows["p"].astype(float)


def drilled() -> Document:
    hole = Hole(name="h", face="p.front", across="0 mm", up="0 mm", diameter="4 mm",
                depth="80 mm")  # fmt: skip
    square = Stamp(name="T", artwork=Shape(shape="rectangle", wide="20 mm", high="20 mm"),
                   setting=Setting(face="p.top", across="0 mm", up="-10 mm"),
                   relief=sunk(1.3))  # fmt: skip
    return part(square, more=(hole,))


@pytest.mark.parametrize(
    "make",
    [lambda: part(text("HB8", "t.outer", relief=sunk(0.6)), body=tube(50, 1.5)),
     lambda: part(text("HB8", "t.outer", relief=raised(0.6)), body=tube(50, 1.5)),
     lambda: part(text("HB8", "t.inner", relief=sunk(0.4)), body=tube(50, 2.0)),
     drilled],
    ids=["sunk on a tube", "raised on a tube", "sunk in a bore", "over a hole"],
)  # fmt: skip
def test_walls_and_depths_are_those_of_the_file_as_read_again(make, tmp_path: Path) -> None:  # type: ignore[no-untyped-def]
    document = make()
    wall, built = field(document, "wall")
    depth, _ = field(document, "depth")
    triangles = read_again(built, tmp_path)
    item = built.planned["T"]
    edge = shapely.union_all(ink(item.placed.regions, 40)).boundary
    inner = np.flatnonzero(shapely.distance(edge, shapely.points(wall.sheet)) > 0.1)
    chosen = np.random.default_rng(5).choice(inner, 60, replace=False)
    normals = np.asarray(item.chart.normal(wall.sheet[chosen]))
    feet = np.asarray(item.chart.to_space(wall.sheet[chosen]))
    met = rays(triangles, feet + 0.8 * normals, -normals)
    sign = -1.0 if item.raised else 1.0
    chord = 0.02
    off = []
    for k, crossings in zip(chosen, met, strict=True):
        first, second = crossings[0], crossings[1]
        off.append(abs(second - first - wall.values[k]))
        assert abs(sign * (first - 0.8) - depth.at(*wall.sheet[k], 1e-6)) < chord  # type: ignore[operator]
    assert max(off) < 2 * chord


def test_the_wall_over_a_hole_has_its_least_place_above_its_axis() -> None:
    found, _ = field(drilled(), "wall")
    assert found.worst is not None
    assert found.values.min() == pytest.approx(0.7, abs=0.02)
    assert abs(found.sheet[found.worst, 0]) < 0.5
    over = np.abs(found.sheet[:, 0]) < 1.8
    expected = 4 - 1.3 - np.sqrt(4 - found.sheet[over, 0] ** 2)
    assert found.values[over] == pytest.approx(expected, abs=1e-6)


def test_drafts_are_those_of_a_cone_and_of_radial_walls() -> None:
    leaning = Relief(depth="1 mm", draft="7 deg")
    circle = Stamp(name="T", artwork=Shape(shape="circle", wide="10 mm"), relief=leaning,
                   setting=Setting(face="p.top", across="0 mm", up="0 mm"))  # fmt: skip
    found, _ = field(part(circle), "draft")
    assert found.values == pytest.approx(7.0, abs=1e-3)
    wide = 2 * 30 / 360 * 40 * math.pi
    plate = Stamp(name="T", artwork=Shape(shape="rectangle", wide=f"{wide} mm", high="8 mm"),
                  relief=raised(0.5),
                  setting=Setting(face="t.outer", across="0 deg", up="20 mm"))  # fmt: skip
    found, _ = field(part(plate, body=tube(40)), "draft")
    assert found.values.min() == pytest.approx(-30.0, abs=1e-6)
    assert found.values.max() == pytest.approx(0.0, abs=1e-6)


def test_the_least_of_a_field_is_the_figure_of_its_check() -> None:
    bars = "M0 0H4V20H0ZM4.15 0H8V20H4.15Z"
    document = part((drawn(bars), FLAT, sunk(0.1)))
    found, built = field(document, "gap", "S0")
    (told,) = [f for f in built.report.findings if f.check == "tight gap"]
    assert told.measured == pytest.approx(float(found.values.min()), rel=1e-6)
    assert found.at(*told.where[0], 0.5) == pytest.approx(0.15, rel=1e-6)


def test_a_field_is_of_what_lies_on_the_face_wherever_that_is() -> None:
    found, built = field(part(text("HB8", "t.outer", relief=raised(0.6)), body=tube(50)), "stroke")
    away = np.hypot(found.space[:, 0], found.space[:, 1])
    assert away == pytest.approx(25.6, abs=1e-9)
    again = flat_field(built.planned["T"], "stroke", built.report.resolved)
    assert np.array_equal(again.values, found.values)
    assert found.triangles.max() < len(found.values)


def test_what_is_not_built_is_not_measured() -> None:
    document = part(text("HB8", relief=Relief(depth="0.3 mm + nothing")))
    built = build(document)
    for question in (WantField("T", "wall"), WantRoom("T"), WantEstimate("laser")):
        with pytest.raises(AskError):
            answered(question, document, built, Cache())
    with pytest.raises(AskError, match="choose a process"):
        sound = part(text("HB8"))
        answered(WantEstimate(""), sound, build(sound), Cache())


def test_no_place_is_no_field() -> None:
    flat = part((drawn("M0 0H10V10H0Z"), FLAT, sunk(0.1)), body=PLATE)
    found, _ = field(flat, "gap", "S0")
    assert not len(found.values) and found.worst is None and found.at(0.0, 0.0, 9.0) is None
