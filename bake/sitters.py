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
        iris=(0.11, 0.15, 0.17),
        scale=1.06,
        eye_above_seat=0.79,
    ),
)
