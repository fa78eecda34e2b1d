"""Sunk fields and raised panels on every kind of face, wrapped and cast, in copies and over runs.

What was made is held against the mesh of its STEP file as read back (trimesh: closed, and its
volume by the divergence theorem), and heights against distances between meshes' points and the
bare face, from the chart's own normals.
"""

from __future__ import annotations

from pathlib import Path
from typing import Any

import numpy as np
import pytest
import trimesh

from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.inverted import Field, inverted
from tinstamp.artwork.outline import Region
from tinstamp.artwork.shapes import circle, rectangle
from tinstamp.engine.build import Built, build
from tinstamp.engine.write import write_files
from tinstamp.job.archive import Document
from tinstamp.job.drawn import knot
from tinstamp.job.features import (
    Ball,
    BaseFeature,
    Cone,
    Dome,
    Extruded,
    FreeformSkin,
    Plate,
    Tube,
    TurnedProfile,
)
from tinstamp.job.model import Blank, Job, Setting, Stamp, Text

FACES: dict[str, tuple[BaseFeature, str, tuple[str, str]]] = {
    "plane": (Plate(name="p"), "p.top", ("0 mm", "0 mm")),
    "cylinder": (Tube(name="p", wall="4 mm"), "p.outer", ("0 deg", "12 mm")),
    "bore": (Tube(name="p", wall="4 mm"), "p.inner", ("0 deg", "12 mm")),
    "cone": (Cone(name="p"), "p.outer", ("0 deg", "15 mm")),
    "dome": (Dome(name="p", diameter="70 mm"), "p.crown", ("0 deg", "12 mm")),
    "ball": (Ball(name="p", diameter="50 mm"), "p.outer", ("0 deg", "38 mm")),
    "turned": (TurnedProfile(name="p"), "p.a", ("0 deg", "8 mm")),
    "extruded": (
        Extruded(name="p", height="30 mm", closed="open", wall="3 mm", points=(
            knot("a", -30, 0, "spline"), knot("b", 0, 9, "spline"), knot("c", 30, 0))),
        "p.a", ("0 mm", "0 mm"),
    ),
    "skin": (FreeformSkin(name="p", thickness="3 mm"), "p.top", ("0 mm", "0 mm")),
}  # fmt: skip


def built_on(face: str, make: str, text: str = "HB", **how: Any) -> Built:
    part, name, (across, up) = FACES[face]
    setting = Setting.model_validate(
        {"face": name, "across": across, "up": up, "rests_on": "middle", **how}
    )
    stamp = Stamp.model_validate(
        {"name": "m", "artwork": Text(text=text, height="4 mm"), "setting": setting,
         "relief": {"make": make, "depth": "0.4 mm", "margin": "1.5 mm", "corner": "0.8 mm"}}
    )  # fmt: skip
    job = Job(blank=Blank.model_validate({"features": [part.model_dump()]}), stamps=(stamp,))
    return build(Document(job))


def mesh_of_file(built: Built, folder: Path) -> trimesh.Trimesh:
    (path,) = write_files(built, folder, "part", ("stl",), {"chord": 0.01})
    return trimesh.load_mesh(path)


@pytest.mark.parametrize("make", ["field", "panel"])
@pytest.mark.parametrize("face", FACES)
def test_sound_and_of_the_volume_that_it_tells(face: str, make: str, tmp_path: Path) -> None:
    built = built_on(face, make)
    (report,) = built.report.stamps
    assert built.report.valid and report.built_by == "imprint"
    assert (report.relief_volume > 0) == (make == "panel")
    mesh = mesh_of_file(built, tmp_path)
    assert mesh.is_watertight and mesh.is_winding_consistent
    assert mesh.volume == pytest.approx(built.report.volume, rel=3e-3)
    rough = 0.4 * report.artwork_area
    assert abs(report.relief_volume) == pytest.approx(rough, rel=0.08)


@pytest.mark.parametrize("face", ["plane", "cylinder", "ball", "skin"])
def test_letters_stand_where_the_face_was(face: str, tmp_path: Path) -> None:
    """Mesh points within the letters lie on the bare face; those in the field 0.4 mm under it."""
    built = built_on(face, "field")
    item = built.planned["m"]
    about = item.placed.regions[0]
    mesh = mesh_of_file(built, tmp_path)
    near = item.chart.to_space(np.array(item.placed.origin)[None])[0]
    points = np.asarray(mesh.vertices)[np.linalg.norm(mesh.vertices - near, axis=1) < 12.0]
    xy = item.chart.from_space(points)
    over = ((points - item.chart.to_space(xy)) * item.chart.normal(xy)).sum(axis=1)
    seen = np.abs(over) < 0.6
    xy, over = xy[seen], over[seen]
    inside = (xy > about.bounds[:2] + 0.1).all(axis=1) & (xy < about.bounds[2:] - 0.1).all(axis=1)
    heights = over[inside]
    on_face, sunk = np.abs(heights) < 0.012, np.abs(heights + 0.4) < 0.012
    assert (on_face | sunk).all() and on_face.sum() > 10 and sunk.sum() > 10


