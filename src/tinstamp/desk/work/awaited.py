"""Faces of the part whose charts have not come yet, and what waits for them."""

from __future__ import annotations

from collections.abc import Callable, Mapping

from tinstamp.chart.base import FaceChart
from tinstamp.chart.joint import Faces
from tinstamp.engine import messages as m


class AwaitedFaces:
    """Asks the engine for charts, and does what waits for one when it comes."""

    def __init__(
        self, want: Callable[[str], object], charts: Callable[[], Mapping[str, FaceChart]]
    ) -> None:
        self._want, self._charts = want, charts
        self._number = 0
        self._waiting: dict[str, list[Callable[[], object]]] = {}
        self._at_built: list[Callable[[], object]] = []

    def forget(self) -> None:
        """Another document: nothing waits for its faces."""
        self._waiting.clear()
        self._at_built.clear()
        self._number = 0

    def when_built(self, then: Callable[[], object]) -> None:
        """Do `then` when the next build is done, whatever came of it."""
        self._at_built.append(then)

    def built(self, number: int) -> None:
        """A build is done, and its charts are there: what waits goes on waiting for them."""
        self._number = number
        waiting, self._waiting = self._waiting, {}
        for face, works in waiting.items():
            for then in works:
                if not self.when_laid(face, then) and face in self._charts():
                    then()
        works, self._at_built = self._at_built, []
        for then in works:
            then()

    def when_laid(self, face: str | None, then: Callable[[], object] = lambda: None) -> bool:
        """False when a face is laid out already, or never will be; else it is asked for, and
        `then` is done when it is."""
        if face not in Faces.of(self._charts()).awaited:
            return False
        asked = face in self._waiting
        self._waiting.setdefault(str(face), []).append(then)
        if not asked:
            self._want(str(face))
        return True

    def arrived(self, event: m.Laid) -> Mapping[str, FaceChart]:
        """The charts with those that have come."""
        charts = self._charts()
        if event.number != self._number:
            return charts
        if charts is event.before:
            return event.after
        return Faces.of(charts).arrived(event.charts, event.awaited, event.joints)

    def done(self, event: m.Laid) -> None:
        """Do what waited for the face that was asked for."""
        for then in self._waiting.pop(event.asked, []):
            then()
