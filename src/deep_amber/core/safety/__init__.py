"""Where the work can hurt someone: what is refused, what is warned of."""
