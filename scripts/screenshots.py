"""Take the pictures in `docs/screenshots/` from the demo, on whatever screen there is.

Run by `./screenshots` on a virtual screen of 1280 x 800.
"""

from __future__ import annotations

import sys
import tempfile
import time
from collections.abc import Callable
from pathlib import Path

import numpy as np
from PySide6.QtCore import QPointF, QSettings, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication

from tinstamp.artwork.svg.read import study_svg
from tinstamp.desk.app import make_app
from tinstamp.desk.dialogs.before_dialog import BeforeDialog
from tinstamp.desk.dialogs.export_dialog import ExportDialog
from tinstamp.desk.dialogs.ink_dialog import InkDialog
from tinstamp.desk.dialogs.series_dialog import SeriesDialog
from tinstamp.desk.dialogs.sheet_dialog import SheetDialog
from tinstamp.desk.dialogs.shop_dialog import ShopDialog
from tinstamp.desk.dialogs.start_page import TILE
from tinstamp.desk.part.scene import Hit
from tinstamp.desk.window import Window
from tinstamp.desk.words.say import speak
from tinstamp.desk.work.demo import DEMOS
from tinstamp.desk.work.session import BLANK
from tinstamp.job.archive import Document
from tinstamp.job.drawn import knot
from tinstamp.job.features import Extruded, Tube
from tinstamp.job.model import Blank, Job, Relief, Scale, Setting, Sign, Stamp, Text
from tinstamp.job.shelf import ShelfItem

OUT = Path(__file__).resolve().parents[1] / "docs" / "screenshots"


class Camera:
    """Waits until the desk is at rest and takes the screen."""

    def __init__(self, app: QApplication, window: Window) -> None:
        self.app, self.window = app, window

    def rest(self, seconds: float = 0.6) -> None:
        end = time.monotonic() + seconds
        while time.monotonic() < end:
            self.app.processEvents()
            time.sleep(0.01)

    def until(self, seen: Callable[[], bool]) -> None:
        while not seen():
            self.rest(0.02)

    def built(self) -> None:
        session = self.window.session
        self.rest(0.2)
        self.until(lambda: not session.building and session.report is not None)
        self.rest()

    def take(self, name: str) -> None:
        self.rest()
        screen = self.window.screen().grabWindow(0)
        screen.copy(0, 0, 1280, 800).save(str(OUT / f"{name}.png"))
        print(f"{name}.png", flush=True)


def main() -> int:
    OUT.mkdir(parents=True, exist_ok=True)
    app = make_app()
    with tempfile.TemporaryDirectory() as folder:
        settings = QSettings(str(Path(folder) / "desk.ini"), QSettings.Format.IniFormat)
        window = Window(settings)
        window.setGeometry(0, 0, 1280, 800)
        window.show()
        camera = Camera(app, window)
        window.session.build_now()
        camera.built()
        _thumbnails(camera)
        window.session.open(DEMOS["fuel tank"])
        camera.built()
        window.files.show_start()
        camera.take("start")
        window.files.start.reject()
        camera.take("desk")
        _inks(camera)
        window.show_view("section")
        camera.until(lambda: bool(window.part.figures.lines))
        camera.take("section")
        window.show_view("whole")
        window.session.select(BLANK)
        camera.take("blank")
        window.session.select(0)
        _drag(camera)
        camera.take("dragging")
        QTest.mouseRelease(window.sheet, Qt.MouseButton.LeftButton)
        camera.built()
        window.session.edit(("stamps", 0, "relief", "depth"), "wall * 1.2", "depth")
        window.session.edit(("stamps", 1, "artwork", "text"), "LAMP OIL ONLY ☃ " * 5, "text")
        window.session.edit(("stamps", 1, "setting", "up"), "girht / 8", "place")
        window.session.select(1)
        camera.built()
        camera.take("findings")
        window.session.undo()
        window.session.undo()
        window.session.undo()
        window.session.select(0)
        camera.built()
        dialog = ExportDialog(window.session, Path("/tmp/for the maker"), window)
        dialog.show()
        dialog.move(380, 90)
        camera.take("write-files")
        dialog.close()
        _maker(camera, Path(folder))
        _blanks(camera)
        window.session.close()
        window.hide()
        _german_and_dark(app, settings)
    return 0


