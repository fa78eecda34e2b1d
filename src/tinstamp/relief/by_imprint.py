"""Relief by direct imprint: new faces put into the old one, nothing combined."""

from __future__ import annotations

from tinstamp.blank.solid import NamedSolid
from tinstamp.relief.checking import LOG
from tinstamp.relief.face_curves import CurveError
from tinstamp.relief.guard import Asked, fault
from tinstamp.relief.heads import Head
from tinstamp.relief.imprint import Imprint, imprint, together
from tinstamp.relief.operation import Operation
from tinstamp.relief.verify import agrees, examine_imprint


def by_imprint(
    solid: NamedSolid, op: Operation, expected: float, head: Head | None, asked: Asked
) -> tuple[Imprint, NamedSolid, float] | None:
    """The imprint, the body with it, and the change of its volume, mm³; None when it does not
    pass, so that the boolean is tried."""
    try:
        made = imprint(solid, op.face, op.face_chart, op.placed.regions, op.signed, op.stamp, head)
    except CurveError:
        return None  # across the seam: not for this way
    after = together(solid, [made])
    change = examine_imprint(made, after, op.face_chart, op.signed, head is None)
    if change is None or not agrees(change, expected):
        return None
    told = fault(solid, after, change, asked)
    if told is not None:
        LOG.warning("the guard sends %s the long way: %s", op.stamp, told)
        return None
    return made, after, change
