"""What is large and stays the same: validated, measured and sent once."""

from __future__ import annotations

import pickle

import pytest
from pydantic import ValidationError

from tests.conftest import stamp, tank
from tinstamp.engine.once import LARGE_PART, MOST_REMEMBERED, Packing, Unpacking
from tinstamp.job import archive, resolve
from tinstamp.job.archive import ArchiveError, Document, check
from tinstamp.job.features import Imported
from tinstamp.job.imported import FoundFace
from tinstamp.job.model import Blank, Job, changed
from tinstamp.job.resolve import may_hold_formulas
from tinstamp.job.sound import written_with


def part(count: int, name: str = "p") -> Imported:
    faces = tuple(
        FoundFace(
            name=f"skin_{k}", kind="freeform", centre=(k, 0, 0), look=(0, 0, 1), area=2.0,
            measures={"face_width": 1.0 + k, "face_height": 2.0},
        )
        for k in range(count)
    )  # fmt: skip
    return Imported(name=name, digest="0" * 64, faces=faces)


def test_an_edit_leaves_what_it_does_not_touch_the_very_same() -> None:
    job = tank(stamp("A"), stamp("B", up="8 mm"))
    edited = changed(job, ("stamps", 1, "relief", "depth"), "0.7 mm")
    assert edited.stamps[1].relief.depth == "0.7 mm"
    assert edited.stamps[0] is job.stamps[0]
    assert edited.blank.features[0] is job.blank.features[0]
    assert edited.stamps[1].artwork is job.stamps[1].artwork


@pytest.mark.parametrize("path, new", [
    (("stamps", 0, "relief", "make"), "melt"),
    (("stamps", 0, "name"), ""),
    (("stamps",), tuple(stamp("A") for _ in range(300))),
    (("stamps", 0, "relief"), stamp("A").relief.model_copy(update={"make": "melt"})),
])  # fmt: skip
def test_what_does_not_hold_is_refused_with_its_place(path: tuple, new: object) -> None:  # type: ignore[type-arg]
    with pytest.raises(ValidationError) as caught:
        changed(tank(stamp("A")), path, new)
    where = caught.value.errors()[0]["loc"]
    assert where[0] == "stamps"


def test_a_field_that_is_not_known_is_refused() -> None:
    with pytest.raises(ValidationError):
        changed(tank(stamp("A")), ("stamps", 0, "colour_of_the_sky"), "blue")


def test_a_job_that_was_put_together_past_its_model_is_refused() -> None:
    """`model_copy` validates nothing; the check does, also beside values that are known."""
    job = tank(stamp("A"), stamp("B"))
    check(Document(job))
    bad = job.stamps[1].model_copy(update={"name": "x" * 1000})
    with pytest.raises(ArchiveError, match="stamp 2"):
        check(Document(job.model_copy(update={"stamps": (job.stamps[0], bad)})))


@pytest.mark.parametrize("job", [
    tank(stamp("A", text="a\nb\"c\\ü日")), Job(blank=Blank(features=(part(30),))), tank(),
])  # fmt: skip
def test_a_job_is_written_with_no_more_than_is_told(job: Job) -> None:
    real = len(archive._text(job))
    assert real <= written_with(job) <= 2.5 * real + 500


def test_measures_of_a_part_that_did_not_change_are_not_worked_out_again(monkeypatch) -> None:  # type: ignore[no-untyped-def]
    job = Job(blank=Blank(features=(part(40),)), stamps=(stamp("A", face="p.skin_7"),))
    first = resolve.resolve(job)
    calls: list[object] = []
    monkeypatch.setattr(Imported, "measures", lambda self, values: calls.append(values) or {})
    second = resolve.resolve(changed(job, ("stamps", 0, "relief", "depth"), "face_width / 20"))
    assert not calls
    assert second.names["p.skin_7.face_width"].value == 8.0
    assert second.of("stamps", 0, "relief", "depth") == pytest.approx(0.4)
    assert first.names == second.names


def test_faces_of_a_part_hold_no_formulas() -> None:
    assert not may_hold_formulas(Imported, "faces")
    assert may_hold_formulas(Job, "stamps") and may_hold_formulas(Blank, "features")


def test_a_large_part_goes_over_once() -> None:
    packing, unpacking = Packing(), Unpacking()
    parts = [part(LARGE_PART + 1, f"p{k}") for k in range(MOST_REMEMBERED + 3)]
    small = part(3)
    sizes: dict[str, list[int]] = {}
    for one in [*parts, *parts[-3:], parts[0], small, small]:
        data = packing.packed(("job", one))
        assert unpacking.unpacked(data) == ("job", one)
        sizes.setdefault(one.name, []).append(len(data))
    assert sizes["p10"][1] < 100 < sizes["p10"][0]
    assert sizes["p0"][1] == sizes["p0"][0]  # forgotten at both ends by then
    assert sizes["p"][0] == sizes["p"][1]
    assert pickle.loads(pickle.dumps(small)) == small
