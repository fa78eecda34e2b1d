"""Fields of a text: its characters, fonts, sizes, and what words and letters have of their own."""

from __future__ import annotations

from collections.abc import Callable
from functools import cache
from typing import TYPE_CHECKING

from PySide6.QtCore import Qt
from PySide6.QtGui import QFont, QFontDatabase
from PySide6.QtWidgets import (
    QComboBox,
    QCompleter,
    QDoubleSpinBox,
    QHBoxLayout,
    QLabel,
    QPlainTextEdit,
    QPushButton,
    QWidget,
)

from tinstamp.artwork import fonts
from tinstamp.artwork.glyphs import typeface
from tinstamp.engine.flat import font_data
from tinstamp.job.model import FontRef, Job, OwnLetter, Path, Text, TextStyle, changed, get
from tinstamp.job.retext import retexted

if TYPE_CHECKING:
    from tinstamp.desk.artwork_fields import ArtworkFields


class TextFields:
    """Puts a text's fields on a stamp's page."""

    def __init__(self, helper: ArtworkFields) -> None:
        self.helper, self.page, self.session = helper, helper.page, helper.session
        self.index, self.base, self.name = helper.index, helper.base, helper.name

    @property
    def drawn(self) -> Text:
        drawn = self.session.job.stamps[self.index].artwork
        assert isinstance(drawn, Text)
        return drawn

    def add(self) -> None:
        """All of them, in the order of the work."""
        box = self.page.text("Text", (*self.base, "text"), f"the text of “{self.name}”", self._new)
        box.setToolTip("{serial}, or any dimension in braces such as {diameter:.1}, is worked out")
        self._font("Font", (*self.base, "font"))
        file = QPushButton("Font from a file …")
        file.setToolTip("TTF, OTF, TTC, WOFF or WOFF2; it is kept within the job")
        file.clicked.connect(lambda: self.session.wants_file.emit("font"))
        self.page.bind("font file", file, lambda: None)
        self.page.row("", file)
        self._axes((*self.base, "font"))
        if self._single_stroke():
            self.helper.formula("cutter", step=0.1, tip="Width of the lines of this font")
        height = self.page.formula((*self.base, "height"), "mm", f"letter height of “{self.name}”")
        height.line.setToolTip("Also in inches or points: 1/4 in, 12 pt")
        self.page.choice(
            "Measured as",
            (*self.base, "sizing"),
            (("capitals", "Capitals"), ("em", "Font"), ("width", "Width")),
            f"what measures the letters of “{self.name}”",
        )
        self.helper.formula("spacing", step=0.1, tip="Added after each letter")
        self.helper.formula("word_spacing", step=0.1, tip="Added after each space")
        self.page.choice(
            "Lines",
            (*self.base, "align"),
            (("start", "Start"), ("centre", "Centre"), ("end", "End")),
            f"alignment of “{self.name}”",
        )
        self.helper.formula("line_spacing", "×", 0.1)
        self._styles(box)
        self._letters()
        self.helper.yes_no((*self.base, "ligatures"))
        self.helper.turned_over()

    def _new(self, job: Job, text: str) -> Job:
        drawn = job.stamps[self.index].artwork
        assert isinstance(drawn, Text)
        return changed(job, self.base, retexted(drawn, text))

    def _single_stroke(self) -> bool:
        try:
            return any(
                typeface(font_data(ref, self.session.document.fonts)).single_stroke
                for ref in self.drawn.fonts
            )
        except fonts.FontError:
            return False

    def _own(self, told: Callable[[], str], back: Callable[[], None]) -> None:
        """A line that names what has something of its own, with the way back."""
        holder = QWidget()
        row = QHBoxLayout(holder)
        row.setContentsMargins(0, 0, 0, 0)
        words = QLabel()
        row.addWidget(words, 1)
        self.page.bind(f"own {self.page.form.rowCount()}", words, lambda: words.setText(told()))
        button = QPushButton("As the rest")
        button.setToolTip("Back to what all letters have")
        button.clicked.connect(back)
        row.addWidget(button)
        self.page.form.addRow(holder)

    def _leave_out(self, path: Path, k: int, what: str) -> None:
        now = get(self.session.job, path)
        self.page.put(path, (*now[:k], *now[k + 1 :]), what)

    def _words(self, k: int) -> str:
        if k >= len(self.drawn.styles):
            return ""
        style = self.drawn.styles[k]
        words = self.drawn.text[style.start : style.end].replace("\n", " ")
        return f"“{words if len(words) <= 14 else words[:13] + '…'}”"

    def _letter(self, k: int) -> str:
        if k >= len(self.drawn.letters):
            return ""
        at = self.drawn.letters[k].index
        return f"Letter {at + 1}, “{self.drawn.text[at : at + 1] or '?'}”"

    def _styles(self, box: QPlainTextEdit) -> None:
        """Words with a font or size of their own."""
        path: Path = (*self.base, "styles")
        for k in range(len(self.drawn.styles)):
            self._own(
                lambda k=k: self._words(k),  # type: ignore[misc]
                lambda k=k: self._leave_out(path, k, "a word"),  # type: ignore[misc]
            )
            self._font("Font", (*path, k, "font"))
            self.page.formula((*path, k, "size"), "×", f"the size of a word of “{self.name}”", 0.1)
        button = QPushButton("Style the selected words")
        button.setToolTip("Select words in the text above: they get a font and size of their own")

        def take() -> None:
            cursor = box.textCursor()
            start, end = cursor.selectionStart(), cursor.selectionEnd()
            if start < end <= len(self.drawn.text):
                new = TextStyle(start=start, end=end, font=self.drawn.font)
                self.page.put(path, (*self.drawn.styles, new), "a word")
            else:
                self.page.complain("select words in the text first: they get a style of their own")

        button.clicked.connect(take)
        self.page.bind("styles", button, lambda: None)
        self.page.row("Some words", button)

    def _letters(self) -> None:
        """Letters with a place and a depth of their own; without one they are as the rest."""
        drawn = self.drawn
        path: Path = (*self.base, "letters")
        for k, own in enumerate(drawn.letters):
            self._own(
                lambda k=k: self._letter(k),  # type: ignore[misc]
                lambda k=k: self._leave_out(path, k, "a letter"),  # type: ignore[misc]
            )
            for field in ("across", "up"):
                self.page.formula((*path, k, field), "mm", f"a letter of “{self.name}”", 0.1)
            self.helper.yes_no((*path, k, "own_depth"), "Own depth")
            if own.own_depth:
                self.page.formula((*path, k, "depth"), "mm", f"a letter of “{self.name}”", 0.1)
        box = QComboBox()
        box.setAccessibleName("Letter to set by itself")
        box.setMinimumWidth(60)

        def renew() -> None:
            text = self.drawn.text
            taken = {own.index for own in self.drawn.letters}
            box.clear()
            box.addItem("choose a letter", -1)
            for i, letter in enumerate(text):
                if not letter.isspace() and i not in taken:
                    box.addItem(f"{i + 1}, “{letter}”", i)

        def take(at: int) -> None:
            index = box.itemData(at)
            if index >= 0:
                now = self.drawn.letters
                depth = self.session.job.stamps[self.index].relief.depth
                self.page.put(path, (*now, OwnLetter(index=index, depth=depth)), "a letter")

        box.activated.connect(take)
        self.page.bind("letters", box, renew)
        self.page.row("One letter", box)

    def _font(self, label: str, path: Path) -> None:
        """A font of the library, found by a part of its name; drawn in itself."""
        box = QComboBox()
        box.setEditable(True)
        box.setInsertPolicy(QComboBox.InsertPolicy.NoInsert)
        box.setAccessibleName("Font")
        box.setMinimumWidth(60)
        box.setMaxVisibleItems(16)
        faces = list(fonts.shipped())
        ours = len(faces)
        known = {face.name for face in faces}
        faces += [face for face in fonts.system() if face.name not in known]
        for face in faces:
            box.addItem(face.name, face)
            if (shown := _drawn_in(face)) is not None:
                box.setItemData(box.count() - 1, shown, Qt.ItemDataRole.FontRole)
        if len(faces) > ours:
            box.insertSeparator(ours)
        completer = box.completer()
        completer.setFilterMode(Qt.MatchFlag.MatchContains)
        completer.setCompletionMode(QCompleter.CompletionMode.PopupCompletion)

        def renew() -> None:
            ref = get(self.session.job, path)
            if not box.lineEdit().hasFocus():
                box.setEditText(f"{ref.family} {ref.style}")
                box.lineEdit().setCursorPosition(0)

        def take(index: int) -> None:
            face = box.itemData(index)
            if face is not None:
                ref = FontRef(family=face.family, style=face.style, index=face.index)
                self.page.put(path, ref, "the font")
                box.lineEdit().clearFocus()
                renew()

        box.activated.connect(take)
        box.lineEdit().editingFinished.connect(renew)
        self.page.bind(".".join(map(str, path)), box, renew)
        self.page.row(label, box)

    def _axes(self, path: Path) -> None:
        """What a variable font lets vary."""
        ref: FontRef = get(self.session.job, path)
        try:
            axes = fonts.axes_of(font_data(ref.model_copy(update={"axes": {}}),
                                           self.session.document.fonts))  # fmt: skip
        except fonts.FontError:
            return
        for axis in axes:
            box = QDoubleSpinBox()
            box.setRange(axis.least, axis.most)
            box.setDecimals(1)
            box.setSingleStep(max(1.0, (axis.most - axis.least) / 20))
            box.setAccessibleName(axis.name)

            def renew(box: QDoubleSpinBox = box, axis: fonts.Axis = axis) -> None:
                box.blockSignals(True)
                box.setValue(get(self.session.job, path).axes.get(axis.tag, axis.usual))
                box.blockSignals(False)

            def take(value: float, axis: fonts.Axis = axis) -> None:
                now = get(self.session.job, path)
                put = now.model_copy(update={"axes": {**now.axes, axis.tag: value}})
                self.page.put(path, put, f"the {axis.name.lower()}", f"axis {axis.tag}")

            box.valueChanged.connect(take)
            self.page.bind(f"axis.{axis.tag}", box, renew)
            self.page.row(axis.name, box)


@cache
def _drawn_in(face: fonts.FontFace) -> QFont | None:
    """A font to show a name of the list in; None when the window system lacks it."""
    family = face.family
    if face.shipped:
        number = QFontDatabase.addApplicationFont(str(face.path))
        families = QFontDatabase.applicationFontFamilies(number)
        if not families:
            return None
        family = families[0]
    font = QFontDatabase.font(family, face.style, 12)
    font.setPixelSize(14)
    return font
