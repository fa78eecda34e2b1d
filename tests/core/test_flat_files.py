"""Flat artwork as machines are given it, read by others: ezdxf, and fontTools' path reader with its
exact areas of Bézier curves."""

from __future__ import annotations

import xml.etree.ElementTree as ET
from itertools import pairwise
from pathlib import Path

import ezdxf
import numpy as np
import pytest
import shapely
from fontTools.pens.areaPen import AreaPen
from fontTools.svgLib.path import parse_path

from tinstamp.artwork.outline import evaluate, polygon
from tinstamp.artwork.shapes import circle
from tinstamp.engine.build import Built, build
from tinstamp.engine.write import result_of, write_files
from tinstamp.job.archive import Document
from tinstamp.job.features import Cone, Plate, Tube
from tinstamp.job.lettered import FontRef
from tinstamp.job.model import Blank, Job, Relief, Setting, Shape, Stamp, Text
from tinstamp.job.relief_kinds import KINDS
from tinstamp.output.arcs import circle_of, pieces_of
from tinstamp.output.drawing import FACES, INDEX, LINES, MARKS, drawing_of
from tinstamp.output.outputs import options_from
from tinstamp.output.result import OutputError
from tinstamp.shop import flat_file

SVG = "{http://www.w3.org/2000/svg}"


def made(part: object, *stamps: Stamp) -> Built:
    built = build(Document(Job(blank=Blank(features=(part,)), stamps=stamps)))  # type: ignore[arg-type]
    assert not built.report.to_fix, built.report.findings
    assert built.report.valid and len(built.report.stamps) == len(stamps)
    return built


@pytest.fixture(scope="module")
def plate() -> Built:
    return made(
        Plate(name="p", length="60 mm", width="40 mm", thickness="5 mm"),
        Stamp(
            name="Word", artwork=Text(text="Bo8g", height="8 mm"),
            setting=Setting(face="p.top", across="-8 mm", up="6 mm"), relief=Relief(depth="0.3 mm"),
        ),
        Stamp(
            name="Dot", artwork=Shape(shape="circle", wide="7 mm"),
            setting=Setting(face="p.top", across="18 mm", up="-8 mm"),
            relief=Relief(make="mark"),
        ),
        Stamp(
            name="Thin", artwork=Text(text="AO7", height="5 mm", font=FontRef(family="Tin Line")),
            setting=Setting(face="p.top", across="-8 mm", up="-12 mm"),
            relief=Relief(depth="0.2 mm"),
        ),
    )  # fmt: skip


def svg_areas(path: Path) -> dict[str, float]:
    """The area of each titled group, by fontTools and, for circles, by their radius."""
    found = {}
    for group in ET.parse(path).getroot().findall(f"{SVG}g"):
        if group.findtext(f"{SVG}title").startswith(LINES):
            continue
        area = sum(np.pi * float(c.get("r")) ** 2 for c in group.findall(f"{SVG}circle"))
        for drawn in group.findall(f"{SVG}path"):
            pen = AreaPen()
            parse_path(drawn.get("d"), pen)
            area += abs(pen.value)
        found[group.findtext(f"{SVG}title")] = area
    return found


def dxf_areas(path: Path) -> dict[str, float]:
    """The area of each layer's closed lines: ezdxf's own curves of them, by fontTools' exact areas;
    loops within others count against those."""
    document = ezdxf.readfile(path)
    assert not document.audit().errors
    loops: dict[str, list[tuple[shapely.Polygon, float]]] = {}
    for entity in document.modelspace().query("SPLINE LWPOLYLINE CIRCLE"):
        curve = ezdxf.path.make_path(entity)
        rough = [(v.x, v.y) for v in curve.flattening(0.01)]
        if entity.dxftype() == "CIRCLE":
            area = np.pi * entity.dxf.radius**2
        elif entity.closed:
            pen = AreaPen()
            pen.moveTo(curve.start.vec2)
            for step in curve.commands():
                if len(step) == 1:
                    pen.lineTo(step.end.vec2)
                else:
                    pen.curveTo(step.ctrl1.vec2, step.ctrl2.vec2, step.end.vec2)
            pen.closePath()
            area = abs(pen.value)
        else:
            continue
        loops.setdefault(entity.dxf.layer, []).append((shapely.Polygon(rough), area))
    whole = {}
    for layer, members in loops.items():
        starts = [shapely.Point(m.exterior.coords[0]) for m, _ in members]
        deep = [
            sum(o.contains(start) for o, _ in members if o is not m)
            for (m, _), start in zip(members, starts, strict=True)
        ]
        whole[layer] = sum(a * (-1) ** d for (_, a), d in zip(members, deep, strict=True))
    return whole


