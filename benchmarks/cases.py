"""Faces and stamps that several benchmarks use."""

from __future__ import annotations

import math

from tinstamp.job.features import Ball, BaseFeature, Cone, FreeformSkin, Plate, Tube
from tinstamp.job.model import Blank, Job, Setting, Stamp, Text
from tinstamp.job.setting import Guide

BENT: dict[str, tuple[BaseFeature, str, tuple[str, str], float]] = {
    "cone": (Cone(name="b", base_diameter="80 mm", top_diameter="60 mm", height="40 mm",
                  wall="3 mm"), "b.outer", ("0 deg", "18 mm"), 10.0),
    "ball": (Ball(name="b", diameter="80 mm"), "b.outer", ("0 deg", "60 mm"), 10.0),
    "freeform B-spline": (FreeformSkin(name="b", length="110 mm", width="60 mm", thickness="5 mm"),
                          "b.top", ("0 mm", "0 mm"), 40.0),
}  # fmt: skip
"""A part, its face, a place on it, and how many times the general boolean is to take."""
LONG = {"tube": 25.0, "cone": 25.0, "ball": 20.0, "skin": 60.0}
"""How many times the general boolean is to take for 100 letters in a line."""
TWENTY = "FILLTOTHISLINEABCDEF"
WORDS = "FILLTOTHISLINEANDKEEPUPRIGHTLAMPOILONLYPELLWICKWORKS"


def on_face(text: str, face: str, place: tuple[str, str], name: str = "m") -> Stamp:
    """Letters of 4 mm at a place."""
    setting = Setting(face=face, across=place[0], up=place[1])
    return Stamp(name=name, artwork=Text(text=text, height="4 mm"), setting=setting)


def letters(count: int) -> str:
    """So many letters."""
    return (WORDS * (count // len(WORDS) + 1))[:count]


def long_text(count: int, face: str) -> Job:
    """One stamp of so many letters in a line, on a face that is as long."""
    long = 3.7 * count + 20.0
    round_ = max(90.0, long / math.pi)
    place = ("0 deg", "20 mm")
    part: BaseFeature
    if face == "plate":
        part = Plate(name="b", length=f"{long:g} mm", width="40 mm", thickness="4 mm")
        name, place = "b.top", ("0 mm", "0 mm")
    elif face == "tube":
        part = Tube(name="b", outer_diameter=f"{round_:g} mm", wall="3 mm", height="40 mm")
        name = "b.outer"
    elif face == "cone":  # a straight line on its sheet would leave it
        part = Cone(name="b", base_diameter=f"{round_ + 20:g} mm", top_diameter=f"{round_:g} mm",
                    height="40 mm", wall="3 mm")  # fmt: skip
        name = "b.outer"
    elif face == "ball":
        part = Ball(name="b", diameter=f"{1.1 * round_:g} mm")
        name, place = "b.outer", ("0 deg", f"{0.6 * round_:g} mm")
    else:
        part = FreeformSkin(name="b", length=f"{long:g} mm", width="60 mm", thickness="5 mm")
        name, place = "b.top", ("0 mm", "0 mm")
    stamp = on_face(letters(count), name, place)
    if name == "b.top" and face == "plate":
        setting = stamp.setting.model_copy(update={"up_from": "middle"})
        stamp = stamp.model_copy(update={"setting": setting})
    elif face == "cone":
        setting = stamp.setting.model_copy(update={"guide": Guide(kind="level")})
        stamp = stamp.model_copy(update={"setting": setting})
    return Job(blank=Blank(features=(part,)), stamps=(stamp,))  # type: ignore[arg-type]
