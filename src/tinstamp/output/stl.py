"""STL, binary: triangles within a chosen chord tolerance, in mm."""

from __future__ import annotations

from pathlib import Path

from OCP.BRepBuilderAPI import BRepBuilderAPI_Copy
from OCP.BRepMesh import BRepMesh_IncrementalMesh
from OCP.StlAPI import StlAPI_Writer

from tinstamp.blank.solid import NamedSolid
from tinstamp.output.step import OutputError

CHORD = 0.01
"""mm, when nothing else is chosen"""
ANGLE = 0.2
"""radians between neighbouring facets, at most"""


def write_stl(solid: NamedSolid, path: Path, chord: float = CHORD) -> None:
    """Write triangles that stray at most `chord` mm from the part. Raises OutputError."""
    if not chord > 0:
        raise OutputError("the chord tolerance must be more than 0 mm")
    shape = BRepBuilderAPI_Copy(solid.shape).Shape()  # leaves the drawn mesh as it is
    BRepMesh_IncrementalMesh(shape, chord, False, ANGLE, True)
    writer = StlAPI_Writer()
    writer.ASCIIMode = False
    if not writer.Write(shape, str(path)):
        raise OutputError(f"{path.name} cannot be written")
