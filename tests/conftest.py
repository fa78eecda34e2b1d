"""What all tests share: parts, artwork, and a home of their own."""

from __future__ import annotations

import gc
import os
from collections.abc import Iterable, Iterator, Sequence
from pathlib import Path

import pytest

from tinstamp.artwork import fonts
from tinstamp.artwork.fonts import FontData
from tinstamp.artwork.text import Artwork, TextSpec, lay_text
from tinstamp.blank.build import Sized, build_blank
from tinstamp.blank.extruded_solid import extruded
from tinstamp.blank.solid import Blank
from tinstamp.engine.blanks import steps_of
from tinstamp.job import model
from tinstamp.job.archive import Document
from tinstamp.job.features import BaseFeature, Tube
from tinstamp.job.model import (
    Dimension,
    FontRef,
    Job,
    Relief,
    Setting,
    Stamp,
    Text,
)
from tinstamp.job.profile import plate_profile
from tinstamp.job.resolve import resolve

ROOT = Path(__file__).resolve().parents[1]


def pytest_configure() -> None:
    """Each of several workers has a screen of its own, if there are as many."""
    worker, screens = os.environ.get("PYTEST_XDIST_WORKER"), os.environ.get("TINSTAMP_SCREENS")
    if worker and screens:
        each = screens.split()
        os.environ["DISPLAY"] = each[int(worker.removeprefix("gw")) % len(each)]


@pytest.fixture(autouse=True)
def own_home(tmp_path_factory: pytest.TempPathFactory, monkeypatch: pytest.MonkeyPatch) -> Path:
    """Settings, copies and fonts of the user who runs the tests are left alone."""
    home = tmp_path_factory.mktemp("home")
    monkeypatch.setenv("HOME", str(home))
    for name in ("XDG_STATE_HOME", "XDG_CONFIG_HOME", "XDG_CACHE_HOME", "XDG_DATA_HOME"):
        monkeypatch.setenv(name, str(home / name.lower()))
    return home


@pytest.fixture(scope="module", autouse=True)
def nothing_left() -> Iterator[None]:
    """What a file's tests leave goes before the next: windows and parts refer to themselves, and
    gigabytes of them make every process that is begun slow."""
    yield
    gc.collect()


def each_once(every: Iterable[object], *others: Sequence[object]) -> list[tuple[object, ...]]:
    """Each of the first with one of every other list in turn: all that there is comes up, in other
    company each time, where all with all would take minutes."""
    return [
        (*(one if isinstance(one, tuple) else (one,)),
         *(other[(k + k // len(other)) % len(other)] for other in others))
        for k, one in enumerate(every)
    ]  # fmt: skip


def font(family: str = "Barlow", style: str = "SemiBold") -> FontData:
    face = fonts.find(family, style)
    return fonts.read(face.path, face.index)


def artwork(
    text: str, height: float = 6.0, family: str = "Barlow", style: str = "SemiBold"
) -> Artwork:
    return lay_text(TextSpec(text, font(family, style), height))


def sized(*features: BaseFeature) -> list[Sized]:
    """Features with their values, which must have no errors."""
    resolved = resolve(Job(blank=model.Blank(features=features)))  # type: ignore[arg-type]
    assert resolved.errors == {}
    steps = steps_of(Job(blank=model.Blank(features=features)), resolved)  # type: ignore[arg-type]
    assert steps is not None
    return [step.sized for step in steps]


def made(*features: BaseFeature, seams: dict[str, float] | None = None) -> Blank:
    """The blank of features."""
    return build_blank(sized(*features), seams or {})


def stamp(name: str = "Mark", text: str = "HB8", **fields: object) -> Stamp:
    """A stamp on `tank.outer`, unless the fields say otherwise."""
    get = fields.get
    return Stamp(
        name=name,
        artwork=Text(
            text=text,
            height=str(get("height", "6 mm")),
            font=FontRef(family=str(get("family", "Barlow")), style=str(get("style", "SemiBold"))),
        ),
        setting=Setting(
            face=str(get("face", "tank.outer")),
            across=str(get("across", "0 deg")),
            up=str(get("up", "20 mm")),
            turn=str(get("turn", "0 deg")),
        ),
        relief=Relief(make=get("make", "engrave"), depth=str(get("depth", "0.4 mm"))),  # type: ignore[arg-type]
    )


def plate(name: str, length: float, width: float, thickness: float, corner: float = 0.0) -> Blank:
    return extruded(name, plate_profile(length, width, corner), thickness)


def tank(*stamps: Stamp, outer: str = "84 mm", wall: str = "1.6 mm", height: str = "46 mm") -> Job:
    return Job(
        dimensions=(Dimension(name="diameter", formula=outer),),
        blank=model.Blank(
            features=(Tube(name="tank", outer_diameter="diameter", wall=wall, height=height),)
        ),
        stamps=stamps,
    )


def document(*stamps: Stamp, **sizes: str) -> Document:
    return Document(tank(*stamps, **sizes))


def environment() -> dict[str, str]:
    """For programs that a test starts: this source tree, this home."""
    return {**os.environ, "PYTHONPATH": str(ROOT / "src")}
