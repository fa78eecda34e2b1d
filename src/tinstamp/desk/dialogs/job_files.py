"""Jobs as files: new, opened, saved, written for the maker, with what has to be asked."""

from __future__ import annotations

import html
import sys
from collections.abc import Mapping
from pathlib import Path
from typing import Any

from PySide6.QtCore import QProcess, QSettings
from PySide6.QtGui import QAction
from PySide6.QtWidgets import QFileDialog, QInputDialog, QMenu, QMessageBox, QProxyStyle, QStyle

from tinstamp.desk.dialogs.export_dialog import ExportDialog
from tinstamp.desk.dialogs.series_dialog import SeriesDialog
from tinstamp.desk.dialogs.sheet_dialog import SheetDialog
from tinstamp.desk.dialogs.shop_dialog import ShopDialog
from tinstamp.desk.dialogs.start_page import StartPage
from tinstamp.desk.look.marks import mark_icon
from tinstamp.desk.look.pixels import as_png
from tinstamp.desk.words.say import say
from tinstamp.desk.work import recent_pictures
from tinstamp.desk.work.demo import DEMOS
from tinstamp.desk.work.documents import new_job
from tinstamp.desk.work.overrides import overrides
from tinstamp.desk.work.recent import RecentFiles
from tinstamp.desk.work.session import Session
from tinstamp.desk.work.timer import after
from tinstamp.job import shelf
from tinstamp.job.archive import ENDING, ArchiveError, ChangedSince, Document, stem_of
from tinstamp.job.disk import write_atomically
from tinstamp.job.shelf import ShelfItem

DRAWN_AFTER = 700
"""ms from a part that is checked to its small picture"""


