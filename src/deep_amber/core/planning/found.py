"""Arrangements by words of a look: title, kind, pattern, mood, what it is for."""

from .arrangements import ARRANGEMENTS
from .rules import Arrangement

COMMON = {"a", "the", "of", "on", "and", "with", "for", "in", "to", "is", "no", "light"}


def found_by(words: str) -> list[Arrangement]:
    """Those in which every word is met, the ones whose title has most of them first; all without words, none where none fits."""
    asked = [w for w in words.lower().replace(",", " ").split() if w not in COMMON]
    if not asked:
        return list(ARRANGEMENTS.values())
    scored = []
    for n, k in enumerate(ARRANGEMENTS.values()):
        text = " ".join((k.title, k.kind, k.when, k.why, *k.patterns, *k.moods, *k.hardness)).lower()
        if all(w in text for w in asked):
            scored.append((-sum(w in k.title.lower() for w in asked), n, k))
    return [k for *_, k in sorted(scored, key=lambda s: s[:2])]
