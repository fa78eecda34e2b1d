"""Faults that follow from how a mark is made, each with its figure worked out by hand; and what is
told of one job by every process."""

from __future__ import annotations

import math
from collections.abc import Callable

import numpy as np
import pytest

from tests.core.test_known_faults import CLOSE, FLAT, PLATE, drawn, part, raised, sunk, text, tube
from tinstamp.engine.asking import by_process, sides
from tinstamp.engine.build import build
from tinstamp.engine.cache import Cache
from tinstamp.job.archive import Document
from tinstamp.job.features import Cone
from tinstamp.job.model import (
    Border,
    Braille,
    Code,
    FontRef,
    Job,
    OwnLetter,
    Relief,
    Scale,
    Setting,
    Shape,
    Stamp,
    changed,
)
from tinstamp.job.pattern import Pattern
from tinstamp.job.process import OwnProcess
from tinstamp.job.resolve import resolve
from tinstamp.proofing.checks import LIMITS
from tinstamp.proofing.finding import Finding
from tinstamp.proofing.process_checks import word_gaps
from tinstamp.proofing.processes import PROCESSES


def made_by(process: str, document: Document, **fields: object) -> Document:
    """A job by a process, with other fields of the job."""
    job = document.job.model_copy(update={"process": process, **fields})
    return Document(job, document.fonts, document.parts, document.logos)


def shaped(relief: Relief, face: str = "p.top", body: object = PLATE, up: str = "0 mm",
           **fields: object) -> Document:  # fmt: skip
    """A rectangle of 10 by 10 mm, or otherwise."""
    shape = Shape.model_validate({"shape": "rectangle", "wide": "10 mm", "high": "10 mm", **fields})
    across = "0 mm" if face.startswith("p.") else "0 deg"
    return part(Stamp(name="S", artwork=shape, relief=relief,
                      setting=Setting(face=face, across=across, up=up)), body=body)  # fmt: skip


def lined(width: str) -> Document:
    return part(Stamp(name="L", artwork=Scale(line=width, first="0", last="20"), relief=sunk(0.2),
                      setting=Setting(face="p.top", across="0 mm", up="0 mm")))  # fmt: skip


def bordered(**fields: str) -> Document:
    stamp = Stamp(name="B", artwork=Shape(shape="rectangle", wide="20 mm", high="10 mm"),
                  border=Border.model_validate({"on": True, **fields}), relief=sunk(0.2),
                  setting=Setting(face="p.top", across="0 mm", up="0 mm"))  # fmt: skip
    return part(stamp)


def hatched(line: str, pitch: str, high: str) -> Document:
    """The edges of the shape lie in the middle of gaps."""
    stamp = Stamp(name="H", artwork=Shape(shape="rectangle", wide="20 mm", high=high),
                  pattern=Pattern(kind="lines", pitch=pitch, line=line, turn="0 deg"),
                  relief=sunk(0.1),
                  setting=Setting(face="p.top", across="0 mm", up="0 mm"))  # fmt: skip
    return part(stamp)


def braille(**fields: str) -> Document:
    shown = Braille.model_validate({"text": "lamp", **fields})
    return part(Stamp(name="D", artwork=shown, relief=Relief(**Braille.usual_relief),  # type: ignore[arg-type]
                      setting=Setting(face="p.top", across="0 mm", up="0 mm")))  # fmt: skip


