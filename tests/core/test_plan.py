"""One plan: what the desk previews and what the engine builds have the same outlines."""

from __future__ import annotations

from collections.abc import Mapping
from pathlib import Path
from typing import Any

import numpy as np
import pytest

from tinstamp.chart.base import FaceChart
from tinstamp.desk.work.preview import preview
from tinstamp.engine.build import Built, build
from tinstamp.job.archive import Document
from tinstamp.job.drawn import knot
from tinstamp.job.features import Ball, BaseFeature, Cone, Extruded, Plate, Tube
from tinstamp.job.model import Blank, Job, Logo, Setting, Shape, Stamp, Text
from tinstamp.job.resolve import resolve
from tinstamp.plan.planned import PLAN_ERRORS, plan

SQUARE = b'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 6"><path d="M0 0H9V6H0Z"/></svg>'
DIGEST = __import__("hashlib").sha256(SQUARE).hexdigest()
TUBE = Tube(name="p", outer_diameter="60 mm", wall="3 mm", height="40 mm")
PLATE = Plate(name="p", length="90 mm", width="60 mm", thickness="6 mm")
CONE = Cone(name="p", base_diameter="70 mm", height="40 mm", top_diameter="40 mm")
BALL = Ball(name="p", diameter="60 mm")
ROD = Extruded(
    name="p",
    height="30 mm",
    points=(
        knot("a", -3.97995, -19.6), knot("b", 3.97995, -19.6, "arc", 4.51454),
        knot("c", 20, 0, "arc", 20), knot("d", -20, 0, "arc", 4.51454),
    ),
)  # fmt: skip
AT = {"p.outer": ("0 deg", "15 mm"), "p.top": ("0 mm", "0 mm"), "p.a": ("0 mm", "0 mm")}

ARTWORK: dict[str, Any] = {
    "text": Text(text="HB8", height="5 mm"),
    "lines": Text(text="UP\nON", height="3 mm", align="end"),
    "words": Text.model_validate(
        {"text": "HB8", "height": "4 mm", "styles": [{"start": 0, "end": 1, "size": "1.4"}],
         "letters": [{"index": 2, "up": "1 mm"}]}
    ),
    "mirrored": Text(text="HB8", height="5 mm", mirrored=True),
    "logo": Logo(digest=DIGEST, format="svg", size="9 mm"),
    "shape": Shape(shape="polygon", wide="8 mm", line="1 mm"),
}  # fmt: skip
SETTINGS: dict[str, dict[str, Any]] = {
    "plain": {},
    "held and turned": {"rests_on": "top", "held_by": "left", "turn": "20 deg"},
    "line": {"guide": {"kind": "line", "direction": "30 deg"}},
    "arc": {"guide": {"kind": "arc", "radius": "12 mm"}},
    "level": {"guide": {"kind": "level"}},
    "midline": {"guide": {"kind": "midline"}},
    "edge": {"guide": {"kind": "edge", "inset": "8 mm"}},
    "drawn": {"guide": {"kind": "drawn", "fill": "space"}},
    "round": {"repeat": {"kind": "round", "count": "4"}},
    "steps": {"repeat": {"kind": "steps", "count": "2", "step_across": "16 mm"}},
    "fit": {"repeat": {"kind": "fit", "gap": "6 mm"}},
    "along a guide": {"guide": {"kind": "level"}, "repeat": {"kind": "guide", "count": "3"}},
    "cast": {"cast": {"way": "square"}},
    "cast along": {"cast": {"way": "vector", "x": "0.1", "y": "1", "z": "0"}},
    "far": {"cast": {"way": "square", "side": "far"}},
}


def built_of(part: BaseFeature, face: str, artwork: Any, **how: Any) -> tuple[Document, Built]:
    across, up = AT[face]
    setting = Setting.model_validate({"face": face, "across": across, "up": up, **how})
    stamp = Stamp(name="m", artwork=artwork, setting=setting)
    job = Job(blank=Blank.model_validate({"features": [part.model_dump()]}), stamps=(stamp,))
    document = Document(job, logos={DIGEST: SQUARE})
    return document, build(document)


