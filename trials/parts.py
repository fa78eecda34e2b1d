"""Random blanks of odd proportions, and random stamps on them."""

from __future__ import annotations

import hashlib
import random
from collections.abc import Sequence
from io import BytesIO

import numpy as np
from PIL import Image

from tinstamp.chart.base import Chart
from tinstamp.job.drawn_bodies import Row
from tinstamp.job.feature import BaseFeature
from tinstamp.job.features import (
    Ball,
    Cone,
    Dome,
    FreeformSkin,
    Hole,
    Plate,
    Prism,
    Ring,
    Soften,
    Torus,
    Tube,
)
from tinstamp.job.height_picture import HeightPicture
from tinstamp.job.model import (
    Braille,
    Cast,
    FontRef,
    Guide,
    Relief,
    Repeat,
    Setting,
    Shape,
    Stamp,
    Text,
    TextStyle,
)
from tinstamp.job.pattern import Pattern

OTHER_KINDS = 0.4
"""Part of the stamps that are of the rarer kinds."""
TEXTS = ("A", "O8", "HB8", "Mark", "M8", "&", "Ring ®", "filling line", "PELLWICK LANTERN WORKS")
FONTS = (("Barlow", "SemiBold"), ("Oswald", "Medium"))


def mm(value: float) -> str:
    return f"{value:.4g} mm"


def blank(r: random.Random) -> list[BaseFeature]:
    """One body, sometimes with something done to it."""
    size = 10 ** r.uniform(0.8, 2.1)
    kind = r.choice(
        ("tube", "rod", "plate", "prism", "cone", "dome", "ball", "torus", "ring", "skin")
    )
    if kind in ("tube", "rod"):
        wall = 0.0 if kind == "rod" else size * r.uniform(0.02, 0.3)
        body: BaseFeature = Tube(
            name="b", outer_diameter=mm(size), given="wall", wall=mm(wall),
            height=mm(size * r.uniform(0.2, 3)),
        )  # fmt: skip
    elif kind == "plate":
        body = Plate(
            name="b", length=mm(size), width=mm(size * r.uniform(0.2, 1.5)),
            thickness=mm(size * r.uniform(0.02, 0.5)),
        )  # fmt: skip
    elif kind == "prism":
        body = Prism(
            name="b", sides=str(r.randint(3, 14)), across_flats=mm(size),
            height=mm(size * r.uniform(0.15, 2)),
        )  # fmt: skip
    elif kind == "cone":
        top = size * r.uniform(0.2, 2.5)
        body = Cone(
            name="b", base_diameter=mm(size), top_diameter=mm(top),
            height=mm(abs(size - top) / 2 * r.uniform(0.02, 3) + 0.05 * size), wall="0 mm",
        )  # fmt: skip
    elif kind == "dome":
        body = Dome(name="b", diameter=mm(size), height=mm(size * r.uniform(0.1, 0.5)), wall="0 mm")
    elif kind == "ball":
        body = Ball(name="b", diameter=mm(size))
    elif kind == "torus":
        body = Torus(name="b", ring_diameter=mm(size), bar_diameter=mm(size * r.uniform(0.1, 0.6)))
    elif kind == "ring":
        body = Ring(name="b")
    else:
        rows = tuple(
            Row(heights=tuple(mm(size * r.uniform(0.2, 0.45)) for _ in range(4))) for _ in range(4)
        )
        body = FreeformSkin(
            name="b", length=mm(size), width=mm(size * r.uniform(0.5, 1)), rows=rows
        )
    features = [body]
    if kind in ("plate", "prism") and r.random() < 0.4:
        top = "b.top"
        features.append(
            Hole(name="h", face=top, across=mm(size * r.uniform(-0.3, 0.3)), up="0 mm",
                 diameter=mm(size * r.uniform(0.03, 0.2)))
        )  # fmt: skip
    if kind in ("plate", "prism", "tube", "rod") and r.random() < 0.3:
        features.append(Soften(name="r", size=mm(size * r.uniform(0.005, 0.05)), edges=("b.top",)))
    return features


LINED = 0.08
"""Part of the others whose lines have a section."""
LEVELLED, PICTURED = 0.05, 0.05
"""Part of the rest whose caps follow another face, and of what is left, a picture."""
DRAFTED = 0.3
"""Part of the stamps whose walls have draft."""


