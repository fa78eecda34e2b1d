"""Letters that lean or bend over on a flat face.

Sources: a prism is its base times its height; what turns about a line sweeps its area times the way
of its centroid (Pappus; any handbook of mensuration); a ring of round section is a torus; areas and
centroids of letters by Shapely; the angle between two planes by the kernel's own normals; volumes
of triangles by trimesh.
"""

from __future__ import annotations

from dataclasses import replace
from pathlib import Path
from typing import Any

import numpy as np
import pytest
import shapely
import trimesh
from OCP.BRepAdaptor import BRepAdaptor_Surface
from OCP.BRepTools import BRepTools

from tests.core.solids import sound, volume
from tests.core.test_artwork import polygons
from tests.core.test_pieces import PLATE, marked
from tinstamp.blank.boxes import boxes_of
from tinstamp.engine.build import Built, build
from tinstamp.engine.cache import Cache
from tinstamp.engine.write import write_files
from tinstamp.job.archive import Document
from tinstamp.job.drawn import Knot, knot
from tinstamp.job.features import Plate
from tinstamp.job.model import Blank, Job, Repeat, Setting, Shape, Stamp, Text
from tinstamp.job.setting import Guide
from tinstamp.plan.track import Track
from tinstamp.relief.carried import InPlane

AT = ("0 mm", "0 mm")
DISC = Shape(shape="circle", wide="10 mm")
TOP = 6.0
"""mm over the plate's middle plane or bottom at which its top lies (see `PLATE`)"""
SIDES = {"foot": (0.0, -1.0), "top": (0.0, 1.0), "start": (-1.0, 0.0), "end": (1.0, 0.0)}


def carried(artwork: Any = DISC, **relief: Any) -> Built:
    return marked(PLATE, "p.top", AT, artwork, make="emboss", **relief)


def fixes(built: Built) -> list[str]:
    return [f.message for f in built.report.findings if f.level == "fix"]


def change(built: Built) -> float:
    assert built.report.valid and not fixes(built), built.report.findings
    assert built.report.stamps[0].built_by == "imprint" and built.blank is not None
    solid = built.bodies["part"].shape
    assert sound(solid)
    return volume(solid) - volume(built.blank.solid.shape)


def points_of(built: Built, name: str) -> np.ndarray:
    """Points of the faces of a name, (n, 3) mm, heights from the plate's top on."""
    found = []
    for face in built.bodies["part"].named(name):
        surface = BRepAdaptor_Surface(face)
        u0, u1, v0, v1 = BRepTools.UVBounds_s(face)
        for u in (0.1, 0.5, 0.8):
            for v in (0.0, 0.3, 0.9):
                p = surface.Value(u0 + u * (u1 - u0), v0 + v * (v1 - v0))
                found.append((p.X(), p.Y(), p.Z()))
    return np.array(found) - [0.0, 0.0, TOP]


@pytest.mark.parametrize("side", SIDES)
@pytest.mark.parametrize("degrees", [10, 45, 60])
def test_a_disc_that_leans_is_a_slanted_cylinder(side: str, degrees: float) -> None:
    built = carried(stands="leaning", leans=f"{degrees} deg", leans_to=side, depth="4 mm")
    assert change(built) == pytest.approx(np.pi * 25 * 4, rel=1e-6)
    aside = np.tan(np.radians(degrees)) * np.array(SIDES[side])
    walls = points_of(built, "m/wall")
    back = walls[:, :2] - walls[:, 2:] * aside
    assert np.linalg.norm(back, axis=1) == pytest.approx(5.0, abs=1e-5)
    assert points_of(built, "m/cap")[:, 2] == pytest.approx(4.0, abs=1e-9)


@pytest.mark.parametrize("side", SIDES)
@pytest.mark.parametrize("degrees", [5, 60, 90, 150])
def test_a_disc_that_bends_over_is_a_piece_of_a_torus(side: str, degrees: float) -> None:
    built = carried(stands="bent", bends=f"{degrees} deg", leans_to=side, depth="6 mm")
    turn = np.radians(degrees)
    hinge = 6.0 / turn + 5.0  # from the middle of the disc
    assert change(built) == pytest.approx(np.pi * 25 * turn * hinge, rel=1e-6)
    way = np.array(SIDES[side])
    walls = points_of(built, "m/wall")
    along, across = walls[:, :2] @ way - hinge, walls[:, :2] @ way[::-1]
    ring = np.hypot(np.hypot(along, walls[:, 2]) - hinge, across)
    assert ring == pytest.approx(5.0, abs=1e-5)
    (cap,) = built.bodies["part"].named("m/cap")
    normal = BRepAdaptor_Surface(cap).Plane().Axis().Direction()
    lean = np.degrees(np.arccos(abs(normal.Z())))
    assert min(lean, 180 - lean) == pytest.approx(min(degrees, 180 - degrees), abs=1e-6)


