"""The standards that marks are held against. Figures are from memory, as each says; what they
demand and what a stamp has stand side by side, and the last word has whoever signs.
"""

from __future__ import annotations

import math

import numpy as np

from tinstamp.artwork.machine_mark import QUIET
from tinstamp.job.model import Code
from tinstamp.plan.planned import Planned
from tinstamp.proofing.standards.clause import Held, at_least, between, standard
from tinstamp.proofing.standards.lettering import (
    LEANING,
    box_of,
    capitals,
    has_serifs,
    is_text,
    leaning,
    letter_gaps,
    stroke,
)

# -- letters to be felt

ADA = standard("ADA 703.2", "Signs to be felt: raised characters",
               "2010 ADA Standards for Accessible Design")  # fmt: skip


@ADA.clause("703.2.1", "raised at least 0.8 mm (1/32 in)")
def _raised(item: Planned) -> Held | None:
    if not item.raised:
        return Held("not raised", False)
    return at_least("raised", item.depth, 0.8)


@ADA.clause("703.2.2", "capitals only")
def _capitals_only(item: Planned) -> Held | None:
    if not is_text(item):
        return None
    small = [c for c in item.art.text if c.islower()]
    return Held("capitals" if not small else f"small letters, such as “{small[0]}”", not small)


@ADA.clause("703.2.3", "letters without serifs, upright")
def _plain(item: Planned) -> Held | None:
    if not is_text(item):
        return None
    serifs, lean = has_serifs(item.art.font()), leaning(item)
    upright = abs(lean) < LEANING
    told = f"{'serifs' if serifs else 'no serifs'}, {'upright' if upright else f'lean {lean:.0f}°'}"
    return Held(told, not serifs and upright)


@ADA.clause("703.2.4", "the O 55 to 110 % as wide as the I is high")
def _proportions(item: Planned) -> Held | None:
    if not is_text(item):
        return None
    font = item.art.font()
    return between("O", 100 * box_of(font, "O")[0] / box_of(font, "I")[1], 55, 110, "%")


@ADA.clause("703.2.5", "the I 16 to 51 mm high (5/8 to 2 in)")
def _height(item: Planned) -> Held | None:
    return between("capitals", capitals(item), 15.875, 50.8) if is_text(item) else None


@ADA.clause("703.2.6", "strokes at most 15 % of the height of the I")
def _strokes(item: Planned) -> Held | None:
    wide = stroke(item) if is_text(item) else None
    if wide is None:
        return None
    part = 100 * wide / capitals(item)
    return Held(f"stroke {wide:.2f} mm, {part:.1f} %", part <= 15.0 * (1 + 1e-6), part, 15.0, "%")


@ADA.clause("703.2.7", "3.2 mm (1/8 in) or more between letters, four strokes at most")
def _spacing(item: Planned) -> Held | None:
    gaps = letter_gaps(item) if is_text(item) else []
    if not gaps:
        return None
    wide, least, most = stroke(item) or math.inf, min(gaps), max(gaps)
    met = least >= 3.175 * (1 - 1e-6) and most <= 4 * wide * (1 + 1e-6)
    measured, limit = (least, 3.175) if least < 3.175 else (most, 4 * wide)
    return Held(f"{least:.2f} to {most:.2f} mm", met, measured, limit, "mm")


BRAILLE = standard("ADA 703.3", "Signs to be felt: braille",
                   "2010 ADA Standards for Accessible Design")  # fmt: skip


def _dots(item: Planned) -> bool:
    return item.stamp.artwork.kind == "braille"


@BRAILLE.clause("703.3.1", "domed or rounded dots")
def _domed(item: Planned) -> Held | None:
    if not _dots(item):
        return None
    given = item.relief.given
    round_over = given.cap_edge == "round" and item.raised
    size = item.relief("cap_edge_size", 0.0)
    return Held(f"rounded by {size:.2f} mm" if round_over else "flat", round_over)


