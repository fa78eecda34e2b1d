"""STEP files in: solids read, mended where they can be, and told about.

Nothing in a file is trusted: whatever goes wrong is an error in words.
"""

from __future__ import annotations

import hashlib
import logging
import tempfile
from collections import OrderedDict
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from pathlib import Path

import numpy as np
from OCP.BinTools import BinTools
from OCP.BRep import BRep_Tool
from OCP.BRepAdaptor import BRepAdaptor_Surface
from OCP.BRepBuilderAPI import BRepBuilderAPI_Sewing, BRepBuilderAPI_Transform
from OCP.BRepCheck import BRepCheck_Analyzer
from OCP.BRepLib import BRepLib
from OCP.gp import gp_Pnt, gp_Trsf
from OCP.IFSelect import IFSelect_ReturnStatus
from OCP.Interface import Interface_Static
from OCP.ShapeFix import ShapeFix_Shape
from OCP.ShapeUpgrade import ShapeUpgrade_UnifySameDomain
from OCP.STEPControl import STEPControl_Reader
from OCP.TColStd import TColStd_SequenceOfAsciiString
from OCP.TopLoc import TopLoc_Location
from OCP.TopoDS import TopoDS, TopoDS_Shape, TopoDS_Solid

from tinstamp.blank.bent_charts import spline_surface
from tinstamp.blank.kernel import BUILDER, faces, quiet, rough_volume, shells, solids
from tinstamp.blank.reseam import SeamError, reseamed
from tinstamp.blank.solid import Blank, NamedFace, NamedSolid
from tinstamp.blank.turned_solid import charts_when_wanted
from tinstamp.chart.base import FaceChart
from tinstamp.chart.round import RoundChart
from tinstamp.chart.skin import SkinChart
from tinstamp.guarded.work import KERNEL, MB, GuardError, Limits, guarded
from tinstamp.job.form import Kept

LOG = logging.getLogger("tinstamp.import")
MOST_BYTES = 250 * 1024 * 1024
"""bytes of a STEP file that is read"""
MOST_FACES = 60_000
"""faces of a part that is read"""
MOST_KEPT = 4
"""Files whose solids are remembered."""
TIME, SPEED = 6.0, 500_000.0
"""s of computing that reading may take, and the bytes for which it may take one more."""
LOOKED_AT = 8
"""Times what reading may take, for what is looked at besides: triangles of every face, names and
true size. The kernel turns faces to triangles in several threads, which counts as computing; the
bent strip takes half of its 8.8 s on a quiet machine."""
ROOM, PER_BYTE = 900 * MB, 40
"""bytes of memory that reading may take, and more for each byte of the file."""
GAPS_CLOSED = (1e-5, 1e-4, 1e-3, 1e-2, 0.05)
"""mm; tolerances tried in turn to close gaps between faces."""
UNITS = {"INCH": "inches", "METRE": "metres", "CENTIMETRE": "centimetres", "FOOT": "feet"}


class ImportTrouble(ValueError):
    """A file that cannot be taken in; the message is for the designer."""


@dataclass(frozen=True)
class Found:
    """One solid of a file.

    Attributes
    ----------
    notes : what was mended, or could not be. volume : mm³, roughly, to tell solids apart by.
    """

    solid: TopoDS_Solid
    notes: tuple[str, ...]
    volume: float


@dataclass(frozen=True)
class Contents:
    """What a file holds: its solids, in mm, and notes on the whole."""

    solids: tuple[Found, ...]
    notes: tuple[str, ...]


@dataclass(frozen=True)
class Packed:
    """What a file holds as plain bytes: each solid in the kernel's own binary form, with its
    notes and its volume, and notes on the whole."""

    solids: tuple[tuple[bytes, tuple[str, ...], float], ...]
    notes: tuple[str, ...]


def limits_for(data: bytes, times: int = 1) -> Limits:
    """What reading that much may take, with `times` its time."""
    return Limits(times * (TIME + len(data) / SPEED), ROOM + PER_BYTE * len(data), KERNEL)


def read(data: bytes) -> Contents:
    """The solids of a STEP file, read in a process of its own. Raises ImportTrouble."""
    digest = hashlib.sha256(data).hexdigest()
    found = _READ.get(digest)
    if found is None:
        try:
            found = unpacked(guarded(limits_for(data), read_packed, data))
        except GuardError as error:
            raise ImportTrouble(str(error)) from error
        keep(data, found)
    return found


def read_packed(data: bytes) -> Packed:
    """What a file holds, as bytes. Raises ImportTrouble."""
    return packed(read_here(data))


_READ: OrderedDict[str, Contents] = OrderedDict()


