"""Letters that are alike are made once and set down: the same solid as when each is made by itself,
in the kernel, in its file and in its triangles."""

from __future__ import annotations

from dataclasses import replace
from pathlib import Path

import numpy as np
import pytest
from OCP.BRep import BRep_Tool
from OCP.TopLoc import TopLoc_Location
from OCP.TopoDS import TopoDS
from scipy.spatial.transform import Rotation

from tests.core.solids import read_back, sound, volume
from tinstamp.artwork.outline import Region
from tinstamp.blank.boxes import boxes_of, crossed
from tinstamp.blank.kernel import BUILDER, box_of, compound, location, motion_of
from tinstamp.blank.trim import loops
from tinstamp.chart.base import FaceChart
from tinstamp.engine.build import Built, build
from tinstamp.engine.cache import Cache
from tinstamp.engine.layer import Layer, Put
from tinstamp.engine.mesh import mesh_of
from tinstamp.job.archive import Document
from tinstamp.job.face_name import StampFace
from tinstamp.job.features import Ball, BaseFeature, Cone, FreeformSkin, Plate, Tube
from tinstamp.job.model import Blank, Guide, Job, Relief, Setting, Stamp, Text
from tinstamp.relief import imprint as imprinting
from tinstamp.relief.alike import STAYS, Like, alike, rigid
from tinstamp.relief.cluster import clusters_of
from tinstamp.relief.face_curves import face_loops
from tinstamp.relief.imprint import Imprint, imprint, together
from tinstamp.relief.verify import seated

WORD = "OBALABOBAO8AB8"
FACES: dict[str, tuple[BaseFeature, str, str, str]] = {
    "plate": (Plate(name="b", length="120 mm", width="40 mm", thickness="5 mm"), "b.top",
              "0 mm", "0 mm"),
    "tube": (Tube(name="b", outer_diameter="70 mm", wall="4 mm", height="30 mm"), "b.outer",
             "0 deg", "0 mm"),
    "bore": (Tube(name="b", outer_diameter="78 mm", wall="4 mm", height="30 mm"), "b.inner",
             "0 deg", "0 mm"),
    "cone": (Cone(name="b", base_diameter="90 mm", top_diameter="60 mm", height="30 mm"),
             "b.outer", "0 deg", "0 mm"),
    "ball": (Ball(name="b", diameter="80 mm"), "b.outer", "0 deg", "0 mm"),
}  # fmt: skip


def marked(name: str, make: str = "engrave", guide: Guide | None = None) -> Built:
    part, face, across, up = FACES[name]
    setting = Setting(face=face, across=across, up=up, up_from="middle", rests_on="middle")
    if guide is not None:
        setting = setting.model_copy(update={"guide": guide})
    stamp = Stamp(
        name="s",
        artwork=Text(text=WORD, height="4 mm"),
        setting=setting,
        relief=Relief.model_validate({"make": make, "depth": "0.4 mm"}),
    )
    built = build(Document(Job(blank=Blank(features=(part,)), stamps=(stamp,))))
    assert built.report.valid, built.report.findings
    assert built.report.stamps[0].built_by == "imprint"
    return built


def made_of(built: Built) -> tuple[Imprint, Imprint]:
    """The imprint as it is made, and with every letter made by itself."""
    item, blank = built.planned["s"], built.blank
    assert blank is not None and isinstance(item.chart, FaceChart)
    depth = item.depth * (1.0 if item.raised else -1.0)
    args = (blank.solid, item.lay.face, item.chart, item.placed.regions, depth, "s")
    with pytest.MonkeyPatch.context() as patch:
        patch.setattr(
            imprinting,
            "alike",
            lambda regions, *rest: [Like(n, *STAYS) for n in range(len(regions))],
        )
        by_themselves = imprint(*args)
    return imprint(*args), by_themselves


@pytest.mark.parametrize("name", list(FACES))
@pytest.mark.parametrize("make", ["engrave", "emboss", "mark"])
def test_they_make_the_same_solid_as_each_by_itself(name: str, make: str) -> None:
    level = Guide(kind="level") if name == "cone" else None
    built = marked(name, make, level)
    assert built.blank is not None and built.solid is not None
    once, each = made_of(built)
    # along the bent line of a cone a letter's turn follows from its kerning too
    assert len(once.blocks) == (8 if name == "cone" else len(set(WORD)))
    assert sum(len(block.at) for block in once.blocks) == len(each.blocks) == len(WORD)
    one, other = (together(built.blank.solid, [made]) for made in (once, each))
    assert sound(one.shape) and seated(once)
    assert volume(one.shape) == pytest.approx(volume(other.shape), rel=1e-10)
    names = [sorted(f.name for f in solid.faces) for solid in (one, other)]
    assert names[0] == names[1]
    assert box_of(one.shape) == pytest.approx(box_of(other.shape), abs=1e-6)


