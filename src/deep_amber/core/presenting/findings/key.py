"""Words of the step Key."""

from ...checks.finding import Finding
from ...pattern.rules import SHADOW_DOWN
from ..say import Say, sentence, stops
from .sitter import glare
from .wording import ActWords, Found, Sentence

SIDES = {
    "behind": "behind it",
    "camera-left": "on camera-left",
    "camera-right": "on camera-right",
    "toward camera": "on the camera's side",
    "toward backdrop": "on the backdrop's side",
}
GRADES = ("hard", "medium", "soft", "very soft")


def _pattern(f: Finding, _: Say) -> str:
    side = f", {f.named['side']}" if f.named["side"] else ""
    if f.named["between"]:
        drawn = f"The key lies between {f.named['between']}{side}."
    else:
        drawn = f"The key draws {f.named['pattern']}{side}."
    wanted = f" The brief asks for {f.named['wanted']}." if "wanted" in f.named else ""
    return f"{drawn}{wanted} {f.named['why']}"


def _catchlight(f: Finding, _: Say) -> str:
    if "clock" in f.named:
        return f"A catchlight in each eye, at {f.named['clock'].replace('middle', 'the pupil')}."
    eyes = "both eyes" if f.named["missing"] == "both" else f"the sitter's {f.named['missing']} eye"
    return f"The catchlight is missing in {eyes}: {f.named['why']}."


def _forehead(f: Finding, _: Say) -> str:
    over = f.figures["forehead_over_cheek_stops"]
    if f.severity == "note":
        return f"Another way leaves the forehead {stops(max(over, 0.0))} over the cheek."
    return f"The forehead is hot, {stops(over)} over the lit cheek."


def _softness(f: Finding, say: Say) -> str:
    other = [
        f"{grade} with a front {say.span(f.figures[f'{grade}_from_m'], f.figures[f'{grade}_to_m'])}"
        for grade in GRADES
        if f"{grade}_from_m" in f.figures
    ]
    barely = " The pattern is hardly drawn." if f.named["grade"] == "very soft" else ""
    edge = f"Shadow edges on the cheek are {f.figures['edge_mm']:.0f} mm wide: {f.named['grade']}."
    return f"{edge}{barely} From here, {'; '.join(other)}."


def _feather(f: Finding, _: Say) -> str:
    def goes(value: float) -> str:
        return f"{'loses' if value < 0 else 'gains'} {stops(value)}"

    face, backdrop = goes(f.figures["face_stops"]), goes(f.figures["backdrop_stops"])
    return f"The key is feathered by {f.figures['off_degrees']:.0f} degrees: the face {face}, the backdrop {backdrop}."


CAUTIONS = {
    "boom": "a leg of the stand under the load, a counterweight on the boom's far end, a cord as a second hold, "
    "nobody under it while it is set.",
    "fixed": "a cord as a second hold, nobody under it while it is set. Fixings and load are for a licensed person; "
    "local rules come first.",
}
"""The usual caution for what holds a light over somebody."""


def _stand(f: Finding, say: Say) -> str:
    thing, boom = f.named["thing"], f.named["holding"] == "boom"
    if f.named["why"] == "reach":
        reach, longest = say.length(f.figures["reach_m"]), say.length(f.figures["longest_m"])
        return f"The boom of {thing} reaches {reach}, the longest of the kit {longest}."
    if f.named["why"] == "sitter":
        return f"The stand of {thing} would stand in the sitter{', whichever way its boom points' if boom else ''}."
    return f"The stand of the boom of {thing} has no room there."


FINDINGS: dict[str, Sentence] = {
    "key.none": lambda f, _: "No light is on." if f.named["why"] == "off" else "Nothing of the key comes to the face.",
    "key.pattern": _pattern,
    "key.sideways": lambda f, _: (
        "The nose's shadow runs "
        + ("uphill" if f.figures["nose_shadow_under_level_degrees"] < -SHADOW_DOWN.middle / 2 else "sideways")
        + ": the key is level with the face. Higher, the shadow runs down the cheek."
    ),
    "key.sockets": lambda f, _: (
        f"{'Both eyes are lost' if f.named['eyes'] == 'lost' else 'The eye sockets are dark'}, "
        f"{stops(f.figures['sockets_under_face_stops'])} under the brightest of the face."
    ),
    "key.forehead": _forehead,
    "key.catchlight": _catchlight,
    "key.glare": glare,
    "key.softness": _softness,
    "key.feather": _feather,
    "key.stand": _stand,
    "key.boom": lambda f, _: f"{sentence(f.named['light'])} hangs over the sitter: {CAUTIONS[f.named['held']]}",
    "key.clearance": lambda f, say: (
        f"Its lower edge is {say.length(f.figures['lower_edge_m'])} over the floor, "
        f"its upper edge {say.length(f.figures['to_ceiling_m'])} under the ceiling."
    ),
}
ACTS: dict[str, ActWords] = {
    "light.lower": lambda a, say: f"lower the {a.named['light']} {say.length(a.figures['by_m'])}",
    "thing.boom": lambda a, say: (
        f"hang {a.named['thing']} on a boom of {say.length(a.figures['reach_m'])}, its stand {SIDES[a.named['side']]}"
    ),
    "light.feather": lambda a, say: f"feather the {a.named['light']}: aim it {say.length(a.figures['by_m'])} lower",
    "light.at_board": lambda a, _: (
        f"point the hot centre of the {a.named['light']} at the middle of {a.named['panel']}"
    ),
}


def telling(found: Found, _: Say) -> str:
    """The pattern's name."""
    drawn = found.get("key.pattern")
    if drawn is None:
        return ""
    return f"{drawn.named['pattern']}?" if drawn.named["between"] else drawn.named["pattern"]
