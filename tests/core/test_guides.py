"""Guides, repeats, text's options and fields, against elliptic integrals and by hand."""

from __future__ import annotations

import math

import numpy as np
import pytest
import shapely
from scipy.special import ellipeinc

from tests.conftest import ROOT, artwork, font, made, stamp
from tests.core.plans import flat
from tinstamp.artwork.text import TextSpec, lay_text, letter_inks
from tinstamp.engine.build import build
from tinstamp.job.archive import Document, dump, load
from tinstamp.job.curve import through
from tinstamp.job.drawn import knot
from tinstamp.job.features import Cone, FreeformSkin, Plate, Tube
from tinstamp.job.formula import FormulaError
from tinstamp.job.model import (
    Blank,
    Border,
    Dimension,
    Guide,
    Job,
    Logo,
    OwnLetter,
    Repeat,
    Serial,
    Setting,
    Shape,
    Stamp,
    Text,
)
from tinstamp.job.profile import Piece
from tinstamp.job.resolve import resolve
from tinstamp.job.text_fields import filled
from tinstamp.setting.along import AlongWay, follow, together
from tinstamp.setting.place import PlaceError
from tinstamp.setting.way import Way, arc_way, level_way

CIRCLE = Way((Piece("", (20.0, 0.0), (20.0, 0.0), (0.0, 0.0), 2 * math.pi),), True)


def ellipse(a: float, b: float, count: int = 400) -> Way:
    """A fine spline through an ellipse's points, from (a, 0)."""
    t = np.linspace(0, 2 * np.pi, count)
    points = [(float(a * np.cos(x)), float(b * np.sin(x))) for x in t]
    spline = through(points, (0.0, b), (0.0, b), (t * 1.0).tolist())
    return Way((Piece("", points[0], points[-1], spline=spline),), True)


def test_points_at_distances_along_a_circle() -> None:
    for s in (0.0, 5.0, 60.0, 125.0):
        point, turn = CIRCLE.at(s)
        angle = s / 20
        np.testing.assert_allclose(point, [20 * math.cos(angle), 20 * math.sin(angle)], atol=1e-9)
        assert math.sin(math.radians(turn)) == pytest.approx(math.cos(angle))


def test_points_at_distances_along_an_ellipse() -> None:
    """Arc length b·E(t, 1 − a²/b²) from the end of the axis a: incomplete elliptic integral
    of the second kind, by SciPy."""
    a, b = 30.0, 18.0
    way = ellipse(a, b)
    for t in (0.3, 1.1, 2.0, 3.9):
        true = a * ellipeinc(math.pi / 2, 1 - (b / a) ** 2) - a * ellipeinc(
            math.pi / 2 - t, 1 - (b / a) ** 2
        )
        point, _ = way.at(true)
        np.testing.assert_allclose(point, [a * math.cos(t), b * math.sin(t)], atol=1e-3)


def test_points_along_a_spline_and_beyond_its_ends() -> None:
    spline = through([(0, 0), (10, 6), (25, -4), (40, 0)])
    way = Way((Piece("", (0.0, 0.0), (40.0, 0.0), spline=spline),), False)
    walked = np.array([way.at(s)[0] for s in np.linspace(0, way.length, 4001)])
    steps = np.linalg.norm(np.diff(walked, axis=0), axis=1)
    np.testing.assert_allclose(steps, way.length / 4000, rtol=1e-4)
    beyond, turn = way.at(way.length + 3.0)
    end = np.array([40.0, 0.0])
    assert np.linalg.norm(beyond - end) == pytest.approx(3.0)
    assert turn == pytest.approx(math.degrees(math.atan2(*(beyond - end)[::-1])))
    back, _ = way.reversed().at(0.0)
    np.testing.assert_allclose(back, end, atol=1e-12)


