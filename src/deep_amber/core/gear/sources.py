"""Sources: what makes light. Generic figures, no brands; each with the range of its output."""

from dataclasses import dataclass
from typing import Annotated, Literal

from annotated_types import Interval

Kelvin = Annotated[float, Interval(ge=1500.0, le=12000.0)]
LowestOutput = Annotated[float, Interval(ge=-10.0, le=0.0)]
OutputStep = Annotated[float, Interval(ge=0.1, le=1.0)]
OutputScale = Literal["fractions", "stops", "watt-seconds", "percent"]


@dataclass(frozen=True)
class Strobe:
    """Studio flash head."""

    energy: Annotated[float, Interval(ge=20.0, le=2400.0)] = 400.0
    """Electrical flash energy at full output [W s]."""
    lowest_output: LowestOutput = -8.0
    """Lowest output it can be set to, in stops under full."""
    scale: OutputScale = "fractions"
    """The scale its own display shows."""
    output_step: OutputStep = 1 / 3
    """Of its dial [stops]."""
    colour_temperature: Kelvin = 5600.0
    """[K]"""
    modelling_lamp: Annotated[float, Interval(ge=0.0, le=1000.0)] = 150.0
    """Halogen modelling lamp, for its heat [W]; 0 for none or a cool one."""
    kind: Literal["strobe"] = "strobe"


@dataclass(frozen=True)
class Speedlight:
    """Battery flash with a zoom head."""

    guide_number: Annotated[float, Interval(ge=5.0, le=90.0)] = 36.0
    """[m] at ISO 100, at the zoom position `guide_zoom` and full output."""
    guide_zoom: Annotated[float, Interval(ge=24.0, le=200.0)] = 35.0
    """Zoom position that the guide number is stated for [mm]."""
    zoom: Annotated[float, Interval(ge=24.0, le=200.0)] = 35.0
    """Zoom position now [mm]."""
    wide_panel: bool = False
    """Diffusing panel over the head, covers 14 mm."""
    upright: bool = False
    """The head on its side, so that the long side of its beam stands upright."""
    lowest_output: LowestOutput = -7.0
    """[stops under full]"""
    scale: OutputScale = "fractions"
    output_step: OutputStep = 1 / 3
    """Of its dial [stops]."""
    colour_temperature: Kelvin = 5600.0
    """[K]"""
    recycle_time: Annotated[float, Interval(ge=0.1, le=30.0)] = 3.5
    """After full output [s]; lower outputs recycle in proportion to their energy."""
    kind: Literal["speedlight"] = "speedlight"


@dataclass(frozen=True)
class Led:
    """LED lamp head (small face) or flat panel."""

    amount: Annotated[float, Interval(ge=10.0, le=200000.0)] = 4000.0
    """At full output, in `unit`."""
    unit: Literal["lux at 1 m", "lumens"] = "lux at 1 m"
    """Lux are of the bare unit on its axis."""
    width: Annotated[float, Interval(ge=0.01, le=2.0)] = 0.06
    """Of its face [m]."""
    height: Annotated[float, Interval(ge=0.01, le=2.0)] = 0.06
    """[m]"""
    beam_angle: Annotated[float, Interval(ge=10.0, le=160.0)] = 110.0
    """Half-power full angle of the bare unit [degrees]."""
    lowest_output: LowestOutput = -6.6
    """[stops under full]"""
    scale: OutputScale = "percent"
    output_step: OutputStep = 1 / 3
    """Of its dial [stops]."""
    colour_temperature: Annotated[float, Interval(ge=2500.0, le=7500.0)] = 5600.0
    """[K]"""
    watts: Annotated[float, Interval(ge=1.0, le=2000.0)] = 60.0
    """Electrical power [W]."""
    kind: Literal["led"] = "led"


@dataclass(frozen=True)
class Lamp:
    """Household, work or room lamp, by its bulb."""

    watts: Annotated[float, Interval(ge=1.0, le=2000.0)] = 60.0
    """Electrical power of the bulb [W]."""
    bulb: Literal["tungsten", "halogen", "led", "fluorescent"] = "led"
    lumens: Annotated[float, Interval(ge=0.0, le=100000.0)] = 0.0
    """From the packet [lm]; 0 takes them from the watts."""
    colour_temperature: Kelvin = 2800.0
    """[K]"""
    rating: Annotated[float, Interval(ge=0.0, le=2000.0)] = 60.0
    """Highest bulb power that the fitting is marked for [W]; 0 when it is not marked."""
    lowest_output: LowestOutput = 0.0
    """0 without a dimmer."""
    scale: OutputScale = "percent"
    output_step: OutputStep = 1 / 3
    """Of its dial [stops]."""
    kind: Literal["lamp"] = "lamp"


@dataclass(frozen=True)
class Tube:
    """Fluorescent or LED tube, level unless rolled."""

    length: Annotated[float, Interval(ge=0.2, le=2.0)] = 1.2
    """[m]"""
    watts: Annotated[float, Interval(ge=1.0, le=200.0)] = 36.0
    """[W]"""
    lumens: Annotated[float, Interval(ge=0.0, le=20000.0)] = 0.0
    """[lm]; 0 takes them from the watts."""
    colour_temperature: Kelvin = 4000.0
    """[K]"""
    lowest_output: LowestOutput = 0.0
    """[stops under full]"""
    scale: OutputScale = "percent"
    output_step: OutputStep = 1 / 3
    """Of its dial [stops]."""
    kind: Literal["tube"] = "tube"


@dataclass(frozen=True)
class Window:
    """A window in a wall: the light's place is its middle and its aim a point straight before it."""

    width: Annotated[float, Interval(ge=0.1, le=6.0)] = 1.2
    """[m]"""
    height: Annotated[float, Interval(ge=0.1, le=4.0)] = 1.4
    """[m]"""
    sky_luminance: Annotated[float, Interval(ge=1.0, le=30000.0)] = 4000.0
    """Mean of the sky it shows [cd/m2]: overcast 2000-6000, blue 3000-8000, dusk under 100."""
    sun: bool = False
    """Direct sun falls on it."""
    sun_illuminance: Annotated[float, Interval(ge=0.0, le=110000.0)] = 70000.0
    """Facing the sun, outside [lx]."""
    sun_side: Annotated[float, Interval(ge=-85.0, le=85.0)] = 30.0
    """Direction the sun comes from, beside straight out of the window; positive is camera-right of it [degrees]."""
    sun_height: Annotated[float, Interval(ge=1.0, le=85.0)] = 35.0
    """Sun over the horizon [degrees]."""
    cover: Literal["clear", "curtain", "blind", "diffusion", "blackout"] = "clear"
    overhang: Annotated[float, Interval(ge=0.0, le=1.0)] = 0.15
    """By which a blackout is larger than the window on every side [m]; light leaks round a small one."""
    colour_temperature: Kelvin = 6000.0
    """[K]"""
    lowest_output: LowestOutput = 0.0
    """[stops under full]"""
    scale: OutputScale = "percent"
    output_step: OutputStep = 1 / 3
    """Of its dial [stops]."""
    kind: Literal["window"] = "window"


Source = Strobe | Speedlight | Led | Lamp | Tube | Window
FLASH = ("strobe", "speedlight")
CONTINUOUS = ("led", "lamp", "tube", "window")
