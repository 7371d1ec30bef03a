"""What the surfaces of panels do with light. Shares and lobes are assumptions; docs/light-model.md has the reasons."""

from dataclasses import dataclass


@dataclass(frozen=True)
class PanelFigures:
    reflects: tuple[float, float, float]
    """Share a channel, linear sRGB."""
    gloss: float = 0.0
    """Of the reflected light, the share that spreads about the mirror direction as cos^gloss_exponent."""
    gloss_exponent: float = 0.0
    passes: float = 0.0
    """Share that goes through."""
    straight: float = 0.0
    """Of the light let through, the share that stays about its old direction as cos^straight_exponent."""
    straight_exponent: float = 0.0


PANEL_SURFACES = {
    "white": PanelFigures((0.85, 0.85, 0.85)),
    "silver": PanelFigures((0.80, 0.80, 0.80), 0.8, 14.0),
    "gold": PanelFigures((0.95, 0.77, 0.44), 0.8, 14.0),
    "black": PanelFigures((0.04, 0.04, 0.04)),
    "silk": PanelFigures((0.35, 0.35, 0.35), 0.0, 0.0, 0.55, 0.35, 20.0),
    "grey card": PanelFigures((0.18, 0.18, 0.18)),
    "bed sheet": PanelFigures((0.55, 0.55, 0.55), 0.0, 0.0, 0.35, 0.10, 12.0),
}
