"""The part as a picture: VTK drawn off the screen into an image. No Qt here.

Software drawing is what most machines of this job will do, so: no multisampling, one
light, and a picture only when something changed.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np
import vtkmodules.vtkRenderingOpenGL2  # noqa: F401  (registers the renderer)
from numpy.typing import NDArray
from vtkmodules.util.numpy_support import numpy_to_vtk, vtk_to_numpy
from vtkmodules.vtkCommonCore import reference, vtkPoints
from vtkmodules.vtkCommonDataModel import (
    vtkCellArray,
    vtkPlane,
    vtkPolyData,
    vtkStaticCellLocator,
)
from vtkmodules.vtkFiltersCore import vtkClipPolyData
from vtkmodules.vtkRenderingCore import (
    vtkActor,
    vtkPolyDataMapper,
    vtkRenderer,
    vtkRenderWindow,
)

from tinstamp.desk.look import palette as p
from tinstamp.desk.part.cut_face import cut_face
from tinstamp.desk.part.hand_layer import HandLayer, pixels_of
from tinstamp.desk.part.looks import OPAQUE, SEEN_THROUGH, Looks, layered, light
from tinstamp.desk.part.meshes import Coloured, Patch, cells, coloured, edges_of, with_normals
from tinstamp.engine.triangles import Mesh
from tinstamp.job.face_name import any_side

Array = NDArray[np.float64]


@dataclass(frozen=True)
class Hit:
    """What lies under the pointer: the face's name and the point on it, mm."""

    face: str
    point: Array


CUT = "#D9B48F"
"""What is cut through."""
OFF_PART = 0.5
"""Of what is looked at to each side: how far off the part its middle may lie."""
NEAREST, FURTHEST = 0.002, 12.0
"""Of the part's size: from how near and how far it is looked at."""


