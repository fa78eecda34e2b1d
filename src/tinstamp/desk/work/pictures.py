"""Pictures of states of the job: the last ones in memory, so that undo and redo show theirs at
once, and that of a file when it was last open in a folder, so that opening it does.

Knows nothing of Qt.
"""

from __future__ import annotations

import hashlib
import logging
import os
from collections import OrderedDict
from collections.abc import Mapping
from dataclasses import dataclass
from io import BytesIO
from pathlib import Path

import numpy as np
from platformdirs import user_cache_path

from tinstamp.chart.base import FaceChart
from tinstamp.engine.report import Report
from tinstamp.engine.triangles import Mesh
from tinstamp.job.archive import DAMAGE, Document
from tinstamp.job.disk import write_atomically
from tinstamp.job.face_name import Role, StampFace
from tinstamp.job.model import Job
from tinstamp.version import VERSION

LOG = logging.getLogger("tinstamp.desk")
MOST_BYTES = 200 * 2**20
"""bytes of triangles that are held in memory"""
MOST_FILES = 40
"""pictures that are kept in the folder"""
MOST_FILE_BYTES = 32 * 2**20
"""bytes of a picture that is kept there"""
ROLES: dict[str, Role] = {"cap": "cap", "wall": "wall"}
ARRAYS = ("points", "triangles", "faces")


@dataclass(frozen=True)
class Picture:
    """What was seen of a state of the job, and what was found about it."""

    document: Document
    mesh: Mesh
    charts: Mapping[str, FaceChart]
    kinds: Mapping[str, str]
    report: Report | None = None


class Pictures:
    """Pictures of the states last looked at."""

    def __init__(self, most: int = MOST_BYTES) -> None:
        self._most = most
        self._held: OrderedDict[int, Picture] = OrderedDict()

    def hold(self, picture: Picture) -> None:
        """Hold a picture; the oldest ones go when there are too many."""
        self._held[id(picture.document.job)] = picture
        self._held.move_to_end(id(picture.document.job))
        while sum(_weight(p.mesh) for p in self._held.values()) > self._most:
            self._held.popitem(last=False)

    def of(self, job: Job) -> Picture | None:
        """The picture of that very job; None when it is not held any more."""
        found = self._held.get(id(job))
        return found if found is not None and found.document.job is job else None

    def forget(self) -> None:
        """Another document is taken up."""
        self._held.clear()


def _weight(mesh: Mesh) -> int:
    return sum(getattr(mesh, name).nbytes for name in ARRAYS)


def picture_folder() -> Path:
    """Where pictures of files are kept; nothing is lost when it is emptied."""
    return user_cache_path("tinstamp", appauthor=False) / "pictures"


def keep(document: Document, mesh: Mesh, folder: Path) -> None:
    """Keep the picture of a document, for when its file is opened again; the oldest ones go.
    Where nothing can be kept, nothing is."""
    if _weight(mesh) > MOST_FILE_BYTES:
        return
    target = folder / f"{_digest(document)}.npz"
    try:
        folder.mkdir(parents=True, exist_ok=True)
        if target.exists():
            os.utime(target)
            return
        write_atomically(target, _packed(mesh))
        files = sorted(folder.glob("*.npz"), key=lambda file: file.stat().st_mtime)
        for file in files[:-MOST_FILES]:
            file.unlink(missing_ok=True)
    except OSError:
        LOG.info("no picture is kept", exc_info=True)


def kept(document: Document, folder: Path) -> Mesh | None:
    """The picture kept of a document; None when there is none that can be read."""
    file = folder / f"{_digest(document)}.npz"
    try:
        return _unpacked(file.read_bytes()) if file.exists() else None
    except DAMAGE:
        LOG.info("a kept picture cannot be read", exc_info=True)
        return None


def _digest(document: Document) -> str:
    """Of all that a part is made from, and by which program: files stand in a job by theirs."""
    text = document.job.model_dump_json()
    return hashlib.sha256(f"{VERSION}\n{text}".encode()).hexdigest()


def _packed(mesh: Mesh) -> bytes:
    """Arrays alone, and names as text: nothing that is run when it is read."""
    stamps = [n.stamp if isinstance(n, StampFace) else "" for n in mesh.names]
    names = [_word(n) if isinstance(n, StampFace) else n for n in mesh.names]
    stream = BytesIO()
    np.savez_compressed(
        stream,
        **{name: getattr(mesh, name) for name in ARRAYS},
        names=np.array(names, dtype=str),
        stamps=np.array(stamps, dtype=str),
        bodies=np.array(mesh.bodies, dtype=str),
    )
    return stream.getvalue()


def _word(face: StampFace) -> str:
    return f"{face.role} {face.side}" if face.side else face.role


def _read(stamp: str, word: str) -> StampFace:
    role, _, side = word.partition(" ")
    return StampFace(stamp, ROLES[role], side)


def _unpacked(data: bytes) -> Mesh:
    """Raises ValueError for arrays that are no mesh."""
    with np.load(BytesIO(data), allow_pickle=False) as held:
        points, triangles, faces = (held[name] for name in ARRAYS)
        texts = [[str(t) for t in held[name]] for name in ("names", "stamps", "bodies")]
    words, stamps, bodies = texts
    names = tuple(
        _read(stamp, word) if stamp else word for word, stamp in zip(words, stamps, strict=True)
    )
    sound = (
        points.ndim == triangles.ndim == 2
        and points.shape[1] == triangles.shape[1] == 3
        and faces.shape == (len(triangles),)
        and len(bodies) == len(names)
        and bool(np.isfinite(points).all())
        and (not len(triangles) or (triangles.min() >= 0 and triangles.max() < len(points)))
        and (not len(faces) or (faces.min() >= 0 and faces.max() < len(names)))
    )
    if not sound:
        raise ValueError("these are no triangles of a part")
    return Mesh(
        points.astype(np.float32),
        triangles.astype(np.int32),
        faces.astype(np.int32),
        names,
        tuple(bodies),
    )
