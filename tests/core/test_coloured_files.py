"""3MF and glTF read by others: the 3MF's own XML (3MF core specification 1.3) by lxml, the glTF by
hand; volumes and areas against the kernel's."""

from __future__ import annotations

import json
import struct
import zipfile
from pathlib import Path

import numpy as np
import pytest
from lxml import etree

from tests.conftest import document, stamp
from tests.core.solids import area, volume
from tinstamp.engine.build import Built, build
from tinstamp.engine.write import write_files
from tinstamp.job.model import Relief
from tinstamp.output.painted_mesh import PLAIN
from tinstamp.output.threemf import rgb

CORE = "{http://schemas.microsoft.com/3dmanufacturing/core/2015/02}"
RED, GREEN = "#C2452D", "#2E8B57"


@pytest.fixture(scope="module")
def built() -> Built:
    first, second = stamp("Filling line", "HB8"), stamp("Maker", "PL")
    low = second.model_copy(
        update={
            "setting": second.setting.model_copy(update={"up": "8 mm"}),
            "relief": Relief(make="emboss", depth="0.5 mm", colour=GREEN),
        }
    )
    return build(document(first.model_copy(update={"relief": Relief(colour=RED)}), low))


@pytest.fixture(scope="module")
def files(built: Built, tmp_path_factory: pytest.TempPathFactory) -> dict[str, Path]:
    paths = write_files(built, tmp_path_factory.mktemp("out"), "tank", ("3mf", "glb", "stl"))
    return {path.suffix[1:]: path for path in paths}


def areas(points: np.ndarray, triangles: np.ndarray) -> np.ndarray:  # type: ignore[type-arg]
    a, b, c = (points[triangles[:, k]] for k in range(3))
    return np.linalg.norm(np.cross(b - a, c - a), axis=1) / 2.0


def caps(built: Built, name: str) -> float:
    assert built.solid is not None
    return sum(area(face) for face in built.solid.named(f"{name}/cap"))


def test_3mf_holds_a_closed_body_in_mm_with_its_name_and_colours(
    built: Built, files: dict[str, Path]
) -> None:
    with zipfile.ZipFile(files["3mf"]) as packed:
        root = etree.fromstring(packed.read("3D/3dmodel.model"))
    assert root.get("unit") == "millimeter"
    told = {m.get("name"): m.text for m in root.iter(f"{CORE}metadata")}
    assert told["Title"] == "tank" and told["Application"].startswith("Tin Stamp ")
    (thing,) = root.iter(f"{CORE}object")
    assert thing.get("name") == "tank"
    (item,) = root.iter(f"{CORE}item")
    assert item.get("objectid") == thing.get("id") and item.get("transform") is None
    points = np.array([[float(v.get(k)) for k in "xyz"] for v in thing.iter(f"{CORE}vertex")])
    rows = list(thing.iter(f"{CORE}triangle"))
    triangles = np.array([[int(t.get(k)) for k in ("v1", "v2", "v3")] for t in rows])
    edges = np.concatenate([triangles[:, [0, 1]], triangles[:, [1, 2]], triangles[:, [2, 0]]])
    there = {tuple(e) for e in edges.tolist()}
    assert len(there) == len(edges) and all((b, a) in there for a, b in there)
    a, b, c = (points[triangles[:, k]] for k in range(3))
    assert built.solid is not None
    true = volume(built.solid.shape)
    assert np.einsum("ij,ij->", a, np.cross(b, c)) / 6.0 == pytest.approx(true, rel=2e-3)
    bases = [base.get("displaycolor") for base in root.iter(f"{CORE}base")]
    usual = thing.get("pindex")
    painted = np.array([int(t.get("p1") or usual) for t in rows])
    assert {bases[k][:7] for k in set(painted.tolist())} >= {RED, GREEN}
    for name, colour in (("Filling line", RED), ("Maker", GREEN)):
        k = next(i for i, base in enumerate(bases) if base[:7] == colour)
        assert areas(points, triangles[painted == k]).sum() == pytest.approx(
            caps(built, name), rel=2e-3
        )


