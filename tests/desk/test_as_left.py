"""The window as hands leave it: labels whole, a field as high as before when groups are opened, the
part in sight when its sizes change, faces seen from straight before them not washed out."""

from __future__ import annotations

import inspect
from collections.abc import Iterator

import numpy as np
import pytest
from pydantic import BaseModel
from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtGui import QFontMetrics, QImage
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QToolButton

from tests.desk.conftest import Hand
from tinstamp.desk.look.short_box import ShortBox
from tinstamp.desk.pages.fields import LABEL_WIDTH
from tinstamp.job import artwork, features, model, relief, setting, shelf


def labels() -> Iterator[tuple[str, str]]:
    """Every label that a model declares for a row of its own."""
    for module in (artwork, features, model, relief, setting):
        for name, one in inspect.getmembers(module, inspect.isclass):
            if issubclass(one, BaseModel):
                for field in one.model_fields.values():
                    for told in field.metadata:
                        if getattr(told, "label", "") and told.control != "none":
                            yield name, told.label


def test_every_label_of_a_row_is_whole(app: QApplication) -> None:
    metrics = QFontMetrics(app.font())
    found = {label for _, label in labels()}
    assert len(found) > 100
    not_rows = {"Accepted findings"}
    cut = {x for x in found - not_rows if metrics.horizontalAdvance(x) > LABEL_WIDTH}
    assert not cut


def test_the_text_keeps_its_height_when_groups_are_opened(opened: Hand) -> None:
    page = opened.window.fields.page
    assert page is not None
    box = page.by_path["stamps.0.artwork.text"]
    before = box.height()
    for name, heading in page.by_path.items():
        if name.startswith("fold ") and isinstance(heading, QToolButton):
            QTest.mouseClick(heading, Qt.MouseButton.LeftButton)
    opened.until(lambda: opened.window.fields.area.verticalScrollBar().maximum() > 0)
    assert box.height() == before >= 50


def test_words_too_long_for_a_list_are_shortened_until_it_is_open(app: QApplication) -> None:
    box = ShortBox()
    box.addItems(["short", "tank.inner · cylinder, inside, with a long name"])
    box.resize(150, 26)
    box.show()
    assert box.shown_words() == "short"
    box.setCurrentIndex(1)
    assert box.shown_words().endswith("…") and box.currentText().endswith("name")
    box.showPopup()
    assert box.view().width() > QFontMetrics(box.font()).horizontalAdvance(box.currentText())
    box.hidePopup()
    box.close()


def silhouette(hand: Hand) -> tuple[int, int]:
    """Columns and rows of the part's picture in which the part is hit."""
    part = hand.window.part
    wide = sum(part.hit(QPointF(x, part.height() / 2)) is not None for x in range(part.width()))
    middle = part.width() / 2
    high = sum(part.hit(QPointF(middle, y)) is not None for y in range(part.height()))
    return wide, high


def test_a_part_that_grows_is_framed_anew_unless_it_was_turned(opened: Hand) -> None:
    hand, part = opened, opened.window.part
    hand.until_built()
    wide, _ = silhouette(hand)
    assert 0 < wide < part.width()
    hand.window.session.select(-1)
    page = "blank.features.0."
    hand.write(hand.field(f"{page}outer_diameter"), "240 mm")
    hand.until_built()
    after, _ = silhouette(hand)
    assert after < part.width() - 20, "the whole of it is in sight"
    hand.drag(part, QPointF(30, 60), QPointF(90, 90))
    looking = part.scene.looking
    hand.write(hand.field(f"{page}outer_diameter"), "200 mm")
    hand.until_built()
    assert part.scene.looking == pytest.approx(looking), "as the hand turned it"


def test_a_face_seen_from_straight_before_it_stands_out_from_the_ground(opened: Hand) -> None:
    """The end of a tube, looked at along its axis: its light grey is not the ground's."""
    hand, part = opened, opened.window.part
    hand.until_built()
    hand.window.show_view("end")
    QTest.mouseMove(part, QPoint(3, part.height() - 3))
    image = part.seen(1).convertToFormat(QImage.Format.Format_Grayscale8)
    grey = np.frombuffer(image.constBits(), np.uint8).reshape(image.height(), -1)
    ground = int(np.median(grey[-4:, :40]))
    hits = [
        int(grey[y, x])
        for x in range(0, part.width(), 7)
        for y in range(0, part.height(), 7)
        if part.hit(QPointF(x, y)) is not None
    ]
    assert hits and ground - np.quantile(hits, 0.75) > 20


ARTWORKS = {
    "text": model.Text(text="OIL"),
    "sign": model.Sign(),
    "scale": model.Scale(),
    "mark": model.Code(),
    "braille": model.Braille(text="oil"),
    "line": model.Shape(shape="line"),
    "rectangle": model.Shape(shape="rectangle"),
    "polygon": model.Shape(shape="polygon"),
    "band": model.Shape(shape="band", wide="1 mm"),
}


@pytest.mark.parametrize("kind", [*ARTWORKS, "a picture", "a drawing"])
def test_the_fields_of_every_artwork_fit_their_column(opened: Hand, kind: str) -> None:
    """With all groups open, and a guide with all its fields."""
    opened.hold_engine()
    session = opened.window.session
    (stamp,) = session.job.stamps
    if kind in ARTWORKS:
        drawn: object = ARTWORKS[kind]
    else:
        name = "written by hand.png" if kind == "a picture" else "lamp.svg"
        drawn = model.Logo(file=name, digest="0" * 64)
    for relief_kind in relief.KINDS:
        given = stamp.model_copy(update={
            "artwork": drawn, "relief": stamp.relief.model_copy(update={"make": relief_kind}),
            "setting": stamp.setting.model_copy(update={"guide": model.Guide(kind="drawn")}),
        })  # fmt: skip
        session.replace(session.job.model_copy(update={"stamps": (given,)}), "another artwork")
        page, area = opened.window.fields.page, opened.window.fields.area
        assert page is not None
        for name, heading in page.by_path.items():
            folded = isinstance(heading, QToolButton) and not heading.isChecked()
            if name.startswith("fold ") and folded:
                heading.click()  # type: ignore[attr-defined]
        opened.app.processEvents()
        wide = page.minimumSizeHint().width()
        assert wide <= area.viewport().width(), (relief_kind, wide, area.viewport().width())
    opened.let_engine()


@pytest.mark.parametrize("name", [*shelf.SHIPPED])
def test_the_fields_of_every_blank_fit_their_column(opened: Hand, name: str) -> None:
    """Of each of its features."""
    opened.hold_engine()
    session, area = opened.window.session, opened.window.fields.area
    session.select(-1)
    session.replace(shelf.SHIPPED[name], "another blank")
    for k in range(len(session.job.blank.features)):
        session.select_feature(k)
        opened.app.processEvents()
        page = opened.window.fields.page
        assert page is not None
        wide = page.minimumSizeHint().width()
        assert wide <= area.viewport().width(), (k, wide, area.viewport().width())
    opened.let_engine()
