"""Ink kept off the edges of its face: on sheets that keep lengths by shapely's own distance, on a
ball by the arc of a great circle (any handbook of geometry), on a skin by exact geodesics of a mesh
(pygeodesic)."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
import shapely
from pygeodesic import geodesic

from tests.core.test_edge_distance import meshed
from tests.core.test_fields_everywhere import FACES
from tests.core.test_pieces import polygons
from tinstamp.engine.build import Built, build
from tinstamp.job.archive import Document
from tinstamp.job.model import Blank, Job, Relief, Setting, Stamp, Text


def marked(face: str, keep_off: str, height: str = "4 mm", **where: str) -> Built:
    part, name, (across, up) = FACES[face]
    at = {"across": across, "up": up, **where}
    setting = Setting(face=name, keep_off=keep_off, **at)  # type: ignore[arg-type]
    stamp = Stamp(
        name="m",
        artwork=Text(text="HB", height=height),
        setting=setting,
        relief=Relief(make="mark"),
    )
    return build(Document(Job(blank=Blank.model_validate({"features": [part.model_dump()]}),
                              stamps=(stamp,))))  # fmt: skip


def over(built: Built) -> Any:
    found = [f for f in built.report.findings if f.check == "over the keep-off line"]
    assert len(found) < 2
    return found[0] if found else None


@pytest.mark.parametrize("seed", range(4))
@pytest.mark.parametrize("face", ["plane", "cylinder", "cone"])
def test_sheets_that_keep_lengths(face: str, seed: int) -> None:
    """What is told is the distance of the ink from the sheet's outline."""
    random = np.random.default_rng(seed)
    plain = marked(face, "0 mm")
    chart, placed = plain.planned["m"].chart, plain.planned["m"].placed
    ink = shapely.union_all(polygons(placed.regions, 40))
    if chart.all_round is None:
        lines = shapely.union_all([shapely.LinearRing(o.points(60)) for o in chart.outline])
        near = ink.distance(lines)
    else:
        ups = chart.all_round.unrolled(shapely.get_coordinates(ink.segmentize(0.1)))[:, 1]
        ends = chart.all_round.unrolled(np.concatenate([o.points(60) for o in chart.outline]))[:, 1]
        low, high = ends.min(), ends.max()
        near = min(ups.min() - low, high - ups.max())
    away = near + float(random.uniform(0.1, 1.5))
    told = over(marked(face, f"{away:.4f} mm"))
    assert told is not None and told.measured == pytest.approx(near, abs=0.01)
    assert told.limit == pytest.approx(away, abs=1e-4) and told.where
    assert over(marked(face, f"{near - 0.05:.4f} mm")) is None


def test_a_skin_against_exact_geodesics_of_its_mesh() -> None:
    plain = marked("skin", "0 mm", height="6 mm")
    chart, placed = plain.planned["m"].chart, plain.planned["m"].placed
    points, triangles, edge = meshed(chart, 0.5)
    away, _ = geodesic.PyGeodesicAlgorithmExact(points, triangles).geodesicDistances(
        edge.astype(np.int32), None
    )
    xy = chart.from_space(points)
    inked = shapely.contains_xy(shapely.union_all(polygons(placed.regions, 20)), xy[:, 0], xy[:, 1])
    near = float(away[inked].min())
    assert over(marked("skin", f"{near - 0.5:.3f} mm", height="6 mm")) is None
    told = over(marked("skin", f"{near + 1.0:.3f} mm", height="6 mm"))
    assert told is not None and told.measured == pytest.approx(near, abs=0.4)


def test_nothing_is_left_or_asked() -> None:
    assert over(marked("plane", "0 mm")) is None
    told = over(marked("plane", "500 mm"))
    assert told is not None and "nothing is left" in told.message
    assert over(marked("ball", "1 mm")) is None  # it has no edges
