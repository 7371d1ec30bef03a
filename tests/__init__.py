"""Every test. Classes begin in the order of their stored durations, the longest first, so that none is left at the end."""

import os
import unittest
from pathlib import Path

os.environ.setdefault(
    "OPENBLAS_NUM_THREADS", "1"
)  # as in the product, before anything loads the library: idle threads spin

from hypothesis import settings

from deep_amber.core.transport import workers

from .timed import durations_of_classes

# The same examples each time, so that no run is red by chance; CHANCE=1 draws others, to find what these do not.
settings.register_profile("steady", deadline=None, derandomize=True, database=None)
settings.register_profile("chance", deadline=None, print_blob=True)
settings.load_profile("chance" if os.environ.get("CHANCE") else "steady")

# As many processes as the machine has cores work already: threads of each would only wait for one another's.
workers.CORES = 1

HERE = Path(__file__).parent


def _classes(suite: unittest.TestSuite) -> list[unittest.TestSuite]:
    """The suites that hold tests of one class."""
    if any(isinstance(part, unittest.TestCase) for part in suite):
        return [suite]
    return [found for part in suite for found in _classes(part)]


def load_tests(loader: unittest.TestLoader, _: unittest.TestSuite, pattern: str | None) -> unittest.TestSuite:
    """The protocol of unittest for a package: what is discovered in it, ordered."""
    found = loader.discover(str(HERE), pattern or "test*.py", str(HERE.parent))
    known = durations_of_classes()
    new = max(known.values(), default=0.0)  # a class that is not known yet may be long

    def seconds(suite: unittest.TestSuite) -> float:
        kind = type(next(iter(suite)))
        return known.get(f"{kind.__module__}.{kind.__qualname__}", new)

    return unittest.TestSuite(sorted(_classes(found), key=seconds, reverse=True))
