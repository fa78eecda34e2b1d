"""A written STEP file as its receiver reads it: nothing of the job that it was made from is
known."""

from __future__ import annotations

import re
import tempfile
from dataclasses import asdict, dataclass
from typing import Any

from OCP.BRep import BRep_Tool
from OCP.BRepCheck import BRepCheck_Analyzer
from OCP.IFSelect import IFSelect_ReturnStatus
from OCP.STEPControl import STEPControl_Reader

from tinstamp.blank.kernel import area, edges, faces, quiet, shells, solids, volume
from tinstamp.blank.step_in import LOOKED_AT, ImportTrouble, limits_for
from tinstamp.guarded.work import GuardError, guarded
from tinstamp.output.closed_mesh import MeshError, closed_mesh_of

MESH_CHORD = 0.02
"""mm of the triangles by which a body is seen to close"""


@dataclass(frozen=True)
class ReadBack:
    """What a file holds.

    Attributes
    ----------
    unit : of its lengths. program : that its header names. volume, area : mm³, mm².
    tolerance : the largest of an edge or face, mm. faults : in words.
    """

    unit: str
    program: str
    solids: int
    faces: int
    volume: float
    area: float
    tolerance: float
    names: tuple[str, ...]
    layers: tuple[str, ...]
    colours: tuple[str, ...]
    faults: tuple[str, ...]

    @property
    def sound(self) -> bool:
        return not self.faults

    def as_dict(self) -> dict[str, Any]:
        return {**asdict(self), "sound": self.sound}


def read_back(data: bytes) -> ReadBack:
    """Read a STEP file in a process of its own. Raises ImportTrouble."""
    try:
        return guarded(limits_for(data, LOOKED_AT), _read, data)
    except GuardError as error:
        raise ImportTrouble(str(error)) from error


def _read(data: bytes) -> ReadBack:
    if not data.lstrip()[:13].upper().startswith(b"ISO-10303-21"):
        raise ImportTrouble("this is not a STEP file: it does not begin as one")
    quiet()
    reader = STEPControl_Reader()
    with tempfile.NamedTemporaryFile(suffix=".step") as file:
        file.write(data)
        file.flush()
        if reader.ReadFile(file.name) != IFSelect_ReturnStatus.IFSelect_RetDone:
            raise ImportTrouble("the file is damaged: it cannot be read as STEP")
    if reader.TransferRoots() == 0:
        raise ImportTrouble("the file holds no geometry")
    whole = reader.OneShape()
    members = solids(whole)
    found = faces(whole)
    largest = [BRep_Tool.Tolerance_s(e) for e in edges(whole)]
    largest += [BRep_Tool.Tolerance_s(f) for f in found]
    text = data.decode("latin-1")
    return ReadBack(
        unit=_unit(text),
        program=_program(text),
        solids=len(members),
        faces=len(found),
        volume=sum(volume(s) for s in members),
        area=area(whole),
        tolerance=max(largest, default=0.0),
        names=_words(text, NAMED),
        layers=_words(text, LAYER),
        colours=_colours(text),
        faults=tuple(_faults(members, whole)),
    )


def _faults(members: list[Any], whole: Any) -> list[str]:
    told = []
    if not members:
        told.append("it holds no solid")
    for number, solid in enumerate(members, 1):
        which = f"solid {number}" if len(members) > 1 else "the solid"
        if not BRepCheck_Analyzer(solid).IsValid():
            told.append(f"{which} is not valid")
        if not all(BRep_Tool.IsClosed_s(shell) for shell in shells(solid)):
            told.append(f"{which} is not closed")
        if volume(solid) <= 0:
            told.append(f"{which} is inside out")
        try:
            closed_mesh_of(solid, MESH_CHORD)
        except MeshError as error:
            told.append(f"{which}: {error}")
    loose = len(faces(whole)) - sum(len(faces(solid)) for solid in members)
    if loose:
        told.append(f"{loose} faces belong to no solid")
    return told


NAMED = re.compile(r"(?:ADVANCED_FACE|PRODUCT|MANIFOLD_SOLID_BREP)\s*\(\s*'((?:[^']|'')*)'")
LAYER = re.compile(r"PRESENTATION_LAYER_ASSIGNMENT\s*\(\s*'((?:[^']|'')*)'")
COLOUR = re.compile(r"COLOUR_RGB\s*\(\s*'[^']*'\s*,([^)]*)\)")
HEADER = re.compile(r"FILE_NAME\s*\(.*?'((?:[^']|'')*)'\s*,\s*'(?:[^']|'')*'\s*\)\s*;", re.S)
HEXADECIMAL = re.compile(r"\\X([24])\\((?:[0-9A-F]{4})+)\\X0\\")
"""What is read of a file's text: entities of ISO 10303-42 and -46 by their names, and letters
beyond ASCII (ISO 10303-21, 6.4.3)."""


def _unit(text: str) -> str:
    tight = re.sub(r"\s", "", text)
    if "CONVERSION_BASED_UNIT('INCH'" in tight.upper():
        return "inch"
    if "SI_UNIT(.MILLI.,.METRE.)" in tight:
        return "mm"
    return "m" if "SI_UNIT($,.METRE.)" in tight else "?"


def _program(text: str) -> str:
    found = HEADER.search(text[:8000])
    return _plain(found[1]) if found else ""


def _plain(words: str) -> str:
    """Words of a file as they are read."""

    def letters(found: re.Match[str]) -> str:
        size = 4 if found[1] == "2" else 8
        codes = found[2]
        return "".join(chr(int(codes[k : k + size], 16)) for k in range(0, len(codes), size))

    tight = re.sub(r"\s*\n\s*", "", words.replace("''", "'"))
    return HEXADECIMAL.sub(letters, tight)


def _words(text: str, pattern: re.Pattern[str]) -> tuple[str, ...]:
    return tuple(sorted({_plain(words) for words in pattern.findall(text)} - {"", "NONE"}))


def _colours(text: str) -> tuple[str, ...]:
    found = set()
    for figures in COLOUR.findall(text):
        parts = [min(1.0, max(0.0, float(x))) for x in figures.split(",")]
        found.add("#" + "".join(f"{round(255 * part):02X}" for part in parts))
    return tuple(sorted(found))
