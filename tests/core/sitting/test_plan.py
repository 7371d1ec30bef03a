"""The plan of a sitting: times that add up, breaks, what is used up, lists made from the sets themselves."""

import unittest
from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from deep_amber.core.model import Set, Speedlight
from deep_amber.core.model.room import Colour
from deep_amber.core.model.set import with_surfaces
from deep_amber.core.presenting.sitting_lists import CHECKS, check_text
from deep_amber.core.sitting.changes import minutes_between, set_up
from deep_amber.core.sitting.checklist import checklist_of, preparing
from deep_amber.core.sitting.packing import packing_of
from deep_amber.core.sitting.plan import FULL_FLASHES, SPARE_PAPER, plan_of
from deep_amber.core.sitting.posing import CARDS, Pose, laid, pose_of, pose_problems
from deep_amber.core.sitting.sitting import LookPlan, Sitting, minutes_of_day, sitting_problems, time_of_day
from tests.sets import demo_file, plain_set, rich_set, with_light

SETS = {str(n): demo_file(n).set for n in (1, 2, 3, 4)}
LOOKS = tuple(LookPlan(f"look {n}", n) for n in SETS)


def codes(found) -> list[str]:
    return [k.code.removeprefix("check.") for k in found]


class Times(unittest.TestCase):
    @settings(max_examples=20)
    @given(
        st.lists(st.sampled_from(LOOKS), min_size=1, max_size=4, unique_by=lambda k: k.name),
        st.floats(0, 1), st.floats(10, 90), st.floats(0, 30), st.booleans(),
    )  # fmt: skip
    def test_they_add_up(self, looks, margin, work, pause, as_given):
        sitting = Sitting("a", margin=margin, work=work, pause=pause, as_given=as_given, looks=tuple(looks))
        plan = plan_of(sitting, SETS)
        self.assertEqual(sorted(k.look for k in plan.looks), list(range(len(looks))))
        at, worked = plan.begins, 0.0
        for n, k in enumerate(plan.looks):
            self.assertAlmostEqual(k.begins, at)
            self.assertAlmostEqual(k.ready - k.begins, k.parts[0].minutes * (1 + margin))
            worked += k.ends - k.begins
            self.assertEqual(k.pause > 0, pause > 0 and worked >= work and n < len(looks) - 1)
            worked = 0.0 if k.pause else worked
            at = k.ends + k.pause
        self.assertAlmostEqual(plan.ends, at)
        self.assertLessEqual(plan.changes, plan.as_given + 1e-9)
        if as_given:
            self.assertEqual([k.look for k in plan.looks], list(range(len(looks))))

    def test_the_first_look_is_set_up_from_an_empty_room(self):
        plan = plan_of(Sitting("a", looks=LOOKS[3:]), SETS)
        acts = [k.act.code.removeprefix("sitting.") for k in plan.looks[0].parts[0].changes]
        self.assertEqual(acts[:3], ["backdrop_in", "camera_in", "camera"])
        self.assertEqual((acts.count("light_in"), acts.count("panel_in")), (4, 3))
        self.assertEqual(plan.changes, 0.0)
        self.assertEqual(plan.looks[0].parts[0].minutes, sum(k.minutes for k in set_up(SETS["4"])))

    def test_no_looks_is_no_plan(self):
        plan = plan_of(Sitting("a"), SETS)
        self.assertEqual((plan.looks, plan.changes, plan.begins, plan.ends), ((), 0.0, 1080.0, 1080.0))

    def test_a_day_s_times(self):
        for text, minutes in (("00:00", 0), ("18:05", 1085), ("23:59", 1439)):
            self.assertEqual((minutes_of_day(text), time_of_day(minutes)), (minutes, text))
        for text in ("24:00", "18:60", "1805", "18:5", "", "ab:cd", "-1:00"):
            self.assertIsNone(minutes_of_day(text), text)
        self.assertEqual(time_of_day(1450), "00:10")

    def test_dates_are_days_that_there_are(self):
        for date, right in (("2026-02-28", True), ("2024-02-29", True), ("2026-02-29", False), ("2026-13-01", False),
                            ("soon", False), ("", True)):  # fmt: skip
            self.assertEqual(not sitting_problems(Sitting("a", date=date)), right, date)


