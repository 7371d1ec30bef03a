"""Makes the stored reference anew with the independent path tracer: make reference.

Results are luminous exposures a channel [lx s] at the lights' present output: straight from the lights, and with all
bounces. The scene that each belongs to is stored with it, as a set file.
"""

import json
import sys
from pathlib import Path

import mitsuba as mi

from deep_amber.core.simulation.sensors import meter_sensors
from deep_amber.formats.set_file import new_file, write_set_file
from deep_amber.formats.sitter_file import load_sitter

mi.set_variant("llvm_ad_rgb")

from .described import sources_of  # noqa: E402
from .path_tracer import gathered, straight  # noqa: E402
from .points import compared, first_light  # noqa: E402
from .scenes import SCENES, slug  # noqa: E402
from .worlds import worlds  # noqa: E402

FOLDER = Path(__file__).parent / "stored"
STRATA = 64


def result(name: str, samples: int) -> dict:
    """What the tracer finds for a scene."""
    photo_set = SCENES[name]()
    mesh = load_sitter(photo_set.sitter.who)
    at = compared(photo_set, mesh)
    whole, headless = worlds(photo_set)
    sources = [s for light in photo_set.lights for s in sources_of(photo_set, light)]
    direct = straight(whole, sources, at.points, at.normals, "flat", STRATA)
    total = direct + gathered(whole, sources, at.points, at.normals, "flat", samples)
    domes, flat = meter_sensors(photo_set, mesh, first_light(photo_set))
    meters = {}
    for sensors, receptor in ((domes, "dome"), (flat, "flat")):
        points, axes = sensors.points.astype(float), sensors.axes.astype(float)
        past = headless if receptor == "dome" else whole
        got = straight(past, sources, points, axes, receptor, 2 * STRATA)
        got = got + gathered(whole, sources, points, axes, receptor, samples, past)
        meters |= {k: v.tolist() for k, v in zip(sensors.names, got, strict=True)}
    return {
        "scene": name,
        "samples": samples,
        "set_file": json.loads(write_set_file(new_file(f"reference, {name}", photo_set))),
        "names": at.names,
        "points": at.points.round(6).tolist(),
        "normals": at.normals.round(6).tolist(),
        "direct": direct.round(5).tolist(),
        "total": total.round(5).tolist(),
        "meters": meters,
    }


def main() -> None:
    samples = int(sys.argv[1]) if len(sys.argv) > 1 else 128**2
    FOLDER.mkdir(exist_ok=True)
    for name in sys.argv[2:] or SCENES:
        (FOLDER / f"{slug(name)}.json").write_text(json.dumps(result(name, samples)) + "\n")
        print(name, "done", flush=True)


if __name__ == "__main__":
    main()