def stamp(r: random.Random, name: str, faces: dict[str, Chart], thick: float) -> Stamp:
    """A stamp on one of the faces, somewhere about it."""
    face = r.choice(sorted(faces))
    chart = faces[face]
    low_x, low_y, high_x, high_y = map(float, chart.bounds)
    wide, high = high_x - low_x, high_y - low_y
    size = min(wide, high)
    height = size * 10 ** r.uniform(-1.3, -0.3)
    family, style = r.choice(FONTS)
    drawn: Text | Shape = Text(
        text=r.choice(TEXTS), font=FontRef(family=family, style=style), height=mm(height),
        mirrored=r.random() < 0.1, upside_down=r.random() < 0.1,
    )  # fmt: skip
    if r.random() < 0.2:
        drawn = Shape(
            shape=r.choice(("line", "rectangle", "circle", "polygon")), wide=mm(2 * height),
            high=mm(height), line=mm(r.choice((0.0, height / 6))),
        )  # fmt: skip
    if chart.closed and r.random() < 0.6:
        across = f"{r.uniform(-200, 200):.3f} deg"
    else:
        across = mm(r.choice((0.0, r.uniform(-0.55, 0.55) * wide)))
    guides = ("none", "none", "none", "level", "line", "arc", "midline", "edge")
    kind = r.choice(guides)
    guide = Guide(
        kind=kind, radius=mm(size * r.uniform(0.2, 2)), length=mm(size), inset=mm(height),
        span=f"{r.uniform(20, 360):.1f} deg", at=r.choice(("start", "centre", "end")),
        bend=r.choice(("over", "under")),
    )  # fmt: skip
    repeat = Repeat(kind=r.choice(("none", "none", "none", "round", "fit", "steps")),
                    count=str(r.randint(2, 5)), step_across=mm(3 * height))  # fmt: skip
    cast = Cast(way=r.choice(("none",) * 6 + ("square", "front", "above", "patch")))
    setting = Setting(
        face=face,
        across=across,
        up=mm(r.choice((0.0, r.uniform(-0.3, 0.3))) * high),
        up_from="middle",
        turn=f"{r.choice((0.0, 0.0, r.uniform(-180, 180))):.2f} deg",
        rests_on=r.choice(("baseline", "middle")),
        cast=cast,
        over=r.choice(("face",) * 4 + ("neighbours",)),
        guide=guide,
        repeat=repeat,
    )
    relief = Relief(
        make=r.choice(("engrave", "engrave", "emboss", "mark")),
        depth=mm(max(0.02, thick * 10 ** r.uniform(-2.2, -0.2))),
        walls=r.choice(("normal",) * 5 + ("cast",)),
        caps=r.choice(("follow",) * 5 + ("plane",)),
    )
    plain = Stamp(name=name, artwork=drawn, setting=setting, relief=relief)
    return made_otherwise(plain, sorted(faces), thick)


def made_otherwise(stamp: Stamp, faces: Sequence[str], thick: float) -> Stamp:
    """The stamp, or one whose walls have draft, or of a rarer kind; drawn from what it is, so that
    the draws of others stay what they were."""
    relief = stamp.relief
    own = random.Random(f"{stamp.name} {relief.depth}")
    if relief.make != "mark" and own.random() < DRAFTED:
        relief = relief.model_copy(
            update={
                "draft": f"{own.choice((1, 3, 5, 10, own.uniform(0.5, 30))):.2f} deg",
                "outline": own.choice(("face", "face", "cap")),
            }
        )
    made = stamp.model_copy(update={"relief": relief})
    if own.random() < OTHER_KINDS:
        return otherwise(own, made, thick)
    lines = random.Random(f"lines {stamp.name} {relief.depth}")
    if relief.make == "mark":
        return made
    if relief.walls == "cast" and lines.random() < 0.5:
        pull = lines.choice(("front", "back", "left", "right", "above", "below"))
        made = made.model_copy(
            update={"relief": relief.model_copy(update={"walls": "pull", "pull": pull})}
        )
    if lines.random() < LINED:
        return lined(lines, made)
    if lines.random() < LEVELLED:
        return levelled(lines, made, faces, thick)
    return pictured(lines, made) if lines.random() < PICTURED else made