@pytest.mark.parametrize("name", ["plate", "cone", "ball"])
def test_a_file_of_them_reads_back_whole(name: str, tmp_path: Path) -> None:
    """By the kernel's STEP writer and reader (ISO 10303-21), which hold no places of faces."""
    built = marked(name, "emboss", Guide(kind="level") if name == "cone" else None)
    assert built.solid is not None
    again = read_back(built.solid.shape, tmp_path / "part.step")
    assert sound(again)
    assert volume(again) == pytest.approx(volume(built.solid.shape), rel=1e-9)


def test_letters_along_an_arc_of_a_plane_are_alike() -> None:
    built = marked("plate", guide=Guide(kind="arc", radius="60 mm"))
    once, each = made_of(built)
    assert len(once.blocks) == len(set(WORD)) < len(each.blocks)
    turned = [motion_of(place)[0] for block in once.blocks for place in block.at[1:]]
    assert max(abs(turn[0, 1]) for turn in turned) > 0.1


def test_on_a_freeform_face_every_letter_is_made_by_itself() -> None:
    part = FreeformSkin(name="b", length="110 mm", width="60 mm", thickness="5 mm")
    stamp = Stamp(
        name="s", artwork=Text(text="OOO", height="4 mm"),
        setting=Setting(face="b.top", across="0 mm", up="0 mm"),
    )  # fmt: skip
    built = build(Document(Job(blank=Blank(features=(part,)), stamps=(stamp,))))
    once, _ = made_of(built)
    assert [len(block.at) for block in once.blocks] == [1, 1, 1]


@pytest.mark.parametrize("make", ["engrave", "emboss", "mark"])
def test_a_letter_on_anothers_island_is_set_down_with_it(make: str) -> None:
    stamp = Stamp(
        name="s", artwork=Text(text="®®R", height="9 mm"),
        setting=Setting(face="b.top", across="0 mm", up="0 mm"),
        relief=Relief.model_validate({"make": make, "depth": "0.4 mm"}),
    )  # fmt: skip
    job = Job(blank=Blank(features=(FACES["plate"][0],)), stamps=(stamp,))
    built = build(Document(job))
    assert built.report.valid and built.solid is not None and sound(built.solid.shape)
    once, each = made_of(built)
    assert sorted(len(block.at) for block in once.blocks) == [1, 2, 2]  # R, the ring, what is in it
    assert built.blank is not None
    apart = together(built.blank.solid, [each])
    assert volume(built.solid.shape) == pytest.approx(volume(apart.shape), rel=1e-9)


def test_what_is_set_down_in_the_wrong_place_is_found() -> None:
    built = marked("tube")
    once, _ = made_of(built)
    block = next(b for b in once.blocks if len(b.at) > 1)
    turn, shift = motion_of(block.at[1])
    wrong = location(turn, shift + [0.0, 0.0, 1e-3])
    assert seated(replace(once, blocks=(block,)))
    assert not seated(replace(once, blocks=(replace(block, at=(block.at[0], wrong)),)))
    for edge in block.feet:  # with curves in (u, v) that belong elsewhere
        there = TopoDS.Edge_s(edge.Moved(wrong))
        found = BRep_Tool.CurveOnSurface_s(edge, once.surface, TopLoc_Location(), 0.0, 1.0)
        BUILDER.UpdateEdge(there, found, once.surface, TopLoc_Location(), 1e-7)
    assert not seated(replace(once, blocks=(replace(block, at=(block.at[0], wrong)),)))


def test_the_rings_are_the_loops_that_the_kernel_has() -> None:
    for name in ("tube", "cone"):
        built = marked(name)
        once, _ = made_of(built)
        assert built.blank is not None
        (face,) = [f for f in together(built.blank.solid, [once]).faces_named(once.face)
                   if len(loops(f.face)) > len(WORD)]  # fmt: skip
        kernel = sorted(tuple(np.round(r.mean(axis=0), 2)) for r in loops(face.face, 12))
        ours = [tuple(np.round(r.mean(axis=0), 2)) for r in once.rings[0]]
        assert set(ours) <= set(kernel) and len(ours) == len(WORD)


