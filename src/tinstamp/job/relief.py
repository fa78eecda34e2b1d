"""What a stamp becomes in the solid, in the job."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from tinstamp.job.drawn import Knots, knot
from tinstamp.job.face_name import Role
from tinstamp.job.field import Shown
from tinstamp.job.height_picture import HeightPicture
from tinstamp.job.own_bridge import SIDES, OwnBridge
from tinstamp.job.relief_kinds import FROM_MOULD, KINDS
from tinstamp.job.relief_when import (
    ANGULAR,
    APART,
    CARRIED,
    EDGES,
    ENDS,
    INLAY,
    INVERTED,
    LEVEL,
    LONGEST_FACE,
    LOOSE,
    MOULD,
    MOULDED,
    NO_DRAFT,
    NO_PINS,
    NOT_UPRIGHT,
    STENCIL,
    TURNED_ROUND,
    angled,
    cap_softened,
    deep,
    dovetailed,
    drafted,
    face_softened,
    following,
    greyed,
    lined,
    pinned,
    pointed,
    pulled,
    rising,
    rounded,
    walled,
)
from tinstamp.job.values import (
    Angle,
    Bend,
    Draft,
    Flank,
    Lean,
    Length,
    Number,
    Size,
    Thickness,
    Value,
    Vee,
)

UP_AND_OVER = (knot("a", 0, 0), knot("b", 0, 4, "arc", -1.1716), knot("c", 4, 8))


class Relief(Value):
    """What becomes solid.

    Attributes
    ----------
    make : see `KINDS`.
    section, vee, tip, ball : of lines, that of a tool with a shaped end, and its figures; or of all
        ink, carved to its middle.
    walls : along the normal of the face everywhere, or all along one direction: that of the
        projection, the normal at the artwork's place, or the `pull` of a mould.
    caps : follow the face at the depth, lie in a plane, or follow the face `level_with`, `beyond`
        it, or the greys of a `picture`.
    field, margin, corner : what a field is like. letters : where those that stand in it end.
    stands, leans, bends, leans_to : whether letters stand upright, or by how many degrees they lean
        or bend over, to which side.
    draft : degrees by which the walls lean. outline : where the artwork is as drawn then.
    cap_edge, face_edge : how the walls' edges are softened.
    rises, rises_up : degrees by which a cap rises along the artwork and up it.
    bodies : one of all pieces, or one a letter.
    clearance, floor, proud : of an inlay's piece in its pocket. gap, pins : of loose letters.
    bridge : the width of what holds the middles of a stencil's letters. own_bridges : of single
        middles.
    shown_by : "mould" where the part is the mould of what shows the artwork.
    """

    make: Annotated[
        Literal["engrave", "emboss", "field", "panel", "inlay", "loose", "stencil", "mark"],
        Shown(
            "Make",
            "What becomes of the artwork",
            words={name: kind.word for name, kind in KINDS.items()},
            control="sections",
        ),
    ] = "engrave"
    field: Annotated[
        Literal["rectangle", "contour", "edges"],
        Shown(
            "Its shape",
            "A rectangle about the artwork, a line round it, or all of the face as far as a margin "
            "from its edges, all the way round on a face that closes",
            words={
                "rectangle": "Rectangle",
                "contour": "Round the ink",
                "edges": "As far as the edges",
            },
            control="list",
            when=INVERTED,
        ),
    ] = "rectangle"
    margin: Annotated[
        Size,
        Shown(
            "Margin",
            "From the ink to the edge of the field, or from that to the edges of the face",
            when=INVERTED,
        ),
    ] = "2 mm"
    corner: Annotated[
        Thickness, Shown("Corners", "Of the field", when={**INVERTED, "field": ANGULAR})
    ] = "1 mm"
    letters: Annotated[
        Length,
        Shown(
            "Letters end",
            "0 is level with the face, more stands out of it, less lies below it",
            step=0.1,
            when=INVERTED,
        ),
    ] = "0 mm"
    depth: Annotated[
        Size,
        Shown(
            "Depth",
            "Into the face or out of it; of loose letters, how thick they are",
            step=0.1,
            when=deep,
        ),
    ] = "0.4 mm"
    clearance: Annotated[
        Thickness,
        Shown(
            "Clearance",
            "Between the walls of the pocket and those of the piece",
            step=0.05,
            when=INLAY,
        ),
    ] = "0.1 mm"
    floor: Annotated[
        Thickness,
        Shown(
            "Under it",
            "Between the floor of the pocket and the piece, for glue",
            step=0.05,
            when=INLAY,
        ),
    ] = "0.05 mm"
    proud: Annotated[
        Length,
        Shown(
            "Proud",
            "How far the piece stands out of the face; less than 0 lies below it",
            step=0.1,
            when=INLAY,
        ),
    ] = "0 mm"
    bodies: Annotated[
        Literal["one", "each"],
        Shown(
            "Bodies",
            "All letters as one body, or each a body with a name of its own in every file",
            words={"one": "All as one", "each": "One a letter"},
            when=APART,
        ),
    ] = "one"
    gap: Annotated[Thickness, Shown("Glue gap", "Under the letters", step=0.05, when=LOOSE)] = (
        "0 mm"
    )
    pins: Annotated[
        Thickness,
        Shown(
            "Pins",
            "Diameter of two pins under each letter, with holes for them in the part; 0 for none",
            step=0.1,
            when=LOOSE,
        ),
    ] = NO_PINS
    pin_length: Annotated[Size, Shown("Pins reach", "Into the part", step=0.5, when=pinned)] = (
        "2 mm"
    )
    pin_clearance: Annotated[
        Thickness,
        Shown(
            "Clearance", "Between a pin and its hole, all round and below", step=0.05, when=pinned
        ),
    ] = "0.1 mm"
    bridge: Annotated[
        Size,
        Shown("Bridges", "How wide what holds the middles of letters is", step=0.1, when=STENCIL),
    ] = "1 mm"
    bridge_turn: Annotated[
        Angle, Shown("Bridges run", "90° runs upright", step=15.0, when=STENCIL)
    ] = "90 deg"
    bridge_shift: Annotated[
        Length, Shown("Off the middle", "Moves the bridges sideways", step=0.2, when=STENCIL)
    ] = "0 mm"
    bridge_sides: Annotated[
        Literal["both", "one"],
        Shown("On", words=SIDES, when=STENCIL),
    ] = "both"
    own_bridges: Annotated[
        tuple[OwnBridge, ...],
        Shown("One middle", "Bridges of its own", control="middles", when=STENCIL),
    ] = Field(default=(), max_length=200)
    stands: Annotated[
        Literal["upright", "leaning", "bent", "path"],
        Shown(
            "Letters stand",
            "Straight up from the face, leaning all the way, bending over as if on a hinge, or "
            "along a drawn path",
            words={
                "upright": "Upright",
                "leaning": "Leaning",
                "bent": "Bent over",
                "path": "Along a path",
            },
            control="list",
            when=CARRIED,
            group=ENDS,
        ),
    ] = "upright"
    leans: Annotated[
        Lean,
        Shown(
            "Lean",
            "Off the upright; the depth stays the height over the face",
            when={**CARRIED, "stands": ("leaning",)},
            group=ENDS,
        ),
    ] = "30 deg"
    bends: Annotated[
        Bend,
        Shown(
            "Bend",
            "How far the letters turn over; the depth is how far their nearest ink goes",
            when={**CARRIED, "stands": ("bent",)},
            group=ENDS,
        ),
    ] = "60 deg"
    path: Annotated[
        Knots,
        Shown(
            "Path",
            "Of lines and arcs, in side view: x is ahead, y is off the face",
            when={**CARRIED, "stands": ("path",)},
            group=ENDS,
        ),
    ] = UP_AND_OVER
    leans_to: Annotated[
        Literal["foot", "top", "start", "end"],
        Shown(
            "Towards",
            "The side of the letters that they go to",
            words={
                "foot": "their foot",
                "top": "their top",
                "start": "the start of the text",
                "end": "its end",
            },
            when=NOT_UPRIGHT,
            group=ENDS,
        ),
    ] = "foot"
    section: Annotated[
        Literal["square", "carved", "vee", "ball", "dovetail"],
        Shown(
            "Cross-section",
            "Carved: walls lean in from all sides until they meet in the middle of each stroke, or "
            "end at the depth. Of lines (single-stroke text, outlines of shapes, bands, open lines "
            "of a drawing) a V or a round one is a groove as such a tool cuts it, or a bead; lines "
            "are as wide as it is at that depth. A dovetail is wider at its floor than at the "
            "face, and holds what is cast or pushed into it",
            words={
                "square": "Walls and cap",
                "carved": "Carved to the middle",
                "vee": "V along lines",
                "ball": "Round along lines",
                "dovetail": "Dovetail along lines",
            },
            control="list",
            when=lined,
            group=ENDS,
        ),
    ] = "square"
    vee: Annotated[
        Vee,
        Shown("V angle", "Between its two sides", step=5.0, when=angled, group=ENDS),
    ] = "60 deg"
    tip: Annotated[
        Thickness,
        Shown("Tip", "How wide its floor is", step=0.05, when=pointed, group=ENDS),
    ] = "0.1 mm"
    neck: Annotated[
        Size,
        Shown("Neck", "How wide it is at the face", step=0.1, when=dovetailed, group=ENDS),
    ] = "0.6 mm"
    flank: Annotated[
        Flank,
        Shown("Flank", "How far its sides lean outwards", step=5.0, when=dovetailed, group=ENDS),
    ] = "15 deg"
    ball: Annotated[
        Size,
        Shown("Ball", "Diameter of the round end", step=0.1, when=rounded, group=ENDS),
    ] = "1 mm"
    walls: Annotated[
        Literal["normal", "cast", "pull"],
        Shown(
            "Walls",
            "Square to the face everywhere; all parallel, as the projection or the face in the "
            "middle of the artwork has it; or along the way that a mould is pulled off",
            words={"normal": "Square", "cast": "Parallel", "pull": "Along a pull"},
            control="list",
            when=walled,
            group=ENDS,
        ),
    ] = "normal"
    pull: Annotated[
        Literal["front", "back", "left", "right", "above", "below"],
        Shown(
            "Pulled off",
            "The side of the part to which the mould comes off",
            words={
                "front": "to the front",
                "back": "to the back",
                "left": "to the left",
                "right": "to the right",
                "above": "upwards",
                "below": "downwards",
            },
            control="list",
            when=pulled,
            group=ENDS,
        ),
    ] = "front"
    caps: Annotated[
        Literal["follow", "plane", "other", "picture"],
        Shown(
            "Caps",
            "Follow the face at the depth, lie in a plane, or follow another face of the part: "
            "level with it, or at a distance; or as deep as a picture is light or dark",
            words={
                "follow": "As the face",
                "plane": "Flat",
                "other": "As another face",
                "picture": "From a picture",
            },
            control="list",
            when=walled,
            group=ENDS,
        ),
    ] = "follow"
    level_with: Annotated[
        str,
        Shown("Level with", "The face that caps follow", control="other face", when=following,
              group=ENDS),
    ] = Field(default="", max_length=LONGEST_FACE)  # fmt: skip
    beyond: Annotated[
        Length,
        Shown(
            "Beyond it",
            "How far caps stand out of that face; less than 0 lies within it",
            step=0.1,
            when=following,
            group=ENDS,
        ),
    ] = "0 mm"
    picture: Annotated[
        HeightPicture, Shown("Picture", "Greys that caps follow", when=greyed, group=ENDS)
    ] = HeightPicture()
    rises: Annotated[
        Angle,
        Shown(
            "Rises",
            "How far the cap leans: towards the end of the text it stands higher",
            step=1.0,
            when=rising,
            group=ENDS,
        ),
    ] = LEVEL
    rises_up: Annotated[
        Angle,
        Shown(
            "Rises upwards",
            "The same from the foot of the letters to their top",
            step=1.0,
            when=rising,
            group=ENDS,
        ),
    ] = LEVEL
    draft: Annotated[
        Draft,
        Shown(
            "Draft",
            "How far the walls lean, so that the ink narrows away from the face; 0 for none",
            step=1.0,
            when=rising,
            group=ENDS,
        ),
    ] = NO_DRAFT
    outline: Annotated[
        Literal["face", "cap"],
        Shown(
            "Outline at",
            "Where the artwork has its own size when the walls have draft",
            words={"face": "the face", "cap": "cap or floor"},
            when=drafted,
            group=ENDS,
        ),
    ] = "face"
    cap_edge: Annotated[
        Literal["sharp", "chamfer", "round"],
        Shown(
            "Cap edge",
            "Where the walls meet the cap or the floor",
            words=EDGES,
            when=rising,
            group=ENDS,
        ),
    ] = "sharp"
    cap_edge_size: Annotated[
        Size,
        Shown(
            "Cap edge size",
            "Cut off, or the radius",
            step=0.05,
            when=cap_softened,
            group=ENDS,
        ),
    ] = "0.1 mm"
    face_edge: Annotated[
        Literal["sharp", "chamfer", "round"],
        Shown(
            "Face edge",
            "Where the walls meet the face",
            words=EDGES,
            when=rising,
            group=ENDS,
        ),
    ] = "sharp"
    face_edge_size: Annotated[
        Size,
        Shown(
            "Face edge size",
            "Cut off, or the radius",
            step=0.05,
            when=face_softened,
            group=ENDS,
        ),
    ] = "0.1 mm"
    shown_by: Annotated[
        Literal["part", "mould"],
        Shown(
            "This part is",
            "In a mould all is turned over: mirrored, sunk for raised, and larger by what the "
            "casting shrinks; artwork, depth and sizes are those of the casting",
            words={"part": "The part", "mould": "Its mould"},
            when=TURNED_ROUND,
            group=MOULDED,
        ),
    ] = "part"
    shrinkage: Annotated[
        Number,
        Shown(
            "Shrinkage", "Of the casting as it cools", unit="%", step=0.1, when=MOULD, group=MOULDED
        ),
    ] = "0"
    colour: Annotated[str, Shown("Cap colour", control="colour", built=False)] = Field(
        default="#C2452D", pattern=r"^#[0-9A-Fa-f]{6}$"
    )

    @property
    def plain_ends(self) -> bool:
        """Walls are square, and caps follow the face."""
        return self.walls == "normal" and self.caps == "follow"

    @property
    def coloured(self) -> tuple[Role, ...]:
        """Which of its faces have its colour: caps, and of carved ink the walls that meet."""
        return ("cap", "wall") if angled(self) and self.section == "carved" else ("cap",)

    @property
    def made(self) -> str:
        """The kind by what is done to this part: in a mould that is the other way round."""
        if self.shown_by == "mould" and self.make in TURNED_ROUND["make"]:
            return FROM_MOULD.get(self.make, self.make)
        return self.make