def test_areas_are_those_of_the_artwork(plate: Built, tmp_path: Path) -> None:
    svg, dxf = write_files(plate, tmp_path, "plate", ("svg", "dxf"))
    told = {s.name: s.artwork_area for s in plate.report.stamps}
    drawn, other = svg_areas(svg), dxf_areas(dxf)
    for operation, stamp in (("engrave", "Word"), ("mark", "Dot"), ("engrave", "Thin")):
        assert drawn[f"{operation} {stamp}"] == pytest.approx(told[stamp], rel=1e-6)
        assert other[f"{operation} {stamp}"] == pytest.approx(told[stamp], rel=1e-6)
    assert told["Dot"] == pytest.approx(np.pi * 3.5**2, rel=3e-4)
    document = ezdxf.readfile(dxf)
    assert [e.dxftype() for e in document.modelspace().query('*[layer=="mark Dot"]')] == ["CIRCLE"]
    colours = {layer.dxf.name: layer.dxf.color for layer in document.layers}
    assert colours["engrave Word"] == 5 and colours["mark Dot"] == 1 and colours["names"] == 8


@pytest.mark.parametrize("within", [0.05, 0.005])
def test_lines_and_arcs_follow_curves_within_the_tolerance(
    plate: Built, tmp_path: Path, within: float
) -> None:
    svg, dxf = write_files(plate, tmp_path, "plate", ("svg", "dxf"), {"arcs": within})
    kinds = {e.dxftype() for e in ezdxf.readfile(dxf).modelspace()}
    assert kinds <= {"LWPOLYLINE", "CIRCLE", "TEXT"}
    told = {s.name: s.artwork_area for s in plate.report.stamps}
    item = plate.planned["Word"]
    girth = sum(shapely.length(shapely.LinearRing(o.fine(1e-4)))
                for r in item.placed.regions for o in r.outlines)  # fmt: skip
    for areas in (svg_areas(svg), dxf_areas(dxf)):
        assert abs(areas["engrave Word"] - told["Word"]) < within * girth / 2


def test_pieces_of_any_curve_stay_within() -> None:
    """Random cubics, some with loops and some with ends that meet."""
    rng = np.random.default_rng(5)
    for _ in range(200):
        poles = rng.normal(size=(1, 4, 2)) * rng.choice([0.1, 1.0, 30.0])
        within = float(rng.choice([1e-3, 1e-2, 0.1]))
        pieces = pieces_of(poles, within)
        np.testing.assert_allclose(pieces[0].start, poles[0, 0])
        np.testing.assert_allclose(pieces[-1].end, poles[0, 3])
        for one, after in pairwise(pieces):
            np.testing.assert_allclose(one.end, after.start, atol=1e-12)
        drawn = np.concatenate([p.points(within / 20) for p in pieces])
        curve = evaluate(poles, np.linspace(0, 1, 4000))[0]
        for points, line in ((drawn, curve), (curve, drawn)):
            assert shapely.distance(shapely.points(points), shapely.LineString(line)).max() < (
                1.1 * within
            )


def test_what_is_a_circle() -> None:
    found = circle_of(circle(3.0))
    assert found is not None and found[1] == pytest.approx(3.0, rel=2e-4)
    assert circle_of(circle(3.0).transformed(np.diag([1.0, 1.01]), np.zeros(2))) is None
    assert circle_of(polygon(np.array([(0, 0), (1, 0), (1, 1), (0, 1)]))) is None


def test_the_lines_of_single_stroke_text_are_open(plate: Built, tmp_path: Path) -> None:
    """A stroke's ink is what a round cutter leaves along its lines (Shapely's buffer of them)."""
    drawing = drawing_of(result_of(plate, "plate"), options_from({}))
    (layer,) = [x for x in drawing.layers if x.operation == LINES]
    assert layer.stamp == "Thin"
    item = plate.planned["Thin"]
    cutter = item.art.artwork("cutter")
    points = [evaluate(line, np.linspace(0, 1, 40)).reshape(-1, 2) for line in layer.lines]
    swept = shapely.union_all([shapely.LineString(p).buffer(cutter / 2, 64) for p in points])
    assert swept.area == pytest.approx(sum(r.area for r in item.placed.regions), rel=2e-3)
    (path,) = write_files(plate, tmp_path, "plate", ("dxf",))
    open_ = ezdxf.readfile(path).modelspace().query('*[layer=="centre lines Thin"]')
    assert len(open_) == len(layer.lines) and not any(e.closed for e in open_)


