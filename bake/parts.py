"""The parts of a sitter: skin, cloth, eyes, lashes. Positions in dm, colours linear reflectance."""

from dataclasses import dataclass

import numpy as np
import scipy.sparse as sp

from . import base_mesh as base
from .geometry import compact, fit_sphere, smoothstep, triangles, unit, vertex_normals
from .posture import LEFT_EYE, RIGHT_EYE

CLOTH_SMOOTHING, CLOTH_OFFSET, SKIN_UNDER_CLOTH, WRIST_UNDER_SLEEVE = 4, 0.035, 0.14, 0.08
REFERENCE_SKIN = np.array([0.58, 0.40, 0.32])
LIP_COLOUR = np.array([0.52, 0.24, 0.21])
CORNEA_RADIUS = 0.078


@dataclass(frozen=True)
class Part:
    name: str
    vertices: np.ndarray
    faces: np.ndarray
    normals: np.ndarray
    colour: np.ndarray
    chain: np.ndarray
    tangents: np.ndarray | None = None
    gloss: np.ndarray | None = None  # (n,) share of the skin's shine; brows are matt
    trousers: np.ndarray | None = None  # (n,) bool of a garment


def head_only(count):
    chain = np.zeros((count, 5))
    chain[:, 4] = 1
    return chain


def skin(template, posed, look, landmarks):
    vertices = template.operator @ posed[template.used]
    vertices = vertices - vertex_normals(vertices, template.faces) * (SKIN_UNDER_CLOTH * template.under_cloth)[:, None]
    base_colour = np.array(look.skin)
    colour = np.repeat(base_colour[None], len(vertices), 0)

    def near(landmark, spread):
        return np.exp(-((template.reference - template.reference[landmarks[landmark]]) ** 2).sum(1) / spread)

    blush = near("cheek_L", 0.12) + near("cheek_R", 0.12) + 0.7 * near("nose_tip", 0.03) + 0.5 * (template.ears > 0.3)
    colour = colour * (1 - np.clip(blush, 0, 1)[:, None] * np.array([0.02, 0.14, 0.14]))
    lips = LIP_COLOUR * base_colour / REFERENCE_SKIN
    colour += (lips - colour) * (0.75 * template.lips)[:, None]
    brow = np.array(look.brow_colour)
    colour += (brow - colour) * (look.brow_strength * template.brow)[:, None]
    scalp = smoothstep(-0.03, 0.12, template.scalp) * (template.ears < 0.3) * (look.hair_style != "bald")
    colour += (np.array(look.hair) * 0.8 - colour) * (0.9 * scalp)[:, None]
    gloss = 1 - 0.9 * np.maximum(template.brow, scalp)
    normals = vertex_normals(vertices, template.faces)
    return Part("skin", vertices, template.faces, normals, colour, template.chain, gloss=gloss)


def _smoothed(points, quads):
    around, forth = quads.ravel(), np.roll(quads, -1, 1).ravel()
    rows, columns = np.r_[around, forth], np.r_[forth, around]
    graph = sp.csr_matrix((np.ones(len(rows)), (rows, columns)), (len(points), len(points)))
    mean = sp.diags(1 / np.maximum(np.asarray(graph.sum(1)).ravel(), 1)) @ graph
    for _ in range(CLOTH_SMOOTHING):
        points = 0.5 * points + 0.5 * (mean @ points)
    return points


def hands(template, posed, colour):
    vertices = posed[template.used]
    normals = vertex_normals(vertices, template.faces)
    vertices = vertices - normals * (WRIST_UNDER_SLEEVE * template.in_sleeve)[:, None]
    chain = np.zeros((len(vertices), 5))
    chain[:, 0] = 1
    colours = np.repeat(np.array(colour, float)[None], len(vertices), 0)
    return Part("skin", vertices, template.faces, vertex_normals(vertices, template.faces), colours, chain)


