"""What a stamp makes keeps clear of every face but its own, or is not called right.

Source: the common volume of the stamp's body and the part, by the kernel's general boolean, which
has no part in what is tested here.
"""

from __future__ import annotations

import hashlib
from typing import Any

import numpy as np
import pytest
import trimesh
from OCP.BRepAlgoAPI import BRepAlgoAPI_Common
from OCP.BRepMesh import BRepMesh_IncrementalMesh
from OCP.BRepPrimAPI import BRepPrimAPI_MakeCylinder
from OCP.gp import gp_Ax2, gp_Dir, gp_Pnt
from trials.solids import meshed, overlaps

from tests.core.solids import sound, volume
from tests.core.test_height_pictures import png
from tinstamp.blank.kernel import compound, motion_of, triangles_of
from tinstamp.engine.build import Built, build
from tinstamp.job.archive import Document
from tinstamp.job.drawn import knot
from tinstamp.job.features import Ball, BaseFeature, Cone, Dome, Extruded, Hole, Plate, Tube
from tinstamp.job.height_picture import HeightPicture
from tinstamp.job.model import Blank, Job, Setting, Shape, Stamp, Text
from tinstamp.relief import by_imprint, clear
from tinstamp.relief.clear import _boxed, cells_of
from tinstamp.relief.execute import imprinted
from tinstamp.relief.kinds import operations
from tinstamp.setting.fit import fit


def plate(name: str, size: tuple[float, float, float], at: tuple[float, float, float],
          **place: str) -> Plate:  # fmt: skip
    words = {k: f"{v:g} mm" for k, v in zip(("length", "width", "thickness"), size, strict=True)}
    x, y, z = (f"{v:g} mm" for v in at)
    return Plate.model_validate(
        {"name": name, **words, "at": {"face": "", "x": x, "y": y, "z": z, **place}}
    )


def stamp(face: str, wide: float, depth: float, make: str = "emboss", name: str = "m",
          at: tuple[str, str] = ("0 mm", "0 mm"), **relief: str) -> Stamp:  # fmt: skip
    return Stamp.model_validate(
        {"name": name, "artwork": Shape(shape="circle", wide=f"{wide:g} mm"),
         "relief": {"make": make, "depth": f"{depth:g} mm", **relief},
         "setting": Setting(face=face, across=at[0], up=at[1], rests_on="middle")}
    )  # fmt: skip


def made(parts: tuple[BaseFeature, ...], *stamps: Stamp) -> Built:
    blank = Blank.model_validate({"features": [part.model_dump() for part in parts]})
    return build(Document(Job(blank=blank, stamps=stamps)))


def fixes(built: Built) -> list[str]:
    return [f.message for f in built.report.findings if f.level == "fix"]


SLOT = (plate("b", (60, 40, 5), (0, 0, 0)), plate("w", (60, 5, 30), (0, -5, 0)),
        plate("v", (60, 5, 30), (0, 2, 0)))  # fmt: skip
"""Two walls with 2 mm between them, from w.back to v.front."""


@pytest.mark.parametrize(("face", "depth", "free"), [
    ("w.back", 1.0, True), ("w.back", 1.99, True), ("w.back", 2.0, False), ("w.back", 3.0, False),
    ("w.back", 9.0, False), ("w.front", 9.0, True), ("v.front", 2.5, False),
])  # fmt: skip
def test_a_slot_has_another_wall(face: str, depth: float, free: bool) -> None:
    built = made(SLOT, stamp(face, 10, depth))
    report = built.report.stamps[0]
    if free:
        assert report.built_by == "imprint" and not fixes(built) and built.report.valid
    elif depth > 2.0:
        assert any("in its way: make it lower" in told for told in fixes(built)), fixes(built)
        other = "v.front" if face == "w.back" else "w.back"
        assert any(f"“{other}”" in told for told in fixes(built))
    else:  # it just closes the slot, and is one with the other wall
        assert report.built_by == "boolean" and sound(built.bodies["part"].shape)


