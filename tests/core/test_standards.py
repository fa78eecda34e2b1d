"""What standards demand beside what a stamp has: figures of made-up signs worked out by hand."""

from __future__ import annotations

import pytest

from tests.core.test_known_faults import part, raised, sunk, text
from tinstamp.engine.build import Built, build
from tinstamp.job.archive import Document
from tinstamp.job.model import Braille, Code, FontRef, Relief, Setting, Shape, Stamp
from tinstamp.proofing.standard_checks import demands
from tinstamp.proofing.standards.clause import STANDARDS, Held, standard
from tinstamp.proofing.standards.lettering import box_of, has_serifs, letter_gaps, stroke

FLAT = Setting(face="p.top", across="0 mm", up="0 mm")


def one(document: Document) -> Built:
    return build(document)


def held(document: Document, name: str, number: str, which: int = 0) -> Held | None:
    """What the first stamp has at a clause; `which` of several with that number."""
    (item,) = list(build(document).planned.values())[:1]
    found = [d.held for d in demands(item, (name,)) if d.clause.number == number]
    return found[which]


def sign(**fields: object) -> Document:
    given = {"height": "20 mm", "spacing": "2.5 mm", "relief": raised(0.8),
             "font": FontRef(family="Barlow", style="Regular"), **fields}  # fmt: skip
    return part(text("PUSH", **given))


def test_a_sign_that_meets_every_clause_has_no_findings() -> None:
    document = sign(spacing="1.5 mm")
    stamp = document.job.stamps[0].model_copy(update={"standards": ("ADA 703.2",)})
    report = build(part(stamp)).report
    assert not [f for f in report.findings if f.level != "note"], report.findings
    (item,) = build(document).planned.values()
    told = demands(item, ("ADA 703.2",))
    assert len(told) == 7 and all(d.held is not None and d.held.met for d in told)


@pytest.mark.parametrize(
    ("fields", "number", "measured"),
    [
        ({"relief": raised(0.5)}, "703.2.1", 0.5),
        ({"relief": sunk(0.8)}, "703.2.1", None),
        ({"font": FontRef(family="Zilla Slab", style="Regular")}, "703.2.3", None),
        ({"slant": "12 deg"}, "703.2.3", None),
        ({"height": "12 mm"}, "703.2.5", 12.0),
        ({"height": "60 mm"}, "703.2.5", 60.0),
        ({"font": FontRef(family="Barlow", style="Bold")}, "703.2.6", None),
        ({"spacing": "-1 mm"}, "703.2.7", None),
        ({"spacing": "9 mm"}, "703.2.7", None),
    ],
)
def test_what_a_sign_does_not_meet_is_told_by_its_clause(
    fields: dict[str, object], number: str, measured: float | None
) -> None:
    found = held(sign(**fields), "ADA 703.2", number)
    assert found is not None and found.met is False
    if measured is not None:
        assert found.measured == pytest.approx(measured)


def test_small_letters_are_told() -> None:
    found = held(part(text("Push", height="20 mm", relief=raised(0.8))), "ADA 703.2", "703.2.2")
    assert found is not None and not found.met and "“u”" in found.has


def test_a_standard_that_a_stamp_holds_to_is_a_check() -> None:
    stamp = sign(height="12 mm").job.stamps[0].model_copy(update={"standards": ("ADA 703.2", "X")})
    found = [f for f in build(part(stamp)).report.findings if f.check == "standard"]
    assert "no standard called “X”" in found[0].message
    told = [f.message for f in found[1:]]
    assert any("703.2.5" in words and "capitals 12.00 mm" in words for words in told)
    assert all(f.level == "look" for f in found)


def test_strokes_gaps_and_proportions_are_those_of_the_drawing() -> None:
    """Of bars 2 mm wide and 5 mm apart, in a font of our own making: the shipped font's I is a bar
    of 0.1009 of its height (its outline, read off the glyph)."""
    (item,) = build(part(text("IIII", height="10 mm", relief=raised(0.8)))).planned.values()
    wide = box_of(item.art.font(), "I")[0] / 100.0 * 10.0
    assert stroke(item) == pytest.approx(wide, rel=1e-3)
    gaps = letter_gaps(item)
    assert len(gaps) == 3 and max(gaps) - min(gaps) < 1e-6
    low, high = item.placed.bounds[0], item.placed.bounds[2]
    assert 4 * wide + sum(gaps) == pytest.approx(float(high - low), rel=1e-6)
    assert box_of(item.art.font(), "H")[1] == pytest.approx(100.0, rel=1e-3)


