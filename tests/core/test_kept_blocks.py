"""A word that is moved is moved: what was made of its letters is set down again, and the solid is
that of letters made anew, held against the kernel's own check, measure and STEP reader
(ISO 10303-21)."""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path

import numpy as np
import pytest

from tests.core.solids import read_back, sound, volume
from tests.core.test_alike import FACES
from tests.core.test_grooves import LINE
from tinstamp.blank.kernel import box_of
from tinstamp.engine.build import Built, build
from tinstamp.engine.cache import Cache
from tinstamp.engine.triangles import Mesh
from tinstamp.job.archive import Document
from tinstamp.job.drawn import knot
from tinstamp.job.features import BaseFeature, Extruded, FreeformSkin, Plate
from tinstamp.job.model import Blank, Job, Relief, Setting, Stamp, Text, changed
from tinstamp.relief import kept_blocks
from tinstamp.relief.kept_blocks import KEPT_BLOCKS, MOST_PLACES
from tinstamp.relief.walls import Waller

SEED = 1216
"""of the places that words are moved to"""
MOVES = 6
ACROSS = ("stamps", 0, "setting", "across")
ON: dict[str, tuple[BaseFeature, str, str, str]] = {
    **FACES,
    "rail": (
        Extruded(
            name="b", height="60 mm",
            points=(
                knot("a", -20, -15), knot("b", 20, -15, "arc", 60), knot("c", 20, 15),
                knot("d", -20, 15),
            ),
        ),
        "b.b", "0 mm", "30 mm",
    ),
}  # fmt: skip


@pytest.fixture(autouse=True)
def nothing_kept() -> Iterator[None]:
    KEPT_BLOCKS.clear()
    yield
    KEPT_BLOCKS.clear()


@pytest.fixture
def walled(monkeypatch: pytest.MonkeyPatch) -> list[int]:
    """Counts the loops that walls are made for, in its only number."""
    count = [0]
    make = Waller.walled

    def counted(self: Waller, loop):  # type: ignore[no-untyped-def]
        count[0] += 1
        return make(self, loop)

    monkeypatch.setattr(Waller, "walled", counted)
    return count


def job_on(name: str, make: str = "engrave", text: str = "OBAL8", depth: str = "0.4 mm") -> Job:
    part, face, across, up = ON[name]
    setting = Setting(face=face, across=across, up=up, rests_on="middle")
    if name != "rail":
        setting = setting.model_copy(update={"up_from": "middle"})
    stamp = Stamp(
        name="s",
        artwork=Text(text=text, height="4 mm"),
        setting=setting,
        relief=Relief.model_validate({"make": make, "depth": depth}),
    )
    return Job(blank=Blank(features=(part,)), stamps=(stamp,))


def built_of(job: Job, cache: Cache | None = None) -> Built:
    built = build(Document(job), Cache() if cache is None else cache)
    assert built.report.valid, built.report.findings
    assert [s.built_by for s in built.report.stamps] == ["imprint"] * len(job.stamps)
    return built


def as_made_anew(now: Built, job: Job) -> None:
    """It is as large as with nothing kept, and sound."""
    KEPT_BLOCKS.clear()
    fresh = built_of(job)
    assert now.solid is not None and fresh.solid is not None and sound(now.solid.shape)
    assert volume(now.solid.shape) == pytest.approx(volume(fresh.solid.shape), rel=1e-9)


def moved(job: Job, name: str, random: np.random.Generator) -> Job:
    """The stamp at another place, and on faces where a turn is a motion of the face, turned."""
    unit, far = ("mm", 15.0) if name in ("plate", "rail") else ("deg", 160.0)
    up = {"rail": 20.0}.get(name, 5.0) if name not in ("cone", "ball") else 0.0
    begin = 30.0 if name == "rail" else 0.0
    for field, value in (
        ("across", f"{random.uniform(-far, far) if name != 'rail' else 0.0:.4f} {unit}"),
        ("up", f"{begin + random.uniform(-up, up):.4f} mm"),
        ("turn", f"{random.uniform(-20, 20) if name == 'plate' else 0.0:.3f} deg"),
    ):
        job = changed(job, ("stamps", 0, "setting", field), value)
    return job


