"""Artwork over joints built directly: edges parted, walls on common posts, caps that meet. Held
against the general boolean, which is another builder, and against integrals by hand."""

from __future__ import annotations

import math
import random
from pathlib import Path

import numpy as np
import pytest
from benchmarks.parts import lens
from OCP.BRepBuilderAPI import BRepBuilderAPI_MakeVertex
from OCP.BRepExtrema import BRepExtrema_DistShapeShape
from OCP.gp import gp_Pnt

from tests.conftest import stamp
from tests.core.solids import edge_points, sound, volume
from tests.core.test_runs import panels, with_flat
from tests.core.test_step_in import document, step, taken
from tinstamp.chart.run import RunChart
from tinstamp.engine.build import Built, build
from tinstamp.job.archive import Document
from tinstamp.job.drawn import knot
from tinstamp.job.face_name import StampFace
from tinstamp.job.features import (
    BaseFeature,
    Extruded,
    Hole,
    Plate,
    Prism,
    Soften,
    Tube,
    TurnedProfile,
)
from tinstamp.job.model import Blank, Cast, Job, Relief, Setting, Stamp, Text
from tinstamp.output.step import sound_file
from tinstamp.relief import by_sewn_tools
from tinstamp.setting.fit import ink

DEPTH = 0.5
HEXAGON = (
    Prism(name="p", across_flats="40 mm", height="20 mm"),
    Soften(
        name="s",
        size="8 mm",
        edges=tuple(f"p.side_{a} & p.side_{a % 6 + 1}" for a in range(1, 7)),
    ),
)


def marked(
    features: tuple[BaseFeature, ...], face: str, text: str, make: str = "engrave",
    height: str = "6 mm", **setting: object,
) -> Built:  # fmt: skip
    given: dict[str, object] = {
        "across": "0 mm", "up": "0 mm", "up_from": "middle", "rests_on": "middle",
        "held_by": "middle", **setting,
    }  # fmt: skip
    stamp = Stamp(
        name="m", artwork=Text(text=text, height=height),
        setting=Setting(face=face, over="neighbours", **given),
        relief=Relief(make=make, depth=f"{DEPTH} mm"),
    )  # type: ignore[arg-type]  # fmt: skip
    return build(Document(Job(blank=Blank(features=features), stamps=(stamp,))))  # type: ignore[arg-type]


def direct(built: Built) -> float:
    """What a sound part that was built without a boolean has more than its blank, mm³."""
    assert [f.message for f in built.report.findings if f.level == "fix"] == []
    assert [s.built_by for s in built.report.stamps] == ["imprint"]
    assert built.report.valid and built.solid is not None and built.blank is not None
    assert sound(built.solid.shape) and sound_file(built.solid)
    return volume(built.solid.shape) - volume(built.blank.solid.shape)


def inked(built: Built) -> float:
    """Area on the sheet by Shapely, mm²."""
    return float(sum(p.area for p in ink(built.planned["m"].placed.regions, 60)))


def long_way(monkeypatch: pytest.MonkeyPatch) -> None:
    """What runs over joints goes to the general boolean."""
    monkeypatch.setattr(by_sewn_tools, "by_joint_imprint", lambda *_: None)


@pytest.mark.parametrize("make", ["engrave", "emboss", "mark"])
@pytest.mark.parametrize("text", ["ACROSS", "OVER THE CORNERS, ALL ROUND"])
def test_round_a_hexagon_with_rounded_corners(text: str, make: str) -> None:
    """Flats give A d, rounded corners of R 8 give A (d ± d²/2R): by hand from the ink that lies on
    each, which Shapely finds on the sheet."""
    built = marked(HEXAGON, "p.side_1", text, make)
    found = direct(built)
    sign = {"engrave": -1.0, "emboss": 1.0, "mark": 0.0}[make]
    flat = 2.0 * (20.0 - 8.0) / math.sqrt(3.0)  # what rounding leaves of a side
    arc = 8.0 * math.pi / 3.0
    round_part = 0.0
    for polygon in ink(built.planned["m"].placed.regions, 60):
        for k in range(-6, 6):
            start = flat / 2 + k * (flat + arc)
            round_part += polygon.intersection(_band(start, start + arc)).area
    expected = sign * inked(built) * DEPTH + sign * sign * round_part * DEPTH**2 / 16.0
    assert found == pytest.approx(expected, rel=1e-4, abs=1e-4)


def _band(low: float, high: float) -> object:
    import shapely

    return shapely.box(low, -50.0, high, 50.0)


def test_as_far_as_350_degrees_and_no_further() -> None:
    """The run goes on over all twelve faces; where its ends would meet that is told."""
    girth = 6.0 * (2.0 * 12.0 / math.sqrt(3.0) + 8.0 * math.pi / 3.0)
    long = marked(HEXAGON, "p.side_1", "A" * 24)
    direct(long)
    low, _, high, _ = long.planned["m"].placed.bounds
    assert 345.0 / 360.0 < (high - low) / girth < 1.0
    longer = marked(HEXAGON, "p.side_1", "A" * 27)
    (told,) = [f.message for f in longer.report.findings if f.level == "fix"]
    assert "longer than the way round" in told and longer.report.valid


