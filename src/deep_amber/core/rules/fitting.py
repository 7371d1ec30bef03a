"""Which modifiers fit which sources, and what excludes each other."""

from collections.abc import Iterator

from ..gear.modifiers import MODIFIERS, Modifier
from ..gear.sources import Source
from ..model.light import Light
from ..problem import Problem


def modifiers_for(source: Source) -> tuple[str, ...]:
    """The kinds of modifier that fit a source."""
    return source.fitting(tuple(kind_of(m) for m in MODIFIERS if source.kind in m.fits))


def kind_of(gear: type[Source] | type[Modifier]) -> str:
    """The name by which a kind of source or modifier is written in files."""
    return str(gear.__dataclass_fields__["kind"].default)


def takes_grid(light: Light) -> bool:
    """Whether a honeycomb grid goes before it."""
    return light.modifier.takes_grid and light.source.takes_grid


def takes_doors(light: Light) -> bool:
    """Whether barn doors go on it."""
    return light.modifier.takes_doors and light.source.takes_doors


def misfits(light: Light) -> Iterator[Problem]:
    """What of a light does not go together; fields are the light's own."""
    kind, source = light.modifier.kind, light.source
    fit = modifiers_for(source)
    if kind not in fit:
        yield Problem("modifier", f"a {kind} does not fit {source.label}", " or ".join(fit))
    if light.grid and not takes_grid(light):
        yield Problem(
            "grid",
            f"a honeycomb grid does not go with {_on(light)}",
            "none, or a bowl, dish or bare head"
            + ("; a box takes a fabric grid" if kind in ("softbox", "octa") else ""),
        )
    if light.barn_doors and not takes_doors(light):
        yield Problem("barn_doors", f"barn doors do not go with {_on(light)}", "none, or a bowl or bare head")
    if getattr(light.modifier, "fabric_grid", 0.0) and not getattr(light.modifier, "cloth", True):
        yield Problem("modifier.fabric_grid", "a fabric grid hangs before the front cloth", "0, or the front cloth on")
    if getattr(light.modifier, "sock", False) and light.grid:
        yield Problem("grid", "a grid and a diffusing sock undo each other", "one of them")
    if light.photometry and kind != "bare":
        yield Problem(
            "photometry", f"a measured beam is of the bare light, not of one in a {kind}", "bare, or no measured beam"
        )
    if light.gels and not source.takes_gels:
        yield Problem("gels", "a window takes no gel here", "no gel, or a curtain, diffusion or blackout")
    if light.output < source.lowest_output - 1e-9:
        lowest = source.lowest_output
        accepted = "full output" if not lowest else f"{lowest:g} to 0 stops"
        yield Problem("output", f"{light.output:.1f} stops is lower than it goes", accepted)


def _on(light: Light) -> str:
    return light.source.label if light.modifier.kind == "bare" else f"a {light.modifier.kind}"
