"""What a STEP file holds, told in plain values."""

from __future__ import annotations

from collections.abc import Sequence

from OCP.Bnd import Bnd_Box
from OCP.BRepBndLib import BRepBndLib
from OCP.TopoDS import TopoDS_Shape

from tinstamp.blank.face_names import found_again, found_faces
from tinstamp.blank.kernel import volume
from tinstamp.blank.step_in import read
from tinstamp.engine import messages as m
from tinstamp.job.imported import FoundFace


def imported(request: m.Import) -> m.Imported:
    """The solids of a file. Raises ImportTrouble."""
    contents = read(request.data)
    solids = []
    for found in contents.solids:
        faces = (
            found_again(found.solid, request.known) if request.known else found_faces(found.solid)
        )
        notes = [*contents.notes, *found.notes, *_told(faces, request.known)]
        size = _size(found.solid)
        solids.append(m.FoundSolid(tuple(faces), size, volume(found.solid), tuple(notes)))
    return m.Imported(request.number, request.name, request.data, tuple(solids))


def _told(faces: Sequence[FoundFace], known: Sequence[FoundFace]) -> list[str]:
    """Which faces were found again, are new, or are gone."""
    if not known:
        return []
    now, before = {f.name for f in faces}, {f.name for f in known}
    told = [f"{len(now & before)} of {len(before)} faces were found again"]
    for word, names in (("new", now - before), ("gone", before - now)):
        if names:
            listed = ", ".join(sorted(names)[:8])
            told.append(f"{len(names)} {word}: {listed}{' …' if len(names) > 8 else ''}")
    return told


def _size(shape: TopoDS_Shape) -> tuple[float, float, float]:
    box = Bnd_Box()
    BRepBndLib.AddOptimal_s(shape, box, False, False)
    low, high = box.CornerMin(), box.CornerMax()
    return (high.X() - low.X(), high.Y() - low.Y(), high.Z() - low.Z())
