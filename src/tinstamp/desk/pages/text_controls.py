"""Controls of a text: its characters, fonts, and what words and letters have of their own."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import cache, partial

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
    QToolButton,
    QWidget,
)

from tinstamp.artwork import fonts
from tinstamp.desk.pages.controls import add_rows, control, put_text
from tinstamp.desk.pages.fields import FieldsPage
from tinstamp.desk.pages.rows import Row, rows_of
from tinstamp.desk.pages.setting_controls import index_of
from tinstamp.desk.words.say import say
from tinstamp.job.model import FontRef, Job, OwnLetter, Path, Text, TextStyle, changed, dotted, get
from tinstamp.job.retext import retexted
from tinstamp.job.values import Value
from tinstamp.plan.art import font_data

SHORTENED = 14
"""characters of some words that are shown"""


@control("text")
def _text(page: FieldsPage, row: Row) -> None:
    def through(job: Job, text: str) -> Job:
        return changed(job, row.path[:-1], retexted(get(job, row.path[:-1]), text))

    put_text(page, row.path, row.label, through).setToolTip(say(row.tip))


@control("font and file")
def _font_and_file(page: FieldsPage, row: Row) -> None:
    file = QToolButton()
    file.setText("…")
    file.setFixedWidth(26)
    file.setStyleSheet("padding: 0;")
    file.setAccessibleName(say("Font from a file"))
    file.setToolTip(
        say("A font from a file: TTF, OTF, TTC, WOFF or WOFF2; it is kept within the job")
    )
    file.clicked.connect(lambda: page.session.wants_file.emit("font"))
    page.bind("font file", file, lambda: None)
    holder = QWidget()
    beside = QHBoxLayout(holder)
    beside.setContentsMargins(0, 0, 0, 0)
    beside.setSpacing(4)
    beside.addWidget(_font_box(page, row), 1)
    beside.addWidget(file)
    page.row(row.label, holder)
    _axes(page, row.path)


@control("font")
def _font(page: FieldsPage, row: Row) -> None:
    page.row(row.label, _font_box(page, row))


def _font_box(page: FieldsPage, row: Row) -> QComboBox:
    """A font of the library, found by a part of its name; drawn in itself."""
    box = QComboBox()
    box.setEditable(True)
    box.setInsertPolicy(QComboBox.InsertPolicy.NoInsert)
    box.setAccessibleName(say("Font"))
    box.setMinimumWidth(60)
    box.setMaxVisibleItems(16)
    _fill_with_fonts(box)
    completer = box.completer()
    assert completer is not None
    completer.setFilterMode(Qt.MatchFlag.MatchContains)
    completer.setCompletionMode(QCompleter.CompletionMode.PopupCompletion)
    line = box.lineEdit()
    assert line is not None

    def renew() -> None:
        ref = get(page.session.job, row.path)
        if ref is not None and not line.hasFocus():
            box.setEditText(f"{ref.family} {ref.style}")
            line.setCursorPosition(0)

    def take(index: int) -> None:
        face = box.itemData(index)
        if face is not None:
            ref = FontRef(family=face.family, style=face.style, index=face.index)
            page.put(row.path, ref, "the font")
            line.clearFocus()
            renew()

    box.activated.connect(take)
    line.editingFinished.connect(renew)
    page.bind(dotted(row.path), box, renew)
    return box


def _fill_with_fonts(box: QComboBox) -> None:
    """Those that ship with the program first, then the system's."""
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


def _axes(page: FieldsPage, path: Path) -> None:
    """What a variable font lets vary."""
    session = page.session
    ref: FontRef = get(session.job, path)
    try:
        plain = ref.model_copy(update={"axes": {}})
        axes = fonts.axes_of(font_data(plain, session.document.fonts))
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
            box.setValue(get(session.job, path).axes.get(axis.tag, axis.usual))
            box.blockSignals(False)

        def take(value: float, axis: fonts.Axis = axis) -> None:
            now = get(session.job, path)
            put = now.model_copy(update={"axes": {**now.axes, axis.tag: value}})
            page.put(path, put, f"the {axis.name.lower()}", f"axis {axis.tag}")

        box.valueChanged.connect(take)
        page.bind(f"axis.{axis.tag}", box, renew)
        page.row(axis.name, box)


