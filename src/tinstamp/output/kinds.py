"""The kinds of files that can be written, by their endings."""

from __future__ import annotations

from typing import Literal

Ending = Literal["step", "stl", "dxf"]
ENDINGS: tuple[Ending, ...] = ("step", "stl", "dxf")
FINEST, COARSEST = 1e-4, 10.0
"""mm; the chord tolerances that a mesh can be asked for."""
