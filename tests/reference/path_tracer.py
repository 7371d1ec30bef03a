"""An independent path tracer for the reference: rays by Mitsuba, light and surfaces by the formulas of
docs/light-model.md, written anew here without the product's transport.

Every surface is a thin sheet. Light is sampled from each vertex of a path straight from the emitters; paths end by
Russian roulette.
"""

import math
import tempfile
from dataclasses import dataclass, field

import mitsuba as mi
import numpy as np

LIFT = 4e-4  # [m]
SURE_DEPTH, LEAST_GO_ON = 5, 0.15


@dataclass(frozen=True)
class Matter:
    """What a sheet does with light beside its colour."""

    gloss: float = 0.0
    gloss_exponent: float = 0.0
    passes: float = 0.0
    straight: float = 0.0
    straight_exponent: float = 0.0


@dataclass
class Source:
    """An emitter: a rectangle or ellipse and its radiance over place and direction."""

    centre: np.ndarray
    half_x: np.ndarray
    half_y: np.ndarray
    ellipse: bool
    hole: float
    radiance: object  # (u, v, cos, x, y) -> luminance times cos, as an array; u, v in -1..1, x, y the way's tilt
    colour: np.ndarray
    gate: tuple | None = None
    normal: np.ndarray = field(init=False)
    area: float = field(init=False)

    def __post_init__(self):
        n = np.cross(self.half_x, self.half_y)
        self.normal = n / np.linalg.norm(n)
        self.area = 4 * np.linalg.norm(n) * (math.pi / 4 * (1 - self.hole) if self.ellipse else 1.0)

    def place(self, a, b):
        """Even over the area for a, b in 0..1."""
        if not self.ellipse:
            return 2 * a - 1, 2 * b - 1
        r, t = np.sqrt(self.hole + (1 - self.hole) * a), 2 * math.pi * b
        return r * np.cos(t), r * np.sin(t)


def unit(v):
    return v / np.maximum(np.linalg.norm(v, axis=-1, keepdims=True), 1e-20)


def dot(a, b):
    return (a * b).sum(-1)


def around(axis, u, v, exponent):
    """Directions about unit axes with density (n + 1) / 2 pi cos^n."""
    cos = u ** (1 / (exponent + 1))
    sin, turn = np.sqrt(np.maximum(1 - cos * cos, 0)), 2 * math.pi * v
    side = unit(np.cross(axis, np.where(np.abs(axis[:, :1]) < 0.7, [[1.0, 0, 0]], [[0, 1.0, 0]])))
    up = np.cross(axis, side)
    return (sin * np.cos(turn))[:, None] * side + (sin * np.sin(turn))[:, None] * up + cos[:, None] * axis


class World:
    """Triangles with their matter; rays go through Mitsuba."""

    def __init__(self, vertices, normals, colours, faces, matter, matters: list[Matter]):
        self.vertices, self.normals, self.colours, self.faces = vertices, normals, colours, faces
        self.figures = {k: np.array([getattr(m, k) for m in matters])[matter] for k in Matter.__dataclass_fields__}
        head = (
            f"ply\nformat binary_little_endian 1.0\nelement vertex {len(vertices)}\n"
            "property float x\nproperty float y\nproperty float z\n"
            f"element face {len(faces)}\nproperty list uchar int vertex_indices\nend_header\n"
        )
        rows = np.empty(len(faces), dtype=[("n", "u1"), ("v", "<i4", 3)])
        rows["n"], rows["v"] = 3, faces
        with tempfile.NamedTemporaryFile(suffix=".ply") as file:
            file.write(head.encode() + vertices.astype("<f4").tobytes() + rows.tobytes())
            file.flush()
            self.scene = mi.load_dict({"type": "scene", "world": {"type": "ply", "filename": file.name}})

    def cast(self, origins, ways):
        """Distance, triangle (-1 for none) and barycentric weights of first hits."""
        o, d = (mi.Vector3f(np.ascontiguousarray(a.T, np.float32)) for a in (origins, ways))
        hit = self.scene.ray_intersect_preliminary(mi.Ray3f(mi.Point3f(o), d), coherent=False)
        t, uv = np.array(hit.t).astype(float), np.array(hit.prim_uv).T.astype(float)
        weights = np.concatenate([1 - uv.sum(1, keepdims=True), uv], 1)
        return t, np.where(np.isfinite(t), np.array(hit.prim_index).astype(int), -1), weights

    def clear(self, origins, ways):
        """Whether nothing is between origins and origins + ways."""
        o, d = (mi.Vector3f(np.ascontiguousarray(a.T, np.float32)) for a in (origins, ways))
        ray = mi.Ray3f(mi.Point3f(o), d)
        ray.maxt = 0.9995
        return ~np.array(self.scene.ray_test(ray, coherent=False))

    def surface(self, triangle, weights):
        """Colour, shading normal and flat normal at hits."""
        corners = self.faces[triangle]
        colour = (self.colours[corners] * weights[..., None]).sum(1)
        normal = unit((self.normals[corners] * weights[..., None]).sum(1))
        a, b, c = (self.vertices[corners[:, k]] for k in range(3))
        return colour, normal, unit(np.cross(b - a, c - a))