# -- what some words and letters have of their own


def own_rows(
    page: FieldsPage, row: Row, held: Sequence[Value], told: Callable[[int], str], what: str
) -> None:
    """The fields of each that has something of its own, under a line that names it (`told`), with
    the way back."""
    for k, own in enumerate(held):
        _own_line(page, partial(told, k), partial(_leave_out, page, row.path, k, what))
        add_rows(page, rows_of(own, (*row.path, k)))


def _own_line(page: FieldsPage, told: Callable[[], str], back: Callable[[], None]) -> None:
    holder = QWidget()
    row = QHBoxLayout(holder)
    row.setContentsMargins(0, 0, 0, 0)
    words = QLabel()
    row.addWidget(words, 1)
    page.bind(f"own {page.form.rowCount()}", words, lambda: words.setText(say(told())))
    button = QPushButton(say("As the rest"))
    button.setToolTip(say("Back to what all letters have"))
    button.clicked.connect(lambda: back())  # whether it is checked is no argument of it
    row.addWidget(button)
    page.form.addRow(holder)


def _leave_out(page: FieldsPage, path: Path, k: int, what: str) -> None:
    """What has something of its own is as the rest again."""
    now = get(page.session.job, path)
    page.put(path, (*now[:k], *now[k + 1 :]), what)


def _text_of(page: FieldsPage, row: Row) -> Text:
    drawn = get(page.session.job, row.path[:-1])
    assert isinstance(drawn, Text)
    return drawn


@control("styled words")
def _styles(page: FieldsPage, row: Row) -> None:
    """Words with a font or size of their own."""

    def told(k: int) -> str:
        drawn = _text_of(page, row)
        if k >= len(drawn.styles):
            return ""
        style = drawn.styles[k]
        words = drawn.text[style.start : style.end].replace("\n", " ")
        return f"“{words if len(words) <= SHORTENED else words[: SHORTENED - 1] + '…'}”"

    own_rows(page, row, _text_of(page, row).styles, told, "a word")
    button = QPushButton(say("Style the selected words"))
    button.setToolTip(say("Select words in the text above: they get a font and size of their own"))

    def take() -> None:
        box = page.by_path[dotted((*row.path[:-1], "text"))]
        assert isinstance(box, QPlainTextEdit)
        drawn, cursor = _text_of(page, row), box.textCursor()
        start, end = cursor.selectionStart(), cursor.selectionEnd()
        if start < end <= len(drawn.text):
            new = TextStyle(start=start, end=end, font=drawn.font)
            page.put(row.path, (*drawn.styles, new), "a word")
        else:
            page.complain("select words in the text first: they get a style of their own")

    button.clicked.connect(take)
    page.bind("styles", button, lambda: None)
    page.row(row.label, button)


@control("letters")
def _letters(page: FieldsPage, row: Row) -> None:
    """Letters with a place and a depth of their own; without one they are as the rest."""
    index = index_of(row)

    def told(k: int) -> str:
        drawn = _text_of(page, row)
        if k >= len(drawn.letters):
            return ""
        at = drawn.letters[k].index
        return f"Letter {at + 1}, “{drawn.text[at : at + 1] or '?'}”"

    own_rows(page, row, _text_of(page, row).letters, told, "a letter")
    box = QComboBox()
    box.setAccessibleName(say("Letter to set by itself"))
    box.setMinimumWidth(60)

    def renew() -> None:
        drawn = _text_of(page, row)
        taken = {own.index for own in drawn.letters}
        box.clear()
        box.addItem(say("choose a letter"), -1)
        for i, letter in enumerate(drawn.text):
            if not letter.isspace() and i not in taken:
                box.addItem(say(f"{i + 1}, “{letter}”"), i)

    def take(at: int) -> None:
        letter = box.itemData(at)
        if letter >= 0:
            now = _text_of(page, row).letters
            depth = page.session.job.stamps[index].relief.depth
            page.put(row.path, (*now, OwnLetter(index=letter, depth=depth)), "a letter")

    box.activated.connect(take)
    page.bind("letters", box, renew)
    page.row(row.label, box)
