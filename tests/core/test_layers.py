"""Stamps that do not meet are made alone and put together: the same solid as one after the other,
and an edit makes only what it changes."""

from __future__ import annotations

from collections import Counter
from dataclasses import replace

import numpy as np
import pytest
import shapely

from tests.core.solids import sound
from tinstamp.blank.holed import Cell, HoledFace
from tinstamp.blank.kernel import compound, volume
from tinstamp.engine.build import Built, build
from tinstamp.engine.cache import Cache
from tinstamp.engine.layer import FEW, Layer
from tinstamp.engine.measuring import NOTHING_BEHIND, Behind
from tinstamp.engine.triangles import Mesh
from tinstamp.job.archive import Document
from tinstamp.job.face_name import StampFace
from tinstamp.job.features import Ball, BaseFeature, Cone, FreeformSkin, Plate, Tube
from tinstamp.job.model import Blank, Job, Relief, Setting, Stamp, Text, changed
from tinstamp.relief.execute import execute
from tinstamp.relief.kinds import operations
from tinstamp.relief.verify import turned_one_way

SKIN = FreeformSkin(name="b", thickness="5 mm")
PARTS: dict[str, tuple[BaseFeature, str]] = {
    "tube": (Tube(name="b", outer_diameter="40 mm", wall="4 mm", height="30 mm"), "b.outer"),
    "bore": (Tube(name="b", outer_diameter="40 mm", wall="4 mm", height="30 mm"), "b.inner"),
    "plate": (Plate(name="b", length="120 mm", width="60 mm", thickness="5 mm"), "b.top"),
    "cone": (Cone(name="b", base_diameter="60 mm", top_diameter="40 mm", height="30 mm"), ""),
    "ball": (Ball(name="b", diameter="60 mm"), ""),
    "skin": (SKIN, ""),
}


def job_on(name: str, texts: tuple[str, ...], **more: object) -> Document:
    """A stamp a text, at places that do not meet, round a face or beside one another on it."""
    part, face = PARTS[name]
    blank = build(Document(Job(blank=Blank(features=(part,))))).blank
    assert blank is not None
    face = face or max(blank.charts, key=lambda k: float(np.prod(np.ptp(
        blank.charts[k].bounds.reshape(2, 2), axis=0))))  # fmt: skip
    chart = blank.charts[face]
    low, high = float(chart.bounds[0]), float(chart.bounds[2])
    count = len(texts)
    stamps = []
    for k, text in enumerate(texts):
        part_of = (k + 0.5) / count
        across = f"{360 * part_of - 180:.3f} deg" if chart.closed else (
            f"{low + part_of * (high - low):.3f} mm")  # fmt: skip
        setting = Setting(face=face, across=across, up="0 mm", up_from="middle", rests_on="middle")
        stamps.append(
            Stamp(
                name=f"s{k}",
                artwork=Text(text=text, height="4 mm"),
                setting=setting,
                relief=Relief.model_validate({"depth": f"{0.2 + 0.05 * k:.2f} mm", **more}),
            )
        )
    return Document(Job(blank=Blank(features=(part,)), stamps=tuple(stamps)))


def one_after_the_other(built: Built) -> float:
    """The volume when every stamp is made on the solid with those before it."""
    assert built.blank is not None
    solid = built.blank.solid
    for item in built.planned.values():
        for op in operations(item, item.fit([]), (float("inf"), float("inf"))):
            made = execute(solid, op)
            assert made.built_by == "imprint"
            solid = made.solid
    return volume(solid.shape)


@pytest.mark.parametrize("name", list(PARTS))
@pytest.mark.parametrize("make", ["engrave", "emboss", "mark"])
def test_put_together_they_are_as_one_after_the_other(name: str, make: str) -> None:
    built = build(job_on(name, ("A8", "OQ", "é"), make=make))
    assert built.report.valid and built.solid is not None
    assert {s.built_by for s in built.report.stamps} == {"imprint"}
    assert sound(built.solid.shape)
    assert built.report.volume == pytest.approx(one_after_the_other(built), rel=1e-9)
    assert built.report.volume == pytest.approx(volume(built.solid.shape), rel=1e-9)


def counts(solid_faces: list[str]) -> Counter[str]:
    return Counter(solid_faces)


def test_faces_come_in_the_order_of_the_stamps_with_their_names() -> None:
    built = build(job_on("tube", ("A", "B", "O")))
    assert built.solid is not None
    names = [f.name for f in built.solid.faces]
    stamps = [n.stamp for n in names if isinstance(n, StampFace)]
    assert list(dict.fromkeys(stamps)) == ["s0", "s1", "s2"]
    assert names.count("b.outer") == 1 + 1 + 2 + 1  # with the islands of A, B and O
    assert names.count(StampFace("s1", "cap")) == 1


