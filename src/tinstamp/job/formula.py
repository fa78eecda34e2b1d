"""Formulas with units: `girth / 3 - 2 mm`, `1/16 in`, `12 pt`.

Parsed by Lark, worked out over a small tree; nothing is ever handed to Python to
evaluate. Lengths come out in mm and angles in degrees. A fraction written without spaces
in front of a unit is one number, as on a drawing: `1/16 in` is a sixteenth of an inch;
`girth / 50 mm` is a division. Decimals stand after a point or a comma.
"""

from __future__ import annotations

import difflib
import math
import re
from collections.abc import Callable, Iterable
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

from lark import Lark, Token, Tree
from lark.exceptions import UnexpectedCharacters, UnexpectedInput, UnexpectedToken

LENGTHS = {"mm": 1.0, "cm": 10.0, "m": 1000.0, "in": 25.4, "ft": 304.8, "pt": 25.4 / 72.0}
"""mm each. The inch is exactly 25.4 mm (international yard and pound agreement, 1959);
the point is 1/72 inch, as in desktop publishing (CSS Values and Units, W3C)."""

FINER = {"mil": 25.4e-3, "thou": 25.4e-3, "µm": 1e-3, "μm": 1e-3, "um": 1e-3, '"': 25.4,
         "″": 25.4, "'": 304.8, "′": 304.8}  # fmt: skip
"""mm each, after a number alone: names of dimensions may be the same. A thousandth of an inch is a
mil or a thou; both micro signs of Unicode; the marks of inch and foot."""

ANGLES = {"deg": 1.0, "°": 1.0, "rad": math.degrees(1.0)}
MOST_CHARACTERS = 400
"""characters in a formula"""
NOT_FINITE = "the result is not a finite number"

Kind = Literal["length", "angle", "number", "place"]
"""What a field wants; a place is a length along the face or an angle round it."""


class FormulaError(ValueError):
    """A formula that cannot be worked out; the message is for the designer."""


@dataclass(frozen=True)
class Quantity:
    """A number with its powers of length (mm) and angle (degrees)."""

    value: float
    length: int = 0
    angle: int = 0

    @property
    def plain(self) -> bool:
        return self.length == 0 and self.angle == 0

    @property
    def kind_name(self) -> str:
        if self.plain:
            return "a plain number"
        if (self.length, self.angle) == (1, 0):
            return "a length"
        if (self.length, self.angle) == (0, 1):
            return "an angle"
        if (self.length, self.angle) == (2, 0):
            return "an area"
        return "a mixed quantity"


Lookup = Callable[[str], Quantity]
"""Gives the quantity of a name, or raises FormulaError."""

_UNITS = "|".join(sorted([*LENGTHS, *FINER, *ANGLES], key=len, reverse=True))
_GRAMMAR = rf"""
    ?start: sum
    ?sum: product | sum "+" product -> add | sum "-" product -> subtract
    ?product: signed | product "*" signed -> multiply | product "/" signed -> divide
    ?signed: power | "-" signed -> negative | "+" signed
    ?power: measured | measured "^" signed -> power
    ?measured: atom | atom UNIT -> with_unit
    ?atom: NUMBER -> number
        | FRACTION -> fraction
        | NAME "(" sum (("," | ";") sum)* ")" -> call
        | NAME -> name
        | "(" sum ")"
    FRACTION.3: /(?<![*\/^\d.])(\d+\s+)?\d+\/\d+(?=\s*({_UNITS})(?!\w))/
    NUMBER.2: /(\d+(\.\d*)?|\.\d+)([eE][+-]?\d+)?/
    UNIT.2: /({_UNITS})(?![\w.(])/
    NAME: /[^\W\d]\w*(\.[^\W\d]\w*)*/
    %ignore /\s+/
"""
_PARSER = Lark(_GRAMMAR, parser="lalr", maybe_placeholders=False)

FUNCTIONS = ("min", "max", "abs", "sqrt", "round", "floor", "ceil", "sin", "cos", "tan")
RESERVED = frozenset([*LENGTHS, *ANGLES, *FUNCTIONS, "pi"])
"""Names that a dimension cannot have."""


def check_name(name: str) -> str:
    """The name, when a dimension or feature may bear it. Raises FormulaError."""
    if not name.isidentifier() or name.startswith("_"):
        raise FormulaError(f"“{name}” is not a name: use letters, digits and _")
    if name in RESERVED:
        raise FormulaError(f"“{name}” already means something else in a formula")
    return name


