"""Deep Amber: plans the light of a home-studio portrait and shows it before anything is carried."""
