"""The backdrop: what of it is seen, and what falls on it."""