def test_triangles_lie_where_the_kernels_own_do() -> None:
    built = marked("cone", "emboss")
    assert built.solid is not None and built.blank is not None
    once, _ = made_of(built)
    mesh = Layer(built.blank.solid, [Put("key", (once,))]).mesh(Cache())
    whole = mesh_of(built.solid)
    for role in ("cap", "wall"):
        name = StampFace("s", role)  # type: ignore[arg-type]
        areas = []
        for m in (mesh, whole):
            corners = m.points[m.triangles[m.faces == m.names.index(name)]].astype(float)
            a, b = corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0]
            areas.append(np.cross(a, b).sum(axis=0) / 2.0)  # with the way they look
        assert areas[0] == pytest.approx(areas[1], abs=0.3)


def test_a_later_stamp_cuts_through_what_was_set_down() -> None:
    """A general boolean on a part that holds faces at several places."""
    part, face, across, up = FACES["tube"]
    stamps = [
        Stamp(
            name=name,
            artwork=Text(text=text, height=height),
            setting=Setting(face=face, across=across, up=up, up_from="middle", rests_on="middle"),
            relief=Relief(depth=depth),
        )
        for name, text, height, depth in (
            ("under", "OOOOOO", "4 mm", "0.3 mm"), ("over", "II", "9 mm", "0.8 mm"))
    ]  # fmt: skip
    built = build(Document(Job(blank=Blank(features=(part,)), stamps=tuple(stamps))))
    assert [s.built_by for s in built.report.stamps] == ["imprint", "boolean"]
    assert built.report.valid and built.solid is not None and sound(built.solid.shape)
    first = build(Document(Job(blank=Blank(features=(part,)), stamps=(stamps[1],))))
    assert (built.report.volume or 0.0) < (first.report.volume or 0.0)


def test_the_nearest_rigid_motion_is_scipys() -> None:
    """scipy.spatial.transform.Rotation.align_vectors, an independent library."""
    random = np.random.default_rng(5)
    for _ in range(20):
        points = random.normal(size=(30, 3))
        other = points @ Rotation.random(rng=random).as_matrix().T + random.normal(size=3)
        other = other + random.normal(scale=0.05, size=other.shape)
        turns, shifts = rigid(points, other[None])
        wanted, _ = Rotation.align_vectors(other - other.mean(axis=0), points - points.mean(axis=0))
        assert turns[0] == pytest.approx(wanted.as_matrix(), abs=1e-9)
        assert points.mean(axis=0) @ turns[0].T + shifts[0] == pytest.approx(other.mean(axis=0))
    mirrored = points * [-1.0, 1.0, 1.0]
    assert np.linalg.det(rigid(points, mirrored[None])[0][0]) == pytest.approx(1.0)


def test_a_mirrored_letter_is_not_alike() -> None:
    built = marked("plate")
    item = built.planned["s"]
    assert isinstance(item.chart, FaceChart)
    (region, *_) = (r for r in item.placed.regions if r.counters)
    flip = np.diag([-1.0, 1.0])
    back = Region(
        region.outer.transformed(flip, np.zeros(2)).reversed(),
        tuple(c.transformed(flip, np.zeros(2)).reversed() for c in region.counters),
        region.letters,
    )
    pair = (region, back)
    laid = face_loops(pair, item.chart, 0.0, -0.4)
    clusters = clusters_of(pair, laid, [None, None], {})
    assert [like.first for like in alike(clusters, item.chart, {0.0, -0.4})] == [0, 1]


def test_lines_and_boxes_at_places() -> None:
    built = marked("cone")
    assert built.solid is not None
    faces = [f.face for f in built.solid.faces]
    boxes = boxes_of(faces)
    for face, box in zip(faces, boxes, strict=True):
        low, high = box_of(compound([face]))
        assert (box[0] <= low + 1e-9).all() and (high <= box[1] + 1e-9).all()
    random = np.random.default_rng(1)
    box = np.array([[-1.0, -2.0, -3.0], [1.0, 2.0, 3.0]])
    start, end = random.uniform(-6, 6, (400, 3)), random.uniform(-6, 6, (400, 3))
    steps = np.linspace(0.0, 1.0, 4001)[:, None, None]
    there = start + steps * (end - start)
    walked = ((there >= box[0]) & (there <= box[1])).all(axis=-1).any(axis=0)
    assert (crossed(box[None], start, end)[0] == walked).mean() > 0.99
    assert not (walked & ~crossed(box[None], start, end)[0]).any()
