"""The proof sheet: its text taken out by pypdf, its pages drawn by PDFium, its figures held against
the job and closed forms."""

from __future__ import annotations

import re
from dataclasses import replace
from pathlib import Path

import numpy as np
import pypdf
import pypdfium2
import pytest

from tests.conftest import ROOT
from tests.core.test_flat_files import made
from tinstamp.chart.base import Chart
from tinstamp.engine.build import Built, build
from tinstamp.engine.on_paper import told_of
from tinstamp.engine.write import write_files
from tinstamp.job.archive import Document, open_file
from tinstamp.job.features import Ball, Cone, Plate, Tube
from tinstamp.job.lettered import FontRef
from tinstamp.job.model import Blank, Job, Relief, Setting, Stamp, Text
from tinstamp.job.process import Accepted
from tinstamp.output.proof_sheet import drawings
from tinstamp.output.proof_sheet import sheet as sheet_module
from tinstamp.output.proof_sheet.drawings import SCALES, scale_for, scale_words
from tinstamp.output.proof_sheet.section import Whole, section_of
from tinstamp.output.proof_sheet.views import ABOVE, FRONT, lines_seen
from tinstamp.words.languages import LANGUAGES, in_words, read_catalogue


def sheet(built: Built, tmp_path: Path, **options: float) -> Path:
    return write_files(built, tmp_path, "sheet", ("pdf",), options)[0]


def text_of(path: Path) -> str:
    pages = [page.extract_text() for page in pypdf.PdfReader(path).pages]
    return " ".join(" ".join(pages).split())


def inked(path: Path) -> list[float]:
    """The part of each page that is not white."""
    found = []
    document = pypdfium2.PdfDocument(str(path))
    for page in document:
        grey = np.array(page.render(scale=1.5).to_pil().convert("L"))
        found.append(float((grey < 200).mean()))
    document.close()
    return found


@pytest.fixture(scope="module")
def tank() -> Built:
    return build(open_file(ROOT / "demo" / "tank.tinstamp"))


def test_what_stands_on_the_sheet_of_the_tank(tank: Built, tmp_path: Path) -> None:
    path = sheet(tank, tmp_path)
    text = text_of(path)
    told = told_of(tank)
    for words in ("Proof sheet of “sheet”", f"Revision {told.revision}", "19253.23 mm³",
                  "closed and valid", "Filling line", "LAMP OIL ONLY", "Barlow SemiBold",
                  "Oswald Medium", "SIL Open Font License", "engraved 0.4 mm", "raised 0.5 mm",
                  "263.89 (girth)", "46.00", "0.40 deep", "1.20 left", "diameter = 84 mm",
                  "Findings Held against the limits of: Any process. None", "Released",
                  "To be changed", "Name, date, signature",
                  "Front, 1:2", "laid flat, 1:2", "page 1 of"):  # fmt: skip
        assert words in text, words
    for stamp in tank.report.stamps:
        assert f"{stamp.artwork_area:.2f}" in text and f"{stamp.relief_volume:+.3f}" in text
    assert all(0.002 < part < 0.4 for part in inked(path))


def test_the_process_the_standards_and_the_word_for_a_finding_are_on_it(tmp_path: Path) -> None:
    document = open_file(ROOT / "demo" / "tank.tinstamp")
    word = Accepted(check="thin stroke", stamp="Caution", by="Wick", reason="tried on ten",
                    measured=0.4)  # fmt: skip
    stamps = tuple(
        s.model_copy(update={"process": "laser", "standards": ("ISO 3098-1",)}) if k == 0 else s
        for k, s in enumerate(document.job.stamps)
    )
    job = document.job.model_copy(update={"process": "milling", "stamps": stamps,
                                          "accepted": (word,)})  # fmt: skip
    text = text_of(sheet(build(replace(document, job=job)), tmp_path))
    for words in ("Held against the limits of: Milling; “Filling line” by Laser engraving.",
                  "Standards, Filling line: ISO 3098-1.",
                  "accepted by Wick: tried on ten"):  # fmt: skip
        assert words in text, text