def keep(data: bytes, contents: Contents) -> None:
    """Remember what a file holds, for when it is read next."""
    _READ[hashlib.sha256(data).hexdigest()] = contents
    while len(_READ) > MOST_KEPT:
        _READ.popitem(last=False)


def packed(contents: Contents) -> Packed:
    """What a file holds, as bytes, with the triangles of what was meshed."""
    with tempfile.TemporaryDirectory() as folder:
        file = Path(folder) / "solid"
        members = []
        for found in contents.solids:
            BinTools.Write_s(found.solid, str(file))
            members.append((file.read_bytes(), found.notes, found.volume))
    return Packed(tuple(members), contents.notes)


def unpacked(held: Packed) -> Contents:
    """The solids again."""
    with tempfile.TemporaryDirectory() as folder:
        file = Path(folder) / "solid"
        members = []
        for data, notes, holds in held.solids:
            file.write_bytes(data)
            shape = TopoDS_Shape()
            BinTools.Read_s(shape, str(file))
            members.append(Found(TopoDS.Solid_s(shape), notes, holds))
    return Contents(tuple(members), held.notes)


def read_here(data: bytes, seen: Callable[[TopoDS_Shape], None] = lambda shape: None) -> Contents:
    """The solids of a STEP file, read in this process, which a damaged file may end. `seen` is
    given all of the file as it stands, before it is examined and mended.

    Raises ImportTrouble.
    """
    if len(data) > MOST_BYTES:
        raise ImportTrouble(f"the file is larger than {MOST_BYTES // 2**20} MB")
    if not data.lstrip()[:13].upper().startswith(b"ISO-10303-21"):
        raise ImportTrouble("this is not a STEP file: it does not begin as one")
    quiet()
    try:
        shape, units = _shape(data)
        seen(shape)
        return _contents(shape, units)
    except (ImportTrouble, MemoryError):
        raise
    except Exception as error:  # whatever the kernel makes of damaged geometry
        raise ImportTrouble("the file is damaged: its geometry cannot be read") from error


def _shape(data: bytes) -> tuple[TopoDS_Shape, str]:
    """All that the file holds as one shape in mm, and its unit of length."""
    Interface_Static.SetCVal_s("xstep.cascade.unit", "MM")
    reader = STEPControl_Reader()
    with tempfile.NamedTemporaryFile(suffix=".step") as file:
        file.write(data)
        file.flush()
        status = reader.ReadFile(str(Path(file.name)))
    if status != IFSelect_ReturnStatus.IFSelect_RetDone:
        raise ImportTrouble("the file is damaged: it cannot be read as STEP")
    lengths, angles, solid = (TColStd_SequenceOfAsciiString() for _ in range(3))
    reader.FileUnits(lengths, angles, solid)
    unit = lengths.Value(1).ToCString() if lengths.Length() else ""
    if reader.TransferRoots() == 0:
        raise ImportTrouble("the file holds no geometry")
    return reader.OneShape(), unit.upper()


def _contents(shape: TopoDS_Shape, unit: str) -> Contents:
    notes = []
    if unit in UNITS:
        notes.append(f"the file is in {UNITS[unit]}: converted to mm")
    if len(faces(shape)) > MOST_FACES:
        raise ImportTrouble(f"the part has more than {MOST_FACES} faces")
    found = [_flattened(solid) for solid in solids(shape)]
    if not found:
        closed, gap = _closed(shape)
        found = [closed]
        notes.append(f"its faces did not make a solid: closed within {gap:g} mm")
    made = [mended for solid in found if (mended := _mended(solid)) is not None]
    if not made:
        raise ImportTrouble("the file holds no solid that can be used")
    return Contents(tuple(sorted(made, key=lambda m: -m.volume)), tuple(notes))


def _flattened(solid: TopoDS_Shape) -> TopoDS_Solid:
    """The solid on geometry of its own, where an assembly had put it."""
    place = solid.Location().Transformation()
    work = BRepBuilderAPI_Transform(solid.Located(TopLoc_Location()), place, True, True)
    return TopoDS.Solid_s(work.Shape())


def _closed(shape: TopoDS_Shape) -> tuple[TopoDS_Solid, float]:
    """Loose faces sewn to a solid, and the gap that had to be bridged, mm."""
    members = faces(shape)
    if not members:
        raise ImportTrouble("the file holds no faces: only lines or points")
    for gap in GAPS_CLOSED:
        sewing = BRepBuilderAPI_Sewing(gap)
        for face in members:
            sewing.Add(face)
        sewing.Perform()
        found = shells(sewing.SewedShape())
        if len(found) == 1 and not sewing.NbFreeEdges():
            found[0].Closed(True)
            solid = TopoDS_Solid()
            BUILDER.MakeSolid(solid)
            BUILDER.Add(solid, found[0])
            BRepLib.OrientClosedSolid_s(solid)
            return _flattened(solid), gap
    raise ImportTrouble(
        f"the faces of the file do not close to a solid, even with gaps of {GAPS_CLOSED[-1]:g} mm"
    )


