"""Working out every formula of a job, each name once, with errors at their fields."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable, Hashable, Iterator, Mapping
from dataclasses import dataclass, field
from functools import cache, partial
from typing import Any, get_args

from tinstamp.job.feature import ANGLES, BaseFeature
from tinstamp.job.field import Wants, declared, idle
from tinstamp.job.formula import (
    FormulaError,
    Quantity,
    check_name,
    evaluate,
    fitted,
    unknown,
    work_out,
)
from tinstamp.job.limit import Limit
from tinstamp.job.model import Dimension, Job, Path, Stamp, dotted
from tinstamp.job.process import usual_formula
from tinstamp.job.values import Value


@dataclass(frozen=True)
class Resolved:
    """All values of a job.

    Attributes
    ----------
    values : by dotted path, mm, degrees or plain numbers; also of a field whose value
        does not go together with others.
    angles : the paths of places that were given as an angle (degrees).
    errors : by dotted path; a field with an error has no value.
    names : every name a formula may use, with its quantity.
    """

    values: Mapping[str, float] = field(default_factory=dict)
    angles: frozenset[str] = frozenset()
    errors: Mapping[str, str] = field(default_factory=dict)
    names: Mapping[str, Quantity] = field(default_factory=dict)

    def of(self, *path: str | int) -> float:
        """The value at a path. Raises FormulaError with the field's error."""
        key = dotted(path)
        if key in self.errors or key not in self.values:
            raise FormulaError(self.errors.get(key, f"{key} has no value"))
        return self.values[key]

    def error_under(self, *path: str | int) -> str | None:
        """The first error at or below a path."""
        start = dotted(path)
        for key, message in self.errors.items():
            if key == start or key.startswith(start + "."):
                return message
        return None


def limit_path(process: str, name: str) -> Path:
    """Where a limit stands among the values of a job: of a stamp's own process, or of the job's."""
    return ("in", process, name) if process else ("limits", name)


def formula_fields(value: Value, path: Path = ()) -> Iterator[tuple[Path, str, Wants]]:
    """Every formula field below a value: its path, its formula, what it wants."""
    unused = idle(value)
    for name, known in declared(type(value)).items():
        if name in unused:
            continue  # such as the inner diameter of a tube that is given by its wall
        inner, wants = getattr(value, name), known.wants
        if wants is not None and isinstance(inner, tuple):
            for i, formula in enumerate(inner):
                yield (*path, name, i), formula, wants
        elif wants is not None:
            yield (*path, name), inner, wants
        elif isinstance(inner, Value):
            yield from formula_fields(inner, (*path, name))
        elif isinstance(inner, tuple) and may_hold_formulas(type(value), name):
            for i, item in enumerate(inner):
                if isinstance(item, Value):
                    yield from formula_fields(item, (*path, name, i))


@cache
def may_hold_formulas(model: type[Value], name: str) -> bool:
    """Whether a field's type leads to a formula: the faces of an imported part do not."""
    return _leads_to_formulas(model.model_fields[name].annotation, ())


def _leads_to_formulas(kind: Any, above: tuple[Any, ...]) -> bool:
    if kind in above:
        return False
    if isinstance(kind, type) and issubclass(kind, Value):
        known, within = declared(kind), (*above, kind)
        return any(
            known[name].wants is not None or _leads_to_formulas(field.annotation, within)
            for name, field in kind.model_fields.items()
        )
    return any(_leads_to_formulas(inner, above) for inner in get_args(kind))


def resolve(job: Job, limits: Mapping[str, Limit] | None = None) -> Resolved:
    """Work out all formulas of a job, and with them the limits that checks declare, by name.

    Never raises: errors stand at their fields.
    """
    return _Resolver(job, limits).run()


@dataclass(frozen=True)
class Measured:
    """What formulas may use of a feature's faces.

    Attributes
    ----------
    found : by full name, `tank.outer.girth`. short : by the face's full name, its measures' full
        names by their short ones. problems : what the feature says of its values, by field.
    """

    found: Mapping[str, Quantity] = field(default_factory=dict)
    short: Mapping[str, Mapping[str, str]] = field(default_factory=dict)
    problems: Mapping[str, str] = field(default_factory=dict)


