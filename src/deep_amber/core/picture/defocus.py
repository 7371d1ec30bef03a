"""Blur of what is out of focus, laid over the sharp picture.

Sitter and background are two layers, so that the blurred ground does not bleed over a sharp edge. Each is split among a
few radii of blur, every place between the two nearest ones, and each part is spread over a disc: light is kept.
"""

from collections.abc import Callable
from dataclasses import dataclass

import numba as nb
import numpy as np

from ..transport.workers import in_chunks

RADII = np.array([0.0, 1.0, 2.0, 4.0, 8.0, 16.0, 32.0, 64.0], np.float32)  # [pixels] that the parts are blurred by
PIXEL = np.float32(0.55)  # [pixels], radius of a disc as large as one
SHARP = 0.6  # [pixels] of radius under which nothing is to be seen
COARSELY = 4  # places a radius at the coarse sizes that large blurs are made at
CHANNELS = 5  # of a layer: red, green, blue and the share, times the share, and 1 where the layer goes on
NOTHING = np.float32(1e-4)
FILL = np.float32(0.01)  # weight of what is carried on behind the front layer
CARRIED, CARRIED_BY = 4, 4  # coarse places a radius is carried beyond an outline, and their size [pixels]


@dataclass(frozen=True, eq=False)
class Layer:
    """A layer of the picture, (height, width, ...) float32."""

    values: np.ndarray  # (h, w, CHANNELS)
    radius: np.ndarray  # (h, w) of blur [pixels], where the share is over 0


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _levels(radius, radii, out, start, stop):
    """Where each radius lies among the radii, as a fractional index."""
    last = len(radii) - 1
    for y in range(start, stop):
        for x in range(radius.shape[1]):
            # A pixel has a size of its own: what is blurred by less is sharp.
            r, k = np.sqrt(max(radius[y, x] * radius[y, x] - PIXEL * PIXEL, np.float32(0))), 0
            while k < last - 1 and r > radii[k + 1]:
                k += 1
            out[y, x] = k + min(max((r - radii[k]) / (radii[k + 1] - radii[k]), np.float32(0)), np.float32(1))


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _part(values, at, level, by, pad, top, left, out, start, stop):
    """The part of a layer that goes by one radius, a coarse place the mean of by x by; `out` is padded with nought."""
    high, wide = at.shape
    scale = np.float32(1.0 / (by * by))
    for j in range(start, stop):
        for y in range(top + j * by, min(top + (j + 1) * by, high)):
            for i in range(out.shape[1] - 2 * pad):
                for x in range(left + i * by, min(left + (i + 1) * by, wide)):
                    share = np.float32(1) - abs(at[y, x] - level)
                    if share > 0:
                        for c in range(CHANNELS):
                            out[j + pad, i + pad, c] += share * scale * values[y, x, c]


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _sums(image, out, start, stop):
    """Running sums along each row; out is one place wider."""
    for y in range(start, stop):
        for c in range(CHANNELS):
            out[y, c] = 0
        for i in range(image.shape[1] * CHANNELS):
            out[y, i + CHANNELS] = out[y, i] + image[y, i // CHANNELS, i % CHANNELS]


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _add_row(sums, half, out, first, last):
    """Adds what a disc of that half width in a row takes from it, by the row's running sums."""
    beyond = max(half - np.float32(0.5), np.float32(0))  # of the middle place
    whole = int(beyond)
    share, part = min(2 * half, np.float32(1)), beyond - whole
    a, b = (whole + 1) * CHANNELS, -whole * CHANNELS
    # Pieces, so that no index can be negative: only then are many places worked on at once.
    right, left, into = sums[first + a : last + a], sums[first + b : last + b], out[first:last]
    beyond_right, beyond_left = (
        sums[first + a + CHANNELS : last + a + CHANNELS],
        sums[first + b - CHANNELS : last + b - CHANNELS],
    )
    for i in range(len(into)):
        inner = right[i] - left[i]
        into[i] += share * inner + part * (beyond_right[i] - beyond_left[i] - inner)


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _disc(sums, halves, pad, out, start, stop):
    """Mean over a disc; halves (rows,) of its width at each row. The rim of `pad` places is left as it is."""
    reach, weight = (len(halves) - 1) // 2, np.float32(0)
    first, last = pad * CHANNELS, sums.shape[1] - CHANNELS - pad * CHANNELS
    for half in halves:
        weight += 2 * half
    for y in range(start, stop):
        for k in range(len(halves)):
            _add_row(sums[y + k - reach], halves[k], out[y], first, last)
        for i in range(first, last):
            out[y, i] /= weight


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _enlarge(image, by, top, left, out, start, stop):
    """Adds the image, linearly between its places, to `out`, its first place at (top, left)."""
    high, wide = image.shape[0], image.shape[1]
    for y in range(start, stop):
        v = (y - top + np.float32(0.5)) / by - np.float32(0.5)
        if v < 0 or v > high - 1:
            continue
        j = min(int(v), high - 2)
        q = np.float32(v - j)
        for x in range(max(left, 0), min(left + wide * by, out.shape[1])):
            u = (x - left + np.float32(0.5)) / by - np.float32(0.5)
            if u < 0 or u > wide - 1:
                continue
            i = min(int(u), wide - 2)
            p = np.float32(u - i)
            for c in range(CHANNELS):
                upper = image[j, i, c] * (1 - p) + image[j, i + 1, c] * p
                lower = image[j + 1, i, c] * (1 - p) + image[j + 1, i + 1, c] * p
                out[y, x, c] += upper * (1 - q) + lower * q


def half_widths(radius: float) -> np.ndarray:
    """(rows,) float32 mean half width of a disc within each row of places; the rows' areas add up to the disc's."""
    reach = max(int(np.ceil(radius - 0.5)), 0)
    edges = np.clip(np.arange(-reach, reach + 2) - 0.5, -radius, radius)
    r = max(radius, 1e-6)
    area = (edges * np.sqrt(np.maximum(r * r - edges * edges, 0)) + r * r * np.arcsin(np.clip(edges / r, -1, 1))) / 2
    return np.diff(area).astype(np.float32)


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _add_sharp(values, at, out, start, stop):
    """Adds the part that is not blurred."""
    for y in range(start, stop):
        for x in range(at.shape[1]):
            share = np.float32(1) - at[y, x]
            if share > 0:
                for c in range(CHANNELS):
                    out[y, x, c] += share * values[y, x, c]


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _part_sums(values, at, level, y, left, wide, pad, out):
    """Running sums of one part along row y, `pad` places of nought before and after it."""
    for i in range(wide + 2 * pad):
        share = np.float32(0)
        if pad <= i < wide + pad:
            share = max(np.float32(1) - abs(at[y, left + i - pad] - level), np.float32(0))
        for c in range(CHANNELS):
            out[(i + 1) * CHANNELS + c] = out[i * CHANNELS + c]
            if share > 0:
                out[(i + 1) * CHANNELS + c] += share * values[y, left + i - pad, c]


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _add_disc(values, at, level, halves, left, wide, out, start, stop):
    """Adds one part, each place spread over a disc, to some rows of the picture; only their own sums are held.

    left, wide : the columns in which the part lies
    """
    high, whole_width = at.shape
    reach, pad, weight = (len(halves) - 1) // 2, 2 * len(halves), np.float32(0)
    for half in halves:
        weight += 2 * half
    sums = np.zeros((stop - start + 2 * reach, (wide + 2 * pad + 1) * CHANNELS), np.float32)
    for r in range(len(sums)):
        if 0 <= start - reach + r < high:
            _part_sums(values, at, level, start - reach + r, left, wide, pad, sums[r])
    first, last = len(halves) * CHANNELS, (wide + 2 * pad - len(halves)) * CHANNELS
    line = np.empty((wide + 2 * pad) * CHANNELS, np.float32)
    for y in range(start, stop):
        line[:] = 0
        for k in range(len(halves)):
            _add_row(sums[y - start + k], halves[k], line, first, last)
        for x in range(max(left - pad + len(halves), 0), min(left + wide + pad - len(halves), whole_width)):
            for c in range(CHANNELS):
                out[y, x, c] += line[(x - left + pad) * CHANNELS + c] / weight


def _add_part(values: np.ndarray, at: np.ndarray, level: int, out: np.ndarray) -> None:
    """Adds the part of a layer that goes by one of the radii, blurred, to `out`."""
    if level == 0:
        in_chunks(lambda a, b: _add_sharp(values, at, out, a, b), len(out), 64)
        return
    goes = np.abs(at - level) < 1
    rows, columns = (np.where(goes.any(axis))[0] for axis in (1, 0))
    if not len(rows):
        return
    radius = float(RADII[level])
    by = max(1, int(radius / COARSELY))
    # What the coarser places and the way back to fine ones spread by is left out of the disc, in squares.
    halves = half_widths(max(radius * radius - (by * by if by > 1 else 0), 0.0) ** 0.5 / by)
    inner, top, left = len(halves), int(rows[0]), int(columns[0])
    high, wide = -(-(int(rows[-1]) + 1 - top) // by), -(-(int(columns[-1]) + 1 - left) // by)
    if by == 1:
        start, stop = max(top - inner, 0), min(top + high + inner, len(out))
        share = np.float32(level)
        in_chunks(
            lambda a, b: _add_disc(values, at, share, halves, left, wide, out, start + a, start + b), stop - start, 64
        )
        return
    pad = 2 * inner
    part = np.zeros((high + 2 * pad, wide + 2 * pad, CHANNELS), np.float32)
    in_chunks(lambda a, b: _part(values, at, np.float32(level), by, pad, top, left, part, a, b), high, 32)
    sums = np.empty((len(part), (part.shape[1] + 1) * CHANNELS), np.float32)
    spread = np.zeros_like(part)
    flat = spread.reshape(len(part), -1)
    in_chunks(lambda a, b: _sums(part, sums, a, b), len(part), 32)
    in_chunks(lambda a, b: _disc(sums, halves, inner, flat, a + inner, b + inner), len(part) - 2 * inner, 16)
    first, last = max(top - pad * by, 0), min(top + (high + pad) * by, len(out))
    in_chunks(
        lambda a, b: _enlarge(spread, by, top - pad * by, left - pad * by, out, a + first, b + first), last - first, 32
    )


def _spread(values: np.ndarray, radius: np.ndarray) -> np.ndarray:
    """(h, w, CHANNELS) with each place spread over a disc of its own radius (h, w) [pixels]."""
    out, at = np.zeros_like(values), np.empty(radius.shape, np.float32)
    in_chunks(lambda a, b: _levels(radius, RADII, at, a, b), len(radius), 64)
    for level in range(int(at.min()), int(np.ceil(at.max())) + 1):
        _add_part(values, at, level, out)
    return out


def _carried(values: np.ndarray, known: np.ndarray) -> np.ndarray:
    """(h, w, channels) float32 of coarse values (h, w, channels), carried on from where they are known; their mean elsewhere."""
    mean = values[known].mean(0) if known.any() else np.zeros(values.shape[2], np.float32)
    filled = np.where(known[..., None], values, 0.0)
    for _ in range(CARRIED):
        total, count = np.zeros_like(filled), np.zeros(known.shape)
        for axis in (0, 1):
            for by in (-1, 1):
                beside = np.roll(known, by, axis)
                total += np.roll(filled, by, axis) * beside[..., None]
                count += beside
        filled = np.where(known[..., None], filled, total / np.maximum(count, 1)[..., None])
        known = known | (count > 0)
    return np.where(known[..., None], filled, mean).astype(np.float32)


@nb.njit(nogil=True, error_model="numpy", cache=True)
def _grown(coarse, values, radius, out, start, stop):
    """The radius at each pixel: its own where the layer has a share, else its coarse place's."""
    high, wide = coarse.shape[:2]
    for y in range(start, stop):
        for x in range(out.shape[1]):
            own = values[y, x, 3] > NOTHING
            out[y, x] = (
                radius[y, x] if own else coarse[min(y // CARRIED_BY, high - 1), min(x // CARRIED_BY, wide - 1), 0]
            )


def _outward(layer: Layer, colours: bool = False) -> tuple[np.ndarray, np.ndarray]:
    """The layer's radius (h, w) carried on beyond its outline, where its blur goes, and that and its colours coarsely."""
    share, coarse = layer.values[..., 3], slice(CARRIED_BY // 2, None, CARRIED_BY)
    some = layer.radius[coarse, coarse, None]
    if colours:
        some = np.concatenate([some, layer.values[coarse, coarse, :3]], -1)
    carried = _carried(some, share[coarse, coarse] > 0.99)
    made = np.empty(share.shape, np.float32)
    in_chunks(lambda a, b: _grown(carried, layer.values, layer.radius, made, a, b), len(made), 64)
    return made, carried


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _over(front, back, beyond, out, start, stop):
    """The front layer over the back one, carried on coarsely `beyond` its outline where the front lets it through.

    The front's last channel counts what a layer without edges would get.
    """
    high, wide = beyond.shape[:2]
    for y in range(start, stop):
        for x in range(out.shape[1]):
            j, i = min(y // CARRIED_BY, high - 1), min(x // CARRIED_BY, wide - 1)
            whole = max(front[y, x, 4], NOTHING)
            cover = front[y, x, 3] / whole
            rest = max(np.float32(1) - cover, np.float32(0)) / (back[y, x, 3] + FILL)
            for c in range(3):
                out[y, x, c] = front[y, x, c] / whole + rest * (back[y, x, c] + FILL * beyond[j, i, c + 1])


def defocused(front: Callable[[], Layer], back: Callable[[], Layer], out: np.ndarray) -> None:
    """Writes to `out` (h, w, 3) float32 the picture with both layers blurred by their own radii.

    The layers are made one after the other, as they are large. The values of the back layer are times the rest of each
    pixel; its last channel is not used.
    """
    layer = back()
    radius, beyond = _outward(layer, colours=True)
    behind = _spread(layer.values, radius)
    del layer
    layer = front()
    radius, _ = _outward(layer)
    before = _spread(layer.values, radius) if radius.max() >= SHARP else layer.values
    in_chunks(lambda a, b: _over(before, behind, beyond, out, a, b), len(out), 32)
