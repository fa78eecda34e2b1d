"""Stamps on the walls of other stamps: on the sides of a block, in a pocket, round a boss."""

from __future__ import annotations

import numpy as np
import pytest

from tests.conftest import each_once
from tests.core.solids import sound, volume
from tests.core.test_upon import PARTS, built, fixes, job_of, letters, panel
from tinstamp.engine.asking import AskError, answered
from tinstamp.engine.build import build
from tinstamp.engine.cache import Cache
from tinstamp.engine.questions import SideName, WantSide
from tinstamp.job.archive import Document, dump, load
from tinstamp.job.face_name import StampFace, any_side, owner_of, stamp_face
from tinstamp.job.model import Cast, Relief, Shape, Stamp, Text
from tinstamp.job.rename import rename_stamp
from tinstamp.output.step import sound_file


def block(face: str, make: str = "emboss", shape: str = "rectangle", **setting: str) -> Stamp:
    """30 × 16 mm (a circle of 30) and 8 mm high or deep, with sharp corners."""
    wide, high = ("30 mm", "30 mm") if shape == "circle" else ("30 mm", "16 mm")
    return panel(face, make, **setting).model_copy(
        update={
            "artwork": Shape(shape=shape, wide=wide, high=high, corner="0 mm"),  # type: ignore[arg-type]
            "relief": Relief(make=make, depth="8 mm"),  # type: ignore[arg-type]
        }
    )


def words(face: str, make: str = "engrave", text: str = "AB", over: str = "face") -> Stamp:
    made = letters(face, make, text)
    setting = made.setting.model_copy(update={"over": over})
    return made.model_copy(update={"setting": setting, "artwork": Text(text=text, height="4 mm")})


LOOKS = {"0°": (1, 0), "90°": (0, 1), "180°": (-1, 0), "270°": (0, -1)}


@pytest.mark.parametrize("make", ["engrave", "emboss", "mark"])
@pytest.mark.parametrize("under", ["emboss", "engrave"])
@pytest.mark.parametrize("side", LOOKS)
def test_letters_on_each_side_of_a_block(side: str, under: str, make: str) -> None:
    """A flat wall: what is made is the ink times its depth, and it lies on that side, upright."""
    plate = PARTS["p.top"][0].model_copy(update={"thickness": "12 mm"})
    found = built(plate, block("p.top", under, across="0 mm"), words(f"Panel/wall {side}", make))
    assert fixes(found) == [] and found.report.valid
    assert [f.message for f in found.report.findings if f.stamp == "m"] == []
    assert [s.built_by for s in found.report.stamps] == ["imprint", "imprint"]
    assert found.solid is not None and found.blank is not None
    assert sound(found.solid.shape) and sound_file(found.solid)
    upper = found.report.stamps[1]
    depth = {"engrave": -0.3, "emboss": 0.3, "mark": 0.0}[make]
    assert upper.relief_volume == pytest.approx(upper.artwork_area * depth, rel=1e-6, abs=1e-9)
    change = volume(found.solid.shape) - volume(found.blank.solid.shape)
    whole = (1.0 if under == "emboss" else -1.0) * 30.0 * 16.0 * 8.0
    assert change == pytest.approx(whole + upper.relief_volume, rel=1e-6)
    chart = found.planned["m"].chart
    assert chart.normal(np.zeros(2)) == pytest.approx([*LOOKS[side], 0.0], abs=1e-9)
    assert chart.jacobian(np.zeros(2))[:, 1] == pytest.approx([0.0, 0.0, 1.0], abs=1e-9)
    level = 12.0 + (4.0 if under == "emboss" else -4.0)  # the middle of the wall, on a plate of 12
    assert chart.to_space(np.zeros(2))[2] == pytest.approx(level, abs=1e-9)


@pytest.mark.parametrize("face", ["t.outer", "c.outer", "k.top"])
def test_letters_on_the_wall_of_a_block_on_a_bent_face(face: str) -> None:
    found = built(PARTS[face][0], block(face, across="0 mm"), words("Panel/wall 90°"))
    assert fixes(found) == [] and found.report.valid
    upper = found.report.stamps[1]
    assert upper.built_by == "imprint"
    assert upper.relief_volume == pytest.approx(-0.3 * upper.artwork_area, rel=2e-3)
    assert found.solid is not None and sound_file(found.solid)


