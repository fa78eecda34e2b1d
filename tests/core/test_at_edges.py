"""Artwork over one edge of its face: the letters that meet the edge by a boolean, all others by an
imprint, and the same solid as when all of it goes the long way (the kernel's volume of both)."""

from __future__ import annotations

import random
from dataclasses import replace

import pytest

from tinstamp.blank.kernel import volume
from tinstamp.engine.build import build
from tinstamp.job.archive import Document
from tinstamp.job.features import Cone, Plate, Tube
from tinstamp.job.model import Blank, Job, Relief, Setting, Stamp, Text
from tinstamp.job.resolve import resolve
from tinstamp.plan.planned import plan
from tinstamp.relief import execute
from tinstamp.relief.at_edges import parted
from tinstamp.relief.kinds import operations
from tinstamp.relief.operation import Made

BODIES = {
    "plate": (Plate(name="b", length="80 mm", width="40 mm", thickness="4 mm"), "b.top",
              "29.5 mm", "5 mm"),
    "rounded plate": (Plate(name="b", length="80 mm", width="40 mm", thickness="4 mm",
                            corner_radius="6 mm"), "b.top", "29.5 mm", "11 mm"),
    "tube": (Tube(name="b", outer_diameter="50 mm", wall="4 mm", height="40 mm"), "b.outer",
             "0 deg", "36 mm"),
    "cone": (Cone(name="b", base_diameter="60 mm", height="40 mm", top_diameter="40 mm",
                  wall="4 mm"), "b.outer", "0 deg", "36 mm"),
}  # fmt: skip


def document(body: str, make: str, turn: float, words: str = "PWKOIL") -> Document:
    feature, face, across, up = BODIES[body]
    setting = Setting(face=face, across=across, up=up, turn=f"{turn} deg")
    stamp = Stamp(name="S", artwork=Text(text=words, height="5 mm"), setting=setting,
                  relief=Relief(make=make, depth="0.4 mm"))  # type: ignore[arg-type]  # fmt: skip
    return Document(Job(blank=Blank(features=(feature,)), stamps=(stamp,)))  # type: ignore[arg-type]


def built_both_ways(
    given: Document, monkeypatch: pytest.MonkeyPatch
) -> tuple[tuple[float, int], tuple[float, int], int]:
    """Volume and faces by parts, and by one boolean, zeros where it is refused; how often it was
    parted."""
    parts = 0
    usual = execute._in_parts

    def counted(*given: object) -> Made | None:
        nonlocal parts
        made = usual(*given)  # type: ignore[arg-type]
        parts += made is not None
        return made

    found = []
    for way in (counted, lambda *_: None):
        monkeypatch.setattr(execute, "_in_parts", way)
        built = build(given)
        assert built.solid is not None and built.report.valid, built.report.findings
        there = bool(built.report.stamps[0].built_by)
        found.append((volume(built.solid.shape), len(built.solid.faces)) if there else (0.0, 0))
    return found[0], found[1], parts


@pytest.mark.parametrize(
    ("body", "make"), [*((body, "engrave") for body in BODIES), ("plate", "emboss")]
)
def test_the_solid_is_the_same_as_by_one_boolean(
    body: str, make: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    """A line that leans over the edge: its first letters lie within the face."""
    turn = 0.0 if "plate" in body else 12.0
    (mine, faces), (whole, all_faces), parts = built_both_ways(
        document(body, make, turn), monkeypatch
    )
    assert mine == pytest.approx(whole, rel=1e-7) and faces == all_faces
    if (
        make == "engrave"
    ):  # what stands out over an edge goes the long way as a whole, or not at all
        assert parts == 1 and mine > 0


@pytest.mark.parametrize("seed", range(2))
def test_any_line_over_any_edge(seed: int, monkeypatch: pytest.MonkeyPatch) -> None:
    r = random.Random(f"edges {seed}")
    body = r.choice(list(BODIES))
    words = "".join(r.choice("AEHIKLMNOPRSTUVWX8 ") for _ in range(6)).strip() or "AB"
    given = document(body, "engrave", r.uniform(5, 25), words)
    (mine, _), (whole, _), _ = built_both_ways(given, monkeypatch)
    assert mine == pytest.approx(whole, rel=1e-7)


def test_a_mark_over_an_edge_parts_the_face_only_where_it_lies(
    monkeypatch: pytest.MonkeyPatch,
) -> None:
    (mine, faces), (whole, all_faces), parts = built_both_ways(
        document("plate", "mark", 0.0), monkeypatch
    )
    assert parts == 1 and faces == all_faces
    assert mine == pytest.approx(whole, rel=1e-9)


def test_artwork_that_touches_other_ink_or_lies_within_is_not_parted() -> None:
    plain = document("plate", "engrave", 0.0)
    item = plan(plain, resolve(plain.job), build(plain).report.charts, 0)
    (op,) = operations(item, item.fit([]), (4.0, 4.0))
    assert parted(op) is not None
    assert parted(replace(op, fit=replace(op.fit, touches=("another",)))) is None
    assert parted(replace(op, fit=replace(op.fit, nested=True))) is None
    assert parted(replace(op, wall=(0.1, 4.0))) is None, "cut through"
    inside, over = parted(op) or (op, op)
    assert len(inside.placed.regions) + len(over.placed.regions) == len(op.placed.regions)
    assert parted(inside) is None and inside.closed_form
