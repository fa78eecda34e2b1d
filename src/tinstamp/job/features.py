"""All kinds of features of a blank."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from tinstamp.job.changes import Groove, Hole, Hollow, Soften
from tinstamp.job.drawn_bodies import Extruded, FreeformSkin, RailedHead, TurnedProfile
from tinstamp.job.feature import BaseFeature, Body
from tinstamp.job.imported import Imported
from tinstamp.job.plain_bodies import Plate, Prism, Ring, Tube
from tinstamp.job.round_bodies import Ball, Cone, Dome, Torus

Feature = Annotated[
    Plate
    | Tube
    | Prism
    | Ring
    | Cone
    | Dome
    | Ball
    | Torus
    | TurnedProfile
    | Extruded
    | RailedHead
    | FreeformSkin
    | Imported
    | Hole
    | Hollow
    | Soften
    | Groove,
    Field(discriminator="kind"),
]

BODIES: dict[str, type[Body]] = {
    "tube": Tube,
    "plate": Plate,
    "prism": Prism,
    "ring": Ring,
    "cone": Cone,
    "dome": Dome,
    "ball": Ball,
    "torus": Torus,
    "turned": TurnedProfile,
    "extruded": Extruded,
    "railed": RailedHead,
    "skin": FreeformSkin,
}
"""Bodies that start from a few sizes, by kind; an imported one starts from a file."""

CHANGES: dict[str, type[BaseFeature]] = {
    "hole": Hole,
    "hollow": Hollow,
    "soften": Soften,
    "groove": Groove,
}
"""Features that change the part before them."""

__all__ = [
    "BODIES",
    "CHANGES",
    "Ball",
    "BaseFeature",
    "Body",
    "Cone",
    "Dome",
    "Extruded",
    "Feature",
    "FreeformSkin",
    "Groove",
    "Hole",
    "Hollow",
    "Imported",
    "Plate",
    "Prism",
    "RailedHead",
    "Ring",
    "Soften",
    "Torus",
    "Tube",
    "TurnedProfile",
]
