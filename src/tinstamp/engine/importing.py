"""What a STEP file holds, told in plain values."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from OCP.TopoDS import TopoDS_Shape

from tinstamp.blank import step_in
from tinstamp.blank.face_names import found_again, found_faces
from tinstamp.blank.kernel import faces, triangles_of
from tinstamp.blank.true_size import true_size
from tinstamp.engine import messages as m
from tinstamp.engine.mesh import for_picture, gathered
from tinstamp.engine.triangles import Mesh
from tinstamp.guarded.work import GuardError, guarded
from tinstamp.job.imported import FoundFace


def imported(
    request: m.Import,
    cancelled: Callable[[], bool] = lambda: False,
    seen: Callable[[Mesh], None] = lambda mesh: None,
) -> m.Imported:
    """The solids of a file, looked at in a process of its own; `seen` is given the triangles of
    all that it holds as soon as they are there. Raises ImportTrouble."""
    data = request.data
    try:
        held, solids = guarded(
            step_in.limits_for(data, step_in.LOOKED_AT),
            looked_at,
            data,
            request.known,
            cancelled=cancelled,
            told=seen,
        )
    except GuardError as error:
        raise step_in.ImportTrouble(str(error)) from error
    step_in.keep(data, step_in.unpacked(held))
    return m.Imported(request.number, request.name, data, solids)


def looked_at(
    tell: Callable[[Mesh], None], data: bytes, known: tuple[FoundFace, ...]
) -> tuple[step_in.Packed, tuple[m.FoundSolid, ...]]:
    """What a file holds, with its faces named; `tell` is given its triangles before that.
    Raises ImportTrouble."""
    contents = step_in.read_here(data, lambda shape: tell(_glimpse(shape)))
    solids = []
    for found in contents.solids:
        chord = for_picture(found.solid)  # what is meshed here need not be where it is drawn
        named = found_again(found.solid, known) if known else found_faces(found.solid)
        notes = [*contents.notes, *found.notes, *_told(named, known)]
        solids.append(m.FoundSolid(tuple(named), true_size(found.solid, chord), tuple(notes)))
    return step_in.packed(contents), tuple(solids)


def _glimpse(shape: TopoDS_Shape) -> Mesh:
    """The triangles of a shape as it stands in its file, all of one name."""
    for_picture(shape)
    return gathered([("", triangles_of(face)) for face in faces(shape)])


def _told(named: Sequence[FoundFace], known: Sequence[FoundFace]) -> list[str]:
    """Which faces were found again, are new, or are gone."""
    if not known:
        return []
    now, before = {f.name for f in named}, {f.name for f in known}
    told = [f"{len(now & before)} of {len(before)} faces were found again"]
    for word, names in (("new", now - before), ("gone", before - now)):
        if names:
            listed = ", ".join(sorted(names)[:8])
            told.append(f"{len(names)} {word}: {listed}{' …' if len(names) > 8 else ''}")
    return told
