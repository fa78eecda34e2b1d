"""Forms of letters that a font has beside the usual ones: small capitals, superscript, sets.

Which of them change a text is found by shaping it with and without each.
"""

from __future__ import annotations

from collections.abc import Mapping
from functools import lru_cache

import uharfbuzz as hb

from tinstamp.artwork.fonts import FontData
from tinstamp.artwork.glyphs import typeface

NAMED: Mapping[str, str] = {
    "smcp": "Small capitals",
    "c2sc": "Capitals made small",
    "pcap": "Petite capitals",
    "titl": "Titling capitals",
    "sups": "Superscript",
    "subs": "Subscript",
    "sinf": "Lowered figures",
    "ordn": "Ordinals",
    "frac": "Fractions",
    "afrc": "Stacked fractions",
    "numr": "Numerator",
    "dnom": "Denominator",
    "lnum": "Figures as high as capitals",
    "onum": "Figures with tails",
    "tnum": "Figures of one width",
    "pnum": "Figures of their own width",
    "zero": "Slashed zero",
    "case": "Signs fitted to capitals",
    "dlig": "Rare ligatures",
    "hlig": "Historical ligatures",
    "hist": "Historical forms",
    "swsh": "Swashes",
    "salt": "Other forms",
    "ornm": "Ornaments",
}
"""What forms are called, by tag (OpenType specification 1.9, registered features)."""
SETS = {"ss": ("Set", 20), "cv": ("Variant", 99)}
"""Tags that go by number: what they are called, and how many there are."""


def name_of(tag: str) -> str:
    """What a form is called."""
    word, _ = SETS.get(tag[:2], ("", 0))
    return f"{word} {int(tag[2:])}" if word and tag[2:].isdigit() else NAMED.get(tag, tag)


def known(tag: str) -> bool:
    """True for a form that a designer chooses, not one that a script needs."""
    _, most = SETS.get(tag[:2], ("", 0))
    return tag in NAMED or (tag[2:].isdigit() and 1 <= int(tag[2:]) <= most)


@lru_cache(maxsize=64)
def forms_in(font: FontData) -> tuple[str, ...]:
    """The tags of a font's forms, in the order of `NAMED`, sets after them. Raises FontError."""
    face = typeface(font).hb_font.face
    tags: set[str] = set()
    for script in hb.ot_layout_table_get_script_tags(face, "GSUB"):
        at = hb.ot_layout_table_get_script_tags(face, "GSUB").index(script)
        languages = hb.ot_layout_script_get_language_tags(face, "GSUB", at)
        for language in (0xFFFF, *range(len(languages))):
            tags.update(hb.ot_layout_language_get_feature_tags(face, "GSUB", at, language))
    order = list(NAMED)
    found = [tag for tag in tags if known(tag)]
    return tuple(sorted(found, key=lambda t: (order.index(t) if t in order else len(order), t)))


@lru_cache(maxsize=256)
def forms_for(font: FontData, text: str) -> tuple[str, ...]:
    """The forms of a font that change something in a text. Raises FontError."""
    usual = _glyphs(font, text, "")
    return tuple(tag for tag in forms_in(font) if _glyphs(font, text, tag) != usual)


def _glyphs(font: FontData, text: str, tag: str) -> list[list[int]]:
    """The glyphs of each line of a text in a form."""
    found = []
    for line in text.splitlines():
        buffer = hb.Buffer()
        buffer.add_str(line)
        buffer.guess_segment_properties()
        hb.shape(typeface(font).hb_font, buffer, {tag: True} if tag else {})
        found.append([info.codepoint for info in buffer.glyph_infos])
    return found
