"""Saving on odd disks: nothing is lost, and nothing is changed that should stay."""

from __future__ import annotations

import os
import stat
import subprocess
import sys
import time
from pathlib import Path

import pytest

from tests.conftest import environment, stamp, tank
from tinstamp.job import archive, disk, state
from tinstamp.job.archive import (
    ArchiveError,
    ChangedSince,
    Document,
    check,
    open_file,
    previous,
    save_file,
)
from tinstamp.job.disk import Hold, being_written, clear_stale, seen, write_atomically
from tinstamp.job.model import Dimension

FIRST, SECOND = Document(tank()), Document(tank(stamp()))


def test_a_second_save_without_hard_links(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    def none(*_: object) -> None:
        raise PermissionError(1, "Operation not permitted")

    monkeypatch.setattr(disk.os, "link", none)
    path = tmp_path / "tank.tinstamp"
    save_file(FIRST, path)
    save_file(SECOND, path)
    assert open_file(path).job == SECOND.job
    assert open_file(previous(path)).job == FIRST.job


def test_through_a_symbolic_link_with_the_files_mode(tmp_path: Path) -> None:
    (tmp_path / "far").mkdir()
    true = tmp_path / "far" / "tank.tinstamp"
    save_file(FIRST, true)
    true.chmod(0o640)
    link = tmp_path / "near.tinstamp"
    link.symlink_to(true)
    save_file(SECOND, link)
    assert link.is_symlink() and open_file(true).job == SECOND.job
    assert stat.S_IMODE(true.stat().st_mode) == 0o640


@pytest.mark.parametrize("name", ["n" * 241, "ß" * 120, "a" * 245])
def test_names_as_long_as_a_file_system_takes(name: str, tmp_path: Path) -> None:
    path = tmp_path / f"{name}.tinstamp"
    save_file(FIRST, path)
    save_file(SECOND, path)
    assert open_file(path).job == SECOND.job
    assert open_file(previous(path)).job == FIRST.job
    assert len(list(tmp_path.iterdir())) == 2


def test_a_name_that_is_no_unicode_is_told(tmp_path: Path) -> None:
    path = tmp_path / os.fsdecode(b"caf\xe9.tinstamp")
    save_file(FIRST, path)
    assert open_file(path).job == FIRST.job
    path.write_bytes(b"broken")
    with pytest.raises(ArchiveError) as told:
        open_file(path)
    str(told.value).encode()  # can be shown


def test_what_somebody_else_wrote_is_not_lost_unseen(tmp_path: Path) -> None:
    path = tmp_path / "tank.tinstamp"
    last = save_file(FIRST, path)
    assert save_file(FIRST, path, last) is not None
    last = seen(path)
    time.sleep(0.01)  # another mtime on coarse clocks
    save_file(SECOND, path)
    with pytest.raises(ChangedSince, match="another program"):
        save_file(FIRST, path, last)
    assert open_file(path).job == SECOND.job
    path.unlink()
    assert save_file(FIRST, path, last)  # gone is not changed: it is written again


def test_what_would_not_open_again_is_not_written(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    path = tmp_path / "tank.tinstamp"
    save_file(FIRST, path)
    stamps = tuple(stamp(f"s{k}") for k in range(201))
    many = Document(FIRST.job.model_copy(update={"stamps": stamps}))
    with pytest.raises(ArchiveError, match="at most 200"):
        save_file(many, path)
    monkeypatch.setattr(archive, "dump", lambda document: archive.load.__doc__.encode())
    with pytest.raises(ArchiveError, match="would not open again"):
        save_file(SECOND, path)
    assert open_file(path).job == FIRST.job


def test_limits_are_told_in_words() -> None:
    job = FIRST.job
    many = tuple(Dimension(name=f"d{k}", formula="1 mm") for k in range(501))
    with pytest.raises(ArchiveError, match="dimensions: there can be at most 500"):
        check(Document(job.model_copy(update={"dimensions": many})))
    with pytest.raises(ArchiveError, match="two stamps"):
        check(Document(job.model_copy(update={"stamps": (stamp(), stamp())})))
    long = stamp().model_copy(update={"name": "n" * 81})
    with pytest.raises(ArchiveError, match="stamp 1, name: this can have at most 80"):
        check(Document(job.model_copy(update={"stamps": (long,)})))


def test_bytes_that_read_back_otherwise_replace_nothing(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    path = tmp_path / "a"
    path.write_bytes(b"old")
    monkeypatch.setattr(Path, "read_bytes", lambda self: b"rot")
    with pytest.raises(OSError, match="read back"):
        write_atomically(path, b"new")
    monkeypatch.undo()
    assert path.read_bytes() == b"old" and list(tmp_path.iterdir()) == [path]


def test_what_a_killed_save_left_goes(tmp_path: Path) -> None:
    stale, fresh = tmp_path / ".tinstamp-aa.part", tmp_path / ".tinstamp-bb.part"
    for file in (stale, fresh):
        file.write_bytes(b"half")
    os.utime(stale, (1, 1))
    clear_stale(tmp_path)
    assert not stale.exists() and fresh.exists()


def test_what_a_process_that_is_gone_was_writing_goes_at_once(tmp_path: Path) -> None:
    """Of any ending; what a living one writes stays, and what another machine's does."""
    code = (
        "import sys; from pathlib import Path; from tinstamp.job.disk import being_written;"
        "being_written(Path(sys.argv[1]), 'step').write_bytes(b'half')"
    )
    subprocess.run([sys.executable, "-c", code, str(tmp_path)], env=environment(), check=True)
    (left,) = tmp_path.iterdir()
    ours = being_written(tmp_path, "step")
    elsewhere = tmp_path / ".tinstamp-another-1.part.step"
    for file in (ours, elsewhere):
        file.write_bytes(b"half")
    clear_stale(tmp_path)
    assert not left.exists() and ours.exists() and elsewhere.exists()


def test_a_hold_ends_with_its_process(tmp_path: Path) -> None:
    file = tmp_path / "open.lock"
    code = (
        "import sys, time; from pathlib import Path; from tinstamp.job.disk import Hold;"
        "h = Hold(Path(sys.argv[1])); print(h.take(), flush=True); time.sleep(60)"
    )
    other = subprocess.Popen(
        [sys.executable, "-c", code, str(file)], env=environment(), stdout=subprocess.PIPE
    )
    assert other.stdout is not None and other.stdout.readline() == b"True\n"
    hold = Hold(file)
    assert not hold.take()
    other.kill()
    other.wait()
    other.stdout.close()
    assert hold.take()
    hold.let_go()
    assert not file.exists()


def test_a_home_that_cannot_be_written(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    blocked = tmp_path / "file"
    blocked.write_text("no folder")
    monkeypatch.setenv("XDG_STATE_HOME", str(blocked))
    assert state.state_folder().is_dir() and "cannot be written" in state.trouble()
