"""Panels, scrims, bounced light, colour; and which layers a change makes anew."""

import math
import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.editing.moves import move
from deep_amber.core.kit.emission import emissions
from deep_amber.core.model import Bare, Bowl, Colour, Panel, Point, Softbox, Speedlight, Surface
from deep_amber.core.pattern.reading import read_pattern
from deep_amber.core.picture.lens_rays import Size
from deep_amber.core.picture.wall_light import wall_light
from deep_amber.core.simulation import DRAGGED, SETTLED, Memory, simulate
from deep_amber.core.simulation.quality import SKETCHED
from deep_amber.core.simulation.readings import readings_of
from deep_amber.core.simulation.secondary import secondaries
from deep_amber.core.simulation.simulate import quick_quality, read
from deep_amber.core.simulation.stages import Stages
from deep_amber.core.transport.direct import unshadowed
from tests.sets import demo_file, mesh_of, plain_set, rich_set


def cheek(photo_set, which: str = "shadow_cheek") -> float:
    return read(photo_set, mesh_of(photo_set), DRAGGED).surfaces[which].stops


def dark(photo_set):
    """The set in black, so that the room does not fill."""
    black = Surface(0.04)
    surfaces = replace(
        photo_set.room.surfaces, **dict.fromkeys(("left", "right", "back", "front", "ceiling", "floor"), black)
    )
    return replace(photo_set, room=replace(photo_set.room, surfaces=surfaces))


def with_panel(photo_set, surface: str, x: float = 0.75, **figures):
    """A panel on the shadow side, turned so that it mirrors the key to the face."""
    key, at = photo_set.lights[0], np.array([x, 1.15, 2.35])
    to_key, to_face = key.place.array - at, key.aim.array - at
    half = at + to_key / np.linalg.norm(to_key) + to_face / np.linalg.norm(to_face)
    panel = Panel(Point(*map(float, at)), Point(*map(float, half)), surface=surface, **figures)
    return replace(photo_set, panels=(panel,))


class Fill(unittest.TestCase):
    def test_white_fills_silver_fills_more_and_black_takes_away(self):
        base = dark(plain_set())
        stops = {s: cheek(with_panel(base, s)) for s in ("white", "silver", "black")}
        self.assertGreater(stops["white"], cheek(base) + 0.1)
        self.assertGreater(stops["silver"], stops["white"] + 0.05)
        self.assertLess(cheek(with_panel(plain_set(), "black")), cheek(plain_set()))

    def thrown(self, surface: str, away: float, aside: float) -> float:
        """Light of a panel lit straight on from 1.5 m, at a distance on a line `aside` degrees off its middle."""
        s = plain_set()
        board = Panel(Point(0.0, 1.2, 3.6), Point(0.0, 1.2, 2.0), 0.6, 0.6, surface)  # type: ignore[arg-type]
        flash = replace(s.lights[0], place=Point(0.0, 1.25, 2.1), aim=board.place, modifier=Bowl())
        lit = replace(s, lights=(flash,), panels=(board,), sitter=replace(s.sitter, x=-1.2))
        stages = Stages(lit, mesh_of(lit), Memory(), SETTLED, lambda: None)
        (found,) = secondaries(stages, flash, emissions(flash)[0])
        a = math.radians(aside)
        way = np.array([[math.sin(a), 0.0, -math.cos(a)]])
        points = (board.place.array + way * away).astype(np.float32)
        return float(unshadowed(points, (-way).astype(np.float32), found.emitter)[0] * found.radiance[0])

    def test_silver_throws_further_and_narrower_than_white(self):
        self.assertGreater(self.thrown("silver", 1.0, 0), 2 * self.thrown("white", 1.0, 0))
        self.assertLess(self.thrown("silver", 1.0, 50), 0.7 * self.thrown("white", 1.0, 50))
        fall = {s: math.log2(self.thrown(s, 0.8, 0) / self.thrown(s, 2.4, 0)) for s in ("white", "silver")}
        self.assertLess(fall["silver"], fall["white"])

    def test_a_panel_that_is_off_is_not_there(self):
        base = plain_set()
        self.assertEqual(cheek(with_panel(base, "silver", on=False)), cheek(base))

    def test_gold_warms(self):
        base = dark(plain_set())
        picture = {
            s: simulate(with_panel(base, s), mesh_of(base), DRAGGED).picture.astype(int) for s in ("silver", "gold")
        }
        warm = {s: (p[180:260, 150:220, 0] - p[180:260, 150:220, 2]).mean() for s, p in picture.items()}
        self.assertGreater(warm["gold"], warm["silver"])


