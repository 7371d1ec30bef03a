"""Sources and modifiers: how much light they give and how they spread it."""
