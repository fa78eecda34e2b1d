"""The verbs for Python, by their own examples."""

from __future__ import annotations

import doctest
import subprocess
import sys
from pathlib import Path

import pytest

import tinstamp
from tests.conftest import ROOT
from tinstamp import verbs


def names(folder: Path) -> dict[str, object]:
    return {"DEMO": ROOT / "demo", "FOLDER": folder}


def test_the_examples_of_every_verb(tmp_path: Path) -> None:
    found = doctest.testmod(verbs, extraglobs=names(tmp_path), raise_on_error=False)
    assert found.failed == 0 and found.attempted > 12


def test_the_examples_of_the_document(tmp_path: Path) -> None:
    page = ROOT / "docs" / "python.md"
    found = doctest.testfile(str(page), module_relative=False, globs=names(tmp_path))
    assert found.failed == 0 and found.attempted > 10


def test_importing_the_package_loads_no_kernel() -> None:
    told = "import sys, tinstamp; print(any(m.startswith('OCP') for m in sys.modules))"
    run = subprocess.run([sys.executable, "-c", told], capture_output=True, text=True, check=True)
    assert run.stdout.strip() == "False"


def test_every_verb_is_exported_and_documented() -> None:
    for name in tinstamp.__all__:
        verb = getattr(tinstamp, name)
        assert verb is getattr(verbs, name) and ">>>" in (verb.__doc__ or "")
    with pytest.raises(AttributeError):
        _ = tinstamp.nothing  # type: ignore[attr-defined]


@pytest.mark.parametrize("where", ["stamp", "stamps.0.relief.deep", "stamps.9", "blank.features.x"])
def test_a_place_that_is_not_there(where: str) -> None:
    job = tinstamp.open(ROOT / "demo" / "knob.tinstamp")
    with pytest.raises(LookupError):
        tinstamp.edit(job, where, "1 mm")


def test_what_does_not_hold_is_refused_and_the_document_stays() -> None:
    job = tinstamp.open(ROOT / "demo" / "knob.tinstamp")
    before = job.job
    with pytest.raises(ValueError, match="engrave"):
        tinstamp.edit(job, "stamps.0.relief.make", "burn")
    assert job.job is before
