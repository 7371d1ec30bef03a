"""Complaints in a photographer's words, and which rules of the checks look for their causes."""

import re
from dataclasses import dataclass
from functools import cache

from ..problem import NotAccepted, Problem


@dataclass(frozen=True)
class Complaint:
    code: str
    title: str
    words: tuple[str, ...]
    """Other words that mean it."""
    causes: tuple[str, ...]
    """Codes of findings (docs/findings.md), the likeliest first."""

    @property
    def steps(self) -> frozenset[str]:
        """Whose findings are looked at."""
        return frozenset(k.partition(".")[0] for k in self.causes)


COMPLAINTS = (
    Complaint("hazy", "hazy, without black", ("haze", "milky", "washed out", "veil", "low contrast", "flare", "foggy", "blacks lifted"), ("rim.veil", "background.veil", "expose.high_black", "expose.black", "expose.bright")),
    Complaint("eyes_dark", "eyes dark", ("eyes", "sockets", "no light in the eyes", "raccoon", "dead eyes", "no catchlights", "dark circles", "lids"), ("key.sockets", "key.catchlight")),
    Complaint("forehead", "hot or shiny forehead", ("forehead", "shiny", "shine", "oily", "greasy", "sweat", "hot spot", "bald head", "cheeks burnt", "face burnt", "skin glares"), ("key.forehead", "expose.face_clips")),
    Complaint("one_plane", "face and backdrop on one plane", ("no depth", "stuck on", "pasted on", "cut out", "melts", "flat against", "no separation", "does not stand out", "merges"),
              ("brief.hair", "brief.wardrobe", "background.meets", "background.tone", "brief.ground", "rim.none", "rim.weak", "rim.edge")),
    Complaint("shadow_on_paper", "the sitter's shadow on the backdrop", ("shadow on the paper", "shadow on the wall", "shadow behind", "head shadow"),
              ("backdrop.shadow",)),
    Complaint("nose_shadow", "nose shadow sideways or uphill", ("nose", "uphill", "sideways"), ("key.sideways", "key.pattern")),
    Complaint("double_chin", "double chin", ("chin", "neck", "jaw"), ("sitter.chin", "camera.height", "sitter.square")),
    Complaint("flat", "too flat", ("flat", "no shape", "no shadow", "dull", "boring", "like a passport", "two dimensional"), ("brief.ratio", "fill.ratio", "room.fill", "fill.does")),
    Complaint("harsh", "too harsh", ("harsh", "hard", "edges", "pores", "wrinkles", "contrasty", "deep shadows", "one side too dark", "half of the face is black"), ("brief.hardness", "key.softness", "brief.ratio")),
    Complaint("muddy", "muddy skin", ("grey skin", "dark skin tone", "underexposed", "dirty skin", "skin looks dark", "face too dark"), ("brief.exposure", "expose.meter", "expose.mixed")),
    Complaint("orange", "orange on one side", ("yellow", "mixed light", "two colours", "colour cast", "green", "blue", "warm", "red", "tint"),
              ("expose.mixed", "room.tint", "fill.tint", "camera.balance", "room.lamps")),
    Complaint("white_grey", "white paper is grey", ("white is grey", "backdrop too dark", "grey background", "background not white", "dirty white"), ("background.grey", "background.white", "background.tone", "brief.backdrop", "backdrop.unlit")),
    Complaint("black_grey", "black paper is grey", ("black is grey", "backdrop too bright", "background not black", "black lit"), ("background.tone", "background.from", "room.help", "brief.backdrop")),
    Complaint("white_cloth", "edge of white cloth lost", ("burnt cloth", "white shirt", "wedding dress", "white dress", "wardrobe", "shirt burnt", "blouse"),
              ("brief.burnt", "brief.cloth", "brief.wardrobe", "expose.face_clips")),
    Complaint("hair_lost", "hair lost in the ground", ("dark hair", "hair", "hair on the background", "black hair"), ("rim.none", "brief.hair", "rim.weak", "rim.edge", "brief.ground")),
    Complaint("glasses", "glasses shine", ("glare", "spectacles", "glasses reflect", "reflections in glasses", "lens reflections"), ("sitter.glare", "key.glare")),
    Complaint("group", "one end of a group is hot", ("group", "uneven row", "one end", "family", "one person is brighter"), ("key.feather", "key.forehead")),
    Complaint("in_picture", "a light in the picture", ("stand in the picture", "gear", "softbox in the frame", "boom in the picture", "umbrella in the picture", "light visible"), ("camera.gear", "backdrop.foot")),
    Complaint("too_strong", "flash too strong at its lowest", ("too bright", "overexposed", "cannot turn it down", "brighter than its lowest", "lowest", "minimum"), ("expose.meter", "expose.face_clips", "brief.burnt", "brief.exposure")),
    Complaint("too_weak", "flash too weak at its highest", ("too dark", "weak", "not enough power", "not enough light", "dark at full power", "underpowered"), ("expose.meter", "brief.exposure")),
    Complaint("soft_picture", "the picture is soft", ("blurred", "blurry", "focus", "not sharp", "unsharp"), ("camera.depth", "camera.ears_soft", "camera.too_near", "camera.sync")),
    Complaint("narrow", "the backdrop is too narrow", ("narrow", "edge of the paper", "past the backdrop", "backdrop too small"), ("backdrop.narrow",)),
    Complaint("creases", "creases show", ("creases", "folds", "wrinkled backdrop"), ("backdrop.creases",)),
)  # fmt: skip

