"""Words for figures: the sign is the word's, and a minus is a minus."""

import unittest

from deep_amber.core.presenting.say import beside
from deep_amber.core.units import stops_text


class Words(unittest.TestCase):
    def test_over_under_and_level(self):
        for value, said in (
            (1.3, "1.3 stops over mid grey"),
            (-3.6, "3.6 stops under mid grey"),
            (-1.0, "1 stop under mid grey"),
            (0.04, "level with mid grey"),
            (-0.04, "level with mid grey"),
        ):
            self.assertEqual(beside(value, "mid grey"), said)

    def test_a_minus_is_no_hyphen(self):
        self.assertEqual([stops_text(k) for k in (-1.26, 0.7, -0.04)], ["−1.3", "+0.7", "0.0"])


if __name__ == "__main__":
    unittest.main()
