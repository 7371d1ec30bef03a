"""Figures without a published source that no piece of gear states of itself. docs/light-model.md lists all, with reasons."""

GRID_PASSES = 0.85
"""Light along its axis that a honeycomb or fabric grid lets through: its walls' cross-section is in the way."""

METER_TO_NOSE = 0.03
"""Distance of the incident meter in front of the nose tip, as it is held [m]."""

BODY_EXTENT = (0.26, 0.20)
"""Half width and half depth of a seated body kept clear of walls and backdrop [m]."""

CAMERA_CLEARANCE = 0.12
"""Room behind and around the lens pupil for the camera body and head [m]."""

SHINE = {"skin": (0.42, 0.028), "cloth": (0.8, 0.0), "eye": (0.2, 0.0), "hair": (0.42, 0.045)}
"""Roughness and normal reflectance F0 of the shine: F0 .028 is skin's refractive index of 1.4; cloth is matt, and
the eye's shine is its catchlight, which is solved apart."""
