"""An engraving machine with three axes and a rotary one: it runs G-code, and what its cutter takes
is held against the artwork."""

from __future__ import annotations

import re
from collections.abc import Mapping
from pathlib import Path
from typing import Any

import numpy as np
import shapely
from PIL import Image

from tinstamp.shop import program as p
from tinstamp.shop.drawing import Array, Frame, blank
from tinstamp.shop.made import Compared, Figure, Made, ShopError

ALLOWED = 0.03
"""part by which the engraved area may differ from the artwork's, for what a round cutter leaves in
corners"""
STAGES = 16
"""pictures of the work while it goes on"""
TABLE_REACH = 400.0
"""mm that X and Y reach to either side"""
TOOL = re.compile(r"cutter ([\d.]+) mm(?:, V of ([\d.]+) degrees)?")
TURNED_ABOUT = re.compile(r"rotary axis")


def work(path: Path, wishes: Mapping[str, Any]) -> Made:
    """Run a program. `cutter` and `vee` are the tool that is in the spindle, mm and degrees, 0 for
    what the program's comment says; `diameter` that of the part at X0 on the rotary axis, `taper`
    its whole growth per mm of X. Raises ShopError."""
    run = p.read(path)
    cutter, vee = _tool(run, wishes)
    moves = [m for m in run.moves if m.cutting]
    if not moves:
        raise ShopError("the program cuts nothing")
    low = min(float(min(m.start[2], m.end[2])) for m in moves)
    reach = max(float(np.abs(m.end[:2]).max()) for m in run.moves)
    if reach > TABLE_REACH:
        raise ShopError(f"the program goes to {reach:.0f} mm: the table ends at {TABLE_REACH:.0f}")
    _no_crash(run)
    about = any(TURNED_ABOUT.search(c) for c in run.comments)
    if about and not float(wishes["diameter"]):
        raise ShopError("it turns the part: tell the diameter of the part at X0")
    faces = []
    for setup in range(run.setups):
        own = [m for m in moves if m.setup == setup]
        if own:
            faces.append(_swept(own, about, cutter, vee, wishes))
    engraved = sum(face.area for face, _ in faces)
    minutes = sum(m.minutes for m in run.moves)
    figures = (
        Figure("Set-ups", str(run.setups)),
        Figure("Cutter", f"{cutter:g} mm" + (f", V of {vee:g}°" if vee else "")),
        Figure("Deepest", -low, "mm"),
        Figure("Engraved area", engraved, "mm²"),
    )
    compared: tuple[Compared, ...] = ()
    if "area" in wishes:
        wanted = float(wishes["area"])
        compared = (Compared("Engraved area", wanted, engraved, "mm²", ALLOWED),)
    told = tuple(c for c in run.comments if "left out" in c or "too narrow" in c)
    return Made(figures, compared, 60 * minutes, told, _stages(faces))


def _tool(run: p.Program, wishes: Mapping[str, Any]) -> tuple[float, float]:
    cutter, vee = float(wishes["cutter"]), float(wishes["vee"])
    for comment in run.comments:
        if not cutter and (found := TOOL.search(comment)):
            cutter, vee = float(found[1]), float(found[2] or 0)
    if not cutter:
        raise ShopError("nobody says which cutter is in the spindle")
    return cutter, vee


def _no_crash(run: p.Program) -> None:
    """Raises ShopError for a crossing through the material."""
    for move in run.moves:
        sideways = np.abs(move.end - move.start)[[0, 1, 3]].max() > 1e-6
        if not move.cutting and sideways and min(move.start[2], move.end[2]) < -1e-6:
            raise ShopError(
                f"it would cross through the part at Z{min(move.start[2], move.end[2]):g}"
            )


def _swept(
    moves: list[p.Move], about: bool, cutter: float, vee: float, wishes: Mapping[str, Any]
) -> tuple[shapely.Geometry, list[Array]]:
    """What a cutter takes at the face, laid flat, and the ways of its tip there."""

    def flat(place: Array) -> Array:
        if not about:
            return place[:2]
        diameter = float(wishes["diameter"]) + float(wishes["taper"]) * place[0]
        return np.array([np.radians(place[3]) * diameter / 2, place[0]])

    def radius(z: float) -> float:
        if not vee:
            return cutter / 2
        return min(cutter / 2, max(0.0, -z) * float(np.tan(np.radians(vee / 2))))

    pieces, runs = [], []
    for move in moves:
        if max(move.start[2], move.end[2]) > 1e-9 and min(move.start[2], move.end[2]) > -1e-9:
            continue
        a, b = flat(move.start), flat(move.end)
        runs.append(np.array([a, b]))
        one, other = radius(float(move.start[2])), radius(float(move.end[2]))
        ends = [shapely.Point(*a).buffer(one, 24), shapely.Point(*b).buffer(other, 24)]
        pieces.append(shapely.union_all(ends).convex_hull)
    return shapely.union_all(pieces), runs


def _stages(faces: list[tuple[shapely.Geometry, list[Array]]]) -> tuple[Image.Image, ...]:
    """The faces beside one another, as the cutter goes over them."""
    shifted, along = [], 0.0
    for face, runs in faces:
        left, bottom, right, _ = face.bounds
        shift = np.array([along - left, -bottom])
        shifted.append((shapely.transform(face, lambda xy, s=shift: xy + s),
                        [run + shift for run in runs]))  # fmt: skip
        along += right - left + 8.0
    bounds = np.array([face.bounds for face, _ in shifted])
    frame = Frame.about(bounds[:, :2].min(axis=0), bounds[:, 2:].max(axis=0))
    image, pen = blank("#C9CED3")
    runs = [run for _, own in shifted for run in own]
    found = []
    for k in range(STAGES):
        for run in runs[len(runs) * k // STAGES : len(runs) * (k + 1) // STAGES]:
            pen.line(frame.px(run), fill="#2F5D62")
        found.append(image.copy())
    done, pen = blank("#C9CED3")
    for face, _ in shifted:
        for piece in shapely.get_parts(face):
            if piece.geom_type == "Polygon":
                pen.polygon(frame.px(np.array(piece.exterior.coords)), fill="#3B4A4D")
                for hole in piece.interiors:
                    pen.polygon(frame.px(np.array(hole.coords)), fill="#C9CED3")
    for run in runs:
        pen.line(frame.px(run), fill="#8FB3B5")
    return (*found, done)
