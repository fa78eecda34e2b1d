"""Small pictures of the jobs that were last open, for the list of them."""

from __future__ import annotations

import hashlib
import logging
import os
from collections.abc import Iterable
from pathlib import Path

from platformdirs import user_cache_path
from PySide6.QtCore import QSize, Qt
from PySide6.QtGui import QIcon, QImage

from tinstamp.desk.look.pixels import as_png
from tinstamp.job.disk import write_atomically

LOG = logging.getLogger("tinstamp.desk")
SIZE = QSize(84, 84)
"""px of a picture that is kept, twice what it is shown at"""


def picture_folder() -> Path:
    """Where they are kept; nothing is lost when it is emptied."""
    return user_cache_path("tinstamp", appauthor=False) / "recent"


def picture_file(path: Path) -> Path:
    """Where the picture of a job's file is kept."""
    digest = hashlib.sha256(os.fsencode(path.resolve())).hexdigest()
    return picture_folder() / f"{digest[:32]}.png"


def small(image: QImage) -> QImage:
    """What is kept of a picture of the part: its middle, square."""
    high = round(min(image.height(), image.width() * SIZE.height() / SIZE.width()))
    wide = round(high * SIZE.width() / SIZE.height())
    left, top = (image.width() - wide) // 2, (image.height() - high) // 2
    smooth = Qt.TransformationMode.SmoothTransformation
    keep = Qt.AspectRatioMode.IgnoreAspectRatio
    return image.copy(left, top, wide, high).scaled(SIZE, keep, smooth)


def keep(image: QImage, path: Path, listed: Iterable[Path]) -> None:
    """Keep the picture of a job's file, and those of the files that are listed; others go. Where
    nothing can be kept, nothing is. Beside the window's thread."""
    try:
        picture_folder().mkdir(parents=True, exist_ok=True)
        own = picture_file(path)
        write_atomically(own, as_png(small(image)))
        known = {own, *map(picture_file, listed)}
        for file in picture_folder().glob("*.png"):
            if file not in known:
                file.unlink(missing_ok=True)
    except OSError:
        LOG.info("no small picture is kept", exc_info=True)


def icon_of(path: Path) -> QIcon:
    """The picture kept of a job's file; an empty one where there is none."""
    file = picture_file(path)
    return QIcon(str(file)) if file.exists() else QIcon()