@pytest.mark.parametrize(("family", "style", "serifs"), [
    ("Barlow", "Regular", False), ("Oswald", "Medium", False), ("Zilla Slab", "Bold", True),
    ("Courier Prime", "Regular", True),
])  # fmt: skip
def test_serifs_are_seen(family: str, style: str, serifs: bool) -> None:
    font = FontRef(family=family, style=style)
    (item,) = build(part(text("A", font=font))).planned.values()
    assert has_serifs(item.art.font()) == serifs


def braille(**fields: str) -> Document:
    relief = {**Braille.usual_relief, **{k: fields.pop(k) for k in ("depth", "cap_edge")
                                         if k in fields}}  # fmt: skip
    shown = Braille.model_validate({"text": "lamp", **fields})
    return part(Stamp(name="D", artwork=shown, relief=Relief.model_validate(relief), setting=FLAT))


def test_braille_as_it_comes_meets_its_standard() -> None:
    stamp = braille().job.stamps[0].model_copy(update={"standards": ("ADA 703.3",)})
    built = build(part(stamp))
    assert not [f for f in built.report.findings if f.level != "note"], built.report.findings
    told = demands(built.planned["D"], ("ADA 703.3",))
    assert len(told) == 6 and all(d.held is not None and d.held.met for d in told)
    assert built.report.stamps[0].built_by == "imprint"


@pytest.mark.parametrize(("fields", "which"), [
    ({"cap_edge": "sharp"}, 0), ({"dot": "1.2 mm"}, 1), ({"apart": "2.8 mm"}, 2),
    ({"cell": "5 mm"}, 3), ({"depth": "0.95 mm"}, 4), ({"line": "9 mm"}, 5),
])  # fmt: skip
def test_braille_that_cannot_be_felt_is_told(fields: dict[str, str], which: int) -> None:
    found = held(braille(**fields), "ADA 703.3", "703.3.1", which)
    assert found is not None and found.met is False


@pytest.mark.parametrize(("document", "name", "number", "met"), [
    (part(text("A", height="7 mm")), "ISO 3098-1", "nominal sizes", True),
    (part(text("A", height="6 mm")), "ISO 3098-1", "nominal sizes", False),
    (part(text("HILT", height="7 mm", font=FontRef(family="Tin Line"), cutter="0.7 mm")),
     "ISO 3098-1", "line width", True),
    (part(text("HILT", height="7 mm", font=FontRef(family="Tin Line"), cutter="0.3 mm")),
     "ISO 3098-1", "line width", False),
    (part(text("A", relief=Relief(make="mark"))), "2006/42/EC", "Annex I, 1.7.3", False),
    (part(text("A", height="9 mm")), "ASME VIII-1", "UG-116", True),
    (part(text("A", height="7 mm")), "ASME VIII-1", "UG-116", False),
    (part(text("A", height="4.5 mm")), "ASME VIII-1 plate", "UG-119", True),
    (part(text("A", height="3 mm")), "ASME VIII-1 plate", "UG-119", False),
    (part(Stamp(name="C", artwork=Code(text="7", cell="0.4 mm"), setting=FLAT)),
     "GS1 part marks", "cell", True),
    (part(Stamp(name="C", artwork=Code(text="7", cell="0.2 mm"), setting=FLAT)),
     "GS1 part marks", "cell", False),
    (part(Stamp(name="S", artwork=Shape(shape="circle", wide="4 mm"), setting=FLAT)),
     "2006/42/EC", "Annex III", False),
    (part(text("A", height="18 mm", relief=raised(0.9))), "EN 81-70", "5.4.2", True),
])  # fmt: skip
def test_each_standard_tells_what_it_is_for(
    document: Document, name: str, number: str, met: bool
) -> None:
    found = held(document, name, number)
    assert found is not None and found.met == met, found


def test_loose_pieces_that_a_child_could_swallow_are_told() -> None:
    loose = Relief(make="loose", depth="2 mm")
    small = held(part(text("A", height="10 mm", relief=loose)), "ISO 8124-1", "small parts")
    assert small is not None and small.met is False and small.measured is not None
    assert small.measured < 31.7
    large = held(part(text("A", height="40 mm", relief=loose)), "ISO 8124-1", "small parts")
    assert large is not None and large.met


def test_what_a_clause_does_not_speak_of_is_left_open() -> None:
    shape = part(Stamp(name="S", artwork=Shape(), setting=FLAT))
    for name, number in (
        ("ADA 703.2", "703.2.2"),
        ("ADA 703.3", "703.3.1"),
        ("GS1 part marks", "cell"),
    ):
        assert held(shape, name, number) is None


def test_every_standard_names_its_edition_and_source_and_no_name_comes_twice() -> None:
    for each in STANDARDS.values():
        assert each.title and each.edition and each.source and each.clauses
    with pytest.raises(ValueError, match="two standards"):
        standard("ADA 703.2", "", "")
