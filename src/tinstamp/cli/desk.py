"""`desk`: open the window."""

from __future__ import annotations

import argparse

from tinstamp.engine.starting import Started


def run(options: argparse.Namespace, first: Started | None = None) -> int:
    """Open the window on a job, if one was given; `first` is an engine that was started already.
    The exit code."""
    from tinstamp.desk.app import run_desk

    return run_desk(getattr(options, "job", None), first)
