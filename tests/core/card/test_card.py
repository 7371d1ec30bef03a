"""The card suffices: a set rebuilt from what is printed, by kit and tape, reads the same within a tenth of a stop."""

import re
import unittest
from dataclasses import replace

from deep_amber.core.card.card import Stood, card_of, placed, stood
from deep_amber.core.card.rebuilt import rebuilt
from deep_amber.core.editing.surface_colour import surface_of
from deep_amber.core.model import BarnDoors, Set
from deep_amber.core.model.panel import Panel
from deep_amber.core.model.room import SURFACE_LABELS, Surface, Surfaces
from deep_amber.core.presenting.card import LIGHT_HEAD, CardText, card_text, rebuilt_texts
from deep_amber.core.simulation.readings import readings_of
from deep_amber.core.units import PARSERS, parse_length
from tests.core.expose.seen import stages_of
from tests.sets import demo_file, plain_set

LENGTH = r"([\d.]+ cm|\d+ ft \d+ in|\d+ in)"


def angle(text: str) -> float:
    return float(text.rstrip("°"))


def surface(text: str) -> Surface:
    share, *tint = text.split(" %")
    made = surface_of(PARSERS["colour"](tint[0].strip())) if tint[0].strip() else Surface(0.5)
    return replace(made, reflectance=float(share) / 100)


def lengths(text: str) -> list[float]:
    return [parse_length(k) for k in re.findall(LENGTH, text)]


def parts(text: str) -> dict:
    """What is before and on a light, by its cell of the card: grid, doors, gels, roll."""
    grid, roll = re.search(r"(?:^|, )(\d+)° grid", text), re.search(r"rolled (-?\d+°)", text)
    doors = re.search(r"barn doors left (\S+°) right (\S+°) upper (\S+°) lower (\S+°)", text)
    return {
        "grid": int(grid[1]) if grid else 0, "roll": angle(roll[1]) if roll else 0.0,
        "gels": tuple(re.findall(r"gel ([a-z ]+)", text)),
        "barn_doors": BarnDoors(*map(angle, doors.groups())) if doors else None,
    }  # fmt: skip


def rebuilt_from(text: CardText, owned: Set) -> Set:
    """By what is printed alone, and by gear of these names: `owned` is looked at for a light's source and modifier only."""
    rows = [f"{name}: {said}" for name, said in text.rows]
    of_room, of_walls, of_backdrop, of_sitter, of_pose, of_camera, of_settings = rows[:7]
    wide, deep, high = lengths(of_room)
    walls = {
        label: said for k in of_walls[2:].split("; ") for label, said in [re.match(r"(.*?) ([\d.]+ %.*)", k).groups()]
    }
    surfaces = Surfaces(**{name: surface(walls[label]) for name, label in SURFACE_LABELS.items()})
    s = plain_set()
    s = replace(s, room=replace(s.room, width=wide, depth=deep, height=high, surfaces=surfaces))
    kind, of_cloth = re.match(r"Backdrop: (.*?) ([\d.]+ %[^,]*)", of_backdrop).groups()
    width, lower, upper, left, back, *sweep = lengths(of_backdrop)
    turn = angle(re.search(r"turned (-?\d+°)", of_backdrop)[1])
    backdrop = replace(s.backdrop, kind=kind, surface=surface(of_cloth), width=width, lower=lower, height=upper,
                       x=left - wide / 2, z=back, turn=turn, sweep=sum(sweep))  # fmt: skip
    who, posture = re.match(r"Sitter: (\w+), (\w+)", of_sitter).groups()
    seat, left, back = lengths(of_sitter)
    body, head, nod, tilt = map(angle, re.findall(r"-?\d+°", of_pose))
    sitter = replace(s.sitter, who=who, posture=posture, seat_height=seat, x=left - wide / 2, z=back, body_turn=body,
                     head_turn=head, head_nod=nod, head_tilt=tilt, chin_forward=lengths(of_pose)[0])  # fmt: skip
    left, back, height = lengths(of_camera)
    place, aim = placed(s, Stood(left, back, height, *map(angle, re.findall(r"-?\d+°", of_camera))))
    focal, orientation, aperture, time, iso, balance = (k.strip() for k in of_settings[2:].split(", ")[:6])
    camera = replace(s.camera, place=place, aim=aim, focal_length=float(focal[:-3]), orientation=orientation,
                     aperture=PARSERS["aperture"](aperture), time=PARSERS["time"](time), sensitivity=float(iso[4:]),
                     white_balance=float(balance[:-2]))  # fmt: skip
    lights = []
    for row, mine in zip(text.lights, owned.lights, strict=True):
        cells = dict(zip(LIGHT_HEAD, row, strict=True))
        at = [parse_length(cells[k]) for k in ("left wall", "back wall", "height")]
        place, aim = placed(s, Stood(*at, angle(cells["turn"]), angle(cells["down"])))
        output = PARSERS["output in fractions"](cells["output"])
        lights.append(replace(mine, place=place, aim=aim, output=output, **parts(cells["with"])))
    panels = []
    for row in text.panels:
        at = [parse_length(k) for k in row[4:7]]
        place, aim = placed(s, Stood(*at, angle(row[8]), angle(row[9])))
        width, height = lengths(row[2])
        kind, fold = re.match(r"(\w[\w-]*), fold (\d+°)", row[3]).groups() if row[3] else ("flat", "100°")
        panels.append(Panel(place, aim, width, height, row[1].split(", ")[-1], kind, angle(fold)))
    return replace(s, backdrop=backdrop, sitter=sitter, camera=camera, lights=tuple(lights), panels=tuple(panels))


