"""One of each new kind, added where `docs/architecture.md` says: what it must do.

Sources: areas and volumes of rectangles and of prisms (closed forms); the shear of an outline
keeps its area (determinant 1); SVG as resvg draws it; volumes of layers on a cylinder,
A d (1 ± d / 2R).
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from pathlib import Path

import numpy as np
import pytest
import resvg_py
import shapely
from OCP.Geom import Geom_CylindricalSurface, Geom_Surface
from PIL import Image

from tests.core.plans import flat
from tests.core.solids import sound, volume
from tinstamp.blank.kernel import placement
from tinstamp.blank.round_solid import tube
from tinstamp.chart.cylinder import CylinderChart
from tinstamp.chart.frame import Frame
from tinstamp.engine.build import Built, build
from tinstamp.engine.write import write_files
from tinstamp.job.archive import Document
from tinstamp.job.features import BaseFeature, Cone, Plate, Tube
from tinstamp.job.model import Blank, Job, Setting, Shape, Stamp, Text
from tinstamp.job.resolve import resolve
from tinstamp.proofing.strokes import thinnest_stroke
from tinstamp.relief.execute import execute
from tinstamp.relief.operation import Operation
from tinstamp.relief.surfaces import _parallel, kernel_surface
from tinstamp.setting.fit import fit, ink

PLATE = Plate(name="p", length="90 mm", width="50 mm", thickness="6 mm")
TUBE = Tube(name="p", outer_diameter="60 mm", wall="4 mm", height="40 mm")


def marked(part: BaseFeature, face: str, artwork: object, **relief: object) -> Built:
    across, up = ("0 mm", "0 mm") if face == "p.top" else ("0 deg", "18 mm")
    stamp = Stamp.model_validate(
        {"name": "m", "artwork": artwork, "relief": relief,
         "setting": {"face": face, "across": across, "up": up, "rests_on": "middle"}}
    )  # fmt: skip
    job = Job(blank=Blank.model_validate({"features": [part.model_dump()]}), stamps=(stamp,))
    return build(Document(job))


# -- relief: a field, letters standing; a panel, letters sunk


@pytest.mark.parametrize(("make", "sign"), [("field", -1.0), ("panel", 1.0)])
def test_a_field_and_a_panel_on_a_flat_face(make: str, sign: float) -> None:
    plain = marked(PLATE, "p.top", Text(text="B8", height="8 mm"), depth="0.4 mm")
    letters = plain.planned["m"].placed
    built = marked(
        PLATE, "p.top", Text(text="B8", height="8 mm"), make=make, depth="0.5 mm",
        margin="3 mm", corner="0 mm",
    )  # fmt: skip
    low_x, low_y, high_x, high_y = letters.bounds
    area = (high_x - low_x + 6) * (high_y - low_y + 6) - letters.area
    report = built.report
    assert report.valid and report.stamps[0].built_by == "imprint"
    assert report.stamps[0].artwork_area == pytest.approx(area, rel=1e-9)
    assert report.stamps[0].relief_volume == pytest.approx(sign * area * 0.5, rel=1e-9)
    assert built.solid is not None and sound(built.solid.shape)
    assert volume(built.solid.shape) == pytest.approx(90 * 50 * 6 + sign * area * 0.5, rel=1e-9)


@pytest.mark.parametrize(("part", "face"), [(TUBE, "p.outer"), (TUBE, "p.inner"),
                         (Cone(name="p"), "p.outer")])  # fmt: skip
def test_a_field_on_a_round_face(part: BaseFeature, face: str) -> None:
    built = marked(part, face, Text(text="HB", height="5 mm"), make="field", depth="0.4 mm")
    report = built.report.stamps[0]
    assert built.report.valid and report.built_by == "imprint"
    if isinstance(part, Tube):
        radius = 30.0 if face == "p.outer" else -26.0
        exact = report.artwork_area * 0.4 * (1 - 0.4 / (2 * radius))
        assert -report.relief_volume == pytest.approx(exact, rel=1e-6)


def test_a_field_over_the_edge_is_told() -> None:
    built = marked(PLATE, "p.top", Text(text="HB", height="20 mm"), make="field", margin="20 mm")
    assert any(f.check == "over the edge" for f in built.report.findings)


def test_letters_of_a_field_stand_at_the_face() -> None:
    """Where the ink is, the part is as high as before; beside it, it is sunk."""
    built = marked(PLATE, "p.top", Shape(wide="10 mm", high="4 mm"), make="field", depth="0.5 mm")
    assert built.solid is not None
    names = [f.name for f in built.solid.faces]
    assert names.count("p.top") == 2  # the face about the field, and the letter
    assert sum(1 for n in names if n == "m/cap") == 1


# -- a stamp's field: letters that lean


def laid(**text: object) -> object:
    job = Job(
        blank=Blank(features=(PLATE,)),
        stamps=(Stamp(name="m", artwork=Text.model_validate(text),
                      setting=Setting(face="p.top", across="0 mm", up="0 mm")),),
    )  # fmt: skip
    chart = build(Document(job)).report.charts["p.top"]
    return flat(Document(job), resolve(job), 0, chart)


def test_slanted_letters_keep_their_area_and_lean_by_the_angle() -> None:
    upright, leaning = (
        laid(text="I", height="10 mm"),
        laid(text="I", height="10 mm", slant="12 deg"),
    )
    assert leaning.area == pytest.approx(upright.area, rel=1e-12)  # type: ignore[attr-defined]
    (a,), (b,) = upright.regions, leaning.regions  # type: ignore[attr-defined]
    moved = b.outer.beziers[:, 0] - a.outer.beziers[:, 0]
    height = a.outer.beziers[:, 0, 1] - a.bounds[1]
    np.testing.assert_allclose(moved[:, 0] - moved[:, 0].min(), height * np.tan(np.radians(12)),
                               atol=1e-9)  # fmt: skip
    np.testing.assert_allclose(moved[:, 1], 0.0, atol=1e-12)


def test_slanted_letters_on_an_arc_and_too_much_slant() -> None:
    built = marked(PLATE, "p.top", {"kind": "text", "text": "HB8", "slant": "75 deg"})
    assert "lean by at most" in built.report.findings[0].message
    stamp = Stamp.model_validate(
        {"name": "m", "artwork": {"kind": "text", "text": "HB8", "slant": "10 deg"},
         "setting": {"face": "p.top", "across": "0 mm", "up": "0 mm",
                     "guide": {"kind": "arc", "radius": "15 mm"}}}
    )  # fmt: skip
    on_arc = build(Document(Job(blank=Blank(features=(PLATE,)), stamps=(stamp,))))
    assert on_arc.report.valid and on_arc.report.stamps[0].built_by == "imprint"


# -- a file with an option: SVG


@pytest.mark.parametrize("line", ["0 mm", "0.4 mm"])
def test_svg_is_drawn_as_the_ink_lies(line: str, tmp_path: Path) -> None:
    from tinstamp.output.outputs import options_from

    built = marked(PLATE, "p.top", Text(text="B8 é", height="9 mm"))
    options = options_from({"line": line})
    (path,) = write_files(built, tmp_path, "x", ("svg",), options)
    again = write_files(built, tmp_path, "y", ("svg",), options)[0]
    assert path.read_bytes().replace(b"<title>x", b"<title>y") == again.read_bytes()
    text = path.read_text()
    width, height = map(float, re.search(r'viewBox="0 0 ([\d.]+) ([\d.]+)"', text).groups())  # type: ignore[union-attr]
    assert (width, height) == (94.0, 54.0)  # the plate and the margin
    letters = text.replace('fill="none" stroke="#808080"', 'fill="none" stroke="none"')
    letters = letters.replace('mm"', '"')  # whole pixels: the picture is not to be fitted anew
    scale = 12
    png = resvg_py.svg_to_bytes(
        svg_string=letters, width=round(width * scale), height=round(height * scale)
    )
    file = tmp_path / "drawn.png"
    file.write_bytes(bytes(png))
    drawn = np.asarray(Image.open(file))[..., 3] > 127
    shapes = shapely.union_all(ink(built.planned["m"].placed.regions))
    if line != "0 mm":
        shapes = shapes.boundary.buffer(0.2)
    rows, columns = np.indices(drawn.shape)
    x = (columns + 0.5) / scale - 2.0 - 45.0
    y = 25.0 - ((rows + 0.5) / scale - 2.0)
    expected = shapely.contains_xy(shapes, x, y)
    both, either = (drawn & expected).sum(), (drawn | expected).sum()
    assert both / either > (0.97 if line == "0 mm" else 0.95)  # corners of lines are mitred


def test_svg_names_its_stamps_and_holds_any_name(tmp_path: Path) -> None:
    from xml.etree import ElementTree

    built = marked(TUBE, "p.outer", Text(text="HB", height="5 mm"))
    named = built.job.stamps[0].model_copy(update={"name": 'a "b" <c> & d'})
    built = build(Document(built.job.model_copy(update={"stamps": (named,)})))
    (path,) = write_files(built, tmp_path, "x & y", ("svg",))
    root = ElementTree.parse(path).getroot()
    space = "{http://www.w3.org/2000/svg}"
    titles = [g.findtext(f"{space}title") for g in root.iter(f"{space}g")]
    assert titles == ["face outline", 'engrave a "b" <c> & d']
    assert root.get("width", "").endswith("mm")


# -- a check with a limit: slender strokes


def test_a_raised_stroke_that_is_high_for_its_width() -> None:
    bar = Shape(shape="line", wide="20 mm", high="0.5 mm")
    built = marked(PLATE, "p.top", bar, make="emboss", depth="2.4 mm")
    (found,) = [f for f in built.report.findings if f.check == "slender"]
    stroke = thinnest_stroke(built.planned["m"].placed.regions)
    assert stroke is not None and stroke.width == pytest.approx(0.5, rel=1e-6)
    assert found.measured == pytest.approx(2.4 / 0.5, rel=1e-6) and found.limit == 4.0
    assert found.path == ("stamps", 0)
    for how in ({"make": "engrave", "depth": "2.4 mm"}, {"make": "emboss", "depth": "1.9 mm"}):
        other = marked(PLATE, "p.top", bar, **how)
        assert not [f for f in other.report.findings if f.check == "slender"]


# -- an exact chart on a surface of its own: three places


@dataclass(frozen=True)
class Vault:
    """A cylinder's surface under another name."""

    radius: float


