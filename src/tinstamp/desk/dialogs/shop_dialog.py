"""The shop: what each machine is at, what it made of what was sent, and sending it more."""

from __future__ import annotations

import json
import tempfile
from pathlib import Path
from typing import Any

from PySide6.QtCore import QSize, Qt
from PySide6.QtGui import QPixmap
from PySide6.QtWidgets import (
    QComboBox,
    QDialog,
    QFormLayout,
    QHBoxLayout,
    QLabel,
    QLineEdit,
    QListWidget,
    QListWidgetItem,
    QProgressBar,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from tinstamp.desk.look import palette as p
from tinstamp.desk.look.style import type_at
from tinstamp.desk.words.say import say
from tinstamp.desk.work.overrides import overrides
from tinstamp.desk.work.session import Session
from tinstamp.desk.work.shop_floor import ShopFloor
from tinstamp.job.formula import FormulaError
from tinstamp.job.relief_when import CARVED
from tinstamp.output.outputs import OUTPUTS, options_from
from tinstamp.shop import folder as f
from tinstamp.shop.machines import MACHINES
from tinstamp.shop.made import ShopError, figures_from
from tinstamp.words.sentence import sentence

PICTURE = QSize(540, 360)
LABELS = {
    "layer": "Layer, mm", "nozzle": "Nozzle, mm", "speed": "Speed, mm/s", "spot": "Beam, mm",
    "lines": "Lines to a mm", "cutter": "Cutter, mm", "vee": "V, degrees",
    "diameter": "Diameter at X0, mm", "taper": "Taper, mm a mm", "dots": "Dots to an inch",
    "copies": "Copies",
}  # fmt: skip
"""Of what a machine can be told; the engraver's 0 is what the program says."""
KERFED = ("laser",)
"""Machines whose beam takes something away from its lines."""


@overrides
class ShopDialog(QDialog):
    """Machines on the left, the chosen one's orders and work on the right."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.session = session
        self.floor = ShopFloor(self)
        self.place = tempfile.TemporaryDirectory(prefix="tinstamp-send-")
        self.sending: tuple[str, dict[str, Any]] | None = None
        self.setWindowTitle(say("Shop"))
        self.resize(1080, 690)
        self.machines = QListWidget()
        self.machines.setAccessibleName(say("Machines"))
        self.machines.setFixedWidth(210)
        for machine in MACHINES.values():
            item = QListWidgetItem(machine.word)
            item.setData(Qt.ItemDataRole.UserRole, machine.name)
            self.machines.addItem(item)
        self.orders = QListWidget()
        self.orders.setAccessibleName(say("Orders"))
        self.orders.setFixedHeight(150)
        self.title, self.state = QLabel(), QLabel()
        self.title.setFont(type_at(p.TITLE, strong=True))
        self.state.setProperty("role", "second")
        self.bar = QProgressBar()
        self.bar.setRange(0, 100)
        self.bar.setTextVisible(False)
        self.bar.setAccessibleName(say("Part of the order that is done"))
        self.picture = QLabel()
        self.picture.setFixedSize(PICTURE)
        self.picture.setAlignment(Qt.AlignmentFlag.AlignCenter)
        self.picture.setStyleSheet(f"background: {p.TABLE}; color: {p.SECOND_INK};")
        self.told = QLabel()
        self.told.setWordWrap(True)
        self.told.setAlignment(Qt.AlignmentFlag.AlignTop)
        self.told.setTextInteractionFlags(Qt.TextInteractionFlag.TextSelectableByMouse)
        self.note = QLabel()
        self.note.setWordWrap(True)
        self._lay_out()
        self.machines.currentItemChanged.connect(lambda *_: self._chosen())
        self.orders.currentItemChanged.connect(lambda *_: self._show_order())
        self.floor.changed.connect(self._changed)
        session.wrote.connect(self._wrote)
        session.failed.connect(self._failed)
        self.machines.setCurrentRow(0)

    # -- make-up

    def _lay_out(self) -> None:
        self.fields = QFormLayout()
        self.fields.setVerticalSpacing(6)
        self.kind = QComboBox()
        self.kind.setAccessibleName(say("File"))
        self.wishes: dict[str, QLineEdit] = {}
        left = QVBoxLayout()
        left.addWidget(QLabel(say("Machines")))
        left.addWidget(self.machines, 1)
        work = QVBoxLayout()
        work.addWidget(self.title)
        work.addWidget(self.state)
        work.addWidget(self.picture)
        work.addWidget(self.bar)
        work.addWidget(self.told, 1)
        right = QVBoxLayout()
        right.addWidget(QLabel(say("Orders")))
        right.addWidget(self.orders)
        right.addLayout(self._order_buttons())
        right.addSpacing(10)
        heading = QLabel(say("Send this part"))
        heading.setFont(type_at(p.LARGE, strong=True))
        right.addWidget(heading)
        right.addLayout(self.fields)
        self.send = QPushButton(say("Send"))
        self.send.setProperty("main", True)
        self.send.clicked.connect(self._send)
        right.addWidget(self.send)
        right.addWidget(self.note)
        right.addStretch(1)
        close = QPushButton(say("Close"))
        close.clicked.connect(self.reject)
        foot = QHBoxLayout()
        foot.addStretch(1)
        foot.addWidget(close)
        right.addLayout(foot)
        row = QHBoxLayout(self)
        row.setContentsMargins(20, 16, 20, 16)
        row.setSpacing(18)
        row.addLayout(left)
        row.addLayout(work)
        row.addLayout(right, 1)

    def _order_buttons(self) -> QHBoxLayout:
        self.cancel, self.mend = QPushButton(say("Give up")), QPushButton(say("See to the fault"))
        self.cancel.clicked.connect(self._cancel)
        self.mend.clicked.connect(self._mend)
        row = QHBoxLayout()
        row.addWidget(self.cancel)
        row.addWidget(self.mend)
        row.addStretch(1)
        return row

    @property
    def machine(self) -> str:
        """The chosen one, by its name."""
        item = self.machines.currentItem()
        return str(item.data(Qt.ItemDataRole.UserRole)) if item is not None else "printer"

    def _chosen(self) -> None:
        """Another machine: what it can be told, and what it is at."""
        machine = MACHINES[self.machine]
        while self.fields.rowCount():
            self.fields.removeRow(0)
        self.kind = QComboBox()
        self.kind.setAccessibleName(say("File"))
        for ending in machine.takes:
            self.kind.addItem(say(OUTPUTS[ending].word), ending)
        self.fields.addRow(say("File"), self.kind)
        self.wishes = {}
        for name, usual in self._usual().items():
            line = QLineEdit(f"{usual:g}" if isinstance(usual, float) else str(usual))
            line.setAccessibleName(say(LABELS[name]))
            self.wishes[name] = line
            self.fields.addRow(LABELS[name], line)
        self.note.setText("")
        self._refresh()

    def _usual(self) -> dict[str, float | str]:
        """What the machine is told if nothing is said; of the part in hand where it has that."""
        usual = dict(MACHINES[self.machine].wishes)
        charts = self.session.charts
        faces = [stamp.setting.face for stamp in self.session.job.stamps]
        if self.machine == "engraver":
            measures = next((charts[x].measures for x in faces if x in charts), {})
            usual["diameter"] = float(measures.get("diameter", 0.0))
        return usual

    # -- what goes on

    def _changed(self, machine: str) -> None:
        if machine == self.machine:
            self._refresh()

    def _refresh(self) -> None:
        machine = MACHINES[self.machine]
        state = self.floor.state(self.machine)
        self.title.setText(say(machine.word))
        on = self.floor.running(self.machine)
        words = "switched off: it starts when something is sent" if not on else "ready"
        fault = state.fault if state is not None and on else ""
        self.state.setText(say(f"Stopped: {fault}" if fault else sentence(words) + "."))
        self.mend.setEnabled(bool(fault))
        orders = state.orders if state is not None else ()
        row = self.orders.currentRow()
        self.orders.blockSignals(True)
        self.orders.clear()
        for order in reversed(orders):
            part = f", {100 * order.part:.0f} %" if order.phase == "at work" else ""
            item = QListWidgetItem(f"{order.number}  {order.name}: {order.phase}{part}")
            item.setData(Qt.ItemDataRole.UserRole, order.number)
            item.setToolTip(say(order.told))
            self.orders.addItem(item)
        self.orders.setCurrentRow(min(max(row, 0), len(orders) - 1))
        self.orders.blockSignals(False)
        self._show_order()

    def _order(self) -> f.Order | None:
        item = self.orders.currentItem()
        state = self.floor.state(self.machine)
        if item is None or state is None:
            return None
        number = item.data(Qt.ItemDataRole.UserRole)
        return next((order for order in state.orders if order.number == number), None)

    def _show_order(self) -> None:
        """The chosen order: its picture, how far it is, and what came of it."""
        order = self._order()
        self.cancel.setEnabled(
            order is not None and order.phase in ("waiting", "at work", "stopped")
        )
        self.bar.setVisible(order is not None)
        if order is None:
            self.picture.setPixmap(QPixmap())
            self.picture.setText(say("Nothing was sent to it yet."))
            self.told.setText("")
            return
        self.bar.setValue(round(100 * order.part))
        place = self.floor.folder(self.machine) / f.MADE / f"{order.number:04d}"
        picture = QPixmap(str(place / "picture.png"))
        if picture.isNull():
            self.picture.setPixmap(QPixmap())
            self.picture.setText(say(order.phase))
        else:
            kept = Qt.AspectRatioMode.KeepAspectRatio
            smooth = Qt.TransformationMode.SmoothTransformation
            self.picture.setPixmap(picture.scaled(PICTURE, kept, smooth))
        self.told.setText(say(_outcome(place) or sentence(order.told)))

    # -- sending

    def _send(self) -> None:
        """Write the file, then hand it in."""
        try:
            wishes: dict[str, Any] = {k: float(line.text()) for k, line in self.wishes.items()}
        except ValueError:
            self._say("What the machine is told must be numbers.", wrong=True)
            return
        report = self.session.report
        if report is None or not report.valid or report.volume is None:
            self._say("There is no sound part to send.", wrong=True)
            return
        ending = str(self.kind.currentData())
        figures: dict[str, str] = {}
        if self.machine in KERFED:
            figures["kerf"] = f"{wishes['spot']} mm"
        if self.machine == "engraver" and wishes["cutter"]:
            figures = {"cutter": f"{wishes['cutter']} mm", "vee": f"{wishes['vee']} deg"}
        made = {s.name: s.artwork_area for s in report.stamps}
        cut = [s for s in self.session.job.stamps if s.relief.made in CARVED]
        counted = cut if self.machine == "engraver" else self.session.job.stamps
        wishes["area"] = sum(made.get(s.name, 0.0) for s in counted)
        wishes["volume"] = report.volume
        try:
            options = options_from(figures)
        except FormulaError as error:
            self._say(f"{error}.", wrong=True)
            return
        self.sending = (self.machine, wishes)
        self.send.setEnabled(False)
        self._say("The file is being written …")
        self.session.write(Path(self.place.name), self.session.name, (ending,), options)

    def _wrote(self, paths: list[Path]) -> None:
        if self.sending is None:
            return
        machine, wishes = self.sending
        self.sending = None
        self.send.setEnabled(True)
        self.floor.start(machine)
        place = self.floor.folder(machine)
        try:
            number = self.session.disk.done(lambda: f.hand_in(place, paths[0], wishes))
        except ShopError as error:
            self._say(f"{error}.", wrong=True)
            return
        self._say(f"Sent: order {number}.")
        self.orders.setCurrentRow(0)

    def _failed(self, message: str) -> None:
        if self.sending is not None:
            self.sending = None
            self.send.setEnabled(True)
            self._say(sentence(message) + ".", wrong=True)

    def _cancel(self) -> None:
        order = self._order()
        if order is not None:
            machine, number = self.machine, order.number
            self.session.disk.begin(lambda: self.floor.cancel(machine, number))

    def _mend(self) -> None:
        machine = self.machine
        self.session.disk.begin(lambda: self.floor.mend(machine))

    def _say(self, text: str, wrong: bool = False) -> None:
        self.note.setStyleSheet(f"color: {p.FIX if wrong else p.SECOND_INK};")
        self.note.setText(say(text))

    def done(self, result: int) -> None:
        """Closing switches the machines off; their orders stay."""
        self.floor.close()
        self.place.cleanup()
        super().done(result)


def _outcome(place: Path) -> str:
    """What came of an order, in words; nothing before it is made."""
    try:
        record = json.loads((place / "record.json").read_text("utf-8"))
        figures, compared = figures_from(record)
    except (OSError, ValueError, KeyError, TypeError):
        return ""
    lines = [figure.told() for figure in figures]
    minutes = record["seconds"] / 60
    lines.append(f"Time of a real one, estimated: {minutes:.0f} min" if minutes > 1 else
                 f"Time of a real one, estimated: {record['seconds']:.0f} s")  # fmt: skip
    lines += [f"{'✓' if each.agrees else '✗'} {each.told()}" for each in compared]
    return "\n".join([*lines, *(sentence(word) + "." for word in record["told"])])