def test_the_lines_of_text_along_a_guide_go_with_it() -> None:
    from tinstamp.job.model import Guide

    built = made(
        Plate(name="p", length="60 mm", width="40 mm", thickness="5 mm"),
        Stamp(
            name="Thin", artwork=Text(text="ARC", height="5 mm", font=FontRef(family="Tin Line")),
            setting=Setting(face="p.top", across="0 mm", guide=Guide(kind="arc", radius="15 mm")),
            relief=Relief(depth="0.2 mm"),
        ),
    )  # fmt: skip
    drawing = drawing_of(result_of(built, "plate"), options_from({}))
    (layer,) = [x for x in drawing.layers if x.operation == LINES]
    ink = shapely.union_all(
        [shapely.Polygon(r.outer.points(12)) for r in built.planned["Thin"].placed.regions]
    )
    for line in layer.lines:
        assert ink.buffer(0.01).covers(shapely.LineString(evaluate(line, np.linspace(0, 1, 9))[0]))


def test_a_kerf_is_allowed_for(plate: Built, tmp_path: Path) -> None:
    """What a beam of that width leaves along the lines is the artwork: Shapely's buffers."""
    from tinstamp.artwork.outline import Outline

    def area_of(outlines: tuple[Outline, ...]) -> shapely.Geometry:
        odd = shapely.Polygon()
        for outline in outlines:
            odd = odd.symmetric_difference(shapely.Polygon(outline.fine(1e-4)))
        return odd

    kerf = 0.2
    plain = drawing_of(result_of(plate, "p"), options_from({}))
    for sign in (1, -1):
        moved = drawing_of(result_of(plate, "p"), {**options_from({}), "kerf": sign * kerf})
        for before, after in zip(plain.layers, moved.layers, strict=True):
            if before.regions:
                wanted, got = area_of(before.drawn), area_of(after.drawn)
                burnt = got.buffer(sign * kerf / 2, join_style="mitre")
                # corners that are round after the beam are the only difference
                assert burnt.symmetric_difference(wanted).area < 2e-3 * wanted.area
                pieces = [sum(map(len, found.drawn)) for found in (before, after)]
                assert pieces[1] < 6 * pieces[0]  # bows stay bows, not lines by the thousand
    with pytest.raises(OutputError, match="no stroke as wide as the kerf of 4 mm"):
        write_files(plate, tmp_path, "p", ("svg",), {"kerf": 4.0})


def test_mirrored_and_with_registration_marks(plate: Built, tmp_path: Path) -> None:
    plain = drawing_of(result_of(plate, "p"), options_from({}))
    film = drawing_of(
        result_of(plate, "p"), {**options_from({}), "mirror": 1.0, "registration": 1.0}
    )
    middle = (plain.bounds[0] + plain.bounds[2]) / 2
    for one, other in zip(plain.layers, film.layers, strict=False):
        for a, b in zip(one.drawn, other.drawn, strict=True):
            assert abs(a.area) == pytest.approx(abs(b.area))
            assert a.bounds[0] - middle == pytest.approx(middle - b.bounds[2])
    marks = film.layers[-1]
    assert marks.name == "registration" and len(marks.outlines) == 4 and len(marks.lines) == 8
    assert film.bounds[2] - film.bounds[0] > plain.bounds[2] - plain.bounds[0] + 12