def cloth(template, posed, colour, trousers):
    """Smoothed, lifted off the skin, cut at the neckline, with a rounded hem; top and trousers in one piece."""
    points = _smoothed(template.operator @ posed[template.used], template.quads)
    normals = vertex_normals(points, triangles(template.quads))
    points = template.clip @ (points + normals * CLOTH_OFFSET)
    normals = unit(template.clip @ normals)
    border = np.unique(template.cut)
    hem = np.full(len(points), -1)
    hem[border] = np.arange(len(border)) + len(points)
    n = len(border)
    outer = points[border] + np.array([0, 0.012, 0])
    inner = points[border] - normals[border] * 0.09
    a, b = template.cut.T
    rim = np.concatenate(
        [
            np.c_[b, a, hem[a]],
            np.c_[b, hem[a], hem[b]],
            np.c_[hem[b], hem[a], hem[a] + n],
            np.c_[hem[b], hem[a] + n, hem[b] + n],
        ]
    )
    vertices = np.vstack([points, outer, inner])
    chain = np.vstack([template.chain, template.chain[border], template.chain[border]])
    below = np.concatenate([template.trousers, np.zeros(2 * n, bool)])
    used, faces = compact(np.vstack([template.faces, rim]), len(vertices))
    vertices, chain = vertices[used], chain[used]
    colours = np.where(below[used, None], np.array(trousers, float), np.array(colour, float))
    return Part("cloth", vertices, faces, vertex_normals(vertices, faces), colours, chain, trousers=below[used])


@dataclass(frozen=True)
class Eye:
    part: Part
    centre: np.ndarray
    radius: float
    cornea_centre: np.ndarray


def eye(name, points, iris, segments=32):
    """A polar mesh about the gaze (+z): pupil, iris under a cornea bulge, dark limbus, sclera."""
    centre, radius = fit_sphere(points)
    iris_radius, pupil = 0.058 * min(radius / 0.15, 1.05), 0.019
    bulge = np.sqrt(radius**2 - iris_radius**2) - np.sqrt(CORNEA_RADIUS**2 - iris_radius**2)
    rings = np.array(
        [0, pupil * 0.5, pupil * 0.92, pupil * 1.06]
        + [iris_radius * k for k in (0.45, 0.62, 0.8, 0.93, 1.0, 1.08, 1.25, 1.55, 1.9)]
        + [radius * k for k in (0.8, 0.93, 0.99)]
    )
    angle = 2 * np.pi * np.arange(segments) / segments
    rng = np.random.default_rng(1)
    vertices, normals, colours = [], [], []
    for r in rings:
        on_cornea = r <= iris_radius
        z = bulge + np.sqrt(CORNEA_RADIUS**2 - r * r) if on_cornea else np.sqrt(radius**2 - r * r)
        ring = np.c_[r * np.cos(angle), r * np.sin(angle), np.full(segments, z)]
        vertices.append(ring)
        normals.append(unit(ring - [0, 0, bulge]) if on_cornea else unit(ring))
        colours.append(_eye_colours(r, radius, iris_radius, pupil, np.array(iris), rng, segments))
    faces = []
    for k in range(len(rings) - 1):
        for j in range(segments):
            a, b = k * segments + j, k * segments + (j + 1) % segments
            faces += [[a, a + segments, b + segments], [a, b + segments, b]]
    part = Part(
        name,
        np.concatenate(vertices) + centre,
        np.array(faces),
        np.concatenate(normals),
        np.concatenate(colours),
        head_only(len(rings) * segments),
    )
    return Eye(part, centre, radius, centre + [0, 0, bulge])


def _eye_colours(r, radius, iris_radius, pupil, iris, rng, segments):
    if r < pupil:
        return np.full((segments, 3), 0.004)
    if r < iris_radius * 0.9:
        return iris * (0.75 + 0.5 * rng.random((segments, 1))) * (1.15 - 0.5 * (pupil / iris_radius) ** 3)
    if r <= iris_radius * 1.01:
        return np.repeat(iris[None] * 0.3, segments, 0)
    white = min((r - iris_radius) / (iris_radius * 0.25), 1)
    colour = (1 - white) * np.array([0.35, 0.33, 0.33]) + white * np.array([0.66, 0.61, 0.58])
    red = smoothstep(0.5 * radius, 0.8 * radius, r) * np.array([0.6, 1, 1])
    return np.repeat((colour * (1 - 0.25 * red))[None], segments, 0)


def eyes(posed, iris):
    return eye("eye_left", posed[LEFT_EYE], iris), eye("eye_right", posed[RIGHT_EYE], iris)


def lashes(posed):
    """Upper lashes only: the lower ones look like a drawn line."""
    groups = base.base_mesh().faces
    quads = np.vstack([groups[f"helper-{s}-eyelashes-2"] for s in "lr"])
    used, faces = compact(quads, len(posed))
    faces = triangles(faces)
    vertices = posed[used]
    colours = np.repeat([[0.02, 0.015, 0.012]], len(vertices), 0)
    return Part("lash", vertices, faces, vertex_normals(vertices, faces), colours, head_only(len(vertices)))
