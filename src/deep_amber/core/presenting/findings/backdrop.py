"""Words of the step Backdrop."""

from ...checks.finding import Finding
from ...units import aperture_text
from ..say import Say, stops, unbroken
from .wording import ActWords, Found, Sentence

SHOWS = {"on stands": "Its stand shows.", "wall bar": "The wall beside it shows.", "clamped": "Its clamps show."}
LICENSED = "Fixings, load and hidden cables are for a licensed person; local rules come first."
CAUTIONS = {
    "ceiling bar": f"It hangs on a ceiling bar. {LICENSED}",
    "wall bar": f"It hangs on a wall bar. {LICENSED}",
    "on stands": "Put weight on both stands' legs, off the floor. Keep children and pets away from a bar that can tip.",
}
"""The usual caution for what a backdrop hangs on."""


def _fills(f: Finding, say: Say) -> str:
    spare, least = say.length(f.figures["margin_m"]), say.length(f.figures["least_width_m"])
    return f"The backdrop fills the frame with {spare} to spare at the side. Minimum width {least}."


def _narrow(f: Finding, say: Say) -> str:
    least = f.figures.get("least_width_m")
    needed = f"{say.length(least)} is needed" if least is not None else "no width is enough for this view"
    shows = SHOWS.get(f.named["hung"], "The room shows beside it.")
    wide = say.length(f.figures["width_m"])
    return f"The backdrop ends inside the frame on {f.named['side']}: it is {wide} wide, {needed}. {shows}"


def _shadow(f: Finding, say: Say) -> str:
    if f.named["falls"] != "shows":
        return _unseen(f, say)
    side = f.named["side"]
    where = "behind the head" if side == "middle" else f"on {side}"
    asked = ", as the brief asks" if "wanted" in f.named else ""
    said = f"The sitter's shadow from {f.named['light']} shows on the backdrop {where}"
    return f"{said}, {stops(f.figures['stops'])} darker{asked}."


def _unseen(f: Finding, say: Say) -> str:
    if f.named["falls"] == "frame":
        return f"The head's shadow from {f.named['light']} falls inside the frame, with no edge that shows."
    beyond, side = say.length(f.figures["beyond_m"]), f.named["side"]
    if f.named["wall"]:
        where = f"on the camera-{f.named['wall']} wall"
    elif side in ("over", "under"):
        where = f"{beyond} {side} the frame"
    else:
        where = f"{beyond} outside the frame on {side}"
    return f"The head's shadow from {f.named['light']} falls {where}."


CREASES = {"crumpled": "wrinkles"}
CREASES |= {k: k for k in ("soft folds", "fold lines")}
"""What shows of each way of being creased."""


def _creases(f: Finding, say: Say) -> str:
    blur, crease, what = (
        say.length(f.figures["blur_on_backdrop_m"]),
        say.length(f.figures["crease_m"]),
        CREASES[f.named["creases"]],
    )
    if f.severity == "note":
        return f"Its {what} melt: the blur is {blur} wide, a crease {crease}."
    helps = "Steaming it helps too." if f.mend else "Steaming it helps."
    return f"Its {what} show: the blur is only {blur} wide, a crease {crease}. {helps}"


def _foot(f: Finding, say: Say) -> str:
    if f.figures["lower_edge_m"] > 0:
        return f"The frame looks under the backdrop: it ends {say.length(f.figures['lower_edge_m'])} over the floor."
    return "The frame sees the floor before the backdrop. A sweep over the floor hides the line."


def _opened(figures: dict[str, float]) -> str:
    return f"open to {aperture_text(figures['aperture'])} and turn the lights down by {stops(figures['down_stops'])}"


FINDINGS: dict[str, Sentence] = {
    "backdrop.fills": _fills,
    "backdrop.narrow": _narrow,
    "backdrop.low": lambda f, say: (
        f"The frame looks over the backdrop's top by {say.length(-f.figures['margin_top_m'])}."
    ),
    "backdrop.shadow": _shadow,
    "backdrop.no_shadow": lambda f, _: (
        "The brief asks for the sitter's shadow on the backdrop. None shows: a harder light or less distance draws it."
    ),
    "backdrop.creases": _creases,
    "backdrop.foot": _foot,
    "backdrop.hung": lambda f, _: CAUTIONS[f.named["hung"]],
    "backdrop.unlit": lambda f, _: "The softbox behind the sitter is not lit.",
}
ACTS: dict[str, ActWords] = {
    "backdrop.aside": lambda a, say: f"hang it {say.length(a.figures['by_m'])} to {a.named['side']}",
    "backdrop.wider": lambda a, say: f"hang one {say.length(a.figures['width_m'])} wide",
    "backdrop.nearer": lambda a, say: f"bring the backdrop {say.length(a.figures['by_m'])} nearer to the sitter",
    "backdrop.higher": lambda a, say: f"hang it {say.length(a.figures['height_m'])} high",
    "backdrop.back": lambda a, say: f"hang the backdrop {say.length(a.figures['by_m'])} farther back",
    "backdrop.let_down": lambda a, _: "let it down to the floor",
    "backdrop.roll_out": lambda a, say: f"roll it out {say.length(a.figures['by_m'])} over the floor",
    "backdrop.light_it": lambda a, _: "put its light in",
    "set.back": lambda a, say: f"bring everything else {say.length(a.figures['by_m'])} nearer to the backdrop",
    "light.round": lambda a, _: (
        f"move {a.named['light']} {a.figures['by_degrees']:.0f} degrees round the face to {a.named['side']}"
    ),
    "set.forward": lambda a, say: f"bring everything else {say.length(a.figures['by_m'])} forward",
    "key.rise": lambda a, say: f"raise the key {say.length(a.figures['by_m'])}",
    "camera.opened": lambda a, _: _opened(a.figures),
}


def telling(found: Found, say: Say) -> str:
    """What is to spare at the side."""
    fills = found.get("backdrop.fills")
    return f"{unbroken(say.length(fills.figures['margin_m']))} spare" if fills else ""
