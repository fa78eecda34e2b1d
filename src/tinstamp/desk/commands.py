"""What can be done in the window: one table, from which come menus, buttons and lists of keys."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Any, Literal

from tinstamp.desk.look.scaling import SIZES
from tinstamp.desk.work.session import Session
from tinstamp.words.languages import LANGUAGES

Group = Literal["File", "Edit", "Stamp", "View", "Go to"]


def _always(session: Session) -> bool:
    return True


@dataclass(frozen=True)
class Command:
    """One thing to do.

    Attributes
    ----------
    name : by which buttons and menus ask for it. words : what it is called.
    keys : as Qt writes them, with “or” between several; nothing for none.
    run : the window's method, by its dotted name. argument : what that is called with.
    tip : what it does, where the words do not say it.
    when : whether it can be done now.
    """

    name: str
    words: str
    keys: str
    group: Group
    run: str
    argument: str | None = None
    tip: str = ""
    when: Callable[[Session], bool] = _always

    @property
    def told(self) -> str:
        """The tip, or the words, with the keys."""
        return f"{self.tip or self.words} ({self.keys})" if self.keys else self.tip or self.words


def _stamp_chosen(session: Session) -> bool:
    return session.selected >= 0


_VIEWS = (
    ("whole", "Whole part", "The whole part from the front", _always),
    ("square", "Square on", "Straight at the stamp", _stamp_chosen),
    ("end", "End on", "Along the face, to see the walls", _stamp_chosen),
    ("section", "Section", "Cut through the stamp, to see what wall is left", _stamp_chosen),
)
VIEWS = tuple(
    Command(name, words, f"Ctrl+{k}", "View", "show_view", name, tip, when)
    for k, (name, words, tip, when) in enumerate(_VIEWS, 1)
)
"""How the part is looked at; the header has a button for each."""

COMMANDS: tuple[Command, ...] = (
    Command("new", "New", "Ctrl+N", "File", "files.new", tip="A new job"),
    Command("window", "New window", "Ctrl+Shift+N", "File", "files.new_window",
            tip="Another window, for another job"),
    Command("step", "From a STEP file …", "", "File", "files.new_from_step"),
    Command("open", "Open …", "Ctrl+O", "File", "files.ask_open", tip="Open a job"),
    Command("save", "Save", "Ctrl+S", "File", "files.save"),
    Command("save as", "Save as …", "Ctrl+Shift+S", "File", "files.save_as"),
    Command("quit", "Quit", "Ctrl+Q", "File", "close"),
    Command("shelve", "Put the blank on the shelf …", "", "File", "files.put_on_shelf"),
    Command("write", "Write files", "Ctrl+E", "File", "files.write", tip="Files for the maker"),
    Command("proof sheet", "Proof sheet …", "Ctrl+P", "File", "files.proof_sheet",
            tip="The sheet to sign, with views, sections and findings"),
    Command("whole proof", "The whole proof …", "Ctrl+R", "File", "whole_proof",
            tip="All findings, processes, standards, time and cost, and what would fit"),
    Command("series", "Series …", "Ctrl+Shift+E", "File", "files.series",
            tip="Many parts of this job, from a table or with serials"),
    Command("shop", "Shop …", "Ctrl+Shift+P", "File", "files.shop",
            tip="Send the part to a printer, a laser, an engraver or a press"),
    Command("picture", "Save a picture …", "", "File", "files.picture",
            tip="The part as it is seen now, as PNG"),
    Command(
        "undo", "Undo", "Ctrl+Z", "Edit", "session.undo",
        when=lambda session: session.history.undo_label is not None,
    ),
    Command(
        "redo", "Redo", "Ctrl+Y or Ctrl+Shift+Z", "Edit", "session.redo",
        when=lambda session: session.history.redo_label is not None,
    ),
    Command("before", "Before and after …", "Ctrl+B", "Edit", "before_and_after",
            tip="The part beside a former state: what was changed, which volume, which findings",
            when=lambda session: session.unsaved or session.history.undo_label is not None),
    Command("cut", "Cut", "Ctrl+X", "Edit", "cut", tip="The chosen stamp to the clipboard",
            when=_stamp_chosen),
    Command("copy", "Copy", "Ctrl+C", "Edit", "arrivals.copy",
            tip="A copy of the chosen stamp to the clipboard", when=_stamp_chosen),
    Command("paste", "Paste", "Ctrl+V", "Edit", "arrivals.paste",
            tip="A stamp, a drawing or a text from the clipboard"),
    Command("shelve stamp", "Put the stamp on the shelf …", "", "Stamp", "arrivals.shelve",
            tip="Keep the chosen stamp, to use it again on other parts", when=_stamp_chosen),
    Command("add", "+ Stamp", "Ctrl+T", "Stamp", "add_stamp", tip="A new text on the chosen face"),
    Command("add upon", "Text on this stamp", "Ctrl+Shift+T", "Stamp", "upon.add",
            tip="A new text on the wall or cap of the chosen stamp that was clicked",
            when=_stamp_chosen),
    Command("measure", "Measure", "Ctrl+M", "Stamp", "part.measure.toggle",
            tip="Measure on the part"),
    Command("stop", "Stop the build", "Esc", "Stamp", "give_up",
            tip="Stop the build; with none to stop, close what stands beside the desk"),
    *VIEWS,
    Command("worst place", "Worst place of the map", "Ctrl+7", "View", "show_worst",
            tip="Mark the worst place of what is shown in colours", when=_stamp_chosen),
    Command("part alone", "Part alone", "Ctrl+5", "View", "give_middle", "part",
            "The whole middle for the part; once more, both share it"),
    Command("sheet alone", "Sheet alone", "Ctrl+6", "View", "give_middle", "sheet",
            "The whole middle for the sheet; once more, both share it"),
    Command("fit artwork", "Sheet: the artwork", "Ctrl+8", "View", "sheet.fit_artwork",
            tip="The sheet as near as the chosen artwork allows", when=_stamp_chosen),
    Command("fit face", "Sheet: the whole face", "Ctrl+9", "View", "sheet.fit",
            tip="The whole face in the sheet"),
    Command("upright", "Sheet: artwork upright", "Ctrl+0", "View", "sheet.turn_upright",
            tip="Turn the sheet so that the artwork's up is up, or the face's again",
            when=_stamp_chosen),
    Command("choose all", "Choose all on the face", "Ctrl+Shift+A", "Stamp", "sheet.choose_all",
            tip="Choose all stamps of the face, to move or line them up together",
            when=_stamp_chosen),
    Command("light", "Light", "", "View", "shading.wear", "light", "A light desk"),
    Command("dark", "Dark", "", "View", "shading.wear", "dark", "A dark desk"),
    Command("as desktop", "As the desktop", "", "View", "shading.wear", "desktop",
            "Light or dark as the desktop is"),
    Command("size desktop", "Size as the desktop's type", "", "View", "next_start.size", "desktop",
            "Everything as large as the desktop's own type, from the next start on"),
    *(Command(f"size {size}", f"Size {size} %", "", "View", "next_start.size", str(size),
              f"Everything at {size} %, from the next start on") for size in SIZES),
    Command("language desktop", "Language of the desktop", "", "View", "next_start.language",
            "desktop", "The language of the desktop, from the next start on"),
    *(Command(f"language {code}", word, "", "View", "next_start.language", code,
              "From the next start on") for code, word in LANGUAGES.items()),
    Command("guide", "The guide", "F1", "Go to", "guide",
            tip="How things are done, searched by words"),
    Command("find", "Find stamps", "Ctrl+F", "Go to", "ticket.find_stamps",
            tip="Words that the cards of a long ticket are found by"),
    Command("to ticket", "To the ticket", "F5", "Go to", "focus_on", "ticket"),
    Command("to part", "To the part", "F6", "Go to", "focus_on", "part"),
    Command("to sheet", "To the sheet", "F7", "Go to", "focus_on", "sheet"),
    Command("to fields", "To the fields", "F8", "Go to", "focus_on", "fields"),
)  # fmt: skip


def command(name: str) -> Command:
    """By its name. Raises LookupError."""
    for each in COMMANDS:
        if each.name == name:
            return each
    raise LookupError(f"there is no command “{name}”")


def runner(window: Any, of: Command) -> Callable[..., None]:
    """What a command does in a window. Raises AttributeError for a method that is not there."""
    work: Any = window
    for step in of.run.split("."):
        work = getattr(work, step)
    given = () if of.argument is None else (of.argument,)

    def run(*_: object) -> None:
        work(*given)

    return run


def table_of_keys(commands: Sequence[Command] = COMMANDS) -> str:
    """The keys as a table for the documents."""
    rows = [f"| {c.keys} | {c.tip or c.words} |" for c in commands if c.keys]
    return "\n".join(["| keys | does |", "| --- | --- |", *rows])
