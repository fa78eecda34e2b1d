"""Where a walk over an SVG drawing is, and what elements are called."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from lxml import etree

from tinstamp.artwork.outline import Array
from tinstamp.artwork.svg.layers import Clip
from tinstamp.artwork.svg.style import Style

SVG_NAMES = ("http://www.w3.org/2000/svg", None)
"""Namespaces whose elements are drawn."""
XLINK = "{http://www.w3.org/1999/xlink}href"
"""The attribute that references of before SVG 2 stand in."""
SEEN_FROM = 0.5
"""How opaque a thing is at least that counts as there."""


@dataclass(frozen=True)
class State:
    """Where the walk is.

    Attributes
    ----------
    matrix : to px of the page. wide, high : of the viewport, px.
    opacity : of all groups round it. clipping : True within a clip, where fills alone count.
    """

    matrix: Array
    style: Style
    wide: float
    high: float
    opacity: float = 1.0
    clips: tuple[Clip, ...] = ()
    clipping: bool = False


def local_name(element: Any) -> str:
    """The name of an SVG element; "" for anything else."""
    if element is None or not isinstance(element.tag, str):
        return ""
    name = etree.QName(element)
    return name.localname if name.namespace in SVG_NAMES else ""


def target_name(element: Any) -> str:
    """What an element refers to: `#name` within the file, "" for nothing."""
    return str(element.get("href") or element.get(XLINK) or "").strip()
