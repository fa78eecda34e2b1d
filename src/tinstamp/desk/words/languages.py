"""The languages that the desk speaks, each by its own name. No Qt here."""

from __future__ import annotations

LANGUAGES = {"en": "English", "de": "Deutsch"}
