"""Bodies of straight sides: plate, tube or round, prism, split ring."""

from __future__ import annotations

import math
from typing import Annotated, Literal

from tinstamp.job.feature import Body, Measures, Values
from tinstamp.job.field import Shown
from tinstamp.job.form import Extrusion, Form, Round
from tinstamp.job.profile import Piece, bounds, plate_profile, prism_profile, ring_profile
from tinstamp.job.values import Factor, Size, Sweep, Thickness

OUTSIDE = Shown("Diameter", "The outside diameter")


def extruded_measures(pieces: tuple[Piece, ...], height: float) -> Measures:
    """Of the sides, top and bottom of a profile carried up."""
    low_x, low_y, high_x, high_y = bounds(pieces)
    end = {"face_width": high_x - low_x, "face_height": high_y - low_y, "wall": height}
    measures = {"top": end, "bottom": dict(end)}
    for piece in pieces:
        side = {"face_width": piece.length, "face_height": height, "edge_length": piece.length}
        if piece.centre is not None:
            side["diameter"] = 2.0 * piece.radius
        measures[piece.name] = side
    return measures


class Plate(Body):
    """A rectangular plate, centred, standing on z = 0."""

    kind: Literal["plate"] = "plate"
    name: str = "plate"
    length: Annotated[Size, Shown("Length")] = "80 mm"
    width: Annotated[Size, Shown("Width")] = "40 mm"
    thickness: Annotated[Size, Shown("Thickness")] = "3 mm"
    corner_radius: Annotated[
        Thickness, Shown("Corners", "Radius of the corners; 0 leaves them sharp")
    ] = "0 mm"

    def problems(self, values: Values) -> dict[str, str]:
        most = min(values["length"], values["width"]) / 2
        if values["corner_radius"] >= most:
            return {
                "corner_radius": f"a corner of {values['corner_radius']:.3f} mm is too large: "
                f"it must be less than half the shorter side, {most:.3f} mm"
            }
        return {}

    def sizes(self, values: Values) -> str:
        return f"plate {values['length']:g} × {values['width']:g}, {values['thickness']:g} mm thick"

    def form(self, values: Values) -> Extrusion:
        profile = plate_profile(values["length"], values["width"], values["corner_radius"])
        return Extrusion(profile, values["thickness"])

    def measures(self, values: Values) -> Measures:
        form = self.form(values)
        measures = extruded_measures(form.pieces, form.height)
        for name in ("front", "back"):
            measures[name]["wall"] = values["width"]
        for name in ("left", "right"):
            measures[name]["wall"] = values["length"]
        return measures


class Tube(Body):
    """A tube standing on z = 0; wall 0 makes a solid round.

    `given` says which of wall and inner diameter is the driving one.
    """

    kind: Literal["tube"] = "tube"
    name: str = "tube"
    outer_diameter: Annotated[Size, OUTSIDE] = "40 mm"
    given: Annotated[
        Literal["wall", "inner_diameter"],
        Shown("Given by", words={"wall": "Wall", "inner_diameter": "Bore"}),
    ] = "wall"
    wall: Annotated[
        Thickness,
        Shown("Wall", "Thickness of the wall; 0 makes it solid", when={"given": ("wall",)}),
    ] = "2 mm"
    inner_diameter: Annotated[
        Thickness, Shown("Bore", "The inside diameter", when={"given": ("inner_diameter",)})
    ] = "36 mm"
    height: Annotated[Size, Shown("Height")] = "30 mm"

    def inner(self, values: Values) -> float:
        """Inner diameter, mm; 0 for a solid round."""
        if self.given == "inner_diameter":
            return values["inner_diameter"]
        return values["outer_diameter"] - 2.0 * values["wall"] if values["wall"] > 0 else 0.0

    def problems(self, values: Values) -> dict[str, str]:
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

    def sizes(self, values: Values) -> str:
        inner = self.inner(values)
        outer, height = values["outer_diameter"], values["height"]
        if inner == 0:
            return f"round {outer:g} mm, {height:g} mm high"
        return f"tube {outer:g} × {(outer - inner) / 2:g} mm, {height:g} mm high"

    def form(self, values: Values) -> Form:
        return Round(values["outer_diameter"], self.inner(values), values["height"])

    def measures(self, values: Values) -> Measures:
        outer, inner, height = values["outer_diameter"], self.inner(values), values["height"]
        end = {"face_width": outer, "face_height": outer, "girth": math.pi * outer}
        measures = {"outer": round_measures(outer, height), "top": end, "bottom": dict(end)}
        if inner > 0:
            measures["inner"] = round_measures(inner, height)
            for face in ("outer", "inner"):
                measures[face]["wall"] = (outer - inner) / 2
        return measures


