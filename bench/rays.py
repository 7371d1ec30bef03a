"""The ray rate of this machine in this run: what every other figure is set against.

Measured as light-model's budgets were: the ray library's own wrapper, all cores.
"""

import statistics
import time

import numpy as np

from deep_amber.core.model import Sitter
from deep_amber.core.sitter.pose import posed
from deep_amber.core.transport.tracer import PlainTracer
from deep_amber.core.transport.workers import in_chunks
from deep_amber.formats.sitter_file import load_sitter

RAYS, RUNS = 400_000, 7


def ray_rate() -> float:
    """Shadow rays from the face toward a softbox [million a second], median of runs."""
    mesh = load_sitter("nadia")
    body = posed(mesh, Sitter("nadia", 0.0, 2.0, 0.5))
    rays = PlainTracer(body.vertices, mesh.faces)
    rng = np.random.default_rng(1)
    front = np.where(mesh.normals[:, 2] > 0.2)[0]
    origins = (body.vertices[rng.choice(front, RAYS)] + [0, 0, 1e-3]).astype(np.float32)
    box = np.array([-0.6, 1.8, 2.4]) + rng.random((RAYS, 3)) * [0.6, 0.5, 0.1]
    directions = (box - body.in_room(origins)).astype(np.float32)
    times = []
    for _ in range(RUNS):
        start = time.perf_counter()
        in_chunks(lambda a, b: rays.blocked(origins[a:b], directions[a:b], 1.0) is None, RAYS, 20_000)
        times.append(time.perf_counter() - start)
    return RAYS / statistics.median(times) / 1e6
