"""No wrong solid: the wall behind a stamp never makes its cut, and an independent guard refuses
what a broken builder makes."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
import shapely

from tests.conftest import artwork, document, made, plate, stamp
from tinstamp.blank.thickness import thicknesses
from tinstamp.engine.build import Built, build
from tinstamp.job.archive import Document
from tinstamp.job.features import Ball, BaseFeature, Cone, Hole, Plate, Prism, Soften, Tube
from tinstamp.job.model import Blank, Job, Relief, Shape, Stamp, changed
from tinstamp.relief import boolean, by_imprint, by_tools, imprint
from tinstamp.relief.asked import Asked
from tinstamp.relief.guard import LAYER_STRAY, _layer, fault


def marked(*features: BaseFeature, stamps: tuple[Stamp, ...]) -> Built:
    return build(Document(Job(blank=Blank(features=features), stamps=stamps)))  # type: ignore[arg-type]


def on(face: str, text: str = "M8", **fields: object) -> Stamp:
    return stamp("m", text, face=face, **{"across": "0 mm", "up": "0 mm", **fields})


@pytest.mark.parametrize("seed", range(6))
def test_what_the_guard_allows_where_the_depth_is_uneven(seed: int) -> None:
    """Of caps that rise the mean depth is that at the centroid of the ink (any text on statics), by
    Shapely: what the guard sums over its points is off by less than it lets pass."""
    random = np.random.default_rng(seed)
    chart = plate("p", 200.0, 80.0, 5.0).charts["p.top"]
    for _ in range(12):
        letters = "".join(random.choice(list("ABCEFGILMOQWij.-08 "), int(random.integers(1, 26))))
        art = artwork(letters.strip() or "I", float(random.uniform(2.0, 9.0)))
        low_x, low_y, high_x, high_y = art.bounds
        most = 0.9 / max(high_x - low_x, 1.0)
        for across, up in ((1.0, 0.0), (0.5, 0.2), (-0.3, -0.3)):
            rise = (most * across * random.random(), most * up * random.random())
            middle = (float(low_x + high_x) / 2, float(low_y + high_y) / 2)
            asked = Asked(chart, art.regions, 0.5, True, rise=rise, origin=middle)
            whole = asked.ink.whole
            at = np.array([whole.centroid.coords[0]])
            exact = float(asked.reach(at)[0]) * whole.area
            assert _layer(asked) == pytest.approx(exact, rel=0.75 * LAYER_STRAY)


@pytest.mark.parametrize("raised", [True, False])
@pytest.mark.parametrize("name", ["tube", "bore", "ball"])
def test_what_the_guard_allows_on_sharply_bent_faces(name: str, raised: bool) -> None:
    """Of carved ink, shallow at its edges: by Steiner's formula at each place of a fine grid, from
    the chart's curvature. On a tube of 9 mm it was once 5 % short, and carvings were refused."""
    part, face = {
        "tube": (Tube(name="p", outer_diameter="9 mm", wall="3 mm", height="20 mm"), "p.outer"),
        "bore": (Tube(name="p", outer_diameter="16 mm", wall="3 mm", height="20 mm"), "p.inner"),
        "ball": (Ball(name="p", diameter="12 mm"), "p.outer"),
    }[name]
    chart, art, slope = made(part).charts[face], artwork("R8", 4.0), 0.4
    at = (chart.bounds[:2] + chart.bounds[2:]) / 2
    regions = tuple(r.transformed(np.eye(2), at - art.bounds[2:] / 2) for r in art.regions)
    asked = Asked(chart, regions, 1.2, raised, carve=slope)
    low_x, low_y, high_x, high_y = asked.ink.whole.bounds
    x, y = np.meshgrid(np.linspace(low_x, high_x, 500), np.linspace(low_y, high_y, 500))
    xy = np.column_stack([x.ravel(), y.ravel()])
    xy = xy[shapely.contains_xy(asked.ink.whole, *xy.T)]
    away = shapely.distance(shapely.points(xy), asked.ink.whole.boundary) / slope
    h = np.minimum(away, 1.2) * (1.0 if raised else -1.0)
    mean, gauss = chart.bent_at(xy)
    j = chart.jacobian(xy)
    grown = np.linalg.norm(np.cross(j[..., 0], j[..., 1]), axis=-1)
    exact = abs((grown * (h + mean * h**2 + gauss * h**3 / 3.0)).mean()) * asked.ink.whole.area
    assert _layer(asked) == pytest.approx(exact, rel=0.01)


