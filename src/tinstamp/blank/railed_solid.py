"""A profile carried round an axis while a closed rail steers its reach.

A point of the profile at radius r and height z, carried to the point R of the rail, comes
to (r · R / widest, z). With both as B-splines (arcs rational) the surface is their tensor
product, exactly: poles (r R, z), weights multiplied.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from OCP.BRepBuilderAPI import (
    BRepBuilderAPI_MakeEdge,
    BRepBuilderAPI_MakeFace,
    BRepBuilderAPI_MakeWire,
)
from OCP.Geom import Geom_BSplineSurface, Geom_Plane
from OCP.gp import gp_Ax3
from OCP.TopoDS import TopoDS, TopoDS_Face, TopoDS_Wire

from tinstamp.blank.kernel import Array, direction, point, rational_curve, rational_surface
from tinstamp.blank.sewing import sewn
from tinstamp.blank.solid import Blank
from tinstamp.blank.turned_solid import charts_when_wanted
from tinstamp.job.form import Railed
from tinstamp.job.profile import Piece


@dataclass(frozen=True)
class Curve:
    """A rational B-spline in the plane: full knot vector, (n, 2) poles, (n,) weights."""

    knots: Array
    poles: Array
    weights: Array

    @property
    def degree(self) -> int:
        return len(self.knots) - len(self.poles) - 1


def curve_of(piece: Piece) -> Curve:
    """A piece as a rational B-spline, exactly."""
    if piece.spline is not None:
        poles = np.array(piece.spline.poles)
        return Curve(np.array(piece.spline.knots), poles, np.ones(len(poles)))
    if piece.centre is None:
        return Curve(np.array([0.0, 0, 1, 1]), np.array([piece.start, piece.end]), np.ones(2))
    return arc_curve(piece.centre, piece.start, piece.turn)


def arc_curve(centre: Sequence[float], start: Sequence[float], turn: float) -> Curve:
    """An arc as rational quadratics, each of a quarter of a turn at most: the middle pole
    where the tangents meet, its weight the cosine of half the angle (any text on NURBS)."""
    count = max(1, math.ceil(abs(turn) / (math.pi / 2) - 1e-9))
    half = turn / count / 2
    first = np.subtract(start, centre)
    radius, angle = math.hypot(*first), math.atan2(first[1], first[0])
    angles = angle + half * np.arange(2 * count + 1)
    reach = np.where(np.arange(2 * count + 1) % 2, radius / math.cos(half), radius)
    poles = reach[:, None] * np.stack([np.cos(angles), np.sin(angles)], axis=1) + centre
    weights = np.where(np.arange(2 * count + 1) % 2, math.cos(half), 1.0)
    inner = np.repeat(np.arange(1, count), 2)
    return Curve(np.concatenate([[0.0] * 3, inner, [count] * 3]), poles, weights)


def railed(name: str, form: Railed) -> Blank:
    """The solid with its faces named after the profile's pieces, and after the rail's where
    that is drawn of several."""
    rails = _rails(form)
    members: list[tuple[str, TopoDS_Face]] = []
    for piece in form.pieces:
        if not piece.name:
            continue
        level = (
            piece.centre is None
            and piece.spline is None
            and (abs(piece.start[1] - piece.end[1]) < 1e-9)
        )
        if level:
            members.append((f"{name}.{piece.name}", _flat(piece, rails, form.widest)))
            continue
        profile = curve_of(piece)
        for rail_name, rail in rails:
            suffix = f"_{rail_name}" if rail_name else ""
            surface = _carried(profile, rail, form.widest)
            face = BRepBuilderAPI_MakeFace(surface, 1e-7).Face()
            members.append((f"{name}.{piece.name}{suffix}", face))
    solid = sewn(members)
    return Blank(solid, charts_when_wanted(solid))


def _rails(form: Railed) -> list[tuple[str, Curve]]:
    if form.oval is not None:
        whole = arc_curve((0.0, 0.0), (0.0, 1.0), 2.0 * math.pi)
        return [("", Curve(whole.knots, whole.poles * form.oval, whole.weights))]
    alone = len(form.rail) == 1
    return [("" if alone else piece.name, curve_of(piece)) for piece in form.rail]


def _carried(profile: Curve, rail: Curve, widest: float) -> Geom_BSplineSurface:
    r, z = profile.poles[:, 0] / widest, profile.poles[:, 1]
    poles = np.empty((len(rail.poles), len(profile.poles), 3))
    poles[..., :2] = rail.poles[:, None, :] * r[None, :, None]
    poles[..., 2] = z[None, :]
    weights = rail.weights[:, None] * profile.weights[None, :]
    return rational_surface(rail.knots, profile.knots, poles, weights)


def _flat(piece: Piece, rails: Sequence[tuple[str, Curve]], widest: float) -> TopoDS_Face:
    """The level face between the rail at two radii; the smaller one may be the axis."""
    low, high = sorted((piece.start[0], piece.end[0]))
    z = piece.start[1]
    plane = Geom_Plane(gp_Ax3(point((0.0, 0.0, z)), direction((0, 0, 1)), direction((1, 0, 0))))
    face = BRepBuilderAPI_MakeFace(plane.Pln(), _ring(rails, high / widest, z), True)
    if low > 1e-9:
        inner = _ring(rails, low / widest, z)
        face.Add(TopoDS.Wire_s(inner.Reversed()))
    return face.Face()


def _ring(rails: Sequence[tuple[str, Curve]], scale: float, z: float) -> TopoDS_Wire:
    wire = BRepBuilderAPI_MakeWire()
    for _, rail in rails:
        poles = np.column_stack([rail.poles * scale, np.full(len(rail.poles), z)])
        wire.Add(BRepBuilderAPI_MakeEdge(rational_curve(rail.knots, poles, rail.weights)).Edge())
    return wire.Wire()
