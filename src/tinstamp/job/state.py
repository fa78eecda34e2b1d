"""The state folder, and the log in it.

Whatever happens here, the program starts: a home that cannot be written only means that
nothing is kept there, which `trouble` tells.
"""

from __future__ import annotations

import logging
import os
import sys
import tempfile
from functools import lru_cache
from logging.handlers import RotatingFileHandler
from pathlib import Path

from platformdirs import user_state_path

LOG_BYTES = 512 * 1024
"""bytes of a log before it is begun anew; one older one is kept"""


@lru_cache(maxsize=8)
def _folder(wanted: Path, user: int) -> tuple[Path, str]:
    try:
        wanted.mkdir(parents=True, exist_ok=True)
        with tempfile.TemporaryFile(dir=wanted):
            return wanted, ""
    except OSError as error:
        spare = Path(tempfile.gettempdir()) / f"tinstamp-{user}"
        spare.mkdir(mode=0o700, parents=True, exist_ok=True)
        return spare, f"{wanted} cannot be written ({error.strerror}): {spare} is used"


def state_folder() -> Path:
    """Where copies of unsaved work and the log are kept; made when it is not there."""
    return _folder(user_state_path("tinstamp", appauthor=False), os.getuid())[0]


def trouble() -> str:
    """Why another folder than the usual one is used; empty when the usual one is."""
    return _folder(user_state_path("tinstamp", appauthor=False), os.getuid())[1]


def log_file() -> Path:
    """The log of this user's program."""
    return state_folder() / "tinstamp.log"


def keep_log(who: str) -> None:
    """Write what goes wrong in this process to the log, uncaught exceptions among it."""
    root = logging.getLogger("tinstamp")
    if root.handlers:
        return
    try:
        handler: logging.Handler = RotatingFileHandler(
            log_file(), maxBytes=LOG_BYTES, backupCount=1, encoding="utf-8", errors="replace"
        )
    except OSError:
        handler = logging.StreamHandler(sys.stderr)
    form = f"%(asctime)s {who} {os.getpid()} %(levelname)s %(name)s: %(message)s"
    handler.setFormatter(logging.Formatter(form))
    root.addHandler(handler)
    root.setLevel(logging.INFO)
