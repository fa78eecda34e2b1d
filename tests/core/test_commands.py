"""The two commands of the README, with an environment that is set up already."""

from __future__ import annotations

import hashlib
import os
import re
import subprocess
import sys
from pathlib import Path

import pytest

from tests.conftest import ROOT


@pytest.fixture
def ready(tmp_path: Path) -> dict[str, str]:
    """A virtual environment that says it was set up from the lock."""
    (tmp_path / "bin").mkdir()
    python = tmp_path / "bin" / "python"
    python.write_text(f'#!/bin/sh\nexec "{sys.executable}" "$@"\n')
    python.chmod(0o755)
    lock = (ROOT / "requirements.lock").read_bytes()
    (tmp_path / ".set-up").write_text(hashlib.sha256(lock).hexdigest())
    kept = {k: v for k, v in os.environ.items() if k not in ("DISPLAY", "WAYLAND_DISPLAY")}
    return {**kept, "TINSTAMP_VENV": str(tmp_path), "PYTHONPATH": str(ROOT / "src")}


def test_run_passes_its_words_to_the_program(ready: dict[str, str], tmp_path: Path) -> None:
    words = ["make", str(ROOT / "demo" / "tank.tinstamp"), "--out", str(tmp_path), "--as", "dxf"]
    run = subprocess.run(
        [str(ROOT / "run"), *words], env=ready, capture_output=True, text=True, check=False
    )
    assert run.returncode == 0, run.stderr
    assert (tmp_path / "tank.dxf").exists()


def test_run_says_when_there_is_no_screen(ready: dict[str, str]) -> None:
    ready.pop("QT_QPA_PLATFORM", None)
    run = subprocess.run(
        [str(ROOT / "run")], env=ready, capture_output=True, text=True, check=False
    )
    assert run.returncode == 2
    assert "no screen" in run.stderr and "./run make" in run.stderr


def test_both_locks_pin_everything_and_agree() -> None:
    pins = {}
    for name in ("requirements.lock", "requirements-dev.lock"):
        blocks = re.split(r"\n(?=\S)", (ROOT / name).read_text().strip())
        assert all(re.match(r"[A-Za-z0-9._-]+==\S+( \\\n +--hash=sha256:[0-9a-f]{64})+$", b)
                   for b in blocks)  # fmt: skip
        pins[name] = {block.split()[0] for block in blocks}
    assert pins["requirements.lock"] <= pins["requirements-dev.lock"]
