"""Makes the stored reference anew with an independent path tracer: make reference.

Its results are illuminances at radiance 1 of the front cloth: direct, and with all bounces. The scene that
each belongs to is stored with it, as a set file.
"""

import json
import sys
import tempfile
from pathlib import Path

import mitsuba as mi
import numpy as np

from deep_amber.core.scene.geometry import Quad, backdrop_quad, emitter_quad
from deep_amber.core.sitter.mesh import LASH
from deep_amber.core.sitter.pose import posed
from deep_amber.formats.set_file import new_file, write_set_file
from deep_amber.formats.sitter_file import load_sitter

from .scenes import ROOMS, compared, reference_set

FOLDER = Path(__file__).parent / "stored"
METER_SIZE, METER_LIFT = 2e-4, 4e-4  # [m]
STRATA = 48  # rows and columns of shadow rays


def _matrix(quad: Quad) -> list:
    matrix = np.eye(4)
    matrix[:3, 0], matrix[:3, 1], matrix[:3, 2], matrix[:3, 3] = quad.half_x, quad.half_y, quad.normal, quad.centre
    return matrix


def _diffuse(reflectance) -> dict:
    rgb = {"type": "rgb", "value": [float(k) for k in np.broadcast_to(reflectance, 3)]}
    return {"type": "twosided", "bsdf": {"type": "diffuse", "reflectance": rgb}}


def _write_ply(path: Path, mesh, body) -> None:
    faces = mesh.faces[mesh.parts[mesh.faces[:, 0]] != LASH]
    vertices = np.concatenate([body.in_room(body.vertices), body.normals @ body.rotation.T, mesh.colours], 1).astype(
        "<f4"
    )
    fields = "".join(f"property float {k}\n" for k in ("x", "y", "z", "nx", "ny", "nz", "r", "g", "b"))
    head = (f"ply\nformat binary_little_endian 1.0\nelement vertex {len(vertices)}\n{fields}"
            f"element face {len(faces)}\nproperty list uchar int vertex_indices\nend_header\n")  # fmt: skip
    rows = np.empty(len(faces), dtype=[("n", "u1"), ("v", "<i4", 3)])
    rows["n"], rows["v"] = 3, faces
    path.write_bytes(head.encode() + vertices.tobytes() + rows.tobytes())


def _meter(point, normal) -> dict:
    frame = mi.ScalarTransform4f().look_at(
        origin=list(point + normal * METER_LIFT), target=list(point + normal), up=[0.123, 0.98, 0.15]
    ) @ mi.ScalarTransform4f().scale(METER_SIZE)
    return {"type": "rectangle", "to_world": frame, "sensor": {"type": "irradiancemeter"}}


def _scene(photo_set, ply: Path) -> dict:
    room = photo_set.room
    half = [room.width / 2, room.height / 2, room.depth / 2]
    box = mi.ScalarTransform4f().translate([0, half[1], half[2]]) @ mi.ScalarTransform4f().scale(half)
    cloth = photo_set.backdrop.surface.rgb
    light = emitter_quad(photo_set.lights[0])
    colour = {"type": "mesh_attribute", "name": "vertex_color"}
    return {
        "type": "scene",
        "sitter": {"type": "ply", "filename": str(ply),
                   "bsdf": {"type": "twosided", "bsdf": {"type": "diffuse", "reflectance": colour}}},
        "room": {"type": "cube", "flip_normals": True, "to_world": box, "bsdf": _diffuse(room.surfaces.left.reflectance)},
        "backdrop": {"type": "rectangle", "to_world": mi.ScalarTransform4f(_matrix(backdrop_quad(photo_set.backdrop))),
                     "bsdf": _diffuse(cloth)},
        "light": {"type": "rectangle", "to_world": mi.ScalarTransform4f(_matrix(light)), "bsdf": _diffuse(0.0),
                  "emitter": {"type": "area", "radiance": {"type": "rgb", "value": [1.0, 1.0, 1.0]}}},
    }  # fmt: skip


def _loaded(photo_set, folder: str) -> dict:
    mesh = load_sitter(photo_set.sitter.who)
    ply = Path(folder) / "sitter.ply"
    _write_ply(ply, mesh, posed(mesh, photo_set.sitter))
    return _scene(photo_set, ply)


def direct_illuminance(scene, light: Quad, points, normals) -> np.ndarray:
    """(n,) direct illuminance by stratified shadow rays of the path tracer's own ray structure."""
    places = (np.arange(STRATA) + 0.5) / STRATA * 2 - 1
    u, v = (k.ravel() for k in np.meshgrid(places, places))
    on_light = np.array(light.centre) + np.outer(u, light.half_x) + np.outer(v, light.half_y)
    out = np.zeros(len(points))
    for i, (point, normal) in enumerate(zip(points, normals, strict=True)):
        start = point + normal * METER_LIFT
        way = on_light - start
        r2 = (way**2).sum(1)
        weight = np.clip(way @ normal, 0, None) * np.clip(-way @ light.normal, 0, None) / r2**2
        clear = [
            w > 0 and not scene.ray_test(mi.Ray3f(list(start), list(d), 0.9995, 0.0, []))
            for w, d in zip(weight, way, strict=True)
        ]
        out[i] = (weight * clear).mean() * light.area
    return out


def total_illuminance(description: dict, points, normals, samples: int) -> np.ndarray:
    """(n, 3) illuminance with all bounces, by path tracing from each point."""
    integrator = mi.load_dict({"type": "path", "max_depth": -1, "rr_depth": 10})
    out = np.zeros((len(points), 3))
    for i, (point, normal) in enumerate(zip(points, normals, strict=True)):
        meter = _meter(point, normal)
        meter["sensor"] |= {
            "film": {"type": "hdrfilm", "width": 8, "height": 1, "rfilter": {"type": "box"}, "pixel_format": "rgb"},
            "sampler": {"type": "independent", "sample_count": samples // 8},
        }
        image = mi.render(
            mi.load_dict(description | {"meter": meter}, optimize=False), integrator=integrator, sensor=0, seed=i
        )
        out[i] = np.array(image).reshape(-1, 3).mean(0)
    return out


def main() -> None:
    samples = int(sys.argv[1]) if len(sys.argv) > 1 else 1 << 17
    wanted = sys.argv[2:] or list(ROOMS)
    mi.set_variant("scalar_rgb")
    FOLDER.mkdir(exist_ok=True)
    for name in wanted:
        photo_set = reference_set(ROOMS[name])
        at = compared(photo_set, load_sitter(photo_set.sitter.who))
        with tempfile.TemporaryDirectory() as folder:
            description = _loaded(photo_set, folder)
            light = emitter_quad(photo_set.lights[0])
            direct = direct_illuminance(mi.load_dict(description, optimize=False), light, at.points, at.normals)
            total = total_illuminance(description, at.points, at.normals, samples)
        result = {"samples": samples, "set_file": json.loads(write_set_file(new_file(f"reference, {name} room", photo_set))),
                  "names": at.names, "points": at.points.round(6).tolist(), "normals": at.normals.round(6).tolist(),
                  "direct": direct.round(7).tolist(), "total": total.round(7).tolist()}  # fmt: skip
        (FOLDER / f"{name}.json").write_text(json.dumps(result) + "\n")
        print(name, "done", flush=True)


if __name__ == "__main__":
    main()
