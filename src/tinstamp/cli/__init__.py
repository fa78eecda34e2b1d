"""The command line: make files, proof sheets and pictures, check what was written, or open the
desk."""

from __future__ import annotations

import logging
import os
import sys
from collections.abc import Sequence
from pathlib import Path

from tinstamp.cli import desk
from tinstamp.cli.arguments import COMMANDS, parser
from tinstamp.cli.telling import complain
from tinstamp.engine.starting import Started, start


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one command; the exit code: 0 well, 1 something to fix, 2 not done, which one line
    on standard error tells."""
    words = list(sys.argv[1:] if arguments is None else arguments)
    if words and words[0] not in COMMANDS and Path(words[0]).is_file():
        words = ["desk", *words]  # a job alone is opened
    first = start() if words[:1] in ([], ["desk"]) and not _asks_for_help(words) else None
    try:
        return _run(words, first)
    finally:
        if first is not None:
            first.end()


def _asks_for_help(words: Sequence[str]) -> bool:
    return any(word in ("-h", "--help", "--version") for word in words)


def _run(words: Sequence[str], first: Started | None) -> int:
    from tinstamp.job.state import keep_log

    options = parser().parse_args(words)
    command = options.command or "desk"
    if command == "desk":  # what fails there is told in the window
        return desk.run(options, first)
    try:
        return COMMANDS[command].run()(options)
    except BrokenPipeError:  # whoever was reading has seen enough
        sys.stdout = Path(os.devnull).open("w")  # noqa: SIM115
        return 1
    except Exception as error:  # told in one line; the log holds the rest
        keep_log("command")
        logging.getLogger("tinstamp.cli").exception("the command failed")
        return complain(error)
