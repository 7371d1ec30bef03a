"""Which modifiers fit, what excludes each other, and what burns."""

import unittest
from dataclasses import replace

from deep_amber.core.model import (
    Bare,
    BarnDoors,
    Bowl,
    Dish,
    HomeBox,
    Lamp,
    Led,
    Light,
    Point,
    Snoot,
    Softbox,
    Speedlight,
    Strobe,
    Tube,
    Umbrella,
    Window,
)
from deep_amber.core.rules.fitting import misfits, modifiers_for
from deep_amber.core.rules.heat import heat


def light(modifier, source=None, **figures) -> Light:
    return Light(
        Point(0, 1, 1), Point(0, 1, 2), figures.pop("output", 0.0), modifier, source=source or Strobe(), **figures
    )


def fields(of: Light) -> list[str]:
    return [p.field for p in misfits(of)]


class Fitting(unittest.TestCase):
    def test_common_pairings_fit(self):
        for of in (
            light(Bowl(), grid=20),
            light(Softbox(0.6, 0.9)),
            light(Bare(), Tube()),
            light(Bare(), Window()),
            light(Umbrella(), Speedlight()),
            light(Bowl(0.25, 90.0), Lamp(12.0)),
            light(Dish(), grid=30),
        ):
            self.assertEqual(fields(of), [], of.modifier.kind)

    def test_a_modifier_that_does_not_fit_is_refused_with_those_that_do(self):
        (problem,) = misfits(light(Bowl(), Speedlight()))
        self.assertEqual(problem.field, "modifier")
        self.assertIn("softbox", problem.accepted)
        self.assertEqual(fields(light(Softbox(0.6, 0.6), Tube())), ["modifier"])
        self.assertEqual(fields(light(Umbrella(), Window())), ["modifier"])

    def test_an_led_panel_takes_a_box_but_no_bowl(self):
        panel = Led(width=0.3, height=0.2)
        self.assertIn("softbox", modifiers_for(panel))
        self.assertNotIn("bowl", modifiers_for(panel))

    def test_what_excludes_each_other(self):
        self.assertEqual(fields(light(Softbox(0.6, 0.9), grid=20)), ["grid"])
        self.assertEqual(fields(light(Snoot(), barn_doors=BarnDoors())), ["barn_doors"])
        self.assertEqual(fields(light(Softbox(0.6, 0.9, cloth=False, fabric_grid=40.0))), ["modifier.fabric_grid"])
        self.assertEqual(fields(light(Dish(sock=True), grid=20)), ["grid"])

    def test_an_output_the_unit_cannot_go_to(self):
        self.assertEqual(fields(light(Bare(), Lamp(), output=-1.0)), ["output"])
        self.assertEqual(fields(light(Bare(), Speedlight(lowest_output=-7.0), output=-7.5)), ["output"])


class Heat(unittest.TestCase):
    def refused(self, of: Light) -> list[str]:
        return [v.message for v in heat(of) if v.refused]

    def warned(self, of: Light) -> list[str]:
        return [v.message for v in heat(of) if not v.refused]

    def test_a_hot_lamp_in_card_plastic_foam_or_cloth_is_refused_with_the_reason(self):
        hot = Lamp(150.0, "halogen", rating=500.0)
        for modifier, material in (
            (HomeBox(material="card"), "card"),
            (HomeBox(material="plastic"), "plastic"),
            (HomeBox(material="foam"), "foam"),
            (Snoot(material="card"), "card"),
            (Softbox(0.6, 0.6), "cloth"),
            (Umbrella(), "cloth"),
        ):
            (message,) = self.refused(light(modifier, hot))
            self.assertIn(material, message)
            self.assertIn("150 W", message)

    def test_metal_takes_it(self):
        self.assertEqual(self.refused(light(Bowl(0.25, 90.0), Lamp(150.0, "halogen", rating=200.0))), [])

    def test_above_the_fittings_rating_is_refused_and_near_it_warned(self):
        self.assertTrue(self.refused(light(Bare(), Lamp(75.0, "tungsten", rating=60.0))))
        self.assertTrue(self.warned(light(Bare(), Lamp(60.0, "tungsten", rating=60.0))))
        self.assertEqual(list(heat(light(Bare(), Lamp(12.0, "led", rating=60.0)))), [])

    def test_modelling_lamps(self):
        self.assertTrue(self.refused(light(Softbox(0.6, 0.9), Strobe(modelling_lamp=500.0))))
        self.assertTrue(self.warned(light(Softbox(0.6, 0.9), Strobe(modelling_lamp=250.0))))
        self.assertEqual(list(heat(light(Softbox(0.6, 0.9), Strobe(modelling_lamp=150.0)))), [])
        self.assertTrue(self.refused(light(HomeBox(), Strobe(modelling_lamp=100.0))))
        self.assertEqual(self.refused(light(HomeBox(), Strobe(modelling_lamp=0.0))), [])

    def test_gels_close_to_a_hot_bulb(self):
        hot = light(Bowl(0.25, 90.0), Lamp(300.0, "halogen", rating=500.0))
        self.assertTrue(self.refused(replace(hot, gels=("full cool",))))


if __name__ == "__main__":
    unittest.main()
