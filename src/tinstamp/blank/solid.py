"""A solid whose faces have names."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from OCP.TopoDS import TopoDS_Face, TopoDS_Solid

from tinstamp.blank.kernel import solid_of
from tinstamp.chart.base import Chart


@dataclass(frozen=True)
class NamedFace:
    """A face and its name: `tank.outer`, or `Filling line/cap` for what a stamp made."""

    name: str
    face: TopoDS_Face


@dataclass(frozen=True)
class NamedSolid:
    """A closed solid and its named faces, in the order of the shell.

    Several faces may share a name: the counters of letters stay parts of their face.
    """

    shape: TopoDS_Solid
    faces: tuple[NamedFace, ...]

    def named(self, name: str) -> list[TopoDS_Face]:
        return [f.face for f in self.faces if f.name == name]


def joined(members: Sequence[NamedFace]) -> NamedSolid:
    """The solid bounded by faces that share their edges."""
    return NamedSolid(solid_of([f.face for f in members]), tuple(members))


@dataclass(frozen=True)
class Blank:
    """The part before marking: its solid and the chart of every face by name."""

    solid: NamedSolid
    charts: dict[str, Chart]
