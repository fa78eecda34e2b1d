"""Foreign files and long drawing, done for the window without the window waiting.

Logos and height pictures of the job in hand are read in the background: until they are there,
`StillReading` is raised, and `come` is emitted afterwards. Patterns are drawn so too, and plain ink
stands in for them. What a designer takes in is waited for, with a way to give it up.
"""

from __future__ import annotations

import logging
from collections.abc import Callable, Hashable
from concurrent.futures import Future, ThreadPoolExecutor, wait
from dataclasses import replace
from hashlib import blake2b
from threading import Event
from typing import Any, TypeVar

import numpy as np
from PySide6.QtCore import QCoreApplication, QObject, Qt, Signal
from PySide6.QtWidgets import QProgressDialog, QWidget

from tinstamp.artwork.drawing import Drawing
from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.greys import greys_guarded, read_greys_with
from tinstamp.artwork.logo import Reading, StillReading, read_guarded, read_with
from tinstamp.artwork.outline import Array, Region
from tinstamp.artwork.painted import LogoError
from tinstamp.artwork.pattern import PatternError, Texture, fill_with, patterned
from tinstamp.desk.words.say import say
from tinstamp.desk.work.disk_work import PAINT_LOOK
from tinstamp.desk.work.live_files import LiveFiles
from tinstamp.guarded.work import MB, GuardError, Limits, guarded

Result = TypeVar("Result")
LOG = logging.getLogger("tinstamp.desk")
SHOWN_AFTER = 400
"""ms until a reading under way is told, with what gives it up"""
DRAWINGS_KEPT = 32
"""Drawings that are kept."""
PATTERN_LIMITS = Limits(60.0, 1500 * MB)
"""What drawing a pattern may take."""
PATTERNS_WAITING = 2
"""Patterns that wait for their turn; of more, the last ones asked for. Those left out are asked for
again when one has come, if anybody still wants them."""


class Background(QObject):
    """Reads logos and height pictures, one or two at a time, and draws patterns beside them.

    Attributes
    ----------
    live : watches the files that they came from.
    """

    come = Signal()

    def __init__(self, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._pool = ThreadPoolExecutor(2, "reading")
        self.live = LiveFiles(self._pool.submit, self)
        self._drawing = ThreadPoolExecutor(1, "drawing")
        self._waiting: list[tuple[Hashable, Future[None]]] = []
        self._under_way: set[Hashable] = set()
        self._found: dict[Hashable, Any] = {}

    def read_from_now_on(self) -> None:
        """Logos and height pictures are read here, and patterns drawn, wherever they are asked
        for."""
        read_with(self.read)
        read_greys_with(self.greys)
        fill_with(self.filled)

    def read(self, reading: Reading) -> Drawing:
        """What a logo's file draws. Raises LogoError, and StillReading until it is there."""
        found: Drawing = self._of(reading, read_guarded, reading)
        return found

    def greys(self, data: bytes) -> Array:
        """How light a picture is. Raises LogoError, and StillReading until it is there."""
        found: Array = self._of(("greys", data), greys_guarded, data)
        return found

    def filled(self, artwork: Artwork, texture: Texture) -> Artwork:
        """Artwork with a pattern; until that is drawn, itself, marked as waiting. Raises
        PatternError."""
        if not artwork.regions:
            return artwork
        key = ("pattern", texture, _told_apart(artwork.regions))
        found = self._found.get(key)
        if isinstance(found, ValueError):
            raise PatternError(*found.args)
        if found is not None:
            return replace(artwork, regions=found)
        self._draw(key, artwork.regions, texture)
        return replace(artwork, waits=True)

    def _draw(self, key: Hashable, regions: tuple[Region, ...], texture: Texture) -> None:
        if key in self._under_way:
            return
        self._waiting = [
            (k, turn) for k, turn in self._waiting if not turn.running() and not turn.done()
        ]
        while len(self._waiting) >= PATTERNS_WAITING:
            late, turn = self._waiting.pop(0)
            if turn.cancel():
                self._under_way.discard(late)
        self._under_way.add(key)
        turn = self._drawing.submit(self._work, key, _pattern_regions, regions, texture)
        self._waiting.append((key, turn))

    def _of(self, key: Hashable, work: Callable[..., Any], *given: Any) -> Any:
        found = self._found.get(key)
        if isinstance(found, LogoError):
            raise LogoError(*found.args)
        if found is not None:
            return found
        if key not in self._under_way:
            self._under_way.add(key)
            self._pool.submit(self._work, key, work, *given)
        raise StillReading("the file is being read")

    def _work(self, key: Hashable, work: Callable[..., Any], *given: Any) -> None:
        """In a thread of the pool."""
        try:
            found = work(*given)
        except (LogoError, PatternError) as error:
            found = error
        except Exception:
            LOG.exception("work beside the window failed")
            found = LogoError("the file cannot be read or drawn")
        while len(self._found) >= DRAWINGS_KEPT:
            self._found.pop(next(iter(self._found)))
        self._found[key] = found
        self._under_way.discard(key)
        self.come.emit()

    def close(self) -> None:
        """Read and watch no longer."""
        read_with(read_guarded)
        read_greys_with(greys_guarded)
        fill_with(patterned)
        self.live.stop()
        for pool in (self._pool, self._drawing):
            pool.shutdown(wait=False, cancel_futures=True)


def _told_apart(regions: tuple[Region, ...]) -> bytes:
    """A digest of all that a pattern within regions hangs on."""
    found = blake2b(digest_size=16)
    for region in regions:
        found.update(repr((region.letters, [len(o) for o in region.outlines])).encode())
        for outline in region.outlines:
            found.update(np.ascontiguousarray(outline.beziers).tobytes())
    return found.digest()


def _pattern_regions(regions: tuple[Region, ...], texture: Texture) -> tuple[Region, ...]:
    """The regions of a pattern, drawn in a process of its own. Raises PatternError."""
    try:
        return guarded(PATTERN_LIMITS, patterned, Artwork(regions), texture).regions
    except GuardError as error:
        raise PatternError(
            "the pattern takes too long to be drawn before it is built: give a wider pitch"
        ) from error


def taken_in(
    parent: QWidget, name: str, limits: Limits, work: Callable[..., Result], *arguments: Any
) -> Result:
    """What `work` gives, from a process of its own, while the window stays alive; a box that
    tells of it, with a way to give it up, comes when it takes long. Raises what `work` raises
    in words, GuardError, and Cancelled."""
    given_up = Event()
    with ThreadPoolExecutor(1, "taking in") as pool:
        future = pool.submit(guarded, limits, work, *arguments, cancelled=given_up.is_set)
        watched(parent, f"Reading {name} …", future, given_up.set)
    return future.result()


def watched(parent: QWidget, words: str, future: Future[Any], give_up: Callable[[], None]) -> None:
    """Wait for a future with a box that gives it up; its window paints on, and takes no keys."""
    box = QProgressDialog(say(words), say("Give up"), 0, 0, parent)
    box.setWindowTitle(say("Tin Stamp"))
    box.setWindowModality(Qt.WindowModality.WindowModal)
    box.setMinimumDuration(SHOWN_AFTER)
    box.setValue(0)
    told = False
    try:
        while not future.done():
            wait([future], PAINT_LOOK)
            QCoreApplication.processEvents()
            if box.wasCanceled() and not told:
                told = True
                give_up()
    finally:
        box.reset()
        box.deleteLater()