def round_measures(diameter: float, height: float) -> dict[str, float]:
    """Of a whole cylinder."""
    girth = math.pi * diameter
    return {
        "girth": girth,
        "diameter": diameter,
        "face_width": girth,
        "face_height": height,
        "edge_length": girth,
    }


class Prism(Body):
    """A regular prism standing on z = 0, a side to the front."""

    kind: Literal["prism"] = "prism"
    name: str = "prism"
    sides: Annotated[Factor, Shown("Sides")] = "6"
    across_flats: Annotated[
        Size, Shown("Across flats", "Diameter of the circle that touches all sides")
    ] = "24 mm"
    height: Annotated[Size, Shown("Height")] = "12 mm"

    def problems(self, values: Values) -> dict[str, str]:
        sides = values["sides"]
        if sides != int(sides) or not 3 <= sides <= 48:
            return {"sides": f"{sides:g} sides cannot be made: give a whole number from 3 to 48"}
        return {}

    def sizes(self, values: Values) -> str:
        return (
            f"{values['sides']:g} sides, {values['across_flats']:g} mm across, "
            f"{values['height']:g} mm high"
        )

    def form(self, values: Values) -> Extrusion:
        profile = prism_profile(int(values["sides"]), values["across_flats"])
        return Extrusion(profile, values["height"])

    def measures(self, values: Values) -> Measures:
        form = self.form(values)
        return extruded_measures(form.pieces, form.height)


class Ring(Body):
    """A split ring standing on z = 0: an arc of a tube, open at the back."""

    kind: Literal["ring"] = "ring"
    name: str = "ring"
    outer_diameter: Annotated[Size, OUTSIDE] = "40 mm"
    inner_diameter: Annotated[Size, Shown("Bore", "The inside diameter")] = "34 mm"
    arc: Annotated[
        Sweep,
        Shown("Arc", "How far round the ring goes, up to 359.9°; it is open at the back"),
    ] = "300 deg"
    height: Annotated[Size, Shown("Height")] = "8 mm"

    def problems(self, values: Values) -> dict[str, str]:
        if values["inner_diameter"] >= values["outer_diameter"]:
            return {
                "inner_diameter": f"the bore of {values['inner_diameter']:.3f} mm is not "
                f"smaller than the outside, {values['outer_diameter']:.3f} mm"
            }
        if values["arc"] > 359.9:
            return {"arc": "an open ring covers at most 359.9°: take a tube for a closed one"}
        return {}

    def sizes(self, values: Values) -> str:
        wall = (values["outer_diameter"] - values["inner_diameter"]) / 2
        return f"ring {values['outer_diameter']:g} × {wall:g} mm, open, {values['arc']:g}°"

    def form(self, values: Values) -> Extrusion:
        profile = ring_profile(values["outer_diameter"], values["inner_diameter"], values["arc"])
        return Extrusion(profile, values["height"])

    def measures(self, values: Values) -> Measures:
        form = self.form(values)
        measures = extruded_measures(form.pieces, form.height)
        for end_face in ("top", "bottom"):
            for name in ("face_width", "face_height"):
                measures[end_face][name] = values["outer_diameter"]
        wall = (values["outer_diameter"] - values["inner_diameter"]) / 2
        measures["outer"]["wall"] = measures["inner"]["wall"] = wall
        return measures
