"""What the parts of a job are made of: frozen models and marked formula fields."""

from __future__ import annotations

from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field

from tinstamp.job.field import Wants, idle
from tinstamp.job.formula import MOST_CHARACTERS

FORMULA = Field(max_length=MOST_CHARACTERS)
Length = Annotated[str, FORMULA, Wants("length")]
Size = Annotated[str, FORMULA, Wants("length", above=0.0)]
Thickness = Annotated[str, FORMULA, Wants("length", at_least=0.0)]
Angle = Annotated[str, FORMULA, Wants("angle")]
Draft = Annotated[str, FORMULA, Wants("angle", at_least=0.0, at_most=60.0)]
Lean = Annotated[str, FORMULA, Wants("angle", above=0.0, at_most=60.0)]
Bend = Annotated[str, FORMULA, Wants("angle", at_least=1.0, at_most=150.0)]
Flank = Annotated[str, FORMULA, Wants("angle", at_least=1.0, at_most=60.0)]
Vee = Annotated[str, FORMULA, Wants("angle", at_least=5.0, at_most=170.0)]
Sweep = Annotated[str, FORMULA, Wants("angle", above=0.0)]
Place = Annotated[str, FORMULA, Wants("place")]
Number = Annotated[str, FORMULA, Wants("number")]
Factor = Annotated[str, FORMULA, Wants("number", above=0.0)]
Lengths = Annotated[tuple[Length, ...], Field(min_length=2, max_length=60), Wants("length")]
"""A row of lengths, each a formula of its own."""
LONGEST_LABEL = 80
"""characters of a stamp's, a face's or a font's name"""
LONGEST_FILE = 200
"""characters of a file's name within a job"""
Name = Annotated[str, Field(min_length=1, max_length=LONGEST_LABEL)]


class Value(BaseModel):
    """Base of all parts of a job: frozen, and strict about what it does not know."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)

    @property
    def idle(self) -> frozenset[str]:
        """The fields that do not count with the values of the others."""
        return idle(self)