@pytest.mark.parametrize(("stands", "side"), [("leaning", "foot"), ("bent", "foot"),
                                              ("bent", "top"), ("bent", "end")])  # fmt: skip
def test_letters_sweep_their_area(stands: str, side: str) -> None:
    text = Text(text="B8 O®\nke", height="9 mm")
    built = carried(text, stands=stands, leans="25 deg", bends="70 deg", leans_to=side,
                    depth="12 mm")  # fmt: skip
    ink = shapely.union_all(polygons(built.planned["m"].placed.regions, 60))
    if stands == "leaning":
        expected = ink.area * 12.0
    else:
        way, turn = np.array(SIDES[side]), np.radians(70)
        far = (shapely.get_coordinates(ink) @ way).max()
        middle = np.array([ink.centroid.x, ink.centroid.y]) @ way
        expected = ink.area * turn * (far + 12.0 / turn - middle)
    assert change(built) == pytest.approx(expected, rel=1e-4)


def test_the_triangles_of_bent_letters_are_closed(tmp_path: Path) -> None:
    built = carried(Text(text="B", height="9 mm"), stands="bent", bends="70 deg", depth="9 mm")
    (file,) = write_files(built, tmp_path, "m", ("stl",))
    mesh = trimesh.load_mesh(file)
    assert mesh.is_watertight
    assert mesh.volume == pytest.approx(volume(built.bodies["part"].shape), rel=2e-3)


def test_they_turn_with_turned_artwork() -> None:
    setting = Setting(face="p.top", across="0 mm", up="0 mm", rests_on="middle", turn="90 deg")
    relief = {"make": "emboss", "stands": "leaning", "leans": "45 deg", "depth": "3 mm"}
    stamp = Stamp.model_validate(
        {"name": "m", "artwork": DISC, "relief": relief, "setting": setting}
    )
    built = build(Document(Job(blank=Blank(features=(PLATE,)), stamps=(stamp,))))
    cap = points_of(built, "m/cap").mean(axis=0)
    assert cap[:2] - points_of(carried(depth="3 mm"), "m/cap").mean(axis=0)[:2] == pytest.approx(
        [3.0, 0.0], abs=1e-6
    )


@pytest.mark.parametrize(
    ("relief", "words"),
    [
        ({"stands": "bent", "shown_by": "mould"}, "in a mould letters stand upright"),
        ({"stands": "leaning", "leans": "70 deg"}, "more than 60°"),
        ({"stands": "bent", "bends": "0 deg"}, "less than 1°"),
    ],
)
def test_what_cannot_be_is_told(relief: dict[str, str], words: str) -> None:
    built = carried(depth="3 mm", **relief)
    assert any(words in told for told in fixes(built)), fixes(built)


def test_copies_lean_and_bend_each_about_its_own_line() -> None:
    def copies(stands: str, **relief: Any) -> Built:
        setting = Setting(face="p.top", across="0 mm", up="0 mm", rests_on="middle",
                          repeat=Repeat(kind="steps", count="3", step_across="14 mm"))  # fmt: skip
        given = {"make": "emboss", "stands": stands, "leans": "20 deg", "depth": "3 mm",
                 "bends": "60 deg", **relief}  # fmt: skip
        stamp = Stamp.model_validate(
            {"name": "m", "artwork": Shape(shape="circle", wide="6 mm"), "relief": given,
             "setting": setting}
        )  # fmt: skip
        return build(Document(Job(blank=Blank(features=(PLATE,)), stamps=(stamp,))))

    assert change(copies("leaning")) == pytest.approx(3 * np.pi * 9 * 3, rel=1e-6)
    hinge = 3.0 / np.radians(60) + 3.0
    bent = np.pi * 9 * np.radians(60) * hinge
    assert change(copies("bent")) == pytest.approx(3 * bent, rel=1e-6)
    path = along(*UP_AND_OVER)
    assert change(copies(**path)) == pytest.approx(
        3 * np.pi * 9 * (4.0 + np.pi / 2 * 7.0), rel=3e-6
    )


