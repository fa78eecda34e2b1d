"""Damaged jobs, artwork, fonts, parts, profiles and formulas: each gives what it holds, or
words; none takes long, or much memory."""

from __future__ import annotations

import io
import random
import resource
import tempfile
import time
import zipfile
from collections import Counter
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from functools import cache
from importlib.resources import files as resources
from pathlib import Path

from tinstamp.artwork import fonts
from tinstamp.artwork.font_file import checked
from tinstamp.artwork.logo import (
    READING_BYTES,
    READING_SECONDS,
    FileData,
    LogoSpec,
    Reading,
    draw_logo,
    read_file,
)
from tinstamp.guarded.work import GuardError, Limits, guarded
from tinstamp.job import profile_file
from tinstamp.job.archive import load
from tinstamp.job.features import Tube
from tinstamp.job.model import Blank, Dimension, Job
from tinstamp.job.resolve import resolve
from trials.record import options, record

ROOT = Path(__file__).resolve().parents[1]
LONGEST = 10.0
"""s that reading anything may take"""
LIMITS = Limits(READING_SECONDS, READING_BYTES)
FIGURES = (b"0", b"-1", b"1e30", b"1e999", b"nan", b"-1e-30", b"99999999999", b"1e5")


@cache
def sources() -> dict[str, list[bytes]]:
    """Sound files of every kind."""
    jobs = [path.read_bytes() for path in sorted((ROOT / "demo").glob("*.tinstamp"))]
    logos = [p.read_bytes() for p in sorted((ROOT / "demo").glob("*.svg"))]
    for package in ("lucide", "heroicons"):
        held = io.BytesIO(resources(package).joinpath(f"{package}.zip").read_bytes())
        with zipfile.ZipFile(held) as archive:
            names = [n for n in sorted(archive.namelist()) if n.endswith(".svg")]
            logos += [archive.read(n) for n in names[::60]]
    shipped = [face.path.read_bytes() for face in fonts.shipped()[:6]]
    return {"job": jobs, "svg": logos, "font": shipped, "dxf": _dxfs(), "png": [_picture()],
            "part": guarded(Limits(120.0, 4 * 2**30, ("trials.files",)), _parts)}  # fmt: skip


def _dxfs() -> list[bytes]:
    import ezdxf

    found = []
    for unit in (0, 4):
        document = ezdxf.new(units=unit)
        space = document.modelspace()
        space.add_circle((10, 10), 5)
        space.add_lwpolyline([(0, 0, 0.3), (40, 0, 0), (40, 30, -1.0), (0, 30, 0)], format="xyb",
                             close=True)  # fmt: skip
        space.add_spline([(0, 0), (5, 9), (12, 3), (20, 8)])
        space.add_hatch().paths.add_polyline_path([(50, 0), (60, 0), (60, 9), (50, 9)])
        block = document.blocks.new("B")
        block.add_line((0, 0), (3, 4))
        block.add_arc((0, 0), 2, 10, 200)
        space.add_blockref("B", (20, 20), {"xscale": 2})
        out = io.StringIO()
        document.write(out)
        found.append(out.getvalue().encode())
    return found


def _picture() -> bytes:
    from PIL import Image, ImageDraw

    picture = Image.new("L", (200, 120), 255)
    ImageDraw.Draw(picture).ellipse((20, 20, 150, 100), fill=0)
    out = io.BytesIO()
    picture.save(out, "PNG")
    return out.getvalue()


def _parts() -> list[bytes]:
    from tinstamp.engine.build import build
    from tinstamp.job import shelf
    from tinstamp.job.archive import Document
    from tinstamp.output.result import Result
    from tinstamp.output.step import write

    found = []
    for name in ("wick knob", "chimney collar", "carry grip"):
        solid = build(Document(shelf.SHIPPED[name])).solid
        assert solid is not None
        with tempfile.TemporaryDirectory() as folder:
            file = Path(folder) / "part.step"
            write(Result(name, {"part": solid}, {}, ()), file, {})
            found.append(file.read_bytes())
    return found


def damaged(data: bytes, r: random.Random) -> bytes:
    """The file, as one or several accidents leave it."""
    held = bytearray(data)
    for _ in range(r.randint(1, 4)):
        if len(held) < 4:
            break
        how = r.randrange(7)
        at = r.randrange(len(held))
        if how == 0:
            del held[at:]
        elif how == 1:
            for _ in range(r.randint(1, 30)):
                held[r.randrange(len(held))] = r.randrange(256)
        elif how == 2:
            end = min(len(held), at + r.randint(1, 400))
            held[at:at] = held[at:end]
        elif how == 3:
            del held[at : at + r.randint(1, 400)]
        elif how == 4:  # another figure in place of one
            start = next((k for k in range(at, len(held)) if 48 <= held[k] <= 57), None)
            if start is not None:
                end = start
                while end < len(held) and (48 <= held[end] <= 57 or held[end] == 46):
                    end += 1
                held[start:end] = r.choice(FIGURES)
        elif how == 5:
            other = r.randrange(len(held))
            size = r.randint(1, 200)
            held[at : at + size] = held[other : other + size]
        else:
            held = held.replace(b"\n", b"\r\n") if r.random() < 0.5 else held.replace(b" ", b"")
    return bytes(held)


def _job(data: bytes, r: random.Random) -> None:
    document = load(data)
    resolve(document.job)


