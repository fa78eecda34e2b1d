"""A short run of each trial."""

from __future__ import annotations

import pytest
from trials import files, kills, logos, remedies, solids, window


def test_solids() -> None:
    ended, bad, _ = solids.run(5, 2)
    assert not bad and ended["sound"] >= 2


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