class Enough(unittest.TestCase):
    def test_a_set_rebuilt_from_the_card_reads_the_same_within_a_tenth_of_a_stop(self):
        for number, feet in ((1, False), (2, False), (3, False), (4, False), (4, True)):
            real = demo_file(number).set
            stages = stages_of(real)
            again = stages_of(rebuilt_from(card_text(card_of(stages), "again", feet=feet), real))
            before, after = readings_of(stages), readings_of(again)
            allowed = 0.1 if not feet else 0.16  # a tape in whole inches is that much coarser
            for name, of in before.surfaces.items():
                with self.subTest(f"{number} {name}", feet=feet):
                    # A hair's edge is single strands and shine: half a centimetre turns it, on the day too.
                    if of.stops > -5 and not name.startswith("hair"):
                        self.assertAlmostEqual(after.surfaces[name].stops, of.stops, delta=allowed)

    def test_what_is_on_a_light_is_printed_so_that_it_comes_back(self):
        four = demo_file(4).set
        spot = replace(
            four.lights[3],
            grid=20,
            gels=("half warm", "one stop grey"),
            roll=-30.0,
            barn_doors=BarnDoors(40.0, 90.0, 15.0, 60.0),
        )
        s = replace(four, lights=(*four.lights[:3], spot))
        row = card_text(card_of(stages_of(s)), "again").lights[3]
        found = parts(row[LIGHT_HEAD.index("with")])
        self.assertEqual(found, {"grid": 20, "gels": spot.gels, "roll": -30.0, "barn_doors": spot.barn_doors})

    def test_a_place_goes_there_and_back(self):
        real = demo_file(4).set
        for light in real.lights:
            place, aim = placed(real, stood(real, light.place, light.aim))
            self.assertLess(abs(place.array - light.place.array).max(), 1e-9)
            again = stood(real, place, aim)
            self.assertAlmostEqual(again.turn, stood(real, light.place, light.aim).turn, 6)


class Rebuilt(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.real = demo_file(4).set
        cls.card = card_of(stages_of(cls.real))

    def read(self, photo_set: Set) -> dict[int, float]:
        return {k.index: k.alone for k in card_of(stages_of(photo_set)).lights if k.alone > 0.5}

    def test_the_light_that_stands_too_far_is_named_with_its_way(self):
        key = self.real.lights[0]
        face = self.card.lights[0].to_face
        away = key.place.array + (key.place.array - key.aim.array) / face * 0.25
        moved = replace(key, place=replace(key.place, x=away[0], y=away[1], z=away[2]))
        made = rebuilt(self.card, self.read(replace(self.real, lights=(moved, *self.real.lights[1:]))))
        self.assertEqual((made.lights[0].name, made.lights[0].as_before), ("key", False))
        self.assertAlmostEqual(made.lights[0].nearer, -0.25, delta=0.08)
        self.assertTrue(all(k.as_before for k in made.lights[1:]))
        self.assertRegex(
            rebuilt_texts(self.real, made)[0], r"key: .* less .* about \d+ cm farther, or is to be set to 1/"
        )

    def test_all_off_alike_is_the_meter(self):
        made = rebuilt(self.card, {k: v * 2**0.25 for k, v in self.read(self.real).items()})
        self.assertAlmostEqual(made.common, 0.5, delta=0.02)
        self.assertRegex(rebuilt_texts(self.real, made)[0], "All lights read 0.5 stops more")


if __name__ == "__main__":
    unittest.main()
