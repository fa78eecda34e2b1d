"""The chain from a job to a marked solid: `result = build(document)`.

Each stage is a pure function of what its key names, so an edit runs only what depends
on it. A stamp that cannot be built becomes a finding; the rest is built without it.
"""

from __future__ import annotations

import logging
import time
from collections.abc import Callable, Hashable, Mapping, Sequence
from dataclasses import dataclass, field, replace

from tinstamp.artwork.fonts import FontError
from tinstamp.artwork.painted import LogoError
from tinstamp.blank.solid import Blank, NamedSolid
from tinstamp.chart.base import Chart
from tinstamp.chart.joint import Faces
from tinstamp.chart.round import RoundChart
from tinstamp.chart.run import RunChart
from tinstamp.engine.blanks import FeatureError, Step, key_of, made, steps_of
from tinstamp.engine.cache import Cache
from tinstamp.engine.flat import art_spec, draw, lay_spec, letter_depths, place_flat
from tinstamp.engine.laid_stamp import Laid, long_way, prisms, runs_over, thickness, towards
from tinstamp.engine.mesh import mesh_of
from tinstamp.engine.report import Report, StampReport
from tinstamp.engine.sheets import sheet_of
from tinstamp.engine.triangles import Mesh
from tinstamp.job.archive import Document
from tinstamp.job.formula import FormulaError
from tinstamp.job.labels import label_of
from tinstamp.job.model import Job, Stamp, Text
from tinstamp.job.nearest import nearest_faces
from tinstamp.job.resolve import Resolved, resolve
from tinstamp.proof import checks
from tinstamp.proof.finding import Finding, sorted_findings
from tinstamp.relief.heads import Walls
from tinstamp.relief.make import Made, Order, make
from tinstamp.relief.surfaces import ReliefError
from tinstamp.relief.verify import Verdict, examine
from tinstamp.setting.fit import Fit, fit
from tinstamp.setting.place import PlaceError, clear_seam, degrees_covered, relaid

LOG = logging.getLogger("tinstamp.build")
Progress = Callable[[str, float], None]
"""Called with what is being done and the part that is done, 0 to 1."""


Picture = Callable[[Mesh, Blank], None]
"""Called with the part's triangles and the blank, for its charts."""

WHOLE = 1e-6
"""Largest relative difference between the part's volume and the sum of its stamps'."""


class Stopped(Exception):
    """The build was asked to stop."""


@dataclass
class Built:
    """A finished build with its kernel solid; `report` is what leaves the process."""

    job: Job
    report: Report
    solid: NamedSolid | None
    blank: Blank | None
    laid: dict[str, Laid] = field(default_factory=dict)