def test_what_stands_in_their_way_is_named() -> None:
    """A wall beside them, and a stamp that they would come over, before or after them."""
    wall = Plate.model_validate(
        {"name": "w", "length": "90 mm", "width": "4 mm", "thickness": "30 mm",
         "at": {"face": "", "x": "0 mm", "y": "-14 mm", "z": "0 mm"}}
    )  # fmt: skip
    relief = {"make": "emboss", "stands": "leaning", "leans": "60 deg", "depth": "8 mm"}
    stamp = Stamp.model_validate(
        {"name": "m", "artwork": DISC, "relief": relief,
         "setting": Setting(face="p.top", across="0 mm", up="0 mm", rests_on="middle")}
    )  # fmt: skip
    built = build(Document(Job(blank=Blank(features=(PLATE, wall)), stamps=(stamp,))))
    assert any("in its way" in told for told in fixes(built)), built.report.findings
    other = stamp.model_copy(
        update={"name": "n", "relief": stamp.relief.model_copy(
            update={"stands": "upright", "make": "engrave", "depth": "0.4 mm"}),
            "setting": stamp.setting.model_copy(update={"up": "-12 mm"})}
    )  # fmt: skip
    built = build(Document(Job(blank=Blank(features=(PLATE,)), stamps=(other, stamp))))
    assert any("come over it" in told for told in fixes(built)), built.report.findings
    aside = other.model_copy(update={"setting": stamp.setting.model_copy(update={"up": "12 mm"})})
    built = build(Document(Job(blank=Blank(features=(PLATE,)), stamps=(aside, stamp))))
    assert not fixes(built) and built.report.valid


def test_what_an_upright_stamp_left_in_the_cache_is_not_taken_for_a_leaning_one() -> None:
    """How it fits beside others hangs on the way of its letters, though its ink stays."""
    low = Setting(face="p.top", across="0 mm", up="-12 mm", rests_on="middle")
    other = Stamp.model_validate({"name": "n", "artwork": DISC, "setting": low})
    own = {"make": "emboss", "depth": "8 mm", "leans": "60 deg"}
    setting = Setting(face="p.top", across="0 mm", up="0 mm", rests_on="middle")
    cache, told = Cache(), []
    for stands in ("upright", "leaning", "upright"):
        stamp = Stamp.model_validate(
            {"name": "m", "artwork": DISC, "relief": {**own, "stands": stands}, "setting": setting}
        )
        job = Job(blank=Blank(features=(PLATE,)), stamps=(other, stamp))
        told.append([fixes(build(Document(job), kept)) for kept in (cache, Cache())])
    assert all(kept == fresh for kept, fresh in told)
    assert not told[0][0] and told[1][0] and not told[2][0]


@pytest.mark.parametrize("wrong", ["side", "angle"])
def test_a_builder_that_goes_wrong_is_found(wrong: str, monkeypatch: pytest.MonkeyPatch) -> None:
    """Letters that lean to the other side, or bend the other way from the half on, have the same
    volume: the guard follows their way by itself."""
    plain = InPlane.space

    def other(self: InPlane, xy: np.ndarray) -> np.ndarray:
        if wrong == "side":
            x, y = self.path.toward
            back = replace(self.path, toward=(-x, -y))  # type: ignore[type-var]
            return back.on(self.chart, xy, self.station)
        return plain(self, xy) + [0.0, 0.6, 0.0]

    monkeypatch.setattr(InPlane, "space", other)
    built = carried(stands="leaning", leans="30 deg", depth="4 mm")
    assert fixes(built) and built.report.stamps[0].built_by != "imprint"


# -- along a drawn path

UP_AND_OVER = (knot("a", 0, 0), knot("b", 0, 4, "arc", -1.1715729), knot("c", 4, 8))
"""4 mm up and round a quarter of a circle of 4 mm, about a line 4 mm before the letters' edge."""


def along(*knots: Knot) -> dict[str, Any]:
    return {"stands": "path", "path": [own.model_dump() for own in knots]}


