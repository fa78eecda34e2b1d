"""Inlays, loose letters, stencils, marks of moulds, patterns and caps that rise.

Sources: areas by Shapely's offsets and intersections; volumes of layers on a plane, A d, and on a
cylinder, A (d ± d² / 2R) (Pappus); of a wedge, A d + tan(t) times the first moment (any handbook of
mechanics); of pins, π r² l; distances between bodies and what they have in common by the kernel's
own extrema and boolean.
"""

from __future__ import annotations

from pathlib import Path
from typing import Any

import numpy as np
import pytest
import shapely
import trimesh
from OCP.BRepAlgoAPI import BRepAlgoAPI_Common
from OCP.BRepExtrema import BRepExtrema_DistShapeShape
from OCP.gp import gp_Dir, gp_Lin, gp_Pnt
from OCP.IntCurvesFace import IntCurvesFace_Intersector

from tests.core.solids import sound, volume
from tests.core.test_artwork import polygons
from tests.core.test_fields_everywhere import FACES
from tinstamp.artwork.bridges import Bridges, bridged, middles
from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.outline import Region
from tinstamp.artwork.pattern import PatternError, Texture, patterned
from tinstamp.artwork.shapes import circle, rectangle
from tinstamp.blank.kernel import solids
from tinstamp.engine.build import Built, build
from tinstamp.engine.write import write_files
from tinstamp.job.archive import Document
from tinstamp.job.features import BaseFeature, Plate, Tube
from tinstamp.job.model import Blank, Job, Relief, Repeat, Setting, Shape, Stamp, Text
from tinstamp.job.own_bridge import OwnBridge
from tinstamp.job.pattern import Pattern
from tinstamp.output.outputs import OutputError
from tinstamp.plan.art import draw_bare
from tinstamp.plan.pins import pin_places

PLATE = Plate(name="p", length="90 mm", width="50 mm", thickness="6 mm")
TUBE = Tube(name="p", outer_diameter="60 mm", wall="4 mm", height="40 mm")
PLACES = {"plane": (PLATE, "p.top", ("0 mm", "0 mm")),
          "cylinder": (TUBE, "p.outer", ("0 deg", "18 mm"))}  # fmt: skip
TEXT = Text(text="B8 OR", height="10 mm")


def marked(
    part: BaseFeature, face: str, at: tuple[str, str], artwork: Any = TEXT,
    pattern: Pattern | None = None, **relief: Any,
) -> Built:  # fmt: skip
    setting = Setting(face=face, across=at[0], up=at[1], rests_on="middle")
    stamp = Stamp.model_validate(
        {"name": "m", "artwork": artwork, "relief": relief, "setting": setting,
         "pattern": pattern or Pattern()}
    )  # fmt: skip
    job = Job(blank=Blank.model_validate({"features": [part.model_dump()]}), stamps=(stamp,))
    return build(Document(job))


def distance(a: Any, b: Any) -> float:
    return BRepExtrema_DistShapeShape(a, b).Value()


def in_common(a: Any, b: Any) -> float:
    return volume(BRepAlgoAPI_Common(a, b).Shape())


def fixes(built: Built) -> list[str]:
    return [f.check for f in built.report.findings if f.level == "fix"]


# -- inlays


@pytest.mark.parametrize("face", FACES)
def test_an_inlay_fits_its_pocket_on_every_face(face: str) -> None:
    """The least distance is the clearance, and the two have nothing in common."""
    part, name, at = FACES[face]
    text = Text(text="HO", height="5 mm")
    built = marked(part, name, at, text, make="inlay", depth="0.8 mm", clearance="0.12 mm",
                   floor="0.3 mm", proud="0.2 mm")  # fmt: skip
    assert built.report.valid, built.report.findings
    pocket, pieces = built.bodies["part"], built.bodies["m pieces"]
    assert len(solids(pieces.shape)) == 2
    assert all(sound(piece) for piece in solids(pieces.shape))
    for piece in solids(pieces.shape):
        assert distance(pocket.shape, piece) == pytest.approx(0.12, abs=0.005)
    assert in_common(pocket.shape, pieces.shape) == pytest.approx(0.0, abs=1e-6)


