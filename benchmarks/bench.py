"""Benchmarks as ratios: ours against a peer, in turns within one run.

Each line: what, ours, the peer, the peer's time over ours, the ratio asked for. Medians
of a few turns; trust the ratios, not the seconds. A limit stands beside how slow the machine is.
"""

from __future__ import annotations

import gc
import statistics
import subprocess
import sys
import time
from dataclasses import replace

import numpy as np

from benchmarks import pace
from benchmarks.cases import BENT, LONG, TWENTY, long_text, on_face
from benchmarks.growth import CHECKED, edited, exponent, moved
from benchmarks.joints import words_over_joints
from benchmarks.lines import timed, told
from benchmarks.peers import (
    CHORD,
    general_boolean,
    meshed_boolean,
    prebuilt_tools,
    warped_boolean,
)
from benchmarks.reliefs import KINDS, against_boolean, of_a_kind
from tinstamp.artwork import fonts
from tinstamp.artwork.text import TextSpec, lay_text
from tinstamp.blank.kernel import quiet, volume
from tinstamp.blank.round_solid import tube
from tinstamp.chart.base import Chart
from tinstamp.chart.cylinder import CylinderChart
from tinstamp.chart.drape import drape, flatten
from tinstamp.chart.joint import Faces
from tinstamp.chart.skin import Footprint, SkinChart, _anchored
from tinstamp.engine.build import build
from tinstamp.engine.cache import Cache
from tinstamp.job.archive import Document
from tinstamp.job.drawn import knot
from tinstamp.job.features import BaseFeature, Extruded, Tube
from tinstamp.job.model import Blank, Cast, Job, Setting, Stamp, Text, changed
from tinstamp.job.resolve import resolve
from tinstamp.plan.lay import LaySpec, place_on
from tinstamp.plan.planned import plan
from tinstamp.plan.sheet import sheet_of
from tinstamp.relief.execute import execute
from tinstamp.relief.kept_blocks import KEPT_BLOCKS
from tinstamp.relief.kinds import operations
from tinstamp.relief.operation import Operation
from tinstamp.setting.fit import fit
from tinstamp.setting.place import Spot, place

OUTER, INNER, HEIGHT, DEPTH = 84.0, 80.8, 46.0, 0.4
TEXTS = {
    15: "FILLTOTHISLINEA",
    60: "LAMPOILONLYKEEPUPRIGHTHOTWHENLITPELLWICKWORKSFILLTOTHISLINEA",
}


def artwork(text: str, height: float = 4.0):  # type: ignore[no-untyped-def]
    face = fonts.find("Barlow", "SemiBold")
    return lay_text(TextSpec(text, fonts.read(face.path), height))


def on_a_tube(letters: int, asked: float, turns: int) -> bool:
    """From outlines to a verified solid, against both peers."""
    blank = tube("tank", OUTER, INNER, HEIGHT, {})
    chart = blank.charts["tank.outer"]
    assert isinstance(chart, CylinderChart)
    before = volume(blank.solid.shape)
    laid = place(artwork(TEXTS[letters]), Spot(0, 20), chart)
    face, wall = "tank.outer", (1.6, 1.6)
    tools = prebuilt_tools(laid.regions, chart, DEPTH)
    ours, general, meshed, warped = [], [], [], []
    for _ in range(turns):
        KEPT_BLOCKS.clear()  # all of it is made in every turn
        seconds, made = timed(
            lambda: execute(
                blank.solid,
                Operation("bench", face, chart, laid, fit(laid, chart), "cut", DEPTH, wall),
            )
        )
        assert made.built_by == "imprint"
        ours.append(seconds)
        wanted = made.relief_volume
        for times, cutting in (
            (meshed, lambda: meshed_boolean(blank.solid, tools)),
            (warped, lambda: warped_boolean(OUTER, INNER, HEIGHT, laid.regions, DEPTH)),
        ):
            seconds, cut = timed(cutting)
            times.append(seconds)
            assert 0.85 < (cut.volume() - _mesh_volume()) / wanted < 1.15
        seconds, part = timed(lambda: general_boolean(blank.solid, tools))
        general.append(seconds)
        assert abs(volume(part.shape) - before - wanted) < 1e-3 * abs(wanted)
        del cut, part
    middle = statistics.median
    what = f"{letters} letters on a tube"
    return all(
        [
            told(what, middle(ours), "general boolean", middle(general), asked),
            told(what, middle(ours), "mesh boolean", middle(meshed), 1.0),
            told(what, middle(ours), "bare triangles", middle(warped), 0.0),
        ]
    )


