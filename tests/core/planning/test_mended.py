"""Each complaint on a set made to have it: the cause is named, and a mend removes it."""

import unittest
from dataclasses import replace
from functools import partialmethod

from deep_amber.core.group.row import row_of
from deep_amber.core.kit.catalogue import CATALOGUE
from deep_amber.core.pattern.reach import ANYWHERE
from deep_amber.core.planning.complaints import COMPLAINTS, complaint_of
from deep_amber.core.planning.levelled import lit_of
from deep_amber.core.planning.mended import Complained, complained, ground_for
from deep_amber.core.presenting.planned_more import nothing_text, row_text
from deep_amber.core.rules.validation import problems_of
from deep_amber.core.simulation.key import key_index_of
from deep_amber.core.steps import answer_text, findings_of
from deep_amber.formats.sitter_file import known_sitters
from deep_amber.plan_told import looks
from tests.core.planning.complained import MADE, camera, one
from tests.core.planning.rooms import QUICKLY
from tests.sets import mesh_of

BUILT_ANEW = ("black_grey", "eyes_dark", "flat")
"""Done away with by a set that is built anew alone: `python -m bench.complaints` judges that, with the whole search."""


def asked(code: str, photo_set, effort: float = QUICKLY) -> Complained:
    stages = looks()(photo_set)
    ground = replace(ground_for(stages, CATALOGUE, known_sitters()), effort=effort)
    found = findings_of(photo_set, stages.mesh, only=complaint_of(code).steps)
    steps = list(complained(complaint_of(code), stages, found, ANYWHERE, ground))
    done = [k.done for k in steps]
    assert done == sorted(done) and done[-1] == 1.0, done
    return steps[-1]


class EachComplaint(unittest.TestCase):
    effort = QUICKLY

    def check(self, code: str) -> None:
        make, cause = MADE[code]
        photo_set = make()
        self.assertEqual(problems_of(photo_set, known_sitters()), [])
        last = asked(code, photo_set, self.effort)
        if code in BUILT_ANEW and not last.mends:
            self.assertIn(cause, [k.code for k in last.causes])
            self.assertLess(self.effort, 1.0)
            return
        self.assertTrue(last.mends)
        efforts = [k.effort for k in last.mends]
        self.assertEqual(efforts, sorted(efforts))
        if not cause:
            self.check_row(photo_set, last)
            return
        named = next(k for k in last.causes if k.code == cause)
        self.assertTrue(any(self.removed(cause, named.severity, k.photo_set) for k in last.mends[:2]))
        self.assertTrue(all(answer_text(k) for k in last.mends))

    def removed(self, cause: str, severity: str, after) -> bool:
        self.assertEqual(problems_of(after, known_sitters()), [])
        found = [k for k in findings_of(after, mesh_of(after), only=[cause.partition(".")[0]]) if k.code == cause]
        return not any(k.severity == severity for k in found)

    def check_row(self, photo_set, last: Complained) -> None:
        now, best = last.spread
        self.assertGreater(now, best + 0.3)
        after = last.mends[0].photo_set
        read = row_of(after, mesh_of(after), key_index_of(after, mesh_of(after)), after.people)
        self.assertAlmostEqual(read.now.spread, best, delta=0.05)
        self.assertIn("over the row", row_text(last.spread))

    def test_there_is_a_set_for_each(self):
        self.assertEqual(set(MADE), {k.code for k in COMPLAINTS})


for _code in MADE:
    setattr(EachComplaint, f"test_{_code}", partialmethod(EachComplaint.check, _code))


class Words(unittest.TestCase):
    def test_where_nothing_causes_it_that_is_said(self):
        last = asked("orange", one(4))
        self.assertFalse(any(k.severity == "warn" for k in last.causes))
        self.assertIn("may stand otherwise", nothing_text(False, False, False))
        self.assertEqual(nothing_text(True, True, True), "")
        self.assertIn("leaves the rest right", nothing_text(True, True, False))

    def test_a_soft_face_is_mended_by_a_smaller_aperture_with_the_light_kept(self):
        soft = camera(one(), aperture=1.4)
        last = asked("soft_picture", replace(soft, look=None))
        made = next(k.photo_set for k in last.mends if k.acts[0].code == "wish.aperture")
        self.assertGreater(made.camera.aperture, 4)
        self.assertFalse([k for k in findings_of(made, mesh_of(made), only=["camera"]) if k.code == "camera.ears_soft"])
        look = looks()
        lit = [lit_of(k, look) for k in (soft, made)]
        self.assertAlmostEqual(*lit, delta=0.15)


if __name__ == "__main__":
    unittest.main()
