"""What can be done with a job from Python: open, edit, build, write, proof, save."""

from __future__ import annotations

from collections.abc import Sequence
from pathlib import Path
from typing import Any

from tinstamp.engine.build import Built
from tinstamp.engine.build import build as build_document
from tinstamp.engine.report import Report
from tinstamp.engine.write import write_files
from tinstamp.job.archive import Document, open_file, save_file
from tinstamp.job.model import Path as JobPath
from tinstamp.job.model import changed, get
from tinstamp.output.outputs import OUTPUTS, all_options, options_from


def open(path: str | Path) -> Document:
    """The job in a `.tinstamp` file, with the fonts, logos and parts that it keeps.

    Raises ValueError (`job.archive.ArchiveError`) in words.

    >>> job = open(DEMO / "tank.tinstamp")
    >>> [stamp.name for stamp in job.job.stamps][:2]
    ['Filling line', 'Caution']
    """
    return open_file(Path(path))


def edit(document: Document, where: str, value: Any) -> Document:
    """The job with another value at a place, such as `stamps.Caution.relief.depth`; stamps,
    features and dimensions go by their names. The document given stays as it was.

    Raises LookupError for a place that is not there, ValueError for a value that does not hold.

    >>> job = open(DEMO / "tank.tinstamp")
    >>> deeper = edit(job, "stamps.Caution.relief.depth", "0.6 mm")
    >>> edit(deeper, "stamps.Nobody.relief.depth", "1 mm")
    Traceback (most recent call last):
    LookupError: “Nobody” is not there; there are Filling line, Caution
    """
    path = _path(document, where)
    return Document(
        changed(document.job, path, value), document.fonts, document.parts, document.logos
    )


def build(document: Document) -> Built:
    """The exact solid, with a report. What cannot be built is a finding; nothing is raised.

    >>> built = build(open(DEMO / "knob.tinstamp"))
    >>> built.report.valid, round(built.report.volume, 1)
    (True, 2532.1)
    """
    return build_document(document)


def proof(document: Document) -> Report:
    """What was found about a job: volumes, and findings with their figures, the worst first.

    >>> proof(open(DEMO / "knob.tinstamp")).to_fix
    False
    """
    return build_document(document).report


def write(
    built: Built, folder: str | Path, name: str, endings: Sequence[str] = ("step",), **options: str
) -> list[Path]:
    """Files for the maker, `folder/name.ending`; options are formulas, such as chord="0.02 mm".
    The paths written.

    Raises ValueError in words: when the part is not sound, for an unknown ending or option, or
    where a file cannot be written.

    >>> built = build(open(DEMO / "knob.tinstamp"))
    >>> [path.name for path in write(built, FOLDER, "knob", ["stl"], chord="0.05 mm")]
    ['knob.stl']
    >>> write(built, FOLDER, "knob", ["doc"])
    Traceback (most recent call last):
    ValueError: “doc” is not one of step, stl, 3mf, glb, dxf, svg, pdf, nc
    """
    known = [option.name for option in all_options()]
    for given, among in ((endings, list(OUTPUTS)), (options, known)):
        for word in given:
            if word not in among:
                raise ValueError(f"“{word}” is not one of {', '.join(among)}")
    return write_files(built, Path(folder), name, endings, options_from(options))


def save(document: Document, path: str | Path) -> None:
    """Save a job; the version before stays beside it. Raises ValueError in words.

    >>> save(open(DEMO / "knob.tinstamp"), FOLDER / "own.tinstamp")
    >>> open(FOLDER / "own.tinstamp").job == open(DEMO / "knob.tinstamp").job
    True
    """
    save_file(document, Path(path))


def _path(document: Document, where: str) -> JobPath:
    """A place's path; entries of a list go by their names, which may hold dots. Raises
    LookupError."""
    path: tuple[str | int, ...] = ()
    rest = where
    while rest:
        here = get(document.job, path)
        if isinstance(here, tuple):
            index, rest = _entry(here, rest)
            path = (*path, index)
            continue
        step, _, rest = rest.partition(".")
        if not isinstance(here, dict) and step not in type(here).model_fields:
            raise LookupError(f"there is no “{step}” in {'.'.join(map(str, path)) or 'a job'}")
        path = (*path, step)
    return path


def _entry(entries: tuple[Any, ...], rest: str) -> tuple[int, str]:
    """Which entry of a list is meant, and what follows."""
    names = [getattr(entry, "name", str(i)) for i, entry in enumerate(entries)]
    for i, name in sorted(enumerate(names), key=lambda each: -len(each[1])):
        if rest == name or rest.startswith(name + "."):
            return i, rest[len(name) + 1 :]
    step, _, after = rest.partition(".")
    if step.isdigit() and int(step) < len(entries):
        return int(step), after
    raise LookupError(f"“{step}” is not there; there are {', '.join(names)}")
