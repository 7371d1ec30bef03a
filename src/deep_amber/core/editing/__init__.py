"""What the hand does: moves, typed and chosen values, putting in and taking out."""
