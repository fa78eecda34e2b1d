"""The picture of the part: looking, turning, picking, cutting."""

from __future__ import annotations

import numpy as np
import pytest

from tinstamp.blank.round_solid import tube
from tinstamp.desk.part.meshes import Coloured
from tinstamp.desk.part.scene import Scene
from tinstamp.engine.mesh import mesh_of

WIDTH, HEIGHT = 400, 300


@pytest.fixture(scope="module")
def scene() -> Scene:
    made = Scene()
    made.show(mesh_of(tube("tank", 84, 70, 46, {}).solid))
    made.paint({})
    made.picture(WIDTH, HEIGHT)
    return made


@pytest.fixture(autouse=True)
def from_the_front(scene: Scene) -> None:
    scene.cut(None, None)
    scene.look(np.array([0.0, 0.82, -0.57]), np.array([0.0, 0.0, 1.0]))


@pytest.mark.parametrize(
    ("face", "point"),
    [
        ("tank.outer", (0.0, -42.0, 20.0)),
        ("tank.outer", (20.0, -36.932, 30.0)),
        ("tank.top", (0.0, -38.0, 46.0)),
        ("tank.inner", (0.0, 35.0, 36.0)),
    ],
)
def test_a_pixel_finds_the_point_it_shows(scene: Scene, face: str, point) -> None:  # type: ignore[no-untyped-def]
    x, y = scene.on_screen(np.array(point), WIDTH, HEIGHT)
    assert 0 < x < WIDTH and 0 < y < HEIGHT
    found = scene.hit(x, y, WIDTH, HEIGHT)
    assert found is not None and found.face == face
    np.testing.assert_allclose(found.point, point, atol=0.15)


@pytest.mark.parametrize("size", [(0, 300), (300, 0), (0, 0)])
def test_a_view_that_was_pulled_shut_can_be_clicked(scene: Scene, size: tuple[int, int]) -> None:
    found = scene.hit(0.0, 0.0, *size)
    assert found is None or np.isfinite(found.point).all()


def test_past_the_part_there_is_nothing(scene: Scene) -> None:
    assert scene.hit(2, 2, WIDTH, HEIGHT) is None
    empty = Scene()
    assert empty.hit(10, 10, 20, 20) is None
    assert empty.picture(20, 20).shape == (20, 20, 3)


def test_the_whole_part_is_in_the_picture(scene: Scene) -> None:
    for towards in ([0, 0.82, -0.57], [1, 0, -0.1], [0, 0, -1]):
        up = np.array([0.0, 0.0, 1.0]) if towards[2] > -0.9 else np.array([0.0, 1.0, 0.0])
        scene.look(np.array(towards, dtype=float), up)
        low, high = scene.bounds
        for corner in np.array(np.meshgrid(*zip(low, high, strict=True))).T.reshape(-1, 3):
            x, y = scene.on_screen(corner, WIDTH, HEIGHT)
            assert -1 <= x <= WIDTH + 1 and -1 <= y <= HEIGHT + 1


def test_turning_keeps_the_distance_and_stays_upright(scene: Scene) -> None:
    camera = scene.renderer.GetActiveCamera()
    before = camera.GetDistance()
    rng = np.random.default_rng(1)
    for across, along in rng.uniform(-60, 60, (20, 2)):
        scene.turn(float(across), float(along))
        assert camera.GetDistance() == pytest.approx(before)
        assert camera.GetViewUp() == (0, 0, 1)
    scene.nearer(2.0)
    assert camera.GetDistance() == pytest.approx(before / 2)


def test_shifting_moves_the_picture_by_pixels(scene: Scene) -> None:
    point = np.array(scene.renderer.GetActiveCamera().GetFocalPoint())
    x, y = scene.on_screen(point, WIDTH, HEIGHT)
    scene.shift(25, -10, HEIGHT)
    after = scene.on_screen(point, WIDTH, HEIGHT)
    assert after == pytest.approx((x + 25, y - 10), abs=0.5)


def test_colours_are_those_of_the_faces(scene: Scene) -> None:
    scene.paint({"tank.outer": "#C2452D"})
    x, y = scene.on_screen(np.array([0.0, -42.0, 20.0]), WIDTH, HEIGHT)
    red, green, blue = map(int, scene.picture(WIDTH, HEIGHT)[round(y), round(x)])
    assert red > green + 60 and red > blue + 60
    scene.paint({})
    red, green, blue = map(int, scene.picture(WIDTH, HEIGHT)[round(y), round(x)])
    assert abs(red - blue) < 40
    plain = scene.picture(WIDTH, HEIGHT)[round(y), round(x)].astype(int).sum()
    scene.paint({}, hovered="tank.outer")
    assert scene.picture(WIDTH, HEIGHT)[round(y), round(x)].astype(int).sum() > plain
    scene.paint({})


def test_a_cut_opens_the_near_half(scene: Scene) -> None:
    x, y = scene.on_screen(np.array([0.0, -42.0, 20.0]), WIDTH, HEIGHT)
    scene.cut(np.array([0.0, 0.0, 0.0]), np.array([0.0, -1.0, 0.0]))
    found = scene.hit(x, y, WIDTH, HEIGHT)
    assert found is None or found.point[1] > -1e-6
    scene.picture(WIDTH, HEIGHT)
    scene.cut(None, None)
    assert scene.hit(x, y, WIDTH, HEIGHT).face == "tank.outer"


