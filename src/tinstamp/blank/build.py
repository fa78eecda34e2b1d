"""Features with their sizes to a blank."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from tinstamp.blank.extruded_solid import extruded
from tinstamp.blank.round_solid import tube
from tinstamp.blank.solid import Blank
from tinstamp.job.features import Feature, Tube


@dataclass(frozen=True)
class Sized:
    """A feature with its values worked out, mm; what a blank is built from."""

    feature: Feature
    values: tuple[tuple[str, float], ...]


def build_blank(sized: Sized, seams: Mapping[str, float]) -> Blank:
    """The blank of one base feature; `seams` by face name, degrees from the front."""
    values = dict(sized.values)
    feature = sized.feature
    if isinstance(feature, Tube):
        return tube(
            feature.name,
            values["outer_diameter"],
            feature.inner(values),
            values["height"],
            dict(seams),
        )
    return extruded(feature.name, feature.profile(values), feature.height_of(values))
