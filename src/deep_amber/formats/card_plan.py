"""Floor and Side of a card: outlines and labels, to scale, in points of the page."""

from collections.abc import Callable
from dataclasses import dataclass

from ..core.presenting.lines import Drawing, LightLines, Line, PanelLines

Shape = tuple[Line, bool, str]
"""Points in the room, closed or not, how it is drawn."""
Label = tuple[float, float, str, bool]
"""Middle (x, y) on the page, text, large or small."""
LETTER_OFF = 9.0  # points that a letter stands off its thing
TAPES = ("lens to sitter", "sitter to backdrop")


@dataclass(frozen=True)
class Plan:
    at: Callable[[tuple[float, ...]], tuple[float, float]]
    """(x, y, z) in the room to the page."""
    outlines: list[Shape]
    labels: list[Label]
    bottom: float


def _flat(line: Line) -> Line:
    """(x, z) of the floor as (x, y, z)."""
    return tuple((k[0], 0.0, k[1]) for k in line)


def _upright(line: Line) -> Line:
    """(z, y) of the side as (x, y, z); shoes stand on the floor."""
    return tuple((0.0, max(k[1], 0.0), k[0]) for k in line)


def floor(shown: Drawing, scale: float, left: float, top: float, feet: bool) -> Plan:
    """From above, the backdrop at the top, as the picture has left and right."""

    def at(point: tuple[float, ...]) -> tuple[float, float]:
        return left + (point[0] + shown.width / 2) * scale, top - point[2] * scale

    half = shown.width / 2
    walls = ((-half, 0.0, 0.0), (half, 0.0, 0.0), (half, 0.0, shown.depth), (-half, 0.0, shown.depth))
    outlines: list[Shape] = [(walls, True, "wall")]
    outlines += [(_flat(k.from_above), True, "quiet") for k in shown.furniture]
    outlines += [(_flat(k.from_above), False, "thing") for k in shown.doors]
    outlines += [(_flat(shown.backdrop_sweep), True, "quiet")] if shown.backdrop_sweep else []
    outlines += [(shown.backdrop[:2], False, "wall")]
    body, head = shown.sitter.body_from_above, shown.sitter.head_from_above
    outlines += [(_flat(body), True, "sitter"), (_flat(head), True, "sitter")]
    labels = _things(shown, outlines, at, feet)
    return Plan(at, outlines, labels, top - shown.depth * scale)


def side(shown: Drawing, scale: float, left: float, top: float, feet: bool) -> Plan:
    """From camera-left: the backdrop at the left, the camera at the right."""

    def at(point: tuple[float, ...]) -> tuple[float, float]:
        return left + point[2] * scale, top - (shown.height - point[1]) * scale

    walls = ((0.0, 0.0, 0.0), (0.0, shown.height, 0.0), (0.0, shown.height, shown.depth), (0.0, 0.0, shown.depth))
    outlines: list[Shape] = [(walls, True, "wall")]
    outlines += [((shown.backdrop[0], shown.backdrop[-1]), False, "wall")]
    outlines += [(_upright(shown.sitter.from_side), True, "sitter")]
    things = [k for k in _things(shown, outlines, at, feet) if k[3]]  # tapes are written on the Floor
    clear: list[Shape] = [(line, closed, "clear" if style == "thing" else style) for line, closed, style in outlines]
    return Plan(at, clear, things, top - shown.height * scale)


def _things(shown: Drawing, outlines: list[Shape], at: Callable[..., tuple[float, float]], feet: bool) -> list[Label]:
    """Camera, lights and panels with their letters, and the tapes."""
    labels: list[Label] = []
    camera = shown.camera
    outlines += [((camera.place, k), False, "tape") for k in camera.frame[:2]]
    labels.append((*at(camera.place), "C", True))
    gear: list[LightLines | PanelLines] = [*shown.lights, *shown.panels]
    for thing in gear:
        if isinstance(thing, LightLines):
            outlines += [(k, False, "quiet") for k in thing.held]
            outlines.append(((thing.place, thing.aim), False, "axis"))
            outlines.append((thing.front, True, "light" if thing.on else "off"))
        elif thing.on:
            outlines += [(k, True, "thing") for k in thing.parts]
        if thing.on or isinstance(thing, LightLines):
            labels.append(_letter(at, thing))
    for tape in shown.tapes:
        if tape.name in TAPES or tape.name.endswith("to face"):
            outlines.append(((tape.start, tape.end), False, "tape"))
            text = tape.feet_text if feet else tape.centimetres_text
            x, y = ((a + b) / 2 for a, b in zip(at(tape.start), at(tape.end), strict=True))
            labels.append((x, y, text, False))
    return labels


def _letter(at: Callable[..., tuple[float, float]], thing: LightLines | PanelLines) -> Label:
    """Beside the thing, on the side that its axis does not go."""
    (x, y), (to_x, to_y) = at(thing.place), at(thing.aim)
    long = max(((to_x - x) ** 2 + (to_y - y) ** 2) ** 0.5, 1e-6)
    return (x - (to_x - x) / long * LETTER_OFF, y - (to_y - y) / long * LETTER_OFF, thing.letter, True)