@BRAILLE.clause("703.3.1", "dots 1.5 to 1.6 mm across at their base")
def _base(item: Planned) -> Held | None:
    return between("dots", item.art.artwork("dot"), 1.5, 1.6) if _dots(item) else None


@BRAILLE.clause("703.3.1", "2.3 to 2.5 mm between dots of a cell")
def _apart(item: Planned) -> Held | None:
    return between("dots", item.art.artwork("apart"), 2.3, 2.5) if _dots(item) else None


@BRAILLE.clause("703.3.1", "6.1 to 7.6 mm from cell to cell")
def _cells(item: Planned) -> Held | None:
    return between("cells", item.art.artwork("cell"), 6.1, 7.6) if _dots(item) else None


@BRAILLE.clause("703.3.1", "dots 0.6 to 0.9 mm high")
def _dot_height(item: Planned) -> Held | None:
    if not _dots(item):
        return None
    return between("dots", item.depth if item.raised else 0.0, 0.6, 0.9)


@BRAILLE.clause("703.3.1", "10 to 10.2 mm from line to line")
def _lines(item: Planned) -> Held | None:
    return between("lines", item.art.artwork("line"), 10.0, 10.2) if _dots(item) else None


LIFTS = standard("EN 81-70", "Lifts: symbols to be felt on buttons", "2018, table of controls")


@LIFTS.clause("5.4.2", "symbols raised at least 0.8 mm")
def _button_raised(item: Planned) -> Held | None:
    if not item.raised:
        return Held("not raised", False)
    return at_least("raised", item.depth, 0.8)


@LIFTS.clause("5.4.2", "symbols 15 to 40 mm high")
def _button_height(item: Planned) -> Held | None:
    return between("symbol", _high(item), 15.0, 40.0)


def _high(item: Planned) -> float:
    """The height of capitals, or of other artwork, mm."""
    return capitals(item) if is_text(item) else item.artwork.cap_height


# -- drawings

ISO_3098 = standard("ISO 3098-1", "Lettering of technical drawings", "2015")
SIZES = (1.8, 2.5, 3.5, 5.0, 7.0, 10.0, 14.0, 20.0)
"""mm; nominal sizes, each √2 times the one before"""


@ISO_3098.clause("nominal sizes", "capitals of 1.8, 2.5, 3.5, 5, 7, 10, 14 or 20 mm")
def _nominal(item: Planned) -> Held | None:
    if not is_text(item):
        return None
    high = capitals(item)
    nearest = min(SIZES, key=lambda size: abs(math.log(size / high)))
    return Held(f"capitals {high:.2f} mm", abs(high - nearest) <= 0.005 * nearest, high, nearest,
                "mm")  # fmt: skip


@ISO_3098.clause("line width", "lines a tenth (type B) or a fourteenth (type A) of the height")
def _line_width(item: Planned) -> Held | None:
    wide = stroke(item) if is_text(item) else None
    if wide is None:
        return None
    part = wide / capitals(item)
    met = any(abs(part - one) <= 0.1 * one for one in (1 / 10, 1 / 14))
    return Held(f"stroke {wide:.2f} mm, {100 * part:.1f} % of the height", met, 100 * part, 10.0,
                "%")  # fmt: skip


# -- machinery and pressure parts

MACHINES = standard("2006/42/EC", "Marks on machinery", "2006, Annex I and III")


@MACHINES.clause("Annex I, 1.7.3", "legible and not to be rubbed off: sunk, raised or cut through")
def _lasting(item: Planned) -> Held | None:
    lasting = item.relief.given.make != "mark"
    return Held("in the solid" if lasting else "a mark without depth", lasting)


@MACHINES.clause("Annex III", "the sign of conformity at least 5 mm high")
def _sign(item: Planned) -> Held | None:
    return None if is_text(item) else at_least("artwork", _high(item), 5.0)


VESSELS = standard("ASME VIII-1", "Marks on pressure vessels", "2021")