LINE = FontRef(family="Tin Line", style="Regular")
THICK = 30.0
"""degrees to either side that a plate on a tube of 40 mm reaches"""
ON_TUBE = {"wide": f"{2 * THICK / 360 * 40 * math.pi} mm", "high": "12 mm"}
Make = Callable[[], Document]
FAULTS: list[tuple[str, Make, str, float | None]] = [
    ("letters too small for sand", lambda: made_by("sand", part(text("HB8", height="3 mm"))),
     "small letters", 3.0),
    ("letters too small for a screen", lambda: made_by("silkscreen", part(text(
        "HB8", height="1 mm", relief=Relief(make="mark")))), "small letters", 1.0),
    ("relief lost in sand", lambda: made_by("sand", part(text("HB8", height="20 mm"))),
     "shallow relief", 0.3),
    ("relief that a laser does not reach", lambda: made_by("laser", shaped(sunk(0.8))),
     "deep relief", 0.8),
    ("relief by silkscreen", lambda: made_by("silkscreen", shaped(raised(0.3))),
     "deep relief", 0.3),
    ("corners of a die", lambda: made_by("die", shaped(sunk(0.3))), "sharp corner", 0.0),
    ("corners that are not round enough", lambda: part(
        shaped(sunk(), corner="0.2 mm").job.stamps[0], limits={"least_corner": "0.5 mm"}),
     "sharp corner", 0.2),
    # a plate raised on a round face has radial walls at its ends: the mould is caught by both, each
    # as high as the plate and as deep as the relief
    ("ends of a raised plate on a tube", lambda: made_by("injection", shaped(
        raised(0.5), "t.outer", tube(40), "20 mm", **ON_TUBE)), "undercut", 2 * 12 * 0.5),
    # in a bore the same holds of what is sunk
    ("ends of a sunk plate in a bore", lambda: made_by("injection", shaped(
        sunk(0.5), "t.inner", tube(50, 5), "20 mm", **ON_TUBE)), "undercut", 2 * 12 * 0.5),
    # pulled along x, the floor and three walls are in line with the pull, the fourth against it
    ("pulled along the plate", lambda: made_by("injection", shaped(sunk(0.5)), pull="x"),
     "undercut", 10 * 0.5),
    ("no draft for a mould", lambda: made_by("injection", shaped(sunk(0.3))), "draft", 0.0),
    ("too little draft for a die", lambda: made_by("die", shaped(
        Relief(depth="0.3 mm", draft="4 deg"))), "draft", 4.0),
    # the lower wall of what is raised square to a cone leans by its half angle when it is pulled
    # along z, the upper wall hangs over: normals (±sin a, ±cos a) of the sides, a = atan(15 / 60)
    ("pulled along the axis of a cone", lambda: made_by("injection", shaped(
        raised(0.5), "c.outer", Cone(name="c", base_diameter="90 mm", top_diameter="60 mm",
                                     height="60 mm", wall="4 mm"), "28 mm",
        wide="10 mm", high="6 mm"), pull="z"), "undercut", None),
    ("a sharp foot in sand", lambda: made_by("sand", shaped(raised(1.0), corner="1 mm")),
     "sharp foot", 0.0),
    ("a floor that is hardly rounded", lambda: made_by("die", shaped(Relief(
        depth="0.5 mm", cap_edge="round", cap_edge_size="0.05 mm"))), "sharp foot", 0.05),
    ("what is not cut through", lambda: made_by("sheet", shaped(sunk(0.5))), "not cut through",
     None),
    ("a line of a cutter's font", lambda: part(text("HTL", font=LINE, cutter="0.2 mm",
                                                    height="8 mm", relief=sunk(0.1))),
     "thin stroke", 0.2),
    ("marks of a scale", lambda: lined("0.1 mm"), "thin stroke", 0.1),
    ("the line of a border", lambda: bordered(line="0.15 mm"), "thin stroke", 0.15),
    ("the gap to a border", lambda: bordered(gap="0.12 mm", corner="0 mm"), "tight gap", 0.12),
    ("lines of a pattern", lambda: hatched("0.1 mm", "1 mm", "9 mm"), "thin stroke", 0.1),
    ("gaps of a pattern", lambda: hatched("0.5 mm", "0.65 mm", "9.75 mm"), "tight gap", 0.15),
    ("cells of a mark", lambda: part(Stamp(name="C", artwork=Code(text="LOT 7", cell="0.2 mm"),
                                           relief=sunk(0.05), setting=FLAT)), "small cell", 0.2),
    ("dots of braille", lambda: braille(dot="2.4 mm"), "tight gap", 0.1),
    ("a letter that braille lacks", lambda: braille(text="a\N{SNOWMAN}"), "missing letter", 1.0),
    ("near the rim of a tube", lambda: part(
        (drawn("M0 0H10V10H0Z"), Setting(face="t.outer", across="0 deg", up="49.4 mm"), sunk()),
        body=tube(60)), "near the edge", 0.6),
    ("over the rim of a tube", lambda: part(
        (drawn("M0 0H10V10H0Z"), Setting(face="t.outer", across="0 deg", up="51.5 mm"), sunk()),
        body=tube(60)), "over the edge", 1.5),
    ("through a plate", lambda: part((drawn("M0 0H10V10H0Z"), FLAT, sunk(8.0))),
     "cut through", 8.0),
    ("the wall of a plate", lambda: part((drawn("M0 0H10V10H0Z"), FLAT, sunk(7.4))), "wall left",
     0.6),
    ("a letter that floats for a cutter", lambda: made_by("milling", part(
        (drawn("M0 0H0.3V10H0Z"), FLAT, sunk(0.2)))), "corner for the cutter", 0.25),
]  # fmt: skip


