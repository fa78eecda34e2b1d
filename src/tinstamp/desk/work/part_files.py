"""Files that come into a blank: STEP parts as features, DXF and SVG as profiles."""

from __future__ import annotations

import hashlib
import re
from collections.abc import Callable
from concurrent.futures import Future
from pathlib import Path
from typing import Any

from pydantic import ValidationError
from PySide6.QtCore import QObject, QTimer, Signal
from PySide6.QtWidgets import QFileDialog, QInputDialog, QWidget

from tinstamp.artwork.font_file import checked
from tinstamp.artwork.greys import read_greys
from tinstamp.artwork.inks import Study
from tinstamp.artwork.logo import LOGO_LIMITS, looked_at
from tinstamp.chart.base import Chart
from tinstamp.chart.joint import Faces
from tinstamp.desk.dialogs.ink_dialog import asked_of_inks
from tinstamp.desk.words.say import say
from tinstamp.desk.work.background import taken_in, watched
from tinstamp.desk.work.documents import FONT_LIMITS
from tinstamp.desk.work.new_stamp import put_off
from tinstamp.desk.work.session import Session
from tinstamp.engine import messages as m
from tinstamp.engine.triangles import Mesh
from tinstamp.guarded.work import Cancelled
from tinstamp.job import edit_features as edit
from tinstamp.job.archive import MOST_BYTES, Document, shown
from tinstamp.job.edit_stamps import each_ink
from tinstamp.job.feature import Position
from tinstamp.job.features import Extruded, Groove, Imported, TurnedProfile
from tinstamp.job.formula import LENGTHS
from tinstamp.job.imported import FoundFace
from tinstamp.job.model import Blank, FontRef, Job, Logo, changed, get
from tinstamp.job.profile_file import read
from tinstamp.job.values import LONGEST_FILE, LONGEST_LABEL
from tinstamp.job.wording import first_problem

AS_READ = "as it stands in its file; its faces are being looked at"
"""said of a part that was just read"""
PASTED = "pasted.svg"
"""What a drawing from the clipboard is called."""
STEP = "STEP files (*.step *.stp *.STEP *.STP)"
FONT = "Fonts (*.ttf *.otf *.ttc *.otc *.woff *.woff2)"
TITLES = {
    "points": "Take in a profile",
    "rail_points": "Take in a rail",
    "logo": "Take in a logo",
    "new logo": "Take in a logo",
    "font": "Take in a font",
    "heights": "Take in a picture",
}
LOGO = "Logos (*.svg *.dxf *.png *.jpg *.jpeg *.SVG *.DXF *.PNG *.JPG *.JPEG)"
PICTURE = "Pictures (*.png *.jpg *.jpeg *.PNG *.JPG *.JPEG)"
PROFILE = "Outlines (*.dxf *.svg *.DXF *.SVG)"

ENDINGS = {
    "points": PROFILE,
    "rail_points": PROFILE,
    "logo": LOGO,
    "new logo": LOGO,
    "font": FONT,
    "heights": PICTURE,
}
"""What files are offered for a purpose; others are parts."""


