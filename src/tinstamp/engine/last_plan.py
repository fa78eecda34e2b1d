"""The last plan of a stamp: what it depended on and is as it was is not drawn and laid again, nor
parted where its run is."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from tinstamp.chart.base import FaceChart
from tinstamp.job.archive import Document
from tinstamp.job.resolve import Resolved
from tinstamp.plan.planned import Planned, plan


@dataclass
class LastPlan:
    """Of one stamp; `faces` are those of the part that it was made on."""

    faces: Mapping[str, FaceChart] | None = None
    item: Planned | None = None

    def plan(
        self, document: Document, resolved: Resolved, faces: Mapping[str, FaceChart], index: int
    ) -> Planned:
        """The plan of a stamp as it is now; see `plan.planned.plan`. Raises PLAN_ERRORS."""
        known = self.item if self.faces is faces else None
        self.item = plan(document, resolved, faces, index, known)
        self.faces = faces
        return self.item
