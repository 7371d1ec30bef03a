"""What the check would ask to be looked at in a set that is offered, beside what a plan says of it itself."""

from collections.abc import Collection

from ..checks.finding import Finding

SAID = frozenset(
    ("brief.exposure", "brief.ratio", "brief.backdrop", "brief.spread", "brief.hardness", "fill.ratio", "key.pattern")
)  # fmt: skip
"""Findings that a plan's own words tell: what it misses, its pattern and its edges."""
LIT = frozenset({"brief", "backdrop", "key", "fill", "rim", "background", "expose"})
"""Steps whose findings come from the light; sitter, room and camera are as they were before."""
ALSO = frozenset({"sitter.glare", "camera.balance", "camera.sync"})


def beside(found: Collection[Finding]) -> list[Finding]:
    """Of findings those of the light that ask to be looked at and that a plan does not say itself, in their order."""
    asked = [k for k in found if k.severity == "warn" and k.code not in SAID]
    return [k for k in asked if k.step in LIT or k.code in ALSO]
