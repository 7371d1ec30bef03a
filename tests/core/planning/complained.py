"""Sets made to be complained of: one for each complaint, with the finding that is its cause."""

from collections.abc import Callable
from dataclasses import replace

from deep_amber.core.editing.choices import choose
from deep_amber.core.gear.sources import Lamp
from deep_amber.core.model import Bare, Bowl, Light, Point, Set
from deep_amber.core.model.finishes import WALLS
from deep_amber.core.model.look import PRESETS
from deep_amber.core.model.people import People
from tests.core.pattern.lit import lit
from tests.sets import demo_file, plain_set, with_light


def camera(s: Set, **changes) -> Set:
    return replace(s, camera=replace(s.camera, **changes))


def look(s: Set, **changes) -> Set:
    return replace(s, look=replace(s.look or PRESETS["headshot"], **changes))


def bulb_from_behind() -> Set:
    """A bare bulb behind, beside the frame, toward the lens."""
    s = plain_set()
    bulb = Light(Point(-0.75, 1.5, 1.2), s.camera.place, -1.0, Bare(), "rim", role="rim")
    return replace(s, lights=(*s.lights, bulb))


def hard_before_paper() -> Set:
    s = plain_set()
    z = s.sitter.z
    near = replace(s, backdrop=replace(s.backdrop, z=z - 0.5))
    return with_light(near, modifier=Bowl(), place=Point(-0.7, 1.75, z + 1.6), aim=Point(0, 1.25, z))


def glasses() -> Set:
    s = choose(plain_set(), "sitter.glasses", "heavy")
    s = replace(s, sitter=replace(s.sitter, body_turn=0.0, head_turn=0.0, head_nod=0.0))
    return look(with_light(s, place=Point(0.0, 0.9, 2.9), aim=s.camera.aim), pattern="butterfly")


def warm_fill() -> Set:
    """A household bulb beside the shadow cheek of a face lit by flash, the time long enough for both."""
    s = plain_set()
    bulb = Light(Point(0.8, 1.3, s.sitter.z + 0.5), s.lights[0].aim, 0.0, Bare(), "bulb", Lamp(), "fill")
    return camera(replace(s, lights=(*s.lights, bulb)), time=1 / 30)


def group() -> Set:
    """Five in a row and a box near one end."""
    s = plain_set()
    side = with_light(s, place=Point(-1.05, 1.6, s.sitter.z + 0.9), aim=Point(-0.6, 1.2, s.sitter.z))
    return replace(side, people=People(5, 0.5))


def dark_on_dark(hair: float) -> Set:
    """Hair as dark as the backdrop, and no edge of light."""
    black = choose(plain_set(), "backdrop.material", "black velvet")
    black = look(replace(black, backdrop=replace(black.backdrop, surface=WALLS["dark cloth"])), wardrobe="light")
    return replace(black, sitter=replace(black.sitter, hair_stops=hair))


def creased() -> Set:
    sheet = choose(plain_set(), "backdrop.material", "white bed sheet")
    return camera(with_light(sheet, output=-1.0), aperture=22.0)


def gear() -> Set:
    s = plain_set()
    narrow = replace(s.lights[0].modifier, width=0.3, height=0.6)
    rim = replace(
        s.lights[0], place=Point(-0.3, 1.3, 1.7), aim=Point(-0.1, 1.2, 1.2), role="rim", name="rim", modifier=narrow
    )
    return replace(s, lights=(*s.lights, rim))


def one(number: int = 1) -> Set:
    return demo_file(number).set


MADE: dict[str, tuple[Callable[[], Set], str]] = {
    "hazy": (bulb_from_behind, "rim.veil"),
    "eyes_dark": (lambda: lit(0, 68, 1.3), "key.sockets"),
    "forehead": (lambda: lit(0, 54, 1.2, who="anton"), "key.forehead"),
    "one_plane": (lambda: dark_on_dark(3.0), "brief.hair"),
    "shadow_on_paper": (hard_before_paper, "backdrop.shadow"),
    "nose_shadow": (lambda: look(lit(-50, 0, 1.1)), "key.sideways"),
    "double_chin": (lambda: replace(plain_set(), sitter=replace(plain_set().sitter, body_turn=0.0)), "sitter.chin"),
    "flat": (lambda: look(one(), ratio=4.0), "brief.ratio"),
    "harsh": (lambda: replace(one(4), panels=(), lights=one(4).lights[:1]), "brief.ratio"),
    "muddy": (lambda: camera(one(4), aperture=16.0), "brief.exposure"),
    "orange": (warm_fill, "expose.mixed"),
    "white_grey": (lambda: look(one(), backdrop_tone=2.5), "background.grey"),
    "black_grey": (lambda: look(one(), backdrop_tone=-1.7), "background.tone"),
    "white_cloth": (lambda: camera(one(), aperture=2.8), "brief.burnt"),
    "hair_lost": (lambda: dark_on_dark(3.0), "brief.hair"),
    "glasses": (glasses, "sitter.glare"),
    "group": (group, ""),
    "in_picture": (gear, "camera.gear"),
    "too_strong": (lambda: camera(one(4), aperture=2.8), "brief.exposure"),
    "too_weak": (lambda: camera(one(4), aperture=16.0), "brief.exposure"),
    "soft_picture": (lambda: camera(one(), time=1 / 1000), "camera.sync"),
    "narrow": (
        lambda: replace(plain_set(), backdrop=replace(plain_set().backdrop, width=1.2, x=-0.5)),
        "backdrop.narrow",
    ),
    "creases": (creased, "backdrop.creases"),
}
"""A set for each complaint, and the code of its cause; none where it is measured over a row."""
