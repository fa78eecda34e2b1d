"""Findings that somebody has accepted: they stand as notes until their figure gets worse."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import replace

from tinstamp.job.process import Accepted
from tinstamp.proofing.check import CHECKS
from tinstamp.proofing.finding import Finding

AS_GOOD = 0.02
"""Part of an accepted figure by which it may get worse unsaid: figures are told to 2 %."""


def can_be_accepted(finding: Finding) -> bool:
    """True of what a check found: what could not be built, or is not sound, nobody can accept."""
    return finding.check in CHECKS and finding.level != "note"


def same(finding: Finding, word: Accepted) -> bool:
    """True for the finding that was accepted, whatever its figure is now."""
    return (finding.check, finding.stamp) == (word.check, word.stamp)


def worse(finding: Finding, word: Accepted) -> bool:
    """True where the figure is further beyond its limit than what was accepted."""
    now, then, limit = finding.measured, word.measured, finding.limit
    if now is None or then is None:
        return (now is None) != (then is None)
    more = now - then if limit is None or then > limit else then - now
    return more > AS_GOOD * abs(then) + 1e-9


def stood_by(findings: Iterable[Finding], words: Sequence[Accepted]) -> list[Finding]:
    """The findings, those that were accepted as notes with the word for them; one that has got
    worse since as it is, and that it was accepted before."""
    return [_with_word(finding, words) for finding in findings]


def _with_word(finding: Finding, words: Sequence[Accepted]) -> Finding:
    word = next((w for w in words if same(finding, w)), None)
    if word is None or not can_be_accepted(finding):
        return finding
    if worse(finding, word):
        then = "" if word.measured is None else f" at {word.measured:.2f} {finding.unit}".rstrip()
        told = f"{finding.message}; {word.by} accepted it{then}, it is worse now"
        return replace(finding, message=told)
    told = f"{finding.message}; accepted by {word.by}: {word.reason}"
    return replace(finding, level="note", message=told, remedies=(), accepted=word.by)
