"""Tolerances go with size: a part and its relief, made larger or smaller as a whole, are the same
but for their size. And what a part is without a feature that cannot be made."""

from __future__ import annotations

import math

import pytest
from OCP.BRepPrimAPI import BRepPrimAPI_MakeTorus

from tests.core.solids import sound, volume
from tinstamp.engine.build import Built, build
from tinstamp.job.archive import Document
from tinstamp.job.features import (
    Ball,
    BaseFeature,
    Cone,
    FreeformSkin,
    Hole,
    Plate,
    Soften,
    Torus,
    Tube,
)
from tinstamp.job.model import Blank, Cast, Job, Relief, Repeat, Setting, Shape, Stamp, Text
from tinstamp.output.step import sound_file

SCALES = (0.0125, 1.0, 50.0, 300.0)
"""Of a tube of 40 mm: a pin of 0.5 mm, the tube, a drum of 2 m, a tank of 12 m."""


def mm(value: float) -> str:
    return f"{value:.9g} mm"


ROWS = ((6, 9, 9, 6), (8, 13, 13, 8), (8, 13, 13, 8), (6, 9, 9, 6))


def part(kind: str, s: float) -> tuple[BaseFeature, str]:
    """A part `s` times as large as usual, and the name of its face."""
    sizes = {
        "tube": (Tube, {"outer_diameter": 40, "wall": 0, "height": 30}, "outer"),
        "cone": (Cone, {"base_diameter": 60, "top_diameter": 30, "height": 40}, "outer"),
        "ball": (Ball, {"diameter": 40}, "outer"),
        "torus": (Torus, {"ring_diameter": 60, "bar_diameter": 20}, "outer"),
        "plate": (Plate, {"length": 60, "width": 40, "thickness": 8}, "top"),
        "skin": (FreeformSkin, {"length": 60, "width": 40, "thickness": 2}, "top"),
    }
    model, values, face = sizes[kind]
    given: dict[str, object] = {name: mm(value * s) for name, value in values.items()}
    if kind == "skin":
        given["rows"] = [{"heights": [mm(h * s) for h in row]} for row in ROWS]
    return model.model_validate({"name": "p", **given}), f"p.{face}"


def marked(kind: str, s: float, way: str, make: str) -> Built:
    feature, face = part(kind, s)
    stamp = Stamp(
        name="m",
        artwork=Shape(shape="rectangle", wide=mm(9 * s), high=mm(5 * s), corner=mm(s)),
        setting=Setting(
            face=face, across="0 mm", up="0 mm", up_from="middle", rests_on="middle",
            turn="20 deg", cast=Cast(way=way),
        ),
        relief=Relief(make=make, depth=mm(0.5 * s)),
    )  # type: ignore[arg-type]  # fmt: skip
    return build(Document(Job(blank=Blank(features=(feature,)), stamps=(stamp,))))  # type: ignore[arg-type]


def change(built: Built) -> float:
    assert built.report.valid and built.solid is not None and built.blank is not None
    assert [s.built_by for s in built.report.stamps] == ["imprint"]
    assert sound(built.solid.shape)
    return built.report.stamps[0].relief_volume


@pytest.mark.parametrize("make", ["engrave", "emboss"])
@pytest.mark.parametrize("way", ["none", "square"])
@pytest.mark.parametrize("kind", ["tube", "cone", "ball", "torus", "plate", "skin"])
def test_volumes_of_similar_solids_are_as_the_cubes(kind: str, way: str, make: str) -> None:
    """Euclid, Elements XI and XII: similar solids are to one another as the cubes of their
    sides."""
    found = [change(marked(kind, s, way, make)) / s**3 for s in SCALES]
    same = 1e-3 if (kind, way) == ("skin", "none") else 1e-5  # its sheet is found by steps
    assert found == pytest.approx([found[1]] * len(found), rel=same)


@pytest.mark.parametrize("up", ["0 mm", "7.5 mm", "-15 mm", "15.7 mm"])
@pytest.mark.parametrize("turn", ["0 deg", "90 deg"])
def test_text_lies_anywhere_round_the_bar_of_a_torus(up: str, turn: str) -> None:
    """Outermost, on top, innermost, wherever the kernel would have its seams. The ring of bar is
    Pappus's: 2π² R r²."""
    stamp = Stamp(
        name="m", artwork=Text(text="RING", height="3 mm"),
        setting=Setting(
            face="p.outer", across="25 mm", up=up, up_from="middle", rests_on="middle",
            held_by="middle", turn=turn,
        ),
        relief=Relief(make="engrave", depth="0.3 mm"),
    )  # fmt: skip
    ring = Torus(name="p", ring_diameter="40 mm", bar_diameter="10 mm")
    built = build(Document(Job(blank=Blank(features=(ring,)), stamps=(stamp,))))
    assert [f for f in built.report.findings if f.level == "fix"] == []
    taken = change(built)
    assert built.solid is not None and built.blank is not None and sound_file(built.solid)
    assert volume(built.blank.solid.shape) == pytest.approx(2 * math.pi**2 * 20 * 25, rel=1e-9)
    kernel = BRepPrimAPI_MakeTorus(20.0, 5.0).Shape()
    assert volume(built.solid.shape) - volume(kernel) == pytest.approx(taken, rel=1e-5)
    chart = built.planned["m"].chart
    low, high = chart.bounds[1], chart.bounds[3]
    ys = built.planned["m"].placed.bounds[[1, 3]]
    assert low < ys[0] and ys[1] < high  # the sheet has the text on it, whole


