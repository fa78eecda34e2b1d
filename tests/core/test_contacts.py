"""Outlines that touch: joined or parted, corners left alone. Distances by Shapely, areas by hand;
and the solids that come of them."""

from __future__ import annotations

import hashlib
import random
from dataclasses import replace

import numpy as np
import pytest
import shapely

from tests.conftest import ROOT
from tests.core.test_logo import svg
from tinstamp.artwork.contacts import _in_contact, parted
from tinstamp.artwork.outline import Region
from tinstamp.artwork.svg.read import read_svg
from tinstamp.engine.build import build
from tinstamp.job.archive import Document
from tinstamp.job.features import Plate, Tube
from tinstamp.job.model import Blank, Job, Logo, Relief, Setting, Stamp

CORNER_TO_CORNER = '<path d="M10 10H40V40H10ZM40 40H70V70H40Z"/>'
TOUCHING: dict[str, tuple[str, float]] = {
    "corner to corner": (CORNER_TO_CORNER, 1800.0),
    "a gap of 5 µm": ('<path d="M10 10H40V40H10ZM40.005 20H70V30H40.005Z"/>', 1200.0),
    "a hole's corner on the rim": (
        '<path fill-rule="evenodd" d="M10 10H80V80H10ZM10 45L45 20L45 70Z"/>', 4025.0),
    "two holes' corners": (
        '<path fill-rule="evenodd" d="M10 10H80V80H10ZM20 20L45 45L20 70ZM70 20L45 45L70 70Z"/>',
        3650.0),
    "circles side by side": (
        '<circle cx="30" cy="50" r="20"/><circle cx="70" cy="50" r="20"/>', 800 * np.pi),
    "a line through itself": ('<path d="M10 10L80 80V10L10 80Z"/>', 2450.0),
    "a star with a bare middle": (
        '<path fill-rule="evenodd" d="M50 5L79 91L4 38H96L21 91Z"/>', 1792.0),
    "a chequered field": ("".join(f'<path d="M{10 * i} {10 * j}h10v10h-10z"/>'
        for i in range(1, 8) for j in range(1, 8) if (i + j) % 2), 2400.0),
    "a corner on an edge": ('<path d="M10 10H60V40H10ZM30 40L50 80H10Z"/>', 2300.0),
}  # fmt: skip


def regions_of(body: str) -> tuple[Region, ...]:
    return read_svg(svg(body)).regions


def clearance(regions: tuple[Region, ...]) -> float:
    """The least distance between two outlines, mm."""
    rings = [shapely.LinearRing(o.fine(1e-4)) for r in regions for o in r.outlines]
    pairs = [a.distance(b) for k, a in enumerate(rings) for b in rings[:k]]
    return min(pairs, default=np.inf)


@pytest.mark.parametrize("case", TOUCHING)
def test_outlines_that_touch_are_told_and_stay_clear_afterwards(case: str) -> None:
    body, true = TOUCHING[case]
    before = regions_of(body)
    assert sum(r.area for r in before) == pytest.approx(true, rel=2e-3)
    clear = parted(before)
    assert clear.joined or clear.cut
    assert clearance(clear.regions) > 0.01
    for region in clear.regions:
        for outline in region.outlines:
            ring = shapely.LinearRing(outline.fine(1e-4))
            assert ring.is_simple
    assert sum(r.area for r in clear.regions) == pytest.approx(sum(r.area for r in before), abs=0.6)


@pytest.mark.parametrize(
    "body",
    [
        '<path d="M10 10L90 12L10 14Z"/>',  # a tip of three degrees
        '<path d="M10 10H90V90H10ZM50 50"/><circle cx="95" cy="95" r="3"/>',
        '<path d="M10 10H90L50 12Z"/>',  # and a notch that is nearly flat
        '<path d="M50 10L52 50L90 52L52 54L50 90L48 54L10 52L48 50Z"/>',
        '<path d="M10 50H90" stroke="#000" stroke-width=".05"/>',
    ],
)
def test_corners_and_thin_lines_stay_as_they_are(body: str) -> None:
    before = regions_of(body)
    clear = parted(before)
    assert clear.regions == before and not clear.joined and not clear.cut


def test_what_touches_nothing_is_not_looked_at_twice() -> None:
    """Neighbouring pieces of an outline are no contact: most drawings are done with at once."""
    emblem = read_svg((ROOT / "demo" / "emblem.svg").read_bytes()).regions
    assert _in_contact(emblem) == set()
    assert _in_contact(regions_of(TOUCHING["circles side by side"][0])) != set()


@pytest.mark.parametrize("seed", range(8))
def test_random_squares_on_a_grid(seed: int) -> None:
    """Squares that share edges and corners, some a hair apart."""
    r = random.Random(seed)
    body = ""
    for i in range(6):
        for j in range(6):
            if r.random() < 0.55:
                hair = r.choice([0.0, 0.0, 0.002, 0.006])
                body += f'<path d="M{10 * i + hair} {10 * j}h{10 - hair}v10h-{10 - hair}z"/>'
    clear = parted(regions_of(body))
    assert clearance(clear.regions) > 0.01
    ink = shapely.union_all(
        [shapely.Polygon(q.outer.fine(1e-4), [c.fine(1e-4) for c in q.counters])
         for q in clear.regions]
    )  # fmt: skip
    assert ink.is_valid
    assert ink.area == pytest.approx(sum(q.area for q in regions_of(body)), abs=0.7)


@pytest.mark.parametrize("part", ["plate", "tube"])
@pytest.mark.parametrize("case", TOUCHING)
def test_they_are_built_the_direct_way(case: str, part: str) -> None:
    body, true = TOUCHING[case]
    data = svg(body, 'width="30mm" height="30mm" viewBox="0 0 100 100"')
    digest = hashlib.sha256(data).hexdigest()
    if part == "tube":
        blank = Tube(name="t", outer_diameter="60 mm", wall="3 mm", height="60 mm")
        setting = Setting(face="t.outer", up="30 mm")
    else:
        blank = Plate(name="t", length="80 mm", width="60 mm", thickness="4 mm")
        setting = Setting(face="t.top", across="0 mm", up="0 mm")
    logo = Logo(file="a.svg", digest=digest, given="file")
    stamp = Stamp(name="m", artwork=logo, setting=setting, relief=Relief(depth="0.5 mm"))
    document = Document(Job(blank=Blank(features=(blank,)), stamps=(stamp,)))
    report = build(replace(document, logos={digest: data})).report
    (made,) = report.stamps
    assert report.valid and made.built_by == "imprint"
    # a tube's walls lean towards its axis: half the depth nearer, the artwork is so much narrower
    narrower = 1.0 if part == "plate" else (30.0 - 0.25) / 30.0
    assert -made.relief_volume == pytest.approx(true * 0.09 * 0.5 * narrower, rel=2e-3)
    assert any("touched" in finding.message for finding in report.findings)
