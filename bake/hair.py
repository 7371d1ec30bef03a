"""Hair as tapered ribbons marched over the head from scalp roots, on a scalp shell.

Ribbon normals point outward with a slight roundness across the width and are never flipped.
"""

from dataclasses import dataclass

import numpy as np

from .collider import Collider
from .geometry import compact, smoothstep, triangles, unit, vertex_normals
from .long_hair import ROOTS as HANGING_ROOTS
from .long_hair import hanging, hanging_collider
from .parts import Part, head_only

ROOTS = {"crop": (3400, 4), "back": (1700, 11), **HANGING_ROOTS}
SHELL_DEPTH = {"crop": 0.06, "back": 0.02, "bob": 0.02, "long": 0.02}  # [dm]


@dataclass(frozen=True)
class Roots:
    points: np.ndarray
    normals: np.ndarray
    reference: np.ndarray
    edge: np.ndarray  # signed distance to the hairline [dm]


def _roots(template, vertices, normals, rng, count):
    faces, reference = template.faces, template.reference
    rows = np.where(template.scalp[faces].min(1) > -0.01)[0]
    corners = vertices[faces[rows]]
    area = np.linalg.norm(np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0]), axis=1)
    first = reference[faces[rows, 0]]
    density = area * (1 + 1.5 * smoothstep(0.9, 1.3, first[:, 2]) + smoothstep(7.9, 8.2, first[:, 1]))
    face = faces[rows[rng.choice(len(rows), count, p=density / density.sum())]]
    weight = rng.dirichlet([1, 1, 1], count)[..., None]
    return Roots(
        (vertices[face] * weight).sum(1),
        unit((normals[face] * weight).sum(1)),
        (reference[face] * weight).sum(1),
        (template.scalp[face] * weight[..., 0]).sum(1),
    )


def _without_sideburns(roots):
    """Pulled back, hair from before the ear would be drawn through it."""
    keep = ~((roots.reference[:, 2] > 0.5) & (roots.reference[:, 1] < 7.42))
    return Roots(roots.points[keep], roots.normals[keep], roots.reference[keep], roots.edge[keep])


def _cropped(roots, collider, rng, steps):
    """Short hair: lifted off the scalp, swept to the side on top, down and back below."""
    n = len(roots.points)
    side = np.where(roots.reference[:, 0] > 0, 1.0, -1.0)
    top = smoothstep(7.3, 8.3, roots.reference[:, 1])
    front = smoothstep(0.3, 1.2, roots.reference[:, 2])
    length = (0.14 + 0.32 * top + 0.05 * rng.random(n)) * (0.5 + 0.5 * smoothstep(0, 0.15, roots.edge))
    lift = 0.10 + 0.16 * top
    sweep = np.stack([side * 0.25 + rng.normal(0, 0.25, n), -0.9 + 1.55 * top, -0.8 + 0.1 * front], 1)
    sweep[:, 0] += 0.35 * top
    at = roots.points + roots.normals * 0.01
    points, normals = [at], [roots.normals]
    for step in range(1, steps):
        _, normal = collider.query(at)
        way = sweep + rng.normal(0, 0.12, (n, 3))
        way = unit(way - normal * (way * normal).sum(1, keepdims=True))
        way = unit(way + normal * (lift * 2.2 * (1 - step / steps))[:, None])
        at = at + way * (length / (steps - 1))[:, None]
        depth, normal = collider.query(at)
        at = at + normal * np.maximum(0.015 - depth, 0)[:, None]
        points.append(at)
        normals.append(normal)
    return np.stack(points, 1), np.stack(normals, 1), 0.022 + 0.02 * rng.random(n)


def _pulled_back(roots, collider, rng, steps, bun):
    """Long hair drawn to a bun along the head."""
    n, strand = len(roots.points), rng.random(len(roots.points))
    height = 0.02 + 0.05 * smoothstep(6.6, 8.2, roots.reference[:, 1]) * (0.4 + 0.6 * strand)
    stride = np.linalg.norm(bun - roots.points, axis=1) * 1.22 / (steps - 1)
    at = roots.points + roots.normals * 0.01
    points, normals = [at], [roots.normals]
    for step in range(1, steps):
        for part in range(3):
            _, normal = collider.query(at)
            way = bun - at
            left = np.linalg.norm(way, axis=1, keepdims=True)
            way = way / np.maximum(left, 1e-6)
            way = unit(way - normal * (way * normal).sum(1, keepdims=True) * (left > 0.25))
            at = at + way * np.minimum(stride / 3, left[:, 0])[:, None]
            depth, normal = collider.query(at)
            wanted = height * min((step + part / 3) / 2, 1)
            at = at + normal * np.clip(wanted - depth, -0.03, 0.06)[:, None]
        points.append(at)
        normals.append(normal)
    return np.stack(points, 1), np.stack(normals, 1), 0.035 + 0.025 * rng.random(n)


def _drop_kinked(points, normals, width):
    segments = np.diff(points, axis=1)
    length = np.linalg.norm(segments, axis=2)
    turn = (segments[:, 1:] * segments[:, :-1]).sum(2) / np.maximum(length[:, 1:] * length[:, :-1], 1e-9)
    kinked = ((turn < 0.25) & (length[:, 1:] > 0.03) & (length[:, :-1] > 0.03)).any(1)
    kinked |= length.max(1) > 2.2 * np.median(length.max(1))
    return points[~kinked], normals[~kinked], width[~kinked]


