"""Brings the catalogues of other languages up to date: every sentence of the program that can come
to be seen in the window, as Qt's tools keep them (.ts files, for Linguist and lrelease).

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
FOLDER = SOURCE / "words"
LEFT_OUT = (
    "cli",
    "verbs.py",
    "desk/words",
    "words",
    "guarded/ending.py",
    "__main__.py",
    "output/gcode.py",
    "output/svg.py",
    "shop/program.py",
    "desk/pages/facts.py",
)
"""What is said neither in the window nor on paper."""
SILENT = (
    "info",
    "warning",
    "error",
    "exception",
    "debug",
    "control",
    "setValue",
    "value",
    "getLogger",
    "setObjectName",
    "setProperty",
    "property",
    "startswith",
    "endswith",
    "removesuffix",
    "removeprefix",
    "compile",
    "encode",
    "decode",
    "strftime",
    "knot",
    "before",
    "when_laid",
)
"""Calls whose words go to the log, or are names."""
NEVER = {
    "Ps",
    "Regular",
    "Result",
    "Zz",
    "Mm",
    "Fusion",
    "Public Sans",
    "Frank Ruhl Libre",
    "Noto Naskh Arabic",
    "Courier Prime",
    "%1, %2 mm³.",
    "Ge",
    "Le",
    "fold %1",
    "error",
    "font and file",
    "styled words",
    "logo file",
    "along view",
    "font file",
    "part alone",
    "Polygon",
    "sheet alone",
    "guide %1 %2",
    "upright",
    "step",
    "shapes",
    "keep",
    "add",
    "right",
    "write",
    "whole proof",
    "save as",
    "as desktop",
    "size desktop",
    "proof sheet",
    "%1%2 – Tin Stamp",
    "size %1",
    "join",
    "cut",
    "renew",
    "drag %1 %2",
    "ink box",
    "face boxes",
    "inf",
    "pdf",
    "alike %1",
    "Barlow",
    "Body",
    "Extruded",
    "Imported",
    "Soften",
    "Code",
    "Drawable",
    "Job",
    "stamp name",
    "along the view",
    "face of a stamp",
    "across from",
    "up from",
    "base.top & base.outer",
    "collar.top_diameter / 2",
    "cap.height - 1 mm",
    "job %1, lengths in mm",
    "Tin Stamp, mm:",
    "Title",
    "Application",
    "tinstamp shop",
    "3mf",
    "stl",
    "svg",
    "dxf",
    "nc",
    "FaceChart | None",
    "Inked",
    "# The guide\n\nThe same pages as in the window (F1).",
    "lead/not wanted",
    "utf-8",
    "language %1",
    "the %1",
}
"""Names of things within the program, and what stands in files."""
ALSO = (
    "cylinder",
    "flat",
    "cone",
    "ball",
    "torus",
    "freeform",
    "turned",
    "extruded",
    "cap",
    "wall",
    "floor",
    "saved",
    "note",
    "notes",
    "narrower",
    "wider",
    "rounded",
    "cut off",
    "on",
    "off",
    "move",
    "size",
    "turn",
    "text",
    "limit",
    "depth",
    "name",
    "part",
    "stamp",
    "new",
    "As usual …",
    "Clean-up",
    "V-engraving",
    "Word",
    "plunges",
    "usual",
    "lower",
    "upper",
    "outlines",
    "None",
    "G-code",
    "Heights, row %1, place %2",
    "%1 to %2",
    "wall %1 mm",
    "cone %1 to %2 mm, %3 mm high, wall %4 mm",
    "dome %1 mm, %2 mm high, wall %3 mm",
)
"""Single words that are said, but stand where names do."""
FIGURE = re.compile(r"^-?[\d.]+ (mm|deg)$|^[a-z]+(_[a-z]+)+$|%s|^lead/|^Ctrl\+|^Esc$|^\|")
"""Sizes, names and what goes to the log."""
WORD = re.compile(r"[A-Za-z]{2,}")
CODE = re.compile(
    r"^[\w/:*\-#]*[./_][\w./:*\-#]*$|[{};]\s*$|^\s*[#.]?\w+ \{|\{\{|</|/>|^<\?|\\|"
    r"^[A-Z_ ]+$|^%[A-Z]|^\w+="
)
"""Names, paths, styles, marked-up text, patterns: nothing that is read."""
SAID_SINGLE = {"label", "word", "title", "short", "told", "tip", "words", "unit", "wish"}
"""Arguments whose single words are said."""
CALLS_SAID = {
    "Shown",
    "Command",
    "QLabel",
    "QPushButton",
    "QCheckBox",
    "QRadioButton",
    "say",
    "setText",
    "setToolTip",
    "setWindowTitle",
    "addAction",
    "addMenu",
    "addSection",
    "addTab",
    "drawText",
    "row",
    "setAccessibleName",
    "plain_button",
    "alone_button",
    "Kind",
    "Line",
    "Step",
    "check",
    "Limit",
    "Change",
    "FieldWords",
    "Machine",
    "Reading",
    "setHorizontalHeaderLabels",
    "setHeaderLabels",
    "setPlaceholderText",
    "Page",
}
"""Calls whose single words are said."""


def template(node: ast.expr) -> str | None:
    """What a string expression says, with %1, %2 … for what is put in; None for no string."""
    gaps = iter(range(1, 100))
    found = _template(node, gaps)
    return (
        found
        if found is not None and isinstance(node, ast.Constant | ast.JoinedStr | ast.BinOp)
        else None
    )


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
            name = (
                node.func.id if isinstance(node.func, ast.Name) else getattr(node.func, "attr", "")
            )
            if name in CALLS_SAID:
                found |= {id(n) for a in node.args for n in ast.walk(a)}
            for keyword in node.keywords:
                if keyword.arg in SAID_SINGLE:
                    values = [keyword.value]
                    if isinstance(keyword.value, ast.Dict):
                        values = list(keyword.value.values)
                    found |= {id(n) for value in values for n in ast.walk(value)}
    return found


def _silent(tree: ast.Module) -> set[int]:
    """Strings that nobody sees: in calls that write to the log, names and keys of commands."""
    found: set[int] = set()
    for node in ast.walk(tree):
        if not isinstance(node, ast.Call):
            continue
        name = node.func.id if isinstance(node.func, ast.Name) else getattr(node.func, "attr", "")
        of = getattr(getattr(node.func, "value", None), "id", "")
        if name in SILENT and (of == "LOG" or name not in SILENT[:5]):
            found |= {id(n) for a in node.args for n in ast.walk(a)}
        if name == "Command":
            found |= {
                id(n) for k, a in enumerate(node.args) if k not in (1, 6) for n in ast.walk(a)
            }
    return found


def sentences(file: Path) -> Iterator[tuple[int, str]]:
    """Line and sentence of all that a file says."""
    tree = ast.parse(file.read_text())
    skipped, single = _docstrings(tree) | _silent(tree), _single(tree)
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
    yield from _purposes(tree)
    for node in ast.walk(tree):
        if id(node) in skipped or not isinstance(node, ast.Constant | ast.JoinedStr | ast.BinOp):
            continue
        said = template(node)
        if said is None or not WORD.search(re.sub(r"%\d", "", said)):
            continue
        alone = " " not in said.strip()
        if alone and (id(node) not in single) and not re.match(r"^[A-Z][a-z]+[.…]?$", said.strip()):
            continue
        if FIGURE.search(said.strip()):
            continue
        if CODE.search(said) and not (alone and id(node) in single):
            continue
        yield node.lineno, said.strip()


def _purposes(tree: ast.Module) -> Iterator[tuple[int, str]]:
    """What checks are for: the first line of what each says of itself."""
    for node in ast.walk(tree):
        if isinstance(node, ast.FunctionDef):
            names = {getattr(getattr(d, "func", None), "id", "") for d in node.decorator_list}
            if "check" in names and (told := ast.get_docstring(node)):
                yield node.lineno, " ".join(told.split("\n\n")[0].split()).rstrip(".")


def everything() -> dict[str, str]:
    """Every sentence, with where it is said."""
    found: dict[str, str] = {}
    for file in sorted(SOURCE.rglob("*.py")):
        place = file.relative_to(SOURCE).as_posix()
        if not place.startswith(LEFT_OUT):
            for _, said in sentences(file):
                found.setdefault(said, place)
    for said in ALSO:
        found.setdefault(said, "desk")
    return {
        said: place for said, place in found.items() if said not in NEVER and "asctime" not in said
    }


def translated(file: Path) -> dict[str, str]:
    """What a catalogue has already."""
    if not file.exists():
        return {}
    found = {}
    for message in ElementTree.parse(file).getroot().iter("message"):
        found[message.findtext("source") or ""] = message.findtext("translation") or ""
    return found


def write(file: Path, language: str, said: dict[str, str]) -> list[str]:
    """Write a catalogue; the sentences that have no translation yet."""
    known = translated(file)
    root = ElementTree.Element("TS", version="2.1", language=language, sourcelanguage="en")
    context = ElementTree.SubElement(root, "context")
    ElementTree.SubElement(context, "name").text = "tinstamp"
    missing = []
    for source in said:
        message = ElementTree.SubElement(context, "message")
        ElementTree.SubElement(message, "source").text = source
        translation = ElementTree.SubElement(message, "translation")
        translation.text = known.get(source, "")
        if not translation.text:
            translation.set("type", "unfinished")
            missing.append(source)
    ElementTree.indent(root, " ")
    head = '<?xml version="1.0" encoding="utf-8"?>\n<!DOCTYPE TS>\n'
    file.write_text(head + ElementTree.tostring(root, encoding="unicode") + "\n", encoding="utf-8")
    return missing


def main() -> int:
    """Write all catalogues, or with `--check` tell what is missing in them."""
    said = everything()
    wrong = 0
    for file in sorted(FOLDER.glob("tinstamp_*.ts")):
        known = translated(file)
        if "--check" in sys.argv:
            missing = [source for source in said if not known.get(source)]
        else:
            missing = write(file, file.stem.partition("_")[2], said)
        wrong += len(missing)
        print(f"{file.name}: {len(said)} sentences, {len(missing)} without a translation")
        for source in missing:
            print(f"  {said[source]}: {source!r}")
    return 1 if wrong else 0


if __name__ == "__main__":
    sys.exit(main())
