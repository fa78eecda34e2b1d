"""Build the demo jobs in `demo/`: parts of a made-up lantern by Pellwick Lantern Works."""

from __future__ import annotations

import hashlib
from pathlib import Path

from tinstamp.artwork import fonts
from tinstamp.job.archive import ENDING, Document, save_file
from tinstamp.job.features import Hole, Plate
from tinstamp.job.model import (
    Blank,
    Border,
    FontRef,
    Guide,
    Job,
    Logo,
    Relief,
    Repeat,
    Serial,
    Setting,
    Shape,
    Sign,
    Stamp,
    Text,
)
from tinstamp.job.pattern import Pattern
from tinstamp.job.shelf import SHIPPED

DEMO = Path(__file__).resolve().parents[1] / "demo"


def font(family: str, style: str, held: dict[str, bytes]) -> FontRef:
    """A shipped font, its bytes put with the job's."""
    face = fonts.find(family, style)
    data = fonts.read(face.path, face.index)
    held[data.digest] = data.data
    return FontRef(family=family, style=style, digest=data.digest, index=face.index)


def tank() -> Document:
    """The fuel tank: a filling line engraved, a caution raised all the way round."""
    held: dict[str, bytes] = {}
    filling = Stamp(
        name="Filling line",
        artwork=Text(
            text="FILL TO THIS LINE", font=font("Barlow", "SemiBold", held), height="6 mm"
        ),
        setting=Setting(face="tank.outer", across="0 deg", up="tank.height - 20 mm"),
        relief=Relief(make="engrave", depth="wall / 4"),
    )
    caution = Stamp(
        name="Caution",
        artwork=Text(
            text="LAMP OIL ONLY · KEEP UPRIGHT · HOT WHEN LIT · PELLWICK WORKS ·",
            font=font("Oswald", "Medium", held),
            height="6 mm",
            spacing="0.8 mm",
        ),
        setting=Setting(face="tank.outer", across="0 deg", up="8 mm"),
        relief=Relief(make="emboss", depth="0.5 mm", colour="#2E5E6E"),
    )
    blank = SHIPPED["fuel tank"]
    return Document(blank.model_copy(update={"stamps": (filling, caution)}), held)


def collar() -> Document:
    """The chimney collar, a cone: maker and model name following the rim."""
    held: dict[str, bytes] = {}
    mark = Stamp(
        name="Model",
        artwork=Text(
            text="PELLWICK No. 7", font=font("Barlow", "SemiBold", held), height="6.5 mm",
            spacing="0.4 mm",
        ),
        setting=Setting(face="collar.outer", up="9 mm", guide=Guide(kind="level")),
        relief=Relief(depth="sheet_steel / 4"),
    )  # fmt: skip
    around = Stamp(
        name="Warning",
        artwork=Text(text="HOT WHEN LIT ·", font=font("Oswald", "Medium", held), height="3.2 mm"),
        setting=Setting(
            face="collar.outer", across="45 deg", up="30.5 mm", guide=Guide(kind="level"),
            repeat=Repeat(kind="round", count="4"),
        ),
        relief=Relief(make="emboss", depth="0.4 mm", colour="#2E5E6E"),
    )  # fmt: skip
    stamps = (mark, around)
    return Document(SHIPPED["chimney collar"].model_copy(update={"stamps": stamps}), held)


def knob() -> Document:
    """The wick knob: numerals 0 to 9 at even steps."""
    held: dict[str, bytes] = {}
    numerals = Stamp(
        name="Numerals",
        artwork=Text(text="0123456789", font=font("Barlow", "SemiBold", held), height="3.6 mm"),
        setting=Setting(face="knob.outer", up="3.5 mm", guide=Guide(kind="level", fill="space")),
        relief=Relief(depth="0.3 mm"),
    )
    return Document(SHIPPED["wick knob"].model_copy(update={"stamps": (numerals,)}), held)


