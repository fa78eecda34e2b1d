"""Where a new stamp goes, and how it is told from others."""

from __future__ import annotations

from collections.abc import Callable

from tinstamp.chart.joint import Faces
from tinstamp.desk.look import palette as p
from tinstamp.desk.sheet.sheet_paint import heights
from tinstamp.desk.work.placing import largest, letters_for, roomiest
from tinstamp.desk.work.session import Session
from tinstamp.desk.work.stamp_drag import StampDrag
from tinstamp.job.face_name import owner_of, stamp_face
from tinstamp.job.model import Relief, Setting


def put_off(session: Session, again: Callable[[], object]) -> bool:
    """Whether a new stamp cannot be placed yet: its face is still to be laid out, or its part to be
    made. `again` is done when it is; a part that has no face, and will have none, is told."""
    faces = Faces.of(session.charts)
    if not faces and not session.stale_report:
        session.failed.emit("there is no face for a stamp: the part could not be made")
        return True
    if not faces:
        session.awaited.when_built(again)
        if not session.building:
            session.build_now()
        return True
    if not len(faces) and session.face not in faces.awaited:
        session.pick_face(min(faces.awaited))
    return session.awaited.when_laid(session.face, again)


def first_place(session: Session, drag: StampDrag) -> tuple[Setting, float] | None:
    """Where a new stamp lies: in the middle of the picked face, else of the first; and how high
    its letters are, mm. None where there is no face."""
    charts = session.charts
    face = session.face
    upon = stamp_face(face or "", [stamp.name for stamp in session.job.stamps])
    owner = owner_of(face or "", [stamp.name for stamp in session.job.stamps])
    under = None if owner is None else drag.of(owner)
    if upon is not None and under is not None and face not in charts:  # laid out with it
        wide, high = (under.placed.bounds[2:] - under.placed.bounds[:2]).tolist()
        if upon.role == "wall":
            wide, high = min(wide, high), under.plan.depth
        setting = Setting(
            face=str(upon), across="0 mm", up="0 mm", up_from="middle", rests_on="middle"
        )
        return setting, letters_for(high, wide)
    face = face if face in charts else largest(charts)
    if face is None:
        return None
    chart = charts[face]
    low, high = heights(chart)
    round_face = chart.turns is not None
    x, y, room = roomiest(chart)
    setting = Setting(
        face=face,
        across="0 deg" if chart.closed else f"{x:g} mm",
        up=f"{(high - low) / 2:g} mm" if round_face else f"{y:g} mm",
        up_from="lower" if round_face else "middle",
        rests_on="middle",
    )
    wide = float(chart.bounds[2] - chart.bounds[0])
    return setting, letters_for(min(high - low, 2 * room), min(wide, 4 * room))


def told_apart(session: Session, face: str) -> str:
    """A colour for a new stamp: on the cap of another one that is not that one's."""
    stamps = session.job.stamps
    owner = owner_of(face, [stamp.name for stamp in stamps])
    usual = Relief().colour
    return p.UPON if owner is not None and stamps[owner].relief.colour == usual else usual
