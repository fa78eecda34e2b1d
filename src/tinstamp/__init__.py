"""Tin Stamp: text and logos on the faces of a part, as exact solid features.

From Python, five verbs do what the window does: `open` a job, `edit` it, `build` it, `write`
files, and `proof` it (see `docs/python.md`). They are loaded when they are first used.
"""

from typing import TYPE_CHECKING, Any

from tinstamp.version import VERSION

if TYPE_CHECKING:
    from tinstamp.verbs import build, edit, open, proof, save, write

__version__ = VERSION
__all__ = ["build", "edit", "open", "proof", "save", "write"]


def __getattr__(name: str) -> Any:
    if name in __all__:
        from tinstamp import verbs

        return getattr(verbs, name)
    raise AttributeError(f"tinstamp has no {name}")
