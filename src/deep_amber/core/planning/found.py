"""Arrangements by words of a look: title, kind, pattern, mood, what it is for; then what it takes and what else it can do."""

from functools import cache

from .arrangements import ARRANGEMENTS
from .rules import FLASH, Arrangement

COMMON = {"a", "the", "of", "on", "and", "with", "for", "in", "to", "is", "no", "light", "look", "very", "film"}
SAME = {
    "moody": "dark", "scary": "eerie", "horror": "eerie", "spooky": "eerie", "corporate": "business", "office": "business",
    "glamour": "beauty", "noir": "dramatic", "backdrop": "background", "ground": "background", "hairlight": "hair",
    "child": "family", "children": "family", "kids": "family", "couple": "people", "daylight": "natural", "flash": "speedlight",
    "edge": "rim",
}  # fmt: skip
"""Words that mean another one here."""
BRIGHT, BLACK = 1.5, -4.0  # tones of a backdrop that is called white, and black [stops from mid grey]


@cache
def _told(arrangement: Arrangement) -> str:
    k = arrangement
    said = " ".join((k.title, k.kind, k.when, k.why, *k.patterns, *k.moods, *k.hardness)).lower()
    return " ".join([said, *(new for old, new in SAME.items() if old in said.split())])


@cache
def _also(arrangement: Arrangement) -> str:
    """What it takes, and which backdrops it can stand before."""
    can = [k for rule in arrangement.lights for k in (*rule.modifiers, rule.role)]
    can += [k.surface for k in arrangement.panels]
    can += ["speedlight strobe"] if any(rule.sources == FLASH for rule in arrangement.lights) else []
    can += ["white background high key"] if arrangement.tones[1] >= BRIGHT else []
    can += ["black background low key"] if arrangement.tones[0] <= BLACK else []
    return " ".join([*can, "two people" if arrangement.for_two else ""]).lower()


def found_by(words: str) -> list[Arrangement]:
    """Those in which every word is met, the ones first whose own words have most of them, then whose title has; all without
    words, none where none fits."""
    asked = [SAME.get(w, w) for w in words.lower().replace(",", " ").split() if w not in COMMON]
    scored = []
    for n, k in enumerate(ARRANGEMENTS.values()):
        told, also = _told(k), _also(k)
        if all(w in told or w in also for w in asked):
            scored.append((-sum(w in told for w in asked), -sum(w in k.title.lower() for w in asked), n, k))
    return [k for *_, k in sorted(scored, key=lambda s: s[:3])]
