"""The sets of the stored path-tracing reference."""

from dataclasses import replace

import numpy as np

from deep_amber.core.model import (
    Backdrop,
    Bare,
    BarnDoors,
    Bowl,
    Camera,
    Colour,
    Dish,
    HomeBox,
    Lamp,
    Led,
    Light,
    Octa,
    Panel,
    Point,
    Room,
    Set,
    Sitter,
    Softbox,
    Speedlight,
    Surface,
    Surfaces,
    Tube,
    Umbrella,
    Window,
)
from deep_amber.core.sitter.face import face_marks
from deep_amber.formats.sitter_file import load_sitter

ROOMS = {"white": 0.80, "grey": 0.45, "black": 0.08}
WIDTH, DEPTH, HEIGHT = 3.0, 4.2, 2.4
SITTER_Z, BACKDROP_REFLECTANCE = 2.2, 0.45
AZIMUTH, ELEVATION, DISTANCE = -48.0, 38.0, 1.1


def face_of(sitter: Sitter) -> Point:
    return Point(*map(float, face_marks(load_sitter(sitter.who), sitter).face))


def around_face(sitter: Sitter, azimuth: float, elevation: float, distance: float) -> Point:
    """A place at an azimuth and elevation [degrees] about the face's mark, against the camera wall."""
    a, e = np.radians([azimuth, elevation])
    way = np.array([np.sin(a) * np.cos(e), np.sin(e), np.cos(a) * np.cos(e)])
    return Point(*map(float, face_of(sitter).array + distance * way))


def reference_set(
    reflectance: float, who: str = "anton", behind: float = 1.0, light: tuple = (AZIMUTH, ELEVATION, DISTANCE)
) -> Set:
    """The room of the reference with one softbox of 60 x 90 cm; `behind` is sitter to backdrop [m]."""
    sitter = Sitter(who, 0.0, SITTER_Z, 0.45)
    face = face_of(sitter)
    walls = Surface(reflectance)
    eye = Point(0.0, face.y, min(face.z + 1.6, DEPTH - 0.15))
    return Set(
        Room(WIDTH, DEPTH, HEIGHT, Surfaces(walls, walls, walls, walls, walls, walls)),
        Backdrop(0.0, SITTER_Z - behind, 0.0, 2.4, 2.2, Surface(BACKDROP_REFLECTANCE)),
        sitter,
        Camera(eye, face, 24.0, 8.0, 1 / 160, 100.0),
        (Light(around_face(sitter, *light), face, 0.0, Softbox(0.6, 0.9)),),
    )


def _lit(room: str, *lights: Light, panels: tuple = (), **walls: Surface) -> Set:
    base = reference_set(ROOMS[room])
    surfaces = replace(base.room.surfaces, **walls)
    return replace(base, lights=lights, panels=panels, room=replace(base.room, surfaces=surfaces))


_SITTER = Sitter("anton", 0.0, SITTER_Z, 0.45)
FACE = face_of(_SITTER)


def _at(azimuth=AZIMUTH, elevation=ELEVATION, distance=DISTANCE, aim: Point = FACE, **figures) -> Light:
    modifier = figures.pop("modifier", Softbox(0.6, 0.9))
    return Light(around_face(_SITTER, azimuth, elevation, distance), aim, 0.0, modifier, **figures)


def _panel(azimuth: float, elevation: float, distance: float, surface: str, aim: Point = FACE, **figures) -> Panel:
    return Panel(around_face(_SITTER, azimuth, elevation, distance), aim, surface=surface, **figures)  # type: ignore[arg-type]


def _bounced_off_board() -> Set:
    board = Panel(Point(-0.95, 1.5, 3.1), FACE, 1.0, 1.0, "white")
    flash = Light(Point(-0.35, 1.35, 2.75), board.place, 0.0, Bare(), source=Speedlight(zoom=50.0))
    return _lit("grey", flash, panels=(board,))


def _fill(surface: str, room: str, distance: float = 0.55, **figures) -> Set:
    return _lit(room, _at(), panels=(_panel(62.0, -8.0, distance, surface, **figures),))


def _four_lights() -> Set:
    key = _at(-45.0, 30.0, 1.2, modifier=Octa(0.9), name="key")
    fill = replace(_at(20.0, 15.0, 1.5, modifier=Umbrella(1.0, "white"), name="fill"), output=-3.0)
    rim = replace(_at(140.0, 35.0, 1.1, modifier=Softbox(0.3, 0.9, fabric_grid=40.0), name="rim"), output=-2.0)
    background = Light(Point(-1.1, 0.6, 1.9), Point(0.0, 1.3, 1.2), -3.0, Bowl(), "background", grid=30)
    panels = (
        _panel(70.0, -10.0, 0.7, "silver", name="silver"),
        _panel(0.0, -55.0, 0.55, "white", width=0.6, height=0.4, name="lap"),
        _panel(110.0, 0.0, 0.8, "black", name="black"),
    )
    return _lit("grey", key, fill, rim, background, panels=panels)


