"""What holds a wish that cannot be granted, and what would make it possible: each tried on computed light."""

from collections.abc import Callable
from dataclasses import dataclass, field, replace

import numpy as np

from ..answer import Act
from ..kit.catalogue import CATALOGUE
from ..kit.dial import can_be_dimmed
from ..model.room import SURFACE_NAMES, Surface
from ..model.set import Set, with_surfaces
from .knobs import turned_one
from .moves.added import added
from .moves.ground import group_moved
from .moves.panels import panels
from .path import NEW_STAND, Asked
from .solve import Candidate, Ground, solve
from .state import SENSED
from .target import to_go

MUCH = 0.25  # of what a surface shows, from which one light is said to hold it
BLACK, WHITE = Surface(0.04), Surface(0.85)  # black cloth, white paper (assumptions)
LONGER = (1.0, 2.0, 3.0)  # [m] by which a longer room is tried
DEEPEST = 20.0  # [m] of a room


@dataclass(frozen=True)
class Held:
    """What holds it, as a code with figures."""

    code: str
    figures: dict[str, float] = field(default_factory=dict)
    named: dict[str, str] = field(default_factory=dict)


@dataclass(frozen=True)
class Cannot:
    held_by: tuple[Held, ...]
    possible: tuple[Act, ...]
    """What would make it possible that is not at hand."""


def _shares(asked: Asked) -> np.ndarray:
    """(lights,) share of what the first target's surface shows."""
    target = asked.wish.targets[0]
    name = target.moved[0]
    lux = asked.shares.on.astype(float) @ asked.shares.lux[:, :2]
    lit = "cheek_left" if lux[0] >= lux[1] else "cheek_right"
    other = "cheek_right" if lit == "cheek_left" else "cheek_left"
    sensed = {"lit_cheek": lit, "shadow_cheek": other}.get(name, name)
    own = asked.shares.on * asked.shares.values[:, SENSED.index(sensed)]
    return np.asarray(own / max(float(own.sum()), 1e-9))


def held_by(asked: Asked, ground: Ground) -> tuple[Held, ...]:
    """The lights that are on the surface and cannot be turned further, or not without what is kept."""
    target, lights = asked.wish.targets[0], asked.photo_set.lights
    down = float(to_go(target, ground.before)) < 0
    shares = _shares(asked)
    made = []
    for k in np.argsort(-shares):
        light = lights[int(k)]
        if shares[k] < MUCH:
            break
        named = {"light": light.name, "scale": light.source.scale}
        figures = {"share": float(shares[k]), "output_stops": light.output}
        figures["energy_ws"] = float(getattr(light.source, "energy", 0.0))
        at_end = light.output <= light.source.lowest_output + 0.01 if down else light.output >= -0.01
        if not can_be_dimmed(light):
            made.append(Held("held.fixed", figures, named))
        elif at_end:
            made.append(Held("held.lowest" if down else "held.full", figures, named))
        else:
            made.append(Held("held.face" if int(k) == asked.key else "held.spill", figures, named))
    return tuple(made)


def _does(ground: Ground, made: Set) -> bool:
    """Whether it grants the wish, as it is or with one output turned."""
    shares = ground.look(made)
    if shares is None:
        return False
    turned = turned_one(made, ground.wish, ground.before, shares, ground.shift)
    return turned is not None and turned.fits


def _darker_room(asked: Asked, ground: Ground) -> Act | None:
    made = with_surfaces(asked.photo_set, **dict.fromkeys(SURFACE_NAMES, BLACK))
    return Act("possible.black_room") if _does(ground, made) else None


def _other_ground(asked: Asked, ground: Ground) -> Act | None:
    """Black cloth, or white paper, hung in the backdrop's place."""
    target, backdrop = asked.wish.targets[0], asked.photo_set.backdrop
    if not target.moved[0].startswith("backdrop"):
        return None
    down = float(to_go(target, ground.before)) < 0
    surface, name = (BLACK, "black cloth") if down else (WHITE, "white paper")
    if (backdrop.surface.reflectance < 2 * BLACK.reflectance) if down else (backdrop.surface.reflectance > 0.7):
        return None
    made = replace(asked.photo_set, backdrop=replace(backdrop, surface=surface, variation=0.0))
    return Act("possible.ground", {}, {"ground": name}) if _does(ground, made) else None


def _longer_room(asked: Asked, ground: Ground) -> Act | None:
    room = asked.photo_set.room
    for more in LONGER:
        if room.depth + more > DEEPEST:
            return None
        longer = replace(asked.photo_set, room=replace(room, depth=room.depth + more))
        if _does(ground, group_moved(longer, more)):
            return Act("possible.longer_room", {"to_m": room.depth + more})
    return None


def _not_owned(asked: Asked, ground: Ground) -> Act | None:
    """A panel or light that is common, and not in the kit."""
    wider = replace(asked, kit=CATALOGUE)
    owned = {k.name for part in (asked.kit.panels, asked.kit.sources, asked.kit.modifiers) for k in part}
    for family in (panels, added):
        for path in family(wider):
            if path.kind not in ("panel added", "flag", "modifier", "light added"):
                continue
            acts = path.acts(path.samples[0])
            gear = {acts[0].named.get(k, "") for k in ("panel", "modifier")} - {""}
            new_light = path.kind == "light added" and acts[0].named["light"] not in owned
            if path.effort < NEW_STAND and not gear - owned:
                continue
            if not (gear - owned or new_light):
                continue
            found: Candidate | None = solve(ground, path).best
            if found is not None:
                return Act(
                    "possible.own", {}, {"thing": sorted(gear - owned)[0] if gear - owned else acts[0].named["light"]}
                )
    return None


def cannot(asked: Asked, ground: Ground) -> Cannot:
    """Why nothing grants a wish, and what would."""
    tries: tuple[Callable[[Asked, Ground], Act | None], ...] = (_not_owned, _other_ground, _darker_room, _longer_room)
    found = [made for made in (k(asked, ground) for k in tries) if made is not None]
    if any(name.startswith("backdrop") for t in asked.wish.targets for name in t.moved):
        found.append(Act("possible.two_frames"))
    return Cannot(held_by(asked, ground), tuple(found))
