"""The plan of one stamp: what desk and engine both know of it before the kernel is asked."""

from __future__ import annotations

from collections.abc import Hashable, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np
import shapely
from shapely.geometry.base import BaseGeometry

from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.fonts import FontError
from tinstamp.artwork.greys import greys
from tinstamp.artwork.outline import Region, moved_as, of_one_shape
from tinstamp.artwork.painted import LogoError
from tinstamp.artwork.sharpen import Sharpened, sharpened
from tinstamp.artwork.unite import UnionError
from tinstamp.chart.base import Chart, FaceChart
from tinstamp.chart.bent import UnevenChart
from tinstamp.chart.cast import CastChart
from tinstamp.chart.joint import Faces
from tinstamp.chart.plane import PlaneChart
from tinstamp.chart.run import RunChart
from tinstamp.chart.turns import Motion
from tinstamp.job.archive import Document
from tinstamp.job.formula import FormulaError
from tinstamp.job.model import Relief, Stamp, Text
from tinstamp.job.relief_kinds import KINDS
from tinstamp.job.resolve import Resolved
from tinstamp.job.worked import Worked, worked
from tinstamp.plan.art import ArtSpec, art_spec, draw
from tinstamp.plan.carry import Carry, toward
from tinstamp.plan.carve import half_width
from tinstamp.plan.groove import Groove, groove_of, scaled
from tinstamp.plan.heights import Asked, Heights, heights_for
from tinstamp.plan.lay import LaySpec, place_on
from tinstamp.plan.level import Level, level_for
from tinstamp.plan.on_face import field_to_edges, lay_band
from tinstamp.plan.sheet import sheet_of
from tinstamp.plan.track import Track
from tinstamp.setting.fit import TOUCHING, Fit, fit, ink
from tinstamp.setting.place import Other, Placed, PlaceError, on_member, read_right, relaid

PLAN_ERRORS = (FontError, FormulaError, LogoError, PlaceError, UnionError)
"""What `plan` raises; the message is for the designer."""
OWN_DEPTHS = ("engrave", "emboss", "loose", "field", "panel")
"""Kinds of relief whose letters may have depths of their own."""


