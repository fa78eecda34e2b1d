"""Blanks: volumes and areas against closed forms, names, soundness, edits."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from OCP.BRepGProp import BRepGProp
from OCP.Geom import Geom_UndefinedValue
from OCP.GProp import GProp_GProps
from OCP.Standard import Standard_ConstructionError
from OCP.StdFail import StdFail_NotDone
from OCP.STEPControl import STEPControl_Reader

from tests.conftest import made, stamp
from tests.core.solids import sound, volume
from tinstamp.blank.extruded_solid import outline_of
from tinstamp.blank.kernel import faces
from tinstamp.engine import blanks
from tinstamp.engine.build import build
from tinstamp.engine.write import write_files
from tinstamp.job import shelf
from tinstamp.job.archive import ArchiveError, Document
from tinstamp.job.features import Hole, Plate, Prism, Ring, Tube
from tinstamp.job.model import Blank, Job
from tinstamp.job.profile import plate_profile, prism_profile, ring_profile


def area(shape) -> float:  # type: ignore[no-untyped-def]
    props = GProp_GProps()
    BRepGProp.SurfaceProperties_s(shape, props)
    return props.Mass()


def plate(x: float, y: float, h: float, r: float) -> tuple[Plate, float, float]:
    """Rounded rectangle: A = xy − (4 − π) r²; any table of plane figures."""
    face = x * y - (4 - math.pi) * r * r
    rim = 2 * (x + y) - (8 - 2 * math.pi) * r
    feature = Plate(
        name="p", length=f"{x} mm", width=f"{y} mm", thickness=f"{h} mm", corner_radius=f"{r} mm"
    )
    return feature, face * h, 2 * face + rim * h


def prism(n: int, d: float, h: float) -> tuple[Prism, float, float]:
    """Regular polygon round a circle: A = n d² tan(π/n) / 4; a handbook's table of plane
    figures (from memory)."""
    face = n * d * d * math.tan(math.pi / n) / 4
    rim = n * d * math.tan(math.pi / n)
    feature = Prism(name="p", sides=str(n), across_flats=f"{d} mm", height=f"{h} mm")
    return feature, face * h, 2 * face + rim * h


def ring(outer: float, inner: float, arc: float, h: float) -> tuple[Ring, float, float]:
    """By Pappus's second theorem: the section times the path of its centroid."""
    wall = (outer - inner) / 2
    path = math.radians(arc) * (outer + inner) / 4
    rims = math.radians(arc) * (outer + inner) / 2
    feature = Ring(
        name="p", outer_diameter=f"{outer} mm", inner_diameter=f"{inner} mm",
        arc=f"{arc} deg", height=f"{h} mm",
    )  # fmt: skip
    return feature, wall * h * path, 2 * wall * path + rims * h + 2 * wall * h


def tube(outer: float, wall: float, h: float) -> tuple[Tube, float, float]:
    """By Pappus's second theorem, the section turned all round."""
    inner = outer - 2 * wall if wall else 0.0
    section = (outer - inner) / 2 * h
    shell = math.pi * (outer + inner) * h + math.pi / 2 * (outer**2 - inner**2)
    feature = Tube(name="p", outer_diameter=f"{outer} mm", wall=f"{wall} mm", height=f"{h} mm")
    return feature, section * math.pi * (outer + inner) / 2, shell


CASES = [
    plate(80, 40, 3, 0), plate(12.5, 30, 8, 2), plate(200, 90, 0.8, 40),
    prism(6, 24, 12), prism(3, 10, 50), prism(17, 120, 2),
    ring(40, 34, 300, 8), ring(12, 2, 90, 30), ring(150, 149, 359.9, 4),
    tube(84, 1.6, 46), tube(20, 0, 12), tube(300, 40, 5),
]  # fmt: skip


@pytest.mark.parametrize(("feature", "space", "skin"), CASES)
def test_volume_and_area_are_the_closed_forms(feature, space: float, skin: float) -> None:  # type: ignore[no-untyped-def]
    blank = made(feature)
    assert sound(blank.solid.shape)
    assert volume(blank.solid.shape) == pytest.approx(space, rel=1e-9)
    assert area(blank.solid.shape) == pytest.approx(skin, rel=1e-9)
    assert {f.name for f in blank.solid.faces} == set(blank.charts)


@pytest.mark.parametrize(("feature", "space", "skin"), CASES)
def test_sheets_have_the_areas_of_their_faces(feature, space: float, skin: float) -> None:  # type: ignore[no-untyped-def]
    blank = made(feature)
    for named in blank.solid.faces:
        flat = sum(outline.area for outline in blank.charts[named.name].outline)
        assert flat == pytest.approx(area(named.face), rel=1e-5)


def test_names_come_from_roles() -> None:
    assert set(made(Plate(name="p")).charts) == {
        "p.front", "p.right", "p.back", "p.left", "p.top", "p.bottom"
    }  # fmt: skip
    rounded = set(made(Plate(name="p", corner_radius="3 mm")).charts)
    assert {"p.front_right", "p.back_left", "p.top"} < rounded
    assert "p.side_6" in made(Prism(name="p")).charts
    assert {"p.outer", "p.inner", "p.right_end"} < set(made(Ring(name="p")).charts)
    front = made(Prism(name="p")).charts["p.side_1"]
    np.testing.assert_allclose(front.normal(np.zeros((1, 2)))[0], [0, -1, 0], atol=1e-12)


