"""Changes to the list of a blank's features: pure functions from job to job."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any, Literal

from tinstamp.job.drawn import Knot, fresh_name
from tinstamp.job.feature import BaseFeature, Body, Position
from tinstamp.job.features import BODIES, CHANGES, Groove, Hole
from tinstamp.job.formula import RESERVED
from tinstamp.job.model import Blank, Job

WORDS = {
    "tube": "Tube or round",
    "plate": "Plate",
    "prism": "Prism",
    "ring": "Split ring",
    "cone": "Cone",
    "dome": "Dome",
    "ball": "Ball",
    "torus": "Torus",
    "turned": "Turned profile",
    "extruded": "Extruded profile",
    "railed": "Head along a rail",
    "skin": "Freeform skin",
    "imported": "From a STEP file",
    "hole": "Hole",
    "hollow": "Hollow",
    "soften": "Softened edges",
    "groove": "Groove",
}
"""What each kind of feature is called."""


def free_feature_name(job: Job, wish: str) -> str:
    """A name that no feature or dimension bears."""
    taken = {f.name for f in job.blank.features} | {d.name for d in job.dimensions} | RESERVED
    name, count = wish, 2
    while name in taken:
        name, count = f"{wish}_{count}", count + 1
    return name


def new_body(job: Job, kind: str, how: Literal["join", "cut"], face: str) -> Body:
    """A body to join or cut, standing on a face when there is one."""
    made = BODIES[kind]
    wish = {"join": {"tube": "boss"}.get(kind, kind), "cut": "pocket"}[how]
    small: dict[str, Any] = {}
    if kind == "tube":
        small = {"outer_diameter": "8 mm", "wall": "0 mm", "height": "4 mm"}
    elif kind == "plate":
        small = {"length": "12 mm", "width": "8 mm", "thickness": "3 mm"}
    name = free_feature_name(job, wish)
    return made(name=name, how=how, at=Position(face=face), **small)


def new_change(job: Job, kind: str, face: str) -> BaseFeature:
    """A hole, hollow, softening or groove on a face."""
    name = free_feature_name(job, kind)
    made = CHANGES[kind]
    if made in (Hole, Groove):
        return made.model_validate({"name": name, "face": face})
    chosen = (face,) if face else ()
    field = "open_faces" if kind == "hollow" else "edges"
    return made.model_validate({"name": name, field: chosen})


def with_features(job: Job, features: Sequence[BaseFeature]) -> Job:
    """The job with other features. Raises ValueError when they make no blank."""
    blank = Blank.model_validate({"features": [f.model_dump() for f in features]})
    return job.model_copy(update={"blank": blank})


def added(job: Job, feature: BaseFeature) -> Job:
    """A feature after the others."""
    return with_features(job, [*job.blank.features, feature])


def deleted(job: Job, index: int) -> Job:
    """Without a feature. Raises ValueError for the first body."""
    features = list(job.blank.features)
    del features[index]
    if not features:
        raise ValueError("a blank needs at least one body")
    return with_features(job, features)


def moved(job: Job, index: int, to: int) -> Job:
    """A feature at another place in the order. Raises ValueError when no body is first."""
    features: list[BaseFeature] = list(job.blank.features)
    features.insert(to, features.pop(index))
    return with_features(job, features)


def with_point(knots: tuple[Knot, ...], after: int, x: float, y: float) -> tuple[Knot, ...]:
    """A point put in after another, with a name of its own; the piece that it divides keeps
    its name before the point."""
    before = knots[after]
    added_knot = Knot(
        name=fresh_name(knots),
        x=f"{x:.4g} mm",
        y=f"{y:.4g} mm",
        to="spline" if before.to == "spline" else "line",
    )
    return (*knots[: after + 1], added_knot, *knots[after + 1 :])


def without_point(knots: tuple[Knot, ...], index: int) -> tuple[Knot, ...]:
    """Without a point. Raises ValueError when too few are left."""
    if len(knots) <= 2:
        raise ValueError("a profile needs at least two points")
    return (*knots[:index], *knots[index + 1 :])
