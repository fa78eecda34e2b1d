"""Pages made from the models: which rows there are, and that each control edits its field."""

from __future__ import annotations

from typing import Any

import pytest
from PySide6.QtWidgets import QComboBox, QLineEdit, QPlainTextEdit, QSpinBox, QWidget

from tests.desk.conftest import Hand
from tinstamp.desk.commands import COMMANDS, VIEWS, command, runner
from tinstamp.desk.pages import feature_page, stamp_page  # noqa: F401  (they put in controls)
from tinstamp.desk.pages.controls import CONTROLS, Choice, control
from tinstamp.desk.pages.formula_field import FormulaField
from tinstamp.desk.pages.relief_controls import Sections
from tinstamp.desk.pages.rows import MAKE_UPS, Row, rows_of
from tinstamp.job.features import BODIES, CHANGES, Extruded, Groove, Tube
from tinstamp.job.field import declared, models_under
from tinstamp.job.model import (
    Job,
    Logo,
    Path,
    Serial,
    Setting,
    Shape,
    Stamp,
    Text,
    changed,
    dotted,
    get,
)
from tinstamp.job.relief_kinds import KINDS
from tinstamp.job.values import Value

EVERYWHERE = frozenset(
    {"alike", "round", "turned", "beside", "others", "single stroke", "not round"}
)


def stamp(artwork: Any = None, **setting: Any) -> Stamp:
    made = Setting.model_validate({"face": "tank.outer", **setting})
    return Stamp(name="m", artwork=artwork or Text(), setting=made)


def names(rows: list[Row]) -> list[str]:
    return [dotted(row.path) for row in rows]


def test_a_plain_text_in_the_order_of_the_work() -> None:
    found = names(rows_of(stamp(), ()))
    assert found[:4] == ["name", "name", "artwork.text", "artwork.font"]  # a heading first
    order = ["artwork.height", "border.on", "setting.face", "setting.across", "setting.cast.way",
             "setting.turn", "setting.guide.kind", "setting.repeat.kind", "relief.make",
             "relief.depth", "relief.colour"]  # fmt: skip
    assert [n for n in found if n in order] == order
    for hidden in ("artwork.cutter", "border.gap", "setting.true_up", "setting.cast.x",
                   "setting.guide.radius", "setting.from_stamp", "relief.margin"):  # fmt: skip
        assert hidden not in found


@pytest.mark.parametrize(
    ("change", "comes", "goes"),
    [
        ({"guide": {"kind": "arc"}}, "setting.guide.radius", "setting.guide.length"),
        ({"guide": {"kind": "drawn"}}, "setting.guide.points", "setting.guide.radius"),
        ({"repeat": {"kind": "fit"}}, "setting.repeat.gap", "setting.repeat.count"),
        ({"cast": {"way": "vector"}}, "setting.cast.z", "setting.true_along"),
        ({"cast": {"way": "front"}}, "setting.cast.side", "setting.cast.x"),
        ({"true_along": "height"}, "setting.true_up", "setting.cast.side"),
        ({"from_stamp": "other"}, "setting.from_stamp", "setting.true_up"),
        ({"over": "neighbours"}, "setting.over", "setting.true_up"),
    ],
)
def test_rows_come_and_go_with_what_is_chosen(
    change: dict[str, Any], comes: str, goes: str
) -> None:
    found = names(rows_of(stamp(**change), ()))
    assert comes in found and goes not in found


@pytest.mark.parametrize(("fact", "field"), [("others", "setting.from_stamp"),
                         ("beside", "setting.over"), ("turned", "setting.true_along"),
                         ("single stroke", "artwork.cutter"),
                         ("not round", "setting.across_from")])  # fmt: skip
def test_what_makes_no_sense_on_a_face_is_not_offered_there(fact: str, field: str) -> None:
    assert field not in names(rows_of(stamp(), ()))
    assert field in names(rows_of(stamp(), (), frozenset({fact})))


@pytest.mark.parametrize("make", KINDS)
def test_relief_shows_what_counts_for_it(make: str) -> None:
    marked = changed(stamp(), ("relief", "make"), make)
    found = names(rows_of(marked, ()))
    assert ("relief.depth" in found) == (make not in ("mark", "stencil"))
    assert ("relief.walls" in found) == (make in ("engrave", "emboss", "field", "panel"))
    assert ("relief.clearance" in found) == (make == "inlay")
    assert ("relief.gap" in found) == (make == "loose") and "relief.pin_length" not in found
    assert ("relief.bridge" in found) == (make == "stencil")
    assert ("relief.margin" in found) == (make in ("field", "panel"))


