"""Words of wishes: what is moved, what a surface reads then, what else changes, and why something cannot be."""

from collections.abc import Callable

from ..answer import Act, Answer
from ..model.room import SURFACE_LABELS
from ..simulation.readings import LABELS
from ..units import aperture_text, output_text, stops_text, time_text
from ..wish.cannot import Cannot, Held
from ..wish.kept import OF_THE_SET, SHADOW_SIDE
from ..wish.search import Progress, WishAnswer
from ..wish.target import GROUND, Target
from .findings.wording import ActWords
from .say import Say, listed, percent, sentence
from .say import stops as so_many


def _output(stops: float, a: Act | Held) -> str:
    return output_text(stops, a.named["scale"], a.figures.get("energy_ws", 0.0))


def _grid(a: Act, _: Say) -> str:
    degrees = a.figures["degrees"]
    return (
        f"put a {degrees:.0f}° grid on the {a.named['light']}"
        if degrees
        else f"take the grid off the {a.named['light']}"
    )


def _door(a: Act, _: Say) -> str:
    leaf, light = a.named["leaf"], a.named["light"]
    at = f"{leaf} leaf to {a.figures['to_degrees']:.0f}°"
    return f"put barn doors on the {light}, {at}" if a.named["new"] == "yes" else f"close the {light}'s {at}"


def _added(a: Act, _: Say) -> str:
    grid = a.figures.get("grid_degrees", 0.0)
    behind = f" with the {a.named['modifier']}" if a.named["modifier"] else ""
    behind += f" and a {grid:.0f}° grid" if grid else ""
    return f"add the {a.named['light']}{behind} as {a.named['role']} light"


def _where(a: Act, say: Say) -> str:
    return f"put the {a.named['panel']} {a.named['where']}, {say.length(a.figures['away_m'])} from the face"


