"""The simulated picture: what the lens sees, the light on it, and how the camera records it."""
