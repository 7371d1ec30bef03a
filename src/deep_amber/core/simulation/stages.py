"""The stages of a simulation, each kept by exactly what it reads."""

from collections.abc import Callable, Hashable
from dataclasses import dataclass
from typing import TypeVar

import numpy as np

from ..picture.edges import outline_pixels, outline_places
from ..picture.lens_rays import Size, directions, pixel_places
from ..picture.seen import Seen, all_seen
from ..scene.geometry import Quad, backdrop_quad, emitter_quad
from ..scene.light import Light
from ..scene.set import Set
from ..sitter.mesh import Posed, SitterMesh
from ..sitter.pose import posed
from ..transport.bounce import form_factors, radiosity
from ..transport.direct import illuminance
from ..transport.emitter import emitter_row
from ..transport.hemisphere import RAY_START, View, look_around, patches_seen
from ..transport.patches import Patches, build_patches, patch_rotations
from ..transport.quads import quad_rows
from ..transport.sampling import rotations
from ..transport.sitter_rays import SitterRays, build_sitter_rays
from .memory import Memory
from .quality import PATCH_RAYS, Quality

T = TypeVar("T")


# What stages read, as keys of the memory.


def shape_of(light: Light) -> tuple:
    """What a light's layer at radiance 1 depends on: not its output, colour, name, nor whether it is on."""
    return (light.kind, light.place, light.aim, light.modifier)


def standing(photo_set: Set) -> tuple:
    """What the geometry of bounced light depends on, lights' bodies apart."""
    return (photo_set.room, photo_set.backdrop, photo_set.sitter)


def framed(photo_set: Set) -> tuple:
    """What is seen through the lens depends on this; exposure and lights do not change it."""
    camera = photo_set.camera
    lens = (camera.place, camera.aim, camera.focal_length, camera.sensor_width, camera.sensor_height)
    return (*standing(photo_set), *lens)