@dataclass(frozen=True)
class Planned:
    """A stamp on its sheet, before anything is built.

    Attributes
    ----------
    art, lay : all that its shape and its place depend on, but for the faces.
    relief : what becomes of it. depths : of letters with their own, by the character, mm; how far
        they stand out of a field's floor, or are sunk from a panel's cap.
    level : the other face, or the picture, that its caps follow.
    """

    index: int
    stamp: Stamp
    art: ArtSpec
    lay: LaySpec
    relief: Worked[Relief]
    depths: Mapping[int, float]
    artwork: Artwork
    placed: Placed
    chart: Chart
    level: Level | Heights | None = None

    @property
    def name(self) -> str:
        return self.stamp.name

    @property
    def waits(self) -> bool:
        """It stands in for what is still being drawn."""
        return self.artwork.waits or self.placed.waits

    @property
    def flat_key(self) -> Hashable:
        """All that its outlines on the sheet depend on, but for the faces."""
        return self.art, self.lay

    @property
    def key(self) -> Hashable:
        """All that its relief depends on, but for the faces and the solid before it."""
        return self.flat_key, self.relief, self.name, self.level and self.level.key

    @property
    def depth(self) -> float:
        """mm; 0 for a mark, and for what is cut through wherever that ends; the greatest where caps
        follow another face, or ink is carved to its middle."""
        if self.level is not None:
            return abs(self.level.most)
        if self.relief.given.stands == "path":
            return self.carried.height if isinstance(self.carried, Track) else 0.0
        asked = self.relief("depth", 0.0) * self.art.growth
        slope = self.carve
        return asked if slope is None else min(asked, half_width(self.artwork) / slope)

    @property
    def groove(self) -> Groove | None:
        """The section of its lines; None where walls and caps are as their own fields say."""
        groove = groove_of(self.relief)
        return None if groove is None else scaled(groove, self.art.growth)

    @property
    def carve(self) -> float | None:
        """The tangent of half the angle of a V that its ink is carved with; None for other
        walls."""
        given = self.relief.given
        if "section" in given.idle or given.section != "carved":
            return None
        return float(np.tan(np.radians(self.relief("vee") / 2.0)))

    @property
    def even(self) -> bool:
        """Its walls are square to the face and its floor is as deep everywhere; on a flat face
        parallel walls and a flat cap are so too."""
        given, flat = self.relief.given, isinstance(self.chart, PlaneChart)
        usual = {"section": ("square",), "cap_edge": ("sharp",), "face_edge": ("sharp",),
                 "walls": ("normal", "cast" if flat else "normal"),
                 "caps": ("follow", "plane" if flat else "follow")}  # fmt: skip
        plain = all(name in given.idle or getattr(given, name) in usual[name] for name in usual)
        leans = any(self.relief(name, 0.0) for name in ("draft", "rises", "rises_up"))
        return plain and not leans and not self.depths

    @property
    def raised(self) -> bool:
        """True for what is added to the part."""
        return KINDS[self.relief.given.made].verb == "add"

    def lean(self, depth: float) -> float:
        """mm that its walls lean over that depth."""
        return depth * float(np.tan(np.radians(self.relief("draft", 0.0))))

    @property
    def outline_at_cap(self) -> bool:
        """True when the artwork has its own size at the cap or floor, not at the face."""
        return bool(self.relief("draft", 0.0)) and self.relief.given.outline == "cap"

    def sharpened(self, depth: float, placed: Placed) -> Sharpened:
        """The placed artwork of one depth with roundings made sharp that its walls' lean, or their
        softened edges, take away."""
        inwards, outwards = self.leans(depth)
        drawn = sharpened(placed.regions, inwards)
        spread = sharpened(drawn.regions, -outwards)
        return Sharpened(spread.regions, drawn.at + spread.at, max(drawn.most, spread.most))

    def leans(self, depth: float) -> tuple[float, float]:
        """mm by which walls reach within the outlines, and beyond them, at the most."""
        lean = self.lean(depth)
        inwards, outwards = (0.0, lean) if self.outline_at_cap else (lean, 0.0)
        cap, face = (self.relief(f"{e}_edge_size", 0.0) * self.art.growth for e in ("cap", "face"))
        return inwards + cap, outwards + face + self.spreads

    @property
    def spreads(self) -> float:
        """mm by which the floor of a dovetail goes beyond its outlines at the face."""
        groove = self.groove
        return 0.0 if groove is None else max(-groove.inwards, 0.0)

    @property
    def faces(self) -> tuple[str, ...]:
        """The faces that it may lie on."""
        return self.chart.faces if isinstance(self.chart, RunChart) else (self.lay.face,)

    @property
    def all_round(self) -> bool:
        """True for a field or a band that goes all the way round its face, without ends."""
        known = self.art.along_edges or self.art.to_edges
        return known and self.chart.all_round is not None

    @property
    def prisms(self) -> bool:
        """True for one that is cut by prisms along its cast, whatever faces they meet."""
        given = self.relief.given
        return self.lay.over and given.walls == "cast" and given.caps == "plane"

    def on_face(self, name: str) -> list[tuple[Placed, Chart]]:
        """The placed artwork on each member of a run that is of that face, or on its chart."""
        if not isinstance(self.chart, RunChart):
            return [(self.placed, self.chart)] if name in self.faces else []
        return [
            (on_member(member, self.placed.regions, self.placed.origin), member.chart)
            for member in self.chart.members
            if member.face == name
        ]

    @property
    def carried(self) -> Carry | Track | None:
        """The path that its letters take off their face, as far as it can be told, of copies that
        of the first; None for letters that stand upright."""
        return self.carries[0][0] if self.carries else None

    @cached_property
    def carries(self) -> tuple[tuple[Carry | Track, Placed], ...]:
        """The paths that its letters take off their face, each copy's own, with the copies, and
        along a guide each letter's; none for letters that stand upright. Raises FormulaError."""
        if self.relief.given.stands == "upright" or not self.placed.regions:
            return ()
        letters = self._letters_apart()
        return tuple((self._carry(x, self._line_of(x)), x) for x in letters) or tuple(
            (self._carry(copy, copy), copy) for copy in self.copies_apart(self.placed)
        )

    def _letters_apart(self) -> list[Placed]:
        """Artwork along a guide, by what turned the same way with it; none elsewhere."""
        placed, found = self.placed, dict[tuple[float, ...], tuple[Motion, list[Region]]]()
        if len(placed.stood) != len(placed.regions):
            return []
        for region, by in zip(placed.regions, placed.stood, strict=True):
            key = (*by.matrix.ravel().tolist(), *by.shift.tolist())
            found.setdefault(key, (by, []))[1].append(region)
        return [
            replace(placed, regions=tuple(own), matrix=by.matrix, shift=by.shift, bent=False,
                    stood=())
            for by, own in found.values()
        ]  # fmt: skip

    def _line_of(self, letter: Placed) -> Placed:
        """What the line that a letter along a guide bends about is told by: of all letters, as if
        they stood in a row with it, where it bends to its foot or top, so that they stay level;
        else of it alone."""
        if self.relief.given.leans_to in ("start", "end"):
            return letter
        row = tuple(r.transformed(letter.matrix, letter.shift) for r in self._lowest_and_highest)
        return replace(letter, regions=row)

    @cached_property
    def _lowest_and_highest(self) -> tuple[Region, Region]:
        """Of the artwork: a row of its letters reaches as far down and up as these."""
        regions = self.artwork.regions
        low, high = (np.array([r.bounds[k] for r in regions]) for k in (1, 3))
        return regions[int(low.argmin())], regions[int(high.argmax())]

    @property
    def ways(self) -> tuple[Carry | Track, ...]:
        """Those paths alone."""
        return tuple(carry for carry, _ in self.carries)

    def _carry(self, placed: Placed, line: Placed) -> Carry | Track:
        stands = self.relief.given.stands
        side = toward(self.relief.given.leans_to, placed, self.art.mirrored, self.art.upside_down)
        if stands == "path":
            return Track.of(self.relief.given.path, self.relief.numbers, side, line)
        if stands == "leaning":
            return Carry(self.depth, side, self.relief("leans"))
        return Carry.bending(self.depth, side, self.relief("bends"), line)

    def copies_apart(self, placed: Placed) -> list[Placed]:
        """The copies of placed artwork apart, each with its own place and turned its own way:
        parallel walls and flat caps lie as the face does there. All as one where they come from a
        cast, run along a guide, or are one."""
        laid, each, many = self.placed.regions, len(self.artwork.regions), len(placed.regions)
        apart = self.lay.copies is not None and self.lay.guide is None and not self.lay.over
        plain = isinstance(self.chart, FaceChart) and not isinstance(self.chart, CastChart)
        if not (apart and plain) or many != len(laid) or not each or many <= each or many % each:
            return [placed]
        if not all(of_one_shape(laid[0], laid[k]) for k in range(each, many, each)):
            return [placed]  # where their ink met they became one
        origin = np.array(placed.origin)  # moved as they were laid, whatever was made sharp since
        found = []
        for k in range(0, many, each):
            x, y = moved_as(origin, laid[0], laid[k]).tolist()
            way = moved_as(np.eye(2), laid[0], laid[k]) - moved_as(np.zeros(2), laid[0], laid[k])
            found.append(
                replace(
                    placed,
                    regions=placed.regions[k : k + each],
                    origin=(x, y),
                    matrix=way.T @ placed.matrix,
                    shift=moved_as(placed.shift, laid[0], laid[k]),
                    bent=False,
                )
            )
        return found

    def by_depth(self, placed: Placed | None = None) -> list[tuple[float, Placed]]:
        """The placed artwork, or a copy of it, in parts of one depth each, the stamp's own
        first."""
        placed = self.placed if placed is None else placed
        groups: dict[float, list[Region]] = {self.depth: []}
        for region in placed.regions:
            own = {self.depths[x] for x in region.letters if x in self.depths}
            groups.setdefault(max(own) if own else self.depth, []).append(region)
        parts = [(d, tuple(own)) for d, own in groups.items() if own]
        if len(parts) == 1:  # the very same, of which much is known
            return [(parts[0][0], placed)]
        return [(d, replace(placed, regions=own)) for d, own in parts]

    def on(self, charts: Mapping[str, FaceChart]) -> Planned:
        """The same on faces whose seams have moved."""
        if isinstance(self.chart, RunChart):
            return replace(self, chart=self.chart.on(charts))
        assert isinstance(self.chart, FaceChart)
        chart = self.chart.again(charts[self.lay.face])
        return replace(self, chart=_about_ink(chart, self.placed))

    def fit(self, before: Sequence[Planned]) -> Fit:
        """How it fits its face, and the ink of stamps before it there."""
        others = [(b.name, relaid(b.placed, b.chart, self.chart)) for b in before]
        found = fit(self.placed, self.chart, [o for o in others if o[1].regions])
        met = self._met(before, dict(others))
        return replace(found, touches=tuple(dict.fromkeys((*found.touches, *met))))

    @cached_property
    def shadow(self) -> BaseGeometry:
        """All of the sheet that letters which are carried stand on or over."""
        return shapely.union_all([carry.shadow(copy.regions) for carry, copy in self.carries])

    def _met(self, before: Sequence[Planned], there: Mapping[str, Placed]) -> list[str]:
        """Stamps whose letters would come over this one's, or that this one's come over."""
        mine = self.carries
        found = []
        for other in before:
            theirs = other.carries
            if not (mine or theirs) or not there[other.name].regions:
                continue
            a = self.shadow if mine else shapely.MultiPolygon(ink(self.placed.regions))
            b = other.shadow if theirs else shapely.MultiPolygon(ink(there[other.name].regions))
            if shapely.dwithin(a, b, TOUCHING):
                found.append(other.name)
        return found


