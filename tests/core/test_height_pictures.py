"""Caps that follow the grey levels of a picture.

Sources: an even ramp of greys gives a wedge (closed forms); a uniform B-spline of degree 5 through
whose coefficients a wave of frequency f runs keeps sinc(f c)⁶ of it at a spacing c, a mean over a
stretch d of it sinc(f d), of pixels a Dirichlet kernel (any text on splines and on sampling); what
lies between a bent face and a height over it is summed layer by layer (Gauss and Legendre's rule)
from the chart's own places.
"""

from __future__ import annotations

import hashlib
from dataclasses import replace
from io import BytesIO
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from benchmarks.cases import BENT
from PIL import Image
from scipy.special import roots_legendre

from tests.core.solids import change_made, told_to_fix, volume
from tinstamp.artwork.greys import coarser, greys_guarded, read_greys
from tinstamp.artwork.painted import LogoError
from tinstamp.engine.build import Built, build
from tinstamp.engine.write import write_files
from tinstamp.job.archive import Document, dump, load
from tinstamp.job.features import Plate, Tube
from tinstamp.job.height_picture import HeightPicture
from tinstamp.job.model import Blank, Job, Relief, Setting, Shape, Stamp, Text
from tinstamp.job.resolve import resolve
from tinstamp.output.result import OutputError
from tinstamp.plan.planned import plan
from tinstamp.relief.asked import Asked
from tinstamp.relief.checking import level_asked
from tinstamp.relief.crossable import Crossable
from tinstamp.relief.follow_guard import Grey
from tinstamp.relief.guard import fault

PLATE = Plate(name="b", length="80 mm", width="50 mm", thickness="6 mm")
TUBE = Tube(name="b", outer_diameter="60 mm", wall="4 mm", height="50 mm")
FACES: dict[str, tuple[Any, str, tuple[str, str]]] = {
    "plane": (PLATE, "b.top", ("0 mm", "0 mm")),
    "cylinder": (TUBE, "b.outer", ("0 deg", "24 mm")),
    **{name: (part, face, place) for name, (part, face, place, _) in BENT.items()},
}
WIDE, HIGH = 12.0, 8.0
DEEP, LEAST = 0.8, 0.2


def png(light: Any, deep: bool = True) -> bytes:
    """A picture of so light pixels, 0 to 1, with 16 or 8 bits each."""
    most, kind = (65535, np.uint16) if deep else (255, np.uint8)
    file = BytesIO()
    Image.fromarray(np.round(np.asarray(light) * most).astype(kind)).save(file, "PNG")
    return file.getvalue()


def document(
    data: bytes,
    face: str = "plane",
    artwork: Any = None,
    setting: dict[str, Any] | None = None,
    make: str = "engrave",
    more: dict[str, Any] | None = None,
    **picture: Any,
) -> Document:
    part, name, (across, up) = FACES[face]
    digest = hashlib.sha256(data).hexdigest()
    given = {"least": f"{LEAST} mm", "detail": "0.4 mm", "laid": "fit"} | picture
    relief = {"make": make, "depth": f"{DEEP} mm", "caps": "picture",
              "picture": HeightPicture(file="hills.png", digest=digest, **given)}  # fmt: skip
    placed = {"face": name, "across": across, "up": up, "rests_on": "middle"} | (setting or {})
    stamp = Stamp(
        name="m",
        artwork=artwork or Shape(shape="rectangle", wide=f"{WIDE} mm", high=f"{HIGH} mm"),
        setting=Setting(**placed),
        relief=Relief(**relief | (more or {})),
    )
    job = Job(blank=Blank(features=(part,)), stamps=(stamp,))
    return Document(job, logos={digest: data})


def ramp(columns: int = 120, rows: int = 80) -> Any:
    """Even steps from black on the left to white on the right."""
    return np.tile((np.arange(columns) + 0.5) / columns, (rows, 1))


WAVES, SIDE = (3, 2), (80, 54)
"""Waves across and up a picture, and its pixels"""


def waves() -> Any:
    x, y = ((np.arange(n) + 0.5) / n for n in SIDE)
    return 0.5 + 0.4 * np.cos(2 * np.pi * WAVES[0] * x) * np.cos(2 * np.pi * WAVES[1] * y)[:, None]


