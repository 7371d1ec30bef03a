"""The card in words: what is printed beside its drawings. Everything that is needed to build the set again is in it."""

from dataclasses import dataclass

from ..card.card import Card, CardLight, CardPanel, Stood
from ..card.rebuilt import LightAgain, Rebuilt
from ..editing.surface_colour import rgb_of
from ..model.light import Light
from ..model.room import SURFACE_LABELS, Surface
from ..model.set import Set
from ..units import aperture_text, colour_text, metered_aperture_text, stops_text, time_text
from .exposing import setting_text
from .letters import letters_of
from .say import Say, stops

Row = tuple[str, str]
LIGHT_HEAD = ("", "light", "with", "output", "left wall", "back wall", "height", "to face", "turn", "down", "alone")
PANEL_HEAD = ("", "panel", "size", "", "left wall", "back wall", "height", "to face", "turn", "down", "")


@dataclass(frozen=True)
class CardText:
    title: str
    under: str
    """Date, sitter, and what else is known of it."""
    rows: tuple[Row, ...]
    """What, and its figures: room, backdrop, sitter, camera, readings."""
    lights: tuple[tuple[str, ...], ...]
    """A row a light, under LIGHT_HEAD."""
    panels: tuple[tuple[str, ...], ...]
    """A row a panel, under PANEL_HEAD."""
    note: str


def card_text(card: Card, title: str, under: str = "", note: str = "", feet: bool = False) -> CardText:
    """The card's words."""
    say, letters = Say(feet), letters_of(card.photo_set)
    lights = tuple(_light(card.photo_set.lights[k.index], k, letters[k.index], say) for k in card.lights)
    first = len(card.photo_set.lights)
    panels = tuple(_panel(card.photo_set, k, letters[first + k.index], say) for k in card.panels)
    return CardText(title, under, tuple(_rows(card, say)), lights, panels, note)


def surface_text(surface: Surface) -> str:
    """As in "80 %", or "12 % #b03020" for one with a tint."""
    colour = surface.colour
    tint = "" if min(colour.red, colour.green, colour.blue) > 0.995 else f" {colour_text(rgb_of(surface))}"
    return f"{surface.reflectance * 100:.3g} %{tint}"


def _angle(degrees: float) -> str:
    return f"{round(degrees) + 0}°"


def _stood(at: Stood, say: Say) -> tuple[str, str, str]:
    return say.length(at.from_left), say.length(at.from_back), say.length(at.height)


def _light(light: Light, k: CardLight, letter: str, say: Say) -> tuple[str, ...]:
    source = light.item or light.source.summary
    parts = [] if light.modifier.kind == "bare" else [light.modifier_item or light.modifier.summary]
    parts += [f"{light.grid}° grid"] if light.grid else []
    if light.barn_doors:
        d = light.barn_doors
        parts.append(
            f"barn doors left {_angle(d.left)} right {_angle(d.right)} upper {_angle(d.top)} lower {_angle(d.bottom)}"
        )
    parts += [f"gel {g}" for g in light.gels]
    parts += [f"rolled {_angle(light.roll)}"] if round(light.roll) else []
    parts += [f"on a {light.holding}"] if light.holding != "stand" and light.source.kind != "window" else []
    alone = metered_aperture_text(k.alone) if k.alone > 0 else "off"
    name = light.name if light.name.lower() in source.lower() else f"{light.name}, {source}"
    output = setting_text(light, light.output) if light.on else "off"
    to_face = say.length(k.to_face)
    turned = (_angle(k.stood.turn), _angle(k.stood.down))
    return (letter, name, ", ".join(parts) or "bare", output, *_stood(k.stood, say), to_face, *turned, alone)


def _panel(photo_set: Set, k: CardPanel, letter: str, say: Say) -> tuple[str, ...]:
    panel = photo_set.panels[k.index]
    size = f"{say.length(panel.width)} x {say.length(panel.height)}"
    fold = "" if panel.shape in ("flat", "round") else f"{panel.shape}, fold {_angle(panel.fold)}"
    kind = ", ".join(filter(None, [panel.shape if panel.shape == "round" else "", fold]))
    name = panel.name if panel.surface in panel.name else f"{panel.name}, {panel.surface}"
    turned = (_angle(k.stood.turn), _angle(k.stood.down))
    return (letter, name, size, kind, *_stood(k.stood, say), say.length(k.to_face), *turned, "")