def _mesh_volume() -> float:
    """The meshed tube's own volume, which its chords make a little smaller."""
    sides = int(np.ceil(np.pi / np.arccos(1 - CHORD / (OUTER / 2))))
    sector = np.sin(2 * np.pi / sides) * sides / 2
    return float(sector * (OUTER**2 - INNER**2) / 4 * HEIGHT)


def preview_frame() -> bool:
    """A drag's own computation a frame, 20 letters, against 15 ms."""
    blank = tube("tank", OUTER, INNER, HEIGHT, {})
    chart = blank.charts["tank.outer"]
    drawn = artwork("FILLTOTHISLINEFILLTO")
    flat = flatten(drawn.regions)
    times = []
    for k in range(60):
        seconds, _ = timed(
            lambda k=k: drape(
                flat,
                *(lambda p: (p.matrix, p.shift))(place(drawn, Spot(k, 20), chart)),
                chart,
                0.15,
            )
        )
        times.append(seconds)
    return told("preview of 20 letters, a frame", statistics.median(times), "limit", 0.015, 1.0)


def layout_of_200() -> bool:
    """200 letters shaped and placed anew, as after a key, against 30 ms."""
    blank = tube("tank", 300.0, 290.0, HEIGHT, {})
    chart = blank.charts["tank.outer"]
    words = "FILL TO THIS LINE AND KEEP UPRIGHT "
    times = []
    for k in range(30):
        text = (f"{k} " + words * 8)[:200]
        seconds, _ = timed(lambda text=text: place(artwork(text), Spot(0, 20), chart))
        times.append(seconds)
    return told("layout of 200 letters", statistics.median(times), "limit", 0.030, 1.0)


FLATTED = Extruded(
    name="b",
    height="30 mm",
    points=(
        knot("a", -3.97995, -19.6), knot("b", 3.97995, -19.6, "arc", 4.51454),
        knot("c", 20, 0, "arc", 20), knot("d", -20, 0, "arc", 4.51454),
    ),
)  # fmt: skip
"""A rod with a flat."""


def bent_job(name: str) -> Job:
    """20 letters on a bent face."""
    part, face, spot, _ = BENT[name]
    return Job(blank=Blank(features=(part,)), stamps=(on_face(TWENTY, face, spot),))  # type: ignore[arg-type]


def on_a_bent_face(name: str, turns: int) -> bool:
    """20 letters from outlines to a verified solid, against the general boolean with tools
    that are there already."""
    return in_a_job(f"20 letters on a {name}", bent_job(name), BENT[name][3], turns)


def a_hundred_on(name: str, turns: int) -> bool:
    """100 letters in a line, against the same."""
    return in_a_job(f"100 letters on a {name}", long_text(100, name), LONG[name], turns)


def in_a_job(what: str, job: Job, asked: float, turns: int) -> bool:
    """The only stamp of a job against the general boolean."""
    built = build(Document(job))
    assert built.report.valid and built.blank is not None
    item, solid = built.planned["m"], built.blank.solid
    (op,) = operations(item, fit(item.placed, item.chart), (3.0, 3.0))
    tools = prebuilt_tools(item.placed.regions, item.chart, DEPTH)
    return against_boolean(what, solid, op, tools, turns, asked)


def freeform_chart() -> bool:
    """A least-stretch chart of a patch made, against half a second."""
    part, face, _, _ = BENT["freeform B-spline"]
    chart = made_blank(part, face)
    covered = Footprint(28.0, 4.0, 0.0)
    times = []
    for k in range(5):
        seconds, _ = timed(lambda k=k: _anchored.__wrapped__(chart, float(k), 2.0, covered))
        times.append(seconds)
    return told("chart of a freeform patch", statistics.median(times), "limit", 0.5, 1.0)


