"""All colours and sizes of the desk. Colours are read when something is drawn and never kept: they
are others when the desk is dark (`shades`)."""

from __future__ import annotations

PAPER = "#F1EDE4"
PANEL = "#FBF9F4"
SHEET = "#FFFFFF"
INK = "#22303A"
SECOND_INK = "#58656C"
RULE = "#D9D2C3"
RULE_STRONG = "#B9B09C"
EDGE = "#857D6A"
"""About what can be filled in or pressed: three to one on whatever it lies (WCAG 2.1, 1.4.11)."""
IDLE = "#76746A"
"""Words of what cannot be used now."""
ACCENT = "#C2452D"
ACCENT_DARK = "#A33722"
ON_ACCENT = "#FFFFFF"
BAR = "#22303A"
"""The proof line and tips: dark whatever the desk is."""
BAR_RAISED, BAR_HOVER, BAR_EDGE = "#3A4A55", "#4A5C68", "#7C8890"
ON_BAR, SECOND_ON_BAR, OLD_ON_BAR = "#E8EAEA", "#B9C2C7", "#9AA5AB"
WRONG = "#FDF1EE"
"""The ground of a field whose words cannot be used."""
PRESSED = "#E8E1D1"
TABLE = "#E9E4D9"
GREY_STAMP = "#A7A08E"
LESS, MORE = "#4F8FA8", "#D9A441"
"""Of what is made smaller and what larger on a bent face."""

FIELD_BAD, FIELD_NEAR = "#8E1B12", "#E08A3C"
FIELD_LOW, FIELD_HIGH = "#E4E8D8", "#2E6E78"
"""Of a field of measures: below its limit, just below, just above, and well above it."""

FIX = "#B3261E"
LOOK = "#8A5A00"
NOTE = "#2F6F5E"
ON_DARK = {"fix": "#FF8A7A", "look": "#FFCB6B", "note": "#8FD0BC"}
LEVEL = {"fix": FIX, "look": LOOK, "note": NOTE}
LEVEL_WORD = {"fix": "to fix", "look": "to look at", "note": "note"}

TIN = "#BCC4C8"
TIN_HOVER = "#D5DBDD"
TIN_LINE = "#7E888D"
GROUND = "#F6F3EC"

SMALL, BODY, LARGE, TITLE = 10, 11, 12, 14
"""Sizes of type, px: 10, 11, 12, 14 at the usual 96 dots an inch are pt × 4 / 3."""
FAMILY = "Public Sans"
UPON = "#2E5E6E"
"""The cap of a stamp that lies on one of the usual colour."""