@pytest.mark.parametrize("relief", [
    {"draft": "8 deg"}, {"caps": "plane"}, {"walls": "cast"}, {"cap_edge": "round"},
    {"rises": "2 deg"}, {"stands": "leaning", "leans": "20 deg"},
    {"stands": "bent", "bends": "5 deg"},
])  # fmt: skip
def test_so_has_it_for_every_kind_of_wall(relief: dict[str, str]) -> None:
    assert not fixes(made(SLOT, stamp("w.back", 10, 0.9, **relief)))
    assert fixes(made(SLOT, stamp("w.back", 10, 3.5, **relief)))


@pytest.mark.parametrize(("depth", "free"), [(2.0, True), (9.0, False)])
@pytest.mark.parametrize("spot", [(0.37, 0.63), (0.71, 0.44)])
def test_a_single_peak_of_a_cap_comes_to_the_other_wall(
    spot: tuple[float, float], depth: float, free: bool
) -> None:
    """A cap that follows a picture, low all over but for one narrow peak: wherever that is, between
    the few places that a cell is looked at, it counts."""
    y, x = np.mgrid[0:64, 0:64] / 63.0
    data = png(0.02 + 0.98 * np.exp(-((x - spot[0]) ** 2 + (y - spot[1]) ** 2) / (2 * 0.03**2)))
    digest = hashlib.sha256(data).hexdigest()
    own = stamp("w.back", 12, depth)
    picture = HeightPicture(file="peak.png", digest=digest, least="0.1 mm", detail="0.3 mm")
    relief = own.relief.model_copy(update={"caps": "picture", "picture": picture})
    blank = Blank.model_validate({"features": [part.model_dump() for part in SLOT]})
    job = Job(blank=blank, stamps=(own.model_copy(update={"relief": relief}),))
    built = build(Document(job, logos={digest: data}))
    high = built.planned["m"].level.most
    assert (high < 1.9) is free and (high > 2.1) is not free
    assert (not fixes(built)) is free, fixes(built)
    if not free:
        assert any("“v.front”" in told for told in fixes(built))


ROUND = {
    "cylinder": (Tube(name="p", wall="4 mm"), "p.outer", "12 mm"),
    "bore": (Tube(name="p", wall="4 mm"), "p.inner", "12 mm"),
    "cone": (Cone(name="p"), "p.outer", "15 mm"),
    "dome": (Dome(name="p", diameter="70 mm"), "p.crown", "12 mm"),
    "ball": (Ball(name="p", diameter="50 mm"), "p.outer", "38 mm"),
}  # fmt: skip
KINDS: dict[str, dict[str, str]] = {
    "plain": {}, "draft": {"draft": "8 deg"}, "rises": {"rises": "2 deg"},
    "soft": {"cap_edge": "round", "cap_edge_size": "0.1 mm"},
    "flat": {"caps": "plane", "depth": "0.8 mm"},
    "carved": {"section": "carved", "vee": "60 deg"},
}  # fmt: skip


@pytest.mark.parametrize("kind", KINDS)
@pytest.mark.parametrize("face", ROUND)
def test_cells_hold_what_a_stamp_makes_wherever_it_lies(face: str, kind: str) -> None:
    """All round a face that closes: along random ways no corner of a triangle of caps and walls, by
    the kernel's mesh of them, lies beyond the cells that stand for them."""
    part, name, up = ROUND[face]
    random = np.random.default_rng(len(face) + len(kind))
    ways = random.normal(size=(60, 3))
    ways /= np.linalg.norm(ways, axis=1)[:, None]
    for across in ("0 deg", "100 deg", "179 deg", "-120 deg"):
        words = {"kind": "text", "text": "I" if kind == "flat" else "BL", "height": "5 mm"}
        mark = Stamp.model_validate(
            {"name": "m", "artwork": words, "relief": {"depth": "0.4 mm", **KINDS[kind]},
             "setting": Setting(face=name, across=across, up=up, rests_on="middle")}
        )  # fmt: skip
        built = made((part,), mark)
        assert built.blank is not None and built.blank.solid is not None
        item = built.planned["m"]
        (op,) = operations(item, fit(item.placed, item.chart), (3.0, 3.0))
        found = imprinted(built.blank.solid, op)
        assert found is not None, fixes(built)
        cells, boxed = cells_of(found[0]), _boxed(found[0])
        for k, block in enumerate(found[0].blocks):
            shell = [block.cap, *block.walls]
            BRepMesh_IncrementalMesh(compound(shell), 0.05)
            for n, place in enumerate(block.at):
                turn, shift = motion_of(place)
                points = np.concatenate([triangles_of(f)[0] for f in shell]) @ turn.T + shift
                (box,) = boxed.boxes[(boxed.owner == (k, n)).all(axis=1)]
                assert (points > box[0] - 1e-6).all() and (points < box[1] + 1e-6).all()
                own = cells[np.flatnonzero((cells.owner == (k, n)).all(axis=1))]
                reach = (own.points @ ways.T).max(axis=1) + own.off[:, None]
                assert ((points @ ways.T).max(axis=0) <= reach.max(axis=0) + 1e-6).all()


