"""Fields of a stamp's setting beyond its place: guide and repeats."""

from __future__ import annotations

from tinstamp.desk.artwork_fields import ArtworkFields
from tinstamp.desk.fields import FieldsPage
from tinstamp.desk.points_table import PointsTable
from tinstamp.job.model import Path

GUIDES = (
    ("none", "no guide"),
    ("arc", "an arc"),
    ("level", "level with the rim"),
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
    if guide.kind == "arc":
        page.formula((*base, "radius"), "mm", f"the arc of “{name}”")
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


def repeat_fields(page: FieldsPage, index: int) -> None:
    """How often the artwork is there."""
    stamp = page.session.job.stamps[index]
    repeat, name = stamp.setting.repeat, stamp.name
    base: Path = ("stamps", index, "setting", "repeat")
    words = (
        ("none", "once"),
        ("round", "all round, by number"),
        ("fit", "all round, as many as fit"),
        ("steps", "in steps"),
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
