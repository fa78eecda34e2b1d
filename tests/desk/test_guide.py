"""The guide: a page for whatever is declared, found by words, opened by its key."""

from __future__ import annotations

import pytest
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest

from tests.conftest import ROOT
from tests.desk.conftest import Hand
from tinstamp.desk.commands import COMMANDS
from tinstamp.desk.dialogs.guide_window import GuideWindow
from tinstamp.desk.guide.pages import PARTS, guide, pages
from tinstamp.job.field import declared
from tinstamp.job.model import Border, Stamp
from tinstamp.job.relief_kinds import KINDS
from tinstamp.output.outputs import OUTPUTS
from tinstamp.proofing.check import CHECKS
from tinstamp.proofing.checks import LIMITS
from tinstamp.proofing.processes import PROCESSES
from tinstamp.proofing.standards.clause import STANDARDS


def text_of(title: str, group: str) -> str:
    (page,) = [p for p in pages() if (p.title, p.group) == (title, group)]
    return page.text


def test_there_is_a_page_for_whatever_is_declared() -> None:
    for name, model in PARTS.items():
        told = text_of(name, "Fields")
        for known in declared(model).values():
            if known.told and known.shown.control != "none":
                assert f"**{known.shown.label}**" in told and known.shown.tip.rstrip(".") in told
    for name, check in CHECKS.items():
        told = text_of(name.capitalize(), "Findings")
        assert check.purpose in told
        assert all(LIMITS[limit.name].reason in told for limit in check.limits)
    for process in PROCESSES.values():
        assert all(x.reason in text_of(process.title, "Processes") for x in process.limits.values())
    for name, standard in STANDARDS.items():
        assert all(clause.demands in text_of(name, "Standards") for clause in standard.clauses)
    keys = text_of("Keys", "Begin")
    assert all(f"| {c.keys} |" in keys for c in COMMANDS if c.keys)
    assert all(kind.told in text_of("Kinds of relief", "Fields") for kind in KINDS.values())
    assert {page.title for page in pages() if page.group == "Files"} == {
        output.word for output in OUTPUTS.values()
    }


def test_every_model_of_a_stamp_has_its_page() -> None:
    drawn = set(Stamp.model_fields["artwork"].annotation.__args__)  # type: ignore[union-attr]
    assert drawn <= set(PARTS.values()) and Border in PARTS.values()


def test_the_guide_in_the_documents_is_the_same() -> None:
    assert (ROOT / "docs" / "guide.md").read_text() == guide()


@pytest.mark.parametrize(("words", "title"), [
    ("draft stick", "Draft"), ("LEAST_NOTHING", None), ("nozzle 0.4", "Filament printing"),
    ("tactile", None), ("703.2.5", "ADA 703.2"), ("braille cell", "Braille"),
])  # fmt: skip
def test_pages_are_found_by_their_words(words: str, title: str | None) -> None:
    found = [page.title for page in pages() if page.holds(words)]
    assert (title in found) if title else not found


def test_the_guide_opens_by_its_key_and_is_searched_as_one_types(opened: Hand) -> None:
    window = opened.window
    QTest.keyClick(window, Qt.Key.Key_F1)
    guide_window = window.guide_window
    assert isinstance(guide_window, GuideWindow) and guide_window.isVisible()
    assert guide_window.page is not None and guide_window.page.title == "First steps"
    QTest.keyClicks(guide_window.search, "sand tears")
    assert guide_window.page is not None and guide_window.page.title == "Sand casting"
    assert "sand tears along steeper walls" in guide_window.text.toPlainText().casefold()
    QTest.keyClicks(guide_window.search, " zzz")
    assert guide_window.page is None and "Nothing in the guide" in guide_window.text.toPlainText()
    guide_window.show_page("Keys")
    assert guide_window.page is not None and guide_window.page.title == "Keys"
    guide_window.close()


def test_the_sheet_comes_near_to_the_artwork_and_back(opened: Hand) -> None:
    window, sheet = opened.window, opened.window.sheet
    window.session.select(0)
    opened.until_built()
    both = sheet.scale  # the artwork, with edges of its face in sight
    sheet.fit()
    whole = sheet.scale
    assert both is not None and whole is not None and both.per_mm > whole.per_mm
    window.actions_by_name["fit artwork"].trigger()
    assert sheet.scale is not None and sheet.scale.per_mm > 1.5 * whole.per_mm
    preview = window.drag.preview
    assert preview is not None
    for x, y in (preview.placed.bounds[:2].tolist(), preview.placed.bounds[2:].tolist()):
        spot = sheet.scale.to_pixel(x, y)
        assert 0 < spot.x() < sheet.width() and 0 < spot.y() < sheet.height()
    window.actions_by_name["fit face"].trigger()
    assert sheet.scale == whole
    centre = sheet.rect().center()
    QTest.mouseDClick(sheet, Qt.MouseButton.LeftButton, pos=centre)
    assert sheet.scale.per_mm > both.per_mm
    QTest.mouseDClick(sheet, Qt.MouseButton.LeftButton, pos=centre)
    assert sheet.scale == whole
