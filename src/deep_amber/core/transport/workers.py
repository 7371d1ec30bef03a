"""Splits work over threads; the kernels and the ray library release the interpreter lock."""

import os
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from functools import cache

import numpy as np


@cache
def _pool() -> ThreadPoolExecutor:
    return ThreadPoolExecutor(max(1, os.cpu_count() or 1), thread_name_prefix="transport")


def in_chunks(work: Callable[[int, int], None], count: int, size: int) -> None:
    """Calls work(start, stop) over 0..count in pieces of about `size`, on all cores.

    The pieces write to their own rows, so the result does not depend on their order.
    """
    if count == 0:
        return
    pieces = max(1, -(-count // size))
    edges = np.linspace(0, count, pieces + 1).astype(int)
    if pieces == 1:
        work(0, count)
        return
    list(_pool().map(lambda k: work(int(edges[k]), int(edges[k + 1])), range(pieces)))
