"""Names for the faces of an imported solid, by their geometry, and finding them again."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from OCP.BRepGProp import BRepGProp
from OCP.GProp import GProp_GProps
from OCP.TopoDS import TopoDS_Face, TopoDS_Solid

from tinstamp.blank.charts import chart_of, kind_of
from tinstamp.blank.face_axes import outward, span_of
from tinstamp.blank.kernel import faces
from tinstamp.chart.base import FaceChart
from tinstamp.chart.round import RoundChart
from tinstamp.job.imported import FoundFace

WAYS = {
    "top": (0, 0, 1),
    "bottom": (0, 0, -1),
    "front": (0, -1, 0),
    "back": (0, 1, 0),
    "left": (-1, 0, 0),
    "right": (1, 0, 0),
}
WORDS = {"cylinder": "round", "freeform": "skin", "extruded": "side"}
AREA_ERROR = 1e-5
"""relative error asked of areas and centres, by which faces are told apart"""
UNLIKENESS = 0.35
"""Greatest unlikeness of two faces that are taken for the same one; 0 is alike."""


def found_faces(solid: TopoDS_Solid) -> list[FoundFace]:
    """The faces in their order, named by shape and direction."""
    records = [_record(face) for face in faces(solid)]
    return _named(records, {})


def found_again(solid: TopoDS_Solid, before: Sequence[FoundFace]) -> list[FoundFace]:
    """The faces of a newer solid, each under the name of the one it is again; faces that
    are new get new names."""
    records = [_record(face) for face in faces(solid)]
    return _named(records, _matched(records, before))


def _record(face: TopoDS_Face) -> FoundFace:
    props = GProp_GProps()
    BRepGProp.SurfaceProperties_s(face, props, AREA_ERROR)
    centre = props.CentreOfMass()
    kind = kind_of(face)
    plain = kind in ("flat", "cylinder", "cone")
    chart = chart_of(face, about_axis=False) if plain else None
    word = WORDS.get(kind, kind)
    if isinstance(chart, RoundChart) and chart.inside:
        word = "bore" if kind == "cylinder" else f"{kind}_inside"
    return FoundFace(
        name=word,
        kind=kind,
        centre=(centre.X(), centre.Y(), centre.Z()),
        look=_look(face, chart),
        area=props.Mass(),
        measures=chart.measures if chart is not None else {},
    )


def _look(face: TopoDS_Face, chart: FaceChart | None) -> tuple[float, float, float]:
    """The direction that a face looks to: its normal, or its axis when it goes round."""
    if chart is not None and chart.closed:
        look = chart.frame.z
    else:
        look = tuple(map(float, outward(face, *span_of(face).middle)[1]))  # type: ignore[assignment]
    return look


def _word(record: FoundFace) -> str:
    if record.kind == "flat":
        for way, direction in WAYS.items():
            if np.dot(record.look, direction) > 0.99:
                return way
    return record.name


def _named(records: list[FoundFace], known: dict[int, str]) -> list[FoundFace]:
    """Plain words; of several alike the outermost or largest has the plain one."""
    taken = set(known.values())

    def rank(i: int) -> tuple[float, float]:
        record = records[i]
        direction = WAYS.get(_word(record))
        out = float(np.dot(record.centre, direction)) if direction else 0.0
        return (-round(out, 6), -float(f"{record.area:.5g}"))

    names = dict(known)
    for i in sorted((i for i in range(len(records)) if i not in known), key=rank):
        word, count = _word(records[i]), 1
        name = word
        while name in taken:
            count += 1
            name = f"{word}_{count}"
        taken.add(name)
        names[i] = name
    return [r.model_copy(update={"name": names[i]}) for i, r in enumerate(records)]


def _matched(records: Sequence[FoundFace], before: Sequence[FoundFace]) -> dict[int, str]:
    """Pairs that are least unlike in sum (the assignment problem, by SciPy)."""
    from scipy.optimize import linear_sum_assignment

    if not records or not before:
        return {}
    points = np.array([f.centre for f in [*records, *before]])
    size = max(float(np.linalg.norm(np.ptp(points, axis=0))), 1e-6)
    costs = np.array([[_unlike(a, b, size) for b in before] for a in records])
    rows, columns = linear_sum_assignment(np.minimum(costs, 10.0))
    return {
        int(i): before[j].name
        for i, j in zip(rows, columns, strict=True)
        if costs[i, j] <= UNLIKENESS
    }


def _unlike(a: FoundFace, b: FoundFace, size: float) -> float:
    if a.kind != b.kind:
        return 100.0
    turn = 1.0 - float(np.dot(a.look, b.look))
    away = float(np.linalg.norm(np.subtract(a.centre, b.centre))) / size
    grown = abs(np.log(max(a.area, 1e-9) / max(b.area, 1e-9)))
    return 2.0 * turn + away + 0.1 * grown
