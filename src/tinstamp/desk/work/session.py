"""What the desk works on: the document, its history, the selection, and the engine.

The views read from it and call its verbs; it tells them by signals. All geometry it
does itself is NumPy; the kernel is behind `EngineClient`.
"""

from __future__ import annotations

import logging
from collections.abc import Mapping
from concurrent.futures import Future
from dataclasses import replace
from pathlib import Path
from typing import Any

from pydantic import ValidationError
from PySide6.QtCore import QObject, Signal

from tinstamp.chart.base import FaceChart
from tinstamp.chart.stretch import Measure
from tinstamp.desk.work.autosave import Autosave, Left
from tinstamp.desk.work.awaited import AwaitedFaces
from tinstamp.desk.work.background import Background
from tinstamp.desk.work.disk_work import DiskWork
from tinstamp.desk.work.documents import new_job, with_fonts, with_places_told, with_sound_fonts
from tinstamp.desk.work.engine_link import HANDED_ON, EngineLink
from tinstamp.desk.work.field_map import FieldMap
from tinstamp.desk.work.held_file import HeldFile
from tinstamp.desk.work.history import History
from tinstamp.desk.work.pictures import Picture, Pictures, keep, kept, picture_folder
from tinstamp.desk.work.timer import after
from tinstamp.engine import messages as m
from tinstamp.engine.questions import Question
from tinstamp.engine.report import Report
from tinstamp.engine.starting import Started
from tinstamp.engine.triangles import Mesh, together
from tinstamp.job.alike import followed
from tinstamp.job.archive import ArchiveError, Document, check, open_file, save_file, stem_of
from tinstamp.job.imported import FoundFace
from tinstamp.job.model import Job, changed
from tinstamp.job.model import Path as JobPath
from tinstamp.job.resolve import Resolved, resolve
from tinstamp.job.wording import first_problem
from tinstamp.output.outputs import Options
from tinstamp.proofing.checks import LIMITS

LOG = logging.getLogger("tinstamp.desk")
HAND_RESTS, DRAG_RESTS = 60, 180
"""ms that the hand must rest before the exact solid is asked for, while one is made or dragged"""
COPY_AFTER = 5000
"""ms after a change until a copy of unsaved work is kept, whatever comes in between"""
LAST_TIME = "as it was when last open; it is being made again"
"""said of a picture that was kept"""
BLANK = -1
"""The selection when the blank's card is selected."""


