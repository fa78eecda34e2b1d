"""Gestures of a touchpad, or of whatever else the desktop gives as such: pinch, turn, shift."""

from __future__ import annotations

from typing import Protocol

from PySide6.QtCore import QEvent, QPointF, Qt
from PySide6.QtGui import QNativeGestureEvent


class Moved(Protocol):
    """A view that gestures work on."""

    def nearer_at(self, at: QPointF, factor: float) -> None:
        """Go nearer (factor above 1) or further, about a pixel."""

    def turn_by(self, degrees: float) -> None:
        """Turn what is looked at."""

    def shift_by(self, by: QPointF) -> None:
        """Move the picture by pixels."""


def take_gesture(view: Moved, event: QEvent) -> bool:
    """Do what a gesture means; False for an event that is none."""
    if not isinstance(event, QNativeGestureEvent):
        return False
    kind = event.gestureType()
    if kind == Qt.NativeGestureType.ZoomNativeGesture:
        view.nearer_at(event.position(), max(1.0 + event.value(), 0.1))
    elif kind == Qt.NativeGestureType.RotateNativeGesture:
        view.turn_by(event.value())
    elif kind == Qt.NativeGestureType.PanNativeGesture:
        view.shift_by(event.delta())
    else:
        return False
    return True