@dataclass(frozen=True)
class VaultChart(CylinderChart):
    """The chart: place one."""

    @property
    def kind(self) -> str:
        return "vault"

    @property
    def form(self) -> tuple[Vault, Frame]:  # type: ignore[override]
        return Vault(self.radius), self.frame.turned(self.seam)


@kernel_surface.register
def _(surface: Vault, frame: Frame) -> Geom_Surface:
    """The kernel's surface of it, and its parallel: place two."""
    return Geom_CylindricalSurface(placement(frame), surface.radius)


@_parallel.register
def _(form: Vault, host, chart, lift: float, box):  # type: ignore[no-untyped-def]
    return Geom_CylindricalSurface(host.Position(), form.radius + chart.sense * lift), 1e-7


def test_a_new_exact_chart_builds_relief_both_ways() -> None:
    """Place three is the table of `blank.charts`; here the chart is made by hand."""
    blank = tube("t", 60.0, 52.0, 40.0, {})
    known = blank.charts["t.outer"]
    assert isinstance(known, CylinderChart)
    fields = {name: getattr(known, name) for name in known.__dataclass_fields__}
    chart = VaultChart(**fields)
    job = Job(
        blank=Blank(features=(Tube(name="t"),)),
        stamps=(Stamp(name="m", artwork=Text(text="HB8", height="6 mm"),
                      setting=Setting(face="t.outer", across="0 deg", up="15 mm")),),
    )  # fmt: skip
    placed = flat(Document(job), resolve(job), 0, chart)
    op = Operation("m", "t.outer", chart, placed, fit(placed, chart), "cut", 0.5, (4.0, 4.0))
    exact = -placed.area * 0.5 * (1 - 0.5 / 60.0)
    for direct, way in ((True, "imprint"), (False, "boolean")):
        made = execute(blank.solid, op, direct)
        assert made.built_by == way and sound(made.solid.shape)
        assert made.relief_volume == pytest.approx(exact, rel=1e-6 if direct else 2e-3)