NOTHING = Measured()
MOST_MEASURED = 64
"""Features whose measures are remembered: one that did not change is not measured again."""
_MEASURED: OrderedDict[tuple[int, tuple[tuple[str, float], ...]], tuple[BaseFeature, Measured]]
_MEASURED = OrderedDict()
MOST_WORKED_OUT = 400
"""Parts of jobs whose formulas are remembered: what did not change is not worked out again."""
_WORKED_OUT: OrderedDict[Any, tuple[tuple[object, ...], tuple[dict[str, Any], ...]]] = OrderedDict()


def measured(feature: BaseFeature, own: Mapping[str, float]) -> Measured:
    """The measures of a feature with these values; none where they have problems."""
    key = (id(feature), tuple(own.items()))
    held = _MEASURED.get(key)
    if held is None or held[0] is not feature:
        held = _MEASURED[key] = (feature, _measured(feature, dict(own)))
        while len(_MEASURED) > MOST_MEASURED:
            _MEASURED.popitem(last=False)
    return held[1]


def _measured(feature: BaseFeature, own: dict[str, float]) -> Measured:
    problems = _problems(feature, own)
    if problems:
        return Measured(problems=problems)
    found, short = {}, {}
    for face, measures in feature.measures(own).items():
        named = f"{feature.name}.{face}"
        short[named] = {measure: f"{named}.{measure}" for measure in measures}
        for measure, value in measures.items():
            angle = measure in ANGLES
            found[f"{named}.{measure}"] = Quantity(value, int(not angle), int(angle))
    return Measured(found, short)


class _Needs(Exception):
    """A name is wanted that has not been worked out yet."""

    def __init__(self, name: str) -> None:
        super().__init__(name)
        self.name = name


class Circle(FormulaError):
    """Names that are worked out from one another."""


