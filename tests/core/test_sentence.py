"""How what is told begins: with a capital, and with names as they are."""

from __future__ import annotations

import random

import pytest

from tinstamp.words.sentence import sentence


@pytest.mark.parametrize(
    ("words", "told"),
    [
        ("the part could not be made", "The part could not be made"),
        ("it, and what lies on it", "It, and what lies on it"),
        ("ähnlich wie zuvor", "Ähnlich wie zuvor"),
        ("rim.tinstamp cannot be read", "rim.tinstamp cannot be read"),
        ("b: the skin bends too tightly", "b: the skin bends too tightly"),
        ("tube_2.outer is gone", "tube_2.outer is gone"),
        ("m8 does not fit", "m8 does not fit"),
        ("“rim” is gone", "“rim” is gone"),
        ("0.3 mm are too little", "0.3 mm are too little"),
        ("", ""),
    ],
)
def test_begins_with_a_capital_but_names_stay(words: str, told: str) -> None:
    assert sentence(words) == told


def test_nothing_but_the_first_letter_changes() -> None:
    r = random.Random(611)
    for _ in range(2000):
        words = "".join(r.choice("aZß9 .:_“”-'’é\n") for _ in range(r.randint(0, 12)))
        told = sentence(words)
        assert told in (words, words[:1].upper() + words[1:])
        assert sentence(told) == told
        first = words.split(" ")[0]
        if any(c in first for c in ".:_9"):
            assert told == words