def evaluate(formula: str, kind: Kind, lookup: Lookup, bare: str = "mm") -> Quantity:
    """Work out a formula for a field of that kind.

    A plain number without any names takes the field's unit: mm for lengths, degrees for
    angles, `bare` for a place. Raises FormulaError, in words for the designer, and nothing
    else but what `lookup` raises.
    """
    return fitted(work_out(formula, lookup), formula, kind, bare)


def work_out(formula: str, lookup: Lookup) -> Quantity:
    """The quantity that a formula gives, whatever its kind. Raises as `evaluate` does."""
    return _work(_parse(formula), lookup)


def fitted(result: Quantity, formula: str, kind: Kind, bare: str = "mm") -> Quantity:
    """A formula's result as a field of that kind takes it. Raises FormulaError."""
    return _fitted(result, kind, bare, bool(list(names(formula))))


def names(formula: str) -> Iterable[str]:
    """The names that a formula uses, functions left out."""
    tree = _parse(formula)
    if isinstance(tree, Token):
        return []
    return [str(t.children[0]) for t in tree.iter_subtrees() if t.data == "name"]


def _fitted(result: Quantity, kind: Kind, bare: str, named: bool) -> Quantity:
    wanted = {
        "length": [(1, 0)],
        "angle": [(0, 1)],
        "number": [(0, 0)],
        "place": [(1, 0), (0, 1)],
    }[kind]
    if (result.length, result.angle) in wanted:
        return result
    if result.plain and not named:
        if kind == "angle" or (kind == "place" and bare == "deg"):
            return Quantity(result.value, angle=1)
        return Quantity(result.value, length=1)
    need = {
        "length": "a length",
        "angle": "an angle",
        "number": "a plain number",
        "place": "a length or an angle",
    }[kind]
    raise FormulaError(f"this gives {result.kind_name}, but {need} is needed")


@lru_cache(maxsize=1024)
def _parse(formula: str) -> Tree[Token]:
    if not formula.strip():
        raise FormulaError("this is empty")
    if len(formula) > MOST_CHARACTERS:
        raise FormulaError(f"this is longer than {MOST_CHARACTERS} characters")
    try:
        return _PARSER.parse(_with_points(formula))
    except UnexpectedCharacters as error:
        raise FormulaError(f"“{error.char}” has no meaning here") from error
    except UnexpectedToken as error:
        if error.token.type == "$END":
            raise FormulaError("this stops too early: something is missing") from error
        raise FormulaError(f"“{error.token}” is not expected here") from error
    except UnexpectedInput as error:
        raise FormulaError("this cannot be read as a formula") from error
    except RecursionError as error:
        raise FormulaError("this is nested too deeply") from error


_DIGITS = re.compile(r"(?<![\w.,])(\d+),(\d+)(?![\w,])")


def _with_points(formula: str) -> str:
    """A formula with decimal points where it has decimal commas: `12,5`. Between the values of a
    function a comma parts them, unless a semicolon does: `max(1,5; 2)`. Raises FormulaError for
    a number that could be read in two ways."""
    if "," not in formula:
        return formula
    parts = list(formula)
    for match in _DIGITS.finditer(formula):
        if _parts_values(formula, match.start()):
            continue
        if len(match[2]) == 3 and match[1] != "0":
            one, other = f"{match[1]}.{match[2]}", match[1] + match[2]
            raise FormulaError(f"“{match[0]}” can be read in two ways: write {one} or {other}")
        parts[match.end(1)] = "."
    return "".join(parts)


def _parts_values(formula: str, at: int) -> bool:
    """True where a comma stands between the values of a function."""
    depth = 0
    for k in range(at - 1, -1, -1):
        if formula[k] == ")":
            depth += 1
        elif formula[k] == "(" and depth:
            depth -= 1
        elif formula[k] == "(":
            called = bool(re.search(r"[^\W\d]\w*\s*$", formula[:k]))
            return called and ";" not in formula[k:]
    return False


def _work(tree: Tree[Token], lookup: Lookup) -> Quantity:
    """Work out a tree from its leaves up, without recursion: depth costs nothing."""
    order: list[Tree[Token]] = []
    waiting = [tree]
    while waiting:
        node = waiting.pop()
        order.append(node)
        waiting += [child for child in node.children if isinstance(child, Tree)]
    results: dict[int, Quantity] = {}
    for node in reversed(order):
        parts = [results[id(child)] for child in node.children if isinstance(child, Tree)]
        try:
            made = _node(node, parts, lookup)
        except (ArithmeticError, ValueError) as error:
            if isinstance(error, FormulaError):
                raise
            raise FormulaError(NOT_FINITE) from error
        if not math.isfinite(made.value):
            raise FormulaError(NOT_FINITE)
        results[id(node)] = made
    return results[id(tree)]


