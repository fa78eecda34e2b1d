"""Bodies turned about their axis from a few sizes: cone, dome, ball, torus."""

from __future__ import annotations

import math
from typing import Annotated, Literal

from tinstamp.job.feature import Body, Measures, Values
from tinstamp.job.field import Shown
from tinstamp.job.form import Turning
from tinstamp.job.profile import Piece, counter_clockwise
from tinstamp.job.values import Angle, Size, Thickness

AXIS = ""
"""The name of a piece on the axis, which makes no face."""


def turned_measures(pieces: tuple[Piece, ...], sweep: float = 360.0) -> Measures:
    """Of every face that a profile of radius x and height y makes when it is turned.

    `lower_girth` and `upper_girth` are the lengths of its rims; a cylinder has one `girth`.
    """
    turn = math.radians(sweep)
    measures: Measures = {}
    for piece in pieces:
        if not piece.name:
            continue
        low, high = sorted((piece.start, piece.end), key=lambda p: p[1])
        face = {"face_height": piece.length, "edge_length": turn * max(low[0], high[0])}
        straight = piece.centre is None and piece.spline is None
        if straight and abs(low[0] - high[0]) < 1e-9 and sweep == 360.0:
            face |= {"girth": turn * low[0], "diameter": 2.0 * low[0], "face_width": turn * low[0]}
        elif straight and abs(low[1] - high[1]) < 1e-9:
            wide = 2.0 * max(low[0], high[0])
            face = {"face_width": wide, "face_height": wide, "edge_length": turn * wide / 2}
            if sweep == 360.0:
                face["girth"] = turn * wide / 2
        else:
            face |= {"lower_girth": turn * low[0], "upper_girth": turn * high[0]}
            if straight:
                face["sector"] = sweep * abs(high[0] - low[0]) / piece.length
        measures[piece.name] = face
    return measures


class Turned(Body):
    """Base of bodies that are a profile turned once round."""

    def loop(self, values: Values) -> tuple[Piece, ...]:
        """The closed profile, radius x and height y."""
        raise NotImplementedError

    def form(self, values: Values) -> Turning:
        return Turning(counter_clockwise(self.loop(values)))

    def measures(self, values: Values) -> Measures:
        return turned_measures(self.loop(values))


