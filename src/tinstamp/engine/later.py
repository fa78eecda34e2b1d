"""Findings that are looked for once the picture is on its way: nobody waits for them to see."""

from __future__ import annotations

import logging
from collections.abc import Callable, Sequence
from dataclasses import dataclass

from tinstamp.engine.stopped import Stopped
from tinstamp.proofing.finding import Finding

LOG = logging.getLogger("tinstamp.build")


@dataclass(frozen=True)
class Later:
    """What is still to be found of a stamp, in its place among what was found."""

    stamp: str
    work: Callable[[], tuple[Finding, ...]]


def told_now(findings: Sequence[Finding | Later]) -> list[Finding]:
    """All findings; those that were put off are looked for here. A library's error in one of them
    is told of its stamp, so that what was not looked at is not taken for sound."""
    found: list[Finding] = []
    for each in findings:
        if isinstance(each, Finding):
            found.append(each)
            continue
        try:
            found += each.work()
        except (Stopped, ConnectionError):
            raise
        except Exception:  # whatever a library does: it is told, and the rest stands
            LOG.exception("a check failed for the stamp %s", each.stamp)
            told = "a check failed in a way that was not foreseen; the log tells more"
            found.append(Finding("look", "not checked", each.stamp, told))
    return found
