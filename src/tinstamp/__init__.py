"""Tin Stamp: text and logos on the faces of a part, as exact solid features.

From Python, five verbs do what the window does: `open` a job, `edit` it, `build` it, `write`
files, and `proof` it (see `docs/python.md`). They are loaded when they are first used.
"""

import os
from typing import TYPE_CHECKING, Any

from tinstamp.version import VERSION

if TYPE_CHECKING:
    from tinstamp.verbs import build, edit, open, proof, save, write

os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")
"""NumPy's and SciPy's own threads wait for one another in a loop: where the window draws while the
engine works, a small least squares took 1 s instead of 0.01. Set before either is loaded; who wants
more gives the variable."""

__version__ = VERSION
__all__ = ["build", "edit", "open", "proof", "save", "write"]


def __getattr__(name: str) -> Any:
    if name in __all__:
        from tinstamp import verbs

        return getattr(verbs, name)
    raise AttributeError(f"tinstamp has no {name}")