@pytest.mark.parametrize("how", [
    {"repeat": {"kind": "round", "count": "3"}},
    {"guide": {"kind": "level"}},
    {"cast": {"way": "square"}},
    {"turn": "30 deg"},
], ids=["copies", "guide", "cast", "turned"])  # fmt: skip
def test_settings_hold_for_fields_as_for_letters(how: dict[str, Any], tmp_path: Path) -> None:
    built = built_on("cylinder", "field", **how)
    assert built.report.valid and built.report.stamps[0].built_by
    assert mesh_of_file(built, tmp_path).is_watertight
    count = len(built.planned["m"].placed.regions)
    single = len(built_on("cylinder", "field").planned["m"].placed.regions)
    assert count == (3 * single if "repeat" in how else single)


def test_counters_of_letters_are_parts_of_the_field() -> None:
    """B has two counters, H none: the field and two islands of it."""
    regions = built_on("plane", "field", "HB").planned["m"].placed.regions
    assert len(regions) == 3 and len(regions[0].counters) == 2


def test_a_field_is_its_rectangle_without_the_ink() -> None:
    ring = Region(circle(5.0), (circle(3.0).reversed(),))
    block = Region(rectangle(4.0, 2.0).transformed(np.eye(2), np.array([12.0, 0.0])), ())
    art = Artwork((ring, block))
    low_x, low_y, high_x, high_y = art.bounds
    field = inverted(art, Field(margin=2.0, corner=0.0))
    whole = (high_x - low_x + 4) * (high_y - low_y + 4)
    assert field.area == pytest.approx(whole - art.area, rel=1e-12)
    rounded = inverted(art, Field(margin=2.0, corner=1.5))
    assert field.area - rounded.area == pytest.approx((4 - np.pi) * 1.5**2, rel=1e-3)
    assert inverted(Artwork(()), Field(1.0, 0.0)).regions == ()
    most = inverted(art, Field(margin=1.0, corner=99.0))
    assert most.area < whole


def test_a_border_is_part_of_the_ink_of_a_field() -> None:
    """With a frame round the letters the field reaches beyond the frame."""
    part, name, (across, up) = FACES["plane"]
    stamp = Stamp.model_validate(
        {"name": "m", "artwork": Text(text="H", height="4 mm"),
         "border": {"on": True, "gap": "1 mm", "line": "0.5 mm", "corner": "0 mm"},
         "setting": {"face": name, "across": across, "up": up},
         "relief": {"make": "field", "margin": "2 mm", "corner": "0 mm", "depth": "0.3 mm"}}
    )  # fmt: skip
    job = Job(blank=Blank.model_validate({"features": [part.model_dump()]}), stamps=(stamp,))
    built = build(Document(job))
    assert built.report.valid and built.report.stamps[0].built_by == "imprint"
    letter = built_on("plane", "engrave", "H").planned["m"].placed
    (low_x, _, high_x, _), bounds = letter.bounds, built.planned["m"].placed.bounds
    assert bounds[2] - bounds[0] == pytest.approx(high_x - low_x + 2 * (1 + 0.5 + 2), rel=1e-9)


def test_a_field_over_the_faces_beside() -> None:
    """It runs on over a joint like letters do."""
    rod = Extruded(name="p", height="30 mm", points=(
        knot("a", -3.97995, -19.6), knot("b", 3.97995, -19.6, "arc", 4.51454),
        knot("c", 20, 0, "arc", 20), knot("d", -20, 0, "arc", 4.51454)))  # fmt: skip
    stamp = Stamp.model_validate(
        {"name": "m", "artwork": Text(text="HB", height="6 mm"),
         "setting": {"face": "p.a", "across": "0 mm", "up": "0 mm", "over": "neighbours"},
         "relief": {"make": "field", "depth": "0.3 mm"}}
    )  # fmt: skip
    built = build(Document(Job(blank=Blank(features=(rod,)), stamps=(stamp,))))
    assert built.report.valid and built.report.stamps[0].built_by == "imprint"