LOGOS = [Logo(format=kind) for kind in ("svg", "dxf", "png")]
SHAPES = [
    Shape.model_validate({"shape": s}) for s in ("line", "rectangle", "circle", "polygon", "band")
]


@pytest.mark.parametrize("art", [Text(), *LOGOS, *SHAPES], ids=lambda a: f"{a.kind}")
def test_every_row_has_its_control_and_every_counting_field_a_row(art: Any) -> None:
    marked = stamp(art)
    rows = rows_of(marked, (), EVERYWHERE)
    assert all(row.control in CONTROLS for row in rows)
    shown = {row.path for row in rows}

    def look(value: Value, base: Path) -> None:
        for name, known in declared(type(value)).items():
            inner = getattr(value, name)
            if name in value.idle or known.shown.control == "none":
                continue
            if isinstance(inner, Value) and not known.shown.control:
                look(inner, (*base, name))
            elif known.told:
                assert (*base, name) in shown, name

    look(marked, ())


@pytest.mark.parametrize("kind", [*BODIES, *CHANGES])
def test_features_have_rows_for_what_counts(kind: str) -> None:
    model = {**BODIES, **CHANGES}[kind]
    feature = model.model_validate({"name": "f"})
    rows = rows_of(feature, ("blank", "features", 0))
    assert rows and all(row.control in CONTROLS for row in rows)
    assert not {row.path[-1] for row in rows} & (feature.idle | {"name", "on", "kind", "at"})


def test_a_page_is_made_anew_when_its_make_up_changes_and_only_then() -> None:
    drawn = stamp(guide={"kind": "drawn"})
    keys = [row.key for row in rows_of(drawn, ())]
    moved = changed(drawn, ("setting", "guide", "points", 0, "x"), "-30 mm")
    assert [row.key for row in rows_of(moved, ())] == keys
    bent = changed(drawn, ("setting", "guide", "points", 0, "to"), "line")
    assert [row.key for row in rows_of(bent, ())] != keys
    closed = changed(drawn, ("setting", "guide", "closed"), True)
    assert [row.key for row in rows_of(closed, ())] != keys
    groove = Groove(name="g", path="drawn")
    assert any(row.control == "points" for row in rows_of(groove, ()))
    assert set(MAKE_UPS) <= set(CONTROLS)


def test_units_and_steps_follow_from_what_a_field_wants() -> None:
    rows = {dotted(row.path): row.declared for row in rows_of(stamp(), (), EVERYWHERE)}
    assert rows["artwork.height"].unit == "mm" and rows["setting.turn"].unit == "°"
    assert rows["artwork.line_spacing"].unit == "×" and rows["setting.turn"].step == 5.0
    assert rows["relief.depth"].step == 0.1
    assert [w for _, w in rows["artwork.align"].choices] == ["Start", "Centre", "End"]
    assert rows["artwork.mirrored"].choices == ((False, "No"), (True, "Yes"))


def test_two_controls_cannot_have_one_name() -> None:
    with pytest.raises(ValueError, match="two controls"):
        control("formula")(lambda page, row: None)


def test_every_model_of_a_job_is_found() -> None:
    found = {model.__name__ for model in models_under(Job)}
    assert {"Text", "Logo", "Shape", "Guide", "Relief", "Knot", "Tube", "Groove"} <= found


# -- in the window


def edit(hand: Hand, widget: QWidget, now: Any) -> bool:
    """Another value by the control itself; False where there is none to give."""
    if isinstance(widget, FormulaField):
        hand.write(
            widget.line, f"{now} + 0.1 {widget.unit.text().replace('°', 'deg').replace('×', '')}"
        )
    elif isinstance(widget, Choice | Sections):
        at = next(k for k, key in enumerate(widget.keys) if key != now)
        widget.group.button(at).click()
    elif isinstance(widget, QSpinBox):
        widget.setValue(int(now) + 1)
    elif isinstance(widget, QLineEdit | QPlainTextEdit):
        hand.write(widget, "other")
    elif isinstance(widget, QComboBox) and not widget.isEditable() and widget.count() > 1:
        at = next(k for k in range(widget.count()) if widget.itemData(k) != now)
        widget.setCurrentIndex(at)
        widget.activated.emit(at)
    else:
        return False
    return True


