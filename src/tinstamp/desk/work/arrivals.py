"""What comes from outside by the hand: files dropped on the window, stamps and text pasted."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import replace
from pathlib import Path
from typing import Protocol

from PySide6.QtCore import QMimeData, QObject, QPoint
from PySide6.QtGui import QCursor, QGuiApplication
from PySide6.QtWidgets import QInputDialog, QMenu, QWidget

from tinstamp.artwork.svg_out import as_svg
from tinstamp.desk.words.say import say
from tinstamp.desk.work.copying import with_stamp
from tinstamp.desk.work.new_stamp import first_place
from tinstamp.desk.work.part_files import PartFiles
from tinstamp.desk.work.session import Session
from tinstamp.desk.work.stamp_drag import StampDrag
from tinstamp.job import stamp_shelf
from tinstamp.job.archive import ArchiveError, Document, dump, load
from tinstamp.job.edit_stamps import free_name
from tinstamp.job.features import Imported
from tinstamp.job.model import LONGEST_TEXT, Dimension, Drawn, Job, Text
from tinstamp.job.stamp_shelf import stamp_alone
from tinstamp.words.sentence import sentence

PICTURE = "image/svg+xml"
"""A drawing on the clipboard."""
STAMP = "application/x-tinstamp-stamp"
"""A stamp on the clipboard: a job of that stamp alone, with its fonts and its logo."""
KINDS: Mapping[str, str] = {
    ".tinstamp": "job", ".step": "part", ".stp": "part", ".svg": "logo", ".dxf": "logo",
    ".png": "logo", ".jpg": "logo", ".jpeg": "logo", ".ttf": "font", ".otf": "font",
    ".ttc": "font", ".otc": "font", ".woff": "font", ".woff2": "font",
}  # fmt: skip
"""What a file is taken for, by its ending."""
MOST_FILES = 20
"""files that are taken at once"""


class Desk(Protocol):
    """What arrivals need of the window."""

    part_files: PartFiles
    drag: StampDrag

    def open_job(self, path: Path) -> None:
        """Open a job in place of this one."""

    def open_part(self, path: Path) -> None:
        """Begin a job with a part."""

    def add_stamp(self, artwork: Drawn | None = None, wish: str = "Stamp") -> bool:
        """A new stamp on the chosen face."""


class Arrivals(QObject):
    """Takes what was dropped or pasted, or tells why it cannot."""

    def __init__(self, session: Session, desk: Desk, window: QWidget) -> None:
        super().__init__(window)
        self.session, self.desk, self.window_ = session, desk, window
        self.files = desk.part_files

    # -- dropped

    def would_take(self, mime: QMimeData) -> bool:
        """True for something that can be dropped."""
        return bool(_paths(mime)) or mime.hasFormat(STAMP)

    def take(self, mime: QMimeData) -> None:
        """Take what was dropped or pasted: files, a stamp, or text."""
        paths = _paths(mime)
        if paths:
            for path in paths[:MOST_FILES]:
                self._file(path)
        elif mime.hasFormat(STAMP):
            self._stamp(bytes(mime.data(STAMP).data()))
        elif mime.hasFormat(PICTURE):
            self.files.paste_logo(bytes(mime.data(PICTURE).data()))
        elif mime.hasText() and mime.text().strip():
            self.desk.add_stamp(Text(text=mime.text().strip()[:LONGEST_TEXT]), "Stamp")

    def _file(self, path: Path) -> None:
        kind = KINDS.get(path.suffix.lower())
        if kind == "job":
            self.desk.open_job(path)
        elif kind == "part":
            self._part(path)
        elif kind == "logo":
            self.files.open(path, "new logo")
        elif kind == "font":
            chosen = self.session.selected
            if chosen < 0 or not isinstance(self.session.job.stamps[chosen].artwork, Text):
                self._tell(f"{path.name}: choose a text first, which is to be set in this font")
            else:
                self.files.open(path, "font")
        else:
            self._tell(f"{path.name} is no job, part, logo, picture or font")

    def _part(self, path: Path) -> None:
        """What a part is for is asked where it was dropped."""
        menu = QMenu(self.window_)
        features, at = self.session.job.blank.features, self.session.feature
        renewed = features[at] if at < len(features) else None
        if isinstance(renewed, Imported):
            menu.addAction(
                say(f"In place of “{renewed.name}”"), lambda: self.files.open(path, "renew")
            )
        menu.addAction(say("As a new job"), lambda: self.desk.open_part(path))
        menu.addAction(say("Joined to this part"), lambda: self.files.open(path, "join"))
        menu.addAction(say("Cut from this part"), lambda: self.files.open(path, "cut"))
        menu.popup(QCursor.pos() if self.window_.underMouse() else self._middle())

    def _middle(self) -> QPoint:
        return self.window_.mapToGlobal(self.window_.rect().center())

    # -- copied and pasted

    def copy(self) -> None:
        """The chosen stamp to the clipboard, with its fonts and its logo."""
        index = self.session.selected
        if index < 0:
            return
        alone = stamp_alone(self.session.document, index)
        mime = QMimeData()
        mime.setData(STAMP, dump(alone))
        drawn = self.desk.drag.preview
        if drawn is not None and drawn.artwork.regions:
            mime.setData(PICTURE, as_svg(drawn.artwork.regions).encode())
        artwork = alone.job.stamps[0].artwork
        if isinstance(artwork, Text):
            mime.setText(artwork.text)
        QGuiApplication.clipboard().setMimeData(mime)

    def shelve(self) -> None:
        """Keep the chosen stamp on the shelf, to use it again on other parts."""
        index = self.session.selected
        if index < 0:
            return
        name, given = QInputDialog.getText(
            self.window_, say("Put the stamp on the shelf"), say("Name"),
            text=self.session.job.stamps[index].name,
        )  # fmt: skip
        if not given:
            return
        try:
            stamp_shelf.put(stamp_alone(self.session.document, index), name)
        except ArchiveError as error:
            self._tell(str(error))

    def from_shelf(self, name: str) -> None:
        """A stamp of the shelf as a new one on the chosen face."""
        try:
            held = stamp_shelf.take(name)
        except ArchiveError as error:
            self._tell(str(error))
            return
        self._put(held, f"add “{name}”", where_it_was=False)

    def fill_shelf(self, menu: QMenu) -> None:
        """What is on the shelf of stamps."""
        menu.clear()
        for name in stamp_shelf.kept():
            menu.addAction(name, lambda n=name: self.from_shelf(n))
        if menu.isEmpty():
            empty = menu.addAction(say("The shelf is empty"), lambda: None)
            empty.setEnabled(False)

    def paste(self) -> None:
        """What the clipboard holds."""
        self.take(QGuiApplication.clipboard().mimeData())

    def _stamp(self, data: bytes) -> None:
        try:
            held = load(data, "what was copied")
        except ArchiveError as error:
            self._tell(str(error))
            return
        if not held.job.stamps:
            self._tell("what was copied holds no stamp")
            return
        self._put(held, f"paste “{held.job.stamps[0].name}”")

    def _put(self, held: Document, label: str, where_it_was: bool = True) -> None:
        """A stamp by itself onto this part: where it was, or on the chosen face. A dimension that
        its formulas use and the job lacks comes with it."""
        job, stamp = self.session.job, held.job.stamps[0]
        setting = stamp.setting
        if not where_it_was or setting.face not in self.session.kinds:
            found = first_place(self.session, self.desk.drag)
            if found is None:
                self._tell("there is no face for this stamp")
                return
            place = {name: getattr(found[0], name) for name in ("face", "across", "up")}
            setting = setting.model_copy(update=place)
        named = {"name": free_name(job, stamp.name), "setting": setting, "alike": ""}
        job = job.model_copy(update={"dimensions": _with_missing(job, held.job)})
        now = self.session.document
        fonts, logos = {**now.fonts, **held.fonts}, {**now.logos, **held.logos}
        here = replace(now, job=job, fonts=fonts, logos=logos)
        job = with_stamp(here, self.desk.drag, stamp.model_copy(update=named))
        if self.session.take(job, label, fonts=held.fonts, logos=held.logos):
            self.session.select(len(job.stamps) - 1)

    def _tell(self, words: str) -> None:
        self.session.failed.emit(sentence(words))


def _with_missing(job: Job, other: Job) -> tuple[Dimension, ...]:
    """A job's dimensions, and those that formulas of the other's stamp use and it lacks."""
    known = {dimension.name for dimension in job.dimensions}
    wanted, used = [other.stamps[0].model_dump_json()], []
    for dimension in reversed(other.dimensions):  # each may use those before it
        if dimension.name in known:
            continue
        if any(re.search(rf"\b{re.escape(dimension.name)}\b", text) for text in wanted):
            used.append(dimension)
            wanted.append(dimension.formula)
    return (*job.dimensions, *reversed(used))


def _paths(mime: QMimeData) -> list[Path]:
    """The files of a drop that lie on this machine."""
    return [Path(url.toLocalFile()) for url in mime.urls() if url.isLocalFile()]