COMMON = {
    "a", "an", "the", "is", "are", "was", "in", "on", "of", "too", "not", "and", "at", "its", "it", "or", "my", "i", "to", "so",
    "very", "looks", "look", "like", "does", "do", "has", "have", "from", "for", "with",
}  # fmt: skip
SAME = {
    "background": "backdrop", "paper": "backdrop", "ground": "backdrop", "wall": "backdrop", "gray": "grey",
    "photo": "picture", "image": "picture", "shot": "picture", "frame": "picture", "strobe": "flash", "burned": "burnt",
    "blown": "burnt", "clipped": "burnt", "clips": "burnt", "hot": "burnt", "glossy": "shiny", "shining": "shiny",
    "shines": "shiny", "shine": "shiny", "brighter": "bright", "darker": "dark", "specs": "spectacles", "color": "colour",
    "disappears": "lost", "vanishes": "lost", "gone": "lost", "can't": "cannot", "no": "without", "lacks": "without",
    "blurry": "blurred", "haze": "hazy",
}  # fmt: skip
"""Words that mean another one here."""


def _words(text: str) -> frozenset[str]:
    """What of a text says something, without its plurals."""
    found = (SAME.get(k, k) for k in re.findall(r"[a-z']+", text.lower()))
    return frozenset(SAME.get(k.rstrip("s"), k.rstrip("s")) if len(k) > 3 else k for k in found if k not in COMMON)


@cache
def _phrases(complaint: Complaint) -> frozenset[frozenset[str]]:
    said = (complaint.title, *complaint.title.split(", "), *complaint.title.split(" or "), *complaint.words)
    return frozenset(filter(None, map(_words, said)))


def complaint_of(text: str) -> Complaint:
    """The complaint that words mean: its title, code or other words; else the one whose longest wording is all there.

    Raises NotAccepted for words that none is about.
    """
    plain = " ".join(text.lower().replace(",", " ").split())
    for k in COMPLAINTS:
        if plain in (k.code, k.title.replace(",", "")) or plain in k.words:
            return k
    asked = _words(text)
    scored = []
    for n, k in enumerate(COMPLAINTS):
        met = sorted((len(p) for p in _phrases(k) if p <= asked), reverse=True)
        scored.append((met, -n, k))
    met, _, best = max(scored, key=lambda k: k[:2])
    if not met:
        raise NotAccepted(
            [Problem("complaint", f"{text[:60]!r} is not understood", "; ".join(k.title for k in COMPLAINTS))]
        )
    return best
