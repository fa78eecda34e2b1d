"""The shop's machines by themselves, spoken to through folders. What they read is held against
trimesh's and Shapely's own figures, and closed forms."""

from __future__ import annotations

import subprocess
import sys
import time
from pathlib import Path

import ezdxf
import numpy as np
import pytest
import trimesh
from PIL import Image

from tinstamp.shop import flat_file, laser, press, printer
from tinstamp.shop import folder as f
from tinstamp.shop.machine import Machine, serve
from tinstamp.shop.machines import MACHINES
from tinstamp.shop.made import Figure, Made, ShopError, figures_from

WISHES = {name: machine.wishes for name, machine in MACHINES.items()}


def stl(tmp_path: Path, extents: tuple[float, float, float]) -> Path:
    path = tmp_path / "box.stl"
    trimesh.creation.box(extents).export(path)
    return path


def figure(made: Made, what: str) -> float | str:
    return next(each.value for each in made.figures if each.what == what)


def test_a_box_is_printed_in_as_many_layers_as_it_is_high(tmp_path: Path) -> None:
    path = stl(tmp_path, (20, 30, 10))
    made = printer.work(path, {**WISHES["printer"], "volume": 6000.0})
    assert figure(made, "Layers") == "50" and figure(made, "Area that needs supports") == 0
    assert made.compared[0].made == pytest.approx(6000, rel=1e-5) and made.compared[0].agrees
    thin = printer.work(path, {**WISHES["printer"], "layer": 0.1})
    assert figure(thin, "Layers") == "100" and thin.seconds > made.seconds
    wrong = printer.work(path, {**WISHES["printer"], "volume": 6100.0})
    assert not wrong.compared[0].agrees and "-1.6 %" in wrong.compared[0].told()


def test_a_long_part_is_turned_to_fit_and_too_large_a_one_refused(tmp_path: Path) -> None:
    made = printer.work(stl(tmp_path, (290, 10, 10)), WISHES["printer"])  # 220 across: 311 aslant
    assert "Turned" in [each.what for each in made.figures]
    with pytest.raises(ShopError, match="fits the bed"):
        printer.work(stl(tmp_path, (400, 10, 10)), WISHES["printer"])


def test_an_overhang_is_turned_down(tmp_path: Path) -> None:
    """A table with its top up needs supports under it; upside down it needs none."""
    top = trimesh.creation.box((40, 40, 4))
    leg = trimesh.creation.box((6, 6, 30))
    leg.apply_translation((0, 0, -17))
    path = tmp_path / "table.stl"
    trimesh.util.concatenate([top, leg]).export(path)
    made = printer.work(path, WISHES["printer"])
    # as it came 40 × 40 less the leg; upside down the leg's own end, which lies on the top
    assert figure(made, "Area that needs supports") == pytest.approx(36)
    assert figure(made, "Turned") != "as it came"


def dxf(tmp_path: Path, side: float = 20.0) -> Path:
    document = ezdxf.new(units=ezdxf.units.MM)
    for name, colour in (("ink", 5), ("part", 8), ("line", 2)):
        document.layers.add(name, color=colour)
    space = document.modelspace()
    corners = [(0, 0), (side, 0), (side, side), (0, side)]
    space.add_lwpolyline(corners, close=True, dxfattribs={"layer": "ink"})
    space.add_circle((side / 2, side / 2), side / 4, dxfattribs={"layer": "ink"})
    space.add_lwpolyline([(-5, -5), (40, -5)], dxfattribs={"layer": "part"})
    space.add_line((0, 30), (10, 30), dxfattribs={"layer": "line"})
    path = tmp_path / "art.dxf"
    document.saveas(path)
    return path


def test_flat_files_are_read_by_their_colours(tmp_path: Path) -> None:
    art = flat_file.read(dxf(tmp_path))
    assert art.ink.area == pytest.approx(400 - np.pi * 25, rel=1e-3)
    assert len(art.lines) == 1 and len(art.part) == 1
    svg = tmp_path / "art.svg"
    svg.write_text(
        '<svg xmlns="http://www.w3.org/2000/svg" width="40mm" viewBox="0 0 80 80">'
        '<g fill="#123456"><circle cx="20" cy="20" r="10"/></g>'
        '<g fill="none" stroke="#ff0000"><path d="M0 0 L10 0"/></g></svg>'
    )
    found = flat_file.read(svg)
    assert found.ink.area == pytest.approx(np.pi * 25, rel=1e-3) and len(found.lines) == 1
    svg.write_text('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 80 80"/>')
    with pytest.raises(ShopError, match="how large"):
        flat_file.read(svg)
    inches = ezdxf.new(units=ezdxf.units.IN)
    inches.saveas(tmp_path / "inches.dxf")
    with pytest.raises(ShopError, match="not in mm"):
        flat_file.read(tmp_path / "inches.dxf")


def test_a_beam_widens_what_it_burns_by_its_own_width(tmp_path: Path) -> None:
    """Half its width all round: Steiner's formula for a convex edge, less within the hole."""
    spot = 0.4
    made = laser.work(dxf(tmp_path), {**WISHES["laser"], "spot": spot})
    outside = 4 * 20 * spot / 2 + np.pi * spot**2 / 4
    inside = 2 * np.pi * 5 * spot / 2 - np.pi * spot**2 / 4
    line = 10 * spot + np.pi * spot**2 / 4
    assert figure(made, "Burnt area") == pytest.approx(
        400 - np.pi * 25 + outside + inside + line, rel=1e-3
    )
    assert not made.compared[0].agrees and "kerf" in made.told[0]
    with pytest.raises(ShopError, match="the beam reaches"):
        laser.work(dxf(tmp_path, 700), WISHES["laser"])


