"""Moves that are tried, one file a kind of thing that is moved."""
