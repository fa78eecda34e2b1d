"""Closed meshes of a result's bodies with the colour of each triangle: what coloured triangles are
written from."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from tinstamp.blank.kernel import faces
from tinstamp.job.face_name import any_side
from tinstamp.output.closed_mesh import ClosedMesh, MeshError, closed_mesh
from tinstamp.output.result import OutputError, Result

PLAIN = "#9AA0A6"
"""The colour of what is not marked."""


@dataclass(frozen=True)
class PaintedMesh:
    """A body in triangles.

    Attributes
    ----------
    name : of the body, or of the job where it is the only one. colours : `#RRGGBB`, the plain one
        first. colour : (m,) which of them each triangle has.
    """

    name: str
    mesh: ClosedMesh
    colours: tuple[str, ...]
    colour: NDArray[np.int64]


def painted(result: Result, chord: float) -> list[PaintedMesh]:
    """All bodies within `chord` mm. Raises OutputError."""
    if not chord > 0:
        raise OutputError("the chord tolerance must be more than 0 mm")
    found = []
    for body, solid in result.bodies.items():
        try:
            mesh = closed_mesh(solid, chord)
        except MeshError as error:
            raise OutputError(str(error)) from error
        names = {named.face.TShape(): str(any_side(named.name)) for named in solid.faces}
        colours = (PLAIN, *dict.fromkeys(result.colours.values()))
        of_name = {str(name): colours.index(c) for name, c in result.colours.items()}
        of_face = [of_name.get(names.get(f.TShape(), ""), 0) for f in faces(solid.shape)]
        alone = len(result.bodies) == 1
        name = result.name if alone else f"{result.name}, {body}"
        found.append(PaintedMesh(name, mesh, colours, np.array(of_face)[mesh.face]))
    return found