def _hills() -> bytes:
    """A picture of hills, 16 bits a pixel."""
    y, x = np.mgrid[0:48, 0:64] / 48.0
    light = 0.5 + 0.25 * np.sin(5.0 * x + 1.0) + 0.25 * np.cos(7.0 * y * x)
    file = BytesIO()
    Image.fromarray(np.round(np.clip(light, 0.0, 1.0) * 65535).astype(np.uint16)).save(file, "PNG")
    return file.getvalue()


HILLS = _hills()
FILES = {hashlib.sha256(HILLS).hexdigest(): HILLS}
"""What stamps of these trials may need within their job, by digest"""


def pictured(own: random.Random, stamp: Stamp) -> Stamp:
    """A stamp whose caps follow a picture."""
    deep = float(stamp.relief.depth.split()[0])
    (digest,) = FILES
    picture = HeightPicture(
        file="hills.png", digest=digest, full=own.choice(("light", "dark")),
        least=mm(deep * own.choice((0.3, own.uniform(0.02, 1.5)))),
        laid=own.choice(("cover", "fit")), detail=mm(deep * 10 ** own.uniform(-0.5, 1.0)),
    )  # fmt: skip
    relief = stamp.relief.model_copy(
        update={"caps": "picture", "picture": picture, "walls": "normal", "draft": "0 deg"}
    )
    return stamp.model_copy(update={"relief": relief})


def levelled(own: random.Random, stamp: Stamp, faces: Sequence[str], thick: float) -> Stamp:
    """A stamp whose caps follow another face."""
    relief = stamp.relief.model_copy(update={
        "caps": "other", "level_with": own.choice(faces), "walls": "normal", "draft": "0 deg",
        "beyond": mm(own.choice((0.0, own.uniform(-0.5, 0.5) * thick))),
    })  # fmt: skip
    return stamp.model_copy(update={"relief": relief})


def lined(own: random.Random, stamp: Stamp) -> Stamp:
    """A stamp whose lines have the section of a tool."""
    deep = float(stamp.relief.depth.split()[0])
    section = own.choice(("vee", "ball", "carved", "dovetail"))
    relief = stamp.relief.model_copy(update={
        "section": section, "vee": f"{own.choice((30, 60, 90, 120))} deg",
        "tip": mm(max(0.04, own.uniform(0.05, 0.5) * deep)),
        "ball": mm(max(0.2, own.uniform(1.0, 4.0) * deep)),
        "neck": mm(own.uniform(0.5, 2.0) * deep), "flank": f"{own.choice((8, 15, 30))} deg",
        "walls": "normal", "caps": "follow", "draft": "0 deg",
    })  # fmt: skip
    drawn = stamp.artwork
    if section == "carved":
        return stamp.model_copy(update={"relief": relief})
    if isinstance(drawn, Text):
        drawn = drawn.model_copy(update={"font": FontRef(family="Tin Line", style="Regular")})
    elif own.random() < 0.5:
        drawn = Shape(shape="band", away=mm(3.0 * deep), wide=mm(deep))
    return stamp.model_copy(update={"relief": relief, "artwork": drawn})


