"""Faces of an imported part are laid out when they are wanted, and are the same then."""

from __future__ import annotations

import pickle
from pathlib import Path

import numpy as np
import pytest
from benchmarks.parts import lofted

from tests.core.test_step_in import document, stamp, step, taken
from tinstamp.blank.charts import chart_of
from tinstamp.chart.joint import Faces
from tinstamp.chart.plane import PlaneChart
from tinstamp.desk.work.awaited import AwaitedFaces
from tinstamp.engine import messages as m
from tinstamp.engine.build import build
from tinstamp.engine.client import EngineClient
from tinstamp.engine.worker import _Desk, _Laying
from tinstamp.job.archive import Document
from tinstamp.job.features import Tube
from tinstamp.job.model import Blank, Job


@pytest.fixture(scope="module")
def part(tmp_path_factory: pytest.TempPathFactory) -> Document:
    """Nine freeform faces and two ends."""
    data = step(lofted(9, 3), tmp_path_factory.mktemp("part"))
    feature, _ = taken(data)
    return document(feature, data)


def test_nothing_is_laid_out_that_nobody_wants(part: Document) -> None:
    built = build(part)
    assert built.report.valid
    faces = built.report.charts
    assert isinstance(faces, Faces) and faces
    assert len(faces.awaited) == len(faces.names) == 11
    assert len(pickle.dumps(built.report)) < 10_000


def test_a_stamp_wants_its_face_and_those_beside(part: Document) -> None:
    feature = part.job.blank.features[0]
    top = next(f.name for f in feature.faces if f.kind == "flat")  # type: ignore[attr-defined]
    mark = stamp(face=f"part.{top}", across="0 mm", up="0 mm")
    built = build(Document(part.job.model_copy(update={"stamps": (mark,)}), {}, part.parts))
    assert built.report.valid and built.report.stamps[0].built_by == "imprint"
    faces = Faces.of(built.report.charts)
    assert f"part.{top}" not in faces.awaited and len(faces.awaited) == 10


def test_it_is_the_chart_that_would_have_been_made_at_once(part: Document) -> None:
    built = build(part)
    assert built.blank is not None
    faces = Faces.of(built.blank.charts)
    for name in sorted(faces.awaited)[:3]:
        (face,) = built.blank.solid.named(name)
        now = chart_of(face, about_axis=False)
        assert now is not None
        xy = now.bounds.reshape(2, 2).mean(axis=0)
        np.testing.assert_allclose(faces[name].to_space(xy), now.to_space(xy), atol=1e-9)
        assert name not in faces.awaited


def test_what_crosses_to_the_desk_is_what_is_made_and_the_names_of_the_rest() -> None:
    made: list[str] = []

    def later(name: str) -> PlaneChart | None:
        made.append(name)
        return None if name == "odd" else plane

    plane = chart_plane()
    faces = Faces({"a": plane}, (), {n: (lambda n=n: later(n)) for n in ("b", "c", "odd")})
    sent = pickle.loads(pickle.dumps(faces))
    assert not made and sent.awaited == {"b", "c", "odd"}
    assert set(sent) == {"a"} and "b" not in sent and sent.names == ("a", "b", "c", "odd")
    assert faces["b"] is plane and made == ["b"]
    assert "odd" not in faces and faces.get("odd") is None and made == ["b", "odd"]
    come = sent.arrived({"b": plane}, faces.awaited, ())
    assert set(come) == {"a", "b"} and come.awaited == {"c"}
    assert set(faces) == {"a", "b", "c"} and not faces.awaited
    one = Faces({}, (), {n: (lambda n=n: later(n)) for n in ("e", "f")})
    assert next(iter(one)) == "e" and one.awaited == {"f"}, "the first alone is made"
    both = Faces({"a": plane}, (), {"b": lambda: plane}).and_then({"b": plane, "d": plane})
    assert both.awaited == set() and set(both) == {"a", "b", "d"}
    moved = Faces({}, (), {"x": lambda: plane, "y": lambda: None}).each(lambda chart: chart)
    assert moved.awaited == {"x", "y"} and set(moved) == {"x"}


def chart_plane() -> PlaneChart:
    from OCP.BRepPrimAPI import BRepPrimAPI_MakeBox

    from tinstamp.blank.kernel import faces

    chart = chart_of(faces(BRepPrimAPI_MakeBox(10.0, 20.0, 5.0).Shape())[0])
    assert isinstance(chart, PlaneChart)
    return chart


