"""A catalogue of what is said in another language, kept as Qt's tools keep it (a .ts file), and the
finding of a sentence in it. No Qt here.

Sentences are made where they are known, in English, with figures and names in them. So a message
of the catalogue may have gaps, %1, %2 …, and a sentence is found by the message whose words it has;
what stood in the gaps is put into the translation.
"""

from __future__ import annotations

import re
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from functools import lru_cache
from pathlib import Path
from xml.etree import ElementTree

from tinstamp.words.figures import with_mark

GAP = re.compile(r"%(\d)")
WORD = re.compile(r"[^\W\d_]{2,}")
BRACKETED = re.compile(r"(.+) \(([^()]+)\)", re.DOTALL)
"""Words with something in brackets behind, such as keys"""
KEYS = re.compile(r"(.+)( \((?:Ctrl\+|Shift\+|Alt\+|F\d|Esc|Entf|Space|Del)[^()]*\))", re.DOTALL)
"""Words with the keys for it behind"""
BESIDE = ("\n", " · ", "    ")
"""Between things that stand beside one another"""
FEW, LETTERS = 9, re.compile(r"[^\W\d_]{3,}")
"""Letters of a message that say little by themselves; a word in a gap"""
ALL_OF = (": ", ", ", "; ")
"""Between parts of which either all are known or the whole is left as it is"""
MOST_GAP = 12
"""How many times as long as its own words a sentence may be that a message is found for"""
MEASURED = re.compile(r"(.*\D) (-?[\d.]+ ?(?:mm[²³]?|°|%|s)?)", re.DOTALL)
"""Words with a figure behind"""
QUOTED = re.compile(r"“[^”]*”")
MOST_KEPT = 4000
"""sentences whose translation is remembered"""


@dataclass(frozen=True)
class Message:
    """A sentence with gaps, and what it is in the other language."""

    source: str
    translation: str
    pattern: re.Pattern[str]
    weight: int

    @classmethod
    def of(cls, source: str, translation: str) -> Message:
        parts = GAP.split(source)
        seen: set[str] = set()
        pattern, weight = "", 0
        for k, part in enumerate(parts):
            if k % 2 == 0:
                pattern += re.escape(part)
                weight += len(part)
            elif part in seen:
                pattern += f"(?P=g{part})"
            else:
                pattern += f"(?P<g{part}>.*?)"
                seen.add(part)
        return cls(source, translation, re.compile(pattern, re.DOTALL), weight)


