"""Benchmarks as ratios: ours against a peer, in turns within one run.

Each line: what, ours, the peer, the peer's time over ours, the ratio asked for. Medians
of a few turns; trust the ratios, not the seconds.
"""

from __future__ import annotations

import statistics
import sys
import time
from collections.abc import Callable
from typing import TypeVar

import numpy as np

from benchmarks.peers import CHORD, general_boolean, meshed_boolean, prebuilt_tools, warped_boolean
from tinstamp.artwork import fonts
from tinstamp.artwork.outline import Region
from tinstamp.artwork.text import TextSpec, lay_text
from tinstamp.blank.kernel import volume
from tinstamp.blank.round_solid import tube
from tinstamp.chart.cylinder import CylinderChart
from tinstamp.chart.drape import drape, flatten
from tinstamp.relief.make import Order, make
from tinstamp.setting.fit import fit
from tinstamp.setting.place import Spot, place

OUTER, INNER, HEIGHT, DEPTH = 84.0, 80.8, 46.0, 0.4
TEXTS = {
    15: "FILLTOTHISLINEA",
    60: "LAMPOILONLYKEEPUPRIGHTHOTWHENLITPELLWICKWORKSFILLTOTHISLINEA",
}
Result = TypeVar("Result")


def artwork(text: str, height: float = 4.0):  # type: ignore[no-untyped-def]
    face = fonts.find("Barlow", "SemiBold")
    return lay_text(TextSpec(text, fonts.read(face.path), height))


def timed(work: Callable[[], Result]) -> tuple[float, Result]:
    start = time.perf_counter()
    result = work()
    return time.perf_counter() - start, result


def told(what: str, ours: float, peer_name: str, peer: float, asked: float) -> bool:
    ratio = peer / ours
    good = ratio >= asked
    print(
        f"{what:38} ours {ours:8.3f} s   {peer_name:16} {peer:8.3f} s   "
        f"ratio {ratio:6.1f}   asked {asked:4.1f}   {'ok' if good else 'SHORT'}",
        flush=True,
    )
    return good


def on_a_tube(letters: int, asked: float, turns: int) -> bool:
    """From outlines to a verified solid, against both peers."""
    blank = tube("tank", OUTER, INNER, HEIGHT, {})
    chart = blank.charts["tank.outer"]
    assert isinstance(chart, CylinderChart)
    before = volume(blank.solid.shape)
    laid = place(artwork(TEXTS[letters]), Spot(0, 20), chart)
    order = Order("bench", "tank.outer", DEPTH, False, (1.6, 1.6))
    tools = prebuilt_tools(laid.regions, chart, DEPTH)
    ours, general, meshed, warped = [], [], [], []
    for _ in range(turns):
        seconds, made = timed(lambda: make(blank.solid, chart, laid, fit(laid, chart), order))
        assert made.built_by == "imprint"
        ours.append(seconds)
        wanted = made.relief_volume
        for times, cutting in (
            (meshed, lambda: meshed_boolean(blank.solid, tools)),
            (warped, lambda: warped_boolean(OUTER, INNER, HEIGHT, laid.regions, DEPTH)),
        ):
            seconds, cut = timed(cutting)
            times.append(seconds)
            assert 0.85 < (cut.volume() - _mesh_volume()) / wanted < 1.15
        seconds, part = timed(lambda: general_boolean(blank.solid, tools))
        general.append(seconds)
        assert abs(volume(part.shape) - before - wanted) < 1e-3 * abs(wanted)
        del cut, part
    middle = statistics.median
    what = f"{letters} letters on a tube"
    return all(
        [
            told(what, middle(ours), "general boolean", middle(general), asked),
            told(what, middle(ours), "mesh boolean", middle(meshed), 1.0),
            told(what, middle(ours), "bare triangles", middle(warped), 0.0),
        ]
    )


def _mesh_volume() -> float:
    """The meshed tube's own volume, which its chords make a little smaller."""
    sides = int(np.ceil(np.pi / np.arccos(1 - CHORD / (OUTER / 2))))
    sector = np.sin(2 * np.pi / sides) * sides / 2
    return float(sector * (OUTER**2 - INNER**2) / 4 * HEIGHT)


def preview_frame() -> bool:
    """A drag's own computation a frame, 20 letters, against 15 ms."""
    blank = tube("tank", OUTER, INNER, HEIGHT, {})
    chart = blank.charts["tank.outer"]
    drawn = artwork("FILLTOTHISLINEFILLTO")
    flat = flatten(drawn.regions)
    times = []
    for k in range(60):
        seconds, _ = timed(
            lambda k=k: drape(
                flat,
                *(lambda p: (p.matrix, p.shift))(place(drawn, Spot(k, 20), chart)),
                chart,
                0.15,
            )
        )
        times.append(seconds)
    return told("preview of 20 letters, a frame", statistics.median(times), "limit", 0.015, 1.0)


def layout_of_200() -> bool:
    """200 letters shaped and placed anew, as after a key, against 30 ms."""
    blank = tube("tank", 300.0, 290.0, HEIGHT, {})
    chart = blank.charts["tank.outer"]
    words = "FILL TO THIS LINE AND KEEP UPRIGHT "
    times = []
    for k in range(30):
        text = (f"{k} " + words * 8)[:200]
        seconds, _ = timed(lambda text=text: place(artwork(text), Spot(0, 20), chart))
        times.append(seconds)
    return told("layout of 200 letters", statistics.median(times), "limit", 0.030, 1.0)


def regions_of(text: str) -> tuple[Region, ...]:
    return artwork(text).regions


def main() -> int:
    np.seterr(all="ignore")
    make_warm = on_a_tube  # the first turn of all loads the kernel's libraries
    good = [make_warm(15, 10.0, 5), on_a_tube(60, 15.0, 3), preview_frame(), layout_of_200()]
    return 0 if all(good) else 1


if __name__ == "__main__":
    sys.exit(main())
