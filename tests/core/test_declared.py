"""Fields declare themselves once: labels, units, conditions; keys follow from the model."""

from __future__ import annotations

import random
from collections.abc import Iterator
from typing import Any

import numpy as np
import pytest

from tinstamp.artwork.logo import FileData
from tinstamp.blank.build import Sized
from tinstamp.chart.base import FaceChart
from tinstamp.engine.blanks import steps_of
from tinstamp.job.archive import Document
from tinstamp.job.artwork import Border, Logo, Shape
from tinstamp.job.features import BODIES, CHANGES, Tube
from tinstamp.job.field import Declared, declared, idle, label_of, models_under
from tinstamp.job.lettered import Text
from tinstamp.job.model import Blank, Job, Path, Setting, Stamp, changed, get
from tinstamp.job.resolve import resolve
from tinstamp.job.values import Value
from tinstamp.job.worked import settled, worked
from tinstamp.plan.planned import PLAN_ERRORS, plan

MODELS = models_under(Stamp)
FEATURES = [*BODIES.values(), *CHANGES.values()]
FREE = {"FontRef", "FoundFace", "Row", "Imported"}
"""Parts that controls of their own show whole."""


@pytest.mark.parametrize("model", [*MODELS, *FEATURES], ids=lambda m: m.__name__)
def test_every_field_says_what_it_is(model: type[Value]) -> None:
    if model.__name__ in FREE:
        return
    for name, known in declared(model).items():
        hidden = known.shown.control == "none" or name in ("kind", "digest", "name")
        part = isinstance(known.default, Value) or name in ("artwork", "setting")
        assert known.told or hidden or part, f"{model.__name__}.{name} says nothing"
        if known.told and known.shown.label:
            assert known.shown.label[:1].isupper() or len(known.shown.label) == 1


@pytest.mark.parametrize("model", [*MODELS, *FEATURES], ids=lambda m: m.__name__)
def test_conditions_and_words_name_what_is_there(model: type[Value]) -> None:
    fields = declared(model)
    for known in fields.values():
        keys = [key for key, _ in known.choices]
        assert set(known.shown.words) <= set(keys), known.name
        for wanted in (known.shown.when, known.shown.unless):
            for other, values in (wanted or {}).items() if not callable(wanted) else ():
                name, _, rest = other.partition(".")
                at = fields[name]
                if rest:
                    at = declared(type(at.default))[rest]
                among = [key for key, _ in at.choices]
                assert not among or set(values) <= set(among), (known.name, other)


def test_labels_tell_where_a_field_is() -> None:
    job = Job(blank=Blank(features=(BODIES["extruded"](),)), stamps=(stamp(Text()),))
    assert label_of(job, ("blank", "features", 0, "points", 1, "x")) == "Profile, point 2, x"
    assert label_of(job, ["stamps", "0", "artwork", "height"]) == "Letter height"
    skin = BODIES["skin"]()
    assert label_of(skin, ("rows", 0, "heights", 2)) == "Heights, row 1, place 3"


# -- keys


def stamp(artwork: Any, **how: Any) -> Stamp:
    return Stamp(name="m", artwork=artwork, setting=Setting(face="t.outer"), **how)


def other_values(known: Declared, now: Any, r: random.Random) -> Iterator[Any]:
    """Other values that a field may have."""
    if known.wants is not None and isinstance(now, str):
        unit = {"angle": " deg", "number": ""}.get(known.wants.kind, " mm")
        yield f"{r.uniform(0.6, 0.9):.4f}{unit}"
        yield f"{r.uniform(3, 5):.0f}{unit}"
    elif len(known.choices) > 1:
        yield from (key for key, _ in known.choices if key != now)
    elif isinstance(now, bool):
        yield not now
    elif isinstance(now, int):
        yield now + 1


def paths_of(value: Any, base: Path = ()) -> Iterator[tuple[Path, Declared]]:
    """Every field at and below a part, with the parts of parts."""
    for name, known in declared(type(value)).items():
        inner = getattr(value, name)
        yield (*base, name), known
        if isinstance(inner, Value):
            yield from paths_of(inner, (*base, name))
        elif isinstance(inner, tuple):
            for k, item in enumerate(inner):
                if isinstance(item, Value):
                    yield from paths_of(item, (*base, name, k))


LETTER = {"index": 0, "up": "1 mm", "own_depth": True, "depth": "0.2 mm"}
WORD = {"start": 0, "end": 2, "size": "1.5"}
CASES = {
    "text": stamp(Text.model_validate({"text": "AB", "letters": [LETTER], "styles": [WORD]})),
    "text on an arc": stamp(Text(text="AB")).model_copy(
        update={"setting": Setting.model_validate(
            {"face": "t.outer", "guide": {"kind": "arc"}, "repeat": {"kind": "steps"}})}
    ),
    "drawn guide": stamp(Shape()).model_copy(
        update={"setting": Setting.model_validate(
            {"face": "t.outer", "guide": {"kind": "drawn"}, "repeat": {"kind": "guide"}})}
    ),
    "cast": stamp(Shape(shape="polygon", line="1 mm")).model_copy(
        update={"setting": Setting.model_validate(
            {"face": "t.outer", "cast": {"way": "vector"}, "true_along": "height"})}
    ),
    "logo": stamp(Logo(digest="0" * 64, format="dxf")),
    "bordered": stamp(Shape(shape="rectangle")).model_copy(
        update={"border": Border(on=True, gap="2 mm")}
    ),
}  # fmt: skip


