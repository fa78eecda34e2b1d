"""What of a face lies nearer to its edges than a distance, measured along the face.

On sheets that keep lengths that is a plain offset; elsewhere geodesics are run from the edges, from
x'' = -(JᵀJ)⁻¹Jᵀ r(x', x') in (u, v), where r(x', x') is the surface's second derivative along x'
(any text on differential geometry), by Runge and Kutta's fourth-order rule.
"""

from __future__ import annotations

import numpy as np
import shapely
from shapely.geometry.base import BaseGeometry

from tinstamp.artwork.outline import Array, Region, nest
from tinstamp.artwork.tidy import LINES_NEARER, outlines_of, quarter
from tinstamp.chart.base import Chart, FaceChart
from tinstamp.chart.bent import BentChart, UnevenChart
from tinstamp.chart.extruded import ExtrudedChart
from tinstamp.chart.surface import Surface
from tinstamp.setting.fit import face_about

EDGE_STEP = 0.2
"""mm between places of an edge that geodesics run from"""
FLOW_STEP = 0.5
"""mm of a geodesic in one step, at most"""
WAY_STEP = 1e-3
"""mm over which a way on the sheet is told in (u, v) by differences"""
BEGUN = 0.02
"""mm from an edge at which geodesics begin: at the edge itself there is nothing behind them"""
FAN = 24
"""geodesics round a corner of an edge"""
TURNED = np.radians(1.0)
"""radians that an edge turns at a corner"""
FOLLOWED = 2e-4
"""mm that outlines may stray from the lines that they are followed by"""
TOLD_TO = 1e-5
"""Part of a distance that the lines which tell it may stray"""
FINE_LINES = FOLLOWED / LINES_NEARER
"""mm that lines may stray from the edges that they stand for, where no geodesic runs"""
GEODESIC_LINES = FOLLOWED / 2.0
"""The same where one runs from each of their ends, which takes its time"""
SHARP = 5.0
"""Times the distance that a sharp corner may lie off"""
ROUNDED_TO = 1e-7
"""mm to which what was swept is rounded before it is put together"""
LEVEL_STEP = 0.1
"""degrees, or mm of height, in one line of an edge that is level"""
LEVEL_WITHIN = 1e-6
"""mm of height that a level edge may differ by"""
MERIDIAN = 4001
"""places of a meridian that its length is told by"""
ONE_POINT = 1e-3
"""mm that the edge of a sheet is across at a pole, at most"""
SPECK = 1e-5
"""Part of a face that a piece is left out at, as at corners, where geodesics leave it at once."""


class EdgeError(ValueError):
    """Nothing is left at that distance; the message is for the designer."""


def followed(distance: float) -> float:
    """How far outlines may stray from the lines that they are followed by, mm: a distance from an
    edge is told by lines to a hundred thousandth."""
    return max(FOLLOWED, TOLD_TO * distance)


def isometric(chart: Chart) -> bool:
    """True for a sheet that keeps lengths: of a plane, a cylinder, a cone, an extruded face."""
    return not isinstance(chart, UnevenChart) or isinstance(chart, ExtrudedChart)


def face_round(chart: FaceChart, at: Array) -> tuple[BaseGeometry, BaseGeometry]:
    """A face on its sheet and its edges; of one that closes one turn, with the cut across from a
    sheet point."""
    face, edges = face_about(chart, at, FINE_LINES if isometric(chart) else GEODESIC_LINES)
    lines = [line for line in shapely.get_parts(edges) if not _pole(chart, line)]
    edges = shapely.MultiLineString([x for x in lines if x.length > 0])
    around = chart.all_round
    if around is None:
        return face, edges
    middle = float(around.degrees(at))
    turned = shapely.transform(face, around.unrolled)
    _, low, _, high = turned.bounds
    one = shapely.box(middle - 180.0, low - 1.0, middle + 180.0, high + 1.0)
    if not chart.affine:  # what is level there may be bent on the sheet
        fine = shapely.segmentize(shapely.transform(edges, around.unrolled), LEVEL_STEP)
        edges = shapely.transform(fine, around.rolled)
    level = shapely.segmentize(turned.intersection(one), LEVEL_STEP)
    return shapely.transform(level, around.rolled), edges


