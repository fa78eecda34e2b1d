"""One job made many times: its rows in a grid, each with a picture and what was found."""

from __future__ import annotations

import os
from collections.abc import Sequence
from pathlib import Path
from typing import Any

from PySide6.QtCore import QSize, Qt
from PySide6.QtGui import QColor, QIcon, QPixmap
from PySide6.QtWidgets import (
    QCheckBox,
    QDialog,
    QFileDialog,
    QHBoxLayout,
    QInputDialog,
    QLabel,
    QLineEdit,
    QPushButton,
    QSpinBox,
    QTableWidget,
    QTableWidgetItem,
    QVBoxLayout,
    QWidget,
)

from tinstamp.desk.look import palette as p
from tinstamp.desk.look.style import type_at
from tinstamp.desk.words.say import language, say
from tinstamp.desk.work.documents import with_fonts
from tinstamp.desk.work.overrides import overrides
from tinstamp.desk.work.series_work import SeriesWork
from tinstamp.desk.work.session import Session
from tinstamp.desk.work.timer import after
from tinstamp.job.archive import dump
from tinstamp.job.model import Logo
from tinstamp.output.outputs import OUTPUTS, options_from
from tinstamp.series.asked import Asked
from tinstamp.series.rows import FILE, LOGO, ON, SERIAL, moved_on, rows_of
from tinstamp.series.table import Table, TableError, read_table
from tinstamp.words.sentence import sentence

PICTURE = QSize(112, 70)
PATTERN = "{job}-{row}"
NUMBERED = "{job}-{serial}"
"""What files are called where rows have serials, and where they have none."""
TABLES = "Tables (*.csv *.xlsx *.CSV *.XLSX)"
CHECKED_AFTER = 150
"""ms after the last cell typed until all rows are held against the job"""
MOST_TYPED = 2000
"""rows that are shown in the grid"""
STATES = {
    "written": ("written", p.NOTE),
    "sound": ("nothing to fix", p.NOTE),
    "to fix": ("to fix", p.FIX),
    "not done": ("not done", p.FIX),
    "stood": ("stood already", p.NOTE),
}