@pytest.mark.parametrize("face", PLACES)
def test_room_below_and_height_above(face: str) -> None:
    """Wide clearance: what is nearest is the floor. The top stands as proud as asked."""
    part, name, at = PLACES[face]
    bar = Shape(shape="rectangle", wide="12 mm", high="6 mm")
    built = marked(part, name, at, bar, make="inlay", depth="1.5 mm", clearance="0.5 mm",
                   floor="0.2 mm", proud="0.7 mm")  # fmt: skip
    pieces = built.bodies["m pieces"]
    assert distance(built.bodies["part"].shape, pieces.shape) == pytest.approx(0.2, abs=1e-4)
    (cap,) = pieces.named("m/cap")
    bare = marked(part, name, at, bar, make="mark")
    (face_under,) = bare.bodies["part"].named("m/cap")
    assert distance(cap, face_under) == pytest.approx(0.7, abs=1e-4)


@pytest.mark.parametrize("face", PLACES)
def test_volume_of_pieces_against_offsets(face: str) -> None:
    part, name, at = PLACES[face]
    built = marked(part, name, at, make="inlay", depth="1 mm", clearance="0.15 mm",
                   floor="0.1 mm", proud="0.4 mm")  # fmt: skip
    ink = shapely.union_all(polygons(built.planned["m"].placed.regions, 60))
    low, high = -0.9, 0.4

    def drawn_in(lift: float) -> float:
        """The section at a height: wider round about above the face of a cylinder."""
        wide = 1.0 if face == "plane" else 1.0 + lift / 30.0
        there = shapely.affinity.scale(ink, wide, 1.0)
        return float(there.buffer(-0.15, join_style="mitre", mitre_limit=20.0).area)

    # Simpson's rule
    expected = (
        (high - low)
        / 6
        * sum(w * drawn_in(low + part * (high - low)) for part, w in ((0, 1), (0.5, 4), (1, 1)))
    )
    found = sum(volume(s) for s in solids(built.bodies["m pieces"].shape))
    assert found == pytest.approx(expected, rel=1e-4)
    (body,) = [b for b in built.report.bodies if b.name == "m pieces"]
    assert body.volume == pytest.approx(found, rel=1e-6) and body.before == 0.0


def test_what_leaves_nothing_is_told() -> None:
    part, name, at = PLACES["plane"]
    built = marked(part, name, at, make="inlay", clearance="0.9 mm")
    assert fixes(built) == ["not built"] and "clearance" in built.report.findings[0].message
    built = marked(part, name, at, make="inlay", depth="0.4 mm", floor="0.5 mm")
    assert fixes(built) == ["not built"] and "0.5 mm" in built.report.findings[0].message
    assert set(built.bodies) == {"part"}


def test_pieces_come_into_every_file(tmp_path: Path) -> None:
    part, name, at = PLACES["plane"]
    built = marked(part, name, at, make="inlay", depth="1 mm", proud="0.5 mm")
    files = write_files(built, tmp_path, "x", ("step", "stl", "3mf", "glb"))
    text = files[0].read_text()
    assert "'x, m pieces'" in text and "NEXT_ASSEMBLY_USAGE_OCCURRENCE" in text
    mesh = trimesh.load_mesh(files[1])
    total = sum(volume(body.shape) for body in built.bodies.values())
    assert mesh.is_watertight and mesh.volume == pytest.approx(total, rel=1e-3)