def _inks(camera: Camera) -> None:
    """The question which colours of a drawing are ink."""
    path = DEMOS["fuel tank"].parent / "lamp.svg"
    dialog = InkDialog(study_svg(path.read_bytes()), {}, path.name, camera.window)
    dialog.show()
    dialog.move(250, 70)
    camera.take("inks")
    dialog.close()


def _maker(camera: Camera, folder: Path) -> None:
    """The proof sheet, a series that was looked at, and the shop, of the base disc."""
    window = camera.window
    window.session.open(DEMOS["base disc"])
    camera.built()
    _proof(camera)
    sheet = SheetDialog(window.session, folder, window)
    sheet.move(210, 40)
    sheet.show()
    camera.until(sheet.save.isEnabled)
    camera.take("proof-sheet")
    sheet.reject()
    series = SeriesDialog(window.session, folder, window)
    series.move(80, 50)
    series.show()
    series.folder.setText("/tmp/for the maker")
    series.fill([[f"{417 + k}", ""] for k in range(4)], ["serial", "Maker"])
    for row, words in ((1, "PELLWICK LANTERN WORKS OF LOWER MARSH"), (2, "MARSH BROS")):
        cell = series.grid.item(row, 2)
        assert cell is not None
        cell.setText(words)
    series.look.click()
    camera.until(lambda: not series.work.running)
    camera.take("series")
    series.reject()
    shop = ShopDialog(window.session, window)
    shop.floor.place = folder / "shop"
    shop.move(100, 55)
    shop.show()
    shop.machines.setCurrentRow(1)
    shop.send.click()
    camera.until(lambda: bool(shop.told.text()))
    camera.take("shop")
    shop.reject()


def _proof(camera: Camera) -> None:
    """The whole proof of the base disc as a die casting."""
    window, session = camera.window, camera.window.session
    session.select(1)
    session.edit(("process",), "die", "made by die casting")
    camera.built()
    window.whole_proof()
    proof = window.proof_window
    assert proof is not None
    proof.tabs.setCurrentWidget(proof.process)
    camera.take("proof")
    proof.close()
    session.undo()
    camera.built()


def _blanks(camera: Camera) -> None:
    """Features, a profile, measures, and a freeform part, from the ready blanks."""
    window, session = camera.window, camera.window.session
    session.open(DEMOS["base disc"])
    camera.built()
    session.select(0)
    session.map.show("stroke")
    camera.until(lambda: session.map.field is not None)
    window.show_view("square")
    camera.take("map")
    session.map.show(None)
    session.open(DEMOS["chimney collar"])
    camera.built()
    window.show_view("whole")
    session.select_feature(2)
    window.part.measure.click()
    window.part.pick(Hit("collar.outer", np.array([0.0, -33.0, 9.0])))
    camera.rest(0.8)
    window.part.pick(Hit("collar.top", np.array([0.0, -25.9, 38.0])))
    camera.rest(0.8)
    camera.take("measure")
    window.part.measure.click()
    _before_and_after(camera)
    session.begin(ShelfItem("turned pot").take(), None)
    camera.built()
    window.profile.point = 1
    window.profile.update()
    camera.take("profile")
    session.begin(Document(_gauge()), None)
    camera.built()
    session.select(2)
    window.drag.choice.take((1, 2, 3), 2)
    camera.take("signs")
    session.begin(Document(_flatted_rod()), None)
    camera.built()
    session.select(0)
    camera.take("run")


def _before_and_after(camera: Camera) -> None:
    """The grip's mark made larger and deeper, beside how it was opened."""
    window, session = camera.window, camera.window.session
    session.open(DEMOS["carry grip"])
    camera.built()
    session.edit(("stamps", 0, "relief", "depth"), "0.9 mm", "change depth")
    camera.built()
    dialog = BeforeDialog(session, window.part.scene, window)
    dialog.show()
    dialog.move(130, 60)
    camera.take("before")
    dialog.close()
    session.undo()