def test_an_edit_makes_its_own_stamp_alone() -> None:
    cache = Cache()
    document = job_on("tube", ("AB", "CD", "EF", "GH"))
    build(document, cache)
    before = Counter(cache.made)
    job = changed(document.job, ("stamps", 1, "artwork", "text"), "QR")
    built = build(Document(job), cache)
    assert cache.made["imprint"] - before["imprint"] == 1
    assert cache.made["base examined"] == before["base examined"]
    assert built.report.valid
    fresh = build(Document(job))
    assert fresh.report.volume == built.report.volume


def test_a_stamp_that_meets_another_begins_a_new_layer() -> None:
    document = job_on("plate", ("A", "B", "C"))
    stamps = list(document.job.stamps)
    over = replace_stamp(stamps[0], name="over", depth="0.4 mm")
    built = build(Document(Job(blank=document.job.blank, stamps=(*stamps, over))))
    assert [s.built_by for s in built.report.stamps] == ["imprint", "imprint", "imprint", "boolean"]
    after = build(Document(Job(blank=document.job.blank, stamps=(stamps[0], over, *stamps[1:]))))
    assert [s.built_by for s in after.report.stamps] == ["imprint", "boolean", "imprint", "imprint"]
    assert built.report.valid and after.report.valid
    assert after.report.volume == pytest.approx(built.report.volume or 0.0, rel=1e-9)


def replace_stamp(stamp: Stamp, name: str, depth: str) -> Stamp:
    relief = stamp.relief.model_copy(update={"depth": depth})
    return stamp.model_copy(update={"name": name, "relief": relief})


def test_the_wall_behind_counts_what_others_took_from_the_far_side() -> None:
    """3 mm of wall, 1.5 mm cut from within: an engraving of 1.2 mm leaves 0.3 mm."""
    part = Tube(name="b", outer_diameter="40 mm", wall="3 mm", height="30 mm")

    def stamp(name: str, face: str, across: str, depth: str) -> Stamp:
        setting = Setting(face=face, across=across, up="15 mm", up_from="lower", rests_on="middle")
        return Stamp(name=name, artwork=Text(text="I", height="8 mm"), setting=setting,
                     relief=Relief(depth=depth))  # fmt: skip

    outside = stamp("out", "b.outer", "0 deg", "1.2 mm")
    for across, left in (("0 deg", 0.3), ("120 deg", 1.8)):
        inside = stamp("in", "b.inner", across, "1.5 mm")
        built = build(Document(Job(blank=Blank(features=(part,)), stamps=(inside, outside))))
        told = {f.stamp: f.measured for f in built.report.findings if f.check == "wall left"}
        assert told.get("out", 1.8) == pytest.approx(left, abs=0.02)
        assert built.report.valid


def test_a_line_meets_a_box_or_does_not() -> None:
    start, end = np.array([[0.0, 0.0, 0.0]]), np.array([[1.0, 1.0, 0.0]])
    behind = Behind((1.0, 1.0), start, end)
    boxes = [
        [[0.4, 0.4, -1.0], [0.6, 0.6, 1.0]],
        [[0.4, 0.4, 0.1], [0.6, 0.6, 1.0]],
        [[1.1, 1.1, -1.0], [2.0, 2.0, 1.0]],
        [[0.7, 0.1, -1.0], [0.9, 0.3, 1.0]],
    ]
    assert behind.meets(np.array(boxes)).tolist() == [True, False, False, False]
    assert not NOTHING_BEHIND.meets(np.array(boxes)).any()
    assert not behind.meets(np.zeros((0, 2, 3))).size
    r = np.random.default_rng(5)
    for _ in range(300):  # against points along the line
        a, b, low = r.random(3), r.random(3), r.random(3)
        box = np.array([low, low + 0.3 * r.random(3)])
        along = a + np.linspace(0, 1, 4001)[:, None] * (b - a)
        within = ((along >= box[0]) & (along <= box[1])).all(axis=1)
        if within.sum() != 1:  # a point alone may be a graze
            assert Behind((1.0, 1.0), a[None], b[None]).meets(box[None]).tolist() == [within.any()]


# -- faces with many holes


