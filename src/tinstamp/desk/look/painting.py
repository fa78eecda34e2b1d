"""A painter that is always ended: one left open by an error ends the program; colours with a little
of what lies below."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager

from PySide6.QtGui import QColor, QPaintDevice, QPainter

LEAST_SEEN = 3.0
"""Contrast that what has to be seen needs (WCAG 2.1, 1.4.11)."""


@contextmanager
def painting(on: QPaintDevice) -> Iterator[QPainter]:
    """Smooth painting: on a widget within its paint event, or on a picture."""
    painter = QPainter(on)
    try:
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        yield painter
    finally:
        painter.end()


def seen_through(colour: str, opaque: int) -> QColor:
    """A colour that lets through what lies below; `opaque` from 0 to 255."""
    found = QColor(colour)
    found.setAlpha(opaque)
    return found


def luminance(colour: QColor) -> float:
    """Relative luminance, 0 to 1 (WCAG 2.1)."""
    linear = [
        c / 12.92 if c <= 0.03928 else ((c + 0.055) / 1.055) ** 2.4
        for c in (colour.redF(), colour.greenF(), colour.blueF())
    ]
    return 0.2126 * linear[0] + 0.7152 * linear[1] + 0.0722 * linear[2]


def contrast(one: QColor, other: QColor) -> float:
    """How many times as light one of two colours is (WCAG 2.1)."""
    low, high = sorted((luminance(one), luminance(other)))
    return (high + 0.05) / (low + 0.05)


def seen_on(colour: str, ground: str) -> QColor:
    """A user's colour on a ground: as much lighter or darker as it takes to be seen there."""
    below, found = QColor(ground), QColor(colour)
    lighter = luminance(below) < 0.2
    hue, saturation, lightness = found.hslHueF(), found.hslSaturationF(), found.lightnessF()
    end = 1.0 if lighter else 0.0
    while contrast(found, below) < LEAST_SEEN and lightness != end:
        lightness = min(1.0, lightness + 0.02) if lighter else max(0.0, lightness - 0.02)
        found = QColor.fromHslF(max(hue, 0.0), saturation, lightness)
    return found