def test_pieces_can_be_written_alone(tmp_path: Path) -> None:
    part, name, at = PLACES["plane"]
    built = marked(part, name, at, make="inlay", depth="1 mm")
    (path,) = write_files(built, tmp_path, "x", ("stl",), {"pieces": 1.0})
    mesh = trimesh.load_mesh(path)
    pieces = built.bodies["m pieces"].shape
    assert mesh.volume == pytest.approx(sum(map(volume, solids(pieces))), rel=1e-3)
    with pytest.raises(OutputError, match="no stamp makes pieces"):
        write_files(marked(part, name, at), tmp_path, "y", ("stl",), {"pieces": 1.0})


# -- loose letters


@pytest.mark.parametrize("face", PLACES)
def test_loose_letters_stand_on_the_face_and_leave_it_alone(face: str) -> None:
    part, name, at = PLACES[face]
    built = marked(part, name, at, make="loose", depth="2 mm", gap="0.25 mm")
    pieces = built.bodies["m pieces"]
    area = sum(r.area for r in built.planned["m"].placed.regions)
    expected = area * 2.0
    if face == "cylinder":
        expected = area * ((2.25 + 2.25**2 / 60.0) - (0.25 + 0.25**2 / 60.0))
    assert sum(map(volume, solids(pieces.shape))) == pytest.approx(expected, rel=1e-6)
    assert distance(built.bodies["part"].shape, pieces.shape) == pytest.approx(0.25, abs=1e-4)
    (plain,) = [b for b in built.report.bodies if b.name == "part"]
    assert plain.volume == pytest.approx(plain.before, rel=1e-12)


def test_pins_and_their_holes() -> None:
    part, name, at = PLACES["plane"]
    built = marked(part, name, at, Text(text="HE", height="12 mm"), make="loose", depth="2 mm",
                   pins="0.8 mm", pin_length="1.5 mm", pin_clearance="0.1 mm")  # fmt: skip
    bare = marked(part, name, at, Text(text="HE", height="12 mm"), make="loose", depth="2 mm")
    pieces, area = built.bodies["m pieces"], np.pi
    assert len(solids(pieces.shape)) == 2 and all(map(sound, solids(pieces.shape)))
    more = sum(map(volume, solids(pieces.shape))) - volume(bare.bodies["m pieces"].shape)
    assert more == pytest.approx(4 * area * 0.4**2 * 1.5, rel=1e-4)
    hole = volume(bare.bodies["part"].shape) - volume(built.bodies["part"].shape)
    assert hole == pytest.approx(4 * area * 0.5**2 * 1.6, rel=1e-4)
    assert in_common(built.bodies["part"].shape, pieces.shape) == pytest.approx(0.0, abs=1e-6)


def test_pins_that_do_not_fit_are_told() -> None:
    part, name, at = PLACES["plane"]
    built = marked(part, name, at, make="loose", depth="2 mm", pins="3 mm")
    assert any(f.check == "pins" and "too narrow" in f.message for f in built.report.findings)
    assert built.report.valid
    built = marked(part, name, at, make="loose", depth="2 mm", pins="0.8 mm", pin_length="7 mm")
    assert any(f.check == "pins" and f.level == "fix" for f in built.report.findings)


def test_pins_stand_within_the_ink() -> None:
    ring = Region(circle(6.0), (circle(4.0).reversed(),))
    thin = Region(rectangle(10.0, 0.6))
    places = pin_places([ring, thin], 0.5)
    assert len(places[0]) == 2 and places[1] == ()
    for x, y in places[0]:
        assert 4.0 + 0.5 < np.hypot(x, y) < 6.0 - 0.5
    assert np.hypot(*np.subtract(*places[0])) > 9.0