def _rows(card: Card, say: Say) -> list[Row]:
    s, half = card.photo_set, card.photo_set.room.width / 2
    room, backdrop, sitter, camera = s.room, s.backdrop, s.sitter, s.camera
    walls = [f"{SURFACE_LABELS[k]} {surface_text(getattr(room.surfaces, k))}" for k in SURFACE_LABELS]
    left, back, height = _stood(card.camera, say)
    turn, down = _angle(card.camera.turn), _angle(card.camera.down)
    made = [
        ("Room", f"{say.length(room.width)} wide, {say.length(room.depth)} deep, {say.length(room.height)} high"),
        ("", "; ".join(walls)),
        ("Backdrop", f"{backdrop.kind} {surface_text(backdrop.surface)}, {say.length(backdrop.width)} wide, "
         f"{say.length(backdrop.lower)} to {say.length(backdrop.height)} high; middle {say.length(card.backdrop_from_left)} "
         f"from left wall, {say.length(backdrop.z)} from back wall, turned {_angle(backdrop.turn)}"
         + (f"; {say.length(backdrop.sweep)} over the floor" if backdrop.sweep else "")),
        ("Sitter", f"{sitter.who}, {sitter.posture}, seat {say.length(sitter.seat_height)}, "
         f"{say.length(card.sitter_from_left)} from left wall, {say.length(sitter.z)} from back wall"),
        ("", f"body turned {_angle(sitter.body_turn)}, head {_angle(sitter.head_turn)}, chin down {_angle(sitter.head_nod)}, "
         f"tilt {_angle(sitter.head_tilt)}, chin forward {say.length(sitter.chin_forward)}"
         + (f"; cloth {surface_text(sitter.cloth)}" if sitter.cloth else "")),
        ("Camera", f"{left} from left wall, {back} from back wall, {height} high, turned {turn}, down {down}"),
        ("", f"{camera.focal_length:.0f} mm, {camera.orientation}, {aperture_text(camera.aperture)}, {time_text(camera.time)}, "
         f"ISO {camera.sensitivity:g}, {camera.white_balance:.0f} K"
         + (f", neutral filter {stops(camera.filter)}" if camera.filter else "")),
        ("Meter", f"all lights, dome to the lens {metered_aperture_text(card.all_lights)}"
         + (f"; dome to the key {metered_aperture_text(card.to_key)}" if card.to_key else "")),
    ]  # fmt: skip
    for piece in s.furniture:
        made.append(("In the room", f"{piece.name}, {say.length(piece.width)} x {say.length(piece.depth)} x {say.length(piece.height)}, "
                     f"{say.length(piece.x + half)} from left wall, {say.length(piece.z)} from back wall"))  # fmt: skip
    return made


def again_text(k: LightAgain, light: Light, feet: bool = False) -> str:
    """What a reading of this time says of a light."""
    say = Say(feet)
    if k.as_before:
        return f"{k.name}: as on the card ({stops_text(k.off)})"
    way, place = ("more", "nearer") if k.off > 0 else ("less", "farther")
    said = f"{k.name}: {stops(k.off)} {way} than on the card. It stands about {say.length(abs(k.nearer))} {place}"
    return said + (f", or is to be set to {setting_text(light, k.output)}." if k.output is not None else ".")


def rebuilt_texts(photo_set: Set, made: Rebuilt, feet: bool = False) -> list[str]:
    """All that the readings say, what is common to all of them first."""
    said = [again_text(k, photo_set.lights[k.index], feet) for k in made.lights]
    if made.common:
        way = "more" if made.common > 0 else "less"
        said.insert(
            0, f"All lights read {stops(made.common)} {way}: look at the meter's sensitivity before moving any of them."
        )
    return said
