"""Which values of a job were held against their model already: a value never changes, so that needs
doing once, however large the job around it is."""

from __future__ import annotations

import json
import weakref
from collections.abc import Iterator
from typing import Any

from tinstamp.job.values import Value

MORE_A_LINE = 14
"""bytes of indents, quotes and a colon that a written entry has besides what it says, at most"""
_KNOWN: dict[int, tuple[weakref.ref[Value], int]] = {}
"""By identity: a value that is sound, and how many bytes it is written with at most."""


def written_with(value: object) -> int:
    """The most bytes that a value is written with. All models within it are held against
    themselves, those that are new.

    Raises pydantic's ValidationError.
    """
    if isinstance(value, Value):
        return _of_model(value)
    if isinstance(value, dict):
        return 2 + sum(_text(k) + MORE_A_LINE + written_with(v) for k, v in value.items())
    if isinstance(value, tuple | list | frozenset):
        return 2 + sum(MORE_A_LINE + written_with(item) for item in value)
    return _text(value) if isinstance(value, str) else 26  # the longest number


def _text(text: str) -> int:
    return len(json.dumps(text, ensure_ascii=False).encode("utf-8", "replace"))


def _of_model(value: Value) -> int:
    held = _KNOWN.get(id(value))
    if held is not None and held[0]() is value:
        return held[1]
    size = 2
    for name, inner in fields_of(value):
        size += len(name) + MORE_A_LINE + written_with(inner)
    type(value).model_validate(dict(fields_of(value)))  # models within it are not looked at again
    key = id(value)
    _KNOWN[key] = (weakref.ref(value, lambda _: _KNOWN.pop(key, None)), size)
    return size


def fields_of(value: Value) -> Iterator[tuple[str, Any]]:
    """The names and values of a model's fields."""
    return ((name, getattr(value, name)) for name in type(value).model_fields)
