"""The pages of the guide, as Markdown, for the window and for `docs/guide.md`."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from tinstamp.desk.commands import COMMANDS
from tinstamp.desk.guide.first_steps import FIRST_STEPS, NEW, TASKS
from tinstamp.job.artwork import Border, Braille, Code, Logo, Scale, Shape, Sign
from tinstamp.job.field import Declared, declared
from tinstamp.job.lettered import Text
from tinstamp.job.pattern import Pattern
from tinstamp.job.relief import Relief
from tinstamp.job.relief_kinds import KINDS
from tinstamp.job.setting import Cast, Guide, Repeat, Setting
from tinstamp.job.values import Value
from tinstamp.output.outputs import OUTPUTS
from tinstamp.proofing.check import CHECKS
from tinstamp.proofing.checks import LIMITS
from tinstamp.proofing.processes import PROCESSES
from tinstamp.proofing.standards.clause import STANDARDS
from tinstamp.words.sentence import sentence

PARTS: dict[str, type[Value]] = {
    "Text": Text, "Logo": Logo, "Shape": Shape, "Sign": Sign, "Scale": Scale,
    "Machine-read mark": Code, "Braille": Braille, "Border": Border, "Pattern": Pattern,
    "Setting": Setting, "Cast": Cast, "Guide line": Guide, "Copies": Repeat, "Relief": Relief,
}  # fmt: skip
"""The models whose fields have a page, by what they are called."""


@dataclass(frozen=True)
class Page:
    """A page of the guide: its group, its title, and its text in Markdown."""

    group: str
    title: str
    text: str

    def holds(self, words: str) -> bool:
        """True where all of the words stand in it, wherever."""
        whole = f"{self.title} {self.text}".casefold()
        return all(word in whole for word in words.casefold().split())


Say = Callable[[str], str]


def as_it_is(words: str) -> str:
    """English."""
    return words


def pages(say: Say = as_it_is) -> tuple[Page, ...]:
    """All of them, in their order, in the language that `say` speaks."""
    found = [Page("Begin", "First steps", say(FIRST_STEPS))]
    found += [Page("Begin", title, say(text)) for title, text in TASKS.items()]
    found.append(Page("Begin", "Keys", _keys(say)))
    found += [Page("Fields", title, _fields(model, say)) for title, model in PARTS.items()]
    found.append(Page("Fields", "Kinds of relief", _kinds(say)))
    found += [Page("Findings", name.capitalize(), _check(name, say)) for name in CHECKS]
    found += [Page("Processes", x.title, _process(x.name, say)) for x in PROCESSES.values()]
    found += [Page("Standards", name, _standard(name, say)) for name in STANDARDS]
    found += [Page("Files", x.word, f"{sentence(say(x.purpose))}.") for x in OUTPUTS.values()]
    found.append(Page("About", "What is new", say(NEW)))
    return tuple(Page(say(page.group), say(page.title), page.text) for page in found)


def guide() -> str:
    """All pages as one document."""
    parts, group = ["# The guide\n\nThe same pages as in the window (F1).\n"], ""
    for page in pages():
        if page.group != group:
            group = page.group
            parts.append(f"## {group}\n")
        parts.append(f"### {page.title}\n\n{page.text.strip()}\n")
    return "\n".join(parts)


def _keys(say: Say) -> str:
    rows = [f"| {say('Keys')} | {say('What they do')} |", "| --- | --- |"]
    rows += [f"| {c.keys} | {say(c.tip or c.words)} |" for c in COMMANDS if c.keys]
    return "\n".join(rows)


def _fields(model: type[Value], say: Say) -> str:
    shown = [x for x in declared(model).values() if x.told and x.shown.control != "none"]
    return "\n".join(f"- **{say(x.shown.label)}**{_about(x, say)}" for x in shown)


def _about(field: Declared, say: Say) -> str:
    """Unit, choices and tip of a field."""
    told = f", {field.unit}" if field.unit else ""
    words = [word for _, word in field.choices]
    if words and words != ["No", "Yes"]:
        told += f": {', '.join(map(say, words))}"
    return f"{told}. {say(field.shown.tip)}".rstrip(". ") + "."


def _kinds(say: Say) -> str:
    return "\n".join(f"- **{say(kind.word)}**: {say(kind.told)}." for kind in KINDS.values())


def _check(name: str, say: Say) -> str:
    check = CHECKS[name]
    rows = [say(check.purpose)]
    for limit in check.limits:
        known = LIMITS[limit.name]
        usual = known.of("")
        rows.append(f"\n{say('Limit')} **{say(known.label)}**, {say('usually')} {usual.formula}: "
                    f"{say(usual.reason)} ({say(usual.source)}).")  # fmt: skip
    return "\n".join(rows)


def _process(name: str, say: Say) -> str:
    process = PROCESSES[name]
    rows = [f"{sentence(say(process.told))}.", ""]
    for limit in LIMITS.values():
        own = process.limits.get(limit.name)
        if own is not None:
            told = f"{say(own.reason)} ({say(own.source)})"
            rows.append(f"- **{say(limit.label)}** {own.formula}: {told}.")
    return "\n".join(rows)


def _standard(name: str, say: Say) -> str:
    one = STANDARDS[name]
    figures = say(f"figures {one.source}")
    rows = [f"- {clause.number}: {say(clause.demands)}." for clause in one.clauses]
    return "\n".join([f"{say(one.title)}. {say(one.edition)}; {figures}.", "", *rows])
