"""Documents made ready to be worked on: new ones, fonts that stand, places told."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from functools import cache

from tinstamp.artwork import fonts
from tinstamp.artwork.font_file import checked
from tinstamp.artwork.logo import READING_BYTES, READING_SECONDS
from tinstamp.chart.base import FaceChart
from tinstamp.guarded.work import Limits, guarded
from tinstamp.job.archive import Document
from tinstamp.job.features import Tube
from tinstamp.job.model import Blank, FontRef, Job, Path, changed
from tinstamp.setting.place import counted_from


def with_places_told(job: Job, charts: Mapping[str, FaceChart]) -> Job:
    """A job whose stamps say which edge, or the middle, their height counts from."""
    for i, stamp in enumerate(job.stamps):
        setting = stamp.setting
        if setting.up_from == "usual" and not setting.from_stamp and setting.face in charts:
            word = counted_from(charts[setting.face])
            if word != "usual":
                job = changed(job, ("stamps", i, "setting", "up_from"), word)
    return job


def with_fonts(job: Job, before: Document) -> Document:
    """The job with each font's digest filled in, and the bytes it needs; other files as `before`.

    A font that cannot be found stays without a digest: the engine's finding says so.
    """
    held = dict(before.fonts)
    for i, stamp in enumerate(job.stamps):
        for where, ref in stamp.artwork.fonts_at.items():
            path: Path = ("stamps", i, "artwork", *where)
            if ref.digest in held:
                continue
            try:
                face = fonts.find(ref.family, ref.style)
                data = fonts.read(face.path, face.index)
            except fonts.FontError:
                continue
            held[data.digest] = data.data
            filled = FontRef(
                family=ref.family, style=ref.style, digest=data.digest, index=data.index
            )
            job = changed(job, path, filled)
    fonts_now = before.fonts if len(held) == len(before.fonts) else held
    return Document(job, fonts_now, before.parts, before.logos)


def with_sound_fonts(document: Document) -> tuple[Document, str]:
    """A document without the fonts that do not stand being tried out, in a process of their own,
    and words about them: text is shaped in the window's thread, where no foreign file may do
    harm. Fonts that ship with the program are known."""
    kept, told = {}, ""
    for digest, data in document.fonts.items():
        try:
            if digest not in shipped_digests():
                ending = ".ttc" if data[:4] == b"ttcf" else ".ttf"
                guarded(FONT_LIMITS, checked, data, "a font of the job", ending)
            kept[digest] = data
        except ValueError as error:
            told = f"a font that the job keeps cannot be used: {error}"
    return replace(document, fonts=kept), told


@cache
def shipped_digests() -> frozenset[str]:
    """Of the fonts that come with the program."""
    return frozenset(fonts.read(face.path, face.index).digest for face in fonts.shipped())


FONT_LIMITS = Limits(READING_SECONDS, READING_BYTES)
"""What trying out a font may take."""


def new_job() -> Job:
    """A job to start from: a plain tube."""
    return Job(blank=Blank(features=(Tube(name="tube"),)))
