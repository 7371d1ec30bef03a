"""What follows from a light's figures, in short words for its sheet."""

import math

from ..scene.light import Light
from ..scene.source import Lamp, Led, Speedlight, Strobe
from ..units import stops_text
from .emission import half_power
from .flux import flux, guide_number
from .gels import GELS, shifted_temperature


def recycle_time(flash: Speedlight, output: float) -> float:
    """Seconds until it is ready again: in proportion to the energy of the flash, at least a twentieth of full."""
    return flash.recycle_time * max(2.0**output, 0.05)


def facts_of(light: Light) -> list[str]:
    """Beam, guide number, recycle time, light and heat of a light as it is set now."""
    facts = []
    source = light.source
    if source.kind != "window":
        facts.append(f"beam {2 * math.degrees(half_power(light)):.0f}° at half")
    if isinstance(source, Speedlight):
        facts.append(f"guide number {guide_number(source):.0f} m here")
        facts.append(f"ready after {recycle_time(source, light.output):.1f} s")
    if isinstance(source, Strobe):
        facts.append(f"{source.energy * 2.0**light.output:.3g} W s now")
    if isinstance(source, Led | Lamp):
        facts.append(f"{flux(light) * 2.0**light.output:.0f} lm, {source.watts:g} W")
    if light.gels and source.kind != "window":
        gels = [GELS[name] for name in light.gels]
        warmth = shifted_temperature(source.colour_temperature, sum(g.mired for g in gels))
        facts.append(f"gel: {stops_text(-sum(g.loss for g in gels))} stops, {warmth:.0f} K")
    if light.trim:
        facts.append(f"own readings: {stops_text(light.trim)} stops on the table")
    return facts