def test_letters_stand_at_their_distances_and_keep_their_shape() -> None:
    spec = TextSpec("H O R", font(), 4.0)
    letters = letter_inks(spec)
    found = follow(letters, 0.0, AlongWay(CIRCLE, "start"))
    assert sum(r.area for r in found.regions) == pytest.approx(lay_text(spec).area, rel=1e-6)
    low = letters[0].x
    by_letter = {r.letters: r for r in found.regions}
    for letter in (x for x in letters if x.regions):
        region = by_letter[letter.regions[0].letters]
        point, turn = CIRCLE.at(letter.x - low + letter.advance / 2)
        own = letter.regions[0]
        angle = math.radians(turn)
        matrix = np.array([[math.cos(angle), -math.sin(angle)], [math.sin(angle), math.cos(angle)]])
        foot = np.array([letter.x + letter.advance / 2, 0.0])
        true = (own.outer.beziers - foot) @ matrix.T + point
        np.testing.assert_allclose(region.outer.beziers, true, atol=1e-9)


def test_filling_a_guide() -> None:
    letters = letter_inks(TextSpec("0123456789", font(), 3.0))
    even = follow(letters, 0.0, AlongWay(CIRCLE, fill="space", joint=True))
    assert even.overrun == 0.0
    straight = Way((Piece("", (0.0, 0.0), (100.0, 0.0)),), False)
    spaced = follow(letters, 0.0, AlongWay(straight, fill="space")).regions
    first, last = letters[0], letters[-1]
    assert spaced[0].bounds[0] == pytest.approx(first.regions[0].bounds[0] - first.x, abs=1e-6)
    tail = last.x + last.advance - last.regions[0].bounds[2]
    assert max(r.bounds[2] for r in spaced) == pytest.approx(100 - tail, abs=1e-6)
    grown = follow(letters, 0.0, AlongWay(straight, fill="scale"))
    assert grown.size == pytest.approx(100 / (last.x + last.advance - first.x))
    short = Way((Piece("", (0.0, 0.0), (5.0, 0.0)),), False)
    long = follow(letters, 0.0, AlongWay(short, "start"))
    width = last.x + last.advance - first.x
    assert long.overrun == pytest.approx(width - 5)
    assert len(long.regions) == len(follow(letters, 0.0, AlongWay(straight)).regions)


def test_three_times_round() -> None:
    """Three repeats round a girth of 190.911 mm stand 63.637 mm apart (common practice:
    girth by count)."""
    tube = Tube(name="t", outer_diameter="60.769 mm", wall="0 mm", height="30 mm")
    mark = stamp("A", "I", face="t.outer", up="10 mm")
    mark = mark.model_copy(
        update={"setting": Setting(face="t.outer", up="10 mm", repeat=Repeat(kind="round"))}
    )
    document = Document(Job(blank=Blank(features=(tube,)), stamps=(mark,)))
    chart = made(tube).charts["t.outer"]
    placed = flat(document, resolve(document.job), 0, chart)
    xs = sorted(float(r.bounds[0] + r.bounds[2]) / 2 for r in placed.regions)
    np.testing.assert_allclose(np.diff(xs), 63.637, atol=1e-3)
    built = build(document)
    assert built.report.valid and built.report.stamps[0].built_by == "imprint"


def test_as_many_as_fit() -> None:
    """By hand: a mark of 10 mm with gaps of 5 mm goes 12 times round 190.911 mm, 13 times
    with gaps of 4.6 mm; on a plate, a bar 10 mm wide from 29 mm out covers an angle of
    2 atan(5/29), and the gap of 5 mm is another 5/29 of a radian at its nearest."""
    from dataclasses import replace

    tube = Tube(name="t", outer_diameter="60.769 mm", wall="0 mm", height="30 mm")
    chart = made(tube).charts["t.outer"]
    bar = Shape(shape="rectangle", wide="10 mm", high="2 mm")
    for gap, count in (("5 mm", 12), ("4.6 mm", 13), ("500 mm", 1)):
        setting = Setting(face="t.outer", up="10 mm", repeat=Repeat(kind="fit", gap=gap))
        document = job_with(bar, setting, tube)
        placed = flat(document, resolve(document.job), 0, chart)
        assert len(placed.regions) == count
        xs = np.sort([float(r.bounds[0] + r.bounds[2]) / 2 for r in placed.regions])
        np.testing.assert_allclose(np.diff(xs), 190.911 / count, atol=1e-3)
    spot = Setting(face="p.top", up="30 mm", across="0 mm", rests_on="middle")
    spot = spot.model_copy(update={"repeat": Repeat(kind="fit", gap="5 mm")})
    document = job_with(bar, spot)
    chart = made(Plate(name="p", length="120 mm", width="80 mm", thickness="4 mm")).charts["p.top"]
    placed = flat(document, resolve(document.job), 0, chart)
    assert len(placed.regions) == int(2 * math.pi / (2 * math.atan(5 / 29) + 5 / 29))
    covering = document.job.stamps[0].setting.model_copy(update={"up": "0 mm"})
    stamp_ = document.job.stamps[0].model_copy(update={"setting": covering})
    job = document.job.model_copy(update={"stamps": (stamp_,)})
    document = replace(document, job=job)
    with pytest.raises(PlaceError, match="covers the middle"):
        flat(document, resolve(document.job), 0, chart)


