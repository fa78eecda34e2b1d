"""A part of the job with its formulas worked out: what a stage is given, and its cache key."""

from __future__ import annotations

from collections.abc import Hashable
from dataclasses import dataclass, field
from functools import lru_cache
from typing import Any, Generic, TypeVar

from tinstamp.job.field import declared, idle
from tinstamp.job.formula import FormulaError
from tinstamp.job.model import Path, dotted
from tinstamp.job.resolve import Resolved
from tinstamp.job.same import Same
from tinstamp.job.values import Value

AnyValue = TypeVar("AnyValue", bound=Value)


@dataclass(frozen=True)
class Worked(Generic[AnyValue]):
    """Numbers by the names of their fields, and the choices beside them.

    It is made from the model, so a new field is in the key of all that is made from it; what
    does not count, or changes nothing that is built, is in none.

    Attributes
    ----------
    given : the part of the job; fields that do not count stand at their defaults.
    key : everything that counts, by name.
    numbers : of the formulas at and below it, by dotted name, mm, degrees or plain.
    angles : the places that were given as an angle.
    """

    given: AnyValue = field(compare=False)
    key: Hashable
    numbers: dict[str, float] = field(compare=False, repr=False)
    angles: frozenset[str] = field(compare=False, default=frozenset())

    def __call__(self, name: str, otherwise: float | None = None) -> float:
        """The number of a field, such as `depth` or `letters.0.up`; `otherwise` where it does
        not count. Raises FormulaError."""
        if name in self.numbers:
            return self.numbers[name]
        if otherwise is None:
            raise FormulaError(f"{name} does not count here")
        return otherwise

    def under(self, name: str) -> dict[str, float]:
        """The numbers below a part, by their names within it."""
        start = name + "."
        return {k[len(start) :]: v for k, v in self.numbers.items() if k.startswith(start)}


def worked(value: AnyValue, resolved: Resolved, base: Path) -> Worked[AnyValue]:
    """Of the part of the job at `base`. Raises FormulaError with the first field's error."""
    numbers: dict[str, float] = {}
    key = _pairs(value, resolved, base, (), numbers)
    start = dotted(base) + "."
    angles = frozenset(a[len(start) :] for a in resolved.angles if a.startswith(start))
    return Worked(settled(value), key, numbers, angles & numbers.keys())


def settled(value: AnyValue) -> AnyValue:
    """The value with every field that does not count at its default, on all levels; of the last
    ones it is kept, since a value is never changed."""
    return _settled(Same(value))  # type: ignore[return-value]


@lru_cache(maxsize=2048)
def _settled(of: Same[Value]) -> Value:
    value = of.thing
    unused = idle(value)
    new: dict[str, Any] = {}
    for name in type(value).model_fields:
        inner = getattr(value, name)
        if name in unused:
            new[name] = type(value).model_fields[name].get_default(call_default_factory=True)
        elif isinstance(inner, Value):
            new[name] = settled(inner)
        elif isinstance(inner, tuple):
            new[name] = tuple(settled(i) if isinstance(i, Value) else i for i in inner)
    return value.model_copy(update=new)


def _pairs(
    value: Value, resolved: Resolved, base: Path, within: Path, numbers: dict[str, float]
) -> Hashable:
    """The key of a value; its numbers are put into `numbers`."""
    unused = idle(value)
    pairs: list[tuple[str, Hashable]] = []
    for name, known in declared(type(value)).items():
        if name in unused or not known.shown.built:
            continue
        inner, here = getattr(value, name), (*within, name)
        wants = known.wants is not None
        if isinstance(inner, tuple):
            entries = [
                _entry(item, wants, resolved, base, (*here, k), numbers)
                for k, item in enumerate(inner)
            ]
            pairs.append((name, tuple(entries)))
        else:
            pairs.append((name, _entry(inner, wants, resolved, base, here, numbers)))
    return tuple(pairs)


def _entry(
    inner: Any, wants: bool, resolved: Resolved, base: Path, here: Path, numbers: dict[str, float]
) -> Hashable:
    if isinstance(inner, Value):
        return _pairs(inner, resolved, base, here, numbers)
    if wants:
        numbers[dotted(here)] = number = resolved.of(*base, *here)
        return number, dotted((*base, *here)) in resolved.angles
    if isinstance(inner, dict):
        return tuple(sorted(inner.items()))
    found: Hashable = inner
    return found
