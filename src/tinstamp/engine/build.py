"""The chain from a job to marked bodies: `result = build(document)`.

Each stage is a pure function of what its key names, so an edit runs only what depends
on it. A stamp that cannot be built becomes a finding; the rest is built without it.
"""

from __future__ import annotations

import logging
import time
from collections.abc import Callable, Hashable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import partial

from tinstamp.blank.kernel import Array
from tinstamp.blank.solid import Blank, NamedSolid
from tinstamp.chart.joint import Faces
from tinstamp.engine.blanks import FeatureError, Step, key_of, made, steps_of
from tinstamp.engine.cache import Cache
from tinstamp.engine.culprits import NO_WALL, culprits
from tinstamp.engine.last_plan import LastPlan
from tinstamp.engine.later import Later, told_now
from tinstamp.engine.layer import Layer, Put
from tinstamp.engine.marked import Marked
from tinstamp.engine.measuring import as_made, ink_box, long_way, wall_behind
from tinstamp.engine.nearest import findings_beside
from tinstamp.engine.putting import executed, imprinted_in, pieces_of
from tinstamp.engine.report import BodyReport, Report, StampReport
from tinstamp.engine.seams import seams_for
from tinstamp.engine.seen import findings_of_finished
from tinstamp.engine.sides import sides_told
from tinstamp.engine.stopped import Stopped
from tinstamp.engine.told import field_in_words, is_off, stamp_report, unsound
from tinstamp.engine.triangles import Mesh
from tinstamp.engine.upon import NotThere, body_under, faces_upon, with_caps
from tinstamp.guarded.beside import stop_all
from tinstamp.job.archive import Document
from tinstamp.job.face_name import StampFace, stamp_face
from tinstamp.job.model import Job, Path
from tinstamp.job.nearest import nearest_faces
from tinstamp.job.resolve import Resolved, resolve
from tinstamp.output.step import NOT_WHOLE, sound_file
from tinstamp.plan.planned import PLAN_ERRORS, Planned
from tinstamp.proofing.accepted import stood_by
from tinstamp.proofing.check import Stage, Subject, checked, key_of_limits
from tinstamp.proofing.checks import LIMITS
from tinstamp.proofing.finding import Finding, sorted_findings
from tinstamp.relief.kinds import operations
from tinstamp.relief.operation import PART, Made, Operation
from tinstamp.relief.surfaces import OrderError, ReliefError
from tinstamp.setting.fit import Fit

LOG = logging.getLogger("tinstamp.build")
Progress = Callable[[str, float], None]
"""Called with what is being done and the part that is done, 0 to 1."""
Picture = Callable[[Mapping[str, Mesh], Blank], None]
"""Called with the bodies' triangles and the blank, for its charts."""

VOLUMES_AGREE = 1e-6
"""Largest relative difference between a body's volume and the sum of its stamps'."""


@dataclass
class Built:
    """A finished build with its bodies; `report` is what leaves the process."""

    job: Job
    report: Report
    bodies: dict[str, NamedSolid]
    blank: Blank | None
    planned: dict[str, Planned] = field(default_factory=dict)

    @property
    def solid(self) -> NamedSolid | None:
        """The part itself; None when there is none."""
        return self.bodies.get(PART)


def build(
    document: Document,
    cache: Cache | None = None,
    picture: Picture | None = None,
    progress: Progress = lambda what, part: None,
    stopped: Callable[[], None] = lambda: None,
) -> Built:
    """Build a job. Problems become findings; raises only what `stopped`, `progress` and
    `picture` do: Stopped, and ConnectionError when nobody listens.

    With `picture`, that is given the bodies' triangles before the last examination.
    """
    cache = Cache() if cache is None else cache
    cache.begin()
    work = _Run(document, cache, picture, progress, stopped)
    try:
        return work.run()
    except (Stopped, ConnectionError):
        stop_all()
        raise
    except Exception:  # the promise is kept here, whatever a library does
        LOG.exception("a build failed")
        return work.failed()


