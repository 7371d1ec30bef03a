"""Common gear without brands, for a set before anything is written into the kit."""

from ..gear.modifiers import Bare, Bowl, Dish, HomeBox, Octa, Snoot, Softbox, Umbrella
from ..gear.sources import Lamp, Led, Speedlight, Strobe, Tube, Window
from ..model.room import Surface
from .owned import BackdropItem, CameraItem, Kit, LensItem, ModifierItem, PanelItem, SourceItem, StandItem

CATALOGUE = Kit(
    sources=(
        SourceItem("200 W s head", Strobe(200.0, -6.0)),
        SourceItem("400 W s head", Strobe(400.0)),
        SourceItem("600 W s head", Strobe(600.0, -8.0, "stops")),
        SourceItem("speedlight GN 36", Speedlight()),
        SourceItem("LED head 60 W", Led()),
        SourceItem("LED panel 30 x 20", Led(900.0, width=0.3, height=0.2, watts=30.0)),
        SourceItem("household LED bulb", Lamp(12.0)),
        SourceItem("halogen work lamp", Lamp(150.0, "halogen", colour_temperature=3000.0, rating=200.0)),
        SourceItem("tube 120 cm", Tube()),
        SourceItem("window 120 x 140", Window()),
    ),
    modifiers=(
        ModifierItem("bare", Bare()),
        ModifierItem("standard bowl", Bowl()),
        ModifierItem("clamp bowl", Bowl(0.25, 85.0)),
        ModifierItem("60 x 60 cm softbox", Softbox(0.6, 0.6)),
        ModifierItem("60 x 90 cm softbox", Softbox(0.6, 0.9)),
        ModifierItem("30 x 120 cm strip", Softbox(0.3, 1.2)),
        ModifierItem("30 x 120 cm strip with grid", Softbox(0.3, 1.2, fabric_grid=40.0)),
        ModifierItem("90 cm octa", Octa(0.9)),
        ModifierItem("120 cm octa", Octa(1.2)),
        ModifierItem("100 cm shoot-through umbrella", Umbrella(1.0)),
        ModifierItem("100 cm white umbrella", Umbrella(1.0, "white")),
        ModifierItem("100 cm silver umbrella", Umbrella(1.0, "silver")),
        ModifierItem("55 cm beauty dish", Dish()),
        ModifierItem("snoot", Snoot()),
        ModifierItem("rolled card snoot", Snoot(0.09, 22.0, "card")),
        ModifierItem("foam board box", HomeBox(0.4, 0.4, "foam", 0.1)),
    ),
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
