"""Random blanks and stamps, built; what comes out is examined by means that share nothing
with the builder: the STEP file as re-read, its mesh, distances between meshes (VTK), volumes
by the divergence theorem (trimesh).
"""

from __future__ import annotations

import logging
import random
import tempfile
import time
from collections import Counter
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from dataclasses import replace
from pathlib import Path

import numpy as np
import shapely

from tinstamp.guarded.work import KERNEL, GuardError, Limits, guarded
from trials.parts import FILES, blank, stamp
from trials.record import options, record

CASE = Limits(150.0, 6 * 2**30, ("trials.solids", "tinstamp.engine.build", *KERNEL))
"""What one case may take; what all cases use is there before they begin."""
UPON = 0.3
"""part of the sound cases that get another stamp upon their first one"""
OVERHANGS = ("over the edge", "off the face", "misses the face", "cap past the edge")
"""Findings that tell that a raised relief hangs over."""
CHORD = 0.004
"""mm; tolerance of the meshes that are compared, as a part of the part's size at least"""
SEARCHED = 10
"""Of so many cases one searches for the piece that keeps a stamp from being built: it is what is
told of it, and takes as long as all the rest."""
FINER = (1 / 16, 1 / 64)
"""parts of it by which a finding is looked at again: what comes from meshes goes with it; on a
narrow blend they stray by seven times as much as they are to"""


def case(seed: int, number: int) -> tuple[str, str, str]:
    """One random job built and examined: "sound", "told", or "wrong", what it was, and why."""
    from tinstamp.job.archive import Document
    from tinstamp.job.model import Blank, Job

    r = random.Random(f"{seed}-{number}")
    features = blank(r)
    bare = Job(blank=Blank.model_validate({"features": [f.model_dump() for f in features]}))
    return stamped(r, Document(bare), seed, number)


def stamped(r: random.Random, bare, seed: int, number: int):  # type: ignore[no-untyped-def]
    """The same of a document with a blank alone, which gets stamps by the numbers of `r`."""
    from tinstamp.engine import culprits

    if number % SEARCHED:
        culprits.SEARCH_SECONDS = 0.0
    caught = _Caught()
    log = logging.getLogger("tinstamp.build")
    log.addHandler(caught)
    try:
        return _told(r, bare, seed, number, caught)
    finally:
        log.removeHandler(caught)


def _told(r, bare, seed, number, caught):  # type: ignore[no-untyped-def]
    from tinstamp.engine.build import build
    from tinstamp.engine.cache import Cache

    cache = Cache()
    plain = build(bare, cache)
    if plain.solid is None:
        return "told", _words(bare.job), "; ".join(f.message for f in plain.report.findings)
    charts = dict(plain.report.charts)
    low, high = _box(plain.solid.shape)
    thick = float((high - low).min())
    stamps = tuple(stamp(r, f"s{k}", charts, thick) for k in range(r.choice((1, 1, 1, 2))))
    job = bare.job.model_copy(update={"stamps": stamps})
    built = build(replace(bare, job=job, logos=FILES), cache)
    words = _words(job)
    reports = built.report.stamps
    surprise = caught.not_foreseen(built)
    if surprise:
        return "unforeseen", words, surprise[0]
    if not any(s.built_by for s in reports):  # nor any body of its own
        told = [f.message for f in built.report.findings
                if f.level == "fix" or f.check == "nothing to make"]  # fmt: skip
        return ("told", words, "; ".join(told)) if told else ("wrong", words, "nothing is told")
    if not built.report.valid:
        for f in built.report.findings:  # no file of it is written
            if f.check in ("file", "not sound"):
                return "told", words, f.message
        return "wrong", words, "a part that is not valid is given out"
    why = _looked_at(plain, built)
    if why or random.Random(f"upon {seed}-{number}").random() > UPON:
        return ("wrong", words, why) if why else ("sound", words, "")
    where = random.Random(f"where {seed}-{number}")
    found = _upon(where, replace(bare, job=job, logos=FILES), built, cache, caught)
    return found or ("sound", words, "")


Case = Callable[[int, int], tuple[str, str, str]]
"""A case by the seed and its number."""
Ended = tuple[Counter[str], list[str], float]


