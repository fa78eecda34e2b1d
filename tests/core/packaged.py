"""Fonts from packages of the registry (development only): open fonts of several scripts."""

from __future__ import annotations

import sysconfig
from pathlib import Path

SITE = Path(sysconfig.get_path("purelib"))
FOLDERS = {
    "DejaVu": SITE / "matplotlib/mpl-data/fonts/ttf",
    "STIX": SITE / "matplotlib/mpl-data/fonts/ttf",
    "cm": SITE / "matplotlib/mpl-data/fonts/ttf",
    "Roboto": SITE / "font_roboto/files",
    "SourceSans": SITE / "font_source_sans_pro/files",
    "SourceSerif": SITE / "font_source_serif_pro/files",
    "Caladea": SITE / "font_caladea/files",
}


def packaged(name: str) -> Path:
    """The file of a packaged font."""
    return next(folder for start, folder in FOLDERS.items() if name.startswith(start)) / name


LATIN_GREEK_CYRILLIC = (
    "DejaVuSans.ttf",
    "DejaVuSerif-Italic.ttf",
    "DejaVuSansMono-Bold.ttf",
    "Roboto-Regular.ttf",
    "Roboto-BlackItalic.ttf",
    "SourceSansPro-Light.otf",
    "SourceSerifPro-Bold.otf",
    "SourceSerifPro-Regular.ttf",
    "STIXGeneral.ttf",
)
MORE = (
    "DejaVuSans-BoldOblique.ttf",
    "DejaVuSerif.ttf",
    "DejaVuSansMono-Oblique.ttf",
    "Roboto-Thin.ttf",
    "Roboto-Medium.ttf",
    "SourceSansPro-Black.ttf",
    "SourceSansPro-ExtraLightIt.otf",
    "SourceSansPro-Semibold.ttf",
    "SourceSerifPro-BlackIt.otf",
    "SourceSerifPro-Light.otf",
    "Caladea-Regular.ttf",
    "Caladea-BoldItalic.ttf",
    "STIXGeneralBolIta.ttf",
)
