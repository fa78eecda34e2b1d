"""Joined and cut bodies, holes, hollows, softened edges and grooves against closed forms,
and names that hold. Formulas without another source: a handbook's tables (from memory)."""

from __future__ import annotations

import math

import numpy as np
import pytest
from scipy.integrate import quad

from tests.conftest import made, stamp
from tests.core.solids import sound, volume
from tinstamp.blank.making import BlankError
from tinstamp.engine.build import build
from tinstamp.job.archive import Document
from tinstamp.job.drawn import knot
from tinstamp.job.feature import BaseFeature, Position
from tinstamp.job.features import (
    Ball,
    Cone,
    Groove,
    Hole,
    Hollow,
    Plate,
    Soften,
    Tube,
    TurnedProfile,
)
from tinstamp.job.model import Blank, Job, changed
from tinstamp.job.nearest import nearest_faces
from tinstamp.relief.verify import VOLUME_STRAY

PI = math.pi


def plate(x: float = 80, y: float = 40, t: float = 10, name: str = "plate") -> Plate:
    return Plate(name=name, length=f"{x} mm", width=f"{y} mm", thickness=f"{t} mm")


def rod(d: float, h: float, **fields: object) -> Tube:
    return Tube(outer_diameter=f"{d} mm", wall="0 mm", height=f"{h} mm", **fields)  # type: ignore[arg-type]


def on(face: str, x: float = 0, y: float = 0, **fields: object) -> Position:
    return Position(face=face, x=f"{x} mm", y=f"{y} mm", **fields)  # type: ignore[arg-type]


BOX = 80 * 40 * 10.0


def crossed(r: float, a: float, wall: float) -> float:
    """A hole of radius a square through one wall of a tube of outer radius r:
    the integral of √(r² − x²) − √((r − w)² − x²) over the hole."""
    inner = r - wall

    def strip(x: float) -> float:
        return (
            2 * math.sqrt(a * a - x * x) * (math.sqrt(r * r - x * x) - math.sqrt(inner**2 - x * x))
        )

    return quad(strip, -a, a, epsabs=1e-11)[0]


def lens(r: float, rod_radius: float) -> float:
    """A round groove on a rod: Pappus on the part of a circle of radius r within the rod, by
    quadrature of 2π · (mean radius) · width."""
    return quad(
        lambda h: PI * (rod_radius**2 - (rod_radius - math.sqrt(r * r - h * h)) ** 2),
        -r,
        r,
        epsabs=1e-11,
    )[0]