def _node(node: Tree[Token], parts: list[Quantity], lookup: Lookup) -> Quantity:
    """One step of a formula, of the values below it."""
    rule = node.data
    if rule == "number":
        return Quantity(float(str(node.children[0])))
    if rule == "fraction":
        return Quantity(_fraction(str(node.children[0])))
    if rule == "name":
        name = str(node.children[0])
        return Quantity(math.pi) if name == "pi" else lookup(name)
    if rule == "call":
        return _call(str(node.children[0]), parts)
    if rule == "with_unit":
        return _with_unit(parts[0], str(node.children[1]))
    if rule == "negative":
        return Quantity(-parts[0].value, parts[0].length, parts[0].angle)
    return _combine(str(rule), parts[0], parts[1])


def _fraction(text: str) -> float:
    top, bottom = text.split("/")
    whole, _, upper = top.strip().rpartition(" ")
    if float(bottom) == 0:
        raise FormulaError("this divides by zero")
    return (float(whole) if whole.strip() else 0.0) + float(upper) / float(bottom)


def _with_unit(q: Quantity, unit: str) -> Quantity:
    if not q.plain:
        raise FormulaError(f"{unit} stands behind something that already has a unit")
    if unit in LENGTHS:
        return Quantity(q.value * LENGTHS[unit], length=1)
    if unit in FINER:
        return Quantity(q.value * FINER[unit], length=1)
    return Quantity(q.value * ANGLES[unit], angle=1)


def _combine(rule: str, a: Quantity, b: Quantity) -> Quantity:
    if rule in ("add", "subtract"):
        if (a.length, a.angle) != (b.length, b.angle):
            verb = "added to" if rule == "add" else "taken from"
            first, second = (a, b) if rule == "add" else (b, a)
            hint = ""
            if (a.plain or b.plain) and not (a.plain and b.plain):
                hint = ": give the number its unit, such as mm"
            raise FormulaError(f"{first.kind_name} cannot be {verb} {second.kind_name}{hint}")
        sign = 1.0 if rule == "add" else -1.0
        return Quantity(a.value + sign * b.value, a.length, a.angle)
    if rule == "multiply":
        return Quantity(a.value * b.value, a.length + b.length, a.angle + b.angle)
    if rule == "divide":
        if b.value == 0:
            raise FormulaError("this divides by zero")
        return Quantity(a.value / b.value, a.length - b.length, a.angle - b.angle)
    return _power(a, b)


def _power(a: Quantity, b: Quantity) -> Quantity:
    if not b.plain or b.value != int(b.value) or abs(b.value) > 12:
        raise FormulaError("a power must be a whole number up to 12")
    n = int(b.value)
    try:
        return Quantity(a.value**n, a.length * n, a.angle * n)
    except (OverflowError, ZeroDivisionError) as error:
        raise FormulaError(NOT_FINITE) from error


def _call(name: str, args: list[Quantity]) -> Quantity:
    if name not in FUNCTIONS:
        raise FormulaError(f"there is no function “{name}”; known: {', '.join(FUNCTIONS)}")
    first = args[0]
    if name in ("min", "max"):
        if any((q.length, q.angle) != (first.length, first.angle) for q in args):
            raise FormulaError(f"{name} compares things of different kinds")
        pick = min if name == "min" else max
        return Quantity(pick(q.value for q in args), first.length, first.angle)
    if len(args) != 1:
        raise FormulaError(f"{name} takes one value")
    if name in ("sin", "cos", "tan"):
        if first.length or first.angle > 1:
            raise FormulaError(f"{name} takes an angle")
        return Quantity(getattr(math, name)(math.radians(first.value)))
    if name == "sqrt":
        if first.value < 0 or first.length % 2 or first.angle % 2:
            raise FormulaError("sqrt takes a positive number or an area")
        return Quantity(math.sqrt(first.value), first.length // 2, first.angle // 2)
    if name == "abs":
        return Quantity(abs(first.value), first.length, first.angle)
    return Quantity(_whole(name, first.value), first.length, first.angle)


def _whole(name: str, value: float) -> float:
    if name == "floor":
        return float(math.floor(value))
    return float(math.ceil(value)) if name == "ceil" else float(round(value))


def unknown(name: str, known: Iterable[str]) -> FormulaError:
    """The error for a name that nothing bears, with the nearest ones."""
    near = difflib.get_close_matches(name, list(known), n=2, cutoff=0.6)
    hint = f"; did you mean {' or '.join(near)}?" if near else ""
    return FormulaError(f"nothing here is called “{name}”{hint}")
