"""The colour temperature of a light through its gels."""

from ..gear.gels import GELS, shifted_temperature
from ..model.light import Light

OFF_BALANCE = 25.0  # mired between the key and the white balance that show (assumption: a quarter gel is 40)


def mired_of(light: Light) -> float:
    """1e6 / T of its source, with the shifts of its gels [mired]."""
    return 1e6 / light.source.colour_temperature + sum(GELS[name].mired for name in light.gels)


def temperature_of(light: Light) -> float:
    """Colour temperature through its gels [K], held to what gels reach."""
    return shifted_temperature(light.source.colour_temperature, sum(GELS[name].mired for name in light.gels))


def is_tinted(light: Light) -> bool:
    """Whether a gel leaves a colour that no temperature has."""
    return any(GELS[name].colour != (1.0, 1.0, 1.0) for name in light.gels)


def balance_for(key: Light, white_balance: float) -> float | None:
    """The white balance that goes with a key [K], to a hundred; None where the one that is set does, or the key is tinted."""
    temperature = temperature_of(key)
    if abs(1e6 / temperature - 1e6 / white_balance) < OFF_BALANCE or is_tinted(key):
        return None
    return float(round(temperature / 100) * 100)
