"""Pictures of practice with marks that are disturbed as a hand disturbs them, and what is read from them."""

from dataclasses import dataclass
from functools import cache

import numpy as np

from deep_amber.core.eye.practice import task
from deep_amber.core.eye.readback import ReadBack, grade_of, read_back
from deep_amber.core.pattern.softness import NOSE
from deep_amber.core.simulation import simulate
from deep_amber.core.simulation.key import key_index
from deep_amber.formats.picture_file import png_bytes
from deep_amber.formats.real_picture import read_real_picture
from deep_amber.formats.sitter_file import known_sitters, load_sitter, sitter_of
from deep_amber.plan_told import looks

from .marked import Truth, marked_key

DISTURBED = 2.0  # pixels at marked.HEIGHT


@dataclass(frozen=True, eq=False)
class Pictured:
    level: int
    truth: Truth
    linear: np.ndarray
    codes: np.ndarray
    who: str
    size: float

    @property
    def grade(self) -> str:
        return grade_of(NOSE * 1000 * self.size)

    def read(self, without: str = "") -> ReadBack:
        """By all sitters, or all but one."""
        meshes = [load_sitter(k) for k in known_sitters() if k != without]
        return read_back(self.truth.marks, {}, meshes, self.linear)

    def off(self, read: ReadBack) -> float:
        """Degrees between the way that was read and the true one."""

        def way(azimuth: float, elevation: float) -> np.ndarray:
            a, e = np.radians([azimuth, elevation])
            return np.array([np.sin(a) * np.cos(e), np.sin(e), np.cos(a) * np.cos(e)])

        turned = way(read.key.azimuth, read.key.elevation) @ way(self.truth.azimuth, self.truth.elevation)
        return float(np.degrees(np.arccos(np.clip(turned, -1, 1))))


@cache
def _looks():
    return looks()


@cache
def pictured(level: int, seed: int, disturbed: float = DISTURBED) -> Pictured:
    """The picture of a task of practice as its file holds it."""
    made = task(level, seed, load_sitter, tuple(known_sitters()), _looks())
    s = made.photo_set
    key = s.lights[key_index(_looks()(s))]
    truth = marked_key(s, key.place.array, made.truth.size, np.random.default_rng((7, level, seed)), disturbed)
    codes = simulate(s, sitter_of(s)).picture
    linear = read_real_picture(png_bytes(codes)).linear
    return Pictured(level, truth, linear, codes, s.sitter.who, made.truth.size)