def test_a_wall_that_is_moved_or_turned_takes_its_letters_along() -> None:
    """And keeps its name when corners are rounded or the way it is built is another."""
    plate = PARTS["p.top"][0]
    middles = []
    for setting in ({"across": "0 mm"}, {"across": "5 mm", "turn": "90 deg"}):
        found = built(plate, block("p.top", **setting), words("Panel/wall 90°"))
        assert fixes(found) == []
        middles.append(found.planned["m"].chart.to_space(np.zeros(2)))
    assert middles[0] == pytest.approx([0.0, 8.0, 14.0], abs=1e-9)
    assert middles[1] == pytest.approx([5.0 - 8.0, 0.0, 14.0], abs=1e-9)
    rounded = block("p.top", across="0 mm").model_copy(
        update={"artwork": Shape(shape="rectangle", wide="30 mm", high="16 mm", corner="3 mm")}
    )
    found = built(plate, rounded, words("Panel/wall 90°"))
    assert fixes(found) == []
    assert found.planned["m"].chart.to_space(np.zeros(2)) == pytest.approx(middles[0], abs=1e-9)
    hanging = block("p.top", "engrave", across="30 mm")  # over the plate's end: by a boolean
    found = built(plate, hanging, words("Panel/wall 0°"))
    assert found.report.stamps[0].built_by == "boolean"
    assert found.report.stamps[1].built_by == "imprint" and found.report.valid
    assert found.planned["m"].chart.normal(np.zeros(2)) == pytest.approx([1.0, 0.0, 0.0])


def test_words_run_round_a_boss() -> None:
    """A round wall is of several faces; their joints are a run."""
    found = built(
        PARTS["p.top"][0],
        block("p.top", shape="circle", across="0 mm"),
        words("Panel/wall 259°", text="ROUND ME", over="neighbours"),
    )
    assert fixes(found) == [] and found.report.valid
    upper = found.report.stamps[1]
    assert len(found.planned["m"].faces) > 1
    assert upper.relief_volume == pytest.approx(-0.3 * upper.artwork_area, rel=0.03)


def test_each_wall_has_its_own_name_among_many() -> None:
    """Of a word's letters: those that look the same way are counted from left to right, and the
    wall nearest to a point bears the name that a stamp is laid on it with."""
    plate = PARTS["p.top"][0]
    word = letters("p.top", "emboss", "ILI", "Word").model_copy(
        update={"artwork": Text(text="ILI", height="14 mm"),
                "relief": Relief(make="emboss", depth="5 mm")}
    )  # fmt: skip
    document = Document(job_of(plate, word))
    cache = Cache()
    found = build(document, cache)
    assert owner_of("Word/wall 180°", ["Word"]) == 0 and owner_of("Word/wall", ["Word"]) is None
    planned = found.planned["Word"]
    lefts = []
    for region in planned.placed.regions:  # the left side of each letter, at half its height
        low_x, low_y, _, high_y = region.bounds
        spot = planned.chart.to_space(np.array([low_x, (low_y + high_y) / 2]), 2.0)
        answer = answered(WantSide("Word", "wall", tuple(map(float, spot))), document, found, cache)
        assert isinstance(answer, SideName)
        lefts.append(answer.face)
    assert lefts == ["Word/wall 180°", "Word/wall 180° 2", "Word/wall 180° 3"]
    for face, region in zip(lefts, planned.placed.regions, strict=True):
        tiny = words(face, text="I")
        tiny = tiny.model_copy(update={"artwork": Text(text="I", height="2 mm")})
        upon = built(plate, word, tiny)
        assert fixes(upon) == [] and upon.report.valid
        middle = upon.planned["m"].chart.to_space(np.zeros(2))
        assert middle[0] == pytest.approx(region.bounds[0], abs=1e-6)
    with pytest.raises(AskError, match="not built"):
        answered(WantSide("Nobody", "wall", (0.0, 0.0, 0.0)), document, found, cache)


@pytest.mark.parametrize("face", PARTS)
def test_each_of_several_caps_is_a_face(face: str) -> None:
    """Letters on letters: on the one in the middle, or on one that was clicked, on every face."""
    big = letters(face, "emboss", "HIH", "Big").model_copy(
        update={"artwork": Text(text="HIH", height="12 mm")}
    )
    document, cache = Document(job_of(PARTS[face][0], big)), Cache()
    plain = build(document, cache)
    planned = plain.planned["Big"]
    for k, region in list(enumerate(planned.placed.regions))[1:]:
        low_x, low_y, high_x, high_y = region.bounds
        spot = planned.chart.to_space(np.array([(low_x + high_x) / 2, (low_y + high_y) / 2]), 0.3)
        asked = WantSide("Big", "cap", tuple(map(float, spot)))
        answer = answered(asked, document, plain, cache)
        assert isinstance(answer, SideName) and answer.face == f"Big/cap {k + 1}"
        for name in (answer.face, *(["Big/cap"] if k == 1 else [])):
            tiny = letters(name, "engrave", "i").model_copy(
                update={"artwork": Text(text="i", height="1 mm"),
                        "relief": Relief(make="engrave", depth="0.1 mm")}
            )  # fmt: skip
            found = built(PARTS[face][0], big, tiny)
            assert [t for t in fixes(found) if "thinnest" not in t] == [] and found.report.valid
            box = found.planned["m"].placed.bounds
            middle = found.planned["m"].chart.to_space((box[:2] + box[2:]) / 2)
            there = np.array(planned.chart.from_space(middle))
            assert low_x < there[0] < high_x and low_y < there[1] < high_y


