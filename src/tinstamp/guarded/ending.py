"""Processes that end with the one that started them.

`python -m tinstamp.guarded.ending PARENT MODULE ARGUMENT ...` runs a module as a program that
is killed when the process PARENT ends, from its first moment on.
"""

from __future__ import annotations

import ctypes
import os
import runpy
import signal
import sys

_PR_SET_PDEATHSIG = 1
"""of prctl(2), <linux/prctl.h>"""


def die_with_parent(parent: int) -> None:
    """This process is killed when the thread that started it ends (Linux: prctl(2)), and ends
    now when its parent is not the expected one any more."""
    ctypes.CDLL(None, use_errno=True).prctl(_PR_SET_PDEATHSIG, signal.SIGKILL, 0, 0, 0)
    if os.getppid() != parent:
        os._exit(1)


def main() -> None:
    """Run a module under that rule."""
    _, parent, module, *rest = sys.argv
    die_with_parent(int(parent))
    sys.argv = [module, *rest]
    runpy.run_module(module, run_name="__main__", alter_sys=True)


if __name__ == "__main__":
    main()
