"""Figures of a section against closed forms of plates, tubes and cones."""

from __future__ import annotations

import math

import pytest

from tests.core.test_known_faults import FLAT, ROUND, drawn, leaning, part, raised, sunk, tube
from tinstamp.engine.asking import AskError, answered
from tinstamp.engine.build import build
from tinstamp.engine.cache import Cache
from tinstamp.engine.questions import Section, WantSection
from tinstamp.job.archive import Document
from tinstamp.job.model import Relief, Setting

BAR = "M0 0H10V4H0Z"


def figures(document: Document, x: float = 0.0) -> dict[str, float]:
    cache = Cache()
    built = build(document, cache)
    low, high = built.planned["S0"].placed.bounds[1], built.planned["S0"].placed.bounds[3]
    want = WantSection("S0", (x, float(low + high) / 2))
    found = answered(want, document, built, cache)
    assert isinstance(found, Section) and found.stamp == "S0"
    for line in found.lines:
        if line.ends:
            assert math.dist(*line.ends) == pytest.approx(line.value, abs=1e-9)
    return {line.words: line.value for line in found.lines}


def test_a_groove_in_a_plate() -> None:
    found = figures(part((drawn(BAR), FLAT, sunk(1.5))))
    assert found == {
        "depth": pytest.approx(1.5), "wall left": pytest.approx(6.5),
        "width at the face": pytest.approx(4.0), "width at the floor": pytest.approx(4.0),
        "draft, mean": pytest.approx(0.0, abs=1e-9),
    }  # fmt: skip


def test_a_rib_with_draft_on_a_plate() -> None:
    relief = Relief(make="emboss", depth="1 mm", draft="10 deg")
    found = figures(part((drawn(BAR), FLAT, relief)))
    lean = math.tan(math.radians(10))
    assert found["wall left"] == pytest.approx(8.0), "what lies behind the face, not the rib"
    assert found["width at the face"] == pytest.approx(4 - 2 * 0.02 * lean)
    assert found["width at the cap"] == pytest.approx(4 - 2 * 0.98 * lean)
    assert found["draft, mean"] == pytest.approx(10.0)


def test_a_groove_with_draft_on_a_tube_along_its_axis() -> None:
    found = figures(part((drawn(BAR), ROUND, leaning(0.8, 6)), body=tube(60, 4)))
    assert found["depth"] == pytest.approx(0.8) and found["wall left"] == pytest.approx(3.2)
    assert found["draft, mean"] == pytest.approx(6.0, abs=1e-3)


def test_in_a_bore_and_beside_the_ink() -> None:
    inner = Setting(face="t.inner", across="0 deg", up="10 mm")
    found = figures(part((drawn(BAR), inner, raised(0.5)), body=tube(60, 4)))
    assert found["depth"] == pytest.approx(0.5) and found["wall left"] == pytest.approx(4.0)
    assert figures(part((drawn(BAR), FLAT, sunk(1.0))), 40.0) == {}
    assert figures(part((drawn(BAR), FLAT, Relief(make="mark")))) == {}


def test_what_is_not_built_has_no_section() -> None:
    document = part((drawn(BAR), FLAT, sunk(1.0)))
    with pytest.raises(AskError, match="not built"):
        answered(WantSection("elsewhere", (0.0, 0.0)), document, build(document), Cache())
