"""Judges complaints with the whole search: each of those that are made to be complained of has a mend that does away with it.

python -m bench.complaints
"""

import unittest

from tests.core.planning import test_mended


class WithTheWholeSearch(test_mended.EachComplaint):
    effort = 1.0


def main() -> None:
    suite = unittest.defaultTestLoader.loadTestsFromTestCase(WithTheWholeSearch)
    result = unittest.TextTestRunner(verbosity=1).run(suite)
    if not result.wasSuccessful():
        raise SystemExit(1)


if __name__ == "__main__":
    main()
