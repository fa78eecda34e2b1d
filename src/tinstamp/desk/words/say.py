"""The language that the desk speaks now: one for the whole process, chosen before the first window.

`say` is asked wherever words come to be seen. Without a catalogue it gives them back as they are.
"""

from __future__ import annotations

from pathlib import Path
from xml.etree.ElementTree import ParseError

from PySide6.QtCore import QLibraryInfo, QLocale, QSettings, QTranslator
from PySide6.QtWidgets import QApplication

from tinstamp.desk.words.catalogue import Catalogue, read
from tinstamp.desk.words.figures import read_formula, shown_formula
from tinstamp.desk.words.languages import LANGUAGES

KEPT_AS = "language"
FOLDER = Path(__file__).parent
_NOW: list[Catalogue | None] = [None]


def say(text: str) -> str:
    """Words in the language of the desk."""
    return text if _NOW[0] is None else _NOW[0].say(text)


def mark() -> str:
    """What stands between whole and decimal figures."""
    return "." if _NOW[0] is None else _NOW[0].mark


def formula_to_show(formula: str) -> str:
    """A formula as a field shows it."""
    return shown_formula(formula, mark())


def formula_typed(text: str) -> str:
    """What was typed into a field, as the job has it."""
    return read_formula(text, mark())


def chosen(settings: QSettings) -> str:
    """The language that was chosen, else the desktop's, else English."""
    kept = str(settings.value(KEPT_AS) or "")
    if kept in LANGUAGES:
        return kept
    desktop = QLocale.system().name().partition("_")[0]
    return desktop if desktop in LANGUAGES else "en"


def choose(settings: QSettings, language: str) -> None:
    """Keep a choice for the next start: a language, or “desktop”."""
    settings.setValue(KEPT_AS, language)


def speak(app: QApplication | None, language: str) -> Catalogue | None:
    """Speak a language from now on; Qt's own words too. A language without a catalogue is English.
    Raises ValueError where the catalogue is damaged."""
    file = FOLDER / f"tinstamp_{language}.ts"
    if not file.exists():
        _NOW[0] = None
        return None
    try:
        messages = read(file)
    except (OSError, ParseError) as error:
        raise ValueError(f"the catalogue {file.name} cannot be read") from error
    _NOW[0] = Catalogue(messages, QLocale(language).decimalPoint())
    if app is not None:
        translator = QTranslator(app)
        folder = QLibraryInfo.path(QLibraryInfo.LibraryPath.TranslationsPath)
        if translator.load(f"qtbase_{language}", folder):
            app.installTranslator(translator)
        QLocale.setDefault(QLocale(language))
    return _NOW[0]
