"""The demo jobs that come with the program."""

from __future__ import annotations

from pathlib import Path

FOLDER = Path(__file__).resolve().parents[3] / "demo"
DEMOS: dict[str, Path] = {
    "fuel tank": FOLDER / "tank.tinstamp",
    "chimney collar": FOLDER / "collar.tinstamp",
    "vent cap": FOLDER / "cap.tinstamp",
    "wick knob": FOLDER / "knob.tinstamp",
    "carry grip": FOLDER / "grip.tinstamp",
    "base disc": FOLDER / "base.tinstamp",
}
