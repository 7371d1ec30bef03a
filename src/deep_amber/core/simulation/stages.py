"""The stages of a simulation, each kept by exactly what it reads: pose, rays, and what the lens sees."""

from collections.abc import Callable, Hashable
from dataclasses import dataclass, field, replace
from functools import lru_cache
from typing import Any, TypeVar

import numpy as np

from ..geometry.quads import backdrop_quad
from ..geometry.vectors import aiming_axes
from ..kit.emission import shape_of
from ..model.light import Light
from ..model.panel import Panel
from ..model.point import Point
from ..model.set import Set
from ..picture.edges import outline_pixels, outline_places
from ..picture.lens_rays import Size, directions, pixel_directions
from ..picture.looking import look
from ..picture.seen import Seen, all_seen
from ..picture.textured import add_texture
from ..picture.wall_light import WallPlaces, wall_places
from ..sitter.mesh import Posed, SitterMesh
from ..sitter.pose import posed
from ..transport.sitter_rays import SitterRays, build_sitter_rays
from .memory import Key, Memory
from .quality import Quality

T = TypeVar("T")
AT_WALL = 0.002  # [m] before the back wall
BACK_TO_BACK = 0.004  # [m] between the two faces of a board


# What stages read, as keys of the memory.


def panels_standing(photo_set: Set) -> tuple[Panel, ...]:
    """The panels that are in the light; a board of two sides is one for each, back to back."""
    return tuple(side for panel in photo_set.panels if panel.on for side in _sides(panel))


def _sides(panel: Panel) -> tuple[Panel, ...]:
    if panel.back == "as its front" or panel.back == panel.surface:
        return (panel,)
    _, _, forward = aiming_axes(panel.place, panel.aim)
    behind = Point(*map(float, panel.place.array - forward * BACK_TO_BACK))
    return panel, replace(panel, place=behind, surface=panel.back, back="as its front")


def as_sheet(photo_set: Set) -> Set:
    """A set whose translucent backdrop hangs as a sheet before the bare wall: what comes through it and off it is that
    of a bed sheet."""
    backdrop, back = photo_set.backdrop, photo_set.room.surfaces.back
    quad = backdrop_quad(backdrop)
    middle = np.array(quad.centre)
    place, aim = (Point(*map(float, k)) for k in (middle, middle + quad.normal))
    sheet = Panel(place, aim, backdrop.width, backdrop.height - backdrop.lower, "bed sheet", name="backdrop")
    wall = replace(
        backdrop, x=0.0, z=AT_WALL, turn=0.0, width=photo_set.room.width, height=photo_set.room.height, lower=0.0,
        surface=back, kind="wall", sweep=0.0, variation=0.0, creases="none", translucent=False,
    )  # fmt: skip
    return replace(photo_set, backdrop=wall, panels=(*photo_set.panels, sheet))


def standing(photo_set: Set) -> tuple[Any, ...]:
    """What the geometry of bounced light depends on, panels and lights' bodies apart."""
    return (photo_set.room, photo_set.backdrop, photo_set.sitter, photo_set.furniture)


def lens_of(photo_set: Set) -> tuple[Any, ...]:
    """What the ways of the picture's rays depend on."""
    camera = photo_set.camera
    return (camera.place, camera.aim, camera.focal_length, camera.sensor, camera.orientation)


def framed(photo_set: Set) -> tuple[Any, ...]:
    """What is seen through the lens depends on this; exposure, lights and panels do not change it."""
    return (*standing(photo_set), *lens_of(photo_set))


@dataclass(frozen=True, eq=False)
class _Pose:
    """A sitter's form in a head pose."""

    key: tuple[str, float, float, float, float]
    mesh: SitterMesh
    posed: Posed

    def __hash__(self) -> int:
        return hash(self.key)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, _Pose) and self.key == other.key


@lru_cache(maxsize=2)
def _built(pose: _Pose) -> SitterRays:
    """The ray structure of a pose, shared by all memories: 25 MB and a hundredth of a second for every 30,000 faces."""
    return build_sitter_rays(pose.mesh, pose.posed)


