"""Figures of a section through a stamp: depth, wall left, widths at the face and at the cap or
floor, draft, each along a line of the section, measured on the finished solid.
"""

from __future__ import annotations

import numpy as np
import shapely

from tinstamp.blank.kernel import Array
from tinstamp.blank.solid import NamedSolid
from tinstamp.engine.fields import crossings
from tinstamp.engine.questions import Line, Section
from tinstamp.plan.planned import Planned
from tinstamp.setting.fit import ink

NEAR_END = 0.02
"""Part of the depth from the face, and from the cap or floor, at which widths are measured."""
OFF_FACE = 0.01
"""mm outside the material that a line begins"""


def section_of(item: Planned, body: NamedSolid, at: tuple[float, float]) -> Section:
    """The figures where the upright line of the sheet through a point runs through ink, at the
    stretch of ink that is nearest to the point."""
    stretch = _stretch(item, at)
    if stretch is None or not item.depth:
        return Section(item.name, ())
    low, high = stretch
    middle = np.array([[at[0], (low + high) / 2]])
    foot = np.asarray(item.chart.to_space(middle), dtype=float)[0]
    normal = np.asarray(item.chart.normal(middle), dtype=float)[0]
    above = np.asarray(item.chart.to_space(middle + [[0.0, 1e-4]]), dtype=float)[0]
    up = above - foot
    up = up - (up @ normal) * normal
    up /= np.linalg.norm(up)
    start = OFF_FACE + (1.2 * item.depth if item.raised else 0.0)
    entry, leaving = crossings(body, (foot + start * normal)[None], normal[None])[0].tolist()
    if not np.isfinite(entry):
        return Section(item.name, ())
    cap = foot + (start - entry) * normal
    depth = abs(start - entry)
    lines = [Line("depth", depth, "mm", _ends(foot, cap))]
    if np.isfinite(leaving):
        back = foot + (start - leaving) * normal
        wall = leaving - entry if not item.raised else leaving - start
        lines.append(Line("wall left", wall, "mm", _ends(foot if item.raised else cap, back)))
    end = "width at the cap" if item.raised else "width at the floor"
    return Section(item.name, (*lines, *_widths(body, foot, cap, up, end)))


def _ends(a: Array, b: Array) -> tuple[tuple[float, float, float], tuple[float, float, float]]:
    (x, y, z), (u, v, w) = a.tolist(), b.tolist()
    return (x, y, z), (u, v, w)


def _stretch(item: Planned, at: tuple[float, float]) -> tuple[float, float] | None:
    """From where to where the ink goes along the upright line through a point, mm."""
    low, high = float(item.placed.bounds[1]) - 1.0, float(item.placed.bounds[3]) + 1.0
    line = shapely.LineString([(at[0], low), (at[0], high)])
    met = shapely.intersection(line, shapely.union_all(ink(item.placed.regions)))
    parts = [part.bounds for part in getattr(met, "geoms", [met]) if part.length > 1e-6]
    if not parts:
        return None
    best = min(parts, key=lambda b: abs((b[1] + b[3]) / 2 - at[1]))
    return float(best[1]), float(best[3])


def _widths(body: NamedSolid, foot: Array, cap: Array, up: Array, end: str) -> list[Line]:
    """At the face and at the other end of the walls, and the draft that follows from them."""
    found: list[Line] = []
    places = {"width at the face": NEAR_END, end: 1.0 - NEAR_END}
    for words, part in places.items():
        p = foot + part * (cap - foot)
        ways = [crossings(body, p[None], n[None])[0, 0] for n in (-up, up)]
        if np.isfinite(ways).all():
            ends = _ends(p + ways[0] * up, p - ways[1] * up)
            found.append(Line(words, float(sum(ways)), "mm", ends))
    depth = float(np.linalg.norm(cap - foot))
    if len(found) == 2:
        lean = (found[0].value - found[1].value) / 2 / (depth * (1 - 2 * NEAR_END))
        found.append(Line("draft, mean", float(np.degrees(np.arctan(lean))), "°"))
    return found
