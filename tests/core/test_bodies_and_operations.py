"""Operations that a relief compiles to, and parts of several bodies on their way out."""

from __future__ import annotations

from dataclasses import replace
from pathlib import Path

import numpy as np
import pytest
import trimesh
from OCP.STEPControl import STEPControl_Reader

from tests.core.solids import volume
from tinstamp.blank.kernel import solids
from tinstamp.blank.round_solid import tube
from tinstamp.chart.plane import PlaneChart
from tinstamp.engine.build import Built, build
from tinstamp.engine.mesh import mesh_of
from tinstamp.engine.report import BodyReport
from tinstamp.engine.triangles import together
from tinstamp.engine.write import write_files
from tinstamp.job.archive import Document
from tinstamp.job.face_name import StampFace
from tinstamp.job.features import Plate
from tinstamp.job.model import Blank, Job, Relief, Setting, Shape, Stamp, Text
from tinstamp.output.step import reads_back
from tinstamp.relief.execute import execute
from tinstamp.relief.kinds import operations
from tinstamp.relief.operation import PART, Made, Operation
from tinstamp.relief.surfaces import ReliefError

PLATE = Plate(name="p", length="60 mm", width="40 mm", thickness="5 mm")


def built_with(relief: Relief, artwork: object = None) -> Built:
    stamp = Stamp.model_validate(
        {"name": "m", "artwork": artwork or Shape(wide="10 mm", high="4 mm"), "relief": relief,
         "setting": {"face": "p.top", "across": "0 mm", "up": "0 mm"}}
    )  # fmt: skip
    return build(Document(Job(blank=Blank(features=(PLATE,)), stamps=(stamp,))))


@pytest.mark.parametrize(
    ("make", "verb", "signed"),
    [("engrave", "cut", -0.4), ("emboss", "add", 0.4), ("mark", "mark", 0)],
)  # fmt: skip
def test_a_relief_is_an_operation_on_the_part(make: str, verb: str, signed: float) -> None:
    item = built_with(Relief.model_validate({"make": make})).planned["m"]
    (op,) = operations(item, item.fit([]), (5.0, 5.0))
    assert (op.verb, op.body, op.stamp, op.face) == (verb, PART, "m", "p.top")
    assert op.signed == pytest.approx(signed) and op.raised == (verb == "add")
    assert op.face_chart is item.chart and op.closed_form and not op.through
    deep = replace(op, depth=5.0)
    assert deep.through == (verb == "cut")


def test_letters_of_their_own_depth_are_operations_of_their_own() -> None:
    text = {"kind": "text", "text": "HI", "height": "8 mm",
            "letters": [{"index": 1, "own_depth": True, "depth": "1 mm"}]}  # fmt: skip
    item = built_with(Relief(), text).planned["m"]
    ops = operations(item, item.fit([]), (5.0, 5.0))
    assert [op.depth for op in ops] == [0.4, 1.0]
    areas = [op.placed.area for op in ops]
    assert sum(areas) == pytest.approx(item.placed.area)


def test_hidden_fields_of_a_mark_do_nothing() -> None:
    """Walls and caps that were chosen before it became a mark."""
    stale = Relief(make="mark", depth="3 mm", walls="cast", caps="plane")
    item = built_with(stale).planned["m"]
    (op,) = operations(item, item.fit([]), (5.0, 5.0))
    assert op.depth == 0 and op.walls.plain and not item.prisms


def test_the_executor_takes_one_operation_after_the_other() -> None:
    item = built_with(Relief()).planned["m"]
    blank = built_with(Relief(make="mark")).blank
    assert blank is not None
    (op,) = operations(item, item.fit([]), (5.0, 5.0))
    first = execute(blank.solid, op)
    up = replace(op, stamp="n", verb="add", placed=_moved(op, 15.0))
    both = first.followed_by(execute(first.solid, up))
    assert isinstance(both, Made) and both.built_by == "imprint"
    assert both.relief_volume == pytest.approx(0.0, abs=1e-9)
    assert volume(both.solid.shape) == pytest.approx(60 * 40 * 5, rel=1e-12)
    assert StampFace("n", "cap") in both.solid.names


