"""The one window: header, ticket, part and sheet, fields, proof line."""

from __future__ import annotations

from functools import partial
from pathlib import Path

from PySide6.QtCore import QMimeData, QSettings, Qt, QTimer
from PySide6.QtGui import (
    QAction,
    QCloseEvent,
    QDragEnterEvent,
    QDropEvent,
    QKeySequence,
    QResizeEvent,
)
from PySide6.QtWidgets import (
    QButtonGroup,
    QHBoxLayout,
    QLabel,
    QMainWindow,
    QMenu,
    QPushButton,
    QSplitter,
    QStackedWidget,
    QToolButton,
    QVBoxLayout,
    QWidget,
)

from tinstamp.desk.commands import COMMANDS, VIEWS, runner
from tinstamp.desk.dialogs.aside import Aside
from tinstamp.desk.dialogs.before_dialog import BeforeDialog
from tinstamp.desk.dialogs.complaint import complain
from tinstamp.desk.dialogs.guide_window import GuideWindow
from tinstamp.desk.dialogs.job_files import JobFiles
from tinstamp.desk.dialogs.proof.proof_window import ProofWindow
from tinstamp.desk.look import palette as p
from tinstamp.desk.look.scaling import SMALLEST
from tinstamp.desk.look.style import type_at
from tinstamp.desk.pages.card import Fields
from tinstamp.desk.part.part_view import PartView
from tinstamp.desk.part.views import ViewName
from tinstamp.desk.sheet.profile_view import ProfileView, profile_path
from tinstamp.desk.sheet.sheet_view import SheetView
from tinstamp.desk.ticket.led import led
from tinstamp.desk.ticket.proof_line import ProofLine
from tinstamp.desk.ticket.ticket import Ticket
from tinstamp.desk.words.say import say
from tinstamp.desk.work.arrivals import Arrivals
from tinstamp.desk.work.copying import with_stamp
from tinstamp.desk.work.new_stamp import first_place, put_off, told_apart
from tinstamp.desk.work.next_start import NextStart, look_menus
from tinstamp.desk.work.overrides import overrides
from tinstamp.desk.work.part_files import PartFiles
from tinstamp.desk.work.placing import remedied
from tinstamp.desk.work.read_out import ReadOut
from tinstamp.desk.work.recent import RecentFiles
from tinstamp.desk.work.session import Session
from tinstamp.desk.work.shading import Shading
from tinstamp.desk.work.stamp_drag import StampDrag
from tinstamp.desk.work.upon import Upon
from tinstamp.engine.starting import Started
from tinstamp.job.edit_stamps import free_name
from tinstamp.job.face_name import StampFace
from tinstamp.job.model import Drawable, Drawn, Logo, Relief, Stamp, Text
from tinstamp.output.outputs import OUTPUTS
from tinstamp.proofing.finding import Finding, Remedy
from tinstamp.words.sentence import sentence

WIDE = 1160
"""px from which on the header has room for all that it can tell"""
MIDDLE = ("part", "sheet")
"""what shares the middle of the window, from above"""


