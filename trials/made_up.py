"""What the tasks bring from elsewhere: a photograph of handwriting, a part in two versions."""

from __future__ import annotations

import random
from pathlib import Path

import numpy as np
from PIL import Image, ImageDraw

from tinstamp.engine.build import build
from tinstamp.engine.write import write_files
from tinstamp.job.archive import Document
from tinstamp.job.features import Hole, Plate
from tinstamp.job.model import Blank, Job


def wobbly(path: Path) -> None:
    """A made-up scrawl, as a camera sees it: uneven ground, grain, soft edges."""
    r = random.Random(5)
    picture = Image.new("L", (900, 300), 235)
    pen = ImageDraw.Draw(picture)
    for k in range(5):
        x, along = 90 + 160 * k, np.linspace(0, 6.0, 60)
        across = x + 22 * along + 25 * np.cos(2 * along + k)
        up = 150 + 80 * np.sin(along * (1.1 + k / 5))
        spots = list(zip(across.tolist(), up.tolist(), strict=True))
        pen.line(spots, fill=40, width=12, joint="curve")
    grain = np.asarray(picture, dtype=float)
    grain += np.linspace(0, -30, grain.shape[1])[None, :]
    grain += np.array([[r.gauss(0, 6) for _ in range(1)] for _ in range(grain.shape[0])])
    Image.fromarray(np.clip(grain, 0, 255).astype(np.uint8)).save(path)


def bracket(folder: Path, name: str, length: float) -> Path:
    """A plate with a hole, as STEP; its length is what changes."""
    plate = Plate(name="b", length=f"{length} mm", width="40 mm", thickness="6 mm")
    hole = Hole(name="h", face="b.top", across="20 mm", up="10 mm", diameter="6 mm")
    built = build(Document(Job(blank=Blank(features=(plate, hole)))))
    (path,) = write_files(built, folder, name, ("step",), {})
    return path
