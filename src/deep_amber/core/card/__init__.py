"""The card to build a set again: its figures, and this time's readings against them."""