@pytest.mark.parametrize("make", ["loose", "inlay"])
def test_each_letter_is_a_body_with_its_own_name(make: str, tmp_path: Path) -> None:
    """An i and its dot are one; copies are not the letters that they are copies of. The names stand
    in the STEP file, where each is a solid of its own volume."""
    text = Text(text="Hi 4", height="8 mm")
    setting = Setting(face="p.top", across="-20 mm", up="0 mm", rests_on="middle",
                      repeat=Repeat(kind="steps", count="2", step_across="40 mm"))  # fmt: skip
    stamp = Stamp(name="m", artwork=text, setting=setting,
                  relief=Relief(make=make, depth="1 mm", bodies="each", gap="0.1 mm",
                                clearance="0.05 mm"))  # fmt: skip
    blank = Blank.model_validate({"features": [PLATE.model_dump()]})
    built = build(Document(Job(blank=blank, stamps=(stamp,))))
    assert built.report.valid, built.report.findings
    names = [name for name in built.bodies if name != "part"]
    assert [name.split()[-1] for name in names] == ["H", "i", "4"] * 2
    assert len(set(names)) == 6 and all(name.startswith("m pieces ") for name in names)
    together = marked(PLATE, "p.top", ("-20 mm", "0 mm"), text, make=make, depth="1 mm",
                      gap="0.1 mm", clearance="0.05 mm")  # fmt: skip
    whole = volume(together.bodies["m pieces"].shape)
    assert sum(volume(built.bodies[name].shape) for name in names) == pytest.approx(2 * whole)
    dotted = next(name for name in names if name.endswith("i"))
    assert len(solids(built.bodies[dotted].shape)) == 2
    (path,) = write_files(built, tmp_path, "set", ("step",))
    written = path.read_text()
    assert all(name in written for name in names)


# -- stencils


@pytest.mark.parametrize("face", PLACES)
def test_a_stencil_is_cut_through_and_its_middles_hold(face: str) -> None:
    part, name, at = PLACES[face]
    built = marked(part, name, at, make="stencil", bridge="0.9 mm")
    assert built.report.valid and fixes(built) == []
    solid = built.bodies["part"].shape
    assert len(solids(solid)) == 1 and sound(solid)
    item = built.planned["m"]
    assert not any(region.counters for region in item.placed.regions)
    area = sum(region.area for region in item.placed.regions)
    wall = 6.0 if face == "plane" else 4.0
    expected = area * (wall if face == "plane" else wall - wall**2 / 60.0)
    assert -built.report.stamps[0].relief_volume == pytest.approx(expected, rel=1e-4)
    assert not built.bodies["part"].named("m/cap")  # no floor is left


def test_bridges_are_as_wide_as_asked_and_where() -> None:
    ring = Region(circle(6.0), (circle(4.0).reversed(),), (3,))
    art = Artwork((ring,))
    for turn, both, count in ((90.0, True, 2), (0.0, False, 1)):
        found = bridged(art, Bridges(1.0, turn, 0.0, both))
        assert len(found.regions) == (2 if both else 1)
        assert all(r.letters == (3,) and not r.counters for r in found.regions)
        angle = np.radians(turn)
        strip = shapely.LineString(
            [(0, 0) if not both else (-9 * np.cos(angle), -9 * np.sin(angle)),
             (9 * np.cos(angle), 9 * np.sin(angle))]).buffer(0.5, cap_style="flat")  # fmt: skip
        whole = shapely.union_all(polygons([ring], 60))
        assert found.area == pytest.approx(whole.difference(strip).area, rel=1e-4)
        assert art.area - found.area == pytest.approx(count * 2.0, rel=0.02)
    aside = bridged(art, Bridges(1.0, 90.0, 1.5, True))
    assert not shapely.union_all(polygons(aside.regions, 20)).contains(shapely.Point(-1.5, 5.0))
    assert bridged(Artwork((Region(circle(2.0)),)), Bridges(1.0, 0.0, 0.0, True)).area > 12.0


