"""Splits work over threads; the kernels and the ray library release the interpreter lock."""

import os
from collections.abc import Callable, Iterator
from concurrent.futures import ThreadPoolExecutor
from functools import cache

CORES = max(1, os.cpu_count() or 1)


@cache
def _pool() -> ThreadPoolExecutor:
    return ThreadPoolExecutor(CORES, thread_name_prefix="transport")


def in_chunks(work: Callable[[int, int], None], count: int, size: int) -> None:
    """Calls work(start, stop) over 0..count in pieces of about `size`, on all cores, the caller's thread among them.

    The pieces write to their own rows, so the result does not depend on their order.
    """
    if count == 0:
        return
    pieces = -(-count // size)
    if pieces == 1:
        work(0, count)
        return
    edges = [count * k // pieces for k in range(pieces + 1)]
    left = iter(range(pieces))  # each takes the next piece; a range's iterator is safe between threads

    def take(pieces: Iterator[int]) -> None:
        for k in pieces:
            work(edges[k], edges[k + 1])

    helpers = [_pool().submit(take, left) for _ in range(min(CORES, pieces) - 1)]
    try:
        take(left)
    finally:
        for helper in helpers:
            if not helper.cancel():  # one that has not begun has nothing left to do
                helper.result()
