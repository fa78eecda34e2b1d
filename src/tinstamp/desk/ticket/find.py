"""Finding cards of a long ticket by words: a stamp's name, its text, its face, what is made of it,
what was found on it.
"""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtWidgets import QLineEdit

from tinstamp.desk.look import palette as p
from tinstamp.desk.words.say import say
from tinstamp.job.model import Stamp
from tinstamp.job.relief_kinds import KINDS
from tinstamp.proofing.finding import Finding

MANY = 6
"""stamps from which on a ticket can be searched"""


def search_line() -> QLineEdit:
    """The field for the words."""
    line = QLineEdit()
    line.setPlaceholderText(say("Find stamps"))
    line.setAccessibleName(say("Find stamps"))
    line.setToolTip(say("By name, text, face or relief, or by what was found: “to fix” (Ctrl+F)"))
    line.setClearButtonEnabled(False)
    return line


def fits(words: str, stamp: Stamp, findings: Sequence[Finding]) -> bool:
    """True for a stamp of which all the words are true."""
    own = [f for f in findings if f.stamp == stamp.name]
    told = " ".join((
        stamp.name, getattr(stamp.artwork, "text", ""), stamp.artwork.kind, stamp.setting.face,
        KINDS[stamp.relief.make].word, "" if stamp.on else "off",
        *(p.LEVEL_WORD[f.level] for f in own), *(f.check for f in own),
    )).casefold()  # fmt: skip
    return all(word in told for word in words.casefold().split())