@overrides
class SeriesDialog(QDialog):
    """Asks for rows, looks at them, and makes their files."""

    def __init__(self, session: Session, folder: Path, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.session = session
        self.work = SeriesWork(self)
        self.logos = folder
        self.looking = False
        self.setWindowTitle(say("Series"))
        self.resize(1120, 700)
        self.heads: list[str] = [SERIAL]
        self._filling = False
        self._check_soon = after(self, CHECKED_AFTER, self._check)
        title = QLabel(say(f"Series of “{session.name}”"))
        title.setFont(type_at(p.TITLE, strong=True))
        words = QLabel(
            say(
                "One part for each row. A column sets a dimension, the text of a stamp, whether a "
                "stamp is there, its logo, or the serial; an empty cell leaves what the job has."
            )
        )
        words.setProperty("role", "second")
        words.setWordWrap(True)
        self.grid = QTableWidget()
        self.grid.setAccessibleName(say("Rows of the series"))
        self.grid.setIconSize(PICTURE)
        self.grid.verticalHeader().setDefaultSectionSize(PICTURE.height() + 8)
        self.grid.verticalHeader().setVisible(False)
        self.grid.itemChanged.connect(self._edited)
        self.note = QLabel()
        self.note.setWordWrap(True)
        column = QVBoxLayout(self)
        column.setContentsMargins(20, 16, 20, 16)
        column.setSpacing(10)
        for widget in (title, words):
            column.addWidget(widget)
        column.addLayout(self._sources())
        column.addWidget(self.grid, 1)
        column.addLayout(self._targets(folder))
        column.addWidget(self.note)
        column.addLayout(self._buttons())
        self.work.row.connect(self._made)
        self.work.over.connect(self._over)
        self.fill([])
        self._check()

    # -- make-up

    def _sources(self) -> QHBoxLayout:
        row = QHBoxLayout()
        table = QPushButton(say("From a table …"))
        table.setToolTip(say("Rows from a CSV or XLSX file; the first line heads the columns"))
        table.clicked.connect(self._ask_table)
        self.first, self.last = QSpinBox(), QSpinBox()
        now = self.session.job.serial.next
        for box, value, word in ((self.first, now, "First"), (self.last, now + 9, "Last")):
            box.setButtonSymbols(QSpinBox.ButtonSymbols.NoButtons)
            box.setRange(0, 10**9)
            box.setValue(value)
            box.setMinimumWidth(90)
            box.setAccessibleName(say(f"{word} serial"))
        numbered = QPushButton(say("Fill"))
        numbered.setToolTip(say("A row for each of these serials"))
        numbered.clicked.connect(self._fill_serials)
        more, less = QPushButton(say("Add row")), QPushButton(say("Remove row"))
        more.clicked.connect(self._add_row)
        less.clicked.connect(self._remove_row)
        column = QPushButton(say("Add column …"))
        column.clicked.connect(self._ask_column)
        row.addWidget(table)
        row.addSpacing(12)
        row.addWidget(QLabel(say("Serials from")))
        row.addWidget(self.first)
        row.addWidget(QLabel(say("to")))
        row.addWidget(self.last)
        row.addWidget(numbered)
        row.addStretch(1)
        for button in (column, more, less):
            row.addWidget(button)
        return row

    def _targets(self, folder: Path) -> QVBoxLayout:
        row, files = QHBoxLayout(), QHBoxLayout()
        files.addWidget(QLabel(say("Files")))
        self.folder = QLineEdit(str(folder))
        self.folder.setAccessibleName(say("Folder"))
        choose = QPushButton(say("Choose …"))
        choose.clicked.connect(self._choose)
        self.pattern = QLineEdit(NUMBERED)
        self.pattern.setAccessibleName(say("Names of files"))
        self.pattern.setMaximumWidth(170)
        self.pattern.setToolTip(say("From {job}, {serial}, {row} and heads of columns"))
        for widget in (QLabel(say("Folder")), self.folder, choose):
            row.addWidget(widget, 1 if widget is self.folder else 0)
        row.addSpacing(12)
        row.addWidget(QLabel(say("Names")))
        row.addWidget(self.pattern)
        row.addSpacing(12)
        self.boxes: dict[str, QCheckBox] = {}
        for ending, output in OUTPUTS.items():
            box = QCheckBox(say(output.word))
            box.setToolTip(say(output.purpose))
            box.setChecked(ending == "step")
            box.toggled.connect(self._check)
            self.boxes[ending] = box
            files.addWidget(box)
        files.addStretch(1)
        self.folder.textChanged.connect(self._check)
        self.pattern.textChanged.connect(self._check)
        both = QVBoxLayout()
        both.addLayout(row)
        both.addLayout(files)
        return both

    def _buttons(self) -> QHBoxLayout:
        self.look = QPushButton(say("Look at all"))
        self.look.setToolTip(say("Build every row and show it, without writing anything"))
        self.look.clicked.connect(lambda: self._begin(()))
        self.make = QPushButton(say("Make files"))
        self.make.setProperty("main", True)
        self.make.clicked.connect(lambda: self._begin(self._endings()))
        self.stop = QPushButton(say("Stop"))
        self.stop.clicked.connect(self.work.stop)
        self.stop.setEnabled(False)
        close = QPushButton(say("Close"))
        close.clicked.connect(self.reject)
        row = QHBoxLayout()
        row.addStretch(1)
        for button in (close, self.stop, self.look, self.make):
            row.addWidget(button)
        return row

    # -- rows

    def fill(self, rows: Sequence[Sequence[str]], heads: Sequence[str] | None = None) -> None:
        """Show rows of cells under heads."""
        self._filling = True
        self.heads = list(heads) if heads is not None else self.heads
        self.grid.setRowCount(0)
        self.grid.setColumnCount(len(self.heads) + 2)
        self.grid.setHorizontalHeaderLabels(["", *self.heads, say("What was found")])
        self.grid.setColumnWidth(0, PICTURE.width() + 8)
        for k in range(len(self.heads)):
            self.grid.setColumnWidth(k + 1, 150)
        self.grid.horizontalHeader().setStretchLastSection(True)
        for cells in rows[:MOST_TYPED]:
            self._append(cells)
        self._filling = False
        self._check()

    def _append(self, cells: Sequence[str]) -> None:
        row = self.grid.rowCount()
        self.grid.insertRow(row)
        for k, cell in enumerate(["", *cells, ""]):
            item = QTableWidgetItem(cell)
            if k in (0, len(self.heads) + 1):
                item.setFlags(item.flags() & ~Qt.ItemFlag.ItemIsEditable)
            self.grid.setItem(row, k, item)

    def table(self) -> Table:
        """The rows as they stand in the grid."""
        rows = []
        for row in range(self.grid.rowCount()):
            cells = tuple(
                (item.text().strip() if (item := self.grid.item(row, k + 1)) is not None else "")
                for k in range(len(self.heads))
            )
            rows.append((row + 1, cells))
        return Table(tuple(self.heads), tuple(rows))

    def _add_row(self) -> None:
        self._filling = True
        self._append([""] * len(self.heads))
        self._filling = False
        self._check()

    def _remove_row(self) -> None:
        row = self.grid.currentRow()
        if row >= 0:
            self.grid.removeRow(row)
            self._check()

    def _fill_serials(self) -> None:
        first, last = self.first.value(), self.last.value()
        if not first <= last < first + MOST_TYPED:
            self._say(f"Give a first and a last serial, at most {MOST_TYPED} apart.", wrong=True)
            return
        self.fill([[str(n)] for n in range(first, last + 1)], [SERIAL])
        self.pattern.setText(NUMBERED)

    def _ask_table(self) -> None:
        found, _ = QFileDialog.getOpenFileName(
            self, say("Rows of a series"), str(self.logos), TABLES
        )
        if found:
            self.take_table(Path(found))

    def take_table(self, path: Path) -> None:
        """Show the rows of a table in a file."""
        try:
            table = self.session.disk.done(lambda: read_table(path))
        except TableError as error:
            self._say(str(error), wrong=True)
            return
        if len(table.rows) > MOST_TYPED:
            self._say(
                f"{path.name} has {len(table.rows)} rows: more than {MOST_TYPED} are made by the "
                "command line", wrong=True,
            )  # fmt: skip
            return
        self.logos = path.parent
        self.fill([cells for _, cells in table.rows], table.heads)
        if FILE not in table.heads and SERIAL not in table.heads:
            self.pattern.setText(PATTERN)

    def possible_heads(self) -> list[str]:
        """What a column may set, of what there is none yet."""
        job = self.session.job
        found = [SERIAL, FILE, *(d.name for d in job.dimensions)]
        for stamp in job.stamps:
            found += [stamp.name, stamp.name + ON]
            found += [stamp.name + LOGO] if isinstance(stamp.artwork, Logo) else []
        return [head for head in found if head not in self.heads]

    def _ask_column(self) -> None:
        heads = self.possible_heads()
        if not heads:
            self._say("Every dimension and stamp has its column already.")
            return
        head, taken = QInputDialog.getItem(self, say("Add column"), say("It sets"), heads, 0, False)
        if taken:
            self.add_column(head)

    def add_column(self, head: str) -> None:
        """A further column, with empty cells."""
        rows = [[*cells, ""] for _, cells in self.table().rows]
        self.fill(rows, [*self.heads, head])

    # -- making

    def _endings(self) -> tuple[str, ...]:
        return tuple(ending for ending, box in self.boxes.items() if box.isChecked())

    def _problem(self) -> str:
        table = self.table()
        if not table.rows:
            return "Fill in serials, take in a table, or add rows."
        if not self.folder.text().strip():
            return "Choose a folder."
        pattern, name = self.pattern.text(), self.session.name
        document, logos = self.session.document, self.logos
        try:  # logos are read for it
            self.session.disk.done(lambda: rows_of(document, table, pattern, name, logos))
        except TableError as error:
            return str(error)
        return ""

    def _check(self) -> None:
        if self._filling:
            return
        problem = self._problem()
        idle = not self.work.running
        self.look.setEnabled(idle and not problem)
        self.make.setEnabled(idle and not problem and bool(self._endings()))
        self.stop.setEnabled(not idle)
        if idle:
            self._say(sentence(problem))

    def _edited(self, item: QTableWidgetItem) -> None:
        if self._filling:
            return
        self._filling = True
        for k in (0, len(self.heads) + 1):  # what was found is out of date
            cell = self.grid.item(item.row(), k)
            if cell is not None:
                cell.setIcon(QIcon())
                cell.setText("")
        self._filling = False
        self._check_soon.start()

    def _begin(self, endings: tuple[str, ...]) -> None:
        self.looking = not endings
        folder = Path(self.folder.text()).expanduser()
        self.count = 0
        # with its fonts, as it is after any edit: what was made by then stands afterwards too
        document = with_fonts(self.session.job, self.session.document)
        for picture in self.work.pictures.glob("*.png"):
            picture.unlink()
        packed = self.session.disk.done(lambda: dump(document))
        self.work.begin(
            Asked(
                packed,
                self.session.name,
                self.table(),
                self.pattern.text(),
                str(self.logos),
                str(self.work.pictures if self.looking else folder),
                endings,
                options_from({"language": language()}),
                False,
                str(self.work.pictures),
                os.cpu_count() or 1,
            )
        )
        self._filling = True
        for row in range(self.grid.rowCount()):
            cell = self.grid.item(row, len(self.heads) + 1)
            if cell is not None:
                cell.setText(say("waits"))
                cell.setForeground(QColor(p.SECOND_INK))
        self._filling = False
        self._check()
        self._say("The first row is being built …")

    def _made(self, record: dict[str, Any], stood: bool) -> None:
        """A row has ended."""
        row = int(record["number"]) - 1
        if row >= self.grid.rowCount():
            return
        self.count += 1
        state = "stood" if stood else record["state"]
        if state == "written" and self.looking:
            state = "sound"
        word, colour = STATES[state]
        told = [word, *record["told"][:3]]
        self._filling = True
        found = self.grid.item(row, len(self.heads) + 1)
        shown = self.grid.item(row, 0)
        if found is not None and shown is not None:
            found.setText(say("\n".join(told)))
            found.setToolTip(say("\n".join([word, *record["told"]])))
            found.setForeground(QColor(colour))
            picture = QPixmap(str(self.work.pictures / f"{row + 1}.png"))
            if not picture.isNull():
                shown.setIcon(QIcon(picture))
        self._filling = False
        self._say(f"{self.count} of {self.grid.rowCount()} are done.")

    def _over(self, told: str) -> None:
        self._check()
        states = [self._found(row) for row in range(self.grid.rowCount())]
        good = sum(s.startswith(("written", "nothing", "stood")) for s in states)
        words = f"{good} of {len(states)} rows {'are sound' if self.looking else 'stand'}"
        self._say(f"{words}{': ' + told if told else '.'}", wrong=bool(told) or good < len(states))
        if not self.looking and not told and good == len(states):
            self._move_on()

    def _found(self, row: int) -> str:
        item = self.grid.item(row, len(self.heads) + 1)
        return item.text() if item is not None else ""

    def _move_on(self) -> None:
        """The job's next serial is past those that were made, once their files stand."""
        if SERIAL not in self.heads:
            return
        session = self.session
        rows = rows_of(
            session.document, self.table(), self.pattern.text(), session.name, self.logos
        )
        job = moved_on(session.document, rows).job
        if job != session.job and session.replace(job, "the serial moves on"):
            self._say(f"{self.note.text()} The job's next serial is {job.serial.text}.")

    def _say(self, text: str, wrong: bool = False) -> None:
        self.note.setStyleSheet(f"color: {p.FIX if wrong else p.SECOND_INK};")
        self.note.setText(say(text))

    def _choose(self) -> None:
        found = QFileDialog.getExistingDirectory(self, say("Folder"), self.folder.text())
        if found:
            self.folder.setText(found)

    def done(self, result: int) -> None:
        """Closing ends what runs."""
        self.work.close()
        super().done(result)
