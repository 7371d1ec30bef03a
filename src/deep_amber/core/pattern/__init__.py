"""The key light: the pattern it draws on the face, named from its shadows, and how to get to another."""