def cone_on_cylinder(bend: float) -> TurnedProfile:
    """A cylinder of R 20 that goes on as a cone from z = 20, at an angle, degrees."""
    end = 20.0 - 20.0 * math.tan(math.radians(bend))
    return TurnedProfile(name="x", points=(knot("a", 20, 0), knot("b", 20, 20), knot("c", end, 40)))


def over_the_bend(bend: float, make: str) -> Built:
    part = cone_on_cylinder(bend)
    return marked((part,), "x.a", "BEND", make, "8 mm", up="20 mm", up_from="lower", turn="15 deg")


@pytest.mark.parametrize("bend", [4.0, -9.0, 14.0])
def test_square_walls_over_a_bend_along_a_curve(bend: float) -> None:
    """A cylinder goes on as a cone. All points of the caps, sampled on the kernel's solid, lie at
    the depth from the blank; raised and sunk lie to either side of area times depth."""
    changes = []
    for make in ("engrave", "emboss"):
        built = over_the_bend(bend, make)
        changes.append(direct(built))
        assert built.solid is not None and built.blank is not None
        chart = built.planned["m"].chart
        assert isinstance(chart, RunChart) and set(chart.faces) == {"x.a", "x.b"}
        if (make == "emboss" and bend > 0) or (make == "engrave" and bend < 0):
            continue  # there the nearest place of the blank may be the joint itself
        caps = built.solid.named(StampFace("m", "cap"))
        points = np.concatenate([edge_points(cap)[::9] for cap in caps])
        off = [_distance(built.blank.solid.shape, p) for p in points]
        assert np.abs(np.array(off) - DEPTH).max() < 2e-5
    sunk, raised = changes
    flat = _area_on_faces(over_the_bend(bend, "mark"))
    assert (raised - sunk) / 2.0 == pytest.approx(flat * DEPTH, rel=2e-3)


def _distance(shape: object, at: np.ndarray) -> float:
    vertex = BRepBuilderAPI_MakeVertex(gp_Pnt(*map(float, at))).Vertex()
    faces = BRepExtrema_DistShapeShape(vertex, _shell(shape))
    return float(faces.Value())


def _shell(shape: object) -> object:
    from OCP.TopAbs import TopAbs_ShapeEnum
    from OCP.TopExp import TopExp_Explorer

    return TopExp_Explorer(shape, TopAbs_ShapeEnum.TopAbs_SHELL).Current()


def _area_on_faces(built: Built) -> float:
    from tests.core.solids import area

    direct(built)
    assert built.solid is not None
    return float(sum(area(cap) for cap in built.solid.named(StampFace("m", "cap"))))


def test_the_same_as_the_general_boolean(monkeypatch: pytest.MonkeyPatch) -> None:
    """Both builders, over flats and arcs, at joints with a bend and without."""
    cases = [
        (HEXAGON, "p.side_2", "EDGES"),
        ((panels(6.0),), "x.b", "ACROSS THREE"),
        ((with_flat(19.6),), "x.a", "FLAT"),
    ]
    makes = ("engrave", "emboss", "engrave")
    ours = [direct(marked(*case, make)) for case, make in zip(cases, makes, strict=True)]
    with monkeypatch.context() as patch:
        long_way(patch)
        theirs = [marked(*case, make) for case, make in zip(cases, makes, strict=True)]
    assert all([s.built_by for s in b.report.stamps] == ["boolean"] for b in theirs)
    for mine, built in zip(ours, theirs, strict=True):
        assert built.solid is not None and built.blank is not None
        other = volume(built.solid.shape) - volume(built.blank.solid.shape)
        assert mine == pytest.approx(other, rel=2e-5)


def test_over_a_rounded_rim_and_a_rounded_edge() -> None:
    """Three faces, one of them a torus; and a plate's edge."""
    tube = Tube(name="t", outer_diameter="60 mm", wall="6 mm", height="40 mm")
    rim = Soften(name="s", size="4 mm", edges=("t.outer & t.top",))
    built = marked((tube, rim), "t.outer", "RIM", "engrave", "8 mm", up="36 mm", up_from="lower")
    assert direct(built) < 0
    plate = Plate(name="p", length="80 mm", width="50 mm", thickness="12 mm")
    edge = Soften(name="s", size="4 mm", edges=("p.top & p.front",))
    for make in ("engrave", "emboss", "mark"):
        built = marked((plate, edge), "p.top", "OVER", make, "9 mm", up="-22 mm")
        direct(built)
        assert len(built.planned["m"].chart.members) == 3  # type: ignore[attr-defined]


