"""`install`: what a desktop wants to know of a program, put into the user's own folders or taken
out of them again.

The places are those of the XDG base directory specification; the entry, the file type and the
description follow the desktop entry, shared MIME info and AppStream specifications.
"""

from __future__ import annotations

import argparse
import os
import shutil
import subprocess
import sys
from collections.abc import Mapping
from pathlib import Path

from tinstamp.cli.telling import complain, say, show

DATA = Path(__file__).parent / "desktop"
ICON = Path(__file__).resolve().parents[1] / "desk" / "icons" / "tinstamp.svg"
SIZES = (16, 24, 32, 48, 64, 128, 256)
"""pixels of the icons that are drawn beside the one of lines"""
AFTERWARDS = (
    ("update-desktop-database", "share/applications"),
    ("update-mime-database", "share/mime"),
)
"""What tells a desktop of them, where it is there, and of which folder."""


def run(options: argparse.Namespace) -> int:
    """Put everything in its place, or remove it; the exit code."""
    prefix = options.prefix or Path.home() / ".local"
    if options.prefix is None and os.environ.get("XDG_DATA_HOME"):
        share = Path(os.environ["XDG_DATA_HOME"])
    else:
        share = prefix / "share"
    try:
        if options.remove:
            _remove(prefix, share)
        else:
            _put(prefix, share)
    except OSError as error:
        return complain(ValueError(f"{error.filename} cannot be changed: {error.strerror}"))
    for program, folder in AFTERWARDS:
        place = share / folder.removeprefix("share/")
        if shutil.which(program) and place.is_dir():
            subprocess.run([program, str(place)], check=False, capture_output=True)
    return 0


def places(share: Path) -> Mapping[Path, str]:
    """Where each file of the desktop goes, and which it is."""
    found = {
        share / "applications" / "tinstamp.desktop": "tinstamp.desktop",
        share / "mime" / "packages" / "tinstamp.xml": "tinstamp-mime.xml",
        share / "metainfo" / "tinstamp.metainfo.xml": "tinstamp.metainfo.xml",
        share / "man" / "man1" / "tinstamp.1": "manual",
        share / "bash-completion" / "completions" / "tinstamp": "completion",
        share / "icons" / "hicolor" / "scalable" / "apps" / "tinstamp.svg": "icon",
    }
    for size in SIZES:
        icon = share / "icons" / "hicolor" / f"{size}x{size}" / "apps" / "tinstamp.png"
        found[icon] = f"icon {size}"
    return found


def _put(prefix: Path, share: Path) -> None:
    for path, what in places(share).items():
        path.parent.mkdir(parents=True, exist_ok=True)
        path.write_bytes(_content(what))
        show(str(path))
    command = prefix / "bin" / "tinstamp"
    own = Path(sys.executable).parent / "tinstamp"
    if command != own:
        command.parent.mkdir(parents=True, exist_ok=True)
        command.write_text(f'#!/bin/sh\nexec "{sys.executable}" -m tinstamp "$@"\n', "utf-8")
        command.chmod(0o755)
        show(str(command))
    say("installed; `tinstamp install --remove` takes it out again")


def _content(what: str) -> bytes:
    if what == "manual":
        from tinstamp.cli.manual import manual

        return manual().encode()
    if what == "completion":
        from tinstamp.cli.manual import completion

        return completion().encode()
    if what.startswith("icon"):
        if what == "icon":
            return ICON.read_bytes()
        return _drawn(int(what.split()[1]))
    return (DATA / what).read_bytes()


def _drawn(size: int) -> bytes:
    """The icon in that many pixels, as PNG."""
    os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
    from tinstamp.desk.look.icon import icon_png

    return icon_png(ICON, size)


def _remove(prefix: Path, share: Path) -> None:
    for path in (*places(share), prefix / "bin" / "tinstamp"):
        if path.exists():
            path.unlink()
            show(str(path))
    say("removed")