def _pole(chart: FaceChart, line: BaseGeometry) -> bool:
    """True for an edge of the sheet that is one point of the face."""
    points = chart.to_space(shapely.get_coordinates(shapely.segmentize(line, 1.0)))
    return bool(np.ptp(points, axis=0).max() < ONE_POINT)


def edges_of(chart: FaceChart, face: BaseGeometry, edges: BaseGeometry, which: str) -> BaseGeometry:
    """All edges of a face, or its outer or inner ones; of a closed one the lower or upper rim.
    Raises EdgeError where there is none."""
    if which == "all":
        return edges
    lines = shapely.get_parts(edges)
    if not len(lines):
        raise EdgeError("this face has no edges: it closes all round")
    if chart.all_round is not None:
        ups = [float(chart.all_round.unrolled(shapely.get_coordinates(x))[:, 1].mean())
               for x in lines]  # fmt: skip
        _, low, _, high = shapely.transform(face, chart.all_round.unrolled).bounds
        half = (low + high) / 2
        kept = [x for x, up in zip(lines, ups, strict=True) if (up < half) == (which == "outer")]
    else:
        rings = shapely.get_parts(shapely.line_merge(edges))
        areas = [shapely.Polygon(ring).area if ring.is_ring else 0.0 for ring in rings]
        outer = int(np.argmax(areas))
        kept = [x for k, x in enumerate(rings) if (k == outer) == (which == "outer")]
    if not kept:
        rims = {"outer": "lower rim", "inner": "upper rim"}
        what = rims[which] if chart.all_round is not None else f"{which} edges"
        raise EdgeError(f"this face has no {what}")
    return shapely.MultiLineString(kept)


def near(
    chart: FaceChart, face: BaseGeometry, edges: BaseGeometry, distance: float, sharp: bool
) -> BaseGeometry:
    """All of a face's sheet within a distance of edges, mm along the face; corners that jut into it
    are rounded, or on a sheet that keeps lengths sharp."""
    if distance <= 0:
        return shapely.Polygon()
    if chart.all_round is not None:
        level, edges = _level(chart, face, edges, distance)
        rest = near_lines(chart, face, edges, distance, sharp) if len(edges.geoms) else None
        return level if rest is None else shapely.union_all([level, rest], grid_size=ROUNDED_TO)
    return near_lines(chart, face, edges, distance, sharp)


def _level(
    chart: FaceChart, face: BaseGeometry, edges: BaseGeometry, distance: float
) -> tuple[BaseGeometry, shapely.MultiLineString]:
    """What is within a distance of the level edges of a face that closes, along its meridians, and
    the edges that are not level."""
    around = chart.all_round
    assert around is not None
    low_x, low, high_x, high = shapely.transform(face, around.unrolled).bounds
    found, rest = [], []
    for line in shapely.get_parts(edges):
        ups = shapely.transform(line, around.unrolled).bounds[1::2]
        if ups[1] - ups[0] > LEVEL_WITHIN:
            rest.append(line)
            continue
        ways = [w for w in (1.0, -1.0) if low < ups[0] + w * LEVEL_STEP < high]
        for way in ways:
            up = _up_meridian(chart, (low_x + high_x) / 2, ups[0], way, distance, (low, high))
            box = shapely.box(low_x - 1.0, min(up, ups[0]), high_x + 1.0, max(up, ups[0]))
            found.append(shapely.transform(shapely.segmentize(box, LEVEL_STEP), around.rolled))
    return shapely.union_all(found), shapely.MultiLineString(rest)


def _up_meridian(
    chart: FaceChart, degrees: float, start: float, way: float, length: float,
    ends: tuple[float, float],
) -> float:  # fmt: skip
    """The height that is so far along a meridian from another one, mm."""
    around = chart.all_round
    assert around is not None
    last = ends[1] if way > 0 else ends[0]
    ups = np.linspace(start, last, MERIDIAN)
    points = chart.to_space(around.rolled(np.column_stack([np.full(MERIDIAN, degrees), ups])))
    run = np.concatenate([[0.0], np.cumsum(np.linalg.norm(np.diff(points, axis=0), axis=1))])
    return float(np.interp(length, run, ups))