@pytest.mark.parametrize(("make", "check", "truth"), [f[1:] for f in FAULTS],
                         ids=[f[0] for f in FAULTS])  # fmt: skip
def test_a_fault_of_a_process_is_told_with_its_figure(
    make: Make, check: str, truth: float | None
) -> None:
    report = build(make()).report
    assert report.valid
    found = [f for f in report.findings if f.check == check]
    assert found, report.findings
    assert found[0].level in ("look", "fix")
    if truth is not None:
        assert found[0].measured == pytest.approx(truth, rel=CLOSE, abs=1e-6)


@pytest.mark.parametrize(("make", "check"), [f[1:3] for f in FAULTS], ids=[f[0] for f in FAULTS])
def test_what_is_to_be_changed_meets_it(make: Make, check: str) -> None:
    from tests.core.test_known_faults import mended

    document = make()
    found = [f for f in build(document).report.findings if f.check == check]
    for remedy in found[0].remedies:
        report = build(mended(document, remedy)).report
        assert report.valid and not [f for f in report.findings if f.check == check], remedy


SOUND: list[tuple[str, Callable[[], Document]]] = [
    ("milling", lambda: shaped(Relief(depth="0.5 mm"), corner="1 mm")),
    ("laser", lambda: part(text("KEEP UPRIGHT", relief=sunk(0.2)))),
    ("v_engraving", lambda: part(text("KEEP UPRIGHT", relief=sunk(0.3)))),
    ("resin", lambda: part(text("KEEP UPRIGHT", relief=raised(0.4)))),
    ("filament", lambda: part(text("KEEP", height="14 mm", relief=raised(0.6)))),
    ("powder", lambda: part(text("KEEP", height="12 mm", relief=raised(0.6)))),
    ("silkscreen", lambda: part(text("KEEP UPRIGHT", relief=Relief(make="mark")))),
    ("etching", lambda: part(text("KEEP", height="10 mm", relief=sunk(0.1)))),
    ("die", lambda: shaped(Relief(make="emboss", depth="0.3 mm", draft="12 deg",
                                  face_edge="round", face_edge_size="0.1 mm"), corner="2 mm")),
    ("injection", lambda: shaped(Relief(make="emboss", depth="0.3 mm", draft="2 deg"),
                                 corner="1 mm")),
    ("sand", lambda: shaped(Relief(make="emboss", depth="1 mm", draft="5 deg", face_edge="round",
                                   face_edge_size="0.2 mm"), corner="2 mm")),
    # a sunk plate on a tube opens towards the mould, but for the two walls across it, which have
    # the draft that is asked
    ("injection", lambda: shaped(Relief(depth="0.5 mm", draft="2 deg"), "t.outer", tube(40),
                                 "20 mm", corner="1 mm", **ON_TUBE)),
]  # fmt: skip


@pytest.mark.parametrize(("process", "make"), SOUND)
def test_what_a_process_can_make_is_told_nothing_of(
    process: str, make: Callable[[], Document]
) -> None:
    report = build(made_by(process, make())).report
    assert report.valid
    assert not [f for f in report.findings if f.level != "note"], report.findings


def test_every_process_is_told_side_by_side_and_the_solid_is_made_once() -> None:
    document = part(text("KEEP UPRIGHT", "t.outer", relief=sunk(0.6)), body=tube(50))
    cache = Cache()
    before = build(document, cache).report
    told = dict(sides(document, tuple(PROCESSES), cache).findings)
    assert list(told) == list(PROCESSES)
    for name in PROCESSES:
        alone = build(made_by(name, document)).report
        expected = [(f.check, f.measured) for f in alone.findings if f.level != "note"]
        assert [(f.check, f.measured) for f in told[name]] == expected
    assert {f.check for f in told["laser"]} == {"deep relief"}
    assert "undercut" not in {f.check for f in told["milling"]}
    assert "shallow relief" in {f.check for f in told["sand"]}
    assert build(document, cache).report.findings == before.findings


def test_a_stamp_may_have_a_process_of_its_own() -> None:
    two = [text("KEEP", relief=sunk(0.8), height="10 mm"),
           Stamp(name="U", artwork=Shape(shape="rectangle", wide="10 mm", high="5 mm"),
                 relief=sunk(0.8), process="laser",
                 setting=Setting(face="p.top", across="0 mm", up="-25 mm"))]  # fmt: skip
    found = build(part(*two)).report.findings
    assert [(f.stamp, f.check) for f in found if f.level == "fix"] == [("U", "deep relief")]