def made_blank(part: BaseFeature, face: str) -> SkinChart:
    built = build(Document(Job(blank=Blank(features=(part,)))))  # type: ignore[arg-type]
    assert built.blank is not None
    chart = built.blank.charts[face]
    assert isinstance(chart, SkinChart)
    return chart


def _previewed(part: BaseFeature, setting: Setting, frames: int = 40) -> tuple[float, float]:
    """A drag's own computation a frame, 20 letters, in two parts, s: the sheet for where the
    stamp is; and the letters placed on it and draped over the face."""
    text = Text(text="FILLTOTHISLINEFILLTO", height="4 mm")
    stamp = Stamp(name="m", artwork=text, setting=setting)
    job = Job(blank=Blank(features=(part,)), stamps=(stamp,))  # type: ignore[arg-type]
    built = build(Document(job))
    assert built.blank is not None
    faces = Faces.of(built.blank.charts)
    chart = faces[setting.face]
    document, resolved = Document(job), resolve(job)
    planned = plan(document, resolved, faces, 0)
    art, spec, drawn = planned.art, planned.lay, planned.artwork
    flat = flatten(drawn.regions)
    made, mapped = [], []
    for k in range(frames):
        across = spec.setting("across") + 0.1 * k
        numbers = {**spec.setting.numbers, "across": across}
        here = LaySpec(replace(spec.setting, numbers=numbers, key=across))
        seconds, sheet = timed(lambda here=here: sheet_of(here, chart, drawn, faces))  # type: ignore[misc]
        made.append(seconds)

        def laid(here: LaySpec = here, sheet: Chart = sheet) -> object:
            placed = place_on(here, art, drawn, sheet)
            return drape(flat, placed.matrix, placed.shift, sheet.draft, 0.15)

        mapped.append(timed(laid)[0])
    return statistics.median(made), statistics.median(mapped)


def bent_previews() -> bool:
    """Wrapped and cast on every bent chart, and over a run of faces: the map against 15 ms,
    and the sheet with it against a thirtieth of a second."""
    cases: list[tuple[str, BaseFeature, Setting]] = []
    for name, (part, face, (across, up), _) in BENT.items():
        for way, word in (("none", "on"), ("square", "cast on")):
            setting = Setting(face=face, across=across, up=up, cast=Cast(way=way))  # type: ignore[arg-type]
            cases.append((f"{word} a {name}", part, setting))
    run = Setting(face="b.a", across="0 mm", up="0 mm", over="neighbours")
    cases.append(("over a run", FLATTED, run))
    good = []
    for name, part, setting in cases:
        sheet, mapped = _previewed(part, setting)
        good.append(told(f"preview {name}, map", mapped, "limit", 0.015, 1.0))
        good.append(told("  and its sheet", sheet + mapped, "limit", 0.033, 1.0))
    return all(good)