def test_what_is_not_there_is_told() -> None:
    plate = PARTS["p.top"][0]
    (told,) = fixes(built(plate, block("p.top"), words("Panel/wall 45°")))
    assert "Panel/wall 45°" in told and "is not there" in told
    (told,) = fixes(built(plate, block("p.top"), words("Panel/wall 90° 2")))
    assert "is not there" in told
    (told,) = fixes(built(plate, words("Panel/wall 90°"), block("p.top")))
    assert "move it down" in told
    off = panel("p.top", "mark")
    (told,) = fixes(built(plate, off, words("Panel/wall 90°")))
    assert "is not there" in told


def test_walls_in_names_and_files() -> None:
    plate = PARTS["p.top"][0]
    assert any_side(StampFace("a", "wall", "90° 2")) == "a/wall" and any_side("p.top") == "p.top"
    assert stamp_face("a/b/wall 10° 3", ["a", "a/b"]) == StampFace("a/b", "wall", "10° 3")
    second = words("Panel/wall 0°", "emboss").model_copy(update={"name": "n"})
    job = job_of(plate, block("p.top"), words("Panel/wall 90°"), second)
    job = rename_stamp(job, 0, "Name: plate/1")
    assert [s.setting.face for s in job.stamps[1:]] == [
        "Name: plate/1/wall 90°", "Name: plate/1/wall 0°",
    ]  # fmt: skip
    found = build(load(dump(Document(job))))
    assert fixes(found) == [] and found.report.valid
    looks = [f"Name: plate/1/wall {way}°" for way in (180, 270, 90, 0)]
    assert sorted(found.report.sides["Name: plate/1"]) == sorted(looks)
    assert {"Name: plate/1/wall 90°", "Name: plate/1/wall 0°"} <= set(found.report.charts)
    assert found.solid is not None and sound_file(found.solid)
    assert len(found.solid.made_by("Name: plate/1", "wall")) == 4


@pytest.mark.parametrize(
    ("across", "make"),
    each_once(["0 deg", "45 deg", "70 deg"] * 2, ["panel", "emboss", "engrave"]),
)
def test_walls_where_no_ray_comes_have_no_name(across: str, make: str) -> None:
    """Raised on a ball by a projection, walls lean out past where its rays meet the ball."""
    ball = PARTS["b.outer"][0].model_copy(update={"diameter": "7 mm"})
    mark = letters("b.outer", text="I").model_copy(
        update={
            "artwork": Text(text="I", height="2 mm"),
            "relief": Relief(make=make, depth="2.5 mm", margin="1.6 mm"),  # type: ignore[arg-type]
        }
    )
    setting = mark.setting.model_copy(update={"across": across, "cast": Cast(way="front")})
    found = built(ball, mark.model_copy(update={"setting": setting}))
    assert not any("not foreseen" in f.message for f in found.report.findings)


def test_what_walls_are_called_follows_the_part() -> None:
    """A cone that is made steeper: what was known of its walls is not told any more."""
    cache = Cache()
    for base in ("60 mm", "90 mm", "60 mm"):
        cone = PARTS["c.outer"][0].model_copy(update={"base_diameter": base})
        job = Document(job_of(cone, block("c.outer", across="0 mm")))
        assert build(job, cache).report.sides == build(job).report.sides != {}


def test_a_cap_has_one_name() -> None:
    """The one in the middle that a stamp lies on already is called as that stamp calls it."""
    big = letters("p.top", "emboss", "HIH", "Big").model_copy(
        update={"artwork": Text(text="HIH", height="12 mm")}
    )
    tiny = letters("Big/cap").model_copy(update={"artwork": Text(text="i", height="1 mm")})
    document, cache = Document(job_of(PARTS["p.top"][0], big, tiny)), Cache()
    found = build(document, cache)
    under = found.planned["Big"]
    named = []
    for region in under.placed.regions:
        low_x, low_y, high_x, _ = region.bounds
        spot = under.chart.to_space(np.array([(low_x + high_x) / 2, low_y + 1.0]), 0.3)
        answer = answered(WantSide("Big", "cap", tuple(map(float, spot))), document, found, cache)
        assert isinstance(answer, SideName)
        named.append(answer.face)
    assert named == ["Big/cap 1", "Big/cap", "Big/cap 3"]
