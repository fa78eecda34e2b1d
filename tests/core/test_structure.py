"""The house itself: sizes of functions and files, and that no import goes round in a circle."""

from __future__ import annotations

import ast
from collections.abc import Iterator
from pathlib import Path

import pytest

from tests.conftest import ROOT

LONGEST_FUNCTION, LONGEST_FILE = 60, 500
SOURCES = sorted((ROOT / "src" / "tinstamp").rglob("*.py"))
OTHERS = [
    path
    for folder in ("tests", "trials", "scripts", "benchmarks")
    for path in sorted((ROOT / folder).rglob("*.py"))
]


@pytest.mark.parametrize("path", [*SOURCES, *OTHERS], ids=lambda p: str(p.relative_to(ROOT)))
def test_no_function_and_no_file_is_too_long(path: Path) -> None:
    text = path.read_text()
    assert len(text.splitlines()) <= LONGEST_FILE
    for node in ast.walk(ast.parse(text)):
        if isinstance(node, ast.FunctionDef):
            assert (node.end_lineno or 0) - node.lineno < LONGEST_FUNCTION, node.name


def name_of(path: Path) -> str:
    steps = path.relative_to(ROOT / "src").with_suffix("").parts
    return ".".join(steps[:-1] if steps[-1] == "__init__" else steps)


MODULES = {name_of(path): path for path in SOURCES}


def imported(path: Path) -> Iterator[str]:
    """Modules of the program that a file imports, wherever in it, also for types alone."""
    for node in ast.walk(ast.parse(path.read_text())):
        if isinstance(node, ast.Import):
            yield from (alias.name for alias in node.names if alias.name in MODULES)
        elif isinstance(node, ast.ImportFrom) and node.module and node.level == 0:
            for alias in node.names:
                full = f"{node.module}.{alias.name}"
                if full in MODULES or node.module in MODULES:
                    yield full if full in MODULES else node.module


ONE_WAY_BACK = {
    ("tinstamp", "tinstamp.verbs"),
    ("tinstamp.output.outputs", "tinstamp.output.result"),
}
"""The package gives out its verbs when asked; the list of outputs names a type of the writers."""


def test_no_import_goes_round_in_a_circle() -> None:
    graph = {
        name: {other for other in imported(path) if (name, other) not in ONE_WAY_BACK}
        for name, path in MODULES.items()
    }
    done: set[str] = set()
    for start in graph:
        stack: list[tuple[str, Iterator[str]]] = [(start, iter(graph[start]))]
        on_path = [start]
        while stack and start not in done:
            name, rest = stack[-1]
            other = next(rest, None)
            if other is None:
                done.add(name)
                stack.pop()
                on_path.pop()
            elif other in on_path:
                raise AssertionError(" -> ".join([*on_path[on_path.index(other) :], other]))
            elif other not in done:
                stack.append((other, iter(graph[other])))
                on_path.append(other)


ROOMS = ("look", "work", "pages", "sheet", "part", "ticket", "dialogs")


def test_every_file_of_the_desk_has_a_room() -> None:
    alone = {p.stem for p in (ROOT / "src/tinstamp/desk").glob("*.py")}
    assert alone == {"__init__", "app", "window", "commands"}
    for room in ROOMS:
        assert len(list((ROOT / "src/tinstamp/desk" / room).glob("*.py"))) > 1


def test_everything_is_type_checked() -> None:
    text = (ROOT / "pyproject.toml").read_text()
    assert "exclude = " not in text and "ignore_errors" not in text and "strict = true" in text


@pytest.mark.parametrize("path", SOURCES, ids=lambda p: str(p.relative_to(ROOT)))
def test_a_number_by_name_says_what_it_bounds(path: Path) -> None:
    """Every bare number that a module names has a docstring and a word that says of what."""
    vague = {"FINE", "NEAR", "REACH", "MOST", "LEAST", "SAMPLES", "GRID", "STEPS", "ROUNDS", "OFF",
             "CLEAR", "PARTS", "FIT", "SAME", "ROOM", "TIME", "LARGE", "SMALL"}  # fmt: skip
    body = ast.parse(path.read_text()).body
    for node, after in zip(body, [*body[1:], None], strict=True):
        target = node.targets[0] if isinstance(node, ast.Assign) else getattr(node, "target", None)
        if not isinstance(target, ast.Name) or not target.id.isupper() or target.id[0] == "_":
            continue
        value = node.value  # type: ignore[attr-defined]
        number = isinstance(value, ast.Constant) and isinstance(value.value, int | float)
        if number or isinstance(value, ast.UnaryOp):
            told = isinstance(after, ast.Expr) and isinstance(after.value, ast.Constant)
            assert told, f"{target.id} does not say what it bounds"
            assert target.id not in vague, f"{target.id} of what?"
