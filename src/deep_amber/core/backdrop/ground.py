"""The ground in the frame as a small map: how light each part of it is that the sitter leaves to be seen."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ..exposure.response import FLOOR, MID_GREY, exposure_factor
from ..model.light import Light
from ..picture.lens_rays import directions
from ..picture.seen import walls_seen
from ..simulation.exposing import exposed, lights_on
from ..simulation.layers import sensor_layer
from ..simulation.sensors import Sensors
from ..simulation.shown import things_at
from ..simulation.stages import Stages, framed
from ..srgb import LUMINANCE
from ..transport.weights import FLAT

COLUMNS, ROWS = 10, 12  # of the map, upright; a level picture has them turned
FLOOR_WAY = 0.7  # of a normal that points up, from which it is floor or sweep, which may fall off


@dataclass(frozen=True, eq=False)
class Ground:
    """Cells row by row from the picture's upper left."""

    columns: int
    rows: int
    seen: np.ndarray
    """(rows, columns) bool: the ground is seen there, not the sitter and not the floor."""
    values: np.ndarray
    """(rows, columns, 3) linear sRGB, 1 = white, as if the sitter were away."""

    @property
    def stops(self) -> np.ndarray:
        """(rows, columns) from mid grey."""
        return np.log2(np.maximum(self.values @ LUMINANCE, FLOOR) / MID_GREY)

    @property
    def darkest(self) -> float:
        """Of what is seen [stops from mid grey]."""
        return float(self.stops[self.seen].min()) if self.seen.any() else 0.0

    @property
    def lightest(self) -> float:
        """Of what is seen [stops from mid grey]."""
        return float(self.stops[self.seen].max()) if self.seen.any() else 0.0


def cells(aspect: float) -> tuple[int, int]:
    """Columns and rows of the map for a picture of that width to height."""
    return (COLUMNS, ROWS) if aspect <= 1 else (ROWS, COLUMNS)


def ground_sensors(stages: Stages) -> tuple[Sensors, np.ndarray]:
    """The middles of the map's cells on what stands behind, and which of them are seen (n,)."""

    def make() -> tuple[Sensors, np.ndarray]:
        camera = stages.photo_set.camera
        columns, rows = cells(camera.aspect)
        x, y = np.meshgrid((np.arange(columns) + 0.5) / columns, (np.arange(rows) + 0.5) / rows)
        ways = directions(camera, camera.aspect, np.stack([x.ravel(), y.ravel()], 1))
        wall = walls_seen(stages.photo_set, ways)
        lens = np.tile(camera.place.array.astype(np.float32), (len(ways), 1))
        hidden = stages.rays().blocked(lens, (wall.points - lens).astype(np.float32))
        floor = wall.normals[:, 1] > FLOOR_WAY
        sensors = Sensors(
            ("ground",),
            np.zeros(len(ways), int),
            np.ascontiguousarray(wall.points, np.float32),
            np.ascontiguousarray(wall.normals, np.float32),
            wall.albedo.astype(float),
            FLAT,
        )
        return sensors, ~hidden & ~floor

    return stages.memory.keep("ground places", stages.key(framed), make)


def ground_of(stages: Stages, lights: Sequence[Light] | None = None) -> Ground:
    """The map of a set's ground, what stands before the backdrop included, by all lights or by some `lights` that are on."""
    photo_set = stages.photo_set
    sensors, seen = ground_sensors(stages)
    lux = np.zeros((len(sensors.points), 3))
    for light in lights_on(photo_set) if lights is None else lights:
        lux += sensor_layer(stages, light, "ground", sensors) * exposed(photo_set, light)
    values = lux * sensors.albedo * exposure_factor(photo_set.camera)
    hidden, shown = things_at(stages, sensors.points, lights)
    values = np.where(hidden[:, None], shown, values)
    columns, rows = cells(photo_set.camera.aspect)
    return Ground(columns, rows, seen.reshape(rows, columns), values.reshape(rows, columns, 3))
