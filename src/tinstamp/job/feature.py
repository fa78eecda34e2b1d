"""What all features of a blank have: a name, a switch, and for bodies a place."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, Literal

from pydantic import Field, field_validator

from tinstamp.job.field import Shown
from tinstamp.job.form import Form
from tinstamp.job.formula import check_name
from tinstamp.job.values import Angle, Length, Value

Values = Mapping[str, float]
"""A feature's values by field, mm, degrees or plain; parts of parts as `points.2.x`."""
Measures = dict[str, dict[str, float]]
"""For each face, by its role, its measures by name, mm (see `ANGLES` for the others)."""
ANGLES = frozenset({"sector"})
"""Measures that are angles, degrees."""


class BaseFeature(Value):
    """A step in the making of a blank.

    Attributes
    ----------
    name : what formulas and faces begin with.
    on : False leaves the feature out of the part.
    """

    name: Annotated[str, Shown("Name", control="none")]
    on: Annotated[bool, Shown("On", control="none")] = True

    @field_validator("name")
    @classmethod
    def _named(cls, name: str) -> str:
        return check_name(name)

    def problems(self, values: Values) -> dict[str, str]:
        """Fields whose values do not go together, with the reason."""
        return {}

    def sizes(self, values: Values) -> str:
        """The key sizes in a few words. Raises KeyError when one is not known."""
        raise NotImplementedError

    def measures(self, values: Values) -> Measures:
        """Measures of the faces that the feature makes, for formulas."""
        return {}


class Position(Value):
    """Where a body stands and which way it points.

    Without a face, x, y and z are the part's own and `points` is the way that the body's
    upwards looks. On a face, x and y lie on its sheet and z is the distance above it; the
    body points off the face, or into it when it is cut.

    Attributes
    ----------
    turn : about the body's own upright axis, degrees. tilt : about its x axis, before that.
    """

    face: Annotated[str, Shown("Stands on", control="face")] = Field(default="", max_length=80)
    x: Annotated[Length, Shown("x")] = "0 mm"
    y: Annotated[Length, Shown("y")] = "0 mm"
    z: Annotated[Length, Shown("z")] = "0 mm"
    points: Annotated[
        Literal["up", "down", "front", "back", "left", "right"],
        Shown(
            "Points",
            words={
                "up": "upwards",
                "down": "downwards",
                "front": "to the front",
                "back": "to the back",
                "left": "to the left",
                "right": "to the right",
            },
            when={"face": ("",)},
        ),
    ] = "up"
    turn: Annotated[Angle, Shown("Turn", "About the body's own upright axis")] = "0 deg"
    tilt: Annotated[Angle, Shown("Tilt", "Leaning to its own front")] = "0 deg"


class Body(BaseFeature):
    """A feature that is a solid of its own: the first one, or joined or cut later."""

    how: Annotated[
        Literal["join", "cut"],
        Shown("Made by", words={"join": "Joining", "cut": "Cutting"}, control="none"),
    ] = "join"
    at: Annotated[Position, Shown("Place", control="none")] = Position()

    def form(self, values: Values) -> Form:
        """The shape, from values that have no problems."""
        raise NotImplementedError
