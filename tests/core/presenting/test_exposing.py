"""Words of exposure and of a sitting: outputs on their own scales, the order of setting, every change."""

import unittest
from dataclasses import replace

from deep_amber.core.answer import Act
from deep_amber.core.capture.judge import LightOff
from deep_amber.core.editing.adding import add_panel
from deep_amber.core.expose.corrections import RULES, Correction
from deep_amber.core.expose.hand_meter import HandMeter, meter_reading
from deep_amber.core.expose.order import order_of
from deep_amber.core.expose.outputs import LightSetting
from deep_amber.core.expose.self_portrait import FORGOTTEN
from deep_amber.core.geometry.projected import projected
from deep_amber.core.model import Backdrop, Lamp, Panel, Point, Strobe, Surface
from deep_amber.core.presenting.exposing import (
    FORGOTTEN_TEXTS,
    against_computed,
    bound_text,
    correction_text,
    order_texts,
    rule_text,
    setting_text,
)
from deep_amber.core.presenting.sitting import change_text
from deep_amber.core.presenting.sitting import correction_text as judged_text
from deep_amber.core.simulation.spot import spots_of
from deep_amber.core.sitting.changes import changes_between, set_up
from tests.core.expose.seen import stages_of
from tests.sets import demo_file, mesh_of, plain_set, rich_set, with_light


class Exposing(unittest.TestCase):
    def test_an_output_stands_as_its_unit_shows_it(self):
        light = plain_set().lights[0]
        for scale, shown in (("fractions", "1/8"), ("stops", "7.0"), ("watt-seconds", "50 W s"), ("percent", "12.5 %")):
            unit = replace(light, source=Strobe(energy=400.0, scale=scale))
            self.assertEqual(setting_text(unit, -3.0), shown)

    def test_why_a_dial_does_not_reach_it(self):
        light = plain_set().lights[0]
        base = LightSetting("key", 0, True, -3.0, 1.0, 0.0, 0.0, 8.0, 100.0, 1.0, "range")
        for exact, to, bound, said in (
            (1.0, 0.0, "range", "1 stop too weak at the most it has, 1/1"),
            (1.0, -2.0, "recycle", "3.0 stops too weak at the most that is ready in time, 1/4"),
            (0.0, -1.0, "comfort", "1 stop too weak at the most that the eyes are to bear, 1/2"),
            (-9.5, -8.0, "range", "1.5 stops too strong at its lowest, 1/256"),
        ):
            self.assertEqual(bound_text(replace(base, exact=exact, to=to, bound=bound), light), said)

    def test_every_correction_has_words_and_its_rule_as_a_span(self):
        for kind, rule in RULES.items():
            made = Correction(kind, "rim", -0.8, rule, "inner cloth")
            self.assertIn("rim", correction_text(made).lower())
            self.assertRegex(rule_text(made), r"^[+−]?\d\.\d( to [+−]?\d\.\d)?$")
        self.assertTrue(Correction("grid", "rim", -0.8, RULES["grid"]).holds)
        self.assertFalse(Correction("grid", "rim", -3.0, RULES["grid"]).holds)

    def test_the_order_of_setting_in_words(self):
        s = rich_set()
        lines = order_texts(s, order_of(s))
        self.assertRegex(lines[0][0], r"^\w  window$")
        self.assertEqual(lines[0][1], "cover with blackout")
        self.assertRegex(lines[1][1], r"^manual, ISO 100, 1/160 s, f/8, 5600 K, raw and JPEG$")
        filtered = replace(s, camera=replace(s.camera, filter=3.0))
        self.assertRegex(order_texts(filtered, order_of(filtered))[1][1], "neutral filter 3.0 stops")
        self.assertIn("hot lamps cool before they are touched", lines[-1][1])
        lamps = with_light(plain_set(), source=Lamp(watts=100.0, lowest_output=-3.0), output=-1.0)
        self.assertEqual(order_texts(lamps, order_of(lamps))[1][1], "on, 50 %")

    def test_all_that_is_forgotten_is_said(self):
        self.assertEqual(set(FORGOTTEN), set(FORGOTTEN_TEXTS))


class Read(unittest.TestCase):
    def test_a_tenth_is_the_hand_and_more_is_said_with_its_way(self):
        for off, words in (
            (0.0, "as computed"),
            (-0.15, "as computed"),
            (0.4, "0.4 stops more than computed"),
            (-1.0, "1 stop less than computed"),
        ):
            self.assertEqual(against_computed(off), words)


