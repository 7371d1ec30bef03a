"""A sitting: several looks in one evening, what changes between them, their order, what is to be looked at before each."""
