"""Colours of pictures as inks. Pictures drawn by Pillow, areas by hand."""

from __future__ import annotations

import io
import math

import numpy as np
import pytest
import shapely
from PIL import Image, ImageDraw

from tinstamp.artwork.inks import Uses
from tinstamp.artwork.logo import FileKind, looked_at
from tinstamp.artwork.painted import LogoError
from tinstamp.artwork.picture import read_picture
from tinstamp.artwork.picture_inks import colours_of, ink_of, study_picture
from tinstamp.artwork.trace import trace

SIDE = 480
"""Pixels of a picture's side."""
TRUE = {
    # of the picture in hundredths of its side, squared; each lies over those before it
    "red": ((200, 30, 30), math.pi * 20**2 - math.pi * 8**2),
    "yellow": ((240, 200, 20), math.pi * 8**2),
    "blue": ((20, 40, 160), 30 * 40 - 100),
    "grey": ((128, 128, 128), 100.0),
    "black": ((0, 0, 0), 30 * 1.5),
}


def picture(kind: str = "PNG", clear: bool = False, page: tuple[int, int, int] = (255, 255, 255),
            grown: int = 4, **more: object) -> bytes:  # fmt: skip
    n = SIDE * grown
    drawn = Image.new("RGBA", (n, n), (0, 0, 0, 0) if clear else (*page, 255))
    pen, u = ImageDraw.Draw(drawn), n / 100

    def box(*corners: float) -> tuple[float, ...]:
        return tuple(c * u - (k > 1) for k, c in enumerate(corners))

    def rgb(name: str) -> tuple[int, int, int]:
        return TRUE[name][0]

    pen.ellipse(box(10, 10, 50, 50), fill=rgb("red"))
    pen.ellipse(box(22, 22, 38, 38), fill=rgb("yellow"))
    pen.rectangle(box(60, 50, 90, 90), fill=rgb("blue"))
    pen.rectangle(box(70, 60, 80, 70), fill=rgb("grey"))
    pen.rectangle(box(5, 80, 35, 81.5), fill=rgb("black"))
    drawn = drawn.resize((SIDE, SIDE), Image.Resampling.LANCZOS)
    out = io.BytesIO()
    (drawn.convert("RGB") if kind == "JPEG" else drawn).save(out, kind, **more)
    return out.getvalue()


def area(data: bytes, uses: Uses) -> float:
    return sum(r.area for r in trace(data, 0.5, "guess", uses).regions) / (SIDE / 100) ** 2


def named(data: bytes) -> dict[str, str]:
    """The names that a picture's colours have in the choice, by those above."""
    study = study_picture(data)
    assert study is not None
    found = {}
    for name, (rgb, _) in TRUE.items():
        true = np.divide(rgb, 255)
        near = min(study.inks, key=lambda i: float(np.abs(np.subtract(i.rgb, true)).max()))
        assert np.allclose(np.multiply(near.rgb, 255), rgb, atol=8)
        found[name] = near.colour
    return found


@pytest.mark.parametrize(
    "how",
    [{}, {"clear": True}, {"kind": "JPEG", "quality": 80}, {"grown": 1}, {"page": (250, 240, 200)}],
    ids=["soft edges", "clear ground", "lossy", "hard edges", "cream page"],
)
def test_each_colour_by_itself_has_its_own_area(how: dict[str, object]) -> None:
    """An edge is found within parts of a pixel, and grey is not seen between black and white."""
    data = picture(**how)  # type: ignore[arg-type]
    names = named(data)
    study = study_picture(data)
    assert study is not None and len(study.inks) == len(TRUE) + ("clear" not in how)
    for name, (_, true) in TRUE.items():
        uses: Uses = tuple((i.colour, "ink" if i.colour == names[name] else "out")
                           for i in study.inks)  # fmt: skip
        slack = 0.25 * (2 * math.sqrt(math.pi * true) + 60 * (name == "black")) * 100 / SIDE
        assert area(data, uses) == pytest.approx(true, abs=slack), name


def test_the_guess_the_preview_and_the_outlines_agree() -> None:
    data = picture()
    study = study_picture(data)
    assert study is not None
    assert [ink.suggested for ink in study.inks] == ["cut"] + ["ink"] * 5
    uses: Uses = tuple((ink.colour, ink.suggested) for ink in study.inks)
    every = sum(true for _, true in TRUE.values())
    assert area(data, uses) == pytest.approx(every, rel=5e-3)
    shown = study.across(dict(uses))
    assert shown == pytest.approx((0.85 * SIDE, 0.8 * SIDE), abs=1.5)
    drawing = trace(data, 0.5, "guess", uses)
    assert drawing.box == (0.5, 1.5, SIDE + 0.5, SIDE + 1.5)


