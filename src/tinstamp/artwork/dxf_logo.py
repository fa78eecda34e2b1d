"""Logos from DXF: closed outlines and hatches as ink, open lines given a width.

ezdxf reads the file and its entities; ends that meet are joined here; Skia unites what
overlaps, even and odd for outlines within outlines.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from io import BytesIO, StringIO
from typing import Any

import numpy as np
import shapely

from tinstamp.artwork.crossing import crossings, doubles
from tinstamp.artwork.drawing import MOST_BYTES, MOST_COMMANDS, Drawing
from tinstamp.artwork.outline import Array
from tinstamp.artwork.painted import LARGEST_DRAWING, LogoError, Painted, whole
from tinstamp.artwork.stroke import stroked
from tinstamp.artwork.unite import Contour

LINES_STRAY = 0.005
"""mm; how far a curve may stray when it is followed by lines to see where ends meet."""
CUBICS_A_TURN = 16
"""Cubics to a full turn: four are 0.03 % of the radius off, sixteen hardly at all."""
MOST_ENTITIES = 100_000
"""Entities of a drawing, those of its blocks counted each time that they are inserted."""
FARTHEST_POINT = 1e7
"""Units of the drawing; what lies further out was never meant to be drawn."""
BINARY = b"\x1a\x00"
"""In the sentinel of a binary DXF file, whose bytes are left as they are."""


@dataclass(frozen=True)
class OpenEnd:
    """An end that meets no other, mm."""

    x: float
    y: float


@dataclass(frozen=True)
class DxfDrawing(Drawing):
    """What a DXF holds.

    Attributes
    ----------
    unit : of the header, in mm; 0 when the file names none.
    open_ends : ends of chains that do not close.
    """

    unit: float = 0.0
    open_ends: tuple[OpenEnd, ...] = ()


def read_dxf(data: bytes, unit: float, join: float, stroke: float) -> DxfDrawing:
    """What a DXF file draws. Raises LogoError.

    `unit` is mm for a unit of a file that names none; ends nearer than `join` mm are
    joined; open lines become strokes `stroke` mm wide (0: they are left out and told).
    """
    import ezdxf
    from ezdxf import recover
    from ezdxf.lldxf.const import DXFError

    if len(data) > MOST_BYTES:
        raise LogoError(f"the file is larger than {MOST_BYTES // 2**20} MB")
    if BINARY not in data[:32]:  # lines may end in any way
        data = data.replace(b"\r\n", b"\n").replace(b"\r", b"\n")
    try:
        try:
            document = ezdxf.read(StringIO(data.decode("utf-8")))
        except (DXFError, UnicodeDecodeError, ValueError):
            document, _ = recover.read(BytesIO(data))
    except MemoryError:
        raise
    except Exception as error:  # whatever the reader makes of a damaged file
        raise LogoError("the file cannot be read as DXF") from error
    notes: dict[str, int] = {}
    header, unknown = _unit_of(document)
    scale = header or unit
    _count(document)
    try:
        found = list(_paths(document.modelspace(), notes))
    except (LogoError, MemoryError):
        raise
    except Exception as error:  # whatever an entity with faulty values makes of its library
        raise LogoError("an entity of the file is faulty") from error
    if sum(len(f.points) for f in found) > MOST_COMMANDS:
        raise LogoError(f"the drawing has more than {MOST_COMMANDS} pieces")
    if not found:
        raise LogoError("the file draws nothing that could be stamped")
    told = [f"{count} × {what} left out" for what, count in notes.items()]
    if unknown:
        told.append(f"the file names a unit that is not known here ({unknown})")
    elif not header:
        told.append("the file names no unit")
    return _drawing(found, scale, join, stroke, header, told)


def _unit_of(document: Any) -> tuple[float, int]:
    """mm for a unit of the drawing, 0 when it names none; and its code when it is not known."""
    from ezdxf import units

    try:
        code = int(document.units or 0)
        return (float(units.conversion_factor(code, units.MM)) if code else 0.0), 0
    except (KeyError, ValueError, TypeError, IndexError, ArithmeticError):
        return 0.0, int(document.header.get("$INSUNITS", 0) or 0)


def _count(document: Any) -> None:
    """Count what the drawing holds with all its blocks unfolded, before they are. Raises
    LogoError when a block holds itself, or when there would be too much."""
    blocks = {block.name.lower(): block for block in document.blocks}
    top = document.modelspace()
    counted: dict[str, int] = {}
    waiting: list[tuple[str, Any]] = [("", top)]
    while waiting:
        name, layout = waiting[-1]
        total, missing = 0, None
        for entity in layout:
            total += 1
            if entity.dxftype() != "INSERT":
                continue
            inner = str(entity.dxf.get("name", "")).lower()
            if inner not in blocks:
                continue
            if inner not in counted:
                missing = inner
                break
            total += counted[inner] * max(1, entity.mcount)
        if missing is None:
            if total > MOST_ENTITIES:
                raise LogoError(
                    f"with all its blocks unfolded the drawing has more than {MOST_ENTITIES} "
                    "entities"
                )
            counted[name] = total
            waiting.pop()
        elif any(missing == other for other, _ in waiting):
            raise LogoError(f"the block “{missing}” of the drawing holds itself")
        else:
            waiting.append((missing, blocks[missing]))


@dataclass(frozen=True)
class _Path:
    """A run of lines and cubics in drawing units.

    Attributes
    ----------
    points : fine polyline, (n, 2). commands : as contour commands, the first a move.
    ink : the number of the hatch that it bounds, which is filled by itself; 0 for a line.
    """

    points: Array
    commands: tuple[Any, ...]
    ink: int

    @property
    def closed(self) -> bool:
        return bool(np.linalg.norm(self.points[0] - self.points[-1]) < 1e-9)


def _paths(entities: Any, notes: dict[str, int]) -> Iterator[_Path]:
    from ezdxf.path import from_hatch, make_path

    hatches = 0
    waiting = list(entities)[::-1]
    while waiting:
        entity = waiting.pop()
        kind = entity.dxftype()
        if kind == "INSERT":
            parts = entity.multi_insert() if entity.mcount > 1 else (entity,)
            waiting += [inner for part in parts for inner in part.virtual_entities()][::-1]
        elif kind in ("HATCH", "MPOLYGON"):
            hatches += 1
            for path in from_hatch(entity):
                yield _path(path, hatches)
        elif kind in ("LINE", "ARC", "CIRCLE", "ELLIPSE", "SPLINE", "LWPOLYLINE", "POLYLINE",
                      "SOLID", "TRACE", "HELIX"):  # fmt: skip
            filled = kind in ("SOLID", "TRACE")
            hatches += filled
            path = make_path(entity, segments=CUBICS_A_TURN)
            if len(path):
                for part in path.sub_paths() if path.has_sub_paths else (path,):
                    yield _path(part, hatches if filled else 0)
        else:
            notes[kind.lower()] = notes.get(kind.lower(), 0) + 1


def _path(path: Any, ink: int) -> _Path:
    from ezdxf.path import Command

    def xy(v: Any) -> tuple[float, float]:
        return float(v.x), float(v.y)

    commands: list[Any] = [("M", (xy(path.start),))]
    for command in path.commands():
        if command.type == Command.LINE_TO:
            commands.append(("L", (xy(command.end),)))
        elif command.type == Command.CURVE3_TO:
            commands.append(("Q", (xy(command.ctrl), xy(command.end))))
        elif command.type == Command.CURVE4_TO:
            commands.append(("C", (xy(command.ctrl1), xy(command.ctrl2), xy(command.end))))
    corners = np.array([point for _, ps in commands for point in ps])
    if not np.isfinite(corners).all() or np.abs(corners).max() > FARTHEST_POINT:
        far = float(np.nan_to_num(np.abs(corners), nan=np.inf).max())
        raise LogoError(f"a line of the drawing runs to {far:.3g} units: it has no size to stamp")
    points = np.array([xy(p) for p in path.flattening(LINES_STRAY, segments=4)])
    return _Path(points, tuple(commands), ink)


def _drawing(
    found: list[_Path], scale: float, join: float, stroke: float, unit: float, notes: list[str]
) -> DxfDrawing:
    extent = np.concatenate([f.points for f in found]) * scale
    if not np.isfinite(extent).all() or np.abs(extent).max() > 100 * LARGEST_DRAWING:
        raise LogoError(f"the drawing is {float(np.ptp(extent)):.3g} mm large: no size to stamp")
    hatches: dict[int, list[Contour]] = {}
    for f in found:
        if f.ink:
            hatches.setdefault(f.ink, []).append(_scaled(list(f.commands), scale))
    drawn = [f for f in found if not f.ink]
    twice = set(doubles([f.points for f in drawn], max(join, LINES_STRAY) / scale))
    drawn = [f for k, f in enumerate(drawn) if k not in twice]
    closed: list[Contour] = []
    open_chains: list[list[Any]] = []
    joined = 0
    for chain in _chains(drawn, join / scale):
        commands = _joined(chain)
        joined += len(chain) - 1
        start, end = np.array(commands[0][1][0]), np.array(commands[-1][1][-1])
        if np.linalg.norm(start - end) <= join / scale and len(commands) > 2:
            closed.append(_scaled(commands, scale))
        else:
            open_chains.append(_scaled(commands, scale))
    ends = tuple(
        OpenEnd(*point) for chain in open_chains for point in (chain[0][1][0], chain[-1][1][-1])
    )
    painted = [Painted(tuple(contours), True) for contours in hatches.values()]
    painted += _even_odd(closed)
    if stroke > 0:
        painted += [Painted(tuple(stroked(chain, stroke))) for chain in open_chains]
        ends = ()
    elif open_chains:
        count = len(open_chains)
        what = "a line does not close" if count == 1 else f"{count} lines do not close"
        notes.append(f"{what}: give them a width, or a larger distance to join ends")
    painted = [path for path in painted if path.contours]
    regions, off = whole(painted) if painted else ([], "")
    if off:
        notes.append(off)
    lines = tuple(f.points * scale for f in found)
    return DxfDrawing(
        tuple(regions),
        tuple(notes),
        lines,
        len(twice),
        joined,
        tuple(crossings(lines)),
        unit=unit,
        open_ends=ends,
    )


def _scaled(commands: list[Any], scale: float) -> Contour:
    return [(v, tuple((x * scale, y * scale) for x, y in ps)) for v, ps in commands]


def _chains(paths: list[_Path], join: float) -> list[list[tuple[_Path, bool]]]:
    """Runs of paths that meet end to end; True for a path that is run backwards."""
    ends = np.array([[p.points[0], p.points[-1]] for p in paths]).reshape(-1, 2)
    free = set(range(len(paths)))
    tree = shapely.STRtree(shapely.points(ends)) if len(paths) else None
    chains = []

    def follow(at: Array) -> tuple[int, bool] | None:
        assert tree is not None
        near = tree.query(shapely.Point(at).buffer(join + 1e-12))
        best = None
        for k in near:
            away = float(np.linalg.norm(ends[k] - at))
            if k // 2 in free and away <= join and (best is None or away < best[0]):
                best = (away, int(k))
        return None if best is None else (best[1] // 2, best[1] % 2 == 1)

    for i, path in enumerate(paths):
        if i not in free:
            continue
        free.discard(i)
        chain = [(path, False)]
        if not path.closed:
            while (found := follow(_end(chain[-1]))) is not None:
                free.discard(found[0])
                chain.append((paths[found[0]], found[1]))
            while (found := follow(chain[0][0].points[-1 if chain[0][1] else 0])) is not None:
                free.discard(found[0])
                chain.insert(0, (paths[found[0]], not found[1]))
        chains.append(chain)
    return chains


def _end(part: tuple[_Path, bool]) -> Array:
    path, backwards = part
    return path.points[0] if backwards else path.points[-1]


def _joined(chain: list[tuple[_Path, bool]]) -> list[Any]:
    """One run of commands; small gaps are bridged by lines."""
    commands: list[Any] = []
    for path, backwards in chain:
        own = _backwards(path.commands) if backwards else list(path.commands)
        if not commands:
            commands = own
            continue
        if np.linalg.norm(np.subtract(commands[-1][1][-1], own[0][1][0])) > 1e-9:
            commands.append(("L", own[0][1]))
        commands += own[1:]
    return commands


def _backwards(commands: tuple[Any, ...]) -> list[Any]:
    points = [commands[0][1][0]]
    for _, ps in commands[1:]:
        points.append(ps[-1])
    found: list[Any] = [("M", (points[-1],))]
    for k in range(len(commands) - 1, 0, -1):
        verb, ps = commands[k]
        found.append((verb, (*ps[:-1][::-1], points[k - 1])))
    return found


def _even_odd(contours: list[Contour]) -> list[Painted]:
    """Outlines within outlines: every second one is a hole of the one that it lies in."""
    rings = [np.array([ps[-1] for _, ps in c]) for c in contours]
    shapes = np.array(
        [shapely.Polygon(r) if len(r) > 2 else shapely.Polygon() for r in rings], dtype=object
    )
    if not len(shapes):
        return []
    areas = shapely.area(shapes)
    tree = shapely.STRtree(shapes)
    shapely.prepare(shapes)
    inner, outer = tree.query(shapely.points([r[0] for r in rings]), predicate="within")
    round_it = [outer[(inner == i) & (areas[outer] > areas[i])] for i in range(len(shapes))]
    groups: dict[int, list[Contour]] = {
        i: [contours[i]] for i, holders in enumerate(round_it) if len(holders) % 2 == 0
    }
    for i, holders in enumerate(round_it):
        if len(holders) % 2:
            groups[int(min(holders, key=lambda j: areas[j]))].append(contours[i])
    return [Painted(tuple(group), True) for group in groups.values()]
