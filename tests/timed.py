"""A test result that keeps how long each test took, for the list of the slowest in docs/benchmarks.md."""

import os
import time
import unittest

FILE = os.environ.get("TEST_TIMES", "")


class TimedResult(unittest.TextTestResult):
    """As the usual one; each test's seconds are added to the file that TEST_TIMES names."""

    def startTest(self, test: unittest.TestCase) -> None:
        self._began = time.perf_counter()
        super().startTest(test)

    def stopTest(self, test: unittest.TestCase) -> None:
        super().stopTest(test)
        if FILE:
            with open(FILE, "a") as times:
                times.write(f"{time.perf_counter() - self._began:.3f} {test.id()}\n")
