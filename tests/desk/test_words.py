"""What the desk says in another language: the catalogue has every sentence, each is found with
whatever stands in it, figures are written as there, and what is the user's own stays."""

from __future__ import annotations

import re
import subprocess
from collections.abc import Iterator
from pathlib import Path
from xml.etree import ElementTree

import numpy as np
import PySide6
import pytest
from PySide6.QtCore import QSettings, QSize
from PySide6.QtWidgets import QAbstractButton, QApplication, QComboBox, QLabel
from scripts.make_words import FOLDER, everything

from tests.conftest import stamp, tank
from tests.desk.conftest import Hand
from tinstamp.desk.guide.pages import pages
from tinstamp.desk.look import scaling
from tinstamp.desk.words.say import chosen, say, speak
from tinstamp.desk.work.demo import DEMOS
from tinstamp.job.archive import Document, open_file
from tinstamp.job.formula import FormulaError, evaluate
from tinstamp.words.catalogue import GAP, Catalogue, read
from tinstamp.words.figures import read_formula, shown_formula, with_mark

GERMAN = FOLDER / "tinstamp_de.ts"
SAME = re.compile(r"[\w.%/+-]*|Deutsch|English|Tin Stamp|.* – Tin Stamp", re.DOTALL)
"""Names, units, norms, languages by their own names: the same in every language"""


@pytest.fixture
def german(app: QApplication) -> Iterator[Catalogue]:
    found = speak(None, "de")
    assert found is not None
    yield found
    speak(None, "en")


def test_the_catalogue_has_every_sentence_and_no_other() -> None:
    """After a change: `python -m scripts.make_words`, then translate what it lists."""
    said, messages = everything(), read(GERMAN)
    assert set(messages) == set(said)


def test_gaps_of_a_translation_are_those_of_its_sentence() -> None:
    for source, translation in read(GERMAN).items():
        assert set(GAP.findall(translation)) <= set(GAP.findall(source)), source
        assert len(translation.strip()) > 0


def test_qts_tools_take_the_catalogue(tmp_path: Path) -> None:
    """Its own compiler reads the file and finds nothing unfinished."""
    tool = Path(PySide6.__file__).parent / "lrelease"
    if not tool.exists():
        pytest.skip("this make of PySide6 comes without lrelease")
    out = tmp_path / "de.qm"
    told = subprocess.run([tool, GERMAN, "-qm", out], capture_output=True, text=True, check=True)
    count = len(list(ElementTree.parse(GERMAN).getroot().iter("message")))
    assert f"{count} finished and 0 unfinished" in told.stdout.replace("translation(s) (", "")
    assert out.stat().st_size > 10_000


def filled(template: str, values: list[str]) -> str:
    return GAP.sub(lambda m: values[int(m.group(1)) - 1], template)


@pytest.mark.parametrize("seed", range(8))
def test_a_sentence_is_found_with_whatever_stands_in_it(seed: int) -> None:
    """Figures in the gaps: the translation has the same ones, with a comma, in their places."""
    messages = read(GERMAN)
    catalogue = Catalogue(messages, ",")
    rng = np.random.default_rng(seed)
    gapped = [
        source
        for source in messages
        if GAP.search(source)
        and len(re.sub(r"%\d|\W", "", source)) > 12
        and not re.search(r"%\d%\d", source)  # a figure and its unit
    ]
    wrong = []
    for source in rng.choice(gapped, 150, replace=False).tolist():
        values = [f"{rng.uniform(1, 99):.2f}" for _ in range(10)]
        asked = filled(source, values)
        found = catalogue.say(asked)
        quoted = {int(k) for k in re.findall(r"“%(\d)", source)}
        there = [v if k in quoted else v.replace(".", ",") for k, v in enumerate(values, 1)]
        expected = filled(messages[source], there)
        if found != expected:
            wrong.append((asked, found, expected))
    assert len(wrong) <= 4, wrong[:6]  # some sentences are parts of others


def test_what_stands_in_quotes_is_somebodys_own() -> None:
    catalogue = Catalogue(
        {"add “%1”": "„%1“ hinzufügen", "Depth": "Tiefe", "%1 of “%2”": "%1 von „%2“"}
    )
    assert catalogue.say("add “Depth”") == "„Depth“ hinzufügen"
    assert catalogue.say("depth of “Depth”") == "Tiefe von „Depth“"
    assert catalogue.say("unknown words here") == "unknown words here"
    assert "unknown words here" in catalogue.missed


def test_capitals_keys_and_parts() -> None:
    catalogue = Catalogue(
        {
            "the file is damaged": "die Datei ist beschädigt",
            "Save": "Sichern",
            "to fix": "zu beheben",
        },
        ",",
    )
    assert catalogue.say("The file is damaged.") == "Die Datei ist beschädigt."
    assert catalogue.say("Save (Ctrl+S)") == "Sichern (Ctrl+S)"
    assert catalogue.say("0.25 mm") == "0,25 mm"
    assert catalogue.say("Save · to fix") == "Sichern · zu beheben"


