"""Letters that lean, bend over or follow a path on faces that are bent themselves.

Sources: a cylinder's layer of thickness h over an area A is A (h + h² / 2R), and what turns about a
circle of it is summed in its half planes (Pappus place by place; any handbook of mensuration);
elsewhere the volume is that of prisms between points along each place's own way, by the sum of
their tetrahedra (any text on finite volumes); moments of letters by Shapely; meshes by trimesh.
"""

from __future__ import annotations

from dataclasses import replace
from itertools import pairwise, permutations
from pathlib import Path
from typing import Any

import numpy as np
import pytest
import shapely
import trimesh
from shapely.geometry.base import BaseGeometry

from tests.core.solids import volume
from tests.core.test_artwork import polygons
from tests.core.test_carried import DISC, SIDES, TOP, UP_AND_OVER, along, change, fixes
from tests.core.test_carried import points_of as over_the_plate
from tinstamp.engine.build import Built, build
from tinstamp.engine.cache import Cache
from tinstamp.engine.write import write_files
from tinstamp.job.archive import Document
from tinstamp.job.drawn import knot
from tinstamp.job.features import Ball, BaseFeature, Cone, FreeformSkin, Plate, Tube
from tinstamp.job.model import Blank, Job, Repeat, Setting, Stamp, Text, changed
from tinstamp.job.setting import Guide
from tinstamp.relief.carried import Aside, OverFace

RADIUS = 30.0
"""mm"""
TUBE = Tube(name="b", outer_diameter=f"{2 * RADIUS:g} mm", wall="3 mm", height="60 mm")
CONE = Cone(name="b", base_diameter="80 mm", top_diameter="60 mm", height="60 mm", wall="3 mm")
BALL = Ball(name="b", diameter="80 mm")
SKIN = FreeformSkin(name="b", length="110 mm", width="60 mm", thickness="5 mm")
PLACES: dict[str, tuple[BaseFeature, str, tuple[str, str]]] = {
    "tube": (TUBE, "b.outer", ("20 deg", "30 mm")),
    "bore": (TUBE, "b.inner", ("20 deg", "30 mm")),
    "cone": (CONE, "b.outer", ("0 deg", "30 mm")),
    "ball": (BALL, "b.outer", ("0 deg", "60 mm")),
    "freeform": (SKIN, "b.top", ("5 mm", "2 mm")),
}
PATH = (knot("a", 0, 0), knot("b", 0, 2, "arc", -0.58578643), knot("c", 2, 4))
"""2 mm up and round a quarter of a circle of 2 mm."""


def on(name: str, artwork: Any = DISC, setting: dict[str, Any] | None = None,
       **relief: Any) -> Built:  # fmt: skip
    part, face, (across, up) = PLACES[name]
    place = {"face": face, "across": across, "up": up, "rests_on": "middle", **(setting or {})}
    stamp = Stamp.model_validate(
        {"name": "m", "artwork": artwork, "relief": {"make": "emboss", **relief},
         "setting": Setting.model_validate(place)}
    )  # fmt: skip
    return build(Document(Job(blank=Blank(features=(part,)), stamps=(stamp,))))  # type: ignore[arg-type]


def points_of(built: Built, name: str) -> np.ndarray:
    """Points of the faces of a name, (n, 3) mm."""
    return over_the_plate(built, name) + [0.0, 0.0, TOP]


# -- on a cylinder, along its axis


@pytest.mark.parametrize("side", ["foot", "top"])
@pytest.mark.parametrize("degrees", [10, 40])
def test_what_leans_along_a_cylinder_is_as_large_as_what_stands(side: str, degrees: float) -> None:
    built = on("tube", stands="leaning", leans=f"{degrees} deg", leans_to=side, depth="4 mm")
    area = np.pi * 25
    assert change(built) == pytest.approx(area * (4.0 + 16.0 / (2 * RADIUS)), rel=1e-6)
    cap = points_of(built, "m/cap")
    assert np.hypot(cap[:, 0], cap[:, 1]) == pytest.approx(RADIUS + 4.0, abs=1e-6)
    middle = points_of(built, "m/cap")[:, 2].mean()
    upright = points_of(on("tube", depth="4 mm"), "m/cap")[:, 2].mean()
    assert middle - upright == pytest.approx(
        SIDES[side][1] * 4.0 * np.tan(np.radians(degrees)), abs=1e-3
    )


