"""What Qt calls in our widgets may fail without taking the process with it.

Python up to 3.11 leaves an error that comes from compiled code as a kind and a text until somebody
catches it. PySide asks such an error for its arguments when it leaves a method that Qt called from
within another call out of Python, and the process ends. Caught and raised again it is whole.
"""

from __future__ import annotations

from collections.abc import Callable
from functools import wraps
from typing import ParamSpec, TypeVar

T = TypeVar("T", bound=type)
R = TypeVar("R")
P = ParamSpec("P")


def overrides(kind: T) -> T:
    """A class of ours whose methods that Qt calls raise whole errors only."""
    for name in overridden(kind):
        setattr(kind, name, _whole(vars(kind)[name]))
    return kind


def overridden(kind: type) -> list[str]:
    """The methods of a class that stand for one of Qt's."""
    given = {
        name
        for base in kind.__mro__
        if base.__module__.startswith("PySide6")
        for name in vars(base)
    }
    return [
        name for name, value in vars(kind).items()
        if callable(value) and name in given and not name.startswith("__")
    ]  # fmt: skip


def _whole(method: Callable[P, R]) -> Callable[P, R]:
    @wraps(method)
    def called(*given: P.args, **named: P.kwargs) -> R:
        try:
            return method(*given, **named)
        except Exception:
            raise

    return called