class _Caught(logging.Handler):
    """What the build logs with the way that an exception took, though it went on another way."""

    def __init__(self) -> None:
        super().__init__(logging.ERROR)
        self.words: list[str] = []

    def emit(self, record: logging.LogRecord) -> None:
        if record.exc_info is not None:
            self.words.append(f"{record.getMessage()}: {record.exc_info[1]!r}")

    def not_foreseen(self, built) -> list[str]:  # type: ignore[no-untyped-def]
        """What went wrong in a way that nobody foresaw, until now."""
        return self.words + [
            f.message for f in built.report.findings if "not foreseen" in f.message]  # fmt: skip


def _looked_at(plain, built) -> str:  # type: ignore[no-untyped-def]
    """What is wrong; looked at again by finer triangles, in case it was they that strayed."""
    told = examined(plain, built)
    for part in FINER if told else ():
        told = told and examined(plain, built, part)
    return told


def _upon(r: random.Random, document, under, cache, caught):  # type: ignore[no-untyped-def]
    """The same with a stamp on a wall or cap of its first one; None where that has none."""
    from tinstamp.engine.build import build
    from tinstamp.job.model import Relief, Setting, Stamp, Text

    job = document.job
    name = job.stamps[0].name
    faces = (*under.report.sides.get(name, ()), f"{name}/cap")
    face = r.choice(faces)
    setting = Setting(face=face, across="0 mm", up="0 mm", up_from="middle", rests_on="middle")
    probe = Stamp(name="u", artwork=Text(text="I", height="0.1 mm"), setting=setting,
                  relief=Relief(make="mark"))  # fmt: skip
    probed = job.model_copy(update={"stamps": (*job.stamps, probe)})
    tried = build(replace(document, job=probed), cache)
    chart = tried.report.charts.get(face)
    if chart is None:
        return None
    size = float(min(chart.bounds[2:] - chart.bounds[:2]))
    more = stamp(r, "u", {face: chart}, size)
    job = job.model_copy(update={"stamps": (*job.stamps, more)})
    built = build(replace(document, job=job), cache)
    told = [f.message for f in built.report.findings if f.level == "fix" and f.stamp == "u"]
    surprise = caught.not_foreseen(built)
    words = _words(job)
    if surprise:
        return "unforeseen", words, surprise[0]
    if not any(s.name == "u" and s.built_by for s in built.report.stamps):
        return ("told", words, "; ".join(told)) if told else None
    why = _looked_at(under, built) if built.report.valid else "it is not valid"
    return ("wrong", words, why) if why else ("sound", words, "")


def _words(job) -> str:  # type: ignore[no-untyped-def]
    first = job.blank.features[0]
    told = [f"{first.kind} {first.model_dump(exclude_defaults=True)}"]
    told += [f"{s.model_dump(exclude_defaults=True)}" for s in job.stamps]
    return " | ".join(told)


def _box(shape):  # type: ignore[no-untyped-def]
    from OCP.Bnd import Bnd_Box
    from OCP.BRepBndLib import BRepBndLib

    box = Bnd_Box()
    BRepBndLib.AddOptimal_s(shape, box, False, False)
    a, b = box.CornerMin(), box.CornerMax()
    return np.array([a.X(), a.Y(), a.Z()]), np.array([b.X(), b.Y(), b.Z()])


def _reread(solid, chord: float):  # type: ignore[no-untyped-def]
    """The STEP file of a solid as its receiver has it: (valid, points, triangles)."""
    from OCP.BRepCheck import BRepCheck_Analyzer
    from OCP.STEPControl import STEPControl_Reader

    from tinstamp.output.result import Result
    from tinstamp.output.step import write

    with tempfile.TemporaryDirectory() as folder:
        file = Path(folder) / "part.step"
        write(Result("part", {"part": solid}, {}, ()), file, {})
        reader = STEPControl_Reader()
        reader.ReadFile(str(file))
        reader.TransferRoots()
        shape = reader.OneShape()
    return BRepCheck_Analyzer(shape).IsValid(), *meshed(shape, chord)


def meshed(shape, chord: float):  # type: ignore[no-untyped-def]
    """The kernel's own mesh of a solid: (points, triangles)."""
    from OCP.BRepMesh import BRepMesh_IncrementalMesh

    from tinstamp.blank.kernel import faces, triangles_of

    BRepMesh_IncrementalMesh(shape, chord, False, 0.3, False)
    points, triangles, start = [], [], 0
    for face in faces(shape):
        p, t = triangles_of(face)
        points.append(p)
        triangles.append(t + start)
        start += len(p)
    return np.concatenate(points), np.concatenate(triangles)


