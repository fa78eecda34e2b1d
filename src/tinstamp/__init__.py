"""Tin Stamp: text and logos on the faces of a part, as exact solid features."""

__version__ = "0.1.0"
