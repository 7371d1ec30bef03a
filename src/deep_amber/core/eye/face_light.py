"""The key's direction and size from the light on the face itself: every light of a table is tried against the picture.

What a picture shows on the skin is light of one front and of broad lobes from all round (board, room, second light), none
of them negative; the share of each is found by least squares for every direction and size at once (coordinate descent:
V. Franc, V. Hlavac, M. Navara, 2005, Sequential coordinate-wise algorithm for the non-negative least squares problem).
"""

from dataclasses import dataclass

import numpy as np

from ..srgb import LUMINANCE
from .face_table import FaceTable, face_table
from .head_pose import HeadPose

FULL = 0.97  # of white from which a place is clipped
DARK = 0.08  # of the face's bright skin, added where differences are weighed: noise and scatter (assumption)
AROUND = 0.0035  # [m] half the side of what is read about a place
SIDEWAYS = 0.35  # cosine to the lens under which a place is not read
LEAST = 40  # places that have to be read
LOBES = np.array([[1, 0, 0], [-1, 0, 0], [0, 1, 0], [0, -1, 0], [0, 0, 1], [0, 0, -1]], float)
RIMS = np.array([[0.64, 0.42, -0.64], [-0.64, 0.42, -0.64]])  # ways to lights from behind, narrower
BEHIND = -0.35  # cosine to the lens beyond which a light is no key
A_KEY = 0.5  # share of the face's light that a key has at least, as a rule (assumption)
SELDOM = 8.0  # log likelihood that a key of nothing loses
SWEEPS = 40
COARSE = 4  # each so manyth direction is tried while places that fit ill are found
PASSES = 2  # of weighing those less that fit ill
ILL = 2.5  # usual misfits from which a place counts for less
TELLS = 18.0  # places that tell for themselves: neighbours err together (assumption, set so that the ring holds)


@dataclass(frozen=True, eq=False)
class FaceLight:
    ways: np.ndarray
    """(n, 3) ways toward lights, as the picture has them."""
    log: np.ndarray
    """(n, sizes) log likelihood."""
    differs: float
    """Of the best, root mean square over the face, as a share."""
    rest: float
    """Share of the face's light that is not the key's, in the best."""


@dataclass(frozen=True, eq=False)
class Sums:
    """A picture as sums over all that lies above and left of a place, so that a mean about any place is four values."""

    luminance: np.ndarray
    """(rows + 1, columns + 1)"""
    clipped: np.ndarray
    """Pixels that are clipped, alike."""


def sums_of(linear: np.ndarray) -> Sums:
    """Of (rows, columns, 3) linear values, white = 1."""

    def summed(values: np.ndarray) -> np.ndarray:
        return np.pad(values.cumsum(0).cumsum(1), ((1, 0), (1, 0)))

    return Sums(summed(linear @ LUMINANCE), summed((linear >= FULL).any(2).astype(float)))


def face_light(pose: HeadPose, picture: Sums, height: int) -> FaceLight | None:
    """How likely each direction and size of the key is, by the picture; None where too little of the face shows.

    Parameters
    ----------
    height : of the picture that the pose was found on [pixels]
    """
    table = face_table(pose.mesh)
    to_lens = pose.rotation.T @ [0.0, 0.0, 1.0]
    shown = table.open[int((table.ways @ to_lens).argmax())] & (table.normals @ to_lens > SIDEWAYS)
    values, shown = _read(pose, table, picture, height, shown)
    if shown.sum() < LEAST:
        return None
    ways = table.ways @ pose.rotation.T
    front = ways[:, 2] > BEHIND
    values = values[shown] / table.tone[shown]
    lobes = np.concatenate([np.maximum(ways @ LOBES.T, 0.0) ** 2, np.maximum(ways @ RIMS.T, 0.0) ** 8], 1)
    rest = ((lobes / lobes.sum(0)).T @ table.lit)[:, shown]
    rest = np.concatenate([rest, 1 / table.tone[None, shown]])  # light scattered in the lens lies over all alike
    bright = float(np.percentile(values, 90))
    weight = 1 / (values + DARK * bright)
    chosen = np.ix_(front, shown)
    tries = np.stack([k[chosen] for k in table.broad], 1)
    for _ in range(PASSES):
        _, made, _, _ = _best(tries[::COARSE], rest, values, weight)
        off = (values - made) / (values + DARK * bright)
        usual = float(np.median(np.abs(off))) * 1.48 + 1e-6
        weight = 1 / (values + DARK * bright) / (1 + (off / (ILL * usual)) ** 2)
    left, _, share, best = _best(tries, rest, values, weight)
    left = left / float(((values * weight) ** 2).sum())
    log = -0.5 * TELLS * np.log(left) - SELDOM * np.maximum(1 - share / A_KEY, 0.0)
    return FaceLight(ways[front], log, usual, 1 - float(share[best]))


