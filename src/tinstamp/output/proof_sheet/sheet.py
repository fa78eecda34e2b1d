"""The pages of a proof sheet, as PDF (ISO 32000)."""

from __future__ import annotations

from collections.abc import Sequence
from pathlib import Path
from typing import Any

import numpy as np
from OCP.BRepMesh import BRepMesh_IncrementalMesh
from reportlab.lib.colors import HexColor
from reportlab.lib.enums import TA_RIGHT
from reportlab.lib.pagesizes import A4, letter
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import (
    BaseDocTemplate,
    Flowable,
    Frame,
    KeepTogether,
    PageTemplate,
    Paragraph,
    Spacer,
    Table,
    TableStyle,
)

from tinstamp.blank.kernel import box_of
from tinstamp.output.outputs import Options
from tinstamp.output.proof_sheet.drawings import (
    SectionDrawing,
    SheetDrawing,
    SignBox,
    ViewDrawing,
    scale_for,
)
from tinstamp.output.proof_sheet.section import Whole, section_of
from tinstamp.output.proof_sheet.type import PLAIN, STRONG, marked_up, ready
from tinstamp.output.proof_sheet.views import ASLANT, SIDES, lines_seen
from tinstamp.output.result import OutputError, Result
from tinstamp.output.told import StampTold, Told
from tinstamp.version import VERSION
from tinstamp.words.languages import LANGUAGES, in_words, spoken

EDGE = 15 * mm
"""about a page"""
HEAD, FOOT = 16 * mm, 9 * mm
VIEW_CHORD = 3e-4
"""Part of a part's size that the triangles stray whose edges are drawn."""
MOST_CUT = 8
"""stamps whose section is drawn; the table tells of all"""
MOST_DRAWN = 2500
"""faces of a part whose views show it with its stamps"""
RULE = HexColor("#8A8A8A")
LEVELS = {"fix": "TO FIX", "look": "to look at", "note": "note"}
VIEW_HIGH = 62 * mm
SECTION_HIGH = 52 * mm
SHEET_HIGH = 85 * mm


def write(result: Result, path: Path, options: Options) -> None:
    """Write the proof sheet, on A4 or Letter, in one of the languages. Raises OutputError."""
    with spoken(list(LANGUAGES)[int(options["language"])]):
        _write(result, path, options)


def _write(result: Result, path: Path, options: Options) -> None:
    told = result.told
    if told is None:
        raise OutputError("there is nothing to tell on a proof sheet")
    ready()
    size = letter if options["letter"] else A4
    page = _Page(result.name, told, size)
    wide = size[0] - 2 * EDGE
    story = [
        *_views(result, wide), *_sheets(result, told, wide), *_sections(result, told, wide),
        *_stamps(told, wide), *_findings(told, wide), *_fonts(told, wide),
        Spacer(1, 6 * mm), SignBox(wide),
    ]  # fmt: skip
    document = BaseDocTemplate(
        str(path), pagesize=size, title=in_words(f"Proof sheet of “{result.name}”"), author="",
        creator=f"Tin Stamp {VERSION}", producer=f"Tin Stamp {VERSION}", invariant=1,
    )  # fmt: skip
    frame = Frame(EDGE, EDGE + FOOT, wide, size[1] - 2 * EDGE - HEAD - FOOT, 0, 0, 0, 0)
    document.addPageTemplates(PageTemplate("page", [frame], onPage=page.paint))
    document.build(story, canvasmaker=_Numbered)


class _Page:
    """What stands on every page."""

    def __init__(self, name: str, told: Told, size: tuple[float, float]) -> None:
        self.name, self.told, self.size = name, told, size

    def paint(self, canvas: Canvas, document: Any) -> None:
        wide, high = self.size
        canvas.saveState()
        canvas.setFont(STRONG, 13)
        canvas.drawString(EDGE, high - EDGE - 10, in_words(f"Proof sheet of “{self.name}”"))
        canvas.setFont(PLAIN, 8)
        told = self.told
        words = f"{in_words('Revision')} {told.revision}"
        words += f"   ·   {in_words('serial')} {told.serial}" if told.serial else ""
        canvas.drawRightString(wide - EDGE, high - EDGE - 10, words)
        total = sum(volume for _, volume, _ in told.bodies)
        sound = all(ok for _, _, ok in told.bodies)
        state = "The solid is closed and valid" if sound else "The solid is NOT VALID"
        volume = in_words(f"{total:.2f}")
        units = in_words("All lengths in mm, angles in degrees.")
        canvas.drawString(
            EDGE, high - EDGE - 22, "  ".join([f"{in_words(state)}, {volume} mm³.", units])
        )
        canvas.setLineWidth(0.5)
        canvas.setStrokeColor(RULE)
        canvas.line(EDGE, high - EDGE - 28, wide - EDGE, high - EDGE - 28)
        canvas.line(EDGE, EDGE + 14, wide - EDGE, EDGE + 14)
        canvas.drawString(EDGE, EDGE + 4, f"Tin Stamp {VERSION}")
        canvas.restoreState()


