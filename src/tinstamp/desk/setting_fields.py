"""Fields of a stamp's setting beyond its place: guide and repeats."""

from __future__ import annotations

from tinstamp.desk.artwork_fields import ArtworkFields
from tinstamp.desk.fields import FieldsPage
from tinstamp.desk.points_table import PointsTable
from tinstamp.job.model import Path

GUIDES = (
    ("none", "no guide"),
    ("line", "a straight line"),
    ("arc", "an arc or circle"),
    ("level", "level with the rim"),
    ("midline", "midway of edges"),
    ("edge", "along an edge"),
    ("drawn", "a drawn line"),
)


def guide_fields(page: FieldsPage, index: int, helper: ArtworkFields) -> None:
    """The guide that artwork runs along."""
    stamp = page.session.job.stamps[index]
    guide, name = stamp.setting.guide, stamp.name
    base: Path = ("stamps", index, "setting", "guide")
    page.pick("Guide", (*base, "kind"), lambda: GUIDES, f"the guide of “{name}”")
    if guide.kind == "none":
        return
    if guide.kind == "line":
        field = page.formula((*base, "direction"), "°", f"the guide of “{name}”", 15.0)
        field.line.setToolTip("0° runs across, 90° upright")
        page.formula((*base, "length"), "mm", f"the guide of “{name}”")
    if guide.kind == "midline":
        ways = (("rims", "Lower, upper"), ("sides", "Left, right"))
        page.choice("Between", (*base, "between"), ways, f"the guide of “{name}”")
    if guide.kind == "edge":
        page.pick("Edge", (*base, "edge"), lambda: _edges(page, index), f"the guide of “{name}”")
        page.formula((*base, "inset"), "mm", f"the guide of “{name}”")
    if guide.kind == "arc":
        page.formula((*base, "radius"), "mm", f"the arc of “{name}”")
        page.formula((*base, "span"), "°", f"the arc of “{name}”", 15.0)
        words = (("over", "Over"), ("under", "Under"))
        page.choice("Bends", (*base, "bend"), words, f"the arc of “{name}”")
    page.choice(
        "Starts at",
        (*base, "at"),
        (("start", "Start"), ("centre", "Centre"), ("end", "End")),
        f"where “{name}” stands on its guide",
    )
    page.formula((*base, "shift"), "mm", f"the place of “{name}” along its guide")
    page.formula((*base, "above"), "mm", f"how far “{name}” is from its guide")
    fills = (("no", "As it is"), ("space", "Spaced"), ("scale", "Scaled"))
    page.choice("Fills it", (*base, "fill"), fills, f"how “{name}” fills its guide")
    helper.yes_no((*base, "other_way"), tip="Run the guide from its other end")
    if guide.kind == "drawn":
        helper.yes_no((*base, "closed"))
        table = PointsTable(page, (*base, "points"), guide.closed, None)
        page.column.addWidget(table)
        page.form_again()


def _edges(page: FieldsPage, index: int) -> list[tuple[int, str]]:
    """The edges of the face that a guide may run along."""
    chart = page.session.chart_of(index)
    if chart is not None and chart.closed:
        return [(0, "lower rim"), (1, "upper rim")]
    count = len(chart.outline) if chart is not None else 1
    return [(0, "outer edge"), *((k, f"edge of hole {k}") for k in range(1, count))]


def repeat_fields(page: FieldsPage, index: int) -> None:
    """How often the artwork is there."""
    stamp = page.session.job.stamps[index]
    repeat, name = stamp.setting.repeat, stamp.name
    base: Path = ("stamps", index, "setting", "repeat")
    words = (
        ("none", "once"),
        ("round", "all round"),
        ("fit", "as many as fit"),
        ("steps", "in steps"),
        ("guide", "along the guide"),
    )
    page.pick("Repeat", (*base, "kind"), lambda: words, f"the repeats of “{name}”")
    if repeat.kind == "none":
        return
    if repeat.kind == "fit":
        page.formula((*base, "gap"), "mm", f"the gap between “{name}” and its copies")
        return
    page.formula((*base, "count"), "×", f"how often “{name}” is there", 1.0)
    if repeat.kind == "steps":
        page.formula((*base, "step_across"), "mm", f"the steps of “{name}”")
        page.formula((*base, "step_up"), "mm", f"the steps of “{name}”")
