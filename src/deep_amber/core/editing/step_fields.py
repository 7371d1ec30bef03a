"""The typed values of the things of the steps: look, room, backdrop, sitter, camera, furniture, doors."""

import math
from dataclasses import replace

from ..model.look import WANTED_FROM_THE_MIDDLE, Look
from ..model.people import People
from ..model.room import SURFACE_LABELS, Colour, Surface
from ..model.set import Set
from ..sitter.face import face_marks
from ..sitter.mesh import CLOTH, SitterMesh
from ..srgb import luminance
from .field import Field, plain, with_value
from .moves import move
from .surface_colour import colour_field, rgb_of, surface_of


def _eye_height() -> Field:
    def get(s: Set, mesh: SitterMesh) -> float:
        return face_marks(mesh, s.sitter).eyes[1]

    def put(s: Set, mesh: SitterMesh, metres: float) -> Set:
        return move(s, "sitter", "place", {"y": s.sitter.seat_height + metres - get(s, mesh)}).photo_set

    return Field("eye height", "length", get, put)


def _seat_height() -> Field:
    def put(s: Set, _: SitterMesh, metres: float) -> Set:
        moved = move(s, "sitter", "place", {"y": metres}).photo_set
        return replace(moved, sitter=replace(moved.sitter, seat_height=metres))

    return Field("seat height", "length", lambda s, _: s.sitter.seat_height, put)


def _backdrop_gap() -> Field:
    return Field(
        "to backdrop",
        "length",
        lambda s, _: s.sitter.z - s.backdrop.z,
        lambda s, _, v: with_value(s, ["backdrop", "z"], s.sitter.z - v),
    )


def _table(*rows: tuple[str, str, str]) -> dict[str, Field]:
    return {path: plain(label, kind, path) for path, label, kind in rows}


def _camera_tilt() -> Field:
    def get(s: Set, _: SitterMesh) -> float:
        way = s.camera.aim.array - s.camera.place.array
        return math.degrees(math.atan2(way[1], math.hypot(way[0], way[2])))

    def put(s: Set, _: SitterMesh, degrees: float) -> Set:
        way = s.camera.aim.array - s.camera.place.array
        y = s.camera.place.y + math.tan(math.radians(min(max(degrees, -80.0), 80.0))) * math.hypot(way[0], way[2])
        return with_value(s, ["camera", "aim", "y"], y)

    return Field("tilt", "angle", get, put)


def _cloth_colour() -> Field:
    def get(s: Set, mesh: SitterMesh) -> tuple[int, int, int]:
        if s.sitter.cloth is not None:
            return rgb_of(s.sitter.cloth)
        red, green, blue = (float(k) for k in mesh.colours[mesh.parts == CLOTH].mean(0))
        most = max(red, green, blue)
        return rgb_of(Surface(luminance(red, green, blue), Colour(red / most, green / most, blue / most)))

    return Field("cloth colour", "colour", get, lambda s, _, rgb: with_value(s, ["sitter", "cloth"], surface_of(rgb)))


