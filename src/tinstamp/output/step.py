"""STEP (ISO 10303-21, AP214): the exact solid with names and the caps' colours."""

from __future__ import annotations

from collections.abc import Mapping
from pathlib import Path

from OCP.IFSelect import IFSelect_ReturnStatus
from OCP.Interface import Interface_Static
from OCP.Quantity import Quantity_Color, Quantity_TypeOfColor
from OCP.STEPCAFControl import STEPCAFControl_Writer
from OCP.STEPControl import STEPControl_StepModelType
from OCP.TCollection import TCollection_ExtendedString
from OCP.TDataStd import TDataStd_Name
from OCP.TDocStd import TDocStd_Document
from OCP.XCAFDoc import XCAFDoc_ColorTool, XCAFDoc_ColorType, XCAFDoc_DocumentTool

from tinstamp.blank.kernel import quiet
from tinstamp.blank.solid import NamedSolid


class OutputError(ValueError):
    """A file that cannot be written; the message is for the designer."""


def write_step(solid: NamedSolid, path: Path, name: str, colours: Mapping[str, str]) -> None:
    """Write the solid in mm. `colours` gives `#RRGGBB` by face name.

    Raises OutputError.
    """
    quiet()
    document = TDocStd_Document(TCollection_ExtendedString("tinstamp"))
    shapes = XCAFDoc_DocumentTool.ShapeTool_s(document.Main())
    painter = XCAFDoc_DocumentTool.ColorTool_s(document.Main())
    label = shapes.AddShape(solid.shape, False)
    TDataStd_Name.Set_s(label, _text(name))
    for named in solid.faces:
        part = shapes.AddSubShape(label, named.face)
        if part.IsNull():
            continue
        TDataStd_Name.Set_s(part, _text(named.name))
        if named.name in colours:
            _paint(painter, part, colours[named.name])
    writer = STEPCAFControl_Writer()  # makes the settings below known
    Interface_Static.SetCVal_s("write.step.unit", "MM")
    Interface_Static.SetIVal_s("write.stepcaf.subshapes.name", 1)
    # curves in (u, v) follow from the surfaces; without them the file is a third as long
    Interface_Static.SetIVal_s("write.surfacecurve.mode", 0)
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