class Scrims(unittest.TestCase):
    def test_a_silk_costs_light_and_softens(self):
        s = dark(plain_set())
        key, face = s.lights[0], s.lights[0].aim.array
        key = replace(key, place=Point(-1.2, 2.0, 3.0), modifier=Bowl())
        middle = Point(*map(float, (key.place.array + face) / 2))
        bare = replace(s, lights=(key,))
        silk = replace(bare, panels=(Panel(middle, key.aim, 1.2, 1.2, "silk"),))
        for quality in (DRAGGED, SETTLED):
            a, b = (Stages(k, mesh_of(s), Memory(), quality, lambda: None) for k in (bare, silk))
            lit = [readings_of(k).surfaces["lit_cheek"].stops for k in (a, b)]
            self.assertAlmostEqual(lit[0] - lit[1], 1.17, delta=0.05)  # the same with 14 x 14 places on the silk
            edges = [read_pattern(k, readings_of(k)).softness.edge for k in (a, b)]
            self.assertGreater(edges[1], 2 * edges[0])


class Bounced(unittest.TestCase):
    def bounced(self, toward: Point, panels=()):
        s = plain_set()
        flash = replace(
            s.lights[0], place=Point(-0.5, 1.5, 2.6), aim=toward, modifier=Bare(), source=Speedlight(), output=0.0
        )
        return replace(s, lights=(flash,), panels=panels)

    def secondary(self, photo_set):
        stages = Stages(photo_set, mesh_of(photo_set), Memory(), DRAGGED, lambda: None)
        light = photo_set.lights[0]
        return [k for k in secondaries(stages, light, emissions(light)[0]) if k.key_light]

    def test_a_flash_turned_to_ceiling_or_wall_makes_it_the_light(self):
        for toward in (Point(-0.5, 2.45, 2.6), Point(-1.7, 1.7, 2.6)):
            (found,) = self.secondary(self.bounced(toward))
            self.assertLess(found.sheet, 0)

    def test_a_key_aimed_at_the_face_makes_no_wall_a_light(self):
        self.assertEqual(self.secondary(plain_set()), [])

    def test_the_farther_the_flash_the_more_of_the_board_is_used(self):
        board = Panel(Point(-1.2, 1.5, 2.9), plain_set().lights[0].aim, 1.0, 1.0, "white")
        s = self.bounced(board.place, (board,))
        near = replace(s, lights=(replace(s.lights[0], place=Point(-0.95, 1.45, 2.75)),))
        size = [float(np.linalg.norm(self.secondary(k)[0].quad.half_x)) for k in (near, s)]
        self.assertLess(size[0], size[1])

    def test_the_bounced_flash_lights_the_face_softly(self):
        ceiling = read(self.bounced(Point(-0.2, 2.45, 2.8)), mesh_of(plain_set()), DRAGGED)
        self.assertLess(ceiling.ratio, 2.5)
        self.assertGreater(ceiling.surfaces["lit_cheek"].stops, -4)


class ColourAndTime(unittest.TestCase):
    def test_a_coloured_wall_tints_the_side_next_to_it(self):
        s = plain_set()
        red = replace(s.room.surfaces, right=Surface(0.4, Colour(1.0, 0.15, 0.1)))
        tinted = replace(s, room=replace(s.room, surfaces=red))
        a, b = (simulate(k, mesh_of(s), DRAGGED).picture[150:250, 180:230].astype(float) for k in (s, tinted))
        self.assertGreater((b[..., 0] / b[..., 2]).mean(), 1.02 * (a[..., 0] / a[..., 2]).mean())

    def test_shutter_changes_the_window_and_not_the_flash(self):
        s = rich_set()
        for index, change in ((0, 0.0), (3, 1.0)):
            alone = replace(s, lights=(s.lights[index],), panels=())
            slow = replace(alone, camera=replace(alone.camera, time=alone.camera.time * 2))
            self.assertAlmostEqual(cheek(slow, "lit_cheek") - cheek(alone, "lit_cheek"), change, places=5)