def many(name: str = "plate", letters: int = FEW + 8) -> Built:
    return build(job_on(name, ("O" * (letters // 2), "8" * (letters - letters // 2))))


def holed_of(built: Built) -> tuple[HoledFace, Layer]:
    cache, found = Cache(), []
    again = build(Document(built.job), cache)
    for key, (kept, _) in cache._kept.items():
        if key[0] == "imprint" and kept:  # type: ignore[index]
            found.append(kept[0])  # type: ignore[index]
    assert again.blank is not None
    layer = Layer(again.blank.solid, found)
    ((i, host),) = layer._hosts().items()
    return layer.holed(i, host), layer


@pytest.mark.parametrize("name", ["plate", "tube", "cone", "ball", "skin"])
def test_triangles_of_a_face_with_many_holes_cover_it_and_nothing_else(name: str) -> None:
    built = build(job_on(name, ("OO8", "8O8", "B8B", "8B8"), depth="0.2 mm"))
    holed, layer = holed_of(built)
    assert holed.sound and len(holed.rings) == 12
    points, triangles = holed.triangles(0.02)
    a, b, c = (points[triangles[:, k]] for k in range(3))
    area = float(np.linalg.norm(np.cross(b - a, c - a), axis=1).sum() / 2)
    body = layer.body(Cache())
    (i,) = layer._hosts()
    from tinstamp.blank.kernel import area as area_of

    assert area == pytest.approx(area_of(body.faces[i].face), rel=2e-3)
    assert np.linalg.norm(b - a, axis=1).min() > 0
    # no line within it is drawn: every edge that is not on a loop is shared by two triangles
    edges = np.sort(
        np.concatenate([triangles[:, [0, 1]], triangles[:, [1, 2]], triangles[:, [2, 0]]])
    )
    _, times = np.unique(edges, axis=0, return_counts=True)
    assert times.max() == 2
    loose = int((times == 1).sum())
    rims = sum(len(shapely.simplify(shapely.LinearRing(r * holed._scale), 0.001).coords)
               for r in holed.rings)  # fmt: skip
    assert loose < 3 * rims + 400


@pytest.mark.parametrize("name", ["plate", "tube", "ball"])
def test_cells_that_are_as_they_were_are_not_filled_again(name: str) -> None:
    """With the cells of before a hole that moved, the triangles are those that it gets without."""
    holed, _ = holed_of(build(job_on(name, ("OO8", "8O8", "B8B", "8B8"), depth="0.2 mm")))
    kept: dict[bytes, Cell] = {}
    holed.triangles(0.02, kept)
    before = dict(kept)
    moved = replace(holed, rings=(*holed.rings[:-1], holed.rings[-1] + 0.001))
    points, triangles = moved.triangles(0.02, kept)
    again, fresh = moved.triangles(0.02)
    assert np.array_equal(points, again) and np.array_equal(triangles, fresh)
    same = [key for key in kept if key in before]
    assert all(kept[key] is before[key] for key in same)
    assert len(same) >= (0 if name == "plate" else len(kept) // 2)  # a plate is one cell


def test_the_picture_of_many_letters_is_closed_as_the_solid_is() -> None:
    """The volume between the triangles is that of the solid, within what the chord gives."""
    pictures: list[Mesh] = []
    document = Document(many().job)
    built = build(document, None, lambda meshes, blank: pictures.extend(meshes.values()))
    mesh = pictures[0]
    a, b, c = (mesh.points[mesh.triangles[:, k]].astype(float) for k in range(3))
    measured = float((a * np.cross(b, c)).sum() / 6)
    assert measured == pytest.approx(built.report.volume or 0.0, rel=1e-4)


def test_holes_that_meet_or_leave_the_face_are_found() -> None:
    holed, _ = holed_of(many())
    ring = holed.rings[0]
    beside = (ring + [0.1, 0.0],)
    assert not replace(holed, rings=(*holed.rings, *beside)).sound
    far = (ring + [500.0, 0.0],)
    assert not replace(holed, rings=(*holed.rings, *far)).sound
    within = (ring * 0.5 + ring.mean(axis=0) * 0.5,)
    assert not replace(holed, rings=(*holed.rings, *within)).sound


def test_a_face_that_looks_the_wrong_way_is_found() -> None:
    built = many()
    assert built.solid is not None and turned_one_way(built.solid)
    from OCP.TopoDS import TopoDS

    from tinstamp.blank.solid import joined

    faces = list(built.solid.faces)
    k = next(i for i, f in enumerate(faces) if f.name == StampFace("s0", "cap"))
    faces[k] = replace(faces[k], face=TopoDS.Face_s(faces[k].face.Reversed()))
    assert not turned_one_way(joined(faces))


def test_the_volume_of_what_changed_is_summed_by_itself() -> None:
    built = build(job_on("skin", ("A8", "OQ"), make="emboss"))
    _, layer = holed_of(built)
    for put, told in zip(layer.puts, built.report.stamps, strict=True):
        assert put.valid
        assert put.change == pytest.approx(told.relief_volume, rel=1e-6)
    whole = volume(compound([layer.body(Cache()).shape]))
    assert whole == pytest.approx(built.report.volume or 0.0, rel=1e-9)


def test_what_was_not_used_lately_goes_when_memory_is_short() -> None:
    small = Cache(memory=1)
    for k in range(6):
        small.begin()
        small.get("used", "always", lambda: "x")
        small.get("used", k, lambda: "x")
    assert len(small) == 1 + 3  # of this build and the two before
    assert small.made["used"] == 7
    roomy = Cache(memory=2**60)
    for k in range(6):
        roomy.begin()
        roomy.get("used", k, lambda: "x")
    assert len(roomy) == 6
    few = Cache(size=2)
    for k in range(6):
        few.get("used", k, lambda: "x")
    assert len(few) == 2
