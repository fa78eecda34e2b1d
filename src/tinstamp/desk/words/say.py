"""The language that the desk speaks now: one for the whole process, chosen before the first window.

`say` is asked wherever words come to be seen. Without a catalogue it gives them back as they are.
"""

from __future__ import annotations

from PySide6.QtCore import QLibraryInfo, QLocale, QSettings, QTranslator
from PySide6.QtWidgets import QApplication

from tinstamp.words.catalogue import Catalogue
from tinstamp.words.figures import read_formula, shown_formula
from tinstamp.words.languages import LANGUAGES, read_catalogue

KEPT_AS = "language"
_NOW: list[tuple[str, Catalogue | None]] = [("en", None)]


def say(text: str) -> str:
    """Words in the language of the desk."""
    catalogue = _NOW[0][1]
    return text if catalogue is None else catalogue.say(text)


def language() -> str:
    """What the desk speaks now."""
    return _NOW[0][0]


def mark() -> str:
    """What stands between whole and decimal figures."""
    catalogue = _NOW[0][1]
    return "." if catalogue is None else catalogue.mark


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
    catalogue = read_catalogue(language)
    _NOW[0] = (language if catalogue else "en", catalogue)
    if catalogue is None:
        return None
    if app is not None:
        translator = QTranslator(app)
        folder = QLibraryInfo.path(QLibraryInfo.LibraryPath.TranslationsPath)
        if translator.load(f"qtbase_{language}", folder):
            app.installTranslator(translator)
        QLocale.setDefault(QLocale(language))
    return catalogue
