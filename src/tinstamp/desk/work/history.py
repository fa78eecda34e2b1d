"""Undo and redo: a stack of documents. Knows nothing of Qt."""

from __future__ import annotations

from dataclasses import dataclass, replace

from tinstamp.job.archive import Document

MOST_STEPS = 500
"""steps that can be undone"""


@dataclass(frozen=True)
class Step:
    """A document and what was done to come to it."""

    document: Document
    label: str
    merge: str = ""


class History:
    """The documents so far; the one in hand is `now`."""

    def __init__(self, document: Document) -> None:
        self._steps = [Step(document, "")]
        self._at = 0
        self._open = False

    @property
    def now(self) -> Document:
        return self._steps[self._at].document

    @property
    def undo_label(self) -> str | None:
        """What would be undone; None when there is nothing."""
        return self._steps[self._at].label if self._at else None

    @property
    def redo_label(self) -> str | None:
        following = self._at + 1
        return self._steps[following].label if following < len(self._steps) else None

    @property
    def before(self) -> list[tuple[str, Document]]:
        """States that were, the last one first: what was done next in each, and the document."""
        steps = self._steps[: self._at + 1]
        return [(steps[k].label, steps[k - 1].document) for k in range(self._at, 0, -1)]

    def push(self, document: Document, label: str, merge: str = "") -> None:
        """A new document. Steps in a row with the same `merge` key become one, until
        `settle` is called."""
        now = self._steps[self._at]
        if merge and self._open and now.merge == merge and self._at:
            self._steps[self._at :] = [Step(document, label, merge)]
            return
        self._steps[self._at + 1 :] = [Step(document, label, merge)]
        self._at += 1
        self._open = True
        if len(self._steps) > MOST_STEPS:
            del self._steps[0]
            self._at -= 1

    def restate(self, document: Document) -> None:
        """The document in hand said in other words: no step of its own."""
        self._steps[self._at] = replace(self._steps[self._at], document=document)

    def settle(self) -> None:
        """End a run of merged steps: the next one stands by itself."""
        self._open = False

    def undo(self, for_good: bool = False) -> bool:
        """Go one step back; `for_good` so that there is no way forward to it again."""
        self._open = False
        if not self._at:
            return False
        if for_good:
            del self._steps[self._at :]
        self._at -= 1
        return True

    def redo(self) -> bool:
        self._open = False
        if self._at + 1 >= len(self._steps):
            return False
        self._at += 1
        return True