@pytest.mark.parametrize("make", ["engrave", "emboss", "mark"])
@pytest.mark.parametrize("name", list(ON))
def test_a_moved_word_is_the_word_made_anew(name: str, make: str, walled: list[int]) -> None:
    random, cache = np.random.default_rng(SEED), Cache()
    job = job_on(name, make)
    first = built_of(job, cache)
    assert first.solid is not None
    then, box = volume(first.solid.shape), box_of(first.solid.shape)
    made, again = walled[0], 0
    for _ in range(MOVES):
        job = moved(job, name, random)
        before = walled[0]
        now = built_of(job, cache)
        again += walled[0] - before
        kept, KEPT_BLOCKS._kept = KEPT_BLOCKS._kept, {}
        fresh = built_of(job)
        KEPT_BLOCKS._kept = kept
        assert now.solid is not None and fresh.solid is not None
        assert sound(now.solid.shape)
        assert volume(now.solid.shape) == pytest.approx(volume(fresh.solid.shape), rel=1e-9)
        assert now.report.volume == pytest.approx(fresh.report.volume, rel=1e-9)
        assert box_of(now.solid.shape) == pytest.approx(box_of(fresh.solid.shape), abs=1e-6)
        assert sorted(f.name for f in now.solid.faces) == sorted(f.name for f in fresh.solid.faces)
    # nothing was made again; all that was there before is as it was
    assert again == 0 and (made > 0 or make == "mark")
    assert sound(first.solid.shape)
    assert volume(first.solid.shape) == pytest.approx(then, rel=1e-12)
    assert box_of(first.solid.shape) == pytest.approx(box, abs=1e-12)


def figures(job: Job, cache: Cache) -> dict[str, np.ndarray]:
    """Of the triangles of all faces by their names: how large they are, where their middle is, and
    which way they look."""
    seen: list[Mesh] = []
    build(Document(job), cache, lambda meshes, _: seen.extend(meshes.values()))
    mesh = seen[0]
    corners = mesh.points[mesh.triangles].astype(float)
    cross = np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0]) / 2
    sizes, found = np.linalg.norm(cross, axis=1), {}
    for k, face in enumerate(mesh.names):
        at = mesh.faces == k
        middle = (corners[at].mean(axis=1) * sizes[at, None]).sum(axis=0) / sizes[at].sum()
        found[face] = np.array([sizes[at].sum(), *middle, *cross[at].sum(axis=0)])
    return found


@pytest.mark.parametrize("at_cap", [False, True])
@pytest.mark.parametrize("name", ["plate", "tube", "cone", "ball"])
def test_letters_with_draft_are_moved_too(name: str, at_cap: bool, walled: list[int]) -> None:
    random, cache = np.random.default_rng(SEED), Cache()
    job = job_on(name, "emboss")
    job = changed(job, ("stamps", 0, "relief", "draft"), "5 deg")
    job = changed(job, ("stamps", 0, "relief", "outline"), "cap" if at_cap else "face")
    built_of(job, cache)
    before = walled[0]
    job = moved(job, name, random)
    now = built_of(job, cache)
    assert walled[0] == before
    as_made_anew(now, job)
    job = changed(job, ("stamps", 0, "relief", "draft"), "4 deg")
    before = walled[0]
    built_of(job, cache)
    assert walled[0] > before  # they are others


@pytest.mark.parametrize("name", ["tube", "plate", "ball"])
def test_triangles_of_a_moved_word_are_those_of_one_made_anew(name: str) -> None:
    cache = Cache()
    job = job_on(name, "emboss")
    built_of(job, cache)
    job = moved(job, name, np.random.default_rng(SEED))
    kept = figures(job, cache)
    KEPT_BLOCKS.clear()
    fresh = figures(job, Cache())
    assert kept.keys() == fresh.keys()
    for face, own in kept.items():
        assert own == pytest.approx(fresh[face], abs=2e-3), face


