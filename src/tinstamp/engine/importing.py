"""What a STEP file holds, told in plain values."""

from __future__ import annotations

from collections.abc import Callable, Sequence

import numpy as np
from OCP.Bnd import Bnd_Box
from OCP.BRepBndLib import BRepBndLib
from OCP.BRepMesh import BRepMesh_IncrementalMesh
from OCP.TopoDS import TopoDS_Shape

from tinstamp.blank import step_in
from tinstamp.blank.charts import kind_of
from tinstamp.blank.face_names import found_again, found_faces
from tinstamp.blank.kernel import extent_of, faces, triangles_of
from tinstamp.engine import messages as m
from tinstamp.guarded.work import GuardError, guarded
from tinstamp.job.imported import FoundFace

SIZE_CHORD, SIZE_TURN = 1e-4, 0.2
"""parts of the part's size, and radians, that triangles may stray by which it is measured"""
MANY_FREEFORM = 24
"""freeform faces up to which the kernel's close box is asked for"""


def imported(request: m.Import, cancelled: Callable[[], bool] = lambda: False) -> m.Imported:
    """The solids of a file, looked at in a process of its own. Raises ImportTrouble."""
    data = request.data
    try:
        held, solids = guarded(
            step_in.limits_for(data), looked_at, data, request.known, cancelled=cancelled
        )
    except GuardError as error:
        raise step_in.ImportTrouble(str(error)) from error
    step_in.keep(data, step_in.unpacked(held))
    return m.Imported(request.number, request.name, data, solids)


def looked_at(
    data: bytes, known: tuple[FoundFace, ...]
) -> tuple[step_in.Packed, tuple[m.FoundSolid, ...]]:
    """What a file holds, with its faces named. Raises ImportTrouble."""
    held = step_in.packed(data)
    contents = step_in.unpacked(held)
    solids = []
    for found in contents.solids:
        named = found_again(found.solid, known) if known else found_faces(found.solid)
        notes = [*contents.notes, *found.notes, *_told(named, known)]
        solids.append(m.FoundSolid(tuple(named), _size(found.solid), found.volume, tuple(notes)))
    return held, tuple(solids)


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
    """Along x, y and z, mm: by the kernel's close box, or where many faces are freeform, each of
    which takes a tenth of a second, by points of triangles, within SIZE_CHORD of the part."""
    every = faces(shape)
    if sum(kind_of(face) == "freeform" for face in every) <= MANY_FREEFORM:
        box = Bnd_Box()
        BRepBndLib.AddOptimal_s(shape, box, False, False)
        low, high = box.CornerMin(), box.CornerMax()
        return (high.X() - low.X(), high.Y() - low.Y(), high.Z() - low.Z())
    BRepMesh_IncrementalMesh(shape, SIZE_CHORD * extent_of(shape), False, SIZE_TURN, True)
    points = np.concatenate([triangles_of(face)[0] for face in every])
    across = np.ptp(points, axis=0)
    return float(across[0]), float(across[1]), float(across[2])