def _moved(op: Operation, dx: float):  # type: ignore[no-untyped-def]
    by = np.array([dx, 0.0])
    regions = tuple(r.transformed(np.eye(2), by) for r in op.placed.regions)
    return replace(op.placed, regions=regions, origin=(dx, 0.0))


def test_an_operation_over_several_faces_has_no_one_chart() -> None:
    item = built_with(Relief()).planned["m"]
    (op,) = operations(item, item.fit([]), (5.0, 5.0))
    assert isinstance(op.face_chart, PlaneChart)
    with pytest.raises(TypeError, match="several faces"):
        _ = replace(op, chart=object()).face_chart  # type: ignore[arg-type]


def test_what_lies_off_the_face_is_refused() -> None:
    item = built_with(Relief()).planned["m"]
    (op,) = operations(item, item.fit([]), (5.0, 5.0))
    lost = replace(op, fit=replace(op.fit, off_area=op.placed.area))
    with pytest.raises(ReliefError, match="off the face"):
        execute(tube("t", 10, 8, 5, {}).solid, lost)


# -- several bodies


def two_bodies() -> Built:
    built = built_with(Relief())
    lid = tube("lid", 20.0, 0.0, 3.0, {}).solid
    bodies = (*built.report.bodies, BodyReport("lid", True, volume(lid.shape), volume(lid.shape)))
    return replace(
        built, bodies={**built.bodies, "lid": lid}, report=replace(built.report, bodies=bodies)
    )


def test_a_report_of_several_bodies() -> None:
    report = two_bodies().report
    assert report.valid and len(report.as_dict()["bodies"]) == 2
    assert report.volume == pytest.approx(sum(b.volume for b in report.bodies))
    worse = replace(report, bodies=(report.bodies[0], replace(report.bodies[1], valid=False)))
    assert not worse.valid
    nothing = replace(report, bodies=())
    assert not nothing.valid and nothing.volume is None and nothing.blank_volume is None


def test_meshes_of_several_bodies_are_drawn_as_one_and_told_apart() -> None:
    built = two_bodies()
    meshes = {name: mesh_of(body) for name, body in built.bodies.items()}
    whole = together(meshes)
    assert len(whole.triangles) == sum(len(m.triangles) for m in meshes.values())
    assert set(whole.bodies) == {PART, "lid"} and len(whole.bodies) == len(whole.names)
    for k, name in enumerate(whole.names):
        body = whole.bodies[k]
        own = meshes[body]
        mine = whole.points[whole.triangles[whole.faces == k]]
        theirs = own.points[own.triangles[own.faces == own.names.index(name)]]
        np.testing.assert_array_equal(mine, theirs)
    alone = together({PART: meshes[PART]})
    np.testing.assert_array_equal(alone.triangles, meshes[PART].triangles)


def test_files_of_several_bodies(tmp_path: Path) -> None:
    built = two_bodies()
    step, stl = write_files(built, tmp_path, "pair", ("step", "stl"))
    reader = STEPControl_Reader()
    reader.ReadFile(str(step))
    reader.TransferRoots()
    found = solids(reader.OneShape())
    assert len(found) == 2
    assert sorted(map(volume, found)) == pytest.approx(
        sorted(b.volume for b in built.report.bodies), rel=1e-9
    )
    assert b"pair, lid" in step.read_bytes() and b"pair, part" in step.read_bytes()
    mesh = trimesh.load_mesh(stl)
    assert len(mesh.split()) == 2 and mesh.volume == pytest.approx(built.report.volume, rel=2e-3)
    assert reads_back(step, built.bodies.values())
    assert not reads_back(step, [built.bodies[PART]])  # one more than asked
    assert not reads_back(tmp_path / "nothing.step", built.bodies.values())


def test_a_job_without_a_stamp_is_one_body() -> None:
    built = build(Document(Job(blank=Blank(features=(PLATE,)))))
    assert list(built.bodies) == [PART] and built.solid is built.bodies[PART]
    assert built.report.bodies[0].before == built.report.bodies[0].volume
    text = Stamp(name="m", artwork=Text(), setting=Setting(face="p.nowhere"))
    gone = build(Document(Job(blank=Blank(features=(PLATE,)), stamps=(text,))))
    (found,) = gone.report.findings
    assert found.path == ("stamps", 0) and "p.nowhere" in found.message
