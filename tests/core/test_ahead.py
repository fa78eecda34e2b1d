"""What is looked at while an imprint is still being made is found as if it were looked at after."""

from __future__ import annotations

import random
from dataclasses import replace

import pytest

from tests.conftest import stamp
from tests.core.test_looked import FACES, crossed, letters
from tinstamp.engine.build import build
from tinstamp.guarded.beside import stop_all
from tinstamp.job.archive import Document
from tinstamp.job.model import Blank, Job, Relief
from tinstamp.relief import ahead, by_imprint, looked
from tinstamp.relief.ahead import Ahead
from tinstamp.relief.carved_kept import KEPT_ROOFS
from tinstamp.relief.imprint import Imprint
from tinstamp.relief.kept_blocks import KEPT_BLOCKS
from tinstamp.relief.looked import Looked
from tinstamp.relief.soundness import CAPS, OTHERS

SORTS = {
    "sunk": Relief(depth="0.4 mm"),
    "raised": Relief(make="emboss", depth="0.4 mm"),
    "marked": Relief(make="mark"),
    "carved": Relief(depth="1 mm", section="carved", vee="60 deg"),
    "draft": Relief(depth="0.4 mm", draft="5 deg"),
    "rounded": Relief(depth="0.3 mm", cap_edge="round", cap_edge_size="0.1 mm"),
}
MOST = 10**9
"""more than there is of anything"""


def watched(made: Imprint) -> Looked:
    """Its findings, all of its blocks looked at ahead."""
    own = Ahead(MOST)
    for block in made.blocks:
        block.known.sound.clear()
        block.known.change = None
        own.made(block)
    return Looked(replace(made, ahead=own))


@pytest.mark.parametrize("face", FACES)
def test_it_finds_the_same(face: str, monkeypatch: pytest.MonkeyPatch) -> None:
    made = letters(face, "engrave")
    after = Looked(made)
    assert after.caps_valid() and after.others_valid()
    changes = after.changes()
    monkeypatch.setattr(ahead, "ENOUGH_FACES", 40)
    look = watched(made)
    assert look.caps_valid()
    assert look.changes() == pytest.approx(changes, rel=1e-12)
    assert look.others_valid()
    assert all(block.known.sound == {CAPS, OTHERS} for block in made.blocks)


@pytest.mark.parametrize("at", [0, 7, -1])
def test_a_fault_is_found_wherever_it_is(at: int, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(ahead, "ENOUGH_FACES", 40)
    made = letters("tube", "engrave")
    blocks = list(made.blocks)
    blocks[at] = replace(blocks[at], cap=crossed())
    caps = watched(replace(made, blocks=tuple(blocks)))
    assert not caps.caps_valid() and caps.others_valid()
    blocks[at] = replace(made.blocks[at], walls=(*made.blocks[at].walls, crossed()))
    walls = watched(replace(made, blocks=tuple(blocks)))
    assert walls.caps_valid() and not walls.others_valid()
    assert OTHERS not in blocks[at].known.sound


def test_a_process_that_is_stopped_leaves_its_work_to_this_one(
    monkeypatch: pytest.MonkeyPatch,
) -> None:
    monkeypatch.setattr(ahead, "ENOUGH_FACES", 1)
    made = letters("ball", "engrave")
    changes = Looked(made).changes()
    look = watched(made)
    stop_all()
    assert look.caps_valid() and look.others_valid()
    assert look.changes() == pytest.approx(changes, rel=1e-12)


def made_anew(job: Job, few: int, monkeypatch: pytest.MonkeyPatch) -> list[tuple[str, float]]:
    """How each stamp is built, and what it changes; by a second process from so few faces on."""
    monkeypatch.setattr(ahead, "ENOUGH_FACES", few)
    monkeypatch.setattr(ahead, "FACES_IN_ALL", few)
    monkeypatch.setattr(by_imprint, "MANY_CURVES", few)
    monkeypatch.setattr(looked, "MANY_FACES", few)
    KEPT_BLOCKS.clear()
    KEPT_ROOFS.clear()
    built = build(Document(job))
    assert built.report.valid, built.report.findings
    return [(own.built_by, own.relief_volume) for own in built.report.stamps]


@pytest.mark.parametrize("sort", SORTS)
@pytest.mark.parametrize("face", FACES)
def test_random_words_come_out_the_same(
    face: str, sort: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    r = random.Random(f"{face} {sort}")
    part, name, up = FACES[face]
    words = "".join(r.sample("ABDEGHIKLMNOPQRSUX®%&8", 2 if sort == "carved" else 4))
    height = "5 mm" if sort == "carved" else "3 mm"
    across = "0 mm" if face == "skin" else "0 deg"
    mark = stamp("m", words, face=name, across=across, up=up, height=height)
    job = Job(blank=Blank(features=(part,)), stamps=(  # type: ignore[arg-type]
        mark.model_copy(update={"relief": SORTS[sort]}),))  # fmt: skip
    (alone,) = made_anew(job, MOST, monkeypatch)
    (beside,) = made_anew(job, 1, monkeypatch)
    assert alone[0] == beside[0] == "imprint"
    assert beside[1] == pytest.approx(alone[1], rel=1e-12, abs=1e-12)
