"""Relief that goes round other relief, or round a bore, and relief within a ring: no boolean.

Sources: volumes of prisms and of layers on a cylinder, A (d ± d² / 2R) (Pappus); the general
boolean of the kernel for the same two stamps; the mesh of the file by trimesh.
"""

from __future__ import annotations

from pathlib import Path
from typing import Any

import numpy as np
import pytest
import trimesh

from tests.core.solids import sound, volume
from tests.core.test_fields_everywhere import FACES
from tinstamp.engine.build import Built, build
from tinstamp.engine.cache import Cache
from tinstamp.engine.write import write_files
from tinstamp.job.archive import Document
from tinstamp.job.changes import Hole
from tinstamp.job.features import Plate
from tinstamp.job.model import Blank, Job, Relief, Setting, Shape, Stamp, Text

WORD = Text(text="HB8", height="4 mm")
FRAME = Shape(shape="rectangle", wide="16 mm", high="8 mm", line="0.8 mm", corner="1 mm")


def stamp(name: str, face: str, at: tuple[str, str], artwork: Any, **relief: Any) -> Stamp:
    setting = Setting(face=face, across=at[0], up=at[1], rests_on="middle")
    given = {"make": "engrave", "depth": "0.3 mm", **relief}
    return Stamp(name=name, artwork=artwork, setting=setting, relief=Relief.model_validate(given))


def built_of(features: Any, *stamps: Stamp, cache: Cache | None = None) -> Built:
    blank = Blank.model_validate({"features": [f.model_dump() for f in features]})
    return build(Document(Job(blank=blank, stamps=stamps)), cache)


def checked(built: Built) -> Any:
    assert built.report.valid, built.report.findings
    assert [s.built_by for s in built.report.stamps] == ["imprint"] * len(built.report.stamps)
    solid = built.bodies["part"].shape
    assert sound(solid)
    changed = sum(s.relief_volume for s in built.report.stamps)
    assert volume(solid) - volume(built.blank.solid.shape) == pytest.approx(
        changed, rel=1e-5, abs=1e-9
    )
    return changed


@pytest.mark.parametrize("makes", [("engrave", "engrave"), ("emboss", "engrave"),
                                   ("mark", "engrave")])  # fmt: skip
@pytest.mark.parametrize("face", ["plane", "bore", "cone", "ball", "skin"])
def test_a_frame_round_a_word_and_the_word_within_the_frame(
    face: str, makes: tuple[str, str], tmp_path: Path
) -> None:
    """In either order the same volume and as many faces; the mesh of the file is closed."""
    part, name, at = FACES[face]
    word = stamp("w", name, at, WORD, make=makes[0])
    frame = stamp("f", name, at, FRAME, make=makes[1])
    first, second = built_of((part,), word, frame), built_of((part,), frame, word)
    assert checked(first) == pytest.approx(checked(second), rel=1e-6, abs=1e-9)
    assert len(first.bodies["part"].faces) == len(second.bodies["part"].faces)
    if makes == ("engrave", "engrave"):
        (path,) = write_files(first, tmp_path, "part", ("stl",), {"chord": 0.01})
        mesh = trimesh.load_mesh(path)
        assert mesh.is_watertight and mesh.volume == pytest.approx(first.report.volume, rel=3e-3)


def test_frames_in_one_another_with_a_word_in_the_middle() -> None:
    plate = Plate(name="p", length="60 mm", width="40 mm", thickness="5 mm")
    at = ("0 mm", "0 mm")
    stamps = [stamp("w", "p.top", at, WORD)]
    for k, wide in enumerate((16, 20, 24)):
        frame = Shape(shape="rectangle", wide=f"{wide} mm", high=f"{wide - 8} mm", line="0.8 mm")
        stamps.append(stamp(f"f{k}", "p.top", at, frame, make=("engrave", "emboss")[k % 2]))
    for order in ((0, 1, 2, 3), (3, 2, 1, 0), (2, 0, 3, 1)):
        changed = checked(built_of((plate,), *(stamps[k] for k in order)))
        ring = [(w * (w - 8) - (w - 1.6) * (w - 9.6)) * 0.3 for w in (16, 20, 24)]
        word = built_of((plate,), stamps[0]).report.stamps[0].relief_volume
        assert changed == pytest.approx(word - ring[0] + ring[1] - ring[2], rel=1e-6)


def test_a_ring_round_a_bore_leaves_it_alone() -> None:
    plate = Plate(name="p", length="60 mm", width="40 mm", thickness="5 mm")
    bore = Hole(name="h", face="p.top", across="0 mm", up="0 mm", diameter="6 mm")
    ring = Shape(shape="circle", wide="14 mm", line="1.5 mm")
    for make in ("engrave", "emboss", "mark"):
        built = built_of((plate, bore), stamp("r", "p.top", ("0 mm", "0 mm"), ring, make=make))
        area = np.pi * (7.0**2 - 5.5**2)
        sign = {"engrave": -1.0, "emboss": 1.0, "mark": 0.0}[make]
        assert checked(built) == pytest.approx(sign * 0.3 * area, rel=1e-6, abs=1e-9)


def test_an_edit_of_either_makes_both_anew_and_right() -> None:
    """The same cache: the word that a frame goes round is made longer, then the frame deeper."""
    plate = Plate(name="p", length="60 mm", width="40 mm", thickness="5 mm")
    at, cache = ("0 mm", "0 mm"), Cache()
    word, frame = stamp("w", "p.top", at, WORD), stamp("f", "p.top", at, FRAME)
    checked(built_of((plate,), word, frame, cache=cache))
    for now in (
        (stamp("w", "p.top", at, Text(text="HB80", height="4 mm")), frame),
        (word, stamp("f", "p.top", at, FRAME, depth="0.5 mm")),
    ):
        again = checked(built_of((plate,), *now, cache=cache))
        assert again == pytest.approx(checked(built_of((plate,), *now)), rel=1e-9)


@pytest.mark.parametrize("face", ["dome", "ball", "turned", "skin"])
def test_a_narrow_ring_is_not_taken_for_too_much_where_the_sheet_is_stretched(face: str) -> None:
    """What a layer of that depth holds is summed over enough places of it."""
    part, name, at = FACES[face]
    ring = Shape(shape="polygon", sides="7", wide="14 mm", line="0.7 mm")
    checked(built_of((part,), stamp("r", name, at, ring, make="emboss", depth="0.49 mm")))