def near_lines(
    chart: FaceChart, face: BaseGeometry, edges: BaseGeometry, distance: float, sharp: bool
) -> BaseGeometry:
    """See `near`, of lines that may run anyhow."""
    if isometric(chart):
        style = "mitre" if sharp else "round"
        return edges.buffer(
            distance,
            quad_segs=quarter(distance, FOLLOWED),
            cap_style="flat",
            join_style=style,
            mitre_limit=SHARP,
        )
    if not isinstance(chart, BentChart):
        raise TypeError(f"no geodesics are run on the sheet of {chart.kind}")
    swept: list[BaseGeometry] = []
    shapely.prepare(face)
    for line in shapely.get_parts(edges):
        points = shapely.get_coordinates(shapely.segmentize(line, EDGE_STEP))
        along = np.diff(points, axis=0)
        size = np.linalg.norm(along, axis=1, keepdims=True)
        keep = size[:, 0] > 1e-9
        starts, ends, along = points[:-1][keep], points[1:][keep], (along / size)[keep]
        smooth = (starts == np.roll(ends, 1, axis=0)).all(axis=1)
        smooth &= np.abs(_turns(along)) <= TURNED
        mean = np.where(smooth[:, None], along + np.roll(along, 1, axis=0), along)
        follows = np.roll(smooth, -1)  # the next stretch begins as this one ends
        for side in (1.0, -1.0):
            a = _run(chart, face, starts, side * _square_to(chart, starts, mean), distance)
            b = np.roll(a, -1, axis=0)
            alone = np.flatnonzero(~follows)
            if len(alone):
                ways = side * _square_to(chart, ends[alone], along[alone])
                b[alone] = _run(chart, face, ends[alone], ways, distance)
            both = np.isfinite(a).all(axis=1) & np.isfinite(b).all(axis=1)
            swept += list(shapely.polygons(np.stack([starts, ends, b, a], axis=1)[both]))
        swept += _fans(chart, face, starts[~smooth], distance)
    sound = [shapely.make_valid(p) for p in swept if np.isfinite(shapely.get_coordinates(p)).all()]
    return shapely.union_all(shapely.set_precision(np.array(sound), ROUNDED_TO))


def _turns(along: Array) -> Array:
    """Radians that a line turns before each of its stretches, the first one after the last."""
    before = np.roll(along, 1, axis=0)
    cross = before[:, 0] * along[:, 1] - before[:, 1] * along[:, 0]
    return np.asarray(np.arctan2(cross, (before * along).sum(axis=1)))


def _run(chart: BentChart, face: BaseGeometry, start: Array, way: Array, length: float) -> Array:
    """Where geodesics end that begin at an edge; none for such as leave the face there."""
    begun = min(BEGUN, length / 2)
    first = start + begun * way
    onto = shapely.contains_xy(face, first[:, 0], first[:, 1])
    found = np.full_like(start, np.nan)
    if onto.any():
        found[onto] = geodesics(chart, first[onto], way[onto], length - begun)
    return found


def _square_to(chart: Chart, xy: Array, along: Array) -> Array:
    """Ways on the sheet to the left of others, square to them in space and 1 mm long there."""
    j = chart.jacobian(xy)
    metric = np.einsum("nka,nkb->nab", j, j)
    left = np.stack([-along[:, 1], along[:, 0]], axis=1)
    way = np.linalg.solve(metric, left[..., None])[..., 0]
    size = np.sqrt(np.einsum("na,nab,nb->n", way, metric, way))
    return np.asarray(way / size[:, None])


