"""The languages that the program speaks, each by its own name, and what is said in them now."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from functools import lru_cache
from pathlib import Path
from xml.etree.ElementTree import ParseError

from tinstamp.words.catalogue import Catalogue, read

LANGUAGES = {"en": "English", "de": "Deutsch"}
MARKS = {"de": ","}
"""Between whole and decimal figures, where that is no point (ISO 80000-1 leaves either)."""
FOLDER = Path(__file__).parent
_SPOKEN: ContextVar[str] = ContextVar("spoken", default="en")


def read_catalogue(language: str) -> Catalogue | None:
    """What is said in a language; None where it has no catalogue, which is English. Raises
    ValueError where the catalogue is damaged."""
    file = FOLDER / f"tinstamp_{language}.ts"
    if not file.exists():
        return None
    try:
        return Catalogue(read(file), MARKS.get(language, "."))
    except (OSError, ParseError) as error:
        raise ValueError(f"the catalogue {file.name} cannot be read") from error


_KNOWN = lru_cache(maxsize=len(LANGUAGES))(read_catalogue)


@contextmanager
def spoken(language: str) -> Iterator[None]:
    """What is asked of `in_words` within is said in this language."""
    before = _SPOKEN.set(language)
    try:
        yield
    finally:
        _SPOKEN.reset(before)


def in_words(text: str) -> str:
    """Words, and figures in them, as the language has them that is spoken now."""
    catalogue = _KNOWN(_SPOKEN.get())
    return text if catalogue is None else catalogue.say(text)