def _ribbons(points, normals, width, colour, rng, tip=0.3, roundness=0.3):
    n, k, _ = points.shape
    tangent = np.gradient(points, axis=1)
    still = np.linalg.norm(tangent, axis=2, keepdims=True) <= 1e-4
    tangent = unit(np.where(still, np.array([0, -1.0, 0]), tangent))
    across = unit(np.cross(tangent, normals))
    outward = np.cross(across, tangent)
    roll = rng.normal(0, 0.12, (n, 1, 1))
    edge = np.cos(roll) * across + np.sin(roll) * outward
    taper = np.interp(np.linspace(0, 1, k), [0, 0.12, 0.7, 1], [0.25, 1, 1, tip])
    half = width.reshape(n, 1, 1) * taper[None, :, None] / 2
    vertices = np.stack([points - edge * half, points + edge * half], 2)
    ribbon_normals = unit(np.stack([outward - roundness * across, outward + roundness * across], 2))
    colours = np.broadcast_to(colour.reshape(n, 1, 1, 3), vertices.shape)
    i = np.arange(n * k * 2).reshape(n, k, 2)
    quads = np.stack([i[:, :-1, 0], i[:, :-1, 1], i[:, 1:, 1], i[:, 1:, 0]], -1).reshape(-1, 4)
    return (
        vertices.reshape(-1, 3),
        triangles(quads),
        ribbon_normals.reshape(-1, 3),
        colours.reshape(-1, 3).copy(),
        np.repeat(tangent, 2, axis=1).reshape(-1, 3),
    )


def _chain(vertices, chin_height):
    share = smoothstep(chin_height - 1.2, chin_height + 0.3, vertices[:, 1])
    chain = head_only(len(vertices))
    chain[:, 4], chain[:, 0] = share, 1 - share
    return chain


def _shell(template, vertices, normals, style, colour, chin_height):
    # The shell starts behind the hairline, so that strands and tinted skin make the line, not a slab.
    faces = template.faces[(template.scalp[template.faces] > 0.03).all(1)]
    used, faces = compact(faces, len(vertices))
    inward = smoothstep(0.05, 0.40, template.scalp[used])
    thick = SHELL_DEPTH[style] * inward
    if style == "crop":
        thick = thick * (0.35 + 0.65 * smoothstep(6.9, 8.0, template.reference[used, 1]))
    points = vertices[used] + normals[used] * (0.001 + thick)[:, None]
    colours = np.repeat(np.array(colour)[None] * 0.6, len(points), 0)
    return Part("scalp", points, faces, vertex_normals(points, faces), colours, _chain(points, chin_height))


def _bun(centre, colour, chin_height, around=40, along=20):
    turn, polar = np.meshgrid(np.linspace(0, 2 * np.pi, around, endpoint=False), np.linspace(0, np.pi, along))
    r = 0.34 * (1 + 0.05 * np.sin(turn * 7 + polar * 5) + 0.02 * np.sin(turn * 17 - polar * 9))
    shape = np.stack(
        [r * np.sin(polar) * np.cos(turn) * 1.05, r * np.sin(polar) * np.sin(turn), -0.05 + r * np.cos(polar) * 0.75],
        -1,
    )
    vertices = shape.reshape(-1, 3) + centre - [0, 0, 0.22]
    i = np.arange(around * along).reshape(along, around)
    quads = np.stack([i[:-1], np.roll(i[:-1], -1, 1), np.roll(i[1:], -1, 1), i[1:]], -1).reshape(-1, 4)
    faces = triangles(quads)[:, ::-1]
    colours = np.repeat(np.array(colour, float)[None], len(vertices), 0)
    return Part("scalp", vertices, faces, vertex_normals(vertices, faces), colours, _chain(vertices, chin_height))


def hair(style, template, skin, garment, landmarks, colour, seed=0):
    """Parts of one hair style (bald, crop, back, bob or long) for posed skin and cloth."""
    if style == "bald":
        return []
    rng = np.random.default_rng(seed)
    vertices, normals = skin.vertices, skin.normals
    count, steps = ROOTS[style]
    no_ear = template.ears <= 0.3
    if style in HANGING_ROOTS:
        collider = hanging_collider(template, skin, garment)
    else:
        collider = Collider(vertices[no_ear], normals[no_ear])
    roots = _roots(template, vertices, normals, rng, count)
    chin = vertices[landmarks["menton"], 1]
    extra = []
    if style == "crop":
        points, outward, width = _cropped(roots, collider, rng, steps)
    elif style in HANGING_ROOTS:
        points, outward, width = hanging(style, roots, template, skin, landmarks, collider, rng, steps)
    else:
        roots = _without_sideburns(roots)
        reference = template.reference
        scale = (vertices[:, 1].max() - chin) / (reference[:, 1].max() - reference[landmarks["menton"], 1])
        back_of_head = int(np.argmin(reference[:, 2] + (reference[:, 1] < 7) * 9))
        height = chin + (7.55 - reference[landmarks["menton"], 1]) * scale
        bun = np.array([0, height, vertices[back_of_head, 2] - 0.05])
        points, outward, width = _pulled_back(roots, collider, rng, steps, bun)
        extra = [_bun(bun, colour, chin)]
    points, outward, width = _drop_kinked(points, unit(outward), width)
    tint = np.array(colour) * rng.lognormal(0, 0.22, len(points))[:, None]
    strands, faces, strand_normals, colours, tangents = _ribbons(points, outward, width, tint, rng)
    ribbons = Part("hair", strands, faces, strand_normals, colours, _chain(strands, chin), tangents)
    return [ribbons, _shell(template, vertices, normals, style, colour, chin), *extra]
