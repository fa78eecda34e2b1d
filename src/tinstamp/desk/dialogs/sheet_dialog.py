"""The proof sheet before it is written: its pages as they will lie on paper."""

from __future__ import annotations

import shutil
import tempfile
from concurrent.futures import Future, ThreadPoolExecutor
from pathlib import Path
from typing import TYPE_CHECKING

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QImage, QPageSize, QPainter, QPixmap
from PySide6.QtWidgets import (
    QCheckBox,
    QDialog,
    QFileDialog,
    QHBoxLayout,
    QLabel,
    QPushButton,
    QScrollArea,
    QVBoxLayout,
    QWidget,
)

from tinstamp.desk.dialogs.export_dialog import choice_box
from tinstamp.desk.look import palette as p
from tinstamp.desk.look.style import type_at
from tinstamp.desk.words.say import language, say
from tinstamp.desk.work.overrides import overrides
from tinstamp.desk.work.session import Session
from tinstamp.output.outputs import OUTPUTS, options_from
from tinstamp.words.sentence import sentence

if TYPE_CHECKING:
    from PySide6.QtPrintSupport import QPrinter

PAGE_WIDE = 760
"""px of a page"""
PRINTED_WIDE = 2480
"""px of a page on paper: 300 dots to an inch of A4"""
PDF = "PDF (*.pdf)"