RED = Surface(0.35, Colour(1.0, 0.25, 0.2))
SCENES = {
    "box in a white room": lambda: _lit("white", _at()),
    "box in a grey room": lambda: _lit("grey", _at()),
    "box in a black room": lambda: _lit("black", _at()),
    "octa without baffle": lambda: _lit("white", _at(modifier=Octa(1.0, baffle=False))),
    "open box": lambda: _lit("grey", _at(modifier=Softbox(0.5, 0.7, baffle=False, cloth=False))),
    "strip with fabric grid": lambda: _lit("grey", _at(-60.0, 15.0, 1.0, modifier=Softbox(0.3, 1.2, fabric_grid=40.0))),
    "bowl": lambda: _lit("black", _at(-40.0, 35.0, 1.5, modifier=Bowl())),
    "bowl with grid 20": lambda: _lit("grey", _at(-40.0, 35.0, 1.5, modifier=Bowl(), grid=20)),
    "bowl with barn doors": lambda: _lit(
        "grey", _at(-40.0, 35.0, 1.4, modifier=Bowl(), barn_doors=BarnDoors(70.0, 60.0, 80.0, 100.0))
    ),
    "beauty dish": lambda: _lit("grey", _at(-20.0, 40.0, 1.0, modifier=Dish())),
    "shoot-through umbrella": lambda: _lit("white", _at(modifier=Umbrella(1.0))),
    "umbrella, narrow flash": lambda: _lit("grey", _at(modifier=Umbrella(1.0), source=Speedlight(zoom=35.0))),
    "silver umbrella": lambda: _lit("grey", _at(modifier=Umbrella(1.0, "silver"))),
    "home-made box that glows": lambda: _lit(
        "white", _at(modifier=HomeBox(0.35, 0.35, "foam", 0.15), source=Lamp(15.0))
    ),
    "speedlight, bare": lambda: _lit(
        "white", _at(-30.0, 30.0, 1.5, modifier=Bare(), source=Speedlight(zoom=50.0, upright=True))
    ),
    "LED panel": lambda: _lit(
        "grey", _at(-50.0, 20.0, 0.9, modifier=Bare(), source=Led(1800.0, width=0.3, height=0.2))
    ),
    "tube": lambda: _lit("grey", _at(-50.0, 20.0, 0.9, modifier=Bare(), source=Tube(), roll=90.0)),
    "silk": lambda: _lit(
        "grey",
        _at(-48.0, 38.0, 1.6, modifier=Bowl()),
        panels=(_panel(-48.0, 38.0, 0.8, "silk", width=1.0, height=1.0),),
    ),
    "bed sheet": lambda: _lit(
        "white",
        _at(-55.0, 20.0, 1.4, modifier=Bowl()),
        panels=(_panel(-55.0, 20.0, 0.7, "bed sheet", width=0.9, height=1.2),),
    ),
    "board bounce": _bounced_off_board,
    "wall bounce": lambda: _lit("white", Light(Point(-0.7, 1.5, 2.7), Point(-1.5, 1.7, 2.9), 0.0, Bowl())),
    "ceiling bounce": lambda: _lit(
        "white", Light(Point(-0.4, 1.5, 3.0), Point(-0.3, 2.4, 2.8), 0.0, Bare(), source=Speedlight(zoom=35.0))
    ),
    "white panel": lambda: _fill("white", "black"),
    "silver panel": lambda: _fill("silver", "grey"),
    "black panel": lambda: _fill("black", "white", 0.4),
    "gold under the chin": lambda: _lit(
        "black",
        _at(0.0, 45.0, 1.1),
        panels=(_panel(0.0, -50.0, 0.5, "gold", width=0.7, height=0.5, shape="curved", fold=120.0),),
    ),
    "V-flat": lambda: _fill("white", "grey", 0.8, width=1.6, height=1.8, shape="V-flat"),
    "two lights": lambda: _lit(
        "grey", _at(), replace(_at(145.0, 30.0, 1.2, modifier=Softbox(0.3, 0.9), name="rim"), output=-1.0)
    ),
    "gel and coloured wall": lambda: _lit("white", _at(gels=("full warm",)), right=RED),
    "window": lambda: _lit("white", Light(Point(-1.5, 1.4, 2.6), Point(-0.5, 1.4, 2.6), 0.0, Bare(), source=Window())),
    "window with sun": lambda: _lit(
        "grey",
        Light(
            Point(-1.5, 1.5, 2.9),
            Point(-0.5, 1.5, 2.9),
            0.0,
            Bare(),
            source=Window(sun=True, sun_side=25.0, sun_height=14.0),
        ),
    ),
    "four lights and three panels": _four_lights,
}


def slug(name: str) -> str:
    """File name of a scene's stored result."""
    return "".join(c if c.isalnum() else "-" for c in name.lower()).replace("--", "-")
