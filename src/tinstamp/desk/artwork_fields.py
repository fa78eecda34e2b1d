"""Fields of a stamp's artwork: text, logo, shape; and the border round it."""

from __future__ import annotations

from collections.abc import Callable
from functools import cache

from PySide6.QtCore import Qt
from PySide6.QtGui import QFont, QFontDatabase
from PySide6.QtWidgets import (
    QComboBox,
    QCompleter,
    QDoubleSpinBox,
    QHBoxLayout,
    QLabel,
    QPushButton,
    QWidget,
)

from tinstamp.artwork import fonts
from tinstamp.desk import palette as p
from tinstamp.desk.fields import Choice, FieldsPage
from tinstamp.desk.style import type_at
from tinstamp.engine.flat import font_data
from tinstamp.job.formula import LENGTHS
from tinstamp.job.labels import LABELS
from tinstamp.job.model import (
    FontRef,
    Job,
    Logo,
    OwnLetter,
    Path,
    Shape,
    Text,
    changed,
    dotted,
    get,
)

Draw = Callable[[], object]


class ArtworkFields:
    """Puts the artwork's fields on a stamp's page."""

    def __init__(self, page: FieldsPage, index: int, ask_file: Callable[[], None]) -> None:
        self.page, self.session, self.index = page, page.session, index
        self.base: Path = ("stamps", index, "artwork")
        stamp = self.session.job.stamps[index]
        self.name = stamp.name
        self.ask_file = ask_file
        if isinstance(stamp.artwork, Text):
            self._text()
        elif isinstance(stamp.artwork, Logo):
            self._logo(stamp.artwork)
        else:
            self._shape(stamp.artwork)
        self._border()

    def _formula(self, field: str, unit: str = "mm", step: float = 0.5, tip: str = "") -> None:
        made = self.page.formula((*self.base, field), unit, f"{field} of “{self.name}”", step)
        made.line.setToolTip(tip)

    def yes_no(self, path: Path, label: str = "", tip: str = "") -> None:
        """A field that is on or off, as two words."""
        words = label or LABELS[str(path[-1])]
        choice = Choice(words, (("no", "No"), ("yes", "Yes")))
        choice.setToolTip(tip)
        choice.group.idClicked.connect(lambda i: self.page.put(path, i == 1, words.lower()))
        self.page.bind(
            dotted(path),
            choice,
            lambda: choice.show_key("yes" if get(self.session.job, path) else "no"),
        )
        self.page.row(words, choice)

    # -- text

    def _text(self) -> None:
        box = self.page.text("Text", (*self.base, "text"), f"the text of “{self.name}”")
        box.setToolTip("{serial}, or any dimension in braces such as {diameter:.1}, is worked out")
        self._font()
        height = self.page.formula((*self.base, "height"), "mm", f"letter height of “{self.name}”")
        height.line.setToolTip("Also in inches or points: 1/4 in, 12 pt")
        self.page.choice(
            "Measured as",
            (*self.base, "sizing"),
            (("capitals", "Capitals"), ("em", "Font"), ("width", "Width")),
            f"what measures the letters of “{self.name}”",
        )
        self._formula("spacing", step=0.1, tip="Added after each letter")
        self._formula("word_spacing", step=0.1, tip="Added after each space")
        self.page.choice(
            "Lines",
            (*self.base, "align"),
            (("start", "Start"), ("centre", "Centre"), ("end", "End")),
            f"alignment of “{self.name}”",
        )
        self._formula("line_spacing", "×", 0.1)
        self._letters()
        self.yes_no((*self.base, "ligatures"))
        self.yes_no((*self.base, "mirrored"), tip="As in a mirror: for dies and moulds")

    def _letters(self) -> None:
        """Letters with a place and a depth of their own; without one they are as the rest."""
        drawn = self.session.job.stamps[self.index].artwork
        path: Path = (*self.base, "letters")
        for k, own in enumerate(drawn.letters):
            letter = drawn.text[own.index] if own.index < len(drawn.text) else "?"
            row = QHBoxLayout()
            row.addWidget(QLabel(f"Letter {own.index + 1}, “{letter}”"), 1)
            back = QPushButton("As the rest")
            back.setToolTip("Back to the common place and depth")
            left = (*drawn.letters[:k], *drawn.letters[k + 1 :])
            back.clicked.connect(lambda _=False, v=left: self.page.put(path, v, "a letter"))
            row.addWidget(back)
            holder = QWidget()
            holder.setLayout(row)
            row.setContentsMargins(0, 0, 0, 0)
            self.page.form.addRow(holder)
            for field in ("across", "up"):
                self.page.formula((*path, k, field), "mm", f"a letter of “{self.name}”", 0.1)
            self.yes_no((*path, k, "own_depth"), "Own depth")
            if own.own_depth:
                self.page.formula((*path, k, "depth"), "mm", f"a letter of “{self.name}”", 0.1)
        box = QComboBox()
        box.setAccessibleName("Letter to set by itself")
        box.setMinimumWidth(60)

        def renew() -> None:
            text = self.session.job.stamps[self.index].artwork.text
            taken = {own.index for own in self.session.job.stamps[self.index].artwork.letters}
            box.clear()
            box.addItem("choose a letter", -1)
            for i, letter in enumerate(text):
                if not letter.isspace() and i not in taken:
                    box.addItem(f"{i + 1}, “{letter}”", i)

        def take(at: int) -> None:
            index = box.itemData(at)
            if index >= 0:
                now = self.session.job.stamps[self.index].artwork.letters
                depth = self.session.job.stamps[self.index].relief.depth
                self.page.put(path, (*now, OwnLetter(index=index, depth=depth)), "a letter")

        box.activated.connect(take)
        self.page.bind("letters", box, renew)
        self.page.row("One letter", box)

    def _font(self) -> None:
        path = (*self.base, "font")
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
        self.page.bind("font", box, renew)
        self.page.row("Font", box)
        file = QPushButton("Font from a file …")
        file.setToolTip("TTF, OTF, TTC, WOFF or WOFF2; it is kept within the job")
        file.clicked.connect(lambda: self.session.wants_file.emit("font"))
        self.page.bind("font file", file, lambda: None)
        self.page.row("", file)
        self._axes(path)

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

    # -- logo

    def _logo(self, logo: Logo) -> None:
        button = QPushButton(logo.file or "Choose a file …")
        button.setToolTip("SVG, DXF, PNG or JPEG")
        button.clicked.connect(self.ask_file)
        self.page.bind("file", button, lambda: None)
        self.page.row("File", button)
        told = QLabel()
        told.setWordWrap(True)
        told.setFont(type_at(p.SMALL))
        told.setProperty("role", "second")
        self.page.bind("mended", told, lambda: told.setText(self._mended()))
        self.page.row("", told)
        self.page.choice(
            "Size from",
            (*self.base, "given"),
            (("file", "File"), ("width", "Width"), ("height", "Height")),
            f"what gives the size of “{self.name}”",
        )
        if "size" not in logo.idle:
            self._formula("size")
        if logo.format == "dxf":
            self.page.pick("Unit", (*self.base, "unit"), self._units, f"the unit of “{self.name}”")
            self._formula("join", step=0.01, tip="Ends nearer than this are joined")
            self._formula(
                "stroke", step=0.1, tip="The width that open lines get; 0 leaves them out"
            )
        if "threshold" not in logo.idle:
            self._formula("threshold", "", 0.05, "What is darker than this part of white is ink")
        self._formula("speck", step=0.01, tip="Outlines smaller than this are left out")
        self._formula("reduce", step=0.01, tip="How far outlines may move to need fewer points")
        self.yes_no((*self.base, "mirrored"), tip="As in a mirror: for dies and moulds")

    def _units(self) -> list[tuple[str, str]]:
        """Units for a file that names none, each with the size that it would give."""
        now = self.session.job.stamps[self.index].artwork.unit
        shown = self.page.artwork_of(self.index)
        words = []
        for unit in ("mm", "cm", "m", "in", "ft"):
            told = unit
            if shown is not None and shown.mended is not None:
                w, h = (v * LENGTHS[unit] / LENGTHS[now] for v in shown.mended.natural)
                told = f"{unit}: {w:.5g} × {h:.5g} mm"
            words.append((unit, told))
        return words

    def _mended(self) -> str:
        """What the file says and what became of its outlines."""
        shown = self.page.artwork_of(self.index)
        if shown is None or shown.mended is None:
            return ""
        m = shown.mended
        told = f"{m.natural[0]:.2f} × {m.natural[1]:.2f} mm in the file. {m.before} pieces"
        if m.after != m.before:
            told += f", now {m.after}, moved {m.deviation:.4f} mm at most"
        if m.specks:
            told += f"; {m.specks} specks left out"
        return told

    # -- shape and border

    def _shape(self, shape: Shape) -> None:
        words = (
            ("line", "line"),
            ("rectangle", "rectangle"),
            ("circle", "circle"),
            ("polygon", "polygon"),
        )
        self.page.pick("Shape", (*self.base, "shape"), lambda: words, f"the shape of “{self.name}”")
        for field in ("wide", "high", "corner", "sides", "line"):
            if field not in shape.idle:
                tip = "Width of the outline; 0 fills the shape" if field == "line" else ""
                unit, step = ("", 1.0) if field == "sides" else ("mm", 0.5)
                self._formula(field, unit, step, tip)

    def _border(self) -> None:
        path: Path = ("stamps", self.index, "border")
        self.yes_no((*path, "on"), "Border", "A line round the artwork")
        if self.session.job.stamps[self.index].border.on:
            for field in ("gap", "line", "corner"):
                self.page.formula((*path, field), "mm", f"border of “{self.name}”")


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


def with_logo(job: Job, index: int, logo: Logo) -> Job:
    """The job with stamp `index` showing a logo."""
    return changed(job, ("stamps", index, "artwork"), logo)
