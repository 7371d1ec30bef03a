"""One pattern reading, as a picture asks for it."""

import statistics
import time
from dataclasses import replace

from tests.sets import demo_file, mesh_of

from deep_amber.core.pattern.reading import read_pattern
from deep_amber.core.simulation import DRAGGED, Memory
from deep_amber.core.simulation.readings import readings_of
from deep_amber.core.simulation.stages import Stages

RUNS = 40


def reading_time() -> float:
    """Median milliseconds of a reading with reasons and catchlights, the key at another place each time."""
    photo_set, memory, times = demo_file(1).set, Memory(), []
    for i in range(RUNS):
        light = photo_set.lights[0]
        moved = replace(light, place=replace(light.place, x=light.place.x + 0.005 * i))
        made = replace(photo_set, lights=(moved,))
        stages = Stages(made, mesh_of(made), memory, DRAGGED, lambda: None)
        readings = readings_of(stages)
        start = time.perf_counter()
        read_pattern(stages, readings)
        times.append((time.perf_counter() - start) * 1000)
    return statistics.median(times[3:])
