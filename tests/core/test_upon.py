"""Stamps on the caps of other stamps: panels with letters cut in, letters in a recess, letters over
letters, on every kind of face."""

from __future__ import annotations

import numpy as np
import pytest

from tests.core.solids import sound, volume
from tinstamp.engine.build import Built, build
from tinstamp.engine.cache import Cache
from tinstamp.engine.write import sheets_of
from tinstamp.job.archive import Document, dump, load
from tinstamp.job.face_name import StampFace, feature_of, owner_of
from tinstamp.job.features import (
    Ball,
    BaseFeature,
    Cone,
    FreeformSkin,
    Plate,
    Torus,
    Tube,
)
from tinstamp.job.model import Blank, Job, Relief, Setting, Shape, Stamp, Text, changed
from tinstamp.job.rename import rename_stamp
from tinstamp.output.step import sound_file

PARTS: dict[str, tuple[BaseFeature, float, float]] = {
    # the part, and the mean and Gaussian curvature of its face where those are the same all over
    "p.top": (Plate(name="p", length="80 mm", width="40 mm", thickness="10 mm"), 0.0, 0.0),
    "t.outer": (Tube(name="t", outer_diameter="40 mm", wall="4 mm"), 1 / 40, 0.0),
    "c.outer": (Cone(name="c"), float("nan"), 0.0),
    "b.outer": (Ball(name="b", diameter="60 mm"), 1 / 30, 1 / 900),
    "k.top": (FreeformSkin(name="k", thickness="4 mm"), float("nan"), float("nan")),
    "r.outer": (
        Torus(name="r", ring_diameter="80 mm", bar_diameter="30 mm"), float("nan"), float("nan"),
    ),
}  # fmt: skip


def panel(face: str, make: str = "emboss", name: str = "Panel", **setting: str) -> Stamp:
    place = {"across": "4 mm", "up": "0 mm", "up_from": "middle", "rests_on": "middle", **setting}
    return Stamp(
        name=name,
        artwork=Shape(shape="rectangle", wide="28 mm", high="11 mm", corner="2 mm"),
        setting=Setting(face=face, **place),  # type: ignore[arg-type]
        relief=Relief(make=make, depth="1 mm"),  # type: ignore[arg-type]
    )


def letters(face: str, make: str = "engrave", text: str = "ABC", name: str = "m") -> Stamp:
    return Stamp(
        name=name,
        artwork=Text(text=text, height="6 mm"),
        setting=Setting(
            face=face, across="0 mm", up="0 mm", up_from="middle", rests_on="middle",
            held_by="middle",
        ),
        relief=Relief(make=make, depth="0.3 mm"),
    )  # type: ignore[arg-type]  # fmt: skip


def job_of(feature: BaseFeature, *stamps: Stamp) -> Job:
    return Job(blank=Blank(features=(feature,)), stamps=stamps)  # type: ignore[arg-type]


def built(feature: BaseFeature, *stamps: Stamp, cache: Cache | None = None) -> Built:
    return build(Document(job_of(feature, *stamps)), cache)


def fixes(found: Built) -> list[str]:
    return [f.message for f in found.report.findings if f.level == "fix"]


@pytest.mark.parametrize("over", ["engrave", "emboss", "mark"])
@pytest.mark.parametrize("under", ["emboss", "engrave"])
@pytest.mark.parametrize("face", PARTS)
def test_letters_on_a_panel_and_in_a_recess(face: str, under: str, over: str) -> None:
    """By Steiner's formula on the cap: parallel to a face of curvatures H, K at the depth d it has
    H' = (H + K d) / (1 + 2 H d + K d²) and K' = K / (the same) (any text on parallel surfaces)."""
    feature, mean, gauss = PARTS[face]
    found = built(feature, panel(face, under), letters("Panel/cap", over))
    assert fixes(found) == []
    assert [s.built_by for s in found.report.stamps] == ["imprint", "imprint"]
    assert found.report.valid and found.solid is not None and found.blank is not None
    assert sound(found.solid.shape) and sound_file(found.solid)
    both = sum(s.relief_volume for s in found.report.stamps)
    change = volume(found.solid.shape) - volume(found.blank.solid.shape)
    assert change == pytest.approx(both, rel=1e-6)
    upper = found.report.stamps[1]
    d = 1.0 if under == "emboss" else -1.0
    h = {"engrave": -0.3, "emboss": 0.3, "mark": 0.0}[over]
    grown = 1.0 + 2.0 * mean * d + gauss * d * d
    if grown == grown and not (mean and gauss):  # letters lie without stretch there
        there = (mean + gauss * d) / grown
        expected = upper.artwork_area * (h + there * h * h + gauss / grown * h**3 / 3.0)
        assert upper.relief_volume == pytest.approx(expected, rel=1e-5, abs=1e-9)
    else:
        assert upper.relief_volume == pytest.approx(upper.artwork_area * h, rel=0.03, abs=1e-9)


