"""Modifiers: what shapes a source. All sizes are of the emitting front, in metres."""

from dataclasses import dataclass
from typing import Annotated, Literal

from annotated_types import Interval

Side = Annotated[float, Interval(ge=0.1, le=3.0)]
Recess = Annotated[float, Interval(ge=0.0, le=0.3)]
FabricGrid = Annotated[float, Interval(ge=0.0, le=80.0)]
Angle = Annotated[float, Interval(ge=0.0, le=120.0)]


@dataclass(frozen=True)
class Bare:
    """Nothing: the source's own beam."""

    kind: Literal["bare"] = "bare"


@dataclass(frozen=True)
class Bowl:
    """Reflector bowl: the standard one of a head, or the clamp bowl of a lamp."""

    diameter: Annotated[float, Interval(ge=0.05, le=0.6)] = 0.18
    """[m]"""
    beam_angle: Annotated[float, Interval(ge=20.0, le=130.0)] = 62.0
    """Half-power full angle [degrees]."""
    kind: Literal["bowl"] = "bowl"


@dataclass(frozen=True)
class Softbox:
    """Rectangular box, strips included. Black sides and back."""

    width: Side
    """[m]"""
    height: Side
    """[m]"""
    baffle: bool = True
    """The inner baffle, which evens out the hot centre."""
    cloth: bool = True
    """The front cloth."""
    recess: Recess = 0.0
    """How far the front cloth sits behind the rim [m]."""
    fabric_grid: FabricGrid = 0.0
    """Half-power full angle of a fabric grid [degrees]; 0 for none."""
    kind: Literal["softbox"] = "softbox"


@dataclass(frozen=True)
class Octa:
    """Eight-sided box, taken as a disc."""

    diameter: Side
    """[m]"""
    baffle: bool = True
    cloth: bool = True
    recess: Recess = 0.0
    """[m]"""
    fabric_grid: FabricGrid = 0.0
    """[degrees]; 0 for none."""
    kind: Literal["octa"] = "octa"


@dataclass(frozen=True)
class Umbrella:
    """Umbrella; the light's place is the middle of its canopy's rim, and it faces its aim."""

    diameter: Annotated[float, Interval(ge=0.5, le=2.2)] = 1.0
    """[m]"""
    lining: Literal["shoot-through", "white", "silver"] = "shoot-through"
    kind: Literal["umbrella"] = "umbrella"


@dataclass(frozen=True)
class Dish:
    """Beauty dish: a bright ring with a weaker centre."""

    diameter: Annotated[float, Interval(ge=0.3, le=0.8)] = 0.55
    """[m]"""
    sock: bool = False
    """Diffusing cover."""
    kind: Literal["dish"] = "dish"


@dataclass(frozen=True)
class Snoot:
    """Tube that cuts the beam narrow: metal, or rolled from card or plastic."""

    diameter: Annotated[float, Interval(ge=0.03, le=0.3)] = 0.07
    """[m]"""
    beam_angle: Annotated[float, Interval(ge=5.0, le=50.0)] = 18.0
    """Half-power full angle [degrees]."""
    material: Literal["metal", "card", "plastic"] = "metal"
    kind: Literal["snoot"] = "snoot"


@dataclass(frozen=True)
class HomeBox:
    """Home-made box with a diffusing front and walls that may glow."""

    width: Annotated[float, Interval(ge=0.05, le=2.0)] = 0.4
    """[m]"""
    height: Annotated[float, Interval(ge=0.05, le=2.0)] = 0.4
    """[m]"""
    material: Literal["card", "foam", "plastic"] = "card"
    glow: Annotated[float, Interval(ge=0.0, le=0.5)] = 0.0
    """Share of its light that comes through the walls: lined card 0, foam .1, white plastic .25."""
    kind: Literal["home-made box"] = "home-made box"


Modifier = Bare | Bowl | Softbox | Octa | Umbrella | Dish | Snoot | HomeBox


@dataclass(frozen=True)
class BarnDoors:
    """Four leaves hinged at the rim; 0 is shut, 90 straight ahead, 120 wide open [degrees]."""

    left: Angle = 100.0
    """On the camera's left when the light faces the camera's way; seen from behind the light."""
    right: Angle = 100.0
    """[degrees]"""
    top: Angle = 100.0
    """[degrees]"""
    bottom: Angle = 100.0
    """[degrees]"""
