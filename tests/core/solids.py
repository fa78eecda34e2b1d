"""Measuring solids in tests: with the kernel, apart from the program's own checks."""

from __future__ import annotations

from pathlib import Path
from typing import Any

import numpy as np
from OCP.BRep import BRep_Tool
from OCP.BRepAdaptor import BRepAdaptor_Curve, BRepAdaptor_Surface
from OCP.BRepCheck import BRepCheck_Analyzer
from OCP.BRepGProp import BRepGProp
from OCP.BRepLProp import BRepLProp_SLProps
from OCP.GeomAbs import GeomAbs_SurfaceType
from OCP.GProp import GProp_GProps
from OCP.STEPControl import STEPControl_Reader, STEPControl_StepModelType, STEPControl_Writer
from OCP.TopAbs import TopAbs_Orientation, TopAbs_ShapeEnum
from OCP.TopExp import TopExp, TopExp_Explorer
from OCP.TopoDS import TopoDS
from OCP.TopTools import TopTools_IndexedDataMapOfShapeListOfShape


def volume(shape) -> float:  # type: ignore[no-untyped-def]
    """By the kernel's adaptive integration."""
    props = GProp_GProps()
    BRepGProp.VolumePropertiesGK_s(shape, props, 1e-9, False, True, False, False, False)
    return props.Mass()


def area(shape) -> float:  # type: ignore[no-untyped-def]
    props = GProp_GProps()
    BRepGProp.SurfaceProperties_s(shape, props, 1e-9)
    return props.Mass()


def sound(shape) -> bool:  # type: ignore[no-untyped-def]
    """One valid solid whose every edge joins exactly two faces."""
    explorer, count = TopExp_Explorer(shape, TopAbs_ShapeEnum.TopAbs_SOLID), 0
    while explorer.More():
        count += 1
        explorer.Next()
    owners = TopTools_IndexedDataMapOfShapeListOfShape()
    TopExp.MapShapesAndAncestors_s(
        shape, TopAbs_ShapeEnum.TopAbs_EDGE, TopAbs_ShapeEnum.TopAbs_FACE, owners
    )
    pairs = all(
        owners.FindFromIndex(i).Extent() == 2
        for i in range(1, owners.Extent() + 1)
        if not BRep_Tool.Degenerated_s(TopoDS.Edge_s(owners.FindKey(i)))  # a pole
    )
    return count == 1 and pairs and BRepCheck_Analyzer(shape).IsValid() and volume(shape) > 0


def read_back(shape, file: Path):  # type: ignore[no-untyped-def]
    """A shape as the kernel reads it from the STEP file (ISO 10303-21) that it writes of it."""
    writer = STEPControl_Writer()
    writer.Transfer(shape, STEPControl_StepModelType.STEPControl_AsIs)
    writer.Write(str(file))
    reader = STEPControl_Reader()
    reader.ReadFile(str(file))
    reader.TransferRoots()
    return reader.OneShape()


def kind(face) -> GeomAbs_SurfaceType:  # type: ignore[no-untyped-def]
    return BRepAdaptor_Surface(face).GetType()


def normal_at(face, u: float, v: float) -> np.ndarray:  # type: ignore[no-untyped-def]
    """Outward unit normal of a face at (u, v)."""
    props = BRepLProp_SLProps(BRepAdaptor_Surface(face), u, v, 1, 1e-9)
    n = props.Normal()
    sign = -1.0 if face.Orientation() == TopAbs_Orientation.TopAbs_REVERSED else 1.0
    return sign * np.array([n.X(), n.Y(), n.Z()])


def edge_points(face, steps: int = 9) -> np.ndarray:  # type: ignore[no-untyped-def]
    """Points along all edges of a face, (n, 3)."""
    explorer = TopExp_Explorer(face, TopAbs_ShapeEnum.TopAbs_EDGE)
    found = []
    while explorer.More():
        curve = BRepAdaptor_Curve(TopoDS.Edge_s(explorer.Current()))
        for t in np.linspace(curve.FirstParameter(), curve.LastParameter(), steps):
            p = curve.Value(t)
            found.append((p.X(), p.Y(), p.Z()))
        explorer.Next()
    return np.array(found)


def greatest_tolerance(shape) -> float:  # type: ignore[no-untyped-def]
    explorer, worst = TopExp_Explorer(shape, TopAbs_ShapeEnum.TopAbs_EDGE), 0.0
    while explorer.More():
        worst = max(worst, BRep_Tool.Tolerance_s(TopoDS.Edge_s(explorer.Current())))
        explorer.Next()
    return worst


def change_made(built: Any) -> float:
    """mm³ that the one stamp of a build changes, put in directly; all of it sound."""
    assert built.report.valid, built.report.findings
    assert [stamp.built_by for stamp in built.report.stamps] == ["imprint"]
    solid = built.bodies["part"].shape
    assert sound(solid)
    return volume(solid) - volume(built.blank.solid.shape)


def told_to_fix(built: Any) -> list[str]:
    """What a build says is to fix, in its words."""
    return [f.message for f in built.report.findings if f.level == "fix"]
