"""Common gear without brands, for a set before anything is written into the kit."""

from ..gear.modifiers import MODIFIERS
from ..gear.sources import SOURCES
from ..model.room import Surface
from .owned import BackdropItem, CameraItem, Kit, LensItem, ModifierItem, PanelItem, SourceItem, StandItem

CATALOGUE = Kit(
    sources=tuple(SourceItem(name, source(**figures)) for source in SOURCES for name, figures in source.usual),
    modifiers=tuple(ModifierItem(name, shape(**figures)) for shape in MODIFIERS for name, figures in shape.usual),
    panels=(
        PanelItem("white reflector 80 x 120"),
        PanelItem("silver reflector 80 x 120", "silver"),
        PanelItem("gold reflector 80 x 120", "gold"),
        PanelItem("black flag 60 x 90", "black", 0.6, 0.9),
        PanelItem("white foam board 70 x 100", "white", 0.7, 1.0),
        PanelItem("white V-flat", "white", 1.6, 1.9, "V-flat"),
        PanelItem("black V-flat", "black", 1.6, 1.9, "V-flat"),
        PanelItem("silver under-chin reflector", "silver", 0.7, 0.5, "curved"),
        PanelItem("silk 120 x 120", "silk", 1.2, 1.2),
        PanelItem("bed sheet", "bed sheet", 1.5, 1.9),
        PanelItem("grey card 15 x 20", "grey card", 0.15, 0.2),
    ),
    stands=(
        StandItem("light stand"),
        StandItem("boom stand", 1.0, 2.6, 1.6, 2.5, 1.2),
        StandItem("floor stand", 0.1, 0.8, 0.0, 3.0, 0.6),
    ),
    backdrops=(BackdropItem("grey paper 2.7 m"), BackdropItem("black cloth 1.5 m", 1.5, 2.2, Surface(0.04))),
    cameras=(CameraItem("36 x 24 mm camera"), CameraItem("24 x 16 mm camera", 23.6, 15.7)),
    lenses=(LensItem("85 mm f/1.8", 85.0, 85.0), LensItem("50 mm f/1.8"), LensItem("24-70 mm f/4", 24.0, 70.0, 4.0)),
)


def usable(kit: Kit) -> Kit:
    """What is owned; common gear where nothing that makes or turns light is written down yet."""
    return kit if kit.sources or kit.modifiers or kit.panels else CATALOGUE
