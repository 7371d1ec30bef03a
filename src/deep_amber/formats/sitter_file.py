"""Reads the baked sitters (made by `make sitters`, see docs/sitters.md)."""

from functools import cache
from pathlib import Path

import numpy as np

from ..core.model.set import Set
from ..core.sitter.dressed import dressed
from ..core.sitter.mesh import HAIR, SCALP, SKIN, SitterMesh

FOLDER = Path(__file__).parent / "sitters"
MATT = 0.9  # share of the shine that the bake takes from skin where hair covers it


@cache
def known_sitters() -> tuple[str, ...]:
    """Names of the sitters that can be shown."""
    return tuple(sorted(path.stem for path in FOLDER.glob("*.npz")))


def _in_box(positions: np.ndarray, box: np.ndarray) -> np.ndarray:
    """(n, 3) float32 [m] of 16-bit places in a box."""
    low, high = box
    return (positions / np.float32(65535) * (high - low) + low).astype(np.float32)


def sitter_of(photo_set: Set) -> SitterMesh:
    """The sitter of a set, in its posture and clothes; KeyError when there is none of that name."""
    return dressed(load_sitter(photo_set.sitter.who), photo_set.sitter)


@cache
def load_sitter(name: str) -> SitterMesh:
    """The sitter of that name; KeyError when there is none."""
    if name not in known_sitters():
        raise KeyError(name)
    with np.load(FOLDER / f"{name}.npz") as file:
        normals = file["normals"].astype(np.float32)
        normals /= np.maximum(np.linalg.norm(normals, axis=1, keepdims=True), 1e-6)
        chain = file["chain"].astype(np.float32)
        parts, gloss = file["parts"], file["gloss"].astype(np.float32) / 255
        return SitterMesh(
            name=name,
            form=name,
            description=str(file["description"]),
            vertices=_in_box(file["positions"], file["box"]),
            normals=normals,
            tangents=file["tangents"].astype(np.float32) / 127,
            colours=(file["colours"].astype(np.float32) / 255) ** 2,
            gloss=gloss,
            hair=np.where(parts == SKIN, (1 - gloss) / MATT, np.isin(parts, (HAIR, SCALP))).astype(np.float32),
            faces=file["faces"].astype(np.int32),
            parts=parts,
            chain=chain / chain.sum(1, keepdims=True),
            joints=file["joints"].astype(float),
            eyes=file["eyes"].astype(float),
            clusters=file["clusters"].astype(np.int32),
            landmarks=dict(zip(file["landmark_names"].tolist(), file["landmark_vertices"].tolist(), strict=True)),
            eye_above_seat=float(file["eye_above_seat"]),
            standing_rows=file["standing_rows"].astype(np.int64),
            standing_vertices=_in_box(file["standing_positions"], file["standing_box"]),
            standing_normals=file["standing_normals"].astype(np.float32) / 127,
        )
