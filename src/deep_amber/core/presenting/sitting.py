"""Words of a sitting: what changes from one look to the next, and the correction that a real picture asks for."""

from ..answer import Act
from ..capture.judge import LightOff
from ..model.light import Light
from ..units import aperture_text, output_text, stops_text, time_text
from .exposing import setting_text
from .findings.wording import ActWords
from .say import Say, sentence, stops

AT_END = 0.05  # stops under which a dial does not go on


def _to(a: Act, what: str, none: str) -> str:
    return (
        f"{what} {a.named['to']} on the {a.named['thing']}" if a.named["to"] else f"{none} off the {a.named['thing']}"
    )


def _output(a: Act, name: str) -> str:
    return output_text(a.figures[name], a.named["scale"], a.figures["energy_ws"])


def _placed(a: Act, say: Say, verb: str) -> str:
    """Where a thing goes that is not there yet, from the sitter's mark."""
    what = f" with the {a.named['modifier']}" if a.named.get("modifier") else ""
    where = f"{say.length(a.figures['off_m'])} {a.named['toward']} from the sitter".replace("  ", " ")
    return f"{verb} the {a.named['thing']}{what}: {where}, {say.length(a.figures['height_m'])} high"


def _camera(a: Act, _: Say) -> str:
    k = a.figures
    filtered = f", neutral filter {stops(k['filter'])}" if k["filter"] else ""
    return (
        f"set the camera to ISO {k['sensitivity']:g}, {time_text(k['time'])}, {aperture_text(k['aperture'])}, "
        f"{k['white_balance']:.0f} K{filtered}"
    )


ACTS: dict[str, ActWords] = {
    "sitting.carry": lambda a, say: (
        f"carry the {a.named['thing']} {say.length(a.figures['by_m'])} {a.named['toward']}".rstrip()
    ),
    "sitting.raise": lambda a, say: (
        f"raise the {a.named['thing']} {say.length(a.figures['by_m'])}, to {say.length(a.figures['to_m'])}"
    ),
    "sitting.lower": lambda a, say: (
        f"lower the {a.named['thing']} {say.length(a.figures['by_m'])}, to {say.length(a.figures['to_m'])}"
    ),
    "sitting.light_in": lambda a, say: f"{_placed(a, say, 'set up')}, at {_output(a, 'to_stops')}",
    "sitting.light_in_off": lambda a, say: f"{_placed(a, say, 'set up')}, off",
    "sitting.light_out": lambda a, _: f"take the {a.named['thing']} away",
    "sitting.modifier": lambda a, _: f"put the {a.named['modifier']} on the {a.named['thing']}",
    "sitting.grid": lambda a, _: _to(a, "grid", "grid"),
    "sitting.gels": lambda a, _: _to(a, "gel", "gel"),
    "sitting.doors": lambda a, _: _to(a, "barn doors", "barn doors"),
    "sitting.aim": lambda a, _: f"turn the {a.named['thing']} by {a.figures['by_degrees']:.0f}°",
    "sitting.on": lambda a, _: f"switch the {a.named['thing']} on",
    "sitting.off": lambda a, _: f"switch the {a.named['thing']} off",
    "sitting.output": lambda a, _: f"{a.named['thing']} from {_output(a, 'from_stops')} to {_output(a, 'to_stops')}",
    "sitting.panel_in": lambda a, say: f"{_placed(a, say, 'put in')}, {a.named['surface']} to the sitter",
    "sitting.backdrop_in": lambda a, say: (
        f"hang the backdrop, {a.named['backdrop']}, {say.length(a.figures['gap_m'])} behind the sitter's mark"
    ),
    "sitting.camera_in": lambda a, say: (
        f"camera {say.length(a.figures['off_m'])} from the mark, {say.length(a.figures['height_m'])} high, "
        f"{a.figures['to_mm']:.0f} mm"
    ),
    "sitting.panel_out": lambda a, _: f"take the {a.named['thing']} out",
    "sitting.panel_surface": lambda a, _: f"turn the {a.named['thing']} to {a.named['surface']}",
    "sitting.backdrop": lambda a, _: (
        f"change the backdrop: {a.named['backdrop']} that throws back {a.figures['reflectance'] * 100:.2g} %"
    ),
    "sitting.backdrop_moved": lambda a, say: f"move the backdrop {say.length(a.figures['by_m'])}",
    "sitting.clothes": lambda a, _: "change clothes",
    "sitting.posture": lambda a, _: f"the sitter is {a.named['posture']}",
    "sitting.seat": lambda a, say: f"seat at {say.length(a.figures['to_m'])}",
    "sitting.who": lambda a, _: f"another sitter: {a.named['who'].capitalize()}",
    "sitting.pose": lambda a, _: "turn the head as the look has it",
    "sitting.lens": lambda a, _: f"lens to {a.figures['to_mm']:.0f} mm",
    "sitting.camera": _camera,
}


def change_text(act: Act, feet: bool = False) -> str:
    """One change, as a sentence without its full stop."""
    return sentence(ACTS[act.code](act, Say(feet)))


def correction_text(off: LightOff, light: Light) -> str:
    """What the picture says of a light, and what to set."""
    if not off.told:
        return f"{off.name}: too little of it is seen to tell"
    if off.gave == float("-inf"):
        return f"{off.name}: nothing came of it"
    if off.to is None:
        return (
            f"{off.name}: as planned ({stops_text(off.gave)})"
            if light.source.is_flash
            else f"{off.name}: {stops_text(off.gave)}"
        )
    way = "less" if off.gave > 0 else "more"
    if abs(off.to - light.output) < AT_END:
        end = "its lowest" if off.gave > 0 else "its highest"
        return f"{off.name}: gave {stops_text(off.gave)}, and is at {end}: its distance, or a grey gel, is what is left"
    return f"{off.name}: gave {stops_text(off.gave)}; {stops(off.to - light.output)} {way}, to {setting_text(light, off.to)}"