@pytest.mark.parametrize("side", ["foot", "top"])
@pytest.mark.parametrize("degrees", [30, 90, 140])
def test_what_bends_along_a_cylinder_turns_in_half_planes(side: str, degrees: float) -> None:
    """A place d from the hinge sweeps d dα in a half plane, (R + d sin α) / R times as wide there
    as on the face."""
    built = on("tube", stands="bent", bends=f"{degrees} deg", leans_to=side, depth="3 mm")
    turn = np.radians(degrees)
    middle = 3.0 / turn + 5.0
    first, second = np.pi * 25 * middle, np.pi * 25 * (middle**2 + 25.0 / 4.0)
    expected = first * turn + second * (1.0 - np.cos(turn)) / RADIUS
    assert change(built) == pytest.approx(expected, rel=2e-6)


def test_along_a_path_on_a_cylinder() -> None:
    """The same, along a line and round an arc."""
    built = on("tube", **along(*PATH), leans_to="foot")
    area = np.pi * 25
    up = area * (2.0 + 4.0 / (2 * RADIUS))
    middle = 2.0 + 5.0
    first, second = area * middle, area * (middle**2 + 25.0 / 4.0)
    turn = np.pi / 2
    over = first * turn * (1.0 + 2.0 / RADIUS) + second * (1.0 - np.cos(turn)) / RADIUS
    assert change(built) == pytest.approx(up + over, rel=5e-6)


# -- on any face, by prisms


def way(built: Built, kind: str, relief: dict[str, Any], xy: np.ndarray, part: float) -> np.ndarray:
    """Where sheet points are at a part of their way, told anew: (n, 3)."""
    chart, placed = built.planned["m"].chart, built.planned["m"].placed
    side = np.array(SIDES[relief["leans_to"]]) @ placed.matrix.T
    outline = np.concatenate([r.outer.points(200) for r in placed.regions])
    front = float((outline @ side).max())
    far = xy @ side - front
    if kind == "leaning":
        high = float(relief["depth"].split()[0])
        end = xy + high * np.tan(np.radians(float(relief["leans"].split()[0]))) * side
        top = chart.to_space(end) + high * chart.normal(end)
        return (1.0 - part) * chart.to_space(xy) + part * top
    if kind == "bent":
        turn = np.radians(float(relief["bends"].split()[0]))
        hinge, up = float(relief["depth"].split()[0]) / turn, 0.0
    else:
        turn, hinge, up = np.pi / 2, 2.0, 2.0
        share = 2.0 / (2.0 + np.pi)  # of the straight piece
        if part < share:
            top = chart.to_space(xy) + 2.0 * chart.normal(xy)
            return chart.to_space(xy) + part / share * (top - chart.to_space(xy))
        part = (part - share) / (1.0 - share)
    away, angle = hinge - far, part * turn
    moved = xy + (away * (1.0 - np.cos(angle)))[:, None] * side
    return chart.to_space(moved) + (up + away * np.sin(angle))[:, None] * chart.normal(moved)


def swept(built: Built, kind: str, relief: dict[str, Any], ink: BaseGeometry) -> float:
    """mm³, from sums in steps and in half as large ones, which stray by their square (Richardson;
    any text on numerical integration)."""
    rough, fine = (by_prisms(built, kind, relief, ink, times) for times in (1, 2))
    return (4.0 * fine - rough) / 3.0


