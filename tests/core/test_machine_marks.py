"""Marks that machines read, by zxing-cpp, which had no part in making them: from their cells, from
their outlines, and from a picture of the finished solid. Sizes by the standards (ISO/IEC 16022,
table 7; 18004, 7.3; 15417, 4.3; from memory)."""

from __future__ import annotations

import random
import string

import numpy as np
import pytest
import shapely
import zxingcpp
from numpy.typing import NDArray
from PIL import Image, ImageDraw

from tinstamp.artwork.contacts import parted
from tinstamp.artwork.machine_mark import (
    JOINED,
    QUIET,
    MarkError,
    MarkSpec,
    Symbol,
    cells_of,
    draw_mark,
)
from tinstamp.artwork.mark_reader import pictured, read_back
from tinstamp.engine.build import Built, build
from tinstamp.engine.mesh import mesh_of
from tinstamp.job.archive import Document
from tinstamp.job.features import Ball, Plate, Tube
from tinstamp.job.model import (
    Blank,
    Code,
    Job,
    Relief,
    Repeat,
    Setting,
    Stamp,
    Text,
    changed,
)
from tinstamp.proofing.finding import Finding
from tinstamp.setting.fit import ink

SYMBOLS: tuple[Symbol, ...] = ("data_matrix", "qr", "code_128")


def spec(symbol: Symbol, text: str, cell: float = 0.5, light: bool = False) -> MarkSpec:
    return MarkSpec(symbol, text, cell, 6.0, light)


@pytest.mark.parametrize("symbol", SYMBOLS)
@pytest.mark.parametrize("seed", range(6))
def test_random_texts_read_back_from_cells_and_from_outlines(symbol: Symbol, seed: int) -> None:
    r = random.Random(f"{symbol} {seed}")
    letters = (
        string.ascii_letters + string.digits + " -/.:#" + ("" if symbol == "code_128" else "é")
    )
    text = "".join(r.choice(letters) for _ in range(r.randint(1, 28))).strip() or "A"
    cells = np.array(cells_of(symbol, text))
    rows = 12 if symbol == "code_128" else 1
    plain = np.pad(np.repeat(cells, rows, axis=0), QUIET[symbol])
    picture = ((~plain).repeat(6, 0).repeat(6, 1) * 255).astype(np.uint8)
    assert [found.text for found in zxingcpp.read_barcodes(picture)] == [text]
    for light in (False, True):
        art = draw_mark(spec(symbol, text, light=light))
        quiet = (QUIET[symbol] + 1) * 0.5
        assert read_back(pictured(art.regions, 0.5, quiet, light)) == text


def test_sizes_are_the_standards() -> None:
    """A Data Matrix of 3 codewords has 10 cells a side, one of 8 has 14; a QR of version 1 has 21;
    a Code 128 has 11 modules a character, and 35 for start, check and stop."""
    assert np.array(cells_of("data_matrix", "123456")).shape == (10, 10)
    assert np.array(cells_of("data_matrix", "TANK-0001")).shape == (14, 14)
    assert np.array(cells_of("qr", "TANK-0001")).shape == (21, 21)
    assert np.array(cells_of("code_128", "TANK")).shape == (1, 4 * 11 + 35)
    matrix = np.array(cells_of("data_matrix", "TANK-0001"))
    assert matrix[:, 0].all() and matrix[-1].all(), "the finder's solid sides"
    assert matrix[0].tolist() == [k % 2 == 0 for k in range(14)]


@pytest.mark.parametrize("symbol", ["data_matrix", "qr"])
def test_cells_that_meet_at_a_corner_are_joined_and_nothing_touches(symbol: Symbol) -> None:
    text = "PELLWICK LANTERN 0042"
    cells = np.array(cells_of(symbol, text))
    art = draw_mark(spec(symbol, text))
    a, b, c, d = cells[:-1, :-1], cells[:-1, 1:], cells[1:, :-1], cells[1:, 1:]
    corners = int(((a & d & ~b & ~c) | (b & c & ~a & ~d)).sum())
    bridge = 0.5 * (JOINED * 0.5) ** 2 * 2 / 2  # half of the turned square lies on bare ground
    true = cells.sum() * 0.25 + corners * bridge
    assert sum(r.area for r in art.regions) == pytest.approx(true, rel=1e-9)
    assert parted(art.regions).regions == art.regions
    light = draw_mark(spec(symbol, text, light=True))
    side = (len(cells) + 2 * QUIET[symbol]) * 0.5
    assert sum(r.area for r in light.regions) == pytest.approx(side**2 - true, rel=1e-9)


@pytest.mark.parametrize(
    ("symbol", "text"), [("code_128", "é"), ("qr", ""), ("data_matrix", "x" * 1501)]
)
def test_texts_that_no_mark_holds_are_told(symbol: Symbol, text: str) -> None:
    with pytest.raises(MarkError):
        draw_mark(spec(symbol, text))


