"""The sitter's body: baked mesh, pose, and the surfaces that are read."""