class Sitting(unittest.TestCase):
    def said(self, before, after) -> str:
        return "; ".join(change_text(k.act) for k in changes_between(before, after))

    def test_every_kind_of_change_is_said_with_its_figures(self):
        s, rich = plain_set(), rich_set()
        key = s.lights[0]
        for after, words in (
            (with_light(s, output=-2.0), r"Key from 1/8 to 1/4"),
            (
                with_light(s, place=Point(key.place.x - 0.5, key.place.y, key.place.z)),
                r"Carry the key 50 cm camera-left",
            ),
            (
                with_light(s, place=Point(key.place.x, key.place.y + 0.2, key.place.z)),
                r"Raise the key 20 cm, to \d+ cm",
            ),
            (with_light(s, place=Point(key.place.x, key.place.y - 0.2, key.place.z)), r"Lower the key 20 cm"),
            (with_light(s, modifier=replace(key.modifier, width=0.4)), r"Put the softbox, 40 x"),
            (with_light(s, gels=("half warm",)), r"Gel half warm on the key"),
            (with_light(s, on=False), r"Switch the key off"),
            (with_light(s, aim=Point(key.aim.x + 1, key.aim.y, key.aim.z)), r"Turn the key by \d+°"),
            (replace(s, camera=replace(s.camera, aperture=4.0)), r"Set the camera to ISO 100, 1/160 s, f/4, 5600 K"),
            (replace(s, camera=replace(s.camera, focal_length=50.0)), r"Lens to 50 mm"),
            (replace(s, sitter=replace(s.sitter, head_turn=25.0)), r"Turn the head as the look has it"),
            (replace(s, sitter=replace(s.sitter, posture="standing", seat_height=0.0)), r"The sitter is standing"),
            (replace(s, sitter=replace(s.sitter, cloth=Surface(0.04))), r"Change clothes"),
            (replace(s, sitter=replace(s.sitter, seat_height=0.6)), r"Seat at 60 cm"),
            (replace(s, sitter=replace(s.sitter, who="anton")), r"Another sitter: Anton"),
            (replace(s, backdrop=Backdrop(**(vars(s.backdrop) | {"surface": Surface(0.04)}))), r"Change the backdrop"),
            (replace(s, backdrop=replace(s.backdrop, z=s.backdrop.z + 0.3)), r"Move the backdrop 30 cm"),
        ):
            self.assertRegex(self.said(s, after), words)
        self.assertRegex(self.said(s, rich), "Set up the rim")
        self.assertRegex(
            self.said(s, rich),
            "Put in the V-flat: 101 cm camera-left from the sitter, 100 cm high, black to the sitter",
        )
        self.assertRegex(self.said(rich, s), "Take the rim away")
        self.assertRegex(self.said(rich, s), "Take the board out")
        turned = replace(rich, panels=(replace(rich.panels[0], surface="silver"), *rich.panels[1:]))
        self.assertRegex(self.said(rich, turned), "Turn the board to silver")

    def test_a_room_is_set_up_in_words_with_distances_and_which_way(self):
        for feet, unit in ((False, r"\d+ cm"), (True, r"\d+ (ft|in)")):
            said = "; ".join(change_text(k.act, feet) for k in set_up(rich_set()))
            for words in (
                rf"Hang the backdrop, paper, {unit}.* behind the sitter's mark",
                rf"Camera {unit}.* from the mark, {unit}.* high, 100 mm",
                rf"Set up the key with the softbox, 90 x 120 cm: {unit}.* camera-left and toward the camera from the sitter, {unit}.* high, at 1/",
                rf"Put in the lap reflector: {unit}.* toward the camera from the sitter",
            ):
                self.assertRegex(said, words)

    def test_lengths_come_in_feet_when_asked(self):
        act = Act("sitting.carry", {"by_m": 1.0}, {"thing": "key", "toward": "camera-left"})
        self.assertEqual(change_text(act, feet=True), "Carry the key 3 ft 3 in camera-left")

    def test_what_a_picture_says_of_a_light(self):
        light = demo_file(1).set.lights[0]
        for off, words in (
            (LightOff("key", 0, -1.0, True, -2.0), "key: gave −1.0; 1 stop more, to 1/4"),
            (LightOff("key", 0, 0.7, True, -3.7), "key: gave +0.7; 0.7 stops less, to 1/16 +0.3"),
            (LightOff("key", 0, 0.1, True, None), "key: as planned (+0.1)"),
            (LightOff("key", 0, float("-inf"), True, None), "key: nothing came of it"),
            (LightOff("key", 0, 0.0, False, None), "key: too little of it is seen to tell"),
        ):
            self.assertEqual(judged_text(off, light), words)


class GreyCard(unittest.TestCase):
    def test_it_is_held_under_the_chin_toward_the_lens_and_reads_as_the_disc_says(self):
        s = plain_set()
        made = add_panel(s, mesh_of(s), {"surface": "grey card", "width": 0.15, "height": 0.2})
        (card,) = made.panels
        self.assertEqual((card.holding, card.aim), ("held", s.camera.place))
        self.assertIsInstance(card, Panel)
        stages = stages_of(made)
        x, y, _ = projected(made.camera, card.place.array[None].astype(float))[0]
        (read,) = spots_of(stages, (((x + 1) / 2, (1 - y) / 2),))
        toward_lens = meter_reading(stages, HandMeter(card.place, made.camera.place, "flat"))
        self.assertAlmostEqual(read.stops, toward_lens.over, delta=0.25)
