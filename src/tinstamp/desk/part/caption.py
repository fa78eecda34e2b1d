"""The words above the part: what lies under the pointer, or what is in hand."""

from __future__ import annotations

import numpy as np

from tinstamp.desk.part.scene import Hit
from tinstamp.desk.sheet.sheet_field import told_near
from tinstamp.desk.sheet.sheet_paint import heights
from tinstamp.desk.work.session import Session
from tinstamp.job.face_name import StampFace


def caption(session: Session, hover: Hit | None) -> str:
    """The face under the pointer, or the one in hand, with kind and sizes."""
    if session.only_seen:
        return session.only_seen
    name = hover.face if hover else session.face
    if not name:
        return "click a face to choose it for the next stamp"
    if isinstance(name, StampFace):
        told = f"{name.stamp} · {name.role} of the stamp"
        return told + told_near(session.map.field, hover.point if hover else None)
    kind = session.kinds.get(name, "")
    chart = session.charts.get(name)
    if chart is None:
        return f"{name} · {kind}" if kind else name
    low, high = heights(chart)
    if (around := chart.all_round) is not None:
        ends = around.rolled(np.array([[0.0, low], [0.0, high]]))
        girths = sorted({round(around.way_round(end), 3) for end in ends})
        told = " to ".join(f"{g:.3f}" for g in girths)
        across = " to ".join(f"{g / np.pi:.3f}" for g in girths)
        return f"{name} · {chart.kind} {across} mm · girth {told} mm · height {high - low:.3f} mm"
    low_x, _, high_x, _ = chart.bounds
    return f"{name} · {chart.kind} · {high_x - low_x:.3f} × {high - low:.3f} mm"
