"""The brief: what a look aims at, and how near a set comes to it."""
