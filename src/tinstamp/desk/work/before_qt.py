"""What the desk loads before Qt, and what it loads once its window stands.

From when PySide6 is loaded on, it reads the source of every module that comes after it: what has no
need of Qt comes first. What only some hands need, such as scipy, is loaded by a thread while
the window already paints.
"""

from __future__ import annotations

import importlib
import threading

import vtkmodules.vtkRenderingOpenGL2  # noqa: F401

import tinstamp.engine.messages
import tinstamp.job.archive
import tinstamp.plan.planned
import tinstamp.shop.machines  # noqa: F401

LATER = (
    "scipy.spatial",
    "scipy.sparse.csgraph",
    "scipy.interpolate",
    "tinstamp.artwork.picture_inks",
    "tinstamp.artwork.svg.read",
    "pypdfium2",
)
"""Loaded once the window stands."""


def load_the_rest() -> threading.Thread:
    """Load what may be wanted later, in a thread of its own."""

    def load() -> None:
        for name in LATER:
            importlib.import_module(name)

    thread = threading.Thread(target=load, name="loading", daemon=True)
    thread.start()
    return thread
