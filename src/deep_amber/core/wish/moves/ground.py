"""Sitter and backdrop moved apart or together: the backdrop carried, or the sitter with camera and lights."""

from collections.abc import Iterator
from dataclasses import replace
from typing import Any

from ...answer import Act
from ...editing.moves import follows, shifted
from ...model.set import Set
from ..path import CARRIED, Asked, Path

STEPS = (0.1, 0.2, 0.4, 0.7, 1.1, 1.6, 2.2)  # [m]


def group_moved(photo_set: Set, by: float) -> Set:
    """The sitter, the camera and what is aimed at the sitter moved toward the camera's wall [m]."""
    sitter = photo_set.sitter

    def moved(things: tuple[Any, ...]) -> tuple[Any, ...]:
        return tuple(
            replace(k, place=shifted(k.place, 0, 0, by), aim=shifted(k.aim, 0, 0, by)) if follows(k, sitter) else k
            for k in things
        )

    camera = photo_set.camera
    return replace(
        photo_set,
        sitter=replace(sitter, z=sitter.z + by),
        camera=replace(camera, place=shifted(camera.place, 0, 0, by), aim=shifted(camera.aim, 0, 0, by)),
        lights=moved(photo_set.lights),
        panels=moved(photo_set.panels),
    )


def ground(asked: Asked) -> Iterator[Path]:
    """Both ways of each."""
    photo_set = asked.photo_set
    for sign, word in ((1.0, "away from"), (-1.0, "toward")):
        yield Path(
            "ground",
            CARRIED + 0.5,
            lambda t, sign=sign: group_moved(photo_set, sign * t),  # type: ignore[misc]
            lambda t, word=word: (Act("wish.group", {"by_m": t}, {"toward": word}),),  # type: ignore[misc]
            STEPS,
            0.05,
        )
        if photo_set.backdrop.kind != "wall":
            yield Path(
                "ground",
                CARRIED + 0.3,
                lambda t, sign=sign: replace(  # type: ignore[misc]
                    photo_set, backdrop=replace(photo_set.backdrop, z=photo_set.backdrop.z - sign * t)
                ),
                lambda t, word=word: (Act("wish.backdrop", {"by_m": t}, {"toward": word}),),  # type: ignore[misc]
                STEPS,
                0.05,
            )