class PartFiles(QObject):
    """Asks for a file and puts what it holds into the job.

    Attributes
    ----------
    glimpsed : the triangles of a part that is being read; None when it is not taken in after all.
    """

    glimpsed = Signal(object)

    def __init__(self, session: Session, window: QWidget) -> None:
        super().__init__(window)
        self.session = session
        self.window_ = window
        self._wanted: tuple[str, int] = ("", 0)
        self._glimpse: Mesh | None = None
        session.wants_file.connect(self.ask)
        session.background.live.changed.connect(self._changed_on_disk)

    def _changed_on_disk(self, digest: str, told: str) -> None:
        """A logo's file is there anew: told, and offered at its stamp."""
        newer = self.session.background.live.newer(digest)
        used = {getattr(stamp.artwork, "digest", "") for stamp in self.session.job.stamps}
        if newer is not None and digest in used:
            words = f"{newer.path.name} has changed on disk: its stamp offers it anew"
            self.session.failed.emit(words)

    def ask(self, purpose: str) -> None:
        """Ask for a file; `purpose` is new, join, cut or renew for a STEP file, or the name
        of a profile's list of points."""
        start = str(self.session.path.parent if self.session.path else Path.home())
        path, _ = QFileDialog.getOpenFileName(
            self.window_,
            say(TITLES.get(purpose, "Take in a part")),
            start,
            ENDINGS.get(purpose, STEP),
        )
        if path:
            self.open(Path(path), purpose)

    def open(self, path: Path, purpose: str) -> None:
        """Read a file for a purpose (see `ask`); whatever is wrong with it is told."""
        name = label_from(path)

        def take() -> None:
            data = self.session.disk.done(lambda: _bytes(path))
            if purpose in ("points", "rail_points"):
                self._profile(name, data, purpose)
            elif purpose == "font":
                self._font(name, path, data)
            elif purpose == "heights":
                self._heights(name, data)
            elif purpose in ("logo", "new logo"):
                self._logo(name, path, data, purpose == "new logo")
            else:
                self._part(name, data, purpose)

        self._told(name, take)

    def paste_logo(self, data: bytes) -> None:
        """A drawing from the clipboard as a new stamp; whatever is wrong with it is told."""
        self._told(PASTED, lambda: self._logo(PASTED, None, data, True))

    def _told(self, name: str, take: Callable[[], None]) -> None:
        try:
            take()
        except OSError as error:
            self.session.failed.emit(f"{name} cannot be read: {error.strerror}")
        except Cancelled:
            self.session.failed.emit(f"{name} was not taken in")
        except ValidationError as error:
            self.session.failed.emit(first_problem(error))
        except ValueError as error:
            words = str(error)
            self.session.failed.emit(words if words.startswith(name) else f"{name}: {words}")

    def _part(self, name: str, data: bytes, purpose: str) -> None:
        self._wanted = (purpose, self.session.feature)
        known: tuple[FoundFace, ...] = ()
        if purpose == "renew":
            renewed = self.session.job.blank.features[self.session.feature]
            known = renewed.faces if isinstance(renewed, Imported) else ()
        answer: Future[m.Imported | None] = Future()
        number = self.session.import_step(name, data, known)

        def come(found: m.Imported) -> None:
            if found.number == number and not answer.done():
                answer.set_result(found)

        def refused(refused_number: int, _: str) -> None:
            if refused_number == number and not answer.done():
                answer.set_result(None)

        self.session.imported.connect(come)
        self.session.refused.connect(refused)
        self.session.glimpsed.connect(self._glimpsed)
        try:
            watched(self.window_, f"Reading {name} …", answer, lambda: self.session.give_up(number))
        finally:
            self.session.imported.disconnect(come)
            self.session.refused.disconnect(refused)
            self.session.glimpsed.disconnect(self._glimpsed)
        found, glimpse = answer.result(), self._glimpse
        self._glimpse = None
        try:
            if found is not None:
                self.take(found, glimpse)
        finally:  # what was not taken in after all does not stay on the screen
            if glimpse is not None and self.session.mesh is not glimpse:
                self.glimpsed.emit(None)

    def _glimpsed(self, seen: m.Glimpse) -> None:
        """A new part can be seen while its faces still get their names."""
        if self._wanted[0] == "new":
            self._glimpse = seen.mesh
            self.glimpsed.emit(seen.mesh)

    def take(self, found: m.Imported, glimpse: Mesh | None = None) -> None:
        """Put the solid that was read where it was wanted; `glimpse` is what it looks like."""
        purpose, index = self._wanted
        which = self._which(found)
        if which is None:
            return
        solid = found.solids[which]
        digest = hashlib.sha256(found.data).hexdigest()
        fields: dict[str, Any] = {
            "file": found.name,
            "digest": digest,
            "which": which,
            "of": len(found.solids),
            "faces": solid.faces,
            "notes": solid.notes,
        }
        job = self.session.job
        label = f"take in {found.name}"
        if purpose == "new":
            part = Imported(name=_name(found.name), **fields)
            fresh = Job(blank=Blank(features=(part,)))
            self.session.begin(Document(fresh, {}, {digest: found.data}), None)
            if glimpse is not None and self.session.mesh is None and len(found.solids) == 1:
                self.session.show_only(glimpse, AS_READ)
            return
        if purpose == "renew":
            for name, value in fields.items():
                job = changed(job, ("blank", "features", index, name), value)
            self.session.take(job, label, parts={digest: found.data})
            return
        face = self.session.face or ""
        at = Position(face=face if face in Faces.of(self.session.charts).names else "")
        name = edit.free_feature_name(job, _name(found.name))
        part = Imported.model_validate({"name": name, "how": purpose, "at": at, **fields})
        if self.session.take(edit.added(job, part), label, parts={digest: found.data}):
            self.session.select_feature(len(job.blank.features))

    def _which(self, found: m.Imported) -> int | None:
        """The solid that is meant; asked for when there are several."""
        if len(found.solids) == 1:
            return 0
        words = [
            f"solid {i + 1}:  {s.size[0]:.2f} × {s.size[1]:.2f} × {s.size[2]:.2f} mm, "
            f"{len(s.faces)} faces"
            for i, s in enumerate(found.solids)
        ]
        told = f"{found.name} holds {len(found.solids)} solids. Take in:"
        word, given = QInputDialog.getItem(
            self.window_, say("Several solids"), say(told), words, 0, False
        )
        return words.index(word) if given else None

    def _font(self, name: str, path: Path, data: bytes) -> None:
        """A font file for the chosen stamp, kept within the job. Raises ValueError."""
        index = self.session.selected
        ending = path.suffix.lower()
        face, font = taken_in(self.window_, name, FONT_LIMITS, checked, data, name, ending)
        ref = FontRef(
            family=face.family[:LONGEST_LABEL],
            style=face.style[:LONGEST_LABEL],
            digest=font.digest,
            index=face.index,
        )
        job = changed(self.session.job, ("stamps", index, "artwork", "font"), ref)
        self.session.take(job, f"take in {name}", fonts={font.digest: font.data})

    def _logo(self, name: str, path: Path | None, data: bytes, fresh: bool) -> None:
        """A logo for the chosen stamp, or for a new one on the chosen face. Raises ValueError."""
        ending = name.rpartition(".")[2].lower()
        kind = {"svg": "svg", "dxf": "dxf", "png": "png", "jpg": "jpg", "jpeg": "jpg"}.get(ending)
        if kind is None:
            raise ValueError(f"{name} is none of SVG, DXF, PNG and JPEG")
        digest = hashlib.sha256(data).hexdigest()
        logo = Logo.model_validate({"file": name, "digest": digest, "format": kind})
        session = self.session
        looked = taken_in(self.window_, name, LOGO_LIMITS, looked_at, data, kind)
        choice = None
        if looked.study is not None:
            choice = asked_of_inks(looked.study, {}, name, self.window_)
            if choice is None:
                return
            logo = logo.model_copy(update={"inks": choice.fields(), "framed": choice.each})
        natural = looked.natural
        if natural is not None and looked.study is not None and choice is not None:
            natural = taken_in(
                self.window_, name, LOGO_LIMITS, Study.across, looked.study, dict(choice.uses)
            )
            if choice.each:
                natural = (looked.study.page[0] * looked.study.size,
                           looked.study.page[1] * looked.study.size)  # fmt: skip

        def lay() -> None:
            sized = self._sized(logo, natural, looked.known, fresh)
            if sized is None:
                return
            if fresh:  # in one step: a stamp without its file would be built, and told of
                taken = self.window_.add_stamp(sized, Path(name).stem, data)
            else:
                job = changed(session.job, ("stamps", session.selected, "artwork"), sized)
                taken = session.take(job, f"take in {name}", logos={digest: data})
            if taken and path is not None:
                session.background.live.watch(digest, path, logo.format, looked)
            if taken and choice is not None and choice.each:
                job = each_ink(session.job, session.selected, choice.fields())
                session.replace(job, "a stamp for each ink")

        # later not within what the engine has just told: it may ask for the unit
        if not (fresh and put_off(session, lambda: QTimer.singleShot(0, self, lay))):
            lay()

    def _sized(
        self, logo: Logo, natural: tuple[float, float] | None, known: bool, fresh: bool
    ) -> Logo | None:
        """A logo in a size that suits its face; None when the question for its unit was given
        up."""
        session = self.session
        face = session.face if session.face in session.charts else next(iter(session.charts), None)
        room = 20.0
        if not fresh and session.selected >= 0:
            face = session.job.stamps[session.selected].setting.face
        if face is not None and face in session.charts:
            room = room_on(session.charts[face])
        if natural is not None and not known:
            unit = ask_unit(natural, room, self.window_)
            if unit is None:
                return None
            logo = logo.model_copy(update={"unit": unit})
            natural = (natural[0] * LENGTHS[unit], natural[1] * LENGTHS[unit])
        if natural is not None and 1.0 <= natural[0] <= 10.0 * room:
            return logo.model_copy(update={"given": "file"})
        # plainly off, or of no size: made to fit, which the fields show
        return logo.model_copy(update={"size": f"{0.4 * room:.3g} mm"})

    def _heights(self, name: str, data: bytes) -> None:
        """A picture whose greys the chosen stamp's caps follow. Raises ValueError."""
        session = self.session
        taken_in(self.window_, name, LOGO_LIMITS, read_greys, data)
        path = ("stamps", session.selected, "relief")
        digest = hashlib.sha256(data).hexdigest()
        picture = get(session.job, (*path, "picture"))
        picture = picture.model_copy(update={"file": name, "digest": digest})
        job = changed(changed(session.job, (*path, "caps"), "picture"), (*path, "picture"), picture)
        session.take(job, f"take in {name}", logos={digest: data})

    def _profile(self, name: str, data: bytes, list_name: str) -> None:
        index = self.session.feature
        path = ("blank", "features", index, list_name)
        taken = taken_in(self.window_, name, LOGO_LIMITS, read, data, name)
        try:
            job = changed(self.session.job, path, taken.knots)
            feature = get(job, path[:3])
            closed = _closed_word(feature, taken.closed)
            if closed is not None and list_name == "points":
                job = changed(job, (*path[:3], "closed"), closed)
        except ValidationError as error:
            raise ValueError(first_problem(error)) from error
        self.session.replace(job, f"take in {name}")
        if taken.note:
            self.session.failed.emit(f"{name}: {taken.note}")