def lit_by(world: World, source: Source, points, normals, receptor: str, a, b):
    """(n, 3) from one place of a source each: flat, dome or sphere (no cosine at the receptor)."""
    u, v = source.place(a, b)
    on = source.centre + u[:, None] * source.half_x + v[:, None] * source.half_y
    start = points + normals * (LIFT if receptor == "flat" else 0.0)
    way = on - start
    r2 = dot(way, way)
    w = way / np.sqrt(r2)[:, None]
    here = dot(w, normals)
    here = np.maximum(here, 0) if receptor == "flat" else (1 + here) / 2
    cos = -(w @ source.normal)
    tilt_x, tilt_y = -(w @ unit(source.half_x)), -(w @ unit(source.half_y))
    free = np.ones(len(way))  # share of the way that must be free
    value = source.radiance(u, v, cos, tilt_x, tilt_y) * here / r2 * source.area
    if source.gate is not None:
        c, x, y, n = source.gate
        t = ((c - start) @ n) / (way @ n)
        off = start + way * t[:, None] - c
        free = np.clip(t, 0, 1)  # beyond the gate is outside
        value = value * ((t > 0) & (t < 1) & (np.abs(off @ x) <= x @ x) & (np.abs(off @ y) <= y @ y))
    rows = np.where(value > 0)[0]
    clear = np.zeros(len(value), bool)
    if len(rows):
        clear[rows] = world.clear(start[rows], way[rows] * free[rows, None])
    return (value * clear)[:, None] * source.colour, w


def straight(world, sources, points, normals, receptor, strata):
    """(n, 3) direct light by stratified samples, one jitter each."""
    rng = np.random.default_rng(3)
    grid = (np.stack(np.meshgrid(np.arange(strata), np.arange(strata)), -1).reshape(-1, 2) + 0.0) / strata
    out = np.zeros((len(points), 3))
    many = len(grid)
    p, n = np.repeat(points, many, 0), np.repeat(normals, many, 0)
    for source in sources:
        cell = np.tile(grid, (len(points), 1)) + rng.random((len(p), 2)) / strata
        got, _ = lit_by(world, source, p, n, receptor, cell[:, 0], cell[:, 1])
        out += got.reshape(len(points), many, 3).mean(1)
    return out


def _lobe(w_out, axis, exponent):
    return (exponent + 2) / (2 * math.pi) * np.maximum(dot(w_out, axis), 0) ** exponent


def _thrown(world, sources, at, face, normals, seen, colour, figures, rng):
    """(n, 3) luminance toward `seen` of surfaces lit straight by the sources."""
    out = np.zeros((len(at), 3))
    for source in sources:
        a, b = rng.random(len(at)), rng.random(len(at))
        u, v = source.place(a, b)
        on = source.centre + u[:, None] * source.half_x + v[:, None] * source.half_y
        same = (dot(on - at, face) > 0)[:, None]  # lit on the side that is seen
        lit_face, lit_normal = np.where(same, face, -face), np.where(same, normals, -normals)
        got, w = lit_by(world, source, at + (lit_face - lit_normal) * LIFT, lit_normal, "flat", a, b)
        mirrored, along = 2 * dot(w, lit_normal)[:, None] * lit_normal - w, -w
        gloss, straight_on = figures["gloss"], figures["straight"]
        reflect = (1 - gloss) / math.pi + gloss * _lobe(seen, mirrored, figures["gloss_exponent"])
        transmit = (1 - straight_on) / math.pi + straight_on * _lobe(seen, along, figures["straight_exponent"])
        out += got * np.where(same, colour * reflect[:, None], (figures["passes"] * transmit)[:, None])
    return out


