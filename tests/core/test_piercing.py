"""Cut through between two flat faces: holes in both, no boolean.

Sources: volumes of prisms; the general boolean for the same; the STEP file as the kernel reads it.
"""

from __future__ import annotations

from pathlib import Path
from typing import Any

import pytest
import shapely

from tests.core.solids import sound, volume
from tests.core.test_artwork import polygons
from tests.core.test_pieces import PLATE, marked
from tests.core.test_round_others import built_of, stamp
from tinstamp.engine.build import Built
from tinstamp.engine.write import write_files
from tinstamp.job.changes import Hole
from tinstamp.job.feature import Position
from tinstamp.job.features import Plate, Tube
from tinstamp.job.model import Shape, Text
from tinstamp.output.step import reads_back

AT = ("0 mm", "0 mm")
OPEN = Text(text="LEVT 17", height="8 mm")
"""Letters without counters: nothing falls out of them."""


def cut_through(built: Built, ways: list[str], thick: float) -> float:
    assert built.report.valid, built.report.findings
    assert [s.built_by for s in built.report.stamps] == ways
    solid = built.bodies["part"].shape
    assert sound(solid)
    ink = sum(shapely.union_all(polygons(item.placed.regions, 60)).area
              for item in built.planned.values())  # fmt: skip
    changed = volume(solid) - volume(built.blank.solid.shape)
    assert changed == pytest.approx(-ink * thick, rel=1e-5)
    return changed


@pytest.mark.parametrize("face", ["p.top", "p.bottom", "p.front"])
@pytest.mark.parametrize("make", ["engrave", "stencil"])
def test_letters_through_a_plate(face: str, make: str, tmp_path: Path) -> None:
    """From any of its faces; a stencil's bridges hold what would fall out."""
    text = OPEN if make == "engrave" else Text(text="BOA8", height="8 mm")
    plate = Plate(name="p", length="90 mm", width="50 mm", thickness="14 mm")
    thick = 50.0 if face == "p.front" else 14.0
    built = marked(plate, face, AT, text, make=make, depth="60 mm")
    cut_through(built, ["imprint"], thick)
    (path,) = write_files(built, tmp_path, "part", ("step",))
    assert reads_back(path, built.bodies.values())


def test_the_same_as_by_boolean() -> None:
    """A letter with a counter goes the long way, whose middle falls out; what has none does not."""
    short = marked(PLATE, "p.top", AT, Text(text="L", height="8 mm"), make="engrave", depth="7 mm")
    long = marked(PLATE, "p.top", AT, Text(text="O", height="8 mm"), make="engrave", depth="7 mm")
    assert [b.report.stamps[0].built_by for b in (short, long)] == ["imprint", "boolean"]
    assert any("fall" in f.message or "loose" in f.message for f in long.report.findings)


def test_several_one_after_the_other_and_relief_beside() -> None:
    plate = Plate(name="p", length="90 mm", width="50 mm", thickness="6 mm")
    stamps = [
        stamp("a", "p.top", ("-20 mm", "10 mm"), OPEN, make="engrave", depth="9 mm"),
        stamp("b", "p.bottom", ("20 mm", "-10 mm"), OPEN, make="engrave", depth="9 mm"),
        stamp("c", "p.top", ("0 mm", "-12 mm"), Shape(shape="circle", wide="6 mm"),
              make="engrave", depth="9 mm"),
    ]  # fmt: skip
    built = built_of((plate,), *stamps)
    if len({s.built_by for s in built.report.stamps}) == 1:
        cut_through(built, ["imprint"] * 3, 6.0)
    else:
        pytest.fail(str([s.built_by for s in built.report.stamps]))


@pytest.mark.parametrize("under", ["blind", "beside", "step"])
def test_what_lies_between_is_not_cut_in_silence(under: str) -> None:
    """A blind bore from below under the letters, one beside them, a step on the far side: whichever
    way it is built, the volume is that of the material that was there."""
    features: list[Any] = [Plate(name="p", length="60 mm", width="40 mm", thickness="6 mm")]
    bar = Shape(shape="rectangle", wide="20 mm", high="4 mm")
    expected, ways = -80.0 * 6.0, {"imprint", "boolean"}
    if under == "blind":
        features.append(Hole(name="h", face="p.bottom", across="0 mm", up="0 mm",
                             diameter="3 mm", goes="depth", depth="2 mm"))  # fmt: skip
        expected += 3.141592653589793 * 1.5**2 * 2.0
        ways = {"boolean"}
    elif under == "beside":
        features.append(Hole(name="h", face="p.bottom", across="0 mm", up="10 mm",
                             diameter="3 mm", goes="depth", depth="2 mm"))  # fmt: skip
        ways = {"imprint"}
    else:
        features.append(Plate(name="s", length="30 mm", width="40 mm", thickness="2 mm",
                              at=Position(x="15 mm", z="-2 mm")))  # fmt: skip
        expected -= 40.0 * 2.0
        ways = {"boolean"}
    built = built_of(features, stamp("m", "p.top", AT, bar, make="engrave", depth="12 mm"))
    assert built.report.valid, built.report.findings
    assert built.report.stamps[0].built_by in ways
    solid = built.bodies["part"].shape
    assert sound(solid)
    assert volume(solid) - volume(built.blank.solid.shape) == pytest.approx(expected, rel=1e-5)


def test_through_the_wall_of_a_tube_is_a_boolean_still() -> None:
    tube = Tube(name="p", outer_diameter="60 mm", wall="2 mm", height="40 mm")
    built = marked(tube, "p.outer", ("0 deg", "18 mm"), Text(text="L", height="8 mm"),
                   make="engrave", depth="3 mm")  # fmt: skip
    assert built.report.valid and built.report.stamps[0].built_by == "boolean"
