"""Fields of a stamp's artwork: text, logo, shape; and the border round it."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtWidgets import QLabel, QPushButton

from tinstamp.desk import palette as p
from tinstamp.desk.fields import Choice, FieldsPage
from tinstamp.desk.mending_dialog import MendingDialog
from tinstamp.desk.style import type_at
from tinstamp.desk.text_fields import TextFields
from tinstamp.job.formula import LENGTHS
from tinstamp.job.labels import LABELS
from tinstamp.job.model import (
    Job,
    Logo,
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
            TextFields(self).add()
        elif isinstance(stamp.artwork, Logo):
            self._logo(stamp.artwork)
        else:
            self._shape(stamp.artwork)
        self._border()

    def formula(self, field: str, unit: str = "mm", step: float = 0.5, tip: str = "") -> None:
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

    def turned_over(self) -> None:
        """In a mirror, or upside down."""
        self.yes_no((*self.base, "mirrored"), tip="As in a mirror: for dies and moulds")
        self.yes_no((*self.base, "upside_down"), tip="To be read from the other side")

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
        look = QPushButton("Before and after …")
        look.setToolTip("The drawing as it came, and as it is cleaned up")
        look.clicked.connect(self._show_mending)
        self.page.bind("mending", look, lambda: look.setEnabled(self._has_lines()))
        self.page.row("", look)
        self.page.choice(
            "Size from",
            (*self.base, "given"),
            (("file", "File"), ("width", "Width"), ("height", "Height")),
            f"what gives the size of “{self.name}”",
        )
        if "size" not in logo.idle:
            self.formula("size")
        if logo.format == "dxf":
            self.page.pick("Unit", (*self.base, "unit"), self._units, f"the unit of “{self.name}”")
            self.formula("join", step=0.01, tip="Ends nearer than this are joined")
            self.formula("stroke", step=0.1, tip="The width that open lines get; 0 leaves them out")
        if "threshold" not in logo.idle:
            self.formula("threshold", "", 0.05, "What is darker than this part of white is ink")
        self.formula("speck", step=0.01, tip="Outlines smaller than this are left out")
        self.formula("reduce", step=0.01, tip="How far outlines may move to need fewer points")
        self.turned_over()

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

    def _has_lines(self) -> bool:
        shown = self.page.artwork_of(self.index)
        return shown is not None and shown.mended is not None

    def _show_mending(self) -> None:
        shown = self.page.artwork_of(self.index)
        if shown is not None and shown.mended is not None:
            MendingDialog(shown, self.name, self.page.window()).exec()

    def _mended(self) -> str:
        """What the file says and what became of its outlines."""
        shown = self.page.artwork_of(self.index)
        if shown is None or shown.mended is None:
            return ""
        m = shown.mended
        told = f"{m.natural[0]:.2f} × {m.natural[1]:.2f} mm in the file. {m.before} pieces"
        if m.after != m.before:
            told += f", now {m.after}, moved {m.deviation:.4f} mm at most"
        for count, what in (
            (m.specks, "specks left out"),
            (m.doubles, "drawn twice, taken once"),
            (m.joined, "ends joined"),
            (len(m.crossings), "crossings parted"),
        ):
            told += f"; {count} {what}" if count else ""
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
                self.formula(field, unit, step, tip)

    def _border(self) -> None:
        path: Path = ("stamps", self.index, "border")
        self.yes_no((*path, "on"), "Border", "A line round the artwork")
        if self.session.job.stamps[self.index].border.on:
            for field in ("gap", "line", "corner"):
                self.page.formula((*path, field), "mm", f"border of “{self.name}”")


def with_logo(job: Job, index: int, logo: Logo) -> Job:
    """The job with stamp `index` showing a logo."""
    return changed(job, ("stamps", index, "artwork"), logo)
