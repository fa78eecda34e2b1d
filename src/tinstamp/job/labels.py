"""The words that fields go by: the same at the field, in findings and in the files."""

from __future__ import annotations

LABELS = {
    "length": "Length",
    "width": "Width",
    "thickness": "Thickness",
    "outer_diameter": "Diameter",
    "inner_diameter": "Bore",
    "wall": "Wall",
    "spacing": "Letter spacing",
    "line_spacing": "Line spacing",
    "corner_radius": "Corners",
    "sides": "Sides",
    "across_flats": "Across flats",
    "arc": "Arc",
    "across": "Across",
    "up": "Up",
    "turn": "Turn",
    "depth": "Depth",
    "least_wall": "Wall left",
    "edge_margin": "To the edge",
    "least_stroke": "Stroke",
    "least_gap": "Gap",
    "height": "Height",
    "name": "Name",
    "formula": "Formula",
}
"""By the field's name in the job."""


def label_of(path: tuple[str | int, ...]) -> str:
    """The words for a field at a path."""
    if path[-2:] == ("artwork", "height"):
        return "Letter height"
    return LABELS[str(path[-1])]