def _best(
    tries: np.ndarray, rest: np.ndarray, values: np.ndarray, weight: np.ndarray
) -> tuple[np.ndarray, np.ndarray, np.ndarray, tuple[int, ...]]:
    """Of every try the weighted squares left, the best one's light on the face, of every try the key's share, and the best."""
    left, amounts = _fitted(tries, rest, values, weight)
    key = amounts[..., 0] * tries.sum(2)
    share = key / np.maximum(key + amounts[..., 1:] @ rest.sum(1), 1e-9)
    best = np.unravel_index(int((left * (1 + np.maximum(A_KEY - share, 0.0))).argmin()), left.shape)
    made = amounts[best][0] * tries[best] + amounts[best][1:] @ rest
    return left, made, share, tuple(map(int, best))


def _read(
    pose: HeadPose, table: FaceTable, picture: Sums, height: int, shown: np.ndarray
) -> tuple[np.ndarray, np.ndarray]:
    """(p,) luminance about each place, and which of those shown lie in the picture unclipped."""
    rows, columns = (k - 1 for k in picture.luminance.shape)
    share = rows / height
    at = pose.seen(table.points) * share
    half = max(AROUND * pose.scale * share, 0.5)
    low = np.round(at - half).astype(int)
    high = np.maximum(np.round(at + half).astype(int), low + 1)
    inside = (low >= 0).all(1) & (high[:, 0] <= columns) & (high[:, 1] <= rows) & shown
    x0, y0, x1, y1 = (np.where(inside, k, 0) for k in (low[:, 0], low[:, 1], high[:, 0], high[:, 1]))
    total, clipped = ((k[y1, x1] - k[y0, x1] - k[y1, x0] + k[y0, x0]) for k in (picture.luminance, picture.clipped))
    return total / np.maximum((x1 - x0) * (y1 - y0), 1), inside & (clipped < 1)


def _fitted(
    tries: np.ndarray, rest: np.ndarray, values: np.ndarray, weight: np.ndarray
) -> tuple[np.ndarray, np.ndarray]:
    """(n, sizes) weighted squares left, and (n, sizes, 1 + lobes) amounts, none negative."""
    shape = tries.shape[:2]
    # In short floats: what is lost lies far under the misfit of any face.
    rest, values, weight = (k.astype(np.float32) for k in (rest, values, weight))
    a, b, y = (tries * weight).reshape(-1, tries.shape[2]), rest * weight, values * weight
    size = np.maximum(np.sqrt((a**2).sum(1)), 1e-9)
    a = a / size[:, None]
    lobe = np.maximum(np.sqrt((b**2).sum(1)), 1e-9)
    b = b / lobe[:, None]
    across, among = a @ b.T, b @ b.T
    with_a, with_b = a @ y, b @ y
    key = np.maximum(with_a, 0.0)
    across = np.ascontiguousarray(across.T)  # a row a lobe, quick to walk along
    amounts = np.zeros_like(across)
    for _ in range(SWEEPS):
        for k in range(len(b)):
            others = among[k] @ amounts
            others -= amounts[k]
            np.maximum(with_b[k] - key * across[k] - others, 0.0, out=amounts[k])
        key = np.maximum(with_a - (across * amounts).sum(0), 0.0)
    squares = (
        y @ y + key**2 + ((among @ amounts) * amounts).sum(0) + 2 * key * (across * amounts).sum(0)
        - 2 * key * with_a - 2 * with_b @ amounts
    )  # fmt: skip
    found = np.concatenate([(key / size)[:, None], amounts.T / lobe], 1)
    return np.maximum(squares, 1e-12).reshape(shape), found.reshape(*shape, -1)
