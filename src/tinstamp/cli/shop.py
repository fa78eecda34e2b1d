"""`shop`: stand in for a machine."""

from __future__ import annotations

import argparse

from tinstamp.cli.telling import complain, say


def run(options: argparse.Namespace) -> int:
    """Be the machine until interrupted; the exit code."""
    from tinstamp.shop.machines import main

    if not options.pace > 0:
        return complain(ValueError("the pace must be more than 0"))
    say(f"the {options.machine} waits for files in {options.folder}/inbox; Ctrl+C ends it")
    return main([options.machine, str(options.folder), "--pace", str(options.pace)])
