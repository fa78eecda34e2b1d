"""The blank of a job, feature by feature, each step kept under all that it depends on."""

from __future__ import annotations

import logging
from collections.abc import Callable, Hashable, Mapping, Sequence
from dataclasses import dataclass
from functools import partial

from tinstamp.blank.build import Seams, Sized, added, body, first, seams_of
from tinstamp.blank.kernel import of_kernel
from tinstamp.blank.making import BlankError, Making
from tinstamp.blank.solid import Blank
from tinstamp.engine.cache import Cache
from tinstamp.job.feature import BaseFeature, Body
from tinstamp.job.model import Job, dotted
from tinstamp.job.resolve import Resolved, formula_fields

LOG = logging.getLogger("tinstamp.build")
FORESEEN = (RuntimeError, ArithmeticError, ValueError, LookupError)
"""What making a feature may raise, beside the kernel's own exceptions."""


@dataclass(frozen=True)
class Step:
    """A feature that is on, with its values and its place in the job."""

    index: int
    sized: Sized


class FeatureError(ValueError):
    """A feature that could not be made; the message is for the designer."""

    def __init__(self, step: Step, error: BlankError) -> None:
        super().__init__(str(error))
        self.name = step.sized.feature.name
        self.index = step.index
        self.path = f"blank.features.{step.index}" + (f".{error.field}" if error.field else "")


def steps_of(job: Job, resolved: Resolved) -> list[Step] | None:
    """The features that are on, in order; None when one of them has an error."""
    steps = []
    for i, feature in enumerate(job.blank.features):
        if not feature.on:
            continue
        values = _values(i, feature, resolved)
        if values is None or resolved.error_under("blank", "features", i) is not None:
            return None
        steps.append(Step(i, Sized(feature, values)))
    return steps


def _values(
    index: int, feature: BaseFeature, resolved: Resolved
) -> tuple[tuple[str, float], ...] | None:
    base = ("blank", "features", index)
    values = []
    for path, _, _ in formula_fields(feature, base):
        value = resolved.values.get(dotted(path))
        if value is None:
            return None
        values.append((dotted(path[len(base) :]), value))
    return tuple(values)


def key_of(steps: Sequence[Step], seams: Mapping[str, float]) -> Hashable:
    """All that the blank depends on."""
    return (tuple(step.sized.key for step in steps), tuple(sorted(seams.items())))


def made(
    steps: Sequence[Step],
    seams: Mapping[str, float],
    parts: Mapping[str, bytes],
    cache: Cache,
    stopped: Callable[[], None] = lambda: None,
) -> tuple[Blank, tuple[FeatureError, ...]]:
    """The blank, and what of it could not be made: it is left out. Only steps whose feature
    changed, and those after it, run again.

    Raises FeatureError when there is nothing without that feature.
    """
    part: Making | None = None
    key: tuple[Hashable, ...] = ()
    left_out: list[FeatureError] = []
    for step in steps:
        stopped()
        own = seams_of(step.sized, seams)
        with_it = (*key, step.sized.key, own)
        work = partial(_tried, step, part, own, parts, cache)
        found = cache.get("feature", with_it, work)
        if isinstance(found, BlankError):
            error = FeatureError(step, found)
            if part is None:
                raise error
            left_out.append(error)
            continue
        part, key = found, with_it
    assert part is not None
    whole = part
    return cache.get("blank", key, whole.finished), tuple(left_out)


def _tried(
    step: Step, before: Making | None, seams: Seams, parts: Mapping[str, bytes], cache: Cache
) -> Making | BlankError:
    """The part after a step, or why that cannot be made."""
    try:
        return _step(step, before, seams, parts, cache)
    except BlankError as error:
        return error
    except Exception as error:
        if not (of_kernel(error) or isinstance(error, FORESEEN)):
            raise
        LOG.exception("a feature could not be made")
        return BlankError("it cannot be made with these sizes; the log tells more")


def _step(
    step: Step, before: Making | None, seams: Seams, parts: Mapping[str, bytes], cache: Cache
) -> Making:
    sized = step.sized
    shape: Blank | None = None
    if isinstance(sized.feature, Body):
        shape = cache.get("body", (sized.body_key, seams), lambda: body(sized, seams, parts))
    if before is None:
        assert shape is not None
        return first(sized, shape)
    return added(before, sized, shape)
