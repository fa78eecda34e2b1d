"""Lines of a DXF joined where their ends meet, and outlines within outlines."""

from __future__ import annotations

from typing import Any

import numpy as np
import shapely

from tinstamp.artwork.dxf.run import DxfRun
from tinstamp.artwork.outline import Array
from tinstamp.artwork.painted import Painted
from tinstamp.artwork.unite import Contour


def chains(paths: list[DxfRun], join: float) -> list[list[tuple[DxfRun, bool]]]:
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


def _end(part: tuple[DxfRun, bool]) -> Array:
    path, backwards = part
    return path.points[0] if backwards else path.points[-1]


def joined(chain: list[tuple[DxfRun, bool]]) -> list[Any]:
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


def even_odd(contours: list[Contour]) -> list[Painted]:
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
