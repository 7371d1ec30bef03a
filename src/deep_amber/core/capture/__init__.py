"""What a camera's sensor makes of the light: electrons, noise, a mosaic; what of a set a frame shows."""
