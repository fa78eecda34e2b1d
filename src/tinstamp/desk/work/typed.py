"""Figures that are typed while the hand drags. No Qt here."""

from __future__ import annotations

from dataclasses import dataclass, field

MARKS = ".,+-"
"""what a figure may hold beside digits; a comma is a decimal point"""
LONGEST = 9
"""characters of a figure"""


@dataclass
class Typed:
    """One figure for each thing that a drag sets, and which of them is typed now.

    Attributes
    ----------
    texts : as typed; an empty one is left to the hand. at : which is typed.
    """

    texts: list[str] = field(default_factory=lambda: ["", ""])
    at: int = 0

    def key(self, text: str) -> bool:
        """Take a character; False when it is none of a figure's."""
        if len(text) != 1 or not ((text.isascii() and text.isdigit()) or text in MARKS):
            return False
        if len(self.texts[self.at]) < LONGEST:
            self.texts[self.at] += text
        return True

    def back(self) -> None:
        """Take the last character off."""
        self.texts[self.at] = self.texts[self.at][:-1]

    def next(self, count: int) -> None:
        """Go to the next of `count` figures."""
        self.at = (self.at + 1) % count

    def value(self, at: int) -> float | None:
        """A figure; None where none is typed, or none yet, as with a minus alone."""
        try:
            return float(self.texts[at].replace(",", "."))
        except ValueError:
            return None

    @property
    def begun(self) -> bool:
        return any(self.texts)
