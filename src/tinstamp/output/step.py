"""STEP (ISO 10303-21, by the application protocol AP242): the exact solid with the names of its
faces, the colours of the part and of caps, a layer for each stamp, and a header that says which
program made it from which job. Several bodies are an assembly.
"""

from __future__ import annotations

import re
import secrets
import tempfile
import time
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from pathlib import Path

from OCP.APIHeaderSection import APIHeaderSection_MakeHeader
from OCP.BRepCheck import BRepCheck_Analyzer
from OCP.IFSelect import IFSelect_ReturnStatus
from OCP.Interface import Interface_Static
from OCP.Quantity import Quantity_Color, Quantity_TypeOfColor
from OCP.STEPCAFControl import STEPCAFControl_Writer
from OCP.STEPControl import STEPControl_Reader, STEPControl_StepModelType
from OCP.TCollection import TCollection_ExtendedString, TCollection_HAsciiString
from OCP.TDataStd import TDataStd_Name
from OCP.TDF import TDF_Label
from OCP.TDocStd import TDocStd_Document
from OCP.TopLoc import TopLoc_Location
from OCP.XCAFDoc import (
    XCAFDoc_ColorTool,
    XCAFDoc_ColorType,
    XCAFDoc_DocumentTool,
    XCAFDoc_LayerTool,
    XCAFDoc_ShapeTool,
)

from tinstamp.blank.kernel import quiet, solids, volume
from tinstamp.blank.solid import NamedSolid
from tinstamp.job.face_name import StampFace, any_side
from tinstamp.output.outputs import Options
from tinstamp.output.painted_mesh import PLAIN
from tinstamp.output.result import OutputError, Result
from tinstamp.version import VERSION

CURVES = (0, 1)
"""Without curves in (u, v), which follow from the surfaces, a file is a third as long; with them
where it does not read back whole otherwise."""
VOLUMES_AGREE = 1e-6
"""Relative difference in volume between a part and its file read back."""
NOT_WHOLE = (
    "the part would not read back whole from its STEP file: move what was built by a general "
    "boolean a little, or change it"
)


MOST_PROVEN = 2
"""Parts whose text is kept, for when they are written again under another name."""
NAMELESS = secrets.token_hex(8)
"""What stands in a kept text where the job's name will."""
WRITTEN_AT = re.compile(rb"'\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d'")
"""The time in a header."""


@dataclass(frozen=True, eq=False)
class _Proven:
    """Bodies whose file was read back whole.

    Attributes
    ----------
    bodies, colours : what was written. text : the file, with NAMELESS for the job's name.
    """

    bodies: Mapping[str, NamedSolid]
    colours: Mapping[str, str]
    text: bytes

    def of(self, result: Result) -> bool:
        """True for the very same bodies in the same colours."""
        ours, theirs = self.bodies, result.bodies
        same = list(ours) == list(theirs) and all(ours[k].shape is theirs[k].shape for k in ours)
        named = all(ours[k].faces == theirs[k].faces for k in ours) if same else False
        return named and self.colours == result.colours

    def named(self, name: str) -> bytes:
        """The file of a job of this name, written now."""
        now = time.strftime("'%Y-%m-%dT%H:%M:%S'").encode("ascii")
        words = _encoded(name).replace("'", "''").encode("ascii")
        text = WRITTEN_AT.sub(now, self.text, count=1)
        return text.replace(NAMELESS.encode("ascii"), words)


_PROVEN: list[_Proven] = []


