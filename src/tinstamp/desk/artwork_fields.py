"""Fields of a stamp's artwork: text, logo, shape; and the border round it."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtWidgets import QComboBox, QCompleter, QLabel, QPushButton

from tinstamp.artwork import fonts
from tinstamp.desk import palette as p
from tinstamp.desk.fields import Choice, FieldsPage
from tinstamp.desk.style import type_at
from tinstamp.job.labels import LABELS
from tinstamp.job.model import FontRef, Job, Logo, Path, Shape, Text, changed, dotted, get

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
        self.yes_no((*self.base, "ligatures"))
        self.yes_no((*self.base, "mirrored"), tip="As in a mirror: for dies and moulds")

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
        if len(faces) > ours:
            box.insertSeparator(ours)
        completer = box.completer()
        completer.setFilterMode(_contains())
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
            options = (("mm", "mm"), ("cm", "cm"), ("m", "m"), ("in", "inches"), ("ft", "feet"))
            self.page.pick(
                "Unit", (*self.base, "unit"), lambda: options, f"the unit of “{self.name}”"
            )
            self._formula("join", step=0.01, tip="Ends nearer than this are joined")
            self._formula(
                "stroke", step=0.1, tip="The width that open lines get; 0 leaves them out"
            )
        if "threshold" not in logo.idle:
            self._formula("threshold", "", 0.05, "What is darker than this part of white is ink")
        self._formula("speck", step=0.01, tip="Outlines smaller than this are left out")
        self._formula("reduce", step=0.01, tip="How far outlines may move to need fewer points")
        self.yes_no((*self.base, "mirrored"), tip="As in a mirror: for dies and moulds")

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


def _contains():  # type: ignore[no-untyped-def]
    from PySide6.QtCore import Qt

    return Qt.MatchFlag.MatchContains


def with_logo(job: Job, index: int, logo: Logo) -> Job:
    """The job with stamp `index` showing a logo."""
    return changed(job, ("stamps", index, "artwork"), logo)
