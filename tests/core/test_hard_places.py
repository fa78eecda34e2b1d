"""Long words and awkward places on bent faces: round most of a cone, across the seam of a ball and
of a tube, on faces of an imported part; each one valid closed solid, the volume as computed."""

from __future__ import annotations

import math
from itertools import pairwise
from pathlib import Path

import numpy as np
import pytest
import shapely

from tests.core.solids import sound
from tests.core.test_step_in import document, step, taken
from tinstamp.blank.kernel import compound, faces
from tinstamp.chart.bent import UnevenChart
from tinstamp.chart.view import degrees_beneath
from tinstamp.engine.build import Built, build
from tinstamp.engine.write import write_files
from tinstamp.job.archive import Document
from tinstamp.job.drawn import knot
from tinstamp.job.features import Ball, Cone, Dome, Extruded, FreeformSkin, Tube, TurnedProfile
from tinstamp.job.model import Blank, Cast, Guide, Job, Relief, Setting, Stamp, Text, changed
from tinstamp.job.shelf import SHIPPED


def marked(part, face: str, text: str, make: str = "engrave", **setting: object) -> Built:  # type: ignore[no-untyped-def]
    stamp = Stamp(
        name="m",
        artwork=Text(text=text, height="4 mm"),
        setting=Setting(face=face, **setting),  # type: ignore[arg-type]
        relief=Relief(make=make, depth="0.3 mm"),  # type: ignore[arg-type]
    )
    return build(Document(Job(blank=Blank(features=(part,)), stamps=(stamp,))))


def right(built: Built, ways: tuple[str, ...] = ("imprint", "boolean")) -> None:
    report, item = built.report, built.planned["m"]
    assert report.valid and report.stamps[0].built_by in ways
    assert built.solid is not None and sound(built.solid.shape)
    depth = 0.3 if item.stamp.relief.make == "emboss" else -0.3
    wanted = item.chart.relief_volume(item.placed.regions, depth)
    assert report.stamps[0].relief_volume == pytest.approx(wanted, rel=1e-3)
    assert report.volume == pytest.approx(
        report.blank_volume + report.stamps[0].relief_volume, rel=1e-6
    )


@pytest.mark.parametrize("make", ["engrave", "emboss"])
def test_round_350_degrees_of_a_cone(make: str) -> None:
    cone = Cone(name="c", base_diameter="60 mm", top_diameter="40 mm", height="30 mm", wall="3 mm")
    guide = Guide(kind="level", fill="space")
    built = marked(
        cone, "c.outer", "ROUND AND ROUND THE COLLAR WE GO", make, up="12 mm", guide=guide
    )
    item = built.planned["m"]
    covered = [degrees_beneath(item.chart, r.outer.points(4)) for r in item.placed.regions]
    turn = max(d.max() for d in covered) - min(d.min() for d in covered)
    assert turn > 345
    right(built, ("imprint",))


@pytest.mark.parametrize(
    ("part", "face", "up"),
    [
        (Ball(name="b", diameter="60 mm"), "b.outer", "47 mm"),
        (Dome(name="d", diameter="60 mm"), "d.crown", "10 mm"),
        (TurnedProfile(name="p"), "p.a", "12 mm"),
        (Tube(name="t"), "t.outer", "12 mm"),
    ],
)
def test_across_the_usual_seam(part, face: str, up: str) -> None:  # type: ignore[no-untyped-def]
    """At the back, where the kernel would have its seam: it makes way."""
    right(marked(part, face, "SEAM", across="180 deg", up=up), ("imprint",))


@pytest.mark.parametrize("way", ["none", "square", "above"])
def test_on_a_ball_in_every_way(way: str) -> None:
    up = "80 mm" if way == "above" else "47 mm"
    ball = Ball(name="b", diameter="60 mm")
    right(marked(ball, "b.outer", "AB", up=up, cast=Cast(way=way)))  # type: ignore[arg-type]


def test_over_the_edge_of_a_skin_is_told_and_sound() -> None:
    built = marked(FreeformSkin(name="s", thickness="4 mm"), "s.top", "EDGE", across="26 mm")
    assert built.report.valid
    assert any(f.check in ("over the edge", "not built") for f in built.report.findings)


