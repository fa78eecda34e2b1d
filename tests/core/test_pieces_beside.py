"""Bodies beside the part and what comes after them: what stands where they do is told.

Source: what two bodies have in common, by the kernel's general boolean, which has no part in what
is tested here.
"""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest

from tests.core.test_pieces import PLACES, PLATE, fixes, in_common, marked
from tinstamp.engine.build import Built, build
from tinstamp.job.archive import Document
from tinstamp.job.features import Tube
from tinstamp.job.model import Blank, Job, Setting, Shape, Stamp, Text

RING = Text(text="O", height="9 mm")


def beside(name: str, make: str, across: float, over: str, artwork: Any = RING) -> Built:
    """Letters of their own, and another stamp put onto the face after them."""
    part, face, _ = PLACES[name]
    here, unit = ("0 mm", "mm") if name == "plane" else ("0 deg", "deg")
    up = "0 mm" if name == "plane" else "18 mm"
    first = Stamp.model_validate(
        {"name": "m", "artwork": Text(text="I", height="10 mm"),
         "setting": Setting(face=face, across=here, up=up, rests_on="middle"),
         "relief": {"make": make, "depth": "2 mm", "clearance": "0.02 mm", "floor": "0 mm"}}
    )  # fmt: skip
    later = Stamp.model_validate(
        {"name": "n", "artwork": artwork,
         "setting": Setting(face=face, across=f"{across:.3f} {unit}", up=up, rests_on="middle"),
         "relief": {"make": over, "depth": "1 mm", "margin": "1.5 mm", "corner": "0.5 mm"}}
    )  # fmt: skip
    blank = Blank.model_validate({"features": [part.model_dump()]})
    return build(Document(Job(blank=blank, stamps=(first, later))))


@pytest.mark.parametrize("make", ["loose", "inlay"])
@pytest.mark.parametrize("name", ["plane", "cylinder"])
def test_what_comes_later_where_pieces_are_is_told(name: str, make: str) -> None:
    """Told exactly where the kernel's boolean finds something that both hold."""
    random = np.random.default_rng(31)
    seen = {True: 0, False: 0}
    for k in range(8):
        over = ("emboss", "panel", "engrave", "panel")[k % 4]
        built = beside(name, make, float(random.uniform(-13, 13)), over)
        if not all(s.built_by for s in built.report.stamps):
            continue  # told by itself
        (body,) = (solid for name, solid in built.bodies.items() if name != "part")
        shared = in_common(built.bodies["part"].shape, body.shape)
        told = "pieces in the part" in fixes(built)
        assert told == (shared > 1e-3), (k, over, shared)
        seen[told] += 1
    assert seen[False] and (seen[True] or make == "inlay")


@pytest.mark.parametrize("name", ["plane", "cylinder"])
def test_a_dot_in_the_midst_of_a_letter_is_told(name: str) -> None:
    """It comes to none of the letter's faces."""
    built = beside(name, "loose", 0.0, "emboss", artwork=Shape(shape="circle", wide="0.6 mm"))
    assert "pieces in the part" in fixes(built), built.report.findings


def test_pieces_that_fill_their_pocket_are_not_in_the_part() -> None:
    """Without clearance, and proud of the face: they touch it all round, and share nothing."""
    for at in ("plane", "cylinder"):
        part, face, place = PLACES[at]
        built = marked(part, face, place, make="inlay", depth="1 mm", clearance="0 mm",
                       floor="0 mm", proud="0.5 mm")  # fmt: skip
        assert not {"pieces in the part", "not built"} & set(fixes(built)), fixes(built)


def test_loose_letters_within_material_are_refused() -> None:
    """On the floor of a recess, in a line that goes on past its end: the last ones would lie in the
    part, clear of its faces."""
    deep = Stamp.model_validate(
        {"name": "pit", "artwork": Shape(shape="rectangle", wide="20 mm", high="16 mm"),
         "setting": Setting(face="p.top", across="0 mm", up="0 mm", rests_on="middle"),
         "relief": {"make": "engrave", "depth": "3 mm"}}
    )  # fmt: skip
    for step, fits in (("4 mm", True), ("14 mm", False)):
        repeat = {"kind": "steps", "count": "3", "step_across": step}
        on_floor = Stamp.model_validate(
            {"name": "m", "artwork": Text(text="I", height="5 mm"),
             "setting": {"face": "pit/cap", "across": "0 mm", "up": "0 mm", "up_from": "middle",
                         "rests_on": "middle", "repeat": repeat},
             "relief": {"make": "loose", "depth": "1 mm"}}
        )  # fmt: skip
        blank = Blank.model_validate({"features": [PLATE.model_dump()]})
        built = build(Document(Job(blank=blank, stamps=(deep, on_floor))))
        assert ("not built" not in fixes(built)) is fits, built.report.findings
        assert (len(built.bodies) == 2) is fits


def test_pieces_that_a_projection_lays_partly_beside_the_face_are_refused() -> None:
    tube = Tube(name="p", outer_diameter="30 mm", wall="4 mm", height="40 mm")
    stamp = Stamp.model_validate(
        {"name": "m", "artwork": Text(text="HHHH", height="12 mm"),
         "setting": {"face": "p.outer", "across": "0 deg", "up": "18 mm", "rests_on": "middle",
                     "cast": {"way": "square"}},
         "relief": {"make": "inlay", "depth": "1 mm"}}
    )  # fmt: skip
    blank = Blank.model_validate({"features": [tube.model_dump()]})
    built = build(Document(Job(blank=blank, stamps=(stamp,))))
    told = [f.message for f in built.report.findings if f.check == "not built"]
    assert told and "no place on the face" in told[0], built.report.findings
    assert list(built.bodies) == ["part"]


def test_pieces_that_cannot_be_made_are_told_once() -> None:
    """Over an edge: what looks at the finished part passes them by."""
    stamp = Stamp.model_validate(
        {"name": "m", "artwork": Text(text="HH", height="6 mm"),
         "setting": Setting(face="p.top", across="0 mm", up="24 mm", over="neighbours"),
         "relief": {"make": "loose", "depth": "1 mm"}}
    )  # fmt: skip
    blank = Blank.model_validate({"features": [PLATE.model_dump()]})
    built = build(Document(Job(blank=blank, stamps=(stamp,))))
    told = [f.check for f in built.report.findings]
    assert "not built" in told and "not checked" not in told, built.report.findings