def many_stamps(count: int, letters: int = 15, cold: float | None = None) -> bool:
    """A depth changed of one among many stamps on a tube, to its picture; `cold` is what all of it
    may take at first, s, to the checked part."""
    rows, round_ = (count + 2) // 3, 90.0 if letters <= 15 else 4.4 * letters
    part = Tube(name="t", outer_diameter=f"{round_:g} mm", wall="3 mm", height=f"{6 * rows + 4} mm")
    stamps = tuple(
        Stamp(
            name=f"s{k}",
            artwork=Text(text=(TEXTS[15] * 4)[:letters], height="4 mm"),
            setting=Setting(
                face="t.outer", across=f"{120 * (k % 3 - 1)} deg", up=f"{4 + 6 * (k // 3)} mm"
            ),
        )
        for k in range(count)
    )
    job = Job(blank=Blank(features=(part,)), stamps=stamps)
    cache = Cache()
    seen: list[float] = []
    begin = time.perf_counter()
    build(Document(job), cache, lambda meshes, blank: seen.append(time.perf_counter()))
    taken = time.perf_counter() - begin
    job = changed(job, ("stamps", count // 2, "relief", "depth"), "0.3 mm")
    start = time.perf_counter()
    build(Document(job), cache, lambda meshes, blank: seen.append(time.perf_counter()))
    picture = seen[1] - start
    good = told(f"an edit of one of {count} stamps, its picture", picture, "limit", 1.0, 1.0)
    if cold is not None:
        name = f"{count} stamps, {count * letters} letters, checked"
        good = told(name, taken, "limit", cold, 1.0) and good
    return good


def _edited(face: str, count: int) -> tuple[float, float]:
    """Seconds to the checked part, and how slow the machine was."""
    turns = pace.Turns(1, 3)
    while not turns.enough:
        turns.add(edited(face, count)[1])
    return turns.typical


def growth(faces: list[str], counts: list[int]) -> bool:
    """A changed depth of texts of growing length, to the checked part."""
    good = []
    for face in faces:
        turns = [_edited(face, count) for count in counts]
        taken = [seconds for seconds, _ in turns]
        what = ", ".join(f"{n}: {t:.2f} s" for n, t in zip(counts, taken, strict=True))
        print(f"letters on a {face:8} {what}   exponent {exponent(counts, taken):.2f}", flush=True)
        for count, most in zip((300, 1000), CHECKED[face], strict=True):
            if count in counts:
                k = counts.index(count)
                name = f"{count} letters on a {face}, checked"
                good.append(told(name, taken[k], "limit", most, 1.0, turns[k][1]))
    return all(good)


def moved_words(faces: list[str], turns: int) -> bool:
    """A word of 20 letters moved, against the same with its letters made anew."""
    good = []
    for face in faces:
        kept, anew = moved(face, 20, turns)
        good.append(told(f"20 letters on a {face} moved, checked", kept, "made anew", anew, 1.25))
    return all(good)


WAITED = (
    ("depth, demo", 0.5), ("depth, 20 letters, tube", 0.25), ("depth, 20 letters", 0.5),
    ("depth, a part", 0.5), ("undo", 0.1), ("a picture of a drag", 0.04),
    ("a key, 20 stamps, to the sheet", 0.05), ("a key, 20 stamps, to the part", 0.1),
    ("start to the window", 1.5),
    ("start to the known part", 2.0), ("start to the part", 5.0),
)  # fmt: skip
"""s that the hand may wait in the window, by how the lines begin"""


def in_window() -> bool:
    """What the hand waits for, from a key to the pixels."""
    flags = [flag for flag in sys.argv[1:] if flag == "--quick"]
    command = [sys.executable, "-m", "benchmarks.in_window", f"--best={pace.best()}", *flags]
    good = []
    with subprocess.Popen(command, stdout=subprocess.PIPE, text=True) as lines:
        for line in lines.stdout or ():
            if line.count("\t") < 2:
                continue  # what the kernel's writer says
            name, seconds, slow, *peer = line.split("\t")
            if peer:
                good.append(told(name, float(seconds), "kernel", float(peer[0]), 1.0 / 1.5))
                continue
            most = next(limit for start, limit in WAITED if name.startswith(start))
            good.append(told(name, float(seconds), "limit", most, 1.0, float(slow)))
    return all(good) and lines.returncode == 0


def main() -> int:
    """All of it, or with `--quick` what ends within two minutes."""
    np.seterr(all="ignore")
    quiet()
    gc.freeze()  # as the engine does
    pace.learn()
    if "--quick" in sys.argv[1:]:
        pace.hurry()
        good = [in_window(), growth(["tube"], [30, 100, 300]), many_stamps(20)]
        good += [preview_frame(), layout_of_200(), moved_words(["tube"], 3)]
        return 0 if all(good) else 1
    make_warm = on_a_tube  # the first turn of all loads the kernel's libraries
    good = [make_warm(15, 10.0, 5), on_a_tube(60, 15.0, 3), preview_frame(), layout_of_200()]
    good += [on_a_bent_face(name, 3) for name in BENT]
    good += [a_hundred_on(name, 5) for name in LONG]
    good += [of_a_kind(name, kind, 3) for kind in KINDS for name in ("plate", *BENT)]
    good += [words_over_joints(), freeform_chart(), bent_previews(), many_stamps(20)]
    good += [many_stamps(60, 50, 60.0)]
    good += [growth(["tube", "plate"], [30, 100, 300, 1000])]
    good += [growth(["ball", "skin"], [30, 100, 300]), moved_words(["tube", "plate", "ball"], 7)]
    good += [in_window()]
    return 0 if all(good) else 1


if __name__ == "__main__":
    sys.exit(main())