@overrides
class Window(QMainWindow):
    """The desk."""

    def __init__(self, settings: QSettings | None = None, first: Started | None = None) -> None:
        """`first` is an engine that was started already."""
        super().__init__()
        self.settings = settings or QSettings("tinstamp", "desk")
        self.shading = Shading(self.settings, self)
        self.recent_files = RecentFiles(self.settings)
        self.session = Session(self, first)
        self.next_start = NextStart(self.settings, self.session)
        self.drag = StampDrag(self.session)
        self._shared: list[int] | None = None
        self.part = PartView(self.session, self.drag)
        self.sheet = SheetView(self.session, self.drag)
        self.profile = ProfileView(self.session)
        self.part_files = PartFiles(self.session, self)
        self.ticket = Ticket(self.session, self.drag, self.settings)
        self.fields = Fields(self.session, self.settings)
        self.proof = ProofLine(self.session)
        self.aside = Aside(self)
        self.proof_window: ProofWindow | None = None
        self.guide_window: GuideWindow | None = None
        self.proof.whole_wanted.connect(self.whole_proof)
        self.files = JobFiles(self, self.session, self.settings)
        self.arrivals = Arrivals(self.session, self, self)
        self.upon = Upon(self.session, self.drag, self)
        self.setAcceptDrops(True)
        self._make_actions()
        self._lay_out()
        self.ticket.add_stamp.connect(self.add_stamp)
        self.part_files.glimpsed.connect(self.part.glimpse)
        self.ticket.lead.wanted.connect(partial(led, self))
        self.ticket.add_logo.connect(lambda: self.part_files.ask("new logo"))
        self.ticket.add_drawn.connect(self.add_stamp)
        self.ticket.add_upon.connect(self.upon.add)
        self.ticket.shelf_wanted.connect(self.arrivals.fill_shelf)
        self.part.clicked.connect(self.upon.clicked)
        self.part.looked_away.connect(self._looked_away)
        self.part.wants_middle.connect(lambda: self.give_middle("part"))
        self.sheet.wants_middle.connect(lambda: self.give_middle("sheet"))
        self.profile.wants_middle.connect(lambda: self.give_middle("sheet"))
        self.profile.wants_face.connect(lambda: self._show_below(face=True))
        self.session.selection_changed.connect(lambda: self._show_below())
        self.session.job_changed.connect(lambda: self._show_below())
        self.proof.show_finding.connect(self.show_finding)
        self.proof.remedy_wanted.connect(self.mend)
        self.session.job_changed.connect(self._title)
        self.session.file_changed.connect(self._title)
        self.session.selection_changed.connect(self._title)
        self.shading.changed.connect(self._redress)
        self.read_out = ReadOut(self.session, (self.sheet, self.part))
        self._restore()
        self._title()

    # -- make-up

    def _redress(self) -> None:
        """All that was drawn, in the colours of now."""
        for renew in (self.part.refresh, self.ticket.renew, self.fields.anew, self.proof.renew):
            renew()
        self.ticket.list.viewport().update()

    def _make_actions(self) -> None:
        self.actions_by_name: dict[str, QAction] = {}
        for command in COMMANDS:
            action = QAction(say(command.words), self)
            action.setShortcuts([QKeySequence(k) for k in command.keys.split(" or ")])
            action.setToolTip(say(command.told))
            action.triggered.connect(runner(self, command))
            self.addAction(action)
            self.actions_by_name[command.name] = action

    def focus_on(self, target: str) -> None:
        """Bring the keys to a part of the window, which gets room if it has none."""
        if target in MIDDLE and not self.splitter.sizes()[MIDDLE.index(target)]:
            self._share_middle()
        widget: QWidget | None = {
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
        self._below_for: tuple[object, str | None] | None = None
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
        self.setMinimumSize(SMALLEST)

    def _header(self) -> QWidget:
        header = QWidget()
        header.setObjectName("header")
        header.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        header.setFixedHeight(44)
        self.header = header
        row = QHBoxLayout(header)
        row.setContentsMargins(12, 0, 12, 0)
        row.setSpacing(4)
        self.title = QLabel()
        self.title.setFont(type_at(p.TITLE, strong=True))
        self.state = QLabel()
        self.state.setProperty("role", "second")
        row.addWidget(self.title)
        row.addWidget(self.state)
        row.addStretch(1)
        self.shelf, self.recent, save = QMenu(self), QMenu(self), QMenu(self)
        maker = QMenu(self)
        self.shelf.aboutToShow.connect(
            lambda: self.files.fill_shelf(self.shelf, self.actions_by_name)
        )
        self.recent.aboutToShow.connect(
            lambda: self.files.fill_recent(self.recent, self.actions_by_name)
        )
        for name in ("save as", "shelve"):
            save.addAction(self.actions_by_name[name])
        row.addWidget(self._plain("new", "New", self.shelf))
        row.addWidget(self._plain("open", "Open …", self.recent))
        row.addWidget(self._plain("save", "Save", save))
        row.addWidget(self._plain("undo"))
        row.addWidget(self._plain("redo"))
        row.addSpacing(8)
        self.views = QButtonGroup(self)
        for k, view in enumerate(VIEWS):
            button = QPushButton(say(view.words))
            button.setCheckable(True)
            button.setToolTip(say(view.told))
            button.clicked.connect(runner(self, view))
            self.views.addButton(button, k)
            row.addWidget(button)
        self.views.button(0).setChecked(True)
        row.addSpacing(8)
        for name in ("whole proof", "before", "series", "shop", "picture", "guide"):
            maker.addAction(self.actions_by_name[name])
        look_menus(maker, self.actions_by_name)
        row.addWidget(self._plain("proof sheet", "Proof sheet …", maker))
        write = QPushButton(say("Write files"))
        write.setProperty("main", True)
        words = ", ".join(output.word for output in OUTPUTS.values())
        write.setToolTip(say(f"{words} for the maker (Ctrl+E)"))
        write.clicked.connect(self.files.write)
        row.addWidget(write)
        return header

    def _plain(self, name: str, text: str = "", menu: QMenu | None = None) -> QToolButton:
        action = self.actions_by_name[name]
        button = QToolButton()
        button.setDefaultAction(action)
        button.setProperty("plain", True)
        button.setText(say(text).removesuffix(" …") if text else action.text())
        button.setFocusPolicy(Qt.FocusPolicy.TabFocus)
        if menu is not None:
            button.setMenu(menu)
            button.setPopupMode(QToolButton.ToolButtonPopupMode.MenuButtonPopup)
            button.setProperty("opens", True)
        return button

    def _title(self) -> None:
        unsaved = self.session.unsaved
        name = self.session.name if self.session.path else say(self.session.name)
        self.title.setText(name)
        if self.session.path is None:
            state = "not saved yet" if unsaved else "new job"
        else:
            state = "unsaved changes" if unsaved else "saved"
        self.state.setText(say("  " + state))
        self.setWindowTitle(say(f"{self.session.name}{' *' if unsaved else ''} – Tin Stamp"))
        history = self.session.history
        for name, label in (("undo", history.undo_label), ("redo", history.redo_label)):
            action = self.actions_by_name[name]
            word, keys = action.text(), action.shortcut().toString()
            told = f"{word} “{say(label)}” ({keys})" if label else say(f"Nothing to {word}")
            action.setToolTip(told)
        for command in COMMANDS:
            self.actions_by_name[command.name].setEnabled(command.when(self.session))
        for k, view in enumerate(VIEWS):
            self.views.button(k).setEnabled(view.when(self.session))

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

    def add_stamp(
        self,
        artwork: Drawn | None = None,
        wish: str = "Stamp",
        file: bytes | None = None,
    ) -> bool:
        """New artwork, a text unless another is given, on the picked face, else the first; later,
        when that is still to be laid out. A logo comes with its file's bytes. False when there is
        no face for it, or no room in the job."""
        given = artwork if isinstance(artwork, Drawable) else None
        if put_off(self.session, partial(self.add_stamp, artwork, wish, file)):
            return False
        found = first_place(self.session, self.drag)
        if found is None:
            return False
        setting, height = found
        stamp = Stamp(
            name=free_name(self.session.job, wish if given is not None else "Stamp"),
            artwork=given or Text(text="TEXT", height=f"{height:g} mm"),
            setting=setting,
            relief=Relief.model_validate(
                {
                    "colour": told_apart(self.session, setting.face),
                    **(given.usual_relief if given else {}),
                }
            ),
        )
        job = with_stamp(self.session.document, self.drag, stamp)
        label = f"add “{stamp.name}”"
        if file is not None and isinstance(given, Logo):
            taken = self.session.take(job, label, logos={given.digest: file})
        else:
            taken = self.session.replace(job, label)
        if not taken:
            return False
        self.session.select(len(job.stamps) - 1)
        page = self.fields.page
        if page is not None and given is None:
            box = page.by_path[f"stamps.{self.session.selected}.artwork.text"]
            box.setFocus()
            box.selectAll()
        return True

    def face_clicked(self, face: str) -> None:
        """A face of the part was clicked: a stamp's own faces select the stamp."""
        if isinstance(face, StampFace):
            for i, stamp in enumerate(self.session.job.stamps):
                if stamp.name == face.stamp:
                    self.session.select(i)
            return
        self.session.select(-1)
        self.session.pick_face(face)

    def show_view(self, name: ViewName) -> None:
        for k, view in enumerate(VIEWS):
            if view.name == name:
                self.views.button(k).setChecked(True)
        self.part.show_view(name)

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
        alone = MIDDLE.index(to)
        if sizes[1 - alone] == 0:
            self._share_middle()
            return
        if all(sizes):
            self._shared = sizes
        whole = [0, 0]
        whole[alone] = sum(sizes)
        self.splitter.setSizes(whole)

    def _share_middle(self) -> None:
        self.splitter.setSizes(self._shared or [400, 320])

    def show_finding(self, finding: Finding) -> None:
        """Go to what a finding is about, in both views."""
        names = [stamp.name for stamp in self.session.job.stamps]
        if finding.stamp in names:  # by name: it may have moved in the list since
            self.session.select(names.index(finding.stamp))
            self.show_view("square")
            if finding.where:
                figure = (
                    "" if finding.measured is None else f"{finding.measured:.2f} {finding.unit}"
                )
                self.sheet.point_at(*finding.where[0], finding.span, figure)
                self.part.point_at(finding.where[0], finding.span)
        elif finding.path[:2] == ("blank", "features") and isinstance(finding.path[2], int):
            self.session.select_feature(finding.path[2])
        else:
            self.session.select(-1)

    def whole_proof(self) -> None:
        """The window of the whole proof, which stays open beside the desk."""
        if self.proof_window is None:
            self.proof_window = ProofWindow(self.session, self)
            self.proof_window.show_finding.connect(self.show_finding)
            self.proof_window.remedy_wanted.connect(self.mend)
        self.aside.bring(self.proof_window)

    def before_and_after(self) -> None:
        """The part beside a former state of it."""
        BeforeDialog(self.session, self.part.scene, self).exec()

    def guide(self, page: str = "") -> None:
        """The guide, which stays open beside the desk, at a page of it."""
        if self.guide_window is None:
            self.guide_window = GuideWindow(self)
        if page:
            self.guide_window.show_page(page)
        self.aside.bring(self.guide_window)

    def give_up(self) -> None:
        """Stop the build; with none to stop, close what stands beside the desk."""
        if not self.session.stop():
            self.aside.close_last()

    def show_worst(self) -> None:
        """Mark the worst place of the map, looked at square on."""
        field = self.session.map.field
        if field is not None and field.worst is not None:
            self.show_view("square")
            x, y = field.sheet[field.worst].tolist()
            self.sheet.point_at(x, y)

    def mend(self, remedy: Remedy) -> None:
        """Change what a finding says would meet its limit."""
        session = self.session
        try:
            session.replace(remedied(session.job, remedy, session.resolved), remedy.words)
        except ValueError as error:
            session.failed.emit(sentence(str(error)))

    def cut(self) -> None:
        """Take the chosen stamp off the ticket, to the clipboard."""
        self.arrivals.copy()
        self.ticket.delete_stamp()

    def open_job(self, path: Path) -> None:
        """Open a job in place of this one."""
        self.files.open(path)

    def open_part(self, path: Path) -> None:
        """Begin a job with a part."""
        self.files.new_from(path)

    # -- the window itself

    def resizeEvent(self, event: QResizeEvent) -> None:
        """A narrow window has its header closer together, and without the state of the file."""
        narrow = self.width() < WIDE
        self.state.setHidden(narrow)
        if self.header.property("narrow") != narrow:
            self.header.setProperty("narrow", narrow)
            for widget in (self.header, *self.header.findChildren(QWidget)):
                widget.style().unpolish(widget)
                widget.style().polish(widget)

    def dragEnterEvent(self, event: QDragEnterEvent) -> None:
        if self.arrivals.would_take(event.mimeData()):
            event.acceptProposedAction()

    def dropEvent(self, event: QDropEvent) -> None:
        event.acceptProposedAction()
        dropped, mime = event.mimeData(), QMimeData()
        for kind in dropped.formats():
            mime.setData(kind, dropped.data(kind))
        QTimer.singleShot(0, lambda: self.arrivals.take(mime))  # the other program is let go first

    def complain(self, title: str, error: Exception) -> None:
        """Tell of an error and wait until that is read."""
        complain(self, title, error)

    def _restore(self) -> None:
        geometry = self.settings.value("geometry")
        if geometry is None or not self.restoreGeometry(geometry):
            self.resize(1280, 800)
        split = self.settings.value("split")
        if split is None or not self.splitter.restoreState(split):
            self.splitter.setSizes([400, 320])

    def closeEvent(self, event: QCloseEvent) -> None:
        if not self.files.may_leave():
            event.ignore()
            return
        self.settings.setValue("geometry", self.saveGeometry())
        self.settings.setValue("split", self.splitter.saveState())
        self.settings.sync()
        self.sheet.keep_off.close()
        self.session.close()
        event.accept()
