"""The page of the manual and the completion of words, from the same declarations as the help."""

from __future__ import annotations

import argparse
import re
from collections.abc import Iterator

from tinstamp.cli.arguments import CODES, COMMANDS, parser
from tinstamp.version import VERSION
from tinstamp.words.sentence import sentence


def _own(name: str) -> argparse.ArgumentParser:
    """What one command takes."""
    for action in parser()._actions:
        if isinstance(action, argparse._SubParsersAction):
            found: argparse.ArgumentParser = action.choices[name]
            return found
    raise LookupError(name)


def _words(name: str) -> Iterator[argparse.Action]:
    for action in _own(name)._actions:
        if not isinstance(action, argparse._HelpAction):
            yield action


def _roff(text: str) -> str:
    """Text as the manual's pages are written."""
    plain = text.replace("\\", "\\e").replace("-", "\\-")
    return re.sub(r"^([.'])", r"\\&\1", plain, flags=re.MULTILINE)


def manual() -> str:
    """A page for `man` (section 1)."""
    lines = [
        f'.TH TINSTAMP 1 "" "Tin Stamp {VERSION}" "User Commands"',
        ".SH NAME",
        "tinstamp \\- text and logos on the faces of a part, as exact solids",
        ".SH SYNOPSIS",
        ".B tinstamp\n[JOB]\n.br\n.B tinstamp\nCOMMAND [OPTIONS]",
        ".SH DESCRIPTION",
        _roff(str(parser().description)),
        ".SH COMMANDS",
    ]
    for name, command in COMMANDS.items():
        lines += [f".SS {name}", _roff(sentence(command.what) + ".")]
        for action in _words(name):
            shown = ", ".join(action.option_strings) or str(action.metavar or action.dest)
            if action.option_strings and action.nargs != 0 and action.const is None:
                shown += f" {action.metavar or action.dest.upper()}"
            told = (action.help or "").replace("%%", "%")
            lines += [".TP", "\\fB" + _roff(shown) + "\\fR", _roff(told)]
        lines += [".PP", "Examples:", ".nf", *(_roff("  " + e) for e in command.examples), ".fi"]
    lines += [".SH EXIT STATUS", _roff(CODES)]
    return "\n".join(lines) + "\n"


def completion() -> str:
    """A script that lets bash complete commands and their words."""
    cases = []
    for name in COMMANDS:
        words = " ".join(o for action in _words(name) for o in action.option_strings)
        cases.append(f'        {name}) words="{words} --help" ;;')
    lines = [
        "# completion of words for tinstamp in bash",
        "_tinstamp() {",
        '    local words command="${COMP_WORDS[1]}" here="${COMP_WORDS[COMP_CWORD]}"',
        "    COMPREPLY=()",
        '    if [ "$COMP_CWORD" -eq 1 ]; then',
        f'        words="{" ".join(COMMANDS)} --help --version"',
        '        COMPREPLY=($(compgen -W "$words" -- "$here") $(compgen -f -- "$here"))',
        "        return",
        "    fi",
        '    case "$command" in',
        *cases,
        "    esac",
        '    case "$here" in',
        '        -*) COMPREPLY=($(compgen -W "$words" -- "$here")) ;;',
        '        *) COMPREPLY=($(compgen -f -- "$here")) ;;',
        "    esac",
        "}",
        "complete -o filenames -F _tinstamp tinstamp",
    ]
    return "\n".join(lines) + "\n"