def test_it_is_the_same_every_time_and_on_either_paper(tank: Built, tmp_path: Path) -> None:
    one, other = sheet(tank, tmp_path / "a"), sheet(tank, tmp_path / "b")
    assert one.read_bytes() == other.read_bytes()
    for letter, size in ((0.0, (210, 297)), (1.0, (215.9, 279.4))):
        page = pypdf.PdfReader(sheet(tank, tmp_path, letter=letter)).pages[0].mediabox
        assert [float(page.width) / 72 * 25.4, float(page.height) / 72 * 25.4] == pytest.approx(
            size, abs=0.1
        )


def test_it_says_what_it_says_without_colours(tank: Built, tmp_path: Path) -> None:
    """All that is drawn has a contrast of 4.5 to white at the least (WCAG 2.1, by its formula)."""
    document = pypdfium2.PdfDocument(str(sheet(tank, tmp_path)))
    for page in document:
        rgb = np.array(page.render(scale=4).to_pil().convert("RGB")).reshape(-1, 3) / 255.0
        assert np.abs(rgb.max(axis=1) - rgb.min(axis=1)).max() < 0.02  # greys alone
        assert rgb.min() < 0.05
    document.close()


def test_a_long_text_and_many_findings_run_over_pages(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr("tinstamp.output.proof_sheet.sheet.MOST_DRAWN", 500)
    words = "\n".join(f"{k}&<" for k in range(20))
    stamps = [
        Stamp(
            name=f"Small {k}", artwork=Text(text=words if k == 0 else f"{k}", height="0.4 mm"),
            setting=Setting(face="p.top", across=f"{-90 + 18 * k} mm", up="30 mm"),
            relief=Relief(depth="0.2 mm"),
        )
        for k in range(10)
    ]  # fmt: skip
    plate = Plate(name="p", length="200 mm", width="100 mm", thickness="4 mm")
    built = build(Document(Job(blank=Blank(features=(plate,)), stamps=tuple(stamps))))
    assert built.report.valid
    path = sheet(built, tmp_path)
    text = text_of(path)
    count = len(pypdf.PdfReader(path).pages)
    assert count >= 2 and f"page {count} of {count}" in text
    assert "19&<" in text and "Small 9" in text
    assert "to look at" in text or "TO FIX" in text
    assert "Front without its stamps" in text  # the lines of so many letters are not held together
    assert "of the first 8 of 10 stamps" in text
    assert len(re.findall("Measured", text)) >= 1


def test_letters_of_other_scripts_are_set(tmp_path: Path) -> None:
    built = made(
        Plate(name="p", length="80 mm", width="40 mm", thickness="4 mm"),
        Stamp(
            name="ñ Ж שלום", artwork=Text(text="שלום", height="8 mm",
                                          font=FontRef(family="Frank Ruhl Libre")),
            setting=Setting(face="p.top", across="0 mm"), relief=Relief(depth="0.3 mm"),
        ),
    )  # fmt: skip
    text = text_of(sheet(built, tmp_path))
    assert "ש" in text and "ñ" in text


@pytest.mark.parametrize(
    ("part", "face", "across", "up", "wall"),
    [
        (Plate(name="p", length="60 mm", width="40 mm", thickness="5 mm"), "p.top", "0 mm",
         "0 mm", 5.0),
        (Tube(name="p", outer_diameter="50 mm", height="30 mm", wall="3 mm"), "p.outer", "20 deg",
         "15 mm", 3.0),
        (Cone(name="p", base_diameter="60 mm", top_diameter="40 mm", height="30 mm", wall="3 mm"),
         "p.outer", "-30 deg", "12 mm", None),
        (Ball(name="p", diameter="50 mm"), "p.outer", "0 deg", "40 mm", 50.0),
    ],
)  # fmt: skip
@pytest.mark.parametrize("make", ["engrave", "emboss"])
def test_a_section_measures_depth_and_wall(
    part: object, face: str, across: str, up: str, wall: float | None, make: str
) -> None:
    stamp = Stamp(
        name="m", artwork=Text(text="HIH", height="6 mm"),
        setting=Setting(face=face, across=across, up=up, rests_on="middle"),
        relief=Relief(make=make, depth="0.6 mm"),  # type: ignore[arg-type]
    )  # fmt: skip
    built = made(part, stamp)
    assert built.solid is not None
    item = built.planned["m"]
    section = section_of([Whole(built.solid.shape)], item.chart, item.placed.regions)
    assert section is not None
    assert section.top == pytest.approx(0.6 if make == "emboss" else -0.6, abs=0.006)
    width = section.stroke[1] - section.stroke[0]
    assert 0.3 < width < 2.0
    if wall is not None:
        left = wall - (0.6 if make == "engrave" else 0.0)
        assert section.wall == pytest.approx(left, abs=0.012)


def test_views_show_edges_and_hide_what_is_behind() -> None:
    from OCP.BRepMesh import BRepMesh_IncrementalMesh

    built = made(Tube(name="t", outer_diameter="40 mm", height="30 mm", wall="4 mm"))
    assert built.solid is not None
    shape = built.solid.shape
    BRepMesh_IncrementalMesh(shape, 0.02, False, 0.2, True)
    above = np.concatenate(lines_seen([shape], ABOVE, 50.0))
    radii = np.hypot(*above.T)
    assert radii.max() == pytest.approx(20, abs=0.03) and radii.min() == pytest.approx(16, abs=0.1)
    front = lines_seen([shape], FRONT, 50.0)
    points = np.concatenate(front)
    assert np.ptp(points[:, 0]) == pytest.approx(40, abs=0.05)
    assert np.ptp(points[:, 1]) == pytest.approx(30, abs=0.05)
    inner = np.abs(np.abs(points[:, 0]) - 16) < 0.05
    assert not inner[(points[:, 1] > 2) & (points[:, 1] < 28)].any()  # the bore is behind


def test_scales_are_those_of_drawings() -> None:
    assert [scale_words(s) for s in (10.0, 1.0, 0.5, 0.05)] == ["10:1", "1:1", "1:2", "1:20"]
    for size in (0.3, 7.0, 90.0, 4000.0):
        scale = scale_for(np.array([size, size / 2]), (300.0, 300.0))
        assert scale in SCALES and size * scale * 72 / 25.4 <= 300.0


def test_what_is_told_is_what_was_built(tank: Built) -> None:
    told = told_of(tank)
    assert [s.name for s in told.stamps] == ["Filling line", "Caution"]
    first = told.stamps[0]
    assert first.wall == pytest.approx(1.2, abs=1e-6) and isinstance(first.chart, Chart)
    assert first.kind == "cylinder" and not first.raised and told.stamps[1].raised
    assert told.dimensions[0] == ("diameter", "84 mm")
    other = build(open_file(ROOT / "demo" / "knob.tinstamp"))
    assert told_of(other).revision != told.revision


def test_it_is_written_in_another_language_with_its_figures(tank: Built, tmp_path: Path) -> None:
    """German: our own words and the decimal comma; the job's own names and texts stay, and what a
    font says of itself."""
    language = float(list(LANGUAGES).index("de"))
    text = text_of(sheet(tank, tmp_path, language=language))
    for words in ("Freigabeblatt von „sheet“", "Der Körper ist geschlossen und gültig, 19253,23",
                  "LAMP OIL ONLY", "graviert 0,4 mm", "erhaben 0,5 mm", "263,89 (Umfang)",
                  "0,40 tief", "1,20 bleiben", "Befunde", "Keine.", "Seite 1 von 2",
                  "Freigegeben", "License, Version 1.1"):  # fmt: skip
        assert words in text, words
    english = text_of(sheet(tank, tmp_path, language=0.0))
    for words in ("Proof", "deep", "left", "Findings", "girth", "page"):
        assert words in english and words not in text, words


def test_every_word_of_a_sheet_has_its_translation(tmp_path: Path) -> None:
    """Ours on the sheets of every second demo; what is left in English is the job's own."""
    language = list(LANGUAGES).index("de")
    known = read_catalogue("de")
    assert known is not None
    said: list[str] = []

    def listening(text: str) -> str:
        said.append(text)
        return in_words(text)

    with pytest.MonkeyPatch.context() as patch:
        for module in (sheet_module, drawings):
            patch.setattr(module, "in_words", listening)
        for path in sorted((ROOT / "demo").glob("*.tinstamp"))[::2]:
            sheet(build(open_file(path)), tmp_path, language=language)
    assert len(set(said)) > 150
    for text in set(said):
        known.say(text)
    left = {m for m in known.missed if not re.fullmatch(r"[\w./+−–-]*( mm|°)?", m)}
    assert not left
