"""The section that a tool with a shaped end leaves: a groove where it sinks, a bead where what it
leaves stands out.

Width and depth are tied: a line is as wide at the face as such a tool cuts when it is so deep.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np

from tinstamp.job.formula import FormulaError
from tinstamp.job.model import Relief
from tinstamp.job.worked import Worked

LEAST_FLAT = 0.04
"""mm; a floor that is narrower is no face that can be made or checked"""
BALL_FLAT, SHALLOW = 0.05, 1e-3
"""Part of a ball's diameter that is left flat at the very bottom, and mm by which it may be less
deep for that."""
NOT_ROUND = 2.5e-3
"""mm by which the bottom of a round section may be less deep than its ball at all"""
SECTIONS = ("vee", "ball", "dovetail")
"""Of lines, as a tool leaves them"""
MOST_FLAT = 0.5
"""Part of a line's width that a round section's bottom is flat at most"""


@dataclass(frozen=True)
class Groove:
    """The section of a line.

    Attributes
    ----------
    depth : mm from the face. slope : of a V, the tangent of half its angle; of a dovetail that of
        its flank's, less than 0. flat : mm that its floor, or the bottom of a ball, is wide.
        radius : of a ball, mm; 0 for others.
    """

    kind: Literal["vee", "ball", "dovetail"]
    depth: float
    flat: float
    slope: float = 0.0
    radius: float = 0.0

    @property
    def straight(self) -> bool:
        """Its sides are no arcs."""
        return self.kind != "ball"

    @property
    def middle(self) -> float:
        """How deep the middle of a ball lies under the face, mm; less than 0 is over it."""
        return self.depth - self.radius

    @property
    def floor(self) -> float:
        """How deep its floor lies, mm: a ball's is a hair less deep than the ball."""
        return self.depth if self.straight else self.depth - self.shallow

    @property
    def shallow(self) -> float:
        """mm by which the flat bottom of a ball is less deep than the ball; all of its radius where
        that is flat all over."""
        half = min(self.flat / 2.0, self.radius)
        return self.radius - float(np.sqrt(self.radius**2 - half**2))

    @property
    def width(self) -> float:
        """mm of a line at the face."""
        if self.straight:
            return self.flat + 2.0 * self.depth * self.slope
        if self.middle >= 0.0:
            return 2.0 * self.radius
        return 2.0 * float(np.sqrt(self.radius**2 - self.middle**2))

    @property
    def inwards(self) -> float:
        """mm by which its floor lies within its edge at the face; less than 0 is beyond it."""
        return (self.width - self.flat) / 2.0


def groove_of(relief: Worked[Relief]) -> Groove | None:
    """What a relief's lines have for a section; None for square or leaning walls. Raises
    FormulaError."""
    given, of = relief.given, relief
    if "section" in given.idle or given.section not in SECTIONS:
        return None
    depth = of("depth")
    if given.section == "vee":
        tip = of("tip")
        if tip < LEAST_FLAT:
            raise FormulaError(
                f"the tip of a tool is never quite sharp: give {LEAST_FLAT:g} mm or more"
            )
        return Groove("vee", depth, tip, slope=float(np.tan(np.radians(of("vee") / 2.0))))
    if given.section == "dovetail":
        slope = float(np.tan(np.radians(of("flank"))))
        return Groove("dovetail", depth, of("neck") + 2.0 * depth * slope, slope=-slope)
    radius = of("ball") / 2.0
    # the sagitta of a chord is its square over eight radii (any handbook)
    most = float(np.sqrt(8.0 * radius * SHALLOW))
    groove = Groove(
        "ball", depth, max(min(2.0 * radius * BALL_FLAT, most), LEAST_FLAT), radius=radius
    )
    if groove.shallow > NOT_ROUND:
        raise FormulaError(f"a ball of {2 * radius:g} mm is too small: give 0.2 mm or more")
    if groove.flat > MOST_FLAT * groove.width:
        raise FormulaError(
            f"a ball of {2 * radius:g} mm leaves next to nothing at {depth:g} mm: go deeper, or "
            "take a smaller one"
        )
    return groove


def scaled(groove: Groove, by: float) -> Groove:
    """The same section, that many times as large."""
    return Groove(
        groove.kind, groove.depth * by, groove.flat * by, groove.slope, groove.radius * by
    )