class _Run:
    def __init__(
        self,
        document: Document,
        cache: Cache,
        picture: Picture | None,
        progress: Progress,
        stopped: Callable[[], None],
    ) -> None:
        self.document = document
        self.job = document.job
        self.cache = cache
        self.picture = picture
        self.progress = progress
        self.stopped = stopped
        self.findings: list[Finding | Later] = []
        self.blank_errors: dict[str, str] = {}
        self.resolved = Resolved()
        self.under: dict[int, Hashable] = {}
        self.start = time.perf_counter()
        self._names = [stamp.name for stamp in document.job.stamps]

    def run(self) -> Built:
        self.resolved = resolve(self.job, LIMITS)
        self._field_errors()
        steps = steps_of(self.job, self.resolved)
        if steps is None:
            return self._nothing()
        self.progress("blank", 0.05)
        self.plain_key = key_of(steps, {})
        try:
            plain, left_out = self._blank(steps, {})
            for error in left_out:
                self._feature_not_made(error, "; the part is made without it")
            ready = self._ready()
            upon = [i for i in ready if self._upon(i) is not None]
            on_blank = [i for i in ready if i not in upon]
            planned = [found for i in on_blank if (found := self._plan(i, plain)) is not None]
            seams = seams_for(planned, plain.charts)
            blank, _ = self._blank(steps, seams)
        except FeatureError as error:
            self._feature_not_made(error, "")
            return self._nothing()
        todo: list[int | Planned] = [*upon, *(item.on(blank.charts) for item in planned)]
        todo.sort(key=lambda x: x if isinstance(x, int) else x.index)
        kept = list(self.findings)
        marked = self._marked(blank, todo, direct=True)
        bodies = self._examined(marked, blank)
        if marked.direct and not all(body.valid for body in bodies):
            # an imprint passed its own checks, but not the last one: take the long way
            self.findings = kept
            marked = self._marked(blank, todo, direct=False)
            bodies = self._examined(marked, blank)
        work = partial(findings_of_finished, marked, self.resolved, self.job.pull, self.cache)
        self.findings.append(Later("", work))
        blank = with_caps(blank, marked.caps, self.cache)
        parts = marked.bodies(self.cache)
        sides = sides_told(parts.values(), marked.items, self.cache, self._flat_key)
        report = replace(self._report(bodies, tuple(marked.reports), blank), sides=sides)
        return Built(self.job, report, parts, blank, {item.name: item for item in marked.items})

    def failed(self) -> Built:
        """What a build that broke off tells."""
        told = "the build failed in a way that was not foreseen: undo the last step; see the log"
        self.findings.append(Finding("fix", "not built", "", told))
        return self._nothing()

    def _nothing(self) -> Built:
        return Built(self.job, self._report((), (), None), {}, None)

    # -- before the kernel

    def _field_errors(self) -> None:
        for key, message in self.resolved.errors.items():
            path: Path = tuple(int(s) if s.isdigit() else s for s in key.split("."))
            if is_off(self.job, path):
                continue
            stamp, words = field_in_words(self.job, path)
            told = f"{words}: {message}"
            self.findings.append(Finding("fix", "wrong field", stamp, told, path=path))

    def _feature_not_made(self, error: FeatureError, besides: str) -> None:
        self.blank_errors[error.path] = str(error)
        told = f"{error.name}: {error}{besides}"
        path: Path = ("blank", "features", error.index)
        self.findings.append(Finding("fix", "feature not made", "", told, path=path))

    def _blank(
        self, steps: Sequence[Step], seams: dict[str, float]
    ) -> tuple[Blank, tuple[FeatureError, ...]]:
        return made(steps, seams, self.document.parts, self.cache, self.stopped)

    def _ready(self) -> list[int]:
        return [i for i, stamp in enumerate(self.job.stamps)
                if stamp.on and self.resolved.error_under("stamps", i) is None]  # fmt: skip

    def _plan(self, index: int, blank: Blank) -> Planned | None:
        stamp = self.job.stamps[index]
        face = stamp.setting.face
        try:
            known = face in blank.charts
        except Exception:  # the face is laid out only now
            self._unforeseen(index, "laying out its face")
            return None
        if not known:
            if face in blank.solid.names:
                told = f"“{face}” is {blank.kinds[face]}: it cannot be laid out flat exactly"
            else:
                others = nearest_faces(face, Faces.of(blank.charts).names)
                near = " or ".join(f"“{name}”" for name in others)
                told = f"the face “{face}” is not there any more; nearest to it: {near}"
            self._not_built(index, told)
            return None
        try:
            last = self.cache.get("plan", (self.plain_key, stamp.name), LastPlan)
            item = last.plan(self.document, self.resolved, blank.charts, index)
            self.findings += self._checked("artwork", Subject(item))
            if not item.artwork.regions:
                told = "there is no ink to make"
                self._tell(index, "look", "nothing to make", told)
                return None
            self.findings += self._checked("placed", Subject(item))
        except PLAN_ERRORS as error:
            self._not_built(index, str(error))
            return None
        except Stopped:
            raise
        except Exception:
            self._unforeseen(index, "laying it out")
            return None
        return item

    def _upon(self, index: int) -> StampFace | None:
        """The face of another stamp that one lies on."""
        return stamp_face(self.job.stamps[index].setting.face, self._names)

    def _plan_upon(
        self, marked: Marked, blank: Blank, index: int, made: Sequence[int]
    ) -> Planned | None:
        """The plan of a stamp that lies on a face of another, which must be made by now."""
        face = self._upon(index)
        assert face is not None
        owner = self._names.index(face.stamp)
        try:
            layer = body_under(marked.layers[PART], self.job, index, owner, made, self.cache)
            under = next(item for item in marked.items if item.index == owner)
            layer, laid = faces_upon(layer, face, under, self.cache)
        except NotThere as error:
            self._not_built(index, str(error))
            return None
        marked.layers[PART] = layer
        marked.caps = marked.caps.and_then(laid)
        self.under[index] = (layer.key, face)
        return self._plan(index, with_caps(replace(blank, solid=layer.base), laid))

    def _tell(self, index: int, level: str, check: str, told: str) -> None:
        name, path = self.job.stamps[index].name, ("stamps", index)
        self.findings.append(Finding(level, check, name, told, path=path))  # type: ignore[arg-type]

    def _not_built(self, index: int, reason: str) -> None:
        self._tell(index, "fix", "not built", reason)

    def _unforeseen(self, index: int, what: str) -> None:
        """Any library's error is a finding of its stamp; the rest is built."""
        LOG.exception("%s failed for the stamp %s", what, self.job.stamps[index].name)
        self._not_built(
            index,
            f"{what} failed in a way that was not foreseen: move it a little, or change its "
            "artwork; the log tells more",
        )

    # -- with the kernel

    def _examined(self, marked: Marked, blank: Blank) -> tuple[BodyReport, ...]:
        """Show the bodies, then examine each whole: closed, valid, and its volume the blank's
        with the sum of what the stamps added and took."""
        self.stopped()
        if self.picture is not None:
            self.progress("picture", 0.85)
            meshes = {name: layer.mesh(self.cache) for name, layer in marked.layers.items()}
            self.picture(meshes, with_caps(blank, marked.caps, self.cache))
        self.progress("last check", 0.95)
        self.stopped()
        plain = Layer(blank.solid).examined(self.cache)
        if not plain.sound:
            told = "the blank is not a sound solid before marking"
            self.findings.append(Finding("fix", "unsound blank", "", told, path=("blank",)))
        found = []
        for name, layer in marked.layers.items():
            verdict = layer.examined(self.cache)
            before = plain.volume if name == PART else 0.0
            expected = before + marked.changed.get(name, 0.0)
            agree = abs(verdict.volume - expected) <= VOLUMES_AGREE * expected
            if not (verdict.sound and agree):
                self.findings.append(unsound(name, verdict, expected))
            agree = agree and self._reads_back(layer.body(self.cache), marked)
            found.append(BodyReport(name, verdict.sound and agree, verdict.volume, before))
        return tuple(found)

    def _reads_back(self, body: NamedSolid, marked: Marked) -> bool:
        """True unless something was built by a general boolean, which may leave what is valid
        here and not in another program, and its file does not read back whole."""
        if not any(report.built_by == "boolean" for report in marked.reports):
            return True
        if self.cache.get("file", id(body.shape), lambda: (body, sound_file(body)))[1]:
            return True
        self.findings.append(Finding("fix", "file", "", NOT_WHOLE))
        return False

    def _marked(self, blank: Blank, todo: Sequence[int | Planned], direct: bool) -> Marked:
        """`todo` are stamps in their order; those that lie on others have no plan yet."""
        marked = Marked({PART: Layer(blank.solid)})
        earlier: list[Planned] = []
        for n, next_one in enumerate(todo):
            self.stopped()
            item = next_one
            if isinstance(item, int):
                found = self._plan_upon(marked, blank, item, [e.index for e in earlier])
                if found is None:
                    continue
                item = found
            marked.items.append(item)
            self.progress(f"stamp “{item.name}”", 0.1 + 0.8 * n / len(todo))
            before = [e for e in earlier if set(e.faces) & set(item.faces)]
            near = [e for e in before if self._near(e, item)]
            done = self._tried(marked, item, near, direct)
            marked.reports.append(stamp_report(item, done))
            for body, made_there in (done or {}).items():
                change = marked.changed.get(body, 0.0) + made_there.relief_volume
                marked.changed[body] = change
            if done:
                earlier.append(item)
        return marked

    def _near(self, one: Planned, other: Planned) -> bool:
        """False when the ink of two stamps is so far apart in space that it cannot meet."""
        a, b = self._ink_box(one), self._ink_box(other)
        return bool((a[0] <= b[1]).all() and (b[0] <= a[1]).all())

    def _ink_box(self, item: Planned) -> Array:
        return self.cache.get("ink box", self._flat_key(item), lambda: ink_box(item))

    def _tried(
        self, marked: Marked, item: Planned, near: list[Planned], direct: bool
    ) -> dict[str, Made] | None:
        """One stamp on the bodies so far, with its findings; None when it cannot be built."""
        told = len(self.findings)
        try:
            found = self._fit(item, near)
            subject = Subject(item, found)
            self.findings.append(Later(item.name, partial(self._checked, "fitted", subject, near)))
            return None if found.too_long > 0 else self._made(marked, subject, direct)
        except OrderError as error:
            self._not_built(item.index, str(error))
        except ReliefError as error:
            todo = operations(item, self._fit(item, near), NO_WALL)
            work = partial(self._pointed_out, item, todo, marked.layers[PART], str(error))
            self.findings.append(Later(item.name, work))
        except Stopped:
            raise
        except Exception:
            if direct:  # the general boolean is a second builder, with the same guard
                LOG.exception("the direct way failed for the stamp %s", item.name)
                del self.findings[told:]
                return self._tried(marked, item, near, False)
            self._unforeseen(item.index, "building it")
        return None

    def _pointed_out(
        self, item: Planned, todo: list[Operation], layer: Layer, reason: str
    ) -> tuple[Finding, ...]:
        """Why a stamp cannot be built, and which of its pieces it is."""
        work = partial(culprits, todo, layer.base, self.stopped)
        found = self.cache.get("culprits", (layer.key, item.key), work)
        told = reason + found.told(item.art.text)
        path = ("stamps", item.index)
        return (Finding("fix", "not built", item.name, told, where=found.places, path=path),)

    def _flat_key(self, item: Planned) -> Hashable:
        under = self.under.get(item.index, self.plain_key)
        return item.index, item.name, item.flat_key, item.ways, under

    def _fit(self, item: Planned, before: list[Planned]) -> Fit:
        key = (self._flat_key(item), tuple(self._flat_key(b) for b in before))
        return self.cache.get("fit", key, lambda: item.fit(before))

    def _checked(
        self, stage: Stage, subject: Subject, before: Sequence[Planned] = ()
    ) -> tuple[Finding, ...]:
        """Findings of a stage that need no kernel."""
        item = subject.planned
        others = tuple(self._flat_key(b) for b in before)
        limits = item.stamp.process, item.stamp.standards, key_of_limits(self.resolved)
        key = (self._flat_key(item), item.relief, others, item.prisms, limits)
        whole = replace(subject, near=tuple(before))
        return self.cache.get(stage, key, lambda: checked(stage, whole, self.resolved))

    def _made(self, marked: Marked, subject: Subject, direct: bool) -> dict[str, Made]:
        """What a stamp makes of each body. Raises ReliefError."""
        item, found = subject.planned, subject.fit
        assert found is not None
        wall = self._wall(marked.layers[PART], item)
        self.findings += checked("measured", replace(subject, wall=wall), self.resolved)
        todo = operations(item, found, wall)
        before = marked.layers[PART]
        apart = pieces_of(item, self._flat_key(item), before, self.cache, self.stopped)
        done = self._put(marked, item, todo) if direct else None
        if done is None:
            done = self._executed(marked, item, todo, direct)
        self._told_of_made(marked, subject, wall, todo, done, direct)
        marked.layers |= {body: Layer(made.solid) for body, made in apart.items()}
        return {**done, **apart}

    def _told_of_made(
        self,
        marked: Marked,
        subject: Subject,
        wall: tuple[float, float],
        todo: Sequence[Operation],
        done: Mapping[str, Made],
        direct: bool,
    ) -> None:
        """What is found on what a stamp made of the bodies that there were."""
        item = subject.planned
        for body, made_there in done.items():
            whole = as_made(subject, wall, made_there)
            self.findings += checked("made", whole, self.resolved)
            layer = marked.layers[body]
            work = partial(findings_beside, layer, whole, self.resolved, self.cache)
            self.findings.append(Later(item.name, work))
            if made_there.built_by == "boolean":
                deepest = max((op for op in todo if op.body == body), key=lambda op: op.depth)
                told = long_way(whole, made_there, deepest, direct)
                self.findings.append(replace(told, path=("stamps", item.index)))

    def _wall(self, layer: Layer, item: Planned) -> tuple[float, float]:
        """Least and greatest material behind a stamp, mm, on the body so far."""
        own = (layer.key, self._flat_key(item), item.prisms)
        behind = self.cache.get("wall", own, lambda: wall_behind(layer.base, item))
        if (met := layer.body_behind(behind, self.cache)) is not None:
            body, key = met
            behind = self.cache.get("wall", (own, key), lambda: wall_behind(body, item))
        return behind.wall

    def _put(
        self, marked: Marked, item: Planned, todo: Sequence[Operation]
    ) -> dict[str, Made] | None:
        """A stamp as imprints in the layers that there are; None when it is not for that."""
        done: dict[str, Made] = {}
        puts: list[tuple[Layer, Put]] = []
        for body in dict.fromkeys(op.body for op in todo):
            layer = marked.layers.get(body)
            if layer is None:
                return None
            own = [op for op in todo if op.body == body]
            key = (layer.key, item.key, tuple((op.closed_form, op.through) for op in own))
            work = partial(imprinted_in, layer, own, key, self.stopped)
            found = self.cache.get("imprint", key, work)
            if found is None:
                return None
            put, done[body] = found
            if layer.met_by(put, self.cache):
                return None
            puts.append((layer, put))
        for layer, put in puts:
            layer.puts.append(put)
        return done

    def _executed(
        self, marked: Marked, item: Planned, todo: Sequence[Operation], direct: bool
    ) -> dict[str, Made]:
        """One operation after the other on the bodies so far, which begins new layers. Raises
        ReliefError."""
        key = (marked.whole_key, item.key, direct)
        work = partial(executed, marked.bodies(self.cache), todo, direct, self.stopped)
        done = self.cache.get("relief", key, work)
        for body, made_there in done.items():
            marked.layers[body] = Layer(made_there.solid)
        return done

    def _report(
        self,
        bodies: tuple[BodyReport, ...],
        stamps: tuple[StampReport, ...],
        blank: Blank | None,
    ) -> Report:
        return Report(
            resolved=self.resolved,
            bodies=bodies,
            stamps=stamps,
            findings=sorted_findings(stood_by(told_now(self.findings), self.job.accepted)),
            charts=blank.charts if blank else {},
            kinds=blank.kinds if blank else {},
            blank_errors=self.blank_errors,
            seconds=time.perf_counter() - self.start,
        )
