"""A finished build in the words and figures of its proof sheet."""

from __future__ import annotations

import hashlib

import numpy as np

from tinstamp.artwork.fonts import FontData, FontError, embedding_of, licence_of
from tinstamp.engine.build import Built
from tinstamp.engine.measuring import wall_behind
from tinstamp.engine.report import StampReport
from tinstamp.job.field import declared
from tinstamp.job.model import Job, Logo, Scale, Setting, Shape, Sign
from tinstamp.job.relief_kinds import KINDS
from tinstamp.output.told import FindingTold, FontTold, StampTold, Told
from tinstamp.plan.planned import Planned
from tinstamp.proofing.finding import Finding
from tinstamp.proofing.processes import PROCESSES
from tinstamp.words.sentence import sentence

LICENCE_SHOWN = 220
"""letters of a licence that are shown"""


def told_of(built: Built) -> Told:
    """All that its proof sheet says besides pictures."""
    job, report = built.job, built.report
    names = report.resolved.names
    made = {stamp.name: stamp for stamp in report.stamps}
    items = [item for item in built.planned.values() if item.name in made]
    named = [(d.name, names[d.name]) for d in job.dimensions if d.name in names]
    dimensions = tuple(
        (name, f"{q.value:g}{'°' if q.angle else ' mm' if q.length == 1 else ''}")
        for name, q in named
    )
    return Told(
        revision=hashlib.sha256(job.model_dump_json().encode()).hexdigest()[:10],
        serial=job.serial.text,
        dimensions=dimensions,
        bodies=tuple((body.name, body.volume, body.valid) for body in report.bodies),
        stamps=tuple(_stamp(built, item, made[item.name]) for item in items),
        findings=tuple(_finding(f) for f in report.findings),
        fonts=_fonts(items),
        made_by=_made_by(job),
        standards=tuple(f"{s.name}: {', '.join(s.standards)}" for s in job.stamps if s.standards),
    )


def _made_by(job: Job) -> tuple[str, ...]:
    """The processes of a job and of its stamps, in words."""

    def title(name: str) -> str:
        return PROCESSES[name].title if name in PROCESSES else f"“{name}”"

    own = [f"“{stamp.name}” by {title(stamp.process)}" for stamp in job.stamps if stamp.process]
    return (title(job.process), *own)


def _stamp(built: Built, item: Planned, report: StampReport) -> StampTold:
    setting = item.stamp.setting
    given = item.relief.given
    return StampTold(
        name=item.name,
        artwork=_artwork(item),
        fonts=tuple(item.art.fonts_by_name),
        face=", ".join(item.faces),
        kind=item.chart.kind,
        place=_place(item, setting),
        turn=item.lay.spot.turn,
        make=KINDS[given.made].told,
        depth=report.depth,
        draft=item.relief("draft", 0.0),
        area=report.artwork_area,
        volume=report.relief_volume,
        wall=_wall(built, item),
        way=report.built_by,
        regions=item.placed.regions,
        chart=item.chart,
    )


def _artwork(item: Planned) -> str:
    """What it shows, in words."""
    drawn = item.art.artwork.given
    if item.art.text:
        return f"“{item.art.text}”"
    if isinstance(drawn, Logo):
        return f"logo “{drawn.file}”"
    if isinstance(drawn, Shape):
        return drawn.shape
    if isinstance(drawn, Sign):
        return f"sign {drawn.sign}"
    return "scale" if isinstance(drawn, Scale) else drawn.kind


def _place(item: Planned, setting: Setting) -> tuple[str, ...]:
    spot = item.lay.spot
    across, up = f"{spot.across:g}", f"{spot.up:g}"
    place = f"{across}° across, {up} mm up" if spot.round else f"{across} mm across, {up} mm up"
    words = [place]
    if setting.from_stamp:
        words.append(f"from “{setting.from_stamp}”")
    if setting.guide.kind != "none":
        kinds = dict(declared(type(setting.guide))["kind"].choices)
        words.append(kinds[setting.guide.kind])
    copies = item.lay.copies
    if copies is not None and copies.count:
        words.append(f"{copies.count} times")
    return tuple(words)


def _wall(built: Built, item: Planned) -> float | None:
    """Least material left behind a stamp, mm."""
    if built.blank is None:
        return None
    least = wall_behind(built.blank.solid, item).wall[0]
    if not np.isfinite(least):
        return None
    return least if item.raised else least - item.depth


def _finding(finding: Finding) -> FindingTold:
    def figure(value: float | None) -> str:
        return "–" if value is None else f"{value:.3g} {finding.unit}".strip()

    measured, limit = figure(finding.measured), figure(finding.limit)
    message = sentence(finding.message)
    return FindingTold(finding.level, finding.check, finding.stamp, message, measured, limit)


def _fonts(items: list[Planned]) -> tuple[FontTold, ...]:
    fonts: dict[str, FontData] = {}
    for item in items:
        fonts.update(item.art.fonts_by_name)
    found = []
    for name, font in sorted(fonts.items()):
        try:
            licence, against = licence_of(font), embedding_of(font)
        except FontError:
            licence, against = "", ""
        if len(licence) > LICENCE_SHOWN:
            licence = licence[:LICENCE_SHOWN] + " …"
        found.append(FontTold(name, licence, against))
    return tuple(found)
