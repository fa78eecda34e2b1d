"""What a job's model refuses, in a designer's words."""

from __future__ import annotations

from pydantic import ValidationError

from tinstamp.job.field import label_within
from tinstamp.job.model import Job


def first_problem(error: ValidationError) -> str:
    """The first thing that is wrong, with its place."""
    problem = error.errors(include_url=False)[0]
    steps = tuple(str(step) for step in problem["loc"])
    kind, given = problem["type"], problem.get("ctx", {})
    where = _place(steps)
    if kind == "too_long":
        return f"{where}: there can be at most {given['max_length']}"
    if kind == "string_too_long":
        return f"{where}: this can have at most {given['max_length']} characters"
    if kind in ("string_too_short", "too_short"):
        return f"{where}: this is missing"
    if kind == "value_error":
        told = str(given.get("error", problem["msg"]))
        return told if not steps else f"{where}: {told}"
    if kind == "extra_forbidden":
        return f"{'.'.join(steps)}: this is not known here"
    return f"{'.'.join(steps) or 'job'}: {problem['msg']}"


def _place(steps: tuple[str, ...]) -> str:
    """A field's place in words, such as stamp 3, depth."""
    if not steps:
        return "the job"
    named = [step for step in steps if not step.isdigit()]
    field = label_within(Job, named[-1]).lower() if named else "entry"
    if len(steps) > 2 and steps[0] in ("stamps", "dimensions") and steps[1].isdigit():
        return f"{steps[0].removesuffix('s')} {int(steps[1]) + 1}, {field}"
    if len(steps) > 3 and steps[:2] == ("blank", "features") and steps[2].isdigit():
        return f"feature {int(steps[2]) + 1}, {field}"
    return field
