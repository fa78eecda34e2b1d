"""A job with some of its dimensions and texts set from outside, as on the command line."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from pydantic import ValidationError

from tinstamp.job.archive import Document
from tinstamp.job.model import Braille, Code, Job, Text, changed
from tinstamp.job.retext import retexted
from tinstamp.job.wording import first_problem

Override = tuple[str, str]
"""The name of a dimension or a stamp, and its new formula or text."""


class OverrideError(ValueError):
    """Something that cannot be set; the message is for the designer."""


def parsed(words: str) -> Override:
    """What `name=value` says. Raises OverrideError."""
    name, sign, value = words.partition("=")
    if not sign or not name.strip():
        raise OverrideError(f"“{words}” does not say what it sets: write name=value")
    return name.strip(), value


def overridden(
    document: Document, dimensions: Sequence[Override], texts: Sequence[Override]
) -> Document:
    """The document with dimensions and texts of stamps set. Raises OverrideError."""
    job = document.job
    for name, formula in dimensions:
        job = _with_dimension(job, name, formula)
    for name, text in texts:
        job = _with_text(job, name, text)
    return replace(document, job=job)


def _with_dimension(job: Job, name: str, formula: str) -> Job:
    names = [dimension.name for dimension in job.dimensions]
    if name not in names:
        raise OverrideError(_unknown("dimension", name, names))
    try:
        return changed(job, ("dimensions", names.index(name), "formula"), formula)
    except ValidationError as error:
        raise OverrideError(f"the dimension “{name}”: {first_problem(error)}") from error


def _with_text(job: Job, name: str, text: str) -> Job:
    drawn = {stamp.name: stamp.artwork for stamp in job.stamps}
    worded = [known for known, art in drawn.items() if isinstance(art, Text | Code | Braille)]
    if name not in worded:
        raise OverrideError(_unknown("stamp with a text", name, worded))
    index, art = list(drawn).index(name), drawn[name]
    try:
        if isinstance(art, Text):
            return changed(job, ("stamps", index, "artwork"), retexted(art, text))
        return changed(job, ("stamps", index, "artwork", "text"), text)
    except ValidationError as error:
        raise OverrideError(f"the text of “{name}”: {first_problem(error)}") from error


def _unknown(what: str, name: str, known: Sequence[str]) -> str:
    there = f"there are {', '.join(known)}" if known else "there is none"
    return f"the job has no {what} called “{name}”: {there}"
