"""Writing files for the maker: what, where, and how fine."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtCore import Qt
from PySide6.QtWidgets import (
    QCheckBox,
    QDialog,
    QFileDialog,
    QFormLayout,
    QHBoxLayout,
    QLabel,
    QLineEdit,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from tinstamp.desk import palette as p
from tinstamp.desk.session import Session
from tinstamp.desk.style import type_at
from tinstamp.job.formula import FormulaError, Quantity, evaluate
from tinstamp.output.kinds import COARSEST, FINEST

KINDS = (
    ("step", "STEP", "exact solid for machining, with names and cap colours"),
    ("stl", "STL", "triangles for printing, in mm"),
    ("dxf", "DXF", "the flat artwork for laser, silkscreen or foil, in mm"),
)


class ExportDialog(QDialog):
    """Asks, writes, and tells what was written."""

    def __init__(self, session: Session, folder: Path, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.session = session
        self.setWindowTitle("Write files")
        self.setMinimumWidth(520)
        title = QLabel("Write files for the maker")
        title.setFont(type_at(p.TITLE, strong=True))
        self.boxes: dict[str, QCheckBox] = {}
        kinds = QVBoxLayout()
        kinds.setSpacing(6)
        for key, word, purpose in KINDS:
            box = QCheckBox(f"{word}  –  {purpose}")
            box.setChecked(True)
            box.toggled.connect(self._check)
            self.boxes[key] = box
            kinds.addWidget(box)
        self.folder = QLineEdit(str(folder))
        self.folder.setAccessibleName("Folder")
        self.folder.textChanged.connect(self._check)
        browse = QPushButton("Choose …")
        browse.clicked.connect(self._browse)
        place = QHBoxLayout()
        place.addWidget(self.folder, 1)
        place.addWidget(browse)
        self.name = QLineEdit(session.name)
        self.name.setAccessibleName("Name")
        self.name.textChanged.connect(self._check)
        self.chord = QLineEdit("0.01 mm")
        self.chord.setAccessibleName("Chord tolerance of the STL")
        self.chord.setToolTip("How far a triangle may stray from the true surface")
        self.chord.textChanged.connect(self._check)
        form = QFormLayout()
        form.setVerticalSpacing(8)
        form.addRow("Write", kinds)
        form.addRow("Folder", place)
        form.addRow("Name", self.name)
        form.addRow("STL within", self.chord)
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setTextInteractionFlags(Qt.TextInteractionFlag.TextSelectableByMouse)
        self.note.setMinimumHeight(68)
        self.note.setAlignment(Qt.AlignmentFlag.AlignTop)
        self.write = QPushButton("Write files")
        self.write.setProperty("main", True)
        self.write.setDefault(True)
        self.write.clicked.connect(self._write)
        close = QPushButton("Close")
        close.clicked.connect(self.reject)
        buttons = QHBoxLayout()
        buttons.addStretch(1)
        buttons.addWidget(close)
        buttons.addWidget(self.write)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(20, 16, 20, 16)
        layout.setSpacing(12)
        layout.addWidget(title)
        layout.addLayout(form)
        layout.addWidget(self.note)
        layout.addLayout(buttons)
        session.wrote.connect(self._wrote)
        session.failed.connect(self._failed)
        session.progress.connect(self._progress)
        self._busy = False
        self._check()

    def _browse(self) -> None:
        options = QFileDialog.Option.DontUseNativeDialog | QFileDialog.Option.ShowDirsOnly
        found = QFileDialog.getExistingDirectory(self, "Folder", self.folder.text(), options)
        if found:
            self.folder.setText(found)

    def _chord(self) -> float:
        """mm. Raises FormulaError."""

        def nothing(name: str) -> Quantity:
            raise FormulaError(f"give a length, not “{name}”")

        value = evaluate(self.chord.text(), "length", nothing).value
        if not FINEST <= value <= COARSEST:
            raise FormulaError(
                f"the chord tolerance must lie between {FINEST:g} mm and {COARSEST:g} mm"
            )
        return value

    def _problem(self) -> str:
        if not any(box.isChecked() for box in self.boxes.values()):
            return "Choose at least one kind of file."
        if not self.folder.text().strip():
            return "Choose a folder."
        if not self.name.text().strip() or "/" in self.name.text():
            return "Give the files a name, without a slash."
        try:
            self._chord()
        except FormulaError as error:
            return f"STL within: {error}."
        return ""

    def _check(self) -> None:
        problem = self._problem()
        self.chord.setEnabled(self.boxes["stl"].isChecked())
        self.write.setEnabled(not problem and not self._busy)
        if problem:
            self._say(problem, wrong=True)
        elif self.session.report is not None and self.session.report.to_fix:
            self._say("There is something to fix: see the proof line before sending these on.")
        else:
            self._say("")
        to_fix = self.session.report is not None and self.session.report.to_fix
        self.write.setText("Write them even so" if to_fix else "Write files")

    def _say(self, text: str, wrong: bool = False) -> None:
        self.note.setStyleSheet(f"color: {p.FIX if wrong else p.SECOND_INK};")
        self.note.setText(text)

    def _write(self) -> None:
        endings = tuple(key for key, box in self.boxes.items() if box.isChecked())
        self._busy = True
        self.write.setEnabled(False)
        self._say("Writing …")
        self.session.write(
            Path(self.folder.text()).expanduser(), self.name.text().strip(), endings, self._chord()
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
            self._say(message[:1].upper() + message[1:], wrong=True)


def _told(path: Path) -> str:
    """A file that was written, with its size if it is still there."""
    try:
        return f"{path.name}  ·  {path.stat().st_size / 1000:,.0f} kB"
    except OSError:
        return f"{path.name}  ·  moved away since"