def same_outlines(document: Document, built: Built) -> bool:
    """True when both have the stamp and lay it alike; both may also refuse it."""
    shown = preview(document, resolve(document.job), 0, built.report.charts)
    item = built.planned.get("m")
    if item is None or shown is None:
        told = [f.check for f in built.report.findings if f.level == "fix"]
        return item is None and shown is None and told == ["not built"]
    # the seam of a closed face may have moved between the two: the place in space is the same
    pairs = zip(shown.placed.regions, item.placed.regions, strict=True)
    return all(
        np.allclose(
            shown.chart.to_space(x.beziers), item.chart.to_space(y.beziers), rtol=0.0, atol=1e-8
        )
        for a, b in pairs
        for x, y in zip(a.outlines, b.outlines, strict=True)
    )


@pytest.mark.parametrize("artwork", ARTWORK)
@pytest.mark.parametrize("where", ["tube", "plate"])
def test_every_kind_of_artwork(artwork: str, where: str) -> None:
    part, face = (TUBE, "p.outer") if where == "tube" else (PLATE, "p.top")
    document, built = built_of(part, face, ARTWORK[artwork])
    assert built.report.stamps[0].built_by and same_outlines(document, built)


@pytest.mark.parametrize("setting", SETTINGS)
@pytest.mark.parametrize("where", ["tube", "plate", "cone", "ball"])
def test_every_guide_cast_and_repeat(setting: str, where: str) -> None:
    part, face = {
        "tube": (TUBE, "p.outer"),
        "plate": (PLATE, "p.top"),
        "cone": (CONE, "p.outer"),
        "ball": (BALL, "p.outer"),
    }[where]
    document, built = built_of(part, face, Shape(wide="6 mm", high="3 mm"), **SETTINGS[setting])
    assert same_outlines(document, built)


def test_over_the_faces_beside() -> None:
    document, built = built_of(ROD, "p.a", Text(text="HB8", height="6 mm"), over="neighbours")
    assert built.planned["m"].faces != ("p.a",) and same_outlines(document, built)


def test_a_stamp_measured_from_another_is_planned_after_it() -> None:
    first = Stamp(
        name="one", artwork=Shape(), setting=Setting(face="p.top", across="-20 mm", up="0 mm")
    )
    second = Stamp(name="two", artwork=Shape(), setting=Setting(
        face="p.top", across="3 mm", up="0 mm", from_stamp="one", across_from="right",
        held_by="left"))  # fmt: skip
    job = Job(blank=Blank(features=(PLATE,)), stamps=(first, second))
    built = build(Document(job))
    one, two = built.planned["one"].placed, built.planned["two"].placed
    assert two.bounds[0] - one.bounds[2] == pytest.approx(3.0, abs=1e-9)
    circle = job.model_copy(update={"stamps": (
        first.model_copy(update={"setting": first.setting.model_copy(
            update={"from_stamp": "two"})}), second)})  # fmt: skip
    with pytest.raises(PLAN_ERRORS, match="circle"):
        plan(Document(circle), resolve(circle), built.report.charts, 0)


def test_a_face_that_is_gone_has_no_plan() -> None:
    document, built = built_of(PLATE, "p.top", Shape())
    charts: Mapping[str, FaceChart] = {}
    with pytest.raises(PLAN_ERRORS, match=r"p\.top"):
        plan(document, resolve(document.job), charts, 0)
    assert preview(document, resolve(document.job), 0, charts) is None
    assert preview(document, resolve(document.job), 7, built.report.charts) is None


def test_a_name_with_a_slash_works_everywhere(tmp_path: Path) -> None:
    """`Left/right` owns its faces: they are coloured, written, and told apart from another's."""
    from tinstamp.engine.write import write_files
    from tinstamp.job.face_name import StampFace, feature_of

    job = Job(
        blank=Blank(features=(PLATE,)),
        stamps=tuple(
            Stamp(name=name, artwork=Shape(wide="6 mm", high="3 mm"),
                  setting=Setting(face="p.top", across=f"{x} mm", up="0 mm"))
            for name, x in (("Left/right", -20), ("Left", 0), ("a.b/cap", 20))
        ),
    )  # fmt: skip
    built = build(Document(job))
    assert built.report.valid and built.solid is not None
    faces = [n for n in built.solid.names if isinstance(n, StampFace)]
    assert {f.stamp for f in faces} == {"Left/right", "Left", "a.b/cap"}
    assert all(feature_of(f) == "" for f in faces) and feature_of("p.top") == "p"
    assert len(built.solid.named(StampFace("Left", "cap"))) == 1
    paths = write_files(built, tmp_path, "slash", ("step", "stl", "dxf"))
    assert b"Left/right/cap" in paths[0].read_bytes() and all(p.exists() for p in paths)
