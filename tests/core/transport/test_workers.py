"""Work split over threads gives what one thread gives, and a fault in a piece is raised."""

import unittest
from unittest import mock

import numpy as np

from deep_amber.core.transport import workers


class Chunks(unittest.TestCase):
    def test_every_row_is_done_once_whatever_the_number_of_threads(self):
        for cores in (1, 2, 5):
            done = np.zeros(1003, int)

            def work(start: int, stop: int, done=done) -> None:
                done[start:stop] += 1

            with mock.patch.object(workers, "CORES", cores):
                workers.in_chunks(work, len(done), 10)
                workers.in_chunks(work, 0, 10)
            self.assertEqual(done.tolist(), [1] * len(done))

    def test_a_fault_in_a_piece_is_raised(self):
        def work(start: int, stop: int) -> None:
            if start > 500:
                raise ValueError("a piece")

        for cores in (1, 2):
            with mock.patch.object(workers, "CORES", cores), self.assertRaisesRegex(ValueError, "a piece"):
                workers.in_chunks(work, 1000, 10)


if __name__ == "__main__":
    unittest.main()
