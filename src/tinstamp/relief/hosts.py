"""The faces that artwork is put into."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from OCP.BRep import BRep_Tool
from OCP.TopAbs import TopAbs_Orientation

from tinstamp.blank.solid import NamedFace
from tinstamp.blank.trim import covers, loops
from tinstamp.chart.base import FaceChart, Start
from tinstamp.relief.face_curves import CurveError


class Hosts:
    """The faces of one name, and which of them a place in (u, v) is on.

    Attributes
    ----------
    start : where u and v begin, on a closed face.
    """

    def __init__(self, named: Sequence[NamedFace], chart: FaceChart) -> None:
        self.faces = [f.face for f in named]
        self.shell = named[0].shell
        self.surface = BRep_Tool.Surface_s(self.faces[0])
        self.flipped = self.faces[0].Orientation() == TopAbs_Orientation.TopAbs_REVERSED
        alone = len(self.faces) == 1
        closed = any(turn is not None for turn in chart.ground.rounds)
        self.rings = [loops(face) for face in self.faces] if closed or not alone else []
        self.start: Start | None = None
        if closed:
            least = np.min([ring.min(axis=0) for rings in self.rings for ring in rings], axis=0)
            self.start = float(least[0]), float(least[1])
        if any(f.shell != self.shell for f in named):
            raise CurveError("the face has parts on several shells")
        for face in self.faces[1:]:
            if face.Orientation() != self.faces[0].Orientation():
                raise CurveError("the parts of the face look different ways")

    def under(self, uv: Sequence[float]) -> int:
        """The index of the face under a place. Raises CurveError when there is none."""
        if len(self.faces) == 1:
            return 0
        for k, rings in enumerate(self.rings):
            if covers(rings, np.asarray(uv)):
                return k
        raise CurveError("the artwork lies beside the face")
