"""A finished build to files for the maker."""

from __future__ import annotations

import os
import tempfile
from collections.abc import Hashable, Sequence
from pathlib import Path

from tinstamp.chart.base import Chart
from tinstamp.chart.bent import UnevenChart
from tinstamp.engine.build import Built
from tinstamp.job.disk import PREFIX, SUFFIX
from tinstamp.output.dxf import FlatSheet, Inked, write_dxf
from tinstamp.output.kinds import Ending
from tinstamp.output.step import OutputError, write_step
from tinstamp.output.stl import CHORD, write_stl


def write_files(
    built: Built, folder: Path, name: str, endings: Sequence[Ending], chord: float = CHORD
) -> list[Path]:
    """Write `folder/name.ending` for each ending; the paths written, in that order.

    `chord` is the STL's tolerance in mm. A file is written beside its place first and
    then renamed, so a file that was there is lost only to a whole new one. Raises
    OutputError.
    """
    if built.solid is None or not built.report.valid:
        raise OutputError("there is no sound part to write: look at the findings")
    check_folder(folder)
    written = []
    for ending in endings:
        path = folder / f"{name}.{ending}"
        part = folder / f"{PREFIX}{os.getpid()}{SUFFIX}.{ending}"
        try:
            if ending == "step":
                write_step(built.solid, part, name, _colours(built))
            elif ending == "stl":
                write_stl(built.solid, part, chord)
            else:
                write_dxf(sheets_of(built), part)
            part.replace(path)
        except OSError as error:
            raise OutputError(f"{path.name} cannot be written: {error.strerror}") from error
        finally:
            part.unlink(missing_ok=True)
        written.append(path)
    return written


def check_folder(folder: Path) -> None:
    """Make the folder and see that it can be written to. Raises OutputError."""
    try:
        folder.mkdir(parents=True, exist_ok=True)
        with tempfile.TemporaryFile(dir=folder):
            pass
    except OSError as error:
        raise OutputError(f"{folder} cannot be written to: {error.strerror}") from error


def _colours(built: Built) -> dict[str, str]:
    return {f"{stamp.name}/cap": stamp.relief.colour for stamp in built.job.stamps}


def sheets_of(built: Built) -> list[FlatSheet]:
    """The faces that carry artwork, laid out flat; without any, the first face. Artwork whose
    sheet was made for it, as a projection's or a belt's, comes on that one."""
    charts = built.report.charts
    sheets: dict[Hashable, tuple[str, Chart, list[Inked]]] = {}
    for item in built.laid.values():
        face = item.stamp.setting.face
        own = isinstance(item.chart, UnevenChart)
        word = f"{face}, {item.stamp.name}" if own else face
        chart = item.chart if own else charts[face]
        inked = Inked(item.stamp.name, item.placed.regions, item.stamp.relief.colour)
        sheets.setdefault((face, id(chart)), (word, chart, []))[2].append(inked)
    found = [FlatSheet(word, chart.outline, tuple(inked)) for word, chart, inked in sheets.values()]
    if not found:
        found = [FlatSheet(face, chart.outline, ()) for face, chart in list(charts.items())[:1]]
    return found
