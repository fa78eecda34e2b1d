"""Processes that end with the one that started them."""

from __future__ import annotations

import ctypes
import signal

_PR_SET_PDEATHSIG = 1
"""of prctl(2), <linux/prctl.h>"""


def die_with_parent() -> None:
    """This process is killed when the thread that started it ends (Linux: prctl(2))."""
    ctypes.CDLL(None, use_errno=True).prctl(_PR_SET_PDEATHSIG, signal.SIGKILL, 0, 0, 0)
