"""Rim: what a light from behind draws on the outline of the sitter, and where it spills."""
