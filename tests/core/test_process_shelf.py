"""Processes of one's own on the shelf: kept, taken, and what is no process told."""

from __future__ import annotations

from pathlib import Path

import pytest

from tinstamp.job import process_shelf
from tinstamp.job.process import OwnProcess
from tinstamp.job.process_shelf import ShelfError


@pytest.fixture(autouse=True)
def shelf(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> Path:
    monkeypatch.setattr(process_shelf, "folder", lambda: tmp_path / "processes")
    return tmp_path / "processes"


OURS = OwnProcess(name="our laser", like="laser", limits={"most_depth": "0.9 mm"}, reason="new")


def test_what_is_put_there_is_taken_again() -> None:
    assert process_shelf.kept() == []
    process_shelf.put(OURS)
    process_shelf.put(OURS.model_copy(update={"reason": "newer"}))
    assert process_shelf.kept() == ["our laser"]
    assert process_shelf.take("our laser").reason == "newer"


DAMAGED = (b"", b"{", b"[]", b'{"name": ""}', b"\xff\xfe", b'{"name": 1}', b" " * 200_000,
           b'{"name": "x", "limits": {"A": "1"}}')  # fmt: skip


@pytest.mark.parametrize("data", DAMAGED)
def test_what_is_no_process_is_told(data: bytes, shelf: Path) -> None:
    shelf.mkdir()
    (shelf / "bad.json").write_bytes(data)
    with pytest.raises(ShelfError, match="bad"):
        process_shelf.take("bad")


def test_what_cannot_be_kept_or_found_is_told(shelf: Path) -> None:
    with pytest.raises(ShelfError, match="without a slash"):
        process_shelf.put(OURS.model_copy(update={"name": "a/b"}))
    with pytest.raises(ShelfError, match="cannot be read"):
        process_shelf.take("nothing")
    shelf.parent.joinpath("processes").write_text("a file in the way")
    with pytest.raises(ShelfError, match="cannot be kept"):
        process_shelf.put(OURS)