def otherwise(own: random.Random, stamp: Stamp, thick: float) -> Stamp:
    """A stamp made as one of the rarer kinds of relief, or filled with a pattern, or a band."""
    depth = stamp.relief.depth
    deep = float(depth.split()[0])
    kind = own.choice(("field", "panel", "inlay", "loose", "stencil", "rises", "mould", "pattern",
                       "band", "softened", "braille", "words", "carried"))  # fmt: skip
    change: dict[str, object] = {"make": kind}
    if kind in ("field", "panel"):
        change |= {
            "field": own.choice(("rectangle", "contour", "edges")),
            "margin": mm(max(0.05, thick * own.uniform(0.02, 0.3))),
            "corner": mm(thick * own.uniform(0.0, 0.2)),
            "letters": mm(own.choice((0.0, 0.0, own.uniform(-0.9, 0.9) * deep))),
        }
    elif kind == "inlay":
        change |= {
            "clearance": mm(own.choice((0.0, 0.02, 0.1)) * min(1.0, thick / 5)),
            "floor": mm(own.choice((0.0, 0.1, 0.5)) * deep),
            "proud": mm(own.uniform(-0.3, 0.6) * deep),
        }
    elif kind == "loose":
        change |= {
            "gap": mm(own.choice((0.0, 0.2)) * deep),
            "pins": mm(own.choice((0.0, 0.03, 0.06)) * thick),
            "pin_length": mm(own.uniform(0.05, 0.6) * thick),
            "pin_clearance": mm(own.choice((0.0, 0.02)) * thick),
        }
    elif kind == "stencil":
        change |= {"bridge": mm(thick * own.uniform(0.02, 0.1)),
                   "bridge_turn": f"{own.choice((90, 0, 45)):.0f} deg",
                   "bridge_sides": own.choice(("both", "one"))}  # fmt: skip
    elif kind == "mould":
        change = {"make": own.choice(("engrave", "emboss", "field")), "shown_by": "mould",
                  "shrinkage": f"{own.choice((0.0, 0.5, 2.0)):g}"}  # fmt: skip
    else:
        change = {"make": own.choice(("engrave", "emboss"))}
    if kind == "rises":
        change |= {
            "rises": f"{own.uniform(-4, 4):.2f} deg",
            "rises_up": f"{own.uniform(-6, 6):.2f} deg",
        }
    if kind == "carried":
        change = {"make": "emboss", "stands": own.choice(("leaning", "bent")),
                  "leans": f"{own.uniform(2, 60):.1f} deg",
                  "bends": f"{own.uniform(2, 140):.1f} deg",
                  "leans_to": own.choice(("foot", "top", "start", "end"))}  # fmt: skip
    if kind == "softened":
        for edge in ("cap_edge", "face_edge"):
            if own.random() < 0.7:
                change |= {edge: own.choice(("chamfer", "round")),
                           f"{edge}_size": mm(own.uniform(0.05, 0.45) * deep)}  # fmt: skip
    if kind in ("inlay", "loose"):
        change |= {"bodies": own.choice(("one", "each"))}
    relief = stamp.relief.model_copy(update=change)
    return stamp.model_copy(update={"relief": relief, **_other_artwork(own, stamp, kind, thick)})


def _other_artwork(own: random.Random, stamp: Stamp, kind: str, thick: float) -> dict[str, object]:
    """What of a stamp is otherwise besides its relief."""
    deep = float(stamp.relief.depth.split()[0])
    new: dict[str, object] = {}
    if kind == "braille":
        size = own.uniform(0.02, 0.08) * thick
        new["artwork"] = Braille(
            text=own.choice(("oil", "Lamp 12", "wick\nup")),
            dot=mm(size),
            apart=mm(1.6 * size),
            cell=mm(4 * size),
            line=mm(6.5 * size),
        )
    words = isinstance(stamp.artwork, Text) and len(stamp.artwork.text) > 2
    if words and (kind == "words" or (kind in ("field", "panel") and own.random() < 0.5)):
        steps = (TextStyle(start=0, end=2, own_depth=True, depth=mm(own.uniform(0.3, 1.5) * deep)),)
        new["artwork"] = stamp.artwork.model_copy(update={"styles": steps})
    if kind == "pattern":
        pitch = max(0.1, thick * own.uniform(0.05, 0.3))
        new["pattern"] = Pattern(kind=own.choice(("lines", "crossed", "dots")), pitch=mm(pitch),
                                 line=mm(pitch * own.uniform(0.2, 0.8)),
                                 turn=f"{own.uniform(0, 90):.1f} deg")  # fmt: skip
    if kind == "band":
        new["artwork"] = Shape(shape="band", wide=mm(max(0.05, thick * own.uniform(0.02, 0.2))),
                               away=mm(max(0.02, thick * own.uniform(0.01, 0.3))),
                               edges=own.choice(("all", "outer", "inner")),
                               corners=own.choice(("sharp", "round")))  # fmt: skip
        new["setting"] = Setting(face=stamp.setting.face, across=stamp.setting.across,
                                 up=stamp.setting.up)  # fmt: skip
    return new
