"""Measuring on the part: places that are picked, what the engine says of them, lines over it."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import QObject
from PySide6.QtWidgets import QToolButton

from tinstamp.desk.part.measure_panel import MeasurePanel
from tinstamp.desk.part.scene import Hit, Scene
from tinstamp.desk.work.session import Session
from tinstamp.engine import messages as m

EDGE_MEANT = 7
"""px within which an edge is meant rather than the face beside it"""


class Measuring(QObject):
    """One or two picked places while the button is down."""

    def __init__(
        self,
        button: QToolButton,
        panel: MeasurePanel,
        session: Session,
        scene: Scene,
        draw: Callable[[], None],
    ) -> None:
        super().__init__(panel)
        self.button, self.panel, self.session = button, panel, session
        self.scene, self.draw = scene, draw
        self._picks: list[m.Pick] = []
        button.setCheckable(True)
        button.toggled.connect(self._toggled)
        session.probed.connect(self._probed)
        session.failed.connect(self._failed)

    @property
    def on(self) -> bool:
        return self.button.isChecked()

    def _toggled(self, on: bool) -> None:
        self._picks = []
        self.scene.lines(())
        if on:
            self.panel.begin()
        else:
            self.panel.hide()
        self.draw()

    def pick(self, found: Hit, high: int) -> None:
        """Measure at a place of a view so many px high; a second pick measures between the two, a
        third starts anew."""
        near = EDGE_MEANT * self.scene.mm_per_pixel(found.point, high)
        if len(self._picks) == 2:
            self._picks = []
        x, y, z = map(float, found.point)
        self._picks.append(m.Pick(found.face, (x, y, z), near))
        self.session.probe(tuple(self._picks))

    def _probed(self, found: m.Probed) -> None:
        if self.on:
            self.scene.lines(found.lines)
            self.panel.show_readings(found)
            self.draw()

    def _failed(self, message: str) -> None:
        if self.on and self._picks:
            self._picks = []
            self.panel.show_error(message)
