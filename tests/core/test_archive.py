"""The file: the same document back, and nothing but clear errors from bad files."""

from __future__ import annotations

import hashlib
import json
import stat
import zipfile
from io import BytesIO
from pathlib import Path

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from tests.conftest import ROOT, font, stamp, tank
from tinstamp.job import archive, disk
from tinstamp.job.archive import ArchiveError, Document, dump, load, open_file, save_file
from tinstamp.job.model import FORMAT, FontRef, Job, changed


def with_font() -> Document:
    data = font().data
    digest = hashlib.sha256(data).hexdigest()
    ref = FontRef(family="Barlow", style="SemiBold", digest=digest)
    job = changed(tank(stamp()), ("stamps", 0, "artwork", "font"), ref)
    return Document(job, {digest: data, "0" * 64: b"unused"})


WHOLE = dump(with_font())


def packed(**members: bytes) -> bytes:
    out = BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as z:
        for name, data in members.items():
            z.writestr(name, data)
    return out.getvalue()


def job_json(**changes: object) -> bytes:
    raw = {**tank(stamp()).model_dump(mode="json"), **changes}
    return json.dumps(raw).encode()


def test_the_same_comes_back_with_only_the_fonts_in_use() -> None:
    document = with_font()
    read = load(WHOLE)
    assert read.job == document.job
    assert list(read.fonts) == [document.job.stamps[0].artwork.font.digest]
    assert dump(read) == WHOLE


def test_saving_keeps_the_version_before(tmp_path: Path) -> None:
    path = tmp_path / "tank.tinstamp"
    first, second = Document(tank()), Document(tank(stamp()))
    save_file(first, path)
    save_file(second, path)
    assert open_file(path).job == second.job
    assert open_file(archive.previous(path)).job == first.job
    assert sorted(p.name for p in tmp_path.iterdir()) == [
        "tank (previous).tinstamp",
        "tank.tinstamp",
    ]
    assert path.stat().st_mode & stat.S_IRUSR


def test_a_failed_save_leaves_the_file_alone(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    path = tmp_path / "tank.tinstamp"
    save_file(Document(tank()), path)
    before = path.read_bytes()

    def broken(_: int) -> None:
        raise OSError(28, "No space left on device")

    monkeypatch.setattr(disk.os, "fsync", broken)
    with pytest.raises(ArchiveError, match="No space left"):
        save_file(Document(tank(stamp())), path)
    assert path.read_bytes() == before
    assert list(tmp_path.iterdir()) == [path]


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (b"", "damaged or not"),
        (b"plain text", "damaged or not"),
        (WHOLE[: len(WHOLE) // 2], "damaged or not"),
        (packed(), "no job"),
        (packed(**{"job.json": b"{"}), "is damaged"),
        (packed(**{"job.json": b"[1]"}), "is damaged"),
        (packed(**{"job.json": b"[" * 100000}), "damaged"),
        (packed(**{"job.json": job_json(format=FORMAT + 1)}), "newer version"),
        (packed(**{"job.json": job_json(format="1b")}), "not valid"),
        (packed(**{"job.json": job_json(surprise=1)}), "surprise"),
        (packed(**{"job.json": job_json(blank={"features": []})}), "not valid"),
        (packed(**{"job.json": job_json(), "../evil": b"x"}), "unknown part"),
        (packed(**{"job.json": job_json(), "/etc/evil": b"x"}), "unknown part"),
        (packed(**{"job.json": job_json(), f"fonts/{'0' * 64}.font": b"x"}), "font inside"),
        (packed(**{"job.json": b" " * (archive.MOST_JSON + 1)}), "more than a job may hold"),
        (packed(**{"job.json": job_json(), "fonts/x": bytes(archive.MOST_BYTES + 1)}), "more than"),
        (packed(**{f"m{i}": b"" for i in range(archive.MOST_MEMBERS + 1)}), "more than"),
    ],
)
def test_bad_files_are_refused_in_words(data: bytes, words: str) -> None:
    with pytest.raises(ArchiveError, match=words):
        load(data, "tank.tinstamp")


def test_a_bomb_that_lies_about_its_size() -> None:
    bomb = bytearray(packed(**{"job.json": b" " * (archive.MOST_JSON + 1)}))
    # the directory says one byte; reading stops all the same
    at = bomb.rindex(b"PK\x01\x02")
    bomb[at + 24 : at + 28] = (1).to_bytes(4, "little")
    with pytest.raises(ArchiveError):
        load(bytes(bomb))


@settings(suppress_health_check=[HealthCheck.too_slow], deadline=None, derandomize=True)
@given(st.data())
def test_mutated_files_give_a_job_or_words(data: st.DataObject) -> None:
    mutated = bytearray(dump(Document(tank(stamp()))))
    for _ in range(data.draw(st.integers(1, 6))):
        at = data.draw(st.integers(0, len(mutated) - 1))
        mutated[at] = data.draw(st.integers(0, 255))
    try:
        assert isinstance(load(bytes(mutated)).job, Job)
    except ArchiveError as error:
        assert str(error)


def test_missing_and_unreadable(tmp_path: Path) -> None:
    with pytest.raises(ArchiveError, match="No such file"):
        open_file(tmp_path / "none.tinstamp")
    with pytest.raises(ArchiveError, match="cannot be read"):
        open_file(tmp_path)
    with pytest.raises(ArchiveError, match="cannot be written"):
        save_file(Document(tank()), tmp_path / "no" / "folder.tinstamp")


def test_the_published_schema_is_the_models_own() -> None:
    published = json.loads((ROOT / "docs" / "job.schema.json").read_text())
    assert published == Job.model_json_schema()
