"""How far handles stand off what they turn, in the drawings and for the moves that read them [m]."""

NOSE_HANDLE = 0.56  # before the eyes, along the nose: turns and nods the head
CHEST_HANDLE = 0.36  # before the body's axis: turns the body
BACKDROP_HANDLE = 0.45  # before the backdrop's middle: turns it
