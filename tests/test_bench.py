"""What make bench refuses to write down."""

import unittest

from bench.__main__ import unsteady


class Steady(unittest.TestCase):
    def test_a_run_beside_other_work_is_refused_in_words(self):
        self.assertEqual(unsteady([1.0, 1.3, 1.1]), "")
        self.assertIn("from 0.90 to 1.30 million", unsteady([1.3, 0.9, 1.2]))


if __name__ == "__main__":
    unittest.main()