def kept_of_wave(frequency: int, pixels: int, cells: int) -> float:
    """What of a wave is left after the means of pixels, and a spline through their places."""
    per = pixels / cells
    phase = np.pi * frequency / pixels
    mean = np.sin(per * phase) / (per * np.sin(phase))
    return float(mean * np.sinc(frequency / cells) ** 6)


def wave_heights(x: Any, y: Any, cells: tuple[int, int]) -> Any:
    """Depths at places of the picture, in parts of it, away from its borders."""
    left = [kept_of_wave(f, n, c) for f, n, c in zip(WAVES, SIDE, cells, strict=True)]
    shape = np.cos(2 * np.pi * WAVES[0] * x) * np.cos(2 * np.pi * WAVES[1] * y)
    return LEAST + (DEEP - LEAST) * (0.5 + 0.4 * left[0] * left[1] * shape)


def summed_over(built: Built, heights: Any, sign: float, share: tuple[float, float]) -> float:
    """mm³ between the face and heights over the middle part of the picture's box."""
    item = built.planned["m"]
    chart, middle = item.chart, np.array(item.placed.bounds).reshape(2, 2).mean(axis=0)
    nodes, weights = roots_legendre(40)
    x, y = np.meshgrid(nodes / 2 * share[0], nodes / 2 * share[1], indexing="ij")
    at = middle + np.stack([x * WIDE, y * HIGH], axis=-1)
    high = heights(x + 0.5, y + 0.5)
    lifts, shares = roots_legendre(4)
    total, step = np.zeros_like(x), 1e-4
    for lift, part in zip((lifts + 1) / 2, shares / 2, strict=True):
        there = sign * lift * high
        sides = []
        for way in ([step, 0.0], [0.0, step]):
            ahead = chart.to_space(at + way) + there[..., None] * chart.normal(at + way)
            behind = chart.to_space(at - way) + there[..., None] * chart.normal(at - way)
            sides.append((ahead - behind) / (2 * step))
        grown = np.einsum("...k,...k->...", np.cross(*sides), chart.normal(at))
        total += part * high * np.abs(grown)
    area = WIDE * share[0] * HIGH * share[1] / 4.0
    return float(sign * area * np.einsum("i,j,ij->", weights, weights, total))


@pytest.mark.parametrize("make", ["engrave", "emboss"])
@pytest.mark.parametrize("face", FACES)
def test_a_volume_is_that_under_the_waves(face: str, make: str) -> None:
    """The artwork lies in the middle of a picture that goes on beyond it, so that its borders do
    not count: a smaller rectangle, the picture drawn out over a frame of the whole size."""
    whole = document(png(waves()), face, make=make, detail="0.3 mm")
    built = build(whole)
    item = built.planned["m"]
    cells = item.level.cells
    assert cells == (40, 27)
    expected = summed_over(
        built, lambda x, y: wave_heights(x, y, cells), -1.0 if make == "engrave" else 1.0, (1, 1)
    )
    assert change_made(built) == pytest.approx(expected, rel=1e-4)


@pytest.mark.parametrize(("full", "low", "high"), [("light", LEAST, DEEP), ("dark", DEEP, LEAST)])
def test_a_ramp_makes_a_wedge(full: str, low: float, high: float) -> None:
    """The ink lies in the middle of the picture, whose greys run evenly there."""
    art = Shape(shape="rectangle", wide="4 mm", high="8 mm")
    built = build(document(png(ramp()), artwork=art, laid="cover", full=full))
    item = built.planned["m"]
    assert item.level.sides == pytest.approx((12.0, 8.0))
    assert change_made(built) == pytest.approx(-32.0 * (LEAST + DEEP) / 2.0, rel=1e-5)
    ends = [low + (high - low) * share for share in (4 / 12, 8 / 12)]
    places = np.array([[-2.0, 0.0], [2.0, 0.0]]) + np.array(item.placed.origin)
    assert -item.level.heights(item.chart, places) == pytest.approx(ends, abs=1e-9)


