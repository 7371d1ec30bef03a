"""The colour temperature of a light through its gels."""

from ..gear.gels import GELS, shifted_temperature
from ..model.light import Light


def mired_of(light: Light) -> float:
    """1e6 / T of its source, with the shifts of its gels [mired]."""
    return 1e6 / light.source.colour_temperature + sum(GELS[name].mired for name in light.gels)


def temperature_of(light: Light) -> float:
    """Colour temperature through its gels [K], held to what gels reach."""
    return shifted_temperature(light.source.colour_temperature, sum(GELS[name].mired for name in light.gels))


def is_tinted(light: Light) -> bool:
    """Whether a gel leaves a colour that no temperature has."""
    return any(GELS[name].colour != (1.0, 1.0, 1.0) for name in light.gels)
