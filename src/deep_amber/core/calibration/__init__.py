"""From readings to kit and room: trims, a wall, the meter's own slope."""
