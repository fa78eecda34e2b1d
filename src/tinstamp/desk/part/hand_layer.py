"""What the hand moves, drawn by itself over a picture of all else that is kept with its depths: a
drag changes nothing but that. No Qt here.

Both are drawn by one camera within one range of depths; at every pixel the nearer of the two is
seen, as if they had been drawn together.
"""

from __future__ import annotations

from collections.abc import Hashable

import numpy as np
from numpy.typing import NDArray
from vtkmodules.util.numpy_support import vtk_to_numpy
from vtkmodules.vtkCommonCore import vtkFloatArray, vtkUnsignedCharArray
from vtkmodules.vtkRenderingCore import vtkActor, vtkRenderer, vtkRenderWindow

Pixels = NDArray[np.uint8]
BESIDES = 0.25
"""Of the range of depths: how much further it reaches each way, for what the hand moves."""


def pixels_of(window: vtkRenderWindow) -> Pixels:
    """What was drawn, (height, width, 3), bottom row first."""
    width, height = window.GetSize()
    data = vtkUnsignedCharArray()
    window.GetPixelData(0, 0, width - 1, height - 1, 0, data, 0)
    return vtk_to_numpy(data).reshape(height, width, 3)


class HandLayer:
    """One actor of a scene drawn alone, over a kept picture of the others."""

    def __init__(self, window: vtkRenderWindow, whole: vtkRenderer, actor: vtkActor) -> None:
        self.window, self.whole, self.actor = window, whole, actor
        self.alone = vtkRenderer()
        self.alone.AddActor(actor)
        self.alone.DrawOff()
        window.AddRenderer(self.alone)
        self._key: Hashable = None
        self._under: tuple[Pixels, NDArray[np.float32]] | None = None
        self.range = (0.0, 0.0)

    def picture(self) -> Pixels:
        """All of the scene, (height, width, 3), bottom row first; the window has its size."""
        key = self._state()
        if self._under is None or key != self._key or not self._within():
            self._draw_under()
            self._key = key
        assert self._under is not None
        under, depths = self._under
        self.alone.SetActiveCamera(self.whole.GetActiveCamera())
        self.alone.SetBackground(*self.whole.GetBackground())
        self.whole.GetActiveCamera().SetClippingRange(*self.range)
        self.whole.DrawOff()
        self.alone.DrawOn()
        self.window.Render()
        over, nearer = pixels_of(self.window), self._depths()
        self.alone.DrawOff()
        self.whole.DrawOn()
        return np.where((nearer < depths)[..., None], over, under)

    def _state(self) -> Hashable:
        """All that the picture of the others depends on."""
        camera, background = self.whole.GetActiveCamera(), self.whole.GetBackground()
        actors = self.whole.GetActors()
        actors.InitTraversal()
        others = [actors.GetNextActor() for _ in range(actors.GetNumberOfItems())]
        made = tuple(
            (actor.GetVisibility(), actor.GetRedrawMTime())
            for actor in others
            if actor is not self.actor
        )
        lights = self.whole.GetLights()
        lamps = lights.GetMTime(), lights.GetNumberOfItems()
        seen = (camera.GetPosition(), camera.GetFocalPoint(), camera.GetViewUp(),
                camera.GetViewAngle())  # fmt: skip
        return tuple(self.window.GetSize()), seen, background, lamps, made

    def _within(self) -> bool:
        """The actor lies within the range of depths that the kept picture was drawn in."""
        camera = self.whole.GetActiveCamera()
        box = np.array(self.actor.GetBounds()).reshape(3, 2)
        corners = np.stack(np.meshgrid(*box, indexing="ij"), axis=-1).reshape(-1, 3)
        away = (corners - camera.GetPosition()) @ np.array(camera.GetDirectionOfProjection())
        return bool(away.min() > self.range[0] and away.max() < self.range[1])

    def _draw_under(self) -> None:
        camera = self.whole.GetActiveCamera()
        self.whole.ResetCameraClippingRange()
        near, far = camera.GetClippingRange()
        more = BESIDES * (far - near)
        self.range = (max(near - more, near * 0.1), far + more)
        camera.SetClippingRange(*self.range)
        self.actor.VisibilityOff()
        self.window.Render()
        self._under = pixels_of(self.window).copy(), self._depths().copy()
        self.actor.VisibilityOn()
        self.alone.RemoveAllLights()
        lights = self.whole.GetLights()
        lights.InitTraversal()
        for _ in range(lights.GetNumberOfItems()):
            self.alone.AddLight(lights.GetNextItem())

    def _depths(self) -> NDArray[np.float32]:
        width, height = self.window.GetSize()
        data = vtkFloatArray()
        self.window.GetZbufferData(0, 0, width - 1, height - 1, data)
        return vtk_to_numpy(data).reshape(height, width)
