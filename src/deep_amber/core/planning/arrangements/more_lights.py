"""Arrangements of two lights and of many."""

from ..rules import BOXES, Arrangement, At, LightRule, PanelRule

KEY = At(45, 35, 1.1, "nose")
ROUND = ("loop", "Rembrandt", "butterfly", "short", "broad", "open")
BACKGROUND = LightRule(
    "background", At(0, 0, 1.0), ("bowl", "bare", "softbox"), aim="backdrop", where="at the backdrop", under=1.0
)
RIM = LightRule(
    "rim", At(-145, 35, 1.2), ("softbox", "bowl", "snoot", "bare"), longest=(0.0, 1.6), upright=True, under=0.5
)
FILL = LightRule("fill", At(-15, 12, 1.7), ("umbrella", "octa", "softbox"), longest=(0.5, 2.2), under=2.0)

MORE_LIGHTS = (
    Arrangement(
        "key_and_fill", "Key and a weaker front", "two lights", "The depth of shadow is a dial.",
        "A wide light near the lens fills by as much as it is turned up.", "Two noses' shadows: the fill stays wide and near the lens.",
        ROUND, (LightRule("key", KEY, BOXES, longest=(0.4, 1.4)), FILL), moods=("headshot", "friendly"),
    ),
    Arrangement(
        "key_and_rim", "Key and an edge", "two lights", "Dark hair on a dark ground.",
        "A light from behind on the other side lifts hair and shoulder off the ground.", "Off the nose: no further round than the ear.",
        ROUND, (LightRule("key", KEY, BOXES, longest=(0.4, 1.4)), RIM), tones=(-7.0, 0.5), moods=("dramatic", "dark"),
    ),
    Arrangement(
        "key_and_ground", "Key and a light on the ground", "two lights", "The ground's tone is set apart from the face.",
        "Far from the ground the key leaves it dark; a light of its own makes it what is wanted.", "Its stand hides behind the sitter, or aside.",
        ROUND, (LightRule("key", KEY, BOXES, longest=(0.4, 1.4)), BACKGROUND), moods=("headshot",),
    ),
    Arrangement(
        "spot_behind", "A spot behind the head", "two lights", "A ground that fades from behind the head.",
        "A small light on the ground behind the sitter falls off to the edges.", "It is hidden by the shoulders, or it shows.",
        ROUND, (LightRule("key", KEY, BOXES, longest=(0.4, 1.4)),
                LightRule("background", At(180, -30, 0.7), ("bowl", "snoot", "bare"), aim="backdrop", where="behind the sitter", under=1.0)),
        tones=(-3.0, 1.5), moods=("painted", "classic"),
    ),
    Arrangement(
        "over_and_under", "Over and under", "two lights", "Two fronts, one over and one under the lens.",
        "From above the shape, from below the eyes; the one below is weaker.", "The lower one over half the upper is a mask.",
        ("clamshell", "butterfly", "open"),
        (LightRule("key", At(0, 38, 1.0, "nose"), ("octa", "dish", "softbox"), boom=True),
         LightRule("fill", At(0, -32, 0.9), ("softbox", "umbrella", "octa"), under=1.5)), moods=("beauty",),
    ),
    Arrangement(
        "clam_of_two", "Two boxes, open like a book", "two lights", "Beauty, the lens looks through the gap.",
        "Both fronts are near and large: nearly no shadow, two highlights.", "The lens stays between them, and sees neither.",
        ("clamshell", "butterfly", "on-axis", "open"),
        (LightRule("key", At(0, 30, 0.9, "nose"), ("softbox", "octa"), longest=(0.5, 2.0), upright=False),
         LightRule("fill", At(0, -25, 0.9), ("softbox", "umbrella", "octa"), longest=(0.5, 2.2), upright=False, under=0.7)), moods=("beauty", "bright"),
    ),
    Arrangement(
        "box_as_ground", "A box as the ground", "two lights", "White round the head without white paper.",
        "A box stands behind the sitter and is the ground; a second lights the face.", "It shines into the lens: no brighter than just white.",
        ("butterfly", "loop", "on-axis", "open"),
        (LightRule("key", At(20, 30, 1.1, "nose"), BOXES, longest=(0.4, 1.4)),
         LightRule("background", At(180, 0, 0.8), ("softbox", "octa"), aim="face", where="behind the sitter", longest=(0.8, 2.5), under=0.5)),
        tones=(1.0, 3.0), moods=("bright", "high key"),
    ),
    Arrangement(
        "crossed_on_white", "Two lights crossed on white", "many lights", "A white ground that is even.",
        "Each lights the far half of the paper, so both add up to one tone.", "Black boards between them and the sitter, or the edge is lost.",
        ("butterfly", "loop", "on-axis", "open"),
        (LightRule("key", At(25, 30, 1.2, "nose"), BOXES, longest=(0.4, 1.6)),
         LightRule("background", At(0, 0, 1.0), ("bowl", "umbrella", "bare"), aim="backdrop", where="at the backdrop"),
         LightRule("background", At(-1, 0, 1.0), ("bowl", "umbrella", "bare"), aim="backdrop", where="at the backdrop")),
        tones=(1.0, 3.0), moods=("bright", "high key", "shop"),
    ),
    Arrangement(
        "four", "Key, fill, edge and ground", "many lights", "Every part of the picture has its own dial.",
        "Four lights, each for one thing.", "Four stands in a small room: measure before carrying.",
        ROUND, (LightRule("key", KEY, BOXES, longest=(0.3, 1.4)), FILL, RIM, BACKGROUND), moods=("headshot", "business"),
    ),
    Arrangement(
        "three", "Key, edge and ground", "many lights", "Depth in a dark room.",
        "The edge frees the hair, the ground stands back.", "The edge is no brighter than the key.",
        ROUND, (LightRule("key", KEY, BOXES, longest=(0.3, 1.4)), RIM, BACKGROUND), moods=("dramatic", "business"),
    ),
    Arrangement(
        "two_edges", "Two edges and a front", "many lights", "Sport, shape, a dark room.",
        "Light from behind on both sides, and a weak front that keeps the eyes.", "Both are kept off the nose, and out of the lens.",
        ("rim", "butterfly", "on-axis", "open"),
        (LightRule("key", At(0, 25, 1.3, "nose"), ("octa", "dish", "softbox", "umbrella")), RIM,
         LightRule("rim", At(145, 35, 1.2), ("softbox", "bowl", "bare"), longest=(0.0, 1.6), upright=True, under=0.5)),
        tones=(-7.0, -0.5), turns=False, hardness=("medium", "hard", "soft"), moods=("sport", "dark"),
    ),
    Arrangement(
        "hair_board", "Hair from a board", "one light and boards", "Hair lifted without a second light.",
        "A silver board behind and over the shoulder gives the key back to the hair.", "It shows at the frame's edge: higher, or further round.",
        ROUND, (LightRule("key", At(30, 35, 1.0, "nose"), BOXES, longest=(0.4, 1.4)),), (PanelRule("silver", At(-140, 15, 0.7)),),
        tones=(-7.0, 0.0), moods=("classic",),
    ),
    Arrangement(
        "interview", "Interview of two", "two lights", "Two who look at each other.",
        "Each is lit from beyond the other: the key of one is the edge of the other.", "Both keys at one height, both faces alike.",
        ("short", "loop", "open"),
        (LightRule("key", At(55, 30, 1.3, "nose"), BOXES, longest=(0.4, 1.4)),
         LightRule("rim", At(-130, 30, 1.4), ("softbox", "octa", "bowl", "umbrella"), under=0.3)), moods=("talk", "film"), for_two=True,
    ),
    Arrangement(
        "short_classic", "Turned away, lit beyond", "two lights", "A narrow face, a painter's light.",
        "The far cheek is lit, the near one in shadow; a weak front reads it.", "The near eye must catch the key.",
        ("short", "Rembrandt", "loop", "open"), (LightRule("key", KEY, BOXES, longest=(0.4, 1.3)), FILL), tones=(-5.0, 0.5),
        moods=("painted", "classic"),
    ),
)  # fmt: skip
