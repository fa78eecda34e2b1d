"""How words begin a sentence."""

from __future__ import annotations

import re

PLAIN_WORD = re.compile(r"[^\W\d_]+(?:['’-][^\W\d_]+)*[,;]?")
"""A word, and not the name of a file, a face or a feature."""


def sentence(words: str) -> str:
    """Words with a capital, but for a name at their head: with one it would be another name."""
    first = words.partition(" ")[0]
    return words[:1].upper() + words[1:] if PLAIN_WORD.fullmatch(first) else words
