"""Bodies from a drawn profile or a grid: turned, extruded, along a rail, freeform skin."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from tinstamp.job.drawn import (
    Knots,
    ProfileError,
    closed_against_axis,
    knot,
    pieces,
    walled,
)
from tinstamp.job.feature import Body, Measures, Values
from tinstamp.job.field import Shown
from tinstamp.job.form import Extrusion, Railed, Skin, Turning
from tinstamp.job.plain_bodies import extruded_measures
from tinstamp.job.profile import Piece, counter_clockwise, signed_area
from tinstamp.job.round_bodies import turned_measures
from tinstamp.job.values import Lengths, Size, Sweep, Value

PROFILE = Shown("Profile")


class Drawn(Body):
    """Base of bodies with a drawn profile: problems with it stand at its points."""

    def problems(self, values: Values) -> dict[str, str]:
        try:
            self.form(values)
        except ProfileError as error:
            return {error.field: str(error)}
        return {}


class TurnedProfile(Drawn):
    """A drawn profile turned about the upright axis: x is the radius, y the height."""

    kind: Literal["turned"] = "turned"
    name: str = "turned"
    points: Annotated[Knots, PROFILE] = (
        knot("a", 20, 0, "spline"),
        knot("b", 26, 12, "spline"),
        knot("c", 18, 26, "line"),
        knot("d", 18, 32),
    )
    closed: Annotated[
        Literal["axis", "itself"],
        Shown("Closed", words={"axis": "On the axis", "itself": "In itself"}),
    ] = "axis"
    sweep: Annotated[Sweep, Shown("Turn covers", "360° is a full turn")] = "360 deg"

    def problems(self, values: Values) -> dict[str, str]:
        if values["sweep"] > 360.0:
            return {"sweep": "a turning covers at most 360°"}
        return super().problems(values)

    def loop(self, values: Values) -> tuple[Piece, ...]:
        """The closed profile. Raises ProfileError."""
        made = pieces(
            self.points, values, self.closed == "itself", level_at_axis=self.closed == "axis"
        )
        for piece in made:
            if piece.points(64)[:, 0].min() < -1e-9:
                i = [k.name for k in self.points].index(piece.name)
                raise ProfileError(
                    f"points.{i}.x",
                    f"piece “{piece.name}” passes the axis: a radius cannot be negative",
                )
        if self.closed == "itself":
            if any(p.start[0] < 1e-9 and p.end[0] < 1e-9 for p in made):
                return counter_clockwise(
                    [p.renamed("") if _on_axis(p) else p for p in made],
                )
            return counter_clockwise(made)
        loop = closed_against_axis(made)
        if abs(signed_area(loop)) < 1e-6:
            raise ProfileError("points.0.x", "the profile lies on the axis: there is nothing in it")
        return loop

    def form(self, values: Values) -> Turning:
        return Turning(self.loop(values), values["sweep"])

    def measures(self, values: Values) -> Measures:
        return turned_measures(self.loop(values), values["sweep"])

    def sizes(self, values: Values) -> str:
        points = [values[f"points.{i}.x"] for i in range(len(self.points))]
        heights = [values[f"points.{i}.y"] for i in range(len(self.points))]
        told = f"turned, {2 * max(points):g} mm wide, {max(heights) - min(heights):g} mm high"
        return told if values["sweep"] == 360 else f"{told}, {values['sweep']:g}°"


def _on_axis(piece: Piece) -> bool:
    straight = piece.centre is None and piece.spline is None
    return straight and piece.start[0] < 1e-9 and piece.end[0] < 1e-9


class Extruded(Drawn):
    """A drawn profile carried from z = 0 up: a closed outline, or an open line with a wall."""

    kind: Literal["extruded"] = "extruded"
    name: str = "extruded"
    points: Annotated[Knots, PROFILE] = (
        knot("a", -30, -10),
        knot("b", 30, -10, "arc", 6),
        knot("c", 30, 10),
        knot("d", -30, 10),
    )
    closed: Annotated[
        Literal["outline", "open"],
        Shown("Closed", words={"outline": "Outline", "open": "Open, wall"}),
    ] = "outline"
    wall: Annotated[Size, Shown("Wall", "Thickness of the wall", when={"closed": ("open",)})] = (
        "2 mm"
    )
    wall_side: Annotated[
        Literal["left", "middle", "right"],
        Shown(
            "Wall lies",
            words={"left": "Left", "middle": "Middle", "right": "Right"},
            when={"closed": ("open",)},
        ),
    ] = "middle"
    height: Annotated[Size, Shown("Height")] = "20 mm"

    def loop(self, values: Values) -> tuple[Piece, ...]:
        """The closed profile. Raises ProfileError."""
        made = pieces(self.points, values, self.closed == "outline")
        if self.closed == "open":
            return walled(made, values["wall"], self.wall_side, "points")
        if abs(signed_area(made)) < 1e-6:
            raise ProfileError("points.0.x", "the profile encloses nothing")
        return counter_clockwise(made)

    def form(self, values: Values) -> Extrusion:
        return Extrusion(self.loop(values), values["height"])

    def measures(self, values: Values) -> Measures:
        form = self.form(values)
        return extruded_measures(form.pieces, form.height)

    def sizes(self, values: Values) -> str:
        told = f"profile of {len(self.points)} points, {values['height']:g} mm high"
        return told + (f", wall {values['wall']:g} mm" if self.closed == "open" else "")


class RailedHead(Drawn):
    """A profile carried round the axis while a closed rail steers its reach.

    The rail is the outline at the profile's widest point; elsewhere the outline is the
    rail's, smaller in the ratio of the radii. It is an oval, or drawn.
    """

    kind: Literal["railed"] = "railed"
    name: str = "head"
    points: Annotated[Knots, PROFILE] = (
        knot("a", 16, 0, "spline"),
        knot("b", 20, 8, "spline"),
        knot("c", 14, 16, "spline"),
        knot("d", 0, 20),
    )
    rail: Annotated[
        Literal["oval", "drawn"], Shown("Rail", words={"oval": "Oval", "drawn": "Drawn"})
    ] = "oval"
    oval_length: Annotated[Size, Shown("Oval length", when={"rail": ("oval",)})] = "50 mm"
    oval_width: Annotated[Size, Shown("Oval width", when={"rail": ("oval",)})] = "34 mm"
    rail_points: Annotated[Knots, Shown("Rail", when={"rail": ("drawn",)})] = (
        knot("left", -25, 0, "arc", 17),
        knot("right", 25, 0, "arc", 17),
    )

    def _rail(self, values: Values) -> tuple[Piece, ...]:
        rail = counter_clockwise(pieces(self.rail_points, values, True, "rail_points"))
        for piece in rail:
            p = piece.points(48)
            turning = p[:-1, 0] * p[1:, 1] - p[:-1, 1] * p[1:, 0]
            if turning.min() <= 0:
                i = [k.name for k in self.rail_points].index(piece.name)
                raise ProfileError(
                    f"rail_points.{i}.x",
                    f"seen from the axis, piece “{piece.name}” of the rail turns back: the rail "
                    "must run round the axis",
                )
        return rail

    def form(self, values: Values) -> Railed:
        made = pieces(self.points, values, False, level_at_axis=True)
        xs = [float(p.points(64)[:, 0].max()) for p in made]
        for piece in made:
            if piece.points(64)[:, 0].min() < -1e-9:
                i = [k.name for k in self.points].index(piece.name)
                raise ProfileError(f"points.{i}.x", f"piece “{piece.name}” passes the axis")
        if max(xs) < 1e-6:
            raise ProfileError("points.0.x", "the profile lies on the axis")
        loop = closed_against_axis(made)
        if self.rail == "oval":
            oval = (values["oval_length"] / 2, values["oval_width"] / 2)
            return Railed(loop, max(xs), (), oval)
        return Railed(loop, max(xs), self._rail(values), None)

    def sizes(self, values: Values) -> str:
        heights = [values[f"points.{i}.y"] for i in range(len(self.points))]
        high = f"{max(heights) - min(heights):g} mm high"
        if self.rail == "oval":
            return f"oval head {values['oval_length']:g} × {values['oval_width']:g} mm, {high}"
        return f"head along a drawn rail, {high}"


class Row(Value):
    """Heights from left to right, mm."""

    heights: Annotated[Lengths, Shown("")]


def skin_rows(*rows: tuple[float, ...]) -> tuple[Row, ...]:
    """Rows of heights from plain figures, mm."""
    return tuple(Row(heights=tuple(f"{h:g} mm" for h in row)) for row in rows)


class FreeformSkin(Body):
    """A smooth skin through a grid of heights, or steered by them, thickened downwards.

    Rows run from the front to the back.
    """

    kind: Literal["skin"] = "skin"
    name: str = "skin"
    length: Annotated[Size, Shown("Length")] = "60 mm"
    width: Annotated[Size, Shown("Width")] = "40 mm"
    thickness: Annotated[Size, Shown("Thickness")] = "2 mm"
    shape: Annotated[
        Literal["through", "steered"],
        Shown("Heights", words={"through": "Passed", "steered": "Steering"}),
    ] = "through"
    rows: Annotated[
        tuple[Row, ...], Field(min_length=2, max_length=60), Shown("Heights", control="heights")
    ] = skin_rows((6, 9, 9, 6), (8, 13, 13, 8), (8, 13, 13, 8), (6, 9, 9, 6))

    @model_validator(mode="after")
    def _even(self) -> FreeformSkin:
        if len({len(row.heights) for row in self.rows}) > 1:
            raise ValueError("all rows of a skin need as many heights")
        return self

    def form(self, values: Values) -> Skin:
        heights = tuple(
            tuple(values[f"rows.{i}.heights.{j}"] for j in range(len(row.heights)))
            for i, row in enumerate(self.rows)
        )
        through = self.shape == "through"
        return Skin(values["length"], values["width"], heights, through, values["thickness"])

    def sizes(self, values: Values) -> str:
        return f"skin {values['length']:g} × {values['width']:g}, {values['thickness']:g} mm thick"