class Cone(Turned):
    """A cone standing on z = 0, given by its top diameter or the angle of its side.

    The side angle is between the side and the axis, positive when it narrows upwards. A
    wall, measured square to the side, makes it hollow, with each end open or closed.
    """

    kind: Literal["cone"] = "cone"
    name: str = "cone"
    base_diameter: Annotated[Size, Shown("Base")] = "60 mm"
    height: Annotated[Size, Shown("Height")] = "40 mm"
    given: Annotated[
        Literal["top_diameter", "side_angle"],
        Shown("Given by", words={"top_diameter": "Top", "side_angle": "Side angle"}),
    ] = "top_diameter"
    top_diameter: Annotated[Thickness, Shown("Top", when={"given": ("top_diameter",)})] = "30 mm"
    side_angle: Annotated[
        Angle,
        Shown(
            "Side angle",
            "Between the side and the axis; positive narrows upwards",
            when={"given": ("side_angle",)},
        ),
    ] = "20 deg"
    wall: Annotated[Thickness, Shown("Wall", "0 makes it solid")] = "0 mm"
    lower_end: Annotated[
        Literal["open", "closed"], Shown("Lower end", words={"open": "Open", "closed": "Closed"})
    ] = "open"
    upper_end: Annotated[
        Literal["open", "closed"], Shown("Upper end", words={"open": "Open", "closed": "Closed"})
    ] = "open"

    def radii(self, values: Values) -> tuple[float, float]:
        """Below and above, mm."""
        base = values["base_diameter"] / 2
        if self.given == "top_diameter":
            return base, values["top_diameter"] / 2
        return base, base - values["height"] * math.tan(math.radians(values["side_angle"]))

    def problems(self, values: Values) -> dict[str, str]:
        if self.given == "side_angle":
            angle = values["side_angle"]
            if not abs(angle) < 89.0:
                return {"side_angle": "the side must stand steeper than 89° from the axis"}
            base, top = self.radii(values)
            if top < 0:
                closes = base / math.tan(math.radians(angle))
                return {
                    "side_angle": f"the sides meet at a height of {closes:.3f} mm, below the "
                    f"cone's own, {values['height']:.3f} mm"
                }
        if values["wall"] == 0:
            return {}
        low, high = self._inner(values)
        if max(low[0], high[0]) <= 1e-6 or high[1] - low[1] <= 1e-6:
            return {"wall": f"a wall of {values['wall']:.3f} mm leaves no hollow"}
        if self.upper_end == "open" and high[0] <= 1e-6:
            return {
                "wall": f"a wall of {values['wall']:.3f} mm closes the upper end: choose "
                "“closed” for it, or a thinner wall"
            }
        if self.lower_end == "open" and low[0] <= 1e-6:
            return {
                "wall": f"a wall of {values['wall']:.3f} mm closes the lower end: choose "
                "“closed” for it, or a thinner wall"
            }
        return {}

    def _inner(self, values: Values) -> tuple[tuple[float, float], tuple[float, float]]:
        """The inner side's lower and upper end, (radius, height)."""
        (base, top), height, wall = self.radii(values), values["height"], values["wall"]
        slope = (top - base) / height
        back = wall * math.hypot(1.0, slope)
        low_z = wall if self.lower_end == "closed" else 0.0
        high_z = height - wall if self.upper_end == "closed" else height

        def inner(z: float) -> float:
            return base + slope * z - back

        if inner(high_z) < 0 and slope < 0:
            high_z = (back - base) / slope
        elif inner(low_z) < 0 and slope > 0:
            low_z = (back - base) / slope
        return (max(0.0, inner(low_z)), low_z), (max(0.0, inner(high_z)), high_z)

    def loop(self, values: Values) -> tuple[Piece, ...]:
        (base, top), height = self.radii(values), values["height"]
        a, b = (base, 0.0), (max(top, 0.0), height)
        outer = Piece("outer", a, b)
        if values["wall"] == 0:
            pieces = [Piece("bottom", (0.0, 0.0), a), outer]
            if b[0] > 0:
                pieces.append(Piece("top", b, (0.0, height)))
            return (*pieces, Piece(AXIS, (0.0, height), (0.0, 0.0)))
        low, high = self._inner(values)
        pieces = [outer]
        if self.upper_end == "closed":
            if b[0] > 0:
                pieces.append(Piece("top", b, (0.0, height)))
            pieces.append(Piece(AXIS, (0.0, height), (0.0, high[1])))
            if high[0] > 0:
                pieces.append(Piece("inner_top", (0.0, high[1]), high))
        else:
            pieces.append(Piece("top", b, high))
        pieces.append(Piece("inner", high, low))
        if self.lower_end == "closed":
            if low[0] > 0:
                pieces.append(Piece("inner_bottom", low, (0.0, low[1])))
            pieces += [Piece(AXIS, (0.0, low[1]), (0.0, 0.0)), Piece("bottom", (0.0, 0.0), a)]
        else:
            pieces.append(Piece("bottom", low, a))
        return tuple(pieces)

    def sizes(self, values: Values) -> str:
        base, top = self.radii(values)
        told = f"cone {2 * base:g} to {2 * top:g} mm, {values['height']:g} mm high"
        return told + (f", wall {values['wall']:g} mm" if values["wall"] else "")

    def measures(self, values: Values) -> Measures:
        measures = super().measures(values)
        if values["wall"]:
            measures["outer"]["wall"] = measures["inner"]["wall"] = values["wall"]
        return measures


