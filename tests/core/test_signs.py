"""Signs beside what an independent renderer (resvg) paints of their files, and beside figures of
their standards; and signs on parts."""

from __future__ import annotations

import numpy as np
import pytest

from tests.conftest import stamp
from tests.core.rendered import both_inks, common
from tinstamp.artwork.contacts import parted
from tinstamp.artwork.sign import FOLDER, SIGNS, SignError, SignSpec, draw_sign, picture_of
from tinstamp.engine.build import build
from tinstamp.job.archive import Document
from tinstamp.job.features import Plate, Tube
from tinstamp.job.model import Blank, Job, Relief, Setting, Sign, Stamp


def spec(name: str, height: float = 10.0) -> SignSpec:
    return SignSpec(name, height, "05", "PP")


def test_every_file_is_a_sign_and_every_sign_has_a_file() -> None:
    assert sorted(path.stem for path in FOLDER.glob("*.svg")) == sorted(SIGNS)
    assert len({sign.label for sign in SIGNS.values()}) == len(SIGNS)


@pytest.mark.parametrize("name", SIGNS)
def test_a_sign_lies_where_a_renderer_paints_it(name: str) -> None:
    theirs, ours = both_inks(picture_of(spec(name)), 1200)
    assert common(theirs, ours) > 0.98
    art = draw_sign(spec(name))
    low_x, low_y, high_x, high_y = art.bounds
    assert (low_y, high_y) == (pytest.approx(0.0, abs=1e-9), pytest.approx(10.0))
    assert low_x == pytest.approx(-high_x)
    assert not art.notes and not (art.mended and art.mended.crossings)
    assert parted(art.regions).regions == art.regions


@pytest.mark.parametrize("name", ["warning", "laser", "voltage", "resin"])
def test_triangles_are_equilateral(name: str) -> None:
    """ISO 3864-1: the warning sign is an equilateral triangle."""
    art = draw_sign(spec(name))
    outer = max((r.outer for r in art.regions), key=lambda o: abs(o.area)).points(64)
    tips = [outer[np.argmin(np.linalg.norm(outer - corner, axis=1))]
            for corner in ([0.0, 20.0], [-20.0, -9.0], [20.0, -9.0])]  # fmt: skip
    sides = [np.linalg.norm(tips[k] - tips[k - 1]) for k in range(3)]
    assert max(sides) == pytest.approx(min(sides), rel=2e-2)


def test_areas_are_those_of_their_geometry() -> None:
    """Closed forms: the double square of IEC 60417-5172, outer side 92 and inner 52 of the file's
    100 with lines of 8; three bars and a stem for earth."""
    per = (10.0 / 92.0) ** 2
    squares = (92**2 - 76**2 + 52**2 - 36**2) * per
    assert draw_sign(spec("class_two")).area == pytest.approx(squares, rel=1e-6)
    earth = (72 * 8 + 44 * 8 + 16 * 8 + 40 * 8) * (10.0 / 84.0) ** 2
    assert draw_sign(spec("earth")).area == pytest.approx(earth, rel=1e-6)


def test_the_words_of_a_plastic_are_in_it_and_bad_ones_are_told() -> None:
    with_words, without = draw_sign(spec("resin")), draw_sign(SignSpec("resin", 10.0))
    assert len(with_words.regions) == len(without.regions) + 4
    assert draw_sign(SignSpec("resin", 10.0, "<&>", "7")).regions
    with pytest.raises(SignError, match="8 characters"):
        draw_sign(SignSpec("resin", 10.0, "123456789"))
    with pytest.raises(SignError, match="no sign"):
        draw_sign(SignSpec("elephant", 10.0))


@pytest.mark.parametrize("make", ["engrave", "emboss"])
def test_every_sign_is_built_directly_on_a_plate_and_a_tube(make: str) -> None:
    names = list(SIGNS)
    relief = Relief(make=make, depth="0.4 mm")  # type: ignore[arg-type]

    def on(face: str, step: float) -> tuple[Stamp, ...]:
        return tuple(
            Stamp(name=name, artwork=Sign(sign=name, height="6 mm"), relief=relief,
                  setting=Setting(face=face, across=f"{(k % 6 - 2.5) * step} mm",
                                  up=f"{(k // 6 - 1) * 12 + (20 if face == 't.outer' else 0)} mm"))
            for k, name in enumerate(names)
        )  # fmt: skip

    plate = Plate(name="p", length="150 mm", width="44 mm", thickness="4 mm")
    tube = Tube(name="t", outer_diameter="60 mm", wall="3 mm", height="44 mm")
    for body, face in ((plate, "p.top"), (tube, "t.outer")):
        report = build(Document(Job(blank=Blank(features=(body,)), stamps=on(face, 23.0)))).report
        assert report.valid, report.findings
        assert [s.name for s in report.stamps if s.built_by != "imprint"] == []
        assert not [f for f in report.findings if f.check in ("not built", "crossing", "logo")]


def test_a_sign_that_a_job_names_and_nobody_knows_is_a_finding() -> None:
    unknown = stamp().model_copy(update={"artwork": Sign(sign="elephant")})
    tube = Tube(name="tank", outer_diameter="60 mm", wall="3 mm", height="40 mm")
    report = build(Document(Job(blank=Blank(features=(tube,)), stamps=(unknown,)))).report
    assert any("no sign called “elephant”" in f.message for f in report.findings)
