"""Anything a designer may type or drag ends in a sound part or in words."""

from __future__ import annotations

import os

import numpy as np
import pytest
import shapely
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from tests.conftest import font, stamp, tank
from tests.core.solids import sound, volume
from tests.core.test_artwork import polygons
from tests.core.test_runs import HALVES, panels, with_flat
from tinstamp.artwork import fonts
from tinstamp.artwork.text import TextSpec, lay_text
from tinstamp.engine.build import build
from tinstamp.engine.cache import Cache
from tinstamp.job.archive import Document, dump, load
from tinstamp.job.features import Extruded
from tinstamp.job.model import Blank, Cast, Job, changed

FACES = [(face.family, face.style) for face in fonts.shipped()]
TEXTS = st.text(
    alphabet=st.one_of(
        st.characters(min_codepoint=32, max_codepoint=0x24F),
        st.sampled_from("\n ffiflfaanabcdefAVTo®©@&ßאבגפانسف☃\u0301\u200d"),
    ),
    max_size=24,
)
EXAMPLES = int(os.environ.get("TINSTAMP_EXAMPLES", "16"))
"""More of them look further; the usual number is the same in every run."""
SLOW = settings(
    deadline=None,
    derandomize=EXAMPLES == 16,
    max_examples=EXAMPLES,
    suppress_health_check=list(HealthCheck),
)


@SLOW
@given(TEXTS, st.sampled_from(FACES), st.floats(0.5, 40), st.floats(-0.5, 3))
def test_any_text_in_any_font_gives_clean_regions(
    text: str, face: tuple[str, str], height: float, spacing: float
) -> None:
    drawn = lay_text(TextSpec(text, font(*face), height, spacing=spacing))
    shapes = polygons(drawn.regions, 24)
    assert all(shape.area > 0 for shape in shapes)
    assert all(region.area > 0 for region in drawn.regions)
    whole = shapely.union_all([shape.buffer(0) for shape in shapes])
    assert whole.area == pytest.approx(sum(s.area for s in shapes), rel=2e-3, abs=1e-6)
    assert set(drawn.missing) <= set(text)
    for region in drawn.regions:
        assert all(0 <= index < max(len(text), 1) for index in region.letters)


@SLOW
@given(
    TEXTS,
    st.sampled_from(FACES),
    st.floats(1.0, 14.0),
    st.floats(-200, 200),
    st.floats(-5, 50),
    st.floats(-180, 180),
    st.floats(0.05, 2.5),
    st.booleans(),
    st.sampled_from(["tank.outer", "tank.inner", "tank.top", "tank.bottom", "tank.gone"]),
)
def test_any_stamp_is_built_or_told(
    text: str,
    face: tuple[str, str],
    height: float,
    across: float,
    up: float,
    turn: float,
    depth: float,
    emboss: bool,
    where: str,
) -> None:
    mark = stamp(
        text=text, family=face[0], style=face[1], height=f"{height:.3f} mm", face=where,
        across=f"{across:.2f} {'mm' if where[5] in 'tb' else 'deg'}", up=f"{up:.3f} mm",
        turn=f"{turn:.2f} deg", depth=f"{depth:.3f} mm", make="emboss" if emboss else "engrave",
    )  # fmt: skip
    built = build(Document(tank(mark)))
    report = built.report
    assert report.valid
    assert built.solid is not None and sound(built.solid.shape)
    made = report.stamps[0] if report.stamps else None
    if made is None or not made.built_by:
        assert report.to_fix or not text.strip() or report.findings
        assert report.volume == pytest.approx(report.blank_volume)
    else:
        change = volume(built.solid.shape) - report.blank_volume
        assert change == pytest.approx(made.relief_volume, abs=1e-4 + 1e-6 * report.volume)
        assert (change > 0) == emboss


PARTS = [(panels(6.0), "x.b"), (panels(-9.0), "x.a"), (with_flat(19.5), "x.a"), (HALVES, "x.b")]


