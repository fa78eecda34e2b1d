"""Write `docs/lists.md` and the keys in the README from the program's own lists.

Commands, files, checks with their limits, and the fields of stamps: each is declared in one place.
"""

from __future__ import annotations

import re
from pathlib import Path

from tinstamp.desk.commands import table_of_keys
from tinstamp.desk.guide.pages import PARTS, guide
from tinstamp.job.field import declared
from tinstamp.output.outputs import OUTPUTS, Option
from tinstamp.proofing.check import CHECKS
from tinstamp.proofing.checks import LIMITS

ROOT = Path(__file__).resolve().parents[1]
README, PAGE = ROOT / "README.md", ROOT / "docs" / "lists.md"
GUIDE = ROOT / "docs" / "guide.md"
BEGIN, END = "<!-- keys, by scripts/make_lists.py -->", "<!-- end of keys -->"


def _range(option: Option) -> str:
    if option.switch:
        return " or yes"
    if option.choices:
        return f", one of {', '.join(option.choices)}"
    return f", from {option.least:g} to {option.most:g} {option.unit}".rstrip()


def files() -> str:
    rows = ["| ending | what | options |", "| --- | --- | --- |"]
    for output in OUTPUTS.values():
        options = ", ".join(
            f"`--{o.name}` {o.what}, {o.default}{_range(o)}" for o in output.options
        )
        rows.append(f"| `.{output.ending}` | {output.word}: {output.purpose} | {options} |")
    return "\n".join(rows)


def checks() -> str:
    rows = ["| check | looks for | at | limits |", "| --- | --- | --- | --- |"]
    for check in CHECKS.values():
        limits = ", ".join(f"`{limit.name}`" for limit in check.limits)
        rows.append(f"| {check.name} | {check.purpose} | {check.stage} | {limits} |")
    rows += ["", "| limit | default | why | source |", "| --- | --- | --- | --- |"]
    for limit in LIMITS.values():
        rows.append(f"| `{limit.name}` | {limit.default} | {limit.reason} | {limit.source} |")
    return "\n".join(rows)


def fields() -> str:
    rows = ["| part | field | shown as | default | choices |", "| --- | --- | --- | --- | --- |"]
    for part in PARTS.values():
        for known in declared(part).values():
            if not known.told or known.shown.control == "none":
                continue
            unit = f", {known.unit}" if known.unit else ""
            default = known.default
            plain = default if isinstance(default, str | int | bool) else ""
            words = ", ".join(f"{key}: {word}" for key, word in known.choices)
            rows.append(
                f"| {part.__name__} | `{known.name}` | {known.shown.label}{unit} | {plain} | "
                f"{words} |"
            )
    return "\n".join(rows)


def page() -> str:
    """The whole of `docs/lists.md`."""
    return (
        "# Lists\n\nWritten by `scripts/make_lists.py` from the program's own lists.\n\n"
        f"## Files\n\n{files()}\n\n## Checks and limits\n\n{checks()}\n\n"
        f"## Fields of a stamp\n\n{fields()}\n"
    )


def readme(text: str) -> str:
    """The README with the keys as they are."""
    keys = f"{BEGIN}\n{table_of_keys()}\n{END}"
    return re.sub(f"{re.escape(BEGIN)}.*?{re.escape(END)}", lambda _: keys, text, flags=re.S)


if __name__ == "__main__":
    PAGE.write_text(page())
    README.write_text(readme(README.read_text()))
    GUIDE.write_text(guide())
    print(PAGE.name, README.name, GUIDE.name)