def test_the_overlay_shows_and_hides(scene: Scene) -> None:
    plain = scene.picture(WIDTH, HEIGHT).astype(int)
    points = np.array([[-10.0, -42.2, 10.0], [10.0, -42.2, 10.0], [0.0, -43.0, 30.0]])
    red = np.array([[190, 60, 40]], np.uint8)
    scene.overlay((points, np.array([[0, 1, 2]]), red))
    shown = scene.picture(WIDTH, HEIGHT).astype(int)
    changed = np.abs(shown - plain).sum(axis=2) > 40
    assert changed.sum() > 50
    assert (shown[changed][:, 0] > shown[changed][:, 1]).mean() > 0.9
    scene.overlay((points + [5.0, 0.0, 0.0], np.array([[0, 1, 2]]), red))
    assert np.abs(scene.picture(WIDTH, HEIGHT).astype(int) - shown).max() > 40
    scene.overlay(None)
    assert np.abs(scene.picture(WIDTH, HEIGHT).astype(int) - plain).max() < 12


def shown(scene: Scene) -> int:
    """Pixels of the part."""
    picture = scene.picture(WIDTH, HEIGHT).astype(int)
    return int((np.abs(picture - picture[0, 0]).max(axis=2) > 8).sum())


@pytest.mark.parametrize("seed", range(12))
def test_artwork_off_its_face_is_looked_at_with_the_part_in_sight(scene: Scene, seed: int) -> None:
    """Above, below and beside the tank, near and far, from everywhere but along its axis."""
    rng = np.random.default_rng(seed)
    for _ in range(5):
        out = rng.normal(size=3)
        at = out / np.linalg.norm(out) * rng.uniform(60, 300) + [0.0, 0.0, 23.0]
        towards = np.array([*rng.normal(size=2), rng.uniform(-0.5, 0.5)])
        scene.look(towards, np.array([0.0, 0.0, 1.0]), at, float(rng.uniform(3, 40)))
        assert shown(scene) > 20
        x, y = scene.on_screen(at, WIDTH, HEIGHT)
        assert 0 < x < WIDTH and 0 < y < HEIGHT


def test_what_lies_on_the_part_is_looked_at_as_near_as_it_was_asked(scene: Scene) -> None:
    at = np.array([0.0, -42.0, 23.0])
    scene.look(np.array([0.0, 1.0, 0.0]), np.array([0.0, 0.0, 1.0]), at, 5.0)
    camera = scene.renderer.GetActiveCamera()
    assert camera.GetFocalPoint() == pytest.approx((0.0, -42.0, 23.0))
    assert camera.GetDistance() == pytest.approx(5.0 * 1.08 / np.tan(np.radians(12)))


def test_one_can_go_no_further_than_the_part_is_seen(scene: Scene) -> None:
    for _ in range(200):
        scene.nearer(1 / 1.15)
    assert shown(scene) > 100
    away = scene.renderer.GetActiveCamera().GetDistance()
    assert scene.nearer(1 / 1.15) == pytest.approx(1.0)
    scene.nearer(1.15)
    assert scene.renderer.GetActiveCamera().GetDistance() == pytest.approx(away / 1.15)
    for _ in range(400):
        scene.nearer(1.15)
    assert scene.renderer.GetActiveCamera().GetDistance() > 0.01


def relief(seed: int) -> Coloured:
    """Loose triangles in, on and before the part, as a relief in hand might lie."""
    rng = np.random.default_rng(seed)
    middle = rng.uniform(-45, 45, (40, 1, 3)) * [1.0, 1.0, 0.5]
    points = (middle + rng.uniform(-8, 8, (40, 3, 3))).reshape(-1, 3)
    triangles = np.arange(120).reshape(-1, 3)
    return points, triangles, rng.integers(0, 255, (40, 3)).astype(np.uint8)


@pytest.mark.parametrize("seed", range(4))
def test_what_the_hand_moves_is_seen_as_if_all_had_been_drawn_together(
    scene: Scene, seed: int
) -> None:
    """Over a kept picture of the rest, from wherever one looks, whatever was painted or cut since:
    but for pixels along edges the same as all in one."""
    rng = np.random.default_rng(100 + seed)
    for step in range(4):
        scene.overlay(relief(10 * seed + step))
        if step == 1:
            scene.turn(*rng.uniform(-60, 60, 2))
        if step == 2:
            scene.paint({"tank.outer": "#204080"})
        if step == 3:
            scene.cut(np.zeros(3), np.array([0.0, -1.0, 0.0]))
        for _ in range(2):  # once anew, once from what was kept
            often = scene.picture(300, 200, often=True).astype(int)
            whole = scene.picture(300, 200).astype(int)
            other = np.abs(often - whole).max(axis=-1) > 12
            assert float(other.mean()) < 0.004, (seed, step)
            assert not np.array_equal(whole, hidden(scene))
    scene.overlay(None)
    scene.paint({})
    scene.cut(None, None)


def hidden(scene: Scene) -> np.ndarray:  # type: ignore[type-arg]
    """The picture without what the hand moves."""
    scene._overlay.VisibilityOff()
    found = scene.picture(300, 200).astype(int)
    scene._overlay.VisibilityOn()
    return found


def test_a_kept_picture_is_not_drawn_again(scene: Scene) -> None:
    drawn: list[int] = []
    before = scene._hand._draw_under
    scene._hand._draw_under = lambda: (drawn.append(1), before())[1]  # type: ignore[method-assign]
    for k in range(5):
        scene.overlay(relief(k))
        scene.paint({"tank.outer": "#204080"})
        scene.picture(300, 200, often=True)
    assert len(drawn) == 1
    scene.paint({})
    scene.picture(300, 200, often=True)
    assert len(drawn) == 2
    scene._hand._draw_under = before  # type: ignore[method-assign]
    scene.overlay(None)
