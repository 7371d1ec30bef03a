"""Figures without a published source, in one table. docs/light-model.md lists the reasons."""

LUMINOUS_EFFICACY = 40.0
"""Flash light per electrical energy [lm s / W s]; common for xenon tubes at studio outputs."""

LAMP_EFFICACY = {"tungsten": 13.0, "halogen": 18.0, "led": 90.0, "fluorescent": 60.0}
"""Light of household bulbs per electrical power [lm / W], as packets state it."""

TUBE_EFFICACY = 85.0
"""Fluorescent and LED tubes [lm / W]."""

EFFICIENCY = {
    "bowl": 0.85,
    "box": 0.40,
    "box without baffle": 0.46,
    "box without cloth": 0.60,
    "open box": 0.75,
    "dish": 0.70,
    "dish with sock": 0.45,
    "shoot-through": 0.85,
    "white umbrella": 0.65,
    "silver umbrella": 0.78,
    "card": 0.40,
    "foam": 0.36,
    "plastic": 0.45,
}
"""Share of the source's light that leaves the modifier. A cloth passes about two thirds of what meets it, white
inner walls keep nine tenths, a baffle is a second cloth."""

BOX_LOBE = 1.0
"""Exponent m of the front cloth's lobe cos^m over Lambert; thin cloth keeps some of the light's direction."""

HOT_CENTRE = {
    "box": 0.4,
    "box without baffle": 1.2,
    "box without cloth": 1.5,
    "open box": 3.0,
    "dish": -1.2,
    "dish with sock": 0.3,
    "home-made box": 1.3,
}
"""Stops from the middle of the front down to the middle of its edge."""

UNEVEN_BEAM = 0.3
"""Of the unevenness in stops that a narrow beam would leave on a bare canopy, the part a box's walls let stand."""

SHAFT = 0.55
"""From the flash to the canopy of an umbrella, in diameters."""

UMBRELLA_BACK = 0.40
"""Share of a shoot-through umbrella's light that goes back into the room (light-model)."""

CANOPY = 50.0
"""Half angle of an umbrella's canopy as a spherical cap [degrees]."""

OPEN_BOX_BEAM, BOX_WITHOUT_CLOTH_BEAM, DISH_BEAM, SILVER_UMBRELLA_BEAM = 80.0, 95.0, 95.0, 95.0
"""Half-power full angles [degrees]."""

GRID_PASSES = 0.85
"""Light along its axis that a honeycomb or fabric grid lets through: its walls' cross-section is in the way."""

SNOOT_PASSES = 0.6
"""Light along the axis of a snoot, against that of a standard bowl."""

STANDARD_BOWL = 62.0
"""Beam of a head's standard bowl [degrees]."""

WIDE_PANEL_ZOOM, WIDE_PANEL_PASSES = 14.0, 0.7
"""What a speedlight's diffusing panel covers [mm], and the share of light it passes."""

GUIDE_BY_ZOOM = (
    (14.0, 0.62),
    (24.0, 0.80),
    (28.0, 0.86),
    (35.0, 1.0),
    (50.0, 1.14),
    (70.0, 1.30),
    (85.0, 1.40),
    (105.0, 1.52),
    (135.0, 1.60),
    (200.0, 1.68),
)
"""Guide number at a zoom position against that at 35 mm, as printed for common zoom heads."""

WINDOW_PASSES = {"clear": 0.85, "curtain": 0.35, "blind": 0.06, "diffusion": 0.45, "blackout": 0.0}
"""Share of the sky's light that comes into the room; of the sun's too where the cover scatters it."""

BLACKOUT_LEAK, TIGHT_OVERHANG = 0.01, 0.15
"""Share that comes past a blackout of no overhang, and the overhang [m] from which none does."""

METER_TO_NOSE = 0.03
"""Distance of the incident meter in front of the nose tip, as it is held [m]."""

BODY_EXTENT = (0.26, 0.20)
"""Half width and half depth of a seated body kept clear of walls and backdrop [m]."""

CAMERA_CLEARANCE = 0.12
"""Room behind and around the lens pupil for the camera body and head [m]."""

SHINE = {"skin": (0.42, 0.028), "cloth": (0.8, 0.0), "eye": (0.2, 0.0), "hair": (0.42, 0.045)}
"""Roughness and normal reflectance F0 of the shine: F0 .028 is skin's refractive index of 1.4; cloth is matt, and
the eye's shine is its catchlight, which is solved apart."""

CANOPY_REFLECTS = 0.6
"""Of an umbrella's cloth, for light of others."""
