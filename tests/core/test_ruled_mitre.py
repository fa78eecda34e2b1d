"""What parts two faces midway along any joint: along a line it is the plane, along a circle the
cone, which are known (`relief.mitre`); elsewhere volumes by Shapely and the trapezium rule; and
letters over joints of a freeform part that others might have made, against Steiner's formula.
"""

from __future__ import annotations

import hashlib
import math
from pathlib import Path

import numpy as np
import pytest
import shapely
from benchmarks.parts import lens
from OCP.BRepAlgoAPI import BRepAlgoAPI_Common
from OCP.BRepPrimAPI import BRepPrimAPI_MakeBox
from OCP.gp import gp_Pnt

from tests.core.solids import sound, volume
from tests.core.test_faces_when_wanted import step
from tests.core.test_mitred import change, steiner
from tinstamp.chart.run import RunChart
from tinstamp.engine import messages as m
from tinstamp.engine.build import build
from tinstamp.engine.importing import imported
from tinstamp.job.archive import Document
from tinstamp.job.imported import Imported
from tinstamp.job.model import Blank, Job, Relief, Setting, Stamp, Text
from tinstamp.relief.mitre import plane_mitre, round_mitre
from tinstamp.relief.ruled_mitre import RuledMitre

INSIDE = np.array([0.0, -5.0, 0.0])


def random_points(count: int = 300) -> np.ndarray:
    return np.random.default_rng(8).uniform([-4.0, -4.0, -2.0], [4.0, 4.0, 2.0], (count, 3))


def in_a_box(mitre: RuledMitre) -> float:
    """mm³ of a box of 6 x 6 x 2 mm about the origin that lies beyond it."""
    box = BRepPrimAPI_MakeBox(gp_Pnt(-3.0, -3.0, -1.0), gp_Pnt(3.0, 3.0, 1.0)).Solid()
    solid = mitre.solid(40.0)
    assert sound(solid)
    return volume(BRepAlgoAPI_Common(box, solid).Shape())


@pytest.mark.parametrize("lean", [-0.2, 0.0, 0.15])
def test_along_a_line_it_is_the_plane(lean: float) -> None:
    points = np.column_stack([np.linspace(-6, 6, 30), np.zeros(30), np.zeros(30)])
    ways = np.repeat([[0.0, lean, 1.0]], 30, axis=0)
    ours, plane = RuledMitre.of(points, ways, INSIDE), plane_mitre(points, ways, INSIDE)
    assert plane is not None
    at = random_points()
    assert ours.beyond(at) == pytest.approx(plane.beyond(at), abs=1e-9)
    assert in_a_box(ours) == pytest.approx(36.0, rel=1e-9)  # as much before as beyond


@pytest.mark.parametrize("lean", [-0.5, 0.0, 0.3])
def test_along_a_circle_it_is_the_cone(lean: float) -> None:
    turn = np.linspace(-0.45, 0.45, 60)
    out = np.column_stack([np.sin(turn), -np.cos(turn), np.zeros(60)])
    points, ways = 20.0 * out + [0.0, 20.0, 0.0], lean * out + [0.0, 0.0, 1.0]
    ours, cone = RuledMitre.of(points, ways, INSIDE), round_mitre(points, ways, INSIDE)
    assert cone is not None
    at = random_points()
    # what lies along the cone is the same; off it the one measures to the cone, the other to a
    # plane that touches it
    near = np.abs(cone.beyond(at)) < 0.2
    assert near.sum() > 5
    assert ours.beyond(at)[near] == pytest.approx(cone.beyond(at)[near], abs=2e-3)
    assert (np.sign(ours.beyond(at)) == np.sign(cone.beyond(at))).all()
    assert ours.reach <= 20.0 / max(abs(lean), 1e-9) * math.hypot(1.0, lean) + 1e-9


@pytest.mark.parametrize("seed", range(4))
def test_along_any_curve_what_is_beyond_is_cut_off_there(seed: int) -> None:
    """Rulings upright: at any height it is the same area, by Shapely."""
    own = np.random.default_rng(40 + seed)
    x = np.linspace(-7.0, 7.0, 80)
    y = own.uniform(0.2, 0.6) * np.sin(own.uniform(0.3, 0.7) * x + own.uniform(0, 3))
    points = np.column_stack([x, y, own.uniform(-0.05, 0.05) * x])
    mitre = RuledMitre.of(points, np.repeat([[0.0, 0.0, 1.0]], 80, axis=0), INSIDE)
    above = shapely.Polygon([*zip(x, y, strict=True), (7.0, 9.0), (-7.0, 9.0)])
    area = above.intersection(shapely.box(-3.0, -3.0, 3.0, 3.0)).area
    assert in_a_box(mitre) == pytest.approx(2.0 * area, rel=2e-4)


def test_thousands_of_points_are_held_against_it_a_few_at_a_time() -> None:
    x = np.linspace(-6.0, 6.0, 40)
    points = np.column_stack([x, 0.1 * np.sin(x), np.zeros(40)])
    mitre = RuledMitre.of(points, np.repeat([[0.0, 0.1, 1.0]], 40, axis=0), INSIDE)
    at = random_points(5000)
    one_by_one = [mitre.beyond(p[None])[0] for p in at[::97]]
    assert mitre.beyond(at)[::97] == pytest.approx(one_by_one, abs=1e-12)


def test_a_joint_that_turns_back_is_told() -> None:
    turn = np.linspace(-2.4, 2.4, 90)
    points = np.column_stack([np.sin(turn), 1.0 - np.cos(turn), np.zeros(90)]) * 5.0
    ways = np.repeat([[0.0, 0.0, 1.0]], 90, axis=0)
    assert RuledMitre.of(points, ways, INSIDE).turns_too_far


@pytest.mark.parametrize(
    ("make", "walls", "degrees", "chamfer"),
    [("emboss", {"draft": "5 deg"}, 5.0, 0.0),
     ("engrave", {"cap_edge": "chamfer", "cap_edge_size": "0.1 mm"}, 0.0, 0.1)],
)  # fmt: skip
def test_over_the_joint_of_two_freeform_faces(
    make: str, walls: dict[str, str], degrees: float, chamfer: float, tmp_path: Path
) -> None:
    """The angle between them is another one all along it."""
    data = step(lens(3), tmp_path)
    (found,) = imported(m.Import(1, "part.step", data, ())).solids
    digest = hashlib.sha256(data).hexdigest()
    part = Imported(name="p", file="part.step", digest=digest, which=0, of=1, faces=found.faces)
    top = min((f for f in found.faces if f.centre[2] > 3.0),
              key=lambda f: math.hypot(f.centre[0] - 66.0, f.centre[1]))  # fmt: skip
    mark = Stamp(
        name="m",
        artwork=Text(text="O", height="7 mm"),
        setting=Setting(face=f"p.{top.name}", across="-33.3 mm", up="1 mm", over="neighbours"),
        relief=Relief(make=make, depth="0.4 mm", **walls),  # type: ignore[arg-type]
    )
    built = build(Document(Job(blank=Blank(features=(part,)), stamps=(mark,)), {}, {digest: data}))
    (report,) = built.report.stamps
    assert built.report.valid and report.built_by == "boolean", built.report.findings
    chart = built.planned["m"].chart
    assert isinstance(chart, RunChart) and len(chart.members) == 2
    sign = -1.0 if make == "engrave" else 1.0
    wanted = steiner(built, chart.members[1].bend, sign, degrees, chamfer)
    assert change(built) == pytest.approx(wanted, rel=4e-3)
