"""A short run of each trial."""

from __future__ import annotations

import logging

import pytest
from trials import files, foreign, kills, logos, remedies, solids, window

from tinstamp.engine import build as engine_build


def test_solids() -> None:
    ended, bad, _ = solids.run(5, 2)
    assert not bad and ended["sound"] >= 2


def numbered(seed: int, number: int) -> tuple[str, str, str]:
    return "wrong", f"{number} of {seed}", ""


def test_a_run_goes_on_where_it_was_broken_off() -> None:
    ended, bad, _ = solids.run(5, 7, tried=numbered, first=3)
    assert ended == {"wrong": 2} and ["3 of 7" in bad[0], "4 of 7" in bad[1]] == [True, True]


def test_parts_of_others() -> None:
    ended, bad, _ = solids.run(4, 1, tried=foreign.case)
    assert not bad and ended["sound"] >= 1


def test_what_is_logged_counts_for_its_own_case_only(monkeypatch: pytest.MonkeyPatch) -> None:
    only_good, log = engine_build.build, logging.getLogger("tinstamp.build")
    before = [*log.handlers]

    def fault(words: str) -> None:
        try:
            raise RuntimeError(words)
        except RuntimeError:
            log.exception("a way failed")

    def logs(*args: object, **named: object) -> object:
        fault("of this case")
        return only_good(*args, **named)  # type: ignore[arg-type]

    fault("of an earlier build")
    assert solids.case(1, 1)[0] in ("sound", "told")
    monkeypatch.setattr(engine_build, "build", logs)
    how, _, why = solids.case(1, 1)
    assert how == "unforeseen" and "of this case" in why
    monkeypatch.undo()
    assert solids.case(1, 1)[0] in ("sound", "told") and log.handlers == before


def test_remedies() -> None:
    figures, bad = remedies.run(5, 5)
    assert not bad and int(str(figures["changes made"])) > 5


def test_files() -> None:
    ended, bad, _ = files.run(90, 1)
    assert not bad and ended["told"] > 20 and ended["read"] > 5


def test_window(monkeypatch: pytest.MonkeyPatch) -> None:
    """Stops are counted here from 10 s on: shorter ones are those of a busy machine, and of a
    process that holds what a thousand tests have left; the trial itself counts them from 2 s."""
    monkeypatch.setattr(window, "FROZEN", 10.0)
    figures, found = window.run(80, 1)
    assert not found, found
    assert set(figures.values()) == {0}


def test_kills(monkeypatch: pytest.MonkeyPatch) -> None:
    figures, wrong = kills.run(3, 1)
    assert not wrong, wrong
    assert figures["went wrong"] == 0


def test_logos() -> None:
    figures, wrong = logos.compared(logos.packaged()[::40])
    assert not wrong, wrong
    assert int(str(figures["right"])) >= 20