def cap() -> Document:
    """The vent cap: text round the crown, the emblem at the top."""
    held: dict[str, bytes] = {}
    emblem = (DEMO / "emblem.svg").read_bytes()
    digest = hashlib.sha256(emblem).hexdigest()
    crown = Stamp(
        name="Crown",
        artwork=Text(
            text="PELLWICK LANTERN WORKS · LET IT COOL ·",
            font=font("Barlow", "SemiBold", held),
            height="4.6 mm",
        ),
        setting=Setting(face="cap.crown", up="13 mm", guide=Guide(kind="level", fill="space")),
        relief=Relief(make="engrave", depth="0.3 mm"),
    )
    top = Stamp(
        name="Emblem",
        artwork=Logo(file="emblem.svg", digest=digest, format="svg", given="width", size="7.8 mm"),
        setting=Setting(face="spigot.top", across="0 mm", up="0 mm", rests_on="middle"),
        relief=Relief(make="emboss", depth="0.3 mm", colour="#2E5E6E"),
    )
    blank = SHIPPED["vent cap"]
    document = blank.model_copy(update={"stamps": (crown, top)})
    return Document(document, held, {}, {digest: emblem})


def grip() -> Document:
    """The carry grip: the maker's mark on a freeform skin."""
    held: dict[str, bytes] = {}
    maker = Stamp(
        name="Maker",
        artwork=Text(text="PELLWICK", font=font("Zilla Slab", "Bold", held), height="7 mm"),
        setting=Setting(face="grip.top", across="0 mm", up="0 mm", rests_on="middle"),
        relief=Relief(make="emboss", depth="0.6 mm"),
    )
    return Document(SHIPPED["carry grip"].model_copy(update={"stamps": (maker,)}), held)


def base() -> Document:
    """The base: the emblem, text on arcs, and a serial line."""
    held: dict[str, bytes] = {}
    data = (DEMO / "emblem.svg").read_bytes()
    digest = hashlib.sha256(data).hexdigest()
    emblem = Stamp(
        name="Emblem",
        artwork=Logo(file="emblem.svg", digest=digest, format="svg", size="40 mm"),
        setting=Setting(face="base.top", across="0 mm", up="4 mm", rests_on="middle"),
        relief=Relief(make="emboss", depth="0.5 mm", colour="#2E5E6E"),
    )
    medium = font("Oswald", "Medium", held)
    maker = Stamp(
        name="Maker",
        artwork=Text(text="PELLWICK LANTERN WORKS", font=medium, height="6 mm", spacing="0.6 mm"),
        setting=Setting(
            face="base.top", across="0 mm", up="35 mm", guide=Guide(kind="arc", radius="35 mm")
        ),
        relief=Relief(depth="0.4 mm"),
    )
    serial = Stamp(
        name="Serial",
        artwork=Text(text="No. {serial}", font=medium, height="4.5 mm"),
        setting=Setting(face="base.top", across="0 mm", up="-29 mm"),
        border=Border(on=True, gap="2 mm", line="0.6 mm", corner="1.5 mm"),
        relief=Relief(depth="0.4 mm"),
    )
    job = SHIPPED["base disc"].model_copy(
        update={"stamps": (emblem, maker, serial), "serial": Serial(next=417, before="PL-")}
    )
    return Document(job, held, {}, {digest: data})


def plate() -> Document:
    """The name plate: letters left standing in a field as far as the screws and the rim, a groove
    along all edges."""
    held: dict[str, bytes] = {}
    body = Plate(name="plate", length="92 mm", width="34 mm", thickness="3 mm")
    holes = [
        Hole(name=f"screw{k}", face="plate.top", across=x, up="0 mm", diameter="3.2 mm")
        for k, x in enumerate(("-40 mm", "40 mm"), 1)
    ]
    maker = Stamp(
        name="Maker",
        artwork=Text(
            text="PELLWICK", font=font("Zilla Slab", "Bold", held), height="9 mm", spacing="0.4 mm"
        ),
        setting=Setting(face="plate.top", across="0 mm", up="0 mm", rests_on="middle"),
        relief=Relief(
            make="field",
            field="edges",
            margin="3 mm",
            corner="1 mm",
            depth="0.8 mm",
            letters="0.3 mm",
        ),
    )
    rim = Stamp(
        name="Rim",
        artwork=Shape(shape="band", away="1.1 mm", wide="0.8 mm", edges="all", corners="round"),
        setting=Setting(face="plate.top", across="0 mm", up="0 mm"),
        relief=Relief(depth="0.3 mm", section="ball", ball="0.9 mm", colour="#2E5E6E"),
    )
    blank = Blank(features=(body, *holes))
    return Document(Job(blank=blank, stamps=(maker, rim)), held)


