"""What holds for the face that a stamp lies on, and for its font: which fields make sense there."""

from __future__ import annotations

from tinstamp.artwork import fonts
from tinstamp.artwork.glyphs import typeface
from tinstamp.chart.belt import BeltChart
from tinstamp.chart.joint import Faces
from tinstamp.desk.pages.rows import Facts
from tinstamp.desk.work.session import Session
from tinstamp.job.alike import kept_with
from tinstamp.job.model import Stamp, Text
from tinstamp.plan.art import font_data


def facts(session: Session, index: int) -> Facts:
    """Of stamp `index`: "round" and "not round", "turned", "beside", "others", "from a stamp",
    "single stroke", "alike"."""
    stamp = session.job.stamps[index]
    setting, chart = stamp.setting, session.chart_of(index)
    closed = chart is not None and chart.closed
    others = sum(s.setting.face == setting.face for s in session.job.stamps) > 1
    from_stamp = bool(setting.from_stamp)
    found = {
        "round": closed,
        "not round": from_stamp or not closed,
        "turned": isinstance(chart, BeltChart),
        "beside": bool(Faces.of(session.charts).beside(setting.face)),
        "others": others,
        "from a stamp": from_stamp,
        "single stroke": _single_stroke(session, stamp),
        "alike": bool(kept_with(session.job, index)),
    }
    return frozenset(word for word, holds in found.items() if holds)


def _single_stroke(session: Session, stamp: Stamp) -> bool:
    """True for a text in a font whose letters are lines."""
    if not isinstance(stamp.artwork, Text):
        return False
    try:
        return any(
            typeface(font_data(ref, session.document.fonts)).single_stroke
            for ref in stamp.artwork.fonts_at.values()
        )
    except fonts.FontError:
        return False