def test_joints_are_found_face_by_face_as_all_at_once(part: Document) -> None:
    from tinstamp.blank.joints import joints_of

    built = build(part)
    assert built.blank is not None
    faces = Faces.of(built.blank.charts)
    every = {frozenset(j.faces): j.bend for j in joints_of(built.blank.solid, faces.names)}
    found: dict[frozenset[str], float] = {}
    for name in list(faces.names)[:5]:
        own = {frozenset(j.faces): j.bend for j in faces.beside(name)}
        assert own == pytest.approx({k: v for k, v in every.items() if name in k})
        found.update(own)
    assert len({frozenset(j.faces) for j in faces.joints}) == len(found)


def test_an_edge_is_the_same_for_both_its_faces(part: Document, tmp_path: Path) -> None:
    built = build(part)
    assert built.blank is not None
    faces = Faces.of(built.blank.charts)
    names = [n for n in faces.names if faces.beside(n)]
    for name in names:
        for joint in faces.beside(name):
            assert len([j for j in faces.beside(joint.beyond(name)) if name in j.faces]) == 1


def test_plain_faces_are_laid_out_in_spare_time_and_told_once(part: Document) -> None:
    built = build(part)
    line = Line()
    laying, desk = _Laying(7, built.blank), _Desk(line)  # type: ignore[arg-type]
    while laying.some(desk):
        pass
    assert {n for event in line.told for n in event.charts} == {
        f"part.{f.name}"
        for f in part.job.blank.features[0].faces
        if f.kind == "flat"  # type: ignore[attr-defined]
    }
    assert all(event.number == 7 and len(event.awaited) >= 9 for event in line.told)
    count = len(line.told)
    assert not laying.some(desk) and len(line.told) == count
    wanted = min(line.told[-1].awaited)
    laying.one(desk, wanted)
    first, *more = line.told[count:]  # what was asked for does not wait for those beside it
    assert first.asked == wanted and set(first.charts) == {wanted}
    assert len(more) == 1 and not more[0].asked
    joints = [joint for joint in more[0].joints if wanted in joint.faces]
    assert joints and {joint.beyond(wanted) for joint in joints} == set(more[0].charts)
    known = _Laying(8, build(Document(made_of_a_tube())).blank)
    assert not known.some(desk) and line.told[-1].number == 7


class Line:
    """What a desk would hear."""

    def __init__(self) -> None:
        self.told: list[m.Laid] = []

    def send(self, event: m.Laid) -> None:
        self.told.append(event)


def test_charts_that_the_desk_has_are_not_sent_again(part: Document) -> None:
    built = build(part)
    assert built.blank is not None
    faces = Faces.of(built.blank.charts)
    line = Line()
    desk = _Desk(line)  # type: ignore[arg-type]
    assert desk.news_of(faces) is faces
    assert desk.news_of(faces) is None
    assert faces[min(faces.awaited)] is not None  # a stamp wanted one
    assert desk.news_of(faces) is faces and desk.news_of(faces) is None
    _Laying(1, built.blank).one(desk, min(faces.awaited))
    assert desk.news_of(faces) is None  # it was told of by itself
    other = Faces.of(build(Document(made_of_a_tube())).report.charts)
    assert desk.news_of(other) is other and desk.news_of(faces) is faces


def test_the_desk_goes_on_with_the_very_charts_that_it_has(
    part: Document, monkeypatch: pytest.MonkeyPatch
) -> None:
    built = build(part)
    assert built.blank is not None
    sent = pickle.loads(pickle.dumps(built.blank.charts))
    client = EngineClient()
    try:
        picture = client._with_charts(m.Picture(1, {}, sent, {}))
        again = client._with_charts(m.Picture(2, {}, None, {}))
        assert isinstance(picture, m.Picture) and picture.charts is sent
        assert isinstance(again, m.Picture) and again.charts is sent
        held: list[object] = [sent]
        awaited = AwaitedFaces(lambda face: None, lambda: held[0])  # type: ignore[arg-type, return-value]
        awaited.built(2)
        face = min(Faces.of(sent).awaited)
        faces = Faces.of(built.blank.charts)
        event = client._with_charts(
            m.Laid(2, {face: faces[face]}, faces.awaited, faces.joints, face)
        )
        assert isinstance(event, m.Laid)
        held[0] = awaited.arrived(event)
        assert face in held[0]  # type: ignore[operator]
        third = client._with_charts(m.Picture(3, {}, None, {}))
        assert isinstance(third, m.Picture) and third.charts is held[0]
        awaited.forget()
        held[0] = {}
        assert awaited.arrived(event) == {}  # of another document
        client.restart()
        new = client._with_charts(m.Picture(4, {}, None, {}))
        assert isinstance(new, m.Picture) and new.charts == {}
    finally:
        client.close()


def made_of_a_tube() -> Job:
    return Job(blank=Blank(features=(Tube(name="t"),)))
