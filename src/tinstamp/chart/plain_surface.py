"""The surfaces of exact charts, which are known by a figure or two.

Each lies in a frame of its own (see `FaceChart.form`): a plane in its x and y, a cylinder and a
cone about its z.
"""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class Flat:
    """The plane of x and y."""


@dataclass(frozen=True)
class Cylindrical:
    """About z; `radius` mm."""

    radius: float


@dataclass(frozen=True)
class Conical:
    """About z; `radius` mm at z = 0, its side `slope` degrees from the axis, widening upwards
    where that is positive."""

    radius: float
    slope: float


PlainSurface = Flat | Cylindrical | Conical