SHAPED = {
    "vee": {"section": "vee", "depth": "0.2 mm"},
    "round": {"section": "ball", "depth": "0.2 mm"},
    "cut off": {"cap_edge": "chamfer", "cap_edge_size": "0.1 mm"},
    "soft": {"cap_edge": "round", "cap_edge_size": "0.1 mm", "face_edge": "round",
             "face_edge_size": "0.1 mm", "draft": "4 deg"},
    "field": {"make": "field", "margin": "1 mm"},
    "field, letters proud": {"make": "field", "margin": "1 mm", "letters": "0.2 mm"},
    "panel": {"make": "panel", "margin": "1 mm"},
}  # fmt: skip
"""Walls of more than one stretch, and what is about the letters."""


@pytest.mark.parametrize("shape", SHAPED)
@pytest.mark.parametrize("name", ["plate", "tube", "ball"])
def test_sections_and_softened_edges_are_moved_too(
    name: str, shape: str, walled: list[int], tmp_path: Path
) -> None:
    """As they would be made anew, and not taken for such with another size."""
    random, cache = np.random.default_rng(SEED + 2), Cache()
    job = job_on(name, "engrave", text="OBI")
    if "section" in SHAPED[shape]:
        job = changed(job, ("stamps", 0, "artwork", "font"), LINE)
    for field, value in SHAPED[shape].items():
        job = changed(job, ("stamps", 0, "relief", field), value)
    built_of(job, cache)
    before = walled[0]
    job = moved(job, name, random)
    now = built_of(job, cache)
    assert walled[0] == before
    as_made_anew(now, job)
    assert now.solid is not None
    again = read_back(now.solid.shape, tmp_path / "part.step")
    assert sound(again) and volume(again) == pytest.approx(volume(now.solid.shape), rel=1e-9)
    before = walled[0]
    about = "margin" in SHAPED[shape]
    field, value = ("margin", "1.1 mm") if about else ("depth", "0.23 mm")
    built_of(changed(job, ("stamps", 0, "relief", field), value), cache)
    assert walled[0] > before


@pytest.mark.parametrize("name", ["plate", "tube", "ball"])
def test_a_file_of_a_moved_word_reads_back_whole(name: str, tmp_path: Path) -> None:
    """A face that was set down at several places one after the other is written where it is now."""
    random, cache = np.random.default_rng(SEED + 1), Cache()
    job = job_on(name, "emboss")
    for _ in range(3):
        built = built_of(job, cache)
        job = moved(job, name, random)
    assert built.solid is not None
    again = read_back(built.solid.shape, tmp_path / "part.step")
    assert sound(again)
    assert volume(again) == pytest.approx(volume(built.solid.shape), rel=1e-9)
    assert box_of(again) == pytest.approx(box_of(built.solid.shape), abs=1e-6)


def test_a_letter_more_is_the_only_one_that_is_made(walled: list[int]) -> None:
    cache = Cache()
    job = job_on("plate", text="OBA")
    built_of(job, cache)
    before = walled[0]
    longer = built_of(changed(job, ("stamps", 0, "artwork", "text"), "OBAL"), cache)
    assert walled[0] - before == 1  # an L has one outline; the others move, as text is centred
    KEPT_BLOCKS.clear()
    fresh = built_of(changed(job, ("stamps", 0, "artwork", "text"), "OBAL"))
    assert longer.solid is not None and fresh.solid is not None
    assert volume(longer.solid.shape) == pytest.approx(volume(fresh.solid.shape), rel=1e-10)