class JobFiles:
    """The files of one window's session."""

    def __init__(self, window: Any, session: Session, settings: QSettings) -> None:
        self.window_, self.session, self.settings = window, session, settings
        self.recent = RecentFiles(settings)
        self._large = LargeIcons()
        # the part is drawn finely a while after it was checked
        self._picture_soon = after(window, DRAWN_AFTER, self._keep_picture)
        session.report_changed.connect(self._picture_soon.start)

    def _keep_picture(self) -> None:
        """A small picture of the part for the list of recent jobs, once it is checked."""
        path, image = self.session.path, self.window_.part.image
        if path is None or path in DEMOS.values() or self.session.report is None:
            return
        if not self.window_.isVisible():  # closed meanwhile: nothing is written any more
            return
        settled = not (self.session.unsaved or self.session.building or self.session.stale)
        if image is not None and not image.isNull() and settled:
            taken, listed = image.copy(), self.recent.paths()
            self.session.disk.begin(lambda: recent_pictures.keep(taken, path, listed))

    def new(self) -> None:
        if self.may_leave():
            self.session.begin(Document(new_job()), None)

    def new_window(self) -> None:
        """Another window of the program, in a process of its own."""
        if not QProcess.startDetached(sys.executable, ["-m", "tinstamp", "desk"])[0]:
            self.session.failed.emit("Another window could not be started")

    def new_from_step(self) -> None:
        """A new job whose blank is a part from a STEP file."""
        if self.may_leave():
            self.window_.part_files.ask("new")

    def new_from(self, path: Path) -> None:
        """A new job whose blank is that part."""
        if self.may_leave():
            self.window_.part_files.open(path, "new")

    def take_from_shelf(self, item: ShelfItem) -> None:
        """A new job with a blank from the shelf."""
        if not self.may_leave():
            return
        try:
            self.session.begin(item.take(), None)
        except ArchiveError as error:
            self.window_.complain("This blank cannot be taken", error)

    def put_on_shelf(self) -> None:
        """Keep the unmarked part to use again."""
        start = self.session.job.blank.features[0].name
        name, given = QInputDialog.getText(
            self.window_, say("Put the blank on the shelf"), say("Name"), text=start
        )
        if not given:
            return
        try:
            shelf.put(self.session.document, name)
        except ArchiveError as error:
            self.window_.complain("The blank cannot be put on the shelf", error)

    def fill_shelf(self, menu: QMenu, actions: Mapping[str, QAction]) -> None:
        """What a new job may begin with."""
        menu.clear()
        menu.addAction(actions["new"])
        menu.addAction(actions["step"])
        groups = (("Your shelf", shelf.own()), ("The lantern's parts", shelf.lantern()),
                  ("Plain shapes", shelf.plain()))  # fmt: skip
        for title, items in groups:
            if items:
                menu.addSeparator()
                _entry(menu, title).setEnabled(False)
            for item in items:
                action = _entry(menu, item.name)
                action.triggered.connect(lambda _=False, i=item: self.take_from_shelf(i))

    def ask_open(self) -> None:
        folder = str(self.session.path.parent if self.session.path else Path.home())
        path, _ = QFileDialog.getOpenFileName(
            self.window_,
            say("Open a job"),
            folder,
            f"Tin Stamp jobs (*{ENDING})",
        )
        if path:
            self.open(Path(path))

    def open(self, path: Path) -> bool:
        """Open a file; on trouble say so and leave everything as it was."""
        if not self.may_leave():
            return False
        try:
            self.session.open(path)
        except ArchiveError as error:
            self.window_.complain("This job cannot be opened", error)
            return False
        self.recent.remember(path)
        if self.session.file.elsewhere:
            told = ValueError(
                "Another window of Tin Stamp has it open. What is saved there and what is saved "
                "here replace one another"
            )
            self.window_.complain("This job is open elsewhere", told)
        return True

    def show_start(self) -> None:
        """The start page, over the window."""
        self.start = StartPage(self.window_)
        self.start.demo.connect(self.open_demo)
        self.start.fresh.connect(self.new)
        self.start.file.connect(self.ask_open)
        self.start.news.connect(lambda: self.window_.guide("What is new"))
        self.start.open()

    def open_demo(self, path: Path) -> None:
        """Open a demo as a job of one's own: saving asks for a place."""
        if self.open(path):
            self.recent.forget(path)

    def save(self) -> bool:
        if self.session.path is None or self.session.path in DEMOS.values():
            return self.save_as()
        return self._save_to(self.session.path)

    def save_as(self) -> bool:
        start = Path.home() / f"{self.session.name}{ENDING}"
        if self.session.path is not None and self.session.path not in DEMOS.values():
            start = self.session.path
        path, _ = QFileDialog.getSaveFileName(
            self.window_,
            say("Save the job"),
            str(start),
            f"Tin Stamp jobs (*{ENDING})",
        )
        if not path:
            return False
        chosen = Path(path)
        return self._save_to(chosen if chosen.suffix == ENDING else Path(f"{path}{ENDING}"))

    def _save_to(self, path: Path) -> bool:
        try:
            self.session.save(path)
        except ChangedSince as error:
            return self._save_over(path, error)
        except ArchiveError as error:
            self.window_.complain("The job could not be saved", error)
            return False
        self.recent.remember(path)
        return True

    def _save_over(self, path: Path, error: ChangedSince) -> bool:
        """Ask what becomes of a file that somebody else has changed."""
        box = QMessageBox(self.window_)
        box.setWindowTitle(say("The file has changed"))
        box.setIconPixmap(mark_icon("look").pixmap(32, 32))
        box.setText(say(f"<b>{html.escape(str(error))}.</b>"))
        box.setInformativeText(
            say(
                "Saving here replaces what the other program wrote; that stays as the version "
                "before."
            )
        )
        over = box.addButton("Replace it", QMessageBox.ButtonRole.DestructiveRole)
        other = box.addButton("Save under another name …", QMessageBox.ButtonRole.AcceptRole)
        box.addButton("Do not save", QMessageBox.ButtonRole.RejectRole)
        box.setDefaultButton(other)
        box.exec()
        chosen = box.clickedButton()
        box.deleteLater()
        if chosen is other:
            return self.save_as()
        if chosen is not over:
            return False
        try:
            self.session.save(path, even_so=True)
        except ArchiveError as trouble:
            self.window_.complain("The job could not be saved", trouble)
            return False
        return True

    def write(self) -> None:
        dialog = ExportDialog(self.session, self._usual_folder(), self.window_)
        dialog.exec()
        self.settings.setValue("folder", dialog.folder.text())
        dialog.deleteLater()

    def _usual_folder(self) -> Path:
        """Where files went last, or where the job lies."""
        kept = self.settings.value("folder", "")
        at = self.session.path.parent if self.session.path else Path.home()
        return Path(str(kept)) if kept else at

    def proof_sheet(self) -> None:
        """Show the sheet to sign."""
        dialog = SheetDialog(self.session, self._usual_folder(), self.window_)
        dialog.exec()
        dialog.deleteLater()

    def series(self) -> None:
        """Make many parts of the job."""
        dialog = SeriesDialog(self.session, self._usual_folder(), self.window_)
        dialog.exec()
        dialog.deleteLater()

    def shop(self) -> None:
        """Send the part to a machine."""
        dialog = ShopDialog(self.session, self.window_)
        dialog.exec()
        dialog.deleteLater()

    def picture(self) -> None:
        """Save the part as it is seen."""
        start = str(self._usual_folder() / f"{self.session.name}.png")
        found, _ = QFileDialog.getSaveFileName(
            self.window_, say("Save a picture"), start, "Pictures (*.png)"
        )
        if found:
            self.save_picture(Path(found))

    def save_picture(self, path: Path) -> None:
        """The part as it is seen, at twice the pixels of the screen."""
        path = path if path.suffix.lower() == ".png" else path.with_name(path.name + ".png")
        image = self.window_.part.seen(2)
        try:
            self.session.disk.done(lambda: write_atomically(path, as_png(image)))
        except OSError as error:
            self.session.failed.emit(f"{path.name} cannot be written: {error.strerror}")

    def may_leave(self) -> bool:
        """True when nothing unsaved is lost, or the designer says it may be."""
        if not self.session.unsaved:
            return True
        buttons = QMessageBox.StandardButton
        answer = QMessageBox.question(
            self.window_,
            say("Unsaved changes"),
            say(f"Save the changes to “{self.session.name}” first?"),
            buttons.Save | buttons.Discard | buttons.Cancel,
            buttons.Save,
        )
        if answer == buttons.Save:
            return self.save()
        return answer == buttons.Discard

    def fill_recent(self, menu: QMenu, actions: Mapping[str, QAction]) -> None:
        """Jobs that were open lately, and the demos."""
        menu.clear()
        menu.setStyle(self._large)
        menu.addAction(actions["open"])
        menu.addSeparator()
        for path in self.recent.paths():
            action = _entry(menu, stem_of(path))
            action.setToolTip(str(path).encode("utf-8", "replace").decode())
            action.setIcon(recent_pictures.icon_of(path))
            action.setIconVisibleInMenu(True)
            action.triggered.connect(lambda _=False, q=path: self.open(q))
        if not self.recent.paths():
            _entry(menu, "no recent jobs").setEnabled(False)
        menu.addSeparator()
        menu.addAction(say("Start page …"), self.show_start)
        for name, path in DEMOS.items():
            action = _entry(menu, f"Demo, {name}")
            action.setEnabled(path.exists())
            action.triggered.connect(lambda _=False, q=path: self.open_demo(q))


@overrides
class LargeIcons(QProxyStyle):
    """Menus whose pictures are large enough to know a part by."""

    def pixelMetric(self, metric: QStyle.PixelMetric, *rest: Any) -> int:
        """As usual, but for the size of a menu's pictures, px."""
        if metric == QStyle.PixelMetric.PM_SmallIconSize:
            return recent_pictures.SIZE.width() // 2
        return super().pixelMetric(metric, *rest)


def _entry(menu: QMenu, words: str) -> QAction:
    """A line of a menu."""
    action = QAction(say(words), menu)
    menu.addAction(action)
    return action