class Layers(unittest.TestCase):
    def test_lights_add_up(self):
        s = rich_set()
        parts = [
            read(replace(s, lights=tuple(replace(k, on=i == j) for j, k in enumerate(s.lights))), mesh_of(s), DRAGGED)
            for i in range(len(s.lights))
        ]
        whole = read(s, mesh_of(s), DRAGGED).surfaces["forehead"].stops
        self.assertAlmostEqual(whole, math.log2(sum(2 ** p.surfaces["forehead"].stops for p in parts)), places=4)

    def test_moving_one_light_makes_one_picture_layer_anew(self):
        s, memory = demo_file(4).set, Memory()
        simulate(s, mesh_of(s), DRAGGED, memory)
        for thing in ("lights.0", "lights.3"):
            memory.made.clear()
            place = s.lights[int(thing[-1])].place
            simulate(move(s, thing, "place", {"y": place.y + 0.05}).photo_set, mesh_of(s), DRAGGED, memory)
            self.assertEqual(sum(k.startswith("direct layer ") for k in memory.made), 1, thing)
            self.assertNotIn("form factors", memory.made)

    def test_output_gel_trim_name_and_switch_make_nothing_anew(self):
        s, memory = demo_file(4).set, Memory()
        simulate(s, mesh_of(s), DRAGGED, memory)
        key = s.lights[0]
        for change in ({"output": -5.0}, {"gels": ("full cool",)}, {"trim": 0.5}, {"role": "fill"}, {"on": False}):
            memory.made.clear()
            simulate(replace(s, lights=(replace(key, **change), *s.lights[1:])), mesh_of(s), DRAGGED, memory)
            made = [k for k in memory.made if not any(part in k for part in ("dome", "flat", "sum of lights"))]
            self.assertEqual(made, [], change)

    def test_kept_layers_change_no_number(self):
        s, memory = demo_file(4).set, Memory()
        finely = replace(SETTLED, size=DRAGGED.size)
        simulate(s, mesh_of(s), finely, memory)
        moved = move(s, "lights.0", "place", {"x": s.lights[0].place.x + 0.1}).photo_set
        np.testing.assert_array_equal(
            simulate(moved, mesh_of(s), finely, memory).picture, simulate(moved, mesh_of(s), finely).picture
        )

    def test_every_quality_takes_its_own_from_one_memory(self):
        s, memory = demo_file(4).set, Memory()
        small = replace(SETTLED, size=DRAGGED.size)
        for quality in (SKETCHED, DRAGGED, small, SKETCHED, DRAGGED, replace(small, size=Size(300, 400))):
            moved = move(s, "lights.0", "place", {"y": s.lights[0].place.y + 0.02}).photo_set
            for state in (s, moved):
                size = simulate(state, mesh_of(s), quality, memory).picture.shape
                self.assertEqual(size, (quality.size.height, quality.size.width, 3))

    def test_two_qualities_of_one_size_do_not_share(self):
        s, memory = demo_file(1).set, Memory()
        small = replace(SETTLED, size=DRAGGED.size)
        simulate(s, mesh_of(s), DRAGGED, memory)
        np.testing.assert_array_equal(
            simulate(s, mesh_of(s), small, memory).picture, simulate(s, mesh_of(s), small).picture
        )

    def test_light_carried_over_walls_is_the_light_there(self):
        s = plain_set()
        stages = Stages(s, mesh_of(s), Memory(), DRAGGED, lambda: None)
        for modifier in (Softbox(0.6, 0.9), Bowl(), Softbox(0.3, 1.2, fabric_grid=40.0)):
            emitter = emissions(replace(s.lights[0], modifier=modifier))[0].emitter
            exact = unshadowed(*stages.seen().walls, emitter)
            got = wall_light(stages.seen(), stages.wall_places(), DRAGGED.size, emitter, 0.5)
            lit = exact > 0.02 * exact.max()
            self.assertLess(np.abs(np.log2(got[lit] / exact[lit])).max(), 0.03)

    def test_the_quick_picture_is_coarser_only_while_everything_changes(self):
        s = demo_file(4).set
        moved = move(s, "sitter", "place", {"x": 0.1}).photo_set
        self.assertIs(quick_quality(s, None), DRAGGED)
        self.assertIs(quick_quality(move(s, "lights.0", "place", {"y": 1.7}).photo_set, s), DRAGGED)
        self.assertLess(quick_quality(moved, s).size.height, DRAGGED.size.height)


class PanelsRemembered(unittest.TestCase):
    def test_a_panel_that_is_moved_or_taken_out_reads_the_same_with_and_without_memory(self):
        photo_set, memory = demo_file(4).set, Memory()
        mesh = mesh_of(photo_set)
        silver = photo_set.panels[0]
        nearer = replace(silver, place=replace(silver.place, x=silver.place.x - 0.15))
        for made in (silver, replace(silver, on=False), nearer, replace(silver, surface="white")):
            moved = replace(photo_set, panels=(made, *photo_set.panels[1:]))
            kept, fresh = read(moved, mesh, SETTLED, memory), read(moved, mesh, SETTLED)
            self.assertEqual(kept.surfaces, fresh.surfaces)
