"""Words of the step Brief."""

from ...checks.finding import Finding
from ...simulation.readings import CHEEKS
from ...units import aperture_text
from ..say import Say, sentence, stops
from .wording import ActWords, Found, Sentence

RIM = " A rim light draws its edge."


def _apart(what: str, code: str) -> Sentence:
    def said(f: Finding, _: Say) -> str:
        over = f.figures[f"{code}_over_backdrop_stops"]
        tone = "as bright" if abs(over) < 0.05 else f"{stops(over)} {'brighter' if over > 0 else 'darker'}"
        verb = "melts into" if f.named["edge"] == "melts" else "separates from"
        rim = RIM if f.named["edge"] == "melts" and f.named["rim"] == "none" else ""
        return f"The {what} {verb} the backdrop on camera-{f.named['side']}: {tone}.{rim}"

    return said


def _ratio(f: Finding, _: Say) -> str:
    read = f"{sentence(f.named['of'])} reads {f.figures['ratio']:.1f} : 1"
    if "aimed_ratio" not in f.figures:
        return f"{read}. Both cheeks are lit alike: judge this light by how dark it is under nose and chin."
    off = f.figures["off_stops"]
    read += f", the aim is {f.figures['aimed_ratio']:.3g} : 1"
    if f.severity == "note":
        return f"{read}."
    where = "the shadow is" if f.named["of"] == CHEEKS else "under nose and chin it is"
    return f"{read}: {where} {stops(off)} {'too deep' if off > 0 else 'too bright'}."


def _backdrop(f: Finding, _: Say) -> str:
    away = f.figures["backdrop_stops"] - f.figures["aimed_stops"]
    if f.severity == "note":
        return "The backdrop has the tone of the brief."
    return f"The backdrop is {stops(away)} {'brighter' if away > 0 else 'darker'} than the brief asks."


def _exposure(f: Finding, _: Say) -> str:
    off = f.figures["lit_cheek_off_stops"]
    if f.severity == "note":
        return "The lit cheek has its own tone."
    return f"The lit cheek is {stops(off)} {'over' if off > 0 else 'under'} its own tone."


def _hardness(f: Finding, _: Say) -> str:
    edge, wanted = (
        f"Shadow edges on the cheek are {f.figures['edge_mm']:.0f} mm wide: {f.named['grade']}",
        f.named["hardness"],
    )
    if f.severity == "note":
        return f"{edge}. The brief asks for {wanted}."
    how = (
        "a smaller modifier or more distance" if f.named["wanted"] == "harder" else "a larger modifier or less distance"
    )
    return f"{edge}. The brief asks for {wanted}: {how} gives it."


def _framing(f: Finding, say: Say) -> str:
    if f.severity == "note":
        return f"The framing is {f.named['framing']}, as the brief asks."
    seen, aimed = say.length(f.figures["picture_height_m"]), say.length(f.figures["aimed_m"])
    return f"The picture is {seen} high at the face. {sentence(f.named['framing'])} is {aimed}."


def _cloth(f: Finding, _: Say) -> str:
    off = f.figures["cloth_off_stops"]
    tone = "lighter" if off > 0 else "darker"
    return f"The cloth is {stops(off)} {tone} than the {f.named['wardrobe']} wardrobe of the brief."


SPREADS = {
    "gradient": ("falls off from one side to the other", "to fall off from one side to the other"),
    "spot": ("is lighter behind the head", "to be lighter behind the head"),
    "checkered": ("is light behind the dark cheek and dark behind the lit one", "to be light behind the dark cheek"),
}


def _spread(f: Finding, _: Say) -> str:
    is_so, wanted = SPREADS[f.named["wanted"]]
    if f.severity == "note":
        return f"The backdrop {is_so}, as the brief asks."
    return f"The brief asks for a backdrop {wanted}: {stops(f.figures['missing_stops'])} more of difference shows it."


FINDINGS: dict[str, Sentence] = {
    "brief.begin": lambda f, _: "Say what the picture is for. Its aims then stand on the Ladder.",
    "brief.wardrobe": _apart("cloth", "wardrobe"),
    "brief.hair": _apart("hair", "hair"),
    "brief.burnt": lambda f, _: (
        f"The {f.named['surface']} is burnt out: "
        + ("red alone is over what the file holds." if f.named["clips"] == "red" else "nothing of its tone is left.")
    ),
    "brief.ground": lambda f, _: (
        f"The backdrop is {stops(f.figures['over_clipping_stops'])} over clipping: its light eats into hair and edges."
    ),
    "brief.ratio": _ratio,
    "brief.backdrop": _backdrop,
    "brief.spread": _spread,
    "brief.exposure": _exposure,
    "brief.hardness": _hardness,
    "brief.framing": _framing,
    "brief.cloth": _cloth,
}
ACTS: dict[str, ActWords] = {
    "camera.aperture": lambda a, _: f"set {aperture_text(a.figures['aperture'])}",
    "camera.frame": lambda a, _: f"frame {a.named['framing']}",
    "sitter.dress": lambda a, _: f"dress in {a.named['cloth']}",
}


def telling(found: Found, _: Say) -> str:
    """The ratio that tells this face."""
    ratio = found.get("brief.ratio")
    return f"{ratio.figures['ratio']:.1f} : 1" if ratio else ""