@dataclass(frozen=True, eq=False)
class Stages:
    """Stage functions over one set. `go_on` is called between stages and may raise to stop the work."""

    photo_set: Set
    mesh: SitterMesh
    memory: Memory
    quality: Quality
    go_on: Callable[[], None]

    # A picture's arrays are large (35 MB of surfaces at 640 x 800), so one of each size is kept, and as many
    # layers as there are lights and one more.

    def keep_picture(self, stage: str, key: Hashable, make: Callable[[], T]) -> T:
        return self.memory.keep(f"{stage} {self.quality.size.height}", key, make, entries=1)

    def keep_layer(self, stage: str, key: Hashable, make: Callable[[], T]) -> T:
        entries = len(self.photo_set.lights) + 1
        return self.memory.keep(f"{stage} {self.quality.size.height}", key, make, entries=entries)

    def posed(self) -> Posed:
        return self.memory.keep(
            "pose", (self.mesh, self.photo_set.sitter), lambda: posed(self.mesh, self.photo_set.sitter)
        )

    def rays(self) -> SitterRays:
        s = self.photo_set.sitter
        head = (self.mesh, s.head_turn, s.head_nod, s.head_tilt)
        built = self.memory.keep("ray structure", head, lambda: build_sitter_rays(self.mesh, self.posed()))
        return built.placed(self.posed())

    # What the lens sees

    def _seen(self, stage: str, size: Size, places: Callable[[], np.ndarray]) -> Seen:
        key = (framed(self.photo_set), size)

        def make() -> Seen:
            self.go_on()
            ways = directions(self.photo_set.camera, size.aspect, places())
            return all_seen(self.photo_set, self.mesh, self.posed(), self.rays(), ways)

        return self.keep_picture(stage, key, make)

    def seen(self) -> Seen:
        """Every pixel's surface."""
        size = self.quality.size
        return self._seen("seen", size, lambda: pixel_places(size))

    def outlines(self) -> tuple[Seen, np.ndarray, np.ndarray]:
        """Added places on outlines: their surfaces, their places (n, 2) and the pixel each belongs to."""
        key = (framed(self.photo_set), self.quality.size)

        def make():
            pixels, eyes = outline_pixels(self.seen(), self.quality.size)
            return outline_places(pixels, eyes, self.quality.size)

        places, owner = self.keep_picture("outline places", key, make)
        return self._seen("outlines seen", self.quality.size, lambda: places), places, owner

    def coarse_size(self) -> Size:
        return Size(max(1, round(self.quality.bounce_rows * self.quality.size.aspect)), self.quality.bounce_rows)

    def coarse(self) -> Seen:
        """Surfaces of the coarse grid on which bounced light is gathered."""
        size = self.coarse_size()
        return self._seen("coarse seen", size, lambda: pixel_places(size))

    # Quads in the way

    def backdrop(self) -> Quad:
        return backdrop_quad(self.photo_set.backdrop)

    def blockers(self, light: Light) -> tuple[np.ndarray, int]:
        """Rows of the backdrop and of every light's body, and the row of this light's own."""
        shapes = [shape_of(k) for k in self.photo_set.lights]
        bodies = [emitter_quad(k) for k in self.photo_set.lights]
        return quad_rows([self.backdrop(), *bodies]), 1 + shapes.index(shape_of(light))

    def blocker_key(self) -> tuple:
        return (self.photo_set.backdrop, *map(shape_of, self.photo_set.lights))

    # Bounced light

    def bodies(self) -> tuple[Light, ...]:
        """The lights whose black bodies stand in the way of bounced light, at this quality."""
        return self.photo_set.lights if self.quality.bodies_reflect else ()

    def bounce_key(self) -> tuple:
        return (standing(self.photo_set), tuple(map(shape_of, self.bodies())), self.quality.wall_cell)

    def bounce_quads(self) -> np.ndarray:
        return quad_rows([self.backdrop(), *map(emitter_quad, self.bodies())])

    def patches(self) -> Patches:
        quads: list[tuple[Quad, tuple | None]] = [(self.backdrop(), self.photo_set.backdrop.surface.rgb)]
        quads += [(emitter_quad(light), None) for light in self.bodies()]
        return self.memory.keep(
            "patches",
            self.bounce_key(),
            lambda: build_patches(self.photo_set.room, (self.mesh, self.posed()), quads, self.quality.wall_cell),
        )

    def patch_view(self) -> View:
        def make() -> View:
            self.go_on()
            p = self.patches()
            every = self.quality.patch_points
            points, normals, turn = (a[::every] for a in (p.points, p.normals, patch_rotations(p)))
            return look_around(self.rays(), self.mesh.clusters, points, normals, PATCH_RAYS, turn)

        return self.memory.keep(
            "patch view", (standing(self.photo_set), self.quality.wall_cell, self.quality.patch_points), make
        )

    def factors(self) -> np.ndarray:
        def make() -> np.ndarray:
            self.go_on()
            seen = patches_seen(self.patch_view(), self.patches(), self.bounce_quads())
            return form_factors(seen, self.patches().count)

        return self.memory.keep("form factors", (self.bounce_key(), self.quality.patch_points), make)

    def coarse_patches(self) -> np.ndarray:
        """Patches seen from the coarse picture places, (n, rays)."""
        key = (framed(self.photo_set), self.coarse_size(), self.quality.bounce_grid)

        def view() -> View:
            self.go_on()
            coarse = self.coarse()
            turn = rotations(len(coarse.points))
            return look_around(
                self.rays(), self.mesh.clusters, coarse.points, coarse.normals, self.quality.bounce_grid, turn
            )

        kept = self.keep_picture("coarse view", key, view)
        return self.keep_picture(
            "coarse patches", (key, self.bounce_key()), lambda: patches_seen(kept, self.patches(), self.bounce_quads())
        )

    def radiosity(self, light: Light) -> np.ndarray:
        """(patches, 3) radiosity for the light's front cloth at radiance 1."""
        q = self.quality
        key = (self.bounce_key(), shape_of(light), self.blocker_key(), q.patch_grid, q.patch_points, q.precision)

        def make() -> np.ndarray:
            self.go_on()
            p = self.patches()
            points, normals = p.points[:: q.patch_points], p.normals[:: q.patch_points]
            lift = np.full(len(points), RAY_START, np.float32)
            quads, own = self.blockers(light)
            direct = illuminance(self.rays(), points, normals, lift, emitter_row(light), quads, own, q.patch_grid)
            a_patch = direct.reshape(p.count, -1).mean(1, dtype=np.float64)
            return radiosity(
                self.factors(), p.reflectance, np.repeat(a_patch[:, None], 3, 1).astype(np.float32), q.precision
            )

        return self.memory.keep("radiosity", key, make, entries=16)