def job(blank: str, cell: float, symbol: Symbol = "data_matrix", text: str = "T-{serial}") -> Job:
    bodies = {
        "plate": Plate(name="p", length="60 mm", width="40 mm", thickness="4 mm"),
        "tube": Tube(name="p", outer_diameter="40 mm", wall="3 mm", height="40 mm"),
        "pin": Tube(name="p", outer_diameter="8 mm", wall="2 mm", height="40 mm"),
        "ball": Ball(name="p", diameter="60 mm"),
    }
    face = {"plate": "p.top", "ball": "p.outer"}.get(blank, "p.outer")
    across, up = ("0 mm", "0 mm") if blank == "plate" else ("0 deg", "20 mm")
    up = "47 mm" if blank == "ball" else up
    code = Code(symbol=symbol, text=text, cell=f"{cell} mm")
    stamp = Stamp(name="Mark", artwork=code, setting=Setting(face=face, across=across, up=up),
                  relief=Relief(depth="0.3 mm"))  # fmt: skip
    return Job(blank=Blank(features=(bodies[blank],)), stamps=(stamp,))


def photographed(built: Built) -> NDArray[np.uint8]:
    """The finished solid as a camera sees it that is held square to the mark: floors dark, all else
    light, what is nearer over what is farther."""
    assert built.solid is not None
    mesh = mesh_of(built.solid)
    (planned,) = built.planned.values()
    middle = np.zeros((1, 2)) + planned.placed.regions[0].bounds[:2]
    towards = np.asarray(planned.chart.normal(middle))[0]
    up = np.array([0.0, 0.0, 1.0]) if abs(towards[2]) < 0.9 else np.array([0.0, 1.0, 0.0])
    up = up - towards * (up @ towards)
    up /= np.linalg.norm(up)
    axes = np.stack([np.cross(up, towards), up, towards], axis=1)
    corners = (mesh.points.astype(float) @ axes)[mesh.triangles]
    floor = np.array(["cap" in str(name) for name in mesh.names])[mesh.faces]
    assert floor.any()
    spots = corners[floor][..., :2].reshape(-1, 2)
    low, high = spots.min(axis=0) - 2.0, spots.max(axis=0) + 2.0
    per = 900 / (high - low).max()
    wide, tall = np.ceil((high - low) * per).astype(int).tolist()
    picture = Image.new("L", (wide, tall), 255)
    pen = ImageDraw.Draw(picture)
    for k in np.argsort(corners[..., 2].mean(axis=1)):
        flat = (corners[k, :, :2] - low) * per
        pen.polygon([(x, tall - y) for x, y in flat.tolist()], fill=0 if floor[k] else 255)
    return np.asarray(picture)


@pytest.mark.parametrize(
    ("blank", "symbol", "cell"),
    [
        ("plate", "data_matrix", 0.5),
        ("plate", "qr", 0.5),
        ("plate", "code_128", 0.3),
        ("tube", "data_matrix", 0.5),
        ("ball", "data_matrix", 0.6),
    ],
)
def test_a_mark_is_built_and_read_from_the_finished_solid(
    blank: str, symbol: Symbol, cell: float
) -> None:
    built = build(Document(job(blank, cell, symbol)))
    report = built.report
    assert report.valid and report.stamps[0].built_by == "imprint"
    assert not [f for f in report.findings if f.level == "fix"], report.findings
    text = "T-" + built.job.serial.text
    assert read_back(photographed(built)) == text


def test_findings_of_marks_that_cannot_be_read() -> None:
    low = changed(job("plate", 0.6, "qr", "x" * 230), ("stamps", 0, "setting", "up"), "-18 mm")
    wide = build(Document(low)).report.findings
    near = next(f for f in wide if f.check == "quiet zone")
    assert (near.measured, near.limit) == (pytest.approx(2.0, abs=0.1), pytest.approx(2.4))
    tiny = build(Document(job("plate", 0.2))).report.findings
    assert any(f.check == "small cell" and f.measured == pytest.approx(0.2) for f in tiny)
    round_it = build(Document(job("pin", 1.2))).report.findings
    assert any(f.check == "mark on its face" and "round its face" in f.message for f in round_it)
    bad = build(Document(job("plate", 0.5, "code_128", "é"))).report.findings
    assert any("ASCII" in f.message for f in bad)


def beside(gap: float, word: str = "I") -> Job:
    """A Data Matrix of 14 cells of 0.5 mm on a plate, and a word so far to the right of it."""
    alone = job("plate", 0.5, text="TANK-0001")
    setting = Setting(face="p.top", across=f"{3.5 + gap} mm", up="1 mm",
                      held_by="left")  # fmt: skip
    letter = Stamp(name="I", artwork=Text(text=word, height="5 mm"), setting=setting,
                   relief=Relief(depth="0.3 mm"))  # fmt: skip
    return changed(alone, ("stamps",), (*alone.stamps, letter))


