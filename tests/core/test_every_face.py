"""Every blank of the shelf, wrapped and projected, raised, sunk and marked, with text and a logo:
a sound solid, or a finding that says why not. Nothing fails without a word."""

from __future__ import annotations

import hashlib
from itertools import product

import pytest

from tests.conftest import ROOT
from tinstamp.engine.build import build
from tinstamp.engine.cache import Cache
from tinstamp.job.archive import Document
from tinstamp.job.model import Cast, Job, Logo, Relief, Setting, Stamp, Text
from tinstamp.job.shelf import SHIPPED

EMBLEM = (ROOT / "demo" / "emblem.svg").read_bytes()
DIGEST = hashlib.sha256(EMBLEM).hexdigest()
CACHES: dict[str, Cache] = {}

FACES = {
    "fuel tank": ("tank.outer", "0 deg", "20 mm"),
    "chimney collar": ("collar.outer", "0 deg", "8 mm"),
    "vent cap": ("cap.crown", "0 deg", "10 mm"),
    "wick knob": ("knob.outer", "0 deg", "3 mm"),
    "carry grip": ("grip.top", "0 mm", "0 mm"),
    "base disc": ("base.top", "0 mm", "10 mm"),
    "name plate": ("plate.top", "0 mm", "0 mm"),
    "filler nut": ("nut.side_1", "0 mm", "0 mm"),
    "bail clip": ("clip.outer", "0 deg", "2 mm"),
    "tube": ("tube.outer", "0 deg", "12 mm"),
    "cone": ("cone.outer", "0 deg", "12 mm"),
    "ball": ("ball.outer", "0 deg", "20 mm"),
    "torus": ("ring.outer", "0 deg", "12 mm"),
    "turned pot": ("pot.a", "0 deg", "12 mm"),
    "extruded bar": ("bar.a", "0 mm", "0 mm"),
    "bent strip": ("strip.a", "0 mm", "0 mm"),
    "oval head": ("head.a", "0 mm", "0 mm"),
}
ART = {
    "text": Text(text="N8", height="3 mm"),
    "logo": Logo(file="emblem.svg", digest=DIGEST, format="svg", given="width", size="5 mm"),
}


def test_the_whole_shelf_is_here() -> None:
    assert set(FACES) == set(SHIPPED)


@pytest.mark.parametrize("blank", FACES)
@pytest.mark.parametrize(("way", "art"), product(("none", "square"), ART))
def test_sound_or_told(blank: str, way: str, art: str) -> None:
    face, across, up = FACES[blank]
    cache = CACHES.setdefault(blank, Cache())
    for make in ("engrave", "emboss", "mark"):
        stamp = Stamp(
            name="m",
            artwork=ART[art],
            setting=Setting(
                face=face,
                across=across,
                up=up,
                rests_on="middle",
                cast=Cast(way=way),  # type: ignore[arg-type]
            ),
            relief=Relief(make=make, depth="0.2 mm"),
        )
        job: Job = SHIPPED[blank].model_copy(update={"stamps": (stamp,)})
        built = build(Document(job, {}, {}, {DIGEST: EMBLEM}), cache)
        report = built.report
        assert report.valid
        if report.stamps and report.stamps[0].built_by:
            assert built.solid is not None and "m/cap" in built.solid.names
            sign = {"engrave": -1, "emboss": 1, "mark": 0}[make]
            change = report.stamps[0].relief_volume
            assert change * sign > 0 or sign == change == 0
        else:
            assert any(f.level == "fix" and f.stamp == "m" for f in report.findings)
        allowed = {"not built", "over the edge", "off the face", "thin stroke", "tight gap",
                   "cut through", "wall left", "thin wall", "misses the face"}  # fmt: skip
        assert {f.check for f in report.findings if f.level == "fix"} <= allowed
