"""What a command says: results on standard output, all else on standard error."""

from __future__ import annotations

import sys
from collections.abc import Callable


def say(words: str) -> None:
    """One line for whoever watches."""
    print(" ".join(words.split()), file=sys.stderr)


def show(words: str) -> None:
    """One line of the result, whatever the output can hold."""
    print(words.encode("utf-8", "replace").decode())


def complain(error: Exception) -> int:
    """Tell what could not be done, in one line; the exit code."""
    words = " ".join(str(error).split())
    if not isinstance(error, ValueError):
        words = f"this could not be done ({type(error).__name__}: {words}); the log tells more"
    print(words.encode("utf-8", "replace").decode(), file=sys.stderr)
    return 2


def progress(whose: str) -> Callable[[str, float], None]:
    """Tells what a build is at, where somebody sits before it; `whose` is the job's name."""
    if not sys.stderr.isatty():
        return lambda what, part: None

    def told(what: str, part: float) -> None:
        line = f"{whose}: {what}, {100 * part:.0f} %" if what else ""
        print(f"\r{line:<70.70}", end="" if line else "\r", file=sys.stderr, flush=True)

    return told
