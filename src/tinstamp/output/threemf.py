"""3MF (3D Manufacturing Format, core specification 1.x): bodies with their colours, in mm, by
lib3mf."""

from __future__ import annotations

from pathlib import Path
from typing import Any

import numpy as np
from lib3mf import Lib3MF, get_wrapper

from tinstamp.output.outputs import Options
from tinstamp.output.painted_mesh import PaintedMesh, painted
from tinstamp.output.result import OutputError, Result
from tinstamp.version import VERSION


def write(result: Result, path: Path, options: Options) -> None:
    """Write the bodies as closed meshes that stray at most `chord` mm. Raises OutputError."""
    meshes = painted(result, options["chord"])
    try:
        wrapper = get_wrapper()
        model = wrapper.CreateModel()
        model.SetUnit(Lib3MF.ModelUnit.MilliMeter)
        told = model.GetMetaDataGroup()
        for name, value in (("Title", result.name), ("Application", f"Tin Stamp {VERSION}")):
            told.AddMetaData("", name, value, "xs:string", True)
        for mesh in meshes:
            _add(model, wrapper, mesh)
        model.QueryWriter("3mf").WriteToFile(str(path))
    except Lib3MF.ELib3MFException as error:
        raise OutputError(f"the part could not be put into 3MF: {error}") from error


def _add(model: Lib3MF.Model, wrapper: Lib3MF.Wrapper, body: PaintedMesh) -> None:
    materials = model.AddBaseMaterialGroup()
    numbers = [
        materials.AddMaterial("part" if k == 0 else f"mark {k}", wrapper.RGBAToColor(*rgb(c), 255))
        for k, c in enumerate(body.colours)
    ]
    used, corners = np.unique(body.mesh.triangles, return_inverse=True)
    thing = model.AddMeshObject()
    thing.SetName(body.name)
    thing.SetGeometry(
        _records(Lib3MF.Position, body.mesh.points[used].astype("<f4")),
        _records(Lib3MF.Triangle, corners.reshape(-1, 3).astype("<u4")),
    )
    group = materials.GetResourceID()
    own = np.array(numbers, dtype="<u4")[body.colour]
    properties = np.column_stack([np.full(len(own), group), own, own, own]).astype("<u4")
    thing.SetAllTriangleProperties(_records(Lib3MF.TriangleProperties, properties))
    thing.SetObjectLevelProperty(group, numbers[0])
    item = model.AddBuildItem(thing, wrapper.GetIdentityTransform())
    item.SetPartNumber(body.name)


def _records(kind: type, rows: np.ndarray) -> list:  # type: ignore[type-arg]
    """Rows of numbers as the library's own records."""
    records: Any = kind * len(rows)  # type: ignore[operator]
    made = records.from_buffer_copy(np.ascontiguousarray(rows).tobytes())
    return list(made)


def rgb(colour: str) -> tuple[int, int, int]:
    """Red, green and blue, 0 to 255, of `#RRGGBB`."""
    red, green, blue = (int(colour[k : k + 2], 16) for k in (1, 3, 5))
    return red, green, blue