class _Numbered(Canvas):
    """A canvas that knows at the end how many pages there are."""

    def __init__(self, *arguments: Any, **named: Any) -> None:
        super().__init__(*arguments, **named)
        self._pages: list[dict[str, Any]] = []

    def showPage(self) -> None:
        self._pages.append(dict(self.__dict__))
        self._startPage()

    def save(self) -> None:
        for number, page in enumerate(self._pages, 1):
            self.__dict__.update(page)
            self.setFont(PLAIN, 8)
            wide = float(self._pagesize[0])
            page_of = in_words(f"page {number} of {len(self._pages)}")
            self.drawRightString(wide - EDGE, EDGE + 4, page_of)
            super().showPage()
        super().save()


def _style(size: float = 8.5, strong: bool = False, right: bool = False) -> ParagraphStyle:
    return ParagraphStyle(
        "s", fontName=STRONG if strong else PLAIN, fontSize=size, leading=size * 1.25,
        alignment=TA_RIGHT if right else 0, splitLongWords=1,
    )  # fmt: skip


def _words(text: str, strong: bool = False, right: bool = False, size: float = 8.5) -> Paragraph:
    return Paragraph(marked_up(text, strong), _style(size, strong, right))


def _heading(text: str) -> list[Flowable]:
    title = _words(in_words(text), strong=True, size=10.5)
    return [Spacer(1, 4 * mm), title, Spacer(1, 1.5 * mm)]


def _heads(words: Sequence[str], right: int) -> list[Paragraph]:
    """The head of a table; columns of figures begin behind so many."""
    return [_words(in_words(w), strong=True, right=k > right) for k, w in enumerate(words)]


def _table(rows: Sequence[Sequence[Flowable]], widths: Sequence[float]) -> Table:
    return Table(
        list(map(list, rows)),
        colWidths=list(widths),
        repeatRows=1,
        style=TableStyle(
            [
                ("VALIGN", (0, 0), (-1, -1), "TOP"),
                ("LINEBELOW", (0, 0), (-1, -1), 0.3, RULE),
                ("LINEBELOW", (0, 0), (-1, 0), 0.8, HexColor("#000000")),
                ("LEFTPADDING", (0, 0), (-1, -1), 2),
                ("RIGHTPADDING", (0, 0), (-1, -1), 3),
                ("TOPPADDING", (0, 0), (-1, -1), 1.5),
                ("BOTTOMPADDING", (0, 0), (-1, -1), 2),
            ]
        ),
    )


def _views(result: Result, wide: float) -> list[Flowable]:
    """The part from three sides at one scale, and aslant."""
    shapes = [body.shape for body in result.bodies.values()]
    without = ""
    if sum(len(body.faces) for body in result.bodies.values()) > MOST_DRAWN:
        # hidden lines are found by holding each against all
        shapes, without = [result.plain.shape] if result.plain else shapes, "without its stamps"
    boxes = np.stack([box_of(shape) for shape in shapes])
    size = float(np.linalg.norm(boxes[:, 1].max(axis=0) - boxes[:, 0].min(axis=0)))
    for shape in shapes:
        BRepMesh_IncrementalMesh(shape, VIEW_CHORD * size, False, 0.3, True)
    room = (wide / 2 - 2 * mm, VIEW_HIGH)
    drawn = [
        ViewDrawing(side.word, without, lines_seen(shapes, side, size), room) for side in SIDES
    ]
    straight = [d for d, side in zip(drawn, SIDES, strict=True) if side is not ASLANT]
    common = min(scale_for(d.high - d.low, (room[0] - 2 * mm, room[1] - 7 * mm)) for d in straight)
    for drawing in straight:
        drawing.at_scale(common, room)
    rows = [[drawn[0], drawn[1]], [drawn[2], drawn[3]]]
    return [Table(rows, colWidths=[wide / 2] * 2, style=[("VALIGN", (0, 0), (-1, -1), "BOTTOM")])]


def _sheets(result: Result, told: Told, wide: float) -> list[Flowable]:
    turns = {s.name: s.turn for s in told.stamps}
    found: list[Flowable] = []
    for sheet in result.sheets:
        around = sheet.chart.all_round
        girth = None if around is None else around.girth
        drawing = SheetDrawing(sheet, girth, turns, (wide, SHEET_HIGH))
        found.append(KeepTogether([Spacer(1, 3 * mm), drawing]))
    return found


