"""Icons that others drew against an independent renderer (resvg): what is read must cover what
is painted, or tell by name what it left out.

`python -m trials.logos COUNT` takes the icons of two Python packages; with `--npm` those of npm
packages as well, of those named after it or of a usual set (fetched with `npm pack` into a folder
that is gone afterwards).
"""

from __future__ import annotations

import argparse
import io
import subprocess
import tarfile
import tempfile
import time
import zipfile
from importlib.resources import files as resources
from pathlib import Path

from tests.core.random_svg import drawing
from tests.core.rendered import both_inks, common

from tinstamp.artwork.logo import FileData, Reading, read_guarded
from tinstamp.artwork.painted import LogoError
from trials.record import record

RIGHT = 0.98
"""Common part of both inks (intersection over union) that counts as right."""
SIZE = 512
"""Pixels to the longer side of a picture."""
TELLS = ("left out", "as a whole", "black and white", "see the colours")
"""Words of a note that tells of what is not as the renderer shows it."""
NPM = ("bootstrap-icons", "boxicons", "@carbon/icons", "circle-flags", "flag-icons", "ionicons",
       "@mapbox/maki", "openmoji", "@primer/octicons", "svg-country-flags")  # fmt: skip
"""npm packages that are taken when none is named."""


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
            members = [m for m in members if m.size < 400_000]
            step = max(1, len(members) // most)
            return [
                (f"{package}/{m.name}", held.read())
                for m in members[::step]
                if (held := archive.extractfile(m)) is not None
            ]


def judged(data: bytes) -> tuple[str, float, float]:
    """Whether a drawing is read right, told or wrong, what its ink has in common with the
    renderer's, and how long it was read, s. Read in a process of its own, as the window does.
    Raises ValueError when there is nothing to compare with."""
    start = time.monotonic()
    try:
        read = read_guarded(Reading(FileData(data, "svg"), 1.0, 0.05, 0.0, 0.5))
    except LogoError:
        return "told", 0.0, time.monotonic() - start
    taken = time.monotonic() - start
    found = common(*both_inks(data, SIZE, read))
    if found < RIGHT:  # thin lines want a finer look
        found = common(*both_inks(data, 4 * SIZE, read))
    if found >= RIGHT:
        return "right", found, taken
    told = any(word in n for n in read.notes for word in TELLS)
    return "told" if told else "wrong", found, taken


def compared(icons: list[tuple[str, bytes]]) -> tuple[dict[str, object], list[str]]:
    """How many are right, told or wrong in silence; and the wrong ones."""
    count = {"right": 0, "told": 0, "wrong": 0, "nothing to compare": 0}
    longest = 0.0
    wrong: list[str] = []
    for name, data in icons:
        try:
            how, found, taken = judged(data)
        except ValueError:
            how, found, taken = "nothing to compare", 0.0, 0.0
        longest = max(longest, taken)
        count[how] += 1
        if how == "wrong":
            wrong.append(f"{name}: {found:.3f}")
    figures: dict[str, object] = {
        "right": count["right"],
        "told": count["told"],
        "wrong in silence": count["wrong"],
        "nothing to compare": count["nothing to compare"],
        "longest": f"{longest:.1f} s",
    }
    return figures, wrong


def main() -> None:
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("count", type=int, nargs="?", default=300)
    parser.add_argument("--seed", type=int, default=1)
    parser.add_argument("--quiet", action="store_true", help="leave docs/trials.md as it is")
    parser.add_argument(
        "--npm", nargs="*", help="npm packages of drawings; a usual set when none is named"
    )
    parser.add_argument("--drawn", type=int, default=0, help="drawings at random as well")
    given = parser.parse_args()
    every = packaged()
    icons = every[given.seed % 7 :: max(1, len(every) // given.count)]
    for package in NPM if given.npm == [] else given.npm or ():
        icons += from_npm(package)
    icons += [(f"drawn {seed}", drawing(seed)) for seed in range(given.drawn)]
    figures, wrong = compared(icons)
    for line in wrong:
        print(line, flush=True)
    given.count = len(icons)
    record("logos", given, figures)


if __name__ == "__main__":
    main()