def _german_and_dark(app: QApplication, settings: QSettings) -> None:
    """The same desk in another language, on a dark desktop."""
    speak(app, "de")
    settings.setValue("shade", "dark")
    window = Window(settings)
    window.setGeometry(0, 0, 1280, 800)
    window.show()
    camera = Camera(app, window)
    window.session.open(DEMOS["chimney collar"])
    camera.built()
    window.session.select(0)
    window.show_view("square")
    camera.take("german-dark")
    window.session.close()
    window.hide()


def _gauge() -> Job:
    """The ring of the lantern's filling gauge: a scale all the way round, and signs below it."""
    ring = Tube(name="gauge", outer_diameter="84 mm", wall="2 mm", height="36 mm")
    scale = Scale(last="60", spread="whole", whole="gauge.outer.girth", ends=False, numbered="5",
                  short="3 mm", long="5 mm", line="0.5 mm", height="3.5 mm")  # fmt: skip
    stamps = [Stamp(name="Scale", artwork=scale, relief=Relief(depth="0.4 mm", colour="#2E5E6E"),
                    setting=Setting(face="gauge.outer", across="0 deg", up="22 mm"))]  # fmt: skip
    for k, sign in enumerate(("turn", "warning", "recycling")):
        setting = Setting(face="gauge.outer", across=f"{(k - 1) * 22} deg", up="6 mm")
        stamps.append(Stamp(name=sign.capitalize(), artwork=Sign(sign=sign, height="10 mm"),
                            setting=setting, relief=Relief(depth="0.4 mm")))  # fmt: skip
    return Job(blank=Blank(features=(ring,)), stamps=tuple(stamps))


def _flatted_rod() -> Job:
    """The lantern's lever rod, flatted on top, with a word over the flat and round beside it."""
    return Job(
        blank=Blank(
            features=(
                Extruded(
                    name="lever",
                    height="34 mm",
                    points=(
                        knot("flat", -3.97995, -19.6),
                        knot("right", 3.97995, -19.6, "arc", 4.51454),
                        knot("back", 20, 0, "arc", 20),
                        knot("left", -20, 0, "arc", 4.51454),
                    ),
                ),
            )
        ),
        stamps=(
            Stamp(
                name="Way to turn",
                artwork=Text(text="OPEN · SHUT", height="6 mm"),
                setting=Setting(
                    face="lever.flat", across="0 mm", up="0 mm", rests_on="middle",
                    over="neighbours",
                ),
                relief=Relief(make="emboss", depth="0.6 mm"),
            ),
        ),
    )  # fmt: skip


def _thumbnails(camera: Camera) -> None:
    """A small picture of every demo part, for the start page."""
    window = camera.window
    for path in DEMOS.values():
        window.session.open(path)
        camera.built()
        camera.rest(0.4)
        image = window.part.grab().toImage()
        ratio = TILE.width() / TILE.height()
        tall = image.height() - 60
        wide = round(tall * ratio)
        cut = image.copy((image.width() - wide) // 2, 50, wide, tall)
        small = cut.scaled(
            TILE * 2,
            Qt.AspectRatioMode.IgnoreAspectRatio,
            Qt.TransformationMode.SmoothTransformation,
        )
        small.save(str(path.with_suffix(".png")))


def _drag(camera: Camera) -> None:
    """Take hold of the filling line in the sheet and hold it elsewhere."""
    sheet, preview = camera.window.sheet, camera.window.drag.preview
    assert sheet.scale is not None and preview is not None
    bounds = preview.placed.regions[0].bounds
    start = sheet.scale.to_pixel(
        float(bounds[0] + bounds[2]) / 2, float(bounds[1] + bounds[3]) / 2
    ).toPoint()
    end = start + QPointF(150, -18).toPoint()
    camera.window.session._rest.setInterval(60_000)  # the hand does not rest for the picture
    QTest.mousePress(sheet, Qt.MouseButton.LeftButton, pos=start)
    for k in range(1, 9):
        QTest.mouseMove(sheet, start + (end - start) * k / 8)
        camera.rest(0.03)
    camera.window.session._rest.setInterval(60)


if __name__ == "__main__":
    sys.exit(main())
