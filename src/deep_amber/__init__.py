"""Deep Amber: plans the light of a home-studio portrait and shows it before anything is carried."""

import os

# The linear algebra library's threads would spin beside our own workers and slow every picture by a third.
os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")

__version__ = "0.12.0"
