"""Arrangements with what a room has: windows, sheets, walls, ceilings, household lamps."""

from ..rules import LASTING, Arrangement, At, LightRule, PanelRule

ROUND = ("loop", "Rembrandt", "butterfly", "short", "broad", "open")
BY_DAY = ("split", "Rembrandt", "loop", "short", "broad", "profile", "open")
LAMP = (*ROUND, "split", "under light", "profile")
WINDOW = LightRule("key", At(60, 10, 1.2), ("bare",), ("window",), where="window")

FOUND_LIGHT = (
    Arrangement(
        "window", "A window", "window", "Day, no gear.", "A window is a box as large as it is; its distance is the dial.",
        "Clouds change it by a stop within a minute.", BY_DAY, (WINDOW,), turns=False,
        moods=("quiet", "natural"),
    ),
    Arrangement(
        "window_sheet", "A window with a cloth", "window", "Sun through the window.",
        "A sheet before the panes makes the sun as large as the window.", "It takes two to three stops: a longer time, a stand.",
        BY_DAY, (WINDOW,), turns=False, moods=("quiet", "natural", "soft"),
    ),
    Arrangement(
        "window_board", "A window and a board", "window", "A window whose shadow side is to be read.",
        "A white board opposite gives the day back.", "Warm floors and walls tint what they give back.",
        BY_DAY, (WINDOW,), (PanelRule("white", At(-65, 0, 0.6)),), turns=False, moods=("natural", "friendly"),
    ),
    Arrangement(
        "board_bounce", "Off a board", "bounced", "A flash without a modifier, made large.",
        "The flash looks at a white board, and the board at the face.", "The flash's own edge must not reach the face.",
        ROUND, (LightRule("key", At(45, 25, 0.9, "nose"), ("bowl", "bare"), aim="board"),), (PanelRule("white", At(45, 25, 0.9, "nose"), least=0.6),),
        hardness=("soft", "medium"), moods=("soft", "plain"),
    ),
    Arrangement(
        "wall_bounce", "Off the wall", "bounced", "A white wall at the side, one flash.",
        "A lit patch of wall is a window where there is none.", "The wall's colour comes along.",
        ("split", "Rembrandt", "loop", "open"), (LightRule("key", At(60, 10, 0.8), ("bowl", "bare"), aim="nearest wall"),), turns=False,
        moods=("natural", "soft"),
    ),
    Arrangement(
        "ceiling_bounce", "Off the ceiling", "bounced", "Even light for many, one flash.",
        "The whole ceiling lights from above.", "Eyes in shadow: a board under the chin.", ("overhead", "butterfly", "open"),
        (LightRule("key", At(20, 20, 1.2), ("bowl", "bare"), aim="ceiling"),), (PanelRule("white", At(0, -50, 0.5), holding="lap", least=0.3, needed=False),),
        turns=False, moods=("even", "family"),
    ),
    Arrangement(
        "through_sheet", "Through a sheet", "bounced", "No box: a bed sheet between flash and face.",
        "The sheet is the front; how much of it is lit is its size.", "It takes about two stops. A hot lamp stays a metre off it.",
        ROUND, (LightRule("key", At(45, 25, 1.7, "nose"), ("bare", "bowl", "umbrella")),), (PanelRule("silk", At(45, 25, 0.8, "nose")),),
        moods=("soft", "natural"),
    ),
    Arrangement(
        "lamps_near", "Weak lamps near the face", "lamps", "Household lamps, the camera still.",
        "Near, a weak lamp is strong; each one is a light you can see before you press.", "Bulbs of one kind, or the colours fight. Hot shades stay off cloth.",
        LAMP, (LightRule("key", At(45, 25, 0.6, "nose"), ("bare", "home-made box", "umbrella"), LASTING),), hardness=("soft", "medium", "hard"), moods=("warm", "evening"),
    ),
    Arrangement(
        "two_lamps", "Two lamps", "lamps", "A lamp and a weaker one.", "One near, one far: the distance is the dial.",
        "Both warm: set the balance by a card.", LAMP,
        (LightRule("key", At(45, 25, 0.6, "nose"), ("bare", "home-made box", "umbrella"), LASTING),
         LightRule("fill", At(-30, 10, 1.4), ("bare", "home-made box", "umbrella"), LASTING, under=1.5)),
        hardness=("soft", "medium", "hard"), moods=("warm", "evening"),
    ),
    Arrangement(
        "silhouette", "Lit ground, dark sitter", "one light", "A shape alone.",
        "Only the ground is lit; the sitter stands before it.", "Any light from the front spoils it: black boards.",
        ("silhouette",), (LightRule("background", At(0, 0, 1.0), ("bowl", "umbrella", "bare", "softbox"), aim="backdrop", where="at the backdrop"),),
        tones=(0.0, 3.0), turns=False, hardness=("soft", "medium", "hard"), moods=("graphic", "mysterious"),
    ),
)  # fmt: skip
