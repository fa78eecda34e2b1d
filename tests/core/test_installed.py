"""The program installed as a package, outside its tree, in an environment of its own; and put into
a user's folders and taken out again. Its description is held against AppStream's own validator
where that is there.
"""

from __future__ import annotations

import os
import shutil
import subprocess
import sys
import sysconfig
import zipfile
from pathlib import Path

import pytest
from PIL import Image

from tests.conftest import ROOT
from tinstamp.cli import main
from tinstamp.cli.install import SIZES, places


@pytest.fixture(scope="module")
def installed(tmp_path_factory: pytest.TempPathFactory) -> dict[str, str]:
    """An environment with the wheel in it, and the dependencies of the one that runs the tests."""
    place = tmp_path_factory.mktemp("installed")
    built = subprocess.run(
        [sys.executable, "-m", "pip", "wheel", "-q", "--no-deps", "--no-build-isolation",
         "--disable-pip-version-check", "-w", str(place), str(ROOT)],
        capture_output=True, text=True, check=False,
    )  # fmt: skip
    assert built.returncode == 0, built.stderr
    (wheel,) = place.glob("tinstamp-*.whl")
    environment = place / "env"
    subprocess.run([sys.executable, "-m", "venv", "--without-pip", str(environment)], check=True)
    version = f"python{sys.version_info.major}.{sys.version_info.minor}"
    site = environment / "lib" / version / "site-packages"
    with zipfile.ZipFile(wheel) as held:
        held.extractall(site)
    (site / "dependencies.pth").write_text(sysconfig.get_path("purelib"))  # its own .pth is not run
    home = place / "home"
    home.mkdir()
    kept = {k: v for k, v in os.environ.items() if not k.startswith(("PYTHON", "TINSTAMP", "XDG"))}
    kept |= {"HOME": str(home), "INSTALLED": str(environment / "bin" / "python")}
    kept["SITE"] = str(site)
    return kept


def run(installed: dict[str, str], *words: str) -> subprocess.CompletedProcess[str]:
    return subprocess.run(
        [installed["INSTALLED"], *words], env=installed, cwd=installed["HOME"],
        capture_output=True, text=True, timeout=120, check=False,
    )  # fmt: skip


def test_the_wheel_holds_all_that_the_program_needs(installed: dict[str, str]) -> None:
    code = (
        "import tinstamp, pathlib; from tinstamp.desk.work.demo import DEMOS;"
        "from tinstamp.artwork.fonts import shipped; print(pathlib.Path(tinstamp.__file__).parent);"
        "print(all(p.is_file() for p in DEMOS.values()), len(shipped()))"
    )
    ran = run(installed, "-c", code)
    assert ran.returncode == 0, ran.stderr
    where, told = ran.stdout.strip().splitlines()
    assert where.startswith(installed["SITE"]) and told == "True 16"
    held = {p.relative_to(where).as_posix() for p in Path(where).rglob("*") if p.is_file()}
    for name in ("licences.md", "cli/desktop/tinstamp.desktop", "desk/icons/tinstamp.svg",
                 "demo/tank.tinstamp", "demo/tank.png"):  # fmt: skip
        assert name in held
    assert any(name.startswith("artwork/signs/") for name in held)


def test_the_installed_program_makes_files_and_knows_its_version(
    installed: dict[str, str], tmp_path: Path
) -> None:
    assert run(installed, "-m", "tinstamp", "--version").stdout.startswith("tinstamp ")
    knob = Path(installed["SITE"]) / "tinstamp" / "demo" / "knob.tinstamp"
    ran = run(installed, "-m", "tinstamp", "make", str(knob), "--out", str(tmp_path),
              "--as", "step,dxf,pdf")  # fmt: skip
    assert ran.returncode == 0, ran.stderr
    assert sorted(p.name for p in tmp_path.iterdir()) == ["knob.dxf", "knob.pdf", "knob.step"]


def test_it_is_installed_for_a_user_and_removed_without_a_trace(
    installed: dict[str, str],
) -> None:
    home = Path(installed["HOME"])
    before = set(home.rglob("*"))
    assert run(installed, "-m", "tinstamp", "install").returncode == 0
    share = home / ".local" / "share"
    for path in places(share):
        assert path.is_file(), path
    for size in SIZES:
        icon = share / "icons" / "hicolor" / f"{size}x{size}" / "apps" / "tinstamp.png"
        with Image.open(icon) as image:
            assert image.size == (size, size) and image.convert("RGBA").getextrema()[3][1] == 255
    command = home / ".local" / "bin" / "tinstamp"
    ran = subprocess.run(
        [str(command), "--version"], env=installed, capture_output=True, text=True, check=True
    )
    assert ran.stdout.startswith("tinstamp ")
    assert run(installed, "-m", "tinstamp", "install", "--remove").returncode == 0
    left = {p for p in set(home.rglob("*")) - before if p.is_file()}
    made_by_others = {p for p in left if "mime" in p.parts or "applications" in p.parts}
    assert left == {p for p in made_by_others if "tinstamp" not in p.name}


def test_what_the_desktop_is_given_is_sound(tmp_path: Path) -> None:
    assert main(["install", "--prefix", str(tmp_path)]) == 0
    share = tmp_path / "share"
    from xml.etree import ElementTree

    mime = ElementTree.parse(share / "mime" / "packages" / "tinstamp.xml").getroot()
    space = "{http://www.freedesktop.org/standards/shared-mime-info}"
    outer = mime.find(f".//{space}magic/{space}match")
    inner = mime.find(f".//{space}magic/{space}match/{space}match")
    assert outer is not None and inner is not None
    data = (ROOT / "demo" / "knob.tinstamp").read_bytes()
    assert data.startswith(b"PK\x03\x04") and outer.get("value") == "PK\\003\\004"
    at = int(inner.get("offset", ""))
    assert data[at:].startswith(inner.get("value", "?").encode())
    entry = (share / "applications" / "tinstamp.desktop").read_text()
    assert "MimeType=application/x-tinstamp;" in entry and "Exec=tinstamp desk %f" in entry
    script = share / "bash-completion" / "completions" / "tinstamp"
    words = "COMP_WORDS=(tinstamp make --cu); COMP_CWORD=2; _tinstamp"
    lines = f'. {script}; {words}; echo "${{COMPREPLY[@]}}"'
    told = subprocess.run(["bash", "-c", lines], capture_output=True, text=True, check=True)
    assert told.stdout.split() == ["--cutter"]
    if shutil.which("appstreamcli"):
        ran = subprocess.run(
            ["appstreamcli", "validate", "--no-net", "--format", "yaml",
             str(share / "metainfo" / "tinstamp.metainfo.xml")],
            capture_output=True, text=True, check=False,
        )  # fmt: skip
        assert "severity: error" not in ran.stdout, ran.stdout


def test_licences_of_all_that_is_installed_are_listed() -> None:
    import re

    page = (ROOT / "docs" / "licences.md").read_text()
    pins = re.findall(r"^([A-Za-z0-9._-]+)==", (ROOT / "requirements.lock").read_text(), re.M)
    rows = re.findall(r"^\| (\S+) \| \S+ \| (.+) \|$", page, re.M)
    assert {name.lower() for name, _ in rows} >= {pin.lower() for pin in pins}
    assert all(licence.strip() for _, licence in rows)
