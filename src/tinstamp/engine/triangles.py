"""Triangles of a solid, as plain arrays: what is drawn."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray


@dataclass(frozen=True)
class Mesh:
    """Triangles with the face that each belongs to. Values, safe to pickle.

    Attributes
    ----------
    points : (n, 3) float32, mm; neighbouring faces do not share points.
    triangles : (m, 3) int32, counter-clockwise from outside.
    faces : (m,) int32 into `names`.
    names : names of faces.
    bodies : whose body each name's face is.
    """

    points: NDArray[np.float32]
    triangles: NDArray[np.int32]
    faces: NDArray[np.int32]
    names: tuple[str, ...]
    bodies: tuple[str, ...] = ()


def together(meshes: Mapping[str, Mesh]) -> Mesh:
    """The meshes of several bodies, by name, as one; faces keep their names."""
    if len(meshes) == 1:
        ((body, mesh),) = meshes.items()
        return replace(mesh, bodies=(body,) * len(mesh.names))
    each = list(meshes.values())
    points = np.cumsum([0, *(len(m.points) for m in each)])
    names = np.cumsum([0, *(len(m.names) for m in each)])
    return Mesh(
        np.concatenate([m.points for m in each]),
        np.concatenate([m.triangles + start for m, start in zip(each, points[:-1], strict=True)]),
        np.concatenate([m.faces + start for m, start in zip(each, names[:-1], strict=True)]),
        tuple(name for m in each for name in m.names),
        tuple(body for body, m in meshes.items() for _ in m.names),
    )