@pytest.mark.parametrize("side", SIDES)
def test_a_disc_along_a_path_is_a_cylinder_and_a_piece_of_a_torus(side: str) -> None:
    """Pappus; points of its walls lie on the two, and its cap is turned by a right angle."""
    built = carried(**along(*UP_AND_OVER), leans_to=side)
    expected = np.pi * 25 * (4.0 + np.pi / 2 * 9.0)
    assert change(built) == pytest.approx(expected, rel=3e-6)  # the rise is given to six places
    way = np.array(SIDES[side])
    walls = points_of(built, "m/wall")
    ahead, across, high = walls[:, :2] @ way, walls[:, :2] @ way[::-1], walls[:, 2]
    upright = high < 4.0 - 1e-6
    assert upright.any() and (~upright).any()
    assert np.hypot(ahead, across)[upright] == pytest.approx(5.0, abs=1e-5)
    ring = np.hypot(np.hypot(ahead - 9.0, high - 4.0) - 9.0, across)
    assert ring[~upright] == pytest.approx(5.0, abs=3e-5)
    (cap,) = built.bodies["part"].named("m/cap")
    normal = BRepAdaptor_Surface(cap).Plane().Axis().Direction()
    assert abs(normal.Z()) < 1e-5
    assert built.planned["m"].depth == pytest.approx(18.0, abs=1e-5)


def test_letters_along_lines_stay_level() -> None:
    """Straight up, then aslant: two prisms, of the area times their heights."""
    text = Text(text="B8\nke", height="6 mm")
    built = carried(text, **along(knot("a", 0, 0), knot("b", 0, 3), knot("c", 4, 6)))
    ink = shapely.union_all(polygons(built.planned["m"].placed.regions, 60))
    assert change(built) == pytest.approx(ink.area * 6.0, rel=1e-4)
    assert points_of(built, "m/cap")[:, 2] == pytest.approx(6.0, abs=1e-9)


@pytest.mark.parametrize("seed", range(12))
def test_random_paths_are_sound_or_told(seed: int, tmp_path: Path) -> None:
    """Of what is built the volume is what the area sweeps, step by step (a fine polygon of the
    path, each step by the mean of its ends' ways), and its triangles are closed."""
    random = np.random.default_rng(seed)
    spots = [(0.0, 0.0)]
    for _ in range(int(random.integers(1, 4))):
        x, y = spots[-1]
        spots.append((x + random.uniform(-4, 5), y + random.uniform(1, 6)))
    knots = [
        knot(name, round(x, 3), round(y, 3), "arc" if random.random() < 0.6 else "line",
             round(float(random.uniform(-2.5, 2.5)), 3))
        for name, (x, y) in zip("abcd", spots, strict=False)
    ]  # fmt: skip
    built = carried(Text(text="L8", height="4 mm"), **along(*knots))
    assert built.report.valid
    if fixes(built) and not built.report.stamps[0].built_by:
        return
    track = built.planned["m"].carried
    assert isinstance(track, Track)
    ink = shapely.union_all(polygons(built.planned["m"].placed.regions, 60))
    places = [track.at(part) for part in np.linspace(0.0, 1.0, 4001)]
    middle = ink.centroid.y * -1.0 - track.edge  # towards the foot
    spot = np.array([np.array(s.at) + middle * np.array(s.along) for s in places])
    way = np.diff(spot, axis=0)
    lies = np.array([s.along for s in places])
    mean = (lies[1:] + lies[:-1]) / 2.0
    swept = float((mean[:, 0] * way[:, 1] - mean[:, 1] * way[:, 0]).sum()) * ink.area
    assert change(built) == pytest.approx(swept, rel=3e-4)
    (file,) = write_files(built, tmp_path, "m", ("stl",))
    assert trimesh.load_mesh(file).is_watertight


@pytest.mark.parametrize(
    ("knots", "words"),
    [
        ((knot("a", 0, 0), knot("b", 9, 1)), "goes along the letters"),
        ((knot("a", 0, 0), knot("b", 0, 4, "arc", -9), knot("c", 10, 4)), "back to the face"),
        ((knot("a", 0, 0), knot("b", 0, 4, "arc", 1), knot("c", -3, 7)), "a line that they lie on"),
        ((knot("a", 0, 0), knot("b", 0, 4, "spline"), knot("c", 3, 6)), "lines and arcs"),
        ((knot("a", 0, 0), knot("b", 0, 9), knot("c", 4, 4), knot("d", -4, 4)), "path"),
    ],
)
def test_a_path_that_cannot_be_is_told(knots: tuple[Knot, ...], words: str) -> None:
    built = carried(**along(*knots))
    assert built.report.valid
    told = " ".join(fixes(built))
    assert words in told and not (built.report.stamps and built.report.stamps[0].built_by)


