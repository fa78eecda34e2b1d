"""Imported parts whose surface is split into many small faces: what runs over several of them is
made and sound, or told, whatever corner it lies over."""

from __future__ import annotations

import numpy as np
import pytest
from benchmarks.joints import split

from tests.core.solids import sound, volume
from tinstamp.chart.run import RunChart
from tinstamp.engine.build import Built, build
from tinstamp.engine.cache import Cache
from tinstamp.job.archive import Document
from tinstamp.job.features import Imported
from tinstamp.job.model import Blank, Job, Relief, Setting, Stamp, Text

SIDE = 16
"""faces to a side of a lens of 200 mm, 12.5 mm each"""
SEED = 1811
"""of places and letters"""


@pytest.fixture(scope="module")
def part() -> tuple[Imported, bytes]:
    blank, _, files = split(SIDE)
    (feature,), (data,) = blank.features, files.values()
    assert isinstance(feature, Imported)
    return feature, data


@pytest.fixture(scope="module")
def cache() -> Cache:
    """The part is read and laid out once."""
    return Cache()


def built_on(
    part: tuple[Imported, bytes], cache: Cache, face: str, text: str, **fields: str
) -> Built:
    feature, data = part
    place = {"across": "0 mm", "up": "0 mm", **{k: v for k, v in fields.items() if k != "make"}}
    height = place.pop("height", "4 mm")
    stamp = Stamp(
        name="s",
        artwork=Text(text=text, height=height),
        setting=Setting.model_validate({"face": f"part.{face}", "over": "neighbours", **place}),
        relief=Relief.model_validate({"make": fields.get("make", "engrave"), "depth": "0.3 mm"}),
    )
    job = Job(blank=Blank(features=(feature,)), stamps=(stamp,))
    return build(Document(job, {}, {feature.digest: data}), cache)


def upper(part: tuple[Imported, bytes]) -> list[str]:
    """Faces of the upper side, away from the rim."""
    return [face.name for face in part[0].faces if face.centre[2] > 8.0]


@pytest.mark.parametrize("number", range(7))
def test_made_and_sound_or_told(part: tuple[Imported, bytes], cache: Cache, number: int) -> None:
    random = np.random.default_rng([SEED, number])
    faces = upper(part)
    built = built_on(
        part, cache, faces[random.integers(len(faces))],
        str(random.choice(["O", "OIL", "LAMP", "X"])),
        across=f"{random.uniform(-6, 6):.3f} mm", up=f"{random.uniform(-6, 6):.3f} mm",
        turn=f"{random.choice([0, 30, 90])} deg", height=f"{random.uniform(2.0, 7.0):.2f} mm",
        make=str(random.choice(["engrave", "emboss", "mark"])),
    )  # fmt: skip
    assert built.report.valid and built.solid is not None and built.blank is not None
    told = [f.message for f in built.report.findings if f.check == "not built"]
    assert not any("not foreseen" in words for words in told), told
    made = built.report.stamps[0]
    if not made.built_by:
        assert told
        return
    assert made.built_by == "imprint", "the boolean takes half a minute here"
    assert sound(built.solid.shape)
    change = volume(built.solid.shape) - volume(built.blank.solid.shape)
    depth = {"engrave": -0.3, "emboss": 0.3, "mark": 0.0}[made_of(built)]
    ink = sum(region.area for region in built.planned["s"].placed.regions)
    assert change == pytest.approx(depth * ink, abs=0.02 * 0.3 * ink)  # faces bend, sheets stretch


def made_of(built: Built) -> str:
    return str(built.planned["s"].stamp.relief.make)


def test_over_a_corner_of_four_it_is_told_where(part: tuple[Imported, bytes], cache: Cache) -> None:
    """A letter whose middle lies at a corner of its face."""
    face = next(f for f in part[0].faces if f.centre[2] > 25.0)
    built = built_on(part, cache, face.name, "O", across="6.25 mm", up="6.25 mm", height="5 mm")
    (told,) = [f.message for f in built.report.findings if f.check == "not built"]
    assert "over a corner where four faces meet, at " in told
    assert built.solid is not None and built.blank is not None
    assert volume(built.solid.shape) == pytest.approx(volume(built.blank.solid.shape), rel=1e-12)


def test_no_more_faces_are_laid_out_than_ink_comes_near_to(
    part: tuple[Imported, bytes], cache: Cache
) -> None:
    """A line of 30 by 4 mm over faces of 12.5 mm: three or four in a row, and those beside them."""
    face = max(part[0].faces, key=lambda f: f.centre[2]).name
    built = built_on(part, cache, face, "KEEP UPRIGHT", up="0.5 mm", height="3 mm")
    chart = built.planned["s"].chart
    assert isinstance(chart, RunChart)
    assert 3 <= len(chart.faces) <= 24
