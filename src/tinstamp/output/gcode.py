"""G-code (the plain words of ISO 6983-1) that engraves the artwork of flat, cylindrical and conical
faces.

A flat face is engraved in X and Y; a round one on a rotary axis A, with X along its side line and
the table tilted by the slope of a cone, so that the side line under the cutter lies level. Z is 0
at the face. Each face is a set-up of its own, and the program stops (M0) between two of them. On
the rotary axis feeds are given as inverse time (G93), so that the cutter runs over the face at the
feed that was asked for.
"""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path

import numpy as np

from tinstamp.artwork.outline import Array
from tinstamp.chart.cone import ConeChart
from tinstamp.chart.cylinder import CylinderChart
from tinstamp.chart.plane import PlaneChart
from tinstamp.chart.round import RoundChart
from tinstamp.job.relief_when import CARVED
from tinstamp.output.outputs import Options
from tinstamp.output.result import FlatSheet, Inked, OutputError, Result
from tinstamp.output.toolpath import Cutter, Way, along_lines, area_of_ink, clearing, v_carving
from tinstamp.version import VERSION

DIGITS = 4
"""decimals of a coordinate, mm and degrees"""
_PLAIN = str.maketrans("()\n", "[] ")
LEAST_TIME = 1e-4
"""minutes of a move that is timed, at least"""


@dataclass(frozen=True)
class Feeds:
    """How a machine is run: feeds over the face and into it, mm/min; the height that it crosses
    at, mm; turns of the cutter a minute."""

    across: float
    down: float
    safe: float
    spindle: float


def write(result: Result, path: Path, options: Options) -> None:
    """Write the program. Raises OutputError."""
    cutter = Cutter(options["cutter"], options["vee"], options["pass"])
    feeds = Feeds(options["feed"], options["plunge"], options["safe"], options["spindle"])
    sheets = [s for s in result.sheets if any(i.operation in CARVED for i in s.inked)]
    if not sheets:
        raise OutputError("nothing of it is engraved: a cutter has nothing to do")
    lines = [
        f"(Tin Stamp {VERSION}: {_comment(result.name)}, mm)",
        f"(cutter {cutter.diameter:g} mm"
        + (f", V of {cutter.angle:g} degrees)" if cutter.angle else ", flat end)"),
        "G21 G90 G17 G94",
        f"M3 S{feeds.spindle:g}",
    ]
    for number, sheet in enumerate(sheets):
        if number:
            lines += ["M5", "M0", f"M3 S{feeds.spindle:g}"]
        lines += _face(sheet, cutter, feeds, bool(options["edges"]))
    path.write_text("\n".join([*lines, "M5", "M30"]) + "\n", encoding="ascii", errors="replace")


def _face(sheet: FlatSheet, cutter: Cutter, feeds: Feeds, edges: bool) -> list[str]:
    """One set-up: how the part is held, and all stamps of the face."""
    machine = _machine(sheet)
    lines = [f"(face {_comment(sheet.face)}: {machine.told})"]
    for inked in sheet.inked:
        if inked.operation not in CARVED:
            lines.append(f"({_comment(inked.stamp)} is not engraved: left out)")
            continue
        ways, unreached = _ways(inked, cutter, edges)
        if not ways:
            raise OutputError(
                f"a cutter of {cutter.diameter:g} mm fits nowhere into “{inked.stamp}”: take a "
                "smaller one"
            )
        lines.append(f"({_comment(inked.stamp)}, {inked.depth:g} mm deep)")
        if unreached > 5e-4:
            lines.append(f"({100 * unreached:.1f} per cent of its area is too narrow for it)")
        for way in ways:
            lines += machine.moves(way, feeds)
    return lines


SAME_ANGLE = 0.5
"""degrees by which a cutter may differ from the V that it is to cut"""