def test_the_guard_sees_another_path(monkeypatch: pytest.MonkeyPatch) -> None:
    """A radius that is a tenth too large, and letters that stop short."""
    true = Track.legs.func  # type: ignore[attr-defined]

    def wider(self: Track) -> Any:
        return tuple(
            replace(leg, middle=(leg.middle[0] + 0.4, leg.middle[1]),
                    end=leg.start.turned((leg.middle[0] + 0.4, leg.middle[1]), leg.turn))
            if leg.turn else leg for leg in true(self)
        )  # fmt: skip

    def shorter(self: Track) -> Any:
        *rest, last = true(self)
        return (*rest, replace(last, turn=0.9 * last.turn,
                               end=last.start.turned(last.middle, 0.9 * last.turn)))  # fmt: skip

    for wrong in (wider, shorter):
        monkeypatch.setattr(Track, "legs", property(wrong))
        built = carried(**along(*UP_AND_OVER))
        assert fixes(built) and built.report.stamps[0].built_by == ""


ARC = Guide(kind="arc", radius="30 mm", span="180 deg", bend="over")


def on_an_arc(
    guide: Guide = ARC, text: str = "OILPg", repeat: Repeat | None = None, **relief: Any
) -> Built:
    """Letters on a plate that is wide enough, each turned with the arc that it stands on."""
    plate = Plate(name="p", length="120 mm", width="120 mm", thickness="6 mm")
    setting = Setting(face="p.top", across="0 mm", up="0 mm", guide=guide,
                      repeat=repeat or Repeat())  # fmt: skip
    given = {"make": "emboss", "depth": "3 mm", **relief}
    stamp = Stamp.model_validate(
        {"name": "m", "artwork": Text(text=text, height="6 mm"), "relief": given,
         "setting": setting}
    )  # fmt: skip
    return build(Document(Job(blank=Blank(features=(plate,)), stamps=(stamp,))))


def round_the_arc(built: Built) -> tuple[np.ndarray, float, dict[int, shapely.Geometry]]:
    """The middle of the guide's circle and its radius, by its own points, and each letter's ink."""
    placed = built.planned["m"].placed
    assert placed.guide is not None
    x, y = placed.guide.T
    (a, b, c), *_ = np.linalg.lstsq(np.column_stack([x, y, np.ones(len(x))]), x * x + y * y)
    middle = np.array([a, b]) / 2.0
    ink: dict[int, list[Any]] = {}
    for region, shape in zip(placed.regions, polygons(placed.regions), strict=True):
        ink.setdefault(region.letters[0], []).append(shape)
    whole = {letter: shapely.union_all(shapes) for letter, shapes in ink.items()}
    return middle, float(np.sqrt(c + middle @ middle)), whole


def upward(built: Built, letter: int) -> np.ndarray:
    """The direction in which a letter on the arc stands: out from the middle through that of its
    advance, which is where its own guide's tangent was taken."""
    stood = [by for region, by in zip(built.planned["m"].placed.regions,
                                      built.planned["m"].placed.stood, strict=True)
             if region.letters[0] == letter]  # fmt: skip
    return np.asarray(stood[0].matrix @ [0.0, 1.0])


def test_along_an_arc_each_letter_bends_about_a_line_of_its_own() -> None:
    """By Pappus, with lines that are as far from the arc's middle for all letters."""
    built = on_an_arc(stands="bent", bends="50 deg", leans_to="foot")
    middle, radius, ink = round_the_arc(built)
    assert radius == pytest.approx(30.0, abs=1e-6) and len(ink) == 5
    row = built.planned["m"].artwork.regions
    low = min(float(r.outer.points(64)[:, 1].min()) for r in row)
    angle = np.radians(50)
    hinge = radius + low - 3.0 / angle  # from the middle, along each letter's own way
    wanted = 0.0
    for letter, shape in ink.items():
        up = upward(built, letter)
        centroid = np.array([shape.centroid.x, shape.centroid.y]) - middle
        assert float(centroid @ up) / np.linalg.norm(centroid) > 0.98
        wanted += shape.area * angle * (float(centroid @ up) - hinge)
    assert change(built) == pytest.approx(wanted, rel=2e-4)


