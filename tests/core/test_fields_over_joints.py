"""Fields and panels over several faces whose letters end above or below those.

Source: a letter that stands h over its floor is its area times h on a plane, and by Steiner's
formula on a cylinder (any text on convex geometry).
"""

from __future__ import annotations

import math

import numpy as np
import pytest
import shapely

from tests.core.solids import sound, volume
from tests.core.test_pieces import distance
from tests.core.test_runs import DEPTH, HALVES, change, over, panels
from tinstamp.blank.kernel import vertex_at
from tinstamp.engine.build import Built
from tinstamp.output.step import sound_file
from tinstamp.setting.fit import ink


def letters_of(built: Built) -> list[shapely.Polygon]:
    """What stands in the field, on the run's sheet."""
    return [
        shapely.Polygon(hole)
        for whole in ink(built.planned["m"].placed.regions, 60)
        for hole in whole.interiors
    ]


def met(built: Built, at: np.ndarray, lift: float) -> float:
    """mm from a place that far over the face to the finished part's skin."""
    assert built.solid is not None
    point = built.planned["m"].chart.to_space(at, lift)
    return distance(vertex_at(point), built.solid.shape)


@pytest.mark.parametrize("bend", [12.0, -8.0, 0.0])
@pytest.mark.parametrize("make", ["field", "panel"])
def test_letters_end_where_they_are_asked_to(make: str, bend: float) -> None:
    """On three panels: each letter is as high as asked, and the volume grows with that alone."""
    found = {}
    for height in (-0.1, 0.0, 0.15):
        built = over(panels(bend), "x.b", "I I", make, across="10 mm", height="5 mm",
                     margin="1 mm", letters=f"{height} mm")  # fmt: skip
        found[height] = change(built)
        (report,) = built.report.stamps
        assert report.built_by == "imprint"
        assert built.solid is not None and sound_file(built.solid)
        letters = letters_of(built)
        assert len(letters) == 2
        for letter in letters:
            spot = np.array(letter.representative_point().coords[0])
            assert met(built, spot, height) < 1e-4
            sign = -1.0 if make == "field" else 1.0
            beside = np.array([letter.bounds[2] + 0.5, spot[1]])
            assert met(built, beside, sign * DEPTH) < 1e-4
        assert {str(n) for n in built.solid.names if "/" in n} == {"m/cap", "m/wall"}
    area = sum(letter.area for letter in letters)
    assert found[0.15] - found[-0.1] == pytest.approx(0.25 * area, rel=1e-5)
    if not bend:
        assert found[0.15] - found[0.0] == pytest.approx(0.15 * area, rel=1e-5)


@pytest.mark.parametrize("height", [-0.1, 0.2])
def test_on_a_round_part_of_two_halves(height: float) -> None:
    """A field over the joint of two half cylinders, a letter on either side of it."""
    built = over(HALVES, "x.a", "I I", "field", across="31.416 mm", up="15 mm", height="5 mm",
                 margin="1 mm", letters=f"{height} mm")  # fmt: skip
    found = change(built)
    letters, (whole,) = letters_of(built), ink(built.planned["m"].placed.regions, 60)
    assert len(letters) == 2 and len(built.planned["m"].faces) == 2
    r = 20.0

    def layer(area: float, low: float, high: float) -> float:
        return area * ((high - low) + (high * high - low * low) / (2.0 * r))

    field = shapely.Polygon(whole.exterior).area
    ink_area = sum(letter.area for letter in letters)
    expected = -layer(field, -DEPTH, 0.0) + layer(ink_area, -DEPTH, height)
    assert found == pytest.approx(expected, rel=1e-4)
    for letter in letters:
        spot = np.array(letter.representative_point().coords[0])
        assert met(built, spot, height) < 2e-4


def test_each_letter_by_its_own_height() -> None:
    """Words of one field end at heights of their own, one of them level."""
    styles = [
        {"start": 0, "end": 1, "own_depth": True, "depth": "0.4 mm"},
        {"start": 2, "end": 3, "own_depth": True, "depth": "0.2 mm"},
    ]
    from tinstamp.engine.build import build
    from tinstamp.job.archive import Document
    from tinstamp.job.model import Blank, Job, Relief, Setting, Stamp, Text

    mark = Stamp(
        name="m",
        artwork=Text.model_validate({"text": "I I", "height": "5 mm", "styles": styles}),
        setting=Setting(
            face="x.b", across="10 mm", up="0 mm", rests_on="middle", over="neighbours"
        ),
        relief=Relief(make="field", depth=f"{DEPTH} mm", margin="1 mm"),
    )
    built = build(Document(Job(blank=Blank(features=(panels(12.0),)), stamps=(mark,))))
    change(built)
    heights = [0.4 - DEPTH, 0.2 - DEPTH]
    letters = sorted(letters_of(built), key=lambda p: p.bounds[0])
    for letter, height in zip(letters, heights, strict=True):
        spot = np.array(letter.representative_point().coords[0])
        assert met(built, spot, height) < 1e-4


def test_what_cannot_be_is_told() -> None:
    """A letter over the joint itself that is to end off the faces; level it is made."""
    for height in ("-0.1 mm", "0.2 mm"):
        built = over(panels(12.0), "x.b", "IOI", "field", across="10 mm", height="5 mm",
                     margin="1 mm", letters=height)  # fmt: skip
        (told,) = [f.message for f in built.report.findings if f.level == "fix"]
        assert "clear of where two meet" in told
        assert built.report.valid and built.solid is not None and sound(built.solid.shape)
        assert built.blank is not None
        assert volume(built.solid.shape) == pytest.approx(volume(built.blank.solid.shape))
    assert math.isfinite(change(over(panels(12.0), "x.b", "IOI", "field", across="10 mm",
                                     height="5 mm", margin="1 mm")))  # fmt: skip