ACTS: dict[str, ActWords] = {
    "wish.output": lambda a, _: (
        f"turn the {a.named['light']} {'up' if a.figures['to_stops'] > a.figures['from_stops'] else 'down'} "
        f"from {_output(a.figures['from_stops'], a)} to {_output(a.figures['to_stops'], a)}"
    ),
    "wish.switch_on": lambda a, _: f"switch the {a.named['light']} on at {_output(a.figures['to_stops'], a)}",
    "wish.switch_off": lambda a, _: f"switch the {a.named['light']} off",
    "wish.time": lambda a, _: f"set the time to {time_text(a.figures['to_s'])}",
    "wish.aperture": lambda a, _: f"set the aperture to {aperture_text(a.figures['to_f'])}",
    "wish.turn": lambda a, _: f"turn the {a.named['light']} {a.figures['by_degrees']:.0f}° {a.named['toward']}",
    "wish.grid": _grid,
    "wish.door": _door,
    "wish.gel": lambda a, _: f"put {a.named['gel']} gel on the {a.named['light']}",
    "wish.roll": lambda a, _: f"roll the {a.named['light']} a quarter turn on its axis",
    "wish.nearer": lambda a, say: f"bring the {a.named['light']} {say.length(a.figures['by_m'])} nearer",
    "wish.farther": lambda a, say: f"take the {a.named['light']} {say.length(a.figures['by_m'])} farther off",
    "wish.raise": lambda a, say: f"raise the {a.named['light']} {say.length(a.figures['by_m'])}",
    "wish.lower": lambda a, say: f"lower the {a.named['light']} {say.length(a.figures['by_m'])}",
    "wish.round": lambda a, _: (
        f"carry the {a.named['light']} {a.figures['by_degrees']:.0f}° round the sitter, {a.named['toward']}"
    ),
    "wish.panel_out": lambda a, _: f"take the {a.named['panel']} out",
    "wish.panel_in": lambda a, _: f"put the {a.named['panel']} in",
    "wish.panel_surface": lambda a, _: f"use {a.named['surface']} in place of the {a.named['panel']}",
    "wish.panel_nearer": lambda a, say: f"bring the {a.named['panel']} {say.length(a.figures['by_m'])} nearer",
    "wish.panel_farther": lambda a, say: f"take the {a.named['panel']} {say.length(a.figures['by_m'])} farther off",
    "wish.panel_turned": lambda a, _: f"turn the {a.named['panel']} {a.figures['by_degrees']:.0f}° {a.named['toward']}",
    "wish.panel_across": lambda a, _: f"carry the {a.named['panel']} to the other side of the sitter",
    "wish.panel_added": _where,
    "wish.flag": lambda a, say: (
        f"stand the {a.named['panel']} between the {a.named['light']} and the backdrop, "
        f"{say.length(a.figures['away_m'])} before the light"
    ),
    "wish.group": lambda a, say: (
        f"move the sitter {say.length(a.figures['by_m'])} {a.named['toward']} the backdrop, "
        "with camera and lights kept to the face"
    ),
    "wish.backdrop": lambda a, say: (
        f"carry the backdrop {say.length(a.figures['by_m'])} {a.named['toward']} the sitter"
    ),
    "wish.modifier": lambda a, _: f"put the {a.named['modifier']} on the {a.named['light']}",
    "wish.light_added": _added,
    "wish.bulb_behind": lambda a, say: (
        f"add the {a.named['light']} bare behind the head, {say.length(a.figures['away_m'])} from the face"
    ),
    "wish.cover": lambda a, _: (
        f"hang {a.named['cover']} on the {SURFACE_LABELS[a.named['surface']]}"
        if a.named["surface"] != "floor"
        else f"lay {a.named['cover']} on the floor"
    ),
    "plan.rebuild": lambda a, _: f"build it anew as “{a.named['title']}”, {a.figures['minutes']:.0f} min",
    "plan.flag": lambda a, say: (
        f"hold the {a.named['panel']} between the {a.named['light']} and the lens, {say.length(a.figures['away_m'])} before the light"
    ),
    "possible.own": lambda a, _: f"with a {a.named['thing']}, which is not in the kit",
    "possible.ground": lambda a, _: f"with {a.named['ground']} as the backdrop",
    "possible.black_room": lambda a, _: "with black cloth on every wall, floor and ceiling",
    "possible.longer_room": lambda a, say: f"with a room {say.length(a.figures['to_m'])} long",
    "possible.two_frames": lambda a, _: "with two frames put together, one lit for the face, one for the backdrop",
}
HELD: dict[str, Callable[[Held], str]] = {
    "held.fixed": lambda h: (
        f"the {h.named['light']} puts {percent(h.figures['share'])} of the light there and has no dial"
    ),
    "held.lowest": lambda h: (
        f"the {h.named['light']} puts {percent(h.figures['share'])} of the light there "
        f"and is at its lowest step, {_output(h.figures['output_stops'], h)}"
    ),
    "held.full": lambda h: f"the {h.named['light']} is at full output",
    "held.face": lambda h: (
        f"the {h.named['light']} that lights the face puts {percent(h.figures['share'])} of the light there too"
    ),
    "held.spill": lambda h: f"the {h.named['light']} puts {percent(h.figures['share'])} of the light there",
}


def act_text(act: Act, feet: bool) -> str:
    """One act as a phrase."""
    return ACTS[act.code](act, Say(feet))


def wish_phrases(answer: Answer, feet: bool = False) -> list[str]:
    """What an answer does, an act each; a light that comes new is set by its output in the same breath."""
    phrases: list[str] = []
    added: list[tuple[str, int]] = []  # role and phrase of each new light that has no output yet
    for act in answer.acts:
        own = next((k for k in added if act.named.get("light", "").startswith(k[0])), None)
        if own is not None and act.code == "wish.output":
            phrases[own[1]] += f", at {_output(act.figures['to_stops'], act)}"
            added.remove(own)
            continue
        if act.code in ("wish.light_added", "wish.bulb_behind"):
            added.append((act.named["role"], len(phrases)))
        phrases.append(act_text(act, feet))
    return phrases


def wish_text(answer: Answer, feet: bool = False) -> str:
    """What an answer does, as a sentence."""
    return sentence(listed(wish_phrases(answer, feet)))


def plan_text(answer: Answer) -> str:
    """The name of a plan."""
    moves = len(wish_phrases(answer))
    return f"Bring all to the aims in {moves} moves" if moves > 1 else wish_text(answer)


def left_text(left: dict[str, float], planned: bool) -> str:
    """What a plan does not bring into its band; empty where it brings all."""
    if not left:
        return ""
    if not planned:
        return "No move was found that brings the bands nearer and leaves the pattern, the framing and what is right."
    told = [f"{name} {so_many(abs(v))} {'over' if v > 0 else 'under'}" for name, v in _together(left)]
    return f"Still outside its band then: {listed(told)}."


