"""What cannot be built is pointed out: which piece it is, where it lies, what to do."""

from __future__ import annotations

import time
from collections.abc import Callable
from typing import Any

import pytest
import shapely

from tests.conftest import document, stamp
from tinstamp.engine import culprits as searching
from tinstamp.engine import putting as building
from tinstamp.engine.build import build
from tinstamp.guarded.forked import Tell
from tinstamp.relief import execute as executing
from tinstamp.relief.operation import Operation
from tinstamp.relief.surfaces import ReliefError


def refused(monkeypatch: pytest.MonkeyPatch, bad: set[int], together: int = 1000) -> list[int]:
    """From now on nothing with these letters is made, nor more than so many regions at once; how
    many were tried."""
    tried: list[int] = []
    make = executing.execute

    def only_good(solid, op: Operation, *args):  # type: ignore[no-untyped-def]
        tried.append(len(op.placed.regions))
        if any(bad & set(r.letters) for r in op.placed.regions) or tried[-1] > together:
            raise ReliefError("the outlines and the part could not be combined")
        return make(solid, op, *args)

    monkeypatch.setattr(building, "imprinted", lambda *a: None)
    monkeypatch.setattr(building, "execute", only_good)
    monkeypatch.setattr(searching, "execute", only_good)
    return tried


def here(seconds: float, work: Callable[[Tell], None], halt: object) -> tuple[list[Any], bool]:
    """A search in this process, so that what it tries can be counted."""
    found: list[Any] = []
    work(found.append)
    return found, True


def told(text: str):  # type: ignore[no-untyped-def]
    built = build(document(stamp(text=text)))
    (found,) = [f for f in built.report.findings if f.check == "not built"]
    return built, found


def test_a_letter_that_fails_is_named_with_its_place(monkeypatch: pytest.MonkeyPatch) -> None:
    tried = refused(monkeypatch, {3})
    monkeypatch.setattr(searching, "told_within", here)
    built, found = told("HEMKLNTW")
    assert "it is “K” at" in found.message and "leave it out" in found.message
    (place,) = found.where
    (bad,) = [r for r in built.planned["Mark"].placed.regions if r.letters == (3,)]
    assert place == pytest.approx(((bad.bounds[:2] + bad.bounds[2:]) / 2).tolist())
    assert len(tried) <= 2 + 2 * 3 + 1, "found by halves"
    assert f"{place[0]:.1f}, {place[1]:.1f} mm on the sheet" in found.message


def test_several_are_counted_and_all_of_them_need_no_list(monkeypatch: pytest.MonkeyPatch) -> None:
    refused(monkeypatch, {0, 2})
    _, found = told("HEM")
    assert "“HM” at" in found.message and "and 1 more" in found.message and len(found.where) == 2
    refused(monkeypatch, {0, 1, 2})
    _, found = told("HEM")
    assert found.message == "the outlines and the part could not be combined"


def test_pieces_that_fail_only_together_are_told_apart(monkeypatch: pytest.MonkeyPatch) -> None:
    refused(monkeypatch, set(), together=2)
    _, found = told("HEM")
    assert "make it of two stamps" in found.message and not found.where


def test_a_search_that_ran_out_of_time_claims_nothing(monkeypatch: pytest.MonkeyPatch) -> None:
    refused(monkeypatch, set(), together=2)
    monkeypatch.setattr(searching, "SEARCH_SECONDS", 0.0)
    _, found = told("HEM")
    assert found.message == "the outlines and the part could not be combined"


@pytest.mark.parametrize("error", [RuntimeError, shapely.errors.GEOSException, Exception])
def test_an_error_that_nobody_foresaw_does_not_end_the_search(
    monkeypatch: pytest.MonkeyPatch, error: type[Exception]
) -> None:
    refused(monkeypatch, {1})

    def broken(*args: object) -> None:
        raise error("a library's own")

    monkeypatch.setattr(searching, "execute", broken)
    _, found = told("HEM")
    assert found.message == "the outlines and the part could not be combined"
    assert len(found.where) == 3


def test_what_is_found_by_then_is_told_though_a_piece_takes_for_ever(
    monkeypatch: pytest.MonkeyPatch,
) -> None:
    """The first of four letters fails at once, the kernel never comes back from the others."""
    refused(monkeypatch, {0, 1, 2, 3})
    only_good = searching.execute

    def endless(solid, op: Operation, *args):  # type: ignore[no-untyped-def]
        if [k for r in op.placed.regions for k in r.letters] == [1]:
            time.sleep(1000.0)
        return only_good(solid, op, *args)

    monkeypatch.setattr(searching, "execute", endless)
    monkeypatch.setattr(searching, "SEARCH_SECONDS", 2.0)
    _, found = told("HEMK")
    assert "it is “H” at" in found.message and len(found.where) == 1
