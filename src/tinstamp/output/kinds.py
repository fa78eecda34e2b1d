"""The kinds of files that can be written, by their endings."""

from __future__ import annotations

from typing import Literal

Ending = Literal["step", "stl", "dxf"]
ENDINGS: tuple[Ending, ...] = ("step", "stl", "dxf")
