"""A body that came from a STEP file, with the faces found in it."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from tinstamp.job.feature import ANGLES, Body, Measures, Values
from tinstamp.job.field import Shown
from tinstamp.job.form import Kept
from tinstamp.job.values import Factor, Value

Three = tuple[float, float, float]


class FoundFace(Value):
    """A face as it was found: its name, and what it is known again by.

    Attributes
    ----------
    kind : flat, cylinder, cone, ball, torus, turned or freeform.
    centre : middle of the area, mm. look : outward normal there. area : mm².
    measures : for formulas, mm or degrees.
    """

    name: str = Field(max_length=60)
    kind: str = Field(max_length=40)
    centre: Three
    look: Three
    area: float
    measures: dict[str, float] = Field(default_factory=dict, max_length=20)


class Imported(Body):
    """One solid of a STEP file; the file is kept within the job.

    Attributes
    ----------
    file : its name, to tell it by. digest : of its bytes.
    which : the solid's place in the file. of : how many there are.
    faces : in the order of the solid.
    notes : what was mended or could not be, when it was read.
    """

    kind: Literal["imported"] = "imported"
    name: str = "part"
    file: Annotated[str, Shown("File", control="none")] = Field(default="", max_length=200)
    digest: Annotated[str, Shown("Digest", control="none")] = Field(
        default="", pattern=r"^([0-9a-f]{64})?$"
    )
    which: Annotated[int, Shown("Which", control="none")] = Field(default=0, ge=0, le=9999)
    of: Annotated[int, Shown("Of", control="none")] = Field(default=1, ge=1, le=10000)
    scale: Annotated[Factor, Shown("Scale", "1 keeps the size of the file")] = "1"
    faces: Annotated[
        tuple[FoundFace, ...], Field(max_length=60000), Shown("Faces", control="none")
    ] = ()
    notes: Annotated[
        tuple[str, ...], Field(max_length=50), Shown("Notes", control="none", built=False)
    ] = ()

    def problems(self, values: Values) -> dict[str, str]:
        if not self.digest:
            return {"scale": "no file has been taken in yet: choose one"}
        return {}

    def form(self, values: Values) -> Kept:
        return Kept(self.digest, self.which, values["scale"], tuple(f.name for f in self.faces))

    def measures(self, values: Values) -> Measures:
        scale = values["scale"]
        return {
            face.name: {
                name: value if name in ANGLES else value * scale
                for name, value in face.measures.items()
            }
            for face in self.faces
        }

    def sizes(self, values: Values) -> str:
        told = f"{self.file}, {len(self.faces)} faces"
        return told if self.of == 1 else f"{told}, solid {self.which + 1} of {self.of}"