CASES: list[tuple[tuple[BaseFeature, ...], float]] = [
    # joined and cut: sums of the parts
    ((plate(), rod(10, 5, name="boss", at=on("plate.top", 12, -4))), BOX + PI * 25 * 5),
    ((plate(), plate(6, 6, 25, "lug")), BOX + 6 * 6 * 15),
    ((plate(), rod(4, 30, name="pin", at=on("plate.right", 3, 1))), BOX + PI * 4 * 30),
    ((plate(), rod(10, 5, name="pocket", how="cut", at=on("plate.top", 12))), BOX - PI * 25 * 5),
    (
        (
            plate(),
            plate(20, 8, 3, "slot").model_copy(
                update={"how": "cut", "at": on("plate.top", turn="30 deg")}
            ),
        ),
        BOX - 20 * 8 * 3,
    ),
    # a ball cut from above: the plate's top at 20, the ball from 16 to 24, half of it within
    (
        (plate(80, 40, 20), Ball(diameter="8 mm", how="cut", at=Position(z="16 mm"))),
        80 * 40 * 20 - PI * 4**3 * 2 / 3,
    ),
    # holes
    ((plate(), Hole(face="plate.top", diameter="6 mm", across="9 mm")), BOX - PI * 9 * 10),
    (
        (plate(), Hole(face="plate.front", diameter="3 mm", goes="depth", depth="8 mm")),
        BOX - PI * 2.25 * 8,
    ),
    (
        (
            Tube(outer_diameter="40 mm", wall="2 mm", height="30 mm"),
            Hole(
                face="tube.outer",
                up="15 mm",
                diameter="6 mm",
                goes="depth",
                depth="6 mm",
                across="40 deg",
            ),
        ),
        PI * (400 - 324) * 30 - crossed(20, 3, 2),
    ),
    # hollows
    ((plate(80, 40, 20), Hollow(open_faces=("plate.top",))), 80 * 40 * 20 - 76 * 36 * 18),
    (
        (plate(30, 30, 30), Hollow(wall="5 mm", open_faces=("plate.top", "plate.front"))),
        27000 - 20 * 25 * 25,
    ),
    ((rod(40, 30), Hollow(wall="1 mm", open_faces=("tube.top",))), PI * (400 * 30 - 361 * 29)),
    # rounded and bevelled edges: the spandrel (1 − π/4) r² and the triangle d²/2 per length
    (
        (plate(), Soften(size="2 mm", edges=("plate.front & plate.right",))),
        BOX - (1 - PI / 4) * 4 * 10,
    ),
    (
        (
            plate(),
            Soften(size="1.5 mm", edges=("plate.top & plate.front", "plate.top & plate.back")),
        ),
        BOX - 2 * (1 - PI / 4) * 2.25 * 80,
    ),
    (
        (plate(), Soften(how="bevel", size="2 mm", edges=("plate.front & plate.right",))),
        BOX - 2 * 10,
    ),
    (
        (plate(), Soften(how="bevel", size="1 mm", edges=("plate.bottom & plate.left",))),
        BOX - 0.5 * 40,
    ),
    # a round rim, by Pappus: the spandrel's centroid is r (10 − 3π) / (12 − 3π) from the corner
    (
        (rod(40, 30), Soften(size="2 mm", edges=("tube.top",))),
        PI * 400 * 30 - (1 - PI / 4) * 4 * 2 * PI * (20 - 2 * (10 - 3 * PI) / (12 - 3 * PI)),
    ),
    (
        (rod(40, 30), Soften(how="bevel", size="3 mm", edges=("tube.top",))),
        PI * 400 * 30 - 4.5 * 2 * PI * (20 - 1),
    ),
    # grooves: section times length, or Pappus
    (
        (
            plate(),
            Groove(
                face="plate.top",
                section="round",
                width="2 mm",
                path="drawn",
                points=(knot("a", -60, 0), knot("b", 60, 0)),
            ),
        ),
        BOX - PI / 2 * 80,
    ),
    (
        (
            plate(),
            Groove(
                face="plate.top",
                section="flat",
                width="3 mm",
                depth="1 mm",
                path="drawn",
                points=(knot("a", 0, -60), knot("b", 0, 60)),
            ),
        ),
        BOX - 3 * 40,
    ),
    (
        (
            plate(),
            Groove(
                face="plate.top",
                section="vee",
                width="2 mm",
                depth="1.5 mm",
                path="drawn",
                points=(knot("a", -20, 5), knot("b", 10, 5)),
            ),
        ),
        BOX - 1.5 * 30,
    ),
    (
        (
            plate(),
            Groove(
                face="plate.top",
                section="flat",
                width="2 mm",
                depth="1 mm",
                path="drawn",
                closed=True,
                points=(knot("a", -8, 0, "arc", 8), knot("b", 8, 0, "arc", 8)),
            ),
        ),
        BOX - 2 * 1 * 2 * PI * 8,
    ),
    (
        (
            rod(40, 30),
            Groove(face="tube.outer", section="flat", width="2 mm", depth="1 mm", up="10 mm"),
        ),
        PI * 400 * 30 - PI * (400 - 361) * 2,
    ),
    (
        (rod(40, 30), Groove(face="tube.outer", section="round", width="3 mm", up="12 mm")),
        PI * 400 * 30 - lens(1.5, 20),
    ),
    (
        (
            rod(40, 30),
            Groove(face="tube.outer", section="vee", width="2 mm", depth="1 mm", up="20 mm"),
        ),
        PI * 400 * 30 - 1 * 2 * PI * (20 - 1 / 3),
    ),
]


