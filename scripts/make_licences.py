"""Write `docs/licences.md`: the licences of all that the program ships or is installed with, as
each package's own record or file says."""

from __future__ import annotations

import re
from importlib.metadata import PackageNotFoundError, metadata
from pathlib import Path

from tinstamp.artwork.fonts import licence_of, read, shipped

ROOT = Path(__file__).resolve().parents[1]
TARGET = ROOT / "docs" / "licences.md"
SHORT = 60
"""letters of a licence that are a name, not its text"""


def licence(package: str) -> str:
    """Of an installed package: its licence expression, its short licence field, or its
    classifiers."""
    told = metadata(package)
    expression = told.get("License-Expression")
    if expression:
        return str(expression)
    classifiers = [
        c.split(" :: ")[-1] for c in told.get_all("Classifier") or [] if c.startswith("License")
    ]
    field = (told.get("License") or "").strip()
    if field and len(field) <= SHORT and "\n" not in field:
        return field
    return ", ".join(c for c in classifiers if c != "OSI Approved") or "see its files"


def pinned() -> list[str]:
    """The packages of the program's lock."""
    text = (ROOT / "requirements.lock").read_text()
    return re.findall(r"^([A-Za-z0-9._-]+)==", text, re.MULTILINE)


def page() -> str:
    """The whole page."""
    rows = []
    for package in pinned():
        try:
            told = metadata(package)
            rows.append(f"| {told['Name']} | {told['Version']} | {licence(package)} |")
        except PackageNotFoundError as error:
            raise SystemExit(f"{package} is not installed here") from error
    families: dict[str, str] = {}
    for face in shipped():
        families.setdefault(face.family, licence_of(read(face.path, face.index)))
    fonts = [f"| {family} | {words} |" for family, words in sorted(families.items())]
    return "\n".join(
        [
            "# Licences", "",
            "Written by `python -m scripts.make_licences`. The program itself, its icons, signs "
            "and demo jobs: MIT.", "", "## Packages that it is installed with", "",
            "| package | version | licence |", "| --- | --- | --- |", *rows, "",
            "## Fonts that ship with it", "", "| family | licence, as its file says |",
            "| --- | --- |", *fonts, "",
        ]
    )  # fmt: skip


if __name__ == "__main__":
    TARGET.write_text(page())
    print(TARGET.name)