def test_twenty_letters_whose_caps_rise() -> None:
    """Refused before, since the guard's points were too few to tell their mean depth."""
    cone = Cone(name="b", base_diameter="80 mm", top_diameter="60 mm", height="40 mm", wall="3 mm")
    for part, face, up in (
        (cone, "b.outer", "18 mm"),
        (Ball(name="b", diameter="80 mm"), "b.outer", "60 mm"),
    ):
        mark = on(face, "FILLTOTHISLINEABC", height="4 mm", up=up)
        mark = mark.model_copy(update={"relief": Relief(depth="0.3 mm", rises="0.3 deg")})
        built = marked(part, stamps=(mark,))
        assert built.report.stamps[0].built_by == "imprint", built.report.findings


@pytest.mark.parametrize("sides", [6, 8, 12])
@pytest.mark.parametrize("depth", [0.2, 0.4])
def test_past_an_obtuse_edge_it_is_cut_as_deep_as_asked(sides: int, depth: float) -> None:
    """Letters that reach past the edge between two sides of a nut: the first hit of a ray from
    the air is the next side, not the far one."""
    nut = Prism(name="nut", sides=str(sides), across_flats="24 mm", height="12 mm")
    mark = on("nut.side_1", height="5 mm", depth=f"{depth} mm")
    built = marked(nut, stamps=(mark,))
    (report,) = built.report.stamps
    assert built.report.valid and report.built_by
    assert 0 < -report.relief_volume <= report.artwork_area * depth * (1 + 1e-3)


@pytest.mark.parametrize("depth", [0.2, 0.6])
@pytest.mark.parametrize("name", ["plate", "tube"])
def test_a_raised_letter_that_hangs_over_an_edge_ends_level_with_the_face(
    name: str, depth: float
) -> None:
    """Refused before: where it hangs over it reached beneath the face, by what its tool was sunk
    into the part to hold there. Its volume is its area times its depth, on a tube by Pappus."""
    part, place = {
        "plate": (Plate(name="p", length="40 mm", width="30 mm", thickness="5 mm"),
                  {"face": "p.top", "across": "-16 mm", "up": "0 mm"}),
        "tube": (Tube(name="p", outer_diameter="50 mm", wall="4 mm", height="30 mm"),
                 {"face": "p.outer", "across": "0 deg", "up": "-2 mm"}),
    }[name]  # fmt: skip
    over = stamp("m", "&", height="15 mm", make="emboss", depth=f"{depth} mm", **place)
    built = marked(part, stamps=(over,))
    (report,) = built.report.stamps
    assert built.report.valid and report.built_by == "boolean"
    wider = 1.0 if name == "plate" else 1.0 + depth / 50.0
    assert report.relief_volume == pytest.approx(report.artwork_area * depth * wider, rel=1e-4)
    assert any(f.check == "over the edge" for f in built.report.findings)


def test_past_a_rounded_edge_too() -> None:
    nut = Prism(name="nut", sides="6", across_flats="30 mm", height="12 mm")
    soft = Soften(name="r", size="4 mm", edges=("nut.side_1",))
    built = marked(nut, soft, stamps=(on("nut.side_1", "MWM", height="8 mm", depth="0.4 mm"),))
    (report,) = built.report.stamps
    assert 0 < -report.relief_volume <= report.artwork_area * 0.4 * (1 + 1e-3)


def test_over_an_earlier_engraving_the_wall_is_what_lies_behind_it() -> None:
    plate = Plate(name="p", length="60 mm", width="30 mm", thickness="2 mm")
    first = on("p.top", "H", height="12 mm", depth="0.5 mm")
    second = replace_name(on("p.top", "O", height="12 mm", depth="0.8 mm"), "second")
    built = marked(plate, stamps=(first, second))
    assert built.report.valid
    assert not any(f.check == "cut through" for f in built.report.findings)
    later = built.report.stamps[1]
    assert later.artwork_area * 0.3 < -later.relief_volume <= later.artwork_area * 0.8


def replace_name(given: Stamp, name: str) -> Stamp:
    return given.model_copy(update={"name": name})


def test_a_wall_over_a_hole_behind_a_filled_middle_is_met() -> None:
    """A blind hole of 3 mm behind the middle of a square of 20 mm: no corner lies over it."""
    plate = Plate(name="p", length="60 mm", width="30 mm", thickness="4 mm")
    hole = Hole(name="h", face="p.bottom", diameter="3 mm", goes="depth", depth="3.2 mm")
    square = changed(on("p.top", depth="0.5 mm"), ("artwork",), Shape(wide="20 mm", high="20 mm"))
    square = changed(square, ("setting", "rests_on"), "middle")
    built = marked(plate, hole, stamps=(square,))
    found = {f.check: f for f in built.report.findings}
    assert found["wall left"].measured == pytest.approx(0.3, abs=0.01)


