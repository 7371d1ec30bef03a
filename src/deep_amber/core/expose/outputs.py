"""Camera first, then output: what each light is set to for a camera that is set, its balance to the others kept."""

import math
from dataclasses import dataclass, replace
from typing import Literal

from ..brief.aims import aims_of, set_by
from ..exposure.meter import C_DOME, C_FLAT, metered_aperture
from ..exposure.response import MID_GREY, exposure_factor
from ..kit.dial import APART, can_be_dimmed, nearest_on_dial
from ..model.camera import Camera
from ..model.light import Light
from ..model.point import Point
from ..model.set import Set
from ..simulation.key import key_index, key_surface
from ..simulation.readings import surface_values
from ..simulation.stages import Stages
from .hand_meter import HandMeter, alone_at_face, exposure_at, held_at

LEAST = 1e-12  # [lx s]
By = Literal["brief", "disc", "dome", "kept"]
"""What an exposure is set by: the lit cheek as the brief asks, the flat disc at the face to the key, or the dome at the face
to the lens, each reading the aperture that is set; kept, the picture stays as it is."""
ENOUGH = 0.17  # stops: what a dial of thirds leaves at most


@dataclass(frozen=True)
class Held:
    """What outputs must leave as it is wanted."""

    recycle: float | None = None
    """No flash takes longer to be ready again [s]."""
    comfort: float | None = None
    """No light puts more than that on the face [lx s]."""
    depth: bool = False
    """The aperture stays, for the depth of field."""
    backdrop: bool = False
    """The backdrop's tone stays within .15 stop of what exact outputs give."""


@dataclass(frozen=True)
class LightSetting:
    """What one light is set to."""

    light: str
    index: int
    follows: bool
    """Whether it has a dial that follows the camera; a window, a room lamp or a fixed lamp does not."""
    now: float
    """Output before [stops under full]."""
    exact: float
    """Output that gives it [stops under full]; over 0 where the unit has not that much."""
    to: float
    """The nearest step of its own dial in its range."""
    to_key: float
    """Stops over the key at the face, each alone; negative when under."""
    aperture: float
    """It reads alone at the face, at `to`."""
    on_face: float
    """[lx s] at `to`"""
    recycle: float
    """Until it is ready again [s]; 0 for continuous light."""
    bound: str
    """What holds it off: "range", "recycle", "comfort"; empty where it gets there."""

    @property
    def short(self) -> float:
        """Stops that are missing; negative where it is too strong at its lowest."""
        return self.exact - self.to

    @property
    def fits(self) -> bool:
        return abs(self.short) <= ENOUGH + APART


@dataclass(frozen=True)
class Outputs:
    """A camera with the lights set for it."""

    photo_set: Set
    exactly: Set
    """With exact outputs, whatever the dials say: what is wanted of the picture."""
    lights: tuple[LightSetting, ...]
    by: By
    over: float
    """Stops by which what it is set by comes out over what is wanted."""
    room_share: float
    """Of that, by light that does not follow."""
    disc: float
    """What the flat disc before the face, to the key, reads by all light [f-number]."""

    @property
    def fits(self) -> bool:
        """Whether every light gets there, and the meter agrees."""
        return abs(self.over) <= ENOUGH + APART and all(k.fits for k in self.lights if k.follows)


def follows(light: Light) -> bool:
    """Whether a light's output follows the camera: it has a dial and is no light of the room."""
    return light.on and can_be_dimmed(light) and light.role != "room"


def _camera_change(before: Camera, after: Camera, light: Light) -> float:
    """Stops of output by which a light keeps its part of the picture with another camera setting."""
    change = math.log2(exposure_factor(before) / exposure_factor(after))
    return change if light.is_flash else change - math.log2(after.time / before.time)


def _recycle(light: Light, output: float) -> float:
    source = light.source
    return float(source.recycle(output)) if hasattr(source, "recycle") else 0.0


def _highest(light: Light, on_face: float, held: Held) -> tuple[float, str]:
    """The most that it may be set to [stops under full], and what says so; on_face : at full output [lx s]."""
    most, why = 0.0, "range"
    if held.recycle is not None and _recycle(light, 0.0) > held.recycle:
        most, why = min(math.log2(held.recycle / _recycle(light, 0.0)), most), "recycle"
    if held.comfort is not None and on_face > held.comfort and math.log2(held.comfort / on_face) < most:
        most, why = math.log2(held.comfort / on_face), "comfort"
    return most, why


def _meter(stages: Stages, key: int, by: By) -> HandMeter:
    """The dome before the face to the lens, or the flat disc turned to what throws the key's light there."""
    place, _ = held_at(stages, "face")
    if by == "dome":
        return HandMeter(place, stages.photo_set.camera.place, "dome", before_face=True)
    light = stages.photo_set.lights[key]
    surface = key_surface(stages, light)
    aim = Point(*map(float, surface.centre)) if surface else light.place
    return HandMeter(place, aim, "flat", before_face=True)


