"""Several stamps chosen at once: the selected one, which the fields show, and others beside it."""

from __future__ import annotations

from collections.abc import Iterable

from PySide6.QtCore import QObject, Signal

from tinstamp.desk.work.session import Session


class Choice(QObject):
    """Names of the stamps chosen beside the selected one; selecting another one lets go of them."""

    changed = Signal()

    def __init__(self, session: Session, parent: QObject) -> None:
        super().__init__(parent)
        self.session = session
        self._beside: frozenset[str] = frozenset()
        self._of: str | None = None
        self._ours = False
        session.selection_changed.connect(self._selected)

    @property
    def indices(self) -> tuple[int, ...]:
        """All that are chosen, in the ticket's order; the selected one among them."""
        chosen = self.session.selected
        return tuple(
            i for i, stamp in enumerate(self.session.job.stamps)
            if i == chosen or stamp.name in self._beside
        )  # fmt: skip

    @property
    def beside(self) -> tuple[int, ...]:
        """Those beside the selected one."""
        return tuple(i for i in self.indices if i != self.session.selected)

    def toggle(self, index: int) -> None:
        """Choose one more stamp, or let go of it."""
        chosen = set(self.indices)
        if not chosen:
            self.session.select(index)
            return
        self.take(chosen ^ {index} or {index}, self.session.selected)

    def take(self, indices: Iterable[int], led: int | None = None) -> None:
        """Choose these; `led`, else the first of them, is the selected one."""
        chosen = sorted(set(indices))
        if not chosen:
            return
        first = led if led in chosen else chosen[0]
        names = [stamp.name for stamp in self.session.job.stamps]
        self._beside = frozenset(names[i] for i in chosen if i != first)
        self._ours = True
        try:
            self.session.select(first)
        finally:
            self._ours = False
        self._of = names[first]
        self.changed.emit()

    def lead(self, index: int) -> None:
        """Make another of those that are chosen the selected one."""
        self.take(self.indices, index)

    def clear(self) -> None:
        """The selected one alone."""
        if self._beside:
            self._beside = frozenset()
            self.changed.emit()

    def _selected(self) -> None:
        stamps, at = self.session.job.stamps, self.session.selected
        name = stamps[at].name if 0 <= at < len(stamps) else None
        if name != self._of and not self._ours:
            self._of = name
            self.clear()