def test_the_sheet_of_another_fibre_is_what_the_wall_is_rolled_from() -> None:
    """The face beneath has its own closed form: the girth of a smaller tube, and the sector of a
    parallel cone (development of a right circular cone, any handbook of sheet metal work)."""
    tube = made(
        Tube(name="t", outer_diameter="60 mm", height="30 mm", wall="2 mm"),
        Stamp(name="m", artwork=Text(text="R", height="8 mm"),
              setting=Setting(face="t.outer", up="15 mm"), relief=Relief(depth="0.2 mm")),
    )  # fmt: skip
    for deep in (1.0, 2.0):
        sheet = drawing_of(result_of(tube, "t"), {**options_from({}), "fibre": deep})
        box = sheet.layers[0].outlines[0].bounds
        assert box[2] - box[0] == pytest.approx(2 * np.pi * (30 - deep), rel=1e-9)
    cone = made(
        Cone(name="c", base_diameter="60 mm", top_diameter="40 mm", height="30 mm", wall="3 mm"),
        Stamp(name="m", artwork=Text(text="R", height="8 mm"),
              setting=Setting(face="c.outer", up="15 mm"), relief=Relief(depth="0.2 mm")),
    )  # fmt: skip
    slant = np.hypot(30.0, 10.0)
    for deep in (0.0, 1.5, 3.0):
        sheet = drawing_of(result_of(cone, "c"), {**options_from({}), "fibre": deep})
        thinner = deep * 30.0 / slant  # of the radius, at the foot of each normal
        area = np.pi * ((30 - thinner) + (20 - thinner)) * slant
        outer = sheet.layers[0].outlines[0]
        assert outer.area == pytest.approx(area, rel=1e-5)
    plate = made(Plate(name="p", length="60 mm", width="40 mm", thickness="5 mm"))
    with pytest.raises(OutputError, match="is not rolled"):
        drawing_of(result_of(plate, "p"), {**options_from({}), "fibre": 1.0})
    with pytest.raises(OutputError, match="nothing left of the wall"):
        drawing_of(result_of(tube, "t"), {**options_from({}), "fibre": 31.0})


def test_the_same_bytes_every_time(plate: Built, tmp_path: Path) -> None:
    wanted = {"arcs": 0.01, "kerf": 0.1, "registration": 1.0}
    one = write_files(plate, tmp_path, "one", ("svg", "dxf"), wanted)
    other = write_files(plate, tmp_path / "b", "one", ("svg", "dxf"), wanted)
    assert [p.read_bytes() for p in one] == [p.read_bytes() for p in other]


@pytest.mark.parametrize(
    ("part", "face"),
    [
        (Tube(name="t", outer_diameter="30 mm", height="30 mm", wall="2 mm"), "t.outer"),
        (
            Cone(
                name="c", base_diameter="60 mm", top_diameter="40 mm", height="30 mm", wall="3 mm"
            ),
            "c.outer",
        ),
    ],
)
def test_ink_beyond_the_cut_comes_in_at_the_other_side(part: object, face: str) -> None:
    """Text about the back, and copies all round: the sheet holds all of it once, inside its own
    outline, and what lies across the cut is parted there."""
    from tinstamp.job.model import Repeat

    built = made(
        part,
        Stamp(name="Back", artwork=Text(text="ABC", height="4 mm"),
              setting=Setting(face=face, across="180 deg", up="8 mm"),
              relief=Relief(depth="0.2 mm")),
        Stamp(name="Round", artwork=Text(text="DO", height="3 mm"),
              setting=Setting(face=face, across="45 deg", up="20 mm",
                              repeat=Repeat(kind="round", count="4")),
              relief=Relief(depth="0.2 mm")),
    )  # fmt: skip
    drawing = drawing_of(result_of(built, "job"), options_from({}))
    outline = shapely.Polygon(drawing.layers[0].outlines[0].fine(1e-5)).buffer(1e-3)
    for layer in drawing.layers[1:]:
        drawn = sum(region.area for region in layer.regions)
        told = next(s for s in built.report.stamps if s.name == layer.stamp).artwork_area
        assert drawn == pytest.approx(told, rel=2e-5)
        for region in layer.regions:
            assert outline.covers(shapely.Polygon(region.outer.fine(1e-3)))


def test_every_kind_of_relief_has_a_colour_of_its_own() -> None:
    """Machines tell their passes apart by it, and lines and outlines of the face from ink."""
    assert len({INDEX[name] for name in KINDS}) == len(KINDS)
    assert not {INDEX[name] for name in KINDS} & {INDEX[LINES], INDEX[FACES], INDEX[MARKS]}


@pytest.mark.parametrize("make", KINDS)
def test_the_press_finds_the_ink_of_every_kind(make: str, tmp_path: Path) -> None:
    """Its own reader of DXF and SVG, which shares nothing with the writers."""
    stamp = Stamp.model_validate(
        {"name": "m", "artwork": Text(text="HB", height="8 mm"), "relief": {"make": make},
         "setting": Setting(face="p.top", across="0 mm", up="0 mm", rests_on="middle")}
    )  # fmt: skip
    built = made(Plate(name="p", length="60 mm", width="40 mm", thickness="3 mm"), stamp)
    for path in write_files(built, tmp_path, "x", ("dxf", "svg")):
        assert flat_file.read(path).ink.area == pytest.approx(
            built.report.stamps[0].artwork_area, rel=3e-3
        )