class Scene:
    """Holds the part, the preview and the camera; draws them."""

    def __init__(self) -> None:
        self.window = vtkRenderWindow()
        self.window.SetOffScreenRendering(1)
        self.window.SetMultiSamples(0)
        self.renderer = vtkRenderer()
        self.renderer.SetBackground(*_rgb(p.GROUND))
        self.window.AddRenderer(self.renderer)
        self.window.SetAlphaBitPlanes(1)
        self.looks = Looks()
        self.mesh: Mesh | None = None
        self._data = vtkPolyData()
        self._locator: vtkStaticCellLocator | None = None
        self._part = self._actor(self._data)
        self._part.GetProperty().SetSpecular(0.05)
        self._part.GetProperty().SetSpecularPower(18)
        self._part.GetProperty().SetAmbient(0.34)
        self._part.GetProperty().SetDiffuse(0.64)
        self._edges = self._line_actor(p.TIN_LINE, 1.0)
        self._lines = self._line_actor(p.ACCENT, 3.0)
        self._lines.VisibilityOff()
        self._overlay = self._actor(vtkPolyData())
        self._overlay.GetProperty().SetAmbient(0.34)
        self._overlay.GetProperty().SetDiffuse(0.64)
        self._overlay.VisibilityOff()
        self._tint = self._actor(vtkPolyData())
        self._tint.GetProperty().SetAmbient(0.5)
        self._tint.GetProperty().SetDiffuse(0.6)
        self._tint.VisibilityOff()
        self._patch = self._actor(vtkPolyData())
        self._patch.GetProperty().SetColor(*_rgb(p.TIN))
        self._patch.GetProperty().SetAmbient(0.34)
        self._patch.GetProperty().SetDiffuse(0.64)
        self._patch.GetProperty().SetSpecular(0.05)
        self._patch.GetProperty().SetSpecularPower(18)
        self._patch.VisibilityOff()
        self._hidden: frozenset[str] = frozenset()
        self._bared: vtkPolyData | None = None
        self._section: vtkPlane | None = None
        self._cut_face = self._actor(vtkPolyData())
        self._cut_face.GetProperty().SetColor(*_rgb(CUT))
        self._cut_face.GetProperty().LightingOff()
        self._cut_face.VisibilityOff()
        self._painted: NDArray[np.int64] | None = None
        self._hand = HandLayer(self.window, self.renderer, self._overlay)

    def wear(self, looks: Looks) -> None:
        """Be lit and drawn so."""
        self.looks = looks
        light(self.renderer, looks)
        layered(self.renderer, looks)
        for actor in (self._part, self._patch):
            actor.GetProperty().SetOpacity(SEEN_THROUGH if looks.through else OPAQUE)
        self._apply_section()

    def dress(self) -> None:
        """Take the colours that the desk has now."""
        self.renderer.SetBackground(*_rgb(p.GROUND))
        for actor, colour in ((self._edges, p.TIN_LINE), (self._lines, p.ACCENT),
                              (self._patch, p.TIN)):  # fmt: skip
            actor.GetProperty().SetColor(*_rgb(colour))

    def _actor(self, data: vtkPolyData) -> vtkActor:
        mapper = vtkPolyDataMapper()
        mapper.SetInputData(data)
        actor = vtkActor()
        actor.SetMapper(mapper)
        self.renderer.AddActor(actor)
        return actor

    def _line_actor(self, colour: str, width: float) -> vtkActor:
        actor = self._actor(vtkPolyData())
        actor.GetProperty().SetColor(*_rgb(colour))
        actor.GetProperty().SetLineWidth(width)
        actor.GetProperty().LightingOff()
        actor.GetMapper().SetResolveCoincidentTopologyToPolygonOffset()
        actor.GetMapper().SetRelativeCoincidentTopologyLineOffsetParameters(0, -40)
        return actor

    # -- what is shown

    def show(self, mesh: Mesh | None) -> None:
        """Take the part's triangles; None empties the scene."""
        self.mesh, self._painted = mesh, None
        self._data = vtkPolyData() if mesh is None else with_normals(mesh)
        self._locator = None
        if mesh is not None:
            self._locator = vtkStaticCellLocator()
            self._locator.SetDataSet(self._data)
            self._locator.BuildLocator()
        self._edges.GetMapper().SetInputData(edges_of(self._data))
        self._hidden = frozenset()
        self._bared = None
        self._patch.VisibilityOff()
        self._apply_section()

    def veil(self, names: frozenset[str], patch: Patch | None = None) -> None:
        """Hide faces by name, such as those of a relief that is out of date, and close the face
        that they stand in by a patch. No names show all."""
        if self.mesh is None or names == self._hidden:
            return
        self._hidden = names
        gone = np.array([any_side(name) in names for name in self.mesh.names])[self.mesh.faces]
        self._patch.SetVisibility(bool(names) and patch is not None)
        if not gone.any():
            self._bared = None
            self._edges.GetMapper().SetInputData(edges_of(self._data))
        else:
            bare = vtkPolyData()
            bare.SetPoints(self._data.GetPoints())
            bare.GetPointData().SetNormals(self._data.GetPointData().GetNormals())
            bare.SetPolys(cells(self.mesh.triangles[~gone]))
            self._bared = bare
            self._shown_cells = ~gone
            old = vtkPolyData()
            old.SetPoints(self._data.GetPoints())
            old.SetPolys(cells(self.mesh.triangles[gone]))
            self._edges.GetMapper().SetInputData(edges_of(bare, old))
            self._colour_bared()
        if patch is not None and names:
            points, triangles, normals = patch
            data, holder = vtkPolyData(), vtkPoints()
            holder.SetData(numpy_to_vtk(np.ascontiguousarray(points, np.float32), deep=True))
            data.SetPoints(holder)
            data.SetPolys(cells(triangles))
            shades = numpy_to_vtk(np.ascontiguousarray(normals, np.float32), deep=True)
            data.GetPointData().SetNormals(shades)
            self._patch.GetMapper().SetInputData(data)
        self._apply_section()

    def _colour_bared(self) -> None:
        """What is left of the part has the part's own colours."""
        scalars = self._data.GetCellData().GetScalars()
        if self._bared is None or scalars is None:
            return
        colours = numpy_to_vtk(vtk_to_numpy(scalars)[self._shown_cells], deep=True)
        self._bared.GetCellData().SetScalars(colours)

    def paint(self, colours: Mapping[str, str], hovered: str | None = None) -> None:
        """Colours `#RRGGBB` by face name; the rest is tin, the hovered face lighter."""
        self.dress()
        if self.mesh is None:
            return
        table = np.array([_bytes(colours.get(any_side(name), p.TIN)) for name in self.mesh.names])
        if hovered in self.mesh.names:
            table[self.mesh.names.index(hovered)] = _bytes(p.TIN_HOVER)
        if self._painted is not None and np.array_equal(table, self._painted):
            return
        self._painted = table
        array = numpy_to_vtk(table[self.mesh.faces].astype(np.uint8), deep=True)
        array.SetName("colour")
        self._data.GetCellData().SetScalars(array)
        self._colour_bared()
        self._apply_section()

    def overlay(self, found: Coloured | None) -> None:
        """Show the relief in hand, or hide it with None."""
        _colour(self._overlay, found)

    def tint(self, found: Coloured | None) -> None:
        """Show coloured triangles over the part, or hide them with None."""
        _colour(self._tint, found)

    @property
    def eye(self) -> Array:
        """(3,) where the part is seen from, mm."""
        return np.array(self.renderer.GetActiveCamera().GetPosition())

    def cut(self, origin: Array | None, normal: Array | None) -> None:
        """Show only the part behind a plane, its cut face closed; None shows all."""
        if origin is None or normal is None:
            self._section = None
        else:
            self._section = vtkPlane()
            self._section.SetOrigin(*map(float, origin))
            self._section.SetNormal(*(-float(n) for n in normal))
        self._apply_section()

    def _apply_section(self) -> None:
        if self._section is None or self.mesh is None:
            self._part.GetMapper().SetInputData(self._bared or self._data)
            self._edges.SetVisibility(self.looks.edges)
            self._cut_face.VisibilityOff()
            return
        clip = vtkClipPolyData()
        clip.SetInputData(self._bared or self._data)
        clip.SetClipFunction(self._section)
        clip.Update()
        self._part.GetMapper().SetInputData(clip.GetOutput())
        self._edges.VisibilityOff()
        self._close_section()

    def _close_section(self) -> None:
        """Fill what is cut, and leave open what is hollow."""
        assert self._section is not None and self.mesh is not None
        origin, normal = np.array(self._section.GetOrigin()), np.array(self._section.GetNormal())
        mesh = self.mesh
        points, triangles = cut_face(mesh.points.astype(float), mesh.triangles, origin, normal)
        data, holder = vtkPolyData(), vtkPoints()
        holder.SetData(numpy_to_vtk(np.ascontiguousarray(points, dtype=np.float32), deep=True))
        data.SetPoints(holder)
        data.SetPolys(cells(triangles))
        self._cut_face.GetMapper().SetInputData(data)
        self._cut_face.SetVisibility(bool(len(triangles)))

    def lines(self, polylines: Sequence[Sequence[Sequence[float]]]) -> None:
        """Lines over the part, mm, such as what was measured."""
        if not polylines and not self._lines.GetVisibility():
            return
        data = vtkPolyData()
        holder, cells = vtkPoints(), vtkCellArray()
        for line in polylines:
            cells.InsertNextCell(len(line))
            for p_ in line:
                cells.InsertCellPoint(holder.InsertNextPoint(*p_))
        data.SetPoints(holder)
        data.SetLines(cells)
        self._lines.GetMapper().SetInputData(data)
        self._lines.SetVisibility(bool(polylines))

    def mm_per_pixel(self, point: Array, height: int) -> float:
        """How much a pixel covers at a point."""
        camera = self.renderer.GetActiveCamera()
        away = float(np.linalg.norm(np.array(camera.GetPosition()) - point))
        return float(2 * away * np.tan(np.radians(camera.GetViewAngle() / 2)) / max(height, 1))

    # -- the camera

    @property
    def bounds(self) -> tuple[Array, Array]:
        """Least and greatest corner of the part, mm."""
        if self.mesh is None or not len(self.mesh.points):
            return np.zeros(3), np.ones(3)
        return (
            self.mesh.points.min(axis=0).astype(float),
            self.mesh.points.max(axis=0).astype(float),
        )

    @property
    def looking(self) -> tuple[float, float, float]:
        """The unit direction that the camera looks in."""
        x, y, z = self.renderer.GetActiveCamera().GetDirectionOfProjection()
        return float(x), float(y), float(z)

    def look(self, towards: Array, up: Array, at: Array | None = None, reach: float = 0.0) -> None:
        """Look along `towards` at a point (the middle of the part without one), from far
        enough to see `reach` mm to each side (the whole part when 0). Where that would show
        nothing of the part, as at artwork off its face, what is nearest of it is seen too."""
        low, high = self.bounds
        middle = (low + high) / 2 if at is None else at
        if reach and self.mesh is not None and len(self.mesh.points):
            beside = float(np.linalg.norm(np.maximum(np.maximum(low - middle, middle - high), 0)))
            if beside > OFF_PART * reach:
                points = self.mesh.points.astype(float)
                part = points[np.linalg.norm(points - middle, axis=1).argmin()]
                reach += float(np.linalg.norm(part - middle)) / 2
                middle = (middle + part) / 2
        camera = self.renderer.GetActiveCamera()
        camera.SetViewAngle(24)
        along = np.asarray(towards, dtype=float)
        along = along / np.linalg.norm(along)
        if reach:
            distance = reach * 1.08 / np.tan(np.radians(12))
        else:
            distance = self._distance(middle, along, np.asarray(up, dtype=float))
        camera.SetFocalPoint(*map(float, middle))
        camera.SetPosition(*map(float, middle - along * distance))
        camera.SetViewUp(*map(float, up))
        self.renderer.ResetCameraClippingRange()

    def look_as(self, other: Scene) -> None:
        """Look from where another scene is looked at."""
        self.renderer.GetActiveCamera().DeepCopy(other.renderer.GetActiveCamera())
        self.renderer.ResetCameraClippingRange()

    def _distance(self, middle: Array, along: Array, up: Array) -> float:
        """How far back the whole part is seen, with a margin, in the window's shape."""
        low, high = self.bounds
        corners = np.array(
            [
                [x, y, z]
                for x in (low[0], high[0])
                for y in (low[1], high[1])
                for z in (low[2], high[2])
            ]
        )
        right = np.cross(along, up)
        right /= np.linalg.norm(right)
        above = np.cross(right, along)
        off = corners - middle
        width, height = self.window.GetSize()
        slope = np.tan(np.radians(12))
        tall = np.abs(off @ above) / slope
        wide = np.abs(off @ right) / (slope * max(width, 1) / max(height, 1))
        return float(np.max(np.maximum(tall, wide) - off @ along)) * 1.12

    def turn(self, across: float, along: float, about: Array | None = None) -> None:
        """Turn round the part by degrees, z staying upright on the picture; about a point, which
        stays where it is on the picture, else about what is looked at."""
        camera = self.renderer.GetActiveCamera()
        focal = np.array(camera.GetFocalPoint())
        back = np.array(camera.GetPosition()) - focal
        distance = float(np.linalg.norm(back))
        azimuth = np.degrees(np.arctan2(back[1], back[0]))
        height = np.degrees(np.arcsin(np.clip(back[2] / distance, -1, 1)))
        if abs(back[2]) / distance > 0.9995:  # straight from above: take it from the view-up
            up = np.array(camera.GetViewUp()) * -np.sign(back[2])
            azimuth = np.degrees(np.arctan2(up[1], up[0]))
        azimuth -= across
        height = float(np.clip(height + along, -89, 89))
        a, h = np.radians(azimuth), np.radians(height)
        out = np.array([np.cos(a) * np.cos(h), np.sin(a) * np.cos(h), np.sin(h)])
        if about is not None:
            turned = _frame(out, np.array([0.0, 0.0, 1.0]))
            before = _frame(back / distance, np.array(camera.GetViewUp()))
            focal = about + turned.T @ before @ (focal - about)
            camera.SetFocalPoint(*map(float, focal))
        camera.SetPosition(*map(float, focal + out * distance))
        camera.SetViewUp(0, 0, 1)
        self.renderer.ResetCameraClippingRange()

    def shift(self, dx: float, dy: float, height: int) -> None:
        """Move the picture by pixels."""
        camera = self.renderer.GetActiveCamera()
        focal, position = np.array(camera.GetFocalPoint()), np.array(camera.GetPosition())
        distance = float(np.linalg.norm(position - focal))
        per_pixel = 2 * distance * np.tan(np.radians(camera.GetViewAngle() / 2)) / max(height, 1)
        back = (position - focal) / distance
        right = np.cross(camera.GetViewUp(), back)
        right /= np.linalg.norm(right)
        up = np.cross(back, right)
        step = (-dx * right + dy * up) * per_pixel
        camera.SetFocalPoint(*map(float, focal + step))
        camera.SetPosition(*map(float, position + step))
        self.renderer.ResetCameraClippingRange()

    def nearer(self, factor: float) -> float:
        """Go nearer (factor above 1) or further, as far as there is something to see; the factor
        that it comes to."""
        camera, (low, high) = self.renderer.GetActiveCamera(), self.bounds
        size, away = float(np.linalg.norm(high - low)), float(camera.GetDistance())
        least, most = NEAREST * size, max(FURTHEST * size, away)
        factor = away / float(np.clip(away / factor, min(least, away), most))
        camera.Dolly(factor)
        self.renderer.ResetCameraClippingRange()
        return factor

    # -- pictures and picking

    def picture(self, width: int, height: int, often: bool = False) -> NDArray[np.uint8]:
        """Draw; (height, width, 3) bytes, top row first. What is drawn `often`, as while the hand
        moves a relief, is put over a kept picture of all else."""
        width, height = max(width, 1), max(height, 1)
        if tuple(self.window.GetSize()) != (width, height):
            self.window.SetSize(width, height)
        if often and self._overlay.GetVisibility() and not self.looks.through:
            rows = self._hand.picture()
        else:
            self.renderer.ResetCameraClippingRange()
            self.window.Render()
            rows = pixels_of(self.window)
        return np.ascontiguousarray(rows[::-1])

    def hit(self, x: float, y: float, width: int, height: int) -> Hit | None:
        """What lies under a pixel, x to the right and y down."""
        if self._locator is None or self.mesh is None or not len(self.mesh.triangles):
            return None
        near, end = self._ray(x, y, width, height)
        start = near if self._section is None else self._past_section(near, end)
        if start is None:
            return None
        t, sub, cell = reference(0.0), reference(0), reference(0)
        spot, local = [0.0] * 3, [0.0] * 3
        met = self._locator.IntersectWithLine(  # type: ignore[call-overload]
            start, end, 1e-9, t, spot, local, sub, cell
        )
        if not met:
            return None
        owner = int(self.mesh.faces[int(cell)])
        return Hit(self.mesh.names[owner], np.array(spot))

    def _ray(self, x: float, y: float, width: int, height: int) -> tuple[Array, Array]:
        width, height = max(width, 1), max(height, 1)  # a view may have been pulled shut
        camera = self.renderer.GetActiveCamera()
        matrix = camera.GetCompositeProjectionTransformMatrix(width / height, -1, 1)
        m = np.array([[matrix.GetElement(r, c) for c in range(4)] for r in range(4)])
        flat = np.array([2 * x / width - 1, 1 - 2 * y / height])
        ends = np.linalg.solve(m, np.array([[*flat, -1.0, 1.0], [*flat, 1.0, 1.0]]).T).T
        ends = ends[:, :3] / ends[:, 3:]
        return ends[0], ends[1]

    def _past_section(self, start: Array, end: Array) -> Array | None:
        """Where the ray enters the half that is shown."""
        assert self._section is not None
        origin, normal = np.array(self._section.GetOrigin()), np.array(self._section.GetNormal())
        a, b = (start - origin) @ normal, (end - origin) @ normal
        if a >= 0:
            return start
        if b < 0:
            return None
        moved: Array = start + (end - start) * (a / (a - b))
        return moved

    def on_screen(self, point: Array, width: int, height: int) -> tuple[float, float]:
        """The pixel of a point in space."""
        camera = self.renderer.GetActiveCamera()
        matrix = camera.GetCompositeProjectionTransformMatrix(width / max(height, 1), -1, 1)
        m = np.array([[matrix.GetElement(r, c) for c in range(4)] for r in range(4)])
        q = m @ np.array([*point, 1.0])
        return float((q[0] / q[3] + 1) * width / 2), float((1 - q[1] / q[3]) * height / 2)


def _frame(back: Array, up: Array) -> Array:
    """(3, 3) rows: to the right, upwards and back of a camera."""
    right = np.cross(up, back)
    right /= np.linalg.norm(right)
    return np.stack([right, np.cross(back, right), back])


def _colour(actor: vtkActor, found: Coloured | None) -> None:
    """Give an actor coloured triangles, or hide it."""
    actor.SetVisibility(found is not None and bool(len(found[1])))
    if found is None or not len(found[1]):
        return
    mapper: vtkPolyDataMapper = actor.GetMapper()
    mapper.SetInputData(coloured(found))


def _rgb(colour: str) -> tuple[float, float, float]:
    r, g, b = _bytes(colour)
    return r / 255, g / 255, b / 255


def _bytes(colour: str) -> tuple[int, int, int]:
    return int(colour[1:3], 16), int(colour[3:5], 16), int(colour[5:7], 16)