def test_two_stamps_in_one_slot_do_not_run_into_one_another() -> None:
    small = made(SLOT, stamp("w.back", 10, 0.9), stamp("v.front", 10, 0.9, name="n"))
    assert not fixes(small) and small.report.valid
    assert [s.built_by for s in small.report.stamps] == ["imprint", "imprint"]
    large = made(SLOT, stamp("w.back", 10, 1.3), stamp("v.front", 10, 1.3, name="n"))
    assert any("“m/cap”" in told for told in fixes(large)), fixes(large)


@pytest.mark.parametrize(("relief", "free"), [
    ({"make": "loose", "depth": "1.5 mm"}, True), ({"make": "loose", "depth": "3 mm"}, False),
    ({"make": "loose", "depth": "1.5 mm", "gap": "0.6 mm"}, False),
    ({"make": "loose", "depth": "1.5 mm", "pins": "1 mm"}, True),
    ({"make": "inlay", "depth": "1 mm", "proud": "1 mm"}, True),
    ({"make": "inlay", "depth": "1 mm", "proud": "3 mm"}, False),
])  # fmt: skip
def test_bodies_besides_the_part_keep_clear_of_it(relief: dict[str, str], free: bool) -> None:
    own = stamp("w.back", 10, 1.0)
    own = own.model_copy(update={"relief": own.relief.model_copy(update=relief)})
    built = made(SLOT, own)
    assert (not fixes(built)) is free, fixes(built)
    if not free:
        assert any("“v.front”" in told for told in fixes(built))
        assert list(built.bodies) == ["part"]  # and nothing is half done
        assert built.blank is not None
        plain = volume(built.blank.solid.shape)
        assert volume(built.bodies["part"].shape) == pytest.approx(plain, rel=1e-9)


def test_letters_in_a_bore_do_not_reach_its_other_side() -> None:
    tube = Tube(name="t", outer_diameter="20 mm", wall="6 mm", height="30 mm")
    at = ("0 deg", "15 mm")
    assert not fixes(made((tube,), stamp("t.inner", 3, 1.0, at=at)))
    wide = made((tube,), stamp("t.inner", 3, 7.9, at=at))
    assert fixes(wide) or wide.report.stamps[0].built_by != "imprint"


def test_a_hole_that_passes_under_a_letter_is_not_cut_into_unseen() -> None:
    """A hole of 0.6 mm from side to side, 1 mm under the top, beneath a thin upright line that is
    2 mm deep: its floor lies beneath the hole."""
    body = plate("p", (60, 40, 8), (0, 0, 0))
    hole = Hole(name="h", face="p.front", across="0 mm", up="3 mm", diameter="0.6 mm")
    for x, free in (("0.4 mm", False), ("3 mm", True)):
        line = Stamp.model_validate(
            {"name": "m", "artwork": Text(text="I", height="9 mm"),
             "relief": {"make": "engrave", "depth": "2 mm"},
             "setting": Setting(face="p.top", across=x, up="0 mm", rests_on="middle")}
        )  # fmt: skip
        built = made((body, hole), line)
        assert built.report.stamps[0].built_by == ("imprint" if free else "boolean")
        solid = built.bodies["part"].shape
        assert built.blank is not None and sound(solid)
        taken = volume(built.blank.solid.shape) - volume(solid)
        whole = built.planned["m"].placed.area * 2.0
        assert taken == pytest.approx(whole, rel=1e-4) if free else taken < 0.99 * whole