_SITTER = {
    "sitter.eye_height": _eye_height(),
    "sitter.seat_height": _seat_height(),
    "sitter.backdrop_gap": _backdrop_gap(),
    **_table(
        ("sitter.x", "from middle", "length"),
        ("sitter.z", "from back wall", "length"),
        ("sitter.body_turn", "body turn", "angle"),
        ("sitter.head_turn", "head turn", "angle"),
        ("sitter.head_nod", "chin down", "angle"),
        ("sitter.head_tilt", "head tilt", "angle"),
        ("sitter.chin_forward", "chin forward", "length"),
        ("sitter.gaze_turn", "eyes turned", "angle"),
        ("sitter.gaze_down", "eyes down", "angle"),
        ("sitter.skin_stops", "skin, stops", "stops"),
        ("sitter.hair_stops", "hair, stops", "stops"),
        ("sitter.sheen", "skin shine", "share"),
    ),
    "sitter.cloth_colour": _cloth_colour(),
}
_CAMERA = {
    "camera.tilt": _camera_tilt(),
    **_table(
        ("camera.aperture", "aperture", "aperture"),
        ("camera.time", "time", "time"),
        ("camera.sensitivity", "ISO", "number"),
        ("camera.focal_length", "lens, mm", "number"),
        ("camera.white_balance", "white balance, K", "number"),
        ("camera.place.y", "lens height", "length"),
        ("camera.place.x", "from middle", "length"),
        ("camera.place.z", "from back wall", "length"),
        ("camera.aim.y", "aim, height", "length"),
        ("camera.aim.x", "aim, from middle", "length"),
        ("camera.sensor_width", "short side, mm", "fine number"),
        ("camera.sensor_height", "long side, mm", "fine number"),
        ("camera.filter", "neutral filter, stops", "stops"),
        ("camera.sync_time", "flash sync", "time"),
    ),
}
_BACKDROP = {
    **_table(
        ("backdrop.z", "from back wall", "length"),
        ("backdrop.x", "from middle", "length"),
        ("backdrop.width", "width", "length"),
        ("backdrop.height", "top edge", "length"),
        ("backdrop.turn", "turn", "angle"),
        ("backdrop.lower", "lower edge", "length"),
        ("backdrop.sweep", "floor sweep", "length"),
        ("backdrop.surface.reflectance", "reflectance", "share"),
        ("backdrop.variation", "blotches, stops", "stops"),
        ("backdrop.grain", "size of blotches", "length"),
    ),
    "backdrop.surface.colour": colour_field("colour", "backdrop.surface"),
}
_ROOM = {
    **_table(
        ("room.width", "width", "length"),
        ("room.depth", "depth", "length"),
        ("room.height", "ceiling height", "length"),
        *((f"room.surfaces.{name}.reflectance", label, "share") for name, label in SURFACE_LABELS.items()),
    ),
    **{f"room.colours.{name}": colour_field(label, f"room.surfaces.{name}") for name, label in SURFACE_LABELS.items()},
}
_RATIO = _table(("look.ratio", "lit to shadow", "ratio"))
_FRONT_RATIO = _table(("look.front_ratio", "front to under", "open ratio"))
_LOOK = _table(
    ("look.mood", "mood", "text"),
    ("look.backdrop_tone", "backdrop, stops", "stops"),
    ("look.wardrobe_colour", "wardrobe colour", "text"),
)


def _look(look: Look) -> dict[str, Field]:
    """With the one ratio that tells the wanted pattern."""
    return (_FRONT_RATIO if look.pattern in WANTED_FROM_THE_MIDDLE else _RATIO) | _LOOK


def _furniture(at: str) -> dict[str, Field]:
    typed = _table(
        (f"{at}.name", "name", "text"),
        (f"{at}.width", "width", "length"),
        (f"{at}.depth", "depth", "length"),
        (f"{at}.height", "height", "length"),
        (f"{at}.x", "from middle", "length"),
        (f"{at}.z", "from back wall", "length"),
        (f"{at}.base", "lower side", "length"),
        (f"{at}.surface.reflectance", "reflectance", "share"),
    )
    return {**typed, f"{at}.colour": colour_field("colour", f"{at}.surface")}


def _door(at: str) -> dict[str, Field]:
    return _table(
        (f"{at}.name", "name", "text"),
        (f"{at}.along", "along the wall", "length"),
        (f"{at}.width", "width", "length"),
        (f"{at}.height", "height", "length"),
    )


def _of_people(name: str, label: str, kind: str) -> Field:
    """A row begins with its first value."""
    return Field(
        label,
        kind,
        lambda s, _: getattr(s.people or People(), name),
        lambda s, _, v: replace(s, people=replace(s.people or People(), **{name: v})),
    )


_PEOPLE = {
    "people.count": _of_people("count", "people", "count"),
    "people.spacing": _of_people("spacing", "faces apart", "length"),
}
STEP_THINGS = ("look", "room", "backdrop", "sitter", "camera", "people")


def step_fields(photo_set: Set, thing: str) -> dict[str, Field] | None:
    """The typed values of a thing of the steps, or None when it is none of them."""
    fixed = {
        "sitter": _SITTER,
        "camera": _CAMERA,
        "backdrop": _BACKDROP,
        "room": _ROOM,
        "people": _PEOPLE,
        "look": _look(photo_set.look) if photo_set.look else {},
    }
    if thing == "sitter" and photo_set.sitter.gaze != "elsewhere":
        return {k: field for k, field in _SITTER.items() if not k.startswith("sitter.gaze")}
    if thing in fixed:
        return fixed[thing]
    kind = thing.partition(".")[0]
    return _furniture(thing) if kind == "furniture" else _door(thing) if kind == "doors" else None
