"""Writing files for the maker: what, where, and how fine."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtCore import Qt
from PySide6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QDialog,
    QFileDialog,
    QFormLayout,
    QFrame,
    QHBoxLayout,
    QLabel,
    QLineEdit,
    QPushButton,
    QScrollArea,
    QVBoxLayout,
    QWidget,
)

from tinstamp.desk.look import palette as p
from tinstamp.desk.look.style import type_at
from tinstamp.desk.words.say import formula_to_show, formula_typed, language, say
from tinstamp.desk.work.session import Session
from tinstamp.job.formula import FormulaError
from tinstamp.output.outputs import OUTPUTS, Option, all_options
from tinstamp.words.sentence import sentence

SETTINGS_HIGH = 170
"""px of what the chosen files can be told"""
FIRST = ("step", "stl", "dxf")
"""Files that are chosen at first."""


def choice_box(option: Option, chosen: str) -> QComboBox:
    """What an option is one of; its place in the box is its value."""
    box = QComboBox()
    box.addItems([say(word) for word in option.choices.values()])
    box.setCurrentIndex(list(option.choices).index(chosen))
    box.setAccessibleName(say(option.label))
    box.setToolTip(say(option.tip))
    return box


class ExportDialog(QDialog):
    """Asks, writes, and tells what was written."""

    def __init__(self, session: Session, folder: Path, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.session = session
        self.setWindowTitle(say("Write files"))
        self.setMinimumWidth(520)
        title = QLabel(say("Write files for the maker"))
        title.setFont(type_at(p.TITLE, strong=True))
        self.boxes: dict[str, QCheckBox] = {}
        kinds = QVBoxLayout()
        kinds.setSpacing(6)
        for output in OUTPUTS.values():
            box = QCheckBox(say(f"{output.word}  –  {output.purpose}"))
            box.setChecked(output.ending in FIRST)
            box.toggled.connect(self._check)
            self.boxes[output.ending] = box
            kinds.addWidget(box)
        self.folder = QLineEdit(str(folder))
        self.folder.setAccessibleName(say("Folder"))
        self.folder.textChanged.connect(self._check)
        browse = QPushButton(say("Choose …"))
        browse.clicked.connect(self._browse)
        place = QHBoxLayout()
        place.addWidget(self.folder, 1)
        place.addWidget(browse)
        self.name = QLineEdit(session.name)
        self.name.setAccessibleName(say("Name"))
        self.name.textChanged.connect(self._check)
        self._fields()
        form = self._form(kinds, place)
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setTextInteractionFlags(Qt.TextInteractionFlag.TextSelectableByMouse)
        self.note.setMinimumHeight(68)
        self.note.setAlignment(Qt.AlignmentFlag.AlignTop)
        self.write = QPushButton(say("Write files"))
        self.write.setProperty("main", True)
        self.write.setDefault(True)
        self.write.clicked.connect(self._write)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(20, 16, 20, 16)
        layout.setSpacing(12)
        layout.addWidget(title)
        layout.addLayout(form)
        layout.addWidget(self.note)
        layout.addLayout(self._buttons())
        session.wrote.connect(self._wrote)
        session.failed.connect(self._failed)
        session.progress.connect(self._progress)
        self._busy = False
        self._check()

    def _fields(self) -> None:
        """A field for each option, whichever files it is of."""
        self.options: dict[str, QLineEdit] = {}
        self.switches: dict[str, QCheckBox] = {}
        self.choices: dict[str, QComboBox] = {}
        for option in all_options():
            if option.choices:
                self.choices[option.name] = choice_box(option, language())
                continue
            if option.switch:
                switch = QCheckBox(say(option.label))
                switch.setToolTip(say(option.tip))
                self.switches[option.name] = switch
                continue
            line = QLineEdit(formula_to_show(option.default))
            line.setAccessibleName(say(option.what))
            line.setToolTip(say(option.tip))
            line.textChanged.connect(self._check)
            self.options[option.name] = line

    def _field(self, option: Option) -> QWidget:
        """Where an option is given."""
        kinds = (self.switches, self.choices, self.options)
        return next(fields[option.name] for fields in kinds if option.name in fields)

    def _form(self, kinds: QVBoxLayout, place: QHBoxLayout) -> QFormLayout:
        form = QFormLayout()
        form.setVerticalSpacing(8)
        form.addRow(say("Write"), kinds)
        form.addRow(say("Folder"), place)
        form.addRow(say("Name"), self.name)
        self.settings = QFormLayout()
        self.settings.setVerticalSpacing(6)
        self.settings.setContentsMargins(0, 0, 8, 0)
        for option in all_options():
            if option.switch:
                self.settings.addRow("", self.switches[option.name])
            else:
                self.settings.addRow(say(option.label), self._field(option))
        held = QWidget()
        held.setLayout(self.settings)
        self.area = QScrollArea()
        self.area.setWidgetResizable(True)
        self.area.setFrameShape(QFrame.Shape.NoFrame)
        self.area.setWidget(held)
        self.area.setFixedHeight(SETTINGS_HIGH)
        form.addRow(say("Settings"), self.area)
        return form

    def _buttons(self) -> QHBoxLayout:
        close = QPushButton(say("Close"))
        close.clicked.connect(self.reject)
        buttons = QHBoxLayout()
        buttons.addStretch(1)
        buttons.addWidget(close)
        buttons.addWidget(self.write)
        return buttons

    def _browse(self) -> None:
        found = QFileDialog.getExistingDirectory(self, say("Folder"), self.folder.text())
        if found:
            self.folder.setText(found)

    def _figures(self) -> dict[str, float]:
        """Every option worked out. Raises FormulaError, which names it."""
        found = {}
        for option in all_options():
            if option.switch:
                found[option.name] = float(self.switches[option.name].isChecked())
                continue
            if option.choices:
                found[option.name] = float(self.choices[option.name].currentIndex())
                continue
            try:
                found[option.name] = option.value(formula_typed(self.options[option.name].text()))
            except FormulaError as error:
                raise FormulaError(f"{option.label}: {error}") from error
        return found

    def _problem(self) -> str:
        if not any(box.isChecked() for box in self.boxes.values()):
            return "Choose at least one kind of file."
        if not self.folder.text().strip():
            return "Choose a folder."
        if not self.name.text().strip() or "/" in self.name.text():
            return "Give the files a name, without a slash."
        try:
            self._figures()
        except FormulaError as error:
            return f"{error}."
        return ""

    def _check(self) -> None:
        problem = self._problem()
        chosen = [o for o in OUTPUTS.values() if self.boxes[o.ending].isChecked()]
        shown = {option.name for output in chosen for option in output.options}
        for option in all_options():
            self.settings.setRowVisible(self._field(option), option.name in shown)
        self.write.setEnabled(not problem and not self._busy)
        if problem:
            self._say(problem, wrong=True)
        elif self.session.report is not None and self.session.report.to_fix:
            self._say("There is something to fix: see the proof line before sending these on.")
        else:
            self._say("")
        to_fix = self.session.report is not None and self.session.report.to_fix
        self.write.setText(say("Write them even so" if to_fix else "Write files"))

    def _say(self, text: str, wrong: bool = False) -> None:
        self.note.setStyleSheet(f"color: {p.FIX if wrong else p.SECOND_INK};")
        self.note.setText(say(text))

    def _write(self) -> None:
        endings = tuple(key for key, box in self.boxes.items() if box.isChecked())
        self._busy = True
        self.write.setEnabled(False)
        self._say("Writing …")
        self.session.write(
            Path(self.folder.text()).expanduser(),
            self.name.text().strip(),
            endings,
            self._figures(),
        )

    def _progress(self, what: str, part: float) -> None:
        if self._busy and what:
            self._say(f"Writing: {what} …")

    def _wrote(self, paths: list[Path]) -> None:
        self._busy = False
        self.write.setEnabled(True)
        self._say("Written:\n" + "\n".join(_told(path) for path in paths))

    def _failed(self, message: str) -> None:
        if self._busy:
            self._busy = False
            self.write.setEnabled(True)
            self._say(sentence(message), wrong=True)


def _told(path: Path) -> str:
    """A file that was written, with its size if it is still there."""
    try:
        return f"{path.name}  ·  {path.stat().st_size / 1000:,.0f} kB"
    except OSError:
        return f"{path.name}  ·  moved away since"