def test_the_cap_is_where_the_waves_are() -> None:
    built = build(document(png(waves()), detail="0.3 mm"))
    (cap,) = built.bodies["part"].named("m/cap")
    seen = Crossable(cap)
    cells = built.planned["m"].level.cells
    origin = np.array(built.planned["m"].placed.origin)
    for x, y in np.random.default_rng(3).uniform(0.2, 0.8, (40, 2)):
        at = origin + ((x - 0.5) * WIDE, (y - 0.5) * HIGH)
        start = built.planned["m"].chart.to_space(at)
        (depth,) = seen.crossings(start, np.array([0.0, 0.0, -1.0]), 10.0)
        assert abs(depth) == pytest.approx(float(wave_heights(x, y, cells)), abs=2e-4)


def test_letters_are_turned_with_their_picture() -> None:
    """On a ramp the last letter is the deepest however the text lies, and mirrored the first."""
    for turn, mirrored in (
        ("0 deg", False),
        ("35 deg", False),
        ("180 deg", False),
        ("0 deg", True),
    ):
        art = Text(text="HHH", height="6 mm", mirrored=mirrored)
        built = build(document(png(ramp()), artwork=art, setting={"turn": turn}, laid="fit"))
        assert built.report.valid, built.report.findings
        item = built.planned["m"]
        depths = [
            float(-item.level.heights(item.chart, np.mean(r.outer.points(8), axis=0)))
            for r in item.placed.regions
        ]
        assert depths == sorted(depths) and depths[-1] - depths[0] > 0.2


def test_what_is_resolved_is_told() -> None:
    built = build(document(png(waves()), detail="0.3 mm"))
    (told,) = [f for f in built.report.findings if f.check == "picture"]
    assert "80 × 54 pixels" in told.message and "40 × 27 places 0.30 mm apart" in told.message
    assert told.measured == pytest.approx(8.0 / 27.0) and told.limit == pytest.approx(0.3)
    coarse = build(document(png(waves()), detail="0.01 in"))  # finer than its pixels
    (told,) = [f for f in coarse.report.findings if f.check == "picture"]
    assert "47 × 31 places" in told.message
    few = build(document(png(waves()[::8, ::8]), detail="0.3 mm"))
    (told,) = [f for f in few.report.findings if f.check == "picture"]
    assert "10 × 7 pixels" in told.message and "10 × 7 places 1.14 mm apart" in told.message


def wrong_ways(grey: Grey) -> dict[str, Grey]:
    swapped = grey.frame[[0, 1, 2]].copy()
    swapped[0], swapped[1] = grey.frame[1], grey.frame[0]
    swapped[2] = grey.frame[1] + grey.frame[2] - grey.frame[0]
    return {
        "mirrored": replace(grey, light=grey.light[:, ::-1]),
        "upside down": replace(grey, light=grey.light[::-1]),
        "turned over": replace(grey, dark=not grey.dark),
        "deeper": replace(grey, deep=grey.deep + 0.1),
        "lying elsewhere": replace(grey, frame=grey.frame + [1.0, 0.0]),
        "left for right": replace(grey, frame=swapped),
    }


def test_the_guard_refuses_another_picture() -> None:
    light = ramp() * 0.5 + 0.4 * np.linspace(0.0, 1.0, 80)[:, None] ** 2
    built = build(document(png(light)))
    item, before, after = built.planned["m"], built.blank.solid, built.bodies["part"]
    moved = volume(after.shape) - volume(before.shape)
    grey = level_asked(item.level)
    assert isinstance(grey, Grey)
    asked = Asked(item.chart, item.placed.regions, item.depth, False, clean=True, followed=grey)
    assert fault(before, after, moved, asked) is None
    for name, wrong in wrong_ways(grey).items():
        assert fault(before, after, moved, replace(asked, followed=wrong)), name


def test_guard_and_builder_agree_on_random_pictures() -> None:
    """Two ways to the same height, that share no figure: within a hundredth of a micrometre."""
    random = np.random.default_rng(11)
    charts = build(Document(Job(blank=Blank(features=(PLATE,))))).report.charts
    for _ in range(20):
        rows, columns = random.integers(3, 60, 2).tolist()
        data = png(random.random((rows, columns)))
        given = document(data, detail=f"{random.uniform(0.3, 3.0):.3f} mm")
        item = plan(given, resolve(given.job), charts, 0)
        places = np.array(item.placed.origin) + random.uniform(-6.0, 6.0, (200, 2))
        ours = -item.level.heights(item.chart, places)
        theirs = level_asked(item.level).reach(item.chart, places, False)
        assert np.abs(ours - theirs).max() < 1e-5


