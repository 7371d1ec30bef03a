"""Wide-gamut pictures are read by their profile, against matrices worked out from the standards' primaries."""

import io
import struct
import unittest

import numpy as np
from PIL import Image

from deep_amber.formats.real_picture import linear_of

D65 = np.array([0.3127, 0.3290])
SRGB = np.array([[0.64, 0.33], [0.30, 0.60], [0.15, 0.06]])  # IEC 61966-2-1
WIDE = {
    "Display P3": np.array([[0.680, 0.320], [0.265, 0.690], [0.150, 0.060]]),  # SMPTE EG 432-1
    "Adobe RGB": np.array([[0.64, 0.33], [0.21, 0.71], [0.15, 0.06]]),
}
# Bradford's adaptation from D65 to the D50 of the profile connection space (ICC.1, annex E).
TO_D50 = np.array(
    [[1.0478112, 0.0228866, -0.0501270], [0.0295424, 0.9904844, -0.0170491], [-0.0092345, 0.0150436, 0.7521316]]
)
GAMMA = 2.2


def to_xyz(primaries: np.ndarray) -> np.ndarray:
    """(3, 3) from linear values to XYZ under D65."""
    xyz = np.array([[x / y, 1.0, (1 - x - y) / y] for x, y in primaries]).T
    x, y = D65
    return xyz * np.linalg.solve(xyz, [x / y, 1.0, (1 - x - y) / y])


def profile(primaries: np.ndarray, name: str) -> bytes:
    """A matrix profile of version 2 with one gamma for all channels."""

    def xyz(values) -> bytes:
        return b"XYZ \0\0\0\0" + b"".join(struct.pack(">i", round(float(v) * 65536)) for v in values)

    said = name.encode() + b"\0"
    desc = b"desc\0\0\0\0" + struct.pack(">I", len(said)) + said + b"\0" * 78
    curve = b"curv\0\0\0\0" + struct.pack(">IH", 1, round(GAMMA * 256)) + b"\0\0"
    columns = (TO_D50 @ to_xyz(primaries)).T
    tags = {b"desc": desc, b"cprt": b"text\0\0\0\0none\0", b"wtpt": xyz((0.9642, 1.0, 0.8249))}
    tags |= {k: xyz(v) for k, v in zip((b"rXYZ", b"gXYZ", b"bXYZ"), columns, strict=True)}
    tags |= {k: curve for k in (b"rTRC", b"gTRC", b"bTRC")}
    table, data = b"", b""
    start = 128 + 4 + 12 * len(tags)
    for tag, body in tags.items():
        table += tag + struct.pack(">II", start + len(data), len(body))
        data += body + b"\0" * (-len(body) % 4)
    head = struct.pack(">I4sI", start + len(data), b"none", 0x02200000) + b"mntrRGB XYZ " + b"\0" * 12 + b"acsp"
    head = head.ljust(68, b"\0") + struct.pack(">iii", 63190, 65536, 54061)
    return head.ljust(128, b"\0") + struct.pack(">I", len(tags)) + table + data


def read(colour: np.ndarray, kind: str, icc: bytes | None) -> np.ndarray:
    """Linear values that are read of a plain picture whose file has these linear values in its own colours."""
    codes = np.round(colour ** (1 / GAMMA) * 255).astype(np.uint8)
    file = io.BytesIO()
    how = {"quality": 100, "subsampling": 0} if kind == "JPEG" else {}
    Image.fromarray(np.broadcast_to(codes, (80, 64, 3)).copy()).save(file, kind, icc_profile=icc, **how)
    return linear_of(file.getvalue(), (64, 80))[40, 32]


class Wide(unittest.TestCase):
    def test_skin_grey_and_red_cloth_are_read_in_their_own_colours(self):
        for name, primaries in WIDE.items():
            back = np.linalg.inv(to_xyz(primaries)) @ to_xyz(SRGB)
            for srgb in ([0.42, 0.22, 0.14], [0.18, 0.18, 0.18], [0.35, 0.05, 0.05]):
                for kind in ("JPEG", "PNG", "TIFF"):
                    with self.subTest(name, kind=kind, srgb=srgb):
                        made = read(back @ np.array(srgb), kind, profile(primaries, name))
                        self.assertLess(float(np.abs(np.log2(made / srgb)).max()), 0.12)

    def test_taken_for_srgb_the_same_file_is_stops_off(self):
        back = np.linalg.inv(to_xyz(WIDE["Adobe RGB"])) @ to_xyz(SRGB)
        wrong = read(back @ np.array([0.35, 0.05, 0.05]), "PNG", None)
        self.assertGreater(abs(float(np.log2(wrong[0] / 0.35))), 0.2)

    def test_a_profile_that_cannot_be_read_is_passed_over(self):
        made = read(np.array([0.18, 0.18, 0.18]), "PNG", b"no profile at all")
        self.assertAlmostEqual(float(made[1]), 0.18, delta=0.02)


if __name__ == "__main__":
    unittest.main()
