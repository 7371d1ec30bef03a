"""White balance: what each light does to a grey card and to skin, and the gel that would make it agree with the key."""

import itertools
import math
from dataclasses import dataclass, replace

import numpy as np

from ..answer import Act, Answer
from ..exposure.cast import cast
from ..exposure.response import MID_GREY
from ..gear.gels import GELS
from ..kit.colour import is_tinted, mired_of, temperature_of
from ..kit.dial import nearest_on_dial
from ..kit.emission import emitted_colour
from ..model.light import Gel, Light
from ..model.set import Set, with_light
from ..rules.validation import lights_go_together
from ..simulation.exposing import lights_on
from ..simulation.key import key_index
from ..simulation.readings import surface_values
from ..simulation.sensors import CHEEK_RADIUS, POINTS
from ..simulation.stages import Stages
from ..sitter.face import vertices_near
from ..sitter.mesh import SKIN
from ..srgb import LUMINANCE, code_value

SHOWS = 25.0  # mired from the key from which a light's colour shows (assumption: a quarter gel is 40)
NEARER = 10.0  # mired that a gel must gain to be offered (assumption: less is not seen)
ROUND = 100.0  # [K] to which cameras set a balance
CONVERSIONS: tuple[Gel, ...] = ("quarter warm", "half warm", "full warm", "quarter cool", "half cool", "full cool")


@dataclass(frozen=True)
class Code:
    """The file's 8-bit values."""

    red: int
    green: int
    blue: int

    @property
    def spread(self) -> int:
        """Of its channels: 0 for grey."""
        return max(self.red, self.green, self.blue) - min(self.red, self.green, self.blue)


@dataclass(frozen=True)
class LightColour:
    name: str
    index: int
    temperature: float
    """Through its gels [K]."""
    off_balance: float
    """Warmer than the camera's balance; negative for cooler [mired]."""
    off_key: float
    """Warmer than the key; negative for cooler [mired]."""
    card: Code
    """A grey card by it alone, as bright as mid grey: the file's values."""
    skin: Code
    """The sitter's cheek so."""
    share: float
    """Of the light on the face."""
    difference: float
    """Of grey by it and by the key (CIE 1976, a* b*)."""
    gels: tuple[Gel, ...]
    """That would make it agree with the key; empty for none, or where no gel comes nearer."""
    left: float
    """What these would leave [mired]."""
    loss: float
    """What these would take [stops]."""


@dataclass(frozen=True)
class Balance:
    set_to: float
    """The camera's [K]."""
    of_key: float
    """That makes a card lit by the key grey [K], as cameras are set."""
    lights: tuple[LightColour, ...]
    mixed: bool
    """Whether lights of different colour fall on the face."""
    card: Code
    """A grey card before the face by all light, as bright as mid grey."""


def _patch(rgb: np.ndarray, luminance: float) -> Code:
    shown = rgb / max(float(rgb @ LUMINANCE), 1e-9) * luminance
    return Code(*(code_value(float(k)) for k in shown))


def agreeing(light: Light, to: float) -> tuple[tuple[Gel, ...], float]:
    """One or two conversion gels that bring a light nearest to a colour [mired], and what is left of the way [mired].

    None where that is no nearer by NEARER, or the light takes no gels.
    """
    now = to - mired_of(light)
    if not light.source.takes_gels or is_tinted(light):
        return (), now
    pairs = [(a,) for a in CONVERSIONS] + [k for k in itertools.combinations(CONVERSIONS, 2) if k[0][-4:] == k[1][-4:]]

    def missed(gels: tuple[Gel, ...]) -> float:
        return abs(now - sum(GELS[g].mired for g in gels))

    # One gel that leaves nothing to be seen is better than two that leave less.
    best = min(pairs, key=lambda k: (missed(k) >= SHOWS, len(k) if missed(k) < SHOWS else 0, missed(k)))
    left = now - sum(GELS[g].mired for g in best)
    return (best, left) if abs(left) < abs(now) - NEARER else ((), now)


def balance_of(stages: Stages) -> Balance | None:
    """Of a set; None where no light is on."""
    photo_set, key = stages.photo_set, key_index(stages)
    if key is None:
        return None
    camera, lit = photo_set.camera, photo_set.lights[key]
    rows = np.concatenate([vertices_near(stages.mesh, f"cheek_{s}", CHEEK_RADIUS, POINTS, SKIN) for s in "LR"])
    skin = stages.mesh.colours[rows].mean(0)
    tone = float(skin @ LUMINANCE)
    by = {
        k.name: sum(surface_values(stages, (k,)).lux[c] for c in ("cheek_left", "cheek_right"))
        for k in lights_on(photo_set)
    }
    total = max(sum(by.values()), 1e-12)
    of_key, found, mixed_light = emitted_colour(lit, camera.white_balance), [], np.zeros(3)
    for light in lights_on(photo_set):
        colour = emitted_colour(light, camera.white_balance)
        mixed_light += colour / (colour @ LUMINANCE) * by[light.name]
        off_key = mired_of(light) - mired_of(lit)
        shows = light is not lit and abs(off_key) >= SHOWS
        gels, left = agreeing(light, mired_of(lit)) if shows else ((), -off_key)
        k = photo_set.lights.index(light)
        if gels and any(True for _ in lights_go_together(with_light(photo_set, k, replace(light, gels=gels)))):
            gels, left = (), -off_key  # a hot lamp would burn it
        found.append(
            LightColour(
                light.name, k, temperature_of(light),
                mired_of(light) - 1e6 / camera.white_balance, off_key,
                _patch(colour, MID_GREY), _patch(colour * skin, tone), by[light.name] / total,
                cast(colour, of_key), gels, left, sum(GELS[g].loss for g in gels),
            )
        )  # fmt: skip
    mixed = any(abs(k.off_key) >= SHOWS and k.share >= 0.03 for k in found)
    nearest = round(temperature_of(lit) / ROUND) * ROUND
    return Balance(
        camera.white_balance,
        nearest,
        tuple(found),
        mixed,
        _patch(mixed_light if total > 1e-9 else np.ones(3), MID_GREY),
    )


def balance_off(balance: Balance) -> float:
    """How much warmer the key is than the balance that is set; negative for cooler [mired]."""
    return 1e6 / balance.of_key - 1e6 / balance.set_to if math.isfinite(balance.of_key) else 0.0


def gelled(photo_set: Set, light: LightColour) -> Answer:
    """The light with the gels that make it agree, a flash turned up by what they take where it has so much."""
    old = photo_set.lights[light.index]
    output = nearest_on_dial(old, min(0.0, old.output + light.loss)) if old.is_flash else old.output
    act = Act("expose.gels", {"left_mired": light.left}, {"light": light.name, "gels": " and ".join(light.gels)})
    return Answer((act,), with_light(photo_set, light.index, replace(old, gels=light.gels, output=output)))


def balanced(photo_set: Set, balance: Balance) -> Answer:
    """The camera at the key's balance."""
    act = Act("camera.balance", {"balance_k": balance.of_key})
    return Answer((act,), replace(photo_set, camera=replace(photo_set.camera, white_balance=balance.of_key)))