def _fans(
    chart: BentChart, face: BaseGeometry, corners: Array, distance: float
) -> list[BaseGeometry]:
    """What is near to the corners of a line."""
    found: list[BaseGeometry] = []
    angles = 2.0 * np.pi * np.arange(FAN) / FAN
    for corner in corners:
        j = chart.jacobian(corner)
        x = j[:, 0] / np.linalg.norm(j[:, 0])
        y = j[:, 1] - (j[:, 1] @ x) * x
        y = y / np.linalg.norm(y)
        ways = np.cos(angles)[:, None] * x + np.sin(angles)[:, None] * y
        flat = np.asarray(np.linalg.lstsq(j, ways.T, rcond=None)[0].T, dtype=float)
        ends = _run(chart, face, np.tile(corner, (FAN, 1)), flat, distance)
        there = np.isfinite(ends).all(axis=1)
        pairs = there & np.roll(there, -1)
        found += [
            shapely.Polygon([corner, ends[k], ends[(k + 1) % FAN]]) for k in np.flatnonzero(pairs)
        ]
    return found


def geodesics(chart: BentChart, start: Array, way: Array, length: float) -> Array:
    """Where straight lines on a face end that begin at sheet points (n, 2) along ways (n, 2) of the
    sheet, 1 mm long in space, and are `length` mm long."""
    count = max(4, int(np.ceil(length / FLOW_STEP)))
    h = length / count
    x = np.asarray(chart.to_uv(start), dtype=float)
    v = (chart.to_uv(start + WAY_STEP * way) - chart.to_uv(start - WAY_STEP * way)) / (2 * WAY_STEP)
    for _ in range(count):
        k1 = _bend(chart.surface, x, v)
        k2 = _bend(chart.surface, x + h / 2 * v, v + h / 2 * k1)
        k3 = _bend(chart.surface, x + h / 2 * (v + h / 2 * k1), v + h / 2 * k2)
        k4 = _bend(chart.surface, x + h * (v + h / 2 * k2), v + h * k3)
        x = x + h * v + h * h / 6 * (k1 + k2 + k3)
        v = v + h / 6 * (k1 + 2 * k2 + 2 * k3 + k4)
    return chart.from_uv(x)


def _bend(surface: Surface, x: Array, v: Array) -> Array:
    """How a geodesic bends in (u, v)."""
    _, along_u, along_v = surface.first(x)
    uu, uv, vv = surface.second(x)
    a, b = v[:, :1], v[:, 1:]
    second = uu * a * a + 2.0 * uv * a * b + vv * b * b
    j = np.stack([along_u, along_v], axis=-1)
    metric = np.einsum("nka,nkb->nab", j, j)
    pull = np.einsum("nka,nk->na", j, second)
    return np.asarray(-np.linalg.solve(metric, pull[..., None])[..., 0])


def inside(chart: FaceChart, at: Array, distance: float, corner: float = 0.0) -> BaseGeometry:
    """What of a face is further than a distance from its edges, mm along the face, with its corners
    rounded; of a face that closes all the way round. Raises EdgeError for nothing."""
    face, edges = face_round(chart, at)
    if edges.is_empty:
        raise EdgeError("this face has no edges: it closes all round")
    left = face.difference(near(chart, face, edges, distance, sharp=True))
    if corner > 0 and chart.all_round is None:
        left = left.buffer(-corner, join_style="mitre").buffer(
            corner, quad_segs=quarter(corner, FOLLOWED)
        )
    return _without_specks(left, face, distance)


def _without_specks(area: BaseGeometry, face: BaseGeometry, distance: float) -> BaseGeometry:
    """Raises EdgeError where nothing else is left."""
    parts = [part for part in shapely.get_parts(area) if part.area > SPECK * face.area]
    if not parts:
        raise EdgeError(f"{distance:g} mm from its edges nothing is left of the face")
    return shapely.union_all(parts)


def band(
    chart: FaceChart, at: Array, which: str, distance: float, width: float, sharp: bool
) -> list[Region]:
    """A band along edges of a face, from a distance on and so wide, mm along the face. Raises
    EdgeError for nothing."""
    face, edges = face_round(chart, at)
    chosen = edges_of(chart, face, edges, which)
    strip = near(chart, face, chosen, distance + width, sharp).difference(
        near(chart, face, chosen, distance, sharp)
    )
    strip = _without_specks(face.intersection(strip), face, distance)
    return nest(outlines_of(strip, followed(distance + width)))