@pytest.mark.parametrize(("features", "space"), CASES)
def test_volume_after_a_change(features: tuple[BaseFeature, ...], space: float) -> None:
    blank = made(*features)
    assert sound(blank.solid.shape)
    assert volume(blank.solid.shape) == pytest.approx(space, rel=1e-6)
    before = made(features[0])
    gone = set(features[1].open_faces) if isinstance(features[1], Hollow) else set()
    assert set(before.solid.names) - gone <= set(blank.solid.names)
    assert all(
        n.startswith(f"{features[1].name}.")
        for n in set(blank.solid.names) - set(before.solid.names)
    )


def test_roles_name_what_a_change_makes() -> None:
    hollow = made(plate(80, 40, 20), Hollow(open_faces=("plate.top",)))
    assert {"hollow.plate_front", "hollow.plate_bottom", "plate.top"} < set(hollow.solid.names)
    soft = made(plate(), Soften(edges=("plate.top",)))
    assert "soften.plate_front_plate_top" in soft.solid.names
    ring = made(Tube(), Groove(face="tube.outer", section="flat", up="10 mm"))
    assert {"groove.left", "groove.floor", "groove.right"} < set(ring.solid.names)
    assert len(ring.solid.named("tube.outer")) == 2
    pocket = made(plate(), rod(10, 5, name="pocket", how="cut", at=on("plate.top")))
    wall = pocket.charts["pocket.outer"]
    assert wall.kind == "cylinder, inside"
    np.testing.assert_allclose(
        pocket.charts["pocket.top"].normal(np.zeros((1, 2)))[0], [0, 0, 1], atol=1e-9
    )


@pytest.mark.parametrize(
    ("features", "field", "words"),
    [
        ((plate(), Ball(at=Position(x="300 mm"))), "", "does not touch"),
        ((plate(), Ball(diameter="4 mm", at=Position(z="3 mm"))), "", "adds nothing"),
        ((plate(), Ball(how="cut", at=Position(x="300 mm"))), "", "cuts nothing"),
        (
            (plate(), Ball(how="cut", diameter="500 mm", at=Position(z="-200 mm"))),
            "",
            "nothing is left",
        ),
        ((plate(), plate(2, 90, 30, "saw").model_copy(update={"how": "cut"})), "", "to pieces"),
        ((plate(), Hole(face="plate.lid")), "face", "no face “plate.lid”"),
        ((plate(), Hole(face="")), "face", "choose a face"),
        ((plate(), Soften(size="30 mm", edges=("plate.top",))), "size", "cannot be rounded"),
        ((plate(), Soften(edges=("plate.top & plate.bottom",))), "edges.0", "no edge"),
        ((plate(), Hollow(wall="21 mm", open_faces=("plate.top",))), "wall", "cannot be hollowed"),
        ((plate(), Groove(face="plate.top")), "path", "no way all round"),
        ((plate(), rod(5, 5, name="b", at=on("none.top"))), "at.face", "no face “none.top”"),
    ],
)
def test_what_cannot_be_made_is_told(
    features: tuple[BaseFeature, ...], field: str, words: str
) -> None:
    with pytest.raises(BlankError, match=words) as found:
        made(*features)
    assert found.value.field == field
    report = build(Document(Job(blank=Blank(features=features)))).report  # type: ignore[arg-type]
    before = build(Document(Job(blank=Blank(features=features[:-1])))).report  # type: ignore[arg-type]
    assert report.valid and report.volume == before.volume  # the part is made without it
    if field:
        assert words in report.blank_errors[f"blank.features.1.{field}"]
    assert any(words in f.message and f.level == "fix" for f in report.findings)


def marked(features: tuple[BaseFeature, ...], face: str, **fields: object) -> Job:
    mark = stamp(text="HB8", face=face, height="5 mm", depth="0.3 mm", **fields)
    return Job(blank=Blank(features=features), stamps=(mark,))  # type: ignore[arg-type]