def plan(
    document: Document,
    resolved: Resolved,
    faces: Mapping[str, FaceChart],
    index: int,
    known: Planned | None = None,
) -> Planned:
    """The plan of stamp `index` on the part's faces, by name.

    `known` is an earlier plan on these very faces: what it depended on and is as it was is not
    drawn and laid again. Raises PLAN_ERRORS.
    """
    return _plan(document, resolved, Faces.of(faces), index, (), known)


def _plan(
    document: Document,
    resolved: Resolved,
    faces: Faces,
    index: int,
    asked: tuple[int, ...],
    known: Planned | None = None,
) -> Planned:
    """`asked` are the stamps that are measured from this one."""
    stamp, base = document.job.stamps[index], ("stamps", index)
    chart = faces.get(stamp.setting.face)
    if chart is None:
        raise PlaceError(f"there is no face “{stamp.setting.face}” that can be laid out")
    art = art_spec(document, resolved, index)
    setting = worked(stamp.setting, resolved, (*base, "setting"))
    other = None
    if setting.given.from_stamp:
        other = _other(document, resolved, faces, index, asked)
    lay = LaySpec(setting, other)
    relief = worked(stamp.relief, resolved, (*base, "relief"))
    depths = _depths(art) if relief.given.make in OWN_DEPTHS else {}
    if known is not None and known.flat_key == (art, lay):
        made = replace(known, index=index, stamp=stamp, relief=relief, depths=depths)
        return _levelled(made, faces, document)
    if art.along_edges:
        sheet: Chart
        artwork, placed, sheet = lay_band(lay, art, chart)
    else:
        artwork = draw(art)
        sheet = sheet_of(lay, chart, artwork, faces)
        placed = place_on(lay, art, artwork, sheet)
    if art.to_edges:
        placed = field_to_edges(art, placed, sheet)
    made = Planned(
        index=index,
        stamp=stamp,
        art=art,
        lay=lay,
        relief=relief,
        depths=depths,
        artwork=artwork,
        placed=placed,
        chart=_about_ink(sheet, placed),
    )
    return _levelled(made, faces, document)


