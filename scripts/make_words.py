"""Brings the catalogues of other languages up to date: every sentence of the program that can come to
be seen in the window, as Qt's tools keep them (.ts files, for Linguist and lrelease).

Translations that are there stay; new sentences are marked as unfinished; what is not said any more
goes. `python -m scripts.make_words` writes; with `--check` it only tells whether all is there.
"""

from __future__ import annotations

import ast
import re
import sys
from collections.abc import Iterator
from pathlib import Path
from xml.etree import ElementTree

HOME = Path(__file__).parents[1]
SOURCE = HOME / "src" / "tinstamp"
FOLDER = SOURCE / "desk" / "words"
LEFT_OUT = ("cli", "verbs.py", "desk/words", "guarded/ending.py", "__main__.py")
"""What is not said in the window."""
WORD = re.compile(r"[A-Za-z]{2,}")
CODE = re.compile(r"^[\w./:*\-#]+$|[{};]\s*$|^\s*[#.]?\w+ \{|\{\{|</|/>|^<\?|\\|^[A-Z_ ]+$|^%[A-Z]|^\w+=")
"""Names, paths, styles, marked-up text, patterns: nothing that is read."""
SAID_SINGLE = {"label", "word", "title", "short", "told", "tip", "words", "unit", "wish"}
"""Arguments whose single words are said."""
CALLS_SAID = {
    "Shown", "Command", "QLabel", "QPushButton", "QCheckBox", "QRadioButton", "say", "setText",
    "setToolTip", "setWindowTitle", "addAction", "addMenu", "addSection", "addTab", "drawText",
    "row", "setAccessibleName", "plain_button", "alone_button", "Kind", "Line", "Step", "check",
    "Limit", "Change", "FieldWords", "Machine", "Reading", "setHorizontalHeaderLabels",
    "setHeaderLabels", "setPlaceholderText", "Page",
}  # fmt: skip
"""Calls whose single words are said."""


def template(node: ast.expr) -> str | None:
    """What a string expression says, with %1, %2 … for what is put in; None for no string."""
    gaps = iter(range(1, 100))
    found = _template(node, gaps)
    return found if found is not None and isinstance(node, ast.Constant | ast.JoinedStr | ast.BinOp) else None


def _template(node: ast.expr, gaps: Iterator[int]) -> str | None:
    if isinstance(node, ast.Constant):
        return node.value if isinstance(node.value, str) else None
    if isinstance(node, ast.JoinedStr):
        parts = []
        for value in node.values:
            text = value.value if isinstance(value, ast.Constant) else f"%{next(gaps)}"
            parts.append(str(text))
        return "".join(parts)
    if isinstance(node, ast.BinOp) and isinstance(node.op, ast.Add):
        sides = [_template(side, gaps) for side in (node.left, node.right)]
        if all(side is None for side in sides):
            return None
        return "".join(side if side is not None else f"%{next(gaps)}" for side in sides)
    return None


def _docstrings(tree: ast.Module) -> set[int]:
    found = set()
    for node in ast.walk(tree):
        body = getattr(node, "body", ())
        for statement in body if isinstance(body, list) else ():
            if isinstance(statement, ast.Expr) and isinstance(statement.value, ast.Constant):
                found.add(id(statement.value))
    return found


def _single(tree: ast.Module) -> set[int]:
    """Strings of one word that are said all the same: by where they stand."""
    found: set[int] = set()
    for node in ast.walk(tree):
        if isinstance(node, ast.Call):
            name = node.func.id if isinstance(node.func, ast.Name) else getattr(node.func, "attr", "")
            if name in CALLS_SAID:
                found |= {id(n) for a in node.args for n in ast.walk(a)}
            for keyword in node.keywords:
                if keyword.arg in SAID_SINGLE:
                    values = [keyword.value]
                    if isinstance(keyword.value, ast.Dict):
                        values = list(keyword.value.values)
                    found |= {id(n) for value in values for n in ast.walk(value)}
    return found


def sentences(file: Path) -> Iterator[tuple[int, str]]:
    """Line and sentence of all that a file says."""
    tree = ast.parse(file.read_text())
    skipped, single = _docstrings(tree), _single(tree)
    for node in ast.walk(tree):
        if isinstance(node, ast.JoinedStr):
            skipped |= {id(v) for v in node.values}
            for value in node.values:
                if isinstance(value, ast.FormattedValue) and value.format_spec is not None:
                    skipped |= {id(n) for n in ast.walk(value.format_spec)}
        if isinstance(node, ast.Subscript) and isinstance(node.slice, ast.Constant):
            skipped.add(id(node.slice))
        if isinstance(node, ast.BinOp) and isinstance(node.op, ast.Add) and template(node):
            skipped |= {id(side) for side in (node.left, node.right)}
    for node in ast.walk(tree):
        if id(node) in skipped or not isinstance(node, ast.Constant | ast.JoinedStr | ast.BinOp):
            continue
        said = template(node)
        if said is None or not WORD.search(re.sub(r"%\d", "", said)):
            continue
        alone = " " not in said.strip()
        if alone and (id(node) not in single) and not re.match(r"^[A-Z][a-z]+[.…]?$", said.strip()):
            continue
        if CODE.search(said) and not (alone and id(node) in single):
            continue
        yield node.lineno, said.strip()


def everything() -> dict[str, str]:
    """Every sentence, with where it is said."""
    found: dict[str, str] = {}
    for file in sorted(SOURCE.rglob("*.py")):
        place = file.relative_to(SOURCE).as_posix()
        if not place.startswith(LEFT_OUT):
            for _, said in sentences(file):
                found.setdefault(said, place)
    return found