def _bytes(path: Path) -> bytes:
    """A file's bytes. Raises OSError, and ValueError when it is far too large for anything."""
    if path.stat().st_size > MOST_BYTES:
        raise ValueError(f"it is larger than {MOST_BYTES // 2**20} MB")
    return path.read_bytes()


def label_from(path: Path) -> str:
    """A file's name as it is shown and kept, whatever its bytes and length are."""
    name = shown(path)
    if len(name) <= LONGEST_FILE:
        return name
    stem, _, ending = name.rpartition(".")
    return f"{stem[: LONGEST_FILE - len(ending) - 2]}….{ending}" if stem else name[:LONGEST_FILE]


def ask_unit(natural: tuple[float, float], room: float, parent: QWidget) -> str | None:
    """Ask for the unit of a file that names none, with the size that each would give."""
    units = ("mm", "cm", "m", "in", "ft")
    sizes = [[v * LENGTHS[unit] for v in natural] for unit in units]
    words = [f"{u}: {w:.5g} × {h:.5g} mm" for u, (w, h) in zip(units, sizes, strict=True)]
    likely = next((k for k, s in enumerate(sizes) if 1.0 <= max(s) <= 2.0 * room), 0)
    told = f"The file names no unit. The face has room for about {room:.3g} mm."
    word, taken = QInputDialog.getItem(
        parent, say("Unit of the drawing"), say(told), words, likely, False
    )
    return units[words.index(word)] if taken else None


def room_on(chart: Chart) -> float:
    """What is about as wide as fits a face, mm."""
    low_x, low_y, high_x, high_y = map(float, chart.bounds)
    return min(high_x - low_x, 2.0 * (high_y - low_y))


def _closed_word(feature: object, closed: bool) -> object:
    if isinstance(feature, TurnedProfile):
        return "itself" if closed else "axis"
    if isinstance(feature, Extruded):
        return "outline" if closed else "open"
    return closed if isinstance(feature, Groove) else None


def _name(file: str) -> str:
    """A feature's name from a file's."""
    word = re.sub(r"\W+", "_", file.rpartition(".")[0]).strip("_").lower()
    return word[:40] if word and word.isidentifier() else "part"
