"""Drawings, words and units of everything that is shown."""