def build(
    document: Document,
    cache: Cache | None = None,
    picture: Picture | None = None,
    progress: Progress = lambda what, part: None,
    stopped: Callable[[], None] = lambda: None,
) -> Built:
    """Build a job. Problems become findings; raises only what `stopped`, `progress` and
    `picture` do: Stopped, and ConnectionError when nobody listens.

    With `picture`, that is given the part's triangles before the last examination.
    """
    work = _Run(document, cache or Cache(), picture, progress, stopped)
    try:
        return work.run()
    except (Stopped, ConnectionError):
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
        self.findings: list[Finding] = []
        self.blank_errors: dict[str, str] = {}
        self.resolved = Resolved()
        self.start = time.perf_counter()

    def run(self) -> Built:
        self.resolved = resolve(self.job)
        self._field_errors()
        steps = steps_of(self.job, self.resolved)
        if steps is None:
            return Built(self.job, self._report(None, None, (), None), None, None)
        self.progress("blank", 0.05)
        self.plain_key = key_of(steps, {})
        try:
            plain = self._blank(steps, {})
            laid = [found for i in self._ready() if (found := self._lay(i, plain)) is not None]
            seams = self._seams(laid, plain.charts)
            blank = self._blank(steps, seams)
        except FeatureError as error:
            self.blank_errors[error.path] = str(error)
            told = f"{error.name}: {error}"
            self.findings.append(Finding("fix", "feature not made", "", told))
            return Built(self.job, self._report(None, None, (), None), None, None)
        blank_key = key_of(steps, seams)
        whole = self.cache.get("examine", blank_key, lambda: examine(blank.solid))
        if not whole.sound:
            self.findings.append(
                Finding("fix", "unsound blank", "", "the blank is not a sound solid before marking")
            )
        laid = [self._on(item, blank.charts) for item in laid]
        kept = list(self.findings)
        solid, reports = self._marked(blank, blank_key, laid, direct=True)
        verdict = self._examined(solid, blank, whole, reports)
        if not verdict.sound and any(r.built_by == "imprint" for r in reports):
            # an imprint passed its own checks, but not the last one: take the long way
            self.findings = kept
            solid, reports = self._marked(blank, blank_key, laid, direct=False)
            verdict = self._examined(solid, blank, whole, reports)
        report = self._report(verdict, whole, reports, blank)
        return Built(self.job, report, solid, blank, {item.stamp.name: item for item in laid})

    def failed(self) -> Built:
        """What a build that broke off tells."""
        told = "the build failed in a way that was not foreseen: undo the last step; see the log"
        self.findings.append(Finding("fix", "not built", "", told))
        return Built(self.job, self._report(None, None, (), None), None, None)

    # -- before the kernel

    def _field_errors(self) -> None:
        for path, message in self.resolved.errors.items():
            if _off(self.job, path):
                continue
            stamp, words = self._words(path)
            self.findings.append(Finding("fix", "wrong field", stamp, f"{words}: {message}"))

    def _words(self, path: str) -> tuple[str, str]:
        """The stamp and the field's name in words."""
        steps = path.split(".")
        name = label_of(tuple(steps))
        if steps[0] == "stamps":
            return self.job.stamps[int(steps[1])].name, name
        if steps[0] == "dimensions":
            return "", f"dimension {self.job.dimensions[int(steps[1])].name}"
        if steps[0] == "blank":
            return "", f"{self.job.blank.features[int(steps[2])].name}, {name}"
        return "", name

    def _blank(self, steps: Sequence[Step], seams: dict[str, float]) -> Blank:
        return made(steps, seams, self.document.parts, self.cache, self.stopped)

    def _ready(self) -> list[int]:
        return [
            i
            for i, stamp in enumerate(self.job.stamps)
            if stamp.on and self.resolved.error_under("stamps", i) is None
        ]

    def _lay(self, index: int, blank: Blank) -> Laid | None:
        stamp = self.job.stamps[index]
        face = stamp.setting.face
        chart = blank.charts.get(face)
        if chart is None:
            if face in blank.solid.names:
                kind = blank.kinds[face]
                self._not_built(stamp, f"“{face}” is {kind}: it cannot be laid out flat exactly")
            else:
                near = " or ".join(f"“{name}”" for name in nearest_faces(face, blank.charts))
                self._not_built(
                    stamp, f"the face “{face}” is not there any more; nearest to it: {near}"
                )
            return None
        try:
            spec = art_spec(self.document, self.resolved, index)
            faces = Faces.of(blank.charts)
            where = lay_spec(self.document, self.resolved, index, chart, faces)
            artwork = self.cache.get("artwork", spec, lambda: draw(spec))
            if isinstance(stamp.artwork, Text):
                name = f"{stamp.artwork.font.family} {stamp.artwork.font.style}"
                text = stamp.artwork.text
                self.findings += checks.missing_letters(stamp.name, artwork, text, name)
            self.findings += checks.drawing(stamp.name, artwork)
            if not artwork.regions:
                self.findings.append(
                    Finding("look", "nothing to make", stamp.name, "there is no ink to make")
                )
                return None
            chart = sheet_of(where, chart, artwork, faces)
            placed = place_flat(where, spec, artwork, chart)
            self.findings += checks.along_guide(stamp.name, placed)
        except (FontError, FormulaError, LogoError, PlaceError) as error:
            self._not_built(stamp, str(error))
            return None
        except Stopped:
            raise
        except Exception:
            self._unforeseen(stamp, "laying it out")
            return None
        depth = 0.0
        if stamp.relief.make != "mark":
            depth = self.resolved.of("stamps", index, "relief", "depth")
        key = (spec, where, face, self.plain_key)
        about = towards(chart, placed)
        depths = letter_depths(self.job, self.resolved, index) if depth else {}
        return Laid(index, stamp, artwork, placed, about, depth, depths, key)

    def _not_built(self, stamp: Stamp, reason: str) -> None:
        self.findings.append(Finding("fix", "not built", stamp.name, reason))

    def _unforeseen(self, stamp: Stamp, what: str) -> None:
        """Any library's error is a finding of its stamp; the rest is built."""
        LOG.exception("%s failed for the stamp %s", what, stamp.name)
        self._not_built(
            stamp,
            f"{what} failed in a way that was not foreseen: move it a little, or change its "
            "artwork; the log tells more",
        )

    def _seams(self, laid: list[Laid], charts: Mapping[str, Chart]) -> dict[str, float]:
        """Angles of seams that must leave their usual place, by face."""
        seams = {}
        for name in {face for item in laid for face in item.faces}:
            chart = charts[name]
            if not isinstance(chart, RoundChart) or not chart.closed:
                continue
            spans = [
                span
                for item in laid
                for placed, on in item.on_face(name)
                for span in degrees_covered(placed, on)
            ]
            wished = chart.seam * chart.sense
            clear = clear_seam(spans, 360.0, wished)
            if clear != wished:
                seams[name] = clear * chart.sense
        return seams

    @staticmethod
    def _on(item: Laid, charts: Mapping[str, Chart]) -> Laid:
        if isinstance(item.chart, RunChart):
            return replace(item, chart=item.chart.on(charts))
        chart = item.chart.again(charts[item.stamp.setting.face])
        return replace(item, chart=towards(chart, item.placed))

    # -- with the kernel

    def _examined(
        self, solid: NamedSolid, blank: Blank, whole: Verdict, reports: tuple[StampReport, ...]
    ) -> Verdict:
        """Show the part, then examine it whole: closed, valid, and its volume the
        blank's with the sum of what the stamps added and took."""
        self.stopped()
        if self.picture is not None:
            self.progress("picture", 0.85)
            key = id(solid.shape)  # the solid is kept with its mesh, so the id stays its own
            mesh = self.cache.get("mesh", key, lambda: (solid, mesh_of(solid)))[1]
            self.picture(mesh, blank)
        self.progress("last check", 0.95)
        self.stopped()
        found: Verdict = self.cache.get(
            "examine", id(solid.shape), lambda: (solid, examine(solid))
        )[1]
        expected = whole.volume + sum(r.relief_volume for r in reports)
        agree = abs(found.volume - expected) <= WHOLE * expected
        return found if agree else replace(found, valid=False)

    def _marked(
        self, blank: Blank, key: Hashable, laid: list[Laid], direct: bool
    ) -> tuple[NamedSolid, tuple[StampReport, ...]]:
        solid = blank.solid
        reports = []
        earlier: list[Laid] = []
        limits = self._limits()
        for n, item in enumerate(laid):
            self.stopped()
            self.progress(f"stamp “{item.stamp.name}”", 0.1 + 0.8 * n / len(laid))
            before = [e for e in earlier if set(e.faces) & set(item.faces)]
            key = (key, item.key)
            made = self._tried(solid, item, before, key, limits, direct)
            reports.append(self._stamp_report(item, made))
            if made is None:
                continue
            solid = made.solid
            earlier.append(item)
        return solid, tuple(reports)

    def _tried(
        self,
        solid: NamedSolid,
        item: Laid,
        before: list[Laid],
        key: Hashable,
        limits: checks.Limits | None,
        direct: bool,
    ) -> Made | None:
        """One stamp on the solid so far, with its findings; None when it cannot be built."""
        try:
            found = self._fit(item, before)
            if limits is not None:
                self.findings += self._drawn(item, found, limits)
            return self._stamp(solid, item, found, key, limits, direct)
        except ReliefError as error:
            self._not_built(item.stamp, str(error))
        except Stopped:
            raise
        except Exception:
            self._unforeseen(item.stamp, "building it")
        return None

    def _fit(self, item: Laid, before: list[Laid]) -> Fit:
        key = (item.flat_key, tuple((b.stamp.name, b.flat_key) for b in before))

        def work() -> Fit:
            others = [(b.stamp.name, relaid(b.placed, b.chart, item.chart)) for b in before]
            return fit(item.placed, item.chart, [o for o in others if o[1].regions])

        return self.cache.get("fit", key, work)

    def _limits(self) -> checks.Limits | None:
        if self.resolved.error_under("limits") is not None:
            return None
        of = self.resolved.of
        return checks.Limits(
            *(of("limits", n) for n in ("least_wall", "edge_margin", "least_stroke", "least_gap"))
        )

    def _drawn(self, item: Laid, found: Fit, limits: checks.Limits) -> tuple[Finding, ...]:
        """Findings that need no kernel."""
        narrow = self.cache.get(
            "strokes",
            (item.flat_key, limits),
            lambda: tuple(checks.strokes(item.stamp.name, item.placed, limits)),
        )
        stretched = self.cache.get(
            "stretch",
            item.flat_key,
            lambda: tuple(checks.stretch(item.stamp.name, item.chart, item.placed, limits)),
        )
        name, chart = item.stamp.name, item.chart
        fits = () if prisms(item) else checks.on_the_face(name, found, chart, limits)
        return (*narrow, *stretched, *fits)

    def _stamp(
        self,
        solid: NamedSolid,
        item: Laid,
        found: Fit,
        key: Hashable,
        limits: checks.Limits | None,
        direct: bool,
    ) -> Made | None:
        if found.too_long > 0:
            return None
        thick = self.cache.get("thickness", key, lambda: thickness(solid, item))
        emboss = item.stamp.relief.make == "emboss"
        if limits is not None and item.depth:
            self.findings += checks.walls(item.stamp.name, item.depth, emboss, thick, limits)
        relief = item.stamp.relief
        walls = Walls(relief.walls == "cast", relief.caps == "plane")
        over = runs_over(item)
        face = item.stamp.setting.face
        order = Order(item.stamp.name, face, item.depth, emboss, thick, walls, over)
        made = self.cache.get(
            "relief",
            (key, direct),
            lambda: self._parts(solid, item, found, order, direct),
        )
        self.findings += checks.loose_pieces(item.stamp.name, made.pieces)
        self.findings += checks.depth_varies(item.stamp.name, made.depths)
        if made.built_by == "boolean":
            self.findings.append(long_way(item, made, found, order, direct))
        return made

    def _parts(self, solid: NamedSolid, item: Laid, found: Fit, order: Order, direct: bool) -> Made:
        """The relief, one depth after the other. Raises ReliefError."""
        whole: Made | None = None
        for depth, placed in item.by_depth():
            now = whole.solid if whole is not None else solid
            mine = replace(order, depth=depth)
            part = make(now, item.chart, placed, found, mine, direct, self.stopped)
            whole = part if whole is None else whole.followed_by(part)
        assert whole is not None
        return whole

    @staticmethod
    def _stamp_report(item: Laid, made: Made | None) -> StampReport:
        return StampReport(
            item.stamp.name,
            item.stamp.setting.face,
            item.placed.area,
            item.depth,
            made.relief_volume if made else 0.0,
            made.built_by if made else "",
            made.seconds if made else 0.0,
        )

    def _report(
        self,
        verdict: Verdict | None,
        whole: Verdict | None,
        reports: tuple[StampReport, ...],
        blank: Blank | None,
    ) -> Report:
        return Report(
            self.resolved,
            verdict is not None and verdict.sound,
            verdict.volume if verdict else None,
            whole.volume if whole else None,
            reports,
            sorted_findings(self.findings),
            blank.charts if blank else {},
            blank.kinds if blank else {},
            self.blank_errors,
            time.perf_counter() - self.start,
        )


def _off(job: Job, path: str) -> bool:
    """True for a field of a feature or stamp that is switched off."""
    steps = path.split(".")
    if steps[:2] == ["blank", "features"]:
        return not job.blank.features[int(steps[2])].on
    return steps[0] == "stamps" and not job.stamps[int(steps[1])].on
