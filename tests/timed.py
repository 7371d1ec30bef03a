"""How long each test takes: what orders the next run, the list of the slowest, and the budget of a test.

`python -m tests.timed FILE` ends a run: it keeps the durations, prints the slowest, and fails for a test over BUDGET.
"""

import json
import os
import subprocess
import sys
import time
import unittest
from collections import defaultdict
from dataclasses import dataclass
from pathlib import Path

import numpy as np
import psutil

FILE = os.environ.get("TEST_TIMES", "")
STORED = Path(__file__).parent / "durations.json"
BUDGET = 8.0
"""[s] of processor time of one test, with the server and the browser that it uses, on a machine like that of YARDSTICK."""
OF_A_PAGE = 40.0
"""[s] the same of a test in the browser: a journey has a server and a browser work for it, and plans once."""
YARDSTICK = 0.22
"""[s] that `yardstick` takes where the budget was set, with nothing beside it. A slow machine makes no test red."""
CHANGED = 1.5
"""A class's stored duration is written anew when the run took so many times more or less, and a second."""
SHOWN = 4.0
"""[s] of processor time from which a test is in the list of the slowest."""


def processor_time() -> float:
    """Seconds of this process, of those that it has ended, and of those that it has started: server, browser."""
    used = sum(os.times()[:4])
    for child in psutil.Process().children(recursive=True):
        try:
            used += sum(child.cpu_times()[:2])
        except psutil.NoSuchProcess:
            continue
    return used


def yardstick() -> float:
    """Seconds of the processor for a piece of work that is always the same: loops, small sorts and matrices."""
    numbers, began = np.random.default_rng(1).random((120, 120)), time.process_time()
    total = 0
    for i in range(600_000):
        total += i * i % 7
    for i in range(150):
        np.linalg.inv(numbers + i * np.eye(120))
        np.sort(numbers.ravel() * i)
    return time.process_time() - began


class TimedResult(unittest.TextTestResult):
    """As the usual one; each test's seconds, by the clock and of the processor, are added to the file TEST_TIMES names."""

    def startTest(self, test: unittest.TestCase) -> None:
        self._began, self._used = time.perf_counter(), processor_time()
        super().startTest(test)

    def stopTest(self, test: unittest.TestCase) -> None:
        super().stopTest(test)
        if FILE:
            clock, used = time.perf_counter() - self._began, processor_time() - self._used
            with open(FILE, "a") as times:
                times.write(f"{clock:.3f} {used:.3f} {test.id()}\n")


@dataclass(frozen=True)
class Took:
    clock: float
    """[s]"""
    processor: float
    """[s]"""
    test: str


def taken(lines: str) -> list[Took]:
    """What a run wrote, the most processor time first."""
    parts = [line.split(" ", 2) for line in lines.splitlines()]
    return sorted((Took(float(c), float(p), t) for c, p, t in parts), key=lambda k: -k.processor)


def durations_of_classes() -> dict[str, float]:
    """Seconds by the clock that each class took in the last run that was kept."""
    return json.loads(STORED.read_text())["classes"] if STORED.exists() else {}


def stored_after(run: list[Took], before: dict[str, float]) -> dict:
    """What is kept of a whole run: classes whose duration is about as it was keep their figure, so that little changes."""
    sums: dict[str, float] = defaultdict(float)
    for test in run:
        sums[test.test.rpartition(".")[0]] += test.clock
    kept = {}
    for name, now in sorted(sums.items()):
        was = before.get(name, 0.0)
        alike = max(was, now) < max(CHANGED * min(was, now), min(was, now) + 1.0)
        kept[name] = was if name in before and alike else round(now, 1)
    slowest = {k.test: round(k.processor, 1) for k in run if k.processor > SHOWN}
    return {"classes": kept, "slowest": slowest}


def budget_of(test: str) -> float:
    """[s] of processor time that a test may take."""
    return OF_A_PAGE if test.startswith("tests.browser.") else BUDGET


def over_budget(run: list[Took]) -> list[str]:
    """Tests that took more processor time than their budget, and again alone, by what the machine then does in a second."""
    twice = []
    for test in (k.test for k in run if k.processor > budget_of(k.test)):
        again = Path(f"{FILE or '.test-times'}.again")
        again.unlink(missing_ok=True)
        code = (
            "import sys, unittest; from tests.timed import TimedResult;"
            "unittest.main(None, argv=sys.argv, testRunner=unittest.TextTestRunner(resultclass=TimedResult, buffer=True))"
        )
        command = [sys.executable, "-c", code, test]
        slow = yardstick()
        subprocess.run(command, env=os.environ | {"TEST_TIMES": str(again)}, capture_output=True, check=True)
        slow = max(slow, yardstick()) / YARDSTICK
        (alone,) = taken(again.read_text())
        if alone.processor > budget_of(test) * slow:
            twice.append(f"{alone.processor:.1f} s on a machine {slow:.1f} times as slow: {test}")
    return twice


def main(file: str) -> int:
    """Ends a run whose times are in a file; gives the exit status."""
    run = taken(Path(file).read_text())
    for test in run[:20]:
        print(f"slowest: {test.processor:6.1f} s of processor, {test.clock:6.1f} s by the clock  {test.test}")
    print(f"all: {sum(k.processor for k in run):.0f} s of processor in {len(run)} tests")
    STORED.write_text(json.dumps(stored_after(run, durations_of_classes()), indent=1, sort_keys=True) + "\n")
    late = over_budget(run)
    for line in late:
        print(f"over the budget: {line}", file=sys.stderr)
    return 1 if late else 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1]))
