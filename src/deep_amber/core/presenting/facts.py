"""What follows from a light's figures, in short words for its sheet."""

import math

from ..gear.gels import GELS, shifted_temperature
from ..gear.modifiers import Octa, Softbox, Umbrella
from ..gear.sources import Lamp, Led, Speedlight, Strobe
from ..kit.emission import emissions, half_power, unevenness
from ..kit.flux import flux, guide_number
from ..model.light import Light
from ..transport.emitter import HOT
from ..units import stops_text

FILLED = 1.0  # stops from middle to rim within which an umbrella counts as filled (assumption)


def recycle_time(flash: Speedlight, output: float) -> float:
    """Seconds until it is ready again: in proportion to the energy of the flash, at least a twentieth of full."""
    return flash.recycle_time * max(2.0**output, 0.05)


def coverage(light: Light) -> str:
    """How far the flash fills its umbrella or box: the beam's fall from the middle to the rim, in words; empty for others.

    An umbrella's canopy shows the beam as it is; in a box its walls and cloths even out most of it.
    """
    fall = unevenness(light)
    if isinstance(light.modifier, Umbrella):
        filled = (
            "fills the umbrella to its rim"
            if fall < FILLED
            else "does not fill the umbrella: a wider zoom or a longer shaft does"
        )
        return f"the flash {filled}, {fall:.1f} stops from middle to rim"
    if isinstance(light.modifier, Softbox | Octa):
        hot = float(emissions(light)[0].emitter.row[HOT])
        return (
            f"the front is {hot:.1f} stops brighter in the middle than at its edge"
            if hot > 0.05
            else "the front is even"
        )
    return ""


def facts_of(light: Light) -> list[str]:
    """Beam, guide number, recycle time, light and heat of a light as it is set now."""
    facts = []
    source = light.source
    if covered := coverage(light):
        facts.append(covered)
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
