"""What a STEP file holds, told in plain values."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from OCP.Bnd import Bnd_Box
from OCP.BRepBndLib import BRepBndLib
from OCP.TopoDS import TopoDS_Shape

from tinstamp.blank import step_in
from tinstamp.blank.face_names import found_again, found_faces
from tinstamp.blank.kernel import volume
from tinstamp.engine import messages as m
from tinstamp.guarded.work import GuardError, guarded
from tinstamp.job.imported import FoundFace


def imported(request: m.Import, cancelled: Callable[[], bool] = lambda: False) -> m.Imported:
    """The solids of a file, looked at in a process of its own. Raises ImportTrouble."""
    data = request.data
    try:
        held, solids = guarded(
            step_in.limits_for(data), _looked_at, data, request.known, cancelled=cancelled
        )
    except GuardError as error:
        raise step_in.ImportTrouble(str(error)) from error
    step_in.keep(data, step_in.unpacked(held))
    return m.Imported(request.number, request.name, data, solids)


def _looked_at(
    data: bytes, known: tuple[FoundFace, ...]
) -> tuple[step_in.Packed, tuple[m.FoundSolid, ...]]:
    """What a file holds, with its faces named. Raises ImportTrouble."""
    held = step_in.packed(data)
    contents = step_in.unpacked(held)
    solids = []
    for found in contents.solids:
        faces = found_again(found.solid, known) if known else found_faces(found.solid)
        notes = [*contents.notes, *found.notes, *_told(faces, known)]
        solids.append(
            m.FoundSolid(tuple(faces), _size(found.solid), volume(found.solid), tuple(notes))
        )
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
    box = Bnd_Box()
    BRepBndLib.AddOptimal_s(shape, box, False, False)
    low, high = box.CornerMin(), box.CornerMax()
    return (high.X() - low.X(), high.Y() - low.Y(), high.Z() - low.Z())