def _inside(data: bytes, r: random.Random) -> None:
    """A sound archive whose document is damaged."""
    out = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(data)) as old, zipfile.ZipFile(out, "w") as new:
        for member in old.infolist():
            held = old.read(member)
            new.writestr(member, damaged(held, r) if member.filename == "job.json" else held)
    document = load(out.getvalue())
    resolve(document.job)


def _logo(kind: str) -> Callable[[bytes, random.Random], None]:
    def work(data: bytes, r: random.Random) -> None:
        unit, join = r.choice((1.0, 25.4)), r.choice((0.0, 0.05, 2.0))
        stroke, reduce = r.choice((0.0, 0.4)), r.choice((0.0, 0.02))
        file = FileData(data, kind)  # type: ignore[arg-type]
        guarded(LIMITS, read_file, Reading(file, unit, join, stroke, 0.5))
        draw_logo(LogoSpec(file, "width", 30.0, unit, join, 0.05, reduce, stroke, 0.5))

    return work


def _font(data: bytes, r: random.Random) -> None:
    from tinstamp.artwork.text import TextSpec, lay_text

    _, font = guarded(LIMITS, checked, data, "a.ttf", ".ttf")
    lay_text(TextSpec("Rag & Bone 8", font, 6.0))


def _part(data: bytes, r: random.Random) -> None:
    from tinstamp.engine import messages as m
    from tinstamp.engine.importing import imported

    imported(m.Import(1, "a.step", data, ()))


def _profile(data: bytes, r: random.Random) -> None:
    name = "a.svg" if b"<svg" in data[:300] else "a.dxf"
    guarded(LIMITS, profile_file.read, data, name)


WORDS = ["tube", "height", ".", "outer", "girth", "1", "0", "2.5", "1e999", "1e308", "(", ")", "+",
         "-", "*", "/", "^", ",", "mm", "deg", "in", "sqrt", "sin", "tan", "floor", "round", "min",
         "max", "pi", " ", "a", "b", "c", "1/16", "°", "ß", "{", "%"]  # fmt: skip


def _formulas(data: bytes, r: random.Random) -> None:
    def formula() -> str:
        return "".join(r.choice(WORDS) for _ in range(r.randint(1, 30)))

    dimensions = tuple(Dimension(name=n, formula=formula()[:400]) for n in "abc")
    tube = Tube(name="tube", height=formula()[:400])
    found = resolve(Job(blank=Blank(features=(tube,)), dimensions=dimensions))
    assert all(isinstance(words, str) and words for words in found.errors.values())


KINDS: dict[str, tuple[str, Callable[[bytes, random.Random], None]]] = {
    "job": ("job", _job),
    "document": ("job", _inside),
    "svg": ("svg", _logo("svg")),
    "dxf": ("dxf", _logo("dxf")),
    "png": ("png", _logo("png")),
    "font": ("font", _font),
    "part": ("part", _part),
    "profile": ("svg", _profile),
    "formula": ("svg", _formulas),
}
SOUND_ALREADY = frozenset({"document", "formula"})
"""Kinds that do their damage themselves."""


def one(seed: int, number: int) -> tuple[str, str, float]:
    """One damaged file: what kind, how it ended, and how long it took, s."""
    r = random.Random(f"{seed}-{number}")
    kind = list(KINDS)[number % len(KINDS)]
    source, work = KINDS[kind]
    data = r.choice(sources()[source])
    if kind not in SOUND_ALREADY:
        data = damaged(data, r)
    start = time.monotonic()
    try:
        work(data, r)
        how = "read"
    except GuardError as error:
        how = "given up" if "was given up" in str(error) else (
            "broke off" if "broke off" in str(error) else "unforeseen")  # fmt: skip
    except ValueError as error:
        how = "told" if str(error) else "uncaught"
    except Exception as error:  # a trial counts whatever comes
        how = f"uncaught {type(error).__name__}: {error}"
    return kind, how, time.monotonic() - start


def run(count: int, seed: int, workers: int = 2) -> tuple[Counter[str], list[str], float]:
    """That many files; how they ended, what was bad, and the longest, s."""
    sources()
    ended: Counter[str] = Counter()
    bad: list[str] = []
    longest = 0.0
    with ThreadPoolExecutor(workers) as pool:
        found = pool.map(lambda number: one(seed, number), range(count))
        for number, (kind, how, taken) in enumerate(found):
            ended[how.split(" ")[0] if how.startswith("uncaught") else how] += 1
            longest = max(longest, taken)
            if how.startswith(("uncaught", "unforeseen")) or taken > LONGEST:
                bad.append(f"{seed}-{number} {kind} {how} {taken:.1f} s")
                print(bad[-1], flush=True)
    return ended, bad, longest


def held_here() -> int:
    """The most memory that this process held, bytes; its children have READING_BYTES each."""
    return resource.getrusage(resource.RUSAGE_SELF).ru_maxrss * 1024


def main() -> None:
    from trials import files

    given = options(__doc__ or "", 5000)
    ended, bad, longest = files.run(given.count, given.seed, given.workers)
    slow = sum(float(line.split()[-2]) > LONGEST for line in bad)
    record("files", given, {**dict(sorted(ended.items())), "uncaught": ended["uncaught"],
                            "over 10 s": slow,
                            "most memory": f"{held_here() / 2**20:.0f} MB",
                            "longest": f"{longest:.1f} s"})  # fmt: skip


if __name__ == "__main__":
    main()