def _onward(ways, normals, colour, figures, rng):
    """New ways of paths, what they carry on (n, 3), and whether they go through the sheet."""
    n, passes = len(ways), figures["passes"]
    bright = np.maximum(colour.max(1), 1e-9)
    whole = bright + passes
    through = rng.random(n) * whole < passes
    lobed = rng.random(n) < np.where(through, figures["straight"], figures["gloss"])
    exponent = np.where(through, figures["straight_exponent"], figures["gloss_exponent"])
    side = np.where(through[:, None], -normals, normals)
    axis = np.where(through[:, None], ways, ways - 2 * dot(ways, normals)[:, None] * normals)
    new = np.where(
        lobed[:, None],
        around(axis, rng.random(n), rng.random(n), exponent),
        around(side, rng.random(n), rng.random(n), np.ones(n)),
    )
    # f cos / density: for a diffuse surface 1, for the lobe (n + 2) / (n + 1) cos.
    weight = np.where(lobed, (exponent + 2) / (exponent + 1) * np.maximum(dot(new, side), 0), 1.0) * whole
    carried = np.where(through[:, None], 1.0, colour / bright[:, None]) * weight[:, None]
    return new, carried, through


def onward(world: World, sources, origins, ways, first_world: World | None = None, seed=0):
    """(n, 3) luminance that comes back along each way from lit surfaces, all bounces; sources themselves left out."""
    rng = np.random.default_rng(seed)
    out, owner, carries = np.zeros((len(origins), 3)), np.arange(len(origins)), np.ones((len(origins), 3))
    here = first_world or world
    for depth in range(400):
        if not len(owner):
            break
        t, triangle, weights = here.cast(origins, ways)
        k = triangle >= 0
        origins, ways, carries, owner, t, triangle, weights = (
            origins[k],
            ways[k],
            carries[k],
            owner[k],
            t[k],
            triangle[k],
            weights[k],
        )
        at = origins + ways * t[:, None]
        colour, normals, face = here.surface(triangle, weights)
        figures = {name: values[triangle] for name, values in here.figures.items()}
        here = world
        face = np.where((dot(face, ways) > 0)[:, None], -face, face)
        normals = np.where((dot(normals, face) < 0)[:, None], -normals, normals)
        np.add.at(out, owner, carries * _thrown(world, sources, at, face, normals, -ways, colour, figures, rng))
        new, carried, through = _onward(ways, normals, colour, figures, rng)
        carries = carries * carried
        chance = np.clip(carries.max(1) * 3, LEAST_GO_ON, 0.95) if depth >= SURE_DEPTH else np.ones(len(at))
        out_face = np.where(through[:, None], -face, face)
        k = (rng.random(len(at)) < chance) & (carries.max(1) > 1e-9) & (dot(new, out_face) > 0)
        origins, ways, carries, owner = (at + out_face * LIFT)[k], new[k], (carries / chance[:, None])[k], owner[k]
    return out


def gathered(world, sources, points, normals, receptor, samples, first_world=None, seed=0):
    """(n, 3) indirect light at receptors: flat (cosine) or dome ((1 + cos) / 2)."""
    rng = np.random.default_rng(100 + seed)
    p, n = np.repeat(points, samples, 0), np.repeat(normals, samples, 0)
    cells = int(math.sqrt(samples))
    grid = np.stack(np.meshgrid(np.arange(cells), np.arange(cells)), -1).reshape(-1, 2)
    strata = np.tile(grid, (len(points), 1)) if cells * cells == samples else np.zeros((len(p), 2))
    u, v = ((strata + rng.random((len(p), 2))) / (cells if cells * cells == samples else 1)).T
    if receptor == "flat":
        ways, scale, start = around(n, u, v, np.ones(len(p))), math.pi, p + n * LIFT
    else:
        cos = 2 * np.sqrt(u) - 1  # density (1 + cos) / 4 pi
        sin, turn = np.sqrt(np.maximum(1 - cos * cos, 0)), 2 * math.pi * v
        side = unit(np.cross(n, np.where(np.abs(n[:, :1]) < 0.7, [[1.0, 0, 0]], [[0, 1.0, 0]])))
        ways = (
            (sin * np.cos(turn))[:, None] * side + (sin * np.sin(turn))[:, None] * np.cross(n, side) + cos[:, None] * n
        )
        scale, start = 2 * math.pi, p
    got = onward(world, sources, start, ways, first_world, seed)
    return got.reshape(len(points), samples, 3).mean(1) * scale