def test_single_middles_have_bridges_of_their_own() -> None:
    """B has two middles, O one: found by their letters; the strips are left out (shapely)."""
    part, name, at = PLACES["plane"]
    art = Text(text="BOB", height="8 mm")
    own = (OwnBridge(middle="B 2", bridge="0.6 mm", turn="0 deg", sides="one"),
           OwnBridge(middle="O 1", bridge="1.5 mm", turn="60 deg", shift="0.3 mm"))  # fmt: skip
    built = marked(part, name, at, art, make="stencil", bridge="0.9 mm", own_bridges=own)
    assert built.report.valid and fixes(built) == []
    spec = built.planned["m"].art
    plain = draw_bare(spec)
    names = middles(plain, spec.text)
    assert list(names) == ["B 1", "B 2", "O 1", "B 3", "B 4"]
    held = {"B 2": Bridges(0.6, 0.0, 0.0, False), "O 1": Bridges(1.5, 60.0, 0.3, True)}
    expected = 0.0
    for n, region in enumerate(plain.regions):
        ink = shapely.union_all(polygons([region], 60))
        for name_of, (r, c) in names.items():
            if r == n:
                ink = ink.difference(strip(region, c, held.get(name_of, Bridges(0.9, 90, 0, True))))
        expected += ink.area
    assert sum(r.area for r in built.planned["m"].placed.regions) == pytest.approx(
        expected, rel=1e-4
    )
    assert -built.report.stamps[0].relief_volume == pytest.approx(6.0 * expected, rel=1e-4)
    text = Text(text="LI", height="8 mm")
    lost = marked(part, name, at, text, make="stencil", own_bridges=own)
    assert "no middle “B 2”" in lost.report.findings[0].message


def strip(region: Region, counter: int, bridges: Bridges) -> shapely.Polygon:
    """What a bridge leaves out, from the middle of the counter's box."""
    low_x, low_y, high_x, high_y = region.counters[counter].bounds
    along = np.array([np.cos(np.radians(bridges.turn)), np.sin(np.radians(bridges.turn))])
    middle = np.array([(low_x + high_x) / 2, (low_y + high_y) / 2])
    middle += bridges.shift * np.array([-along[1], along[0]])
    begin = middle - (60 * along if bridges.both else 0)
    line = shapely.LineString([begin, middle + 60 * along])
    return line.buffer(bridges.width / 2, cap_style="flat")


# -- moulds


def test_a_mould_has_the_casting_turned_over() -> None:
    """Sunk for raised, mirrored about the artwork's place, larger by the shrinkage."""
    part, name, at = PLACES["plane"]
    cast = marked(part, name, at, make="emboss", depth="0.5 mm")
    mould = marked(part, name, at, make="emboss", depth="0.5 mm", shown_by="mould",
                   shrinkage="1.5")  # fmt: skip
    was, now = (b.planned["m"].placed.regions for b in (cast, mould))
    mirrored = [r.transformed(np.diag([-1.015, 1.015]), np.zeros(2)) for r in was]
    a, b = (shapely.union_all(polygons(x, 30)) for x in (mirrored, now))
    assert a.symmetric_difference(b).area < 1e-6 * a.area
    assert mould.report.stamps[0].depth == pytest.approx(0.5075)
    assert mould.report.stamps[0].relief_volume == pytest.approx(
        -cast.report.stamps[0].relief_volume * 1.015**3, rel=1e-6
    )


def test_a_casting_does_not_shrink_by_half() -> None:
    part, name, at = PLACES["plane"]
    built = marked(part, name, at, shown_by="mould", shrinkage="50")
    assert fixes(built) == ["not built"] and "50 %" in built.report.findings[0].message


# -- caps that rise


@pytest.mark.parametrize("make", ["engrave", "emboss"])
def test_a_flat_cap_that_rises_along_and_up(make: str) -> None:
    """A wedge: the area times the depth at its place, and the slopes times the first moments."""
    part, name, at = PLACES["plane"]
    tan, tan_up = np.tan(np.radians([1.5, -2.0]))
    built = marked(part, name, at, make=make, depth="2 mm", caps="plane", rises="1.5 deg",
                   rises_up="-2 deg")  # fmt: skip
    assert built.report.valid and built.report.stamps[0].built_by == "imprint"
    item = built.planned["m"]
    ink = shapely.union_all(polygons(item.placed.regions, 60))
    x, y = np.subtract((ink.centroid.x, ink.centroid.y), item.placed.origin)
    sign = 1.0 if make == "emboss" else -1.0
    expected = ink.area * (sign * 2.0 + tan * x + tan_up * y)
    assert built.report.stamps[0].relief_volume == pytest.approx(expected, rel=1e-4)


