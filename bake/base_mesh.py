"""Reads the CC0 base mesh: vertices, faces by group, shape targets, rig.

Units of the data: 1 unit = 1 dm; y up, z forward, the sitter's left = +x.
"""

import functools
import gzip
import json
import os
from dataclasses import dataclass
from pathlib import Path

import numpy as np
import scipy.sparse as sp
from PIL import Image

FINE_WEIGHT = 1e-6


def data_folder() -> Path:
    return Path(os.environ["BASE_MESH_DIR"])


@dataclass(frozen=True)
class BaseMesh:
    vertices: np.ndarray  # (19158, 3) [dm]
    texture_points: np.ndarray  # (n, 2)
    faces: dict  # group -> (m, 4) vertex indices
    texture_faces: dict  # group -> (m, 4) texture point indices


def _corner_indices(line):
    corners = [corner.split("/") for corner in line.split()[1:]]
    vertex = [int(c[0]) - 1 for c in corners]
    texture = [int(c[1]) - 1 for c in corners]
    if len(vertex) == 3:
        vertex.append(vertex[2])
        texture.append(texture[2])
    return vertex, texture


@functools.cache
def base_mesh() -> BaseMesh:
    vertices, texture_points, faces, texture_faces = [], [], {}, {}
    group = None
    for line in (data_folder() / "3dobjs/base.obj").read_text().splitlines():
        if line.startswith("v "):
            vertices.append([float(x) for x in line.split()[1:4]])
        elif line.startswith("vt "):
            texture_points.append([float(x) for x in line.split()[1:3]])
        elif line.startswith("g "):
            group = line[2:].strip()
            faces.setdefault(group, [])
            texture_faces.setdefault(group, [])
        elif line.startswith("f "):
            vertex, texture = _corner_indices(line)
            faces[group].append(vertex)
            texture_faces[group].append(texture)
    return BaseMesh(
        np.array(vertices),
        np.array(texture_points),
        {k: np.array(v) for k, v in faces.items()},
        {k: np.array(v) for k, v in texture_faces.items()},
    )


@functools.cache
def target(name: str):
    """Indices and displacements [dm] of one shape target."""
    indices, moves = [], []
    with gzip.open(data_folder() / f"targets/{name}.target.gz", "rt") as lines:
        for line in lines:
            if line.startswith("#") or not line.strip():
                continue
            fields = line.split()
            indices.append(int(fields[0]))
            moves.append([float(x) for x in fields[1:4]])
    return np.array(indices, int), np.array(moves).reshape(-1, 3)


def _ramp(value, names, knots):
    """Weights of the two names whose knots enclose the value; they sum to one."""
    value = min(max(value, knots[0]), knots[-1])
    for low, high, a, b in zip(names[:-1], names[1:], knots[:-1], knots[1:], strict=True):
        if a <= value <= b:
            share = (value - a) / (b - a)
            return {k: w for k, w in ((low, 1 - share), (high, share)) if w > FINE_WEIGHT}
    raise ValueError(f"{value} lies outside {knots}")


def macro_targets(gender, age, muscle, weight, ancestry):
    """Target weights for a body: gender 0 female..1 male; age .5 = 25 years, 1 = 90."""
    genders = {k: w for k, w in (("female", 1 - gender), ("male", gender)) if w > FINE_WEIGHT}
    ages = _ramp(age, ["baby", "child", "young", "old"], [0, 0.1875, 0.5, 1])
    muscles = _ramp(muscle, ["minmuscle", "averagemuscle", "maxmuscle"], [0, 0.5, 1])
    weights = _ramp(weight, ["minweight", "averageweight", "maxweight"], [0, 0.5, 1])
    result = {}
    for g, gw in genders.items():
        for a, aw in ages.items():
            for name, share in zip(("african", "asian", "caucasian"), ancestry, strict=True):
                if share > 0:
                    result[f"macrodetails/{name}-{g}-{a}"] = share * gw * aw
            for m, mw in muscles.items():
                for w, ww in weights.items():
                    result[f"macrodetails/universal-{g}-{a}-{m}-{w}"] = gw * aw * mw * ww
    return result


def shape(*target_tables) -> np.ndarray:
    """Base vertices with all targets applied, (19158, 3) [dm]."""
    vertices = base_mesh().vertices.copy()
    for table in target_tables:
        for name, weight in table.items():
            indices, moves = target(name)
            if len(indices):
                np.add.at(vertices, indices, weight * moves)
    return vertices


def texture_mask(file_name, faces, corner_uv, count):
    """Mean value of a grey mask image at each vertex, (count,) 0..1."""
    image = np.asarray(Image.open(data_folder() / "textures" / file_name).convert("L")) / 255.0
    height, width = image.shape
    uv = corner_uv.reshape(-1, 2)
    rows = np.clip(((1 - uv[:, 1]) * height).astype(int), 0, height - 1)
    columns = np.clip((uv[:, 0] * width).astype(int), 0, width - 1)
    total, hits = np.zeros(count), np.zeros(count)
    np.add.at(total, faces.ravel(), image[rows, columns])
    np.add.at(hits, faces.ravel(), 1)
    return total / np.maximum(hits, 1)


@functools.cache
def rig():
    """Bones, their names, parents and the normalised (19158, bones) skin weights."""
    folder = data_folder()
    bones = json.loads((folder / "rigs/standard/rig.default.json").read_text())
    bones = bones.get("bones", bones)
    weights = json.loads((folder / "rigs/standard/weights.default.json").read_text())["weights"]
    names = list(bones)
    parents = [names.index(bones[k]["parent"]) if bones[k]["parent"] else -1 for k in names]
    matrix = sp.lil_matrix((19158, len(names)))
    for column, name in enumerate(names):
        for vertex, weight in weights.get(name, []):
            matrix[int(vertex), column] = weight
    matrix = matrix.tocsr()
    row_sums = np.asarray(matrix.sum(1)).ravel()
    return bones, names, parents, sp.diags(1 / np.maximum(row_sums, 1e-9)) @ matrix


@functools.cache
def _vertex_groups():
    path = data_folder() / "mesh_metadata/basemesh_vertex_groups.json"
    table = json.loads(path.read_text())
    return {k: np.concatenate([np.arange(a, b + 1) for a, b in v]) for k, v in table.items()}


def joint(vertices, bone, end="head"):
    """Position of a bone's head or tail in the given shape, (3,) [dm]."""
    spec = rig()[0][bone][end]
    if spec["strategy"] == "CUBE":
        return vertices[_vertex_groups()[spec["cube_name"]]].mean(0)
    if spec["strategy"] == "MEAN":
        return vertices[spec["vertex_indices"]].mean(0)
    return vertices[spec["vertex_index"]]