def test_above_and_below_a_guide() -> None:
    """Letters 2 mm off a circle of 20 mm that runs anticlockwise stand 2 mm further in."""
    art = artwork("IIII", height=3.0)
    letters = letter_inks(TextSpec("IIII", font(), 3.0))
    assert len(letters) == len(art.regions)
    on = follow(letters, 0.0, AlongWay(CIRCLE))
    off = follow(letters, 0.0, AlongWay(CIRCLE, above=2.0))

    def feet(regions) -> float:  # type: ignore[no-untyped-def]
        return float(max(np.hypot(*r.outer.points(16).T).max() for r in regions))

    assert feet(on.regions) - feet(off.regions) == pytest.approx(2.0, abs=0.02)


def job_with(art, setting: Setting, feature=None, **more):  # type: ignore[no-untyped-def]
    part = feature or Plate(name="p", length="120 mm", width="80 mm", thickness="4 mm")
    mark = Stamp(name="A", artwork=art, setting=setting, **more)
    return Document(Job(blank=Blank(features=(part,)), stamps=(mark,)))


WORDS = Text(text="PELLWICK", height="5 mm")


@pytest.mark.parametrize(
    ("guide", "up"),
    [
        (Guide(kind="arc", radius="30 mm"), "20 mm"),
        (Guide(kind="arc", radius="25 mm", bend="under", at="start"), "-20 mm"),
        (Guide(kind="level", fill="space"), "5 mm"),
        (Guide(kind="drawn", other_way=True), "0 mm"),
        (
            Guide(
                kind="drawn",
                points=(knot("a", -40, 0, "spline"), knot("b", 0, 14, "spline"), knot("c", 40, 0)),
            ),
            "0 mm",
        ),
    ],
)
def test_every_guide_becomes_solid(guide: Guide, up: str) -> None:
    setting = Setting(face="p.top", across="0 mm", up=up, guide=guide)
    built = build(job_with(WORDS, setting))
    assert built.report.valid and not built.report.to_fix, built.report.findings
    (found,) = built.report.stamps
    assert found.built_by == "imprint"
    true = lay_text(TextSpec("PELLWICK", font(), 5.0)).area
    assert found.relief_volume == pytest.approx(
        -0.4 * true, rel=1e-3
    )  # letters that meet are united


def test_text_follows_the_rim_of_a_cone() -> None:
    cone = Cone(name="c", base_diameter="70 mm", top_diameter="50 mm", height="30 mm")
    setting = Setting(face="c.outer", across="20 deg", up="9 mm", guide=Guide(kind="level"))
    document = job_with(WORDS, setting, cone)
    chart = made(cone).charts["c.outer"]
    placed = flat(document, resolve(document.job), 0, chart)
    feet = [float(chart.unrolled(r.outer.points(8))[:, 1].min()) for r in placed.regions]
    assert min(feet) == pytest.approx(9.0, abs=0.1) and max(feet) < 9.3
    middle = chart.degrees((placed.bounds[:2] + placed.bounds[2:]) / 2)
    assert float(middle) == pytest.approx(20, abs=1.0)
    report = build(document).report
    assert report.valid and report.stamps[0].built_by == "imprint" and not report.to_fix


