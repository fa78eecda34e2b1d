"""A blank in the making: the solid so far, and what its faces were when they were made."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import partial

import numpy as np
from OCP.TopoDS import TopoDS_Face

from tinstamp.blank.charts import chart_of, kind_of
from tinstamp.blank.joints import Joints, joints_of
from tinstamp.blank.solid import Blank, NamedSolid
from tinstamp.blank.trim import outline_on_sheet
from tinstamp.chart.base import FaceChart
from tinstamp.chart.joint import Faces, Later


class BlankError(ValueError):
    """A feature that cannot be made; the message is for the designer.

    `field` is the field at fault, if it is one.
    """

    def __init__(self, message: str, field: str = "") -> None:
        super().__init__(message)
        self.field = field


@dataclass(frozen=True)
class Making:
    """The part after some features.

    Attributes
    ----------
    charts : of every face that was made and can be laid out, as it was when it was made;
        later features may have trimmed the face.
    first : each face as it was made, by name.
    """

    solid: NamedSolid
    charts: Mapping[str, FaceChart]
    first: Mapping[str, TopoDS_Face]

    def chart(self, face: str, what: str) -> FaceChart:
        """The chart of a face that the part still has. Raises BlankError."""
        if face not in self.solid.names:
            raise BlankError(missing(face, self.solid.names), what)
        if face not in self.charts:
            raise BlankError(f"“{face}” cannot be laid out flat", what)
        return self.charts[face]

    def with_body(self, solid: NamedSolid, body: Blank) -> Making:
        """The part changed by a body, whose faces may already be trimmed in it."""
        first = {f.name: f.face for f in reversed(body.solid.faces)}
        return Making(solid, Faces.of(body.charts).and_then(self.charts), {**first, **self.first})

    def with_new_faces(self, solid: NamedSolid) -> Making:
        """The part changed, with the charts of the faces that are new in it."""
        charts: dict[str, FaceChart] = {}
        first = dict(self.first)
        for name in solid.names:
            if name in first:
                continue
            found = solid.named(name)
            first[name] = found[0]
            laid = [chart_of(face, about_axis=False) for face in found]
            chart = laid[0]
            if chart is not None and all(c is not None and _one_surface(chart, c) for c in laid):
                charts[name] = chart
        return Making(solid, Faces.of(self.charts).and_then(charts), first)

    def finished(self) -> Blank:
        """The blank, with the edges of every face as they are in the end."""
        made: dict[str, FaceChart] = {}
        later: dict[str, Later] = {}
        awaited = Faces.of(self.charts).awaited
        for name in self.solid.names:
            if name in awaited:
                later[name] = partial(self._as_it_ends, name)
            elif (chart := self._as_it_ends(name)) is not None:
                made[name] = chart
        kinds = {name: kind_of(self.solid.named(name)[0]) for name in self.solid.names}
        names = {*made, *later}
        if later:
            charts = Faces(made, (), later, seek=Joints(self.solid, names))
        else:
            charts = Faces(made, joints_of(self.solid, names))
        return Blank(self.solid, charts, kinds)

    def _as_it_ends(self, name: str) -> FaceChart | None:
        """The chart of a face, with its edges as they are in the end."""
        chart = self.charts.get(name)
        if chart is None:
            return None
        faces = self.solid.named(name)
        if len(faces) == 1 and faces[0].IsSame(self.first[name]):
            return chart
        return replace(chart, outline=outline_on_sheet(faces, chart))


def _one_surface(a: FaceChart, b: FaceChart) -> bool:
    """True when two charts lay out parts of one surface, facing the same way."""
    if a is b:
        return True
    if a.kind != b.kind or not b.outline:
        return False
    xy = np.concatenate([outline.points(4) for outline in b.outline])
    space = b.to_space(xy)
    on = a.from_space(space)
    near = np.abs(a.to_space(on) - space).max() < 1e-6
    return bool(near and np.abs(a.normal(on) - b.normal(xy)).max() < 1e-6)


def begun(blank: Blank) -> Making:
    """The part after its first feature."""
    first = {f.name: f.face for f in reversed(blank.solid.faces)}
    return Making(blank.solid, blank.charts, first)


def missing(face: str, names: tuple[str, ...]) -> str:
    """The words for a face that is not there."""
    if not face:
        return "choose a face"
    return f"there is no face “{face}” any more; there are {', '.join(names[:12])}"