class Dome(Turned):
    """A cap of a ball standing on z = 0; wall 0 makes it solid."""

    kind: Literal["dome"] = "dome"
    name: str = "dome"
    diameter: Annotated[Size, Shown("Diameter")] = "50 mm"
    height: Annotated[Size, Shown("Height")] = "15 mm"
    wall: Annotated[Thickness, Shown("Wall", "0 makes it solid")] = "0 mm"

    @staticmethod
    def radius(values: Values) -> float:
        """Of the ball, mm: (a² + h²) / 2h for a cap of base radius a and height h."""
        a, h = values["diameter"] / 2, values["height"]
        return (a * a + h * h) / (2.0 * h)

    def problems(self, values: Values) -> dict[str, str]:
        radius, wall = self.radius(values), values["wall"]
        centre = values["height"] - radius
        if wall and (radius - wall <= abs(centre) or wall >= values["height"]):
            return {"wall": f"a wall of {wall:.3f} mm leaves no hollow under the dome"}
        return {}

    def loop(self, values: Values) -> tuple[Piece, ...]:
        radius, wall = self.radius(values), values["wall"]
        a, h = values["diameter"] / 2, values["height"]
        centre = (0.0, h - radius)
        rise = math.atan2(-centre[1], a)  # of the base's rim, from the centre
        crown = Piece("crown", (a, 0.0), (0.0, h), centre, math.pi / 2 - rise)
        if wall == 0:
            return (
                Piece("base", (0.0, 0.0), (a, 0.0)),
                crown,
                Piece(AXIS, (0.0, h), (0.0, 0.0)),
            )
        inner = radius - wall
        b = math.sqrt(inner**2 - centre[1] ** 2)
        within = math.atan2(-centre[1], b)
        return (
            Piece("base", (b, 0.0), (a, 0.0)),
            crown,
            Piece(AXIS, (0.0, h), (0.0, h - wall)),
            Piece("inner", (0.0, h - wall), (b, 0.0), centre, within - math.pi / 2),
        )

    def sizes(self, values: Values) -> str:
        told = f"dome {values['diameter']:g} mm, {values['height']:g} mm high"
        return told + (f", wall {values['wall']:g} mm" if values["wall"] else "")


class Ball(Turned):
    """A ball standing on z = 0."""

    kind: Literal["ball"] = "ball"
    name: str = "ball"
    diameter: Annotated[Size, Shown("Diameter")] = "30 mm"

    def loop(self, values: Values) -> tuple[Piece, ...]:
        r = values["diameter"] / 2
        return (
            Piece("outer", (0.0, 0.0), (0.0, 2 * r), (0.0, r), math.pi),
            Piece(AXIS, (0.0, 2 * r), (0.0, 0.0)),
        )

    def sizes(self, values: Values) -> str:
        return f"ball {values['diameter']:g} mm"


class Torus(Turned):
    """A torus lying on z = 0: a round bar bent to a closed ring.

    `ring_diameter` is that of the bar's middle line.
    """

    kind: Literal["torus"] = "torus"
    name: str = "torus"
    ring_diameter: Annotated[Size, Shown("Ring", "Of the bar's middle line")] = "40 mm"
    bar_diameter: Annotated[Size, Shown("Bar")] = "8 mm"

    def problems(self, values: Values) -> dict[str, str]:
        if values["bar_diameter"] >= values["ring_diameter"]:
            return {
                "bar_diameter": f"a bar of {values['bar_diameter']:.3f} mm closes the ring: it "
                f"must be thinner than the ring's diameter, {values['ring_diameter']:.3f} mm"
            }
        return {}

    def loop(self, values: Values) -> tuple[Piece, ...]:
        reach, bar = values["ring_diameter"] / 2, values["bar_diameter"] / 2
        start = (reach + bar, bar)
        return (Piece("outer", start, start, (reach, bar), 2.0 * math.pi),)

    def sizes(self, values: Values) -> str:
        return f"torus {values['ring_diameter']:g} mm, bar {values['bar_diameter']:g} mm"