def usual_by(photo_set: Set) -> By:
    """By the brief where there is one, else by the disc."""
    return "brief" if photo_set.look is not None else "disc"


def _parts(stages: Stages, key: int, by: By) -> tuple[dict[int, float], float]:
    """What each light that is on gives of what it is set by, at the present camera, and how much of that is wanted: values
    of the file, so that the camera enters both in one way."""
    photo_set = stages.photo_set
    lit = {k: light for k, light in enumerate(photo_set.lights) if light.on}
    aims = aims_of(photo_set.look, stages.mesh)
    if by == "brief" and aims:
        aim = set_by(aims)
        cheek = max(("cheek_left", "cheek_right"), key=lambda k: surface_values(stages).lux[k])
        place = cheek if aim.surface == "lit_cheek" else aim.surface
        return {
            k: surface_values(stages, (light,)).value[place] for k, light in lit.items()
        }, MID_GREY * 2.0**aim.middle
    meter = _meter(stages, key, by)
    grey = MID_GREY * exposure_factor(photo_set.camera) * (C_FLAT / C_DOME if by == "dome" else 1.0)
    parts = {k: exposure_at(stages, meter, light) * grey for k, light in lit.items()}
    return parts, sum(parts.values()) if by == "kept" else MID_GREY


def outputs_for(
    stages: Stages, camera: Camera, held: Held | None = None, by: By | None = None, over: float = 0.0
) -> Outputs | None:
    """What each light is set to so that the exposure is right with a camera that is set; None where no light is on.

    Every light that has a dial keeps its stops to the others in the picture; windows and room lamps stay as they are.

    Parameters
    ----------
    stages : of the set as it is; camera : as it is wanted
    by : what it is set by, `usual_by` if not said; over : stops that it is to come out over that
    """
    held, photo_set = held or Held(), stages.photo_set
    by = by or usual_by(photo_set)
    key = key_index(stages)
    if key is None:
        return None
    parts, grey = _parts(stages, key, by)
    alone = {k.index: k for k in alone_at_face(stages, key)}
    ratio = camera.time / photo_set.camera.time
    factor = exposure_factor(camera) / exposure_factor(photo_set.camera)
    changed = {k: _camera_change(photo_set.camera, camera, photo_set.lights[k]) for k in parts}

    def then(k: int, change: float) -> float:
        """What a light gives with its output changed by so many stops, and the camera as it is wanted."""
        return parts[k] * factor * 2.0**change * (1.0 if photo_set.lights[k].is_flash else ratio)

    moving = [k for k in parts if follows(photo_set.lights[k])]
    fixed = sum(then(k, 0.0) for k in parts if k not in moving)
    wanted = grey * 2.0**over
    by_moving = sum(then(k, changed[k]) for k in moving)
    # Where the room alone is too bright, lights go down to where they no longer matter.
    lift = math.log2(max(wanted - fixed, wanted * 1e-3) / max(by_moving, LEAST)) if moving else 0.0
    made, exact, settings = photo_set, photo_set, []
    for k in parts:
        light = photo_set.lights[k]
        aim = light.output + changed[k] + lift if k in moving else light.output
        lux = alone[k].exposure * (1.0 if light.is_flash else ratio)
        most, why = _highest(light, lux * 2.0**-light.output, held)
        to = nearest_on_dial(light, aim, most) if k in moving else light.output
        made, exact = _with_output(made, k, to), _with_output(exact, k, aim)
        bound = ("range" if aim < to else why) if k in moving and abs(aim - to) > ENOUGH + APART else ""
        on_face = lux * 2.0 ** (to - light.output)
        settings.append(
            LightSetting(
                light.name, k, k in moving, light.output, aim, to, alone[k].to_key,
                metered_aperture(on_face, camera.sensitivity, C_FLAT), on_face, _recycle(light, to), bound,
            )
        )  # fmt: skip
    total = sum(then(s.index, s.to - s.now) for s in settings)
    disc = sum(
        exposure_at(stages, _meter(stages, key, "disc"), photo_set.lights[s.index])
        * 2.0 ** (s.to - s.now) * (1.0 if photo_set.lights[s.index].is_flash else ratio)
        for s in settings
    )  # fmt: skip
    return Outputs(
        replace(made, camera=camera), replace(exact, camera=camera), tuple(settings), by,
        math.log2(max(total, LEAST) / wanted), fixed / max(total, LEAST),
        metered_aperture(disc, camera.sensitivity, C_FLAT),
    )  # fmt: skip


def _with_output(photo_set: Set, k: int, output: float) -> Set:
    lights = list(photo_set.lights)
    lights[k] = replace(lights[k], output=output)
    return replace(photo_set, lights=tuple(lights))
