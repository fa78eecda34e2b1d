"""Features that change the part before them: hole, hollow, softened edges, groove."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from tinstamp.job.drawn import Knots, ProfileError, knot, pieces
from tinstamp.job.feature import BaseFeature, Values
from tinstamp.job.profile import Piece
from tinstamp.job.values import Length, Place, Size

FaceName = Annotated[str, Field(max_length=200)]
BETWEEN = " & "
"""Between two faces in the name of their common edges."""


class Hole(BaseFeature):
    """A round hole square to a face at a place on its sheet."""

    kind: Literal["hole"] = "hole"
    name: str = "hole"
    face: FaceName = ""
    across: Place = "0 mm"
    up: Length = "0 mm"
    diameter: Size = "6 mm"
    goes: Literal["through", "depth"] = "through"
    depth: Size = "5 mm"

    @property
    def idle(self) -> frozenset[str]:
        return frozenset({"depth"}) if self.goes == "through" else frozenset()

    def sizes(self, values: Values) -> str:
        deep = "through" if self.goes == "through" else f"{values['depth']:g} mm deep"
        return f"hole {values['diameter']:g} mm, {deep}"


class Hollow(BaseFeature):
    """The part hollowed out to a wall, the chosen faces left open."""

    kind: Literal["hollow"] = "hollow"
    name: str = "hollow"
    wall: Size = "2 mm"
    open_faces: Annotated[tuple[FaceName, ...], Field(max_length=60)] = ()

    def problems(self, values: Values) -> dict[str, str]:
        if not self.open_faces:
            return {"open_faces": "choose the faces to leave open"}
        return {}

    def sizes(self, values: Values) -> str:
        return f"hollow, wall {values['wall']:g} mm, {len(self.open_faces)} open"


class Soften(BaseFeature):
    """Edges rounded or bevelled.

    An edge is named by the two faces that meet there, `plate.top & plate.front`; a face
    alone stands for all the edges round it.
    """

    kind: Literal["soften"] = "soften"
    name: str = "soften"
    how: Literal["round", "bevel"] = "round"
    size: Size = "1 mm"
    edges: Annotated[tuple[FaceName, ...], Field(max_length=200)] = ()

    def problems(self, values: Values) -> dict[str, str]:
        if not self.edges:
            return {"edges": "choose the edges"}
        return {}

    def sizes(self, values: Values) -> str:
        word = "rounded" if self.how == "round" else "bevelled"
        return f"edges {word}, {values['size']:g} mm"


class Groove(BaseFeature):
    """A section carried along a path on a face, and cut.

    A round section is a half circle as deep as half its width. The path runs all the way
    round a closed face, or is drawn on the sheet.
    """

    kind: Literal["groove"] = "groove"
    name: str = "groove"
    face: FaceName = ""
    section: Literal["round", "flat", "vee"] = "round"
    width: Size = "2 mm"
    depth: Size = "1 mm"
    path: Literal["all_round", "drawn"] = "all_round"
    up: Length = "5 mm"
    points: Knots = (knot("a", -10, 0), knot("b", 10, 0))
    closed: bool = False

    @property
    def idle(self) -> frozenset[str]:
        idle = {"depth"} if self.section == "round" else set()
        return frozenset(idle | ({"points", "closed"} if self.path == "all_round" else {"up"}))

    def way(self, values: Values) -> tuple[Piece, ...]:
        """The drawn path on the sheet. Raises ProfileError."""
        return pieces(self.points, values, self.closed)

    def problems(self, values: Values) -> dict[str, str]:
        if self.path == "all_round":
            return {}
        try:
            self.way(values)
        except ProfileError as error:
            return {error.field: str(error)}
        return {}

    def sizes(self, values: Values) -> str:
        word = {"round": "round", "flat": "flat", "vee": "V"}[self.section]
        deep = values["width"] / 2 if self.section == "round" else values["depth"]
        return f"{word} groove {values['width']:g} mm wide, {deep:g} mm deep"
