"""Renaming a dimension or a feature, with everything that refers to it."""

from __future__ import annotations

import re

from tinstamp.job.formula import FormulaError, check_name
from tinstamp.job.model import Job, changed, get
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
    for i, stamp in enumerate(job.stamps):
        if stamp.setting.face.startswith(f"{old}."):
            face = new + stamp.setting.face[len(old) :]
            job = changed(job, ("stamps", i, "setting", "face"), face)
    return changed(job, ("blank", "features", index, "name"), new)


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
