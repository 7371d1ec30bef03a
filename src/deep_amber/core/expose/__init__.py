"""Exposure: the meter in the hand, outputs for a camera that is set, room light, histogram, white balance."""