@dataclass(frozen=True, eq=False)
class Stages:
    """Stage functions over one set. `go_on` is called between stages and may raise to stop the work."""

    photo_set: Set
    mesh: SitterMesh
    memory: Memory
    quality: Quality
    go_on: Callable[[], None]
    found: dict[Hashable, object] = field(default_factory=dict)
    """What has been worked out for this one set, by what asked for it."""

    def __post_init__(self) -> None:
        if self.photo_set.backdrop.translucent:
            object.__setattr__(self, "photo_set", as_sheet(self.photo_set))

    def once(self, key: Hashable, make: Callable[[], T]) -> T:
        """What `make` returns, made once for this set."""
        if key not in self.found:
            self.found[key] = make()
        return self.found[key]  # type: ignore[return-value]

    def key(self, of: Callable[[Set], Hashable]) -> Key:
        """What `of` says this set depends on, as a key."""
        return self.once(of, lambda: Key(of(self.photo_set)))

    def shape(self, light: Light) -> Key:
        """What a light's layer depends on of it, as a key."""
        return self.once(("shape", id(light)), lambda: Key(shape_of(light)))

    # A picture's arrays are large (48 MB of surfaces at 640 x 800, 6 MB a layer), so one of each size is kept, and as
    # many layers as the set needs and one more.

    @property
    def _finely(self) -> str:
        """Names what is kept of a picture: two qualities of one size do not share it."""
        q = self.quality
        return f"{q.size.width}x{q.size.height}/{q.bounce_rows}/{'fine' if q.outlines else 'quick'}"

    def keep_picture(self, stage: str, key: Hashable, make: Callable[[], T], entries: int = 1) -> T:
        return self.memory.keep(f"{stage} {self._finely}", key, make, entries)

    def keep_layer(self, stage: str, key: Hashable, make: Callable[[], T], needed: int) -> T:
        return self.memory.keep(f"{stage} {self._finely}", key, make, entries=needed + 1)

    def make_room(self) -> None:
        """Lets go of pictures' arrays, quick and fine, when something else is seen now: old and new are not held together."""

        def forget() -> None:
            for finely in ("/fine", "/quick"):
                self.memory.forget(finely)

        self.memory.keep("framed", self.key(framed), forget, 1)

    def posed(self) -> Posed:
        return self.memory.keep(
            "pose", (self.mesh, self.photo_set.sitter), lambda: posed(self.mesh, self.photo_set.sitter)
        )

    def rays(self) -> SitterRays:
        s = self.photo_set.sitter
        head = (self.mesh.form, s.head_turn, s.head_nod, s.head_tilt, s.chin_forward)
        built = self.memory.keep("ray structure", head, lambda: _built(_Pose(head, self.mesh, self.posed())))
        return built.placed(self.posed())

    # What the lens sees

    def _seen(self, stage: str, size: Size, ways: Callable[[], np.ndarray]) -> Seen:
        key = (self.key(framed), size)

        def make() -> Seen:
            self.go_on()
            seen = all_seen(self.photo_set, self.mesh, self.posed(), self.rays(), ways())
            look(self.photo_set, self.mesh, seen)
            if self.quality.outlines:
                add_texture(self.photo_set, seen)
            return seen

        return self.keep_picture(stage, key, make)

    def seen(self) -> Seen:
        """Every pixel's surface."""
        size = self.quality.size
        return self._seen("seen", size, lambda: pixel_directions(self.photo_set.camera, size))

    def wall_places(self) -> WallPlaces:
        """Room and backdrop every few pixels, the sitter away."""
        size, key = self.quality.size, (self.key(framed), self.quality.size)
        return self.keep_picture("wall places", key, lambda: wall_places(self.photo_set, size, self.seen()))

    def outlines(self) -> tuple[Seen, np.ndarray, np.ndarray]:
        """Added places on outlines: their surfaces, their places (n, 2) and the pixel each belongs to."""
        key = (self.key(framed), self.quality.size)

        def make() -> tuple[np.ndarray, np.ndarray]:
            pixels, eyes = outline_pixels(self.seen(), self.quality.size)
            return outline_places(pixels, eyes, self.quality.size)

        places, owner = self.keep_picture("outline places", key, make)
        size, camera = self.quality.size, self.photo_set.camera
        seen = self._seen("outlines seen", size, lambda: directions(camera, size.aspect, places))
        return seen, places, owner

    def coarse_size(self) -> Size:
        return Size(max(1, round(self.quality.bounce_rows * self.quality.size.aspect)), self.quality.bounce_rows)

    def coarse(self) -> Seen:
        """Surfaces of the coarse grid on which bounced light is gathered."""
        size = self.coarse_size()
        return self._seen("coarse seen", size, lambda: pixel_directions(self.photo_set.camera, size))
