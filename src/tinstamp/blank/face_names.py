"""Names for the faces of an imported solid, by their geometry, and finding them again."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from OCP.BRepGProp import BRepGProp
from OCP.GProp import GProp_GProps
from OCP.TopoDS import TopoDS_Face, TopoDS_Solid

from tinstamp.blank.charts import chart_of, kind_of
from tinstamp.blank.face_axes import outward, span_of
from tinstamp.blank.kernel import Array, faces
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
SAME_WITHIN = 1e-5
"""part of a size by which a face that is the same may differ"""
MOST_COMPARED = 3000
"""faces of a kind that are compared each with each"""
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
    last: dict[str, int] = {}
    for i in sorted((i for i in range(len(records)) if i not in known), key=rank):
        word = _word(records[i])
        count = last.get(word, 0) + 1
        name = word if count == 1 else f"{word}_{count}"
        while name in taken:
            count += 1
            name = f"{word}_{count}"
        last[word] = count
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
    paired: dict[int, str] = {}
    for kind in {f.kind for f in records} & {f.kind for f in before}:
        now = [i for i, f in enumerate(records) if f.kind == kind]
        then = [j for j, f in enumerate(before) if f.kind == kind]
        same = _as_they_were(records, before, now, then, size)
        paired |= {i: before[j].name for i, j in same.items()}
        now = [i for i in now if i not in same][:MOST_COMPARED]
        gone = set(same.values())
        then = [j for j in then if j not in gone][:MOST_COMPARED]
        if now and then:
            costs = _unlike([records[i] for i in now], [before[j] for j in then], size)
            rows, columns = linear_sum_assignment(np.minimum(costs, 10.0))
            paired |= {
                now[i]: before[then[j]].name
                for i, j in zip(rows, columns, strict=True)
                if costs[i, j] <= UNLIKENESS
            }
    return paired


def _as_they_were(
    records: Sequence[FoundFace],
    before: Sequence[FoundFace],
    now: Sequence[int],
    then: Sequence[int],
    size: float,
) -> dict[int, int]:
    """Faces that are where they were, and as they were: of a large part that is most of them."""
    from scipy.spatial import cKDTree

    tree = cKDTree([before[j].centre for j in then])
    near, at = tree.query([records[i].centre for i in now])
    found: dict[int, int] = {}
    taken: set[int] = set()
    for i, away, k in zip(now, near, at, strict=True):
        j = then[int(k)]
        a, b = records[i], before[j]
        alike = abs(a.area - b.area) <= SAME_WITHIN * b.area
        alike = alike and float(np.dot(a.look, b.look)) > 1.0 - SAME_WITHIN
        if away <= SAME_WITHIN * size and alike and j not in taken:
            found[i] = j
            taken.add(j)
    return found


def _unlike(records: Sequence[FoundFace], before: Sequence[FoundFace], size: float) -> Array:
    """How unlike each face is to each of those before, (n, m)."""

    def of(faces: Sequence[FoundFace], name: str) -> Array:
        return np.array([getattr(face, name) for face in faces], dtype=float)

    turn = 1.0 - of(records, "look") @ of(before, "look").T
    away = np.linalg.norm(of(records, "centre")[:, None] - of(before, "centre"), axis=-1) / size
    areas = [np.log(np.maximum(of(faces, "area"), 1e-9)) for faces in (records, before)]
    grown = np.abs(areas[0][:, None] - areas[1])
    return np.asarray(2.0 * turn + away + 0.1 * grown, dtype=float)
