"""Complaints in a photographer's words, and which rules of the checks look for their causes."""

from dataclasses import dataclass

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
    Complaint("hazy", "hazy, without black", ("haze", "milky", "washed out", "veil"), ("rim.veil", "background.veil", "expose.high_black", "expose.black", "expose.bright")),
    Complaint("eyes_dark", "eyes dark", ("sockets", "no light in the eyes", "raccoon", "dead eyes"), ("key.sockets", "key.catchlight")),
    Complaint("forehead", "hot or shiny forehead", ("forehead", "shiny", "shine"), ("key.forehead", "expose.face_clips")),
    Complaint("one_plane", "face and backdrop on one plane", ("no depth", "stuck on", "melts", "flat against"),
              ("brief.hair", "brief.wardrobe", "background.meets", "background.tone", "brief.ground", "rim.none", "rim.weak", "rim.edge")),
    Complaint("shadow_on_paper", "the sitter's shadow on the backdrop", ("shadow on the paper", "shadow behind", "head shadow"),
              ("backdrop.shadow",)),
    Complaint("nose_shadow", "nose shadow sideways or uphill", ("nose", "uphill", "sideways"), ("key.sideways", "key.pattern")),
    Complaint("double_chin", "double chin", ("chin", "neck"), ("sitter.chin", "camera.height", "sitter.square")),
    Complaint("flat", "too flat", ("no shape", "no shadow", "dull"), ("brief.ratio", "fill.ratio", "room.fill", "fill.does")),
    Complaint("harsh", "too harsh", ("hard", "edges", "pores"), ("brief.hardness", "key.softness", "brief.ratio")),
    Complaint("muddy", "muddy skin", ("grey skin", "dark skin tone", "underexposed"), ("brief.exposure", "expose.meter", "expose.mixed")),
    Complaint("orange", "orange on one side", ("yellow", "mixed light", "two colours", "colour cast", "green"),
              ("expose.mixed", "room.tint", "fill.tint", "camera.balance", "room.lamps")),
    Complaint("white_grey", "white paper is grey", ("grey background", "not white"), ("background.grey", "background.white", "background.tone", "brief.backdrop", "backdrop.unlit")),
    Complaint("black_grey", "black paper is grey", ("not black",), ("background.tone", "background.from", "room.help", "brief.backdrop")),
    Complaint("white_cloth", "edge of white cloth lost", ("burnt cloth", "white shirt", "wardrobe"),
              ("brief.burnt", "brief.cloth", "brief.wardrobe", "expose.face_clips")),
    Complaint("hair_lost", "hair lost in the ground", ("dark hair", "hair"), ("rim.none", "brief.hair", "rim.weak", "rim.edge", "brief.ground")),
    Complaint("glasses", "glasses shine", ("glare", "spectacles"), ("sitter.glare", "key.glare")),
    Complaint("group", "one end of a group is hot", ("group", "uneven row", "one end", "family"), ("key.feather", "key.forehead")),
    Complaint("in_picture", "a light in the picture", ("stand in the picture", "gear", "softbox in the frame"), ("camera.gear", "backdrop.foot")),
    Complaint("too_strong", "flash too strong at its lowest", ("too bright", "overexposed"), ("expose.meter", "expose.face_clips", "brief.burnt", "brief.exposure")),
    Complaint("too_weak", "flash too weak at its highest", ("too dark",), ("expose.meter", "brief.exposure")),
    Complaint("soft_picture", "the picture is soft", ("blurred", "out of focus", "not sharp"), ("camera.depth", "camera.ears_soft", "camera.too_near", "camera.sync")),
    Complaint("narrow", "the backdrop is too narrow", ("edge of the paper", "past the backdrop"), ("backdrop.narrow",)),
    Complaint("creases", "creases show", ("folds", "wrinkled backdrop"), ("backdrop.creases",)),
)  # fmt: skip


def complaint_of(text: str) -> Complaint:
    """The complaint that words mean: its title or code, else the one that shares most words.

    Raises NotAccepted for words that none is about.
    """
    plain = " ".join(text.lower().replace(",", " ").split())
    for k in COMPLAINTS:
        if plain in (k.code, k.title) or plain in k.words:
            return k
    asked = set(plain.split())
    scored = [
        (len(asked & set(" ".join((k.title, *k.words)).replace(",", " ").split()) - COMMON), -n, k)
        for n, k in enumerate(COMPLAINTS)
    ]
    best = max(scored, key=lambda k: k[:2])
    if not plain or best[0] == 0:
        raise NotAccepted(
            [Problem("complaint", f"{text[:60]!r} is not understood", "; ".join(k.title for k in COMPLAINTS))]
        )
    return best[2]


COMMON = {"a", "the", "is", "in", "on", "of", "too", "no", "not", "and", "at", "its", "or", "my"}