def test_a_stamp_follows_the_one_that_it_lies_on() -> None:
    """Moved, turned or deeper, its letters stay in the middle of the panel."""
    plate = PARTS["p.top"][0]
    for across, turn, depth in (("4 mm", "0 deg", 1.0), ("-20 mm", "30 deg", 2.0)):
        under = panel("p.top", across=across, turn=turn)
        under = under.model_copy(update={"relief": Relief(make="emboss", depth=f"{depth} mm")})
        found = built(plate, under, letters("Panel/cap"))
        assert fixes(found) == [] and found.report.valid
        upper, lower = found.planned["m"], found.planned["Panel"]
        box = upper.placed.bounds
        middle = upper.chart.to_space((box[:2] + box[2:]) / 2)
        box = lower.placed.bounds
        expected = lower.chart.to_space((box[:2] + box[2:]) / 2, depth)
        assert middle == pytest.approx(expected, abs=1e-9)
        ups = [
            item.chart.jacobian(np.zeros(2)) @ item.placed.matrix[:, 1] for item in (upper, lower)
        ]
        assert ups[0] == pytest.approx(ups[1], abs=1e-9)


def test_caps_on_caps_and_the_order_of_the_ticket() -> None:
    plate = PARTS["p.top"][0]
    second = panel("Panel/cap", name="Second").model_copy(
        update={"artwork": Shape(shape="rectangle", wide="22 mm", high="8 mm")}
    )
    second = changed(job_of(plate, second), ("stamps", 0, "setting", "across"), "0 mm").stamps[0]
    tower = built(plate, panel("p.top"), second, letters("Second/cap", "emboss"))
    assert fixes(tower) == [] and tower.report.valid
    assert tower.solid is not None and tower.blank is not None
    rise = 28.0 * 11.0 - (4.0 - 3.141592653589793) * 4.0 + 22.0 * 8.0
    ink = tower.report.stamps[2].artwork_area * 0.3
    change = volume(tower.solid.shape) - volume(tower.blank.solid.shape)
    assert change == pytest.approx(rise + ink, rel=1e-6)
    (told,) = fixes(built(plate, letters("Panel/cap"), panel("p.top")))
    assert "comes after it: move it down" in told
    off = panel("p.top").model_copy(update={"on": False})
    (told,) = fixes(built(plate, off, letters("Panel/cap")))
    assert "which is not made" in told
    (told,) = fixes(built(plate, letters("m/cap")))
    assert "cannot lie on itself" in told
    (told,) = fixes(built(plate, panel("p.top"), letters("Nobody/cap")))
    assert "not there any more" in told


def test_what_reaches_over_the_edge_of_a_cap_is_told() -> None:
    plate = PARTS["p.top"][0]
    found = built(plate, panel("p.top"), letters("Panel/cap", "engrave", "LONGER THAN THE PANEL"))
    assert any("over the" in told for told in fixes(found))
    assert found.report.valid


def test_letters_over_letters_and_on_a_panel_round_letters() -> None:
    """The cap of a letter with a counter is a face like any other; so is a raised panel's."""
    plate = PARTS["p.top"][0]
    big = Stamp(
        name="Big", artwork=Text(text="I", height="24 mm"),
        setting=Setting(
            face="p.top", across="0 mm", up="0 mm", up_from="middle", rests_on="middle"
        ),
        relief=Relief(make="emboss", depth="1 mm"),
    )  # fmt: skip
    found = built(plate, big, letters("Big/cap", "engrave", "i").model_copy(
        update={"artwork": Text(text="o", height="2 mm")}))  # fmt: skip
    assert fixes(found) == [] and found.report.valid
    assert [s.built_by for s in found.report.stamps] == ["imprint", "imprint"]


def test_an_edit_above_leaves_what_lies_below() -> None:
    """Only what changed is made again."""
    tube = PARTS["t.outer"][0]
    cache = Cache()
    job = job_of(tube, panel("t.outer"), letters("Panel/cap"))
    build(Document(job), cache)
    before = cache.made.copy()
    deeper = changed(job, ("stamps", 1, "relief", "depth"), "0.4 mm")
    found = build(Document(deeper), cache)
    assert fixes(found) == [] and found.report.valid
    new = cache.made - before
    assert new["imprint"] == 1 and new["cap"] == 0 and new["feature"] == 0
    moved = changed(job, ("stamps", 0, "setting", "across"), "10 mm")
    again = build(Document(moved), cache)
    assert fixes(again) == [] and again.report.valid
    alone = build(Document(moved))
    # letters that were moved lie where those made anew do but for rounding
    assert again.report.volume == pytest.approx(alone.report.volume, rel=1e-10)


def test_names_and_files() -> None:
    """A renamed panel takes what lies on it along; files hold it; sheets have it."""
    names = ["Left/right", "Panel"]
    assert owner_of("Left/right/cap", names) == 0 and owner_of("Panel/cap", names) == 1
    assert owner_of("p.top", names) is None and owner_of("Panel/wall", names) is None
    assert feature_of("Panel/cap") == "" and feature_of(StampFace("a.b", "cap")) == ""
    plate = PARTS["p.top"][0]
    job = rename_stamp(job_of(plate, panel("p.top"), letters("Panel/cap")), 0, "Name: plate/1")
    assert job.stamps[1].setting.face == "Name: plate/1/cap"
    again = load(dump(Document(job)))
    found = build(again)
    assert fixes(found) == [] and found.report.valid
    assert "Name: plate/1/cap" in found.report.charts and "Name: plate/1/cap" in found.report.kinds
    assert [sheet.face for sheet in sheets_of(found)] == ["p.top", "Name: plate/1/cap"]
