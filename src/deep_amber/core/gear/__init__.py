"""Gear: sources, modifiers, gels and panel surfaces, one file each: front, beam, efficiency with its reason, heat, label."""