class Session(QObject):
    """One open document."""

    job_changed = Signal()
    selection_changed = Signal()
    report_changed = Signal()
    pictured = Signal()
    progress = Signal(str, float)
    failed = Signal(str)
    refused = Signal(int, str)
    wrote = Signal(list)
    wants_file = Signal(str)
    glimpsed = Signal(object)
    imported = Signal(object)
    probed = Signal(object)
    answered = Signal(object)
    file_changed = Signal()
    engine_restarted = Signal(bool)
    stretch_changed = Signal()

    def __init__(self, parent: QObject | None = None, first: Started | None = None) -> None:
        """`first` is an engine that was started already."""
        super().__init__(parent)
        self.file = HeldFile()
        self.selected = BLANK
        self.face: str | None = None
        self.report: Report | None = None
        self.mesh: Mesh | None = None
        self.shown: Document | None = None
        self.reported: Document | None = None
        self.charts: Mapping[str, FaceChart] = {}
        self.kinds: Mapping[str, str] = {}
        self.feature = 0
        self.looking = (0.0, 1.0, 0.0)
        self.stretch: Measure | None = None
        self.map = FieldMap(self)
        self.pictures = Pictures()
        self.only_seen = ""
        self._start(Document(new_job()))
        self.autosave = Autosave()
        self.disk = DiskWork()
        self.background = Background(self)
        self.background.read_from_now_on()
        self._kept: Future[None] | None = None
        self._kept_well = True
        self._asked: dict[int, Document] = {}
        self._made: Document | None = None
        self.engine = EngineLink(self, first)
        self.awaited = AwaitedFaces(self.engine.client.want, lambda: self.charts)
        self.engine.heard.connect(self._heard)
        self.engine.replaced.connect(self._given_up)
        self._rest = after(self, HAND_RESTS, self.build_now)
        self._keep = after(self, COPY_AFTER, self._keep_copy)
        self.building = False
        self.drag_under_way = False

    # -- reading

    @property
    def document(self) -> Document:
        return self.history.now

    @property
    def job(self) -> Job:
        return self.history.now.job

    @property
    def path(self) -> Path | None:
        """The file that is edited; None for a job that was never saved."""
        return self.file.path

    @property
    def stale(self) -> bool:
        """True while the solid shown is not yet that of the job."""
        return self.shown is None or self.shown.job != self.job

    @property
    def stale_report(self) -> bool:
        """True while the report in hand is not that of the job."""
        return self.reported is None or self.reported.job != self.job

    @property
    def unsaved(self) -> bool:
        return self.job != self.saved.job

    @property
    def name(self) -> str:
        return stem_of(self.path) if self.path else "Untitled"

    def chart_of(self, index: int) -> FaceChart | None:
        """The chart of the stamp's face, as last built."""
        if not 0 <= index < len(self.job.stamps):
            return None
        return self.charts.get(self.job.stamps[index].setting.face)

    def error_at(self, key: str) -> str | None:
        """What is wrong at a field, by its dotted path: its formula, or what it gave."""
        if key in self.resolved.errors:
            return self.resolved.errors[key]
        if self.report is None or self.building or self.stale_report:
            return None
        return self.report.blank_errors.get(key)

    # -- editing

    def edit(self, path: JobPath, new: Any, label: str, merge: str = "") -> None:
        """Put a new value at a path. Raises ValueError when the job would not hold."""
        self.replace(changed(self.job, path, new), label, merge)

    def replace(self, job: Job, label: str, merge: str = "") -> bool:
        """Take a new job as the next step; False when it would not hold, as `failed` tells."""
        job = followed(self.job, job)
        if job == self.job:
            return True
        try:
            document = with_fonts(job, self.document)
        except ValidationError as error:
            self.failed.emit(first_problem(error))
            return False
        return self._take(document, label, merge)

    def _take(self, document: Document, label: str, merge: str = "") -> bool:
        """The one way into the history: what enters can be worked out, saved and opened."""
        try:
            if not merge:  # what is dragged or typed was held against the model already
                check(document)
            resolved = resolve(document.job, LIMITS)
        except ArchiveError as error:
            self.failed.emit(str(error))
            return False
        self.history.push(document, label, merge)
        self._moved(resolved)
        return True

    def settle(self) -> None:
        """End of a run of small edits (a drag, typing in one field)."""
        self.history.settle()

    def undo(self, for_good: bool = False) -> None:
        if self.history.undo(for_good):
            self._back()

    def redo(self) -> None:
        if self.history.redo():
            self._back()

    def _back(self) -> None:
        """A state that was there before: its picture stands at once, if it is still held."""
        held = self.pictures.of(self.job)
        if held is not None:
            self._show(held)
            self.report, self.reported = held.report, held.document
        self._moved()
        if held is not None:
            self.pictured.emit()
            self.report_changed.emit()

    def _show(self, seen: Picture) -> None:
        self.mesh, self.shown, self.only_seen = seen.mesh, seen.document, ""
        self.charts, self.kinds = seen.charts, seen.kinds

    def show_stretch(self, measure: Measure | None) -> None:
        """Show in colours what is not kept of the artwork; None hides it."""
        self.map.show(None)
        self.stretch = measure
        self.stretch_changed.emit()

    def select_feature(self, index: int) -> None:
        """Select a feature of the blank, and with it the blank's card."""
        index = max(0, min(index, len(self.job.blank.features) - 1))
        if index != self.feature:
            self.feature = index
            self.history.settle()
        self.select(BLANK)

    def select(self, index: int) -> None:
        """Select a stamp, or BLANK."""
        index = index if 0 <= index < len(self.job.stamps) else BLANK
        if index != BLANK:
            self.face = self.job.stamps[index].setting.face
        if index != self.selected:
            self.selected = index
            self.history.settle()
        self.selection_changed.emit()

    def pick_face(self, face: str | None) -> None:
        """The face that the next stamp goes on."""
        if face != self.face:
            self.face = face
            self.awaited.when_laid(face)
            self.selection_changed.emit()

    def _moved(self, resolved: Resolved | None = None) -> None:
        self.resolved: Resolved = resolved or resolve(self.job, LIMITS)
        self.selected = min(self.selected, len(self.job.stamps) - 1)
        self.feature = min(self.feature, len(self.job.blank.features) - 1)
        wait = self.drag_under_way or self.building
        pause = DRAG_RESTS if self.drag_under_way else HAND_RESTS
        self._rest.start(pause) if wait else self.build_now()  # beside what is still painted
        if not self._keep.isActive():  # not put off by the next change
            self._keep.start()
        self.job_changed.emit()

    def switch_feature(self, index: int, on: bool) -> None:
        """Leave a feature out of the part, or make it again."""
        name, word = self.job.blank.features[index].name, "on" if on else "off"
        self.edit(("blank", "features", index, "on"), on, f"switch {word} “{name}”")

    def take(self, job: Job, label: str, **held: Mapping[str, bytes]) -> bool:
        """A job that uses files, and their bytes by digest: `fonts`, `parts`, `logos`."""
        now = self.document
        every = {k: {**getattr(now, k), **held.get(k, {})} for k in ("fonts", "parts", "logos")}
        return self._take(with_fonts(job, Document(job, **every)), label)

    # -- files

    def _start(self, document: Document) -> None:
        self.history = History(document)
        self.saved = document
        self.resolved = resolve(document.job, LIMITS)
        self.selected = 0 if document.job.stamps else BLANK
        self.feature = 0
        self.face = document.job.stamps[0].setting.face if document.job.stamps else None

    def begin(self, document: Document, path: Path | None) -> None:
        """Take up a document in place of this one."""
        self._start(document)
        self.file.take(path, document)
        self.report = self.mesh = self.shown = self.reported = None
        self.charts, self.kinds = {}, {}
        self.awaited.forget()
        self.pictures.forget()
        self._keep.stop()
        self.disk.begin(self.autosave.forget)
        self.file_changed.emit()
        self.job_changed.emit()
        self.selection_changed.emit()
        self.report_changed.emit()
        self.build_now()
        if path is not None:
            self._show_last_time(document)

    def _show_last_time(self, document: Document) -> None:
        """The picture of when the file was last open, until the engine has made it again."""
        mesh = self.disk.done(lambda: kept(document, picture_folder()))
        if mesh is not None and self.mesh is None:
            self.show_only(mesh, LAST_TIME)

    def show_only(self, mesh: Mesh, words: str) -> None:
        """Show what a part looks like that has not been made yet; the words say why."""
        self.mesh, self.only_seen = mesh, words
        self.pictured.emit()

    def _hold_picture(self, document: Document, report: Report) -> None:
        """Hold what is shown for undo and redo; keep that of the file, for the next time."""
        if self.mesh is None or self.shown is None or self.shown.job != document.job:
            return
        mesh, holds = self.mesh, self.file.holds
        self.pictures.hold(Picture(document, mesh, self.charts, self.kinds, report))
        if holds and document.job == self.saved.job:
            self.disk.begin(lambda: keep(holds, mesh, picture_folder()))

    def open(self, path: Path) -> None:
        """Open a file. Raises ArchiveError and leaves everything as it was."""
        document, told = self.disk.done(lambda: with_sound_fonts(open_file(path)))
        self.begin(document, path)
        if told:
            self.failed.emit(told)

    def recover(self, left: Left) -> None:
        """Take up work left behind; it goes when a new copy stands. Raises ArchiveError."""
        document, _ = self.disk.done(lambda: with_sound_fonts(left.read()))
        original = left.original
        self.begin(document, original)
        self.file.holds = None  # not what was left
        try:
            self.saved = (
                self.disk.done(lambda: open_file(original)) if original else Document(new_job())
            )
        except ArchiveError:
            self.saved = Document(new_job())  # the original is gone: all of it is unsaved
        if self.unsaved:
            self.disk.done(lambda: self.autosave.keep(document, original))
        left.discard()
        self.file_changed.emit()

    def save(self, path: Path, even_so: bool = False) -> None:
        """Save; raises ArchiveError, and ChangedSince for another's changes unless `even_so`."""
        document = self.document
        last = self.file.seen if path == self.path and not even_so else None
        self.disk.done(lambda: save_file(document, path, last))
        self.saved = document
        self.file.take(path, document)
        if not self.unsaved:
            self._keep.stop()
            self.disk.done(self.autosave.forget)
        self.file_changed.emit()

    def _keep_copy(self) -> None:
        """Leave a copy of the work as it is now to be written."""
        if self._kept is not None and not self._kept.done():
            self._keep.start()
            return
        if not self.unsaved:
            self.disk.begin(self.autosave.forget)
            return
        document, path = self.document, self.path
        self._kept = self.disk.begin(lambda: self.autosave.keep(document, path))
        self._kept.add_done_callback(self._copied)

    def keep_now(self) -> None:
        """Keep a copy without waiting for its time, when something went wrong."""
        self._keep.stop()
        self._keep_copy()

    def _copied(self, kept: Future[None]) -> None:
        """In the disk's thread: a copy stands, or does not, which is told once."""
        error = kept.exception()
        if error is not None and self._kept_well:
            LOG.error("no copy of unsaved work is kept", exc_info=error)
            self.failed.emit(str(error))
        self._kept_well = error is None

    # -- the engine

    def build_now(self) -> None:
        """Ask for the exact solid of the job in hand."""
        self._rest.stop()
        self.building = True
        self._asked = {self.engine.build(self.document.trimmed()): self.document}

    def write(self, folder: Path, name: str, endings: tuple[str, ...], options: Options) -> None:
        self._rest.stop()
        self.engine.client.write(self.document.trimmed(), str(folder), name, endings, options)

    def import_step(self, name: str, data: bytes, known: tuple[FoundFace, ...] = ()) -> int:
        """Ask what a STEP file holds, which signals tell; the request's number."""
        return self.engine.client.import_step(name, data, known)

    def give_up(self, number: int) -> None:
        """Give up a file that is being read."""
        self.engine.client.give_up(number)

    def probe(self, picks: tuple[m.Pick, ...]) -> None:
        """Ask for the measures at one or two places of the part shown; `probed` follows. The engine
        measures what it made last: after an undo it makes what is shown again first."""
        if self.shown is not None and self._made is not self.shown and not self.stale:
            self.build_now()
        self.engine.client.probe(picks)

    def ask(self, question: Question) -> int:
        """Ask something of the build of the job in hand; `answered` follows, or `refused`."""
        return self.engine.client.ask(self.document.trimmed(), question)

    def stop(self) -> bool:
        """Give up the build under way; the part last built stays. True when there was one that had
        not been told so yet."""
        return self.engine.stop()

    def _heard(self, event: m.Event) -> None:
        if isinstance(event, m.Progress):
            self.progress.emit(event.what, event.part)
        elif isinstance(event, m.Picture):
            self._pictured(event)
        elif isinstance(event, m.Done):
            self._done(event)
        elif isinstance(event, m.Laid):
            self.charts = self.awaited.arrived(event)
            self.report_changed.emit()
            self.awaited.done(event)
        elif isinstance(event, m.Wrote):
            self.progress.emit("", 1.0)
            self.wrote.emit([Path(p) for p in event.paths])
        elif type(event) in HANDED_ON:
            getattr(self, HANDED_ON[type(event)]).emit(event)
        elif isinstance(event, m.Stopped | m.Failed):
            self._given_up()
        if isinstance(event, m.Stopped):
            self.refused.emit(event.number, "the job has changed since: ask again")
        if isinstance(event, m.Failed):
            self.refused.emit(event.number, event.message)
            self.failed.emit(event.message)
        elif isinstance(event, m.Died):
            self.engine_restarted.emit(event.again)
            if not event.again:
                self._given_up()

    def _given_up(self) -> None:
        self._made = None  # it may be another process by now
        if not self.engine.client.busy:
            self.building = False
            self.progress.emit("stopped", 1.0)

    def _pictured(self, event: m.Picture) -> None:
        """The new part can be shown; what was found about it follows."""
        document = self._asked.get(event.number)
        if document is not None:
            self._show(Picture(document, together(event.meshes), event.charts or {}, event.kinds))
            self._restate(event.number)
            self.pictured.emit()

    def _restate(self, number: int) -> None:
        """Places of older files, which count from the rim or the middle as their face happens to
        be shaped, say from now on which of them it is."""
        before = self.document
        job = with_places_told(before.job, self.charts)
        if job == before.job or self.drag_under_way:
            return
        told = replace(before, job=job)
        self.history.restate(told)
        for name in ("saved", "shown"):
            held = getattr(self, name)
            if held is not None and held.job == before.job:
                setattr(self, name, told)
        if self._asked.get(number) is not None and self._asked[number].job == before.job:
            self._asked[number] = told
        self.resolved = resolve(job, LIMITS)

    def _done(self, event: m.Done) -> None:
        document = self._asked.pop(event.number, None)
        if document is None:
            return
        self.building = False
        self.report, self.reported, self._made = event.report, document, document
        if event.report.charts:
            self.charts, self.kinds = event.report.charts, event.report.kinds
        self._hold_picture(document, event.report)
        self.awaited.built(event.number)
        self.progress.emit("", 1.0)
        self.report_changed.emit()
        self.awaited.when_laid(self.face)

    def close(self) -> None:
        """Leave in good order: no copy stays behind, the engine ends."""
        self.map.stop()
        self._rest.stop()
        self._keep.stop()
        self.background.close()
        self.disk.begin(self.autosave.forget)
        self.disk.close()
        self.file.close()
        self.engine.close()