def meshes_of(data: bytes) -> dict[str, np.ndarray]:  # type: ignore[type-arg]
    """By colour the triangles' corners, (n, 3, 3), read by hand (glTF 2.0, 4.4 and 3.6)."""
    magic, version, total = struct.unpack_from("<4sII", data)
    assert (magic, version, total) == (b"glTF", 2, len(data))
    length, kind = struct.unpack_from("<I4s", data, 12)
    assert kind == b"JSON"
    told = json.loads(data[20 : 20 + length])
    size, kind = struct.unpack_from("<I4s", data, 20 + length)
    assert kind == b"BIN\0"
    held = data[28 + length : 28 + length + size]

    def values(number: int) -> np.ndarray:  # type: ignore[type-arg]
        one = told["accessors"][number]
        view = told["bufferViews"][one["bufferView"]]
        kinds = {5126: "<f4", 5125: "<u4", 5123: "<u2"}
        many = one["count"] * {"VEC3": 3, "SCALAR": 1}[one["type"]]
        start = view.get("byteOffset", 0) + one.get("byteOffset", 0)
        return np.frombuffer(held, kinds[one["componentType"]], many, start)

    found = {}
    for mesh in told["meshes"]:
        (part,) = mesh["primitives"]
        points = values(part["attributes"]["POSITION"]).reshape(-1, 3).astype(float)
        linear = np.array(
            told["materials"][part["material"]]["pbrMetallicRoughness"]["baseColorFactor"][:3]
        )
        srgb = np.where(linear <= 0.0031308, 12.92 * linear, 1.055 * linear ** (1 / 2.4) - 0.055)
        # the writer keeps colours in 8 bits, in proportion to light
        near = [c for c in (RED, GREEN, PLAIN) if np.abs(np.array(rgb(c)) - srgb * 255).max() < 3]
        (name,) = near
        found[name] = points[values(part["indices"]).astype(int)].reshape(-1, 3, 3)
    return found


def test_gltf_is_upright_in_metres_with_each_colour(built: Built, files: dict[str, Path]) -> None:
    found = meshes_of(files["glb"].read_bytes())
    sizes = {}
    for name, corners in found.items():
        mm = corners * 1e3
        across = np.cross(mm[:, 1] - mm[:, 0], mm[:, 2] - mm[:, 0])
        sizes[name] = float(np.linalg.norm(across, axis=1).sum() / 2)
        assert mm[..., 1].min() >= -0.01 and mm[..., 1].max() <= 46.01  # what was z is y
    assert sizes[RED] == pytest.approx(caps(built, "Filling line"), rel=2e-3)
    assert sizes[GREEN] == pytest.approx(caps(built, "Maker"), rel=2e-3)
    assert built.solid is not None
    assert sum(sizes.values()) == pytest.approx(area(built.solid.shape), rel=2e-3)
    every = np.concatenate(list(found.values())) * 1e3
    inside = np.einsum("ij,ij->", every[:, 0], np.cross(every[:, 1], every[:, 2])) / 6.0
    assert inside == pytest.approx(volume(built.solid.shape), rel=2e-3)  # faces look outwards


def test_stl_says_whose_it_is(files: dict[str, Path]) -> None:
    assert files["stl"].read_bytes()[:80].rstrip(b"\0") == b"Tin Stamp, mm: tank"


def test_3mf_holds_to_the_schema_of_its_standard(files: dict[str, Path]) -> None:
    """The 3MF core specification 1.3, appendix B.1 (data/3mf_core.xsd, from memory), by libxml2;
    and the schema finds what is wrong with a file."""
    schema = etree.XMLSchema(etree.parse(str(Path(__file__).parent / "data" / "3mf_core.xsd")))
    with zipfile.ZipFile(files["3mf"]) as packed:
        root = etree.fromstring(packed.read("3D/3dmodel.model"))
    schema.assertValid(root)
    first = next(root.iter(f"{CORE}vertex"))
    first.set("x", "1,5")
    assert not schema.validate(root)
    first.set("x", "1.5")
    assert schema.validate(root)
    root.remove(root.find(f"{CORE}build"))
    assert not schema.validate(root)


def test_3mf_is_read_in_the_strict_mode_of_the_consortiums_own_reader(
    files: dict[str, Path],
) -> None:
    """lib3mf, the 3MF Consortium's reference implementation: nothing to warn of, and every build
    item with its part number."""
    from lib3mf import get_wrapper

    model = get_wrapper().CreateModel()
    reader = model.QueryReader("3mf")
    reader.SetStrictModeActive(True)
    reader.ReadFromFile(str(files["3mf"]))
    assert reader.GetWarningCount() == 0
    items = model.GetBuildItems()
    seen = 0
    while items.MoveNext():
        item = items.GetCurrent()
        assert item.GetPartNumber() and item.GetObjectResource().IsValid()
        seen += 1
    assert seen >= 1