def badge() -> Document:
    """The badge of the case: the emblem as an inlay, letters to glue on with pins, a stencil."""
    held: dict[str, bytes] = {}
    data = (DEMO / "emblem.svg").read_bytes()
    digest = hashlib.sha256(data).hexdigest()
    body = Plate(name="badge", length="86 mm", width="60 mm", thickness="4 mm")
    emblem = Stamp(
        name="Emblem",
        artwork=Logo(file="emblem.svg", digest=digest, format="svg", size="34 mm"),
        setting=Setting(face="badge.top", across="0 mm", up="9 mm", rests_on="middle"),
        relief=Relief(
            make="inlay",
            depth="1.2 mm",
            clearance="0.1 mm",
            floor="0.1 mm",
            proud="0.4 mm",
            colour="#2E5E6E",
        ),
    )
    name = Stamp(
        name="Name",
        artwork=Text(
            text="PELLWICK", font=font("Barlow", "SemiBold", held), height="7 mm", spacing="0.8 mm"
        ),
        setting=Setting(face="badge.top", across="0 mm", up="-19 mm"),
        relief=Relief(make="loose", depth="2 mm", pins="0.6 mm", pin_length="1.5 mm"),
    )
    size = Stamp(
        name="Size",
        artwork=Text(text="No. 8", font=font("Oswald", "Medium", held), height="4.5 mm"),
        setting=Setting(face="badge.top", across="0 mm", up="-27 mm"),
        relief=Relief(make="stencil", bridge="0.6 mm"),
    )
    job = Job(blank=Blank(features=(body,)), stamps=(emblem, name, size))
    return Document(job, held, {}, {digest: data})


def die() -> Document:
    """The die for the lid: raised letters with draft whose caps rise along them, and lines within
    the sign beside, all turned over as a mould has them."""
    held: dict[str, bytes] = {}
    body = Plate(name="die", length="80 mm", width="36 mm", thickness="8 mm")
    word = Stamp(
        name="Word",
        artwork=Text(text="LIFT", font=font("Barlow", "SemiBold", held), height="11 mm"),
        setting=Setting(face="die.top", across="8 mm", up="-5 mm"),
        relief=Relief(
            make="emboss",
            depth="1.2 mm",
            rises="1.5 deg",
            draft="5 deg",
            shown_by="mould",
            shrinkage="0.6",
        ),
    )
    arrow = Stamp(
        name="Arrow",
        artwork=Sign(sign="arrow", height="12 mm"),
        pattern=Pattern(kind="lines", pitch="1.2 mm", line="0.6 mm", turn="0 deg"),
        setting=Setting(face="die.top", across="-24 mm", up="0 mm", rests_on="middle"),
        relief=Relief(make="engrave", depth="0.4 mm", colour="#2E5E6E"),
    )
    return Document(Job(blank=Blank(features=(body,)), stamps=(word, arrow)), held)


def sign() -> Document:
    """The sign for the counter: a plate that lies flat, whose letters bend over so that they stand
    to be read, and are printed without supports; a line before them leans."""
    held: dict[str, bytes] = {}
    body = Plate(name="sign", length="120 mm", width="46 mm", thickness="3 mm")
    name = Stamp(
        name="Name",
        artwork=Text(
            text="LANTERNS", font=font("Barlow", "SemiBold", held), height="13 mm", spacing="1.6 mm"
        ),
        setting=Setting(face="sign.top", across="0 mm", up="2 mm"),
        relief=Relief(make="emboss", depth="9 mm", stands="bent", bends="50 deg", leans_to="foot"),
    )
    works = Stamp(
        name="Works",
        artwork=Text(
            text="PELLWICK WORKS", font=font("Oswald", "Medium", held), height="5 mm",
            spacing="1 mm",
        ),
        setting=Setting(face="sign.top", across="0 mm", up="-18 mm"),
        relief=Relief(
            make="emboss", depth="2.5 mm", stands="leaning", leans="30 deg", colour="#2E5E6E"
        ),
    )  # fmt: skip
    return Document(Job(blank=Blank(features=(body,)), stamps=(name, works)), held)


def main() -> None:
    """Write every demo."""
    DEMO.mkdir(exist_ok=True)
    jobs = {"tank": tank(), "collar": collar(), "knob": knob(), "base": base(),
            "cap": cap(), "grip": grip(), "plate": plate(), "badge": badge(),
            "die": die(), "sign": sign()}  # fmt: skip
    for name, document in jobs.items():
        path = DEMO / f"{name}{ENDING}"
        path.unlink(missing_ok=True)
        save_file(document, path)
        print(path.name)


if __name__ == "__main__":
    main()
