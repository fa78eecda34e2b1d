"""What the desk and the engine's process say to one another. Plain values."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from tinstamp.chart.base import FaceChart
from tinstamp.chart.joint import Joint
from tinstamp.engine.questions import Answer, Question
from tinstamp.engine.report import Report
from tinstamp.engine.triangles import Mesh
from tinstamp.job.archive import Document
from tinstamp.job.imported import FoundFace
from tinstamp.output.outputs import Options


@dataclass(frozen=True)
class Keep:
    """The bytes of a font, logo or imported part, by their digest: jobs that come name them."""

    digest: str
    data: bytes


@dataclass(frozen=True)
class Build:
    """Build this job; supersedes any job under way. Its document bears digests alone."""

    number: int
    document: Document


@dataclass(frozen=True)
class Write:
    """Build the job if need be and write files."""

    number: int
    document: Document
    folder: str
    name: str
    endings: tuple[str, ...]
    options: Options


@dataclass(frozen=True)
class Import:
    """Read a STEP file; `known` are the faces of the file that it replaces."""

    number: int
    name: str
    data: bytes
    known: tuple[FoundFace, ...]


@dataclass(frozen=True)
class GiveUp:
    """Give up reading the file of that request."""

    number: int


@dataclass(frozen=True)
class Pick:
    """A place on the part: the face's name, a point on it (mm), and how near an edge must
    be to be meant (mm)."""

    face: str
    point: tuple[float, float, float]
    near: float


@dataclass(frozen=True)
class Probe:
    """Measure what was picked on the part last built: one place, or two."""

    number: int
    picks: tuple[Pick, ...]


@dataclass(frozen=True)
class Ask:
    """A question to the build of this job, which is built if need be."""

    number: int
    document: Document
    question: Question


@dataclass(frozen=True)
class Want:
    """Lay out a face of the part last built, whose chart is awaited."""

    face: str


@dataclass(frozen=True)
class Stop:
    """Give up what is under way."""


@dataclass(frozen=True)
class Ready:
    """The process has started and loaded its kernel."""


@dataclass(frozen=True)
class Progress:
    """How far a build has come: what is done now, and the part done, 0 to 1."""

    number: int
    what: str
    part: float


@dataclass(frozen=True)
class Picture:
    """The triangles of the part's bodies, by name, before they are examined whole; its charts, or
    None where they are those that this process told last."""

    number: int
    meshes: Mapping[str, Mesh]
    charts: Mapping[str, FaceChart] | None
    kinds: Mapping[str, str]


@dataclass(frozen=True)
class Laid:
    """Charts of faces that were awaited after a build, and the joints known by now; `asked` was
    wanted, and is not among them when it cannot be laid out. The desk's end adds all charts as they
    were before, and with these."""

    number: int
    charts: Mapping[str, FaceChart]
    awaited: frozenset[str]
    joints: tuple[Joint, ...]
    asked: str = ""
    before: Mapping[str, FaceChart] = field(default_factory=dict)
    after: Mapping[str, FaceChart] = field(default_factory=dict)


@dataclass(frozen=True)
class Done:
    """A build is finished; its report, without charts where they are those told last."""

    number: int
    report: Report


@dataclass(frozen=True)
class Wrote:
    """Files are written."""

    number: int
    paths: tuple[str, ...]


@dataclass(frozen=True)
class FoundSolid:
    """A solid of a file: its faces, its size along x, y and z in mm, and what was mended."""

    faces: tuple[FoundFace, ...]
    size: tuple[float, float, float]
    notes: tuple[str, ...]


@dataclass(frozen=True)
class Glimpse:
    """What a STEP file looks like, before its faces have names."""

    number: int
    mesh: Mesh


@dataclass(frozen=True)
class Imported:
    """What a STEP file holds."""

    number: int
    name: str
    data: bytes
    solids: tuple[FoundSolid, ...]


@dataclass(frozen=True)
class Reading:
    """One measure: what it is, its value, and its unit (mm, mm², °, or nothing)."""

    what: str
    value: float
    unit: str


@dataclass(frozen=True)
class Probed:
    """What was measured: a title, the readings, and lines to show it by, (n, 3) mm each."""

    number: int
    title: str
    readings: tuple[Reading, ...]
    lines: tuple[tuple[tuple[float, float, float], ...], ...]


@dataclass(frozen=True)
class Answered:
    """The answer to a question about that very job."""

    number: int
    question: Question
    answer: Answer


@dataclass(frozen=True)
class Stopped:
    """A build was given up."""

    number: int


@dataclass(frozen=True)
class Failed:
    """A request failed; the message is for the designer."""

    number: int
    message: str


@dataclass(frozen=True)
class Died:
    """The process ended by itself; `again` when the job was given to a new one."""

    number: int
    again: bool


Request = Keep | Build | Write | Import | GiveUp | Probe | Ask | Want | Stop
Event = (
    Ready
    | Progress
    | Picture
    | Done
    | Laid
    | Wrote
    | Glimpse
    | Imported
    | Probed
    | Answered
    | Stopped
    | Failed
    | Died
)