@VESSELS.clause("UG-116", "letters stamped on the vessel at least 8 mm (5/16 in) high")
def _vessel(item: Planned) -> Held | None:
    return at_least("capitals", capitals(item), 7.9375) if is_text(item) else None


NAMEPLATES = standard("ASME VIII-1 plate", "Name plates of pressure vessels", "2021")


@NAMEPLATES.clause("UG-119", "letters on a name plate at least 4 mm (5/32 in) high")
def _nameplate(item: Planned) -> Held | None:
    return at_least("capitals", capitals(item), 3.96875) if is_text(item) else None


# -- machine-read marks

PART_MARKS = standard("GS1 part marks", "Marks read from the part itself",
                      "GS1 General Specifications, direct part marking")  # fmt: skip


@PART_MARKS.clause("cell", "cells of 0.254 to 0.615 mm")
def _cell(item: Planned) -> Held | None:
    mark = item.stamp.artwork
    if not isinstance(mark, Code) or mark.symbol == "code_128":
        return None
    return between("cells", item.art.artwork("cell"), 0.254, 0.615)


@PART_MARKS.clause("quiet zone", "bare for 1 cell about a Data Matrix, 4 about a QR mark",
                   check="quiet zone")  # fmt: skip
def _quiet(item: Planned) -> Held | None:
    mark = item.stamp.artwork
    if not isinstance(mark, Code) or mark.symbol == "code_128":
        return None
    wide = QUIET[mark.symbol] * item.art.artwork("cell")
    return Held(f"{wide:.2f} mm wanted; measured on the finished part", None, None, wide, "mm")


@PART_MARKS.clause("contrast area", "each cell shows floor, or bare face, seen square on",
                   check="contrast area")  # fmt: skip
def _contrast_area(item: Planned) -> Held | None:
    if not isinstance(item.stamp.artwork, Code):
        return None
    return Held("measured on the finished part", None)


@PART_MARKS.clause("contrast", "enough difference of light between dark and light cells")
def _contrast(item: Planned) -> Held | None:
    if not isinstance(item.stamp.artwork, Code):
        return None
    return Held(
        "hangs on material, finish and light: measured on the made part, by a verifier", None
    )


# -- looks, not verdicts

TOYS = standard("ISO 8124-1", "Toys: what to look at", "2018")
SMALL_PARTS = 31.7
"""mm; across the cylinder that small parts fit into"""


@TOYS.clause("small parts", "nothing that comes off fits a cylinder 31.7 mm across")
def _small_parts(item: Planned) -> Held | None:
    loose = item.relief.given.make in ("loose", "inlay")
    if not loose:
        return Held("nothing of it is loose", True)
    sizes = [float(np.linalg.norm(r.bounds[2:] - r.bounds[:2])) for r in item.placed.regions]
    smallest = min(sizes, default=math.inf)
    return Held(f"the smallest piece is {smallest:.1f} mm across corners", smallest > SMALL_PARTS,
                smallest, SMALL_PARTS, "mm")  # fmt: skip


@TOYS.clause("edges", "edges that are touched are not sharp")
def _edges(item: Planned) -> Held | None:
    if not item.raised:
        return Held("sunk: its edges lie at the face", None)
    softened = item.relief.given.cap_edge != "sharp"
    return Held("caps softened" if softened else "caps with sharp edges", softened)


FOOD = standard("EN 1672-2", "Food: what to look at", "2020")


@FOOD.clause("inside corners", "inside corners that are cleaned have a radius of 3 mm")
def _cleaned(item: Planned) -> Held | None:
    if item.relief.given.make == "mark":
        return Held("no relief", True)
    foot = item.relief("face_edge_size", 0.0) if item.raised else item.relief("cap_edge_size", 0.0)
    return Held(f"radius {foot:.2f} mm at the foot of its walls", foot >= 3.0, foot, 3.0, "mm")