def _shaped(inked: Inked, cutter: Cutter) -> list[Way]:
    """Where a cutter goes that has the section of a stamp's lines. Raises OutputError."""
    kind, degrees = inked.section or ("", 0.0)
    if kind == "vee" and abs(cutter.angle - degrees) <= SAME_ANGLE:
        return v_carving(area_of_ink(inked.regions), inked.depth, cutter)
    if kind == "ball" and inked.lines and not cutter.angle:
        return along_lines(inked.lines, inked.depth, cutter)
    if kind == "vee":
        raise OutputError(
            f"“{inked.stamp}” is a V of {degrees:g} degrees: a cutter of that angle has to cut it"
        )
    raise OutputError(
        f"“{inked.stamp}” has walls or a floor that this cutter does not leave: for G-code give it "
        "square walls and one depth, or single-stroke text with a round section"
    )


def _ways(inked: Inked, cutter: Cutter, edges: bool) -> tuple[list[Way], float]:
    """Where the cutter goes for a stamp, and the part of its area that it does not reach. Raises
    OutputError where it would leave other walls, or another floor, than the stamp has."""
    if not inked.even:
        return _shaped(inked, cutter), 0.0
    if inked.lines and not cutter.angle:
        return along_lines(inked.lines, inked.depth, cutter), 0.0
    ink = area_of_ink(inked.regions)
    if cutter.angle:
        return v_carving(ink, inked.depth, cutter), 0.0
    reached = ink.buffer(-cutter.diameter / 2).buffer(cutter.diameter / 2)
    return clearing(ink, inked.depth, cutter, edges), max(0.0, 1.0 - reached.area / ink.area)


@dataclass(frozen=True)
class _Machine:
    """How sheet places become a machine's; `told` is what its operator sets up."""

    told: str
    chart: RoundChart | None = None

    def places(self, points: Array) -> Array:
        """Of tips (n, 3): X, Y or A, and Z."""
        if self.chart is None:
            return points
        turned = self.chart.unrolled(points[:, :2])
        if len(turned) > 1:  # on from the last place, not back round
            turned[:, 0] = np.degrees(np.unwrap(np.radians(turned[:, 0])))
        return np.column_stack([turned[:, 1], turned[:, 0], points[:, 2]])

    def moves(self, way: Way, feeds: Feeds) -> list[str]:
        """One way: over to its start, down, along, up."""
        places = self.places(way.points)
        second = "Y" if self.chart is None else "A"
        words = [f"X{_figure(x)} {second}{_figure(y)} Z{_figure(z)}" for x, y, z in places]
        lines = [f"G0 {words[0].rpartition(' ')[0]}"]
        lines.append(f"G1 Z{_figure(places[0, 2])} F{feeds.down:g}")
        lengths = np.linalg.norm(np.diff(way.points, axis=0), axis=1)
        if self.chart is None:
            lines += [f"G1 {w}" + (f" F{feeds.across:g}" if k == 0 else "")
                      for k, w in enumerate(words[1:])]  # fmt: skip
        else:
            minutes = np.maximum(lengths / feeds.across, LEAST_TIME)
            timed = [f"G1 {w} F{1 / m:.3f}" for w, m in zip(words[1:], minutes, strict=True)]
            lines += ["G93", *timed, "G94"]
        return [*lines, f"G0 Z{_figure(feeds.safe)}"]


def _machine(sheet: FlatSheet) -> _Machine:
    """The set-up of a face. Raises OutputError for one that cannot be engraved so."""
    chart = sheet.chart
    if isinstance(chart, PlaneChart):
        return _Machine("flat, X0 Y0 at the zero of its sheet")
    if isinstance(chart, CylinderChart | ConeChart) and not chart.inside:
        tilt = chart.slope if isinstance(chart, ConeChart) else 0.0
        told = "on the rotary axis, A0 at its front and more to the right, X along its side, X0 at "
        told += "the lower rim"
        if tilt:
            told += f", axis tilted by {abs(tilt):.4f} degrees so that the side lies level"
        return _Machine(told, chart)
    raise OutputError(
        f"“{sheet.face}” is neither flat nor the outside of a cylinder or a cone: it cannot be "
        "engraved with three axes or with a rotary one"
    )


def _comment(words: str) -> str:
    return words.translate(_PLAIN)


def _figure(value: float) -> str:
    text = f"{float(value):.{DIGITS}f}".rstrip("0").rstrip(".")
    return "0" if text in ("-0", "") else text
