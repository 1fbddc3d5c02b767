"""Threads over kernels: they release the GIL, so parts of a batch run on all cores at once."""

import os
import threading
import time
from collections import deque
from collections.abc import Callable, Iterator, Sequence
from concurrent.futures import Future, ThreadPoolExecutor, wait
from itertools import pairwise
from typing import TypeVar

import numpy as np

Item = TypeVar("Item")
Answer = TypeVar("Answer")
# PARTITA_CORES keeps a process to fewer cores, where several workers share a machine.
CORES = max(1, int(os.environ.get("PARTITA_CORES") or 0) or os.cpu_count() or 1)
_NAME = "partita-core"
_POOL = ThreadPoolExecutor(max_workers=CORES, thread_name_prefix=_NAME)
# Below this a batch is done before a second thread has begun.
_WORTH_SHARING = 16
# Items of one slice at most, where slices grow.
_LARGEST = 16


def over_slices(count: int, work: Callable[[slice], None], threads: int = CORES) -> None:
    """Call `work` with slices that cover range(count), on several threads when that is worth it.

    Work that itself calls this goes on in its own thread: waiting there for the others, all would wait for ever.
    """
    inside = threading.current_thread().name.startswith(_NAME)
    if threads <= 1 or count < _WORTH_SHARING or inside:
        if count:
            work(slice(0, count))
        return
    # More parts than threads: a part of long shots does not keep the other threads waiting.
    edges = np.linspace(0, count, 4 * threads + 1).astype(int)
    parts = [slice(int(a), int(b)) for a, b in pairwise(edges) if b > a]
    list(_POOL.map(work, parts))


def side_by_side(work: Callable[[Item], Answer], items: Sequence[Item]) -> list[Answer]:
    """Call `work` with each item, on all cores; the answers in the items' order."""
    if threading.current_thread().name.startswith(_NAME):
        return [work(item) for item in items]
    return list(_POOL.map(work, items))


def in_order(count: int, work: Callable[[slice], None], longest_s: float = 0.25) -> Iterator[int]:
    """Call `work` with slices that cover range(count), in order; yield how many are done, as they get done.

    Each thread takes the next slice as soon as it is free, so that one of long work keeps no other waiting. Slices grow
    as long as one takes less than `longest_s`. Stop by not asking for the next: what has not begun is dropped, and what
    runs is waited for.
    """
    ahead: deque[tuple[int, Future[float]]] = deque()
    begin, size = 0, 1
    if threading.current_thread().name.startswith(_NAME):
        work(slice(0, count))
        yield count
        return
    try:
        while begin < count or ahead:
            while begin < count and len(ahead) < CORES + 1:
                end = min(count, begin + size)
                ahead.append((end, _POOL.submit(_timed, work, slice(begin, end))))
                begin = end
            done, running = ahead.popleft()
            size = min(_LARGEST, 2 * size) if running.result() < longest_s / 2 else max(1, size // 2)
            yield done
    finally:
        for _, waiting in ahead:
            waiting.cancel()
        wait([running for _, running in ahead])


def _timed(work: Callable[[slice], None], part: slice) -> float:
    """Do it; how long it took, s."""
    started = time.monotonic()
    work(part)
    return time.monotonic() - started
