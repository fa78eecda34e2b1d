"""The checks on edges that a stamp is asked to keep off."""

from __future__ import annotations

from collections.abc import Iterator

from tinstamp.plan.keep_off import beyond, kept_off
from tinstamp.proofing.check import Numbers, Subject, check
from tinstamp.proofing.finding import Finding
from tinstamp.setting.edge_distance import EdgeError


@check("over the keep-off line", "fitted")
def over_the_keep_off_line(it: Subject, limits: Numbers) -> Iterator[Finding]:
    """Ink nearer to the edges of its face than its setting lets it come."""
    away = kept_off(it.planned)
    try:
        found = beyond(it.planned)
    except EdgeError as error:
        yield Finding("fix", "over the keep-off line", it.stamp, str(error), limit=away, unit="mm")
        return
    if found is None:
        return
    over, where = found
    left = max(away - over, 0.0)
    told = f"it comes to {left:.2f} mm from an edge of the face, and is to keep off by {away:g} mm"
    yield Finding("fix", "over the keep-off line", it.stamp, told, left, away, "mm", where=(where,))
