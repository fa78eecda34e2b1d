"""STEP (ISO 10303-21, AP214): the exact solid with names and the caps' colours."""

from __future__ import annotations

import tempfile
from collections.abc import Iterable
from pathlib import Path

from OCP.BRepCheck import BRepCheck_Analyzer
from OCP.IFSelect import IFSelect_ReturnStatus
from OCP.Interface import Interface_Static
from OCP.Quantity import Quantity_Color, Quantity_TypeOfColor
from OCP.STEPCAFControl import STEPCAFControl_Writer
from OCP.STEPControl import STEPControl_Reader, STEPControl_StepModelType
from OCP.TCollection import TCollection_ExtendedString
from OCP.TDataStd import TDataStd_Name
from OCP.TDocStd import TDocStd_Document
from OCP.XCAFDoc import XCAFDoc_ColorTool, XCAFDoc_ColorType, XCAFDoc_DocumentTool

from tinstamp.blank.kernel import quiet, solids, volume
from tinstamp.blank.solid import NamedSolid
from tinstamp.output.outputs import Options
from tinstamp.output.result import OutputError, Result

CURVES = (0, 1)
"""Without curves in (u, v), which follow from the surfaces, a file is a third as long; with them
where it does not read back whole otherwise."""
VOLUMES_AGREE = 1e-6
"""Relative difference in volume between a part and its file read back."""
NOT_WHOLE = (
    "the part would not read back whole from its STEP file: move what was built by a general "
    "boolean a little, or change it"
)


def write(result: Result, path: Path, options: Options) -> None:
    """Write the bodies in mm: one is named as the job, several each by itself.

    What is written is read back as its receiver will. Raises OutputError, and leaves no file,
    when it cannot be written or does not read back whole.
    """
    quiet()
    for curves in CURVES:
        _write(result, path, curves)
        if reads_back(path, result.bodies.values()):
            return
    path.unlink(missing_ok=True)
    raise OutputError(NOT_WHOLE)


def sound_file(body: NamedSolid) -> bool:
    """True when a body's STEP file reads back whole."""
    with tempfile.TemporaryDirectory() as folder:
        try:
            write(Result("part", {"part": body}, {}, ()), Path(folder) / "part.step", {})
        except OutputError:
            return False
    return True


def reads_back(path: Path, bodies: Iterable[NamedSolid]) -> bool:
    """True when a STEP file holds valid solids, as many as the bodies have and as large."""
    reader = STEPControl_Reader()
    if reader.ReadFile(str(path)) != IFSelect_ReturnStatus.IFSelect_RetDone:
        return False
    reader.TransferRoots()
    found, given = reader.OneShape(), [body.shape for body in bodies]
    if found is None or found.IsNull() or not BRepCheck_Analyzer(found).IsValid():
        return False
    before = sum(map(volume, given))
    same = len(solids(found)) == sum(len(solids(shape)) for shape in given)
    return same and abs(volume(found) - before) <= VOLUMES_AGREE * abs(before)


def _write(result: Result, path: Path, curves: int) -> None:
    document = TDocStd_Document(TCollection_ExtendedString("tinstamp"))
    shapes = XCAFDoc_DocumentTool.ShapeTool_s(document.Main())
    painter = XCAFDoc_DocumentTool.ColorTool_s(document.Main())
    for body, solid in result.bodies.items():
        label = shapes.AddShape(solid.shape, False)
        one = len(result.bodies) == 1
        TDataStd_Name.Set_s(label, _text(result.name if one else f"{result.name}, {body}"))
        for named in solid.faces:
            part = shapes.AddSubShape(label, named.face)
            if part.IsNull():
                continue
            TDataStd_Name.Set_s(part, _text(named.name))
            if named.name in result.colours:
                _paint(painter, part, result.colours[named.name])
    writer = STEPCAFControl_Writer()  # makes the settings below known
    Interface_Static.SetCVal_s("write.step.unit", "MM")
    Interface_Static.SetIVal_s("write.stepcaf.subshapes.name", 1)
    Interface_Static.SetIVal_s("write.surfacecurve.mode", curves)
    writer.SetColorMode(True)
    writer.SetNameMode(True)
    if not writer.Transfer(document, STEPControl_StepModelType.STEPControl_AsIs):
        raise OutputError("the part could not be put into STEP")
    if writer.Write(str(path)) != IFSelect_ReturnStatus.IFSelect_RetDone:
        raise OutputError(f"{path.name} cannot be written")


def _paint(painter: XCAFDoc_ColorTool, part: object, colour: str) -> None:
    red, green, blue = (int(colour[i : i + 2], 16) / 255.0 for i in (1, 3, 5))
    mixed = Quantity_Color(red, green, blue, Quantity_TypeOfColor.Quantity_TOC_sRGB)
    painter.SetColor(part, mixed, XCAFDoc_ColorType.XCAFDoc_ColorSurf)


def _text(text: str) -> TCollection_ExtendedString:
    return TCollection_ExtendedString(text, True)
