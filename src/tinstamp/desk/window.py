"""The one window: header, ticket, part and sheet, fields, proof line."""

from __future__ import annotations

import html
from pathlib import Path

from PySide6.QtCore import QSettings, Qt
from PySide6.QtGui import QAction, QCloseEvent, QKeySequence, QShortcut
from PySide6.QtWidgets import (
    QButtonGroup,
    QFileDialog,
    QHBoxLayout,
    QInputDialog,
    QLabel,
    QMainWindow,
    QMenu,
    QMessageBox,
    QPushButton,
    QSplitter,
    QStackedWidget,
    QToolButton,
    QVBoxLayout,
    QWidget,
)

from tinstamp.desk import palette as p
from tinstamp.desk.demo import DEMOS
from tinstamp.desk.export_dialog import ExportDialog
from tinstamp.desk.fields import Fields
from tinstamp.desk.marks import mark_icon
from tinstamp.desk.part_files import PartFiles
from tinstamp.desk.part_view import PartView
from tinstamp.desk.profile_view import ProfileView, profile_path
from tinstamp.desk.proof_line import ProofLine
from tinstamp.desk.recent import RecentFiles
from tinstamp.desk.session import Session, new_job
from tinstamp.desk.sheet_paint import heights
from tinstamp.desk.sheet_view import SheetView
from tinstamp.desk.stamp_drag import StampDrag
from tinstamp.desk.start_page import StartPage
from tinstamp.desk.style import type_at
from tinstamp.desk.ticket import Ticket, free_name
from tinstamp.job import shelf
from tinstamp.job.archive import ENDING, ArchiveError, ChangedSince, Document, stem_of
from tinstamp.job.model import Logo, Setting, Shape, Stamp, Text
from tinstamp.job.shelf import ShelfItem
from tinstamp.proof.finding import Finding

VIEWS = (
    ("whole", "Whole part", "The whole part from the front (Ctrl+1)"),
    ("square", "Square on", "Straight at the stamp (Ctrl+2)"),
    ("end", "End on", "Along the face, to see the walls (Ctrl+3)"),
    ("section", "Section", "Cut through the stamp, to see what wall is left (Ctrl+4)"),
)


