"""Which fields of a relief count beside which others: kinds in groups, and conditions."""

from __future__ import annotations

from collections.abc import Hashable, Mapping
from typing import Any

WALLED = {"make": ("engrave", "emboss", "field", "panel")}
"""Kinds whose walls may run otherwise than square, and whose caps may lie flat."""
CARVED = ("engrave", "field", "inlay")
"""Kinds that a cutter makes from the face on."""
BARE = {"make": ("mark", "stencil")}
"""Kinds that have no depth of their own."""
INVERTED = {"make": ("field", "panel")}
"""Kinds that work on what is about the ink, not on the ink."""
ANGULAR = ("rectangle", "edges")
"""Shapes of fields that have corners."""
INLAY, LOOSE, STENCIL = {"make": ("inlay",)}, {"make": ("loose",)}, {"make": ("stencil",)}
TURNED_ROUND = {"make": ("engrave", "emboss", "field", "panel", "mark")}
"""Kinds that a mould may have."""
MOULD = {**TURNED_ROUND, "shown_by": ("mould",)}
NOT_UPRIGHT = {"make": ("emboss",), "stands": ("leaning", "bent", "path")}
"""Letters that are carried along a path: what walls and caps are follows from that."""
APART = {"make": ("inlay", "loose")}
"""Kinds that make bodies besides the part."""
CARRIED = {"make": ("emboss",)}
LINED = {"make": ("engrave", "emboss")}
"""Kinds whose lines may have a section."""
EDGES: Mapping[Hashable, str] = {"sharp": "Sharp", "chamfer": "Cut off", "round": "Round"}
SOFT = ("chamfer", "round")
"""Edges that are not left as they are."""
NO_DRAFT = LEVEL = "0 deg"
"""What the draft, and the lean of a cap, is if nothing is said."""
NO_PINS = "0 mm"
"""What the diameter of pins is if nothing is said."""
LONGEST_FACE = 200
"""characters of a face's name"""
ENDS, MOULDED = "Walls and caps", "For a mould"
"""Groups of fields."""


def lined(relief: Any) -> bool:
    """True for letters that stand upright, whose lines may have a section."""
    if relief.make not in LINED["make"]:
        return False
    return relief.make != "emboss" or relief.stands == "upright"


def pointed(relief: Any) -> bool:
    """True where lines have a V for their section."""
    return lined(relief) and relief.section == "vee"


def angled(relief: Any) -> bool:
    """True where a V has an angle: of lines, or of ink that is carved."""
    return lined(relief) and relief.section in ("vee", "carved")


def dovetailed(relief: Any) -> bool:
    """True where they are wider at the floor than at the face."""
    return lined(relief) and relief.section == "dovetail"


def rounded(relief: Any) -> bool:
    """True where they are round."""
    return lined(relief) and relief.section == "ball"


def walled(relief: Any) -> bool:
    """True where walls and caps are as their own fields say."""
    if relief.make not in WALLED["make"]:
        return False
    if relief.make not in LINED["make"]:
        return True
    return lined(relief) and relief.section == "square"


def pulled(relief: Any) -> bool:
    """True where walls run along the pull of a mould."""
    return walled(relief) and relief.walls == "pull"


def levelled(relief: Any) -> bool:
    """True where caps follow another face, or a picture."""
    if relief.make not in LINED["make"]:
        return False
    return walled(relief) and relief.caps in ("other", "picture")


def following(relief: Any) -> bool:
    """True where caps follow another face."""
    return levelled(relief) and relief.caps == "other"


def greyed(relief: Any) -> bool:
    """True where caps follow a picture's greys."""
    return levelled(relief) and relief.caps == "picture"


def deep(relief: Any) -> bool:
    """True where a depth is given: neither a mark's, nor as far as another face, nor a path's."""
    if relief.make == "emboss" and relief.stands == "path":
        return False
    return relief.make not in BARE["make"] and not following(relief)


def rising(relief: Any) -> bool:
    """True where caps may rise."""
    return walled(relief) and not levelled(relief)


def drafted(relief: Any) -> bool:
    """True where a draft other than the usual one is asked for."""
    return rising(relief) and relief.draft != NO_DRAFT


def cap_softened(relief: Any) -> bool:
    """True where the edge of the cap is not left as it is."""
    return rising(relief) and relief.cap_edge in SOFT


def face_softened(relief: Any) -> bool:
    """True where the edge at the face is not left as it is."""
    return rising(relief) and relief.face_edge in SOFT


def pinned(relief: Any) -> bool:
    """True where loose letters have pins."""
    return relief.make == "loose" and relief.pins != NO_PINS