def test_the_quiet_zone_is_kept_from_other_stamps_too() -> None:
    """The letter comes after the mark on the ticket: what counts is the finished part."""
    (found,) = [f for f in build(Document(beside(0.3))).report.findings if f.check == "quiet zone"]
    assert found.stamp == "Mark" and found.limit == pytest.approx(0.5)
    assert found.measured == pytest.approx(0.3, abs=0.1)
    assert not [f for f in build(Document(beside(0.8))).report.findings if f.check == "quiet zone"]


def test_a_letter_cut_through_a_mark_is_told_from_the_finished_part() -> None:
    """Its flat artwork is as sound as ever."""
    findings = build(Document(beside(-6.8, "MM"))).report.findings
    assert not [f for f in findings if f.check == "unreadable mark"]
    assert [f for f in findings if f.check == "mark on its face" and f.level == "fix"]


def test_every_copy_of_a_mark_is_looked_at() -> None:
    """One of three lies with its end on the plate's edge."""
    many = job("plate", 0.5, text="TANK-0001")
    repeat = Repeat(kind="steps", count="3", step_across="12 mm", step_up="0 mm")
    many = changed(many, ("stamps", 0, "setting", "repeat"), repeat)
    assert not build(Document(many)).report.findings
    many = changed(many, ("stamps", 0, "setting", "across"), "4.5 mm")
    found = build(Document(many)).report.findings
    assert any("copy 3" in f.message for f in found if f.check == "mark on its face"), found


def contrast_of(job: Job) -> list[Finding]:
    return [f for f in build(Document(job)).report.findings if f.check == "contrast area"]


def test_contrast_area_on_a_pin_by_hand() -> None:
    """Radius R, floor at R - d. A camera square to the middle sees the outermost inked cell, from
    angle a to b, between R sin a and R sin b, its floor only to (R - d) sin b: of the cell,
    1 - d sin b / (R (sin b - sin a)). Twelve columns of 0.3 mm: a = 1.5/4, b = 1.8/4 rad."""
    a, b = np.sin(1.5 / 4), np.sin(1.8 / 4)
    (found,) = contrast_of(job("pin", 0.3))
    assert found.measured == pytest.approx(1 - 0.3 * b / (4 * (b - a)), rel=1e-3)
    assert found.limit == 0.6 and "floor or cap" in found.message
    (remedy,) = found.remedies
    cured = job("pin", 0.3)
    for path, value in remedy.changes:
        cured = changed(cured, path, f"{value} mm")
    assert not contrast_of(cured)


@pytest.mark.parametrize("make", ["engrave", "emboss"])
@pytest.mark.parametrize("turned", [{}, {"mirrored": True}, {"upside_down": True}, {"light": True}])
def test_contrast_area_of_walls_that_lean_against_an_offset(
    make: str, turned: dict[str, bool]
) -> None:
    """shapely's own offset of the drawn ink by depth times the tangent of the draft, cell by cell;
    the worst cell there is the one that is told."""
    leaning = changed(job("plate", 0.5), ("stamps", 0, "relief", "draft"), "9 deg")
    leaning = changed(leaning, ("stamps", 0, "relief", "make"), make)
    leaning = changed(leaning, ("limits", "least_contrast"), "1")
    leaning = changed(leaning, ("limits", "least_gap"), "0.05 mm")
    for name, value in turned.items():
        leaning = changed(leaning, ("stamps", 0, "artwork", name), value)
    built = build(Document(leaning))
    assert built.report.stamps[0].built_by, built.report.findings
    (planned,) = built.planned.values()
    drawn = shapely.union_all(ink(planned.placed.regions))
    floor = shapely.buffer(drawn, -0.3 * np.tan(np.radians(9)), join_style="mitre", mitre_limit=9)
    if turned.get("light"):  # the quiet zone of one cell is ink too
        x, y = planned.placed.bounds[0] + 0.5, planned.placed.bounds[1] + 0.5
    else:
        x, y = planned.placed.bounds[:2]
    cells = [shapely.box(x + 0.5 * i, y + 0.5 * j, x + 0.5 * i + 0.5, y + 0.5 * j + 0.5)
             for i in range(12) for j in range(12)]  # fmt: skip
    true = min(
        shapely.area(shapely.intersection(cell, floor)) / 0.25
        if drawn.contains(cell.centroid)
        else 1 - shapely.area(shapely.intersection(cell, drawn)) / 0.25
        for cell in cells
    )
    (found,) = contrast_of(leaning)
    assert found.measured == pytest.approx(true, rel=2e-3)


def test_contrast_area_of_a_letter_cut_through_a_mark() -> None:
    """What another stamp cuts away of bare cells is not bare; without it nothing is told."""
    found = contrast_of(beside(-6.8, "MM"))
    assert found and found[0].measured == 0.0 and "bare face" in found[0].message
    assert not contrast_of(beside(0.8))