def _distances(points, triangles, at):  # type: ignore[no-untyped-def]
    """Signed distances of points from a mesh, mm, negative inside (VTK)."""
    import trimesh
    from vtkmodules.util.numpy_support import numpy_to_vtk, numpy_to_vtkIdTypeArray
    from vtkmodules.vtkCommonCore import vtkPoints
    from vtkmodules.vtkCommonDataModel import vtkCellArray, vtkPolyData
    from vtkmodules.vtkFiltersCore import vtkImplicitPolyDataDistance

    whole = trimesh.Trimesh(points, triangles, process=True, merge_norm=True)
    whole.update_faces(whole.nondegenerate_faces())  # VTK ends the process at one without area
    whole.remove_unreferenced_vertices()
    held = vtkPoints()
    vertices = np.ascontiguousarray(whole.vertices)
    held.SetData(numpy_to_vtk(vertices, deep=True))
    cells = vtkCellArray()
    flat = np.column_stack([np.full(len(whole.faces), 3), whole.faces]).astype(np.int64).ravel()
    cells.SetCells(len(whole.faces), numpy_to_vtkIdTypeArray(flat, deep=True))
    data = vtkPolyData()
    data.SetPoints(held)
    data.SetPolys(cells)
    distance = vtkImplicitPolyDataDistance()
    distance.SetInput(data)
    return np.array([distance.EvaluateFunction(*map(float, p)) for p in at])


def _volume(points, triangles) -> float:  # type: ignore[no-untyped-def]
    a, b, c = (points[triangles[:, k]] for k in range(3))
    return float(np.einsum("ij,ij->", a, np.cross(b, c)) / 6.0)


def _samples(points, triangles, count, random):  # type: ignore[no-untyped-def]
    """Points all over a mesh by area, and some of its corners."""
    a, b, c = (points[triangles[:, k]] for k in range(3))
    area = np.linalg.norm(np.cross(b - a, c - a), axis=1)
    pick = random.choice(len(triangles), count, p=area / area.sum())
    u, v = random.random((2, count, 1))
    flip = u + v > 1
    u, v = np.where(flip, 1 - u, u), np.where(flip, 1 - v, v)
    spread = a[pick] + u * (b[pick] - a[pick]) + v * (c[pick] - a[pick])
    return np.vstack([spread, points[random.choice(len(points), count)]])


def examined(plain, built, part: float = 1.0) -> str:  # type: ignore[no-untyped-def]
    """What is wrong with a marked part; nothing when it is right. The chords that it is looked at
    by are `part` of the usual ones."""
    random = np.random.default_rng(3)
    low, high = _box(plain.solid.shape)
    size = float(np.linalg.norm(high - low))
    chord = part * max(CHORD, size * 1e-4)
    _, p0, t0 = _reread(plain.solid, chord)
    valid, p1, t1 = _reread(built.solid, chord)
    if not valid:
        return "its STEP file reads back as not valid"
    if overlaps(p1, t1, random) and not overlaps(p0, t0, random):
        return "material lies where there is some already: it runs through itself"
    change = _volume(p1, t1) - _volume(p0, t0)
    (part,) = [body for body in built.report.bodies if body.name == "part"]
    (bare,) = [body for body in plain.report.bodies if body.name == "part"]
    said = part.volume - bare.volume
    area = float(np.linalg.norm(np.cross(p0[t0[:, 1]] - p0[t0[:, 0]], p0[t0[:, 2]] - p0[t0[:, 0]]),
                                axis=1).sum() / 2)  # fmt: skip
    if abs(change - said) > 4 * chord * area * 0.3 + 1e-3 * abs(said):
        return f"by its file the volume changes by {change:.4f}, told are {said:.4f} mm³"
    there = {s.name for s in plain.job.stamps}
    done = {r.name for r in built.report.stamps if r.built_by} - there
    made = [s for s in built.job.stamps if s.name in done]
    depth = {r.name: r.depth for r in built.report.stamps}
    spans = [_span(built, s, depth[s.name]) for s in made]
    over, under = max((high for _, high in spans), default=0.0), max(
        (-low for low, _ in spans), default=0.0)  # fmt: skip
    free = any(_free(built, s) for s in made)
    told = _pieces_wrong(built, p1, t1, chord)
    if told:
        return told
    off = _distances(p0, t0, _samples(p1, t1, 250, random))
    slack = 3 * chord + 0.004
    joints = 1.02 if any(s.setting.over == "neighbours" for s in made) else 1.0
    hangs = {f.stamp for f in built.report.findings if f.check in OVERHANGS}
    if any(s.name in hangs and high > 0 for s, (_, high) in zip(made, spans, strict=True)):
        over = size + _longest(built, hangs)  # past an edge it stands out from there, and is told
    if not free and (off.max() > over * joints + slack or -off.min() > under * joints + slack):
        return (
            f"it stands out {off.max():.4f} mm and is sunk {-off.min():.4f} mm, asked are "
            f"{over:.4f} and {under:.4f}"
        )
    if not free and not any(s.setting.cast.side != "near" for s in made):
        moved = _moved_far_off(built, made, (p0, t0, p1, t1), size, random)
        if moved > slack:
            return f"far from all ink the face has moved by {moved:.4f} mm"
    return ""


