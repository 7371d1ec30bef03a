"""Who the sitters are: shape targets, skin, hair, cloth, and the figures the data does not hold."""

from dataclasses import dataclass


@dataclass(frozen=True)
class Look:
    name: str
    description: str
    body: dict  # gender, age, muscle, weight, ancestry shares (african, asian, caucasian)
    shape: dict
    lids: tuple  # ancestry of the lid target, lid height over the eye's centre [mm]
    neck: str
    hair_style: str
    skin: tuple  # linear reflectance
    hair: tuple
    brow_colour: tuple
    brow_strength: float
    cloth: tuple
    trousers: tuple
    iris: tuple
    scale: float  # the data's adults come out 5-8 % small
    eye_above_seat: float  # [m], sitting eye height, ISO 7250 medians: women .74, men .79


def both_sides(*targets):
    return {f"{group}/{side}-{name}": weight for group, name, weight in targets for side in "lr"}


SITTERS = (
    Look(
        name="nadia",
        description="Woman of about thirty, dark skin, hair pulled back",
        body=dict(gender=0, age=0.53, muscle=0.5, weight=0.62, ancestry=(0.8, 0.1, 0.1)),
        shape={
            "head/head-oval": 0.5,
            "torso/measure-shoulder-dist-decr": 0.35,
            "mouth/mouth-lowerlip-volume-incr": 0.2,
            **both_sides(("cheek", "cheek-volume-incr", 0.3), ("cheek", "cheek-bones-incr", 0.35)),
        },
        lids=("african", 3.8),
        neck="crew",
        hair_style="back",
        skin=(0.21, 0.115, 0.072),
        hair=(0.018, 0.014, 0.012),
        brow_colour=(0.014, 0.011, 0.010),
        brow_strength=0.8,
        cloth=(0.40, 0.37, 0.32),
        trousers=(0.06, 0.065, 0.085),
        iris=(0.05, 0.025, 0.012),
        scale=1.06,
        eye_above_seat=0.74,
    ),
    Look(
        name="anton",
        description="Man of about sixty-five, grey cropped hair, strong brow",
        body=dict(gender=1, age=0.80, muscle=0.58, weight=0.55, ancestry=(0.1, 0.1, 0.8)),
        shape={
            "eyebrows/eyebrows-trans-forward": 0.6,
            "eyebrows/eyebrows-trans-down": 0.2,
            "forehead/forehead-nubian-decr": 0.25,
            "forehead/forehead-trans-backward": 0.2,
            "head/head-square": 0.4,
            "torso/measure-shoulder-dist-decr": 0.5,
            "chin/chin-width-incr": 0.3,
            "chin/chin-prominent-incr": 0.3,
            "nose/nose-hump-incr": 0.5,
            "nose/nose-scale-depth-incr": 0.3,
            "nose/nose-volume-incr": 0.2,
            "mouth/mouth-laugh-lines-in": 0.3,
            **both_sides(("cheek", "cheek-bones-incr", 0.3), ("cheek", "cheek-inner-decr", 0.25)),
        },
        lids=("caucasian", 3.2),
        neck="vee",
        hair_style="crop",
        skin=(0.50, 0.335, 0.265),
        hair=(0.30, 0.28, 0.26),
        brow_colour=(0.13, 0.11, 0.095),
        brow_strength=0.75,
        cloth=(0.085, 0.11, 0.16),
        trousers=(0.16, 0.14, 0.11),
        iris=(0.11, 0.15, 0.17),
        scale=1.06,
        eye_above_seat=0.79,
    ),
    Look(
        name="linnea",
        description="Woman of about twenty-five, fair skin, long brown hair",
        body=dict(gender=0, age=0.5, muscle=0.5, weight=0.45, ancestry=(0.15, 0.25, 0.6)),
        shape={
            "torso/measure-shoulder-dist-decr": 0.5,
            "head/head-oval": 0.5,
            "mouth/mouth-upperlip-volume-incr": 0.3,
            "mouth/mouth-lowerlip-volume-incr": 0.3,
            "nose/nose-scale-horiz-decr": 0.25,
            "nose/nose-width1-decr": 0.4,
        },
        lids=("caucasian", 3.8),
        neck="crew",
        hair_style="long",
        skin=(0.60, 0.42, 0.34),
        hair=(0.13, 0.075, 0.04),
        brow_colour=(0.09, 0.055, 0.035),
        brow_strength=0.7,
        cloth=(0.20, 0.24, 0.19),
        trousers=(0.10, 0.095, 0.09),
        iris=(0.13, 0.17, 0.15),
        scale=1.06,
        eye_above_seat=0.74,
    ),
    Look(
        name="greta",
        description="Woman of about seventy-five, fair skin, white bob",
        body=dict(gender=0, age=0.88, muscle=0.4, weight=0.5, ancestry=(0.1, 0.1, 0.8)),
        shape={
            "head/head-age-incr": 0.45,
            "torso/measure-shoulder-dist-decr": 0.4,
            "neck/neck-double-incr": 0.25,
            "mouth/mouth-laugh-lines-in": 0.3,
            **both_sides(("eyes", "eye-bag-incr", 0.35), ("cheek", "cheek-inner-decr", 0.3)),
        },
        lids=("caucasian", 3.4),
        neck="crew",
        hair_style="bob",
        skin=(0.60, 0.43, 0.36),
        hair=(0.50, 0.48, 0.46),
        brow_colour=(0.30, 0.28, 0.26),
        brow_strength=0.55,
        cloth=(0.22, 0.10, 0.12),
        trousers=(0.07, 0.07, 0.075),
        iris=(0.15, 0.19, 0.22),
        scale=1.06,
        eye_above_seat=0.70,
    ),
    Look(
        name="milo",
        description="Boy of about eight, light brown skin, cropped hair",
        body=dict(gender=0.6, age=0.2, muscle=0.5, weight=0.5, ancestry=(0.2, 0.3, 0.5)),
        shape={},
        lids=("caucasian", 3.8),
        neck="crew",
        hair_style="crop",
        skin=(0.47, 0.31, 0.225),
        hair=(0.06, 0.038, 0.025),
        brow_colour=(0.05, 0.035, 0.025),
        brow_strength=0.7,
        cloth=(0.45, 0.32, 0.10),
        trousers=(0.07, 0.09, 0.14),
        iris=(0.09, 0.055, 0.03),
        scale=1.0,
        eye_above_seat=0.56,
    ),
    Look(
        name="jun",
        description="Man of about thirty, light skin, narrow face, shaved head",
        body=dict(gender=1, age=0.55, muscle=0.45, weight=0.3, ancestry=(0.1, 0.8, 0.1)),
        shape={
            "head/head-rectangular": 0.4,
            "head/head-scale-horiz-decr": 0.3,
            **both_sides(("cheek", "cheek-volume-decr", 0.6), ("cheek", "cheek-bones-incr", 0.5)),
        },
        lids=("asian", 3.4),
        neck="crew",
        hair_style="bald",
        skin=(0.54, 0.38, 0.28),
        hair=(0.05, 0.04, 0.03),
        brow_colour=(0.03, 0.025, 0.022),
        brow_strength=0.75,
        cloth=(0.12, 0.12, 0.12),
        trousers=(0.05, 0.05, 0.055),
        iris=(0.05, 0.03, 0.018),
        scale=1.06,
        eye_above_seat=0.79,
    ),
)