class Window(QMainWindow):
    """The desk."""

    def __init__(self, settings: QSettings | None = None) -> None:
        super().__init__()
        self.settings = settings or QSettings("tinstamp", "desk")
        self.recent_files = RecentFiles(self.settings)
        self.session = Session(self)
        self.drag = StampDrag(self.session)
        self._shared: list[int] | None = None
        self.part = PartView(self.session, self.drag)
        self.sheet = SheetView(self.session, self.drag)
        self.profile = ProfileView(self.session)
        self.part_files = PartFiles(self.session, self)
        self.ticket = Ticket(self.session, self.drag)
        self.fields = Fields(self.session)
        self.proof = ProofLine(self.session)
        self._actions()
        self._lay_out()
        self.ticket.add_stamp.connect(self.add_stamp)
        self.ticket.add_logo.connect(lambda: self.part_files.ask("new logo"))
        self.ticket.add_shape.connect(self.add_shape)
        self.part.face_clicked.connect(self.face_clicked)
        self.part.looked_away.connect(self._looked_away)
        self.part.wants_middle.connect(lambda: self.give_middle("part"))
        self.sheet.wants_middle.connect(lambda: self.give_middle("sheet"))
        self.profile.wants_middle.connect(lambda: self.give_middle("sheet"))
        self.profile.wants_face.connect(lambda: self._show_below(face=True))
        self.session.selection_changed.connect(lambda: self._show_below())
        self.session.job_changed.connect(lambda: self._show_below())
        self.proof.show_finding.connect(self.show_finding)
        self.session.job_changed.connect(self._title)
        self.session.file_changed.connect(self._title)
        self.session.selection_changed.connect(self._title)
        self._restore()
        self._title()

    # -- make-up

    def _action(self, text: str, keys: str, work) -> QAction:  # type: ignore[no-untyped-def]
        action = QAction(text, self)
        action.setShortcut(QKeySequence(keys))
        action.triggered.connect(work)
        self.addAction(action)
        return action

    def _actions(self) -> None:
        self.new_action = self._action("New", "Ctrl+N", self.new)
        self.open_action = self._action("Open …", "Ctrl+O", self.ask_open)
        self.save_action = self._action("Save", "Ctrl+S", self.save)
        self.save_as_action = self._action("Save as …", "Ctrl+Shift+S", self.save_as)
        self.shelve_action = self._action("Put the blank on the shelf …", "", self.put_on_shelf)
        self.undo_action = self._action("Undo", "Ctrl+Z", self.session.undo)
        self.redo_action = self._action("Redo", "Ctrl+Y", self.session.redo)
        self.write_action = self._action("Write files", "Ctrl+E", self.write_files)
        self.add_action = self._action("+ Stamp", "Ctrl+T", self.add_stamp)
        self._action("Stop the build", "Esc", self.session.stop)
        self._action("Measure", "Ctrl+M", lambda: self.part.measure.toggle())
        self.step_action = self._action("From a STEP file …", "", self.new_from_step)
        for k, (name, text, _) in enumerate(VIEWS, 1):
            self._action(text, f"Ctrl+{k}", lambda _=False, n=name: self.show_view(n))
        self._action("Part alone", "Ctrl+5", lambda: self.give_middle("part"))
        self._action("Sheet alone", "Ctrl+6", lambda: self.give_middle("sheet"))
        for k, target in enumerate(("ticket", "part", "sheet", "fields"), 1):
            QShortcut(f"F{k + 4}", self, lambda t=target: self._focus(t))

    def _focus(self, target: str) -> None:
        widget = {
            "ticket": self.ticket.list,
            "part": self.part,
            "sheet": self.below.currentWidget(),
        }.get(target)
        if widget is None and self.fields.page is not None:
            widget = next(iter(self.fields.page.by_path.values()))
        if widget is not None:
            (getattr(widget, "line", None) or widget).setFocus(Qt.FocusReason.ShortcutFocusReason)

    def _lay_out(self) -> None:
        self.splitter = QSplitter(Qt.Orientation.Vertical)
        self.splitter.setHandleWidth(3)
        self.splitter.setChildrenCollapsible(True)
        self.splitter.addWidget(self.part)
        self.below = QStackedWidget()
        self.below.addWidget(self.sheet)
        self.below.addWidget(self.profile)
        self._below_for: object = None
        self.splitter.addWidget(self.below)
        self.splitter.setStretchFactor(0, 5)
        self.splitter.setStretchFactor(1, 4)
        middle = QHBoxLayout()
        middle.setContentsMargins(0, 0, 0, 0)
        middle.setSpacing(0)
        middle.addWidget(self.ticket)
        middle.addWidget(self.splitter, 1)
        middle.addWidget(self.fields)
        column = QVBoxLayout()
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(0)
        column.addWidget(self._header())
        column.addLayout(middle, 1)
        column.addWidget(self.proof)
        body = QWidget()
        body.setLayout(column)
        self.setCentralWidget(body)
        self.setMinimumSize(1000, 640)

    def _header(self) -> QWidget:
        header = QWidget()
        header.setObjectName("header")
        header.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        header.setFixedHeight(44)
        row = QHBoxLayout(header)
        row.setContentsMargins(16, 0, 16, 0)
        row.setSpacing(4)
        self.title = QLabel()
        self.title.setFont(type_at(p.TITLE, strong=True))
        self.state = QLabel()
        self.state.setProperty("role", "second")
        row.addWidget(self.title)
        row.addWidget(self.state)
        row.addStretch(1)
        self.shelf = QMenu(self)
        self.shelf.aboutToShow.connect(self._fill_shelf)
        row.addWidget(self._plain(self.new_action, "New", self.shelf))
        self.recent = QMenu(self)
        self.recent.aboutToShow.connect(self._fill_recent)
        row.addWidget(self._plain(self.open_action, "Open", self.recent))
        more = QMenu(self)
        more.addAction(self.save_as_action)
        more.addAction(self.shelve_action)
        row.addWidget(self._plain(self.save_action, "Save", more))
        row.addWidget(self._plain(self.undo_action))
        row.addWidget(self._plain(self.redo_action))
        row.addSpacing(16)
        self.views = QButtonGroup(self)
        for k, (name, text, tip) in enumerate(VIEWS):
            button = QPushButton(text)
            button.setCheckable(True)
            button.setToolTip(tip)
            button.clicked.connect(lambda _=False, n=name: self.show_view(n))
            self.views.addButton(button, k)
            row.addWidget(button)
        self.views.button(0).setChecked(True)
        row.addSpacing(16)
        write = QPushButton("Write files")
        write.setProperty("main", True)
        write.setToolTip("STEP, STL and DXF for the maker (Ctrl+E)")
        write.clicked.connect(self.write_files)
        row.addWidget(write)
        return header

    def _plain(self, action: QAction, text: str = "", menu: QMenu | None = None) -> QToolButton:
        button = QToolButton()
        button.setDefaultAction(action)
        button.setProperty("plain", True)
        button.setText(text or action.text())
        button.setFocusPolicy(Qt.FocusPolicy.TabFocus)
        if menu is not None:
            button.setMenu(menu)
            button.setPopupMode(QToolButton.ToolButtonPopupMode.MenuButtonPopup)
            button.setStyleSheet("QToolButton { padding-right: 20px; }")
        return button

    def _title(self) -> None:
        unsaved = self.session.unsaved
        self.title.setText(self.session.name)
        if self.session.path is None:
            state = "not saved yet" if unsaved else "new job"
        else:
            state = "unsaved changes" if unsaved else "saved"
        self.state.setText("  " + state)
        self.setWindowTitle(f"{self.session.name}{' *' if unsaved else ''} – Tin Stamp")
        history = self.session.history
        for action, label, word in (
            (self.undo_action, history.undo_label, "Undo"),
            (self.redo_action, history.redo_label, "Redo"),
        ):
            action.setEnabled(label is not None)
            keys = action.shortcut().toString()
            action.setToolTip(
                f"{word} “{label}” ({keys})" if label else f"Nothing to {word.lower()}"
            )
        has_stamp = self.session.selected >= 0
        for k in (1, 2, 3):
            self.views.button(k).setEnabled(has_stamp)

    def _show_below(self, face: bool = False) -> None:
        """The profile of the chosen feature, when it has one and no face was picked since;
        else the sheet."""
        path = profile_path(self.session)
        key = (path, self.session.face)
        if path is None or face:
            self.below.setCurrentWidget(self.sheet)
        elif self._below_for is None or key[0] != self._below_for[0]:
            self.below.setCurrentWidget(self.profile)
        elif key[1] != self._below_for[1]:
            self.below.setCurrentWidget(self.sheet)
        self._below_for = key

    # -- stamps and views

    def add_stamp(self, artwork: Text | Logo | Shape | None = None, wish: str = "Stamp") -> bool:
        """New artwork, a text unless another is given, on the picked face, else the first.
        False when there is no face for it, or no room in the job."""
        given = artwork if isinstance(artwork, Text | Logo | Shape) else None
        charts = self.session.charts
        face = self.session.face if self.session.face in charts else next(iter(charts), None)
        if face is None:
            return False
        job = self.session.job
        chart = charts[face]
        low, high = heights(chart)
        middle = (low + high) / 2
        width = float(chart.bounds[2] - chart.bounds[0])
        height = min(6.0, max(1.0, round(min((high - low) / 4, width / 8), 1)))
        stamp = Stamp(
            name=free_name(job, wish if given is not None else "Stamp"),
            artwork=given or Text(text="TEXT", height=f"{height:g} mm"),
            setting=Setting(
                face=face,
                across="0 deg" if chart.closed else "0 mm",
                up=f"{middle - low:g} mm" if chart.round else "0 mm",
                up_from="lower" if chart.round else "middle",
                rests_on="middle",
            ),
        )
        job = job.model_copy(update={"stamps": (*job.stamps, stamp)})
        if not self.session.replace(job, f"add “{stamp.name}”"):
            return False
        self.session.select(len(job.stamps) - 1)
        page = self.fields.page
        if page is not None and given is None:
            box = page.by_path[f"stamps.{self.session.selected}.artwork.text"]
            box.setFocus()
            box.selectAll()  # type: ignore[attr-defined]
        return True

    def add_shape(self, shape: str) -> None:
        """A plain shape as a new stamp."""
        self.add_stamp(Shape(shape=shape), shape.capitalize())

    def face_clicked(self, face: str) -> None:
        """A face of the part was clicked: a stamp's own faces select the stamp."""
        owner, mark, _ = face.partition("/")
        if mark:
            for i, stamp in enumerate(self.session.job.stamps):
                if stamp.name == owner:
                    self.session.select(i)
            return
        self.session.select(-1)
        self.session.pick_face(face)

    def show_view(self, name: str) -> None:
        for k, (key, _, _) in enumerate(VIEWS):
            if key == name:
                self.views.button(k).setChecked(True)
        self.part.show_view(name)  # type: ignore[arg-type]

    def _looked_away(self) -> None:
        """No view's button is lit once the part has been turned; a section stays one."""
        if self.part.view == "section":
            return
        self.views.setExclusive(False)
        for button in self.views.buttons():
            button.setChecked(False)
        self.views.setExclusive(True)

    def give_middle(self, to: str) -> None:
        """Give the part or the sheet the whole middle; once more, both share it again."""
        sizes = self.splitter.sizes()
        alone = 0 if to == "part" else 1
        if sizes[1 - alone] == 0:
            self.splitter.setSizes(self._shared or [400, 320])
            return
        if all(sizes):
            self._shared = sizes
        whole = [0, 0]
        whole[alone] = sum(sizes)
        self.splitter.setSizes(whole)

    def show_finding(self, finding: Finding) -> None:
        """Go to what a finding is about, in both views."""
        for i, stamp in enumerate(self.session.job.stamps):
            if stamp.name == finding.stamp:
                self.session.select(i)
                self.show_view("square")
                if finding.where:
                    self.sheet.point_at(*finding.where[0])
                return
        for i, feature in enumerate(self.session.job.blank.features):
            if finding.message.startswith(f"{feature.name}: "):
                self.session.select_feature(i)
                return
        self.session.select(-1)

    # -- files

    def new(self) -> None:
        if self._may_leave():
            self.session.begin(Document(new_job()), None)

    def new_from_step(self) -> None:
        """A new job whose blank is a part from a STEP file."""
        if self._may_leave():
            self.part_files.ask("new")

    def take_from_shelf(self, item: ShelfItem) -> None:
        """A new job with a blank from the shelf."""
        if not self._may_leave():
            return
        try:
            self.session.begin(item.take(), None)
        except ArchiveError as error:
            self.complain("This blank cannot be taken", error)

    def put_on_shelf(self) -> None:
        """Keep the unmarked part to use again."""
        start = self.session.job.blank.features[0].name
        name, given = QInputDialog.getText(self, "Put the blank on the shelf", "Name", text=start)
        if not given:
            return
        try:
            shelf.put(self.session.document, name)
        except ArchiveError as error:
            self.complain("The blank cannot be put on the shelf", error)

    def _fill_shelf(self) -> None:
        self.shelf.clear()
        self.shelf.addAction(self.new_action)
        self.shelf.addAction(self.step_action)
        groups = (("Your shelf", shelf.own()), ("The lantern's parts", shelf.lantern()),
                  ("Plain shapes", shelf.plain()))  # fmt: skip
        for title, items in groups:
            if items:
                self.shelf.addSeparator()
                self.shelf.addAction(title).setEnabled(False)
            for item in items:
                action = self.shelf.addAction(item.name)
                action.triggered.connect(lambda _=False, i=item: self.take_from_shelf(i))

    def ask_open(self) -> None:
        folder = str(self.session.path.parent if self.session.path else Path.home())
        path, _ = QFileDialog.getOpenFileName(
            self,
            "Open a job",
            folder,
            f"Tin Stamp jobs (*{ENDING})",
            options=QFileDialog.Option.DontUseNativeDialog,
        )
        if path:
            self.open(Path(path))

    def open(self, path: Path) -> bool:
        """Open a file; on trouble say so and leave everything as it was."""
        if not self._may_leave():
            return False
        try:
            self.session.open(path)
        except ArchiveError as error:
            self.complain("This job cannot be opened", error)
            return False
        self.recent_files.remember(path)
        if self.session.elsewhere:
            told = ValueError(
                "Another window of Tin Stamp has it open. What is saved there and what is saved "
                "here replace one another"
            )
            self.complain("This job is open elsewhere", told)
        return True

    def show_start(self) -> None:
        """The start page, over the window."""
        self.start = StartPage(self)
        self.start.demo.connect(self.open_demo)
        self.start.fresh.connect(self.new)
        self.start.file.connect(self.ask_open)
        self.start.open()

    def open_demo(self, path: Path) -> None:
        """Open a demo as a job of one's own: saving asks for a place."""
        if self.open(path):
            self.recent_files.forget(path)

    def save(self) -> bool:
        if self.session.path is None or self.session.path in DEMOS.values():
            return self.save_as()
        return self._save_to(self.session.path)

    def save_as(self) -> bool:
        start = Path.home() / f"{self.session.name}{ENDING}"
        if self.session.path is not None and self.session.path not in DEMOS.values():
            start = self.session.path
        path, _ = QFileDialog.getSaveFileName(
            self,
            "Save the job",
            str(start),
            f"Tin Stamp jobs (*{ENDING})",
            options=QFileDialog.Option.DontUseNativeDialog,
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
            self.complain("The job could not be saved", error)
            return False
        self.recent_files.remember(path)
        return True

    def _save_over(self, path: Path, error: ChangedSince) -> bool:
        """Ask what becomes of a file that somebody else has changed."""
        box = QMessageBox(self)
        box.setWindowTitle("The file has changed")
        box.setIconPixmap(mark_icon("look").pixmap(32, 32))
        box.setText(f"<b>{html.escape(str(error))}.</b>")
        box.setInformativeText(
            "Saving here replaces what the other program wrote; that stays as the version before."
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
            self.complain("The job could not be saved", trouble)
            return False
        return True

    def write_files(self) -> None:
        kept = self.settings.value("folder", "")
        at = self.session.path.parent if self.session.path else Path.home()
        dialog = ExportDialog(self.session, Path(str(kept)) if kept else at, self)
        dialog.exec()
        self.settings.setValue("folder", dialog.folder.text())
        dialog.deleteLater()

    def complain(self, title: str, error: Exception) -> None:
        """A readable error that stands until it is read."""
        box = QMessageBox(self)
        box.setWindowTitle(title)
        box.setIconPixmap(mark_icon("fix").pixmap(32, 32))
        box.setText(f"<b>{html.escape(title)}</b>")
        box.setTextFormat(Qt.TextFormat.RichText)
        words = str(error)[:1].upper() + str(error)[1:]
        box.setInformativeText(html.escape(words if words.endswith(".") else f"{words}."))
        box.exec()
        box.deleteLater()

    def _may_leave(self) -> bool:
        """True when nothing unsaved is lost, or the designer says it may be."""
        if not self.session.unsaved:
            return True
        buttons = QMessageBox.StandardButton
        answer = QMessageBox.question(
            self,
            "Unsaved changes",
            f"Save the changes to “{self.session.name}” first?",
            buttons.Save | buttons.Discard | buttons.Cancel,
            buttons.Save,
        )
        if answer == buttons.Save:
            return self.save()
        return answer == buttons.Discard

    def _fill_recent(self) -> None:
        self.recent.clear()
        self.recent.addAction(self.open_action)
        self.recent.addSeparator()
        for path in self.recent_files.paths():
            action = self.recent.addAction(stem_of(path))
            action.setToolTip(str(path).encode("utf-8", "replace").decode())
            action.triggered.connect(lambda _=False, q=path: self.open(q))
        if not self.recent_files.paths():
            self.recent.addAction("no recent jobs").setEnabled(False)
        self.recent.addSeparator()
        self.recent.addAction("Start page …", self.show_start)
        for name, path in DEMOS.items():
            action = self.recent.addAction(f"Demo, {name}")
            action.setEnabled(path.exists())
            action.triggered.connect(lambda _=False, q=path: self.open_demo(q))

    # -- the window itself

    def _restore(self) -> None:
        geometry = self.settings.value("geometry")
        if geometry is None or not self.restoreGeometry(geometry):
            self.resize(1280, 800)
        split = self.settings.value("split")
        if split is None or not self.splitter.restoreState(split):
            self.splitter.setSizes([400, 320])

    def closeEvent(self, event: QCloseEvent) -> None:
        if not self._may_leave():
            event.ignore()
            return
        self.settings.setValue("geometry", self.saveGeometry())
        self.settings.setValue("split", self.splitter.saveState())
        self.settings.sync()
        self.session.close()
        event.accept()