def test_so_many_copies_do_not_fit() -> None:
    """The length told is that of all copies, and it is told at once."""
    tube = Tube(name="t")
    girth = math.pi * 40.0
    text = Text(text="ABC 12", height="6 mm")
    said = {}
    for count in ("5", "6", "200"):
        stamp = Stamp(
            name="m", artwork=text,
            setting=Setting(
                face="t.outer", across="0 mm", up="15 mm", repeat=Repeat(kind="round", count=count)
            ),
        )  # fmt: skip
        built = build(Document(Job(blank=Blank(features=(tube,)), stamps=(stamp,))))
        said[count] = [f.message for f in built.report.findings if f.level == "fix"]
        if count == "5":
            wide = float(
                built.planned["m"].artwork.bounds[2] - built.planned["m"].artwork.bounds[0]
            )
    assert said["5"] == [] and 5 * wide < girth < 6 * wide
    for count in ("6", "200"):
        (told,) = said[count]
        assert f"take {int(count) * wide:.3f} mm" in told
        assert f"{girth:.3f} mm: 5 fit" in told


def test_copies_heaped_upon_one_another_are_told_at_once() -> None:
    stamp = Stamp(
        name="m", artwork=Text(text="ABC 12", height="6 mm"),
        setting=Setting(
            face="p.top", across="0 mm", up="0 mm",
            repeat=Repeat(kind="steps", count="400", step_across="0.1 mm"),
        ),
    )  # fmt: skip
    plate = Plate(name="p", length="300 mm")
    built = build(Document(Job(blank=Blank(features=(plate,)), stamps=(stamp,))))
    assert any("make the step longer" in f.message for f in built.report.findings)


@pytest.mark.parametrize("kind", ["steps", "round"])
def test_copies_of_nothing_are_told(kind: str) -> None:
    stamp = Stamp(
        name="m", artwork=Text(text=" ", height="6 mm"),
        setting=Setting(face="p.top", across="0 mm", up="0 mm", repeat=Repeat(kind=kind)),
    )  # type: ignore[arg-type]  # fmt: skip
    built = build(Document(Job(blank=Blank(features=(Plate(name="p"),)), stamps=(stamp,))))
    assert built.report.valid
    assert [f.check for f in built.report.findings] == ["nothing to make"]


def test_a_feature_that_cannot_be_made_leaves_the_part_without_it() -> None:
    """What comes after it is made, and stamps too; it is told at its field."""
    tube = Tube(name="t")
    too_large = Soften(name="s", size="5 mm", edges=("t.outer & t.top",))
    hole = Hole(name="h", face="t.outer", diameter="4 mm")
    stamp = Stamp(
        name="m", artwork=Text(text="ABC", height="6 mm"),
        setting=Setting(face="t.outer", across="120 deg", up="15 mm"),
    )  # fmt: skip
    with_it = build(Document(Job(blank=Blank(features=(tube, too_large, hole)), stamps=(stamp,))))
    without = build(Document(Job(blank=Blank(features=(tube, hole)), stamps=(stamp,))))
    (told,) = [f for f in with_it.report.findings if f.level == "fix"]
    assert told.check == "feature not made" and "made without it" in told.message
    assert told.path == ("blank", "features", 1)
    assert with_it.report.valid and with_it.report.blank_errors
    assert all(key.startswith("blank.features.1") for key in with_it.report.blank_errors)
    assert with_it.report.volume == pytest.approx(without.report.volume, rel=1e-12)
    assert with_it.report.stamps[0].built_by == "imprint"


HUMP = ((0, 9, 0), (9, 40, 9), (0, 9, 0))
"""Heights of a skin that bends too tightly for its thickness, mm."""


def test_without_its_first_body_there_is_no_part() -> None:
    lost = Soften(name="s", edges=("nothing & there",))
    rows = FreeformSkin.model_validate(
        {"name": "k", "thickness": "200 mm",
         "rows": [{"heights": [f"{h} mm" for h in row]} for row in HUMP]}
    )  # fmt: skip
    built = build(Document(Job(blank=Blank(features=(rows, lost)))))
    assert built.solid is None
    assert [f.check for f in built.report.findings] == ["feature not made"]