@pytest.mark.parametrize(
    ("feature", "face"),
    [
        (Plate(name="tank", corner_radius="15 mm", thickness="14 mm"), "tank.front_right"),
        (Prism(name="tank", height="20 mm"), "tank.side_3"),
        (Ring(name="tank", height="20 mm"), "tank.outer"),
        (Ring(name="tank", height="20 mm"), "tank.inner"),
        (Ring(name="tank", height="20 mm", inner_diameter="10 mm"), "tank.left_end"),
    ],
)
@pytest.mark.parametrize("make", ["engrave", "emboss"])
def test_every_kind_of_side_takes_a_stamp(feature, face: str, make: str) -> None:  # type: ignore[no-untyped-def]
    flat = "side" in face or "end" in face
    mark = stamp(
        text="B8", face=face, across="0 mm", height="5 mm", make=make, depth="0.3 mm",
        up="-2.5 mm" if flat else "5 mm",
    )  # fmt: skip
    report = build(Document(Job(blank=Blank(features=(feature,)), stamps=(mark,)))).report
    assert report.valid and not report.to_fix, report.findings
    (found,) = report.stamps
    assert found.built_by == "imprint"
    radius = {"tank.front_right": 15.0, "tank.outer": 20.0, "tank.inner": -17.0}.get(face)
    signed = 0.3 if make == "emboss" else -0.3
    bend = 1 + signed / (2 * radius) if radius else 1.0
    assert found.relief_volume == pytest.approx(found.artwork_area * signed * bend, rel=1e-6)


@settings(deadline=None, max_examples=25, derandomize=True)
@given(
    st.sampled_from(["tube", "plate", "prism", "ring"]),
    st.lists(st.floats(-5, 120), min_size=4, max_size=4),
)
def test_random_sizes_give_a_sound_part_or_words(kind: str, sizes: list[float]) -> None:
    a, b, c, d = (f"{v:.3f} mm" for v in sizes)
    feature = {
        "tube": lambda: Tube(name="p", outer_diameter=a, wall=b, height=c),
        "plate": lambda: Plate(name="p", length=a, width=b, thickness=c, corner_radius=d),
        "prism": lambda: Prism(name="p", sides=f"{int(sizes[0])}", across_flats=b, height=c),
        "ring": lambda: Ring(
            name="p", outer_diameter=a, inner_diameter=b, arc=f"{sizes[3] * 4:.2f} deg", height=c
        ),
    }[kind]()
    report = build(Document(Job(blank=Blank(features=(feature,))))).report
    assert report.valid or (report.to_fix and report.volume is None)


def test_profiles_close_and_run_counter_clockwise() -> None:
    for pieces in (plate_profile(30, 20, 4), prism_profile(5, 20), ring_profile(30, 20, 200)):
        ends = [p.end for p in pieces]
        starts = [p.start for p in (*pieces[1:], pieces[0])]
        np.testing.assert_allclose(ends, starts, atol=1e-12)
        assert outline_of(pieces).area > 0
    with pytest.raises(ValueError, match="only an arc"):
        _ = plate_profile(3, 2, 0)[0].radius


@pytest.mark.parametrize("name", sorted(shelf.SHIPPED))
def test_every_ready_blank_is_sound_and_reads_back(name: str, tmp_path) -> None:  # type: ignore[no-untyped-def]
    built = build(shelf.ShelfItem(name).take())
    assert built.report.valid and built.report.findings == ()
    (path,) = write_files(built, tmp_path, name, ("step",))
    reader = STEPControl_Reader()
    reader.ReadFile(str(path))
    reader.TransferRoots()
    shape = reader.OneShape()
    assert sound(shape)
    assert volume(shape) == pytest.approx(built.report.volume, rel=1e-6)
    assert built.solid is not None and len(faces(shape)) == len(built.solid.faces)


def test_own_blanks_on_the_shelf() -> None:
    assert shelf.own() == []
    job = Job(blank=Blank(features=(Prism(name="cap"),)), stamps=(stamp(face="cap.top"),))
    item = shelf.put(Document(job), " cap ")
    assert shelf.own() == [item] and item.name == "cap"
    assert item.take().job == shelf.bare(job)
    shelf.put(Document(Job(blank=Blank(features=(Plate(name="cap"),)))), "cap")
    assert isinstance(item.take().job.blank.features[0], Plate)
    assert len(list(shelf.folder().iterdir())) == 1
    for bad in ("", "a/b", ".hidden"):
        with pytest.raises(ArchiveError):
            shelf.put(Document(job), bad)


@pytest.mark.parametrize(
    "error",
    [StdFail_NotDone, Standard_ConstructionError, Geom_UndefinedValue, RuntimeError, ValueError],
)
def test_whatever_the_kernel_raises_leaves_the_part_without_the_feature(
    monkeypatch: pytest.MonkeyPatch, error: type[Exception]
) -> None:
    """Its exceptions have no common base in Python."""
    only_good = blanks._step

    def broken(step, *others):  # type: ignore[no-untyped-def]
        if step.index == 1:
            raise error("the kernel's own")
        return only_good(step, *others)

    monkeypatch.setattr(blanks, "_step", broken)
    features = (Plate(name="p"), Hole(name="h", face="p.top", across="0 mm", up="0 mm"))
    built = build(Document(Job(blank=Blank(features=features))))
    assert built.report.valid and built.solid is not None
    (found,) = [f for f in built.report.findings if f.check == "feature not made"]
    assert "cannot be made with these sizes" in found.message