class _Resolver:
    """One pass over a job; names are worked out when first asked for.

    What asks for a name that is not known yet is put aside until the name is worked out, on
    a list and not on Python's stack: a chain of names may be as long as a job allows.
    """

    def __init__(self, job: Job, limits: Mapping[str, Limit] | None) -> None:
        self.job = job
        self.limits = limits
        self.values: dict[str, float] = {}
        self.angles: dict[str, None] = {}
        self.errors: dict[str, str] = {}
        self.known: dict[str, Quantity] = {}
        self.failed: dict[str, FormulaError] = {}
        self.dimensions: dict[str, tuple[int, Dimension]] = {}
        self.features: dict[str, tuple[int, BaseFeature]] = {}

    def run(self) -> Resolved:
        self._collect()
        job = self.job
        about = (job.dimensions, job.blank)
        self._once(about, 0, self._part)
        for i, stamp in enumerate(job.stamps):
            self._once((*about, stamp), i, partial(self._stamp, i, stamp))
        others = frozenset(stamp.process for stamp in job.stamps)
        given = (*about, self.limits, job.limits, job.processes)
        self._once(given, (job.process, others, len(job.stamps)), self._limits)
        names = {**self._measured(), **self.known}
        return Resolved(self.values, frozenset(self.angles), self.errors, names)

    def _once(self, of: tuple[object, ...], which: Hashable, work: Callable[[], None]) -> None:
        """Do some work, or take what it gave when it was done last on these very things: an edit
        of one stamp works out no formula of another."""
        key = (tuple(map(id, of)), which)
        held = _WORKED_OUT.get(key)
        if held is None:
            before = [frozenset(found) for found in self._found]
            work()
            made = tuple(
                {name: value for name, value in found.items() if name not in known}
                for found, known in zip(self._found, before, strict=True)
            )
            held = _WORKED_OUT[key] = (of, made)
            while len(_WORKED_OUT) > MOST_WORKED_OUT:
                _WORKED_OUT.popitem(last=False)
            return
        for found, made_then in zip(self._found, held[1], strict=True):
            found.update(made_then)

    @property
    def _found(self) -> tuple[dict[str, Any], ...]:
        return self.values, self.angles, self.errors, self.known, self.failed

    def _part(self) -> None:
        for name, (i, _) in self.dimensions.items():
            self._guard(("dimensions", i, "formula"), partial(self._name, name, {}))
        for i, feature in enumerate(self.job.blank.features):
            self._feature(i, feature)

    def _stamp(self, index: int, stamp: Stamp) -> None:
        self._fields(stamp, ("stamps", index), self._local(stamp))

    def _limits(self) -> None:
        if self.limits is None:
            return
        for name in self.job.limits:
            if name not in self.limits:
                self.errors[dotted(("limits", name))] = "no check has a limit that is called so"
        own = self.job.processes
        for name, limit in self.limits.items():
            formula = self.job.limits.get(name, usual_formula(own, self.job.process, limit))
            path: Path = ("limits", name)
            self._guard(path, partial(self._field, path, formula, limit.wants, {}))
        for process in {stamp.process for stamp in self.job.stamps if stamp.process}:
            for limit in self.limits.values():
                path = limit_path(process, limit.name)
                formula = usual_formula(own, process, limit)
                self._guard(path, partial(self._field, path, formula, limit.wants, {}))
        self._known_processes()

    def _known_processes(self) -> None:
        """Tell of processes that neither the program nor the job knows."""
        known = {own.name for own in self.job.processes}
        for limit in (self.limits or {}).values():
            known |= set(limit.processes)
        places: list[tuple[Path, str]] = [(("process",), self.job.process)]
        places += [(("stamps", i, "process"), s.process) for i, s in enumerate(self.job.stamps)]
        for path, name in places:
            if name and name not in known:
                self.errors[dotted(path)] = f"there is no process called “{name}”"

    def _collect(self) -> None:
        for i, dimension in enumerate(self.job.dimensions):
            path = dotted(("dimensions", i, "name"))
            try:
                check_name(dimension.name)
            except FormulaError as error:
                self.errors[path] = str(error)
                continue
            if dimension.name in self.dimensions:
                self.errors[path] = f"there are two dimensions called “{dimension.name}”"
                continue
            self.dimensions[dimension.name] = (i, dimension)
        for i, feature in enumerate(self.job.blank.features):
            self.features[feature.name] = (i, feature)

    def _guard(self, path: Path, work: Callable[[], object]) -> None:
        try:
            self._settled(work, {})
        except FormulaError as error:
            self.errors[dotted(path)] = str(error)

    def _settled(self, work: Callable[[], object], local: Mapping[str, str]) -> None:
        """Run `work`, and before it whatever names it turns out to need. Raises FormulaError."""
        stack: list[tuple[str, Callable[[], object]]] = [("", work)]
        while stack:
            name, now = stack[-1]
            try:
                now()
            except _Needs as need:
                wanted = need.name
                names = [other for other, _ in stack]
                if wanted in names:
                    circle = [*names[names.index(wanted) :], wanted]
                    told = " → ".join(circle if len(circle) < 12 else [*circle[:10], "…", wanted])
                    error = Circle(f"this goes round in a circle: {told}")
                    for other in circle:
                        self.failed[other] = error
                    continue  # what asked meets the error when it is run once more
                stack.append((wanted, partial(self._keep, wanted)))
                continue
            except FormulaError as error:
                if not name:
                    raise
                self.failed[name] = error
            stack.pop()

    def _keep(self, name: str) -> None:
        self.known[name] = self._find(name)

    def _fields(self, value: Value, base: Path, local: Mapping[str, str]) -> None:
        for path, formula, wants in formula_fields(value, base):
            self._guard(path, partial(self._field, path, formula, wants, local))

    def _field(self, path: Path, formula: str, wants: Wants, local: Mapping[str, str]) -> None:
        key = dotted(path)
        if key in self.values:
            return
        all_round = "girth" in local or "lower_girth" in local
        bare = "deg" if all_round and path[-1] == "across" else "mm"
        quantity = evaluate(formula, wants.kind, lambda name: self._name(name, local), bare)
        value = quantity.value
        unit = {"length": " mm", "angle": "°"}.get(wants.kind, "")
        if wants.above is not None and not value > wants.above:
            raise FormulaError(f"this must be more than {wants.above:g}{unit}")
        if wants.at_least is not None and value < wants.at_least:
            raise FormulaError(f"this must not be less than {wants.at_least:g}{unit}")
        if wants.at_most is not None and value > wants.at_most:
            raise FormulaError(f"this must not be more than {wants.at_most:g}{unit}")
        if abs(value) > 1e5:
            raise FormulaError(f"{value:g}{unit} is beyond what can be built")
        self.values[key] = value
        if quantity.angle == 1 and wants.kind == "place":
            self.angles[key] = None

    def _feature(self, index: int, feature: BaseFeature) -> None:
        base: Path = ("blank", "features", index)
        self._fields(feature, base, {})
        values = self._own(index, feature)
        if values is None:
            return
        for name, message in measured(feature, values).problems.items():
            key = dotted((*base, name))
            self.errors[key] = message

    def _own(self, index: int, feature: BaseFeature) -> dict[str, float] | None:
        """The feature's values by field; None when one has an error."""
        base: Path = ("blank", "features", index)
        own = {}
        for path, _, _ in formula_fields(feature, base):
            key = dotted(path)
            if key not in self.values:
                return None
            own[dotted(path[len(base) :])] = self.values[key]
        return own

    def _local(self, stamp: Stamp) -> dict[str, str]:
        """Short names within a stamp: `girth` for `tank.outer.girth`."""
        face = stamp.setting.face
        short = dict(self._measures_of(face.partition(".")[0]).short.get(face, {}))
        if "diameter" not in short:
            short.pop("girth", None)  # a flat face has a rim, but no way round it
        return {k: v for k, v in short.items() if k not in self.dimensions}

    def _measured(self) -> dict[str, Quantity]:
        """Measures of all faces of features that stand, by full name."""
        found: dict[str, Quantity] = {}
        for name in self.features:
            found |= self._measures_of(name).found
        return found

    def _measures_of(self, name: str) -> Measured:
        """Measures of a feature's faces; none when it has an error."""
        if name not in self.features:
            return NOTHING
        index, feature = self.features[name]
        own = self._own(index, feature)
        return NOTHING if own is None else measured(feature, own)

    def _name(self, name: str, local: Mapping[str, str]) -> Quantity:
        """What a name stands for. Raises _Needs when that has yet to be worked out."""
        name = local.get(name, name)
        if name in self.known:
            return self.known[name]
        if name in self.failed:
            raise _again(self.failed[name])
        if not self._stands(name):
            raise unknown(name, [*self.dimensions, *self.known, *self._measured(), *local])
        raise _Needs(name)

    def _stands(self, name: str) -> bool:
        """True for a name that a dimension or a feature may bear."""
        head, _, rest = name.partition(".")
        return name in self.dimensions or (head in self.features and bool(rest))

    def _find(self, name: str) -> Quantity:
        if name in self.dimensions:
            return self._dimension(*self.dimensions[name])
        head, _, rest = name.partition(".")
        index, feature = self.features[head]
        base: Path = ("blank", "features", index)
        for path, formula, wants in formula_fields(feature, base):
            if _spelled(feature, path[len(base) :]) == rest:
                return self._of_feature(name, path, formula, wants)
        for path, formula, wants in formula_fields(feature, base):
            self._field(path, formula, wants, {})
        found = self._measures_of(head).found
        if name in found:
            return found[name]
        raise unknown(name, [*self.dimensions, *self.known, *self._measured()])

    def _of_feature(self, name: str, path: Path, formula: str, wants: Wants) -> Quantity:
        try:
            self._field(path, formula, wants, {})
        except Circle:
            raise
        except FormulaError as error:
            raise FormulaError(f"{name} has an error: {error}") from error
        value = self.values[dotted(path)]
        angle = wants.kind == "angle" or dotted(path) in self.angles
        length = not angle and wants.kind != "number"
        return Quantity(value, length=int(length), angle=int(angle))

    def _dimension(self, index: int, dimension: Dimension) -> Quantity:
        path = dotted(("dimensions", index, "formula"))
        quantity = self._any(dimension.formula)
        self.values[path] = quantity.value
        return quantity

    def _any(self, formula: str) -> Quantity:
        """A dimension's own kind: length, angle or number, whichever it gives."""
        result = work_out(formula, lambda name: self._name(name, {}))
        if result.plain:
            return result
        if (result.length, result.angle) in ((1, 0), (0, 1)):
            return fitted(result, formula, "place")
        raise FormulaError("a dimension must be a length, an angle or a plain number")


def _again(error: FormulaError) -> FormulaError:
    """An error to raise at another field; the first one keeps its own trace."""
    return type(error)(*error.args)


def _problems(feature: BaseFeature, values: dict[str, float]) -> dict[str, str]:
    """What a feature says of its values, and of values that its own sums cannot work with."""
    try:
        problems = feature.problems(values)
        if not problems:
            feature.measures(values)
    except (ArithmeticError, ValueError):
        first = next(iter(values), "")
        return {first: "with these sizes it cannot be worked out: one is far too small or large"}
    return problems


def _spelled(feature: BaseFeature, path: Path) -> str:
    """How a formula writes a feature's field: `wall`, `at.x`; a point by its piece, `a.x`."""
    if len(path) == 3 and isinstance(path[1], int):
        item = getattr(feature, str(path[0]))[path[1]]
        if hasattr(item, "name"):
            return f"{item.name}.{path[2]}"
    return dotted(path)
