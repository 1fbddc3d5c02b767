"""Threads over kernels: they release the GIL, so parts of a batch run on all cores at once."""

import os
import threading
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from itertools import pairwise

import numpy as np

# PARTITA_CORES keeps a process to fewer cores, where several workers share a machine.
CORES = max(1, int(os.environ.get("PARTITA_CORES") or 0) or os.cpu_count() or 1)
_NAME = "partita-core"
_POOL = ThreadPoolExecutor(max_workers=CORES, thread_name_prefix=_NAME)
# Below this a batch is done before a second thread has begun.
_WORTH_SHARING = 16


def over_slices(
    count: int, work: Callable[[slice], None], threads: int = CORES, worth_sharing: int = _WORTH_SHARING
) -> None:
    """Call `work` with slices that cover range(count), on several threads when that is worth it.

    Work that itself calls this goes on in its own thread: waiting there for the others, all would wait for ever.
    """
    inside = threading.current_thread().name.startswith(_NAME)
    if threads <= 1 or count < worth_sharing or inside:
        if count:
            work(slice(0, count))
        return
    # More parts than threads: a part of long shots does not keep the other threads waiting.
    edges = np.linspace(0, count, 4 * threads + 1).astype(int)
    parts = [slice(int(a), int(b)) for a, b in pairwise(edges) if b > a]
    list(_POOL.map(work, parts))