def test_longer_than_the_guide_is_told_and_laid_whole() -> None:
    guide = Guide(kind="drawn", points=(knot("a", -5, 0), knot("b", 5, 0)))
    report = build(
        job_with(WORDS, Setting(face="p.top", across="0 mm", up="0 mm", guide=guide))
    ).report
    (found,) = [f for f in report.findings if f.check == "longer than its guide"]
    assert found.measured is not None and found.measured > 5 and report.valid
    crossed = Guide(kind="drawn", points=(knot("a", 0, 0), knot("b", 0, 0)))
    told = build(job_with(WORDS, Setting(face="p.top", across="0 mm", up="0 mm", guide=crossed)))
    assert any("lies on the one before" in f.message for f in told.report.findings)


def test_shapes_borders_steps_and_logos_become_solid() -> None:
    ring = job_with(
        Shape(shape="circle", wide="8 mm", line="1 mm"),
        Setting(face="p.top", across="-30 mm", up="0 mm",
                repeat=Repeat(kind="steps", count="4", step_across="20 mm", step_up="2 mm")),
    )  # fmt: skip
    report = build(ring).report
    assert report.stamps[0].artwork_area == pytest.approx(4 * math.pi * (16 - 9), rel=1e-6)
    assert report.valid and not report.to_fix
    data = (ROOT / "demo" / "emblem.svg").read_bytes()
    import hashlib

    digest = hashlib.sha256(data).hexdigest()
    emblem = job_with(
        Logo(file="emblem.svg", digest=digest, mirrored=True),
        Setting(face="p.top", across="0 mm", up="0 mm", rests_on="middle"),
        border=Border(on=True),
    )
    missing = build(emblem).report
    assert any("not within the job" in f.message for f in missing.findings)
    whole = Document(emblem.job, {}, {}, {digest: data})
    report = build(whole).report
    assert report.valid and not report.to_fix and report.stamps[0].built_by == "imprint"
    assert load(dump(whole)).logos == {digest: data}
    bad = job_with(Shape(shape="circle", line="30 mm"), Setting(face="p.top", across="0 mm"))
    assert any("fills the shape" in f.message for f in build(bad).report.findings)


def test_options_of_text() -> None:
    plain = lay_text(TextSpec("TO BE", font(), 6.0))
    parted = lay_text(TextSpec("TO BE", font(), 6.0, word_spacing=3.0))
    assert parted.width == pytest.approx(plain.width + 3.0)
    wide = lay_text(TextSpec("TO BE", font(), 50.0, "width", 0.5, 2.0))
    assert wide.width == pytest.approx(50.0, rel=1e-9)
    joined = lay_text(TextSpec("office", font("Zilla Slab", "Regular"), 6.0))
    apart = lay_text(TextSpec("office", font("Zilla Slab", "Regular"), 6.0, ligatures=False))
    assert len(apart.letters) == 6 and len(joined.letters) <= 6
    script = artwork("lantern", 8.0, "Pacifico", "Regular")
    again = together([[r] for r in script.regions])
    assert len(again) == len(script.regions)
    inks = letter_inks(TextSpec("lantern", font("Pacifico", "Regular"), 8.0))
    ours = [region for region, _ in together([list(x.regions) for x in inks])]
    shapes = [
        shapely.Polygon(r.outer.points(24), [c.points(24) for c in r.counters])
        for x in inks
        for r in x.regions
    ]
    assert sum(r.area for r in ours) == pytest.approx(shapely.union_all(shapes).area, rel=2e-3)


def test_fields_within_a_text() -> None:
    job = Job(
        dimensions=(Dimension(name="size", formula="12.5 mm"),),
        blank=Blank(features=(Tube(name="t", outer_diameter="40 mm"),)),
        serial=Serial(next=7, digits=4, before="PL-", after="/A"),
    )
    resolved = resolve(job)

    def put(text: str) -> str:
        return filled(text, job, resolved)

    assert put("No. {serial}") == "No. PL-0007/A"
    assert put("{size} {size:.0} {size:3}") == "12.5 12 12.500"
    assert put("{t.outer.girth:.1} {{x}}") == "125.7 {x}"
    with pytest.raises(FormulaError, match="nothing here is called"):
        put("{sise}")
    with pytest.raises(FormulaError, match="brace stands alone"):
        put("a } b")


