"""Fields within a text: what stands in braces is worked out.

`{serial}` is the job's number, `{size}` the letters' height; any other name, such as
`{diameter}` or `{tank.outer.girth:.1}`, is a dimension or measure, with as many decimals as the
digits after the colon say (two without). `{{` and `}}` are braces.
"""

from __future__ import annotations

import re

from tinstamp.job.formula import FormulaError, unknown
from tinstamp.job.model import LONGEST_TEXT, Job
from tinstamp.job.resolve import Resolved

_FIELD = re.compile(r"\{\{|\}\}|\{([^{}:]*)(?::\.?(\d))?\}|[{}]")


def filled(text: str, job: Job, resolved: Resolved, size: float | None = None) -> str:
    """The text with its fields worked out; `size` is what `{size}` stands for, the letters'
    height in mm, unless a dimension is called so. Raises FormulaError for a name that is none.
    """

    def put(match: re.Match[str]) -> str:
        whole = match[0]
        if whole in ("{{", "}}"):
            return whole[0]
        if match[1] is None:
            raise FormulaError("a brace stands alone: write {{ for a brace")
        name = match[1].strip()
        if name == "serial":
            return job.serial.text
        if name == "size" and size is not None and name not in resolved.names:
            value = size
        elif name not in resolved.names:
            raise unknown(name, ["serial", *resolved.names])
        else:
            value = resolved.names[name].value
        decimals = 2 if match[2] is None else int(match[2])
        shown = f"{value:.{decimals}f}"
        if match[2] is None and "." in shown:
            shown = shown.rstrip("0").rstrip(".")
        return shown

    whole = _FIELD.sub(put, text)
    if len(whole) > LONGEST_TEXT:
        raise FormulaError(f"with its fields the text is longer than {LONGEST_TEXT} characters")
    return whole