def write(result: Result, path: Path, options: Options) -> None:
    """Write the bodies in mm: one is named as the job, several each by itself.

    What is written is read back as its receiver will. The very bodies that were so already are
    written with the same text, but for the job's name and the time. Raises OutputError, and leaves
    no file, when it cannot be written or does not read back whole.
    """
    quiet()
    for proven in _PROVEN:
        if proven.of(result):
            path.write_bytes(proven.named(result.name))
            return
    for curves in CURVES:
        _write(replace(result, name=NAMELESS), path, curves)
        proven = _Proven(result.bodies, result.colours, path.read_bytes())
        path.write_bytes(proven.named(result.name))
        if reads_back(path, result.bodies.values()):
            _PROVEN[:] = [proven, *_PROVEN][:MOST_PROVEN]
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
    tools = _Tools(document)
    alone = len(result.bodies) == 1
    labels = [
        tools.body(solid, result.name if alone else f"{result.name}, {body}", result.colours)
        for body, solid in result.bodies.items()
    ]
    if not alone:
        whole = tools.shapes.NewShape()
        TDataStd_Name.Set_s(whole, _text(result.name))
        for label in labels:
            tools.shapes.AddComponent(whole, label, TopLoc_Location())
        tools.shapes.UpdateAssemblies()
    writer = STEPCAFControl_Writer()  # makes the settings below known
    Interface_Static.SetCVal_s("write.step.schema", "AP242DIS")
    Interface_Static.SetCVal_s("write.step.unit", "MM")
    Interface_Static.SetIVal_s("write.stepcaf.subshapes.name", 1)
    Interface_Static.SetIVal_s("write.surfacecurve.mode", curves)
    writer.SetColorMode(True)
    writer.SetNameMode(True)
    writer.SetLayerMode(True)
    if not writer.Transfer(document, STEPControl_StepModelType.STEPControl_AsIs):
        raise OutputError("the part could not be put into STEP")
    _header(writer, result.name)
    if writer.Write(str(path)) != IFSelect_ReturnStatus.IFSelect_RetDone:
        raise OutputError(f"{path.name} cannot be written")


class _Tools:
    """What names, colours and layers are written with."""

    def __init__(self, document: TDocStd_Document) -> None:
        main = document.Main()
        self.shapes: XCAFDoc_ShapeTool = XCAFDoc_DocumentTool.ShapeTool_s(main)
        self.painter: XCAFDoc_ColorTool = XCAFDoc_DocumentTool.ColorTool_s(main)
        self.layers: XCAFDoc_LayerTool = XCAFDoc_DocumentTool.LayerTool_s(main)

    def body(self, solid: NamedSolid, name: str, colours: Mapping[str, str]) -> TDF_Label:
        """A body with its faces' names, colours and layers."""
        label = self.shapes.AddShape(solid.shape, False)
        TDataStd_Name.Set_s(label, _text(name))
        _paint(self.painter, label, PLAIN)
        for named in solid.faces:
            part = self.shapes.AddSubShape(label, named.face)
            if part.IsNull():
                continue
            TDataStd_Name.Set_s(part, _text(named.name))
            if (own := any_side(named.name)) in colours:
                _paint(self.painter, part, colours[own])
            if isinstance(named.name, StampFace):
                self.layers.SetLayer(part, _text(named.name.stamp))
        return label


def _header(writer: STEPCAFControl_Writer, name: str) -> None:
    """Which program made it, and from which job."""
    header = APIHeaderSection_MakeHeader(writer.ChangeWriter().Model())
    header.SetName(_ascii(name))
    program = _ascii(f"Tin Stamp {VERSION}")
    header.SetOriginatingSystem(program)
    header.SetPreprocessorVersion(program)
    header.SetAuthorValue(1, _ascii(""))
    header.SetOrganizationValue(1, _ascii(""))
    header.SetDescriptionValue(1, _ascii(f"job {name}, lengths in mm"))


def _ascii(text: str) -> TCollection_HAsciiString:
    return TCollection_HAsciiString(_encoded(text))


def _encoded(text: str) -> str:
    """Words as a file holds them: characters beyond ASCII in hexadecimal (ISO 10303-21, 6.4.3)."""
    found = []
    for c in text:
        if " " <= c <= "~" and c != "\\":
            found.append(c)
        elif ord(c) < 0x10000:
            found.append(f"\\X2\\{ord(c):04X}\\X0\\")
        else:
            found.append(f"\\X4\\{ord(c):08X}\\X0\\")
    return "".join(found)


def _paint(painter: XCAFDoc_ColorTool, part: object, colour: str) -> None:
    red, green, blue = (int(colour[i : i + 2], 16) / 255.0 for i in (1, 3, 5))
    mixed = Quantity_Color(red, green, blue, Quantity_TypeOfColor.Quantity_TOC_sRGB)
    painter.SetColor(part, mixed, XCAFDoc_ColorType.XCAFDoc_ColorSurf)


def _text(text: str) -> TCollection_ExtendedString:
    return TCollection_ExtendedString(_encoded(text), True)
