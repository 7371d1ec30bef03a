"""Reads the baked sitters (made by `make sitters`, see docs/sitters.md)."""

from functools import cache
from pathlib import Path

import numpy as np

from ..core.sitter.mesh import SitterMesh

FOLDER = Path(__file__).parent / "sitters"


@cache
def known_sitters() -> tuple[str, ...]:
    """Names of the sitters that can be shown."""
    return tuple(sorted(path.stem for path in FOLDER.glob("*.npz")))


@cache
def load_sitter(name: str) -> SitterMesh:
    """The sitter of that name; KeyError when there is none."""
    if name not in known_sitters():
        raise KeyError(name)
    with np.load(FOLDER / f"{name}.npz") as file:
        low, high = file["box"]
        normals = file["normals"].astype(np.float32)
        normals /= np.maximum(np.linalg.norm(normals, axis=1, keepdims=True), 1e-6)
        chain = file["chain"].astype(np.float32)
        return SitterMesh(
            name=name,
            description=str(file["description"]),
            vertices=(file["positions"] / np.float32(65535) * (high - low) + low).astype(np.float32),
            normals=normals,
            tangents=file["tangents"].astype(np.float32) / 127,
            colours=(file["colours"].astype(np.float32) / 255) ** 2,
            gloss=file["gloss"].astype(np.float32) / 255,
            faces=file["faces"].astype(np.int32),
            parts=file["parts"],
            chain=chain / chain.sum(1, keepdims=True),
            joints=file["joints"].astype(float),
            eyes=file["eyes"].astype(float),
            clusters=file["clusters"].astype(np.int32),
            landmarks=dict(zip(file["landmark_names"].tolist(), file["landmark_vertices"].tolist(), strict=True)),
            eye_above_seat=float(file["eye_above_seat"]),
        )
