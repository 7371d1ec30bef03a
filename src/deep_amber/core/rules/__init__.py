"""What a set must satisfy: things stand in the room, fit together, and do not burn."""
