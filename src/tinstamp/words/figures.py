"""Figures as a language writes them: with a decimal point or a decimal comma. No Qt here.

A formula of the job always has points, and commas between what a function is given. Where a
language writes a decimal comma, a field shows and takes that, and a semicolon between what a
function is given.
"""

from __future__ import annotations

import re

POINT = re.compile(r"(?<![\w.])(-?\d+)\.(\d+)(?![\w.]*\.\d|[A-Za-z_])")
"""A decimal figure, but no version number and no name"""
QUOTED = re.compile(r"(“[^”]*”)")
IN_FORMULA = re.compile(r"(?<![\w.])(\d+)\.(\d+)")
COMMA = re.compile(r"(?<![\w,])(\d+),(\d+)")


def with_mark(text: str, mark: str) -> str:
    """A text whose decimal figures have that mark; what stands in quotes is somebody's own."""
    if mark == ".":
        return text
    parts = QUOTED.split(text)
    return "".join(p if p.startswith("“") else POINT.sub(rf"\1{mark}\2", p) for p in parts)


def shown_formula(formula: str, mark: str) -> str:
    """A formula of the job as a field shows it."""
    if mark == ".":
        return formula
    return IN_FORMULA.sub(rf"\1{mark}\2", formula.replace(",", ";"))


def read_formula(text: str, mark: str) -> str:
    """What was typed into a field, as the job has it; a point is taken too."""
    if mark == ".":
        return text
    return COMMA.sub(r"\1.\2", text).replace(";", ",")