def test_a_press_prints_dots_of_the_artwork(tmp_path: Path) -> None:
    for dots in (150.0, 600.0):
        made = press.work(dxf(tmp_path), {**WISHES["press"], "dots": dots})
        assert made.compared[0].made == pytest.approx(400 - np.pi * 25, rel=2.0 / dots)
        assert made.picture.size == (720, 480)
    with pytest.raises(ShopError, match="too many"):
        press.work(dxf(tmp_path), {**WISHES["press"], "dots": 90000.0})


# -- the folder


def started(folder: Path, machine: str = "press", *words: str) -> subprocess.Popen[bytes]:
    command = [sys.executable, "-m", "tinstamp.shop.machines", machine, str(folder), *words]
    return subprocess.Popen(command)


def until(seen: object, seconds: float = 30.0) -> None:
    end = time.monotonic() + seconds
    while not seen():  # type: ignore[operator]
        assert time.monotonic() < end
        time.sleep(0.05)


def phase(folder: Path, number: int) -> str:
    state = f.state_of(folder)
    return next((o.phase for o in state.orders if o.number == number), "") if state else ""


def test_a_machine_works_off_its_orders_and_says_what_it_made(tmp_path: Path) -> None:
    folder = tmp_path / "press"
    process = started(folder, "press", "--pace", "1000")
    try:
        first = f.hand_in(folder, dxf(tmp_path), {"copies": 3})
        bad = tmp_path / "bad.dxf"
        bad.write_text("nonsense")
        second = f.hand_in(folder, bad, {})
        third = f.hand_in(folder, stl(tmp_path, (1, 1, 1)), {})
        until(lambda: phase(folder, third) == "refused")
        assert (first, second, third) == (1, 2, 3)
        assert phase(folder, first) == "made" and phase(folder, second) == "refused"
        state = f.state_of(folder)
        assert state is not None and "it takes svg, dxf" in state.orders[2].told
        assert "bad.dxf" in state.orders[1].told
        import json

        place = folder / f.MADE / "0001"
        figures, compared = figures_from(json.loads((place / "record.json").read_text()))
        assert Figure("Copies", "3") in figures and compared[0].agrees
        Image.open(place / "picture.png").verify()
    finally:
        f.ask(folder, "stop")
        assert process.wait(10) == 0
    ended = f.state_of(folder)
    assert ended is not None and not ended.running


def test_a_machine_that_was_killed_takes_its_work_up_again(tmp_path: Path) -> None:
    folder = tmp_path / "press"
    process = started(folder, "press", "--pace", "1")
    number = f.hand_in(folder, dxf(tmp_path), {})
    until(lambda: phase(folder, number) == "at work")
    process.kill()
    process.wait()
    again = started(folder, "press", "--pace", "1000")
    try:
        until(lambda: phase(folder, number) == "made")
    finally:
        f.ask(folder, "stop")
        again.wait(10)
    assert f.hand_in(folder, dxf(tmp_path), {}) == number + 1


def test_faults_cancelling_and_order(tmp_path: Path) -> None:
    """One look at a time, with a machine whose work takes as long as it is told."""

    def work(path: Path, wishes: object) -> Made:
        image = Image.new("RGB", (4, 4))
        return Made((), (), 20.0, (), (image, image))

    from tinstamp.shop.machine import _Work

    machine = Machine("slow", "Slow", ("dxf",), work, {})  # type: ignore[arg-type]
    for name in (f.INBOX, f.ASKED, f.MADE):
        (tmp_path / name).mkdir()
    one = f.hand_in(tmp_path, dxf(tmp_path), {})
    two = f.hand_in(tmp_path, dxf(tmp_path), {})
    loop = _Work(machine, tmp_path, 20.0, {})
    loop.look()
    assert (phase(tmp_path, one), phase(tmp_path, two)) == ("at work", "waiting")
    f.put(tmp_path / f.ASKED / "fault", "the paper is out")
    loop.look()
    state = f.state_of(tmp_path)
    assert state is not None and state.fault == "the paper is out"
    assert phase(tmp_path, one) == "stopped"
    f.ask(tmp_path, f"cancel-{two:04d}")
    loop.look()
    assert phase(tmp_path, two) == "given up"
    f.ask(tmp_path, "mended")
    loop.look()
    assert phase(tmp_path, one) == "at work"
    end = time.monotonic() + 10
    while phase(tmp_path, one) != "made" and time.monotonic() < end:
        loop.look()
        time.sleep(0.02)
    assert phase(tmp_path, one) == "made"


def test_serving_ends_when_its_starter_has_gone(tmp_path: Path) -> None:
    looks = iter([False, False, True])
    serve(MACHINES["press"], tmp_path, 1.0, lambda: next(looks))
    state = f.state_of(tmp_path)
    assert state is not None and not state.running


def test_a_state_that_cannot_be_read_is_none(tmp_path: Path) -> None:
    for text in ("", "[]", "{}", '{"machine": 1}', "\x00"):
        (tmp_path / f.STATE).write_text(text)
        assert f.state_of(tmp_path) is None
    with pytest.raises(ShopError, match="cannot be handed in"):
        f.hand_in(tmp_path, tmp_path / "no.stl", {})
