"""The ray library's C interface, called from compiled kernels: builds five times as fast as its Python wrapper.

The library is the one that embreex carries; the layout of its rays is tied to the pinned version. `tracer.py` tests
it before it is used and falls back to the wrapper.
"""

import ctypes
import weakref
from functools import cache
from pathlib import Path

import embreex
import numba as nb
import numpy as np
from llvmlite import ir
from numba import types
from numba.extending import intrinsic

_POINTER, _FLOAT3, _UINT3 = ctypes.c_void_p, 0x9003, 0x5003
_INDEX_BUFFER, _VERTEX_BUFFER, _MEDIUM = 0, 1, 1
_SIGNATURES = {
    "rtcNewDevice": (_POINTER, [ctypes.c_char_p]),
    "rtcNewScene": (_POINTER, [_POINTER]),
    "rtcNewGeometry": (_POINTER, [_POINTER, ctypes.c_int]),
    "rtcSetSharedGeometryBuffer": (
        None,
        [_POINTER, ctypes.c_int, ctypes.c_uint, ctypes.c_int, _POINTER] + [ctypes.c_size_t] * 3,
    ),
    "rtcCommitGeometry": (None, [_POINTER]),
    "rtcAttachGeometry": (ctypes.c_uint, [_POINTER, _POINTER]),
    "rtcReleaseGeometry": (None, [_POINTER]),
    "rtcSetSceneBuildQuality": (None, [_POINTER, ctypes.c_int]),
    "rtcCommitScene": (None, [_POINTER]),
    "rtcReleaseScene": (None, [_POINTER]),
    "rtcGetDeviceError": (ctypes.c_int, [_POINTER]),
}


@cache
def library() -> ctypes.CDLL:
    """The library that embreex carries; OSError when it is not where it is expected."""
    folder = Path(embreex.__file__).parent.parent / "embreex.libs"
    found = sorted(folder.glob("libembree4*"))
    if not found:
        raise OSError("embreex carries no ray library here")
    loaded = ctypes.CDLL(str(found[0]))
    for name, (result, arguments) in _SIGNATURES.items():
        function = getattr(loaded, name)
        function.restype, function.argtypes = result, arguments
    return loaded


@cache
def _address(name: str) -> int:
    address = ctypes.cast(getattr(library(), name), _POINTER).value
    assert address is not None
    return address


@cache
def _device() -> int:
    """The library's one device; by this kind of tree it answers an eighth more rays a second than by its own choice."""
    device: int = library().rtcNewDevice(b"threads=2,tri_accel=bvh8.triangle4")
    return device


class Structure:
    """A built ray structure over triangles."""

    def __init__(self, vertices: np.ndarray, faces: np.ndarray):
        lib = library()
        # One vertex more than used: the library reads sixteen bytes at the last one.
        self._vertices = np.zeros((len(vertices) + 1, 3), np.float32)
        self._vertices[:-1] = vertices
        self._faces = np.ascontiguousarray(faces, np.uint32)
        device = _device()
        self.scene = lib.rtcNewScene(device)
        lib.rtcSetSceneBuildQuality(self.scene, _MEDIUM)
        geometry = lib.rtcNewGeometry(device, 0)
        for kind, layout, data, count in (
            (_VERTEX_BUFFER, _FLOAT3, self._vertices, len(vertices)),
            (_INDEX_BUFFER, _UINT3, self._faces, len(faces)),
        ):
            lib.rtcSetSharedGeometryBuffer(geometry, kind, 0, layout, data.ctypes.data, 0, 12, count)
        lib.rtcCommitGeometry(geometry)
        lib.rtcAttachGeometry(self.scene, geometry)
        lib.rtcReleaseGeometry(geometry)
        lib.rtcCommitScene(self.scene)
        error = lib.rtcGetDeviceError(device)
        weakref.finalize(self, _release, self.scene, self._vertices, self._faces)
        if error:
            raise OSError(f"the ray library answers with error {error}")

    def blocked(self, origins: np.ndarray, directions: np.ndarray, reach: float) -> np.ndarray:
        """(n,) bool: something stands within `reach` lengths of (n, 3) float32 directions."""
        out = np.empty(len(origins), np.bool_)
        _blocked(_address("rtcOccluded1"), self.scene, origins, directions, np.float32(reach), out)
        return out

    def first_hits(self, origins: np.ndarray, directions: np.ndarray):
        """First hits of (n, 3) float32 rays: triangle (n,) int32 or -1, distance (n,), u, v (n, 2) float32."""
        n = len(origins)
        triangle, distance = np.empty(n, np.int32), np.empty(n, np.float32)
        place = np.empty((n, 2), np.float32)
        _first(_address("rtcIntersect1"), self.scene, origins, directions, triangle, distance, place)
        return triangle, distance, place


def _release(scene, *_kept_until_now) -> None:
    library().rtcReleaseScene(scene)


@intrinsic
def _call(typingctx, address, scene, ray):
    """Calls a function of the library by its address: void (scene, ray, no arguments)."""
    del typingctx, address, scene, ray

    def generate(context, builder, signature, arguments):
        word = ir.IntType(64)
        kind = ir.FunctionType(ir.VoidType(), [word] * 3)
        function = builder.inttoptr(arguments[0], kind.as_pointer())
        builder.call(function, [*arguments[1:], ir.Constant(word, 0)])
        return context.get_dummy_value()

    return types.void(types.int64, types.int64, types.int64), generate


# A ray as the library lays it out, in floats: origin 0-2, nearest 3, direction 4-6, time 7, farthest 8, mask 9, id 10,
# flags 11; then for hits: normal 12-14, u 15, v 16, triangle 17, geometry 18, instance 19. Aligned to 64 bytes.
# One ray a call: packets of sixteen were measured a quarter slower on soft shadows.


@nb.njit(nogil=True, cache=True)
def _aligned(floats):
    buffer = np.zeros(floats + 16, np.float32)
    skip = (64 - (buffer.ctypes.data % 64)) % 64 // 4
    return buffer[skip : skip + floats]


@nb.njit(inline="always")
def _load(ray, whole, origins, directions, reach, i):
    for k in range(3):
        ray[k] = origins[i, k]
        ray[4 + k] = directions[i, k]
    ray[3], ray[7], ray[8] = 0, 0, reach
    whole[9], whole[10], whole[11] = 0xFFFFFFFF, 0, 0


@nb.njit(nogil=True, cache=True)
def _blocked(address, scene, origins, directions, reach, out):
    ray = _aligned(32)
    whole, place = ray.view(np.uint32), ray.ctypes.data
    for i in range(len(out)):
        _load(ray, whole, origins, directions, reach, i)
        _call(address, scene, place)  # type: ignore[call-arg]
        out[i] = ray[8] < 0


@nb.njit(nogil=True, cache=True)
def _first(address, scene, origins, directions, triangle, distance, place):
    ray = _aligned(32)
    whole, at = ray.view(np.uint32), ray.ctypes.data
    for i in range(len(triangle)):
        _load(ray, whole, origins, directions, np.float32(1e9), i)
        whole[17], whole[18], whole[19], whole[20] = 0xFFFFFFFF, 0xFFFFFFFF, 0xFFFFFFFF, 0xFFFFFFFF
        _call(address, scene, at)  # type: ignore[call-arg]
        hit = whole[18] != 0xFFFFFFFF
        triangle[i] = np.int32(whole[17]) if hit else -1
        distance[i] = ray[8] if hit else 1e9
        place[i, 0], place[i, 1] = ray[15], ray[16]
