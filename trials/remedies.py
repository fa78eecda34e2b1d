"""Random jobs by random processes: every change that a finding says would meet its limit is made,
and the finding is gone.
"""

from __future__ import annotations

import random
from collections import Counter

from tinstamp.desk.work.placing import remedied
from tinstamp.guarded.work import KERNEL, GuardError, Limits, guarded
from tinstamp.proofing.processes import PROCESSES
from trials.parts import FILES, blank, stamp
from trials.record import tried

CASE = Limits(150.0, 6 * 2**30, ("trials.remedies", *KERNEL))
"""What one case may take."""


def case(seed: int, number: int) -> tuple[int, list[str]]:
    """How many changes one random job offers, and those that do not help."""
    from tinstamp.engine.build import build
    from tinstamp.engine.cache import Cache
    from tinstamp.job.archive import Document
    from tinstamp.job.model import Blank, Job

    r = random.Random(f"remedies {seed}-{number}")
    features = blank(r)
    bare = Job(
        blank=Blank.model_validate({"features": [f.model_dump() for f in features]}),
        process=r.choice([name for name in PROCESSES if name not in ("sheet", "silkscreen")]),
    )
    cache = Cache()
    plain = build(Document(bare), cache)
    if plain.solid is None:
        return 0, []
    charts = dict(plain.report.charts)
    job = bare.model_copy(update={"stamps": (stamp(r, "s0", charts, 4.0),)})
    built = build(Document(job, logos=FILES), cache)
    wrong, offered = [], 0
    for finding in built.report.findings:
        for remedy in finding.remedies:
            offered += 1
            new = remedied(job, remedy, built.report.resolved)
            report = build(Document(new, logos=FILES), cache).report
            if still := [f for f in report.findings if f.check == finding.check]:
                wrong.append(f"{seed}-{number} {job.process}: {finding.message} -> {remedy.words}: "
                             f"{still[0].message} :: {job.stamps[0]!r}")  # fmt: skip
    return offered, wrong


def run(count: int, seed: int, workers: int = 2) -> tuple[dict[str, object], list[str]]:
    """That many jobs: the changes that were offered, and those that did not help."""
    ended: Counter[str] = Counter()
    wrong: list[str] = []
    for number in range(count):
        try:
            offered, bad = guarded(CASE, case, seed, number)
        except GuardError:
            ended["given up"] += 1
            continue
        ended["changes"] += offered
        wrong += bad
        for told in bad:
            print(told, flush=True)
    figures: dict[str, object] = {"changes made": ended["changes"], "did not help": len(wrong),
                                  "given up": ended["given up"]}  # fmt: skip
    return figures, wrong


if __name__ == "__main__":
    from trials import remedies  # by its own name, so that the cases' processes find it

    tried("remedies", __doc__ or "", 300, remedies.run)
