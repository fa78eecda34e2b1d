"""`resolve` never raises, whatever stands in the fields."""

from __future__ import annotations

import random

import pytest
from trials.files import WORDS

from tests.conftest import stamp, tank
from tinstamp.job.archive import Document, dump, load
from tinstamp.job.model import Dimension, Job, changed
from tinstamp.job.resolve import resolve

PARTS = [*WORDS, "diameter", "tank.height", "tank.outer.girth", "d0", "d1", "d2", "tank.wall"]


def with_dimensions(*formulas: str) -> Job:
    dimensions = tuple(Dimension(name=f"d{k}", formula=f) for k, f in enumerate(formulas))
    job = tank(stamp())
    return job.model_copy(update={"dimensions": (*job.dimensions, *dimensions)})


@pytest.mark.parametrize(
    "formula",
    ["floor(1e999)", "round(1e308*10)", "2^1e999", "sin(1e999)", "ceil(-1e999)", "0^-1",
     "1e308 m", "1e308^12", "sqrt(1e999)", "1e999/1e999", "tan(1e999 deg)", "max(1e999, 1)"],
)  # fmt: skip
def test_what_is_not_finite_is_told_at_its_field(formula: str) -> None:
    found = resolve(with_dimensions(formula))
    assert "finite" in found.errors["dimensions.1.formula"]
    assert "d0" not in found.names


def test_chains_as_long_as_a_job_allows() -> None:
    forwards = [f"d{k - 1} + 1 mm" if k else "1 mm" for k in range(499)]
    backwards = [f"d{k + 1} + 1 mm" if k < 498 else "1 mm" for k in range(499)]
    for chain in (forwards, backwards):
        found = resolve(with_dimensions(*chain))
        assert not found.errors
        assert max(found.names[f"d{k}"].value for k in range(499)) == 499
    circle = resolve(with_dimensions(*(f"d{(k + 1) % 499} + 1 mm" for k in range(499))))
    assert all("circle" in circle.errors[f"dimensions.{k + 1}.formula"] for k in range(499))


def test_nesting_as_deep_as_a_formula_is_long() -> None:
    for formula in ("(" * 190 + "3" + ")" * 190, "-" * 398 + "3", "abs(" * 79 + "3" + ")" * 79):
        found = resolve(with_dimensions(formula))
        assert found.names["d0"].value == 3.0


@pytest.mark.parametrize("seed", range(8))
def test_random_formulas_in_random_fields(seed: int) -> None:
    r = random.Random(seed)
    fields = [
        ("blank", "features", 0, "height"), ("blank", "features", 0, "wall"),
        ("stamps", 0, "artwork", "height"), ("stamps", 0, "setting", "across"),
        ("stamps", 0, "setting", "up"), ("stamps", 0, "relief", "depth"),
        ("limits", "least_wall"),
    ]  # fmt: skip

    def formula() -> str:
        return "".join(r.choice(PARTS) for _ in range(r.randint(1, 24)))[:400]

    for _ in range(60):
        job = with_dimensions(formula(), formula(), formula())
        for path in r.sample(fields, 3):
            job = changed(job, path, formula())
        found = resolve(job)
        assert all(isinstance(words, str) and words for words in found.errors.values())
        assert load(dump(Document(job))).job == job  # what can be typed can be saved and opened
