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
    "true_up": "True at",
    "depth": "Depth",
    "least_wall": "Wall left",
    "edge_margin": "To the edge",
    "least_stroke": "Stroke",
    "least_gap": "Gap",
    "height": "Height",
    "name": "Name",
    "formula": "Formula",
    "base_diameter": "Base",
    "top_diameter": "Top",
    "side_angle": "Side angle",
    "diameter": "Diameter",
    "ring_diameter": "Ring",
    "bar_diameter": "Bar",
    "sweep": "Turn covers",
    "closed": "Closed",
    "points": "Profile",
    "rail_points": "Rail",
    "oval_length": "Oval length",
    "oval_width": "Oval width",
    "rows": "Heights",
    "heights": "Heights",
    "scale": "Scale",
    "size": "Size",
    "edges": "Edges",
    "open_faces": "Open faces",
    "face": "Face",
    "path": "Path",
    "rise": "Rise",
    "wide": "Width",
    "high": "Height",
    "word_spacing": "Word spacing",
    "join": "Join ends",
    "speck": "Drop specks",
    "reduce": "Fewer points",
    "stroke": "Open lines",
    "threshold": "Threshold",
    "corner": "Corners",
    "line": "Line",
    "gap": "Gap",
    "radius": "Radius",
    "shift": "Along",
    "above": "Off it",
    "count": "Times",
    "step_across": "Step across",
    "step_up": "Step up",
    "ligatures": "Ligatures",
    "mirrored": "Mirrored",
    "upside_down": "Upside down",
    "cutter": "Cutter",
    "direction": "Direction",
    "inset": "In from it",
    "span": "Covers",
    "start": "From",
    "end": "To",
    "other_way": "Other way",
    "next": "Next number",
    "digits": "Digits",
    "before": "Before",
    "after": "After",
    "x": "x",
    "y": "y",
    "z": "z",
    "tilt": "Tilt",
}
"""By the field's name in the job."""


def label_of(path: tuple[str | int, ...]) -> str:
    """The words for a field at a path."""
    if path[-2:] == ("artwork", "height"):
        return "Letter height"
    if len(path) > 3 and str(path[-3]) in ("points", "rail_points"):
        return f"{LABELS[str(path[-3])]}, point {int(path[-2]) + 1}, {LABELS[str(path[-1])]}"
    if len(path) > 4 and str(path[-4]) == "rows":
        return f"Heights, row {int(path[-3]) + 1}, place {int(path[-1]) + 1}"
    if len(path) > 2 and path[-3] == "styles":
        return "Times as large"
    if len(path) > 1 and str(path[-2]) in ("edges", "open_faces"):
        return LABELS[str(path[-2])]
    return LABELS[str(path[-1])]
