"""Wishes: a surface pulled to where it should read, and the moves of gear and room that bring it there."""