def test_pockets_of_two_faces_that_cross_are_one_hollow() -> None:
    body = plate("p", (60, 40, 20), (0, 0, 0))
    down = stamp("p.top", 6, 6, make="engrave", at=("0 mm", "-14 mm"))
    inwards = stamp("p.front", 6, 10, make="engrave", name="n", at=("0 mm", "5 mm"))
    built = made((body,), down, inwards)
    solid = built.bodies["part"].shape
    assert built.report.valid and sound(solid) and built.blank is not None
    one: Any = BRepPrimAPI_MakeCylinder(gp_Ax2(gp_Pnt(0, -14, 14), gp_Dir(0, 0, 1)), 3, 6).Shape()
    two: Any = BRepPrimAPI_MakeCylinder(gp_Ax2(gp_Pnt(0, -20, 15), gp_Dir(0, 1, 0)), 3, 10).Shape()
    both = volume(BRepAlgoAPI_Common(one, two).Shape())
    taken = volume(built.blank.solid.shape) - volume(solid)
    assert taken == pytest.approx(volume(one) + volume(two) - both, rel=1e-5) and both > 50.0


@pytest.mark.parametrize("seed", range(40))
def test_under_a_roof_that_leans(seed: int) -> None:
    """A post and a roof over the face, as high and as steep as it comes."""
    rng = np.random.default_rng(seed)
    high, tilt = float(rng.uniform(1.0, 9.0)), float(rng.uniform(-25, 25))
    wide, depth = float(rng.uniform(3, 12)), float(rng.uniform(0.5, 8.0))
    x, y = (float(v) for v in rng.uniform(-8, 8, 2))
    base = plate("b", (60, 40, 5), (0, 0, 0))
    post = plate("q", (4, 40, 30), (28, 0, 0))
    roof = plate("r", (58, 30, 3), (0, 0, 5 + high), tilt=f"{tilt:.3f} deg")
    built = made((base, post, roof), stamp("b.top", wide, depth, at=(f"{x} mm", f"{y} mm")))
    assert built.blank is not None and "b.top" in built.blank.solid.names
    where = gp_Ax2(gp_Pnt(x, y, 5.0), gp_Dir(0, 0, 1))
    body: Any = BRepPrimAPI_MakeCylinder(where, wide / 2, depth).Shape()
    both = volume(BRepAlgoAPI_Common(body, built.blank.solid.shape).Shape())
    report = built.report.stamps[0] if built.report.stamps else None
    if both > 1e-6 * volume(body):
        assert fixes(built) or (report is not None and report.built_by == "boolean")
    elif report is not None and report.built_by == "imprint":
        assert built.report.valid and sound(built.bodies["part"].shape)
    else:  # over the edge that the roof makes where it comes down to the face
        assert built.report.findings


def test_the_trial_of_solids_sees_what_runs_through_itself() -> None:
    """Two boxes that overlap, as one list of triangles, beside a box and a ball."""
    one, other, ball = trimesh.creation.box((2, 2, 2)), trimesh.creation.box((2, 2, 2)), (
        trimesh.creation.icosphere())  # fmt: skip
    other.apply_translation((1.0, 0.3, 0.2))
    both = trimesh.util.concatenate([one, other])
    for mesh, wrong in ((one, False), (ball, False), (both, True)):
        points, triangles = np.array(mesh.vertices), np.array(mesh.faces)
        assert overlaps(points, triangles, np.random.default_rng(1)) is wrong


