"""What follows from where things stand: vectors, quads, edges."""