def test_what_earlier_relief_and_holes_leave_of_a_face() -> None:
    """Holes and letters that are there already stay; islands too, and a counter over a joint."""
    hole = Hole(name="h", face="p.side_1", diameter="3 mm", across="0 mm", up="-6 mm")
    first = Stamp(
        name="a", artwork=Text(text="AB", height="3 mm"),
        setting=Setting(face="p.side_1", across="0 mm", up="6 mm", up_from="middle"),
    )  # fmt: skip
    second = Stamp(
        name="m", artwork=Text(text="OBOBO", height="5 mm"),
        setting=Setting(
            face="p.side_1", across="1.7 mm", up="0 mm", up_from="middle", rests_on="middle",
            held_by="middle", over="neighbours",
        ),
        relief=Relief(make="engrave", depth="0.3 mm"),
    )  # fmt: skip
    job = Job(blank=Blank(features=(*HEXAGON, hole)), stamps=(first, second))  # type: ignore[arg-type]
    built = build(Document(job))
    assert [f.message for f in built.report.findings if f.level == "fix"] == []
    assert [s.built_by for s in built.report.stamps] == ["imprint", "imprint"]
    assert built.report.valid and built.solid is not None and built.blank is not None
    assert sound(built.solid.shape) and sound_file(built.solid)
    both = sum(s.relief_volume for s in built.report.stamps)
    change = volume(built.solid.shape) - volume(built.blank.solid.shape)
    assert change == pytest.approx(both, rel=1e-6)


def random_part(pick: random.Random) -> tuple[tuple[BaseFeature, ...], str]:
    """A random part with joints, and a face to begin on."""
    kind = pick.choice(("prism", "rounded", "panels", "flat", "cone", "plate"))
    if kind == "prism":
        sides = pick.randint(24, 48)
        wheel = Prism(name="x", sides=str(sides), across_flats="60 mm", height="24 mm")
        return (wheel,), "x.side_1"
    if kind == "rounded":
        size = pick.uniform(3.0, 9.0)
        return (HEXAGON[0], HEXAGON[1].model_copy(update={"size": f"{size} mm"})), "p.side_3"
    if kind == "panels":
        return (panels(pick.uniform(-13.0, 13.0)),), "x.b"
    if kind == "flat":
        return (with_flat(pick.uniform(19.4, 19.9)),), "x.a"
    if kind == "cone":
        return (cone_on_cylinder(pick.uniform(-12.0, 12.0)),), "x.a"
    wave = Extruded(
        name="x", height="30 mm",
        points=(
            knot("a", -30, 0, "spline"), knot("b", -10, 4, "spline"), knot("c", 8, 2, "spline"),
            knot("d", 30, 6), knot("e", 30, -20), knot("f", -30, -20),
        ),
    )  # fmt: skip
    return (wave,), "x.a"


@pytest.mark.parametrize("seed", range(10))
def test_random_parts_and_words(seed: int) -> None:
    """Whatever is built directly is sound, reads back whole from its file, and changes the volume
    as told; what is not is told."""
    pick = random.Random(f"joints {seed}")
    features, face = random_part(pick)
    built = marked(
        features, face, pick.choice(("B8&", "OVER", "Rund", "S%Q")),
        pick.choice(("engrave", "emboss", "mark")), f"{pick.uniform(3, 7):.2f} mm",
        across=f"{pick.uniform(-3, 3):.2f} mm", turn=f"{pick.uniform(-40, 40):.1f} deg",
        cast=Cast(way=pick.choice(("none", "none", "square"))),
        **({"up": "20 mm", "up_from": "lower"} if face == "x.a" and len(features) == 1 else {}),
    )  # fmt: skip
    report = built.report
    assert report.valid and built.solid is not None and built.blank is not None
    assert sound(built.solid.shape)
    change = volume(built.solid.shape) - volume(built.blank.solid.shape)
    assert change == pytest.approx(report.stamps[0].relief_volume, rel=1e-5, abs=1e-6)
    if not report.stamps[0].built_by:
        assert [f for f in report.findings if f.level == "fix"]
    else:
        assert sound_file(built.solid)


@pytest.mark.parametrize("make", ["engrave", "emboss"])
def test_over_joints_of_freeform_faces_that_end_there(make: str, tmp_path: Path) -> None:
    """A part of another program: each surface ends at its joint, along which the bend changes, and
    even its sign. Volumes by the kernel: the same ink on the cap's parallel, within the lean."""
    data = step(lens(6), tmp_path)
    feature, _ = taken(data)
    bare = build(document(feature, data))
    face = max(feature.faces, key=lambda f: f.centre[2] - abs(f.centre[0]) - abs(f.centre[1]))
    mark = stamp(
        text="IO", face=f"part.{face.name}", across="14 mm", up="2 mm", make=make, height="7 mm",
        depth="0.4 mm",
    )  # fmt: skip
    setting = mark.setting.model_copy(update={"over": "neighbours"})
    built = build(document(feature, data, mark.model_copy(update={"setting": setting})))
    assert built.report.valid and not built.report.to_fix, built.report.findings
    (made,) = built.report.stamps
    assert made.built_by == "imprint"
    assert len(built.planned["Mark"].chart.faces) > 1  # type: ignore[attr-defined]
    changed = built.report.bodies[0].volume - bare.report.bodies[0].volume
    assert abs(changed) == pytest.approx(made.artwork_area * 0.4, rel=0.02)
    assert changed == pytest.approx(made.relief_volume, rel=1e-5)
    assert sound(built.bodies["part"].shape)
