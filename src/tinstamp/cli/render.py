"""`render`: a picture of each job, drawn as the window draws it."""

from __future__ import annotations

import argparse
from io import BytesIO

from tinstamp.cli.jobs import Given, read_to_write
from tinstamp.cli.telling import complain, progress, say, show
from tinstamp.job.disk import write_atomically
from tinstamp.output.outputs import OutputError


def run(options: argparse.Namespace) -> int:
    """Write the pictures; the exit code."""
    if options.view in ("square", "end", "section") and not options.stamp:
        return complain(ValueError(f"--view {options.view} is of a stamp: name it by --stamp"))
    try:
        jobs, code = read_to_write(options)
    except OutputError as error:
        return complain(error)
    for job in jobs:
        code = max(code, _picture(job, options))
    return code


def _picture(job: Given, options: argparse.Namespace) -> int:
    from tinstamp.cli.pictures import picture_of_build
    from tinstamp.engine.build import build

    watched = progress(job.path.name)
    built = build(job.document, progress=watched)
    watched("", 0.0)
    if built.report.to_fix and not options.even_so:
        say(f"{job.path.name}: no picture: something is to fix (--even-so writes all the same)")
        return 1
    try:
        image = picture_of_build(built, options.view, options.stamp, options.size)
    except ValueError as error:
        return complain(ValueError(f"{job.path.name}: {error}"))
    path = options.out / f"{job.name}.png"
    held = BytesIO()
    image.save(held, "PNG")
    try:
        write_atomically(path, held.getvalue())
    except OSError as error:
        return complain(ValueError(f"{path.name} cannot be written: {error.strerror}"))
    show(str(path))
    return int(built.report.to_fix)
