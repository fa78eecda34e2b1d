"""What Qt calls in our widgets fails as an error, never as the end of the process."""

from __future__ import annotations

import importlib
import inspect
import pkgutil
import subprocess
import sys

import pytest

import tinstamp.desk
from tinstamp.desk.work.overrides import overridden

FAILS = """
from PySide6.QtTest import QTest
from PySide6.QtCore import Qt
from PySide6.QtWidgets import QApplication, QLabel, QWidget
import math
import shiboken6
from tinstamp.desk.work.overrides import overrides

app = QApplication([])
gone = QLabel()
shiboken6.delete(gone)

@overrides
class Failing(QWidget):
    def mouseReleaseEvent(self, event):
        {how}

try:
    QTest.mouseClick(Failing(), Qt.MouseButton.LeftButton)
except Exception as error:
    print("told:", type(error).__name__)
"""


@pytest.mark.parametrize(
    ("how", "kind"),
    [
        ("int('x')", "ValueError"),
        ("math.sqrt('x')", "TypeError"),
        ("gone.text()", "RuntimeError"),
        ("{}['x']", "KeyError"),
    ],
)
def test_an_error_from_compiled_code_does_not_end_the_process(how: str, kind: str) -> None:
    code = FAILS.replace("{how}", how)
    done = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, check=False)
    assert done.returncode == 0, done.stderr[-500:]
    assert f"told: {kind}" in done.stdout


def test_every_widget_of_ours_is_guarded() -> None:
    found = 0
    for module in pkgutil.walk_packages(tinstamp.desk.__path__, "tinstamp.desk."):
        for kind in vars(importlib.import_module(module.name)).values():
            if not inspect.isclass(kind) or kind.__module__ != module.name:
                continue
            for name in overridden(kind):
                found += 1
                method = vars(kind)[name]
                assert hasattr(method, "__wrapped__"), f"{kind.__name__}.{name}: @overrides"
    assert found > 20
