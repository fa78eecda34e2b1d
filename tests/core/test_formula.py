"""Formulas: values against published unit definitions, errors in words."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tinstamp.job.formula import FormulaError, Quantity, evaluate, names, unknown

KNOWN = {
    "girth": Quantity(100.0, length=1),
    "count": Quantity(4.0),
    "lean": Quantity(30.0, angle=1),
    "tank.height": Quantity(46.0, length=1),
}


def lookup(name: str) -> Quantity:
    if name not in KNOWN:
        raise unknown(name, KNOWN)
    return KNOWN[name]


def value(formula: str, kind: str = "length") -> float:
    return evaluate(formula, kind, lookup).value  # type: ignore[arg-type]


@pytest.mark.parametrize(
    ("formula", "wanted"),
    [
        ("84", 84.0),
        ("84 mm", 84.0),
        ("2.5cm", 25.0),
        ("0.1 m", 100.0),
        # the inch is 25.4 mm exactly: NIST Handbook 44, Appendix C
        ("1 in", 25.4),
        ("1/16 in", 25.4 / 16),
        ('1/16"', 25.4 / 16),
        ("2 1/2 ″ + 1′", 63.5 + 304.8),
        # a mil is a thousandth of an inch: NIST SP 811, B.8
        ("5 mil + 5 thou", 0.254),
        ("250 µm + 250 μm + 500um", 1.0),
        # a decimal comma: ISO 80000-1, 7.2.2
        ("12,5", 12.5),
        ("2,5 mm * 2", 5.0),
        ("(1,25 + 0,125) cm", 13.75),
        ("max(1,2) mm * 1,5", 3.0),
        ("max(1,5; 2,5) mm", 2.5),
        ("girth / (2,5 + max(0,1))", 100 / 3.5),
        ("1 1/2 in", 38.1),
        ("1 ft", 304.8),
        # the point is 1/72 in: CSS Values and Units Level 4, absolute lengths
        ("12 pt", 12 * 25.4 / 72),
        ("girth / 3 - 2 mm", 100 / 3 - 2),
        ("girth / count", 25.0),
        ("2 * (girth + 1 mm)", 202.0),
        ("-girth + 101 mm", 1.0),
        ("sqrt(girth * 4 mm)", 20.0),
        ("min(girth, 3 in)", 76.2),
        ("max(girth, 3 in)", 100.0),
        ("round(2.6 mm)", 3.0),
        ("floor(2.6 mm)", 2.0),
        ("ceil(2.2 mm)", 3.0),
        ("abs(-3 mm)", 3.0),
        ("10 mm * sin(lean)", 5.0),
        ("10 mm * cos(60 deg)", 5.0),
        ("girth^2 / 50 mm", 200.0),
        ("girth / pi", 100 / math.pi),
        ("2 mm * girth / 50 mm", 4.0),
        ("girth*girth/50 mm", 200.0),
        ("1 mm*girth*2/50 mm", 4.0),
        ("tank.height - 20 mm", 26.0),
        ("1e1 mm", 10.0),
    ],
)
def test_lengths(formula: str, wanted: float) -> None:
    assert value(formula) == pytest.approx(wanted, rel=1e-12)


def test_angles_and_numbers() -> None:
    assert value("30", "angle") == 30
    assert value("pi rad", "angle") == pytest.approx(180)
    assert value("30°", "angle") == 30
    assert value("2 * 3", "number") == 6
    assert evaluate("15", "place", lookup, "deg") == Quantity(15.0, angle=1)
    assert evaluate("15", "place", lookup, "mm") == Quantity(15.0, length=1)


@pytest.mark.parametrize(
    ("formula", "words"),
    [
        ("", "empty"),
        ("   ", "empty"),
        ("girth +", "stops too early"),
        ("girth girth", "not expected"),
        ("girth $ 2", "no meaning"),
        ("girht / 3", "did you mean girth"),
        ("girth - 2", "give the number its unit"),
        ("girth * girth", "an area"),
        ("lean", "an angle, but a length is needed"),
        ("count * 2", "a plain number, but a length"),
        ("1 / 0 mm", "divides by zero"),
        ("1/0 in", "divides by zero"),
        ("girth mm", "already has a unit"),
        ("sin(girth) * 1 mm", "takes an angle"),
        ("frob(2) * 1 mm", "no function"),
        ("sqrt(-1) * 1 mm", "positive"),
        ("2^99 * 1 mm", "power"),
        ("min(girth, lean)", "different kinds"),
        ("9" * 500, "longer than"),
        ("(" * 150 + "1" + ")" * 150 + "x", ""),
        ("__import__('os')", "no meaning"),
        ("girth.__class__", "called"),
    ],
)
def test_errors_in_words(formula: str, words: str) -> None:
    with pytest.raises(FormulaError) as caught:
        value(formula)
    assert words in str(caught.value)


@given(st.text(max_size=60))
def test_any_text_gives_a_value_or_words(text: str) -> None:
    try:
        assert math.isfinite(value(text))
    except FormulaError as error:
        assert str(error)


@given(
    st.lists(
        st.sampled_from(["girth", "2", "mm", "in", "(", ")", "+", "-", "*", "/", "^", "sin", ","]),
        max_size=14,
    )
)
def test_any_tokens_give_a_value_or_words(tokens: list[str]) -> None:
    try:
        assert math.isfinite(value(" ".join(tokens)))
    except FormulaError as error:
        assert str(error)


def test_names_leave_functions_out() -> None:
    assert sorted(names("max(girth, tank.height) + sin(lean) * 1 mm")) == [
        "girth",
        "lean",
        "tank.height",
    ]


@pytest.mark.parametrize("formula", ["1,234", "12,500 mm", "1,234,5", "1.234,5", "1,,5", "a,5"])
def test_numbers_that_can_be_read_in_two_ways_are_not_guessed(formula: str) -> None:
    with pytest.raises(FormulaError):
        value(formula)
    if formula == "1,234":
        with pytest.raises(FormulaError, match=r"two ways: write 1\.234 or 1234"):
            value(formula)


def test_names_may_be_those_of_fine_units() -> None:
    known = {"mil": Quantity(3.0, length=1), "um": Quantity(2.0)}
    assert evaluate("mil * um", "length", known.__getitem__).value == 6.0
