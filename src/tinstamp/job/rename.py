"""Renaming a dimension or a feature, with everything that refers to it."""

from __future__ import annotations

import re

from tinstamp.job.changes import BETWEEN
from tinstamp.job.face_name import StampFace, stamp_face
from tinstamp.job.features import Body, Groove, Hole, Hollow, Soften
from tinstamp.job.formula import FormulaError, check_name
from tinstamp.job.model import Job, Path, changed, get
from tinstamp.job.resolve import formula_fields


def rename_feature(job: Job, index: int, new: str) -> Job:
    """A feature under a new name; formulas and stamps' faces follow.

    Raises FormulaError when the name cannot be used.
    """
    check_name(new)
    old = job.blank.features[index].name
    if any(d.name == new for d in job.dimensions):
        raise FormulaError(f"a dimension is already called “{new}”")
    job = _in_formulas(job, rf"(?<![\w.]){re.escape(old)}\.", f"{new}.")
    job = changed(job, ("blank", "features", index, "name"), new)
    for path, face in _faces(job):
        if (renamed := _with_feature(face, old, new)) != face:
            job = changed(job, path, renamed)
    return job


def rename_stamp(job: Job, index: int, new: str) -> Job:
    """A stamp under a new name; stamps that are measured from it or lie on it follow.

    Raises ValueError when the name cannot be used.
    """
    old = job.stamps[index].name
    job = changed(job, ("stamps", index, "name"), new)
    for i, stamp in enumerate(job.stamps):
        if stamp.setting.from_stamp == old:
            job = changed(job, ("stamps", i, "setting", "from_stamp"), new)
        if (face := stamp_face(stamp.setting.face, [old])) is not None:
            renamed = str(StampFace(new, face.role, face.side))
            job = changed(job, ("stamps", i, "setting", "face"), renamed)
    return job


def _faces(job: Job) -> list[tuple[Path, str]]:
    """Every place where a job names a face, or the edges between two."""
    found: list[tuple[Path, str]] = []
    for i, stamp in enumerate(job.stamps):
        found.append((("stamps", i, "setting", "face"), stamp.setting.face))
        found.append((("stamps", i, "relief", "level_with"), stamp.relief.level_with))
    for i, feature in enumerate(job.blank.features):
        base: Path = ("blank", "features", i)
        if isinstance(feature, Body):
            found.append(((*base, "at", "face"), feature.at.face))
        if isinstance(feature, Hole | Groove):
            found.append(((*base, "face"), feature.face))
        if isinstance(feature, Hollow):
            found += [((*base, "open_faces", k), f) for k, f in enumerate(feature.open_faces)]
        if isinstance(feature, Soften):
            found += [((*base, "edges", k), e) for k, e in enumerate(feature.edges)]
    return found


def _with_feature(face: str, old: str, new: str) -> str:
    """A face's name, or a pair of them, with a feature renamed: its own faces, and those
    that are called after faces of it, `hollow.plate_front`."""
    parts = []
    for name in face.split(BETWEEN):
        head, dot, role = name.partition(".")
        if head == old:
            head = new
        else:
            role = re.sub(rf"(?<![^_]){re.escape(old)}_", f"{new}_", role)
        parts.append(f"{head}{dot}{role}")
    return BETWEEN.join(parts)


def rename_dimension(job: Job, index: int, new: str) -> Job:
    """A dimension under a new name; formulas follow. Raises FormulaError."""
    check_name(new)
    old = job.dimensions[index].name
    taken = [d.name for i, d in enumerate(job.dimensions) if i != index]
    if new in taken or any(f.name == new for f in job.blank.features):
        raise FormulaError(f"something else is already called “{new}”")
    job = _in_formulas(job, rf"(?<![\w.]){re.escape(old)}(?![\w.])", new)
    return changed(job, ("dimensions", index, "name"), new)


def _in_formulas(job: Job, pattern: str, new: str) -> Job:
    paths = [path for path, _, _ in formula_fields(job)]
    paths += [("dimensions", i, "formula") for i in range(len(job.dimensions))]
    for path in paths:
        formula = get(job, path)
        renamed = re.sub(pattern, new, formula)
        if renamed != formula:
            job = changed(job, path, renamed)
    return job
