"""Which modifiers fit which sources, and what excludes each other."""

from collections.abc import Iterator

from ..gear.sources import Source
from ..model.light import Light
from ..problem import Problem

FITS = {
    "strobe": ("bare", "bowl", "softbox", "octa", "umbrella", "dish", "snoot", "home-made box"),
    "speedlight": ("bare", "softbox", "octa", "umbrella", "dish", "snoot", "home-made box"),
    "led": ("bare", "bowl", "softbox", "octa", "umbrella", "dish", "snoot", "home-made box"),
    "lamp": ("bare", "bowl", "softbox", "umbrella", "snoot", "home-made box"),
    "tube": ("bare",),
    "window": ("bare",),
}
NAMES = {
    "strobe": "a strobe head",
    "speedlight": "a speedlight",
    "led": "an LED",
    "lamp": "a lamp",
    "tube": "a tube",
    "window": "a window",
}
GRIDS_ON = ("bare", "bowl", "dish")
DOORS_ON = ("bare", "bowl")
FLAT_LED = 0.15  # [m]: an LED with a larger face is a panel, and takes no bowl, dish or snoot


def modifiers_for(source: Source) -> tuple[str, ...]:
    """The kinds of modifier that fit a source."""
    kinds = FITS[source.kind]
    if source.kind == "led" and max(source.width, source.height) > FLAT_LED:
        return tuple(k for k in kinds if k in ("bare", "softbox"))
    return kinds


def misfits(light: Light) -> Iterator[Problem]:
    """What of a light does not go together; fields are the light's own."""
    kind, source = light.modifier.kind, light.source
    fit = modifiers_for(source)
    if kind not in fit:
        yield Problem("modifier", f"a {kind} does not fit {NAMES[source.kind]}", " or ".join(fit))
    if light.grid and (kind not in GRIDS_ON or source.kind in ("tube", "window")):
        yield Problem(
            "grid",
            f"a honeycomb grid does not go with {_on(light)}",
            "none, or a bowl, dish or bare head"
            + ("; a box takes a fabric grid" if kind in ("softbox", "octa") else ""),
        )
    if light.barn_doors and (kind not in DOORS_ON or source.kind in ("tube", "window", "speedlight")):
        yield Problem("barn_doors", f"barn doors do not go with {_on(light)}", "none, or a bowl or bare head")
    if getattr(light.modifier, "fabric_grid", 0.0) and not getattr(light.modifier, "cloth", True):
        yield Problem("modifier.fabric_grid", "a fabric grid hangs before the front cloth", "0, or the front cloth on")
    if getattr(light.modifier, "sock", False) and light.grid:
        yield Problem("grid", "a grid and a diffusing sock undo each other", "one of them")
    if light.photometry and kind != "bare":
        yield Problem(
            "photometry", f"a measured beam is of the bare light, not of one in a {kind}", "bare, or no measured beam"
        )
    if source.kind == "window" and light.gels:
        yield Problem("gels", "a window takes no gel here", "no gel, or a curtain, diffusion or blackout")
    if light.output < source.lowest_output - 1e-9:
        lowest = source.lowest_output
        accepted = "full output" if not lowest else f"{lowest:g} to 0 stops"
        yield Problem("output", f"{light.output:.1f} stops is lower than it goes", accepted)


def _on(light: Light) -> str:
    return NAMES[light.source.kind] if light.modifier.kind == "bare" else f"a {light.modifier.kind}"
