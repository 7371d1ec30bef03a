"""Judges reading back: pictures of practice with marks disturbed by two pixels at 800 high, and faces that nobody knows.

python -m bench.eye [--many 300] [--strange 60]
"""

import argparse
import logging
import multiprocessing
import statistics
import time

from tests.core.eye.pictured import pictured

from deep_amber.core.eye.practice import LEVELS

NEAR = 10.0  # degrees


def judged(job: tuple[int, int, bool]) -> tuple[int, float, bool, float, bool, float]:
    """Level, degrees off, whether the ring held it, the ring, whether the size class is right, seconds."""
    level, seed, strange = job
    made = pictured(level, seed)
    begun = time.perf_counter()
    read = made.read(without=made.who if strange else "")
    took = time.perf_counter() - begun
    off = made.off(read)
    return level, off, off <= read.key.ring, read.key.ring, read.size == made.grade, took


def said(name: str, rows: list[tuple[int, float, bool, float, bool, float]]) -> str:
    """A line of a table."""
    off = [k[1] for k in rows]
    near, held, right = (
        100 * statistics.fmean(k) for k in ([v < NEAR for v in off], [k[2] for k in rows], [k[4] for k in rows])
    )
    middle, ring, took = (statistics.median(k) for k in (off, [k[3] for k in rows], [k[5] for k in rows]))
    return f"{name}: {len(rows)} pictures, within 10 degrees {near:.0f} %, median {middle:.1f}, ring {ring:.1f} holds {held:.0f} %, size class {right:.0f} %, {took:.1f} s"


def main() -> None:
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--many", type=int, default=300)
    parser.add_argument("--strange", type=int, default=60, help="pictures read without the sitter that they are of")
    asked = parser.parse_args()
    logging.disable(logging.WARNING)
    with multiprocessing.Pool() as pool:
        for name, many, strange in (("known faces", asked.many, False), ("strange faces", asked.strange, True)):
            jobs = [(level, seed, strange) for seed in range(-(-many // len(LEVELS))) for level in LEVELS][:many]
            rows = pool.map(judged, jobs, chunksize=5)
            for level in LEVELS:
                if mine := [k for k in rows if k[0] == level]:
                    print(said(f"{name}, level {level}", mine))
            if rows:
                print(said(name, rows), flush=True)


if __name__ == "__main__":
    main()