@pytest.mark.parametrize(
    ("text", "told"),
    [("12.50 mm", "12,50 mm"), ("-0.4", "-0,4"), ("version 0.1.0", "version 0.1.0"),
     ("logo.v1.2.svg", "logo.v1.2.svg"), ("= 26.000 mm", "= 26,000 mm"), ("a.b", "a.b")],
)  # fmt: skip
def test_decimal_commas(text: str, told: str) -> None:
    assert with_mark(text, ",") == told
    assert with_mark(text, ".") == text


@pytest.mark.parametrize("seed", range(30))
def test_a_formula_shown_with_commas_reads_back_the_same(seed: int) -> None:
    rng = np.random.default_rng(seed)

    def number() -> str:
        return f"{rng.uniform(0, 50):.{rng.integers(0, 4)}f}"

    formula = f"max({number()} mm, {number()} mm) + {number()} * min({number()} mm, {number()} mm)"
    shown = shown_formula(formula, ",")
    assert "." not in shown
    back = read_formula(shown, ",")
    assert back == formula

    def none(name: str) -> None:
        raise FormulaError(name)

    assert evaluate(back, "length", none).value == evaluate(formula, "length", none).value
    assert read_formula("12,5", ",") == "12.5" and read_formula("12.5", ",") == "12.5"


def test_the_window_speaks_german_on_every_page(hand: Hand, german: Catalogue) -> None:
    window = hand.window
    for path in DEMOS.values():
        window.session.begin(open_file(path), None)
        hand.until_built()
        for index in range(-1, len(window.session.job.stamps)):
            window.session.select(index)
            hand.app.processEvents()
        window.sheet.grab()
        window.ticket.grab()
    for page in pages(say):
        assert page.text
    left = sorted(m for m in german.missed if not SAME.fullmatch(m.split(" (Ctrl")[0]))
    english = set(read(GERMAN))
    assert not [m for m in left if m in english], left
    translations = set(read(GERMAN).values())
    own = {stamp.name for p in DEMOS.values() for stamp in open_file(p).job.stamps}
    unknown = [m for m in left if m not in translations and m.split(" (")[0] not in translations
               and m not in own]  # fmt: skip
    assert not unknown, unknown


def test_a_decimal_comma_is_typed_and_shown(hand: Hand, german: Catalogue) -> None:
    window = hand.window
    window.session.begin(Document(tank(stamp(text="OIL"))), None)
    hand.until_built()
    window.session.select(0)
    field = hand.field("stamps.0.relief.depth")
    hand.write(field, "0,35 mm")
    hand.until(lambda: window.session.job.stamps[0].relief.depth == "0.35 mm", "taken")
    hand.until_built()
    assert field.text() == "0,35 mm"
    assert "Gravieren 0,35 mm" in say("engrave 0.35 mm")
    names = {w.text() for w in window.findChildren(QLabel)}
    assert "Tiefe" in names and "Depth" not in names
    assert {"Dateien schreiben"} <= {b.text() for b in window.findChildren(QAbstractButton)}
    assert any("Zylinder" in b.currentText() for b in window.findChildren(QComboBox))


def test_a_stamp_called_as_a_word_of_ours_keeps_its_name(hand: Hand, german: Catalogue) -> None:
    window = hand.window
    one = stamp(text="Depth").model_copy(update={"name": "Depth"})
    window.session.begin(Document(tank(one)), None)
    hand.until_built()
    window.session.select(0)
    assert hand.field("stamps.0.name").text() == "Depth"
    assert window.sheet.accessibleDescription().startswith("Depth: “Depth”. Gravieren 0,40 mm.")


def test_a_screen_reader_is_told_what_is_chosen_where_and_what_was_found(hand: Hand) -> None:
    window = hand.window
    window.session.begin(Document(tank(stamp(text="FILL TO THE BRIM", height="30 mm"))), None)
    hand.until_built()
    window.session.select(0)
    told = window.sheet.accessibleDescription()
    assert "FILL TO THE BRIM" in told and "tank.outer" in told and "Across 0.00°" in told
    assert "Finding: " in told and told == window.part.accessibleDescription()
    window.session.select(-1)
    assert window.sheet.accessibleDescription().startswith("Blank: tank")


def test_the_language_and_size_are_kept_and_else_the_desktops(settings: QSettings) -> None:
    settings.setValue("language", "de")
    assert chosen(settings) == "de"
    settings.setValue("language", "desktop")
    assert chosen(settings) in ("en", "de")
    assert scaling.chosen(settings) is None
    scaling.choose(settings, "150")
    assert scaling.chosen(settings) == 150


@pytest.mark.parametrize(
    ("points", "screen", "factor"),
    [(9, (1920, 1080), 1.0), (11, (1920, 1080), 1.15), (14, (1920, 1080), 1.45),
     (30, (1280, 800), 1.36), (20, (3840, 2160), 2.05)],
)  # fmt: skip
def test_the_desk_is_as_large_as_the_desktops_type_and_fits_its_screen(
    points: float, screen: tuple[int, int], factor: float
) -> None:
    """By hand: points × 96 / 72 against 13 px, in steps of 0.05, no larger than the screen."""
    assert scaling.for_type(points, QSize(*screen)) == pytest.approx(factor, abs=0.011)
