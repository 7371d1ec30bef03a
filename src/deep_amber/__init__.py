"""Deep Amber: plans the light of a home-studio portrait and shows it before anything is carried."""

__version__ = "0.1.0"