@SLOW
@given(
    st.sampled_from(PARTS),
    st.text(alphabet="ABCGIOPRX8&·-", min_size=1, max_size=6),
    st.tuples(st.floats(1.5, 9.0), st.floats(0.1, 1.2)),
    st.tuples(st.floats(-20, 20), st.floats(-4, 24)),
    st.sampled_from([0.0, 0.0, 37.0, 90.0]),
    st.sampled_from([("none", "near"), ("square", "near"), ("above", "near"), ("square", "both")]),
    st.sampled_from(["engrave", "emboss", "mark"]),
)
def test_any_stamp_over_a_run_is_built_or_told(
    part: tuple[Extruded, str],
    text: str,
    sizes: tuple[float, float],
    place: tuple[float, float],
    turn: float,
    way: tuple[str, str],
    make: str,
) -> None:
    body, face = part
    mark = stamp(
        text=text, face=face, height=f"{sizes[0]:.3f} mm", depth=f"{sizes[1]:.3f} mm", make=make,
        across=f"{place[0]:.3f} mm", up=f"{place[1]:.3f} mm", turn=f"{turn:g} deg",
    )  # fmt: skip
    job = Job(blank=Blank(features=(body,)), stamps=(mark,))
    for path, value in (("over", "neighbours"), ("rests_on", "middle"),
                        ("cast", Cast(way=way[0], side=way[1]))):  # type: ignore[arg-type]  # fmt: skip
        job = changed(job, ("stamps", 0, "setting", path), value)
    built = build(Document(job))
    report = built.report
    assert report.valid
    assert built.solid is not None and sound(built.solid.shape)
    made = report.stamps[0] if report.stamps else None
    if made is None or not made.built_by:
        assert report.to_fix and report.volume == pytest.approx(report.blank_volume)
    else:
        change = volume(built.solid.shape) - report.blank_volume
        assert change == pytest.approx(made.relief_volume, abs=1e-4 + 1e-6 * report.volume)
        assert np.sign(round(change, 4)) == {"engrave": -1, "emboss": 1, "mark": 0}[make]


WAYS: dict[tuple[str | int, ...], list[object]] = {
    ("dimensions", 0, "formula"): ["20 mm", "84 mm", "119.5 mm", "tank.height", "1 / 0"],
    ("blank", "features", 0, "wall"): ["0 mm", "2 mm", "9 mm", "70 mm", "wall"],
    ("blank", "features", 0, "height"): ["30 mm", "diameter / 2", "2 mm", "x"],
    ("stamps", 0, "artwork", "text"): ["A", "LAMP OIL", "", "i\nj"],
    ("stamps", 0, "setting", "up"): ["10 mm", "girth / 9", "1e3 mm", "("],
    ("stamps", 0, "relief", "make"): ["engrave", "emboss"],
    ("stamps", 0, "on"): [True, False],
}
EDITS = st.lists(
    st.sampled_from([(path, new) for path, news in WAYS.items() for new in news]),
    min_size=1,
    max_size=6,
)


@SLOW
@given(EDITS)
def test_any_run_of_edits_with_one_cache(edits: list[tuple[tuple[str | int, ...], object]]) -> None:
    """What is kept from before never leaks into what is built now."""
    cache = Cache(size=12)
    job: Job = tank(stamp(text="HB"))
    for path, new in edits:
        job = changed(job, path, new)
        kept = build(Document(job), cache).report
        fresh = build(Document(job)).report
        assert (kept.valid, kept.volume) == (fresh.valid, fresh.volume)
        assert [f.message for f in kept.findings] == [f.message for f in fresh.findings]
        assert [s.relief_volume for s in kept.stamps] == [s.relief_volume for s in fresh.stamps]
        assert kept.valid or kept.to_fix
    assert load(dump(Document(job))).job == job


def test_the_cache_forgets_the_oldest() -> None:
    cache = Cache(size=2)
    for key in "abcab":
        cache.get("stage", key, lambda key=key: key.upper())
    assert cache.made["stage"] == 5
    assert cache.get("stage", "b", lambda: "never") == "B"
    np.testing.assert_equal(cache.made["stage"], 5)