@pytest.mark.parametrize("at_once", [1, 50, 10**6])
def test_spans_are_the_same_however_many_are_looked_at_at_a_time(
    at_once: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    own = np.random.default_rng(3)
    points, which = own.normal(size=(7, 20, 3)), own.integers(0, 7, 40)
    ways = own.normal(size=(40, 3))
    monkeypatch.setattr(clear, "POINTS_AT_ONCE", at_once)
    found = clear._spans(points, which, ways)
    for k in range(40):
        along = points[which[k]] @ ways[k]
        assert found[k] == pytest.approx([along.min(), along.max()], abs=1e-12)


def test_a_cell_of_many_points_has_the_same_hull_of_fewer() -> None:
    own = np.random.default_rng(4)
    points = own.normal(size=(3000, 3))
    fewer = clear._corners_of(points)
    assert len(fewer) < 300
    ways = own.normal(size=(100, 3))
    assert (fewer @ ways.T).max(axis=0) == pytest.approx((points @ ways.T).max(axis=0), abs=1e-12)
    flat = np.column_stack([own.normal(size=(500, 2)), np.zeros(500)])
    assert len(clear._corners_of(flat)) == 500  # all in one plane: as they are


WAYS = ({"walls": "cast", "caps": "plane"}, {"walls": "cast"}, {"caps": "plane"},
        {"draft": "3 deg"}, {"rises": "8 deg"})  # fmt: skip


@pytest.mark.parametrize("seed", range(20))
def test_nothing_comes_back_to_its_own_face(seed: int) -> None:
    """In a bore, and in a rod that is all but round, as deep as it comes: told, or cut by a
    boolean, when the other side is reached; else sound, and nowhere twice by lines through its
    triangles."""
    rng = np.random.default_rng(700 + seed)
    depth, relief = float(rng.uniform(0.4, 13.0)), WAYS[seed % len(WAYS)]
    if seed % 4 < 3:
        part: BaseFeature = Tube(name="t", outer_diameter="30 mm", wall="11 mm", height="20 mm")
        built = made((part,), stamp("t.inner", 2, depth, at=("30 deg", "10 mm"), **relief))
        reached = depth > 7.9
    else:
        part = Cone(name="t", base_diameter="9 mm", top_diameter="8.6 mm", height="20 mm")
        built = made(
            (part,), stamp("t.outer", 2, depth, "engrave", at=("30 deg", "10 mm"), **relief)
        )
        reached = depth > 8.6
    report = built.report.stamps[0] if built.report.stamps else None
    if reached:
        assert report is None or report.built_by != "imprint"
    if report is not None and report.built_by:
        assert built.report.valid and sound(built.bodies["part"].shape)
        whole = meshed(built.bodies["part"].shape, 0.01)
        assert not overlaps(*whole, np.random.default_rng(seed), 200)
    elif depth < 3.0:
        assert not report or fixes(built), "what fits is made"


def test_the_guard_sees_it_too(monkeypatch: pytest.MonkeyPatch) -> None:
    """Lines through the ink, with what looks at caps left out."""
    monkeypatch.setattr(by_imprint, "comes_back", lambda *_: False)
    tube = Tube(name="t", outer_diameter="30 mm", wall="11 mm", height="20 mm")
    relief = {"walls": "cast", "caps": "plane"}
    built = made((tube,), stamp("t.inner", 2, 10.0, at=("30 deg", "10 mm"), **relief))
    assert fixes(built) or built.report.stamps[0].built_by == "boolean"


@pytest.mark.parametrize("across", ["-12 mm", "10 mm"])
@pytest.mark.parametrize(("depth", "free"), [(1.0, True), (3.0, True), (4.5, False), (6.0, False)])
def test_a_slot_of_one_face_has_another_side_too(across: str, depth: float, free: bool) -> None:
    """4 mm wide, its walls and its ground one spline: square walls come to it as well."""
    points = ((2.0, 22), (1.9, 16), (1.6, 11), (0, 9.5), (-1.6, 11), (-1.9, 16), (-2.0, 22))
    slot = [knot(f"s{i}", x, y, "spline") for i, (x, y) in enumerate(points)]
    part = Extruded(
        name="b", height="30 mm",
        points=(
            knot("a", -20, 0), knot("b", 20, 0), knot("c", 20, 30), knot("s", 2.2, 30, "corner"),
            *slot, knot("e", -2.2, 30), knot("f", -20, 30),
        ),
    )  # fmt: skip
    built = made((part,), stamp("b.s", 2, depth, at=(across, "0 mm")))
    if free:
        assert built.report.stamps[0].built_by == "imprint" and built.report.valid
        assert not overlaps(
            *meshed(built.bodies["part"].shape, 0.01), np.random.default_rng(2), 200
        )
    else:
        assert any("“b.s”, which is in its way" in told for told in fixes(built)), fixes(built)
