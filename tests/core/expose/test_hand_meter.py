"""The meter in the hand against guide number, meter constants, inverse square and shares."""

import math
import unittest
from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from deep_amber.core.expose.hand_meter import PLACES, HandMeter, alone_at_face, held_at, meter_reading
from deep_amber.core.model import Led, Point, Speedlight
from deep_amber.core.simulation.key import key_index
from deep_amber.core.simulation.readings import readings_of
from tests.core.expose.seen import black_room, lamp, stages_of
from tests.sets import demo_file, plain_set

AT, FROM = Point(1.2, 1.4, 1.0), Point(1.2, 1.4, 3.0)


def alone(source, **changes):
    """A set of one light at 2 m from where the meter is held, aimed at it, in black."""
    s = black_room(plain_set())
    s = replace(s, room=replace(s.room, width=6.0, depth=6.0), lights=(lamp(FROM, AT, source),))
    return replace(s, camera=replace(s.camera, sensitivity=100.0, **changes))


class HandMeterByFormula(unittest.TestCase):
    def test_a_guide_number_gives_the_aperture(self):
        read = meter_reading(stages_of(alone(Speedlight(guide_number=36.0))), HandMeter(AT, FROM, "flat"))
        self.assertAlmostEqual(2 * math.log2(read.aperture / (36.0 / 2.0)), 0.0, delta=0.1)

    def test_a_dome_to_the_light_reads_044_stop_less_than_the_disc(self):
        stages = stages_of(alone(Speedlight()))
        disc, dome = (meter_reading(stages, HandMeter(AT, FROM, k)).aperture for k in ("flat", "dome"))
        self.assertAlmostEqual(2 * math.log2(disc / dome), math.log2(340 / 250), delta=0.02)

    @settings(max_examples=8)
    @given(st.floats(0.0, 170.0))
    def test_turned_away_the_dome_falls_as_one_plus_cosine(self, angle):
        stages = stages_of(alone(Speedlight()))
        a = math.radians(angle)
        aim = Point(AT.x + math.sin(a), AT.y, AT.z + math.cos(a))
        straight, turned = (meter_reading(stages, HandMeter(AT, k, "dome")) for k in (FROM, aim))
        share = (turned.aperture / straight.aperture) ** 2
        self.assertAlmostEqual(share, (1 + math.cos(a)) / 2, delta=0.02)
        self.assertAlmostEqual(turned.lights[0].off_axis, angle, delta=1.0)
        self.assertAlmostEqual(turned.lights[0].half, (1 + math.cos(a)) / 2, places=4)

    def test_time_changes_continuous_light_and_not_flash(self):
        for source, stops in ((Led(), 2.0), (Speedlight(), 0.0)):
            read = [
                meter_reading(stages_of(alone(source, time=t)), HandMeter(AT, FROM, "flat")) for t in (1 / 160, 1 / 40)
            ]
            self.assertAlmostEqual(2 * math.log2(read[1].aperture / read[0].aperture), stops, places=6)
            self.assertEqual(read[0].flash_share, 1.0 if source.is_flash else 0.0)

    def test_flash_and_room_light_add_up_and_say_their_shares(self):
        s = alone(Speedlight())
        both = replace(s, lights=(*s.lights, lamp(Point(1.2, 2.2, 3.0), AT, Led(), "led")))
        read = meter_reading(stages_of(both), HandMeter(AT, FROM, "flat"))
        self.assertAlmostEqual(read.aperture**2, read.flash_aperture**2 + read.room_aperture**2, places=6)
        self.assertAlmostEqual(read.flash_share, (read.flash_aperture / read.aperture) ** 2, places=6)
        self.assertAlmostEqual(sum(k.share for k in read.lights), 1.0)
        one = meter_reading(stages_of(both), HandMeter(AT, FROM, "flat"), (1,))
        self.assertEqual([k.name for k in one.lights], ["led"])
        self.assertAlmostEqual(one.aperture, read.room_aperture)

    def test_a_neutral_filter_leaves_the_meter_and_takes_from_the_picture(self):
        read = [
            meter_reading(stages_of(alone(Speedlight(), filter=k)), HandMeter(AT, FROM, "flat")) for k in (0.0, 2.0)
        ]
        self.assertEqual(read[0].aperture, read[1].aperture)
        self.assertAlmostEqual(read[0].over - read[1].over, 2.0)


class HandMeterInASet(unittest.TestCase):
    def test_before_the_face_it_reads_as_the_meter_on_the_bench(self):
        s = demo_file(4).set
        stages = stages_of(s)
        place, _ = held_at(stages, "face")
        dome = meter_reading(stages, HandMeter(place, s.camera.place, "dome", before_face=True))
        bench = readings_of(stages).incident["dome_to_camera"].aperture
        self.assertAlmostEqual(2 * math.log2(dome.aperture / bench), 0.0, delta=0.01)

    def test_every_named_place_can_be_read_and_the_shadow_cheek_reads_less(self):
        stages = stages_of(demo_file(3).set)
        read = {}
        for name in PLACES:
            place, out = held_at(stages, name)
            aim = Point(*map(float, place.array + out))
            read[name] = meter_reading(stages, HandMeter(place, aim, "flat", name == "face")).aperture
        surfaces = readings_of(stages).surfaces
        lit = surfaces["lit_cheek"].side.removeprefix("camera-")
        shadow = "right" if lit == "left" else "left"
        self.assertGreater(read[f"cheek_{lit}"], read[f"cheek_{shadow}"] * 1.4)

    def test_each_light_alone_is_told_against_the_key(self):
        stages = stages_of(demo_file(4).set)
        rows = {k.name: k.to_key for k in alone_at_face(stages, key_index(stages))}
        self.assertEqual(rows["key"], 0.0)
        self.assertLess(max(v for k, v in rows.items() if k != "key"), 0.0)
        turned = replace(stages.photo_set.lights[1], output=stages.photo_set.lights[1].output + 1)
        up = stages_of(
            replace(stages.photo_set, lights=(stages.photo_set.lights[0], turned, *stages.photo_set.lights[2:]))
        )
        self.assertAlmostEqual({k.name: k.to_key for k in alone_at_face(up, 0)}["fill"] - rows["fill"], 1.0, places=5)

    def test_in_the_dark_it_shows_nothing(self):
        s = plain_set()
        off = replace(s, lights=(replace(s.lights[0], on=False),))
        read = meter_reading(stages_of(off), HandMeter(AT, FROM))
        self.assertEqual((read.aperture, read.lights), (0.0, ()))