def test_along_an_arc_tops_of_letters_are_level() -> None:
    built = on_an_arc(text="IHTE", stands="bent", bends="90 deg", leans_to="foot")
    _, _, ink = round_the_arc(built)
    tall = max(float(r.outer.points(8)[:, 1].max()) for r in built.planned["m"].artwork.regions)
    assert change(built) > 0 and len(ink) == 4
    # turned by 90° each stands on its foot: as far off the plate as it was from the hinge
    tops = boxes_of(built.bodies["part"].named("m/cap"))[:, 1, 2] - TOP
    assert tops == pytest.approx([3.0 / np.radians(90) + tall] * 4, abs=1e-4)


@pytest.mark.parametrize("side", SIDES)
def test_along_an_arc_letters_lean_their_own_way(side: str) -> None:
    built = on_an_arc(text="OIL", stands="leaning", leans="20 deg", leans_to=side)
    _, _, ink = round_the_arc(built)
    area = sum(shape.area for shape in ink.values())
    assert change(built) == pytest.approx(3.0 * area, rel=2e-4)
    ways = [carry.toward for carry in built.planned["m"].ways]
    for (letter, _), way in zip(sorted(ink.items()), ways, strict=True):
        up = upward(built, letter)
        across = np.array([up[1], -up[0]])
        x, y = SIDES[side]
        assert np.array(way) == pytest.approx(x * across + y * up, abs=1e-9)


def test_along_an_arc_letters_follow_a_drawn_path() -> None:
    """The guard tells where they are from the path and the letters alone; volumes by Pappus."""
    built = on_an_arc(text="OIL", **along(*UP_AND_OVER), leans_to="foot")
    middle, radius, ink = round_the_arc(built)
    row = built.planned["m"].artwork.regions
    low = min(float(r.outer.points(64)[:, 1].min()) for r in row)
    wanted = 0.0
    for letter, shape in ink.items():
        far = float(
            (np.array([shape.centroid.x, shape.centroid.y]) - middle) @ upward(built, letter)
        )
        behind = far - (radius + low)  # mm behind the front edge
        wanted += shape.area * (4.0 + np.pi / 2 * (4.0 + behind))
    assert change(built) == pytest.approx(wanted, rel=2e-4)


@pytest.mark.parametrize("kind", ["round", "guide"])
def test_copies_with_a_guide_bend_each_letter_its_own_way(kind: str) -> None:
    bends = {"stands": "bent", "bends": "40 deg", "leans_to": "top"}
    one = change(on_an_arc(text="IO", **bends))
    both = on_an_arc(text="IO", repeat=Repeat(kind=kind, count="2"), **bends)  # type: ignore[arg-type]
    assert change(both) == pytest.approx(2.0 * one, rel=1e-6)
    ways = np.array([carry.toward for carry in both.planned["m"].ways])
    assert len(ways) == 4 and len(np.unique(ways.round(6), axis=0)) == 4


@pytest.mark.parametrize("seed", range(6))
def test_random_letters_along_guides_are_sound_or_told(seed: int) -> None:
    own = np.random.default_rng(900 + seed)
    radius, bend = own.uniform(12, 40), str(own.choice(["over", "under"]))
    guide = Guide(kind="arc", radius=f"{radius:.2f} mm", bend=bend)  # type: ignore[arg-type]
    if own.random() < 0.3:
        guide = Guide(kind="line", direction=f"{own.uniform(-90, 90):.1f} deg", length="60 mm")
    relief = {
        "stands": str(own.choice(["leaning", "bent"])), "leans_to": str(own.choice([*SIDES])),
        "leans": f"{own.uniform(5, 40):.1f} deg", "bends": f"{own.uniform(10, 110):.1f} deg",
    }  # fmt: skip
    if own.random() < 0.3:
        relief |= along(*UP_AND_OVER)
    built = on_an_arc(guide, str(own.choice(["LAMP", "OIL 8", "agj"])), **relief)
    if fixes(built):
        return
    placed = built.planned["m"].placed
    ways = built.planned["m"].carries
    assert sum(len(copy.regions) for _, copy in ways) == len(placed.regions)
    wanted = sum(carry.flat_volume(copy.regions) for carry, copy in ways)
    assert change(built) == pytest.approx(wanted, rel=1e-4)


def test_letters_that_come_over_their_neighbours_are_told() -> None:
    """Bent towards the middle of a narrow arc they meet."""
    guide = Guide(kind="arc", radius="7 mm", span="360 deg", bend="over")
    built = on_an_arc(guide, "LLLLLL", stands="leaning", leans="60 deg", leans_to="foot")
    assert fixes(built), "letters that run into one another"