def test_arcs_and_levels_touch_their_place() -> None:
    for over in (True, False):
        way = arc_way(np.array([3.0, 20.0]), 15.0, over, 0.0)
        point, turn = way.at(way.length / 2)
        np.testing.assert_allclose(point, [3, 20], atol=1e-9)
        assert math.cos(math.radians(turn)) == pytest.approx(1.0)
    tube = made(Tube(name="t")).charts["t.outer"]
    assert level_way(tube, 4.0).length == pytest.approx(tube.girth)
    cone = made(Cone(name="c")).charts["c.outer"]
    at, _ = cone.spot(0.0, 4.0, degrees=True)
    way = level_way(cone, 4.0)
    assert way.length == pytest.approx(cone.way_round(at))
    np.testing.assert_allclose(way.at(way.length / 2)[0], at, atol=1e-9)


def test_single_letters_have_their_own_place_and_depth() -> None:
    text = Text(
        text="HHH",
        height="6 mm",
        letters=(
            OwnLetter(index=1, up="2 mm", across="-0.5 mm", own_depth=True, depth="0.8 mm"),
            OwnLetter(index=2, up="-1 mm"),
        ),
    )
    document = job_with(text, Setting(face="p.top", across="0 mm", up="0 mm"))
    built = build(document)
    assert built.report.valid and not built.report.to_fix, built.report.findings
    letter = artwork("H").area
    (found,) = built.report.stamps
    assert found.built_by == "imprint"
    assert found.relief_volume == pytest.approx(-letter * (0.4 + 0.8 + 0.4), rel=1e-6)
    feet = sorted(float(r.bounds[1]) for r in built.planned["A"].placed.regions)
    np.testing.assert_allclose(feet, [-1, 0, 2], atol=1e-6)
    guided = Setting(face="p.top", across="0 mm", up="10 mm", guide=Guide(kind="arc"))
    report = build(job_with(text, guided)).report
    assert report.valid and report.stamps[0].relief_volume == pytest.approx(
        found.relief_volume, rel=1e-4
    )


def test_copies_along_a_drawn_line_on_a_freeform_face() -> None:
    """Four marks along a drawn curve: evenly apart along it as it lies on the face, measured in
    space in fine steps, and built as one imprint."""
    points = (knot("a", -14, -4, "spline"), knot("b", 0, 3, "spline"), knot("c", 14, -3))
    guide = Guide(kind="drawn", points=points)
    setting = Setting(face="s.top", across="0 mm", up="0 mm", rests_on="middle", guide=guide,
                      repeat=Repeat(kind="guide", count="4"))  # fmt: skip
    mark = Stamp(name="m", artwork=Shape(shape="circle", wide="1.5 mm"), setting=setting)
    blank = Blank.model_validate(
        {"features": [FreeformSkin(name="s", thickness="3 mm").model_dump()]}
    )
    built = build(Document(Job(blank=blank, stamps=(mark,))))
    assert built.report.valid and built.report.stamps[0].built_by == "imprint"
    item = built.planned["m"]
    middles = np.array([np.mean(region.bounds.reshape(2, 2), axis=0)
                        for region in item.placed.regions])  # fmt: skip
    assert len(middles) == 4
    curve = through([(-14.0, -4.0), (0.0, 3.0), (14.0, -3.0)])
    first, last = curve.ends
    fine = curve.at(np.linspace(first, last, 8001))
    nearest = [int(np.linalg.norm(fine - middle, axis=1).argmin()) for middle in middles]
    # a mark stands on its line: half its height beside it
    assert np.abs(np.linalg.norm(fine[nearest] - middles, axis=1)) == pytest.approx(0.0, abs=0.8)
    on_face = item.chart.to_space(fine)
    far = np.concatenate([[0.0], np.cumsum(np.linalg.norm(np.diff(on_face, axis=0), axis=1))])
    gaps = np.diff(far[nearest])
    assert gaps.max() / gaps.min() == pytest.approx(1.0, abs=0.02)
