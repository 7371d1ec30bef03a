"""Sitter: distance to the backdrop and the turn of head and body."""

from collections.abc import Iterator

from ..scene.set import Set
from ..sitter.face import face_marks
from ..sitter.mesh import SitterMesh
from ..units import length_text
from .finding import Finding


def sitter_findings(photo_set: Set, mesh: SitterMesh, feet: bool = False) -> Iterator[Finding]:
    """What there is to say about the sitter."""
    sitter = photo_set.sitter
    gap, eyes = sitter.z - photo_set.backdrop.z, face_marks(mesh, sitter).eyes[1]
    text = (
        f"The eyes are {length_text(eyes, feet)} over the floor, the body {length_text(gap, feet)} before the backdrop."
    )
    yield Finding("sitter.place", "note", text, {"eye_height_m": eyes, "to_backdrop_m": gap})