class Catalogue:
    """Messages of one language.

    Attributes
    ----------
    mark : between whole and decimal figures. missed : sentences that no message was found for.
    """

    def __init__(self, messages: Mapping[str, str], mark: str = ".") -> None:
        self.mark = mark
        self.missed: set[str] = set()
        self._whole = {s: t for s, t in messages.items() if not GAP.search(s)}
        self._by_word: dict[str, list[Message]] = {}
        self._bare: list[Message] = []
        for source, translation in messages.items():
            if GAP.search(source):
                self._file(Message.of(source, translation))
        self._said = lru_cache(maxsize=MOST_KEPT)(self._find)

    def _file(self, message: Message) -> None:
        words = WORD.findall(GAP.sub(" ", message.source))
        if words:
            self._by_word.setdefault(max(words, key=len), []).append(message)
        elif message.weight > 2:
            self._bare.append(message)

    def say(self, text: str) -> str:
        """A sentence in this language; itself where it is not known."""
        return self._said(text)

    def _find(self, text: str) -> str:
        found = self._known(text)
        if found is not None:
            return found
        if WORD.search(QUOTED.sub("", text)):
            self.missed.add(text)
        return with_mark(text, self.mark)

    def _known(self, text: str) -> str | None:
        """The translation, whether the sentence begins with a capital or not; None without one."""
        stripped = text.strip()
        if not stripped:
            return text
        around = text.partition(stripped)
        keys = KEYS.fullmatch(stripped)
        if keys is not None and (found := self._known(keys[1])) is not None:
            return around[0] + found + keys[2] + around[2]
        for find in (self._whole.get, self._beside, self._gapped):
            for form in _forms(stripped):
                found = find(form)
                if found is not None:
                    found = found if form == stripped else _like(found, stripped)
                    return around[0] + found + around[2]
        return self._lines(text)

    def _beside(self, text: str) -> str | None:
        """Things that stand beside one another, each by itself."""
        return next((said for cut in BESIDE if (said := self._parts(text, cut)) is not None), None)

    def _parts(self, text: str, cut: str) -> str | None:
        """The parts of a text by themselves, where some are known, or all of them have to be."""
        parts = text.split(cut)
        if len(parts) < 2:
            return None
        said = [self._known(part) if part.strip() else part for part in parts]
        if not (all if cut in ALL_OF else any)(a is not None for a in said):
            return None
        rest = (with_mark(part, self.mark) for part in parts)
        return cut.join(a if a is not None else b for a, b in zip(said, rest, strict=True))

    def _lines(self, text: str) -> str | None:
        """Several lines, or sentences that end in a point, each by itself."""
        measured = MEASURED.fullmatch(text)
        if measured is not None and (found := self._known(measured[1])) is not None:
            return f"{found} {with_mark(measured[2], self.mark)}"
        for cut in (". ", *ALL_OF):
            if (said := self._parts(text, cut)) is not None:
                return said
        bracketed = BRACKETED.fullmatch(text)
        if bracketed is not None:
            found = self._known(bracketed[1])
            return None if found is None else f"{found} ({with_mark(bracketed[2], self.mark)})"
        if text.endswith((".", ":")) and len(text) > 1:
            found = self._known(text[:-1])
            return None if found is None else found + text[-1]
        return None

    def _gapped(self, text: str) -> str | None:
        candidates = [*self._bare]
        for word in set(WORD.findall(text)):
            candidates += self._by_word.get(word, ())
        for message in sorted(candidates, key=lambda m: -m.weight):
            match = message.pattern.fullmatch(text)
            if match is not None and self._fits(message, match):
                return self._filled(message, match)
        return None

    def _fits(self, message: Message, match: re.Match[str]) -> bool:
        """False where a message of few words is found for a sentence of many: what stands in its
        gaps has to be figures then, or known, or somebody's own."""
        if message.weight * MOST_GAP < len(match.string):
            return False
        if message.weight >= FEW:
            return True
        gaps = [held for held in match.groups() if held and LETTERS.search(held)]
        return all(match.string.count(f"“{held}”") or self._known(held) is not None
                   for held in gaps)  # fmt: skip

    def _filled(self, message: Message, match: re.Match[str]) -> str:
        """The translation with what stood in the gaps; words there that are known are said too,
        unless they are in quotes, which are somebody's own."""

        def fill(gap: re.Match[str]) -> str:
            held = match.group(f"g{gap.group(1)}")
            at = match.start(f"g{gap.group(1)}")
            if at > 0 and match.string[at - 1] == "“":
                return held
            found = self._known(held)
            return found if found is not None else with_mark(held, self.mark)

        return GAP.sub(fill, message.translation)


def _forms(text: str) -> Iterable[str]:
    yield text
    first = text[:1]
    yield (first.lower() if first.isupper() else first.upper()) + text[1:]


def _like(text: str, other: str) -> str:
    """A text that begins large as another does; small ones stay as their language has them."""
    return text[:1].upper() + text[1:] if other[:1].isupper() else text


def read(file: Path) -> dict[str, str]:
    """The messages of a .ts file that have a translation. Raises OSError, ParseError."""
    found = {}
    for message in ElementTree.parse(file).getroot().iter("message"):
        source, translation = message.find("source"), message.find("translation")
        if source is not None and translation is not None and translation.text:
            found[source.text or ""] = translation.text
    return found