@pytest.mark.parametrize("name", ["carry grip", "turned pot", "bent strip", "ball"])
def test_faces_of_an_imported_part(name: str, tmp_path: Path) -> None:
    """Written as STEP and read again: the faces are laid out as they were, and take a mark."""
    made = build(Document(SHIPPED[name]))
    assert made.solid is not None
    feature, _ = taken(step(compound([made.solid.shape]), tmp_path))
    data = step(compound([made.solid.shape]), tmp_path)
    bare = build(document(feature, data))
    assert bare.blank is not None
    bent = {n: c for n, c in bare.blank.charts.items() if isinstance(c, UnevenChart)}
    face, chart = max(
        bent.items(), key=lambda nc: float(np.prod(nc[1].bounds[2:] - nc[1].bounds[:2]))
    )
    middle = (chart.bounds[:2] + chart.bounds[2:]) / 2
    across = "0 deg" if chart.turns is not None else f"{middle[0]:.3f} mm"
    mark = Stamp(
        name="m",
        artwork=Text(text="N8", height="3 mm"),
        setting=Setting(face=face, across=across, up=f"{middle[1]:.3f} mm", rests_on="middle"),
        relief=Relief(depth="0.3 mm"),
    )
    built = build(document(feature, data, mark))
    right(built)
    paths = write_files(built, tmp_path, "again", ("step",))
    assert paths and paths[0].stat().st_size > 1000
    assert len(faces(built.solid.shape)) > len(faces(made.solid.shape))  # type: ignore[union-attr]


def test_an_extruded_face_is_marked_directly() -> None:
    strip = next(f for f in SHIPPED["bent strip"].blank.features if isinstance(f, Extruded))
    right(marked(strip, "strip.a", "STRIP", across="0 mm", up="0 mm"), ("imprint",))


def test_a_word_cast_across_three_faces() -> None:
    """Three panels with bends of 6° between them. The volume by hand: over each panel the depth
    of the plane cap below it, times the word's area there (Shapely, midpoint rule)."""
    slope = math.tan(math.radians(6.0))
    drop = 20.0 * slope
    points = (
        knot("a", -30, -drop), knot("b", -10, 0), knot("c", 10, 0), knot("d", 30, -drop),
        knot("e", 30, -12), knot("f", -30, -12),
    )  # fmt: skip
    panels = Extruded(name="x", points=points, height="16 mm")
    stamp = Stamp(
        name="m",
        artwork=Text(text="ACROSS THREE", height="6 mm"),
        setting=Setting(
            face="x.b", across="0 mm", up="0 mm", rests_on="middle",
            cast=Cast(way="square"), over="neighbours",
        ),
        relief=Relief(depth="2.4 mm", walls="cast", caps="plane"),
    )  # fmt: skip
    built = build(Document(Job(blank=Blank(features=(panels,)), stamps=(stamp,))))
    report, item = built.report, built.planned["m"]
    assert report.valid and report.stamps[0].built_by == "boolean"
    assert [f for f in report.findings if f.level == "fix"] == []
    assert built.solid is not None and sound(built.solid.shape)
    cut = [f.name for f in built.solid.faces if f.name in ("x.a", "x.b", "x.c")]
    assert set(cut) == {"x.a", "x.b", "x.c"}
    wanted = 0.0
    for region in item.placed.regions:
        ink = shapely.Polygon(region.outer.points(40), [c.points(40) for c in region.counters])
        low, _, high, _ = ink.bounds
        edges = np.linspace(low, high, 400)
        for a, b in pairwise(edges):
            x = abs((a + b) / 2)
            depth = 2.4 - max(0.0, x - 10.0) * slope
            wanted += depth * ink.intersection(shapely.box(a, -50, b, 50)).area
    assert -report.stamps[0].relief_volume == pytest.approx(wanted, rel=2e-4)
    area = sum(region.area for region in item.placed.regions)
    raised = build(Document(changed(built.job, ("stamps", 0, "relief", "make"), "emboss")))
    assert raised.report.valid and raised.solid is not None and sound(raised.solid.shape)
    # sunk and raised together reach from one plane to the other, 4.8 mm apart
    both = raised.report.stamps[0].relief_volume - report.stamps[0].relief_volume
    assert both == pytest.approx(4.8 * area, rel=2e-4)