def by_prisms(
    built: Built, kind: str, relief: dict[str, Any], ink: BaseGeometry, times: int
) -> float:
    """mm³ over triangles of the ink, each in steps along its way: a prism a step, in three
    tetrahedra, in all six ways so that prisms side by side meet."""
    found = trimesh.creation.triangulate_polygon
    corners = []
    for shape in shapely.get_parts(ink):
        points, faces = found(shape, engine="earcut")
        corners.append(points[faces])
    flat = np.concatenate(corners)
    for _ in range(times):
        a, b, c = flat[:, 0], flat[:, 1], flat[:, 2]
        ab, bc, ca = (a + b) / 2, (b + c) / 2, (c + a) / 2
        flat = np.concatenate(
            [np.stack(x, axis=1) for x in ((a, ab, ca), (ab, b, bc), (ca, bc, c), (ab, bc, ca))]
        )
    places, each = np.unique(flat.reshape(-1, 2).round(9), axis=0, return_inverse=True)
    parts = np.linspace(0.0, 1.0, 3 if kind == "leaning" else 24 * times + 1)
    rings = [way(built, kind, relief, places, part)[each].reshape(-1, 3, 3) for part in parts]

    def tetrahedra(p: np.ndarray, q: np.ndarray, r: np.ndarray, s: np.ndarray) -> float:
        return float(np.einsum("nk,nk->n", np.cross(q - p, r - p), s - p).sum()) / 6.0

    total = 0.0
    for low, high in pairwise(rings):
        for k in permutations(range(3)):
            (a, b, c), (d, e, f) = low[:, k].swapaxes(0, 1), high[:, k].swapaxes(0, 1)
            whole = tetrahedra(a, b, c, d) + tetrahedra(b, c, d, e) + tetrahedra(c, d, e, f)
            total += whole / 6.0 if k in TURNED else -whole / 6.0
    sign = np.linalg.det(built.planned["m"].placed.matrix)
    return total * float(np.sign(sign))


TURNED = ((0, 1, 2), (1, 2, 0), (2, 0, 1))
"""orders of a triangle's corners that go the same way round"""
RELIEF = {
    "leaning": {"stands": "leaning", "leans": "30 deg", "depth": "3 mm"},
    "bent": {"stands": "bent", "bends": "60 deg", "depth": "2 mm"},
    "path": along(*PATH),
}


@pytest.mark.parametrize("kind", RELIEF)
@pytest.mark.parametrize("name", PLACES)
@pytest.mark.parametrize("side", ["foot", "end"])
def test_a_letter_sweeps_its_ink_on_every_face(
    name: str, kind: str, side: str, tmp_path: Path
) -> None:
    relief = {**RELIEF[kind], "leans_to": side}
    built = on(name, Text(text="B", height="5 mm"), **relief)
    ink = shapely.union_all(polygons(built.planned["m"].placed.regions, 30))
    wanted = swept(built, kind, relief, ink)
    assert change(built) == pytest.approx(wanted, rel=1e-4)
    (file,) = write_files(built, tmp_path, "m", ("stl",))
    assert trimesh.load_mesh(file).is_watertight


@pytest.mark.parametrize("seed", range(18))
def test_random_ways_are_sound_or_told(seed: int) -> None:
    own = np.random.default_rng(700 + seed)
    name, kind = str(own.choice([*PLACES])), str(own.choice([*RELIEF]))
    relief = {**RELIEF[kind], "leans_to": str(own.choice([*SIDES]))}
    if kind == "leaning":
        relief |= {"leans": f"{own.uniform(5, 55):.1f} deg", "depth": f"{own.uniform(1, 6):.2f} mm"}
    if kind == "bent":
        relief |= {
            "bends": f"{own.uniform(5, 150):.1f} deg",
            "depth": f"{own.uniform(1, 5):.2f} mm",
        }
    text = Text(text=str(own.choice(["L8", "ag", "OR", "i"])), height=f"{own.uniform(3, 8):.1f} mm")
    built = on(name, text, {"turn": f"{own.uniform(-180, 180):.1f} deg"}, **relief)
    assert built.report.valid
    if fixes(built):
        return
    ink = shapely.union_all(polygons(built.planned["m"].placed.regions, 30))
    wanted = swept(built, kind, relief, ink)
    assert change(built) == pytest.approx(wanted, rel=3e-4)