def _levelled(item: Planned, faces: Faces, document: Document) -> Planned:
    """With the other face that its caps follow, or the picture, where they do. Raises PlaceError,
    LogoError, and FormulaError for a path that cannot be drawn."""
    given = item.relief.given
    if given.stands == "path" and item.carried is None:
        return item
    if "picture" not in given.idle:
        return replace(item, level=_pictured(item, document))
    if "level_with" in given.idle:
        return replace(item, level=None) if item.level is not None else item
    if item.art.mould:
        raise PlaceError("in a mould caps follow their own face")
    if not given.level_with:
        raise PlaceError("the face that caps follow is not chosen yet")
    chart, beyond = faces.get(given.level_with), item.relief("beyond")
    level = level_for(given.level_with, chart, beyond, item.chart, item.placed, item.raised)
    return replace(item, level=level)


def _pictured(item: Planned, document: Document) -> Heights:
    """The heights that its caps have from a picture. Raises PlaceError, LogoError."""
    picture, art = item.relief.given.picture, item.art
    if art.mould:
        raise PlaceError("in a mould caps follow their own face")
    if not picture.digest:
        raise PlaceError("the picture that caps follow is not chosen yet")
    if picture.digest not in document.logos:
        raise PlaceError(f"the picture “{picture.file}” is not within the job")
    deep, least, detail = map(item.relief, ("depth", "picture.least", "picture.detail"))
    asked = Asked(
        deep, least, detail, picture.full == "dark", picture.laid == "cover", item.raised,
        art.mirrored, art.upside_down,
    )  # fmt: skip
    light = greys(document.logos[picture.digest])
    return heights_for(light, asked, item.artwork, item.placed, item.chart)


