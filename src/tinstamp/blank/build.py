"""Features with their sizes to a blank, one after the other."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Mapping
from dataclasses import dataclass

from tinstamp.blank.changes import combined, flipped_charts, hole, hollow, soften
from tinstamp.blank.extruded_solid import extruded
from tinstamp.blank.groove import groove
from tinstamp.blank.making import BlankError, Making, begun
from tinstamp.blank.moving import HOME, frame_of, moved
from tinstamp.blank.railed_solid import railed
from tinstamp.blank.round_solid import SEAM, tube
from tinstamp.blank.sewing import SewError
from tinstamp.blank.skin_solid import SkinError, skin
from tinstamp.blank.solid import Blank
from tinstamp.blank.step_in import ImportTrouble, kept
from tinstamp.blank.turned_solid import OVER, turned
from tinstamp.job.changes import Groove, Hole, Hollow, Soften
from tinstamp.job.feature import BaseFeature, Body
from tinstamp.job.form import Extrusion, Form, Kept, Railed, Round, Skin, Turning

Seams = tuple[tuple[str, float], ...]
"""By face name, the angle of its seam in degrees from the front; of a freeform face its place in
the face's own parameter."""


@dataclass(frozen=True)
class Sized:
    """A feature with its values worked out, mm or degrees, by field."""

    feature: BaseFeature
    values: tuple[tuple[str, float], ...]

    @property
    def key(self) -> tuple[object, ...]:
        """All that the feature's effect depends on; formulas count by their values."""
        return (type(self.feature).__name__, _held(self.feature), self.values)

    @property
    def body_key(self) -> tuple[object, ...]:
        """The same for a body at the origin."""
        elsewhere = ("at", "how")
        own = tuple(v for v in self.values if v[0].partition(".")[0] not in elsewhere)
        plain = tuple(v for v in _held(self.feature) if v[0].partition(".")[0] not in elsewhere)
        return (type(self.feature).__name__, plain, own)


MOST_HELD = 64
"""features whose plain fields are remembered: an imported part has many thousands of them"""
_HELD: OrderedDict[int, tuple[BaseFeature, tuple[tuple[str, object], ...]]] = OrderedDict()


def _held(feature: BaseFeature) -> tuple[tuple[str, object], ...]:
    """What a feature holds besides formulas; a feature never changes."""
    found = _HELD.get(id(feature))
    if found is None or found[0] is not feature:
        found = _HELD[id(feature)] = (feature, _plain(feature, ""))
        while len(_HELD) > MOST_HELD:
            _HELD.popitem(last=False)
    return found[1]


def _plain(value: object, path: str) -> tuple[tuple[str, object], ...]:
    """What a feature holds besides formulas, flat."""
    from tinstamp.job.field import Wants
    from tinstamp.job.values import Value

    found: list[tuple[str, object]] = []
    if isinstance(value, Value):
        for name, info in type(value).model_fields.items():
            if not any(isinstance(m, Wants) for m in info.metadata):
                found += _plain(getattr(value, name), f"{path}{name}.")
    elif isinstance(value, tuple):
        for i, item in enumerate(value):
            found += _plain(item, f"{path}{i}.")
    elif not isinstance(value, dict):
        found.append((path, value))
    return tuple(found)


def body(sized: Sized, seams: Seams, parts: Mapping[str, bytes]) -> Blank:
    """A body at the origin. `parts` are imported files by digest. Raises BlankError."""
    feature = sized.feature
    assert isinstance(feature, Body)
    form = feature.form(dict(sized.values))
    try:
        return _made(feature.name, form, dict(seams), parts)
    except (SkinError, ImportTrouble) as error:
        raise BlankError(str(error)) from error
    except SewError as error:
        raise BlankError(f"“{feature.name}” cannot be made: {error}") from error


def _made(name: str, form: Form, seams: dict[str, float], parts: Mapping[str, bytes]) -> Blank:
    if isinstance(form, Round):
        return tube(name, form.outer, form.inner, form.height, seams)
    if isinstance(form, Extrusion):
        return extruded(name, form.pieces, form.height)
    if isinstance(form, Turning):
        over = [seams.pop(n) for n in list(seams) if n.endswith(OVER)]
        seam = next(iter(seams.values()), SEAM)
        return turned(name, form.pieces, form.sweep, seam, *over[:1])
    if isinstance(form, Railed):
        return railed(name, form)
    if isinstance(form, Skin):
        return skin(name, form)
    assert isinstance(form, Kept)
    if form.digest not in parts:
        raise BlankError(f"the file of “{name}” is not within the job")
    return kept(name, parts[form.digest], form, seams)


def first(sized: Sized, made: Blank) -> Making:
    """The part after its first body, moved to its place."""
    feature = sized.feature
    assert isinstance(feature, Body)
    return begun(moved(made, frame_of(feature.at, _at(sized), False, None)))


def added(part: Making, sized: Sized, made: Blank | None) -> Making:
    """The part after one more feature; `made` is its body at the origin, if it is one.

    Raises BlankError.
    """
    feature = sized.feature
    values = dict(sized.values)
    if isinstance(feature, Body):
        assert made is not None
        cut = feature.how == "cut"
        frame = frame_of(feature.at, _at(sized), cut, part)
        if cut:
            made = Blank(made.solid, flipped_charts(made))
        there = made if frame == HOME else moved(made, frame)
        return combined(part, [there], not cut, f"“{feature.name}”")
    if isinstance(feature, Hole):
        return hole(part, feature, values)
    if isinstance(feature, Hollow):
        return hollow(part, feature, values)
    if isinstance(feature, Soften):
        return soften(part, feature, values)
    assert isinstance(feature, Groove)
    return groove(part, feature, values)


def _at(sized: Sized) -> dict[str, float]:
    return {key[3:]: value for key, value in sized.values if key.startswith("at.")}


def build_blank(
    features: list[Sized], seams: Mapping[str, float], parts: Mapping[str, bytes] | None = None
) -> Blank:
    """The whole blank at once. Raises BlankError."""
    held = parts or {}
    part: Making | None = None
    for sized in features:
        is_body = isinstance(sized.feature, Body)
        made = body(sized, seams_of(sized, seams), held) if is_body else None
        if part is None:
            assert made is not None
            part = first(sized, made)
        else:
            part = added(part, sized, made)
    assert part is not None
    return part.finished()


def seams_of(sized: Sized, seams: Mapping[str, float]) -> Seams:
    """The seams that are the feature's own."""
    start = f"{sized.feature.name}."
    return tuple(sorted((n, v) for n, v in seams.items() if n.startswith(start)))