def test_stamps_with_the_same_letters_share_them(walled: list[int]) -> None:
    job = job_on("tube", text="OB")
    first = built_of(job)
    alone = walled[0]
    other = job.stamps[0].model_copy(update={"name": "t"})
    other = changed(job.model_copy(update={"stamps": (other,)}), ACROSS, "90 deg").stamps[0]
    KEPT_BLOCKS.clear()
    both = built_of(job.model_copy(update={"stamps": (*job.stamps, other)}))
    assert walled[0] == 2 * alone
    assert first.solid is not None and both.solid is not None and both.blank is not None
    assert sound(both.solid.shape)
    bare = volume(both.blank.solid.shape)
    once, twice = (volume(b.solid.shape) - bare for b in (first, both) if b.solid is not None)
    assert twice == pytest.approx(2 * once, rel=1e-7)


@pytest.mark.parametrize(
    ("field", "value"),
    [(("relief", "depth"), "0.3 mm"), (("artwork", "height"), "4.001 mm"),
     (("artwork", "mirrored"), True)],
)  # fmt: skip
def test_what_is_not_the_same_is_made(
    field: tuple[str, str], value: object, walled: list[int]
) -> None:
    """Another depth, a hair's difference in size, a mirror image: nothing of it is set down."""
    cache = Cache()
    job = job_on("plate", text="FR")
    built_of(job, cache)
    before = walled[0]
    job = changed(job, ("stamps", 0, *field), value)
    now = built_of(job, cache)
    assert walled[0] - before == 3  # F, and R with its counter
    KEPT_BLOCKS.clear()
    fresh = built_of(job)
    assert now.solid is not None and fresh.solid is not None
    assert volume(now.solid.shape) == pytest.approx(volume(fresh.solid.shape), rel=1e-10)


def test_on_a_freeform_face_nothing_is_kept() -> None:
    part = FreeformSkin(name="b", length="110 mm", width="60 mm", thickness="5 mm")
    setting = Setting(face="b.top", across="0 mm", up="0 mm")
    stamp = Stamp(name="s", artwork=Text(text="OB", height="4 mm"), setting=setting)
    built_of(Job(blank=Blank(features=(part,)), stamps=(stamp,)))
    assert not len(KEPT_BLOCKS)


def test_a_block_is_made_anew_when_it_has_had_many_places(walled: list[int]) -> None:
    """Each place leaves a curve in its edges, which are looked through one after the other."""
    cache, job = Cache(), job_on("plate", text="I")
    built_of(job, cache)
    made = [walled[0]]
    for k in range(2 * MOST_PLACES):
        job = changed(job, ACROSS, f"{0.1 * (k + 1):.1f} mm")
        built_of(job, cache)
        made.append(walled[0])
    assert 2 <= made[-1] <= 3
    assert len(KEPT_BLOCKS) == 1


def test_only_so_many_are_kept(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(kept_blocks, "MOST_KEPT", 3)
    for text in ("OB", "AL", "8O"):
        built_of(job_on("plate", text=text), Cache())
        assert len(KEPT_BLOCKS) <= 3


def test_a_hole_through_a_part_that_is_moved() -> None:
    """Cut through from a flat face: walls end in the other one, and are no blocks of this way."""
    cache = Cache()
    part = Plate(name="b", length="120 mm", width="40 mm", thickness="2 mm")
    setting = Setting(face="b.top", across="0 mm", up="0 mm", up_from="middle")
    stamp = Stamp(
        name="s", artwork=Text(text="IL", height="6 mm"), setting=setting,
        relief=Relief.model_validate({"depth": "3 mm"}),
    )  # fmt: skip
    job = Job(blank=Blank(features=(part,)), stamps=(stamp,))
    volumes = []
    for across in ("0 mm", "12.3 mm", "-31 mm"):
        job = changed(job, ACROSS, across)
        built = build(Document(job), cache)
        assert built.report.valid and built.solid is not None
        assert sound(built.solid.shape)
        volumes.append(volume(built.solid.shape))
    assert volumes == pytest.approx([volumes[0]] * 3, rel=1e-9)