def target_text(target: Target) -> str:
    """What is wished, in a phrase."""
    if target.measure == "clips":
        return "backdrop just clipped, all of it in the frame"
    if target.measure == "ratio":
        return f"lit to shadow cheek {target.value:g} : 1"
    if target.measure == "front ratio":
        return f"front to under nose and chin {target.value:g} : 1"
    name = LABELS[target.surface]
    if target.measure == "under":
        return f"{name} {so_many(target.value)} under {LABELS[target.against]}"
    return f"{name} at {stops_text(target.value)}"


def _together(changes: dict[str, float]) -> list[tuple[str, float]]:
    """Changes with the backdrop's three, and the shadow side's, told as one where they go alike."""
    left, told = dict(changes), []
    for name, group in (("backdrop", GROUND), ("shadow side", SHADOW_SIDE)):
        own = {k: left[k] for k in group if k in left}
        if len(own) > 2 and max(own.values()) - min(own.values()) < 0.35:
            told.append((name, sum(own.values()) / len(own)))
            for k in own:
                left.pop(k)
    return told + [(LABELS[k], v) for k, v in left.items()]


def changes_text(changes: dict[str, float]) -> str:
    """What else changes, the most first, as in "hair edge left +0.3"."""
    told = sorted(_together(changes), key=lambda k: -abs(k[1]))[:4]
    return ", ".join(f"{name} {stops_text(v)}" for name, v in told) if told else "nothing else changes"


def kept_text(name: str) -> str:
    """Something that is kept, in words."""
    return OF_THE_SET.get(name) or f"the {LABELS[name]}"


def breaks_text(answer: WishAnswer) -> str:
    """What an answer would break, in words."""
    return listed([kept_text(k) for k in answer.breaks])


def cannot_text(progress: Progress, targets: tuple[Target, ...], feet: bool = False) -> str:
    """Why a wish is not granted: the nearest that is reached, and what holds it."""
    nearest, why = progress.nearest, progress.cannot
    name = targets[0].moved[0]
    tones = nearest.tones if nearest is not None else progress.before.tones
    how = f" ({listed(wish_phrases(Answer(nearest.acts, nearest.photo_set), feet))})" if nearest is not None else ""
    if nearest is None:
        said = f"Nothing at hand brings it nearer than {stops_text(tones.stops[name])} and leaves the rest as it is."
    elif targets[0].measure == "clips":
        said = f"The nearest has the darkest place of the ground at {stops_text(tones.darkest)}{how}."
    else:
        said = f"The nearest is {LABELS[name]} at {stops_text(tones.stops[name])}{how}."
    if why is not None and why.held_by:
        said += f" {sentence(listed([HELD[h.code](h) for h in why.held_by]))}."
    return said


def possible_texts(why: Cannot, feet: bool = False) -> list[str]:
    """What would make it possible."""
    return [act_text(a, feet) for a in why.possible]


NO_WHITE = {
    "": "",
    "kit": "no more flash heads in the kit",
    "room": "no place for it that is free and out of the picture",
}
"""Why a way to a white ground is not there."""
WHY = {
    "output": "only this light's share there changes",
    "switch": "its whole share there goes or comes",
    "shutter": "flash does not follow the time, lasting light does; the aperture takes all alike",
    "flash follows": "every flash makes up for the aperture, lasting light does not",
    "aim": "the middle of its beam leaves or comes there, its edge stays on the rest",
    "grid": "a grid keeps the beam off what lies beside it",
    "doors": "the leaf cuts the beam on that side",
    "grey gel": "the unit goes no lower, the gel does",
    "roll": "the front's longer side lies otherwise",
    "distance": "light falls with the square of the distance, most where the light is near",
    "height": "the beam strikes lower or higher",
    "round": "it strikes that side more or less squarely",
    "panel out": "the panel throws that light, or takes it",
    "panel surface": "the surface throws more or less of what falls on it",
    "panel moved": "a panel's light falls fast with its distance",
    "panel turned": "a panel throws its light where it looks, and catches what falls on its front",
    "panel added": "it throws the key's light into the shadow, or takes the room's",
    "flag": "the board stands in that light's way and not in the face's",
    "modifier": "it spreads its light otherwise",
    "ground": "the lights keep their distance to the face and change it to the backdrop",
    "light added": "a light of its own leaves the rest alone",
    "bulb behind": "the head hides it, and its light runs round both edges",
    "covered": "the room throws light back from there",
    "plan": "outputs first, then the cheapest move for the band that is missed, and the outputs again",
}
"""Why a move does it, by its kind."""
