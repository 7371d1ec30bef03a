"""Direct and bounced light against the stored results of an independent path tracer."""

import json
import unittest
from pathlib import Path

import numpy as np

from deep_amber.core.simulation import SETTLED, Memory
from deep_amber.core.simulation.layers import sensor_layer
from deep_amber.core.simulation.sensors import Sensors
from deep_amber.core.simulation.stages import Stages
from deep_amber.core.transport.direct import FLAT, illuminance
from deep_amber.core.transport.emitter import emitter_row
from deep_amber.formats.set_file import read_set_file
from deep_amber.formats.sitter_file import load_sitter

STORED = Path(__file__).parent / "stored"


def ours(stored: dict) -> tuple[np.ndarray, np.ndarray]:
    """Our direct (n,) and total (n, 3) illuminance at the stored points."""
    photo_set = read_set_file(json.dumps(stored["set_file"]).encode()).set
    mesh, light = load_sitter(photo_set.sitter.who), photo_set.lights[0]
    stages = Stages(photo_set, mesh, Memory(), SETTLED, lambda: None)
    points, normals = (np.array(stored[k], np.float32) for k in ("points", "normals"))
    n = len(points)
    sensors = Sensors(("compared",), np.zeros(n, int), points, normals, np.ones((n, 3)), FLAT)
    quads, own = stages.blockers(light)
    lift = np.full(n, 3e-4, np.float32)
    direct = illuminance(stages.rays(), points, normals, lift, emitter_row(light), quads, own)
    return direct, sensor_layer(stages, light, "compared", sensors)


def stops(a: np.ndarray, b: np.ndarray) -> np.ndarray:
    return np.log2(a / b)


def rms(values: np.ndarray) -> float:
    return float(np.sqrt((values**2).mean()))


class AgainstPathTracer(unittest.TestCase):
    """Bounds of light-model: direct .05 stop rms; with bounce .1 rms and .3 at most."""

    def check(self, room: str) -> None:
        stored = json.loads((STORED / f"{room}.json").read_text())
        direct, total = ours(stored)
        names = np.array(stored["names"])
        true_direct, true_total = np.array(stored["direct"]), np.array(stored["total"])
        lit = true_direct > 0.02 * true_direct.max()  # in the last of a penumbra a stop says little
        for where in ("face", "cloth", "backdrop"):
            at = names == where
            with self.subTest(room=room, where=where, what="direct"):
                self.assertLess(rms(stops(direct[at & lit], true_direct[at & lit])), 0.05)
            off = stops(total[at].mean(1), true_total[at].mean(1))
            with self.subTest(room=room, where=where, what="with bounce"):
                self.assertLess(rms(off), 0.1)
                self.assertLess(np.abs(off).max(), 0.3)

    def test_white_room(self):
        self.check("white")

    def test_grey_room(self):
        self.check("grey")

    def test_black_room(self):
        self.check("black")


if __name__ == "__main__":
    unittest.main()
