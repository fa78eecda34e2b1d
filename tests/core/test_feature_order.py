"""Lists of features: what is rebuilt when one changes, order and switches, random lists."""

from __future__ import annotations

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.conftest import made
from tests.core.solids import sound, volume
from tests.core.test_changes import PI, on, plate, rod
from tinstamp.engine.build import build
from tinstamp.engine.cache import Cache
from tinstamp.job import edit_features as edit
from tinstamp.job.archive import Document
from tinstamp.job.drawn import knot
from tinstamp.job.feature import BaseFeature, Position
from tinstamp.job.features import (
    Cone,
    Groove,
    Hole,
    Hollow,
    Soften,
    Torus,
    Tube,
)
from tinstamp.job.model import Blank, Dimension, Job, changed


def ten() -> tuple[BaseFeature, ...]:
    return (
        plate(90, 50, 12),
        rod(14, 6, name="boss", at=on("plate.top", -20)),
        rod(8, 4, name="well", how="cut", at=on("boss.top")),
        plate(10, 10, 4, "lug").model_copy(update={"at": on("plate.top", 30)}),
        Hole(name="h1", face="plate.top", across="10 mm", up="15 mm"),
        Hole(name="h2", face="plate.top", across="10 mm", up="-15 mm", diameter="4 mm"),
        Groove(
            name="line",
            face="plate.top",
            section="vee",
            width="1 mm",
            depth="0.5 mm",
            path="drawn",
            points=(knot("a", -42, 20), knot("b", 42, 20)),
        ),
        Soften(name="rim", size="1 mm", edges=("boss.top & boss.outer",)),
        Soften(name="bevel", how="bevel", size="1 mm", edges=("plate.front & plate.right",)),
        Hole(name="h3", face="plate.front", across="-30 mm", diameter="3 mm", goes="depth"),
    )


def test_only_dependents_are_rebuilt() -> None:
    cache = Cache(memory=2**50)  # whatever the tests before it left
    job = Job(blank=Blank(features=ten()))  # type: ignore[arg-type]
    assert build(Document(job), cache).report.valid
    for index, field, value in (
        (5, "diameter", "5 mm"),
        (9, "depth", "6 mm"),
        (1, "height", "7 mm"),
    ):
        before = dict(cache.made)
        job = changed(job, ("blank", "features", index, field), value)
        report = build(Document(job), cache).report
        assert report.valid and not report.to_fix, report.findings
        again = {k: cache.made[k] - before[k] for k in ("feature", "body")}
        assert again == {"feature": 10 - index, "body": 1 if index == 1 else 0}
    before = dict(cache.made)
    moved = changed(job, ("blank", "features", 3, "at", "x"), "31 mm")
    build(Document(moved), cache)
    assert cache.made["body"] == before["body"]  # the body is the same at another place
    renamed = job.model_copy(update={"dimensions": (Dimension(name="x", formula="3 mm"),)})
    before = dict(cache.made)
    build(Document(renamed), cache)
    assert dict(cache.made) == before


def test_order_and_switches_keep_meanings() -> None:
    """A face's name means the same surface whatever is switched, added or reordered."""
    job = Job(blank=Blank(features=ten()))  # type: ignore[arg-type]
    whole = build(Document(job)).blank
    assert whole is not None
    for other in (
        edit.moved(job, 5, 4),
        changed(job, ("blank", "features", 6, "on"), False),
        edit.deleted(job, 9),
    ):
        blank = build(Document(other)).blank
        assert blank is not None
        for name in set(blank.charts) & set(whole.charts):
            a, b = whole.charts[name], blank.charts[name]
            assert a.kind == b.kind
            at = np.zeros((1, 2))
            np.testing.assert_allclose(a.to_space(at), b.to_space(at), atol=1e-7)
            np.testing.assert_allclose(a.normal(at), b.normal(at), atol=1e-9)


sizes = st.floats(0.5, 30).map(lambda v: f"{v:.2f} mm")
places = st.floats(-25, 25).map(lambda v: f"{v:.2f} mm")
faces = st.sampled_from(
    ["plate.top", "plate.front", "plate.left", "boss.top", "boss.outer", "h.wall", "gone.x"]
)
added = st.one_of(
    st.builds(
        lambda d, h, how, f, x, y: Tube(
            name="boss",
            outer_diameter=d,
            wall="0 mm",
            height=h,
            how=how,
            at=Position(face=f, x=x, y=y),
        ),
        sizes,
        sizes,
        st.sampled_from(["join", "cut"]),
        faces,
        places,
        places,
    ),
    st.builds(
        lambda f, a, u, d, g, t: Hole(
            name="h", face=f, across=a, up=u, diameter=d, goes=g, depth=t
        ),
        faces,
        places,
        places,
        sizes,
        st.sampled_from(["through", "depth"]),
        sizes,
    ),
    st.builds(
        lambda f, how, s: Soften(name="soft", how=how, size=s, edges=(f,)),
        faces,
        st.sampled_from(["round", "bevel"]),
        sizes,
    ),
    st.builds(lambda f, w: Hollow(name="hollow", wall=w, open_faces=(f,)), faces, sizes),
    st.builds(
        lambda f, s, w, d, x, y: Groove(
            name="g",
            face=f,
            section=s,
            width=w,
            depth=d,
            path="drawn",
            points=(knot("a", -9, 0), Knot_(x, y)),
        ),
        faces,
        st.sampled_from(["round", "flat", "vee"]),
        sizes,
        sizes,
        places,
        places,
    ),
)


def Knot_(x: str, y: str):  # type: ignore[no-untyped-def]
    return knot("b", float(x.split()[0]) + 12, float(y.split()[0]))


@settings(deadline=None, max_examples=40, derandomize=True)
@given(st.lists(added, min_size=1, max_size=4, unique_by=lambda f: f.name))
def test_any_list_of_features_is_sound_or_told(features: list[BaseFeature]) -> None:
    whole = (plate(60, 40, 14), *features)
    built = build(Document(Job(blank=Blank(features=whole))))  # type: ignore[arg-type]
    report = built.report
    if report.valid:
        assert built.blank is not None
        plain = made(whole[0])
        for name in set(plain.solid.names) & set(built.blank.solid.names):
            a, b = plain.charts[name], built.blank.charts[name]
            np.testing.assert_allclose(a.frame.axes, b.frame.axes, atol=1e-9)
            np.testing.assert_allclose(a.frame.origin, b.frame.origin, atol=1e-7)
    else:
        assert report.to_fix and any(f.message for f in report.findings)


def test_a_ring_handle_on_the_rim_of_a_cone() -> None:
    handle = Torus(
        name="handle",
        ring_diameter="16 mm",
        bar_diameter="3 mm",
        at=Position(x="28 mm", z="40 mm", points="front"),
    )
    blank = made(Cone(name="c", top_diameter="50 mm", wall="2 mm"), handle)
    assert sound(blank.solid.shape)
    alone = volume(made(Cone(name="c", top_diameter="50 mm", wall="2 mm")).solid.shape)
    assert alone < volume(blank.solid.shape) < alone + PI**2 * 16 * 9 / 4
