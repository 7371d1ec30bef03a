"""A wall, the floor or the ceiling covered with black cloth or white board."""

from collections.abc import Iterator

from ...answer import Act
from ...model.room import SURFACE_NAMES, Surface
from ...model.set import Set, with_surfaces
from ..path import ROOM_CHANGED, Asked, Path

COVERS = {"black cloth": Surface(0.04), "white board": Surface(0.80)}


def covered(asked: Asked) -> Iterator[Path]:
    """Each surface of the room that the cover makes plainly darker or lighter."""
    room = asked.photo_set.room
    for name in SURFACE_NAMES:
        now = getattr(room.surfaces, name).reflectance
        for cover, surface in COVERS.items():
            if not 0.5 < now / surface.reflectance < 2.0:
                made: Set = with_surfaces(asked.photo_set, **{name: surface})
                act = Act("wish.cover", {}, {"surface": name, "cover": cover})
                yield Path(
                    "covered",
                    ROOM_CHANGED,
                    lambda t, made=made: made,  # type: ignore[misc]
                    lambda t, act=act: (act,),  # type: ignore[misc]
                    (0.0,),
                    throws=surface.reflectance > now,
                )
