"""Metering and the camera's response."""
