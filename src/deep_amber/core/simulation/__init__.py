"""From a set to its picture and readings: one layer a light, kept until what it reads changes."""

from .memory import Memory
from .quality import DRAGGED, SETTLED, Quality
from .simulate import Simulated, simulate

__all__ = ["DRAGGED", "SETTLED", "Memory", "Quality", "Simulated", "simulate"]
