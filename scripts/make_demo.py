"""Build the demo jobs in `demo/`: parts of a made-up lantern by Pellwick Lantern Works."""

from __future__ import annotations

from pathlib import Path

from tinstamp.artwork import fonts
from tinstamp.job.archive import ENDING, Document, save_file
from tinstamp.job.model import (
    FontRef,
    Relief,
    Setting,
    Stamp,
    Text,
)
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


def main() -> None:
    """Write every demo."""
    DEMO.mkdir(exist_ok=True)
    for name, document in {"tank": tank()}.items():
        path = DEMO / f"{name}{ENDING}"
        path.unlink(missing_ok=True)
        save_file(document, path)
        print(path.name)


if __name__ == "__main__":
    main()
