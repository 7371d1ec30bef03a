"""Makes the stored reference anew with the independent path tracer: make reference.

Results are luminous exposures a channel [lx s] at the lights' present output: straight from the lights, and with all
bounces. The scene that each belongs to is stored with it, as a set file.
"""

import json
import sys
from pathlib import Path

import mitsuba as mi
import numpy as np

from deep_amber.core.assumptions import CANOPY_REFLECTS
from deep_amber.core.gear.surfaces import PANEL_SURFACES
from deep_amber.core.geometry.quads import backdrop_quad, door_quads, emitter_quad, panel_quads, quad_of
from deep_amber.core.simulation.sensors import meter_sensors
from deep_amber.core.sitter.mesh import CHAIN_HEAD, LASH
from deep_amber.core.sitter.pose import posed
from deep_amber.formats.set_file import new_file, write_set_file
from deep_amber.formats.sitter_file import load_sitter

mi.set_variant("llvm_ad_rgb")

from .described import sources_of  # noqa: E402
from .path_tracer import Matter, World, gathered, straight  # noqa: E402
from .points import compared, first_light  # noqa: E402
from .scenes import SCENES, slug  # noqa: E402

FOLDER = Path(__file__).parent / "stored"
STRATA, ROUND_SIDES = 64, 48


class Shapes:
    """Triangles of a set, gathered."""

    def __init__(self):
        self.parts, self.matters, self.count = [], [Matter()], 0

    def add(self, vertices, normals, colours, faces, matter: Matter | None = None) -> None:
        if matter:
            self.matters.append(matter)
        number = len(self.matters) - 1 if matter else 0
        self.parts.append((vertices, normals, colours, faces + self.count, np.full(len(faces), number)))
        self.count += len(vertices)

    def sheet(self, quad, colour, matter: Matter | None = None) -> None:
        if quad.round:
            t = np.arange(ROUND_SIDES) / ROUND_SIDES * 2 * np.pi
            rim = np.array(quad.centre) + np.outer(np.cos(t), quad.half_x) + np.outer(np.sin(t), quad.half_y)
            corners = np.concatenate([[quad.centre], rim])
            k = np.arange(ROUND_SIDES)
            faces = np.stack([np.zeros(ROUND_SIDES, int), 1 + k, 1 + (k + 1) % ROUND_SIDES], 1)
        else:
            corners, faces = quad.corners, np.array([[0, 1, 2], [0, 2, 3]])
        self.add(corners, np.tile(quad.normal, (len(corners), 1)), np.tile(colour, (len(corners), 1)), faces, matter)

    def world(self) -> World:
        return World(*map(np.concatenate, zip(*self.parts, strict=True)), self.matters)


def _room(shapes: Shapes, room) -> None:
    w, h, d, s = room.width / 2, room.height / 2, room.depth / 2, room.surfaces
    for colour, centre, x, y in (
        (s.left, (-w, h, d), (0, h, 0), (0, 0, d)),
        (s.right, (w, h, d), (0, h, 0), (0, 0, d)),
        (s.floor, (0, 0, d), (w, 0, 0), (0, 0, d)),
        (s.ceiling, (0, 2 * h, d), (w, 0, 0), (0, 0, d)),
        (s.back, (0, h, 0), (w, 0, 0), (0, h, 0)),
        (s.front, (0, h, 2 * d), (w, 0, 0), (0, h, 0)),
    ):
        shapes.sheet(quad_of(centre, x, y), colour.rgb)


def worlds(photo_set) -> tuple[World, World]:
    """The set, and the set without the sitter's head, which a meter held before the face looks past."""
    mesh = load_sitter(photo_set.sitter.who)
    body = posed(mesh, photo_set.sitter)
    made = []
    for with_head in (True, False):
        shapes = Shapes()
        keep = mesh.parts[mesh.faces[:, 0]] != LASH
        if not with_head:
            keep &= mesh.chain[mesh.faces[:, 0], CHAIN_HEAD] <= 0.5
        shapes.add(body.in_room(body.vertices), body.normals @ body.rotation.T, mesh.colours, mesh.faces[keep])
        _room(shapes, photo_set.room)
        shapes.sheet(backdrop_quad(photo_set.backdrop), photo_set.backdrop.surface.rgb)
        for light in photo_set.lights:
            shapes.sheet(emitter_quad(light), (CANOPY_REFLECTS if light.modifier.kind == "umbrella" else 0.0,) * 3)
            for door in door_quads(light):
                shapes.sheet(door, (0.0, 0.0, 0.0))
        for panel in photo_set.panels:
            f = PANEL_SURFACES[panel.surface]
            matter = Matter(f.gloss, f.gloss_exponent, f.passes, f.straight, f.straight_exponent)
            for quad in panel_quads(panel):
                shapes.sheet(quad, f.reflects, matter)
        made.append(shapes.world())
    return made[0], made[1]


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
