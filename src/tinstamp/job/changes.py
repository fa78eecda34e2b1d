"""Features that change the part before them: hole, hollow, softened edges, groove."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from tinstamp.job.drawn import Knots, ProfileError, knot, pieces
from tinstamp.job.feature import BaseFeature, Values
from tinstamp.job.field import Shown
from tinstamp.job.profile import Piece
from tinstamp.job.values import Length, Place, Size

FaceName = Annotated[str, Field(max_length=200)]
WORKED_ON = Shown("Face", control="face")
BETWEEN = " & "
"""Between two faces in the name of their common edges."""


class Hole(BaseFeature):
    """A round hole square to a face at a place on its sheet."""

    kind: Literal["hole"] = "hole"
    name: str = "hole"
    face: Annotated[FaceName, WORKED_ON] = ""
    across: Annotated[Place, Shown("Across")] = "0 mm"
    up: Annotated[Length, Shown("Up")] = "0 mm"
    diameter: Annotated[Size, Shown("Diameter")] = "6 mm"
    goes: Annotated[
        Literal["through", "depth"],
        Shown("Goes", words={"through": "Through", "depth": "To a depth"}),
    ] = "through"
    depth: Annotated[Size, Shown("Depth", when={"goes": ("depth",)})] = "5 mm"

    def sizes(self, values: Values) -> str:
        deep = "through" if self.goes == "through" else f"{values['depth']:g} mm deep"
        return f"hole {values['diameter']:g} mm, {deep}"


class Hollow(BaseFeature):
    """The part hollowed out to a wall, the chosen faces left open."""

    kind: Literal["hollow"] = "hollow"
    name: str = "hollow"
    wall: Annotated[Size, Shown("Wall", "Thickness of the wall")] = "2 mm"
    open_faces: Annotated[
        tuple[FaceName, ...], Field(max_length=60), Shown("Open faces", control="faces")
    ] = ()

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
    how: Annotated[
        Literal["round", "bevel"], Shown("Made by", words={"round": "Round", "bevel": "Bevel"})
    ] = "round"
    size: Annotated[Size, Shown("Size")] = "1 mm"
    edges: Annotated[
        tuple[FaceName, ...], Field(max_length=200), Shown("Edges", control="faces")
    ] = ()

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
    face: Annotated[FaceName, WORKED_ON] = ""
    section: Annotated[
        Literal["round", "flat", "vee"],
        Shown("Section", words={"round": "Round", "flat": "Flat", "vee": "V"}),
    ] = "round"
    width: Annotated[Size, Shown("Width")] = "2 mm"
    depth: Annotated[Size, Shown("Depth", unless={"section": ("round",)})] = "1 mm"
    path: Annotated[
        Literal["all_round", "drawn"],
        Shown("Path", words={"all_round": "All round", "drawn": "Drawn"}),
    ] = "all_round"
    up: Annotated[Length, Shown("Up", when={"path": ("all_round",)})] = "5 mm"
    points: Annotated[Knots, Shown("Profile", when={"path": ("drawn",)})] = (
        knot("a", -10, 0),
        knot("b", 10, 0),
    )
    closed: Annotated[bool, Shown("Closed", when={"path": ("drawn",)})] = False

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