def _sections(result: Result, told: Told, wide: float) -> list[Flowable]:
    bodies = [Whole(body.shape) for body in result.bodies.values()]
    room = (wide / 2 - 2 * mm, SECTION_HIGH)
    drawn = []
    for stamp in told.stamps[:MOST_CUT]:
        section = section_of(bodies, stamp.chart, stamp.regions)
        if section is not None:
            drawn.append(SectionDrawing(stamp.name, section, room))
    if not drawn:
        return []
    rows: list[list[Any]] = [list(drawn[k : k + 2]) for k in range(0, len(drawn), 2)]
    if len(rows[-1]) == 1:
        rows[-1].append("")
    table = Table(rows, colWidths=[wide / 2] * 2, style=[("VALIGN", (0, 0), (-1, -1), "BOTTOM")])
    words = "Sections, square to the face"
    if (many := len(told.stamps)) > MOST_CUT:
        words = f"Sections, square to the face, of the first {MOST_CUT} of {many} stamps"
    return [KeepTogether([*_heading(words), table])]


def _stamps(told: Told, wide: float) -> list[Flowable]:
    heads = ("Stamp", "Artwork, font", "Face, place", "Relief", "Area mm²", "Volume mm³",
             "Wall left mm")  # fmt: skip
    parts = (0.13, 0.25, 0.22, 0.14, 0.08, 0.09, 0.09)
    rows = [_heads(heads, 3)]
    rows += [[_words(s.name, strong=True), *_of_stamp(s)] for s in told.stamps]
    found: list[Flowable] = [*_heading("Stamps"), _table(rows, [wide * p for p in parts])]
    if told.dimensions:
        words = ";  ".join(f"{name} = {in_words(value)}" for name, value in told.dimensions)
        found += [Spacer(1, 2 * mm), _words(f"{in_words('Dimensions')}: {words}")]
    return found


def _of_stamp(stamp: StampTold) -> list[Paragraph]:
    """A stamp's row behind its name."""
    s = stamp
    artwork = "\n".join([in_words(s.artwork), *([", ".join(s.fonts)] if s.fonts else [])])
    turned = [in_words(f"turned {s.turn:.1f}°")] if abs(s.turn) > 1e-9 else []
    where = "\n".join([f"{s.face}, {in_words(s.kind)}", ", ".join(map(in_words, s.place)), *turned])
    relief = in_words(s.make) + (f" {in_words(f'{s.depth:.3g}')} mm" if s.depth else "")
    relief += f", {in_words(f'draft {s.draft:g}°')}" if s.draft else ""
    way = [in_words("by general boolean")] if s.way == "boolean" else []
    wall = "–" if s.wall is None else f"{s.wall:.2f}"
    figures = (f"{s.area:.2f}", f"{s.volume:+.3f}", wall)
    words = [artwork, where, "\n".join([relief, *way])]
    return [*map(_words, words), *(_words(in_words(f), right=True) for f in figures)]


def _findings(told: Told, wide: float) -> list[Flowable]:
    by = "; ".join(map(in_words, told.made_by))
    held = [f"{in_words('Held against the limits of')}: {by}"] if by else []
    held += [f"{in_words('Standards')}, {words}" for words in told.standards]
    head = [*_heading("Findings"), *(_words(f"{words}.") for words in held)]
    if not told.findings:
        return [*head, _words(in_words("None."))]
    parts = (0.11, 0.15, 0.48, 0.13, 0.13)
    heads = ("", "Stamp", "What was found", "Measured", "Limit")
    rows = [_heads(heads, 2)]
    rows += [
        [_words(in_words(LEVELS[f.level]), strong=f.level == "fix"),
         _words(f.stamp or in_words("the part")), _words(in_words(f.message)),
         _words(in_words(f.measured), right=True), _words(in_words(f.limit), right=True)]
        for f in told.findings
    ]  # fmt: skip
    return [*head, Spacer(1, 1 * mm), _table(rows, [wide * p for p in parts])]


def _fonts(told: Told, wide: float) -> list[Flowable]:
    if not told.fonts:
        return []
    heads = ("Font", "Licence, as the font says", "Its maker says")
    rows = [_heads(heads, len(heads))]
    rows += [
        [
            _words(f.name),
            _words(f.licence or in_words("it does not say")),
            _words(in_words(f.against) or "–"),
        ]
        for f in told.fonts
    ]
    widths = [wide * p for p in (0.25, 0.5, 0.25)]
    return [KeepTogether([*_heading("Fonts"), _table(rows, widths)])]
