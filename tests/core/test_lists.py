"""The program's lists: files, checks, commands, controls; and the documents made from them."""

from __future__ import annotations

import re
import subprocess
import sys
from dataclasses import replace
from importlib import import_module

import pytest
from scripts.make_lists import PAGE, README, page, readme

from tests.conftest import environment
from tinstamp.desk.commands import COMMANDS, VIEWS
from tinstamp.job.features import Tube
from tinstamp.job.formula import FormulaError
from tinstamp.job.model import Blank, Job
from tinstamp.job.resolve import Resolved, resolve
from tinstamp.output.outputs import OUTPUTS, all_options, options_from
from tinstamp.proofing.check import CHECKS, check, key_of_limits, limits_of, numbers_of
from tinstamp.proofing.checks import LIMITS


def test_the_documents_say_what_the_lists_say() -> None:
    assert PAGE.read_text() == page()
    assert README.read_text() == readme(README.read_text())


def test_every_file_has_a_writer_that_is_there() -> None:
    for output in OUTPUTS.values():
        module, _, name = output.writer.partition(":")
        assert callable(getattr(import_module(module), name))
        assert output.word and output.purpose and output.ending.islower()


def test_options_are_figures_with_a_range() -> None:
    usual = options_from({})
    assert usual["chord"] == 0.01 and usual["line"] == 0.0 and usual["mirror"] == 0.0
    assert set(usual) == {option.name for option in all_options()}
    assert options_from({"mirror": "yes"})["mirror"] == 1.0
    assert options_from({"chord": "0.001 in"})["chord"] == pytest.approx(0.0254)
    for option in all_options():
        assert option.least <= option.value(option.default) <= option.most
        unit = {"length": "mm", "angle": "deg", "number": ""}[option.wants.kind]
        other = "3 mm" if unit == "deg" else "3 deg"
        beyond = (f"{option.most * 2} {unit}", f"{option.least - 1} {unit}")
        for bad in ("", "nought", "1e999", other, *beyond):
            with pytest.raises(FormulaError):
                option.value(bad)


def test_two_checks_cannot_have_one_name() -> None:
    with pytest.raises(ValueError, match="two checks"):
        check("thin stroke", "fitted")(lambda subject, limits: ())


def test_limits_are_worked_out_from_the_job_or_their_defaults() -> None:
    job = Job(blank=Blank(features=(Tube(name="t"),)), limits={"least_gap": "t.wall / 4"})
    found = resolve(job, LIMITS)
    assert found.values["limits.least_gap"] == pytest.approx(0.5)
    assert found.values["limits.least_wall"] == pytest.approx(0.8)
    assert numbers_of(CHECKS["tight gap"], found) == {"least_gap": pytest.approx(0.5)}
    assert dict(key_of_limits(found))["limits.least_gap"] == pytest.approx(0.5)
    wrong = resolve(job.model_copy(update={"limits": {"least_gap": "-1 mm", "most": "3"}}), LIMITS)
    assert "must not be less" in wrong.errors["limits.least_gap"]
    assert "no check" in wrong.errors["limits.most"]
    assert numbers_of(CHECKS["tight gap"], wrong) is None
    assert numbers_of(CHECKS["thin stroke"], wrong) is not None


def test_every_limit_has_its_reason_and_its_source() -> None:
    assert limits_of(CHECKS.values()).keys() == LIMITS.keys()
    for limit in LIMITS.values():
        assert limit.reason and limit.source and limit.label
    assert all(each.purpose.endswith(".") for each in CHECKS.values())
    assert Resolved() == replace(Resolved())


def test_commands_have_names_and_keys_of_their_own() -> None:
    names = [command.name for command in COMMANDS]
    keys = [key for command in COMMANDS if command.keys for key in command.keys.split(" or ")]
    assert len(set(names)) == len(names) and len(set(keys)) == len(keys)
    assert all(view in COMMANDS for view in VIEWS)
    for key in keys:
        assert re.fullmatch(r"((Ctrl|Shift)\+)*(F\d+|Esc|[A-Z0-9])", key)


def test_checks_come_in_one_order_whatever_was_imported_first() -> None:
    """As one who asks a module of checks alone has them, in a process of its own."""
    words = "from tinstamp.proofing import {first}; from tinstamp.proofing.checks import CHECKS"
    told = [
        subprocess.run(
            [sys.executable, "-c", words.format(first=first) + "; print(list(CHECKS))"],
            capture_output=True, text=True, env=environment(), check=True,
        ).stdout
        for first in ("process_checks", "width_checks", "checks")
    ]  # fmt: skip
    assert len(set(told)) == 1 and "small cell" in told[0]
