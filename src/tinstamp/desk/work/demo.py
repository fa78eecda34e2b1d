"""The demo jobs that come with the program."""

from __future__ import annotations

from pathlib import Path

_INSTALLED = Path(__file__).resolve().parents[2] / "demo"
FOLDER = _INSTALLED if _INSTALLED.is_dir() else Path(__file__).resolve().parents[4] / "demo"
"""In the package where that was installed; beside the sources else."""
DEMOS: dict[str, Path] = {
    "fuel tank": FOLDER / "tank.tinstamp",
    "chimney collar": FOLDER / "collar.tinstamp",
    "vent cap": FOLDER / "cap.tinstamp",
    "wick knob": FOLDER / "knob.tinstamp",
    "carry grip": FOLDER / "grip.tinstamp",
    "base disc": FOLDER / "base.tinstamp",
    "name plate": FOLDER / "plate.tinstamp",
    "case badge": FOLDER / "badge.tinstamp",
    "lid die": FOLDER / "die.tinstamp",
    "counter sign": FOLDER / "sign.tinstamp",
}
WORDS = {
    "fuel tank": "a tube, text all round",
    "chimney collar": "a cone, text with the rim",
    "vent cap": "a dome, text round the crown",
    "wick knob": "a round, numerals at even steps",
    "carry grip": "a freeform skin, a raised mark",
    "base disc": "a disc, text on an arc",
    "name plate": "a field to the edges, a groove",
    "case badge": "an inlay, loose letters, a stencil",
    "lid die": "a mould: draft, rising caps, lines",
    "counter sign": "letters that bend over and lean",
}
"""What each shows."""
