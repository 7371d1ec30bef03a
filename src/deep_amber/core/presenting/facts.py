"""What follows from a light's figures, in short words for its sheet."""

import math

from ..gear.gels import GELS, shifted_temperature
from ..gear.modifiers import unevenness
from ..kit.emission import emissions, half_power
from ..kit.flux import own_beam
from ..model.light import Light
from ..transport.emitter import HOT
from ..units import stops_text


def coverage(light: Light) -> str:
    """How far the flash fills its umbrella or box: the beam's fall from the middle to the rim, in words; empty for others."""
    return light.modifier.filling(unevenness(own_beam(light)), float(emissions(light)[0].emitter.row[HOT]))


def facts_of(light: Light) -> list[str]:
    """Beam, guide number, recycle time, light and heat of a light as it is set now."""
    facts = []
    source = light.source
    if covered := coverage(light):
        facts.append(covered)
    if source.kind != "window":
        facts.append(f"beam {2 * math.degrees(half_power(light)):.0f}° at half")
    facts += source.facts(light.output)
    if light.gels and source.takes_gels:
        gels = [GELS[name] for name in light.gels]
        warmth = shifted_temperature(source.colour_temperature, sum(g.mired for g in gels))
        facts.append(f"gel: {stops_text(-sum(g.loss for g in gels))} stops, {warmth:.0f} K")
    if light.trim:
        facts.append(f"own readings: {stops_text(light.trim)} stops on the table")
    return facts
