"""From a look to sets: arrangements as rules about face, lens and room, fitted to a room and a kit."""
