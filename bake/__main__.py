"""Bakes every sitter: BASE_MESH_DIR=.../mpfb2 python -m bake OUT_FOLDER [NAME ...]"""

import json
import sys
from pathlib import Path

import numpy as np

from . import base_mesh as base
from .clusters import face_clusters
from .hair import hair
from .parts import cloth, eyes, hands, lashes, skin
from .posture import arms_down, open_lids
from .sitters import SITTERS
from .template import CHAIN, cloth_template, hands_template, skin_template

METRES = 0.1
LEAST_MOVE = 2e-4  # [m]
LANDMARKS = json.loads((Path(__file__).parent / "landmarks.json").read_text())


def body_parts(look, template, posed, landmarks):
    """Skin, cloth and hands of a posed shape: what moves between sitting and standing."""
    return [
        skin(template, posed, look, landmarks),
        cloth(cloth_template(look.neck), posed, look.cloth, look.trousers),
        hands(hands_template(), posed, look.skin),
    ]


def build(look):
    """Parts seated, body parts standing, place in m, neck joints and landmarks; eyes' middle at the origin."""
    template = skin_template(look.neck)
    targets = open_lids([base.macro_targets(**look.body), look.shape], *look.lids)
    shape = base.shape(*targets)
    posed = arms_down(shape, seated=True)
    # Subdivision keeps the old vertices first and in order, so base indices can be looked up.
    landmarks = {k: int(np.searchsorted(template.used, v)) for k, v in LANDMARKS.items() if v in template.used}
    body = body_parts(look, template, posed, landmarks)
    left, right = eyes(posed, look.iris)
    parts = [*body, left.part, right.part]
    if look.body["gender"] < 0.5:
        parts.append(lashes(posed))
    parts += hair(look.hair_style, template, body[0], body[1], landmarks, look.hair)
    origin = (left.centre + right.centre) / 2

    def place(points):
        return (points - origin) * METRES * look.scale

    joints = np.array([place(base.joint(posed, bone)) for bone in CHAIN[1:]])
    eye_rows = np.array(
        [[*place(e.centre), *place(e.cornea_centre), e.radius * METRES * look.scale] for e in (left, right)]
    )
    standing = body_parts(look, template, arms_down(shape, seated=False), landmarks)
    return parts, standing, place, joints, eye_rows, landmarks


def _standing(out, parts, standing, place):
    """What differs when the sitter stands: rows, and their places and normals."""
    rows, places, normals, start = [], [], [], 0
    for seated, upright in zip(parts, standing, strict=False):
        moved = np.linalg.norm(place(seated.vertices) - place(upright.vertices), axis=1) > LEAST_MOVE
        rows.append(start + np.where(moved)[0])
        places.append(place(upright.vertices)[moved])
        normals.append(upright.normals[moved])
        start += len(seated.vertices)
    places = np.concatenate(places)
    low, high = places.min(0), places.max(0)
    out["standing_rows"] = np.concatenate(rows).astype(np.uint32)
    out["standing_positions"] = np.round((places - low) / (high - low) * 65535).astype(np.uint16)
    out["standing_box"] = np.stack([low, high]).astype(np.float32)
    out["standing_normals"] = np.round(np.concatenate(normals) * 127).astype(np.int8)


def pack(look):
    """Compact arrays: 16-bit positions in a box, 8-bit directions, square-root colours."""
    parts, standing, place, joints, eye_rows, landmarks = build(look)
    out, start, faces, part_of = {}, 0, [], []
    for part in parts:
        faces.append(part.faces + start)
        kinds = np.full(len(part.vertices), PART_NAMES.index(part.name), np.uint8)
        if part.trousers is not None:
            kinds[part.trousers] = PART_NAMES.index("trousers")
        part_of.append(kinds)
        start += len(part.vertices)
    vertices = place(np.concatenate([p.vertices for p in parts]))
    low, high = vertices.min(0), vertices.max(0)
    chain = np.concatenate([p.chain for p in parts])
    tangents = [p.tangents if p.tangents is not None else np.zeros_like(p.vertices) for p in parts]
    out["positions"] = np.round((vertices - low) / (high - low) * 65535).astype(np.uint16)
    out["box"] = np.stack([low, high]).astype(np.float32)
    _standing(out, parts, standing, place)
    kind = np.uint16 if start < 65536 else np.uint32
    out["faces"] = np.concatenate(faces).astype(kind)
    out["normals"] = np.round(np.nan_to_num(np.concatenate([p.normals for p in parts])) * 127).astype(np.int8)
    out["tangents"] = np.round(np.nan_to_num(np.concatenate(tangents)) * 127).astype(np.int8)
    gloss = [p.gloss if p.gloss is not None else np.ones(len(p.vertices)) for p in parts]
    out["gloss"] = np.round(np.concatenate(gloss) * 255).astype(np.uint8)
    colours = np.clip(np.concatenate([p.colour for p in parts]), 0, 1)
    out["colours"] = np.round(colours**0.5 * 255).astype(np.uint8)
    out["chain"] = np.round(chain / chain.sum(1, keepdims=True) * 255).astype(np.uint8)
    out["parts"] = np.concatenate(part_of)
    out["clusters"] = face_clusters(vertices, np.concatenate(faces), out["parts"])
    out["joints"], out["eyes"] = joints.astype(np.float32), eye_rows.astype(np.float32)
    out["landmark_names"] = np.array(list(landmarks))
    out["landmark_vertices"] = np.array(list(landmarks.values()), np.uint16)
    out["eye_above_seat"] = np.float32(look.eye_above_seat)
    out["description"] = np.array(look.description)
    return out


PART_NAMES = ("skin", "cloth", "eye_left", "eye_right", "lash", "hair", "scalp", "trousers")


def main():
    folder = Path(sys.argv[1])
    folder.mkdir(parents=True, exist_ok=True)
    for look in SITTERS:
        if sys.argv[2:] and look.name not in sys.argv[2:]:
            continue
        arrays = pack(look)
        path = folder / f"{look.name}.npz"
        np.savez_compressed(path, **arrays)
        print(
            look.name,
            len(arrays["positions"]),
            "vertices",
            len(arrays["faces"]),
            "triangles",
            path.stat().st_size // 1024,
            "kB",
        )


if __name__ == "__main__":
    main()