@pytest.mark.parametrize(
    ("words", "change"),
    [
        ("is not chosen yet", {"picture": HeightPicture()}),
        ("is not within the job", {"picture": HeightPicture(file="gone.png", digest="0" * 64)}),
        ("0.02 mm off their face at least", {"least": "0.01 mm"}),
        ("0.02 mm or more", {"detail": "0.001 mm"}),
        ("is the finest that this size can have", {"detail": "0.03 mm"}),
        ("square walls", {"more": {"walls": "cast"}}),
        ("in a mould caps follow their own face", {"more": {"shown_by": "mould"}}),
    ],
)
def test_what_cannot_be_is_told(words: str, change: dict[str, Any]) -> None:
    given = document(png(np.tile(ramp(), (4, 4))), **change) if "picture" not in change else None
    if given is None:
        given = document(png(ramp()), more=change)
    built = build(given)
    assert any(words in told for told in told_to_fix(built)), told_to_fix(built)


@pytest.mark.parametrize("data", [b"", b"no picture", png(ramp())[:120]])
def test_a_file_that_is_no_picture_is_told(data: bytes) -> None:
    assert any("not a sound PNG or JPEG" in told for told in told_to_fix(build(document(data))))
    with pytest.raises(LogoError, match="not a sound PNG or JPEG"):
        greys_guarded(data)


def test_random_damage_raises_in_words_alone() -> None:
    random = np.random.default_rng(5)
    whole = png(ramp(30, 20))
    for _ in range(300):
        broken = bytearray(whole)
        for at in random.integers(0, len(broken), random.integers(1, 12)):
            broken[at] = random.integers(0, 256)
        try:
            light = read_greys(bytes(broken[: random.integers(8, len(broken) + 1)]))
        except LogoError:
            continue
        assert light.ndim == 2 and light.min() >= 0.0 and light.max() <= 1.0


def test_depth_of_pixels_is_kept() -> None:
    light = np.array([[0.0, 0.25], [0.50001, 1.0]])
    assert np.abs(read_greys(png(light)) - light).max() < 1e-5
    assert np.abs(read_greys(png(light, deep=False)) - light).max() < 0.5 / 255 + 1e-9
    clear = Image.new("RGBA", (3, 2), (0, 0, 0, 0))
    file = BytesIO()
    clear.save(file, "PNG")
    assert (read_greys(file.getvalue()) == 1.0).all()


def test_coarser_is_the_mean_of_what_is_covered() -> None:
    """Each of three places over five pixels has five thirds of one."""
    row = np.array([[0.0, 3.0, 6.0, 9.0, 12.0]])
    found = coarser(row, 3, 1)[0]
    assert found == pytest.approx([2.0 / 3 * 3 / (5 / 3), 6.0, (12.0 + 2.0 / 3 * 9) / (5 / 3)])


def test_the_picture_stays_within_the_job() -> None:
    given = document(png(ramp()))
    again = load(dump(given))
    assert again.job == given.job and dict(again.logos) == dict(given.logos)
    none = given.job.model_copy(update={"stamps": ()})
    assert not Document(none, logos=given.logos).trimmed().logos


def test_no_cutter_program_is_written_for_it(tmp_path: Path) -> None:
    """A flat cutter would leave a floor of one depth: told, not cut so."""
    with pytest.raises(OutputError, match="does not leave"):
        write_files(build(document(png(ramp()))), tmp_path, "hills", ("nc",), {})
    assert not list(tmp_path.iterdir())


def test_another_picture_is_another_cap() -> None:
    """One cache, the picture changed for another: nothing is kept that hung on it."""
    from tinstamp.engine.cache import Cache

    cache = Cache()
    first = build(document(png(ramp())), cache)
    second = build(document(png(1.0 - 0.5 * ramp())), cache)
    alone = build(document(png(1.0 - 0.5 * ramp())))
    assert change_made(first) != pytest.approx(change_made(second), rel=1e-2)
    assert change_made(second) == pytest.approx(change_made(alone), rel=1e-9)
