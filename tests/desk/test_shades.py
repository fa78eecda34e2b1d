"""A light and a dark desk: chosen by hand, as the desktop is, remembered, and drawn throughout."""

from __future__ import annotations

from collections.abc import Iterator

import pytest
from PySide6.QtCore import QSettings, Qt
from PySide6.QtGui import QImage
from PySide6.QtWidgets import QApplication, QWidget

from tests.desk.conftest import Hand
from tinstamp.desk.look import palette as p
from tinstamp.desk.look import shades
from tinstamp.desk.look.shades import chosen, is_dark, use


@pytest.fixture(autouse=True)
def light_again() -> Iterator[None]:
    yield
    use(False)


def how_light(widget: QWidget) -> float:
    """The mean lightness of a widget as it is drawn, 0 to 255."""
    image = widget.grab().toImage().convertToFormat(QImage.Format.Format_Grayscale8)
    rows = image.constBits().tobytes()
    return sum(rows) / len(rows)


def test_the_whole_window_goes_dark_and_back(opened: Hand) -> None:
    window = opened.window
    parts: dict[str, QWidget] = {
        "ticket": window.ticket, "sheet": window.sheet, "part": window.part,
        "fields": window.fields, "proof": window.proof,
    }  # fmt: skip
    opened.until_built()
    before = {name: how_light(widget) for name, widget in parts.items()}
    window.actions_by_name["dark"].trigger()
    opened.until(lambda: how_light(window.part) < before["part"] - 60, "the part's ground is dark")
    after = {name: how_light(widget) for name, widget in parts.items()}
    for name in ("ticket", "sheet", "fields"):
        assert before[name] > 190 and after[name] < 90, (name, before, after)
    assert after["proof"] <= before["proof"] < 90, "that line is dark whatever the desk is"
    window.actions_by_name["light"].trigger()
    opened.until(lambda: abs(how_light(window.part) - before["part"]) < 5)
    again = {name: how_light(widget) for name, widget in parts.items()}
    assert all(abs(again[name] - before[name]) < 5 for name in parts), (before, again)


def test_what_was_chosen_is_remembered(opened: Hand, settings: QSettings) -> None:
    assert chosen(settings) == "desktop"
    opened.window.actions_by_name["dark"].trigger()
    assert chosen(settings) == "dark" and p.SHEET != "#FFFFFF"
    opened.window.actions_by_name["as desktop"].trigger()
    assert chosen(settings) == "desktop" and p.SHEET == "#FFFFFF"
    settings.setValue("shade", "mauve")
    assert chosen(settings) == "desktop", "what cannot be read counts as not chosen"


def test_it_follows_the_desktop_unless_it_was_chosen(
    app: QApplication, opened: Hand, monkeypatch: pytest.MonkeyPatch
) -> None:
    """A virtual screen has no desktop to ask: what Qt would say is put in its place."""
    monkeypatch.setattr(shades, "desktop_is_dark", lambda _: True)
    app.styleHints().colorSchemeChanged.emit(Qt.ColorScheme.Dark)
    assert p.SHEET != "#FFFFFF" and is_dark("desktop", app)
    opened.window.actions_by_name["light"].trigger()
    assert p.SHEET == "#FFFFFF" and not is_dark("light", app)
    app.styleHints().colorSchemeChanged.emit(Qt.ColorScheme.Dark)
    assert p.SHEET == "#FFFFFF"


def test_what_is_typed_stays_when_colours_change(opened: Hand) -> None:
    field = opened.field("stamps.0.artwork.height")
    opened.write(field, "7 mm")
    opened.window.actions_by_name["dark"].trigger()
    opened.until(lambda: opened.window.session.job.stamps[0].artwork.height == "7 mm")  # type: ignore[union-attr]
    assert opened.window.session.history.undo_label
