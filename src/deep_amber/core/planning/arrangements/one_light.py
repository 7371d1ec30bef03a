"""Arrangements of one light, with or without boards."""

from ..rules import BOXES, Arrangement, At, LightRule, PanelRule

KEY = At(45, 35, 1.1, "nose")
OPPOSITE = At(-65, 0, 0.7)
UNDER_CHIN = At(0, -50, 0.5)
FLAT = ("butterfly", "loop", "on-axis", "open")
ROUND = ("loop", "Rembrandt", "butterfly", "short", "broad", "open")

ONE_LIGHT = (
    Arrangement(
        "one_box", "One box", "one light", "A first evening, a small room, one stand.",
        "The wall behind the camera and the floor fill what the box does not.",
        "In a dark room the shadow side goes black: bring a board.", ROUND,
        (LightRule("key", KEY, BOXES, longest=(0.5, 1.6)),), moods=("calm", "plain"),
    ),
    Arrangement(
        "one_box_board", "Box and board", "one light and boards", "One light, and a shadow side that is to be read.",
        "The board gives back what passes the face, from where the box is not.",
        "The board is nearer than the box, or it does nothing.", ROUND,
        (LightRule("key", KEY, BOXES, longest=(0.5, 1.6)),), (PanelRule("white", OPPOSITE),), moods=("friendly", "headshot"),
    ),
    Arrangement(
        "one_box_black", "Box and black board", "one light and boards", "A white room that fills every shadow.",
        "The black board takes away what the room gives back.", "It must be near: at a metre it takes little.",
        ("Rembrandt", "loop", "split", "short", "open"),
        (LightRule("key", KEY, BOXES, longest=(0.5, 1.6)),), (PanelRule("black", OPPOSITE),), moods=("dark", "serious"),
    ),
    Arrangement(
        "strip_side", "A strip at the side", "one light", "Half a face, a black ground.",
        "A narrow upright front draws a soft edge and leaves the ground alone.", "Turned a little past the nose, or the ground is lit.",
        ("split", "Rembrandt", "short", "open"),
        (LightRule("key", At(75, 12, 1.0, "nose"), ("softbox",), longest=(0.8, 2.0), narrow=True, upright=True),),
        tones=(-7.0, -0.5), moods=("dark", "dramatic"),
    ),
    Arrangement(
        "strip_level", "A strip lying over", "one light", "A strip, used as a wide low roof.",
        "Lying over the lens it lights both cheeks and leaves the neck.", "Its stand is behind the camera, or on a boom.",
        ("butterfly", "loop", "open"),
        (LightRule("key", At(0, 40, 1.0, "nose"), ("softbox",), longest=(0.8, 2.0), narrow=True, upright=False, boom=True),), moods=("beauty",),
    ),
    Arrangement(
        "strip_feathered", "A strip past the face", "one light", "A strip, its edge alone on the face.",
        "Aimed past the nose only its rim reaches the cheek: softer at the edge, darker behind.", "A hand's breadth too far and it is dark.",
        ("loop", "Rembrandt", "short", "open"),
        (LightRule("key", At(55, 25, 0.9, "nose"), ("softbox",), longest=(0.8, 2.0), narrow=True, aim="past the face", upright=True),),
        tones=(-7.0, 0.0), moods=("dark", "soft"),
    ),
    Arrangement(
        "strip_edge", "A strip from behind", "one light", "An outline alone: shape before face.",
        "From behind the head it draws hair, cheek and shoulder.", "Shine into the lens: a hood, or a board before it.",
        ("rim", "silhouette", "profile"),
        (LightRule("key", At(140, 20, 1.1), ("softbox",), longest=(0.8, 2.0), narrow=True, upright=True),),
        tones=(-7.0, -2.0), turns=False, moods=("dark", "mysterious"),
    ),
    Arrangement(
        "strip_board", "A strip and a wide board", "one light and boards", "A strip at one side, a board that makes it two.",
        "The board stands opposite and gives the strip back, softer.", "Both stay out of the frame at half body.", ("split", "loop", "open"),
        (LightRule("key", At(70, 15, 0.9, "nose"), ("softbox",), longest=(0.8, 2.0), narrow=True, upright=True),),
        (PanelRule("white", At(-75, 5, 0.6)),), moods=("even", "fashion"),
    ),
    Arrangement(
        "bare_bulb", "One bare bulb", "one light", "Sun in a room: hard edges, a bright wall.",
        "A small source draws every edge; the room's bounce is the fill.", "Pores and wrinkles are drawn too.",
        ("loop", "Rembrandt", "split", "butterfly", "open"),
        (LightRule("key", At(40, 35, 1.4, "nose"), ("bare", "bowl"), longest=(0.0, 0.3)),), hardness=("hard",), moods=("hard", "summer"),
    ),
    Arrangement(
        "bowl_grid", "A bowl with a grid", "one light", "A spot of light on a face, dark all round.",
        "The grid keeps the light off walls and ground.", "A head that leans leaves the spot.",
        ("Rembrandt", "loop", "split", "butterfly", "open"),
        (LightRule("key", At(40, 35, 1.3, "nose"), ("bowl", "snoot", "dish"), longest=(0.0, 0.7), grid=20),),
        tones=(-7.0, -1.0), hardness=("hard", "medium"), moods=("stage", "dramatic", "dark"),
    ),
    Arrangement(
        "dish_over", "A dish over the lens", "one light", "Cheekbones: crisp, even, from the middle.",
        "A dish is smaller than a box and larger than a bowl: edges are drawn and yet wrap.",
        "Deep-set eyes go dark: lower it, or a board under the chin.", ("butterfly", "open"),
        (LightRule("key", At(0, 35, 0.9, "nose"), ("dish", "octa", "bowl"), longest=(0.15, 1.0), boom=True),),
        hardness=("medium", "hard"), moods=("beauty", "fashion"),
    ),
    Arrangement(
        "clam_board", "Dish over, board under", "one light and boards", "Beauty with one light.",
        "The board under the chin fills nose, lids and neck.", "Too near, and it is light from below.", ("clamshell", "butterfly", "open"),
        (LightRule("key", At(0, 38, 0.9, "nose"), ("dish", "octa", "softbox"), longest=(0.15, 1.3), boom=True),),
        (PanelRule("white", UNDER_CHIN, holding="lap", least=0.3),), moods=("beauty", "fresh"),
    ),
    Arrangement(
        "lap_silver", "Box over, silver in the lap", "one light and boards", "Eyes that shine, with one light.",
        "The curved silver in the lap gives a second highlight under each pupil.", "Silver is hard: a hand's breadth lower is softer.",
        ("clamshell", "butterfly", "loop", "open"),
        (LightRule("key", At(10, 38, 0.9, "nose"), BOXES, longest=(0.5, 1.4)),),
        (PanelRule("silver", UNDER_CHIN, "curved", "lap", 0.3),), moods=("beauty", "bright"),
    ),
    Arrangement(
        "umbrella_boards", "Umbrella over, boards both sides", "one light and boards", "A wall of light from one umbrella.",
        "The umbrella lights all; two boards keep both cheeks.", "It lights the ground too: move the sitter off it.", FLAT,
        (LightRule("key", At(0, 40, 1.2), ("umbrella", "octa"), longest=(0.7, 2.2), boom=True),),
        (PanelRule("white", At(70, 0, 0.6)), PanelRule("white", At(-70, 0, 0.6), needed=False)), moods=("even", "family", "bright"),
    ),
    Arrangement(
        "in_front", "Large box behind the camera", "one light", "Even and quick; a group, a child that moves.",
        "So large and so near the lens that the face has hardly a shadow.", "Flat: the face's shape is left to hair and pose.",
        ("on-axis", "butterfly", "open"),
        (LightRule("key", At(0, 22, 1.9), ("umbrella", "octa", "softbox"), longest=(0.8, 2.5)),), turns=False, moods=("even", "family"),
    ),
    Arrangement(
        "from_below", "From below", "one light", "A fire, a screen, a tale told at night.",
        "Light from under the chin turns every shadow over.", "It frightens; that is what it is for.", ("under light",),
        (LightRule("key", At(10, -42, 0.8), ("softbox", "bowl", "bare"), longest=(0.0, 0.8)),), turns=False,
        tones=(-7.0, 0.0), hardness=("medium", "hard", "soft"), moods=("eerie", "dark"),
    ),
    Arrangement(
        "profile_front", "Profile, lit on its line", "one light", "A profile whose line is bright.",
        "The light stands where the nose points, so the line of brow, nose and chin is drawn.", "The ear's side is dark: a board there.",
        ("profile", "short", "open"),
        (LightRule("key", At(15, 15, 1.1, "nose"), ("softbox", "octa", "bowl"), longest=(0.2, 1.3)),), turns=False, tones=(-7.0, 0.0),
        moods=("quiet", "classic"),
    ),
    Arrangement(
        "profile_behind", "Profile against the light", "one light", "A profile that is an outline.",
        "From behind and beyond the face only its line is lit.", "The lens sees the light's edge: a board before it.",
        ("profile", "rim", "silhouette"),
        (LightRule("key", At(125, 15, 1.2), ("softbox", "bowl", "bare"), longest=(0.0, 2.0)),), turns=False, tones=(-7.0, -2.0),
        hardness=("soft", "medium", "hard"), moods=("dark", "mysterious"),
    ),
    Arrangement(
        "half_and_half", "Dark half, lit half", "one light", "One half against light, the other against dark.",
        "One side light makes the lit half of the face and, past it, the other half of the ground.",
        "The ground must be near enough to be lit on one side.", ("split", "Rembrandt", "open"),
        (LightRule("key", At(85, 10, 1.3, "nose"), ("softbox", "umbrella", "octa"), longest=(0.4, 1.6)),), tones=(-4.0, 0.5),
        moods=("graphic", "dramatic"),
    ),
    Arrangement(
        "lying", "Lying, box overhead", "one light", "A sitter who lies, the lens over the side.",
        "What is from the front for a standing face is overhead here.", "A boom over a person: weight, and nobody under it while it is set.",
        ("butterfly", "loop", "open"), (LightRule("key", At(20, 45, 1.0), BOXES, longest=(0.4, 1.4), boom=True),),
        turns=False, moods=("dreamy",), postures=("lying",),
    ),
)  # fmt: skip