class Uses(unittest.TestCase):
    def test_batteries_by_energy_and_paper_that_is_walked_on(self):
        flash = with_light(plain_set(), source=Speedlight(), output=-2.0)
        paper = replace(flash, backdrop=replace(flash.backdrop, sweep=2.0))
        plan = plan_of(Sitting("a", looks=(LookPlan("a", "x", frames=90),)), {"x": paper})
        self.assertAlmostEqual(plan.charges["key"], 90 * 0.25 / FULL_FLASHES)
        self.assertAlmostEqual(plan.paper, 2.0 + SPARE_PAPER)
        mains = plan_of(Sitting("a", looks=(LookPlan("a", "x"),)), {"x": plain_set()})
        self.assertEqual((dict(mains.charges), mains.paper), ({}, 0.0))

    def test_variants_count_their_frames_and_minutes(self):
        near = with_light(SETS["1"], output=SETS["1"].lights[0].output - 1)
        look = LookPlan("a", "1", variants=("near",), minutes=10.0, frames=20)
        plan = plan_of(Sitting("a", margin=0.0, looks=(look,)), SETS | {"near": near})
        (k,) = plan.looks
        self.assertEqual((plan.frames, len(k.parts)), (40, 2))
        self.assertAlmostEqual(k.ends - k.ready, 20 + minutes_between(SETS["1"], near))


class Lists(unittest.TestCase):
    def test_everything_a_rich_set_asks_for_has_words(self):
        for s in (*SETS.values(), rich_set(), self.awkward()):
            for act in (*checklist_of(s, 40, 2), *preparing(s)):
                for feet in (False, True):
                    self.assertRegex(check_text(act, feet), r"^[A-Z0-9].{6,}")
        said = {k.code for k in (*checklist_of(self.awkward(), 40, 2), *preparing(self.awkward()))}
        self.assertLessEqual(said, set(CHECKS))

    def awkward(self) -> Set:
        s = rich_set()
        red = replace(s.room.surfaces.right, colour=Colour(1.0, 0.2, 0.2))
        s = with_surfaces(s, right=red)
        first = replace(s.lights[0], holding="boom", stand_side="behind", place=replace(s.lights[0].place, y=2.35))
        backdrop = replace(s.backdrop, creases="fold lines", sweep=1.0, hung="ceiling bar")
        camera = replace(s.camera, time=1 / 500, focus=1.8, filter=2.0)
        return replace(s, lights=(first, *s.lights[1:]), backdrop=backdrop, camera=camera)

    def test_what_is_awkward_is_on_them(self):
        s = self.awkward()
        checks = codes(checklist_of(s, 40, 2))
        for code in (
            "boom",
            "weights",
            "window_covered",
            "sync_over",
            "focus_at",
            "filter",
            "hood",
            "ideas",
            "trigger",
            "cables",
        ):
            self.assertIn(code, checks)
        room = codes(preparing(s))
        for code in ("blackout", "cover_wall", "creases", "bar", "sweep", "ceiling", "circuit"):
            self.assertIn(code, room)
        blackout = next(k for k in preparing(s) if k.code == "check.blackout")
        window = s.lights[3].source
        self.assertAlmostEqual(blackout.figures["width_m"], window.width + 0.3)
        calm = codes(preparing(plain_set()))
        for code in ("cover_wall", "creases", "bar", "ceiling"):
            self.assertNotIn(code, calm)

    def test_lights_that_are_off_ask_for_nothing(self):
        off = with_light(plain_set(), on=False)
        self.assertFalse({"weights", "cables", "trigger", "sync", "hood"} & set(codes(checklist_of(off, 40))))

    def test_the_most_of_each_thing_is_packed_once(self):
        packed = {k.name: k.count for k in packing_of(SETS.values())}
        self.assertEqual((packed["90 cm octa"], packed["camera"], packed["tape measure"]), (1, 1, 1))
        heads = max(sum(k.item == "400 W s head" for k in s.lights) for s in SETS.values())
        self.assertEqual(packed["400 W s head"], heads)
        self.assertNotIn("window 120 x 140", {k.name for k in packing_of([rich_set()])})


class Posing(unittest.TestCase):
    def test_a_pose_goes_from_one_sitter_to_another(self):
        s = plain_set()
        turned = replace(s, sitter=replace(s.sitter, body_turn=25.0, head_turn=-10.0, head_nod=8.0, chin_forward=0.02))
        other = SETS["4"]
        made = laid(other, pose_of(turned.sitter, "three quarters"))
        self.assertEqual(pose_of(made.sitter, "a"), pose_of(turned.sitter, "a"))
        self.assertEqual(
            (made.sitter.who, made.sitter.x, made.sitter.cloth), (other.sitter.who, other.sitter.x, other.sitter.cloth)
        )

    def test_what_no_neck_does_is_refused(self):
        self.assertEqual([p.field for p in pose_problems(Pose("a", head_turn=90.0))], ["head_turn"])
        self.assertEqual([p.field for p in pose_problems(Pose(" "))], ["name"])

    def test_the_cards_are_drawn_from_the_feet_up(self):
        self.assertEqual([k.code for k in CARDS], ["body", "shoulders", "head", "chin", "lids"])
        for card in CARDS:
            styles = {k.style for k in card.strokes}
            self.assertLessEqual({"now", "before", "arrow"}, styles, card.code)


if __name__ == "__main__":
    unittest.main()