@pytest.mark.parametrize("make", ["engrave", "emboss"])
@pytest.mark.parametrize("face", ["cylinder", "cone", "ball", "skin"])
def test_a_cap_that_follows_the_face_and_rises(face: str, make: str) -> None:
    """Against the sum of h + H h² + K h³ / 3 over the ink (Steiner's formula, place by place), here
    by Shapely's triangles and the chart's own normals; and the height of the finished cap."""
    part, name, at = FACES[face]
    built = marked(part, name, at, Text(text="HI", height="5 mm"), make=make, depth="0.8 mm",
                   rises="3 deg", rises_up="2 deg")  # fmt: skip
    assert built.report.valid and built.report.stamps[0].built_by == "imprint"
    item = built.planned["m"]
    sign = 1.0 if make == "emboss" else -1.0
    slope = np.tan(np.radians([3.0, 2.0]))
    for region in item.placed.regions:
        there = np.array(shapely.Polygon(region.outer.points(8)).representative_point().coords[0])
        rises = sign * 0.8 + slope @ (there - item.placed.origin)
        start = item.chart.to_space(there)
        normal = item.chart.normal(there)
        found = [
            hit for cap in built.bodies["part"].named("m/cap") for hit in hits(cap, start, normal)
        ]
        assert min(abs(h - rises) for h in found) < 1e-4
    expected = steiner(item.chart, item.placed.regions, lambda xy: sign * 0.8
                       + (xy - np.array(item.placed.origin)) @ slope)  # fmt: skip
    assert built.report.stamps[0].relief_volume == pytest.approx(expected, rel=3e-4)


def hits(face: Any, start: np.ndarray, way: np.ndarray) -> list[float]:
    """Along a line from a point, where the kernel crosses a face, mm."""
    line = gp_Lin(gp_Pnt(*map(float, start)), gp_Dir(*map(float, way)))
    work = IntCurvesFace_Intersector(face, 1e-7)
    work.Perform(line, -5.0, 5.0)
    return [work.WParameter(k) for k in range(1, work.NbPnt() + 1)]


def steiner(chart: Any, regions: Any, height: Any) -> float:
    """The layer of that height over the ink, mm³, by a fine grid of the sheet."""
    ink = shapely.union_all(polygons(regions, 60))
    low_x, low_y, high_x, high_y = ink.bounds
    count = 260
    xs = low_x + (np.arange(count) + 0.5) * (high_x - low_x) / count
    ys = low_y + (np.arange(count) + 0.5) * (high_y - low_y) / count
    xy = np.stack(np.meshgrid(xs, ys), axis=-1).reshape(-1, 2)
    xy = xy[shapely.contains_xy(ink, xy[:, 0], xy[:, 1])]
    j = chart.jacobian(xy)
    grown = np.linalg.norm(np.cross(j[..., 0], j[..., 1]), axis=-1)
    mean, gauss = chart.bent_at(xy)
    h = height(xy)
    return float((grown * (h + mean * h * h + gauss * h**3 / 3)).mean()) * ink.area


def test_a_cap_does_not_rise_where_there_is_no_one_place() -> None:
    part, name, at = PLACES["cylinder"]
    stamp = Stamp.model_validate(
        {"name": "m", "artwork": Text(text="HI"), "relief": {"rises": "2 deg"},
         "setting": {"face": name, "across": at[0], "up": at[1],
                     "repeat": {"kind": "round", "count": "3"}}}
    )  # fmt: skip
    job = Job(blank=Blank.model_validate({"features": [part.model_dump()]}), stamps=(stamp,))
    built = build(Document(job))
    assert fixes(built) == ["not built"] and "copies" in built.report.findings[0].message