@overrides
class SheetDialog(QDialog):
    """Makes the sheet, shows its pages, and saves it.

    Attributes
    ----------
    drawn : the pages, as images. fine : a printer, and the pages as images for it.
    """

    drawn = Signal(list)
    fine = Signal(object, list)

    def __init__(self, session: Session, folder: Path, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.session = session
        self.folder = folder
        self.place = tempfile.TemporaryDirectory(prefix="tinstamp-sheet-")
        self.pool = ThreadPoolExecutor(1, "pages")
        self.file: Path | None = None
        self.setWindowTitle(say("Proof sheet"))
        self.resize(860, 720)
        title = QLabel(say(f"Proof sheet of “{session.name}”"))
        title.setFont(type_at(p.TITLE, strong=True))
        self.letter = QCheckBox(say("Letter paper"))
        self.letter.setToolTip(say("Otherwise A4"))
        self.letter.toggled.connect(self._make)
        self.language = choice_box(OUTPUTS["pdf"].option("language"), language())
        self.language.currentIndexChanged.connect(self._make)
        head = QHBoxLayout()
        head.addWidget(title, 1)
        head.addWidget(self.language)
        head.addWidget(self.letter)
        self.pages = QVBoxLayout()
        self.pages.setSpacing(14)
        self.pages.setAlignment(Qt.AlignmentFlag.AlignHCenter | Qt.AlignmentFlag.AlignTop)
        held = QWidget()
        held.setLayout(self.pages)
        self.area = QScrollArea()
        self.area.setWidgetResizable(True)
        self.area.setWidget(held)
        self.area.setAccessibleName(say("Pages"))
        self.note = QLabel()
        self.note.setWordWrap(True)
        column = QVBoxLayout(self)
        column.setContentsMargins(20, 16, 20, 16)
        column.setSpacing(10)
        column.addLayout(head)
        column.addWidget(self.area, 1)
        column.addWidget(self.note)
        column.addLayout(self._buttons())
        session.wrote.connect(self._wrote)
        session.failed.connect(self._failed)
        session.progress.connect(self._progress)
        self.drawn.connect(self._show)
        self.fine.connect(self._print)
        self.asked = False
        self._make()

    def _buttons(self) -> QHBoxLayout:
        self.save = QPushButton(say("Save as PDF …"))
        self.save.setProperty("main", True)
        self.save.setEnabled(False)
        self.save.clicked.connect(self._ask)
        self.printed = QPushButton(say("Print …"))
        self.printed.setToolTip(say("On paper, by a printer of this machine"))
        self.printed.setEnabled(False)
        self.printed.clicked.connect(self._ask_printer)
        close = QPushButton(say("Close"))
        close.clicked.connect(self.reject)
        row = QHBoxLayout()
        row.addStretch(1)
        row.addWidget(close)
        row.addWidget(self.printed)
        row.addWidget(self.save)
        return row

    def _make(self) -> None:
        self.asked = True
        self.save.setEnabled(False)
        self.printed.setEnabled(False)
        self._say("The sheet is being drawn …")
        chosen = {
            "letter": float(self.letter.isChecked()),
            "language": float(self.language.currentIndex()),
        }
        figures = {**options_from({}), **chosen}
        self.session.write(Path(self.place.name), self.session.name, ("pdf",), figures)

    def _progress(self, what: str, part: float) -> None:
        if self.asked and what:
            self._say(f"The sheet is being drawn: {what} …")

    def _wrote(self, paths: list[Path]) -> None:
        if not self.asked:
            return
        self.asked = False
        self.file = paths[0]
        future: Future[list[QImage]] = self.pool.submit(_drawn, paths[0])
        future.add_done_callback(self._ready)

    def _ready(self, future: Future[list[QImage]]) -> None:
        """In a thread of the pool."""
        self.drawn.emit(future.result())

    def _show(self, images: list[QImage]) -> None:
        while (item := self.pages.takeAt(0)) is not None:
            if (old := item.widget()) is not None:
                old.deleteLater()
        for number, image in enumerate(images, 1):
            page = QLabel()
            page.setPixmap(QPixmap.fromImage(image))
            page.setAccessibleName(say(f"Page {number} of {len(images)}"))
            page.setStyleSheet(f"border: 1px solid {p.RULE_STRONG};")
            self.pages.addWidget(page)
        self.save.setEnabled(True)
        self.printed.setEnabled(True)
        count = "1 page" if len(images) == 1 else f"{len(images)} pages"
        self._say(f"{count}, as it will be written.")

    def _failed(self, message: str) -> None:
        if self.asked:
            self.asked = False
            self._say(sentence(message), wrong=True)

    def _ask(self) -> None:
        start = str(self.folder / f"{self.session.name}.pdf")
        found, _ = QFileDialog.getSaveFileName(self, say("Proof sheet"), start, PDF)
        if found:
            self.save_as(Path(found))

    def save_as(self, path: Path) -> None:
        """Keep the sheet that is shown."""
        assert self.file is not None
        path = path if path.suffix.lower() == ".pdf" else path.with_name(path.name + ".pdf")
        try:
            source = self.file
            self.session.disk.done(lambda: shutil.copyfile(source, path))
        except OSError as error:
            self._say(f"{path.name} cannot be written: {error.strerror}.", wrong=True)
            return
        self._say(f"Written: {path}")

    def _ask_printer(self) -> None:
        from PySide6.QtPrintSupport import QPrintDialog, QPrinter  # not at every start

        printer = QPrinter(QPrinter.PrinterMode.HighResolution)
        printer.setDocName(say(f"Proof sheet of “{self.session.name}”"))
        size = QPageSize.PageSizeId.Letter if self.letter.isChecked() else QPageSize.PageSizeId.A4
        printer.setPageSize(QPageSize(size))
        if QPrintDialog(printer, self).exec():
            self.print_on(printer)

    def print_on(self, printer: QPrinter) -> None:
        """The sheet that is shown, at its true size; it is drawn finely beside the window first."""
        assert self.file is not None
        self._say("The sheet is being printed …")
        future = self.pool.submit(_drawn, self.file, PRINTED_WIDE)
        future.add_done_callback(lambda done: self.fine.emit(printer, done.result()))

    def _print(self, printer: QPrinter, images: list[QImage]) -> None:
        from PySide6.QtPrintSupport import QPrinter

        printer.setFullPage(True)
        painter = QPainter()
        if not painter.begin(printer):
            self._say("The printer cannot be used.", wrong=True)
            return
        for number, image in enumerate(images):
            if number and not printer.newPage():
                self._say("The printer stopped taking pages.", wrong=True)
                break
            box = printer.paperRect(QPrinter.Unit.DevicePixel)
            painter.drawImage(box, image)
        else:
            self._say(f"Printed: {len(images)} pages.")
        painter.end()

    def _say(self, text: str, wrong: bool = False) -> None:
        self.note.setStyleSheet(f"color: {p.FIX if wrong else p.SECOND_INK};")
        self.note.setText(say(text))

    def done(self, result: int) -> None:
        """Closing forgets what was drawn, and what is still being written."""
        self.asked = False
        self.pool.shutdown(wait=True)
        self.place.cleanup()
        super().done(result)


def _drawn(path: Path, pixels: int = PAGE_WIDE) -> list[QImage]:
    """The pages of a PDF as images, so many pixels wide."""
    import pypdfium2

    document = pypdfium2.PdfDocument(str(path))
    found = []
    for page in document:
        picture = page.render(scale=pixels / page.get_width()).to_pil().convert("RGB")
        data = picture.tobytes()
        wide, high = picture.size
        found.append(QImage(data, wide, high, 3 * wide, QImage.Format.Format_RGB888).copy())
    document.close()
    return found
