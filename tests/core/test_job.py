"""The job as a value: resolving, errors at their fields, renaming."""

from __future__ import annotations

import math

import pytest
from pydantic import ValidationError

from tests.conftest import stamp, tank
from tinstamp.job.features import Plate, Prism, Ring, Tube
from tinstamp.job.formula import FormulaError
from tinstamp.job.model import Blank, Dimension, Job, changed
from tinstamp.job.rename import rename_dimension, rename_feature
from tinstamp.job.resolve import resolve


def test_measures_of_a_face_in_formulas() -> None:
    job = tank(stamp(up="girth / 10", depth="wall / 4", height="tank.height / 8"))
    resolved = resolve(job)
    assert resolved.errors == {}
    # girth = pi d: any handbook
    assert resolved.of("stamps", 0, "setting", "up") == pytest.approx(math.pi * 84 / 10)
    assert resolved.of("stamps", 0, "relief", "depth") == pytest.approx(0.4)
    assert resolved.of("stamps", 0, "artwork", "height") == pytest.approx(46 / 8)
    assert "stamps.0.setting.across" in resolved.angles


def test_dimensions_depend_on_one_another_and_on_faces() -> None:
    job = tank().model_copy(
        update={
            "dimensions": (
                Dimension(name="third", formula="tank.outer.girth / 3"),
                Dimension(name="diameter", formula="base * 2"),
                Dimension(name="base", formula="42 mm"),
            )
        }
    )
    assert resolve(job).values["dimensions.0.formula"] == pytest.approx(math.pi * 28)


def test_a_circle_names_every_member() -> None:
    job = tank().model_copy(
        update={
            "dimensions": (
                Dimension(name="diameter", formula="other * 2"),
                Dimension(name="other", formula="tank.height + 1 mm"),
            ),
            "blank": Blank(
                features=(Tube(name="tank", outer_diameter="diameter", height="diameter / 2"),)
            ),
        }
    )
    errors = resolve(job).errors
    assert "circle" in errors["dimensions.0.formula"]
    assert "other" in errors["dimensions.0.formula"]


@pytest.mark.parametrize(
    ("feature", "field", "words"),
    [
        (Tube(name="t", outer_diameter="10 mm", wall="5 mm"), "wall", "thinner than the radius"),
        (
            Tube(name="t", outer_diameter="10 mm", given="inner_diameter", inner_diameter="12 mm"),
            "inner_diameter",
            "not smaller",
        ),
        (Tube(name="t", outer_diameter="0 mm"), "outer_diameter", "more than 0"),
        (Tube(name="t", wall="-1 mm"), "wall", "not be less than 0"),
        (Plate(name="p", thickness="nope"), "thickness", "nothing here is called"),
        (Plate(name="p", length="3 km"), "length", "not expected"),
        (Plate(name="p", length="1e9 mm"), "length", "beyond what can be built"),
        (Plate(name="p", corner_radius="20 mm"), "corner_radius", "half the shorter side"),
        (Prism(name="p", sides="2"), "sides", "from 3 to 48"),
        (Prism(name="p", sides="5.5"), "sides", "whole number"),
        (Ring(name="r", arc="360 deg"), "arc", "at most 359.9°"),
        (Ring(name="r", inner_diameter="41 mm"), "inner_diameter", "not smaller"),
    ],
)
def test_bad_sizes_stand_at_their_field(feature: Tube | Plate, field: str, words: str) -> None:
    errors = resolve(Job(blank=Blank(features=(feature,)))).errors
    assert words in errors[f"blank.features.0.{field}"]


def test_idle_field_is_not_looked_at() -> None:
    tube = Tube(name="t", given="wall", inner_diameter="nonsense (")
    assert resolve(Job(blank=Blank(features=(tube,)))).errors == {}


def test_two_dimensions_of_one_name_and_reserved_names() -> None:
    job = tank().model_copy(
        update={
            "dimensions": (
                Dimension(name="diameter", formula="84 mm"),
                Dimension(name="diameter", formula="2 mm"),
                Dimension(name="mm", formula="2 mm"),
            )
        }
    )
    errors = resolve(job).errors
    assert "two dimensions" in errors["dimensions.1.name"]
    assert "already means" in errors["dimensions.2.name"]


def test_jobs_are_values() -> None:
    job = tank(stamp())
    edited = changed(job, ("stamps", 0, "relief", "depth"), "0.5 mm")
    assert job.stamps[0].relief.depth == "0.4 mm"
    assert edited.stamps[0].relief.depth == "0.5 mm"
    with pytest.raises(ValidationError):
        job.stamps[0].relief.depth = "1 mm"  # type: ignore[misc]
    with pytest.raises(ValidationError):
        changed(job, ("stamps", 0, "relief", "make"), "melt")
    with pytest.raises(ValidationError, match="two stamps"):
        job.model_validate({**job.model_dump(), "stamps": [job.stamps[0].model_dump()] * 2})


def test_renaming_takes_everything_along() -> None:
    job = tank(stamp(up="tank.height / 2", depth="tank.wall / 4"))
    renamed = rename_feature(job, 0, "drum")
    assert renamed.stamps[0].setting.face == "drum.outer"
    assert renamed.stamps[0].setting.up == "drum.height / 2"
    assert resolve(renamed).errors == {}
    renamed = rename_dimension(renamed, 0, "outside")
    assert renamed.blank.features[0].outer_diameter == "outside"  # type: ignore[union-attr]
    assert resolve(renamed).errors == {}
    with pytest.raises(FormulaError):
        rename_dimension(renamed, 0, "drum")
    with pytest.raises(FormulaError):
        rename_feature(renamed, 0, "2nd")