# -- patterns


@pytest.mark.parametrize("kind", ["lines", "crossed"])
@pytest.mark.parametrize("turn", [0.0, 30.0, 90.0])
def test_lines_end_at_the_ink(kind: Any, turn: float) -> None:
    ring = Region(circle(8.0), (circle(3.0).reversed(),), (1,))
    bar = Region(rectangle(5.0, 4.0).transformed(np.eye(2), np.array([14.0, 1.0])), (), (2,))
    art = Artwork((ring, bar))
    found = patterned(art, Texture(kind, 1.1, 0.5, turn))
    box = art.bounds
    middle = (box[:2] + box[2:]) / 2
    level = [shapely.box(-40, k * 1.1 - 0.25, 40, k * 1.1 + 0.25) for k in range(-30, 31)]
    strips = [
        shapely.affinity.translate(shapely.affinity.rotate(strip, t, (0, 0)), *middle)
        for strip in level
        for t in ((turn, turn + 90) if kind == "crossed" else (turn,))
    ]
    ink = shapely.union_all(polygons(art.regions, 90))
    expected = ink.intersection(shapely.union_all(strips))
    here = shapely.union_all(polygons(found.regions, 60))
    assert expected.difference(here).buffer(-0.11).is_empty  # slivers alone are left out
    assert found.area > 0.98 * expected.area
    assert here.difference(expected.buffer(1e-3)).area < 1e-6
    assert {r.letters for r in found.regions} == {(1,), (2,)}


def test_dots_are_whole() -> None:
    art = Artwork((Region(circle(8.0), (circle(3.0).reversed(),)),))
    found = patterned(art, Texture("dots", 1.5, 0.8, 20.0))
    ink = shapely.union_all(polygons(art.regions, 60))
    dots = polygons(found.regions, 20)
    assert len(dots) > 40 and all(ink.buffer(1e-4).contains(dot) for dot in dots)
    assert found.area == pytest.approx(len(dots) * np.pi * 0.16, rel=1e-6)
    tree = shapely.STRtree(dots)
    apart = [dots[i].centroid.distance(dots[j].centroid)
             for i, j in tree.query(dots, "dwithin", 1.2).T.tolist() if i < j]  # fmt: skip
    assert min(apart) == pytest.approx(1.5, rel=1e-6)


def test_patterns_without_end_are_told() -> None:
    art = Artwork((Region(rectangle(400.0, 400.0)),))
    with pytest.raises(PatternError, match="pitch"):
        patterned(art, Texture("dots", 0.5, 0.2, 0.0))
    with pytest.raises(PatternError, match="nothing between"):
        patterned(art, Texture("lines", 0.5, 0.5, 0.0))


@pytest.mark.parametrize("make", ["engrave", "field"])
def test_a_pattern_is_built_in_letters_and_in_a_field(make: str) -> None:
    part, name, at = PLACES["cylinder"]
    fill = Pattern(kind="lines", pitch="1.2 mm", line="0.6 mm", turn="60 deg")
    built = marked(part, name, at, Text(text="HI", height="9 mm"), fill, make=make, depth="0.3 mm")
    assert built.report.valid and built.report.stamps[0].built_by == "imprint"
    assert -built.report.stamps[0].relief_volume == pytest.approx(
        built.report.stamps[0].artwork_area * (0.3 - 0.3**2 / 60.0), rel=1e-4
    )


def test_middles_of_joined_letters_have_names_of_their_own() -> None:
    """Long joined words that begin alike are counted on, none takes another's name."""
    hole = (circle(1.0).reversed(),)
    words = "Pellwick Pellwicks"
    art = Artwork((Region(circle(3.0), hole, tuple(range(8))),
                   Region(circle(3.0), hole, tuple(range(9, 18)))))  # fmt: skip
    assert list(middles(art, words)) == ["Pellwi 1", "Pellwi 2"]
