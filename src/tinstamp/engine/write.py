"""A finished build to files for the maker."""

from __future__ import annotations

import tempfile
from collections.abc import Hashable, Mapping, Sequence
from pathlib import Path

from tinstamp.chart.base import Chart
from tinstamp.chart.bent import UnevenChart
from tinstamp.engine.build import Built, Progress, build
from tinstamp.engine.cache import Cache
from tinstamp.engine.messages import Write, Wrote
from tinstamp.engine.on_paper import told_of
from tinstamp.job.disk import being_written
from tinstamp.job.face_name import StampFace
from tinstamp.output.outputs import OUTPUTS, Options, options_from
from tinstamp.output.result import FlatSheet, Inked, OutputError, Result
from tinstamp.plan.lines import lines_of
from tinstamp.plan.one_turn import on_one_turn


def write_files(
    built: Built,
    folder: Path,
    name: str,
    endings: Sequence[str],
    options: Options | None = None,
) -> list[Path]:
    """Write `folder/name.ending` for each ending; the paths written, in that order.

    Options that are not given stand at their defaults. A file is written beside its place first
    and then renamed, so a file that was there is lost only to a whole new one. Raises
    OutputError.
    """
    if not built.bodies or not built.report.valid:
        raise OutputError("there is no sound part to write: look at the findings")
    check_folder(folder)
    every = {**options_from({}), **(options or {})}
    result = result_of(built, name, told="pdf" in endings)
    written = []
    for ending in endings:
        path = folder / f"{name}.{ending}"
        part = being_written(folder, ending)
        try:
            OUTPUTS[ending].write(result, part, every)
            part.replace(path)
        except OSError as error:
            raise OutputError(f"{path.name} cannot be written: {error.strerror}") from error
        finally:
            part.unlink(missing_ok=True)
        written.append(path)
    return written


def written(request: Write, files: Mapping[str, bytes], cache: Cache, progress: Progress) -> Wrote:
    """What a request of the desk wants written, whose document bears the digests of its files
    alone. Raises OutputError."""
    built = build(request.document.with_files(files), cache, None, progress)
    progress("writing", 0.9)
    folder = Path(request.folder)
    paths = write_files(built, folder, request.name, request.endings, request.options)
    return Wrote(request.number, tuple(map(str, paths)))


def check_folder(folder: Path) -> None:
    """Make the folder and see that it can be written to. Raises OutputError."""
    try:
        folder.mkdir(parents=True, exist_ok=True)
        with tempfile.TemporaryFile(dir=folder):
            pass
    except OSError as error:
        raise OutputError(f"{folder} cannot be written to: {error.strerror}") from error


def result_of(built: Built, name: str, told: bool = False) -> Result:
    """What the writers are given; with what a proof sheet says, which is measured for it, if
    asked."""
    colours: dict[str, str] = {
        StampFace(s.name, role): s.relief.colour
        for s in built.job.stamps
        for role in s.relief.coloured
    }
    words = told_of(built) if told else None
    plain = built.blank.solid if built.blank is not None else None
    return Result(name, built.bodies, colours, tuple(sheets_of(built)), words, plain)


def sheets_of(built: Built) -> list[FlatSheet]:
    """The faces that carry artwork, laid out flat; without any, the first face. Artwork whose
    sheet was made for it, as a projection's or a belt's, comes on that one."""
    charts = built.report.charts
    sheets: dict[Hashable, tuple[str, Chart, list[Inked]]] = {}
    for item in built.planned.values():
        face = item.lay.face
        own = isinstance(item.chart, UnevenChart)
        word = f"{face}, {item.name}" if own else face
        chart = item.chart if own else charts[face]
        make, colour = item.relief.given.made, item.stamp.relief.colour
        regions, lines = on_one_turn(item.placed, chart, lines_of(item, chart))
        section: tuple[str, float] | None = None
        if item.groove is not None:
            section = (item.groove.kind, item.relief("vee", 0.0))
        elif item.carve is not None:
            section = ("vee", item.relief("vee"))
        inked = Inked(item.name, regions, colour, make, item.depth, lines, item.even, section)
        sheets.setdefault((face, id(chart)), (word, chart, []))[2].append(inked)
    found = [
        FlatSheet(word, chart.outline, tuple(inked), chart)
        for word, chart, inked in sheets.values()
    ]
    if not found:
        found = [
            FlatSheet(face, chart.outline, (), chart) for face, chart in list(charts.items())[:1]
        ]
    return found
