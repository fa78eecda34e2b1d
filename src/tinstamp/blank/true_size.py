"""The exact size of a solid: the kernel's close box, asked of no more faces than can reach it.

The close box of a freeform face takes a tenth of a second. Wide ones are there at once: from the
poles, which hold the face, and from its triangles with twice what they stray. Faces are taken by
how far these reach, until none of the rest can reach beyond what was found.
"""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from OCP.Bnd import Bnd_Box
from OCP.BRepBndLib import BRepBndLib
from OCP.TopoDS import TopoDS_Face, TopoDS_Shape

from tinstamp.blank.boxes import boxes_of
from tinstamp.blank.kernel import Array, faces

NO_FURTHER = 1e-5
"""mm by which a face must reach further to count: wide boxes hold tolerances too"""


def true_size(shape: TopoDS_Shape, chord: float) -> tuple[float, float, float]:
    """Along x, y and z, mm, of a shape that was meshed with that chord, mm."""
    every = faces(shape)
    wide, meshed = _reach(boxes_of(every)), _reach(_about_triangles(every))
    reach = np.minimum(wide, meshed + 2.0 * chord)
    best = np.full(6, -np.inf)
    close: set[int] = set()
    for side in range(6):
        for k in np.argsort(-reach[:, side]).tolist():
            if reach[k, side] <= best[side] + NO_FURTHER:
                break
            if k not in close:
                close.add(k)
                box = Bnd_Box()
                BRepBndLib.AddOptimal_s(every[k], box, False, False)
                best = np.maximum(best, _reach(_corners(box)[None])[0])
    x, y, z = (best[:3] + best[3:]).tolist()
    return x, y, z


def _reach(boxes: Array) -> Array:
    """(n, 6) how far boxes, (n, 2, 3), reach towards all six sides, mm."""
    return np.concatenate([-boxes[:, 0], boxes[:, 1]], axis=1)


def _about_triangles(members: Sequence[TopoDS_Face]) -> Array:
    found = []
    for face in members:
        box = Bnd_Box()
        BRepBndLib.Add_s(face, box, True)
        found.append(_corners(box))
    return np.array(found)


def _corners(box: Bnd_Box) -> Array:
    low, high = box.CornerMin(), box.CornerMax()
    return np.array([[low.X(), low.Y(), low.Z()], [high.X(), high.Y(), high.Z()]])
