"""Fill: what lightens the shadow side, and the three schools of where it stands."""
