"""Features that a blank is built from, with their sizes as formulas."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, Literal

from pydantic import Field, field_validator

from tinstamp.job.formula import check_name
from tinstamp.job.profile import Piece, plate_profile, prism_profile, ring_profile
from tinstamp.job.values import Factor, Size, Sweep, Thickness, Value


class BaseFeature(Value):
    """What all features have: a name that formulas and faces begin with."""

    name: str

    @field_validator("name")
    @classmethod
    def _named(cls, name: str) -> str:
        return check_name(name)

    @property
    def idle(self) -> str:
        """A field that is not looked at."""
        return ""


class Plate(BaseFeature):
    """A rectangular plate, centred, standing on z = 0."""

    kind: Literal["plate"] = "plate"
    name: str = "plate"
    length: Size = "80 mm"
    width: Size = "40 mm"
    thickness: Size = "3 mm"
    corner_radius: Thickness = "0 mm"

    def problems(self, values: Mapping[str, float]) -> dict[str, str]:
        """Fields whose values do not go together, with the reason."""
        most = min(values["length"], values["width"]) / 2
        if values["corner_radius"] >= most:
            return {
                "corner_radius": f"a corner of {values['corner_radius']:.3f} mm is too large: "
                f"it must be less than half the shorter side, {most:.3f} mm"
            }
        return {}

    def sizes(self, values: Mapping[str, float]) -> str:
        return f"plate {values['length']:g} × {values['width']:g}, {values['thickness']:g} mm thick"

    def profile(self, values: Mapping[str, float]) -> tuple[Piece, ...]:
        return plate_profile(values["length"], values["width"], values["corner_radius"])

    def height_of(self, values: Mapping[str, float]) -> float:
        return values["thickness"]


class Tube(BaseFeature):
    """A tube standing on z = 0; wall 0 makes a solid round.

    `given` says which of wall and inner diameter is the driving one.
    """

    kind: Literal["tube"] = "tube"
    name: str = "tube"
    outer_diameter: Size = "40 mm"
    given: Literal["wall", "inner_diameter"] = "wall"
    wall: Thickness = "2 mm"
    inner_diameter: Thickness = "36 mm"
    height: Size = "30 mm"

    @property
    def idle(self) -> str:
        """The field that the other one of the pair makes idle."""
        return "inner_diameter" if self.given == "wall" else "wall"

    def inner(self, values: Mapping[str, float]) -> float:
        """Inner diameter, mm; 0 for a solid round."""
        if self.given == "inner_diameter":
            return values["inner_diameter"]
        return values["outer_diameter"] - 2.0 * values["wall"] if values["wall"] > 0 else 0.0

    def problems(self, values: Mapping[str, float]) -> dict[str, str]:
        """Fields whose values do not go together, with the reason."""
        outer = values["outer_diameter"]
        if self.given == "wall":
            if values["wall"] >= outer / 2:
                return {
                    "wall": f"a wall of {values['wall']:.3f} mm leaves no bore: it must be "
                    f"thinner than the radius, {outer / 2:.3f} mm; 0 makes a solid round"
                }
        elif values["inner_diameter"] >= outer:
            return {
                "inner_diameter": f"the bore of {values['inner_diameter']:.3f} mm is not "
                f"smaller than the outside, {outer:.3f} mm"
            }
        return {}

    def sizes(self, values: Mapping[str, float]) -> str:
        inner = self.inner(values)
        outer, height = values["outer_diameter"], values["height"]
        if inner == 0:
            return f"round {outer:g} mm, {height:g} mm high"
        return f"tube {outer:g} × {(outer - inner) / 2:g} mm, {height:g} mm high"


class Prism(BaseFeature):
    """A regular prism standing on z = 0, a side to the front."""

    kind: Literal["prism"] = "prism"
    name: str = "prism"
    sides: Factor = "6"
    across_flats: Size = "24 mm"
    height: Size = "12 mm"

    def problems(self, values: Mapping[str, float]) -> dict[str, str]:
        """Fields whose values do not go together, with the reason."""
        sides = values["sides"]
        if sides != int(sides) or not 3 <= sides <= 48:
            return {"sides": f"{sides:g} sides cannot be made: give a whole number from 3 to 48"}
        return {}

    def sizes(self, values: Mapping[str, float]) -> str:
        return (
            f"{values['sides']:g} sides, {values['across_flats']:g} mm across, "
            f"{values['height']:g} mm high"
        )

    def profile(self, values: Mapping[str, float]) -> tuple[Piece, ...]:
        return prism_profile(int(values["sides"]), values["across_flats"])

    def height_of(self, values: Mapping[str, float]) -> float:
        return values["height"]


class Ring(BaseFeature):
    """A split ring standing on z = 0: an arc of a tube, open at the back."""

    kind: Literal["ring"] = "ring"
    name: str = "ring"
    outer_diameter: Size = "40 mm"
    inner_diameter: Size = "34 mm"
    arc: Sweep = "300 deg"
    height: Size = "8 mm"

    def problems(self, values: Mapping[str, float]) -> dict[str, str]:
        """Fields whose values do not go together, with the reason."""
        if values["inner_diameter"] >= values["outer_diameter"]:
            return {
                "inner_diameter": f"the bore of {values['inner_diameter']:.3f} mm is not "
                f"smaller than the outside, {values['outer_diameter']:.3f} mm"
            }
        if values["arc"] > 359.9:
            return {"arc": "an open ring covers at most 359.9°: take a tube for a closed one"}
        return {}

    def sizes(self, values: Mapping[str, float]) -> str:
        wall = (values["outer_diameter"] - values["inner_diameter"]) / 2
        return f"ring {values['outer_diameter']:g} × {wall:g} mm, open, {values['arc']:g}°"

    def profile(self, values: Mapping[str, float]) -> tuple[Piece, ...]:
        return ring_profile(values["outer_diameter"], values["inner_diameter"], values["arc"])

    def height_of(self, values: Mapping[str, float]) -> float:
        return values["height"]


Extruded = Plate | Prism | Ring
"""Features that are a closed profile carried straight up."""

Feature = Annotated[Plate | Tube | Prism | Ring, Field(discriminator="kind")]

KINDS: dict[str, type[BaseFeature]] = {"tube": Tube, "plate": Plate, "prism": Prism, "ring": Ring}