# -- the guard, and what is about them


@pytest.mark.parametrize("wrong", ["side", "higher", "turn"])
def test_a_builder_that_goes_wrong_on_a_bent_face_is_found(
    wrong: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    kind = {"side": Aside, "higher": Aside, "turn": OverFace}[wrong]

    def other(self: Any, xy: np.ndarray) -> np.ndarray:
        if wrong == "side":
            x, y = self.path.toward
            back = replace(self.path, toward=(-x, -y))
            return np.asarray(back.on(self.chart, xy, self.station))
        if wrong == "higher":
            return np.asarray(self.path.on(self.chart, xy, self.station.moved((0.0, 0.2))))
        more = self.station.turned((2.0, 0.0), -0.1)
        return np.asarray(self.path.on(self.chart, xy, more))

    monkeypatch.setattr(kind, "space", other)
    relief = RELIEF["bent" if wrong == "turn" else "leaning"]
    built = on("tube", Text(text="L", height="5 mm"), **relief)
    assert fixes(built) and built.report.stamps[0].built_by != "imprint"


def test_they_do_not_mind_the_seam_of_a_closed_face() -> None:
    plain = change(on("tube", Text(text="O", height="5 mm"), **RELIEF["bent"], leans_to="end"))
    for across in ("177 deg", "180 deg", "-176 deg"):
        there = on("tube", Text(text="O", height="5 mm"), {"across": across}, **RELIEF["bent"],
                   leans_to="end")  # fmt: skip
        assert change(there) == pytest.approx(plain, rel=1e-6)


def test_copies_round_a_tube_bend_each_about_its_own_line() -> None:
    one = change(on("tube", **RELIEF["bent"], leans_to="end"))
    four = on("tube", setting={"repeat": Repeat(kind="round", count="4")}, **RELIEF["bent"],
              leans_to="end")  # fmt: skip
    assert change(four) == pytest.approx(4 * one, rel=1e-6)


def test_letters_along_a_guide_on_a_cone_go_each_its_own_way() -> None:
    """They are alike, but for their place: as large as one by itself."""
    one = change(on("cone", Text(text="O", height="5 mm"), {"guide": Guide(kind="level")},
                    **RELIEF["leaning"]))  # fmt: skip
    many = on("cone", Text(text="OOO", height="5 mm"), {"guide": Guide(kind="level")},
              **RELIEF["leaning"])  # fmt: skip
    assert change(many) == pytest.approx(3 * one, rel=1e-6)
    assert len(many.planned["m"].ways) == 3


def test_within_a_run_they_stand_on_one_face_each() -> None:
    """A run's sheet and that of its faces are not the same; over a joint they are told."""
    over = {"over": "neighbours"}
    text = Text(text="L8", height="5 mm")
    for relief in RELIEF.values():
        plain = change(on("tube", text, **relief, leans_to="end"))
        assert change(on("tube", text, over, **relief, leans_to="end")) == pytest.approx(plain)


def test_what_cannot_be_made_is_told() -> None:
    deep = on("bore", stands="leaning", leans="10 deg", depth="28 mm", leans_to="end")
    assert fixes(deep) and deep.report.valid
    off = on("tube", setting={"up": "56 mm"}, **RELIEF["leaning"])
    assert any("within one face" in told for told in fixes(off)) and off.report.valid


def test_letters_that_come_over_another_stamp_are_named() -> None:
    part, face, _ = PLACES["tube"]
    first, second = (
        Stamp.model_validate(
            {"name": name, "artwork": DISC, "relief": relief,
             "setting": Setting(face=face, across="0 deg", up=up, rests_on="middle")}
        )
        for name, up, relief in (
            ("low", "16 mm", {"make": "engrave", "depth": "0.4 mm"}),
            ("high", "30 mm", {"make": "emboss", "stands": "leaning", "leans": "55 deg",
                               "depth": "6 mm", "leans_to": "foot"}),
        )
    )  # fmt: skip
    built = build(Document(Job(blank=Blank(features=(part,)), stamps=(first, second))))  # type: ignore[arg-type]
    assert any("come over it" in told for told in fixes(built)), built.report.findings


def test_a_stamp_below_that_they_stay_clear_of_is_left_alone() -> None:
    """What they are told clear by follows the bent face: a flange that they pass by closely."""
    built = on("tube", **RELIEF["bent"], leans_to="top", setting={"up": "48 mm"})
    assert change(built) > 0
    upright = along(*UP_AND_OVER)
    assert change(on("tube", **upright, leans_to="foot")) > 0


@pytest.mark.parametrize("kind", ["upright", "leaning", "bent"])
def test_strokes_in_a_bore_come_together_towards_their_cap(kind: str) -> None:
    """By (R - h) / R, h being how far the furthest ink of the cap is off the face."""
    relief = {"stands": kind, "depth": "18 mm", "leans": "5 deg", "bends": "80 deg"}
    high, turn = 18.0, np.radians(80)
    built = on("bore", Text(text="I", height="3 mm"), **relief)
    x0, _, x1, _ = built.planned["m"].placed.bounds
    if kind == "bent":  # the far end of a letter of 3 mm goes round with a longer arm; a circle
        reach = 3.0 - (x1 - x0) / 2.0  # between its sides lies off that by its radius
        high = (18.0 / turn + reach) * np.sin(turn)
    at_cap = (x1 - x0) * (27.0 - high) / 27.0
    (told,) = [f for f in built.report.findings if f.check == "thin stroke"]
    assert told.measured == pytest.approx(at_cap, rel=3e-3)


@pytest.mark.parametrize("up", ["37 mm", "38.5 mm"])
def test_ink_beyond_the_end_of_a_face_has_no_width_at_a_floor(up: str) -> None:
    """Over the tip of a cone its sheet goes on, but there is no face."""
    cone = Cone(name="b", base_diameter="40 mm", top_diameter="6 mm", height="30 mm", wall="0 mm")
    there = Setting(face="b.outer", across="0 deg", up=up, rests_on="middle")
    stamp = Stamp(name="m", artwork=Text(text="O", height="7 mm"), setting=there)
    built = build(Document(Job(blank=Blank(features=(cone,)), stamps=(stamp,))))
    told = [f.check for f in built.report.findings]
    assert told and not {"thin stroke", "tight gap"} & set(told), built.report.findings


def test_an_edit_beside_letters_on_a_guide_leaves_them_as_they_are() -> None:
    """All of them are put in at once, and kept by themselves."""
    cache = Cache()
    plate = Plate(name="b", length="140 mm", width="90 mm", thickness="5 mm")
    bent = Stamp.model_validate(
        {"name": "m", "artwork": Text(text="LAMP", height="6 mm"),
         "relief": {"make": "emboss", "depth": "3 mm", "stands": "bent", "bends": "50 deg"},
         "setting": Setting(face="b.top", across="0 mm", up="10 mm",
                            guide=Guide(kind="arc", radius="40 mm"))}
    )  # fmt: skip
    plain = Stamp(name="n", artwork=Text(text="OIL", height="5 mm"),
                  setting=Setting(face="b.top", across="0 mm", up="-30 mm"))  # fmt: skip
    job = Job(blank=Blank(features=(plate,)), stamps=(plain, bent))
    first = build(Document(job), cache)
    assert first.report.valid and [s.built_by for s in first.report.stamps] == ["imprint"] * 2
    made = cache.made["imprint"]
    again = build(Document(changed(job, ("stamps", 0, "relief", "depth"), "0.3 mm")), cache)
    assert again.report.valid and cache.made["imprint"] == made + 1
    assert first.bodies and again.bodies and first.blank is not None
    alone = build(Document(job.model_copy(update={"stamps": (bent,)})))
    bare, both = (volume(b.bodies["part"].shape) for b in (alone, first))
    taken = first.report.stamps[0].relief_volume
    assert both == pytest.approx(bare + taken, rel=1e-9)