def overlaps(points, triangles, random, lines: int = 60) -> bool:  # type: ignore[no-untyped-def]
    """True when a line through closed triangles enters what it is in already, or leaves what it is
    not in (Möller and Trumbore's crossings; a line that comes near an edge tells nothing)."""
    a, b, c = (points[triangles[:, k]] for k in range(3))
    side, other = b - a, c - a
    size = float(np.linalg.norm(np.ptp(points, axis=0)))
    through = _samples(points, triangles, lines, random)[:lines]
    for spot in through:
        way = random.normal(size=3)
        way /= np.linalg.norm(way)
        start = spot - 2 * size * way + 1e-3 * size * random.normal(size=3)
        h = np.cross(way, other)
        flat = (side * h).sum(axis=1)
        with np.errstate(divide="ignore", invalid="ignore"):
            s = start - a
            u = (s * h).sum(axis=1) / flat
            q = np.cross(s, side)
            v = (q @ way) / flat
            far = (other * q).sum(axis=1) / flat
            near = 1e-6
            hit = (u > -near) & (v > -near) & (u + v < 1 + near) & np.isfinite(far)
            clear = (u > near) & (v > near) & (u + v < 1 - near)
        if (hit & ~clear).any() or not hit.any():
            continue
        order = np.argsort(far[hit])
        depth = np.cumsum(np.where(flat[hit][order] > 0, 1, -1))
        long = np.diff(far[hit][order], append=np.inf) > 0.01
        if ((depth < 0) | (depth > 1))[long].any():
            return True
    return False


def _moved_far_off(built, made, meshes, size: float, random) -> float:  # type: ignore[no-untyped-def]
    """How far the face has moved where no ink is near, mm."""
    from scipy.spatial import cKDTree

    from tinstamp.relief.guard import Ink, ink_points

    p0, t0, p1, t1 = meshes
    deepest = max(r.depth for r in built.report.stamps)
    reach = deepest * 2 + 0.25 * size / 3 + 1.0
    ink = []
    for s in made:
        laid = built.planned[s.name]
        for region in laid.placed.regions:
            lines = [shapely.LinearRing(outline.points(4)) for outline in region.outlines]
            flat = [shapely.get_coordinates(shapely.segmentize(one, reach / 4)) for one in lines]
            ink += [laid.chart.to_space(points) for points in (*flat, ink_points(Ink.of([region])))]
    cloud = np.concatenate(ink)
    cloud = cloud[np.isfinite(cloud).all(axis=1)]
    there = _samples(p0, t0, 300, random)
    away = there[cKDTree(cloud).query(there)[0] > reach]
    away = away[:80]
    return float(np.abs(_distances(p1, t1, away)).max()) if len(away) else 0.0


def _span(built, stamp, depth: float) -> tuple[float, float]:  # type: ignore[no-untyped-def]
    """How deep and how high a stamp may change the face, mm."""
    of, given = built.planned[stamp.name].relief, stamp.relief
    letters = of("letters", 0.0)
    styles = getattr(stamp.artwork, "styles", ())  # parts of a text may have depths of their own
    most = max((float(st.depth.split()[0]) for st in styles if st.own_depth), default=0.0)
    deepest = max(depth, most)
    span = {
        "engrave": (-deepest, 0.0),
        "inlay": (-deepest, 0.0),
        "emboss": (0.0, deepest),
        "field": (-depth, max(letters, most - depth, 0.0)),  # they stand so high over the floor
        "panel": (min(letters, depth - most if most else 0.0, 0.0), depth),
        "loose": (-of("pin_length", 0.0) - of("pin_clearance", 0.0), 0.0),
    }.get(given.make, (0.0, 0.0))
    return (-span[1], -span[0]) if given.shown_by == "mould" else span