def key_of(job: Job, base: Path) -> object:
    resolved = resolve(job)
    return worked(get(job, base), resolved, base).key


@pytest.mark.parametrize("case", CASES)
def test_every_field_of_a_stamp_is_in_its_key_or_changes_nothing(case: str) -> None:
    """What counts and is built changes the key; what does not leaves key and settled value."""
    marked = Stamp.model_validate(CASES[case].model_dump())
    job = Job(blank=Blank(features=(Tube(name="t"),)), stamps=(marked,))
    r, tried = random.Random(4), 0
    for part in ("artwork", "border", "setting", "relief"):
        base: Path = ("stamps", 0, part)
        before = key_of(job, base)
        for path, known in paths_of(get(job, base), base):
            parent, name = get(job, path[:-1]), str(path[-1])
            counts = name not in idle(parent) and known.shown.built
            counts = counts and all(
                path[k] not in idle(get(job, path[:k])) for k in range(3, len(path))
                if isinstance(path[k], str)
            )  # fmt: skip
            for value in other_values(known, getattr(parent, name), r):
                try:
                    now = changed(job, path, value)
                    after = key_of(now, base)
                except ValueError:
                    continue  # a value that the model refuses, or that has no place here
                tried += 1
                assert (after != before) == counts, (path, value)
                if name in idle(parent):
                    assert settled(get(now, base)) == settled(get(job, base)), path
    assert tried > 15


@pytest.mark.parametrize("kind", [*BODIES, *CHANGES])
def test_every_field_of_a_feature_is_in_its_key(kind: str) -> None:
    first: list[Any] = [Tube(name="t")]
    model = {**BODIES, **CHANGES}[kind]
    extra = {"open_faces": ("t.top",), "edges": ("t.top",), "face": "t.outer"}
    given = {k: v for k, v in extra.items() if k in model.model_fields}
    job = Job(blank=Blank(features=(*first, model.model_validate({"name": "f", **given}))))
    base: Path = ("blank", "features", 1)

    def sized(of: Job) -> Sized | None:
        steps = steps_of(of, resolve(of))
        return steps[1].sized if steps else None

    before = sized(job)
    assert before is not None
    r = random.Random(2)
    for path, known in paths_of(get(job, base), base):
        name, parent = str(path[-1]), get(job, path[:-1])
        if name in ("on", "notes", "file", "kind"):
            continue
        for value in other_values(known, getattr(parent, name), r):
            try:
                now = sized(changed(job, path, value))
            except ValueError:
                continue
            hidden = any(
                path[k] in idle(get(job, path[:k])) for k in range(3, len(path))
                if isinstance(path[k], str)
            )  # fmt: skip
            if now is not None and known.wants is not None and not hidden:
                assert now.key != before.key, (path, value)


def test_a_plan_says_the_same_for_fields_that_do_not_count() -> None:
    """A cast's hidden numbers, a rectangle's hidden sides: the outlines stay bit by bit."""
    job = Job(blank=Blank(features=(Tube(name="t"),)), stamps=(stamp(Shape()),))
    chart = tube_chart()
    first = plan(Document(job), resolve(job), {"t.outer": chart}, 0)
    for path, value in (
        (("setting", "cast", "x"), "0.7"),
        (("artwork", "sides"), "9"),
        (("border", "gap"), "7 mm"),
        (("setting", "guide", "radius"), "3 mm"),
        (("relief", "colour"), "#112233"),
    ):
        now_job = changed(job, ("stamps", 0, *path), value)
        now = plan(Document(now_job), resolve(now_job), {"t.outer": chart}, 0)
        assert now.key == first.key
        for a, b in zip(now.placed.regions, first.placed.regions, strict=True):
            assert np.array_equal(a.outer.beziers, b.outer.beziers)


def tube_chart() -> FaceChart:
    from tinstamp.blank.round_solid import tube

    return tube("t", 40.0, 36.0, 30.0, {}).charts["t.outer"]


def test_a_wrong_field_stops_the_plan_with_its_own_words() -> None:
    job = Job(blank=Blank(features=(Tube(name="t"),)), stamps=(stamp(Text(height="-2 mm")),))
    with pytest.raises(PLAN_ERRORS, match="more than 0"):
        plan(Document(job), resolve(job), {"t.outer": tube_chart()}, 0)


def test_the_bytes_of_a_logo_are_in_the_key() -> None:
    """Two files under one name are two artworks."""
    a, b = FileData(b"<svg/>", "svg"), FileData(b"<svg />", "svg")
    assert a != b and hash(a) != hash(b)
