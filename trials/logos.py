"""Icons that others drew against an independent renderer (resvg): what is read must cover what
is painted, or tell by name what it left out.

`python -m trials.logos COUNT` takes the icons of two Python packages, and those of npm packages
that are named after `--npm` (fetched with `npm pack` into a folder that is gone afterwards).
"""

from __future__ import annotations

import argparse
import io
import re
import subprocess
import tarfile
import tempfile
import time
import zipfile
from importlib.resources import files as resources
from pathlib import Path

import numpy as np
import resvg_py
from PIL import Image, ImageDraw

from tinstamp.artwork.logo import FileData, Reading, read_guarded
from tinstamp.artwork.painted import LogoError
from trials.record import record

RIGHT = 0.98
"""Common part of both inks (intersection over union) that counts as right."""
SIZE = 512
"""Pixels to the longer side of a picture."""
NPM = ("bootstrap-icons", "feather-icons", "@primer/octicons", "ionicons", "boxicons")


def _zip(package: str) -> io.BytesIO:
    return io.BytesIO(resources(package).joinpath(f"{package}.zip").read_bytes())


def packaged() -> list[tuple[str, bytes]]:
    """The icons of the Python packages that the tests use."""
    found = []
    for package in ("lucide", "heroicons"):
        with zipfile.ZipFile(_zip(package)) as archive:
            names = [n for n in sorted(archive.namelist()) if n.endswith(".svg")]
            found += [(f"{package}/{n}", archive.read(n)) for n in names]
    return found


def from_npm(package: str, most: int = 80) -> list[tuple[str, bytes]]:
    """Icons of an npm package, evenly over it. Raises OSError, CalledProcessError."""
    with tempfile.TemporaryDirectory() as folder:
        subprocess.run(["npm", "pack", package], cwd=folder, check=True, capture_output=True)
        (file,) = Path(folder).glob("*.tgz")
        with tarfile.open(file) as archive:
            members = [m for m in archive.getmembers() if m.name.endswith(".svg")]
            members = [m for m in members if m.size < 200_000]
            step = max(1, len(members) // most)
            return [
                (f"{package}/{m.name}", held.read())
                for m in members[::step]
                if (held := archive.extractfile(m)) is not None
            ]


def _box(data: bytes) -> tuple[float, float, float, float] | None:
    found = re.search(rb'viewBox="([^"]+)"', data)
    if found is None:
        return None
    values = [float(v) for v in re.split(rb"[ ,]+", found[1].strip())]
    return (values[0], values[1], values[2], values[3]) if len(values) == 4 else None


def overlap(data: bytes, size: int = SIZE) -> tuple[float, tuple[str, ...]]:
    """Intersection over union of what is read and what resvg paints, and the notes. Raises
    LogoError, and ValueError when the renderer gives nothing to compare."""
    box = _box(data)
    if box is None or max(box[2:]) <= 0:
        raise ValueError("no viewBox")
    x, y, wide, high = box
    text = data.decode("utf-8", "replace").replace("currentColor", "#000000")
    png = bytes(resvg_py.svg_to_bytes(svg_string=text, width=round(size * wide / max(wide, high)),
                                      height=round(size * high / max(wide, high))))  # fmt: skip
    with Image.open(io.BytesIO(png)) as picture:
        theirs = np.asarray(picture.convert("RGBA"))[..., 3] > 127
    drawing = read_guarded(Reading(FileData(data, "svg"), 1.0, 0.05, 0.0, 0.5))
    unit = _unit(data, wide)
    rows, columns = theirs.shape
    grow = columns / wide
    ours = np.zeros_like(theirs)
    for region in drawing.regions:
        layer = Image.new("1", (columns, rows))
        pen = ImageDraw.Draw(layer)
        for k, outline in enumerate(region.outlines):
            points = outline.points(10) / unit
            flat = np.column_stack([points[:, 0] - x, -points[:, 1] - y]) * grow - 0.5
            pen.polygon([tuple(p) for p in flat.tolist()], fill=k == 0)
        ours |= np.asarray(layer)
    both, either = (theirs & ours).sum(), (theirs | ours).sum()
    edge = theirs ^ np.roll(theirs, 1, 0) | theirs ^ np.roll(theirs, 1, 1)
    slack = 0.25 * edge.sum()  # a quarter of the pixels that an outline runs through
    return float((both + min(slack, either - both)) / max(either, 1)), drawing.notes


def _unit(data: bytes, wide: float) -> float:
    """mm for a unit of the drawing."""
    from lxml import etree

    from tinstamp.artwork.svg.lengths import svg_scale

    return svg_scale(etree.fromstring(data))[0]


def compared(icons: list[tuple[str, bytes]]) -> tuple[dict[str, object], list[str]]:
    """How many are right, told or wrong in silence; and the wrong ones."""
    right = told = skipped = 0
    longest = 0.0
    wrong: list[str] = []
    for name, data in icons:
        start = time.monotonic()
        try:
            common, notes = overlap(data)
            if common < RIGHT:  # thin lines want a finer look
                common, notes = overlap(data, 4 * SIZE)
        except LogoError:
            told += 1
            continue
        except ValueError:
            skipped += 1
            continue
        finally:
            longest = max(longest, time.monotonic() - start)
        if common >= RIGHT:
            right += 1
        elif any("left out" in note for note in notes):
            told += 1
        else:
            wrong.append(f"{name}: {common:.3f}")
    figures: dict[str, object] = {
        "right": right,
        "told": told,
        "wrong in silence": len(wrong),
        "nothing to compare": skipped,
        "longest": f"{longest:.1f} s",
    }
    return figures, wrong


def main() -> None:
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("count", type=int, nargs="?", default=300)
    parser.add_argument("--seed", type=int, default=1)
    parser.add_argument("--quiet", action="store_true", help="leave docs/trials.md as it is")
    parser.add_argument("--npm", nargs="*", default=[], help="npm packages of icons")
    given = parser.parse_args()
    every = packaged()
    icons = every[given.seed % 7 :: max(1, len(every) // given.count)]
    for package in given.npm:
        icons += from_npm(package)
    figures, wrong = compared(icons)
    for line in wrong:
        print(line, flush=True)
    given.count = len(icons)
    record("logos", given, figures)


if __name__ == "__main__":
    main()