def _longest(built, names) -> float:  # type: ignore[no-untyped-def]
    """How far the ink of stamps reaches over their sheets, mm."""
    bounds = [np.array(built.planned[name].placed.bounds) for name in names if name]
    return max((float(np.linalg.norm(b[2:] - b[:2])) for b in bounds), default=0.0)


def _free(built, stamp) -> bool:  # type: ignore[no-untyped-def]
    """True where a depth is not the same everywhere."""
    of, given = built.planned[stamp.name].relief, stamp.relief
    flat = given.caps == "plane" and given.make in ("engrave", "emboss", "field", "panel")
    rises = of("rises", 0.0) or of("rises_up", 0.0)
    carried = built.planned[stamp.name].carried is not None
    return bool(flat or rises or carried or given.make == "stencil")


def _pieces_wrong(built, points, triangles, chord: float) -> str:  # type: ignore[no-untyped-def]
    """What is wrong with the bodies besides the part: each reads back valid and as large as told,
    and lies outside the part, unless that is told."""
    within = {f.stamp for f in built.report.findings if f.check == "pieces in the part"}
    for body in built.report.bodies:
        if body.name == "part":
            continue
        valid, p, t = _reread(built.bodies[body.name], chord)
        if not valid:
            return f"{body.name}: its STEP file reads back as not valid"
        area = float(np.linalg.norm(np.cross(p[t[:, 1]] - p[t[:, 0]], p[t[:, 2]] - p[t[:, 0]]),
                                    axis=1).sum() / 2)  # fmt: skip
        if abs(_volume(p, t) - body.volume) > 1.2 * chord * area + 1e-3 * body.volume:
            return f"{body.name}: {_volume(p, t):.4f} mm³ by its file, told {body.volume:.4f}"
        if any(body.name.startswith(f"{name} pieces") for name in within):
            continue
        away = _distances(points, triangles, _samples(p, t, 150, np.random.default_rng(5)))
        if away.min() < -(3 * chord + 0.004):
            return f"{body.name}: it lies {-away.min():.4f} mm within the part"
    return ""


def run(count: int, seed: int, workers: int = 2, tried: Case = case, first: int = 0) -> Ended:
    """That many cases, but for those before the `first`; how they ended, what was wrong, and the
    longest, s."""
    ended: Counter[str] = Counter()
    wrong: list[str] = []
    longest = 0.0

    def one(number: int) -> tuple[str, str, str, float]:
        start = time.monotonic()
        try:
            found = guarded(CASE, tried, seed, number)
        except GuardError as error:
            how = "given up" if "longer than" in str(error) else "crashed"
            found = (how, f"case {number}", str(error))
        except Exception as error:  # a trial counts whatever comes
            found = ("crashed", f"case {number}", repr(error))
        return (*found, time.monotonic() - start)

    with ThreadPoolExecutor(workers) as pool:
        for number, (how, what, why, taken) in enumerate(pool.map(one, range(first, count)), first):
            ended[how] += 1
            longest = max(longest, taken)
            if how in ("wrong", "crashed", "unforeseen"):
                wrong.append(f"{seed}-{number} {how}: {why} :: {what}")
                print(wrong[-1], flush=True)
            if how == "given up":
                print(f"{seed}-{number} {how}: {why}", flush=True)
            if number % 50 == 49:
                print(f"{number + 1} of {count}: {dict(ended)}", flush=True)
    return ended, wrong, longest


def told_of(name: str, about: str, count: int, tried: Case) -> None:
    """From the command line: run as many as are asked for, and keep what comes of it."""
    given = options(about, count, parted=True)
    ended, _, longest = run(given.count, given.seed, given.workers, tried, given.first)
    ways = ("sound", "told", "wrong", "unforeseen", "crashed", "given up")
    record(name, given, {**{k: ended[k] for k in ways}, "longest": f"{longest:.0f} s"})


def main() -> None:
    from trials import solids  # by its own name, so that the cases' processes find it

    told_of("solids", __doc__ or "", 1000, solids.case)


if __name__ == "__main__":
    main()
