"""Findings that somebody accepts: notes while their figure stands, and back when it is worse."""

from __future__ import annotations

from pathlib import Path

import pytest

from tests.core.test_known_faults import FLAT, drawn, part, sunk
from tinstamp.engine.build import build
from tinstamp.engine.write import write_files
from tinstamp.job.archive import Document, open_file, save_file
from tinstamp.job.process import Accepted
from tinstamp.output.result import OutputError
from tinstamp.proofing.accepted import can_be_accepted, worse
from tinstamp.proofing.finding import Finding


def bars(gap: float, word: Accepted | None = None) -> Document:
    path = f"M0 0H4V20H0ZM{4 + gap} 0H8V20H{4 + gap}Z"
    document = part((drawn(path), FLAT, sunk(0.1)))
    words = (word,) if word is not None else ()
    return Document(document.job.model_copy(update={"accepted": words}), {}, {}, document.logos)


WORD = Accepted(check="tight gap", stamp="S0", by="Wick", reason="it is filled with paint",
                measured=0.15)  # fmt: skip


def found(document: Document) -> Finding:
    (told,) = [f for f in build(document).report.findings if f.check == "tight gap"]
    return told


def test_an_accepted_finding_is_a_note_with_the_word_for_it() -> None:
    assert found(bars(0.15)).level == "look"
    told = found(bars(0.15, WORD))
    assert told.level == "note" and told.accepted == "Wick" and not told.remedies
    assert told.message.endswith("accepted by Wick: it is filled with paint")
    assert told.measured == pytest.approx(0.15)


def test_it_comes_back_when_its_figure_is_worse_and_not_when_it_is_better() -> None:
    worse_one = found(bars(0.12, WORD))
    assert (
        worse_one.level == "look" and "accepted it at 0.15 mm, it is worse now" in worse_one.message
    )
    assert found(bars(0.18, WORD)).level == "note"
    assert found(bars(0.149, WORD)).level == "note", "within what figures are told to"


def test_a_word_for_one_stamp_does_not_stand_for_another() -> None:
    other = WORD.model_copy(update={"stamp": "elsewhere"})
    assert found(bars(0.15, other)).level == "look"


def test_what_is_to_fix_can_be_accepted_and_then_written(tmp_path: Path) -> None:
    document = part((drawn("M0 0H0.2V20H0Z"), FLAT, sunk(0.1)))
    assert build(document).report.to_fix
    word = Accepted(check="thin stroke", stamp="S0", by="Wick", reason="a hair line", measured=0.2)
    accepted = Document(
        document.job.model_copy(update={"accepted": (word,)}), {}, {}, document.logos
    )
    built = build(accepted)
    assert not built.report.to_fix
    assert write_files(built, tmp_path, "part", ("stl",))


def test_what_is_not_sound_nobody_can_accept(tmp_path: Path) -> None:
    for check in ("not built", "not sound", "wrong field", "feature not made", "unsound blank"):
        assert not can_be_accepted(Finding("fix", check, "S", "…"))
    document = part((drawn("M0 0H10V10H0Z"), FLAT, sunk(0.1)))
    job = document.job.model_copy(update={"blank": document.job.blank.model_copy(update={
        "features": (document.job.blank.features[0].model_copy(update={"length": "nothing"}),)}),
        "accepted": (Accepted(check="wrong field", by="Wick", reason="why not"),)})  # fmt: skip
    built = build(Document(job, {}, {}, document.logos))
    assert built.report.to_fix
    with pytest.raises(OutputError):
        write_files(built, tmp_path, "part", ("stl",))


@pytest.mark.parametrize(("measured", "limit", "then", "is_worse"), [
    (0.10, 0.25, 0.20, True), (0.22, 0.25, 0.20, False), (0.20, 0.25, 0.20, False),
    (12.0, 4.0, 8.0, True), (6.0, 4.0, 8.0, False), (3.0, 0.0, 2.0, True), (1.0, 0.0, 2.0, False),
    (None, None, None, False), (1.0, None, None, True), (None, 1.0, 2.0, True),
])  # fmt: skip
def test_worse_is_further_beyond_the_limit(
    measured: float | None, limit: float | None, then: float | None, is_worse: bool
) -> None:
    finding = Finding("look", "tight gap", "S", "…", measured, limit)
    word = Accepted(check="tight gap", stamp="S", by="W", reason="r", measured=then)
    assert worse(finding, word) == is_worse


def test_a_word_is_kept_in_the_file(tmp_path: Path) -> None:
    path = tmp_path / "a.tinstamp"
    save_file(bars(0.15, WORD), path)
    assert open_file(path).job.accepted == (WORD,)
