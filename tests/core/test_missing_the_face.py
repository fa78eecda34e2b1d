"""Ink that a cast lays beyond its face: found out at once, however finely it could be cut."""

from __future__ import annotations

import numpy as np
import pytest

from tests.conftest import artwork
from tinstamp.chart.base import FaceChart
from tinstamp.chart.cast import CastChart, cast_chart
from tinstamp.engine.build import build
from tinstamp.job.archive import Document
from tinstamp.job.features import Ball, Dome, Tube
from tinstamp.job.model import Blank, Job
from tinstamp.relief import face_curves
from tinstamp.relief.face_curves import CurveError, face_loops

PARTS = {
    "b.outer": Ball(name="b", diameter="40 mm"),
    "t.outer": Tube(name="t", outer_diameter="40 mm", height="40 mm"),
    "d.crown": Dome(name="d", diameter="50 mm"),
}


def cast_on(face: str) -> CastChart:
    """From the front, or on a dome from above."""
    part = PARTS[face]
    chart = build(Document(Job(blank=Blank(features=(part,))))).report.charts[face]
    assert isinstance(chart, FaceChart)
    way, upright = ((0, 0, -1.0), (0, 1.0, 0)) if face == "d.crown" else ((0, 1.0, 0), (0, 0, 1.0))
    place = np.mean([chart.bounds[:2], chart.bounds[2:]], axis=0)
    cast = cast_chart(chart, place, np.array(way), np.array(upright))
    assert isinstance(cast, CastChart)
    return cast


@pytest.mark.parametrize("face", PARTS)
@pytest.mark.parametrize("lift", [0.0, 0.4])
def test_random_places_are_laid_or_missed_at_once(
    face: str, lift: float, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Whether ink lies on the face is known from its points alone; how many pieces are looked at
    for it does not double with every halving."""
    cast = cast_on(face)
    letters = artwork("OB", 6.0).regions
    looked = [0]
    fitted = face_curves._fitted

    def counted(beziers, *given):  # type: ignore[no-untyped-def]
        looked[0] += len(beziers)
        return fitted(beziers, *given)

    monkeypatch.setattr(face_curves, "_fitted", counted)
    rng, seen = np.random.default_rng(7), {True: 0, False: 0}
    for _ in range(12):
        by = tuple(rng.uniform(-26, 26, 2).tolist())
        regions = [r.transformed(np.eye(2), np.array(by)) for r in letters]
        ink = np.concatenate([o.points(40) for r in regions for o in r.outlines])
        on_face = bool(np.isfinite(cast.to_space(ink)).all())
        pieces = sum(len(o.beziers) for r in regions for o in r.outlines)
        looked[0] = 0
        try:
            face_loops(regions, cast, 0.0, lift)
            laid = True
        except CurveError:
            laid = False
        assert laid == on_face or not laid, "what misses the face is not laid"
        if not on_face:
            assert looked[0] < 40 * pieces
        seen[on_face] += 1
    assert min(seen.values()) >= 2, seen