def _about_ink(chart: Chart, placed: Placed) -> Chart:
    """A chart read about its artwork; one that was made for it is so already."""
    if isinstance(chart, UnevenChart) or not isinstance(chart, FaceChart):
        return chart
    return read_right(placed, chart)


def _depths(art: ArtSpec) -> dict[int, float]:
    """Depths of letters that have their own, or stand in words that do, by the character's index,
    mm."""
    drawn = art.artwork.given
    if not isinstance(drawn, Text):
        return {}
    of = art.artwork
    found: dict[int, float] = {}
    for k, style in enumerate(drawn.styles):
        if style.own_depth:
            found |= dict.fromkeys(range(style.start, style.end), of(f"styles.{k}.depth"))
    found |= {x.index: of(f"letters.{k}.depth") for k, x in enumerate(drawn.letters) if x.own_depth}
    return {letter: depth * art.growth for letter, depth in found.items()}


def _other(
    document: Document, resolved: Resolved, faces: Faces, index: int, asked: tuple[int, ...]
) -> Other:
    """The stamp that stamp `index` is measured from, where it lies."""
    stamps = document.job.stamps
    setting = stamps[index].setting
    name = setting.from_stamp
    at = next((i for i, stamp in enumerate(stamps) if stamp.name == name), None)
    if at is None:
        raise PlaceError(f"the stamp “{name}” that it is measured from is not there any more")
    if stamps[at].setting.face != setting.face:
        raise PlaceError(f"“{name}”, which it is measured from, lies on another face")
    if at in (*asked, index):
        raise PlaceError(f"it is measured from “{name}”, and that from it: this goes in a circle")
    if resolved.error_under("stamps", at) is not None:
        raise PlaceError(f"“{name}”, which it is measured from, has a field to fix")
    placed = _plan(document, resolved, faces, at, (*asked, index)).placed
    if not placed.regions:
        raise PlaceError(f"“{name}”, which it is measured from, has no ink")
    low_x, low_y, high_x, high_y = map(float, placed.bounds)
    return Other((low_x, low_y, high_x, high_y), placed.origin)