def _mended(solid: TopoDS_Solid) -> Found | None:
    """The solid, mended and its split faces joined; None when it has no volume."""
    notes: list[str] = []
    if not BRepCheck_Analyzer(solid).IsValid():
        fix = ShapeFix_Shape(solid)
        fix.Perform()
        better = solids(fix.Shape())
        if better and BRepCheck_Analyzer(better[0]).IsValid():
            solid = better[0]
            notes.append("its edges or faces were faulty and have been mended")
        else:
            notes.append("it has faults that could not be mended: marks near them may fail")
    count = len(faces(solid))
    work = ShapeUpgrade_UnifySameDomain(solid, True, True, False)
    work.Build()
    one = solids(work.Shape())
    if one and len(faces(one[0])) < count and BRepCheck_Analyzer(one[0]).IsValid():
        solid = one[0]
        notes.append(f"split faces were joined: {count} faces became {len(faces(solid))}")
    holds = rough_volume(solid)
    if holds < 0:
        solid = TopoDS.Solid_s(solid.Reversed())
        notes.append("it was inside out and has been turned")
    if abs(holds) <= 1e-9:
        return None
    return Found(solid, tuple(notes), abs(holds))


def solid_of_file(data: bytes, which: int, scale: float) -> TopoDS_Solid:
    """One solid of a file, scaled. Raises ImportTrouble."""
    contents = read(data)
    if which >= len(contents.solids):
        raise ImportTrouble(f"the file has no solid {which + 1}")
    solid = contents.solids[which].solid
    if scale == 1.0:
        return solid
    larger = gp_Trsf()
    larger.SetScale(gp_Pnt(0.0, 0.0, 0.0), scale)
    return TopoDS.Solid_s(BRepBuilderAPI_Transform(solid, larger, True).Shape())


def named(solid: TopoDS_Solid, names: Sequence[str]) -> NamedSolid:
    """A solid with its faces named in their order."""
    members: list[NamedFace] = []
    at = iter(names)
    for j, shell in enumerate(shells(solid)):
        members += [NamedFace(next(at), face, (0, j)) for face in faces(shell)]
    return NamedSolid(solid, tuple(members))


def kept(name: str, data: bytes, form: Kept, seams: Mapping[str, float]) -> Blank:
    """The body of an imported feature, with seams where they are wanted, if they can be there.
    Raises ImportTrouble."""
    solid = solid_of_file(data, form.which, form.scale)
    if len(faces(solid)) != len(form.names):
        raise ImportTrouble("the file within the job is not the one its faces were named for")
    names = [f"{name}.{face}" for face in form.names]
    whole = named(solid, names)
    charts = charts_when_wanted(whole, about_axis=False)
    if not seams:
        return Blank(whole, charts)
    sheets: dict[str, FaceChart] = {}
    for face, seam in seams.items():
        if face not in names:  # the other seam of a torus, which stays where it is
            continue
        try:
            solid = _with_seam(solid, names.index(face), charts[face], seam)
        except SeamError as error:
            LOG.info("the seam of %s stays where it is: %s", face, error)
            continue
        if isinstance(charts[face], SkinChart):
            sheets[face] = charts[face]
    whole = named(solid, names)
    for face, chart in sheets.items():  # they stay as they were
        assert isinstance(chart, SkinChart)
        surface = spline_surface(BRepAdaptor_Surface(whole.named(face)[0], False))
        sheets[face] = chart.on_surface(replace(surface, wraps=chart.wraps))
    return Blank(whole, charts_when_wanted(whole, about_axis=False).and_then(sheets))


def _with_seam(solid: TopoDS_Solid, index: int, chart: FaceChart, seam: float) -> TopoDS_Solid:
    """The solid with the seam of one face where it is wanted. Raises SeamError."""
    axis, at = 0, seam
    if isinstance(chart, RoundChart):
        at = float(chart.parameters.of(np.radians(seam), np.zeros(()))[0])
    elif isinstance(chart, SkinChart) and chart.wraps is not None:
        axis = chart.wraps
    made, touched = reseamed(solid, index, axis, at)
    sound = all(BRepCheck_Analyzer(face).IsValid() for face in touched)
    if not sound or not all(BRep_Tool.IsClosed_s(shell) for shell in shells(made)):
        raise SeamError("the part would not be sound")
    return made
