"""Photometric files: symmetries, and files that are broken or mean harm."""

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from deep_amber.core.problem import NotAccepted
from deep_amber.formats.lm63 import LARGEST_FILE, read_lm63


def file(
    turns: list[float],
    rows: list[list[float]],
    angles=(0, 30, 60, 90),
    head="IESNA:LM-63-2002\n[TEST] made up\n",
    tilt="NONE",
    kind=1,
    counts: tuple | None = None,
    multiplier=1.0,
    unit=2,
) -> bytes:
    a, t = counts or (len(angles), len(turns))
    numbers = f"1 1000 {multiplier} {a} {t} {kind} {unit} 0.2 0.1 0\n1.0 1.0 50\n"
    body = "\n".join(" ".join(map(str, r)) for r in [list(angles), turns, *rows])
    return f"{head}TILT={tilt}\n{numbers}{body}\n".encode()


ROW = [100.0, 80.0, 30.0, 0.0]


class Named(unittest.TestCase):
    """Types and units that were taken for others."""

    def test_types_of_photometry_have_their_letters(self):
        for kind, letter in ((2, "B"), (3, "A"), (4, "4"), (1.5, "1.5")):
            with self.assertRaises(NotAccepted) as caught:
                read_lm63(file([0], [ROW], kind=kind))
            self.assertIn(f"type {letter}", caught.exception.problems[0].message)

    def test_units_are_feet_or_metres(self):
        with self.assertRaises(NotAccepted):
            read_lm63(file([0], [ROW], unit=0))
        self.assertAlmostEqual(read_lm63(file([0], [ROW], unit=1)).width, 0.2 * 0.3048, places=6)


class Read(unittest.TestCase):
    def test_one_plane_is_the_same_all_round(self):
        beam = read_lm63(file([0], [ROW]))
        self.assertEqual((beam.turns, beam.candela, beam.width), ((0.0,), (tuple(ROW),), 0.2))

    def test_a_quarter_and_a_half_are_completed(self):
        quarter = read_lm63(file([0, 45, 90], [[1.0] * 4, [2.0] * 4, [3.0] * 4]))
        table = {t: row[0] for t, row in zip(quarter.turns, quarter.candela, strict=True)}
        self.assertEqual(table, {0: 1, 45: 2, 90: 3, 135: 2, 180: 1, 225: 2, 270: 3, 315: 2})
        half = read_lm63(file([0, 90, 180], [[1.0] * 4, [2.0] * 4, [3.0] * 4]))
        self.assertEqual(
            dict(zip(half.turns, (r[0] for r in half.candela), strict=True)), {0: 1, 90: 2, 180: 3, 270: 2}
        )

    def test_multiplier_and_feet(self):
        beam = read_lm63(file([0], [ROW], multiplier=2.0, unit=1))
        self.assertEqual(beam.candela[0][0], 200.0)
        self.assertAlmostEqual(beam.width, 0.06096)

    def test_older_files_without_a_first_line(self):
        self.assertEqual(read_lm63(file([0], [ROW], head="maker\n")).candela[0], tuple(ROW))

    def test_many_angles_are_thinned(self):
        angles = [i * 0.25 for i in range(361)]
        beam = read_lm63(file([0], [[1.0] * 361], angles=angles))
        self.assertLessEqual(len(beam.angles), 181)
        self.assertEqual(beam.angles[-1], 90.0)


class Refused(unittest.TestCase):
    def said(self, raw: bytes) -> str:
        with self.assertRaises(NotAccepted) as caught:
            read_lm63(raw)
        return " ".join(f"{p.field} {p.message} {p.accepted}" for p in caught.exception.problems)

    def test_what_is_not_one(self):
        for raw in (
            b"",
            b"\x00" * 100,
            b"TILT",
            b"TILT=NONE",
            b"TILT=NONE\n1 2 three",
            b"<html>",
            b"TILT=NONE\nnan " * 3,
        ):
            self.assertTrue(self.said(raw))

    def test_counts_that_do_not_add_up_or_would_fill_the_memory(self):
        self.assertIn("ask for", self.said(file([0], [ROW], counts=(5, 1))))
        self.assertIn("2 to 2000", self.said(file([0], [ROW], counts=(10**9, 10**9))))
        self.assertIn("2 to 2000", self.said(file([0], [ROW], counts=(-4, 1))))

    def test_tilt_other_types_and_odd_planes(self):
        self.assertIn("TILT=NONE", self.said(file([0], [ROW], tilt="lamp.tlt")))
        self.assertIn("type C", self.said(file([0], [ROW], kind=2)))
        self.assertIn("symmetry", self.said(file([0, 30], [ROW, ROW])))
        self.assertIn("off its axis", self.said(file([0], [ROW], angles=(90, 120, 150, 180))))

    def test_values_out_of_the_world(self):
        self.assertIn("candela", self.said(file([0], [[-5.0, 1, 1, 1]])))
        self.assertIn("candela", self.said(file([0], [[1e30, 1, 1, 1]])))
        self.assertIn("finite", self.said(file([0], [["1e999", 1, 1, 1]])))
        self.assertIn("no light", self.said(file([0], [[0, 0, 0, 0]])))
        self.assertIn("rise", self.said(file([0], [ROW], angles=(0, 60, 30, 90))))

    def test_too_large(self):
        self.assertIn("at most 1 MB", self.said(b"x" * (LARGEST_FILE + 1)))

    @settings(max_examples=200)
    @given(st.binary(max_size=400))
    def test_no_bytes_bring_it_down(self, noise):
        for raw in (noise, b"TILT=NONE\n" + noise, file([0], [ROW])[: len(noise)] + noise):
            try:
                read_lm63(raw)
            except NotAccepted as error:
                self.assertTrue(error.problems)


if __name__ == "__main__":
    unittest.main()