@pytest.mark.parametrize(
    ("features", "face", "path", "values", "place"),
    [
        (
            (Cone(name="c", given="side_angle", wall="2 mm"),),
            "c.outer",
            "side_angle",
            ("20 deg", "12 deg", "-10 deg"),
            {"up": "10 mm"},
        ),
        (
            (Cone(name="c", given="side_angle", wall="2 mm"),),
            "c.inner",
            "side_angle",
            ("20 deg", "12 deg"),
            {"up": "10 mm"},
        ),
        (
            (plate(name="p"),),
            "p.front",
            "thickness",
            ("10 mm", "14 mm", "9 mm"),
            {"across": "3 mm", "up": "-2 mm"},
        ),
        (
            (
                TurnedProfile(
                    name="t", points=(knot("a", 20, 0), knot("b", 26, 14), knot("c", 18, 32))
                ),
            ),
            "t.b",
            "points.1.x",
            ("26 mm", "31 mm", "18 mm"),
            {"up": "6 mm"},
        ),
        (
            (
                TurnedProfile(
                    name="t", points=(knot("a", 24, 0), knot("b", 24, 14), knot("c", 18, 32))
                ),
            ),
            "t.a",
            "points.1.y",
            ("14 mm", "20 mm"),
            {"up": "6 mm"},
        ),
    ],
)
def test_the_part_changes_and_the_letters_follow(features, face, path, values, place) -> None:  # type: ignore[no-untyped-def]
    """The letters keep their area, lie on the new face, and the volume is the computed one."""
    areas = []
    for value in values:
        job = marked(features, face, **place)
        steps = tuple(int(s) if s.isdigit() else s for s in path.split("."))
        job = changed(job, ("blank", "features", 0, *steps), value)
        built = build(Document(job))
        assert built.report.valid and not built.report.to_fix, built.report.findings
        (made_,) = built.report.stamps
        assert made_.built_by == "imprint"
        areas.append(made_.artwork_area)
        item = built.planned["Mark"]
        wanted = item.chart.relief_volume(item.placed.regions, -0.3)
        assert made_.relief_volume == pytest.approx(wanted, rel=VOLUME_STRAY)
        assert built.solid is not None and built.blank is not None
        change = volume(built.solid.shape) - volume(built.blank.solid.shape)
        assert change == pytest.approx(wanted, rel=2 * VOLUME_STRAY)
    assert areas == pytest.approx([areas[0]] * len(areas))


def test_a_stamp_beside_a_groove_is_direct_and_one_over_it_is_told() -> None:
    features = (Cone(name="c", wall="3 mm"), Groove(face="c.outer", up="20 mm", section="flat"))
    beside = build(Document(marked(features, "c.outer", up="8 mm"))).report
    assert beside.valid and beside.stamps[0].built_by == "imprint" and not beside.to_fix
    above = build(Document(marked(features, "c.outer", up="27 mm"))).report
    assert above.valid and above.stamps[0].built_by == "imprint" and not above.to_fix
    over = build(Document(marked(features, "c.outer", up="18 mm"))).report
    (found,) = [f for f in over.findings if f.check == "off the face"]
    assert found.unit == "mm²" and found.measured is not None
    assert 0.1 < found.measured < over.stamps[0].artwork_area


def test_a_face_that_is_gone_is_told_with_the_nearest() -> None:
    job = marked(
        (plate(name="p"), rod(20, 5, name="boss", at=on("p.top"))),
        "boss.top",
        across="0 mm",
        up="0 mm",
    )
    assert not build(Document(job)).report.to_fix
    off = changed(job, ("blank", "features", 1, "on"), False)
    report = build(Document(off)).report
    (found,) = [f for f in report.findings if f.check == "not built"]
    assert "“boss.top” is not there any more" in found.message and "“p.top”" in found.message
    assert off.stamps[0].setting.face == "boss.top"
    assert nearest_faces("p.tpo", ["q.top", "p.top", "p.left"])[0] == "p.top"
