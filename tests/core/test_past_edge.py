"""Raised relief whose cap comes past the edge of its face: told by how far.

Source: a wall of height h along a way a° off the normal comes h tan a aside (any text on
trigonometry); on a face of another shape the distance of the shifted outline by shapely.
"""

from __future__ import annotations

import numpy as np
import pytest

from tinstamp.engine.build import build
from tinstamp.job.archive import Document
from tinstamp.job.features import BaseFeature, Plate, Ring
from tinstamp.job.model import Blank, Cast, Job, Relief, Setting, Shape, Stamp
from tinstamp.proofing.finding import Finding

PLATE = Plate(name="p", length="60 mm", width="30 mm", thickness="8 mm")
NAME = "cap past the edge"


def found(part: BaseFeature, setting: Setting, relief: Relief, wide: float = 4.0) -> list[Finding]:
    """What is told of a rectangle, half as high as it is wide."""
    shape = Shape(shape="rectangle", wide=f"{wide} mm", high=f"{wide / 2.0} mm")
    stamp = Stamp(name="m", artwork=shape, setting=setting, relief=relief)
    blank = Blank.model_validate({"features": [part.model_dump()]})
    built = build(Document(Job(blank=blank, stamps=(stamp,))))
    assert built.report.valid and built.report.stamps[0].built_by
    return [f for f in built.report.findings if f.check == NAME]


def aslant(degrees: float) -> Cast:
    """Along a way so far off the top's normal, to its right."""
    a = np.radians(degrees)
    return Cast(way="vector", x=f"{np.sin(a):.9f}", y="0", z=f"{-np.cos(a):.9f}")


@pytest.mark.parametrize("degrees, depth", [(20.0, 2.0), (45.0, 1.0), (60.0, 2.4)])
def test_a_cap_along_a_slanting_cast_is_told_by_how_far_it_comes(
    degrees: float, depth: float
) -> None:
    """A cast to the right has its caster on the left: walls lean to the left as they rise. Seen
    from there the rectangle is 4 mm wide; on the face it is that over the angle's cosine."""
    a = np.radians(degrees)
    foot = 0.5  # mm from the left edge to the rectangle on the face
    setting = Setting(face="p.top", across=f"{foot + 2.0 / np.cos(a) - 30.0:.9f} mm", up="0 mm",
                      cast=aslant(degrees))  # fmt: skip
    relief = Relief(make="emboss", depth=f"{depth} mm", walls="cast")
    (told,) = found(PLATE, setting, relief)
    assert told.measured == pytest.approx(depth * np.tan(a) - foot, abs=1e-6)
    assert told.level == "look" and len(told.where) == 1


def test_caps_that_stay_within_their_face_are_not_told() -> None:
    relief = Relief(make="emboss", depth="2 mm", walls="cast")
    right = Setting(face="p.top", across="27 mm", up="0 mm", cast=aslant(40.0))
    assert not found(PLATE, right, relief), "it leans inwards there"
    middle = Setting(face="p.top", across="0 mm", up="0 mm", cast=aslant(40.0))
    assert not found(PLATE, middle, relief)
    sunk = relief.model_copy(update={"make": "engrave"})
    left = Setting(face="p.top", across="-27 mm", up="0 mm", cast=aslant(40.0))
    assert found(PLATE, left, relief) and not found(PLATE, left, sunk), "a floor hangs nowhere"


def test_along_the_pull_of_a_mould_it_is_told_too() -> None:
    """The end of a split ring, 3 mm wide, pulled off by 60° to it."""
    ring = Ring(name="b", outer_diameter="40 mm", inner_diameter="34 mm", arc="300 deg")
    setting = Setting(face="b.right_end", across="0 mm", up="0 mm", up_from="middle",
                      rests_on="middle")  # fmt: skip
    relief = Relief(make="emboss", depth="1 mm", walls="pull", pull="back")
    (told,) = found(ring, setting, relief, 1.0)
    assert told.measured == pytest.approx(0.5 + np.tan(np.radians(60.0)) - 1.5, abs=1e-6)
    square = relief.model_copy(update={"walls": "normal"})
    assert not found(ring, setting, square, 1.0)
