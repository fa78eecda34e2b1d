"""Fields of a stamp: artwork, setting, relief."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtWidgets import QLabel, QPushButton, QVBoxLayout, QWidget

from tinstamp.artwork.drawn import Artwork
from tinstamp.artwork.fonts import FontError
from tinstamp.artwork.painted import LogoError
from tinstamp.chart.belt import BeltChart
from tinstamp.chart.joint import Faces
from tinstamp.desk import palette as p
from tinstamp.desk.arrange import arrange_button
from tinstamp.desk.artwork_fields import ArtworkFields
from tinstamp.desk.fields import FieldsPage
from tinstamp.desk.session import Session
from tinstamp.desk.setting_fields import guide_fields, repeat_fields
from tinstamp.desk.style import type_at
from tinstamp.engine.flat import flat_artwork
from tinstamp.job.formula import FormulaError
from tinstamp.job.model import Cast, Path, get
from tinstamp.job.nearest import MOST, nearest_faces
from tinstamp.job.rename import rename_stamp


class StampPage(FieldsPage):
    """The page of a stamp's card."""

    @staticmethod
    def make_up(session: Session) -> object:
        """What decides which fields there are."""
        stamp = session.job.stamps[session.selected]
        art, setting = stamp.artwork, stamp.setting
        font = getattr(art, "font", None)
        written = font and (font.family, font.style, font.digest)
        letters = [x.own_depth for x in getattr(art, "letters", ())]
        letters = (*letters, *(x.font for x in getattr(art, "styles", ())))
        more = (letters, getattr(art, "idle", ()), getattr(art, "file", ""), stamp.border.on)
        kinds = (art.kind, written, *more)
        guide = setting.guide
        points = tuple(k.to for k in guide.points) if guide.kind == "drawn" else ()
        others = sum(s.setting.face == setting.face for s in session.job.stamps) > 1
        beside = bool(Faces.of(session.charts).beside(setting.face))
        run = (beside, setting.over, setting.true_along)
        place = (
            others,
            bool(setting.from_stamp),
            setting.cast.way,
            stamp.relief.make == "mark",
            run,
        )
        return StampPage._round(session), kinds, guide.kind, points, setting.repeat.kind, place

    def artwork_of(self, index: int) -> Artwork | None:
        """A stamp's artwork as it is drawn now; None while a field of it is wrong."""
        s = self.session
        try:
            return flat_artwork(s.document, s.resolved, index)
        except (FontError, FormulaError, LogoError):
            return None

    @staticmethod
    def _round(session: Session) -> bool:
        chart = session.chart_of(session.selected)
        return chart is not None and chart.closed

    def __init__(self, session: Session) -> None:
        super().__init__(session)
        base = ("stamps", session.selected)
        name = session.job.stamps[session.selected].name
        self.section("Artwork")
        index = session.selected
        self.words(
            "Name",
            (*base, "name"),
            "the stamp's name",
            lambda job, new: rename_stamp(job, index, new),
        )
        helper = ArtworkFields(self, index, lambda: session.wants_file.emit("logo"))
        self._setting(base, name)
        guide_fields(self, index, helper)
        repeat_fields(self, index)
        self.section("Relief")
        self.choice(
            "Make",
            (*base, "relief", "make"),
            (("engrave", "Engrave"), ("emboss", "Emboss"), ("mark", "Mark")),
            f"what is made of “{name}”",
        ).setToolTip("Mark only parts the face and colours it, without depth")
        if session.job.stamps[index].relief.make != "mark":
            self.formula((*base, "relief", "depth"), "mm", f"depth of “{name}”", 0.1)
            self.choice(
                "Walls",
                (*base, "relief", "walls"),
                (("normal", "Square"), ("cast", "Parallel")),
                f"the walls of “{name}”",
            ).setToolTip("Square to the face everywhere, or all parallel to one direction")
            self.choice(
                "Caps",
                (*base, "relief", "caps"),
                (("follow", "As the face"), ("plane", "Flat")),
                f"the caps of “{name}”",
            ).setToolTip("Follow the face at the depth, or lie in a plane")
        self.colour("Cap colour", (*base, "relief", "colour"), f"colour of “{name}”")
        self.done()

    def _setting(self, base: tuple[str, int], name: str) -> None:
        round_face = self._round(self.session)
        self.section("Setting")
        self.pick("Face", (*base, "setting", "face"), self._faces, f"the face of “{name}”")
        self._nearest((*base, "setting", "face"))
        if round_face:
            across = self.formula((*base, "setting", "across"), "°", f"the place of “{name}”", 5.0)
            across.line.setToolTip(
                "Round from the front, which is 0°; a length, such as 12 mm, is taken too"
            )
            self._unit_follows(across, base)
        else:
            self.formula(
                (*base, "setting", "across"), "mm", f"the place of “{name}”"
            ).line.setToolTip("From the middle of the face, to the right")
        up = self.formula((*base, "setting", "up"), "mm", f"the height of “{name}”")
        up.line.setToolTip(
            "From the lower rim, along the face" if round_face else "From the middle of the face"
        )
        self.pick(
            "Rests on",
            (*base, "setting", "rests_on"),
            lambda: (
                ("baseline", "baseline"),
                ("middle", "middle of the ink"),
                ("bottom", "bottom of the ink"),
                ("top", "top of the ink"),
            ),
            f"what “{name}” rests on",
        )
        self.pick(
            "Held by",
            (*base, "setting", "held_by"),
            lambda: (
                ("origin", "its alignment"),
                ("left", "left side"),
                ("middle", "middle"),
                ("right", "right side"),
            ),
            f"what “{name}” is held by",
        )
        self._measured_from(base, name, round_face)
        self._laid(base, name)
        self.formula((*base, "setting", "turn"), "°", f"the turn of “{name}”", 5.0)
        self.row("Arrange", arrange_button(self, base[1]))

    def _measured_from(self, base: tuple[str, int], name: str, round_face: bool) -> None:
        """What across and up are measured from: the face, its edges, or another stamp."""
        setting = self.session.job.stamps[base[1]].setting
        others = self._others(base[1])
        if others or setting.from_stamp:
            self.pick(
                "Place from",
                (*base, "setting", "from_stamp"),
                lambda: [("", "the face"), *((o, f"“{o}”") for o in self._others(base[1]))],
                f"what “{name}” is measured from",
            )
        stamp = bool(setting.from_stamp)
        if stamp or not round_face:
            self.pick(
                "Across from",
                (*base, "setting", "across_from"),
                lambda: (
                    ("middle", "its middle" if stamp else "the middle"),
                    ("left", "its left side" if stamp else "the left edge"),
                    ("right", "its right side" if stamp else "the right edge"),
                ),
                f"what “{name}” is measured from",
            )
        below = "its bottom" if stamp else "the lower rim" if round_face else "the lower edge"
        above = "its top" if stamp else "the upper rim" if round_face else "the upper edge"
        choices = [("lower", below), ("middle", "its middle" if stamp else "the middle"),
                   ("upper", above)]  # fmt: skip
        if stamp:
            choices.insert(0, ("usual", "its own line"))
        elif get(self.session.job, (*base, "setting", "up_from")) == "usual":
            choices.insert(0, ("usual", "the rim or middle it was made with"))
        self.pick(
            "Up from",
            (*base, "setting", "up_from"),
            lambda: choices,
            f"what “{name}” is measured from",
        )

    def _laid(self, base: tuple[str, int], name: str) -> None:
        """Wrapped or cast, and from where."""
        self.pick(
            "Laid",
            (*base, "setting", "cast", "way"),
            lambda: (
                ("none", "wrapped round"),
                ("patch", "wrapped, as a patch"),
                ("square", "cast, square to it"),
                ("front", "cast from the front"),
                ("back", "cast from the back"),
                ("left", "cast from the left"),
                ("right", "cast from the right"),
                ("above", "cast from above"),
                ("below", "cast from below"),
                ("vector", "cast along x, y, z"),
            ),
            f"how “{name}” comes onto its face",
        )
        if self.session.job.stamps[base[1]].setting.cast.way not in ("none", "patch"):
            self.choice(
                "Side",
                (*base, "setting", "cast", "side"),
                (("near", "Near"), ("far", "Far"), ("both", "Both")),
                f"the side that “{name}” is cast onto",
            ).setToolTip("Where the cast meets the face first, where it comes out again, or both")
        if self.session.job.stamps[base[1]].setting.cast.way == "vector":
            for axis in ("x", "y", "z"):
                self.formula((*base, "setting", "cast", axis), "", f"the cast of “{name}”", 0.1)
            button = QPushButton("As it is looked at now")
            button.setToolTip("Cast along the view of the part")
            button.clicked.connect(lambda: self._along_view(base, name))
            self.bind("along view", button, lambda: None)
            self.row("", button)

        self._run_over(base, name)
        self._true_along(base, name)

    def _run_over(self, base: tuple[str, int], name: str) -> None:
        """Whether it runs on over the faces beside, where there are some."""
        setting = self.session.job.stamps[base[1]].setting
        beside = Faces.of(self.session.charts).beside(setting.face)
        if beside or setting.over != "face":
            self.choice(
                "Runs over",
                (*base, "setting", "over"),
                (("face", "This face"), ("neighbours", "Those beside")),
                f"the faces that “{name}” runs over",
            ).setToolTip("Faces that meet this one at no more than 15° are laid out beside it")

    def _true_along(self, base: tuple[str, int], name: str) -> None:
        """Where lengths round a turned face are true."""
        setting = self.session.job.stamps[base[1]].setting
        chart = self.session.chart_of(base[1])
        if setting.cast.way != "none" or not isinstance(chart, BeltChart):
            return
        self.pick(
            "True along",
            (*base, "setting", "true_along"),
            lambda: (
                ("artwork", "middle of the ink"),
                ("lower", "the lower rim"),
                ("upper", "the upper rim"),
                ("height", "a height"),
            ),
            f"where the lengths of “{name}” are true",
        )
        if setting.true_along == "height":
            self.formula(
                (*base, "setting", "true_up"), "mm", f"where “{name}” is true"
            ).line.setToolTip("From the lower rim, along the face")

    def _along_view(self, base: tuple[str, int], name: str) -> None:
        x, y, z = self.session.looking
        cast = Cast(way="vector", x=f"{x:.4f}", y=f"{y:.4f}", z=f"{z:.4f}")
        self.put((*base, "setting", "cast"), cast, f"the cast of “{name}”")

    def _others(self, index: int) -> list[str]:
        """Other stamps on the same face."""
        stamps = self.session.job.stamps
        face = stamps[index].setting.face
        return [s.name for i, s in enumerate(stamps) if i != index and s.setting.face == face]

    def _nearest(self, path: Path) -> None:
        """What to lie on instead when the face is gone; nothing is moved by itself."""
        holder = QWidget()
        column = QVBoxLayout(holder)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(3)
        word = QLabel()
        word.setProperty("role", "error")
        word.setFont(type_at(p.SMALL))
        word.setWordWrap(True)
        column.addWidget(word)
        buttons = [QPushButton() for _ in range(MOST)]
        for button in buttons:
            column.addWidget(button)
            button.clicked.connect(lambda _=False, b=button: self._take_face(path, b))
        form = self.form
        self.row("", holder)

        def renew() -> None:
            face = get(self.session.job, path)
            gone = bool(self.session.kinds) and face not in self.session.kinds
            form.setRowVisible(holder, gone)
            if not gone:
                return
            word.setText(f"“{face}” is not there any more. Nearest to it:")
            near = nearest_faces(face, self.session.charts)
            for k, button in enumerate(buttons):
                button.setVisible(k < len(near))
                button.setText(f"Lay it on {near[k]}" if k < len(near) else "")
                button.setProperty("face", near[k] if k < len(near) else "")

        self.bind("nearest", holder, renew)

    def _take_face(self, path: Path, button: QPushButton) -> None:
        self.put(path, button.property("face"), "the face")

    def _unit_follows(self, field, base: tuple[str, int]) -> None:  # type: ignore[no-untyped-def]
        key = f"{base[0]}.{base[1]}.setting.across"

        def renew() -> None:
            known = self.session.resolved.values
            is_length = key in known and key not in self.session.resolved.angles
            field.unit.setText("mm" if is_length else "°")

        self._renewers.insert(0, renew)

    def _faces(self) -> Sequence[tuple[str, str]]:
        charts = self.session.charts
        return [(name, f"{name} · {chart.kind}") for name, chart in charts.items()]