def test_thickness_pairs_entry_and_exit() -> None:
    """From the air over a plate's far half, past its edge, and from its face: by hand."""
    blank = made(Plate(name="p", length="60 mm", width="30 mm", thickness="2 mm"))
    z = float(blank.charts["p.top"].to_space(np.zeros(2))[2])
    points = np.array([[0, 0, z], [0, 0, z + 5.0], [100.0, 0, z]])
    found = thicknesses(blank.solid.shape, points, np.tile([0.0, 0.0, 1.0], (3, 1)))
    assert found[:2] == pytest.approx([2.0, 7.0], abs=1e-6) and np.isnan(found[2])


@pytest.mark.parametrize("emboss", [False, True])
@pytest.mark.parametrize("part", [1.5, 0.4, 4.0])
def test_the_guard_refuses_a_builder_that_makes_another_depth(
    emboss: bool, part: float, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Both builders broken on purpose, their own checks silenced: nothing wrong gets out."""
    lay = imprint.face_loops

    def deeper(regions, chart, low, high, *more):  # type: ignore[no-untyped-def]
        return lay(regions, chart, low * part, high * part, *more)

    monkeypatch.setattr(imprint, "face_loops", deeper)
    parallel = imprint.parallel
    monkeypatch.setattr(imprint, "parallel", lambda s, c, d, *m: parallel(s, c, d * part, *m))
    monkeypatch.setattr(
        by_imprint, "examine_imprint", lambda made, solid, chart, depth, *a: depth * 30.0
    )
    monkeypatch.setattr(by_imprint, "agrees", lambda *a: True)
    tool = boolean.tool
    monkeypatch.setattr(
        by_tools, "tool", lambda r, c, low, high, *m: tool(r, c, low * part, high * part, *m)
    )
    monkeypatch.setattr(by_tools, "check_volume", lambda *a: None)
    built = build(
        document(stamp(text="HB", depth="0.3 mm", make="emboss" if emboss else "engrave"))
    )
    (report,) = built.report.stamps
    assert report.built_by == ""
    (told,) = [f for f in built.report.findings if f.check == "not built"]
    assert "refused" in told.message and "wrong" in told.message
    assert built.report.volume == pytest.approx(built.report.blank_volume, rel=1e-9)


@pytest.mark.parametrize("text", ["HB8", "HB8HB8HB8HB8HB8HB8"])
def test_the_guard_sees_single_faults(text: str) -> None:
    """A sound relief held against other orders than its own; with few holes in the face, and with
    so many that a line is run through those alone that it comes near."""
    plain = build(document())
    built = build(document(stamp(text=text, depth="0.4 mm")))
    item = built.planned["Mark"]
    assert plain.solid is not None and built.solid is not None
    change = built.report.stamps[0].relief_volume
    right = Asked(item.chart, item.placed.regions, 0.4, False, clean=True)

    def seen(asked: Asked, change: float = change) -> str | None:
        return fault(built.blank.solid, built.solid, change, asked)  # type: ignore[union-attr, arg-type]

    assert seen(right) is None
    assert "at most" in (seen(replace(right, depth=0.3)) or "")
    assert "asked" in (seen(replace(right, depth=0.3), 0.7 * change) or "")
    assert "asked" in (seen(replace(right, depth=0.6)) or "")
    assert "asked" in (seen(replace(right, raised=True)) or "")
    assert "at most" in (seen(right, 2.0 * change) or "")
    assert "mark" in (seen(replace(right, depth=0.0)) or "")
    elsewhere = tuple(r.transformed(np.eye(2), np.array([0.0, 9.0])) for r in right.regions)
    assert seen(replace(right, regions=elsewhere)) is not None
    one = replace(right, regions=right.regions[:1])
    part = change / (len(right.regions) + 1)
    assert seen(one, part) is None or "no ink" in (seen(one, part) or "")


def test_words_for_causes_name_no_bare_difference() -> None:
    built = marked(
        Plate(name="p", length="30 mm", width="20 mm", thickness="2 mm"),
        stamps=(on("p.top", "FAR OFF THE PLATE", up="40 mm"),),
    )
    assert all("expected" not in f.message for f in built.report.findings)