FIELDS = ["name", "artwork.text", "artwork.height", "artwork.sizing", "artwork.slant",
          "artwork.mirrored", "artwork.line_spacing", "border.on", "setting.across",
          "setting.rests_on", "setting.held_by", "setting.cast.way", "setting.turn",
          "setting.guide.kind", "setting.repeat.kind", "relief.make", "relief.depth",
          "relief.walls", "relief.caps"]  # fmt: skip


@pytest.mark.parametrize("field", FIELDS)
def test_each_control_edits_its_own_field_and_undo_takes_it_back(opened: Hand, field: str) -> None:
    session = opened.window.session
    opened.hold_engine()  # fields alone: nothing is to be built
    path: Path = ("stamps", 0, *field.split("."))
    before = session.job
    now = get(before, path)
    page = opened.window.fields.page
    assert page is not None and edit(opened, page.by_path[dotted(path)], now)
    opened.until(lambda: session.job != before)
    assert get(session.job, path) != now
    label = session.history.undo_label
    assert label is not None and label.startswith("change ")
    session.settle()
    session.undo()
    assert session.job == before


def test_limits_are_fields_with_their_reasons(opened: Hand) -> None:
    session = opened.window.session
    session.select(-1)
    page = opened.window.fields.page
    assert page is not None
    field = page.by_path["limits.least_gap"]
    assert isinstance(field, FormulaField)
    assert field.line.text() == "0.2 mm" and "closes up" in field.line.toolTip()
    opened.write(field.line, "0.3 mm")
    opened.until(lambda: session.job.limits == {"least_gap": "0.3 mm"})
    opened.write(field.line, "-1 mm")
    opened.until(lambda: session.error_at("limits.least_gap") is not None)
    session.undo()


def test_commands_are_actions_with_their_keys(opened: Hand) -> None:
    window = opened.window
    for each in COMMANDS:
        action = window.actions_by_name[each.name]
        assert " or ".join(key.toString() for key in action.shortcuts()) == each.keys
        assert callable(runner(window, each))
    assert command("new").words == "New"
    with pytest.raises(LookupError):
        command("nothing")


def test_views_of_a_stamp_wait_for_one(opened: Hand) -> None:
    window = opened.window
    window.session.select(-1)
    off = [view.name for view in VIEWS if not window.actions_by_name[view.name].isEnabled()]
    assert off == ["square", "end", "section"]
    window.session.select(0)
    assert all(window.actions_by_name[view.name].isEnabled() for view in VIEWS)
    assert not window.actions_by_name["undo"].isEnabled()
    runner(window, command("sheet alone"))()
    assert window.splitter.sizes()[0] == 0
    runner(window, command("sheet alone"))()
    assert all(window.splitter.sizes())


def test_keys_lead_to_the_parts_of_the_window(opened: Hand) -> None:
    window = opened.window
    for name, there in (("to ticket", window.ticket.list), ("to part", window.part),
                        ("to sheet", window.sheet)):  # fmt: skip
        runner(window, command(name))()
        assert opened.app.focusWidget() is there
    runner(window, command("to fields"))()
    assert window.fields.isAncestorOf(opened.app.focusWidget())


def test_a_serial_number_has_rows_too() -> None:
    rows = rows_of(Serial(), ("serial",))
    assert [row.control for row in rows] == ["words", "number", "number", "words"]
    assert rows_of(Extruded(name="e"), ())[0].control == "points"
    assert [r.path[-1] for r in rows_of(Tube(name="t"), ())] == [
        "outer_diameter", "given", "wall", "height"
    ]  # fmt: skip


def test_a_font_that_gets_its_digest_with_the_first_edit_does_not_end_the_typing(
    opened: Hand,
) -> None:
    """Jobs made from Python name a font alone; its digest comes with the first key."""
    page, session = opened.window.fields.page, opened.window.session
    opened.hold_engine()
    opened.write(opened.field("stamps.0.name"), "other")
    assert opened.window.fields.page is page and session.job.stamps[0].name == "other"
    session.undo()
    assert session.job.stamps[0].name == "Filling line"