def test_a_process_of_ones_own_has_what_it_changes_and_else_what_it_was_copied_from() -> None:
    own = OwnProcess(name="our laser", like="laser", limits={"most_depth": "0.9 mm"})
    document = made_by("our laser", shaped(sunk(0.8)), processes=(own,))
    resolved = resolve(document.job, LIMITS)
    assert resolved.of("limits", "most_depth") == 0.9
    assert resolved.of("limits", "least_stroke") == 0.08
    assert not build(document).report.findings
    typed = made_by("our laser", shaped(sunk(0.8)), processes=(own,),
                    limits={"most_depth": "0.7 mm"})  # fmt: skip
    assert [f.check for f in build(typed).report.findings] == ["deep relief"]


def test_a_wrong_limit_and_an_unknown_process_are_told_at_their_place() -> None:
    own = OwnProcess(name="ours", limits={"least_gap": "3 mn"})
    report = build(made_by("ours", shaped(sunk(0.3)), processes=(own,))).report
    assert report.valid and [f.check for f in report.findings] == ["wrong field"]
    assert report.findings[0].path == ("limits", "least_gap")
    report = build(made_by("magic", shaped(sunk(0.3)))).report
    assert report.valid
    assert [f.message for f in report.findings] == ["process: there is no process called “magic”"]


def test_two_processes_of_one_name_are_refused() -> None:
    own = OwnProcess(name="ours")
    with pytest.raises(ValueError, match="two processes are called “ours”"):
        changed(part(text("A")).job, ("processes",), (own, own))


def test_every_limit_of_every_process_has_a_reason_and_a_source() -> None:
    for limit in LIMITS.values():
        for name in PROCESSES:
            known = limit.of(name)
            assert known.reason and known.source, (limit.name, name)
            job = Job(blank=part(text("A")).job.blank, process=name)
            assert resolve(job, LIMITS).of("limits", limit.name) >= 0


def test_a_job_by_another_process_keeps_nothing_of_what_was_set_for_this() -> None:
    document = part(
        text("KEEP"), limits={"least_gap": "2 mm"})  # fmt: skip
    job = by_process(document.job, "laser")
    assert job.process == "laser" and not job.limits


def test_the_ends_of_a_text_all_the_way_round_are_held_against_its_words() -> None:
    """A note where they differ: the girth less the ink, against what lies between the words."""

    def told(girth: float) -> list[Finding]:
        document = part(text(words, "t.outer", height="5 mm"), body=tube(girth / math.pi))
        return [f for f in build(document).report.findings if f.check == "ends of the text"]

    words = "OIL ONLY OIL ONLY"
    placed = build(part(text(words, height="5 mm"))).planned["T"].placed
    wide = float(placed.bounds[2] - placed.bounds[0])
    apart = float(np.median(word_gaps(placed.regions, words)))
    assert not told(wide + apart)
    (found,) = told(wide + 2 * apart)
    assert found.level == "note" and found.limit == pytest.approx(apart, rel=1e-6)
    assert found.measured == pytest.approx(2 * apart, rel=1e-6)
    assert not told(wide + 8 * apart), "it is not meant to go all round"


def test_a_letter_out_of_its_place_is_told() -> None:
    """Five equal letters, one of them 1.2 mm to the right: one space is that much wider."""
    own = OwnLetter(index=2, across="1.2 mm")
    report = build(part(text("HHHHH", height="8 mm", letters=(own,)))).report
    (told,) = [f for f in report.findings if f.check == "uneven spaces"]
    assert told.level == "note" and told.measured is not None and told.limit is not None
    assert abs(told.measured - told.limit) == pytest.approx(1.2, rel=CLOSE)
    plain = build(part(text("HHHHH", height="8 mm"))).report
    assert not [f for f in plain.findings if f.check == "uneven spaces"]


def test_a_limit_that_was_emptied_is_an_error_at_its_field() -> None:
    document = part(text("KEEP"), limits={"least_gap": ""})
    assert "limits.least_gap" in resolve(document.job, LIMITS).errors


def test_processes_with_names_that_look_alike_keep_their_own_limits() -> None:
    own = tuple(OwnProcess(name=name, limits={"least_gap": f"{gap} mm"})
                for name, gap in (("a.b", 1), ("a b", 2)))  # fmt: skip
    stamps = [Stamp(name=f"S{k}", artwork=Shape(), process=each.name, setting=FLAT)
              for k, each in enumerate(own)]  # fmt: skip
    job = part(*stamps).job
    resolved = resolve(job.model_copy(update={"processes": own}), LIMITS)
    assert resolved.of("in", "a.b", "least_gap") == 1 and resolved.of("in", "a b", "least_gap") == 2
