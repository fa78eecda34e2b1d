"""Carved letters that are alike are made once, and words that move are moved.

Sources: what is moved is as large as what is made anew, by the kernel's own sums; its file is read
back by the kernel; places of the grooves' middles by the motion of the word.
"""

from __future__ import annotations

from collections import OrderedDict
from pathlib import Path

import numpy as np
import pytest
from OCP.BRepGProp import BRepGProp
from OCP.GProp import GProp_GProps
from OCP.TopoDS import TopoDS_Shape

from tests.conftest import each_once
from tests.core.solids import read_back, sound, volume
from tests.core.test_kept_blocks import ACROSS, built_of, job_on, moved
from tinstamp.blank.boxes import boxes_of
from tinstamp.engine.cache import Cache
from tinstamp.job.model import Job, changed
from tinstamp.relief import carved, carved_kept
from tinstamp.relief.carved import forget_roofs
from tinstamp.relief.carved_kept import KEPT_ROOFS
from tinstamp.relief.kept_blocks import MOST_PLACES

SEED = 31


@pytest.fixture(autouse=True)
def _nothing_kept() -> None:
    forget_roofs()


@pytest.fixture
def made(monkeypatch: pytest.MonkeyPatch) -> list[int]:
    """How many roofs were made into faces."""
    count, make = [0], carved.Carving._facets

    def counted(self, roof, hosts):  # type: ignore[no-untyped-def]
        count[0] += 1
        return make(self, roof, hosts)

    monkeypatch.setattr(carved.Carving, "_facets", counted)
    return count


def middle_of(shape: TopoDS_Shape) -> tuple[float, float, float]:
    """The centre of its volume, mm, which a letter in the wrong place would shift."""
    found = GProp_GProps()
    BRepGProp.VolumeProperties_s(shape, found, 1e-9)
    at = found.CentreOfMass()
    return at.X(), at.Y(), at.Z()


def carved_on(name: str, make: str = "engrave", text: str = "OLO") -> Job:
    job = job_on(name, make, text=text)
    for field, value in (("section", "carved"), ("vee", "70 deg"), ("depth", "0.3 mm")):
        job = changed(job, ("stamps", 0, "relief", field), value)
    return job


@pytest.mark.parametrize(
    ("name", "make"), each_once(["plate", "tube", "cone", "ball"], ["engrave", "emboss"])
)
def test_a_moved_word_is_the_word_made_anew(
    name: str, make: str, made: list[int], tmp_path: Path
) -> None:
    random, cache = np.random.default_rng(SEED), Cache()
    job = carved_on(name, make)
    job = changed(job, ("stamps", 0, "setting", "turn"), "0 deg")
    first = built_of(job, cache)
    assert first.solid is not None
    then, box = volume(first.solid.shape), boxes_of([first.solid.shape])[0]
    for _ in range(2):
        job = moved(job, name, random)
        job = changed(job, ("stamps", 0, "setting", "turn"), "0 deg")
        before = made[0]
        now = built_of(job, cache)
        assert made[0] == before or name == "cone"  # round a cone the sheet turns with a word
        kept, KEPT_ROOFS._kept = KEPT_ROOFS._kept, OrderedDict()
        fresh = built_of(job)
        KEPT_ROOFS._kept = kept
        assert now.solid is not None and fresh.solid is not None and sound(now.solid.shape)
        assert volume(now.solid.shape) == pytest.approx(volume(fresh.solid.shape), rel=1e-9)
        assert middle_of(now.solid.shape) == pytest.approx(middle_of(fresh.solid.shape), abs=1e-8)
        again = read_back(now.solid.shape, tmp_path / "part.step")
        assert sound(again) and volume(again) == pytest.approx(volume(now.solid.shape), rel=1e-9)
    assert volume(first.solid.shape) == then  # an earlier state stays as it was
    assert boxes_of([first.solid.shape])[0] == pytest.approx(box)


@pytest.mark.parametrize("name", ["plate", "tube", "ball"])
def test_letters_alike_are_made_once(name: str, made: list[int]) -> None:
    several = built_of(carved_on(name, text="LLILI"))
    assert made[0] == 2
    assert several.solid is not None and sound(several.solid.shape)
    one, both = (
        volume(built.solid.shape) - volume(built.blank.solid.shape)
        for built in (built_of(carved_on(name, text="L")), built_of(carved_on(name, text="I")))
        if built.solid is not None and built.blank is not None
    )
    assert several.blank is not None
    change = volume(several.solid.shape) - volume(several.blank.solid.shape)
    if name != "ball":  # there a letter's size goes with its place
        assert change == pytest.approx(3 * one + 2 * both, rel=1e-6)


def test_another_depth_or_angle_is_made(made: list[int]) -> None:
    cache, job = Cache(), carved_on("tube", text="LI")
    built_of(job, cache)
    for field, value in (("vee", "80 deg"), ("depth", "0.2 mm"), ("make", "emboss")):
        before = made[0]
        job = changed(job, ("stamps", 0, "relief", field), value)
        now = built_of(job, cache)
        assert made[0] - before == 2, field
        forget_roofs()
        fresh = built_of(job)
        assert now.solid is not None and fresh.solid is not None
        assert volume(now.solid.shape) == pytest.approx(volume(fresh.solid.shape), rel=1e-10)


def test_letters_about_others_are_made_by_themselves(made: list[int]) -> None:
    """A ring's counter holds another letter: what stays behind there has a hole of its own."""
    job = carved_on("plate", text="®®")
    built = built_of(job)
    assert built.solid is not None and sound(built.solid.shape)
    regions = built.planned["s"].placed.regions
    assert made[0] == len(regions) and not KEPT_ROOFS.faces


def test_one_is_made_anew_when_it_has_had_many_places(made: list[int]) -> None:
    cache, job = Cache(), carved_on("plate", text="I")
    built_of(job, cache)
    for k in range(MOST_PLACES + 2):
        job = changed(job, ACROSS, f"{0.1 * (k + 1):.1f} mm")
        now = built_of(job, cache)
    assert made[0] == 2
    assert now.solid is not None and sound(now.solid.shape)


def test_what_is_kept_is_bounded_by_its_faces(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(carved_kept, "MOST_FACES", 200)
    built = built_of(carved_on("plate", text="OBLITE"))
    assert built.solid is not None and sound(built.solid.shape)
    assert 0 < KEPT_ROOFS.faces <= 200
