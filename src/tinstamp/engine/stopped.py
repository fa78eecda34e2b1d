"""What ends a build that was asked to stop."""

from __future__ import annotations


class Stopped(Exception):
    """The build was asked to stop."""
