"""Words of the step Expose: outputs on a unit's own scale, what ends a dial, corrections, the order of setting."""

from ..expose.corrections import Correction
from ..expose.order import Setting
from ..expose.outputs import LightSetting
from ..expose.self_portrait import Forgotten
from ..model.light import Light
from ..model.set import Set
from ..units import aperture_text, output_text, stops_text, time_text
from .letters import letters_of
from .say import stops


def setting_text(light: Light, output: float) -> str:
    """An output as the light's own display shows it."""
    return output_text(output, light.source.scale, float(getattr(light.source, "energy", 0.0)))


def bound_text(k: LightSetting, light: Light) -> str:
    """Why a light does not get there."""
    at = setting_text(light, k.to)
    if k.short < 0:
        return f"{stops(k.short)} too strong at its lowest, {at}"
    why = {"recycle": "that is ready in time", "comfort": "that the eyes are to bear"}.get(k.bound, "it has")
    return f"{stops(k.short)} too weak at the most {why}, {at}"


AS_COMPUTED = 0.15  # stops that a meter read by hand may be off (assumption: it shows tenths, a hand holds it about so)


def against_computed(off: float) -> str:
    """A meter's reading against the computed one; off : stops by which it reads more."""
    if abs(off) <= AS_COMPUTED:
        return "as computed"
    return f"{stops(off)} {'more' if off > 0 else 'less'} than computed"


CORRECTIONS = {
    "behind": "edge lit by the {light}, over its meter reading",
    "silhouette": "front of the {light} in the picture, over the face",
    "cloth": "{what} in the {light}",
    "bounced": "{light} bounced, not straight",
    "grid": "30° grid on the {light}",
    "filter": "{what} gel on the {light}",
    "farther": "{light} 1.4 times as far off",
}


def correction_text(made: Correction) -> str:
    """What is corrected for."""
    text = CORRECTIONS[made.kind].format(light=made.light, what=made.what)
    return text[:1].upper() + text[1:]


def rule_text(made: Correction) -> str:
    """The trade's rule, as a span of stops."""
    low, high = made.rule
    return stops_text(low) if abs(high - low) < 0.05 else f"{stops_text(low)} to {stops_text(high)}"


def order_texts(photo_set: Set, order: tuple[Setting, ...]) -> list[tuple[str, str]]:
    """Each line as what it is about, and what is set."""
    given = letters_of(photo_set)
    said = []
    for line in order:
        light = photo_set.lights[line.index] if line.index >= 0 else None
        if line.code == "camera" or light is None:
            said.append(_of_all(line.code, photo_set))
            continue
        name = f"{given[line.index]}  {light.name}"
        what = {
            "off": "off",
            "shut": "cover with blackout",
            "flash": f"group {line.group}, {setting_text(light, light.output)}",
            "lamp": f"on, {setting_text(light, light.output)}",
        }[line.code]
        said.append((name, what))
    return said


def _of_all(code: str, photo_set: Set) -> tuple[str, str]:
    camera = photo_set.camera
    if code != "camera":
        return "modelling lamps", "off for the frame; hot lamps cool before they are touched"
    filtered = f", neutral filter {stops(camera.filter)}" if camera.filter else ""
    return (
        "camera",
        f"manual, ISO {camera.sensitivity:g}, {time_text(camera.time)}, {aperture_text(camera.aperture)}, "
        f"{camera.white_balance:.0f} K, raw and JPEG{filtered}",
    )


TOUCHES = {
    "high_black": "A light picture should not touch the dark end; this one does.",
    "high_dark": "Most of a light picture lies in the lighter two thirds; here it does not.",
    "low_white": "A dark picture should not touch the light end; this one does.",
    "low_light": "Most of a dark picture lies in the darker third; here it does not.",
}
"""What a histogram does and should not, by its code."""
FORGOTTEN_TEXTS: dict[Forgotten, str] = {
    "focus_manual": "focus on the stand-in, then lock it: back to manual",
    "white_balance": "white balance to the key's, not automatic",
    "format": "raw and JPEG",
    "timer": "timer or remote, and how many frames",
    "screen": "screen turned round; as in a mirror, left is left",
    "battery": "battery charged, in camera, trigger and flashes",
    "card": "room on the card",
    "eyes": "cables taped where you walk; nobody there who reacts to flashing light",
}
"""What is forgotten most when one is alone."""
