"""How the part is lit and drawn: seen through, with or without its edges, in a light from the side
that shows how shallow relief is. No Qt here."""

from __future__ import annotations

from dataclasses import dataclass

from vtkmodules.vtkRenderingCore import vtkLight, vtkRenderer

OPAQUE, SEEN_THROUGH = 1.0, 0.4
"""How much of the part is in the way of what lies behind it"""
LAYERS = 8
"""surfaces behind one another that are put together where the part is seen through"""
FROM_THE_SIDE, FROM_THE_EYE = (-1.0, 0.9, 0.22), 0.4
"""Where the light from the side stands, as the camera sees it; how bright the other one is then"""


@dataclass(frozen=True)
class Looks:
    """What is chosen.

    Attributes
    ----------
    through : what lies behind the part is seen through it. edges : lines where faces meet.
    side : light from the side.
    """

    through: bool = False
    edges: bool = True
    side: bool = False


WORDS = {
    "through": ("Seen through", "What lies behind shows through the part"),
    "edges": ("Edges", "Lines where faces meet"),
    "side": ("Light from the side", "Shows how shallow a relief is"),
}
"""What each is called, and what it does."""


def light(renderer: vtkRenderer, looks: Looks) -> None:
    """Light a scene so."""
    renderer.RemoveAllLights()
    if not looks.side:
        renderer.CreateLight()
        return
    for place, bright in ((FROM_THE_SIDE, 1.0), ((0.0, 0.0, 1.0), FROM_THE_EYE)):
        lamp = vtkLight()
        lamp.SetLightTypeToCameraLight()
        lamp.SetPosition(*place)
        lamp.SetFocalPoint(0.0, 0.0, 0.0)
        lamp.SetIntensity(bright)
        renderer.AddLight(lamp)


def layered(renderer: vtkRenderer, looks: Looks) -> None:
    """Put surfaces behind one another together, where the part is seen through."""
    renderer.SetUseDepthPeeling(looks.through)
    renderer.SetMaximumNumberOfPeels(LAYERS)
    renderer.SetOcclusionRatio(0.0)