def test_what_is_left_out_is_as_if_it_were_not_there_and_what_is_cut_is_a_hole() -> None:
    """With the page as ink: a colour that is left out shows it, one that is cut does not."""
    data = picture()
    study, names = study_picture(data), named(data)
    assert study is not None
    usual = {ink.colour: ink.suggested for ink in study.inks}
    page = next(name for name, use in usual.items() if use == "cut")
    for use, true in (("out", 10000.0), ("cut", 10000.0 - TRUE["blue"][1] - TRUE["grey"][1])):
        asked = {**dict.fromkeys(usual, "out"), page: "ink",
                 names["blue"]: use, names["grey"]: use}  # fmt: skip
        assert area(data, tuple(asked.items())) == pytest.approx(true, rel=2e-3)  # type: ignore[arg-type]
        shown = sum(
            shapely.Polygon(ring).area * (1 if shapely.LinearRing(ring).is_ccw else -1)
            for ring in study.taken(asked)  # type: ignore[arg-type]
        )
        assert shown / 2.0**40 * 10000 == pytest.approx(true, rel=2e-3)


def test_only_a_picture_of_several_colours_is_asked_about() -> None:
    def asked(data: bytes, kind: FileKind = "png") -> bool:
        return looked_at(data, kind).study is not None

    def plain(ink: int, page: int) -> bytes:
        drawn = Image.new("L", (90, 90), page)
        ImageDraw.Draw(drawn).ellipse((20, 20, 60, 60), fill=ink)
        out = io.BytesIO()
        drawn.save(out, "PNG")
        return out.getvalue()

    assert asked(picture()) and asked(picture("JPEG"), "jpg") and asked(picture(clear=True))
    assert not asked(plain(0, 255)) and not asked(plain(255, 0)) and not asked(plain(40, 200))


def test_a_choice_that_does_not_fit_is_told() -> None:
    data = picture()
    with pytest.raises(LogoError, match="no colour of the picture is ink"):
        trace(data, 0.5, "guess", (("#ffffff", "cut"),))
    with pytest.raises(LogoError, match="no pixel of the picture"):
        trace(data, 0.5, "guess", (("#ffffff", "cut"), ("#00ff00", "ink"), ("#c81e1e", "out"),
                                   ("#1428a0", "out"), ("#f0c814", "out"), ("#808080", "out"),
                                   ("#000000", "out")))  # fmt: skip


@pytest.mark.parametrize("seed", range(12))
def test_random_fields_of_colour_are_parted(seed: int) -> None:
    """Stripes of colours that are well apart, of random widths, softened, with noise: each is as
    wide as it was drawn."""
    random = np.random.default_rng(seed)
    every = np.array([(1, 1, 1), (0, 0, 0), (0.8, 0.1, 0.1), (0.1, 0.6, 0.2), (0.1, 0.2, 0.8),
                      (0.5, 0.5, 0.5), (0.95, 0.8, 0.1)])  # fmt: skip
    colours = random.permutation(every)[: int(random.integers(3, 7))]
    edges = np.cumsum(random.uniform(12.0, 40.0, len(colours)))
    wide, high = int(edges[-1]), 60
    fine = np.digitize((np.arange(wide * 8) + 0.5) / 8, edges)
    row = colours[np.clip(fine, 0, len(colours) - 1)].reshape(wide, 8, 3).mean(axis=1)
    pixels = np.clip(np.tile(row, (high, 1, 1)) + random.normal(0, 0.01, (high, wide, 3)), 0, 1)
    out = io.BytesIO()
    Image.fromarray(np.round(pixels * 255).astype(np.uint8)).save(out, "PNG")
    data = out.getvalue()
    pixels_read = read_picture(data)
    assert len(colours_of(pixels_read)) == len(colours)
    study = study_picture(data)
    assert study is not None
    starts = np.concatenate([[0.0], edges[:-1]])
    for low, top, rgb in zip(starts, np.minimum(edges, wide), colours, strict=True):
        name = min(study.inks, key=lambda i: float(np.linalg.norm(np.subtract(i.rgb, rgb)))).colour
        uses: Uses = tuple((i.colour, "ink" if i.colour == name else "out") for i in study.inks)
        true = (top - low) * high
        assert ink_of(pixels_read, uses).sum() == pytest.approx(true, abs=0.15 * high)
        drawing = trace(data, 0.5, "guess", uses)  # its outlines are followed within 0.6 px
        assert sum(r.area for r in drawing.regions) == pytest.approx(true, abs=0.8 * high)


def test_a_hair_thin_shape_does_not_end_the_tracing() -> None:
    """Two lines out and back bound nothing."""
    drawn = Image.new("L", (60, 60), 255)
    pen = ImageDraw.Draw(drawn)
    pen.ellipse((10, 10, 40, 40), fill=0)
    for k in range(12):
        pen.line((2, 45 + k, 3 + 4 * k, 45 + k), fill=90 if k % 2 else 255)
    out = io.BytesIO()
    drawn.save(out, "PNG")
    for level in (0.35, 0.36, 0.4, 0.5, 0.6):
        assert trace(out.getvalue(), level).regions
